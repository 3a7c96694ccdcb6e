"""Kernels that reckon with several numbers at once say what one by one says."""

import os
import subprocess
import sys

import numpy as np
from hypothesis import example, given
from hypothesis import strategies as st

from mottled_finch.core.kernels import compiled
from mottled_finch.core.kernels.pairs import add_to_pair, lower_pair
from mottled_finch.core.kernels.sift import counted, sift

NUMBERS = st.sampled_from([-np.inf, -2.0, -0.0, 0.0, 1.0, 1.5, 7.0, np.inf]) | st.floats(allow_nan=False)
VALUES = st.lists(NUMBERS | st.just(np.nan), max_size=40)


@given(VALUES, st.integers(0, 10), NUMBERS, NUMBERS, st.integers(0, 3))
@example([np.nan] * 9, 0, -np.inf, np.inf, 0)
def test_sifting_counts_those_below_and_keeps_those_within_in_order(values, start, low, high, there):
    room = np.full(there + len(values), 99.0)
    found = sift(np.array(values), start, len(values), low, high, room, np.uint64(there))
    part = values[start:]
    within = [value for value in part if low <= value <= high]
    assert counted(found) == (sum(value < low for value in part), there + len(within))
    assert room[: there + len(within)].tolist() == [99.0] * there + within


@given(VALUES, NUMBERS, NUMBERS)
def test_sifting_into_the_array_itself_keeps_the_same(values, low, high):
    """What is set aside never overtakes what is still to be read."""
    apart, within = np.empty(len(values)), np.array(values)
    _, number = counted(sift(np.array(values), 0, len(values), low, high, apart, np.uint64(0)))
    _, again = counted(sift(within, 0, len(values), low, high, within, np.uint64(0)))
    assert again == number
    assert within[:number].tolist() == apart[:number].tolist()


@compiled
def _each(places, values, sums, ends):
    for i in range(len(places)):
        add_to_pair(sums, np.uint64(places[i]), values[i])
        lower_pair(ends, np.uint64(places[i]), values[i])


@given(st.lists(st.tuples(st.integers(0, 2), NUMBERS), max_size=30))
def test_pairs_hold_sums_and_numbers_and_both_ends(records):
    places = np.array([place for place, _ in records], dtype=np.uint16)
    values = np.array([value for _, value in records])
    sums, ends = np.zeros(6), np.full(6, np.inf)
    _each(places, values, sums, ends)
    for place in range(3):
        here = [value for each, value in records if each == place]
        with np.errstate(invalid="ignore", over="ignore"):
            total = np.float64(0.0)
            for value in here:
                total += np.float64(value)
        np.testing.assert_equal(sums[2 * place : 2 * place + 2], [total, len(here)])
        np.testing.assert_equal(ends[2 * place : 2 * place + 2], [min(here, default=np.inf), -max(here, default=-np.inf)])


def test_they_say_the_same_on_a_processor_that_has_no_such_steps(tmp_path):
    plain = {"NUMBA_CPU_NAME": "generic", "NUMBA_CPU_FEATURES": "", "NUMBA_CACHE_DIR": str(tmp_path)}
    again = [sys.executable, "-m", "pytest", __file__, "-k", "sifting or pairs", "-p", "no:cacheprovider"]
    done = subprocess.run(again, env={**os.environ, **plain}, capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stdout
