"""The scale: ends, middle, and the step of each value."""

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.colors.scale import resolve_scale
from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.recipe import ColorSpec, EndSpec
from mottled_finch.core.common.recipe.spec import BandsSpec

VALUES = np.array([[0.0, 5.0, np.nan], [10.0, 40.0, 20.0]])


def scale(**ends: EndSpec):
    return resolve_scale(ColorSpec(**ends), VALUES)


def test_from_lowest_to_highest_when_nothing_is_said():
    found = scale()
    assert (found.low, found.middle, found.high, found.has_middle) == (0, 20, 40, False)
    assert found.steps(VALUES).tolist() == [[0, 32, 255], [64, 254, 127]]
    assert not found.clips_low
    assert not found.clips_high


def test_a_middle_bends_the_scale_and_ends_clip():
    found = scale(low=EndSpec(at=1.0), middle=EndSpec(at=5.0), high=EndSpec(at=10.0))
    assert found.steps(np.array([0.0, 1, 3, 5, 7.5, 10, 40])).tolist() == [0, 0, 64, 127, 191, 254, 254]
    assert found.clips_low
    assert found.clips_high


def test_percent_and_percentile():
    assert scale(high=EndSpec(percent=50.0)).high == 20
    # 0, 5, 10, 20, 40: the 90th percentile lies 0.6 of the way from 20 to 40
    assert scale(high=EndSpec(percentile=90.0)).high == pytest.approx(32)
    assert scale(high=EndSpec(percentile=100.0)).high == 40


def test_all_alike_and_all_blank():
    constant = resolve_scale(ColorSpec(), np.full((2, 2), 7.0))
    assert constant.steps(np.array([7.0, np.nan])).tolist() == [127, 255]
    assert resolve_scale(ColorSpec(), np.full((2, 2), np.nan)) is None
    assert resolve_scale(ColorSpec(), np.zeros((0, 0))) is None


def test_an_end_left_to_the_data_gives_way_to_the_middle():
    found = scale(middle=EndSpec(at=50.0))
    assert (found.middle, found.high) == (50, 50)
    assert found.steps(np.array([0.0, 50, 60])).tolist() == [0, 127, 254]
    assert scale(middle=EndSpec(at=-5.0)).low == -5


@pytest.mark.parametrize(
    ("ends", "sentence"),
    [
        (
            {"low": EndSpec(at=9.0), "high": EndSpec(at=3.0)},
            "color.low: the low end of the scale (9) lies above the high end (3); move one of them",
        ),
        (
            {"middle": EndSpec(at=50.0), "high": EndSpec(at=30.0)},
            "color.middle: the middle of the scale (50) lies outside its ends (0 to 30); move one of them",
        ),
    ],
)
def test_ends_may_not_cross(ends, sentence):
    with pytest.raises(TableError) as told:
        scale(**ends)
    assert str(told.value) == sentence


@given(st.lists(st.floats(-1e9, 1e9), min_size=3, max_size=40))
def test_a_higher_value_never_has_a_lower_step(values):
    low, middle, high = sorted(values[:3])
    found = resolve_scale(ColorSpec(low=EndSpec(at=low), middle=EndSpec(at=middle), high=EndSpec(at=high)), np.array(values))
    steps = found.steps(np.sort(values))
    assert (np.diff(steps.astype(int)) >= 0).all()
    assert found.steps(np.array([middle])).item() == 127
    assert all(math.isfinite(end) for end in (found.low, found.middle, found.high))


@pytest.mark.parametrize(
    ("low", "high", "beyond", "clips"),
    [(0.0, 40.0, (0, 0), (False, False)), (0.5, 40.0, (1, 0), (True, False)), (5.0, 10.0, (1, 2), (True, True))],
)
def test_cells_beyond_an_end_are_counted_and_one_at_it_is_not_beyond(low, high, beyond, clips):
    found = scale(low=EndSpec(at=low), high=EndSpec(at=high))
    assert (found.under, found.over) == beyond
    assert (found.clips_low, found.clips_high) == clips


@pytest.mark.parametrize("turned", [False, True])
def test_where_values_are_seen_to_stand(turned):
    values = np.array([-1.0, 0, 10, 20, 30, 40, 50, np.nan])
    ramp = replace(scale(), turned=turned).stands(values)
    bands = replace(scale(bands=BandsSpec(cuts=(10.0, 20.0, 30.0))), turned=turned)
    thirds = np.array([0, 0, 1, 2, 3, 3, 3, np.nan]) / 3
    straight = np.array([0, 0, 0.25, 0.5, 0.75, 1, 1, np.nan])
    np.testing.assert_allclose(ramp, 1 - straight if turned else straight)
    np.testing.assert_allclose(bands.stands(values), 1 - thirds if turned else thirds)
    assert bands.number_of_steps == 4
    assert bands.band_steps == ((3, 2, 1, 0) if turned else (0, 1, 2, 3))
    steps = [3 - step if turned and step < 255 else step for step in (0, 0, 1, 2, 3, 3, 3, 255)]
    assert bands.steps(values).tolist() == steps


def test_a_turned_scale_has_the_colors_of_its_other_end():
    found = replace(scale(), turned=True)
    assert found.steps(VALUES).tolist() == [[254, 222, 255], [190, 0, 127]]
    np.testing.assert_array_equal(found.stands(VALUES), [[1, 0.875, np.nan], [0.75, 0, 0.5]])


def test_bands_stand_among_all_and_have_their_stops():
    values = np.array([np.nan, 5.0, 10.0, 19.9, 20.0, 99.0])
    found = scale()
    two = replace(found, cuts=(10.0, 20.0))
    assert (two.number_of_steps, two.band_steps) == (3, (0, 1, 2))
    np.testing.assert_array_equal(two.steps(values), [255, 0, 1, 1, 2, 2])
    np.testing.assert_array_equal(two.stands(values), [np.nan, 0, 0.5, 0.5, 1, 1])
    placed = replace(two, stops=(0, 100, 254))
    assert placed.band_steps == (0, 100, 254) and replace(placed, turned=True).band_steps == (254, 100, 0)
    np.testing.assert_array_equal(placed.steps(values), [255, 0, 100, 100, 254, 254])
    turned = replace(two, turned=True)
    np.testing.assert_array_equal(turned.steps(values), [255, 2, 1, 1, 0, 0])
    np.testing.assert_array_equal(turned.stands(values), [np.nan, 1, 0.5, 0.5, 0, 0])
    np.testing.assert_array_equal(replace(found, cuts=(10.0,)).stands(values[1:3]), [0, 1])
    np.testing.assert_array_equal(replace(found, cuts=()).stands(values[1:3]), [0, 0])


def test_what_lies_beyond_the_ends_is_counted():
    found = scale(low=EndSpec(at=5.0), high=EndSpec(at=10.0))
    assert (found.under, found.over, found.lowest, found.highest) == (1, 2, 0, 40)


def test_without_a_way_to_go_the_ends_are_at_both_sides():
    """A scale whose ends meet at a middle: what lies below is at its low end, what lies above at its high one."""
    found = replace(scale(), low=5.0, middle=5.0, high=5.0)
    np.testing.assert_array_equal(found.places(np.array([4.0, 5.0, 6.0])), [0, 0.5, 1])
