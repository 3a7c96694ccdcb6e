"""What a scene is made of. All lengths are in points from the top left corner of the page; y of a text is its baseline."""

from dataclasses import dataclass
from typing import Literal

from ..color.ink import DARK
from ..color.palettes import BLANK_STEP

Part = Literal["title", "subtitle", "caption", "heads", "totals", "legend", "cells", "trees"]

Anchor = Literal["start", "middle", "end"]
Weight = Literal[400, 600]


@dataclass(frozen=True, kw_only=True)
class Text:
    """One line of text. ``turned`` text reads upward. ``full`` is the whole text where ``text`` had to be cut.

    A head is that of a line of the matrix, its ``row`` or its ``column``: a member, a group, or all; a total has both. ``length``
    is told of these: how long the text is.
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


@dataclass(frozen=True, kw_only=True)
class Box:
    """A filled rectangle."""

    part: Part
    x: float
    y: float
    width: float
    height: float
    fill: str


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

    A cell stands at the x of its column and the y of its row, ``drops`` of its column further down where matrices stand below each
    other. ``steps`` are places in ``colors``, 255 for a blank. ``absent`` are places that have no cell, ``unlit`` those outside the
    spotlight, which have ``grays`` in place of colors. ``prints`` are the printed values, empty when none are printed. ``fits`` is
    false when values were asked for and the cells are too small to print them.
    """

    xs: tuple[float, ...]
    ys: tuple[float, ...]
    drops: tuple[float, ...]
    absent: tuple[int, ...]
    cell_width: float
    cell_height: float
    steps: tuple[int, ...]
    colors: tuple[str, ...]
    inks: tuple[str, ...]
    unlit: tuple[int, ...]
    grays: tuple[str, ...]
    prints: tuple[str, ...]
    print_size: float
    fits: bool

    @property
    def fills(self) -> tuple[str | None, ...]:
        """The color of each cell as it is drawn; None for a blank."""
        unlit = set(self.unlit)
        return tuple(
            None if step == BLANK_STEP else self.grays[step] if i in unlit else self.colors[step]
            for i, step in enumerate(self.steps)
        )

    @property
    def value_inks(self) -> tuple[str, ...]:
        """The ink of each cell's printed value: quiet outside the spotlight, where grays are always light."""
        unlit = set(self.unlit)
        return tuple(DARK if step == BLANK_STEP or i in unlit else self.inks[step] for i, step in enumerate(self.steps))

    def place(self, column: int, row: int) -> tuple[float, float]:
        """Where a cell's top left corner is."""
        return self.xs[column], self.ys[row] + (self.drops[column] if self.drops else 0.0)


@dataclass(frozen=True, kw_only=True)
class Scene:
    """One page, ready to be drawn. ``alternative`` says the figure in words."""

    width: int
    height: int
    ground: str
    alternative: str
    texts: tuple[Text, ...]
    boxes: tuple[Box, ...]
    hatchings: tuple[Hatching, ...]
    lines: tuple[Line, ...]
    grid: Grid | None
