"""The strict loader of folios, and its inverse."""

import json
from typing import Any

from ..errors import RecipeError
from ..recipe.load import dump_object, json_of, load_object
from .check import check_folio
from .spec import FOLIO_FORMAT, FolioSpec


def load_folio(source: object) -> FolioSpec:
    """A folio from JSON text or from what JSON text says. Raises RecipeError for what is none, with the place of what is wrong."""
    if isinstance(source, str | bytes):
        source = json_of(source, "folio")
    if not isinstance(source, dict) or "finch_folio" not in source:
        raise RecipeError('this is no folio: it has no key "finch_folio"; add "finch_folio": 1', path="folio")
    said = source["finch_folio"]
    if said != FOLIO_FORMAT or isinstance(said, bool):
        raise RecipeError(
            f"this folio is of format {json.dumps(said)}, and format {FOLIO_FORMAT} is read here; bring the program up to date",
            path="finch_folio",
            received=said,
        )
    folio = load_object(FolioSpec, source)
    check_folio(folio)
    return folio


def dump_folio(folio: FolioSpec) -> dict[str, Any]:
    """The folio as plain JSON values, without what equals its default. ``load_folio`` gives the same folio back."""
    return dump_object(folio)
