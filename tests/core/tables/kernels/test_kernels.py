"""What kernels say is what one by one says."""

import numpy as np
from hypothesis import example, given
from hypothesis import strategies as st

from mottled_finch.core.tables.kernels.sift import sift

NUMBERS = st.sampled_from([-np.inf, -2.0, -0.0, 0.0, 1.0, 1.5, 7.0, np.inf]) | st.floats(allow_nan=False)
VALUES = st.lists(NUMBERS | st.just(np.nan), max_size=40)


@given(VALUES, st.integers(0, 10), NUMBERS, NUMBERS, st.integers(0, 3))
@example([np.nan] * 9, 0, -np.inf, np.inf, 0)
def test_sifting_counts_those_below_and_keeps_those_within_in_order(values, start, low, high, there):
    room = np.full(there + len(values) + 1, 99.0)
    found = sift(np.array(values), start, len(values), low, high, room, there)
    part = values[start:]
    within = [value for value in part if low <= value <= high]
    assert found == (sum(value < low for value in part), there + len(within))
    assert room[: there + len(within)].tolist() == [99.0] * there + within


@given(VALUES, NUMBERS, NUMBERS)
def test_sifting_into_the_array_itself_keeps_the_same(values, low, high):
    """What is set aside never overtakes what is still to be read."""
    apart, within = np.empty(len(values) + 1), np.array(values)
    _, number = sift(np.array(values), 0, len(values), low, high, apart, 0)
    _, again = sift(within, 0, len(values), low, high, within, 0)
    assert again == number
    assert within[:number].tolist() == apart[:number].tolist()
