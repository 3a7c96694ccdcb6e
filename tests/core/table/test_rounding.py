"""Numbers are rounded as people round what they see."""

from fractions import Fraction
from math import floor

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.table.rounding import percent_text, rounded


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


def test_percent():
    assert [percent_text(share) for share in (0.59, 0.285, 1.0, 0.0)] == ["59%", "29%", "100%", "0%"]
    assert percent_text(0.2675, 1) == "26.8%"
