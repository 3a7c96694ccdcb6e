"""A picture to be laid under the cells: read from a data address, and refused where it is none."""

import base64
import binascii
import io
import re
from dataclasses import dataclass

from PIL import Image, UnidentifiedImageError

from .errors import RecipeError

_ADDRESS = re.compile(r"^data:image/(?:png|jpeg);base64,([A-Za-z0-9+/=\s]*)$")
_FORMATS = {"PNG": "image/png", "JPEG": "image/jpeg"}
MOST_PIXELS = 8_000
"""Of a side: more than any page shows, and as much as every reader of pictures takes."""
MOST_BYTES = 6_000_000
_PATH = "page.underlay.picture"


@dataclass(frozen=True)
class Picture:
    """Width and height in pixels; ``address`` is the whole picture as a data address."""

    width: int
    height: int
    address: str


def picture_of(address: str) -> Picture:
    """The picture of a data address. Raises RecipeError for what is no picture, or too large."""
    found = _ADDRESS.match(address)
    if not found:
        raise RecipeError('this is not a picture; give a PNG or JPEG as "data:image/png;base64,…"', path=_PATH)
    try:
        return picture_from(base64.b64decode(found[1], validate=False))
    except binascii.Error as error:
        raise RecipeError("the picture is cut short; give it whole", path=_PATH) from error


def picture_from(content: bytes) -> Picture:
    """The picture of a file's content: a PNG or JPEG. Raises RecipeError."""
    if len(content) > MOST_BYTES:
        raise RecipeError(f"the picture has {len(content) / 1e6:.1f} MB; give one of at most {MOST_BYTES // 10**6} MB", path=_PATH)
    try:
        with Image.open(io.BytesIO(content), formats=list(_FORMATS)) as image:
            width, height = image.size
            media_type = _FORMATS[image.format or ""]
            _check_size(width, height)
            image.load()
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError, Image.DecompressionBombError) as error:
        raise RecipeError("this is not a picture that can be read; give a PNG or JPEG", path=_PATH) from error
    return Picture(width, height, f"data:{media_type};base64,{base64.b64encode(content).decode()}")


def _check_size(width: int, height: int) -> None:
    if max(width, height) > MOST_PIXELS:
        raise RecipeError(f"the picture has {width:,} by {height:,} pixels; give one of at most {MOST_PIXELS:,} a side", path=_PATH)
