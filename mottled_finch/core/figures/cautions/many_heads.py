"""More heads on a side than anybody reads: most are thinned, and cells are slivers."""

from dataclasses import replace

import numpy as np

from ...common.recipe.spec import BinsSpec, LevelSpec, Recipe
from ...common.vocabulary import CUT_TERMS
from ...tables.aggregation.cuts import cut_moments
from ...tables.aggregation.levels import calendar_of
from ...tables.table import Column, Kind
from .caution import Caution, Cure, Seen

MOST = 60
_LEFT = 40
_BINS = 20
_COARSER = ("date", "year_week", "year_month", "year_quarter", "year")


def find(seen: Seen) -> Caution | None:
    matrix, pivot = seen.figure.matrix, seen.recipe.pivot
    if pivot.correlate is not None or seen.recipe.page.underlay is not None:
        return None  # a field against each other; places of a plan
    for side, members in (("rows", matrix.rows), ("columns", matrix.columns)):
        levels: tuple[LevelSpec, ...] = getattr(pivot, side)
        split = side == "columns" and pivot.split is not None
        number = len({labels[1:] for labels in members}) if split else len(members)
        if number <= MOST or not levels:
            continue
        counts = [len({labels[split + i] for labels in members}) for i in range(len(levels))]
        at = int(np.argmax(counts))
        return Caution(
            name="many_heads",
            words=f"{number:,} {side} are more than anybody reads; {MOST} are many.",
            cure=_cure(seen, side, at, counts[at]),
        )
    return None


def _cure(seen: Seen, side: str, at: int, members: int) -> Cure | None:
    level: LevelSpec = getattr(seen.recipe.pivot, side)[at]
    column = seen.figure.facts.table.column(level.field, "")
    if members <= _LEFT:
        return None  # what is many comes of nesting
    if column.kind is Kind.MOMENT:
        cut = _coarser(column, level)
        return None if cut is None else _changed(seen, side, at, replace(level, cut=cut, top=None), f"Take {CUT_TERMS[cut].name}")
    if column.is_number:
        fewer = replace(level, bins=BinsSpec(round=_BINS), top=None, others=False)
        return _changed(seen, side, at, fewer, f"About {_BINS} round bins")
    return _changed(seen, side, at, replace(level, top=_LEFT, others=True), f"Leave the {_LEFT} largest, gather the rest")


def _coarser(column: Column, level: LevelSpec) -> str | None:
    """The finest running cut that leaves few enough."""
    used = np.flatnonzero(column.counts[1:])
    moments = column.dictionary[1:][used]
    begin = _COARSER.index(level.cut) + 1 if level.cut in _COARSER else 0
    calendar = calendar_of(level.year_starts, level.week_starts)
    return next((cut for cut in _COARSER[begin:] if len(cut_moments(moments, cut, calendar).ordinals) <= MOST), None)


def _changed(seen: Seen, side: str, at: int, level: LevelSpec, words: str) -> Cure:
    pivot = seen.recipe.pivot
    levels: tuple[LevelSpec, ...] = getattr(pivot, side)
    changed = (*levels[:at], level, *levels[at + 1 :])
    pivot = replace(pivot, rows=changed) if side == "rows" else replace(pivot, columns=changed)
    recipe: Recipe = replace(seen.recipe, pivot=pivot)
    return Cure(words=words, recipe=recipe)
