"""Targets: numbers by name, kept with a table and shared by its plates. Changing one moves every end and cut that stands at it."""

from collections.abc import Mapping
from dataclasses import replace

from .errors import TableError, did_you_mean
from .recipe.spec import PivotSpec, TargetSpec


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


def with_targets(pivot: PivotSpec, targets: Mapping[str, float]) -> PivotSpec:
    """The pivot with numbers where it names targets."""
    to = pivot.show.to
    if not isinstance(to, TargetSpec):
        return pivot
    return replace(pivot, show=replace(pivot.show, to=number_of(to, targets, "pivot.show.to")))
