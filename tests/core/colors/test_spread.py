"""How values are spread between the ends."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.colors.scale import resolve_scale
from mottled_finch.core.colors.spread import Spread, spread_of
from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.recipe import ColorSpec, EndSpec
from mottled_finch.core.common.recipe.spec import SpreadName

NUMBERS = st.lists(st.floats(-1e6, 1e6), min_size=2, max_size=60)


def test_by_logarithm():
    scale = resolve_scale(ColorSpec(scale="log", low=EndSpec(at=1.0), high=EndSpec(at=1000.0)), np.array([5.0, 1000]))
    assert scale.places(np.array([1.0, 10, 100, 1000])).tolist() == pytest.approx([0, 1 / 3, 2 / 3, 1])
    assert scale.middle == pytest.approx(math.sqrt(1000))
    # What has no logarithm is at the low end, and counted.
    assert scale.steps(np.array([0.0, -5, np.nan])).tolist() == [0, 0, 255]
    assert resolve_scale(ColorSpec(scale="log", low=EndSpec(at=1.0)), np.array([-5.0, 0, 3, 1000])).under == 2


@pytest.mark.parametrize("low", [0.0, -3.0])
def test_a_logarithm_of_what_is_not_above_zero_is_refused(low):
    with pytest.raises(TableError) as told:
        resolve_scale(ColorSpec(scale="log"), np.array([low, 10.0]))
    assert str(told.value) == (
        f"color.scale: a logarithm needs ends above zero, and the low end is at {low:g}; "
        "put it above zero, or spread the values by logarithm around 0, or by rank"
    )


def test_around_zero_both_sides_are_alike():
    scale = resolve_scale(ColorSpec(scale="log_both"), np.array([-1000.0, 1000]))
    places = scale.places(np.array([-1000.0, -10, 0, 10, 1000]))
    assert places.tolist() == pytest.approx([0, 1 - places[3], 0.5, places[3], 1])
    assert places[3] > 0.51


def test_by_rank_one_extreme_swallows_nothing():
    values = np.array([1.0, 2, 3, 4, 1e9])
    scale = resolve_scale(ColorSpec(scale="rank"), values)
    assert scale.places(values).tolist() == [0, 0.25, 0.5, 0.75, 1]
    # Equal values share the middle of their ranks: 1, 2.5, 2.5, 4.
    assert resolve_scale(ColorSpec(scale="rank"), np.array([1.0, 7, 7, 9])).places(np.array([7.0])).tolist() == [0.5]


@pytest.mark.parametrize("name", ["linear", "log_both", "rank"])
@given(numbers=NUMBERS)
def test_a_higher_value_never_stands_lower(name: SpreadName, numbers):
    values = np.array(numbers)
    scale = resolve_scale(ColorSpec(scale=name), values)
    ordered = scale.places(np.sort(values))
    assert (np.diff(ordered) >= 0).all()
    assert ((ordered >= 0) & (ordered <= 1)).all()


@pytest.mark.parametrize("name", ["linear", "log", "log_both"])
@given(value=st.floats(0.01, 1e6))
def test_there_and_back(name: SpreadName, value):
    spread = spread_of(name, np.array([0.01, 1e6]), 0.01, 1e6)
    assert spread.back(float(spread.of(value))) == pytest.approx(value, rel=1e-9)


def test_a_spread_knows_no_blank_as_a_number():
    for name in ("linear", "log", "log_both"):
        assert math.isnan(float(Spread(name=name).of(math.nan)))
