"""Figures in small, for lists of plates: kept as files under a name that says all that they depend on."""

import gzip
import secrets
from contextlib import suppress
from pathlib import Path

from django.conf import settings

from mottled_finch.core.draw import DRAWINGS, USUAL
from mottled_finch.core.figure.figure import Figure

from .actions import figure_of
from .export_views import drawn
from .models import Plate
from .revision import key_of


def small_picture(plate: Plate) -> bytes:
    """The picture as it is kept, packed as gzip has it; drawn and kept where it is not."""
    path = _folder() / f"{plate.pk}-{key_of(plate)}.svg.gz"
    with suppress(FileNotFoundError):
        return path.read_bytes()
    return keep_small(plate, figure_of(plate))


def keep_small(plate: Plate, figure: Figure) -> bytes:
    """Draw the picture and keep it, in place of those of before. On a full disk it is drawn again the next time."""
    content = gzip.compress(drawn(DRAWINGS["svg"], figure, USUAL), compresslevel=5, mtime=0)
    path = _folder() / f"{plate.pk}-{key_of(plate)}.svg.gz"
    making = path.with_name(f".{secrets.token_hex(8)}")
    try:
        making.write_bytes(content)
        making.replace(path)
    except OSError:
        making.unlink(missing_ok=True)
        return content
    for other in _folder().glob(f"{plate.pk}-*"):
        if other != path:
            other.unlink(missing_ok=True)
    return content


def tidy_small() -> None:
    """Take away the pictures of plates that are gone, and what a process that was killed left."""
    known = {str(pk) for pk in Plate.everything.values_list("pk", flat=True)}
    for path in _folder().iterdir():
        if path.name.partition("-")[0] not in known:
            path.unlink(missing_ok=True)


def _folder() -> Path:
    found: Path = settings.DATA / "small"
    found.mkdir(parents=True, exist_ok=True)
    return found
