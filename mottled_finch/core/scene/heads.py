"""The heads of rows and columns: level or turned, cut where too long, thinned out where too many, outer levels beside a bracket."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import ceil, floor
from typing import Any

from ..pivot import Group, Labels
from .axis import Axis
from .page import Page
from .shapes import Line, Text
from .type import CAP_HEIGHT, cut, width_of, wrap

LEAST_HEAD = 6.0


def on_one_line(label: str) -> str:
    """A label as one line of text, whatever breaks a field of the file holds."""
    return " ".join(label.split())


def inner_labels(members: Sequence[Labels]) -> list[str]:
    """What the innermost head of each member says."""
    return [on_one_line(labels[-1]) if labels else "" for labels in members]


def outer_labels(groups: Sequence[Group], depth: int) -> list[tuple[int, str]]:
    """The groups of a depth by their place in the list, and what their heads say."""
    return [(i, on_one_line(group.labels[-1])) for i, group in enumerate(groups) if group.depth == depth]


def depths_of(groups: Sequence[Group]) -> list[int]:
    """The depths of groups, outermost first."""
    return sorted({group.depth for group in groups})


def head_widths(page: Page, members: Sequence[Labels], groups: Sequence[Group], least: float) -> list[float]:
    """Room for the heads of the rows, a width for each level, outermost first. The innermost holds ``least`` if it holds
    anything.
    """
    size, room = page.sizes.head, page.right - page.left
    outer = [
        min(ceil(max(width_of(label, size, 600) for _, label in outer_labels(groups, depth))), floor(room * 0.14))
        for depth in depths_of(groups)
    ]
    inner = max((width_of(label, size) for label in inner_labels(members)), default=0.0)
    inner = max(inner, least) if inner or least else 0.0
    return [*outer, min(ceil(inner), floor(room * (0.3 - 0.05 * len(outer))))]


def outer_height(page: Page, groups: Sequence[Group]) -> float:
    """Room for the heads of the outer levels of columns."""
    return len(depths_of(groups)) * _line_height(page)


def _line_height(page: Page) -> float:
    return round(page.sizes.head * 1.75)


def column_head_height(page: Page, labels: Sequence[str], cell_width: float) -> tuple[float, bool]:
    """Room for the innermost heads of the columns, and whether they are turned to read upward."""
    size, turn = page.sizes.head, page.recipe.heads.turn
    widest = max((width_of(label, size) for label in labels), default=0)
    if widest == 0:
        return 0, False
    if turn != "up" and widest <= cell_width - 3:
        return round(size * 1.6), False
    if turn == "level" or (turn == "fit" and page.recipe.heads.long == "wrap" and _wraps(labels, cell_width - 3, size)):
        lines = max(len(_level_lines(page, label, cell_width)) for label in labels)
        return round(size * (0.35 + 1.25 * lines)), False
    turned_size, _ = head_size(size, cell_width)
    longest = ceil(widest * turned_size / size)
    return min(longest, floor((page.bottom - page.top) * 0.3)) + round(size * 0.6), True


_MOST_LINES = 3


def _wraps(labels: Sequence[str], most: float, size: float) -> bool:
    """Whether every head fits a few lines with no word cut."""
    return all(
        len(lines) <= _MOST_LINES and all(width_of(line, size) <= most for line in lines)
        for lines in (wrap(label, most, size, 99) for label in labels)
    )


def _level_lines(page: Page, label: str, pitch: float) -> list[str]:
    """The lines of a level head of a column: one, or a few where long heads are wrapped."""
    wraps = page.recipe.heads.long == "wrap"
    return wrap(label, pitch - 3, page.sizes.head, _MOST_LINES) if wraps else [cut(label, pitch - 3, page.sizes.head)]


@dataclass(frozen=True)
class SideHeads:
    """The members of a side, their groups, and where these stand."""

    members: Sequence[Labels]
    groups: Sequence[Group]
    axis: Axis


def row_heads(page: Page, side: SideHeads, top: float, left: float, widths: list[float]) -> None:
    """The heads of rows whose cells begin at ``top``; their outermost level begins at ``left``."""
    groups, axis = side.groups, side.axis
    size, every = head_size(page.sizes.head, axis.pitch)
    labels = inner_labels(side.members)
    right = left
    for depth, width in zip(depths_of(groups), widths[:-1], strict=True):
        line_x = right + width + head_gap(page)
        for i, label in outer_labels(groups, depth):
            start, end = axis.spans[i]
            _bracket(page, line_x, top + start, line_x, top + end - 1)
            middle = top + (start + end) / 2 + page.sizes.head * CAP_HEIGHT / 2
            if end - start >= page.sizes.head * 1.1 or len(axis.spans) == 1:
                x = line_x - head_gap(page)
                _outer_head(page, label, x, middle, width, anchor="end", row=len(labels) + i)
        right = line_x + head_gap(page)
    x = right + widths[-1]
    for i in range(0, len(labels), every):
        y = top + axis.starts[i] + axis.pitch / 2 + size * CAP_HEIGHT / 2 - page.cell_gap / 2
        lines = [labels[i]]
        if page.recipe.heads.long == "wrap" and width_of(labels[i], size) > widths[-1] and axis.pitch >= size * 2.3:
            lines = wrap(labels[i], widths[-1], size, 2)
        for number, line in enumerate(lines):
            at = y + (number - (len(lines) - 1) / 2) * size * 1.12
            # The head of a wrapped label is its first line; the others only belong to it.
            head = _text(page, line, x, at, size, anchor="end", row=i if number == 0 else None)
            _head(page, head, widths[-1], labels[i])


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
    for depth in reversed(depths_of(side.groups)):
        for i, label in outer_labels(side.groups, depth):
            start, end = side.axis.spans[i]
            _bracket(page, at.left + start, y - 0.5, at.left + end - page.cell_gap, y - 0.5)
            column = at.lines[len(side.members) + i]
            _outer_head(page, label, at.left + (start + end) / 2, y - rise, end - start - 2, anchor="middle", column=column)
        y -= _line_height(page)


def _inner_column_heads(page: Page, side: SideHeads, at: HeadsAt, base: float) -> None:
    """Level ones stand over the middle of their cells, turned ones begin there, at the height ``base``."""
    labels, pitch = inner_labels(side.members), side.axis.pitch
    size, every = head_size(page.sizes.head, pitch) if at.turned else (page.sizes.head, _level_step(page, labels, pitch))
    for i in range(0, len(labels), every):
        middle = at.left + side.axis.starts[i] + (pitch - page.cell_gap) / 2
        if at.turned:
            head = _text(page, labels[i], middle + size * CAP_HEIGHT / 2, base, size, turned=True, column=at.lines[i])
            _head(page, head, base - (at.bottom - at.height))
            continue
        shown = _level_lines(page, labels[i], pitch * every)
        for number, line in enumerate(shown):
            y = base - (len(shown) - 1 - number) * size * 1.2
            head = _text(page, line, middle, y, size, anchor="middle", column=at.lines[i] if number == 0 else None)
            _head(page, head, pitch * every, labels[i])


def _level_step(page: Page, labels: Sequence[str], pitch: float) -> int:
    """Every so many-th of the level heads is shown: as many as leave room for a few letters each."""
    widest = min(max((width_of(label, page.sizes.head) for label in labels), default=0.0), page.sizes.head * 4)
    return max(1, ceil((widest + 3) / pitch)) if widest > pitch - 3 and pitch < page.sizes.head * 2 else 1


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
    shown = cut(head.text, most, head.size, head.weight) if head.text else ""
    whole = whole or head.text
    if shown and not (shown == "…" and most < head.size):
        full = whole if shown != whole else None
        page.texts.append(replace(head, text=shown, full=full, length=width_of(shown, head.size, head.weight)))


def head_size(size: float, pitch: float) -> tuple[float, int]:
    """The type size of heads on such a pitch, and that every so many-th of them is shown."""
    fitting = min(size, floor(pitch * 0.86 * 4) / 4)
    if fitting >= LEAST_HEAD + 1:
        return fitting, 1
    small = min(size, 8.0)
    return small, ceil(small * 1.35 / pitch)
