"""The colors of the cells as comma-separated text, to be used elsewhere."""

from ..figure.figure import Figure
from .csv import as_csv


def draw_hex(figure: Figure) -> bytes:
    """Laid out as the values are: each color as it is drawn, "#rrggbb"; a blank is an empty field."""
    grid, columns = figure.scene.grid, len(figure.matrix.columns)
    fills = [fill or "" for fill in grid.fills] if grid else []
    return as_csv(figure, [fills[i * columns : (i + 1) * columns] for i in range(len(figure.matrix.rows))])
