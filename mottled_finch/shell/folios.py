"""Folios in the shell: their plates, from the files beside them."""

from dataclasses import dataclass, field, replace
from pathlib import Path

from mottled_finch import __version__
from mottled_finch.app.plans.places import Places, allowed_folders
from mottled_finch.core.common.errors import CoreError, RecipeError
from mottled_finch.core.common.recipe import Recipe, TableSpec, dump_recipe, load_recipe
from mottled_finch.core.figures.figure.figure import Figure, make_figure
from mottled_finch.core.outputs.changes.comparing import Since, since
from mottled_finch.core.outputs.draw import Choices, source_of
from mottled_finch.core.outputs.draw.house.template import Kind, Template
from mottled_finch.core.outputs.folio.load import dump_folio
from mottled_finch.core.outputs.folio.pages import Folio, recipe_for
from mottled_finch.core.outputs.folio.source import FolioSource, looks_of
from mottled_finch.core.outputs.folio.spec import FolioPlateSpec, FolioSpec
from mottled_finch.core.tables.table import Table

from .companions import Beside, EditionsGiven, ReadOnce, template_beside


@dataclass
class Bound:
    """A folio whose tables and recipes are files of a folder; each table is read once for all plates that have it read alike."""

    folio: FolioSpec
    folder: Path
    places: Places | None = None
    """What it may name beside what lies below its folder."""
    recipes: dict[str, Recipe] = field(default_factory=dict)
    figures: dict[str, Figure | CoreError] = field(default_factory=dict)
    changes: dict[str, Since] = field(default_factory=dict)
    _read: ReadOnce = field(default_factory=ReadOnce)

    def make(self) -> dict[str, Figure | CoreError]:
        """Of each plate that stands on a page its figure, or why it cannot be made. Raises RecipeError for a recipe that cannot be
        read.
        """
        for name, plate in self.folio.plates.items():
            self.recipes[name] = self._recipe(name, plate)
            try:
                self.figures[name] = figure = self._figure(plate, self.recipes[name], self._file(plate))
                before = self.folio.before.get(self.table_of(plate))
                if before:
                    self.changes[name] = since(figure, self._figure(plate, self.recipes[name], before))
            except CoreError as error:
                self.figures.setdefault(name, error)
        return self.figures

    def template(self, laid_in: Kind | None, given: Path | None) -> Template | None:
        """What an output is laid in: the file that a command names, or the one beside the folio of the name that the folio has."""
        return template_beside(self.folder, self.folio.page.template, laid_in, given)

    def source(self, choices: Choices, laid: Folio) -> FolioSource | None:
        """What goes along with an output of the folio as it is laid out; None where it was chosen to leave it out."""
        if choices.source == "no":
            return None
        plates = {}
        for name, recipe in self.recipes.items():
            figure = self.figures[name]
            if isinstance(figure, Figure):
                source = source_of(figure, dump_recipe(recipe), choices, self._file(self.folio.plates[name]), __version__)
                assert source is not None
                plates[name] = source
        folio = replace(self.folio, plates={name: plate for name, plate in self.folio.plates.items() if name in plates})
        pages = tuple(replace(page, plates=tuple(n if n in plates else "" for n in page.plates)) for page in folio.pages)
        told = dump_folio(replace(folio, pages=pages))
        return FolioSource(folio=told, plates=plates, version=__version__, looks=looks_of(laid))

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
        library = Beside(self.folder, recipe.table, file)
        editions = EditionsGiven({"before": self._located(before, "before")} if before else {}, recipe.table, library)
        table = self.table(file, recipe.table)
        return make_figure(table, recipe_for(self.folio, recipe), library=library, editions=editions)

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
