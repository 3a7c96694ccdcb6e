"""Finding the cell at a point, by the positions the core gives."""

import pytest

from mottled_finch.core.figure import make_figure
from mottled_finch.core.recipe import load_recipe

from ..core.conftest import read

PAINT = "features/plate/paint"


@pytest.mark.parametrize("side", [1, 7, 60, 200])
def test_the_middle_of_every_cell_is_found_and_the_outside_is_not(node, side):
    text = "r,c\n" + "".join(f"r{i},c{j}\n" for i in range(side) for j in range(side))
    recipe = load_recipe({"finch_recipe": 1, "pivot": {"rows": [{"field": "r"}], "columns": [{"field": "c"}]}})
    grid = make_figure(read(text), recipe).scene.grid
    given = {"xs": grid.xs, "ys": grid.ys, "cell_width": grid.cell_width, "cell_height": grid.cell_height}
    cells = [(i, j) for i in range(0, side, max(1, side // 9)) for j in range(0, side, max(1, side // 9))]
    calls = [[given, grid.xs[j] + grid.cell_width / 2, grid.ys[i] + grid.cell_height / 2] for i, j in cells]
    assert node(PAINT, "cellAt", calls) == [{"row": i, "column": j} for i, j in cells]
    right, below = grid.xs[-1] + grid.cell_width + 5, grid.ys[-1] + grid.cell_height + 5
    outside = [[given, grid.xs[0] - 1, grid.ys[0]], [given, right, grid.ys[0]], [given, grid.xs[0], below]]
    assert node(PAINT, "cellAt", outside) == [None, None, None]
