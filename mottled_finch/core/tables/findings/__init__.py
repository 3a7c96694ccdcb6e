"""What may be wrong with a table, each with the mend that would put it right. ``FINDERS`` are their names, in order."""

from importlib import import_module

from ...common.vocabulary import FINDER_TERMS
from ..table import Table
from .finding import Cure, Finding

FINDERS = tuple(FINDER_TERMS)
"""Modules with ``find(table)``, which gives findings, and changes nothing. They are loaded when they are first needed."""


def find_all(table: Table) -> list[Finding]:
    finders = [import_module(f".{name}", __name__) for name in FINDERS]
    return [finding for finder in finders for finding in finder.find(table)]


__all__ = ["FINDERS", "Cure", "Finding", "find_all"]
