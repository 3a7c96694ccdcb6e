"""Numbers are rounded as people round what they see."""

from fractions import Fraction
from math import floor

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.tables.table.rounding import is_below, is_whole, percent_text, rounded, rounded_text


@pytest.mark.parametrize(
    ("value", "decimals", "shift", "wanted"),
    [
        (3.255, 2, 0, "3.26"),
        (1.075, 2, 0, "1.08"),
        (2.5, 0, 0, "3"),
        (-2.5, 0, 0, "-3"),
        (0.285, 0, 2, "29"),
        (0.07, 1, 2, "7.0"),
        (2_650.0, 1, -3, "2.7"),
        (1e140, 0, 0, "1" + "0" * 140),
        (5e-324, 2, 0, "0.00"),
    ],
)
def test_by_hand(value, decimals, shift, wanted):
    assert f"{rounded(value, decimals, shift):f}" == wanted


@given(st.floats(allow_nan=False, allow_infinity=False), st.integers(0, 8), st.integers(-12, 2))
def test_it_is_the_nearest_of_the_shortest_decimal_and_halves_go_away_from_zero(value, decimals, shift):
    exact = Fraction(repr(value)) * Fraction(10) ** shift
    away = floor(abs(exact) * 10**decimals + Fraction(1, 2))
    assert Fraction(rounded(value, decimals, shift)) == (away if exact >= 0 else -away) * Fraction(1, 10**decimals)


NUMBERS = st.one_of(
    st.floats(-1e12, 1e12),
    st.integers(-(10**7), 10**7).map(lambda i: (10 * i + 5) / 10_000),  # halves
    st.integers(-(10**7), 10**7).map(lambda i: i / 1000),
    st.sampled_from([999.5, 999.95, 99.95, 0.285, 0.07, 1e300, 999_499.9999999, 0.9995]),
)


@settings(max_examples=2000)
@given(NUMBERS, st.integers(0, 6), st.integers(-12, 2))
def test_what_is_fast_says_the_same(value, decimals, shift):
    exact = rounded(value, decimals, shift)
    assert rounded_text(value, decimals, shift).replace("-", "") == f"{exact.copy_abs():,f}"
    assert is_below(value, 1000, decimals, shift) == (exact.copy_abs() < 1000)
    assert is_whole(value, shift) == (rounded(value, 12, shift) == rounded(value, 0, shift))


def test_percent():
    assert [percent_text(share) for share in (0.59, 0.285, 1.0, 0.0)] == ["59%", "29%", "100%", "0%"]
    assert percent_text(0.2675, 1) == "26.8%"
