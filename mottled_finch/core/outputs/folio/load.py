"""The strict loader of folios, and its inverse."""

from typing import Any

from ...common.recipe.load import dump_object, load_object, of_format
from .check import check_folio
from .spec import FOLIO_FORMAT, FolioSpec


def load_folio(source: object) -> FolioSpec:
    """A folio from JSON text or from what JSON text says. Raises RecipeError for what is none, with the place of what is wrong."""
    folio = load_object(FolioSpec, of_format(source, "folio", FOLIO_FORMAT))
    check_folio(folio)
    return folio


def dump_folio(folio: FolioSpec) -> dict[str, Any]:
    """The folio as plain JSON values, without what equals its default. ``load_folio`` gives the same folio back."""
    return dump_object(folio)
