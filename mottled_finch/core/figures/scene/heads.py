"""The heads of rows and columns: level or turned, cut where too long, thinned out where too many, outer levels beside a bracket."""

from bisect import bisect
from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from math import ceil, floor
from typing import Any

from ...common.language import Language
from ...common.recipe.spec import LevelSpec
from ...common.wording.labels import shown_label
from ...tables.aggregation.groups import Group, Labels
from .axis import Axis
from .breaks import units
from .moments import Found
from .page import Page
from .shapes import Line, Text
from .type import CAP_HEIGHT, ELLIPSIS

LEAST_HEAD = 6.0


def on_one_line(label: str) -> str:
    """A label as one line of text, whatever breaks a field of the file holds."""
    return " ".join(label.split())


def inner_labels(members: Sequence[Labels], levels: Sequence[LevelSpec], language: Language) -> list[str]:
    """What the innermost head of each member of these levels says."""
    if language.ours:
        return [on_one_line(labels[-1]) if labels else "" for labels in members]
    return [on_one_line(shown_label(levels, len(labels) - 1, labels[-1], language)) if labels else "" for labels in members]


def shown_groups(groups: Sequence[Group], levels: Sequence[LevelSpec], language: Language) -> list[Group]:
    """Groups with their labels as they are shown."""
    if language.ours:
        return list(groups)
    return [
        replace(group, labels=tuple(shown_label(levels, depth, label, language) for depth, label in enumerate(group.labels)))
        for group in groups
    ]


def outer_labels(groups: Sequence[Group], depth: int) -> list[tuple[int, str]]:
    """The groups of a depth by their place in the list, and what their heads say."""
    return [(i, on_one_line(group.labels[-1])) for i, group in enumerate(groups) if group.depth == depth]


def depths_of(groups: Sequence[Group]) -> list[int]:
    """The depths of groups, outermost first."""
    return sorted({group.depth for group in groups})


def head_widths(page: Page, side: "SideHeads", least: float) -> list[float]:
    """Room for the heads of the rows, a width for each level, outermost first. The innermost holds ``least`` if it holds
    anything.
    """
    size, room = page.sizes.head, page.right - page.left
    outer = [
        min(ceil(max(page.typeface.width_of(label, size, 600) for _, label in outer_labels(side.outer, depth))), group_width(page))
        for depth in depths_of(side.outer)
    ]
    inner = max((page.typeface.width_of(label, size) for label in (side.found or side).labels), default=0.0)
    inner = max(inner, least) if inner or least else 0.0
    return [*outer, min(ceil(inner), floor(room * (0.3 - 0.05 * len(outer))))]


def group_width(page: Page) -> float:
    """The most that the heads of a level of groups of rows may take."""
    return floor((page.right - page.left) * 0.14)


def outer_height(page: Page, groups: Sequence[Group]) -> float:
    """Room for the heads of the outer levels of columns."""
    return len(depths_of(groups)) * _line_height(page)


def _line_height(page: Page) -> float:
    return round(page.sizes.head * 1.75)


def column_head_height(page: Page, side: "SideHeads", most: float) -> tuple[float, bool]:
    """Room for the innermost heads of the columns, and whether they are turned to read upward. ``most`` is the height that they
    share with their cells.
    """
    size, turn, labels, lengths = page.sizes.head, page.recipe.heads.turn, side.labels, side.axis.lengths
    widest = max((page.typeface.width_of(label, size) for label in (side.found or side).labels), default=0)
    if widest == 0:
        return 0, False
    if side.found:
        return round(size * 1.6), False
    if turn != "up" and all(on_a_line(page, label, length) for label, length in zip(labels, lengths, strict=True)):
        return round(size * 1.6), False
    rooms = [(label, length - APART) for label, length in zip(labels, lengths, strict=True)]
    if turn == "level" or (turn == "fit" and page.recipe.heads.long == "wrap" and all(in_lines(page, *each) for each in rooms)):
        lines = max(len(_level_lines(page, label, length)) for label, length in zip(labels, lengths, strict=True))
        return round(size * (0.35 + 1.25 * lines)), False
    turned_size, _ = head_size(size, side.axis.average)
    longest = ceil(widest * turned_size / size)
    return min(longest, floor(most * 0.3)) + round(size * 0.6), True


_MOST_LINES = 3
APART = 4.0
"""Points that part a level head from the next."""


def on_a_line(page: Page, label: str, length: float) -> bool:
    """Whether a level head fits its cell whole."""
    return page.typeface.width_of(label, page.sizes.head) <= length - APART


def in_lines(page: Page, label: str, most: float) -> bool:
    """Whether a head fits a few lines of a width with no word cut."""
    size, typeface = page.sizes.head, page.typeface
    longest_word = max((typeface.width_of(word, size) for _, word in units(label)), default=0.0)
    return longest_word <= most and len(typeface.wrap(label, most, size, len(label))) <= _MOST_LINES


def _level_lines(page: Page, label: str, length: float) -> list[str]:
    """The lines of a level head of a column: one, or a few where long heads are wrapped."""
    size, room = page.sizes.head, length - APART
    return (
        page.typeface.balanced(label, room, size, _MOST_LINES)
        if page.recipe.heads.long == "wrap"
        else [page.typeface.cut(label, room, size)]
    )


@dataclass(frozen=True)
class SideHeads:
    """The heads of a side: what the innermost say, the groups over them, and where these stand. ``found`` take their place where
    moments are too many for their labels. ``keys`` are the innermost labels as the matrix has them.
    """

    labels: Sequence[str]
    groups: Sequence[Group]
    axis: Axis
    keys: Sequence[str] = ()
    found: Found | None = None

    @property
    def outer(self) -> Sequence[Group]:
        """The groups that have a head."""
        return self.found.groups if self.found else self.groups

    def span(self, i: int) -> tuple[float, float]:
        """Where a group that has a head begins and ends."""
        if not self.found:
            return self.axis.spans[i]
        group, start = self.found.groups[i], self.axis.starts[self.found.groups[i].start]
        return start, start + self.axis.extent(group.start, group.stop)

    def shown(self, need: float, across: float) -> list[int]:
        """The members whose heads are shown, with ``need`` points from one middle to the next at least: of cells of one length
        evenly many with the first and the last; of unlike ones first those that have most room, ``across`` points each.
        """
        labels, axis = self.labels, self.axis
        if self.found:
            return [i for i, label in enumerate(self.found.labels) if label]
        if len(set(axis.lengths)) == 1:
            every = max(1, ceil(need / axis.pitch))
            return (round_places(labels, every) if every > 1 else None) or even_places(len(labels), every)
        kept: list[int] = []
        middles = [start + length / 2 for start, length in zip(axis.starts, axis.lengths, strict=True)]
        for i in sorted(range(len(labels)), key=lambda i: (-axis.lengths[i], i)):
            at = bisect(kept, middles[i], key=lambda other: middles[other])
            if all(abs(middles[i] - middles[other]) >= max(need, across) for other in kept[max(0, at - 1) : at + 1]):
                kept.insert(at, i)
        return kept


def round_places(labels: Sequence[str], every: int) -> list[int] | None:
    """Of whole numbers that follow one another those that are multiples of 2, 5, 10 and so on; None for other labels."""
    if not all(label.isdecimal() for label in labels):
        return None
    numbers = [int(label) for label in labels]
    if any(after != before + 1 for before, after in pairwise(numbers)):
        return None
    step = next(power * factor for power in (1, 10, 100, 1000) for factor in (1, 2, 5) if power * factor >= every)
    return [i for i, number in enumerate(numbers) if number % step == 0]


def even_places(members: int, every: int) -> list[int]:
    """About every so many-th of some members, the first and the last among them, as evenly as can be."""
    number = (members - 1) // every + 1
    if number < 2:
        return [0][:members]
    return [round(i * (members - 1) / (number - 1)) for i in range(number)]


def row_heads(page: Page, side: SideHeads, top: float, left: float, widths: list[float]) -> None:
    """The heads of rows whose cells begin at ``top``; their outermost level begins at ``left``."""
    right = left
    for depth, width in zip(depths_of(side.outer), widths[:-1], strict=True):
        line_x = right + width + head_gap(page)
        for i, label in outer_labels(side.outer, depth):
            start, end = side.span(i)
            _bracket(page, line_x, top + start, line_x, top + end - 1)
            middle = top + (start + end) / 2 + page.sizes.head * CAP_HEIGHT / 2
            if end - start >= page.sizes.head * 1.1 or len(side.outer) == 1:
                x = line_x - head_gap(page)
                line = {} if side.found else {"row": len(side.labels) + i}
                _outer_head(page, label, x, middle, width, anchor="end", **line)
        right = line_x + head_gap(page)
    _inner_row_heads(page, side, top, right + widths[-1], widths[-1])


def _inner_row_heads(page: Page, side: SideHeads, top: float, x: float, width: float) -> None:
    """The innermost heads of the rows, which end at ``x``; of a row of a point or two the first stays clear of those of columns."""
    axis = side.axis
    labels = side.found.labels if side.found else side.labels
    size, need = (page.sizes.head, 0.0) if side.found else head_size(page.sizes.head, axis.average)
    bands = [(start, start + axis.band) for start in axis.bands] if need and axis.band * 0.86 >= LEAST_HEAD else []
    for i in side.shown(need, size * 1.15):
        middle = axis.starts[i] + axis.lengths[i] / 2
        if any(start < middle + size / 2 and middle - size / 2 < end for start, end in bands):
            continue  # of thinned heads none lies on that of a total
        y = top + max(axis.starts[i] + axis.lengths[i] / 2 - page.cell_gap / 2, size * 0.11) + size * CAP_HEIGHT / 2
        lines = [labels[i]]
        if page.recipe.heads.long == "wrap" and page.typeface.width_of(labels[i], size) > width:
            lines = page.typeface.balanced(labels[i], width, size, min(_MOST_LINES, max(1, floor(axis.lengths[i] / (size * 1.15)))))
        for number, line in enumerate(lines):
            at = y + (number - (len(lines) - 1) / 2) * size * 1.12
            # The head of a wrapped label is its first line; the others only belong to it.
            head = _text(page, line, x, at, size, anchor="end", row=i if number == 0 else None)
            _head(page, head, width, side.labels[i] if _is_cut(lines) else line)


@dataclass(frozen=True, kw_only=True)
class HeadsAt:
    """Heads of columns whose cells begin at ``left`` and below ``bottom``; ``height`` is that of the innermost heads, which may be
    ``turned`` to read upward. ``lines`` are the lines of the matrix that the members and then the groups are.
    """

    left: float
    bottom: float
    height: float
    turned: bool
    lines: Sequence[int]


def column_heads(page: Page, side: SideHeads, at: HeadsAt) -> None:
    """The heads of columns, the innermost next to the cells."""
    rise = round(page.sizes.head * 0.55)
    _inner_column_heads(page, side, at, at.bottom - rise)
    y = at.bottom - at.height
    for depth in reversed(depths_of(side.outer)):
        for i, label in outer_labels(side.outer, depth):
            start, end = side.span(i)
            _bracket(page, at.left + start, y - 0.5, at.left + end - page.cell_gap, y - 0.5)
            line = {} if side.found else {"column": at.lines[len(side.labels) + i]}
            _outer_head(page, label, at.left + (start + end) / 2, y - rise, end - start - 2, anchor="middle", **line)
        y -= _line_height(page)


def _inner_column_heads(page: Page, side: SideHeads, at: HeadsAt, base: float) -> None:
    """Level ones stand over the middle of their cells, turned ones begin there, at the height ``base``."""
    axis, found = side.axis, side.found
    labels = found.labels if found else side.labels
    average = axis.average
    size, need = head_size(page.sizes.head, average) if at.turned else (page.sizes.head, _level_need(page, labels, average))
    shown = side.shown(need, size * 1.15 if at.turned else 0.0)
    room = average * max(1, len(labels) // max(1, len(shown))) if need and not at.turned else 0.0
    for i in shown:
        middle = at.left + axis.starts[i] + (axis.lengths[i] - page.cell_gap) / 2
        if at.turned:
            head = _text(page, labels[i], middle + size * CAP_HEIGHT / 2, base, size, turned=True, column=at.lines[i])
            _head(page, head, base - (at.bottom - at.height))
            continue
        most = page.right - page.left if found else max(axis.lengths[i], room)
        if i == len(labels) - 1:  # it may reach beyond the cells a little, and not into what stands beside them
            most = min(most, axis.lengths[i] + 2 * page.sizes.band_gap)
        lines = [labels[i]] if found else _level_lines(page, labels[i], most)
        for number, line in enumerate(lines):
            y = base - (len(lines) - 1 - number) * size * 1.2
            head = _text(page, line, middle, y, size, anchor="middle", column=at.lines[i] if number == 0 else None)
            _head(page, head, most, side.labels[i] if _is_cut(lines) else line)


def _is_cut(lines: Sequence[str]) -> bool:
    return any(line.endswith(ELLIPSIS) for line in lines)


def _level_need(page: Page, labels: Sequence[str], pitch: float) -> float:
    """What level heads need from one to the next where not all have room: enough for a few letters each."""
    widest = min(max((page.typeface.width_of(label, page.sizes.head) for label in labels), default=0.0), page.sizes.head * 4)
    return widest + APART if widest > pitch - APART and pitch < page.sizes.head * 2 else 0.0


def head_gap(page: Page) -> float:
    """What parts a head from the cells, or from the next head."""
    return round(page.sizes.head * 0.7)


def _bracket(page: Page, x1: float, y1: float, x2: float, y2: float) -> None:
    page.lines.append(Line(part="heads", x1=x1, y1=y1, x2=x2, y2=y2, ink=page.theme.bracket, width=1))


def _text(page: Page, label: str, x: float, y: float, size: float, **more: Any) -> Text:
    """A head as it would stand if there were room for all of it. ``more`` are fields of Text."""
    return Text(part="heads", x=x, y=y, text=label, size=size, ink=page.theme.ink, **more)


def _outer_head(page: Page, label: str, x: float, y: float, most: float, **more: Any) -> None:
    """The head of a group, in strong type."""
    _head(page, _text(page, label, x, y, page.sizes.head, weight=600, **more), most)


def _head(page: Page, head: Text, most: float, whole: str = "") -> None:
    """Place a head no longer than ``most``; it may be one line of a ``whole`` label. Without room for a letter there is none."""
    shown = page.typeface.cut(head.text, most, head.size, head.weight) if head.text else ""
    whole = whole or head.text
    if shown and not (shown == "…" and most < head.size):
        full = whole if shown != whole else None
        page.texts.append(replace(head, text=shown, full=full, length=page.typeface.width_of(shown, head.size, head.weight)))


def head_size(size: float, pitch: float) -> tuple[float, float]:
    """The type size of heads on such a pitch, and what they need from one to the next: where even small ones have no room, those
    that are shown are as large as they ought to be.
    """
    fitting = min(size, floor(pitch * 0.86 * 4) / 4)
    return (fitting, 0.0) if fitting >= LEAST_HEAD + 1 else (size, size * 1.3)
