"""The cells of all panels: their colors, what they print and how large, the symbols in them and the lines under these."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import floor

import numpy as np
from numpy.typing import NDArray

from ...colors.ink import inks_on
from ...colors.spaces import hex_of
from ...common.recipe.page_type import least_type
from .page import Page
from .plan import Plan, cell_gap
from .rules import Lattice, Rule, rules_of
from .shapes import Grid, Weight
from .sizes import settled_size
from .type import CAP_HEIGHT

_LEAST_PRINT = 6.5
_ROOMY = 5
"""Of their size: the height of cells whose values are larger than heads."""
_OF_HEIGHT, _BELOW_SYMBOL = 0.62, 0.34
"""Of the height of a cell: what a value may take, and one below a symbol."""
_LEAST_RULED = 4.0
"""Points of a cell between two lines."""
_PRINT_ROOM = 1.3
"""Of the size of printed values: what they take from a symbol."""


@dataclass(frozen=True)
class Places:
    """Where cells stand: the x of each column, the y of each row, how much further down each column begins where panels stand
    below each other, and the widths and heights of their cells.
    """

    xs: list[float]
    ys: list[float]
    drops: list[float]
    widths: list[float]
    heights: list[float]

    @property
    def width(self) -> float:
        """That of the least wide."""
        return min(self.widths)

    @property
    def height(self) -> float:
        """That of the least high."""
        return min(self.heights)


def symbol_side(page: Page, plan: Plan) -> float:
    """The side of the largest symbol: the length of the longest, for bars."""
    across, down = plan.frame.across.pitch, plan.frame.down.pitch  # of the least cells, so that all are of one measure
    gap = cell_gap(page, plan)
    symbols = page.recipe.cells.symbols
    if symbols.as_ == "bar":
        return across - gap
    return symbols.reach * min(across - gap, _symbol_height(page, down - gap))


def _symbol_height(page: Page, height: float) -> float:
    """The room for a symbol in a cell of a height: values are printed below symbols, not on them."""
    return height - _print_size(page, height) * _PRINT_ROOM if page.contents.wanted.any() and height >= 3 * _LEAST_PRINT else height


def _print_size(page: Page, height: float) -> float:
    """The size of values in cells of a height, before their width is looked at."""
    wanted = page.recipe.cells.size or (page.sizes.value if height > _ROOMY * page.sizes.value else page.sizes.head)
    return min(wanted, height * (_OF_HEIGHT if page.recipe.cells.symbols.as_ == "fill" else _BELOW_SYMBOL))


def grid_of(page: Page, places: Places) -> Grid:
    """The cells at their places, as all outputs draw them."""
    matrix, cells, contents, coloring = page.matrix, page.recipe.cells, page.contents, page.coloring
    height, filled = places.height, cells.symbols.as_ == "fill"
    prints, size = _printed(page, places)
    room = 0.0 if filled or not prints else size * _PRINT_ROOM
    gap = page.cell_gap
    return Grid(
        xs=tuple(places.xs),
        ys=tuple(places.ys),
        drops=tuple(places.drops),
        absent=() if matrix.absent is None else tuple(np.flatnonzero(matrix.absent).tolist()),
        cell_width=places.width,
        cell_height=height,
        widths=_unlike(places.widths),
        heights=_unlike(places.heights),
        steps=tuple(coloring.steps.ravel().tolist()),
        colors=coloring.hexes,
        inks=tuple(str(ink) for ink in inks_on(coloring.colors)),
        unlit=() if coloring.lit is None else tuple(np.flatnonzero(~coloring.lit).tolist()),
        grays=() if coloring.lit is None else tuple(hex_of(color) for color in coloring.grays),
        prints=tuple(prints),
        print_size=size,
        fits=bool(prints) or not contents.wanted.any() or page.recipe.page.underlay is not None,
        bold=cells.bold,
        print_base=height / 2 + size * CAP_HEIGHT / 2 if filled else height - (room - size * CAP_HEIGHT) / 2,
        few=tuple(np.flatnonzero(contents.few).tolist()),
        aside=tuple(np.flatnonzero(contents.aside).tolist()),
        new=tuple(np.flatnonzero(contents.new).tolist()),
        gone=tuple(np.flatnonzero(contents.gone).tolist()),
        symbols=cells.symbols.as_,
        sizes=() if contents.sizes is None else tuple(contents.sizes.ravel().round(4).tolist()),
        symbol_height=height - room,
        reach=cells.symbols.reach,
        rules=_rules(page, places, height - room),
        frame=gap / 2 if cells.gap_color and gap else 0.0,
        frame_color=(cells.gap_color or "").lower() if gap else "",
        opacity=1.0 if page.recipe.page.underlay is None else page.recipe.page.underlay.cells,
    )


def _unlike(lengths: list[float]) -> tuple[float, ...]:
    """Lengths that are not all one, else nothing."""
    return tuple(lengths) if len(set(lengths)) > 1 else ()


def _printed(page: Page, places: Places) -> tuple[list[str], float]:
    """What cells print, and how large; nothing where it would be too small to read, or where a picture lies under it. Where cells
    are unlike, those smaller than the average print what has room at the size that the others have.
    """
    if not page.contents.wanted.any() or page.recipe.page.underlay is not None:
        return [], 0.0
    size = print_size(page, places.widths, places.heights)
    if not size:
        return [], 0.0
    prints = list(page.contents.prints)
    if len(set(places.widths)) == 1 and len(set(places.heights)) == 1:
        return prints, size
    wide = (_print_widths(page) + PADDING) * size <= np.array(places.widths)
    high = np.array([_print_size(page, height) >= size for height in places.heights])
    fits = (wide & high[:, None]).ravel().tolist()
    return [text if fit else "" for text, fit in zip(prints, fits, strict=True)], size


def print_size(page: Page, widths: Sequence[float], heights: Sequence[float]) -> float:
    """The size at which values fit columns and rows that are as wide and high as these; 0 where nothing is printed, or it would be
    too small to read. Where they are unlike, those that are a good deal smaller than the average are not asked.
    """
    if not page.contents.wanted.any() or page.recipe.page.underlay is not None:
        return 0.0
    width, height = sum(widths) / len(widths), sum(heights) / len(heights)
    if height < _LEAST_PRINT * 1.15 or width < 2 * _LEAST_PRINT:
        return 0.0
    across, down = np.array(widths), np.array(heights)
    fitting = across / (_print_widths(page).max(axis=0) + PADDING)

    def among(share: float) -> float:
        """The size for those that have this share of the average, at least."""
        of_columns, of_rows = fitting[across >= width * share - 0.01], down[down >= height * share - 0.01]
        return floor(min(float(of_columns.min()), _print_size(page, float(of_rows.min()))) * 4) / 4

    size = settled_size(among, least_type(page.recipe.page))
    return size if size >= _LEAST_PRINT else 0.0


PADDING = 0.4
"""Of the size of a value: what it leaves to the edges of its cell."""


def _print_widths(page: Page) -> NDArray[np.float64]:
    """How wide the printed values are at a size of 1, shape (rows, columns)."""
    if page.print_widths is None:
        weight: Weight = 600 if page.recipe.cells.bold else 400
        prints = page.contents.prints
        of_each = {text: page.typeface.width_of(text, 1.0, weight) for text in set(prints)}
        page.print_widths = np.array([of_each[text] for text in prints]).reshape(page.matrix.shape)
    return page.print_widths


def _rules(page: Page, places: Places, symbol_height: float) -> tuple[Rule, ...]:
    """Lines under the symbols of each panel; none where they would lie so close that they make one gray."""
    kind = page.recipe.cells.symbols.lines
    if kind == "none" or page.recipe.cells.symbols.as_ == "fill" or min(places.width, places.height) < _LEAST_RULED:
        return ()
    there = np.ones(page.matrix.shape, dtype=bool) if page.matrix.absent is None else ~page.matrix.absent
    found: list[Rule] = []
    drops = np.array(places.drops or [0.0] * len(places.xs))
    for drop in np.unique(drops):
        here = np.flatnonzero(drops == drop)
        lattice = Lattice(
            xs=[places.xs[i] for i in here],
            ys=[y + float(drop) for y in places.ys],
            widths=[places.widths[i] for i in here],
            heights=places.heights,
            gap=page.cell_gap,
        )
        found += rules_of(kind, lattice, places.height - symbol_height, there[:, here])
    return tuple(found)
