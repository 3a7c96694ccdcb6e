"""The names of the sides, and the arrow that says which way to read."""

from ...common.recipe.page_type import least_type
from .page import Page
from .shapes import Grid, Line, Text

_ARROW = 4.0
_NAME_MOST = 0.24
"""Of the width of the page: what the name of the rows may have over heads that need less."""


def reserve_names(page: Page) -> float:
    """Take the room for the name of the columns from the top of the page; where its line begins."""
    top = page.top
    if page.recipe.words.columns:
        page.top += round(page.sizes.head * 1.6)
    return top


def name_width(page: Page) -> float:
    """The room that the name of the rows asks for over their heads, as far as it may have it."""
    words = " ".join(page.facts.filled(page.recipe.words.rows or "", "words.rows").split())
    return (
        min(page.typeface.width_of(words, page.sizes.head) + round(page.sizes.head * 0.4), (page.right - page.left) * _NAME_MOST)
        if words
        else 0.0
    )


def place_names(page: Page, names_top: float, left: float, grid_left: float, grid_top: float, *, named: bool) -> None:
    """The name of the columns above their heads, that of the rows over theirs, in the corner."""
    size, words = page.sizes.head, page.recipe.words
    if words.columns:
        text = page.facts.filled(words.columns, "words.columns")
        _name(page, text, grid_left, names_top + size * 0.86, page.right - grid_left)
    if words.rows and named:
        text = page.facts.filled(words.rows, "words.rows")
        heads = [head.x - head.length / 2 for head in page.texts if head.column is not None and head.anchor == "middle"]
        right = min([grid_left, *heads])  # the first head of the columns may reach out over the heads of the rows
        _name(page, text, left, grid_top - round(size * 0.55), right - left - round(size * 0.4))


def _name(page: Page, words: str, x: float, y: float, most: float) -> None:
    """A name in as large a type as has room, down to the least; cut only beyond that."""
    size, words = page.sizes.head, " ".join(words.split())
    needed = page.typeface.width_of(words, size)
    if needed > most > 0:
        size = max(min(size, least_type(page.recipe.page)), size * most / needed)
    shown = page.typeface.cut(words, most, size)
    if shown and most > size:
        full = words if shown != words else None
        page.texts.append(Text(part="heads", x=x, y=y, text=shown, size=size, ink=page.theme.quiet, full=full))


def reserve_flow(page: Page) -> float:
    """Take the room for the arrow from the page: below the cells, or at their left."""
    flow = page.recipe.heads.flow
    if flow is None:
        return 0.0
    room = float(round(page.sizes.head * 1.7))
    if flow.along == "columns":
        page.bottom -= room
    else:
        page.left += room
    return room


def place_flow(page: Page, grid: Grid, room: float, bottom: float) -> None:
    """The arrow along the cells, its words at its beginning; ``bottom`` is where cells and totals end."""
    flow = page.recipe.heads.flow
    if flow is None:
        return
    size = page.sizes.caption
    words = page.facts.filled(flow.words, "heads.flow.words")
    across = flow.along == "columns"
    start = grid.xs[0] if across else grid.ys[0]
    end = grid.right if across else grid.foot
    words = page.typeface.cut(words, (end - start) * 0.7, size)
    long = page.typeface.width_of(words, size)
    begin = start + long + (round(size * 0.7) if long else 0)
    line = round(bottom + room * 0.62) + 0.5 if across else round(page.left - room * 0.62) + 0.5
    if across:
        _line(page, begin, line, end, line)
        _line(page, end - _ARROW, line - _ARROW, end, line)
        _line(page, end - _ARROW, line + _ARROW, end, line)
        _words(page, words, start, line + size * 0.35, turned=False)
    else:
        _line(page, line, begin, line, end)
        _line(page, line - _ARROW, end - _ARROW, line, end)
        _line(page, line + _ARROW, end - _ARROW, line, end)
        _words(page, words, line + size * 0.35, start + long, turned=True)  # turned words read upward


def _line(page: Page, x1: float, y1: float, x2: float, y2: float) -> None:
    page.lines.append(Line(part="heads", x1=x1, y1=y1, x2=x2, y2=y2, ink=page.theme.tree, width=1))


def _words(page: Page, words: str, x: float, y: float, *, turned: bool) -> None:
    if words:
        text = Text(part="heads", x=x, y=y, text=words, size=page.sizes.caption, ink=page.theme.quiet, turned=turned)
        page.texts.append(text)
