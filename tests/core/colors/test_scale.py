"""The scale: ends, middle, and the step of each value."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.colors.scale import resolve_scale
from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.recipe import ColorSpec, EndSpec

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
