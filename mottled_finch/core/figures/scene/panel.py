"""One panel at its place: its title, heads and trees, and all its totals."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import floor

import numpy as np

from ...common.recipe.page_type import least_type
from ...matrices.pivot import Matrix
from ...tables.aggregation.groups import Group
from .bands import Rect, band_cell, band_head_across, band_head_down, band_size
from .heads import HeadsAt, column_heads, outer_height, row_heads
from .page import Page
from .plan import Panel, Plan
from .shapes import Text
from .sizes import settled_size
from .total_looks import looks_of
from .trees import column_tree, row_tree


@dataclass(frozen=True, kw_only=True)
class PanelAt:
    """A panel whose cells begin at x and ``top``. The ``leftmost`` of a line has the heads of the rows."""

    panel: Panel
    x: float
    top: float
    leftmost: bool


def place_panel(page: Page, plan: Plan, at: PanelAt, band_width: float) -> None:
    """Its totals of rows are ``band_width`` wide."""
    matrix, sides, frame = page.matrix, plan.sides, plan.frame
    if at.panel.title:
        _title(page, at, at.top - frame.above + round(page.sizes.head * 0.86), frame.across.end)
    lines = [*range(at.panel.start, at.panel.stop), *_lines_of_groups(matrix, at.panel, plan.inner_groups)]
    heads = HeadsAt(left=at.x, bottom=at.top, height=frame.head_height, turned=frame.turned, lines=lines)
    column_heads(page, frame.columns, heads)
    if matrix.column_tree:
        below = at.top - frame.head_height - outer_height(page, frame.columns.outer)
        column_tree(page, matrix.column_tree, frame.across, at.x, below - 2, sides.tree_height - 4)
    if at.leftmost:
        row_heads(page, frame.rows, at.top, sides.left, sides.widths)
        if matrix.row_tree:
            row_tree(page, matrix.row_tree, frame.down, at.top, sides.left - 4, sides.tree_width - 4)
    _totals(page, plan, at, band_width)


def _title(page: Page, at: PanelAt, y: float, most: float) -> None:
    size, title = page.sizes.head, at.panel.title
    words = page.typeface.cut(title, most, size, 600)
    page.texts.append(
        Text(
            part="heads",
            x=at.x,
            y=y,
            text=words,
            size=size,
            weight=600,
            ink=page.theme.ink,
            full=title if words != title else None,
            column=at.panel.total,
            length=page.typeface.width_of(words, size, 600),
        )
    )


def _totals(page: Page, plan: Plan, at: PanelAt, band_width: float) -> None:
    """All totals of a panel: lines of totals across, lines of totals down, and where they cross."""
    matrix, totals, gap, frame, panel = page.matrix, page.recipe.pivot.totals, page.cell_gap, plan.frame, at.panel
    group_lines = _lines_of_groups(matrix, panel, plan.inner_groups) if totals.column_groups else []
    gap_before = page.sizes.band_gap - gap
    across = [(line, at.x + start - gap, frame.across.band) for line, start in zip(group_lines, frame.across.bands, strict=False)]
    if totals.rows:
        across.append((panel.total, at.x + frame.across.end + gap_before, band_width))
    of_groups = enumerate(frame.down.bands, len(matrix.rows)) if totals.row_groups else ()
    down = [(line, at.top + start - gap, frame.down.band) for line, start in of_groups]
    if totals.columns:
        down.append((-1, at.top + frame.down.end + gap_before, plan.sides.band_height))

    columns = [(panel.start + i, at.x + start, length - gap) for i, (start, length) in enumerate(frame.across.cells)]
    rows = [(i, at.top + start, length - gap) for i, (start, length) in enumerate(frame.down.cells)]
    for line, left, width in across:
        _line_of_totals(page, [((row, line), Rect(left, y, width, height)) for row, y, height in rows])
        band_head_across(page, left, width, at.top)
    for line, y, height in down:
        _line_of_totals(page, [((line, column), Rect(left, y, width, height)) for column, left, width in columns])
        if plan.sides.widths[-1] and at.leftmost:
            band_head_down(page, plan.sides.grid_left - round(page.sizes.head * 0.8), y, height)
        for column, left, width in across:
            _line_of_totals(page, [((line, column), Rect(left, y, width, height))], crossing=True)


def _lines_of_groups(matrix: Matrix, panel: Panel, inner_groups: Sequence[Group]) -> list[int]:
    """The lines of totals of a panel's groups of columns, in the order of the groups."""
    columns = len(matrix.columns)
    where = {(group.start, group.stop, group.depth): columns + i for i, group in enumerate(matrix.column_groups)}
    return [where[group.start + panel.start, group.stop + panel.start, group.depth] for group in inner_groups]


def _line_of_totals(page: Page, cells: Sequence[tuple[tuple[int, int], Rect]], *, crossing: bool = False) -> None:
    """Totals that are judged together, each a row and column of all lines at its place; where two lines of them cross, one stands
    alone and has nothing to be judged by.
    """
    if not cells:
        return
    values = np.array([page.matrix.all_values[line] for line, _ in cells])
    texts = [page.contents.total_text(page.recipe, value, *line) for value, (line, _) in zip(values.tolist(), cells, strict=True)]
    sizes = [(rect.width, band_size(page, text, rect.width)) for text, (_, rect) in zip(texts, cells, strict=True)]
    average = sum(width for width, _ in sizes) / len(sizes)
    among = lambda share: floor(min(each for width, each in sizes if width >= average * share - 0.01) * 4) / 4  # noqa: E731
    size = settled_size(among, least_type(page.recipe.page))
    looks = looks_of(page, values, [line for line, _ in cells], crossing=crossing)
    rows, columns = page.matrix.all_values.shape
    for ((row, column), rect), text, look in zip(cells, texts, looks, strict=True):
        fits = size <= band_size(page, text, rect.width)  # where columns are unlike, a narrow one may have no room for its own
        band_cell(page, (row % rows, column % columns), text if fits else "", rect, size, look)  # the line of all may be told as -1
