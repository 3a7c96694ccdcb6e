"""Symbols, what is lit and spreads where values are constant, repeated, zero or blank throughout."""

import numpy as np
import pytest

from ...conftest import figure_of
from .test_layout import SIDES

KINDS = {
    "constant": [5, 5, 5, 5],
    "zero": [0, 0, 0, 0],
    "blank": ["", "", "", ""],
    "repeated": [1, 1, 9, 9],
    "signs": [-3, 0, 3, ""],
}
LIT = ({"highest": 1}, {"lowest": 99}, {"above": 0}, {"of": "records", "from": 1})


def drawn(values, **parts):
    """A further record, which is not kept, tells that they are numbers even where all of them are blank."""
    text = "r,c,v\n" + "".join(f"r{i // 2},c{i % 2},{value}\n" for i, value in enumerate(values)) + "other,other,1\n"
    keep = [{"field": "r", "not_in": ["other"]}]
    return figure_of(text, pivot={**SIDES, "measure": {"take": "sum", "of": "v"}, "keep": keep}, **parts)


@pytest.mark.parametrize("name", KINDS)
@pytest.mark.parametrize("symbol", ["square", "dot", "bar"])
def test_symbols_lie_within_their_cells_and_blanks_have_none(name, symbol):
    figure = drawn(KINDS[name], cells={"symbols": {"as": symbol, "size": {"take": "sum", "of": "v"}}})
    grid = figure.scene.grid
    values = figure.contents.values.ravel()
    for i, value in enumerate(values.tolist()):
        if np.isnan(value) or value <= 0:
            assert not grid.sizes or np.isnan(grid.sizes[i]) or grid.sizes[i] == 0
            continue
        x, y, width, height = grid.symbol(i)
        left, top = grid.place(i % 2, i // 2)
        assert left <= x and x + width <= left + grid.cell_width + 1e-9
        assert top <= y and y + height <= top + grid.cell_height + 1e-9
    positive = values[values > 0]
    if len(positive):
        largest = [size for size, value in zip(grid.sizes, values.tolist(), strict=True) if value == positive.max()]
        assert largest == [1.0] * len(largest)


@pytest.mark.parametrize("name", KINDS)
@pytest.mark.parametrize("lit", LIT, ids=str)
def test_all_equals_are_lit_together_and_blanks_never(name, lit):
    figure = drawn(KINDS[name], color={"lit": lit})
    values, found = figure.contents.values.ravel(), figure.coloring.lit.ravel()
    assert not found[np.isnan(values)].any()
    for value in set(values[~np.isnan(values)].tolist()):
        assert len(set(found[values == value].tolist())) == 1
    assert len(figure.scene.grid.unlit) == int((~found).sum())


@pytest.mark.parametrize("name", KINDS)
def test_both_logarithms_of_what_has_no_range_are_colors_all_the_same(name):
    figure = drawn(KINDS[name], color={"scale": "log_both"})
    values, steps = figure.contents.values.ravel(), figure.coloring.steps.ravel()
    assert (steps[np.isnan(values)] == 255).all()
    assert (steps[~np.isnan(values)] < 255).all()
    for value in set(values[~np.isnan(values)].tolist()):
        assert len(set(steps[values == value].tolist())) == 1


@pytest.mark.parametrize("take", ["min", "max", "range"])
def test_extremes_of_zeros_of_either_sign_are_zero_and_print_as_such(take):
    """The kernel may put one zero for the other."""
    text = "r,c,v\nr,c,-0.0\nr,c,0.0\nr,d,-0.0\nq,c,0\nq,d,\n"
    figure = figure_of(text, pivot={**SIDES, "measure": {"take": take, "of": "v"}})
    values = figure.contents.values.ravel()
    assert (values[~np.isnan(values)] == 0).all()
    assert set(figure.contents.prints) <= {"0", ""}
