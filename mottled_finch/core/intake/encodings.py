"""Which encoding text is in, and reading it as UTF-8.

A byte-order mark says it. Without one, text that is valid UTF-8 is UTF-8; text with a zero in every other byte is UTF-16; and
the rest is in one of the single-byte code pages, told apart by which of them turns the odd bytes into letters that go together.
"""

import codecs
import io
from itertools import pairwise
from typing import BinaryIO, cast

from ..errors import IntakeError
from .source import Rewindable

TITLES = {
    "utf-8": "UTF-8",
    "utf-16": "UTF-16",
    "windows-1250": "Windows-1250, Central Europe",
    "windows-1251": "Windows-1251, Cyrillic",
    "windows-1252": "Windows-1252, Western Europe",
    "windows-1253": "Windows-1253, Greek",
    "windows-1254": "Windows-1254, Turkish",
    "windows-1257": "Windows-1257, Baltic",
    "iso-8859-1": "Latin-1",
    "iso-8859-2": "Latin-2",
    "iso-8859-15": "Latin-9",
    "macintosh": "Macintosh Roman",
    "shift_jis": "Shift JIS, Japanese",
    "gb18030": "GB 18030, Chinese",
    "big5": "Big5, Chinese",
    "euc-kr": "EUC-KR, Korean",
}
_MARKS = ((codecs.BOM_UTF8, "utf-8"), (codecs.BOM_UTF16_LE, "utf-16"), (codecs.BOM_UTF16_BE, "utf-16"))
# Letters beyond ASCII that are frequent in languages written with each code page; the more of the text's odd letters are
# among them, the likelier the page. They are common knowledge of spelling, not measured.
_LETTERS = {
    "windows-1252": "äöüßéèêëàâçîïôùûñóíáúøåæœãõìò°€£«»’–“”§",
    "windows-1250": "ąćęłńśźżčďěňřšťůžýáéíóúőűôľĺŕţăšđ°€’–„”",
    "windows-1251": "оеаинтсрвлкмдпуяыьгзбчйхжшюцщэёфъії«»–№",
    "windows-1253": "αετιονσηρπκμλςυδωγάχθφέίόήύώβξζψ€’–",
}


def guess_encoding(head: bytes) -> str:
    """The encoding of text, from its first bytes. ``head`` may be cut in the middle of a letter."""
    for mark, encoding in _MARKS:
        if head.startswith(mark):
            return encoding
    if is_utf16(head):
        return "utf-16"
    if utf8_until(head) >= len(head) - 3:
        return "utf-8"
    return guess_code_page(head)


def is_utf16(head: bytes) -> bool:
    """UTF-16 without its mark: a zero in nearly every other byte of text that is mostly ASCII."""
    sample = head[:4096]
    if len(sample) < 4:
        return False
    even, odd = sample[0::2].count(0), sample[1::2].count(0)
    return max(even, odd) > 0.4 * len(sample) and min(even, odd) < 0.05 * len(sample)


def utf8_until(piece: bytes) -> int:
    """How many of the bytes are valid UTF-8 from the start."""
    try:
        piece.decode("utf-8")
    except UnicodeDecodeError as error:
        return error.start
    return len(piece)


def guess_code_page(text: bytes) -> str:
    scores = {page: _score(text, page, letters) for page, letters in _LETTERS.items()}
    return max(scores, key=lambda page: scores[page])


def _score(text: bytes, page: str, letters: str) -> float:
    decoded = text.decode(page, errors="replace")
    odd = [mark for mark in decoded if ord(mark) > 127]
    good = sum(mark.lower() in letters for mark in odd)
    broken = sum(mark == "�" for mark in odd)
    # A capital after a small letter ("mÃ¶", "caFИ") tells that the page is the wrong one.
    jumps = sum(a.islower() and ord(b) > 127 and b.isupper() for a, b in pairwise(decoded))
    return (good - 3 * broken - 2 * jumps) / max(1, len(odd))


class Transcoded(Rewindable):
    """A stream of text in any encoding, as UTF-8 without a mark. Raises IntakeError where the bytes are not in the encoding."""

    def __init__(self, source: BinaryIO, encoding: str, name: str) -> None:
        self._source, self._encoding, self._name = source, encoding, name
        self._begin()

    def _begin(self) -> None:
        self._source.seek(0)
        start = self._source.read(3)
        self._source.seek(len(codecs.BOM_UTF8) if self._encoding == "utf-8" and start == codecs.BOM_UTF8 else 0)
        encoding = self._encoding
        if encoding == "utf-16" and start[:2] not in (codecs.BOM_UTF16_LE, codecs.BOM_UTF16_BE):
            encoding = "utf-16-be" if start[:1] == b"\0" else "utf-16-le"
        self._decoder = codecs.getincrementaldecoder(encoding)()
        self._left = b""
        self._ended = False

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
            try:
                piece = self._decoder.decode(raw, final=self._ended).encode("utf-8")
            except UnicodeError as error:
                title = TITLES.get(self._encoding, self._encoding)
                raise IntakeError(f"the file is not {title} throughout; choose another encoding", path=self._name) from error
            pieces.append(piece)
            have += len(piece)
        whole = b"".join(pieces)
        cut = len(whole) if size < 0 else min(size, len(whole))
        self._left = whole[cut:]
        return whole[:cut]


def as_utf8(source: BinaryIO, encoding: str, name: str) -> BinaryIO:
    """The stream as UTF-8. UTF-8 itself goes through untouched, its mark passed over by the reader."""
    if encoding == "utf-8":
        return source
    return cast(BinaryIO, Transcoded(source, encoding, name))
