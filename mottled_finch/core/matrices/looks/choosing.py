"""Which pairs of fields and measures are worth a look: by how much their matrix shows, how full it is, how unlike the others."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.special import chdtrc

from ...common.recipe.conditions import MeasureSpec
from ...tables.kernels import blocks_of, in_blocks
from ...tables.table import Kind
from .fields import Measured, Side, decides
from .swings import Cells, Swings, expected_of, swings_of_records, swings_of_values

CELLS_MOST = 2_400
_RECORDS_A_CELL = 3
_FULL_LEAST = 0.5
_CHANCE_MOST = 1e-4
"""Divided by the number of pairs and measures that were looked at."""
_BOTH_LEAST, _BEYOND_LEAST, _TOGETHER_LEAST = 0.02, 0.01, 0.004
_NESTED = 0.9
"""Where one side decides the other for so many records, it lies within it, as towns in lands do: there is nothing to see."""
_COUNTS_FOR = 0.8
"""What numbers of records count for beside what is measured."""
_MEMBERS_ENOUGH = 5
_CYCLES = frozenset(("hour", "weekday", "month", "day", "week"))


@dataclass(frozen=True, kw_only=True, eq=False)
class Candidate:
    """A matrix by its sides and measure, what it shows, and how full it is: the part of its cells that rest on a few records."""

    rows: Side
    columns: Side
    measured: Measured
    records: Cells
    swings: Swings
    full: float

    @property
    def score(self) -> float:
        """What it shows beyond chance, and beyond rows and columns each by itself; less where it is not full, or of few members."""
        counts = _COUNTS_FOR if self.measured.values is None else 1.0
        for side in (self.rows, self.columns):
            counts *= min(1.0, len(side.labels) / _MEMBERS_ENOUGH)
        return counts * float(np.sqrt(self.swings.beyond) + np.sqrt(self.swings.interplay)) / 2 * self.full


def pairs_of(sides: Sequence[Side]) -> list[tuple[Side, Side]]:
    """Pairs that say more than one field does, each with what goes down first."""
    found = []
    for i, one in enumerate(sides):
        for other in sides[i + 1 :]:
            small = len(one.labels) * len(other.labels) <= min(CELLS_MOST, len(one.members) / _RECORDS_A_CELL)
            if small and _go_together(one, other) and not any(decides(*each, _NESTED) for each in ((one, other), (other, one))):
                found.append(_laid(one, other))
    return found


def _go_together(one: Side, other: Side) -> bool:
    """Cuts of one field do where at most one of them goes on."""
    if one.level.field != other.level.field:
        return True
    going_on = [cut for cut in (one.level.cut, other.level.cut) if cut not in _CYCLES]
    return len(going_on) < 2 and {one.level.cut, other.level.cut} != {"month", "week"}


def _laid(one: Side, other: Side) -> tuple[Side, Side]:
    """Time goes across, hours before all; else what has fewer members does."""

    def across(side: Side) -> tuple[int, int]:
        if side.kind is not Kind.MOMENT:
            return (0, -len(side.labels))
        return (1, ("year", "week", "weekday", "date", "year_month", "month", "hour").index(side.level.cut or "date"))

    return (one, other) if across(one) <= across(other) else (other, one)


def looked_at(rows: Side, columns: Side, measures: Iterable[Measured], *, least: int = _RECORDS_A_CELL) -> list[Candidate]:
    """The matrices of two sides, one a measure, of which there is something to say."""
    shape = len(rows.labels), len(columns.labels)
    places = np.where((rows.members < 0) | (columns.members < 0), 0, rows.members * shape[1] + columns.members + 1)
    records = _by_place(places, None, shape)
    filled = (records > 0).any(1).sum() * (records > 0).any(0).sum()
    full = float((records >= least).sum() / max(filled, 1))
    if full < _FULL_LEAST:
        return []
    found = []
    for measured in measures:
        swings = _swings(places, records, measured, shape)
        if swings is not None:
            found.append(Candidate(rows=rows, columns=columns, measured=measured, records=records, swings=swings, full=full))
    return found


def _swings(places: NDArray[np.int32], records: Cells, measured: Measured, shape: tuple[int, int]) -> Swings | None:
    if measured.values is None:
        return swings_of_records(records)
    weights = records if measured.alike else _by_place(places, measured.weights, shape)
    numbers = records if measured.alike else _by_place(places, measured.counts, shape)
    sums = _by_place(places, measured.weighted, shape)
    return swings_of_values(numbers, weights, sums, measured.squares(places))


def _by_place(places: NDArray[np.int32], amounts: NDArray[np.float64] | None, shape: tuple[int, int]) -> Cells:
    """Amounts added up by cell; the place 0 is outside."""
    size = shape[0] * shape[1] + 1

    def work(block: slice) -> NDArray[np.float64]:
        return np.bincount(places[block], None if amounts is None else amounts[block], size).astype(np.float64)

    parts = in_blocks(work, blocks_of(len(places), size))
    found: Cells = np.sum(parts, axis=0)[1:].reshape(shape)
    return found


def worth_showing(candidate: Candidate, tried: int) -> bool:
    """Whether what it shows is more than chance would among so many that were looked at, and more than one of its sides does."""
    swings = candidate.swings
    return (
        swings.chance * tried < _CHANCE_MOST
        and swings.both >= _BOTH_LEAST
        and swings.beyond >= (_TOGETHER_LEAST if candidate.measured.values is None else _BEYOND_LEAST)
    )


def uneven(candidate: Candidate) -> bool:
    """Whether records are spread over its cells otherwise than evenly, by more than chance would."""
    mean = candidate.records.mean()
    return float(chdtrc(candidate.records.size - 1, ((candidate.records - mean) ** 2).sum() / mean)) < _CHANCE_MOST


def chosen(candidates: Sequence[Candidate], most: int) -> list[Candidate]:
    """The best, each as unlike those before it as it can be: a measure or a field that was shown already counts for less."""
    left, found = list(candidates), list[Candidate]()
    while left and len(found) < most:
        best = max(left, key=lambda each: each.score * _news(each, found))
        if found and best.score * _news(best, found) < found[0].score / 12:
            break
        found.append(best)
        left = [each for each in left if not _alike(each, best)]
    return found


def _news(candidate: Candidate, before: Sequence[Candidate]) -> float:
    news = 1.0
    for other in before:
        if candidate.measured.measure == other.measured.measure:
            news *= 0.55
        mine, theirs = ({side.level.field for side in (each.rows, each.columns)} for each in (candidate, other))
        news *= 0.75 ** len(mine & theirs)
    return news


def _alike(one: Candidate, other: Candidate) -> bool:
    """The same pair of fields, or two measures of one field by one of them: nothing new."""
    mine, theirs = ({(side.level.field, side.level.cut) for side in (each.rows, each.columns)} for each in (one, other))
    return mine == theirs or (_about(one.measured.measure) == _about(other.measured.measure) and len(mine & theirs) > 0)


def _about(measure: MeasureSpec) -> str:
    return measure.of or (measure.where.field if measure.where else None) or ""


def most_unexpected(records: Cells) -> tuple[int, int, float]:
    """The cell with most records beyond what its row and column have by themselves, and how many times as many that is."""
    expected = expected_of(records)
    surprise = np.where(expected >= 1, (records - expected) / np.sqrt(np.maximum(expected, 1e-9)), -np.inf)
    row, column = np.unravel_index(int(surprise.argmax()), records.shape)
    return int(row), int(column), float(records[row, column] / expected[row, column])
