"""Labels of the members of a side, and members that have their first ones in common."""

from dataclasses import dataclass

Labels = tuple[str, ...]
"""One label a level, the outermost first; empty for a side without levels."""


@dataclass(frozen=True)
class Group:
    """The members ``start`` to ``stop`` of a side that have their first labels in common: those of the first ``depth`` levels."""

    start: int
    stop: int
    depth: int
    labels: Labels
