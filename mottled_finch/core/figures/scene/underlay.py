"""A picture to be laid under the cells: read from a data address, and refused where it is none."""

import base64
import binascii
import io
import re
import struct
from dataclasses import dataclass
from typing import TYPE_CHECKING

from ...common.errors import RecipeError

if TYPE_CHECKING:
    from PIL import Image

_ADDRESS = re.compile(r"^data:image/(?:png|jpeg);base64,([A-Za-z0-9+/=\s]*)$")
_FORMATS = {"PNG": "image/png", "JPEG": "image/jpeg", "MPO": "image/jpeg"}
"""Cameras write several JPEG pictures into one file, of which the first is meant."""
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
    """The picture of a file's content: a PNG or JPEG, upright, and without what the file tells of where and by whom it was taken.

    Raises RecipeError.
    """
    from PIL import Image  # few figures have one, and it takes long to load

    if len(content) > MOST_BYTES:
        raise RecipeError(f"the picture has {len(content) / 1e6:.1f} MB; give one of at most {MOST_BYTES // 10**6} MB", path=_PATH)
    try:
        with Image.open(io.BytesIO(content), formats=["PNG", "JPEG"]) as image:
            _check_size(*image.size)
            media_type = _FORMATS[image.format or ""]
            image.load()
            if image.getexif().get(_ORIENTATION, 1) != 1:
                content = _upright(image, "PNG" if media_type == "image/png" else "JPEG")
        content = plain_png(content) if media_type == "image/png" else plain_jpeg(content)
        with Image.open(io.BytesIO(content), formats=["PNG", "JPEG"]) as image:
            width, height = image.size
            image.load()
    except (*NOT_READABLE, Image.DecompressionBombError) as error:
        raise RecipeError("this is not a picture that can be read; give a PNG or JPEG", path=_PATH) from error
    return Picture(width, height, f"data:{media_type};base64,{base64.b64encode(content).decode()}")


NOT_READABLE = (OSError, SyntaxError, ValueError, KeyError, IndexError, struct.error)
"""What reading a damaged picture raises."""
_ORIENTATION = 0x0112
_TELLING_CHUNKS = {b"tEXt", b"zTXt", b"iTXt", b"eXIf", b"tIME"}
_TELLING_SEGMENTS = {0xE1, *range(0xE3, 0xEE), 0xEF, 0xFE}
"""Of JPEG: Exif and XMP, makers' own, comments. What colors mean (APP2, APP14) stays."""


def _upright(image: "Image.Image", form: str) -> bytes:
    from PIL import ImageOps

    out = io.BytesIO()
    turned = ImageOps.exif_transpose(image)
    turned.save(out, form, **({} if form == "PNG" else {"quality": 95}))
    return out.getvalue()


def plain_png(content: bytes) -> bytes:
    """A PNG without the chunks that tell of its making."""
    found, at = [content[:8]], 8
    while at + 12 <= len(content):
        (size,) = struct.unpack(">I", content[at : at + 4])
        name, end = content[at + 4 : at + 8], at + 12 + size
        if name not in _TELLING_CHUNKS:
            found.append(content[at:end])
        at = end
        if name == b"IEND":
            break
    return b"".join(found)


def plain_jpeg(content: bytes) -> bytes:
    """The first picture of a JPEG without the segments that tell of its making."""
    found, at = [content[:2]], 2
    while content[at] == 0xFF and content[at + 1] != 0xDA:
        if content[at + 1] in (0xFF, 0x01, *range(0xD0, 0xD9)):  # padding and marks without content
            at += 1 if content[at + 1] == 0xFF else 2
            continue
        (size,) = struct.unpack(">H", content[at + 2 : at + 4])
        # More pictures are listed in a segment that elsewhere says what colors mean.
        if content[at + 1] not in _TELLING_SEGMENTS and content[at + 4 : at + 8] != b"MPF\0":
            found.append(content[at : at + 2 + size])
        at += 2 + size
    end = content.find(b"\xff\xd9", at)
    while end >= 0 and content[end + 2 : end + 3] not in (b"", b"\xff", b"\x00"):
        end = content.find(b"\xff\xd9", end + 2)
    return b"".join([*found, content[at : end + 2 if end >= 0 else len(content)]])


def _check_size(width: int, height: int) -> None:
    if max(width, height) > MOST_PIXELS:
        raise RecipeError(f"the picture has {width:,} by {height:,} pixels; give one of at most {MOST_PIXELS:,} a side", path=_PATH)
