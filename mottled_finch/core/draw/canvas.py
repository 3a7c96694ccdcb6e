"""What a canvas can do, and the one way a scene is painted on it."""

from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from ..color.palettes import BLANK_STEP
from ..color.spaces import bytes_of
from ..scene import Grid, Scene, Text
from ..scene.type import CAP_HEIGHT

BLANK_FILL, HATCH_INK = "#f1f1ee", "#c9cac3"
LEAST_HATCHED = 5
"""Points of a cell's shorter side; on smaller ones hatching would be noise."""
MANY_CELLS = 4_000
"""From here on the cells are painted as one picture of a pixel a cell: pixel-identical, and many times smaller."""


class Canvas(Protocol):
    """A pen. Lengths are in points from the top left corner of the page."""

    def rect(self, x: float, y: float, width: float, height: float, fill: str) -> None: ...

    def hatching(self, x: float, y: float, width: float, height: float) -> None: ...

    def line(self, x1: float, y1: float, x2: float, y2: float, ink: str, width: float) -> None: ...

    def text(self, text: Text) -> None: ...

    def image(self, x: float, y: float, width: float, height: float, pixels: NDArray[np.uint8]) -> None:
        """Paint pixels of shape (rows, columns, 3) over a rectangle, each as a sharp-edged cell."""


def paint(scene: Scene, canvas: Canvas) -> None:
    """Paint the whole scene, back to front."""
    canvas.rect(0, 0, scene.width, scene.height, scene.ground)
    if scene.grid:
        _paint_grid(scene.grid, canvas)
    for box in scene.boxes:
        canvas.rect(box.x, box.y, box.width, box.height, box.fill)
    for each in scene.hatchings:
        canvas.hatching(each.x, each.y, each.width, each.height)
    for line in scene.lines:
        canvas.line(line.x1, line.y1, line.x2, line.y2, line.ink, line.width)
    for text in scene.texts:
        canvas.text(text)


def _paint_grid(grid: Grid, canvas: Canvas) -> None:
    columns = len(grid.xs)
    absent = set(grid.absent)
    if len(grid.steps) > MANY_CELLS and not absent and _is_even(grid):
        pitch = (grid.xs[1] - grid.xs[0] if columns > 1 else grid.cell_width, grid.ys[1] - grid.ys[0] if len(grid.ys) > 1 else 0)
        if grid.cell_width >= pitch[0] and (len(grid.ys) == 1 or grid.cell_height >= pitch[1]):
            _paint_as_image(grid, canvas)
            return
    for i, fill in enumerate(grid.fills):
        if i in absent:
            continue
        x, y = grid.place(i % columns, i // columns)
        if fill is not None:
            canvas.rect(x, y, grid.cell_width, grid.cell_height, fill)
        elif min(grid.cell_width, grid.cell_height) < LEAST_HATCHED:
            canvas.rect(x, y, grid.cell_width, grid.cell_height, BLANK_FILL)
        else:
            canvas.hatching(x, y, grid.cell_width, grid.cell_height)
    inks = grid.value_inks if grid.prints else ()
    for i, words in enumerate(grid.prints):
        if words:
            x, y = grid.place(i % columns, i // columns)
            canvas.text(
                Text(
                    part="cells",
                    x=x + grid.cell_width / 2,
                    y=y + grid.cell_height / 2 + grid.print_size * CAP_HEIGHT / 2,
                    text=words,
                    size=grid.print_size,
                    ink=inks[i],
                    anchor="middle",
                )
            )


def _is_even(grid: Grid) -> bool:
    """Whether cells follow one another at one distance, with no gap for groups or panels."""
    return not any(grid.drops) and all(len(starts) < 3 or np.ptp(np.diff(starts)) < 1e-6 for starts in (grid.xs, grid.ys))


def _paint_as_image(grid: Grid, canvas: Canvas) -> None:
    table = np.zeros((2, BLANK_STEP + 1, 3), dtype=np.uint8)
    for row, colors in zip(table, (grid.colors, grid.grays), strict=True):
        for step, color in enumerate(colors):
            row[step] = bytes_of(color)
        row[BLANK_STEP] = bytes_of(BLANK_FILL)
    unlit = np.zeros(len(grid.steps), dtype=np.intp)
    unlit[list(grid.unlit)] = 1
    pixels = table[unlit, np.array(grid.steps, dtype=np.uint8)].reshape(len(grid.ys), len(grid.xs), 3)
    width = grid.xs[-1] + grid.cell_width - grid.xs[0]
    height = grid.ys[-1] + grid.cell_height - grid.ys[0]
    canvas.image(grid.xs[0], grid.ys[0], width, height, pixels)
