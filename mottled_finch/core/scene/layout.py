"""Placing the parts of a page: words above and below, heads at the grid, totals in bands apart, the legend at its place."""

from dataclasses import dataclass
from math import ceil, floor

import numpy as np

from ..color.coloring import Coloring
from ..color.ink import inks_on
from ..color.spaces import hex_of
from ..figure.contents import Contents
from ..figure.facts import Facts
from ..pivot import Group, Labels, Matrix
from ..recipe.spec import Recipe
from ..words.figures import alternative_text
from .axis import Axis, axis_of
from .bands import band_cell, band_head_across, band_head_down, band_size, looks_of
from .bands import plain as plain_look
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
from .legend_marks import across_height, place_legend, place_legend_across
from .marks import Grid, Scene, Text, Under, Weight
from .names import place_flow, place_names, reserve_flow, reserve_names
from .notes import note_lines, place_notes
from .page import ALL, Page, lines_from_below, place_words, say_nothing_is_kept
from .rules import Rule, rules_of
from .trees import column_tree, row_tree
from .type import CAP_HEIGHT, cut, width_of
from .underlay import picture_of

_LEAST_PRINT = 6.5
_TREE = 3.2
"""The depth of a tree, in sizes of heads."""


def lay_out(recipe: Recipe, matrix: Matrix, coloring: Coloring, contents: Contents, facts: Facts) -> Scene:
    """The scene of a recipe, its matrix, the colors of the cells and what stands in them. Raises TableError for a live fact that
    the figure does not have, RecipeError for colors of the page that cannot be told apart, or an underlay that is no picture.
    """
    page = Page(recipe, matrix, coloring, contents, facts)
    place_words(page)
    if 0 in matrix.shape:
        say_nothing_is_kept(page)
        grid = None
    else:
        grid = _place_figure(page)
    values = contents.values
    return Scene(
        width=recipe.page.width,
        height=recipe.page.height,
        theme=page.theme,
        transparent=recipe.page.transparent,
        alternative=" ".join([alternative_text(recipe.pivot, matrix, values, page.style), *_said_of_color(page)]),
        texts=tuple(page.texts),
        boxes=tuple(page.boxes),
        hatchings=tuple(page.hatchings),
        lines=tuple(page.lines),
        grid=grid,
        under=_under(recipe, grid) if grid else None,
    )


def _under(recipe: Recipe, grid: Grid) -> Under | None:
    """The picture under the cells, as large as they are together."""
    spec = recipe.page.underlay
    if spec is None:
        return None
    picture = picture_of(spec.picture)
    crop = spec.crop
    left, top = grid.xs[0], grid.ys[0]
    return Under(
        x=left,
        y=top,
        width=max(grid.xs) + grid.cell_width - left,
        height=grid.ys[-1] + max((0.0, *grid.drops)) + grid.cell_height - top,
        picture=picture.address,
        pixels=(picture.width, picture.height),
        crop=(
            crop.left * picture.width,
            crop.top * picture.height,
            crop.width * picture.width,
            crop.height * picture.height,
        ),
        strength=spec.strength,
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


def _sides(page: Page, inner_groups: list[Group], legend_width: float) -> _Sides:
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
        room=page.right - grid_left - legend_width,
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
    group_gap = sizes.band_gap if page.recipe.heads.group_gap is None else float(page.recipe.heads.group_gap)
    beyond = sizes.band_gap + sides.band_width if totals.rows else 0.0
    below = sizes.band_gap + sides.band_height if totals.columns else 0.0

    def across_of(most: float) -> Axis:
        return axis_of(
            len(labels),
            inner_groups,
            (sides.room - (per_line - 1) * _panel_gap(page)) / per_line - beyond,
            most,
            group_gap,
            sides.band_width if totals.column_groups else 0.0,
            sizes.band_gap,
        )

    across = across_of(sizes.widest_cell)
    head_height, turned = column_head_height(page, inner_labels(labels), across.pitch)
    above = sides.title_height + sides.tree_height + outer_height(page, inner_groups) + head_height

    def down_of(most: float) -> Axis:
        return axis_of(
            len(matrix.rows),
            matrix.row_groups,
            (page.bottom - page.top - (lines - 1) * sizes.head) / lines - above - below,
            most,
            group_gap,
            sides.band_height if totals.row_groups else 0.0,
            sizes.band_gap,
        )

    down = down_of(sizes.highest_cell)
    if page.recipe.cells.square:
        side = min(across.pitch, down.pitch)
        across, down = across_of(side), down_of(side)
    return _Frame(
        across=across,
        down=down,
        head_height=head_height,
        turned=turned,
        above=above,
        width=across.end + beyond + _panel_gap(page),
        height=above + down.end + below + sizes.head,
    )


@dataclass(frozen=True, kw_only=True)
class _Plan:
    """How the whole figure is laid out."""

    sides: _Sides
    frame: _Frame
    per_line: int
    panels: list[_Panel]
    labels: list[Labels]
    inner_groups: list[Group]


def _planned(page: Page, legend_width: float) -> _Plan:
    """The layout with the largest cells, beside a legend of a width."""
    panels, inner_groups = _panels(page.matrix)
    labels = [labels[1:] if page.matrix.panels else labels for labels in page.matrix.columns[: panels[0].stop]]
    sides = _sides(page, inner_groups, legend_width)
    frames = {each: _frame(page, sides, labels, inner_groups, len(panels), each) for each in range(1, len(panels) + 1)}
    per_line = max(frames, key=lambda each: _worth(frames[each], each, len(panels)))
    return _Plan(sides=sides, frame=frames[per_line], per_line=per_line, panels=panels, labels=labels, inner_groups=inner_groups)


def _mark_side(page: Page, plan: _Plan) -> float:
    """The side of the largest mark: the length of the longest, for bars."""
    marks = page.recipe.cells.marks.as_
    across, down = plan.frame.across.pitch, plan.frame.down.pitch
    gap = _cell_gap(page, across, down)
    return across - gap if marks == "bar" else min(across - gap, _mark_height(page, down - gap))


def _cell_gap(page: Page, across: float, down: float) -> float:
    """What is left open between two cells."""
    cell = min(across, down)
    if page.recipe.cells.gap is not None:
        return float(min(page.recipe.cells.gap, floor(cell * 0.4)))
    return 2.0 if cell >= 14 else 1.0 if cell >= 6 else 0.0


def _place_figure(page: Page) -> Grid:
    totals, sizes, legend_spec = page.recipe.pivot.totals, page.sizes, page.recipe.legend
    lines_from_below(page, "notes", note_lines(page))
    legend = _legend(page)
    mark = 0.0
    if legend and legend.samples:  # how large marks become is known once the cells are laid out
        mark = _mark_side(page, _planned(page, legend.width + _legend_gap(page) if legend_spec.place == "right" else 0.0))
        legend = _legend(page, mark)
    legend_top = page.top
    if legend and legend_spec.place != "right":
        height = across_height(page, legend, page.right - page.left, mark)
        if legend_spec.place == "top":
            page.top += height
        else:
            page.bottom -= height
            legend_top = page.bottom + round(sizes.head * 0.6)
    flow_room = reserve_flow(page)  # next to the cells, nearer than a legend below them
    names_top = reserve_names(page)
    beside = legend if legend_spec.place == "right" else None
    plan = _planned(page, beside.width + _legend_gap(page) if beside else 0.0)
    sides, frame, panels = plan.sides, plan.frame, plan.panels
    gap = page.cell_gap = _cell_gap(page, frame.across.pitch, frame.down.pitch)
    inner = frame.across.pitch - gap, frame.down.pitch - gap
    band_width = sides.band_width
    if totals.rows and len(panels) == 1 and band_width < inner[0] < sides.room - frame.across.end - sizes.band_gap:
        band_width = float(floor(inner[0]))

    xs: list[float] = []
    drops: list[float] = []
    grid_top = page.top + frame.above
    for number, panel in enumerate(panels):
        x = sides.grid_left + number % plan.per_line * frame.width
        drop = number // plan.per_line * frame.height
        xs += [x + start for start in frame.across.starts]
        drops += [drop] * len(frame.across.starts)
        _place_panel(page, panel, plan, x, grid_top + drop, band_width, leftmost=number % plan.per_line == 0)
    end = sides.grid_left + min(plan.per_line, len(panels)) * frame.width - _panel_gap(page) + band_width - sides.band_width
    if legend and legend_spec.place == "right":
        place_legend(page, legend, end - gap + _legend_gap(page), grid_top, page.bottom, min(mark, _mark_side(page, plan)))
    elif legend:
        shift = min(sides.grid_left - page.left, max(0.0, page.right - sides.grid_left - (page.right - page.left) * 0.75))
        room = page.right - page.left
        lines_alike = across_height(page, legend, room - shift, mark) <= across_height(page, legend, room, mark)
        at = page.left + shift if lines_alike else page.left
        place_legend_across(page, legend, at, legend_top, page.right - at, min(mark, _mark_side(page, plan)))
    ys = [grid_top + start for start in frame.down.starts]
    grid = _grid(page, xs, ys, drops if len(panels) > plan.per_line else [], inner[0], inner[1])
    place_names(page, names_top, sides.left, sides.grid_left, grid_top, named=bool(sides.widths[-1]) or len(sides.widths) > 1)
    below = grid_top + max(drops) + (frame.height - frame.above) - sizes.head
    place_flow(page, grid, flow_room, below)
    place_notes(page, grid)
    return grid


def _place_panel(page: Page, panel: _Panel, plan: _Plan, x: float, top: float, band_width: float, *, leftmost: bool) -> None:
    """The heads, trees and totals of one panel, whose cells begin at x and top."""
    matrix, sides, frame, inner_groups = page.matrix, plan.sides, plan.frame, plan.inner_groups
    if panel.title:
        _panel_title(page, panel, x, top - frame.above + round(page.sizes.head * 0.86), frame.across.end)
    lines = [*range(panel.start, panel.stop), *_lines_of_groups(matrix, panel, inner_groups)]
    column_heads(page, plan.labels, inner_groups, frame.across, x, top, frame.head_height, frame.turned, lines)
    if matrix.column_tree:
        below = top - frame.head_height - outer_height(page, inner_groups)
        column_tree(page, matrix.column_tree, frame.across, x, below - 2, sides.tree_height - 4)
    if leftmost:
        row_heads(page, matrix.rows, matrix.row_groups, frame.down, top, sides.left, sides.widths)
        if matrix.row_tree:
            row_tree(page, matrix.row_tree, frame.down, top, sides.left - 4, sides.tree_width - 4)
    _bands(
        page, panel, inner_groups, frame, x, top, sides.grid_left, band_width, sides.band_height, bool(sides.widths[-1]), leftmost
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
            ink=page.theme.ink,
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
            _line_of_bands(page, [(line, column, left, y)], width, height, crossing=True)


def _lines_of_groups(matrix: Matrix, panel: _Panel, inner_groups: list[Group]) -> list[int]:
    """The lines of totals of a panel's groups of columns, in the order of the groups."""
    columns = len(matrix.columns)
    where = {(group.start, group.stop, group.depth): columns + i for i, group in enumerate(matrix.column_groups)}
    return [where[group.start + panel.start, group.stop + panel.start, group.depth] for group in inner_groups]


def _line_of_bands(
    page: Page, cells: list[tuple[int, int, float, float]], width: float, height: float, *, crossing: bool = False
) -> None:
    """Totals that are judged together; where two lines of them cross, one stands alone and has nothing to be judged by."""
    if not cells:
        return
    values = np.array([page.matrix.all_values[row, column] for row, column, _, _ in cells])
    texts = [page.number(value) for value in values.tolist()]
    size = floor(band_size(page, texts, width) * 4) / 4
    alone = crossing and page.recipe.pivot.totals.color == "own"
    looks = [plain_look(page)] * len(cells) if alone else looks_of(page, values)
    for (row, column, x, y), text, look in zip(cells, texts, looks, strict=True):
        line = row % page.matrix.all_values.shape[0], column % page.matrix.all_values.shape[1]  # the line of all may be told as -1
        band_cell(page, line, text, x, y, width, height, size, look)


_LEAST_RULED = 4.0
"""Points of a cell between two lines."""
_PRINT_ROOM = 1.3
"""Of the size of printed values: what they take from a mark."""


def _mark_height(page: Page, height: float) -> float:
    """The room for a mark in a cell of a height: values are printed below marks, not on them."""
    return height - _print_size(page, height) * _PRINT_ROOM if page.contents.wanted.any() and height >= 3 * _LEAST_PRINT else height


def _print_size(page: Page, height: float) -> float:
    """The size of values in cells of a height, before their width is looked at."""
    wanted = page.recipe.cells.size or page.sizes.head
    return min(wanted, height * (0.62 if page.recipe.cells.marks.as_ == "fill" else 0.34))


def _grid(page: Page, xs: list[float], ys: list[float], drops: list[float], width: float, height: float) -> Grid:
    matrix, cells, contents = page.matrix, page.recipe.cells, page.contents
    coloring = page.coloring
    filled = cells.marks.as_ == "fill"
    grays = () if coloring.lit is None else coloring.grays
    prints, size = _printed(page, width, height)
    room = 0.0 if filled or not prints else size * _PRINT_ROOM
    base = height / 2 + size * CAP_HEIGHT / 2 if filled else height - (room - size * CAP_HEIGHT) / 2
    gap = page.cell_gap
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
        fits=bool(prints) or not contents.wanted.any() or page.recipe.page.underlay is not None,
        bold=cells.bold,
        print_base=base,
        few=tuple(np.flatnonzero(contents.few).tolist()),
        aside=tuple(np.flatnonzero(contents.aside).tolist()),
        marks=cells.marks.as_,
        sizes=() if contents.sizes is None else tuple(contents.sizes.ravel().round(4).tolist()),
        mark_height=height - room,
        rules=_rules(page, xs, ys, drops, width, height, height - room),
        frame=gap / 2 if cells.gap_color and gap else 0.0,
        frame_color=(cells.gap_color or "").lower() if gap else "",
        opacity=1.0 if page.recipe.page.underlay is None else page.recipe.page.underlay.cells,
    )


def _printed(page: Page, width: float, height: float) -> tuple[list[str], float]:
    """What cells print, and how large; nothing where it would be too small to read, or where a picture lies under it."""
    if not page.contents.wanted.any() or page.recipe.page.underlay is not None:
        return [], 0.0
    if height < _LEAST_PRINT * 1.15 or width < 2 * _LEAST_PRINT:
        return [], 0.0
    prints = page.contents.prints()
    weight: Weight = 600 if page.recipe.cells.bold else 400
    widest = max(width_of(text, 1.0, weight) for text in set(prints)) or 1.0
    size = floor(min(_print_size(page, height), (width - 3) / widest) * 4) / 4
    return (list(prints), size) if size >= _LEAST_PRINT else ([], 0.0)


def _rules(
    page: Page, xs: list[float], ys: list[float], drops: list[float], width: float, height: float, mark_height: float
) -> tuple[Rule, ...]:
    """Lines under the marks of each matrix; none where they would lie so close that they make one gray."""
    kind = page.recipe.cells.marks.lines
    if kind == "none" or page.recipe.cells.marks.as_ == "fill" or min(width, height) < _LEAST_RULED:
        return ()
    there = np.ones(page.matrix.shape, dtype=bool) if page.matrix.absent is None else ~page.matrix.absent
    found: list[Rule] = []
    of_columns = np.array(drops or [0.0] * len(xs))
    for drop in np.unique(of_columns):
        here = np.flatnonzero(of_columns == drop)
        across, down = [xs[i] for i in here], [y + float(drop) for y in ys]
        found += rules_of(kind, across, down, width, height, mark_height, page.cell_gap, there[:, here])
    return tuple(found)


def _said_of_color(page: Page) -> list[str]:
    """Sentences for who does not see the legend."""
    notes = color_notes(page.recipe, page.style)
    bands = [band.words for band in bands_of(page.recipe, page.coloring, page.style)]
    return [f"{note}." for note in [*notes, *([f"Bands: {'; '.join(bands)}"] if bands else [])]]


def _legend(page: Page, mark: float = 0.0) -> Legend | None:
    if not page.recipe.legend.show:
        return None
    share = 0.22 if page.recipe.legend.place == "right" else 0.6
    return legend_of(
        page.recipe, page.matrix, page.coloring, page.contents, page.sizes.caption, (page.right - page.left) * share, mark
    )
