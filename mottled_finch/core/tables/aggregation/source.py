"""What levels, conditions and measures may ask of the table they are laid on. table_source.py answers."""

from typing import Any, Protocol

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.conditions import ConditionSpec, MeasureSpec
from ..table import Table
from .levels import Columns, Level

Test = tuple[NDArray[Any], NDArray[np.bool_]]
"""Codes of shape (records,), and what is kept by code."""


class Source(Columns, Protocol):
    """A table with its memory."""

    table: Table

    def tests(self, conditions: tuple[ConditionSpec, ...], path: str) -> tuple[Test, ...]:
        """One test a condition; a record is kept that passes all."""

    def numbers(self, field: str, path: str, take: str) -> NDArray[np.float64]:
        """A column of doubles, NaN for a blank. Raises TableError for a column that holds anything else."""

    def by_member(
        self, level: Level, measure: MeasureSpec, tests: tuple[Test, ...], path: str
    ) -> tuple[NDArray[np.float64], NDArray[np.int64]]:
        """The measure of each member's records that pass, NaN where there is none, and their number."""
