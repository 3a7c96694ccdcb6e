"""Pictures of plates and folios in small, for lists: kept as files under a name that says all that they depend on."""

import gzip
import hashlib
import secrets
from collections.abc import Callable
from contextlib import suppress
from functools import cache
from pathlib import Path
from threading import Semaphore

from django.conf import settings
from django.http import HttpResponse
from rest_framework.request import Request

import mottled_finch

from .showing import etag

SVG = "image/svg+xml"
_TURNS = Semaphore(2)
"""Pictures that are drawn at once: a desk asks for many, and other work is to go on."""


def key_of(revision: str) -> str:
    """What a picture is named by: what it shows, by its ``revision``, and how this version of Mottled Finch draws."""
    return hashlib.blake2b(f"{revision} {_program()}".encode(), digest_size=9).hexdigest()


@cache
def _program() -> str:
    home = Path(mottled_finch.__file__).parent
    files = sorted(path for path in (home / "core").rglob("*") if path.suffix != ".pyc" and path.is_file())
    states = [f"{path.relative_to(home)} {path.stat().st_size} {path.stat().st_mtime_ns}" for path in files]
    return hashlib.blake2b("\n".join(states).encode(), digest_size=9).hexdigest()


def kept(name: str, key: str, draw: Callable[[], bytes]) -> bytes:
    """The picture of a thing, packed as gzip has it; drawn and kept, in place of those of before, where it is not there. On a full
    disk it is drawn again the next time.
    """
    path = _folder() / f"{name}-{key}.svg.gz"
    with suppress(FileNotFoundError):
        return path.read_bytes()
    with _TURNS:
        with suppress(FileNotFoundError):  # somebody else asked for it, too
            return path.read_bytes()
        return _drawn(path, name, draw)


def _drawn(path: Path, name: str, draw: Callable[[], bytes]) -> bytes:
    content = gzip.compress(draw(), compresslevel=5, mtime=0)
    making = path.with_name(f".{secrets.token_hex(8)}")
    try:
        making.write_bytes(content)
        making.replace(path)
    except OSError:
        making.unlink(missing_ok=True)
        return content
    for other in _folder().glob(f"{name}-*"):
        if other != path:
            other.unlink(missing_ok=True)
    return content


def sent_picture(request: Request, asked: str, key: str, packed: Callable[[], bytes]) -> HttpResponse:
    """The picture over HTTP. An address with the ``key`` is kept by the browser for a year, one that ``asked`` for another not."""
    stays = "private, max-age=31536000, immutable" if asked == key else "no-cache"
    headers = {"Cache-Control": stays, "Vary": "Accept-Encoding", **etag(key)}
    if request.headers.get("If-None-Match", "").removeprefix("W/").strip('"') == key:
        return HttpResponse(status=304, headers=headers)
    if "gzip" in request.headers.get("Accept-Encoding", ""):
        return HttpResponse(packed(), SVG, headers={**headers, "Content-Encoding": "gzip"})
    return HttpResponse(gzip.decompress(packed()), SVG, headers=headers)


def tidy_up(names: set[str]) -> None:
    """Take away what is of none of the things that are ``names``, and what a process that was killed left."""
    for path in _folder().iterdir():
        if path.name.rpartition("-")[0] not in names:
            path.unlink(missing_ok=True)


def _folder() -> Path:
    found: Path = settings.DATA / "small"
    found.mkdir(parents=True, exist_ok=True)
    return found
