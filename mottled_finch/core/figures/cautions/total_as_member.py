"""A member of a side is a total of the others: it is always the largest, and leaves the others no color."""

from dataclasses import replace

from ...tables.aggregation.groups import Labels
from .caution import Caution, Cure, Seen

_TOTALS = {"all", "total", "totals", "grand total", "overall", "sum", "everything", "subtotal", "sub-total", "(all)"}


def find(seen: Seen) -> Caution | None:
    matrix, aside = seen.figure.matrix, seen.recipe.pivot.aside
    rows, columns = _totals(matrix.rows), _totals(matrix.columns)
    if not rows and not columns:
        return None
    name = (rows or columns)[0][-1]
    away = replace(aside, rows=(*aside.rows, *rows), columns=(*aside.columns, *columns))
    return Caution(
        name="total_as_member",
        words=f"“{name}” looks like a total that stands among its own parts and takes the end of the scale.",
        cure=Cure(words="Set it aside", recipe=replace(seen.recipe, pivot=replace(seen.recipe.pivot, aside=away))),
    )


def _totals(members: tuple[Labels, ...]) -> list[Labels]:
    """Members called a total, of a side that has others beside them."""
    found = [labels for labels in members if labels and labels[-1].strip().casefold() in _TOTALS]
    return found if len(found) < len(members) else []
