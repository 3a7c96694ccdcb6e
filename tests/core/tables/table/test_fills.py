"""Marks for no value among numbers."""

import numpy as np
import pytest

from mottled_finch.core.tables.table.fills import fills_of

N = np.nan
TEMPERATURES = [-12.5, 3.0, 18.2, 31.0, 0.0]


@pytest.mark.parametrize(
    ("values", "wanted"),
    [
        ([*TEMPERATURES, -9999.0], (-9999.0,)),
        ([*TEMPERATURES, -999.0, -999.0, N], (-999.0,)),
        ([*TEMPERATURES, 99999.0, -9999.0], (99999.0, -9999.0)),
        ([1.0, 2.0, 40_000.0, -999.0], (-999.0,)),  # nothing else is below zero
        ([*TEMPERATURES, 1e20], (1e20,)),
        *(([*TEMPERATURES, each], (each,)) for each in (1e30, -1e32, 1e34, 1e35, -1e36, 1e38, 3.4e38, 3.402823e38)),
        *(([1e38 / 3, 2e37, each], (each,)) for each in (1e38, -1e38)),  # as large as others, and yet no number
        ([1e18, 1e20], (1e20,)),  # never a number, however large the others are
        ([*TEMPERATURES, -3.4028234663852886e38, 9.96921e36], (-3.4028234663852886e38, 9.96921e36)),
        ([0.001, 0.002, 0.0015, 9999999999999.0], (9999999999999.0,)),
        ([0.001, 0.002, 0.0015, 123456789.5], (123456789.5,)),
        ([1200.0, 8000.0, 9999.0], ()),  # among prices it is one
        ([1.0, 2.0, 99.0, 50.0], ()),
        ([-5.0, -999.0, -1200.0], ()),
        ([0.0, 0.0, 1e6], ()),  # nothing to be far from
        ([0.0, 0.0, -999.0], ()),
        ([5.0, 5.0, 5.0], ()),
        ([1e-15, 0.3, 1.0], ()),
        ([N, N], ()),
        ([], ()),
        ([np.inf, 1.0], ()),
        ([np.inf, *TEMPERATURES, -9999.0], (-9999.0,)),
        ([3.0, 12.0, 7.0, 99.0], ()),
    ],
)
def test_by_hand(values, wanted):
    assert fills_of(np.array(values, dtype=float)) == wanted


def test_no_usual_column_has_any():
    random = np.random.default_rng(7)
    for values in (
        random.lognormal(3, 2, 50_000),
        random.normal(0, 1e-6, 50_000),
        random.pareto(1.1, 50_000),
        random.integers(0, 100, 50_000).astype(float),
        np.arange(100_000.0),
        random.integers(0, 2, 50_000).astype(float),
    ):
        assert fills_of(values) == ()
