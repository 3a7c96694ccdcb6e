"""Files that a plan takes: the newest of a folder, once nobody writes it any more, copied as it was."""

import hashlib
import os
import shutil
from dataclasses import dataclass
from fnmatch import fnmatchcase
from pathlib import Path

from .places import Folder
from .spec import TakeSpec

_DIGEST_PIECE = 1 << 20


class Held(Exception):
    """Why nothing leaves this time, in words."""


@dataclass(frozen=True, kw_only=True)
class Newest:
    """The file that is to be taken: its path, for telling alone, its size, and when it was last written, in nanoseconds."""

    path: Path
    bytes: int
    written: int

    def plain(self) -> dict[str, object]:
        """What tells it from one that comes later, without reading it."""
        return {"file": str(self.path), "bytes": self.bytes, "written": self.written}


@dataclass(frozen=True, kw_only=True)
class Taken:
    """A file as it was taken: the copy of it, where it lies, and what tells it from others."""

    path: Path
    origin: Path
    digest: str


def newest_of(folder: Folder, take: TakeSpec, now: float) -> Newest:
    """The newest file of a folder that is to be taken, by the moment it was last written, in seconds since 1970, then by name.
    Raises Held where there is none, or it was written just now.
    """
    files = [each for each in folder.files() if fnmatchcase(each[0], take.pattern) and not each[0].startswith(".")]
    if not files:
        raise Held(f"no file in {take.folder} fits {take.pattern}")
    newest, told = max(files, key=lambda each: (each[1].st_mtime_ns, each[0]))
    if abs(now - told.st_mtime) < take.settled:
        raise Held(f"{newest} was written just now; it is taken once it has been left alone for {take.settled} seconds")
    return Newest(path=folder.path / newest, bytes=told.st_size, written=told.st_mtime_ns)


def copied(folder: Folder, newest: Newest, scratch: Path) -> Taken:
    """A file copied into a folder, so that what is written meanwhile changes nothing. Raises Held for one that is being written."""
    name = newest.path.name
    copy = scratch / name
    scratch.mkdir(parents=True, exist_ok=True)
    with os.fdopen(folder.open(name), "rb") as source, copy.open("xb") as out:
        shutil.copyfileobj(source, out)
        after = os.fstat(source.fileno())
    if (after.st_size, after.st_mtime_ns) != (newest.bytes, newest.written) or copy.stat().st_size != after.st_size:
        raise Held(f"{name} was written while it was read; it is taken next time")
    return Taken(path=copy, origin=newest.path, digest=digest_of(copy))


def digest_of(file: Path) -> str:
    digest = hashlib.blake2b(digest_size=16)
    with file.open("rb") as source:
        while piece := source.read(_DIGEST_PIECE):
            digest.update(piece)
    return digest.hexdigest()
