"""Text whose fields are parted by runs of blanks, or stand at fixed places, laid out anew with one mark between fields."""

import io
import re
from itertools import pairwise
from typing import BinaryIO

from .source import Rewindable

MARK = "\x1f"
"""What parts the fields then: the unit separator, which exists for this and stands in no text that people write."""
BLANKS = " "
"""The delimiter that stands for blanks, one or many."""
_PIECE = 1 << 20
_LINES_LEAST = 4
_RULE = re.compile(r"^[\s|+:=_-]*-{2,}[\s|+:=_-]*$|^[\s=]*={2,}[\s=]*$")


def lines_of(text: str) -> list[str]:
    """The lines as readers of text files count them, with their ends: other separators that Unicode knows end none."""
    return list(io.StringIO(text, newline=""))


def is_rule(line: str) -> bool:
    """Whether a line only draws a line, as reports do under their headings."""
    return bool(_RULE.match(line))


def recut(text: str, cuts: tuple[int, ...] = (), quote: str = "") -> str:
    """Whole lines of text with one mark between fields: cut where each of ``cuts`` begins a field, or else at blanks."""
    text = text.replace(MARK, " ")
    if cuts:
        return "".join(_at_places(line, cuts) for line in lines_of(text))
    text = re.sub(r"(?m)^[ \t]+|[ \t]+(?=\r?$)", "", text)
    if not quote or quote not in text:
        return re.sub(r"[ \t]+", MARK, text)
    return re.sub(rf"({quote}[^{quote}\r\n]*{quote})|[ \t]+", lambda found: found[1] or MARK, text)


def _at_places(line: str, cuts: tuple[int, ...]) -> str:
    words = line.rstrip("\r\n")
    if not words.strip():
        return line[len(words) :]
    ends = [*pairwise(cuts), (cuts[-1], len(words))]
    return MARK.join(words[start:end].strip() for start, end in ends) + line[len(words) :]


def places_of(lines: list[str]) -> tuple[int, ...]:
    """Where the fields of text of fixed width begin; nothing where no column of blanks goes through all lines, or too few lines."""
    lines = [line for line in lines if line.strip() and not is_rule(line)]
    if len(lines) < _LINES_LEAST:
        return ()
    longest = max(map(len, lines))
    filled = [any(line[i : i + 1].strip() for line in lines) for i in range(longest)]
    return tuple(i for i in range(longest) if filled[i] and (i == 0 or not filled[i - 1]))


class Recut(Rewindable):
    """A stream of UTF-8 text, as ``recut`` has it, a line for a line."""

    def __init__(self, source: BinaryIO, cuts: tuple[int, ...], quote: str) -> None:
        self._source, self._cuts, self._quote = source, cuts, quote
        self._rest = self._ready = b""

    @property
    def broken(self) -> int:
        return getattr(self._source, "broken", 0)

    def seek(self, offset: int, whence: int = 0) -> int:
        self._rest = self._ready = b""
        return self._source.seek(offset, whence)

    def read(self, size: int = -1) -> bytes:
        while size < 0 or len(self._ready) < size:
            piece = self._source.read(_PIECE)
            whole = self._rest + piece
            end = whole.rfind(b"\n") + 1 if piece else len(whole)
            lines, self._rest = whole[:end], whole[end:]
            self._ready += recut(lines.decode("utf-8", errors="replace"), self._cuts, self._quote).encode()
            if not piece:
                break
        cut = len(self._ready) if size < 0 else min(size, len(self._ready))
        given, self._ready = self._ready[:cut], self._ready[cut:]
        return given
