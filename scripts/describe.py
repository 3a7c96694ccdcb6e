"""Write what is generated from the code: the schema of recipes, the description of the API, the vocabulary that the screen is
given, and the tables of it in the docs.

Run after a change of the recipe, of its vocabulary or of the API, then `npm run types` in web/. The tests fail while they differ.
"""

import json
import os
import tempfile
from collections.abc import Iterable
from pathlib import Path

ROOT = Path(__file__).parent.parent
DOCS = ROOT / "docs"


def descriptions() -> dict[str, str]:
    """The text of each generated file, by its path."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "mottled_finch.server.settings")
    os.environ.setdefault("FINCH_DATA", tempfile.gettempdir())
    import django
    from drf_spectacular.generators import SchemaGenerator

    from mottled_finch.app.plans.spec import PLAN_FORMAT, PlanSpec
    from mottled_finch.core.common.recipe.schema import file_schema, recipe_schema
    from mottled_finch.core.outputs.folio.spec import FOLIO_FORMAT, FolioSpec

    django.setup()
    described = {
        "docs/recipe.schema.json": recipe_schema(),
        "docs/folio.schema.json": file_schema(FolioSpec, f"folio, format {FOLIO_FORMAT}"),
        "docs/plan.schema.json": file_schema(PlanSpec, f"plan, format {PLAN_FORMAT}"),
        "docs/openapi.json": SchemaGenerator().get_schema(request=None, public=True),
    }
    found = {name: _json(content) for name, content in described.items()}
    found["web/src/api/vocabulary.ts"] = _vocabulary()
    for page, tables in _tables().items():
        found[f"docs/{page}"] = _with_tables((DOCS / page).read_text(encoding="utf-8"), tables)
    return found


def _json(content: object) -> str:
    return json.dumps(content, indent=2, ensure_ascii=False) + "\n"


def _vocabulary() -> str:
    from mottled_finch.core.common.vocabulary import told

    tables = (f"export const {name} = {_json(terms).rstrip()} as const;\n" for name, terms in told().items())
    return "/** What a recipe may name, as the core declares it. Made by scripts/describe.py; do not edit. */\n" + "\n".join(tables)


def _with_tables(text: str, tables: dict[str, str]) -> str:
    """The page with its tables made anew, each between the comments ``<!-- NAME -->`` and ``<!-- end -->``."""
    for name, lines in tables.items():
        before, head, rest = text.partition(f"<!-- {name} -->\n")
        _, end, after = rest.partition("<!-- end -->")
        text = before + head + lines + end + after
    return text


def _tables() -> dict[str, dict[str, str]]:
    from mottled_finch.core.common.vocabulary import ARRANGEMENT_TERMS, CUT_TERMS, MEASURE_TERMS, SHOW_TERMS
    from mottled_finch.server.problems import ADDRESS, KINDS

    measures = [
        (
            f"`{take}`",
            ", ".join(f"`{key}`" for key in term.keys),
            term.means,
            "blank" if term.nothing is None else f"{term.nothing:g}",
        )
        for take, term in MEASURE_TERMS.items()
    ]
    where = {"lead": "under the headline", "room": "in a room of their own"}
    arrangements = [
        (f"`{name}`", term.title, str(term.plates or ""), where[term.words]) for name, term in ARRANGEMENT_TERMS.items()
    ]
    standing = ", ".join(f"`{take}`" for take, term in MEASURE_TERMS.items() if not term.runs)
    shows = [
        (
            f"`{name}`",
            "; ".join(f"`{key}`" + (f": `{' '.join(allowed)}`" if allowed else "") for key, allowed in term.keys.items()),
            term.means.replace("{standing}", standing),
        )
        for name, term in SHOW_TERMS.items()
    ]
    holes = {"of": "F", "per": "F", "p": "90", "where": "CONDITION"}
    typed_shows = {"of": "", "along": "", "to": " to the first", "relative": "relative ", "point": "5"}
    typed_shows |= {"other": "the year before by F", "by": ", in percent"}
    return {
        "recipe.md": {
            "measures": _table(("`take`", "keys", "what it is", "of nothing"), measures),
            "shows": _table(("`as`", "keys", "what it is"), shows),
        },
        "problems.md": {
            "problems": _table(
                ("`type`", "`title`", "what it means"),
                [(f"`{ADDRESS}#{name}`", kind.title, kind.words) for name, kind in KINDS.items()],
            )
        },
        "folio.md": {"arrangements": _table(("`arrange`", "what it is", "plates", "words"), arrangements)},
        "statement.md": {
            "typed measures": _listed(term.typed.format(**holes) for term in MEASURE_TERMS.values()),
            "typed shows": _listed(term.typed.format(**typed_shows) for term in SHOW_TERMS.values()),
            "typed cuts": _listed(f"{term.name} of F" for term in CUT_TERMS.values()),
        },
    }


def _listed(phrases: Iterable[str]) -> str:
    return ", ".join(f"`{phrase}`" for phrase in phrases) + ".\n"


def _table(head: tuple[str, ...], lines: list[tuple[str, ...]]) -> str:
    return "".join(f"| {' | '.join(line)} |\n" for line in (head, ("---",) * len(head), *lines))


if __name__ == "__main__":
    for name, text in descriptions().items():
        (ROOT / name).write_text(text, encoding="utf-8")
