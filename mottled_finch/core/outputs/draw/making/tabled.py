"""A figure as a table: what stands in each of its places, for every output that is made of cells rather than drawn.

The lines are those of the figure from top to bottom and from left to right, totals of groups behind their groups.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ....common.language import Language
from ....common.recipe.spec import LevelSpec
from ....common.wording.labels import shown_label
from ....figures.contents.contents import FEW
from ....figures.contents.number_style import NumberStyle
from ....figures.figure.figure import Figure
from ....figures.scene.notes import placed_notes
from ....figures.scene.total_looks import Look, looks_of
from ....figures.scene.uncolored import Uncolored
from ....tables.aggregation.groups import Group, Labels

Part = Literal["corner", "head", "cell", "total"]
MARKS: dict[Uncolored, str] = {"blank": "", "few": FEW, "aside": "", "new": "●", "gone": "○"}
"""What stands in a cell that has no color, where nothing can be drawn in it."""


@dataclass(frozen=True)
class Line:
    """A line of the table: which line of the matrix it is, and how many of its labels are its own: all of a member, fewer of the
    total of a group, none of the total of all.
    """

    at: int
    depth: int
    total: bool


@dataclass(kw_only=True, slots=True)  # never changed: making so many that are frozen takes three times as long
class Place:
    """What stands in a place. ``text`` is what is printed there, empty where nothing is; ``value`` is the number that its color
    tells and ``shown`` the one that may be printed, written in ``style``: mostly the same, None for a blank and for what is hidden.

    ``fill`` is None for what has no color, ``why`` says why a cell has none. ``row`` and ``column`` are lines of the matrix, None
    for a head of the other side. A head spans ``across`` and ``down``; ``outer`` is that of a group. ``notes`` are the numbers
    of those that stand here, ``edges`` the sides that are outlined, of "ltrb".
    """

    part: Part
    text: str = ""
    value: float | None = None
    shown: float | None = None
    style: NumberStyle | None = None
    fill: str | None = None
    ink: str
    why: Uncolored | None = None
    absent: bool = False
    row: int | None = None
    column: int | None = None
    across: int = 1
    down: int = 1
    outer: bool = False
    notes: tuple[int, ...] = ()
    edges: str = ""

    @property
    def is_head(self) -> bool:
        """Whether it names what stands below or beside it, rather than holding a value."""
        return self.row is None or self.column is None


@dataclass(frozen=True, kw_only=True)
class Tabled:
    """The places line by line, None where a head reaches over. The first ``head_rows`` lines, and the first ``head_columns`` places
    of each, are heads; ``rows`` and ``columns`` are the lines behind them.
    """

    places: tuple[tuple[Place | None, ...], ...]
    head_rows: int
    head_columns: int
    rows: tuple[Line, ...]
    columns: tuple[Line, ...]


def tabled(figure: Figure) -> Tabled:
    """The places of a figure; none where nothing is kept."""
    if figure.scene.grid is None:
        return Tabled(places=(), head_rows=0, head_columns=0, rows=(), columns=())
    return _Tabling(figure).tabled()


def heads_of(figure: Figure) -> tuple[int, int]:
    """How many lines of heads the table of a figure has above its cells, and how many beside them."""
    return _depth(figure.matrix.columns), _depth(figure.matrix.rows)


class _Tabling:
    """What is looked up of a figure while its places are filled."""

    def __init__(self, figure: Figure) -> None:
        grid = figure.scene.grid
        assert grid is not None
        self.figure, self.recipe, self.coloring, self.theme = figure, figure.recipe, figure.coloring, figure.scene.theme
        self.matrix, self.contents = figure.matrix, figure.contents
        self.wide, self.deep = heads_of(figure)
        self.fills, self.uncolored, self.prints = grid.fills, grid.uncolored, self.contents.prints
        self.values, self.shown = (each.ravel().tolist() for each in (self.contents.values, self.contents.printed))
        self.inks = grid.value_inks if grid.symbols == "fill" else (self.theme.ink,) * len(grid.steps)
        self.notes, self.edges = self._marks()

    def tabled(self) -> Tabled:
        matrix, pivot, language = self.matrix, self.recipe.pivot, self.figure.facts.language
        rows = _lines(len(matrix.rows), matrix.row_groups, self.deep, lambda _: pivot.totals.row_groups, all_=pivot.totals.columns)
        columns = self._columns()
        across = _heads(
            matrix.columns, matrix.column_groups, columns, language, (*((pivot.split,) if pivot.split else ()), *pivot.columns)
        )
        down = _heads(matrix.rows, matrix.row_groups, rows, language, pivot.rows)
        places: list[list[Place | None]] = []
        for depth in range(self.wide):
            corner = Place(part="corner", ink=self.theme.quiet, across=self.deep, down=self.wide)
            corners: list[Place | None] = [None if depth or i else corner for i in range(self.deep)]
            heads = [self._head(each[depth], column=line) for each, line in zip(across, columns, strict=True)]
            places.append(corners + heads)
        looks = self._looks(rows, columns)
        for heads_of, line in zip(down, rows, strict=True):
            begin = [self._head(each, row=line) for each in heads_of]
            places.append([*begin, *(self._place(line, column, looks) for column in columns)])
        return Tabled(
            places=tuple(map(tuple, places)),
            head_rows=self.wide,
            head_columns=self.deep,
            rows=tuple(rows),
            columns=tuple(columns),
        )

    def _columns(self) -> list[Line]:
        matrix, totals = self.matrix, self.recipe.pivot.totals
        number, groups = len(matrix.columns), matrix.column_groups
        if not matrix.panels:
            return _lines(number, groups, self.wide, lambda _: totals.column_groups, all_=totals.rows)
        if self.wide == 1:  # each matrix is one column, which its totals repeat
            both = [(Line(i, 1, total=False), Line(i, 0, total=True)) for i in range(number)]
            return [line for pair in both for line in (pair if totals.rows else pair[:1])]

        def shown(group: Group) -> bool:
            return totals.rows if group.depth == 1 else totals.column_groups

        return _lines(number, groups, self.wide, shown, all_=False)

    def _head(self, head: "_Head | None", *, row: Line | None = None, column: Line | None = None) -> Place | None:
        if head is None:
            return None
        line = row or column
        assert line is not None
        at = line.at if head.group is None else head.group
        along, away = (head.along, head.away) if column else (head.away, head.along)
        return Place(
            part="total" if line.total else "head",
            text=head.text,
            ink=self.theme.ink,
            row=at if row else None,
            column=at if column else None,
            across=along,
            down=away,
            outer=head.group is not None,
        )

    def _place(self, row: Line, column: Line, looks: dict[tuple[Line, Line], Look]) -> Place:
        matrix = self.matrix
        at = row.at, column.at
        if row.total or column.total:
            value, look = float(matrix.all_values[at]), looks[row, column]
            return Place(
                part="total",
                text=self.contents.total_text(self.recipe, value, *at),
                value=_number(value),
                shown=_number(value),
                style=self.contents.styles.of(*at),
                fill=look.fill,
                ink=look.ink,
                why=self._alone(at),
                row=row.at,
                column=column.at,
            )
        i = row.at * len(matrix.columns) + column.at
        if matrix.absent is not None and matrix.absent[at]:
            return Place(part="cell", ink=self.theme.ink, absent=True, row=row.at, column=column.at)
        contents, fill = self.contents, self.fills[i]
        alike = contents.printed_style is contents.style
        return Place(
            part="cell",
            text=self.prints[i],
            value=_number(self.values[i]),
            shown=_number(self.shown[i]),
            style=contents.styles.of(*at) if alike else contents.printed_style,
            fill=fill,
            ink=self.inks[i] if fill else self.theme.ink,
            why=None if fill else self.uncolored.get(i, "blank"),
            row=row.at,
            column=column.at,
            notes=tuple(self.notes.get(at, ())),
            edges=self.edges.get(at, ""),
        )

    def _alone(self, at: tuple[int, int]) -> Uncolored | None:
        """Why a total has no value: it rests on too few, or only one side of a comparison has it."""
        if self.contents.withheld[at]:
            return "few"
        opposite = self.matrix.opposite
        if opposite is None or not (opposite.all_new[at] or opposite.all_gone[at]):
            return None
        return "new" if opposite.all_new[at] else "gone"

    def _looks(self, rows: Sequence[Line], columns: Sequence[Line]) -> dict[tuple[Line, Line], Look]:
        """The looks of all totals, line by line as they are judged together."""
        found: dict[tuple[Line, Line], Look] = {}

        def judge(places: list[tuple[Line, Line]], *, crossing: bool = False) -> None:
            if places:
                lines = [(row.at, column.at) for row, column in places]
                values = np.array([self.matrix.all_values[line] for line in lines])
                found.update(zip(places, looks_of(self, values, lines, crossing=crossing), strict=True))

        down, across = [row for row in rows if not row.total], [column for column in columns if not column.total]
        for column in columns:
            if column.total:
                judge([(row, column) for row in down])
        for row in (each for each in rows if each.total):
            for panel in self._panels(across):
                judge([(row, column) for column in panel])
            for column in (each for each in columns if each.total):
                judge([(row, column)], crossing=True)
        return found

    def _panels(self, across: list[Line]) -> list[list[Line]]:
        """The columns of each matrix."""
        if not self.matrix.panels:
            return [across]
        names = list(dict.fromkeys(labels[0] for labels in self.matrix.columns))
        return [[line for line in across if self.matrix.columns[line.at][0] == name] for name in names]

    def _marks(self) -> tuple[dict[tuple[int, int], list[int]], dict[tuple[int, int], str]]:
        """The numbers of the notes, where they begin, and the outlined edges of cells."""
        notes: dict[tuple[int, int], list[int]] = {}
        edges: dict[tuple[int, int], str] = {}
        number = 0
        for note, rows, columns in placed_notes(self.recipe.notes, self.matrix):
            if note.text:
                number += 1
                notes.setdefault((rows[0], columns[-1]), []).append(number)
            if note.outline:
                sides = [("t", [(rows[0], column) for column in columns]), ("b", [(rows[-1], column) for column in columns])]
                sides += [("l", [(row, columns[0]) for row in rows]), ("r", [(row, columns[-1]) for row in rows])]
                for side, cells in sides:
                    for cell in cells:
                        edges[cell] = edges.get(cell, "") + side
        return notes, edges


@dataclass(frozen=True)
class _Head:
    """A head that spans so many lines ``along`` its side and so many levels ``away`` from the cells. That of a group
    says which line of the matrix it is.
    """

    text: str
    along: int = 1
    away: int = 1
    group: int | None = None


def _depth(members: Sequence[Labels]) -> int:
    return max((len(labels) for labels in members), default=0)


def _lines(number: int, groups: Sequence[Group], deep: int, shown: Callable[[Group], bool], *, all_: bool) -> list[Line]:
    """The members in order, the total of each group that is shown behind it, the inner before the outer, and that of all last."""
    found: list[Line] = []
    ending: dict[int, list[tuple[int, Group]]] = {}
    for i, group in enumerate(groups):
        ending.setdefault(group.stop, []).append((i, group))
    for member in range(number):
        found.append(Line(member, deep, total=False))
        for i, group in sorted(ending.get(member + 1, ()), key=lambda each: -each[1].depth):
            if shown(group):
                found.append(Line(number + i, group.depth, total=True))
    return [*found, Line(number + len(groups), 0, total=True)] if all_ else found


def _heads(
    members: Sequence[Labels],
    groups: Sequence[Group],
    lines: Sequence[Line],
    language: Language,
    levels: Sequence[LevelSpec],
) -> list[list[_Head | None]]:
    """The heads of each line, outermost first; None where that of a line before reaches over, or of an outer level."""
    deep = _depth(members)
    found: list[list[_Head | None]] = [[None] * deep for _ in lines]
    place = {line.at: i for i, line in enumerate(lines) if not line.total}
    for i, group in enumerate(groups):
        first, last = place[group.start], place[group.stop - 1]
        while last + 1 < len(lines) and lines[last + 1].total and lines[last + 1].depth >= group.depth:
            last += 1  # its own total, and those of groups within it
        text = shown_label(levels, group.depth - 1, group.labels[-1], language)
        found[first][group.depth - 1] = _Head(text, along=last - first + 1, group=len(members) + i)
    for i, line in enumerate(lines):
        if line.total and line.depth < deep:
            found[i][line.depth] = _Head(language.say("all"), away=deep - line.depth)
        elif deep:
            labels = members[line.at]
            found[i][deep - 1] = _Head(shown_label(levels, len(labels) - 1, labels[-1], language) if labels else "")
    return found


def _number(value: float) -> float | None:
    return None if value != value else value
