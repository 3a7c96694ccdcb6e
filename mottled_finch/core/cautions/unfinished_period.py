"""The last period is not over: beside whole ones it looks like a fall."""

from dataclasses import replace

from ..recipe.conditions import ConditionSpec
from .caution import Caution, Cure, Seen


def find(seen: Seen) -> Caution | None:
    if not seen.figure.unfinished:
        return None
    last = seen.figure.unfinished[0]
    pivot = seen.recipe.pivot
    keep = (*pivot.keep, ConditionSpec(field=last.field, to=last.to))
    return Caution(
        name="unfinished_period",
        words=f"The last period runs from {last.starts} to {last.ends}, but records end on {last.last}.",
        cure=Cure(words="Leave it out", recipe=replace(seen.recipe, pivot=replace(pivot, keep=keep))),
    )
