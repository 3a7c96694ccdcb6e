"""Which encoding text is in, and reading it as UTF-8.

A byte-order mark says it. Without one, text that is valid UTF-8 is UTF-8; text with a zero in every other byte is UTF-16, with
three in four UTF-32; and the rest is in one of the code pages, told apart by its letters (code_pages.py).
"""

import codecs
import io
import re
from typing import BinaryIO, cast

from ...common.language.english import counted
from ...common.vocabulary import ENCODING_TERMS
from .code_pages import PAGES, guess_page
from .source import Rewindable

_MARKS = (
    (codecs.BOM_UTF8, "utf-8"),
    (codecs.BOM_UTF32_LE, "utf-32"),
    (codecs.BOM_UTF32_BE, "utf-32"),
    (codecs.BOM_UTF16_LE, "utf-16"),
    (codecs.BOM_UTF16_BE, "utf-16"),
)
"""Marks and what they say; of two that begin alike, the longer one first."""
_SURE = 0.3
"""How much likelier a page must be than the next for each odd letter, not to be told as a guess."""


def title_of(encoding: str) -> str:
    return ENCODING_TERMS[encoding].title


def guess_encoding(head: bytes) -> str:
    """The encoding of text, from its first bytes. ``head`` may be cut in the middle of a letter."""
    for mark, encoding in _MARKS:
        if head.startswith(mark):
            return encoding
    if is_wide(head):
        return "utf-32" if _is_utf32(head) else "utf-16"
    return "utf-8" if is_mostly_utf8(head) else guess_page(head).page


def doubt_of(head: bytes, encoding: str) -> str:
    """What is not sure of an encoding that was guessed, with words that another would read otherwise; "" where it is sure."""
    if encoding not in PAGES or is_wide(head) or is_mostly_utf8(head):
        return ""
    guess = guess_page(head)
    if guess.page != encoding or not guess.next or guess.margin >= _SURE:
        return ""
    odd = re.findall(rb"[A-Za-z]*[\x80-\xff][A-Za-z\x80-\xff]*", head)
    pairs = {(word.decode(guess.page, "replace"), word.decode(guess.next, "replace")) for word in dict.fromkeys(odd[:4000])}
    told = sorted((pair for pair in pairs if pair[0] != pair[1]), key=lambda pair: (len(pair[0]) < 3, pair))[:2]
    if not told:
        return ""
    shown = " and ".join(f"“{here}” as “{there}”" for here, there in told)
    return f"the encoding is a guess; {title_of(guess.next)} would read {shown}"


def is_wide(head: bytes) -> bool:
    """UTF-16 or UTF-32, with its mark or without: a zero in nearly every other byte of text that is mostly ASCII, or in more."""
    if head.startswith((codecs.BOM_UTF16_LE, codecs.BOM_UTF16_BE, codecs.BOM_UTF32_BE)):
        return True
    sample = head[:4096]
    if len(sample) < 4:
        return False
    even, odd = sample[0::2].count(0), sample[1::2].count(0)
    return _is_utf32(head) or (max(even, odd) > 0.4 * len(sample) and min(even, odd) < 0.05 * len(sample))


def _is_utf32(head: bytes) -> bool:
    """Two zero bytes, and one more nearly always, at the same places of every four."""
    sample = head[: len(head[:4096]) // 4 * 4]
    zeros = [sample[i::4].count(0) * 4 for i in range(4)]
    little, big = zeros[2] + zeros[3], zeros[0] + zeros[1]
    return len(sample) >= 8 and max(little, big) >= 1.9 * len(sample) and zeros[1 if little > big else 2] > 0.6 * len(sample)


def utf8_until(piece: bytes) -> int:
    """How many of the bytes are valid UTF-8 from the start."""
    try:
        piece.decode("utf-8")
    except UnicodeDecodeError as error:
        return error.start
    return len(piece)


def is_mostly_utf8(piece: bytes) -> bool:
    """UTF-8, but for a few bytes at most: lines of another encoding that came into it. It may be cut in the middle of a letter."""
    if utf8_until(piece) >= len(piece) - 3:
        return True
    text = piece.decode("utf-8", errors="surrogateescape")
    broken = sum("\udc80" <= mark <= "\udcff" for mark in text)
    return sum(mark > "\x7f" for mark in text) - broken > 4 * broken


_BROKEN = "\U0010fffe"
"""Stands before what was read of bytes that are not in the encoding, until they are counted. It is no character of any text."""


def _mended(error: UnicodeError) -> tuple[str, int]:
    """Bytes that are no UTF-8 are nearly always of Windows-1252; of other encodings it is not known what they mean."""
    assert isinstance(error, UnicodeDecodeError)
    bad = error.object[error.start : error.end]
    return _BROKEN + (bad.decode("windows-1252", errors="replace") if error.encoding == "utf-8" else "\ufffd"), error.end


codecs.register_error("mended", _mended)


class Transcoded(Rewindable):
    """A stream of text in any encoding, as UTF-8 without a mark. Bytes that are not in the encoding are mended; ``broken`` counts
    the places since it was last rewound.
    """

    def __init__(self, source: BinaryIO, encoding: str) -> None:
        self._source, self._encoding = source, encoding
        self._begin()

    def _begin(self) -> None:
        self._source.seek(0)
        start = self._source.read(4)
        self._source.seek(len(codecs.BOM_UTF8) if self._encoding == "utf-8" and start.startswith(codecs.BOM_UTF8) else 0)
        encoding = self._encoding
        if encoding in ("utf-16", "utf-32") and not start.startswith(
            (codecs.BOM_UTF16_LE, codecs.BOM_UTF16_BE, codecs.BOM_UTF32_BE)
        ):
            encoding += "-be" if start[:1] == b"\0" else "-le"
        self._decoder = codecs.getincrementaldecoder(encoding)(errors="mended")
        self._left = b""
        self._ended = False
        self.broken = 0

    def seek(self, offset: int, whence: int = 0) -> int:
        if offset or whence:
            raise io.UnsupportedOperation("only to the start")
        self._begin()
        return 0

    def read(self, size: int = -1) -> bytes:
        pieces: list[bytes] = [self._left]
        have = len(self._left)
        while not self._ended and (size < 0 or have < size):
            raw = self._source.read(1 << 20)
            self._ended = not raw
            text = self._decoder.decode(raw, final=self._ended)
            if _BROKEN in text:
                self.broken += text.count(_BROKEN)
                text = text.replace(_BROKEN, "")
            pieces.append(text.encode("utf-8", errors="replace"))
            have += len(pieces[-1])
        whole = b"".join(pieces)
        cut = len(whole) if size < 0 else min(size, len(whole))
        self._left = whole[cut:]
        return whole[:cut]


def as_utf8(source: BinaryIO, encoding: str, *, sound: bool = True) -> BinaryIO:
    """The stream as UTF-8. UTF-8 that is ``sound`` goes through untouched, its mark passed over by the reader."""
    if encoding == "utf-8" and sound:
        return source
    return cast(BinaryIO, Transcoded(source, encoding))


def broken_words(broken: int, encoding: str) -> str:
    """What became of places that are not in the encoding."""
    places = f"{counted(broken, 'place')} not in {title_of(encoding)}"
    return f"{places}, read as Windows-1252" if encoding == "utf-8" else f"{places}, shown as “\ufffd”"
