"""Placing the parts of a page: words above and below, heads at the grid, totals in bands apart, the legend to the right."""

from dataclasses import dataclass
from math import ceil, floor

import numpy as np

from ..color.coloring import Coloring
from ..color.ink import inks_on
from ..color.spaces import hex_of
from ..pivot import Group, Labels, Matrix, colored_values
from ..recipe.spec import Recipe
from ..words import alternative_text
from .axis import Axis, axis_of
from .bands import PLAIN, band_cell, band_head_across, band_head_down, band_size, looks_of
from .heads import (
    column_head_height,
    column_heads,
    head_gap,
    head_widths,
    inner_labels,
    on_one_line,
    outer_height,
    row_heads,
)
from .legend import Legend, bands_of, color_notes, legend_of
from .legend_marks import place_legend
from .marks import Grid, Scene, Text
from .page import ALL, INK, Page, place_words, say_nothing_is_kept
from .trees import column_tree, row_tree
from .type import cut, width_of

GROUND = "#ffffff"
_LEAST_PRINT = 6.5
_TREE = 3.2
"""The depth of a tree, in sizes of heads."""


def lay_out(recipe: Recipe, matrix: Matrix, coloring: Coloring) -> Scene:
    """The scene of a recipe, its matrix and the colors of the cells."""
    page = Page(recipe, matrix, coloring)
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
        alternative=" ".join([alternative_text(recipe.pivot, matrix, page.style), *_said_of_color(page)]),
        texts=tuple(page.texts),
        boxes=tuple(page.boxes),
        hatchings=tuple(page.hatchings),
        lines=tuple(page.lines),
        grid=grid,
    )


@dataclass(frozen=True)
class _Panel:
    """A matrix of several side by side, or the only one: its columns from ``start`` to ``stop``, and the line of its totals."""

    start: int
    stop: int
    total: int
    title: str


@dataclass(frozen=True, kw_only=True)
class _Frame:
    """How a panel is laid out, alike for all: both axes, the height above the cells, and the bands of totals."""

    across: Axis
    down: Axis
    head_height: float
    turned: bool
    above: float
    width: float
    height: float


def _panels(matrix: Matrix) -> tuple[list[_Panel], list[Group]]:
    """The panels, and the groups of columns within each of them, counted from its first column."""
    columns = len(matrix.columns)
    if not matrix.panels:
        return [_Panel(0, columns, -1, "")], list(matrix.column_groups)
    outermost = [(i, group) for i, group in enumerate(matrix.column_groups) if group.depth == 1]
    if not outermost:  # nothing across but the split itself: each panel is one column
        return [_Panel(i, i + 1, i, on_one_line(labels[0])) for i, labels in enumerate(matrix.columns)], []
    panels = [_Panel(group.start, group.stop, columns + i, on_one_line(group.labels[0])) for i, group in outermost]
    first = panels[0].stop
    inner = [group for group in matrix.column_groups if group.depth > 1 and group.stop <= first]
    return panels, inner


@dataclass(frozen=True, kw_only=True)
class _Sides:
    """What surrounds the cells: where heads begin and cells begin, the room across, and the lengths of bands and trees."""

    left: float
    grid_left: float
    room: float
    widths: list[float]
    band_width: float
    band_height: float
    tree_width: float
    tree_height: float
    title_height: float


def _sides(page: Page, inner_groups: list[Group], legend: Legend | None) -> _Sides:
    matrix, sizes, totals = page.matrix, page.sizes, page.recipe.pivot.totals
    across = totals.rows or (totals.column_groups and bool(inner_groups))
    down = totals.columns or (totals.row_groups and bool(matrix.row_groups))
    # Many totals of groups would take the room from the cells.
    height = round(sizes.head * (1.45 if totals.row_groups and len(matrix.row_groups) > 3 else 1.9))
    named = any(inner_labels(matrix.rows))
    widths = head_widths(page, matrix.rows, matrix.row_groups, width_of(ALL, sizes.head, 600) if named and down else 0.0)
    tree_width = round(sizes.head * _TREE) + 4 if matrix.row_tree else 0
    heads = sum(widths) + (len(widths) - 1) * 2 * head_gap(page) + (round(sizes.head * 0.8) if widths[-1] else 0)
    grid_left = page.left + tree_width + heads
    return _Sides(
        left=page.left + tree_width,
        grid_left=grid_left,
        room=page.right - grid_left - (legend.width + _legend_gap(page) if legend else 0),
        widths=widths,
        band_width=_band_width(page) if across else 0.0,
        band_height=float(height) if down else 0.0,
        tree_width=tree_width,
        tree_height=round(sizes.head * _TREE) + 4 if matrix.column_tree else 0,
        title_height=round(sizes.head * 1.8) if matrix.panels else 0,
    )


def _legend_gap(page: Page) -> float:
    return round(page.sizes.margin * 1.1)


def _panel_gap(page: Page) -> float:
    return round(page.sizes.head * 1.6)


def _frame(page: Page, sides: _Sides, labels: list[Labels], inner_groups: list[Group], panels: int, per_line: int) -> _Frame:
    """How panels are laid out when so many stand on a line."""
    matrix, sizes, totals = page.matrix, page.sizes, page.recipe.pivot.totals
    lines = ceil(panels / per_line)
    beyond = sizes.band_gap + sides.band_width if totals.rows else 0.0
    below = sizes.band_gap + sides.band_height if totals.columns else 0.0
    across = axis_of(
        len(labels),
        inner_groups,
        (sides.room - (per_line - 1) * _panel_gap(page)) / per_line - beyond,
        sizes.widest_cell,
        sizes.band_gap,
        sides.band_width if totals.column_groups else 0.0,
        sizes.band_gap,
    )
    head_height, turned = column_head_height(page, inner_labels(labels), across.pitch)
    above = sides.title_height + sides.tree_height + outer_height(page, inner_groups) + head_height
    down = axis_of(
        len(matrix.rows),
        matrix.row_groups,
        (page.bottom - page.top - (lines - 1) * sizes.head) / lines - above - below,
        sizes.highest_cell,
        sizes.band_gap,
        sides.band_height if totals.row_groups else 0.0,
        sizes.band_gap,
    )
    return _Frame(
        across=across,
        down=down,
        head_height=head_height,
        turned=turned,
        above=above,
        width=across.end + beyond + _panel_gap(page),
        height=above + down.end + below + sizes.head,
    )


def _place_figure(page: Page) -> Grid:
    matrix, sizes, totals = page.matrix, page.sizes, page.recipe.pivot.totals
    legend = _legend(page)
    panels, inner_groups = _panels(matrix)
    labels = [labels[1:] if matrix.panels else labels for labels in matrix.columns[: panels[0].stop]]
    sides = _sides(page, inner_groups, legend)
    plans = {each: _frame(page, sides, labels, inner_groups, len(panels), each) for each in range(1, len(panels) + 1)}
    per_line = max(plans, key=lambda each: _worth(plans[each], each, len(panels)))
    plan = plans[per_line]
    cell = min(plan.across.pitch, plan.down.pitch)
    gap = page.cell_gap = 2 if cell >= 14 else 1 if cell >= 6 else 0
    inner = plan.across.pitch - gap, plan.down.pitch - gap
    band_width = sides.band_width
    if totals.rows and len(panels) == 1 and band_width < inner[0] < sides.room - plan.across.end - sizes.band_gap:
        band_width = float(floor(inner[0]))

    xs: list[float] = []
    drops: list[float] = []
    grid_top = page.top + plan.above
    for number, panel in enumerate(panels):
        x = sides.grid_left + number % per_line * plan.width
        drop = number // per_line * plan.height
        xs += [x + start for start in plan.across.starts]
        drops += [drop] * len(plan.across.starts)
        _place_panel(
            page, panel, labels, inner_groups, sides, plan, x, grid_top + drop, band_width, leftmost=number % per_line == 0
        )
    if legend:
        end = sides.grid_left + min(per_line, len(panels)) * plan.width - _panel_gap(page) + band_width - sides.band_width
        place_legend(page, legend, end - gap + _legend_gap(page), grid_top, page.bottom)
    ys = [grid_top + start for start in plan.down.starts]
    return _grid(page, xs, ys, drops if len(panels) > per_line else [], inner[0], inner[1])


def _place_panel(
    page: Page,
    panel: _Panel,
    labels: list[Labels],
    inner_groups: list[Group],
    sides: _Sides,
    plan: _Frame,
    x: float,
    top: float,
    band_width: float,
    *,
    leftmost: bool,
) -> None:
    """The heads, trees and totals of one panel, whose cells begin at x and top."""
    matrix = page.matrix
    if panel.title:
        _panel_title(page, panel, x, top - plan.above + round(page.sizes.head * 0.86), plan.across.end)
    lines = [*range(panel.start, panel.stop), *_lines_of_groups(matrix, panel, inner_groups)]
    column_heads(page, labels, inner_groups, plan.across, x, top, plan.head_height, plan.turned, lines)
    if matrix.column_tree:
        below = top - plan.head_height - outer_height(page, inner_groups)
        column_tree(page, matrix.column_tree, plan.across, x, below - 2, sides.tree_height - 4)
    if leftmost:
        row_heads(page, matrix.rows, matrix.row_groups, plan.down, top, sides.left, sides.widths)
        if matrix.row_tree:
            row_tree(page, matrix.row_tree, plan.down, top, sides.left - 4, sides.tree_width - 4)
    _bands(
        page, panel, inner_groups, plan, x, top, sides.grid_left, band_width, sides.band_height, bool(sides.widths[-1]), leftmost
    )


def _panel_title(page: Page, panel: _Panel, x: float, y: float, most: float) -> None:
    size = page.sizes.head
    words = cut(panel.title, most, size, 600)
    page.texts.append(
        Text(
            part="heads",
            x=x,
            y=y,
            text=words,
            size=size,
            weight=600,
            ink=INK,
            full=panel.title if words != panel.title else None,
            column=panel.total,
            length=width_of(words, size, 600),
        )
    )


def _worth(frame: _Frame, per_line: int, panels: int) -> tuple[float, int]:
    """The larger the cells the better, a little wider than high; of equals, the one with fewer lines."""
    return round(min(frame.across.pitch / 1.4, frame.down.pitch), 3), -ceil(panels / per_line)


def _band_width(page: Page) -> float:
    matrix, columns = page.matrix, len(page.matrix.columns)
    texts = {page.number(value) for value in matrix.all_values[:, columns:].ravel().tolist()}
    return ceil(max(width_of(text, page.sizes.head, 600) for text in (*texts, ALL))) + 12.0


def _bands(
    page: Page,
    panel: _Panel,
    inner_groups: list[Group],
    plan: _Frame,
    x: float,
    top: float,
    grid_left: float,
    band_width: float,
    band_height: float,
    has_heads: bool,
    leftmost: bool,
) -> None:
    """All totals of a panel: lines of totals across, lines of totals down, and where they cross."""
    matrix, totals, gap = page.matrix, page.recipe.pivot.totals, page.cell_gap
    rows = len(matrix.rows)
    inner_width, inner_height = plan.across.pitch - gap, plan.down.pitch - gap
    group_lines = _lines_of_groups(matrix, panel, inner_groups) if totals.column_groups else []
    gap_before = page.sizes.band_gap - gap
    across = [(line, x + start - gap, plan.across.band) for line, start in zip(group_lines, plan.across.bands, strict=False)]
    if totals.rows:
        across.append((panel.total, x + plan.across.end + gap_before, band_width))
    down = [(rows + i, top + start - gap, plan.down.band) for i, start in enumerate(plan.down.bands)] if totals.row_groups else []
    if totals.columns:
        down.append((-1, top + plan.down.end + gap_before, band_height))

    cells_across = [(column, x + start) for column, start in zip(range(panel.start, panel.stop), plan.across.starts, strict=True)]
    cells_down = list(enumerate(top + start for start in plan.down.starts))
    for line, left, width in across:
        _line_of_bands(page, [(row, line, left, y) for row, y in cells_down], width, inner_height)
        band_head_across(page, left, width, top)
    for line, y, height in down:
        _line_of_bands(page, [(line, column, left, y) for column, left in cells_across], inner_width, height)
        if has_heads and leftmost:
            band_head_down(page, grid_left - round(page.sizes.head * 0.8), y, height)
        for column, left, width in across:
            _line_of_bands(page, [(line, column, left, y)], width, height, plain=True)


def _lines_of_groups(matrix: Matrix, panel: _Panel, inner_groups: list[Group]) -> list[int]:
    """The lines of totals of a panel's groups of columns, in the order of the groups."""
    columns = len(matrix.columns)
    where = {(group.start, group.stop, group.depth): columns + i for i, group in enumerate(matrix.column_groups)}
    return [where[group.start + panel.start, group.stop + panel.start, group.depth] for group in inner_groups]


def _line_of_bands(
    page: Page, cells: list[tuple[int, int, float, float]], width: float, height: float, *, plain: bool = False
) -> None:
    """Totals that are judged together."""
    if not cells:
        return
    values = np.array([page.matrix.all_values[row, column] for row, column, _, _ in cells])
    texts = [page.number(value) for value in values.tolist()]
    size = floor(band_size(page, texts, width) * 4) / 4
    looks = [PLAIN] * len(cells) if plain else looks_of(page, values)
    for (row, column, x, y), text, look in zip(cells, texts, looks, strict=True):
        line = row % page.matrix.all_values.shape[0], column % page.matrix.all_values.shape[1]  # the line of all may be told as -1
        band_cell(page, line, text, x, y, width, height, size, look)


def _grid(page: Page, xs: list[float], ys: list[float], drops: list[float], width: float, height: float) -> Grid:
    matrix, recipe = page.matrix, page.recipe
    coloring, values = page.coloring, colored_values(matrix)
    grays = () if coloring.lit is None else coloring.grays
    prints: list[str] = []
    size = 0.0
    wanted = recipe.cells.values == "all"
    if wanted and height >= _LEAST_PRINT * 1.15 and width >= 2 * _LEAST_PRINT:
        prints = [page.number(value) for value in values.ravel().tolist()]
        widest = max(width_of(text, 1.0) for text in set(prints)) or 1.0
        size = floor(min(page.sizes.head, height * 0.62, (width - 3) / widest) * 4) / 4
        if size < _LEAST_PRINT:
            prints = []
    return Grid(
        xs=tuple(xs),
        ys=tuple(ys),
        drops=tuple(drops),
        absent=() if matrix.absent is None else tuple(np.flatnonzero(matrix.absent).tolist()),
        cell_width=width,
        cell_height=height,
        steps=tuple(coloring.steps.ravel().tolist()),
        colors=tuple(hex_of(color) for color in coloring.colors),
        inks=tuple(str(ink) for ink in inks_on(coloring.colors)),
        unlit=() if coloring.lit is None else tuple(np.flatnonzero(~coloring.lit).tolist()),
        grays=tuple(hex_of(color) for color in grays),
        prints=tuple(prints),
        print_size=size,
        fits=bool(prints) or not wanted,
    )


def _said_of_color(page: Page) -> list[str]:
    """Sentences for who does not see the legend."""
    notes = color_notes(page.recipe.color, page.style)
    bands = [band.words for band in bands_of(page.recipe, page.coloring, page.style)]
    return [f"{note}." for note in [*notes, *([f"Bands: {'; '.join(bands)}"] if bands else [])]]


def _legend(page: Page) -> Legend | None:
    if not page.recipe.legend.show:
        return None
    return legend_of(page.recipe, page.matrix, page.coloring, page.style, page.sizes.caption, (page.right - page.left) * 0.22)
