"""How a figure is laid out before any of it is placed: what surrounds the cells, how large they become, where panels stand."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import ceil, floor, inf
from typing import Literal

from ...common.language import Language
from ...common.recipe.spec import LevelSpec
from ...common.wording.labels import shown_label
from ...matrices.pivot import Matrix
from ...tables.aggregation.groups import Group, Labels
from .axis import Axis, Room, axis_of
from .heads import (
    SideHeads,
    column_head_height,
    group_width,
    head_gap,
    head_size,
    head_widths,
    inner_labels,
    on_a_line,
    on_one_line,
    outer_height,
    shown_groups,
)
from .moments import found_heads
from .names import name_width
from .page import Page

_HIGHEST = 0.75
"""Of its width: the height that a cell may have, if that is more than usual."""
_TREE = 3.2
"""The depth of a tree, in sizes of heads."""


@dataclass(frozen=True)
class Panel:
    """A matrix of several side by side, or the only one: its columns from ``start`` to ``stop``, and the line of its totals."""

    start: int
    stop: int
    total: int
    title: str


@dataclass(frozen=True, kw_only=True)
class Sides:
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
    rows: SideHeads
    """The heads of the rows, where they will about stand."""


@dataclass(frozen=True, kw_only=True)
class Frame:
    """How a panel is laid out, alike for all: both sides and their axes, the height above the cells, and the bands of totals."""

    columns: SideHeads
    rows: SideHeads
    across: Axis
    down: Axis
    head_height: float
    turned: bool
    above: float
    width: float
    height: float


@dataclass(frozen=True, kw_only=True)
class Plan:
    """How the whole figure is laid out: ``panels`` of one frame, so many ``per_line``."""

    sides: Sides
    frame: Frame
    per_line: int
    panels: list[Panel]

    @property
    def inner_groups(self) -> Sequence[Group]:
        """The groups of the columns of one panel."""
        return self.frame.columns.groups


def planned(page: Page, legend_width: float) -> Plan:
    """The layout with the largest cells, beside a legend of a width."""
    panels, inner_groups = _panels(page.matrix, page.recipe.pivot.split, page.language)
    labels = [labels[1:] if page.matrix.panels else labels for labels in page.matrix.columns[: panels[0].stop]]
    sides = _sides(page, inner_groups, legend_width)
    frames = {each: _frame(page, sides, labels, inner_groups, (len(panels), each)) for each in range(1, len(panels) + 1)}
    per_line = max(frames, key=lambda each: _worth(frames[each], each, len(panels)))
    return Plan(sides=sides, frame=frames[per_line], per_line=per_line, panels=panels)


def _panels(matrix: Matrix, split: LevelSpec | None, language: Language) -> tuple[list[Panel], list[Group]]:
    """The panels, and the groups of columns within each of them, counted from its first column."""
    columns = len(matrix.columns)
    if not matrix.panels:
        return [Panel(0, columns, -1, "")], list(matrix.column_groups)
    outermost = [(i, group) for i, group in enumerate(matrix.column_groups) if group.depth == 1]
    if not outermost:  # nothing across but the split itself: each panel is one column
        return [Panel(i, i + 1, i, _title(split, labels[0], language)) for i, labels in enumerate(matrix.columns)], []
    panels = [Panel(group.start, group.stop, columns + i, _title(split, group.labels[0], language)) for i, group in outermost]
    first = panels[0].stop
    inner = [group for group in matrix.column_groups if group.depth > 1 and group.stop <= first]
    return panels, inner


def _title(split: LevelSpec | None, label: str, language: Language) -> str:
    return on_one_line(shown_label((split,) if split else (), 0, label, language))


def _sides(page: Page, inner_groups: list[Group], legend_width: float) -> Sides:
    matrix, sizes, totals = page.matrix, page.sizes, page.recipe.pivot.totals
    across = totals.rows or (totals.column_groups and bool(inner_groups))
    down = totals.columns or (totals.row_groups and bool(matrix.row_groups))
    # Many totals of groups would take the room from the cells.
    height = round(sizes.head * (1.45 if totals.row_groups and len(matrix.row_groups) > 3 else 1.9))
    named = any(_keys(matrix.rows))
    rows = SideHeads(*_heads_of(page, "rows", matrix.rows, matrix.row_groups), _down_before(page), _keys(matrix.rows))
    rows = _with_moments(page, "rows", rows)
    total = page.typeface.width_of(page.language.say("all"), sizes.head, 600) if named and down else 0.0
    widths = head_widths(page, rows, max(total, name_width(page) if named else 0.0))
    tree_width = round(sizes.head * _TREE) + 4 if matrix.row_tree else 0
    heads = sum(widths) + (len(widths) - 1) * 2 * head_gap(page) + (round(sizes.head * 0.8) if widths[-1] else 0)
    grid_left = page.left + tree_width + heads
    return Sides(
        left=page.left + tree_width,
        grid_left=grid_left,
        room=page.right - grid_left - legend_width,
        widths=widths,
        band_width=_band_width(page) if across else 0.0,
        band_height=float(height) if down else 0.0,
        tree_width=tree_width,
        tree_height=round(sizes.head * _TREE) + 4 if matrix.column_tree else 0,
        title_height=round(sizes.head * 1.8) if matrix.panels else 0,
        rows=rows,
    )


def _band_width(page: Page) -> float:
    matrix, columns = page.matrix, len(page.matrix.columns)
    texts = {
        page.contents.total_text(page.recipe, value, row, columns + column)
        for row, values in enumerate(matrix.all_values[:, columns:].tolist())
        for column, value in enumerate(values)
    }
    return ceil(max(page.typeface.width_of(text, page.sizes.head, 600) for text in (*texts, page.language.say("all")))) + 12.0


def _heads_of(
    page: Page, side: Literal["rows", "columns"], members: Sequence[Labels], groups: Sequence[Group]
) -> tuple[list[str], list[Group]]:
    """What the heads of a side say, and its groups."""
    levels: Sequence[LevelSpec] = getattr(page.recipe.pivot, side)
    return inner_labels(members, levels, page.language), shown_groups(groups, levels, page.language)


def _keys(members: Sequence[Labels]) -> list[str]:
    """The innermost labels as the matrix has them."""
    return [labels[-1] if labels else "" for labels in members]


def _down_before(page: Page) -> Axis:
    """About how the rows will stand, before it is known what is above them."""
    room = page.bottom - page.top - 3 * page.sizes.head
    return axis_of(len(page.matrix.rows), page.matrix.row_groups, Room(room, room), page.sizes.band_gap, 0.0, 0.0)


def _with_moments(page: Page, side: Literal["columns", "rows"], heads: SideHeads) -> SideHeads:
    """The same with heads found in the moments, where the side is one level of these and they are too many for their labels."""
    levels, size = getattr(page.recipe.pivot, side), page.sizes.head
    if len(levels) != 1 or heads.groups or page.recipe.pivot.correlate is not None or page.recipe.heads.turn == "up":
        return heads
    if side == "rows":
        crowded = head_size(size, heads.axis.average) != (size, 0.0)
        most = group_width(page)
        need, need_group = (
            (lambda _: size * 1.2),
            (lambda words: size * 1.1 if page.typeface.width_of(words, size, 600) <= most else inf),
        )
    else:
        crowded = not all(on_a_line(page, label, length) for label, length in zip(heads.labels, heads.axis.lengths, strict=True))
        need, need_group = (
            (lambda words: page.typeface.width_of(words, size) + size * 0.5),
            (lambda words: page.typeface.width_of(words, size, 600) + size * 0.8),
        )
    if not crowded:
        return heads
    found = found_heads(levels[0].cut, (heads.keys, heads.labels), heads.axis, need, need_group, page.language.calendar)
    return replace(heads, found=found)


def panel_gap(page: Page) -> float:
    """What parts panels on a line."""
    return round(page.sizes.head * 1.6)


def _frame(page: Page, sides: Sides, labels: list[Labels], inner_groups: list[Group], numbers: tuple[int, int]) -> Frame:
    """How panels are laid out. ``numbers`` are how many there are, and how many of them stand on a line."""
    matrix, sizes, totals = page.matrix, page.sizes, page.recipe.pivot.totals
    panels, per_line = numbers
    filled = page.recipe.cells.symbols.as_ == "fill"  # symbols that lie far apart are hard to compare
    widest = page.right - page.left if filled else sizes.widest_symbol
    lines = ceil(panels / per_line)
    weights = page.contents.weights
    shares = {side: weights[side].shares if side in weights else () for side in ("columns", "rows")}
    group_gap = sizes.band_gap if page.recipe.heads.group_gap is None else float(page.recipe.heads.group_gap)
    beyond = sizes.band_gap + sides.band_width if totals.rows else 0.0
    below = sizes.band_gap + sides.band_height if totals.columns else 0.0

    def across_of(most: float, lead: float = 0.0) -> Axis:
        return axis_of(
            len(labels),
            inner_groups,
            Room((sides.room - (per_line - 1) * panel_gap(page)) / per_line - beyond, most, lead, shares["columns"]),
            group_gap,
            sides.band_width if totals.column_groups else 0.0,
            sizes.band_gap,
        )

    def down_of(most: float, above: float, lead: float = 0.0) -> Axis:
        return axis_of(
            len(matrix.rows),
            matrix.row_groups,
            Room((page.bottom - page.top - (lines - 1) * sizes.head) / lines - above - below, most, lead, shares["rows"]),
            group_gap,
            sides.band_height if totals.row_groups else 0.0,
            sizes.band_gap,
        )

    def cells_of(above: float) -> tuple[Axis, Axis]:
        """Both axes, below heads of a height."""
        across = across_of(widest)
        highest = max(sizes.highest_cell, across.average * _HIGHEST * filled)
        down = down_of(highest, above)
        side = min(across.average, down.average) if page.recipe.cells.square else 0.0
        if side:
            across, down = across_of(side), down_of(side, above)
        if page.recipe.cells.symbols.reach > 1:
            # What symbols at the edge reach beyond their cells, so that none lies on a head.
            lead = float(ceil((page.recipe.cells.symbols.reach - 1) / 2 * min(across.pitch, down.pitch)))
            across, down = across_of(side or widest, lead), down_of(side or highest, above, lead)
            if side:
                side = min(across.average, down.average)
                across, down = across_of(side, lead), down_of(side, above, lead)
        return across, down

    top = _top(page, sides, SideHeads(*_heads_of(page, "columns", labels, inner_groups), across_of(widest), _keys(labels)), lines)
    above = top.above
    for _ in range(_ROUNDS):  # lower cells may be narrower, where they are square, and their heads higher
        across, down = cells_of(above)
        if across.starts == top.columns.axis.starts:
            break
        top = _top(page, sides, replace(top.columns, axis=across, found=None), lines)
        if top.above <= above:
            break
        above = top.above
    rows = replace(sides.rows, axis=down, found=None)
    return Frame(
        columns=top.columns,
        rows=_with_moments(page, "rows", rows) if sides.rows.found else rows,
        across=across,
        down=down,
        head_height=top.height,
        turned=top.turned,
        above=above,
        width=across.end + beyond + panel_gap(page),
        height=above + down.end + below + sizes.head,
    )


_ROUNDS = 3


@dataclass(frozen=True)
class _Top:
    """The heads of columns, how high the innermost are and whether they are turned, and the height of all above the cells."""

    columns: SideHeads
    height: float
    turned: bool
    above: float


def _top(page: Page, sides: Sides, columns: SideHeads, lines: int) -> _Top:
    """What stands above the cells of a panel, on columns with such an axis. ``lines`` is how many panels stand below each other."""
    columns = _with_moments(page, "columns", columns)
    height, turned = column_head_height(page, columns, (page.bottom - page.top) / lines)
    return _Top(columns, height, turned, sides.title_height + sides.tree_height + outer_height(page, columns.outer) + height)


def _worth(frame: Frame, per_line: int, panels: int) -> tuple[float, int]:
    """The larger the cells the better, a little wider than high; of equals, the one with fewer lines."""
    return round(min(frame.across.average / 1.4, frame.down.average), 3), -ceil(panels / per_line)


def cell_gap(page: Page, plan: Plan) -> float:
    """What is left open between two cells."""
    cell = min(plan.frame.across.pitch, plan.frame.down.pitch)
    if page.recipe.cells.gap is not None:
        return float(min(page.recipe.cells.gap, floor(cell * 0.4)))
    return 2.0 if cell >= 14 else 1.0 if cell >= 6 else 0.0
