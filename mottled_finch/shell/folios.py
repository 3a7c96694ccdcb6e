"""Folios in the shell: their plates, from the files beside them."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from pathlib import Path
from typing import Any, Literal

from mottled_finch.app.plans.places import Places, allowed_folders
from mottled_finch.app.plates import Origin
from mottled_finch.core.common.errors import CoreError, RecipeError
from mottled_finch.core.common.recipe import Recipe, TableSpec, dump_recipe, load_recipe
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.changes.comparing import Since, since
from mottled_finch.core.outputs.draw import Source
from mottled_finch.core.outputs.draw.house.template import Kind, Template
from mottled_finch.core.outputs.folio.load import dump_folio
from mottled_finch.core.outputs.folio.pages import recipe_for
from mottled_finch.core.outputs.folio.spec import FolioPlateSpec, FolioSpec
from mottled_finch.core.tables.table import Table

from .companions import ReadOnce, figure_beside, template_beside


@dataclass
class FolioBeside:
    """A folio whose tables and recipes are files of a folder; each table is read once for all plates that have it read alike."""

    folio: FolioSpec
    folder: Path
    places: Places | None = None
    """What it may name beside what lies below its folder."""
    given: tuple[Kind | None, Path] | None = None
    """The template that a command names, and for which kind of output, in place of the one beside the folio."""
    number: int | None = None
    _recipes: dict[str, Recipe] = field(default_factory=dict)
    _made: dict[str, Figure | CoreError] = field(default_factory=dict)
    _changes: dict[str, Since] = field(default_factory=dict)
    _templates: dict[Kind | None, Template | None] = field(default_factory=dict)
    _read: ReadOnce = field(default_factory=ReadOnce)

    def spec(self) -> FolioSpec:
        return self.folio

    def figures(self) -> dict[str, Figure | CoreError]:
        """Of each plate its figure, or why it cannot be made. Raises RecipeError for a recipe that cannot be read."""
        if not self._made:
            for name in self.folio.plates:
                self.recipe(name)
            for name, plate in self.folio.plates.items():
                self._make(name, plate)
        return self._made

    def recipe(self, name: str) -> Recipe:
        """The recipe of a plate. Raises RecipeError for one that cannot be read."""
        if name not in self._recipes:
            self._recipes[name] = self._recipe(name, self.folio.plates[name])
        return self._recipes[name]

    def changes(self, _figures: Mapping[str, Figure | CoreError]) -> dict[str, Since]:
        return self._changes

    def template(self, laid_in: Kind | None) -> Template | None:
        """The file that a command names, or the one beside the folio of the name that the folio has."""
        if laid_in not in self._templates:
            given = self.given[1] if self.given and self.given[0] == laid_in else None
            self._templates[laid_in] = template_beside(self.folder, self.folio.page.template, laid_in, given)
        return self._templates[laid_in]

    def origin(self, name: str) -> Origin:
        return Origin(recipe=dump_recipe(self.recipe(name)), table=self._file(self.folio.plates[name]))

    def as_carried(self, plates: Mapping[str, Source]) -> dict[str, Any]:
        folio = replace(self.folio, plates={name: plate for name, plate in self.folio.plates.items() if name in plates})
        pages = tuple(replace(page, plates=tuple(n if n in plates else "" for n in page.plates)) for page in folio.pages)
        return dump_folio(replace(folio, pages=pages))

    def _make(self, name: str, plate: FolioPlateSpec) -> None:
        recipe = self.recipe(name)
        try:
            self._made[name] = figure = self._figure(plate, recipe, self._file(plate))
            before = self.folio.before.get(self.table_of(plate))
            if before:
                self._changes[name] = since(figure, self._figure(plate, recipe, before))
        except CoreError as error:
            self._made.setdefault(name, error)

    def _recipe(self, name: str, plate: FolioPlateSpec) -> Recipe:
        path = f"plates.{name}"
        if plate.plate is not None:
            raise RecipeError(
                "the plate is one of a library, and here there are files; save the folio from there with its recipes", path=path
            )
        if not isinstance(plate.recipe, str):
            return _within(plate.recipe, f"{path}.recipe")
        file = self._located(plate.recipe, f"{path}.recipe")
        if not file.is_file():
            raise RecipeError(f'no file beside the folio is called "{plate.recipe}"', path=f"{path}.recipe", received=plate.recipe)
        return _within(file.read_bytes(), plate.recipe)

    def table_of(self, plate: FolioPlateSpec) -> str:
        """The name of the table that a plate is laid on."""
        return plate.table or next(iter(self.folio.tables))

    def _file(self, plate: FolioPlateSpec) -> str:
        return self.folio.tables[self.table_of(plate)]

    def _figure(self, plate: FolioPlateSpec, recipe: Recipe, name: str) -> Figure:
        file, before = self._located(name, "tables"), self.folio.before.get(self.table_of(plate))
        editions: dict[int | Literal["before"], Path] = {"before": self._located(before, "before")} if before else {}
        return figure_beside(self.table(file, recipe.table), recipe_for(self.folio, recipe), self.folder, file, editions)

    def _located(self, name: str, path: str) -> Path:
        """A file that the folio names: a stranger may have written it, so it lies below its folder, or where else it may name."""
        places = self.places or Places(self.folder, allowed_folders())
        return places.file(str(self.folder / name), path)

    def table(self, file: Path, reading: TableSpec) -> Table:
        """A table as it is read, before its mends."""
        if not file.is_file():
            raise RecipeError(f'no file beside the folio is called "{file.name}"', path="tables", received=file.name)
        return self._read(file, reading)


def _within(source: object, path: str) -> Recipe:
    """A recipe of a folio; what is wrong with it is told with its place there."""
    try:
        return load_recipe(source)
    except RecipeError as error:
        place = f"{path}: {error.path}" if error.path else path
        raise RecipeError(error.message, path=place, received=error.received, allowed=error.allowed) from error
