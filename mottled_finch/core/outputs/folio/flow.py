"""Words laid out in lines: runs of two weights, lists with their marks, measured with the font that draws them."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from ...figures.scene import Text
from ...figures.scene.breaks import units
from ...figures.scene.shapes import Weight
from ...figures.scene.type import Typeface
from .rooms import Box
from .words import Block

LINE = 1.38
"""Of their size: the height of lines."""
_INDENT = 1.15
"""Of their size: how far a list is set in."""
_BULLET = "•"
_STEP = 0.92


@dataclass(frozen=True, kw_only=True)
class Mark:
    """Where a live fact stands on the page, by its name."""

    fact: str
    box: Box


@dataclass(frozen=True, kw_only=True)
class Flowed:
    """Lines as they are placed, the facts in them, their size and height; ``cut`` are the lines that had no room."""

    texts: tuple[Text, ...] = ()
    marks: tuple[Mark, ...] = ()
    size: float = 0.0
    height: float = 0.0
    cut: int = 0


@dataclass(frozen=True)
class Spacing:
    """The height of lines, and what is left open above paragraphs and above items of a list that follow one another; all of their
    size.
    """

    line: float = LINE
    paragraph: float = LINE * 0.55
    item: float = LINE * 0.275


_OURS = Spacing()


@dataclass(frozen=True)
class _Piece:
    x: float
    text: str
    weight: Weight
    fact: str


@dataclass(frozen=True)
class _Line:
    pieces: tuple[_Piece, ...]
    above: float
    """What is left open above it, of its size."""


def flow(
    blocks: Sequence[Block], room: Box, size: float, least: float, ink: str, typeface: Typeface, spacing: Spacing = _OURS
) -> Flowed:
    """The blocks in a room: in a size as far as they fit, smaller down to the least where they do not, then cut."""
    left, top, width, height = room
    lines = _lines(blocks, width, size, typeface, spacing)
    while _height(lines, size, spacing) > height and size > least:
        size = max(least, round(size * _STEP * 2) / 2 if size * _STEP > least else least)
        lines = _lines(blocks, width, size, typeface, spacing)
    kept = list(lines)
    while len(kept) > 1 and _height(kept, size, spacing) > height:
        kept.pop()
    texts, marks, y = [], [], top
    for number, line in enumerate(kept):
        y += (line.above if number else 0.0) * size
        base = y + size * (1 + (spacing.line - LINE) / 2)
        for piece in line.pieces:
            length = typeface.width_of(piece.text, size, piece.weight)
            texts.append(
                Text(
                    part="words",
                    x=left + piece.x,
                    y=base,
                    text=piece.text,
                    size=size,
                    weight=piece.weight,
                    ink=ink,
                    length=length,
                )
            )
            if piece.fact:
                marks.append(Mark(fact=piece.fact, box=(left + piece.x, y, length, size * spacing.line)))
        y += size * spacing.line
    return Flowed(texts=tuple(texts), marks=tuple(marks), size=size, height=y - top, cut=len(lines) - len(kept))


def set_in(flowed: Flowed, room: Box, across: float, down: float) -> Flowed:
    """The same words with such shares of what they leave open of a room before each of their lines, and above them all."""
    if not (across or down):
        return flowed
    left, _, width, height = room
    ends: dict[float, float] = {}
    for text in flowed.texts:
        ends[text.y] = max(ends.get(text.y, 0.0), text.x + text.length)
    lower = max(0.0, height - flowed.height) * down
    shifts = {y: (left + width - end) * across for y, end in ends.items()}
    texts = tuple(replace(text, x=text.x + shifts[text.y], y=text.y + lower) for text in flowed.texts)
    marks = []
    for mark in flowed.marks:
        x, y, long, high = mark.box
        line = min(shifts, key=lambda foot: abs(foot - y - flowed.size))
        marks.append(replace(mark, box=(x + shifts[line], y + lower, long, high)))
    return replace(flowed, texts=texts, marks=tuple(marks))


def _height(lines: Sequence[_Line], size: float, spacing: Spacing) -> float:
    return sum(size * (spacing.line + (line.above if number else 0.0)) for number, line in enumerate(lines))


def _lines(blocks: Sequence[Block], width: float, size: float, typeface: Typeface, spacing: Spacing) -> list[_Line]:
    found: list[_Line] = []
    last: Block | None = None
    for block in blocks:
        above = spacing.item if last and last.kind == block.kind == "item" else spacing.paragraph
        indent = block.depth * size * _INDENT
        lines = _broken(block, width - indent, size, typeface)
        for number, pieces in enumerate(lines):
            set_in = [_Piece(piece.x + indent, piece.text, piece.weight, piece.fact) for piece in pieces]
            if block.kind == "item" and number == 0:
                mark = _BULLET if block.number is None else f"{block.number}."
                set_in.insert(0, _Piece(indent - size * _INDENT, mark, 400, ""))
            found.append(_Line(tuple(set_in), above if number == 0 else 0.0))
        last = block
    return found


def _broken(block: Block, width: float, size: float, typeface: Typeface) -> list[list[_Piece]]:
    """The block in lines of pieces, each as wide as fits; a word that is too long alone stands alone."""
    lines: list[list[_Piece]] = [[]]
    x, blank = 0.0, False
    for run in block.runs:
        if run.breaks:
            lines.append([])
            x, blank = 0.0, False
            continue
        weight: Weight = 600 if run.strong or block.kind == "heading" else 400
        space = typeface.width_of(" ", size, weight)
        for number, (glue, word) in enumerate(units(run.text)):
            parted = (glue == " " and number > 0) or (number == 0 and (blank or run.text[:1].isspace()))
            start = x + space if parted and lines[-1] else x
            length = typeface.width_of(word, size, weight)
            if lines[-1] and start + length > width and (parted or glue == ""):
                lines.append([])
                start = 0.0
            _put(lines[-1], _Piece(start, word, weight, run.fact), parted=parted and start > 0)
            x = start + length
        blank = (run.text[-1:].isspace() and bool(run.text)) or (blank and not run.text.strip())
    return [line for line in lines if line] or [[]]


def _put(line: list[_Piece], piece: _Piece, *, parted: bool) -> None:
    """Put a piece behind the last, or with it where both are one text."""
    if line and line[-1].weight == piece.weight and line[-1].fact == piece.fact:
        before = line.pop()
        piece = _Piece(before.x, f"{before.text}{' ' if parted else ''}{piece.text}", piece.weight, piece.fact)
    line.append(piece)
