"""The colors of the cells as comma-separated text, to be used elsewhere."""

from ...figures.figure.figure import Figure
from .csv import as_csv
from .json import only_one_side


def draw_hex(figure: Figure) -> bytes:
    """Laid out as the values are: each color as it is drawn, "#rrggbb"; a blank is an empty field, and a cell that only one side
    of a comparison has says so in place of a color.
    """
    grid, columns = figure.scene.grid, len(figure.matrix.columns)
    only = only_one_side(figure.matrix)[: len(figure.matrix.rows), :columns].ravel().tolist()
    fills = [fill or word or "" for fill, word in zip(grid.fills, only, strict=True)] if grid else []
    return as_csv(figure, [fills[i * columns : (i + 1) * columns] for i in range(len(figure.matrix.rows))])
