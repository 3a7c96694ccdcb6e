"""Whether a figure prints its values, where it stands in a file."""

from dataclasses import replace

from ...common.errors import DrawError
from ...figures.figure.figure import Figure
from ..draw.making.tabled import MARKS, heads_of
from .found import Found

_MARKED = {"", None, *MARKS.values()}


def printing(found: Found, laid: Figure) -> Figure:
    """The figure, printing its values if it did so where it stands: sizes are those that stand there. Raises DrawError for one with
    nothing in it.
    """
    grid = laid.scene.grid
    if grid is None:
        raise DrawError("there is nothing in it any more", path=found.plate)
    prints = tuple("" for _ in grid.steps) if prints_in(found, heads_of(laid)) else ()
    return replace(laid, scene=replace(laid.scene, grid=replace(grid, prints=prints)))


def prints_in(found: Found, heads: tuple[int, int]) -> bool:
    """Whether cells say anything where the figure stands, behind so many lines of heads above and beside them."""
    above, beside = heads
    return any(text for line in found.texts[above:] for text in line[beside:] if text not in _MARKED)
