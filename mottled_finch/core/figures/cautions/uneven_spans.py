"""A span that is not over, set against a whole one: the other side has days that this one cannot have yet."""

from dataclasses import replace

import numpy as np

from ...common.recipe.conditions import ConditionSpec
from ...tables.table import Kind
from .caution import Caution, Cure, Seen


def find(seen: Seen) -> Caution | None:
    pivot = seen.recipe.pivot
    for i, there in enumerate(pivot.show.keep):
        here = next((each for each in pivot.keep if each.field == there.field), None)
        days = None if here is None else _days(here)
        other = _days(there)
        if days is None or other is None:
            continue
        last = _last(seen, there.field or "")
        # A day or two missing at the end of a span is how data come; a week is a comparison of unlike things.
        if last is None or days[1] - last < np.timedelta64(7, "D") or last < days[0]:
            continue
        until = other[0] + (last - days[0])
        if until >= other[1]:
            continue
        shorter = replace(there, to=str(until))
        keep = (*pivot.show.keep[:i], shorter, *pivot.show.keep[i + 1 :])
        return Caution(
            name="uneven_spans",
            words=f"Records end on {last}, {(last - days[0]).astype(int) + 1} days into their span; the other side has all "
            f"{(other[1] - other[0]).astype(int) + 1} days of its own.",
            cure=Cure(
                words="Set it against as many days",
                recipe=replace(seen.recipe, pivot=replace(pivot, show=replace(pivot.show, keep=keep))),
            ),
        )
    return None


def _days(condition: ConditionSpec) -> tuple[np.datetime64, np.datetime64] | None:
    """The first and the last day of a span of moments; None for other conditions."""
    if not isinstance(condition.from_, str) or not isinstance(condition.to, str):
        return None
    first, last = np.datetime64(condition.from_), np.datetime64(condition.to)
    after = (last + 1).astype("datetime64[us]") - np.timedelta64(1, "us")
    return first.astype("datetime64[D]"), after.astype("datetime64[D]")


def _last(seen: Seen, field: str) -> np.datetime64 | None:
    column = seen.figure.facts.table.column(field, "")
    if column.kind is not Kind.MOMENT:
        return None
    occurs = np.flatnonzero(column.counts[1:])
    return column.dictionary[1:][occurs[-1]].astype("datetime64[D]") if len(occurs) else None
