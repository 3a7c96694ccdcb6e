"""Targets: numbers by name, kept with a table and shared by its plates. Changing one moves every end and cut that stands at it.

A pivot in which each is a number is resolved: it can be laid on a table.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray

from ...common.errors import TableError, did_you_mean
from ...common.recipe.spec import LitSpec, PastSpec, PivotSpec, TargetSpec
from ...tables.table import Table


@dataclass(frozen=True, kw_only=True)
class ResolvedPivot(PivotSpec):
    """A pivot in which every target is a number, as ``likened.resolved`` makes it: what can be laid on a table. ``edition`` is the
    one that it is shown against; ``likened`` gives, of its matrix in natural order, what members are alike by ``colored``, shape of
    the cells. Without it they are by what is shown.
    """

    edition: Table | None = field(default=None, repr=False)
    likened: Callable[[Any], Any] | None = field(default=None, repr=False, compare=False)


def number_of(value: float | TargetSpec, targets: Mapping[str, float], path: str) -> float:
    """The number, or that of the target. Raises TableError for a target that the table does not have."""
    if isinstance(value, TargetSpec):
        return target_of(value.target, targets, f"{path}.target")
    return value


def target_of(name: str, targets: Mapping[str, float], path: str) -> float:
    if name not in targets:
        cure = did_you_mean(name, targets) if targets else "write its number in its place, or set the target first"
        raise TableError(f'the table has no target "{name}"; {cure}', path=path, received=name, allowed=list(targets))
    return targets[name]


Editions = Callable[[int | Literal["before"], str], Table]
"""The edition of a table by its number, or the one before, with the mends of the one that stands; the path is the place that asks.
Raises TableError for one that is gone.
"""


def no_editions(edition: int | Literal["before"], path: str) -> Table:
    """Where a table stands alone."""
    name = "no edition before this one" if edition == "before" else f"no edition {edition}"
    raise TableError(f"the table has {name}; choose another, or compare with other records of this one", path=path)


def with_targets(pivot: PivotSpec, targets: Mapping[str, float], editions: Editions = no_editions) -> ResolvedPivot:
    """The pivot with numbers where it names targets, and the edition that it is shown against. Raises TableError for a target or
    an edition that the table does not have.
    """
    parts = vars(pivot)
    if pivot.show.edition is not None:
        parts = {**parts, "edition": editions(pivot.show.edition, "pivot.show.edition")}
    if isinstance(pivot.show.to, TargetSpec):
        parts = {**parts, "show": replace(pivot.show, to=number_of(pivot.show.to, targets, "pivot.show.to"))}
    return ResolvedPivot(**parts)


def within_limits(
    limits: LitSpec | PastSpec, values: NDArray[np.float64], targets: Mapping[str, float], path: str
) -> NDArray[np.bool_]:
    """Which values lie above, below, from and to the numbers or targets that are given; a blank never does."""
    found: NDArray[np.bool_] = ~np.isnan(values)
    for name, passes in (("above", np.greater), ("below", np.less), ("from_", np.greater_equal), ("to", np.less_equal)):
        limit = getattr(limits, name)
        if limit is not None:
            with np.errstate(invalid="ignore"):
                found &= passes(values, number_of(limit, targets, f"{path}.{name.rstrip('_')}"))
    return found
