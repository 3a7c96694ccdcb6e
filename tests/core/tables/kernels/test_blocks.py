"""Blocks of records: all of them once, in order, on as many threads as there are processors, until nobody waits any more."""

import threading
import time

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.common.errors import Canceled
from mottled_finch.core.tables.aggregation.partials import Regions, joined
from mottled_finch.core.tables.aggregation.partials.partial import parts_of
from mottled_finch.core.tables.kernels import blocks, blocks_of, in_blocks
from mottled_finch.core.tables.kernels.canceling import while_wanted


@given(st.integers(0, 3_000_000), st.integers(0, 1 << 24))
def test_blocks_hold_every_record_once(records, cells):
    found = blocks_of(records, cells)
    assert [each.start for each in found] == [0, *(each.stop for each in found)][: len(found)]
    assert (found[-1].stop if found else 0) == records
    assert len(found) * cells <= max(blocks.PLACES, cells)


@pytest.mark.parametrize("processors", [1, 2, 5])
def test_results_stand_in_order_and_each_is_made_once(monkeypatch, processors):
    monkeypatch.setattr(blocks, "_processors", lambda: processors)
    made = []

    def work(number):
        time.sleep(0.001 * (number % 3))
        made.append(number)
        return number * number

    assert in_blocks(work, range(40)) == [number * number for number in range(40)]
    assert sorted(made) == list(range(40))
    assert in_blocks(work, []) == []


def test_the_thread_that_asks_works_along_where_all_others_are_taken(monkeypatch):
    monkeypatch.setattr(blocks, "_processors", lambda: 2)
    held, free = threading.Event(), threading.Event()
    blocks._pool().submit(lambda: (held.set(), free.wait(10)))
    assert held.wait(10)
    here = threading.get_ident()
    try:
        assert set(in_blocks(lambda _: threading.get_ident(), range(6))) == {here}
    finally:
        free.set()


@pytest.mark.parametrize("processors", [1, 2])
def test_a_mistake_is_raised_and_ends_the_work(monkeypatch, processors):
    monkeypatch.setattr(blocks, "_processors", lambda: processors)
    made = []

    def work(number):
        made.append(number)
        if number == 3:
            raise ValueError("the third")
        time.sleep(0.002)

    with pytest.raises(ValueError, match="the third"):
        in_blocks(work, range(500))
    assert len(made) < 500


def test_nobody_waits():
    with pytest.raises(Canceled), while_wanted(lambda: False):
        in_blocks(lambda number: number, range(10))


@given(st.lists(st.integers(0, 1_000), max_size=50))
def test_parts_hold_every_region_once_and_the_largest_comes_first(numbers):
    counts = np.array(numbers, dtype=np.int64)
    parts = parts_of(counts)
    assert sorted(i for part in parts for i in range(part.start, part.stop)) == list(range(len(numbers)))
    sizes = [int(counts[part].sum()) for part in parts]
    assert sizes == sorted(sizes, reverse=True)


def test_regions_joined_are_all_of_both():
    one, other = Regions(np.array([0, 1, 2]), np.array([0, 1, 3])), Regions(np.array([2, 0]), np.array([0, 2]))
    both = joined(one, other)
    assert both.merged(np.array([1, 10, 100]), np.add).tolist() == [1, 110, 101]
