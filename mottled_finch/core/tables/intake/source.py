"""What a reader reads from: the bytes of a file, watched so that progress can be told and the work be broken off."""

import bz2
import gzip
import io
import lzma
import zlib
from typing import Any, BinaryIO, Protocol, cast

from ...common.errors import IntakeError

PACKED: dict[bytes, tuple[str, Any]] = {
    b"\x1f\x8b": (".gz", lambda source: gzip.GzipFile(fileobj=source)),
    b"BZh": (".bz2", bz2.BZ2File),
    b"\xfd7zXZ": (".xz", lzma.LZMAFile),
}
"""How files begin that hold one other, packed; the ending of their names, and what unpacks them."""
UNPACKED_BYTES_MOST = 4 << 30
"""The most text that is unpacked from a packed file: a small one can hold any number of blanks."""

BURSTS, RATIO_MOST = 64 << 20, 400
"""From so many bytes on, text that was packed more tightly than so many to one is no text of records."""

_COUNTED_BYTES = 8 << 20
"""So much of a text has its lines counted; how many there are in the rest is told from that."""

COLUMNS = "columns"
"""What is told in the second half of a reading: all records are there, and the kinds of the columns are being decided."""


class Told(Protocol):
    """Hears the number of records read so far, and in which half of the reading. It may raise to break the reading off."""

    def __call__(self, records: int, phase: str = "records", /) -> None: ...


def quiet(_records: int, _phase: str = "records", /) -> None:
    """Tells nobody."""


class Rewindable(io.RawIOBase):
    """A stream that is read from its start, perhaps more than once. ``read`` and ``seek`` are for each to say."""

    def readable(self) -> bool:
        return True

    def seekable(self) -> bool:
        return True

    def readinto(self, buffer: Any) -> int:
        piece = self.read(len(buffer))
        buffer[: len(piece)] = piece
        return len(piece)


class Forbidden(Exception):
    """A mark came through that a reading had been promised not to meet."""


class Watched(Rewindable):
    """A seekable stream that tells about how many lines have gone through it since it was last rewound.

    With a ``forbidden`` mark, reading raises Forbidden where it comes through after the first ``lines_before`` lines.
    """

    def __init__(self, source: BinaryIO, told: Told, forbidden: bytes = b"", lines_before: int = 0) -> None:
        self._source, self._told, self._lines, self._bytes = source, told, 0, 0
        self._forbidden, self._lines_before = forbidden, lines_before

    def read(self, size: int = -1) -> bytes:
        piece = self._source.read(size)
        if self._forbidden and self._forbidden in self._after_the_first_lines(piece):
            raise Forbidden
        if self._bytes < _COUNTED_BYTES or self._lines <= self._lines_before:
            self._lines += piece.count(b"\n")
            self._bytes += len(piece)
        else:  # so many more as there were in as many bytes before: counting all would be a tenth of the reading
            self._lines += round(len(piece) * self._lines / self._bytes)
            self._bytes += len(piece)
        self._told(self._lines)
        return piece

    def _after_the_first_lines(self, piece: bytes) -> bytes:
        left = self._lines_before - self._lines
        return piece if left <= 0 else b"".join(piece.split(b"\n", left)[left:])

    def seek(self, offset: int, whence: int = 0) -> int:
        if offset == 0 and whence == 0:
            self._lines = self._bytes = 0
        return self._source.seek(offset, whence)

    def tell(self) -> int:
        return self._source.tell()


class Unpacked(Rewindable):
    """The text of a packed file. Reading raises IntakeError when the file is cut short, broken, or unpacks to too much."""

    def __init__(self, source: BinaryIO, name: str, most: int = UNPACKED_BYTES_MOST) -> None:
        self._source, self._name, self._most = source, name, most
        self._open = _packing(source)[1]
        self._file: BinaryIO = self._open(source)

    def read(self, size: int = -1) -> bytes:
        try:
            piece = self._file.read(size)
        except EOFError as error:
            raise IntakeError("the packed file is cut short; fetch or send it again", path=self._name) from error
        except (OSError, zlib.error, lzma.LZMAError) as error:
            raise IntakeError("the packed file is broken; fetch or send it again", path=self._name) from error
        packed = max(1, self._source.tell())
        if self._file.tell() > BURSTS and self._file.tell() > RATIO_MOST * packed:
            raise IntakeError(
                f"the packed file grows to more than {RATIO_MOST} times its size, as no text of records does; it is not unpacked",
                path=self._name,
            )
        if self._file.tell() > self._most:
            raise IntakeError(
                f"the packed file holds more than {self._most / 1024**3:,.0f} GB of text, more than is unpacked; "
                "leave out columns or records you do not need",
                path=self._name,
            )
        return piece

    def seek(self, offset: int, whence: int = 0) -> int:
        if offset == 0 and whence == 0:
            # Opened anew: after an error the old reader would not start again.
            self._source.seek(0)
            self._file = self._open(self._source)
            return 0
        return self._file.seek(offset, whence)

    def tell(self) -> int:
        return self._file.tell()


def _packing(source: BinaryIO) -> tuple[str, Any]:
    """How a file is packed: the ending of its name, and what opens it; "" for one that is not."""
    source.seek(0)
    head = source.read(6)
    source.seek(0)
    return next((how for start, how in PACKED.items() if head.startswith(start)), ("", None))


def opened(source: BinaryIO, name: str) -> tuple[BinaryIO, str]:
    """The stream to read from and the name without the ending of a packed file."""
    ending, _ = _packing(source)
    if not ending:
        return source, name
    inner = name[: -len(ending)] if name.lower().endswith(ending) else name
    return cast(BinaryIO, Unpacked(source, name)), inner
