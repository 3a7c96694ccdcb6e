"""Placing the parts of a page: words above and below, heads at the grid, totals in bands apart, the legend to the right.

Cell edges are whole points wherever cells are large enough to be told apart, so that they meet without seams in every output.
"""

from math import ceil, floor

import numpy as np

from ..color.ink import inks_on
from ..color.palettes import BLANK_STEP
from ..color.scale import Scale, palette_colors
from ..color.spaces import hex_of
from ..pivot import Labels, Matrix
from ..recipe.spec import Recipe
from ..words import alternative_text
from .bands import band_cell, band_of_columns, band_of_rows
from .heads import column_head_height, column_heads, row_heads
from .legend import Legend, legend_of
from .legend_marks import place_legend
from .marks import Grid, Scene
from .page import ALL, Page, place_words, say_nothing_is_kept
from .type import width_of

GROUND = "#ffffff"
_LEAST_PRINT = 6.5


def lay_out(recipe: Recipe, matrix: Matrix, scale: Scale | None) -> Scene:
    """The scene of a recipe and its matrix. ``scale`` is None when no cell has a value."""
    page = Page(recipe, matrix, scale)
    place_words(page)
    if 0 in matrix.shape:
        say_nothing_is_kept(page)
        grid = None
    else:
        grid = _place_figure(page)
    return Scene(
        width=recipe.page.width,
        height=recipe.page.height,
        ground=GROUND,
        alternative=alternative_text(recipe.pivot, matrix, page.decimals),
        texts=tuple(page.texts),
        boxes=tuple(page.boxes),
        hatchings=tuple(page.hatchings),
        lines=tuple(page.lines),
        grid=grid,
    )


def _place_figure(page: Page) -> Grid:
    recipe, matrix, sizes = page.recipe, page.matrix, page.sizes
    rows, columns = matrix.shape
    legend = _legend(page)
    row_labels = [_on_one_line(labels) for labels in matrix.rows]
    column_labels = [_on_one_line(labels) for labels in matrix.columns]
    totals = recipe.pivot.totals

    row_total_texts = [page.number(value) for value in matrix.row_totals] if totals.rows else []
    corner = page.number(matrix.grand_total) if totals.rows and totals.columns else ""
    band_text = max((width_of(text, sizes.head, 600) for text in [*row_total_texts, corner, ALL]), default=0.0)

    widest_label = max((width_of(label, sizes.head) for label in row_labels), default=0)
    if totals.columns:
        widest_label = max(widest_label, width_of(ALL, sizes.head, 600))
    head_width = min(ceil(widest_label), floor((page.right - page.left) * 0.3))
    grid_left = page.left + head_width + (round(sizes.head * 0.8) if head_width else 0)

    legend_gap = round(sizes.margin * 1.1)
    room = page.right - grid_left - (legend.width + legend_gap if legend else 0)
    band_width = ceil(band_text) + 12 if totals.rows else 0
    room -= band_width + sizes.band_gap if totals.rows else 0
    cell_width = _cell_length(room, columns, sizes.widest_cell)
    band_width = max(band_width, floor(cell_width)) if totals.rows and room - cell_width * columns > cell_width else band_width

    head_height, heads_turned = column_head_height(page, column_labels, cell_width)
    grid_top = page.top + head_height
    band_height = round(sizes.head * 1.9) if totals.columns else 0
    room = page.bottom - grid_top - (band_height + sizes.band_gap if totals.columns else 0)
    cell_height = _cell_length(room, rows, sizes.highest_cell)
    gap = 2 if min(cell_width, cell_height) >= 14 else 1 if min(cell_width, cell_height) >= 6 else 0

    xs = [grid_left + i * cell_width for i in range(columns)]
    ys = [grid_top + i * cell_height for i in range(rows)]
    inner_width, inner_height = cell_width - gap, cell_height - gap
    row_heads(page, row_labels, ys, inner_height, cell_height, grid_left, head_width)
    column_heads(page, column_labels, xs, inner_width, cell_width, grid_top, head_height, heads_turned)
    if totals.rows:
        x = xs[-1] + cell_width + sizes.band_gap - gap
        band_of_rows(page, row_total_texts, x, ys, band_width, inner_height, grid_top)
    if totals.columns:
        y = ys[-1] + cell_height + sizes.band_gap - gap
        band_of_columns(page, xs, y, inner_width, band_height, grid_left, head_width)
        if totals.rows:
            band_cell(page, corner, xs[-1] + cell_width + sizes.band_gap - gap, y, band_width, band_height, sizes.head)
    if legend:
        legend_left = xs[-1] + cell_width - gap + legend_gap + (band_width + sizes.band_gap if totals.rows else 0)
        place_legend(page, legend, legend_left, grid_top, page.bottom)
    return _grid(page, xs, ys, inner_width, inner_height)


def _grid(page: Page, xs: list[float], ys: list[float], width: float, height: float) -> Grid:
    matrix, recipe = page.matrix, page.recipe
    colors = palette_colors(recipe.color)
    steps = page.scale.steps(matrix.values) if page.scale else np.full(matrix.shape, BLANK_STEP, dtype=np.uint8)
    prints: list[str] = []
    size = 0.0
    wanted = recipe.cells.values == "all"
    if wanted and height >= _LEAST_PRINT * 1.15 and width >= 2 * _LEAST_PRINT:
        prints = [page.number(value) for value in matrix.values.ravel().tolist()]
        widest = max(width_of(text, 1.0) for text in set(prints)) or 1.0
        size = floor(min(page.sizes.head, height * 0.62, (width - 3) / widest) * 4) / 4
        if size < _LEAST_PRINT:
            prints = []
    return Grid(
        xs=tuple(xs),
        ys=tuple(ys),
        cell_width=width,
        cell_height=height,
        steps=tuple(steps.ravel().tolist()),
        colors=tuple(hex_of(color) for color in colors),
        inks=tuple(str(ink) for ink in inks_on(colors)),
        prints=tuple(prints),
        print_size=size,
        fits=bool(prints) or not wanted,
    )


def _legend(page: Page) -> Legend | None:
    if not page.recipe.legend.show:
        return None
    return legend_of(page.recipe, page.matrix, page.scale, page.decimals, page.sizes.caption, (page.right - page.left) * 0.22)


def _on_one_line(labels: Labels) -> str:
    """The labels of a head as one line of text, whatever breaks a field of the file holds."""
    return " ".join(" ".join(labels).split())


def _cell_length(room: float, cells: int, most: float) -> float:
    """The pitch of the cells: whole points, half points where cells are tiny, else just what is there."""
    pitch = max(room, 1.0) / cells
    if pitch < 1:
        return pitch
    return min(floor(pitch * 2) / 2 if pitch < 4 else float(floor(pitch)), most)
