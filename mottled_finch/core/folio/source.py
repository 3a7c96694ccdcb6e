"""A folio goes along in what is made of it: its pages, the recipes of all plates, and what their tables were; never records."""

import json
from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass, field, replace
from typing import Any

from ..draw.making.source import PUT, Source, text_in, without_files
from ..errors import DrawError
from ..recipe.spec import Recipe
from .load import load_folio
from .pages import Folio, recipe_for
from .spec import FolioSpec

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


def folio_source_from(plain: Mapping[str, Any]) -> FolioSource:
    """The inverse of ``asdict``."""
    return FolioSource(**{**plain, "plates": {name: Source(**each) for name, each in plain["plates"].items()}})


def folio_source_in(content: bytes) -> FolioSource | None:
    """The folio that a file of ours carries; None where it carries none. Raises DrawError for one that cannot be read."""
    text = text_in(content)
    if text is None or _KEY not in text[:200]:
        return None
    try:
        told = json.loads(text)
        if told.pop(_KEY) != 1:
            raise DrawError("its source is of a newer version of Mottled Finch; bring the program up to date", path="file")
        return folio_source_from(told)
    except (ValueError, TypeError, KeyError, AttributeError) as error:
        raise DrawError("its source is damaged; take the folio from where the file was made", path="file") from error
