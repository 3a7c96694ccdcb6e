"""What a scene is made of. All lengths are in points from the top left corner of the page; y of a text is its baseline."""

from dataclasses import dataclass
from typing import Literal

from ...colors.palettes import BLANK_STEP
from ...common.recipe.spec import SymbolName
from ...common.vocabulary import CELL_LOOK, Theme
from .uncolored import Mark, Uncolored

Part = Literal["title", "subtitle", "caption", "heads", "totals", "legend", "cells", "trees", "notes", "words"]

Anchor = Literal["start", "middle", "end"]
Weight = Literal[400, 600]


@dataclass(frozen=True, kw_only=True)
class Text:
    """One line of text. ``turned`` text reads upward. ``full`` is the whole text where ``text`` had to be cut.

    A head is that of a line of the matrix, its ``row`` or its ``column``: a member, a group, or all; a total has both. ``length``
    is told of these, of the legend and of the foot of the page: how long the text is.
    """

    part: Part
    x: float
    y: float
    text: str
    size: float
    weight: Weight = 400
    ink: str
    anchor: Anchor = "start"
    turned: bool = False
    full: str | None = None
    row: int | None = None
    column: int | None = None
    length: float = 0.0
    step: int | None = None
    value: float | None = None
    """Both of a total in color: those of the box it stands on, which its ink follows."""


@dataclass(kw_only=True)
class Box(Mark):
    """A mark on a part of the page. ``step`` is the place of its color among those of the cells, where it has one of these;
    ``value`` is told of a total that has it by the scale of the cells. The ground of a total says which ``row`` and ``column`` of
    all lines it is of.
    """

    part: Part
    step: int | None = None
    value: float | None = None
    row: int | None = None
    column: int | None = None


@dataclass(frozen=True, kw_only=True)
class Hatching:
    """A rectangle that stands for "no value": neutral, and hatched so that it is not told by color alone."""

    part: Part
    x: float
    y: float
    width: float
    height: float


@dataclass(frozen=True, kw_only=True)
class Line:
    """A straight line."""

    part: Part
    x1: float
    y1: float
    x2: float
    y2: float
    ink: str
    width: float


@dataclass(frozen=True, kw_only=True)
class Grid:
    """The cells, row by row: ``steps`` and ``prints`` have rows times columns places.

    A cell stands at the x of its column and the y of its row, ``drops`` of its column further down where matrices stand below
    each other. All cells are ``cell_width`` wide and ``cell_height`` high; where columns are unlike, ``widths`` are theirs and
    ``cell_width`` is the least of them, and so are ``heights`` of rows. ``steps`` are places in ``colors``, 255 for a blank.
    ``absent`` are places that have no cell, ``unlit`` those that are not lit, which have ``grays`` in place of colors. ``prints``
    are the printed values, empty when none are printed. ``fits`` is false when values were asked for and the cells are too small
    to print them.

    ``few`` are hidden since they rest on too few records, ``aside`` are set aside, ``new`` and ``gone`` are those that only this
    or only the other side of a comparison has; all are told apart from blanks. ``symbols`` are what cells are drawn as, each
    ``sizes`` of the most there is room for, in the upper ``symbol_height`` of its cell; ``reach`` is how far squares and dots go
    beyond it, of which smaller ones lie over larger ones then. ``print_base`` is how far below the top of a cell the baseline of
    its value lies, of the least high ones. ``rules`` are lines under the symbols, from x1, y1 to x2, y2. ``frame`` is the width
    of the lines around cells, in ``frame_color``. ``opacity`` is that of the cells over a picture.
    """

    xs: tuple[float, ...]
    ys: tuple[float, ...]
    drops: tuple[float, ...]
    absent: tuple[int, ...]
    cell_width: float
    cell_height: float
    widths: tuple[float, ...]
    heights: tuple[float, ...]
    steps: tuple[int, ...]
    colors: tuple[str, ...]
    inks: tuple[str, ...]
    unlit: tuple[int, ...]
    grays: tuple[str, ...]
    prints: tuple[str, ...]
    print_size: float
    fits: bool
    bold: bool
    print_base: float
    few: tuple[int, ...]
    aside: tuple[int, ...]
    new: tuple[int, ...]
    gone: tuple[int, ...]
    symbols: SymbolName
    sizes: tuple[float, ...]
    symbol_height: float
    reach: float
    rules: tuple[tuple[float, float, float, float], ...]
    frame: float
    frame_color: str
    opacity: float

    @property
    def fills(self) -> tuple[str | None, ...]:
        """The color of each cell as it is drawn; None for a blank."""
        unlit = set(self.unlit)
        return tuple(
            None if step == BLANK_STEP else self.grays[step] if i in unlit else self.colors[step]
            for i, step in enumerate(self.steps)
        )

    @property
    def uncolored(self) -> dict[int, Uncolored]:
        """Why cells have no color, of those for which it is not that there is no value."""
        kinds: tuple[Uncolored, ...] = ("few", "aside", "new", "gone")
        return {i: kind for kind in kinds for i in getattr(self, kind)}

    @property
    def value_inks(self) -> tuple[str, ...]:
        """The ink of each cell's printed value: quiet where cells are not lit, and grays are always light."""
        unlit = set(self.unlit)
        return tuple(
            CELL_LOOK.dark_ink if step == BLANK_STEP or i in unlit else self.inks[step] for i, step in enumerate(self.steps)
        )

    def symbol(self, i: int) -> tuple[float, float, float, float]:
        """Where the symbol of a cell is: its left, top, width and height."""
        columns = len(self.xs)
        x, y, width, height = self.cell(i % columns, i // columns)
        if self.symbols == "fill":
            return x, y, width, height
        room = height - self.cell_height + self.symbol_height
        if self.symbols == "bar":
            high = self.symbol_height * CELL_LOOK.bar_height
            return x, y + (room - high) / 2, self.sizes[i] * self.cell_width, high
        side = self.sizes[i] * min(self.cell_width, self.symbol_height) * self.reach
        return x + (width - side) / 2, y + (room - side) / 2, side, side

    @property
    def order(self) -> list[int]:
        """The cells as they are painted: where symbols reach beyond them, the largest first."""
        cells = range(len(self.steps))
        return sorted(cells, key=lambda i: -self.sizes[i]) if self.reach > 1 and self.sizes else list(cells)

    def cell(self, column: int, row: int) -> tuple[float, float, float, float]:
        """Where a cell is: its left, top, width and height."""
        width = self.widths[column] if self.widths else self.cell_width
        return *self.place(column, row), width, self.heights[row] if self.heights else self.cell_height

    def base(self, row: int) -> float:
        """How far below the top of the cells of a row the baselines of their values lie."""
        more = self.heights[row] - self.cell_height if self.heights else 0.0
        return self.print_base + (more / 2 if self.symbols == "fill" else more)

    @property
    def right(self) -> float:
        """Where the cells end."""
        return max(x + width for x, width in zip(self.xs, self.widths or (self.cell_width,) * len(self.xs), strict=True))

    @property
    def foot(self) -> float:
        """Where the lowest cells end."""
        return self.ys[-1] + max((0.0, *self.drops)) + (self.heights[-1] if self.heights else self.cell_height)

    def place(self, column: int, row: int) -> tuple[float, float]:
        """Where a cell's top left corner is."""
        return self.xs[column], self.ys[row] + (self.drops[column] if self.drops else 0.0)


@dataclass(frozen=True, kw_only=True)
class Under:
    """A picture under the cells: where it lies, the part of it that is shown in pixels (``crop``: left, top, width, height), its
    size in pixels, and how strong it is.
    """

    x: float
    y: float
    width: float
    height: float
    picture: str
    pixels: tuple[int, int]
    crop: tuple[float, float, float, float]
    strength: float


@dataclass(frozen=True, kw_only=True)
class Scene:
    """One page, ready to be drawn. ``alternative`` says the figure in words. A transparent page has no ground."""

    width: int
    height: int
    theme: Theme
    transparent: bool = False
    alternative: str
    texts: tuple[Text, ...]
    boxes: tuple[Box, ...]
    hatchings: tuple[Hatching, ...]
    lines: tuple[Line, ...]
    grid: Grid | None
    under: Under | None = None
