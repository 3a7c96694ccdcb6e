"""What a canvas can do, and the one way a scene is painted on it."""

from collections.abc import Sequence
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from ...colors.palettes import BLANK_STEP
from ...colors.spaces import bytes_of
from ...common.vocabulary import CELL_LOOK
from ...figures.scene import Grid, Scene, Text, Theme, Under
from ...figures.scene.uncolored import Mark, Uncolored, marks_of

MANY_CELLS = 4_000
"""From here on the cells are painted as one picture of a pixel a cell: pixel-identical, and many times smaller."""


class Canvas(Protocol):
    """A pen. Lengths are in points from the top left corner of the page."""

    def rect(self, x: float, y: float, width: float, height: float, fill: str) -> None: ...

    def hatching(self, x: float, y: float, width: float, height: float) -> None: ...

    def line(self, x1: float, y1: float, x2: float, y2: float, ink: str, width: float) -> None: ...

    def disc(self, x: float, y: float, side: float, fill: str) -> None:
        """A filled circle in a square."""

    def text(self, text: Text) -> None: ...

    def picture(self, under: Under) -> None:
        """A part of a picture, over the rectangle it is to fill."""

    def see_through(self, opacity: float) -> None:
        """What follows is so strong over what lies below it, until it is told otherwise; 1 covers all."""

    def image(self, x: float, y: float, width: float, height: float, pixels: NDArray[np.uint8]) -> None:
        """Paint pixels of shape (rows, columns, 3) over a rectangle, each as a sharp-edged cell."""


def paint(scene: Scene, canvas: Canvas) -> None:
    """Paint the whole scene, back to front."""
    if not scene.transparent:
        canvas.rect(0, 0, scene.width, scene.height, scene.theme.ground)
    if scene.under:
        canvas.picture(scene.under)
    if scene.grid:
        if scene.grid.opacity < 1:
            canvas.see_through(scene.grid.opacity)
        _paint_cells(scene.grid, canvas, scene.theme)
        if scene.grid.opacity < 1:
            canvas.see_through(1.0)
        _paint_prints(scene.grid, canvas, scene.theme)
    _paint_boxes([box for box in scene.boxes if box.part != "notes"], canvas)
    for each in scene.hatchings:
        canvas.hatching(each.x, each.y, each.width, each.height)
    for line in scene.lines:
        canvas.line(line.x1, line.y1, line.x2, line.y2, line.ink, line.width)
    _paint_boxes([box for box in scene.boxes if box.part == "notes"], canvas)  # numbers stand on the outlines
    for text in scene.texts:
        canvas.text(text)


def _paint_boxes(boxes: Sequence[Mark], canvas: Canvas) -> None:
    for box in boxes:
        if box.round:
            canvas.disc(box.x, box.y, box.width, box.fill)
        else:
            canvas.rect(box.x, box.y, box.width, box.height, box.fill)


def _paint_cells(grid: Grid, canvas: Canvas, theme: Theme) -> None:
    if _can_be_image(grid):
        _paint_as_image(grid, canvas, theme)
        return
    columns = len(grid.xs)
    absent, uncolored = set(grid.absent), grid.uncolored
    if grid.frame:
        for i in range(len(grid.steps)):
            if i not in absent:
                x, y, width, height = grid.cell(i % columns, i // columns)
                frame = grid.frame
                canvas.rect(x - frame, y - frame, width + 2 * frame, height + 2 * frame, grid.frame_color)
                if grid.symbols != "fill":
                    canvas.rect(x, y, width, height, theme.ground)
    for rule in grid.rules:
        canvas.line(*rule, theme.bracket, 1)
    fills = grid.fills
    for i in grid.order:
        fill = fills[i]
        if i in absent:
            continue
        if fill is not None:
            _paint_symbol(grid, canvas, theme, i, fill)
        else:
            _paint_without_color(canvas, theme, grid.cell(i % columns, i // columns), uncolored.get(i, "blank"))


def _paint_symbol(grid: Grid, canvas: Canvas, theme: Theme, i: int, fill: str) -> None:
    x, y, width, height = grid.symbol(i)
    if width <= 0 or height <= 0:
        return
    if grid.symbols == "fill":
        canvas.rect(x, y, width, height, fill)
        return
    for rim, color in ((CELL_LOOK.rim, theme.tree), (0.0, fill)):
        if grid.symbols == "dot":
            canvas.disc(x - rim, y - rim, width + 2 * rim, color)
        else:
            canvas.rect(x - rim, y - rim, width + 2 * rim, height + 2 * rim, color)


def _paint_without_color(canvas: Canvas, theme: Theme, place: tuple[float, float, float, float], why: Uncolored) -> None:
    """A cell without a value is hatched, one set aside is an empty frame, others have a mark."""
    x, y, width, height = place
    if why == "aside":
        for left, top, right, bottom in ((x, y, x + width, y), (x, y + height, x + width, y + height)):
            canvas.line(left, top, right, bottom, theme.bracket, 0.75)
        for left, top, right, bottom in ((x, y, x, y + height), (x + width, y, x + width, y + height)):
            canvas.line(left, top, right, bottom, theme.bracket, 0.75)
    elif why == "blank" and not _is_small(width, height):
        canvas.hatching(x, y, width, height)
    else:
        _paint_boxes(marks_of(why, place, theme), canvas)


def _is_small(width: float, height: float) -> bool:
    """Whether a mark or hatching in a cell would be noise."""
    return min(width, height) < CELL_LOOK.hatched_least


def _paint_prints(grid: Grid, canvas: Canvas, theme: Theme) -> None:
    columns = len(grid.xs)
    on_ground = grid.symbols != "fill"
    inks = grid.value_inks if grid.prints else ()
    for i, words in enumerate(grid.prints):
        if words:
            x, y, width, _ = grid.cell(i % columns, i // columns)
            canvas.text(
                Text(
                    part="cells",
                    x=x + width / 2,
                    y=y + grid.base(i // columns),
                    text=words,
                    size=grid.print_size,
                    weight=600 if grid.bold else 400,
                    ink=theme.ink if on_ground else inks[i],
                    anchor="middle",
                )
            )


def _can_be_image(grid: Grid) -> bool:
    """Whether cells are so many, and stand so evenly, that a pixel for each of them paints the same."""
    if len(grid.steps) <= MANY_CELLS or grid.absent or grid.aside or grid.frame or grid.symbols != "fill":
        return False
    if grid.uncolored and not _is_small(grid.cell_width, grid.cell_height):
        return False  # a pixel cannot have a mark
    if not _is_even(grid):
        return False
    across = grid.xs[1] - grid.xs[0] if len(grid.xs) > 1 else grid.cell_width
    down = grid.ys[1] - grid.ys[0] if len(grid.ys) > 1 else 0
    return grid.cell_width >= across and (len(grid.ys) == 1 or grid.cell_height >= down)


def _is_even(grid: Grid) -> bool:
    """Whether cells are alike and follow one another at one distance, with no gap for groups or panels."""
    if any(grid.drops) or grid.widths or grid.heights:
        return False
    return all(len(starts) < 3 or np.ptp(np.diff(starts)) < 1e-6 for starts in (grid.xs, grid.ys))


def _paint_as_image(grid: Grid, canvas: Canvas, theme: Theme) -> None:
    table = np.zeros((2, BLANK_STEP + 1, 3), dtype=np.uint8)
    for row, colors in zip(table, (grid.colors, grid.grays), strict=True):
        for step, color in enumerate(colors):
            row[step] = bytes_of(color)
        row[BLANK_STEP] = bytes_of(theme.blank)
    unlit = np.zeros(len(grid.steps), dtype=np.intp)
    unlit[list(grid.unlit)] = 1
    pixels = table[unlit, np.array(grid.steps, dtype=np.uint8)]
    for i, why in grid.uncolored.items():
        pixels[i] = bytes_of(marks_of(why, (0.0, 0.0, 1.0, 1.0), theme)[0].fill)
    pixels = pixels.reshape(len(grid.ys), len(grid.xs), 3)
    width = grid.xs[-1] + grid.cell_width - grid.xs[0]
    height = grid.ys[-1] + grid.cell_height - grid.ys[0]
    canvas.image(grid.xs[0], grid.ys[0], width, height, pixels)
