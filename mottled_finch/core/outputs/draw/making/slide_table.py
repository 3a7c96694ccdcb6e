"""A figure as a table of a slide, its cells where the scene has them. What parts cells is the border between them, as wide as the
gap, so that no line or column of the table is there for nothing.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from html import escape
from itertools import pairwise
from typing import NamedTuple

from ....common.language.english import printable
from ....figures.figure.figure import Figure
from ....figures.scene import Text
from .slide_cells import FILL, WORDS, Cell, Look, WrittenTable, look_of
from .slide_shapes import NAMESPACES, emu, hatched, run, solid, written
from .tabled import MARKS, Line, Place, Tabled, tabled

MOST = 10_000
"""Places a table may have; programs for slides grow slow long before that."""
_SPARE = 0.15
"""Of their width: the room that heads are given beyond it, since the font of a slide may be wider."""
_LEAST = 7.0
"""Points a cell is high and wide, at least, where a table is worth while."""


@dataclass(frozen=True)
class Frame:
    """What holds a table: its number and name on the slide, the font and language in it, where the figure begins on the slide, and
    the placeholder that it stands in, if it does.
    """

    number: int
    name: str
    family: str
    language: str
    corner: tuple[float, float] = (0.0, 0.0)
    place: str = ""


@dataclass(frozen=True)
class _Side:
    """Where the lines of a table begin and end, the heads first, and how wide the border behind each is."""

    edges: list[float]
    borders: list[float]


def table_of(figure: Figure) -> Tabled | None:
    """The table that a figure can be as it is drawn; None where cells are symbols, lie on a picture, stand below each other, are
    too small, or too many, or where heads have no room.
    """
    grid = figure.scene.grid
    if grid is None or grid.symbols != "fill" or figure.scene.under is not None or any(grid.drops):
        return None
    if min(grid.cell_width, grid.cell_height) < _LEAST:
        return None
    table = tabled(figure)
    heads = {(text.row, text.column) for text in figure.scene.texts if text.part == "heads"}
    there = all(
        (place.row, place.column) in heads or not place.text
        for line in table.places
        for place in line
        if place and place.part == "head" and not place.outer
    )
    return table if there and len(table.places) * len(table.places[0]) <= MOST else None


def table_xml(figure: Figure, table: Tabled, frame: Frame) -> str:
    """The table in its frame."""
    return _Drawing(figure, table, frame.family, frame.language).framed(frame)


def table_alone(figure: Figure, table: Tabled, family: str, language: str) -> WrittenTable:
    """The table without a frame, in a font and a language."""
    return _Drawing(figure, table, family, language).written()


_FILLED = solid("#color0").replace("color0", FILL)
"""A fill of any color."""


class _Drawing:
    def __init__(self, figure: Figure, table: Tabled, family: str, language: str) -> None:
        grid = figure.scene.grid
        assert grid is not None
        self.table, self.grid, self.family, self.language = table, grid, family, language
        self.scene, self.theme = figure.scene, figure.scene.theme
        # A total of a row is beside its cells, and one of a column below them: where lines of totals lie is seen there.
        rows, columns = figure.matrix.shape
        across: dict[int, tuple[float, float]] = {}
        down: dict[int, tuple[float, float]] = {}
        for box in figure.scene.boxes:
            if box.row is not None and box.column is not None:
                if box.row < rows:
                    across[box.column] = box.x, box.width
                if box.column < columns:
                    down[box.row] = box.y, box.height
        self.owners = {
            (x + i, y + j): (x, y, place)
            for y, line in enumerate(table.places)
            for x, place in enumerate(line)
            if place and (place.across > 1 or place.down > 1)
            for i in range(place.across)
            for j in range(place.down)
        }
        self.heads = {(text.row, text.column): text for text in figure.scene.texts if text.part in ("heads", "totals")}
        self.looks: dict[Look, int] = {}
        self.numbers: dict[_Like, int] = {}
        cells = [text for text in figure.scene.texts if text.part == "heads"]
        self.left = self._left(cells)
        self.top = self._top(cells)
        self.across = _side(table.columns, list(zip(grid.xs, self._widths(), strict=True)), across)
        self.down = _side(table.rows, list(zip(grid.ys, self._heights(), strict=True)), down)
        self.walls, self.floors = (list(pairwise([side.borders[-1], *side.borders])) for side in (self.across, self.down))

    def _widths(self) -> Sequence[float]:
        return self.grid.widths or (self.grid.cell_width,) * len(self.grid.xs)

    def _heights(self) -> Sequence[float]:
        return self.grid.heights or (self.grid.cell_height,) * len(self.grid.ys)

    def _left(self, heads: Sequence[Text]) -> float:
        """Where the heads of the rows begin."""
        starts = [text.x - text.length for text in heads if text.row is not None and text.anchor == "end"]
        starts += [text.x for text in heads if text.row is not None and text.anchor == "start"]
        if not self.table.head_columns:
            return self.grid.xs[0]
        left = min([*starts, self.grid.xs[0] - 4])
        return max(2.0, left - (self.grid.xs[0] - left) * _SPARE)

    def _top(self, heads: Sequence[Text]) -> float:
        """Where the heads of the columns begin."""
        starts = [text.y - (text.length if text.turned else text.size) for text in heads if text.column is not None]
        return min([*starts, self.grid.ys[0] - 4]) if self.table.head_rows else self.grid.ys[0]

    def written(self) -> WrittenTable:
        columns, rows = self._lengths()
        grid = "".join(f'<a:gridCol w="{wide}"/>' for wide in columns)
        heads = f'firstRow="{int(self.table.head_rows > 0)}" firstCol="{int(self.table.head_columns > 0)}"'
        cells = [self._line(y) for y in range(len(rows))]
        before = f"<a:tblPr {heads}/><a:tblGrid>{grid}</a:tblGrid>"
        return WrittenTable(before, list(self.looks), [f' h="{high}"' for high in rows], cells)

    def _lengths(self) -> tuple[list[int], list[int]]:
        """How wide the columns are, and how high the lines."""
        heads_across, heads_down = self._head_edges()
        columns = [emu(to - at) for at, to in pairwise([*heads_across, *self.across.edges])]
        return columns, [emu(to - at) for at, to in pairwise([*heads_down, *self.down.edges])]

    def framed(self, frame: Frame) -> str:
        columns, rows = self._lengths()
        x, y = (
            self.left if self.table.head_columns else self.across.edges[0],
            self.top if self.table.head_rows else self.down.edges[0],
        )
        x, y = x + frame.corner[0], y + frame.corner[1]
        return (
            f"<p:graphicFrame {NAMESPACES}><p:nvGraphicFramePr>"
            f'<p:cNvPr id="{frame.number}" name="{escape(printable(frame.name))}" '
            f'descr="{escape(printable(self.scene.alternative))}"/><p:cNvGraphicFramePr><a:graphicFrameLocks noGrp="1"/>'
            f"</p:cNvGraphicFramePr><p:nvPr>{frame.place}</p:nvPr></p:nvGraphicFramePr>"
            f'<p:xfrm><a:off x="{emu(x)}" y="{emu(y)}"/><a:ext cx="{sum(columns)}" cy="{sum(rows)}"/></p:xfrm>'
            f'<a:graphic><a:graphicData uri="http://schemas.openxmlformats.org/drawingml/2006/table">'
            f"{self.written().xml()}</a:graphicData></a:graphic></p:graphicFrame>"
        )

    def _head_edges(self) -> tuple[list[float], list[float]]:
        """The edges before the cells: the heads of each outer level end where the scene has them."""
        across, down = [self.left] if self.table.head_columns else [], [self.top] if self.table.head_rows else []
        for level in range(self.table.head_columns - 1):
            ends = [text.x for text in self._drawn(line[level] for line in self.table.places)]
            across.append(max([across[-1] + 1, *ends]) + 6)
        for level in range(self.table.head_rows - 1):
            ends = [text.y + text.size * 0.5 for text in self._drawn(self.table.places[level])]
            down.append(max([down[-1] + 1, *ends]))
        return across, down

    def _drawn(self, places: Iterable[Place | None]) -> list[Text]:
        """The heads of groups as the scene has them."""
        return [self.heads[key] for place in places if place and place.outer and (key := (place.row, place.column)) in self.heads]

    def _line(self, y: int) -> list[Cell]:
        return [self._place(x, y, place) if place else self._covered(x, y) for x, place in enumerate(self.table.places[y])]

    def _covered(self, x: int, y: int) -> Cell:
        """A place that a head reaches over, from the left, from above, or both (ISO/IEC 29500-1, 21.1.3.16)."""
        from_x, from_y, head = self.owners[x, y]
        parts = {
            "gridSpan": head.across if from_x == x and head.across > 1 else 0,
            "rowSpan": head.down if from_y == y and head.down > 1 else 0,
            "hMerge": int(from_x < x),
            "vMerge": int(from_y < y),
        }
        merged = "".join(f' {name}="{number}"' for name, number in parts.items() if number)
        return self._numbered(Look("", f"<a:tc{merged}>{_nothing(self.language)}<a:tcPr/></a:tc>")), "", ""

    def _place(self, x: int, y: int, place: Place) -> Cell:
        text, size, bold = self._words(place)
        head, fill = place.is_head, place.fill
        like = _Like(
            (place.across, place.down),
            (size, bold, place.ink) if text else None,
            "" if not head else "column" if place.column is not None else "row",
            head and self._is_turned(place),
            head and place.row is not None,
            () if head or place.part == "corner" else self._borders(x, y),
            _FILLED if fill else self._without_fill(place),
        )
        number = self.numbers.get(like)
        if number is None:
            number = self.numbers[like] = self._numbered(self._look(like))
        return number, fill[1:7] if fill else "", written(text)

    def _numbered(self, look: Look) -> int:
        return self.looks.setdefault(look, len(self.looks))

    def _look(self, like: "_Like") -> Look:
        """What cells are like that differ in what they say and in the color of their fill alone."""
        across, down = like.spans
        spans = (f' gridSpan="{across}"' if across > 1 else "") + (f' rowSpan="{down}"' if down > 1 else "")
        align = "l" if like.turned else "r" if like.head == "row" else "ctr"
        anchor = "b" if like.head == "column" and not like.turned else "ctr"
        turn = ' vert="vert270"' if like.turned else ""
        body = f'<a:endParaRPr lang="{self.language}" sz="100"/>'
        if like.font:
            size, bold, ink = like.font
            body = run(WORDS, size, ink, self.family, bold=bold, language=self.language)
        return look_of(
            f'<a:tc{spans}><a:txBody><a:bodyPr/><a:p><a:pPr algn="{align}"/>{body}</a:p></a:txBody>'
            f'<a:tcPr marL="0" marR="{emu(4) if like.margin else 0}" marT="0" marB="0" anchor="{anchor}"'
            f"{turn}>{self._drawn_borders(like.borders)}{like.fill}</a:tcPr></a:tc>"
        )

    def _is_turned(self, place: Place) -> bool:
        head = self.heads.get((place.row, place.column))
        return head is not None and head.turned

    def _words(self, place: Place) -> tuple[str, float, bool]:
        """What a place prints, how large, and whether bold."""
        if place.why and not place.is_head:
            return MARKS[place.why], min(self.grid.cell_height * 0.6, 12.0), False
        if place.part == "cell":
            return (place.text if self.grid.prints else ""), self.grid.print_size, self.grid.bold
        drawn = self.heads.get((place.row, place.column))
        if place.part == "total" and not place.is_head:
            return (place.text if drawn else ""), drawn.size if drawn else 1.0, True
        size = drawn.size if drawn else next((text.size for text in self.heads.values()), 10.0)
        return place.text, size, place.outer or place.part == "total"

    def _without_fill(self, place: Place) -> str:
        """What is in a place that has no color."""
        if place.is_head or place.absent or place.part == "corner" or place.why == "aside":
            return "<a:noFill/>"
        return hatched(self.theme) if place.why == "blank" else solid(self.theme.blank)

    def _borders(self, x: int, y: int) -> tuple[float, ...]:
        """How wide the borders of a cell are on the left, on the right, above and below: as the gaps there."""
        return () if self.scene.transparent else self.walls[x - self.table.head_columns] + self.floors[y - self.table.head_rows]

    def _drawn_borders(self, widths: tuple[float, ...]) -> str:
        """In the color of the ground."""
        if not widths:
            return "".join(f'<a:ln{side} w="0"><a:noFill/></a:ln{side}>' for side in "LRTB")
        ground = solid(self.theme.ground)
        return "".join(
            f'<a:ln{side} w="{emu(wide)}" cap="flat">{ground}</a:ln{side}>' for side, wide in zip("LRTB", widths, strict=True)
        )


class _Like(NamedTuple):
    """What is alike in cells that look alike: the columns and lines they span, their font's size, whether it is bold, and its ink,
    of which side they are heads, and how they are turned, bordered and filled.
    """

    spans: tuple[int, int]
    font: tuple[float, bool, str] | None
    head: str
    turned: bool
    margin: bool
    borders: tuple[float, ...]
    fill: str


def _nothing(language: str) -> str:
    return f'<a:txBody><a:bodyPr/><a:p><a:endParaRPr lang="{language}" sz="100"/></a:p></a:txBody>'


def _side(lines: Sequence[Line], cells: Sequence[tuple[float, float]], totals: Mapping[int, tuple[float, float]]) -> _Side:
    """The edges between the lines, each in the middle of the gap, and the gaps; ``cells`` and ``totals`` are where lines begin, and
    their lengths.
    """
    spans = [totals[line.at] if line.total else cells[line.at] for line in lines]
    gaps = [after[0] - before[0] - before[1] for before, after in pairwise(spans)]
    edge = min(gaps, default=0.0)
    edges = [before[0] + before[1] + gap / 2 for before, gap in zip(spans, gaps, strict=False)]
    return _Side([spans[0][0] - edge / 2, *edges, spans[-1][0] + spans[-1][1] + edge / 2], [*gaps, edge])
