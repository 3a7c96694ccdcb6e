"""The last period is not over: beside whole ones it looks like a fall."""

from dataclasses import replace

from ...common.recipe.conditions import ConditionSpec
from .caution import Caution, Cure, Seen


def find(seen: Seen) -> Caution | None:
    pivot = seen.recipe.pivot
    # What is moved along the calendar is set against as many days.
    alike = pivot.show.shift.field if pivot.show.shift is not None else None
    last = next((each for each in seen.figure.unfinished if each.field != alike), None)
    if last is None:
        return None
    keep = (*pivot.keep, ConditionSpec(field=last.field, to=last.to))
    return Caution(
        name="unfinished_period",
        words=f"The last period runs from {last.starts} to {last.ends}, but records end on {last.last}.",
        cure=Cure(words="Leave it out", recipe=replace(seen.recipe, pivot=replace(pivot, keep=keep))),
    )
