"""Partial results merge: of two halves of the records, and of two cells, they say what they say of both together."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.tables.aggregation.levels import Level
from mottled_finch.core.tables.aggregation.partials import (
    Distinct,
    Regions,
    gather_counts,
    gather_distinct,
    gather_extremes,
    gather_met,
    gather_spread,
    gather_sums,
    gather_values,
)
from mottled_finch.core.tables.aggregation.partials.grouped import group
from mottled_finch.core.tables.aggregation.partials.marks import SHARE, gather_marks
from mottled_finch.core.tables.aggregation.placement import Placement

CELLS = 3


def placement(cells):
    level = Level(codes=np.array(cells, dtype=np.uint8), member_of=np.array([-1, 0, 1, 2]), labels=("a", "b", "c"))
    return Placement(len(cells), (level,), ())


def codes(values):
    return np.nan_to_num(values, nan=0).astype(np.uint8)


def answers(partial):
    """What a measure reads of a partial result."""
    for name in ("quantile", "count"):
        if hasattr(partial, name):
            found = getattr(partial, name)
            return [found(0.5)] if name == "quantile" else [found()]
    return [value for name, value in vars(partial).items() if name != "regions"]


GATHER = {
    "counts": lambda cells, values: gather_counts(placement(cells)),
    "sums": lambda cells, values: gather_sums(placement(cells), values),
    "extremes": lambda cells, values: gather_extremes(placement(cells), values),
    "spread": lambda cells, values: gather_spread(placement(cells), values),
    "met": lambda cells, values: gather_met(placement(cells), ((values > 0).view(np.uint8), np.array([False, True]))),
    "values": lambda cells, values: gather_values(placement(cells), values),
    "distinct": lambda cells, values: gather_distinct(placement(cells), codes(values), 1_000_000),
    "marks": lambda cells, values: gather_marks(placement(cells), codes(values), 64),
}
RECORDS = st.lists(st.tuples(st.integers(0, 3), st.one_of(st.just(np.nan), st.integers(1, 50).map(float))), min_size=1, max_size=80)


@pytest.mark.parametrize("name", list(GATHER))
@settings(max_examples=40, deadline=None)
@given(records=RECORDS)
def test_a_region_is_all_its_cells_together(name, records):
    cells, values = [cell for cell, _ in records], np.array([value for _, value in records])
    apart = GATHER[name](cells, values)
    regions = Regions(np.array([0, 2, 0, 1, 2]), np.array([0, 2, 5]))  # the first and the third, and all of them
    merged = apart.over(regions)
    for region, wanted in enumerate([{1, 3}, {1, 2, 3}]):
        joined = [1 if cell in wanted else 0 for cell in cells]
        together = GATHER[name](joined, values)
        for one, other in zip(answers(merged), answers(together), strict=True):
            np.testing.assert_allclose(one[region], other[0], rtol=1e-12, atol=1e-9, equal_nan=True)


@pytest.mark.parametrize("name", ["counts", "sums", "extremes", "spread", "met", "marks"])
@settings(max_examples=40, deadline=None)
@given(records=RECORDS, at=st.integers(0, 80))
def test_two_deliveries_of_records_merge_into_one(name, records, at):
    """A source that answers in parts, such as another machine, needs to send no more than its partial results."""
    cells, values = [cell for cell, _ in records], np.array([value for _, value in records])
    both = GATHER[name](cells, values)
    halves = [GATHER[name](cells[part], values[part]) for part in (slice(0, at), slice(at, None))]
    stacked = type(both)(*(np.concatenate([vars(half)[field] for half in halves]) for field in vars(both) if field != "regions"))
    pairs = Regions(np.array([0, 3, 1, 4, 2, 5]), np.array([0, 2, 4, 6]))
    for one, other in zip(answers(stacked.over(pairs)), answers(both), strict=True):
        np.testing.assert_allclose(one, other, rtol=1e-12, atol=1e-9, equal_nan=True)


def test_accumulated_is_each_with_all_before_it():
    rng = np.random.default_rng(3)
    cells, values = rng.integers(1, 4, 200).tolist(), rng.normal(1e6, 1, 200)
    for name in ("counts", "sums", "extremes", "spread", "met"):
        partial = GATHER[name](cells, values)
        line = type(partial)(*(array[None, :] for array in vars(partial).values())).accumulated(1)
        for stop in (1, 2, 3):
            wanted = partial.over(Regions(np.arange(stop), np.array([0, stop])))
            for one, other in zip(answers(line), answers(wanted), strict=True):
                np.testing.assert_allclose(one[0, stop - 1], other[0], rtol=1e-12)


def test_marks_of_many_blocks_and_shares_are_the_codes_gathered():
    """Both ways to count different values, where there are several of all that is worked on apart, and blanks of every kind."""
    rng = np.random.default_rng(8)
    records, cells, values = 700_000, 200, 40_000
    level = Level(codes=rng.integers(0, cells + 1, records).astype(np.uint16), member_of=np.arange(-1, cells), labels=("",) * cells)
    rejects = rng.integers(0, 5, records).astype(np.uint8), np.array([True, True, True, False, True])
    seen = rng.integers(0, values, records).astype(np.uint32)
    placement = Placement(records, (level,), (rejects,))
    assert len(placement.blocks) > 1 and cells * values > SHARE
    marks = gather_marks(placement, seen, values)
    plain = Distinct(*group(Placement(records, (level,), (rejects,)), seen, np.uint32(0)))
    regions = Regions(np.arange(cells), np.array([0, 1, 90, cells]))
    for one, other in [(marks, plain), (marks.over(regions), plain.over(regions))]:
        np.testing.assert_array_equal(one.count(), other.count())
        np.testing.assert_array_equal(one.numbers, other.numbers)
    kept = rejects[1][rejects[0]]
    assert marks.count()[7] == len(np.unique(seen[(level.codes == 8) & kept & (seen > 0)]))
    np.testing.assert_array_equal(placement.counts, Placement(records, (level,), (rejects,)).counts)
