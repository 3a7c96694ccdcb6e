"""A plain deck of a size: the masters of the empty one scaled to it, in the ink, ground and font of the pages."""

import io
import re
from typing import Any

from ....figures.scene import Theme
from ...draw.making.slide_shapes import emu
from ..sheet import Sheet

_A = "{http://schemas.openxmlformats.org/drawingml/2006/main}"
_EMPTY = (720.0, 540.0)
"""Points of the empty deck that python-pptx brings."""


def plain_deck(sheet: Sheet, font: str) -> Any:
    """A deck without slides whose layouts are of the size of the sheet."""
    from pptx import Presentation
    from pptx.util import Pt

    deck = Presentation()
    across, down = sheet.width / _EMPTY[0], sheet.height / _EMPTY[1]
    deck.slide_width, deck.slide_height = Pt(sheet.width), Pt(sheet.height)
    master = deck.slide_masters[0]
    for slide in (master, *master.slide_layouts):
        for place in slide.element.iter(f"{_A}off", f"{_A}ext", f"{_A}chOff", f"{_A}chExt"):
            for name, scale in (("x", across), ("y", down), ("cx", across), ("cy", down)):
                if place.get(name) is not None:
                    place.set(name, str(round(int(place.get(name)) * scale)))
    _headed(master, sheet)
    _themed(master, sheet.theme, font)
    return deck


def _headed(master: Any, sheet: Sheet) -> None:
    """Headlines as the pages have them: at the left, bold, in their size."""
    title = next(each for each in master.placeholders if "title" in str(each.placeholder_format.type).lower())
    left, top, width, height = sheet.headline
    for name, length in (("left", left), ("top", top), ("width", width), ("height", height)):
        setattr(title, name, emu(length))
    for style in master.element.iter("{http://schemas.openxmlformats.org/presentationml/2006/main}titleStyle"):
        for level in style.findall(f"{_A}lvl1pPr"):
            level.set("algn", "l")
            look = level.find(f"{_A}defRPr")
            look.set("sz", str(round(sheet.headline_size * 100)))
            look.set("b", "1")


def _themed(master: Any, theme: Theme, font: str) -> None:
    """Ink, ground and font into the theme, so that what others add is in them, too."""
    part = next(each.target_part for each in master.part.rels.values() if each.reltype.endswith("/theme"))
    text = part.blob.decode()
    for name, color in (("dk1", theme.ink), ("lt1", theme.ground)):
        text = re.sub(
            rf"(<a:{name}>).*?(</a:{name}>)", rf'\g<1><a:srgbClr val="{color[1:7].upper()}"/>\g<2>', text, flags=re.DOTALL
        )
    if font:
        text = re.sub(r'(<a:latin typeface=")[^"]*(")', lambda found: found[1] + font.replace('"', "") + found[2], text)
    part._blob = text.encode()  # no public way to change a theme


def packed(deck: Any) -> bytes:
    """The deck as a file."""
    out = io.BytesIO()
    deck.save(out)
    return out.getvalue()
