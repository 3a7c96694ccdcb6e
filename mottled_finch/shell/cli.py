"""The shell: what `./finch` hands its words to once everything is set up."""

import argparse
import gc
import os
import sys
from pathlib import Path
from typing import TYPE_CHECKING, Literal

from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.common.vocabulary import CHOICE_TERMS

from .commands import COMMANDS

if TYPE_CHECKING:
    from mottled_finch.core.common.recipe import Recipe
    from mottled_finch.core.figures.figure.figure import Figure


def main(words: list[str] | None = None) -> int:
    """Run one command; 0 when all went well, 2 for bad input, which is told in one line on standard error."""
    given = _parser().parse_args(words)
    try:
        code: int = given.run(given)
    except CoreError as error:
        print(" ".join(str(error).split()), file=sys.stderr)
        return 2
    except OSError as error:
        print(f"{error.filename or 'finch'}: {(error.strerror or str(error)).lower()}; check the path", file=sys.stderr)
        return 2
    return code


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="finch", description="From a table of transactions to a finished heat map.")
    commands = parser.add_subparsers(dest="command", required=True)

    demo = _added(commands, "demo")
    serve = _added(commands, "serve")
    home = Path(os.environ.get("FINCH_HOME", ".finch"))
    for each, folder in ((demo, "demo-data"), (serve, "data")):
        each.add_argument("--port", type=_port, default=8420, help="the port on 127.0.0.1 (default: %(default)s)")
        each.add_argument("--data", type=Path, default=home / folder, help="the data folder (default: %(default)s)")
    demo.add_argument("--large", action="store_true", help="also make and load a million ticket sales")
    demo.set_defaults(run=_demo)
    serve.set_defaults(run=_serve)

    render = _added(commands, "render")
    render.add_argument("table", type=Path, metavar="TABLE", help="delimited text, .xlsx, .ods, JSON, Parquet or Arrow")
    render.add_argument("recipe", type=Path, metavar="RECIPE", help="a recipe, JSON")
    render.add_argument("--out", type=Path, required=True, metavar="FILE", help="what to write; the ending says in which form")
    for name, term in CHOICE_TERMS.items():
        options = ", ".join(term.options) or "a number"
        render.add_argument(
            f"--{name}", metavar="CHOICE", help=f"{term.title.lower()}, where the form leaves it to choose: {options}"
        )
    render.add_argument(
        "--template",
        type=Path,
        metavar="FILE",
        help="the house's own .pptx, .potx, .docx or .dotx to lay it in; left out, that of the name in the recipe, beside it",
    )
    render.set_defaults(run=_render)

    given_edition = {
        "action": "append",
        "default": [],
        "type": _edition,
        "metavar": "NUMBER=FILE",
        "help": "another edition of the table that the recipe compares with, such as before=last-week.csv",
    }
    render.add_argument("--edition", **given_edition)  # type: ignore[arg-type]

    check = _added(commands, "check")
    check.add_argument("table", type=Path, metavar="TABLE", help="as for render; or a folio, alone")
    check.add_argument("recipe", type=Path, metavar="RECIPE", nargs="?", help="a recipe, JSON; left out for a folio")
    check.add_argument("--edition", **given_edition)  # type: ignore[arg-type]
    check.set_defaults(run=_check)

    compare = _added(commands, "compare")
    compare.add_argument("table", type=Path, metavar="TABLE", help="as for render")
    compare.add_argument("new", type=Path, metavar="NEW", help="the next delivery of it")
    compare.add_argument("recipe", type=Path, metavar="RECIPE", nargs="?", help="of a figure of the table, with its mends, JSON")
    compare.set_defaults(run=_compare)

    _add_pages(commands)

    looks = _added(commands, "looks")
    looks.add_argument("table", type=Path, metavar="TABLE", help="as for render")
    looks.set_defaults(run=_looks)

    source = _added(commands, "source")
    source.add_argument("file", type=Path, metavar="FILE", help="PNG, SVG, PDF, HTML, XLSX, PPTX or DOCX")
    source.add_argument("--folder", type=Path, metavar="DIR", help="look for a table there that the figure can be made of")
    source.set_defaults(run=_source)

    sample = _added(commands, "sample")
    sample.add_argument("name", nargs="?", default="berth-log", metavar="NAME", help="berth-log, berth-log-next, complaints, …")
    sample.add_argument("--out", type=Path, required=True, metavar="FILE")
    sample.set_defaults(run=_sample)
    return parser


def _added(commands: "argparse._SubParsersAction[argparse.ArgumentParser]", name: str) -> argparse.ArgumentParser:
    return commands.add_parser(name, help=COMMANDS[name][1])


def _add_pages(commands: "argparse._SubParsersAction[argparse.ArgumentParser]") -> None:
    """The commands of folios, decks that came back, and plans."""
    folio = _added(commands, "folio")
    folio.add_argument("folio", type=Path, metavar="FOLIO", help="a folio, JSON")
    folio.add_argument("--out", type=Path, required=True, metavar="FILE", help="what to write: .pptx, .pdf, .docx or .html")
    for name in ("form", "source"):
        term = CHOICE_TERMS[name]
        folio.add_argument(f"--{name}", metavar="CHOICE", help=f"{term.title.lower()}: {', '.join(term.options)}")
    folio.add_argument(
        "--template",
        type=Path,
        metavar="FILE",
        help="the house's own to lay it in; left out, that of the name in the folio, beside it",
    )
    folio.add_argument("--broken", action="store_true", help="make it even while a claim does not hold")
    folio.set_defaults(run=_folio)

    refresh = _added(commands, "refresh")
    refresh.add_argument("file", type=Path, metavar="FILE", help="a .pptx, .docx or .xlsx that was made here and edited since")
    refresh.add_argument(
        "--folder", type=Path, default=Path(), metavar="DIR", help="the tables, by the names that the file carries"
    )
    refresh.add_argument("--out", type=Path, metavar="NEW", help="the new file")
    refresh.add_argument("--dry", action="store_true", help="only print what would change, a line a figure")
    refresh.add_argument("--copies", choices=("all", "first"), default="", help="where a figure stands in several places")
    refresh.set_defaults(run=_refresh)

    run = _added(commands, "run")
    run.add_argument("plan", type=Path, metavar="PLAN", help="a plan, JSON (docs/plans.md)")
    run.add_argument("--dry", action="store_true", help="say what would be made, and put nothing anywhere")
    run.add_argument("--again", action="store_true", help="make it even from the files of last time")
    run.add_argument("--due", action="store_true", help="only when a planned moment has passed since the last run")
    run.add_argument(
        "--allow",
        type=Path,
        action="append",
        default=[],
        metavar="DIR",
        help="a folder beside the plan's own that it may take from and put into; so are those of FINCH_FOLDERS",
    )
    run.set_defaults(run=_run)


def _port(text: str) -> int:
    if not text.isdecimal() or not 0 < int(text) < 65536:
        raise argparse.ArgumentTypeError(f"{text} is not a port; choose 1 to 65535")
    return int(text)


def _edition(text: str) -> tuple[int | Literal["before"], Path]:
    name, _, file = text.partition("=")
    if not file or not (name == "before" or (name.isdecimal() and int(name) > 0)):
        raise argparse.ArgumentTypeError(f"{text} names no edition; write it as before=FILE or 1=FILE")
    return (int(name) if name.isdecimal() else "before"), Path(file)


def _render(given: argparse.Namespace) -> int:
    from mottled_finch.app.plates import Origin, PlateHere, export_plate
    from mottled_finch.app.ports import OWNER
    from mottled_finch.core.common.errors import DrawError
    from mottled_finch.core.common.recipe import dump_recipe
    from mottled_finch.core.outputs.draw import DRAWINGS, choices_from, rendered

    from .companions import templates_beside

    # "figure.hex.csv" ends in ".csv" as well: the longest ending is meant.
    ending = max((each for each in DRAWINGS if given.out.name.lower().endswith(f".{each}")), key=len, default="")
    if not ending:
        raise DrawError(
            f'the ending "{given.out.suffix}" names no form that is built; choose one of {", ".join(DRAWINGS)}', path=str(given.out)
        )
    drawing = DRAWINGS[ending]
    chosen = {name: text for name in CHOICE_TERMS if (text := getattr(given, name)) is not None}
    choices = choices_from(chosen, drawing.reads)
    figure, recipe = _figure(given)
    origin = Origin(recipe=dump_recipe(recipe), table=given.table.name)
    templates = templates_beside(given.recipe.parent, given.template)
    plate = PlateHere(figure=figure, origin=origin, templates=templates)
    given.out.write_bytes(export_plate(OWNER, plate, ending, choices, rendered))
    return 0


def _folio(given: argparse.Namespace) -> int:
    from mottled_finch.app.folios import FolioPages
    from mottled_finch.app.ports import OWNER
    from mottled_finch.core.common.errors import DrawError
    from mottled_finch.core.outputs.draw import choices_from, rendered
    from mottled_finch.core.outputs.folio.cautions import folio_cautions
    from mottled_finch.core.outputs.folio.load import load_folio
    from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS

    from .folios import FolioBeside

    form = given.out.suffix.lower().removeprefix(".")
    if form not in FOLIO_DRAWINGS:
        raise DrawError(
            f'the ending "{given.out.suffix}" names no form of a folio; choose one of {", ".join(FOLIO_DRAWINGS)}',
            path=str(given.out),
        )
    drawing = FOLIO_DRAWINGS[form]
    template = (drawing.laid_in, given.template) if given.template else None
    folio = FolioBeside(load_folio(given.folio.read_bytes()), given.folio.parent, given=template)
    folio.template(drawing.laid_in)  # whether it can be used is told before anything is made
    chosen = {name: text for name in ("form", "source") if (text := getattr(given, name)) is not None}
    choices = choices_from(chosen, drawing.reads)
    pages = FolioPages(OWNER, folio)
    pages.check(broken=True)
    for caution in folio_cautions(pages.made):
        print(f"page {caution.page}: {caution.words}", file=sys.stderr)
    pages.check(broken=given.broken, anyway="add --broken to let it leave so")
    given.out.write_bytes(pages.export(form, choices, rendered))
    return 0


def _refresh(given: argparse.Namespace) -> int:
    from mottled_finch.app.ports import OWNER
    from mottled_finch.app.refreshing import Refreshing
    from mottled_finch.core.common.errors import DrawError
    from mottled_finch.work import asking

    from .refreshing import PlatesBeside

    if not given.dry and given.out is None:
        raise DrawError("say where the new file goes with --out NEW, or see what would change with --dry", path="--out")
    came = Refreshing(OWNER, given.file.read_bytes(), PlatesBeside(given.folder), asking)
    for change in came.changes():
        print(f"{change.found.where}: {change.found.plate or 'the figure'}: {change.told}")
    if not given.dry:
        given.out.write_bytes(came.remade(came.chosen(given.copies)))
    return 0


def _run(given: argparse.Namespace) -> int:
    from datetime import UTC, datetime

    from .plans import EXITS, run

    ran = run(given.plan, datetime.now(UTC), dry=given.dry, again=given.again, due=given.due, allow=given.allow)
    print(f"{ran.state}: {' '.join(ran.words.split())}")
    return EXITS[ran.state]


def _compare(given: argparse.Namespace) -> int:
    import json
    from dataclasses import asdict

    from mottled_finch.app.editions import change_by, check_edition
    from mottled_finch.app.ports import OWNER
    from mottled_finch.app.refusals import WouldBreak
    from mottled_finch.core.common.recipe import load_recipe
    from mottled_finch.work.asking import table_in

    from .tables import TableOfFile

    table = TableOfFile(given.table, load_recipe(given.recipe.read_bytes()) if given.recipe else None)
    data = table_in(given.new, table.spec)
    told = asdict(change_by(OWNER, table, data, {}))
    print(json.dumps({**told.pop("comparison"), **told}, ensure_ascii=False, indent=2))
    try:
        check_edition(OWNER, table, data, table.mends(), given.new.name, "change the recipe")
    except WouldBreak as error:
        print(error, file=sys.stderr)
        return 1
    return 0


def _source(given: argparse.Namespace) -> int:
    import json
    from dataclasses import asdict

    from mottled_finch.app.opening import opened
    from mottled_finch.app.ports import OWNER
    from mottled_finch.core.common.errors import DrawError
    from mottled_finch.core.outputs.draw import Source
    from mottled_finch.work.asking import source_in

    from .tables import ShelfOfFolder

    if given.file.stat().st_size > _SOURCE_MOST:
        raise DrawError("it is larger than any figure that came from here", path=str(given.file))
    source = source_in(given.file.read_bytes())
    told = asdict(source)
    if given.folder:
        shelf = ShelfOfFolder(given.folder)
        if isinstance(source, Source):
            told["file"] = str(opened(OWNER, source, shelf, "ask again")[0])
        else:
            told["files"] = {name: str(opened(OWNER, each, shelf, "ask again")[0]) for name, each in source.plates.items()}
    print(json.dumps(told, ensure_ascii=False, indent=2))
    return 0


_SOURCE_MOST = 200_000_000
"""Bytes of a file that a source is looked for in."""


def _check(given: argparse.Namespace) -> int:
    from mottled_finch.core.figures.cautions import cautions_of

    if given.recipe is None:
        return _check_folio(given.table)
    standing, _ = cautions_of(*_figure(given))
    for caution in standing:
        print(f"{caution.name}: {caution.words}")
    return 1 if standing else 0


def _check_folio(file: Path) -> int:
    from mottled_finch.app.folios import FolioPages
    from mottled_finch.app.ports import OWNER
    from mottled_finch.core.outputs.folio.cautions import folio_cautions
    from mottled_finch.core.outputs.folio.load import load_folio

    from .folios import FolioBeside

    pages = FolioPages(OWNER, FolioBeside(load_folio(file.read_bytes()), file.parent))
    standing = folio_cautions(pages.made)
    for caution in standing:
        print(f"page {caution.page}: {caution.name}: {caution.words}")
    if pages.problem:
        print(f"page.template: {pages.problem}")
    return 1 if standing or pages.problem else 0


def _looks(given: argparse.Namespace) -> int:
    import json

    from mottled_finch.core.common.recipe import ReadingSpec, dump_recipe
    from mottled_finch.core.matrices.looks import first_looks
    from mottled_finch.work.asking import table_in

    found = first_looks(table_in(given.table, ReadingSpec()))
    for look in found:
        print(json.dumps({"why": look.why, "recipe": dump_recipe(look.recipe)}, ensure_ascii=False))
    return 0 if found else 1


def _figure(given: argparse.Namespace) -> "tuple[Figure, Recipe]":
    """The figure of a table file and a recipe file, and the recipe."""
    from mottled_finch.core.common.recipe import load_recipe
    from mottled_finch.work.asking import table_in

    from .companions import figure_beside

    recipe = load_recipe(given.recipe.read_bytes())
    table = table_in(given.table, recipe.table)
    return figure_beside(table, recipe, given.recipe.parent, given.table, dict(given.edition)), recipe


def _sample(given: argparse.Namespace) -> int:
    from mottled_finch.core.common.errors import CoreError, did_you_mean
    from mottled_finch.demo.samples import SAMPLES

    if given.name not in SAMPLES:
        raise CoreError(f'the demo has no table "{given.name}"; {did_you_mean(given.name, SAMPLES)}', path="sample")
    with given.out.open("w", encoding="utf-8", newline="") as file:
        SAMPLES[given.name].write(file)
    return 0


def _serve(given: argparse.Namespace) -> int:
    from mottled_finch.server.run import serve

    serve(given.data, given.port)
    return 0


def _demo(given: argparse.Namespace) -> int:
    from mottled_finch.server.run import serve

    serve(given.data, given.port, demo=True, large=given.large)
    return 0


def console() -> None:
    """The console script of the wheel."""
    status = main()
    gc.freeze()  # what is left goes with the process: looking through it first would take a third of a second
    sys.exit(status)


if __name__ == "__main__":
    console()
