"""Sums of squares against ones that are written out record by record, and chance against SciPy's own tests."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy import stats

from mottled_finch.core.matrices.looks.swings import expected_of, swings_of_records, swings_of_values

RECORDS = st.lists(st.tuples(st.integers(0, 3), st.integers(0, 2), st.integers(-4, 9)), min_size=14, max_size=60)


def cells_of(records, shape):
    counts, sums = np.zeros(shape), np.zeros(shape)
    for row, column, value in records:
        counts[row, column] += 1
        sums[row, column] += value
    return counts, sums


def fitted(values, *factors):
    """What is left of the values, squared and added up, beside their best sum of something of each factor."""
    design = np.concatenate([np.eye(max(factor) + 1)[factor] for factor in factors], axis=1)
    best, *_ = np.linalg.lstsq(design, values, rcond=None)
    return float(((values - design @ best) ** 2).sum())


@settings(max_examples=80, deadline=None)
@given(RECORDS)
def test_shares_are_those_of_an_analysis_record_by_record(records):
    records = [*records, (0, 0, 1), (3, 2, 5)]
    rows, columns, values = (np.array(each) for each in zip(*records, strict=True))
    counts, sums = cells_of(records, (4, 3))
    found = swings_of_values(counts, counts, sums, float((values**2).sum()))
    everything = float(((values - values.mean()) ** 2).sum())
    cell = rows * 3 + columns
    kinds = len(set(cell.tolist()))
    if len(records) <= kinds + 1 or everything < 1e-9 or kinds < 3:
        assert found is None
        return

    def share(left, of):
        return min(max((everything - left - (of - 1) * left / max(len(records) - of, 1)) / everything, 0), 1)

    alone = [(fitted(values, factor), len(set(factor.tolist()))) for factor in (rows, columns)]
    best = min(alone, key=lambda each: each[0])
    if found is None:
        assert kinds - best[1] < 1
        return
    within = fitted(values, cell)
    assert (found.rows, found.columns) == pytest.approx([share(*each) for each in alone], abs=1e-9)
    assert found.both == pytest.approx(max(share(within, kinds), found.rows, found.columns), abs=1e-9)
    assert found.beyond == pytest.approx(found.both - max(found.rows, found.columns), abs=1e-9)
    if within > 1e-9:
        ratio = (best[0] - within) / (kinds - best[1]) / (within / (len(records) - kinds))
        assert found.chance == pytest.approx(stats.f.sf(ratio, kinds - best[1], len(records) - kinds), abs=1e-6)
    added = share(fitted(values, rows, columns), len(set(rows.tolist())) + len(set(columns.tolist())) - 1)
    assert 0 <= found.interplay <= found.beyond + 1e-12
    assert found.interplay == pytest.approx(min(max(found.both - added, 0), found.beyond), abs=0.02)


def test_weights_are_as_if_a_value_stood_so_many_times():
    rng = np.random.default_rng(4)
    weights, values = rng.integers(1, 6, (3, 4, 5)).astype(float), rng.normal(size=(3, 4, 5))
    found = swings_of_values(np.full((3, 4), 5.0), weights.sum(2), (weights * values).sum(2), float((weights * values**2).sum()))
    mean = np.average(values, weights=weights)
    by_row = np.average(values.reshape(3, -1), axis=1, weights=weights.reshape(3, -1))
    everything = (weights * (values - mean) ** 2).sum()
    explained = (weights.reshape(3, -1).sum(1) * (by_row - mean) ** 2).sum()
    assert found.rows == pytest.approx(max((explained - 2 * (everything - explained) / 57) / everything, 0))


@settings(max_examples=60, deadline=None)
@given(st.lists(st.lists(st.integers(0, 30), min_size=3, max_size=3), min_size=2, max_size=5))
def test_records_are_held_against_what_rows_and_columns_give_apart(counts):
    table = np.array(counts, dtype=float)
    whole = table[table.sum(1) > 0][:, table.sum(0) > 0]
    found = swings_of_records(table)
    if min(whole.shape) < 2 or whole.sum() < whole.size or found is None:
        return
    squared, chance, freedom, expected = stats.chi2_contingency(whole, correction=False)
    np.testing.assert_allclose(expected_of(whole), expected)
    assert found.chance == pytest.approx(chance, abs=1e-9)
    by_chance = freedom / (whole.sum() - 1)
    if abs(squared / whole.sum() - by_chance) > 1e-12:
        assert (found.beyond > 0) == (squared / whole.sum() > by_chance)


def test_a_published_table_has_its_value():
    """Hair and eye color of 592 students (Snee, 1974): chi squared is 138.29 of 9 degrees, Cramér's V 0.279."""
    snee = np.array([[68, 20, 15, 5], [119, 84, 54, 29], [26, 17, 14, 14], [7, 94, 10, 16]], dtype=float)
    found = swings_of_records(snee)
    assert math.sqrt(found.beyond) == pytest.approx(0.2790, abs=0.01)
    assert found.chance == pytest.approx(stats.chi2.sf(138.2898, 9), rel=1e-3)


def test_too_little_says_nothing():
    one = np.ones((2, 2))
    assert swings_of_values(one, one, one, 4.0) is None
    assert swings_of_values(3 * one, 3 * one, 3 * one, 12.0) is None  # one value throughout
    assert swings_of_records(np.array([[5.0, 3.0]])) is None
