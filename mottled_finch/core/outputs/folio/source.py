"""A folio goes along in what is made of it: its pages, the recipes of all plates, and what their tables were; never records."""

import json
import re
from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass, field, replace
from typing import Any

from ...common.errors import RecipeError
from ...common.recipe.load import load_object
from ...common.recipe.spec import Recipe
from ..draw.making.source import MOST_NUMBER, PUT, Source, damaged, source_from, text_in, told_in, without_files
from .load import load_folio
from .pages import Folio, recipe_for
from .spec import FolioPlateSpec, FolioSpec

_KEY = "finch_folio_source"


@dataclass(frozen=True, kw_only=True)
class FolioSource:
    """``folio`` is as a folio file has it, without recipes; ``plates`` are the sources of its plates by name, which have them.
    ``number`` is that of the folio in the library that it comes from, if it comes from one; ``looks`` are ground and ink of plates
    that are laid in a template, whose layouts have their own.
    """

    folio: dict[str, Any]
    plates: Mapping[str, Source]
    version: str
    number: int | None = None
    looks: Mapping[str, Sequence[str]] = field(default_factory=dict)

    def spec(self) -> FolioSpec:
        """The folio without how its plates are made, which their own sources say. Raises RecipeError for one that is none."""
        names = {*self.folio.get("plates", {}), *self.plates}
        plates = {name: {"plate": number} for number, name in enumerate(sorted(names), 1)}
        return load_folio({**self.folio, "tables": {}, "before": {}, "plates": plates})

    def looking(self, name: str, recipe: Recipe) -> Recipe:
        """A plate's recipe as the pages that it left on have it."""
        recipe = recipe_for(self.spec(), recipe)
        if name not in self.looks:
            return recipe
        ground, ink = self.looks[name]
        return replace(recipe, page=replace(recipe.page, theme="paper", ground=ground, ink=ink))


def looks_of(folio: Folio) -> dict[str, Sequence[str]]:
    """Ground and ink of the plates that are laid in layouts of a template."""
    return {
        placed.name: (page.sheet.layout.ground, page.sheet.layout.ink)
        for page in folio.pages
        if page.sheet.layout is not None
        for placed in page.placed
    }


def put_folio(content: bytes, ending: str, source: FolioSource | None) -> bytes:
    """The file with its source in it; as it is where there is none."""
    return PUT[ending](content, folio_written(source)) if source else content


def folio_written(source: FolioSource) -> str:
    """As JSON."""
    page = {name: part for name, part in source.folio.get("page", {}).items() if name != "font"}
    plates = {name: {**asdict(each), "recipe": without_files(each.recipe)} for name, each in source.plates.items()}
    folio = {**source.folio, **({"page": page} if page else {})}
    folio["plates"] = {name: _bare(plate) for name, plate in folio.get("plates", {}).items()}
    told = {_KEY: 1, "folio": folio, "plates": plates, "version": source.version, "number": source.number, "looks": source.looks}
    return json.dumps(told, ensure_ascii=False, separators=(",", ":"))


def _bare(plate: dict[str, Any]) -> dict[str, Any]:
    """A plate of a folio without its recipe, which its source has."""
    return {name: part for name, part in plate.items() if name != "recipe"}


def folio_source_from(plain: Any) -> FolioSource:
    """The inverse of ``asdict``, as strict as ``source_from``. Raises DrawError."""
    try:
        found = load_object(FolioSource, plain, as_it_is=("folio", "plates", "looks"))
        looks = load_object(_Looks, {"looks": [{"name": name, "ink": ink} for name, ink in dict(found.looks).items()]})
        plates = {name: source_from(each) for name, each in dict(found.plates).items()}
        found = replace(found, plates=plates, looks={each.name: each.ink for each in looks.looks})
        if not isinstance(found.folio, dict) or not 0 <= (found.number or 0) <= MOST_NUMBER:
            raise damaged("folio")
        for each in found.folio.get("plates", {}).values():
            load_object(FolioPlateSpec, each)
        found.spec()
    except (RecipeError, ValueError, TypeError, AttributeError) as error:
        raise damaged("folio") from error
    if any(len(ink) != 2 or not all(map(_COLOR.fullmatch, ink)) for ink in found.looks.values()):
        raise damaged("folio")
    return found


@dataclass(frozen=True, kw_only=True)
class _Look:
    name: str
    ink: tuple[str, ...]


@dataclass(frozen=True, kw_only=True)
class _Looks:
    """Looks as the strict loader reads them."""

    looks: tuple[_Look, ...]


_COLOR = re.compile("#[0-9a-fA-F]{6}")


def folio_source_in(content: bytes) -> FolioSource | None:
    """The folio that a file of ours carries; None where it carries none. Raises DrawError for one that cannot be read."""
    text = text_in(content)
    return None if text is None or _KEY not in text[:200] else folio_source_from(told_in(text, _KEY, "folio"))
