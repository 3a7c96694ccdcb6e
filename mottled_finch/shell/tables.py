"""A table that is a file, with the recipe of a figure made of it: what another delivery would change, and where figures fit."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field
from functools import partial
from pathlib import Path
from typing import Any

from mottled_finch.app.editions import Mends, User
from mottled_finch.app.mends import plain_mends
from mottled_finch.app.opening import Candidate
from mottled_finch.core.common.errors import IntakeError
from mottled_finch.core.common.recipe import Recipe, TableSpec, dump_recipe, load_table_part
from mottled_finch.core.matrices.pivot.targets import Editions, no_editions
from mottled_finch.core.outputs.draw import Source
from mottled_finch.core.tables.mends import Mended, apply_mends
from mottled_finch.core.tables.table import Table

from .companions import CALLED, Beside, ReadOnce, figure_beside, tables_in


@dataclass(frozen=True)
class TableOfFile:
    """The file that is a table now, read and mended as a recipe says; without one as it is, and nothing is made of it."""

    file: Path
    recipe: Recipe | None
    _read: ReadOnce = field(default_factory=ReadOnce)

    @property
    def spec(self) -> TableSpec:
        return self.recipe.table if self.recipe else TableSpec()

    def mends(self) -> list[dict[str, Any]]:
        return plain_mends(self.spec.mends)

    def standing(self) -> Mended:
        return self.laid_on(self._read(self.file, self.spec), self.mends())

    def laid_on(self, data: Table, mends: Mends) -> Mended:
        library = Beside(self.file.parent, self.spec, self.file)
        return apply_mends(data, load_table_part({"mends": list(mends)}).mends, library, tolerant=True)

    def recipes(self) -> list[dict[str, Any]]:
        return [dump_recipe(self.recipe)] if self.recipe else []

    def targets(self) -> dict[str, float]:
        """Those that a recipe stands at are written in it."""
        return {}

    def editions(self) -> Editions:
        return no_editions

    def users(self, _after: Mended) -> Iterable[User]:
        """Nobody knows which other files bring columns from this one."""
        return ()


@dataclass(frozen=True)
class ShelfOfFolder:
    """The tables of a folder, by their files."""

    folder: Path
    _read: ReadOnce = field(default_factory=ReadOnce)

    def own(self, _source: Source) -> Path | None:
        """A folder has no plates of its own."""
        return None

    def tables(self, name: str) -> Iterator[Candidate[Path]]:
        for file in sorted(tables_in(self.folder), key=lambda each: each.stat().st_mtime, reverse=True):
            namesake = any(is_called(file, name) for is_called in CALLED)
            yield Candidate(file.name, partial(self._fits, file), namesake)

    def _fits(self, file: Path, recipe: Recipe) -> Path:
        try:
            table = self._read(file, recipe.table)
        except OSError as error:
            raise IntakeError(f"the file cannot be read: {error.strerror}", path=file.name) from error
        figure_beside(table, recipe, self.folder, file)
        return file
