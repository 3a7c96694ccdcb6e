"""A table, and what pivots may ask of it."""

import numpy as np
from numpy.typing import NDArray

from ..errors import TableError
from ..recipe.conditions import ConditionSpec, MeasureSpec
from ..recipe.spec import LevelSpec, PivotSpec
from ..table import Kind, Table
from ..words.wording import KIND_WORDS
from .aggregated import measured
from .conditions import largest, passing, tests_of
from .levels import Level, level_of, shortened
from .measures import MEASURES
from .memory import Memory, memory_of
from .placement import Placement
from .source import Test


class TableSource:
    """The source of levels, conditions and measures."""

    def __init__(self, table: Table) -> None:
        self.table = table
        self.memory: Memory = memory_of(table)

    def tests(self, conditions: tuple[ConditionSpec, ...], path: str, measure: MeasureSpec | None = None) -> tuple[Test, ...]:
        return tests_of(self, conditions, path, measure)

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
        magnitude = MEASURES[measure.take].magnitude(self, measure)
        values = measured(measure, [gathering.make(placement) for gathering in gatherings], magnitude)
        return values, placement.records

    def level(self, spec: LevelSpec, path: str, pivot: PivotSpec, tests: tuple[Test, ...]) -> Level:
        """The level as the pivot asks for it, shortened to its largest members if it says so."""

        def kept() -> NDArray[np.bool_] | None:
            return passing(tests, self.table.records) if tests else None

        level = level_of(self.table, self.memory, spec, path, kept)
        if spec.top is None:
            return level
        values, records = self.by_member(level, spec.by or pivot.measure, tests, f"{path}.by")
        return shortened(level, largest(values, records, spec.top), spec.others)
