"""Where bands are cut."""

from itertools import combinations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.colors.cuts import METHODS, cuts_of
from mottled_finch.core.colors.scale import resolve_scale
from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.recipe import ColorSpec
from mottled_finch.core.common.recipe.spec import BandMethod, BandsSpec, TargetSpec

VALUES = np.array([1.0, 2, 3, 10, 11, 12, 30, 31, 32, 33])


def cuts(values=VALUES, low=0.0, high=40.0, targets=None, **spec):
    return cuts_of(BandsSpec(**spec), np.array(values, dtype=float), low, high, targets or {})


def test_by_hand():
    assert cuts(method="equal_width", count=4) == (10, 20, 30)
    assert cuts(method="quantile", count=2) == (11.5,)
    assert cuts(method="natural", count=3) == (6.5, 21.0)
    assert cuts([0, 0, 10, 10], method="stdev", count=2) == (5,)
    assert cuts([0, 0, 10, 10], method="stdev", count=4) == pytest.approx((5 - 5.7735, 5, 5 + 5.7735), abs=1e-4)
    assert cuts(cuts=(3.0, TargetSpec(target="promise")), targets={"promise": 9.0}) == (3, 9)


def test_a_value_on_a_cut_is_in_the_band_above():
    scale = resolve_scale(ColorSpec(bands=BandsSpec(cuts=(45.0, 70.0))), np.array([45.0, 70, 44.9, 69.9, 100, np.nan]))
    assert scale.steps(np.array([45.0, 70, 44.9, 69.9, 100, -5, np.nan])).tolist() == [1, 2, 0, 1, 2, 0, 255]


@pytest.mark.parametrize("method", METHODS)
def test_values_that_are_all_equal_make_one_band_or_two(method):
    assert len(cuts([7, 7, 7], low=7.0, high=7.0, method=method, count=5)) <= 1


def test_targets_may_cross_and_then_it_is_told():
    with pytest.raises(TableError) as told:
        cuts(cuts=(5.0, TargetSpec(target="promise")), targets={"promise": 4.0})
    assert str(told.value) == "color.bands.cuts[1]: the cuts of bands must rise, and 5 is followed by 4; put them in order"
    with pytest.raises(TableError, match='the table has no target "promis"; did you mean "promise"'):
        cuts(cuts=(TargetSpec(target="promis"),), targets={"promise": 4.0})


def deviation(groups) -> float:
    return sum(((group - group.mean()) ** 2).sum() for group in groups)


@settings(max_examples=60)
@given(values=st.lists(st.integers(-50, 50), min_size=2, max_size=9), bands=st.integers(2, 4))
def test_natural_cuts_are_the_best_there_are(values, bands):
    """Against every way to cut the sorted values, in plain Python."""
    ordered = np.sort(np.array(values, dtype=float))
    different = np.unique(ordered)
    bands = min(bands, len(different))
    found = cuts(ordered, method="natural", count=bands) if bands > 1 else ()
    assert len(found) == bands - 1
    best = min(
        deviation([group for group in np.split(ordered, np.searchsorted(ordered, chosen)) if len(group)])
        for chosen in combinations(different[1:], bands - 1)
    )
    ours = deviation([group for group in np.split(ordered, np.searchsorted(ordered, found)) if len(group)])
    assert ours == pytest.approx(best, abs=1e-6)


@settings(max_examples=60)
@given(
    values=st.lists(st.floats(-1e3, 1e3), min_size=1, max_size=60), method=st.sampled_from(list(METHODS)), bands=st.integers(2, 8)
)
def test_cuts_rise_and_hold_every_value(values, method: BandMethod, bands):
    ordered = np.array(values)
    found = cuts(ordered, low=float(ordered.min()), high=float(ordered.max()), method=method, count=bands)
    assert list(found) == sorted(set(found))
    assert len(found) < bands
    scale = resolve_scale(ColorSpec(bands=BandsSpec(method=method, count=bands)), ordered)
    steps = scale.steps(ordered)
    assert (steps <= len(found)).all()
    order = np.argsort(ordered, kind="stable")
    assert (np.diff(steps[order].astype(int)) >= 0).all()


def test_thousands_of_values_cluster_as_they_were_made():
    random = np.random.default_rng(4)
    values = np.concatenate([random.normal(center, 1, 5_000) for center in (0, 20, 60)])
    low, high = cuts(values, method="natural", count=3)
    assert 5 < low < 15
    assert 30 < high < 50
