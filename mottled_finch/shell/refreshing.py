"""The plates of a file that came back to the shell: their recipes as the file carries them, on the tables of a folder."""

from dataclasses import dataclass, field
from pathlib import Path

from mottled_finch.app.ports import Person
from mottled_finch.app.refreshing import Standing
from mottled_finch.core.common.recipe import Recipe, load_recipe
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.draw import Source

from .companions import ReadOnce, figure_beside, file_called


@dataclass
class PlatesBeside:
    """The folder with the tables, each of which is read once."""

    folder: Path
    _read: ReadOnce = field(default_factory=ReadOnce)

    def standing(self, _asks: Person, source: Source) -> Standing:
        file = file_called(self.folder, source.table)

        def make(recipe: Recipe) -> Figure:
            return figure_beside(self._read(file, recipe.table), recipe, self.folder, file)

        return Standing(recipe=load_recipe(source.recipe), make=make, plain=source.recipe)
