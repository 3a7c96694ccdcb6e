"""A number that stands where there is none, such as -9999 or 1e20, is measured as if it were one."""

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ...common.language.english import field_words
from ...common.recipe.spec import Recipe
from ...common.recipe.table_spec import BlankMend
from ...common.wording.labels import number_label
from ...tables.aggregation.memory import memory_of
from ...tables.aggregation.table_source import passes
from ...tables.table.fills import fills_of
from .caution import Caution, Cure, Seen


def find(seen: Seen) -> Caution | None:
    table, recipe = seen.figure.facts.table, seen.figure.recipe
    for field in _measured(recipe):
        column = next((each for each in table.columns if each.name == field and each.is_number), None)
        if column is None:
            continue
        values: NDArray[np.float64] = column.data
        fills = memory_of(table).keep(f"fills {field!r}", lambda values=values: np.array(fills_of(values)))  # type: ignore[misc]
        if not len(fills):
            continue
        kept = np.isin(values, fills)
        if recipe.pivot.keep:
            kept &= passes(table, recipe.pivot.keep, "pivot.keep")
        there = [value for value in fills.tolist() if value in values[kept]]
        if there:
            return _told(seen, field, there, int(kept.sum()))
    return None


def _measured(recipe: Recipe) -> list[str]:
    """The fields whose numbers are in the figure."""
    pivot, cells = recipe.pivot, recipe.cells
    measures = [pivot.measure, pivot.show.measure, cells.print.measure if cells.print else None, cells.symbols.size]
    named = [name for each in measures if each is not None for name in (each.of, each.per)]
    named += [] if pivot.correlate is None else pivot.correlate.fields
    return list(dict.fromkeys(name for name in named if name is not None))


def _told(seen: Seen, field: str, fills: list[float], records: int) -> Caution:
    words = tuple(number_label(value) for value in fills)
    mend = BlankMend(field=field, words=words)
    table = replace(seen.recipe.table, mends=(*seen.recipe.table.mends, mend))
    where = "once" if records == 1 else f"{records:,} times"
    seems = "looks like a mark for no value, but counts as a number"
    if len(fills) > 1:
        seems = "look like marks for no value, but count as numbers"
    names = " and ".join(f"“{word}”" for word in words)
    return Caution(
        name="fills",
        words=f"{names} in {field_words(field)}, {where}, {seems}.",
        cure=Cure(words="Take as blank", recipe=replace(seen.recipe, table=table), mend=mend),
    )
