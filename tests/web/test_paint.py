"""Finding the cell at a point, by the positions the core gives."""

import pytest

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import make_figure

from ..core.conftest import read

AT = "features/plate/stage/at"


def given_of(grid):
    names = ("xs", "ys", "drops", "absent", "cell_width", "cell_height", "widths", "heights")
    return {name: getattr(grid, name) for name in names}


@pytest.mark.parametrize("side", [1, 7, 60, 200])
def test_the_middle_of_every_cell_is_found_and_the_outside_is_not(node, side):
    text = "r,c\n" + "".join(f"r{i},c{j}\n" for i in range(side) for j in range(side))
    recipe = load_recipe({"finch_recipe": 2, "pivot": {"rows": [{"field": "r"}], "columns": [{"field": "c"}]}})
    grid = make_figure(read(text), recipe).scene.grid
    given = given_of(grid)
    cells = [(i, j) for i in range(0, side, max(1, side // 9)) for j in range(0, side, max(1, side // 9))]
    calls = [[given, grid.xs[j] + grid.cell_width / 2, grid.ys[i] + grid.cell_height / 2] for i, j in cells]
    assert node(AT, "cellAt", calls) == [{"row": i, "column": j} for i, j in cells]
    right, below = grid.xs[-1] + grid.cell_width + 5, grid.ys[-1] + grid.cell_height + 5
    outside = [[given, grid.xs[0] - 1, grid.ys[0]], [given, right, grid.ys[0]], [given, grid.xs[0], below]]
    assert node(AT, "cellAt", outside) == [None, None, None]


@pytest.mark.parametrize("name", ["dot", "square"])
def test_of_symbols_that_reach_beyond_their_cells_the_one_on_top_is_found(node, name):
    text = "r,c\n" + "".join(f"r{i},c{j}\n" * (1 + (i * 7 + j * 5) % 11) for i in range(6) for j in range(7))
    pivot = {"rows": [{"field": "r"}], "columns": [{"field": "c"}]}
    symbols = {"as": name, "size": {"take": "count"}, "reach": 2}
    recipe = load_recipe({"finch_recipe": 2, "pivot": pivot, "cells": {"symbols": symbols}})
    grid = make_figure(read(text), recipe).scene.grid
    more = ("reach", "sizes", "steps", "symbols", "symbol_height")
    given = {**given_of(grid), **{each: getattr(grid, each) for each in more}}
    points = [(grid.xs[0] + i * 13.7, grid.ys[0] + j * 9.1) for i in range(40) for j in range(35)]
    right, below = grid.xs[-1] + grid.cell_width, grid.ys[-1] + grid.cell_height
    points = [(x, y) for x, y in points if x < right and y < below]

    def on_top(x, y):
        found = None
        for i in grid.order:
            left, top, width, height = grid.symbol(i)
            dx, dy = abs(x - left - width / 2), abs(y - top - height / 2)
            if (dx * dx + dy * dy <= width * width / 4) if name == "dot" else max(dx, dy) <= width / 2:
                found = {"row": i // 7, "column": i % 7}
        return found

    wanted = [on_top(x, y) for x, y in points]
    found = node(AT, "cellAt", [[given, x, y] for x, y in points])
    # Where no symbol lies, the cell itself is meant.
    pairs = [pair for pair in zip(found, wanted, strict=True) if pair[1] is not None]
    assert len(pairs) > 200
    assert [one for one, _ in pairs] == [other for _, other in pairs]


@pytest.mark.parametrize("symbols", ["fill", "dot"])
def test_cells_of_unlike_widths_and_heights_are_found(node, symbols):
    text = "r,c\n" + "".join(f"r{i},c{j}\n" * (1 + i * i + 3 * j) for i in range(6) for j in range(7))
    count = {"take": "count"}
    parts = {"heads": {"weight": {"rows": count, "columns": count}}, "cells": {"symbols": {"as": symbols}, "values": "none"}}
    recipe = {"finch_recipe": 2, "pivot": {"rows": [{"field": "r"}], "columns": [{"field": "c"}]}, **parts}
    grid = make_figure(read(text), load_recipe(recipe)).scene.grid
    assert len(set(grid.widths)) > 3 and len(set(grid.heights)) > 3
    more = ("reach", "sizes", "steps", "symbols", "symbol_height")
    given = {**given_of(grid), **{each: getattr(grid, each) for each in more}}
    cells = [(row, column) for row in range(6) for column in range(7)]
    for share in (0.05, 0.5, 0.95):
        points = [
            (x + width * share, y + height * share) for row, column in cells for x, y, width, height in [grid.cell(column, row)]
        ]
        found = node(AT, "cellAt", [[given, x, y] for x, y in points])
        assert found == [{"row": row, "column": column} for row, column in cells]
    outside = [[given, grid.right + 5, grid.ys[0]], [given, grid.xs[0], grid.foot + 5]]
    assert node(AT, "cellAt", outside) == [None, None]


@pytest.mark.parametrize(
    "pivot",
    [
        {"rows": [{"field": "g"}, {"field": "r"}], "columns": [{"field": "g"}, {"field": "c"}]},
        {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "split": {"field": "g"}},
    ],
    ids=["groups", "panels"],
)
def test_cells_are_found_across_gaps_and_panels(node, pivot):
    text = "g,r,c\n" + "".join(f"{g},r{i},c{j}\n" for g in "abcde" for i in range(3) for j in range(6))
    grid = make_figure(read(text), load_recipe({"finch_recipe": 2, "pivot": pivot})).scene.grid
    cells = [(row, column) for row in range(len(grid.ys)) for column in range(len(grid.xs))]
    middles = [(x + grid.cell_width / 2, y + grid.cell_height / 2) for row, column in cells for x, y in [grid.place(column, row)]]
    found = node(AT, "cellAt", [[given_of(grid), x, y] for x, y in middles])
    assert found == [{"row": row, "column": column} for row, column in cells]
    given = given_of(grid)
    assert node(AT, "rowAt", [[given, y] for _, y in middles]) == [row for row, _ in cells]
    # A head stands above the cells of its own level, and is told by where these begin.
    tops = [[given, x, grid.place(column, 0)[1]] for (_, column), (x, _) in zip(cells, middles, strict=True)]
    assert node(AT, "columnAt", tops) == [column for _, column in cells]
    if "split" in pivot:
        assert any(grid.drops)  # five panels do not stand on one line
