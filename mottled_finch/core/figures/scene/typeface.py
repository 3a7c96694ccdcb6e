"""The typefaces that figures are drawn in: the bundled one, or the house's own, read and checked."""

import base64
import binascii
import hashlib
import io
import re
from collections.abc import Iterable
from functools import lru_cache
from pathlib import Path

import uharfbuzz as hb

from ...common.errors import RecipeError
from ...common.recipe.spec import FontSpec
from .type import Typeface

FAMILY = "Mottled Sans"
FOLDER = Path(__file__).parent.parent / "fonts"
FILES = {400: FOLDER / "MottledSans-Regular.ttf", 600: FOLDER / "MottledSans-SemiBold.ttf"}
MOST_BYTES = 3_000_000
_ADDRESS = re.compile(r"^data:font/(?:ttf|otf|woff2?);base64,([A-Za-z0-9+/=\s]*)$")
_PATH = "page.font"
_RESTRICTED, _NOT_IN_PARTS, _BITMAPS = 0x2, 0x100, 0x200
"""What a font says of being put into files (OpenType 1.9, OS/2, fsType): not at all, only whole, only as bitmaps."""
_NO_FONT = "this is not a font that can be read; give a TTF, OTF or WOFF"


BUNDLED = Typeface(FAMILY, FAMILY, FILES)


def typeface_of(font: FontSpec | None) -> Typeface:
    """The typeface of a page. Raises RecipeError for what is no font, or too large."""
    return BUNDLED if font is None else _house(font.regular, font.bold or font.regular)


@lru_cache(maxsize=16)
def _house(regular: str, bold: str) -> Typeface:
    family = f"House {hashlib.sha256(f'{regular} {bold}'.encode()).hexdigest()[:12]}"
    content = font_content(regular, f"{_PATH}.regular")
    named = {
        400: renamed(content, family, 400, f"{_PATH}.regular"),
        600: renamed(font_content(bold, f"{_PATH}.bold"), family, 600, f"{_PATH}.bold"),
    }
    return Typeface(family, _own_name(content), contents=named)


def _own_name(content: bytes) -> str:
    """The family that a font says it is of (OpenType 1.9, name table, 16 and 1)."""
    from fontTools.ttLib import TTFont

    names = TTFont(io.BytesIO(content), lazy=True)["name"]
    return str(names.getDebugName(16) or names.getDebugName(1) or FAMILY)


def _try_out(content: bytes) -> None:
    """Raises whatever the shaper raises for a font that can be opened and not be drawn."""
    face = hb.Face(hb.Blob(content))
    if not 16 <= face.upem <= 16_384 or not face.glyph_count:
        raise ValueError("no size")
    buffer = hb.Buffer()
    buffer.add_str("Handgloves 0123456789")
    buffer.guess_segment_properties()
    hb.shape(hb.Font(face), buffer)
    if not sum(position.x_advance for position in buffer.glyph_positions):
        raise ValueError("no width")
    subset_of(face, face.unicodes)


def subset_of(face: hb.Face, letters: Iterable[int]) -> bytes:
    """A font with no more than some letters, by their code points, as woff2."""
    wanted = hb.SubsetInput()
    for letter in letters:
        wanted.unicode_set.add(letter)
    from fontTools.ttLib import TTFont

    font = TTFont(io.BytesIO(hb.subset(face, wanted).blob.data))
    font.flavor = "woff2"
    out = io.BytesIO()
    font.save(out)
    return out.getvalue()


def font_content(address: str, path: str) -> bytes:
    """The font file of a data address. Raises RecipeError."""
    found = _ADDRESS.match(address)
    if not found:
        raise RecipeError('this is not a font; give a TTF, OTF or WOFF as "data:font/ttf;base64,…"', path=path)
    try:
        content = base64.b64decode(found[1])
    except binascii.Error as error:
        raise RecipeError("the font is cut short; give it whole", path=path) from error
    return checked_font(content, path)


def checked_font(content: bytes, path: str = _PATH) -> bytes:
    """The content of a font file, if it is one. Raises RecipeError."""
    if len(content) > MOST_BYTES:
        raise RecipeError(f"the font has {len(content) / 1e6:.1f} MB; give one of at most {MOST_BYTES // 10**6} MB", path=path)
    usable = renamed(content, "House", 400, path)
    try:
        _try_out(usable)
    except Exception as error:  # the shaper raises whatever a broken table leads it to
        raise RecipeError(_NO_FONT, path=path) from error
    return content


def renamed(content: bytes, family: str, weight: int, path: str) -> bytes:
    """The font as TrueType or OpenType under another name and weight, by which renderers find it. Raises RecipeError."""
    from fontTools.ttLib import TTFont

    try:
        font = TTFont(io.BytesIO(content))
        if "glyf" not in font and "CFF " not in font:
            raise ValueError("no outlines")
        name = font["name"]
        name.names = []
        for number, text in ((1, family), (2, "Regular"), (4, f"{family} {weight}"), (6, f"{family.replace(' ', '')}-{weight}")):
            name.setName(text, number, 3, 1, 0x409)
        allowed = font["OS/2"].fsType
        font["OS/2"].usWeightClass = weight
        font["OS/2"].fsSelection = 0x40
        font["head"].macStyle = 0
        font.flavor = None
        out = io.BytesIO()
        font.save(out)
    except Exception as error:  # the reader of fonts raises whatever a broken table leads it to
        raise RecipeError(_NO_FONT, path=path) from error
    if allowed & 0xF == _RESTRICTED or allowed & (_NOT_IN_PARTS | _BITMAPS):
        raise RecipeError(
            "the maker of this font lets nobody put its letters into a file, as figures do; give one that may be embedded",
            path=path,
        )
    return out.getvalue()
