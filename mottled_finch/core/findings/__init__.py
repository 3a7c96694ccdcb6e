"""What may be wrong with a table, each with the mend that would put it right. ``FINDERS`` is the table of them, in order."""

from types import ModuleType

from ..table import Table
from . import codes, matrix, misfits, mixed, near_twins, repeated, tryouts, unfinished
from .finding import Cure, Finding

FINDERS: tuple[ModuleType, ...] = (matrix, near_twins, codes, misfits, mixed, tryouts, repeated, unfinished)
"""Each has ``find(table)``, which gives its findings, and changes nothing."""


def find_all(table: Table) -> list[Finding]:
    return [finding for finder in FINDERS for finding in finder.find(table)]


__all__ = ["FINDERS", "Cure", "Finding", "find_all"]
