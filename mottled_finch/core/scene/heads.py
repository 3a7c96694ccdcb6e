"""The heads of rows and columns: level or turned, cut where too long, thinned out where too many."""

from math import ceil, floor

from .marks import Anchor, Text
from .page import INK, Page
from .type import CAP_HEIGHT, cut, width_of

LEAST_HEAD = 6.0


def column_head_height(page: Page, labels: list[str], cell_width: float) -> tuple[float, bool]:
    """Room for the heads of the columns, and whether they are turned to read upward."""
    size = page.sizes.head
    widest = max((width_of(label, size) for label in labels), default=0)
    if widest == 0:
        return 0, False
    if widest <= cell_width - 3:
        return round(size * 1.6), False
    turned_size, _ = head_size(size, cell_width)
    longest = ceil(widest * turned_size / size)
    return min(longest, floor((page.bottom - page.top) * 0.3)) + round(size * 0.6), True


def row_heads(
    page: Page, labels: list[str], ys: list[float], inner: float, pitch: float, grid_left: float, head_width: float
) -> None:
    size, every = head_size(page.sizes.head, pitch)
    x = grid_left - round(page.sizes.head * 0.7)
    for i in range(0, len(labels), every):
        _head(page, labels[i], x, ys[i] + inner / 2 + size * CAP_HEIGHT / 2, size, head_width, "end", turned=False)


def column_heads(
    page: Page, labels: list[str], xs: list[float], inner: float, pitch: float, top: float, height: float, turned: bool
) -> None:
    rise = round(page.sizes.head * 0.55)
    if not turned:
        for label, x in zip(labels, xs, strict=True):
            _head(page, label, x + inner / 2, top - rise, page.sizes.head, pitch, "middle", turned=False)
        return
    size, every = head_size(page.sizes.head, pitch)
    for i in range(0, len(labels), every):
        _head(page, labels[i], xs[i] + inner / 2 + size * CAP_HEIGHT / 2, top - rise, size, height - rise, "start", turned=True)


def _head(page: Page, label: str, x: float, y: float, size: float, most: float, anchor: Anchor, *, turned: bool) -> None:
    if not label:
        return
    shown = cut(label, most, size)
    page.texts.append(
        Text(
            part="heads",
            x=x,
            y=y,
            text=shown,
            size=size,
            ink=INK,
            anchor=anchor,
            turned=turned,
            full=label if shown != label else None,
        )
    )


def head_size(size: float, pitch: float) -> tuple[float, int]:
    """The type size of heads on such a pitch, and that every so many-th of them is shown."""
    fitting = min(size, floor(pitch * 0.86 * 4) / 4)
    if fitting >= LEAST_HEAD + 1:
        return fitting, 1
    small = min(size, 8.0)
    return small, ceil(small * 1.35 / pitch)
