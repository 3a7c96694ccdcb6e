"""A table that is a file, with the recipe of a figure made of it: what another delivery would change, and where figures fit."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from functools import partial
from pathlib import Path
from typing import Any

from mottled_finch.app.editions import Mends, User
from mottled_finch.app.opening import Candidate
from mottled_finch.core.common.recipe import Recipe, TableSpec, dump_recipe, load_table_part
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.draw import Source
from mottled_finch.core.tables.mends import Mended, apply_mends
from mottled_finch.core.tables.table import Table
from mottled_finch.work.asking import table_in

from .companions import Beside, EditionsGiven, is_called, is_recipe


@dataclass(frozen=True)
class TableOfFile:
    """The file that is a table now, read and mended as a recipe says; without one as it is, and nothing is made of it."""

    file: Path
    recipe: Recipe | None

    @property
    def spec(self) -> TableSpec:
        return self.recipe.table if self.recipe else TableSpec()

    def mends(self) -> list[dict[str, Any]]:
        return _mends(self.recipe)

    def standing(self) -> Mended:
        return self.laid_on(table_in(self.file, self.spec), self.mends())

    def laid_on(self, data: Table, mends: Mends) -> Mended:
        library = Beside(self.file.parent, self.spec, self.file)
        return apply_mends(data, load_table_part({"mends": list(mends)}).mends, library, tolerant=True)

    def recipes(self) -> list[dict[str, Any]]:
        return [dump_recipe(self.recipe)] if self.recipe else []

    def users(self, _after: Mended) -> Iterable[User]:
        """Nobody knows which other files bring columns from this one."""
        return ()


def _mends(recipe: Recipe | None) -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = dump_recipe(recipe).get("table", {}).get("mends", []) if recipe else []
    return found


@dataclass(frozen=True)
class ShelfOfFolder:
    """The tables of a folder, by their files."""

    folder: Path

    def own(self, _source: Source) -> Path | None:
        """A folder has no plates of its own."""
        return None

    def tables(self, name: str) -> Iterator[Candidate[Path]]:
        files = [each for each in self.folder.iterdir() if each.is_file() and not is_recipe(each)]
        for file in sorted(files, key=lambda each: each.stat().st_mtime, reverse=True):
            yield Candidate(file.name, partial(self._fits, file), is_called(file, name))

    def _fits(self, file: Path, recipe: Recipe) -> Path:
        library = Beside(self.folder, recipe.table, file)
        editions = EditionsGiven({}, recipe.table, library)
        make_figure(table_in(file, recipe.table), recipe, library=library, editions=editions)
        return file
