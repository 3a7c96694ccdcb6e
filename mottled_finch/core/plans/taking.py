"""Files that a plan takes: the newest of a folder, once nobody writes it any more, copied as it was."""

import hashlib
import shutil
from dataclasses import dataclass
from pathlib import Path

from .spec import TakeSpec

_DIGEST_PIECE = 1 << 20


class Held(Exception):
    """Why nothing leaves this time, in words."""


@dataclass(frozen=True, kw_only=True)
class Taken:
    """A file as it was taken: the copy of it, where it lies, and what tells it from others."""

    path: Path
    origin: Path
    digest: str


def newest_of(folder: Path, name: str, take: TakeSpec, now: float) -> Path:
    """The newest file for a table that is called so, by the moment it was last written, in seconds since 1970, then by name. Raises
    Held where there is none, or it was written just now.
    """
    if not folder.is_dir():
        raise Held(f"the folder {take.folder} of {name} is not there")
    files = [(each, each.stat()) for each in folder.glob(take.pattern) if each.is_file() and not each.name.startswith(".")]
    if not files:
        raise Held(f"no file in {take.folder} fits {take.pattern}")
    newest, told = max(files, key=lambda each: (each[1].st_mtime_ns, each[0].name))
    if abs(now - told.st_mtime) < take.settled:
        raise Held(f"{newest.name} was written just now; it is taken once it has been left alone for {take.settled} seconds")
    return newest


def copied(origin: Path, scratch: Path) -> Taken:
    """A file copied into a folder, so that what is written meanwhile changes nothing. Raises Held for one that is being written."""
    before = origin.stat()
    copy = scratch / origin.name
    scratch.mkdir(parents=True, exist_ok=True)
    shutil.copyfile(origin, copy)
    after = origin.stat()
    if (after.st_size, after.st_mtime_ns) != (before.st_size, before.st_mtime_ns) or copy.stat().st_size != after.st_size:
        raise Held(f"{origin.name} was written while it was read; it is taken next time")
    return Taken(path=copy, origin=origin.resolve(), digest=digest_of(copy))


def digest_of(file: Path) -> str:
    digest = hashlib.blake2b(digest_size=16)
    with file.open("rb") as source:
        while piece := source.read(_DIGEST_PIECE):
            digest.update(piece)
    return digest.hexdigest()
