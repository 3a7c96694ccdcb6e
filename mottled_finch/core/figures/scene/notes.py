"""Notes: outlines of cells, rows and columns, and words under the figure that go with them by a number. They stay with their
labels, whatever the order; one whose labels are not there is not drawn, and keeps its number from no other.
"""

from collections.abc import Sequence
from typing import NamedTuple

from ...common.recipe.spec import NoteSpec
from ...matrices.pivot import Matrix
from ...tables.aggregation.groups import Group, Labels
from .page import Page
from .shapes import Box, Grid, Line, Text
from .type import CAP_HEIGHT


class Edges(NamedTuple):
    """What is marked, from edge to edge."""

    left: float
    top: float
    right: float
    bottom: float


"""Left, top, right and bottom."""
_MOST_LINES = 8


def placed_notes(notes: Sequence[NoteSpec], matrix: Matrix) -> list[tuple[NoteSpec, range, range]]:
    """The notes whose labels are there, each with its rows and columns."""
    found = []
    for note in notes:
        rows = _lines(note.row, matrix.rows, matrix.row_groups)
        columns = _lines(note.column, matrix.columns, matrix.column_groups)
        if rows and columns:
            found.append((note, rows, columns))
    return found


def _lines(labels: Labels | None, members: Sequence[Labels], groups: Sequence[Group]) -> range:
    """The members that labels mean: all of them, one, or those of a group."""
    if labels is None:
        return range(len(members))
    if labels in members:
        return range(members.index(labels), members.index(labels) + 1)
    return next((range(group.start, group.stop) for group in groups if group.labels == labels), range(0))


def note_lines(page: Page) -> list[str]:
    """The words of the notes, numbered, as lines for the foot of the page."""
    found = []
    numbered = [note for note, _, _ in placed_notes(page.recipe.notes, page.matrix) if note.text]
    for number, note in enumerate(numbered, start=1):
        words = page.facts.filled(note.text, f"notes[{page.recipe.notes.index(note)}].text")
        found += page.typeface.wrap(f"{number}  {words}", page.right - page.left, page.sizes.caption, 2)
    return found[:_MOST_LINES]


def place_notes(page: Page, grid: Grid) -> None:
    """Outlines, and the numbers at their upper right corners."""
    number = 0
    for note, rows, columns in placed_notes(page.recipe.notes, page.matrix):
        number += 1 if note.text else 0
        covered = _edges(grid, rows, columns)
        if note.outline:
            for rect in covered:
                _outline(page, rect)
        if note.text:
            _badge(page, str(number), covered[0])


def _edges(grid: Grid, rows: range, columns: range) -> list[Edges]:
    """What the cells cover, a rectangle for each line of matrices they stand in."""
    found = []
    drops = grid.drops or (0.0,) * len(grid.xs)
    for drop in sorted({drops[column] for column in columns}):
        on_line = [column for column in columns if drops[column] == drop]
        left, right = grid.xs[on_line[0]], sum(grid.cell(on_line[-1], 0)[::2])
        top, bottom = grid.ys[rows[0]] + drop, drop + grid.ys[rows[-1]] + grid.cell(0, rows[-1])[3]
        found.append(Edges(left, top, right, bottom))
    return found


def _outline(page: Page, edges: Edges) -> None:
    """A dark line on a light one (or the other way round on a dark page), so that it is seen on every color."""
    left, top, right, bottom = edges
    thin = min(right - left, bottom - top) < 14
    strong, casing = (1.5, 2.5) if thin else (2.0, 4.0)
    out = strong / 2  # beside the cells, in the gap, and not on them
    left, top, right, bottom = left - out, top - out, right + out, bottom + out
    for ink, width in ((page.theme.ground, casing), (page.theme.ink, strong)):
        half = width / 2
        for x1, y1, x2, y2 in (
            (left - half, top, right + half, top),
            (left - half, bottom, right + half, bottom),
            (left, top, left, bottom),
            (right, top, right, bottom),
        ):
            page.lines.append(Line(part="notes", x1=x1, y1=y1, x2=x2, y2=y2, ink=ink, width=width))


def _badge(page: Page, number: str, edges: Edges) -> None:
    """A number on the upper right corner, within the page."""
    size = round(page.sizes.caption * 0.86, 2)
    height = round(size * 1.35)
    width = max(height, round(page.typeface.width_of(number, size, 600) + size * 0.7))
    x = min(edges.right - width / 2, page.recipe.page.width - width)
    y = max(edges.top - height / 2, 0)
    page.boxes.append(Box(part="notes", x=x, y=y, width=width, height=height, fill=page.theme.ink))
    page.texts.append(
        Text(
            part="notes",
            x=x + width / 2,
            y=y + height / 2 + size * CAP_HEIGHT / 2,
            text=number,
            size=size,
            weight=600,
            ink=page.theme.ground,
            anchor="middle",
        )
    )
