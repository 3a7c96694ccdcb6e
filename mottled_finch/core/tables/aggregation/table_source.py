"""A table, and what pivots may ask of it."""

from collections.abc import Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ...common.errors import TableError
from ...common.recipe.conditions import ConditionSpec, MeasureSpec
from ...common.recipe.spec import LevelSpec, PivotSpec, ShiftSpec
from ...common.vocabulary.kinds import KIND_WORDS
from ..table import Column, Kind, Table
from .aggregated import measured
from .conditions import largest, passing, tests_of
from .levels import Level, level_of, shortened
from .measures import MEASURES
from .memory import Memory, memory_of
from .placement import Placement
from .shift import moved, way_of
from .source import Test


class TableSource:
    """The source of levels, conditions and measures."""

    def __init__(self, table: Table, memory: Memory | None = None) -> None:
        self.table = table
        self.memory = memory_of(table) if memory is None else memory

    def column(self, name: str, path: str, cut: str | None = None) -> Column:  # noqa: ARG002 - what is shifted asks for it
        """The column as levels and conditions with that cut see it."""
        return self.table.column(name, path)

    def version(self, name: str, cut: str | None) -> str:  # noqa: ARG002
        """What tells the column apart, in memory, from the one of that name in the table itself."""
        return ""

    def tests(
        self,
        conditions: tuple[ConditionSpec, ...],
        path: str | Sequence[str],
        measure: MeasureSpec | None = None,
        others: tuple[Test, ...] = (),
    ) -> tuple[Test, ...]:
        """One test a condition; ``others`` must be met beside them."""
        return tests_of(self, conditions, path, measure, others)

    def numbers(self, field: str, path: str, take: str) -> NDArray[np.float64]:
        column = self.table.column(field, path)
        if column.kind is not Kind.NUMBER:
            names = [each.name for each in self.table.columns if each.is_number]
            cure = f"choose a number, such as {names[0]}" if names else 'choose "count", since this table has no column of numbers'
            raise TableError(
                f'"{column.name}" holds {KIND_WORDS[column.kind]}, of which there is no {take}; {cure}',
                path=path,
                received=field,
                allowed=names,
            )
        return column.data

    def by_member(
        self, level: Level, measure: MeasureSpec, tests: tuple[Test, ...], path: str
    ) -> tuple[NDArray[np.float64], NDArray[np.int64]]:
        placement = Placement(self.table.records, (level,), tests)
        gatherings = MEASURES[measure.take].gathers(self, measure, path)
        values = measured(measure, [gathering.make(placement) for gathering in gatherings])
        return values, placement.records

    def level(self, spec: LevelSpec, path: str, pivot: PivotSpec, tests: tuple[Test, ...]) -> Level:
        """The level as the pivot asks for it, shortened to its largest members if it says so."""
        level = level_of(self, spec, path, lambda: self.kept_numbers(spec.field, tests) if tests else None)
        left = self.left(level, spec, path, pivot, tests)
        return level if left is None else shortened(level, left, spec.others)

    def left(self, level: Level, spec: LevelSpec, path: str, pivot: PivotSpec, tests: tuple[Test, ...]) -> NDArray[np.int64] | None:
        """The positions of the members that ``top`` leaves, rising; None where all stay."""
        if spec.top is None:
            return None
        values, records = self.by_member(level, spec.by or pivot.measure, tests, f"{path}.by")
        return largest(values, records, spec.top)

    def kept_numbers(self, field: str, tests: tuple[Test, ...]) -> NDArray[np.float64]:
        """The numbers of a column in the records that pass."""
        data: NDArray[np.float64] = self.table.column(field, "").data[passing(tests, self.table.records)]
        return data


class ShiftedSource(TableSource):
    """A table whose moments, in one field, are moved: records of the other side stand where those of the kept span do."""

    def __init__(self, source: TableSource, shift: ShiftSpec) -> None:
        super().__init__(source.table, source.memory)
        self._shift = shift

    def column(self, name: str, path: str, cut: str | None = None) -> Column:
        column = super().column(name, path)
        way = way_of(self._shift, cut)
        if name != self._shift.field or way == "own":
            return column
        key = f"moved {name!r}{self.version(name, cut)}"
        return replace(column, entries=self.memory.keep(key, lambda: moved(column.dictionary, self._shift, way)))

    def version(self, name: str, cut: str | None) -> str:
        way = way_of(self._shift, cut)
        return "" if name != self._shift.field or way == "own" else f" {way} {self._shift!r}"


def passes(table: Table, conditions: tuple[ConditionSpec, ...], path: str) -> NDArray[np.bool_]:
    """Which records meet all conditions, shape (records,)."""
    return passing(TableSource(table).tests(conditions, path), table.records)
