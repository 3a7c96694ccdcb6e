"""What a folio must satisfy beyond the types of its parts, whatever its tables."""

from collections.abc import Collection

from ...common.errors import RecipeError, did_you_mean
from ...common.language.english import counted
from ...common.recipe.check_frame import check_page
from ...common.recipe.claim_grammar import read_claim
from ...common.vocabulary import ARRANGEMENT_TERMS, LIMITS
from .facts import check_facts
from .spec import FolioPageSpec, FolioPlateSpec, FolioSpec

_NAME_MOST, _TABLE_MOST = 60, 255


def check_folio(folio: FolioSpec) -> None:
    """Raises RecipeError for the first thing that is not well formed."""
    check_page(folio.page)
    if folio.page.underlay is not None or folio.page.transparent:
        raise RecipeError("pages of a folio have a ground, and no picture under them; take it off", path="page")
    for things, most in (("pages", LIMITS.pages_most), ("plates", LIMITS.plates_most)):
        if len(getattr(folio, things)) > most:
            raise RecipeError(f"a folio has {most} {things} at most, and this one {len(getattr(folio, things)):,}", path=things)
    for name, file in folio.tables.items():
        _check_name(name, "table", "tables", _TABLE_MOST, "{}\n\r\t")
        _check_file(file, f"tables.{name}")
    for name, file in folio.before.items():
        _check_known(name, "table", folio.tables, "before")
        _check_file(file, f"before.{name}")
    for name, plate in folio.plates.items():
        _check_name(name, "plate", "plates", _NAME_MOST, "{}.\n\r\t")
        _check_plate(folio, name, plate)
    check_facts(folio.footer, "footer", list(folio.plates))
    check_facts(folio.title, "title", list(folio.plates))
    for i, page in enumerate(folio.pages):
        _check_page_of(folio, page, f"pages[{i}]")


def _check_name(name: str, what: str, path: str, most: int, marks: str) -> None:
    if not name.strip() or len(name) > most or set(name) & set(marks):
        without = "without a point or braces" if "." in marks else "without braces"
        raise RecipeError(f"a {what} of a folio is called by 1 to {most} letters, {without}", path=path, received=name)


def _check_file(name: str, path: str) -> None:
    if not name.strip() or name in (".", "..") or set(name) & set("/\\\0"):
        raise RecipeError(f'"{name}" is not a file beside the folio; give its name alone', path=path, received=name)


def _check_known(name: str, what: str, known: Collection[str], path: str) -> None:
    if name not in known:
        near = did_you_mean(name, known)
        raise RecipeError(f'"{name}" is no {what} of this folio; {near}', path=path, received=name, allowed=known)


def _check_plate(folio: FolioSpec, name: str, plate: FolioPlateSpec) -> None:
    path = f"plates.{name}"
    if (plate.recipe is None) == (plate.plate is None):
        raise RecipeError('give the plate\'s "recipe", or the number of a "plate" in a library; one of both', path=path)
    if plate.recipe is not None and not isinstance(plate.recipe, str | dict):
        raise RecipeError("a recipe is written out here, or the name of a file", path=f"{path}.recipe")
    if isinstance(plate.recipe, str):
        _check_file(plate.recipe, f"{path}.recipe")
    if plate.table is not None:
        _check_known(plate.table, "table", folio.tables, f"{path}.table")
    if plate.recipe is not None and plate.table is None and len(folio.tables) != 1:
        raise RecipeError(f"say on which of {counted(len(folio.tables), 'table')} the recipe is laid", path=f"{path}.table")


def _check_page_of(folio: FolioSpec, page: FolioPageSpec, path: str) -> None:
    term = ARRANGEMENT_TERMS[page.arrange]
    if len(page.plates) > term.plates:
        raise RecipeError(
            f"{term.said} has room for {counted(term.plates, 'plate')}, and {len(page.plates)} are named; arrange it otherwise",
            path=f"{path}.plates",
        )
    for i, name in enumerate(page.plates):
        if name:
            _check_known(name, "plate", folio.plates, f"{path}.plates[{i}]")
    if len(page.claims) > LIMITS.claims_most:
        raise RecipeError(f"a headline makes {LIMITS.claims_most} claims at most", path=f"{path}.claims")
    for i, claim in enumerate(page.claims):
        read_claim(claim.says, f"{path}.claims[{i}].says")
        if claim.plate is not None:
            _check_known(claim.plate, "plate", folio.plates, f"{path}.claims[{i}].plate")
    for name in ("headline", "words", "notes"):
        check_facts(getattr(page, name) or "", f"{path}.{name}", list(folio.plates))
