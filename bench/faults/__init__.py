"""Faults: damaged files, kills in the middle, changes at the same time, load. Each is tried against a real server process.

``FAULTS`` is the table a new one is entered in: its long form, by name.
"""

from collections.abc import Callable

from .files import damaged_files
from .kills import kills
from .live import Fault
from .load import under_load
from .races import PAIRS, races

FAULTS: dict[str, Callable[[], Fault]] = {
    "faults_files": lambda: damaged_files(10_000),
    "faults_kills": lambda: kills(1_000),
    "faults_races": lambda: races(-(-10_000 // len(PAIRS))),
    "faults_load": lambda: under_load(30),
}

__all__ = ["FAULTS", "Fault"]
