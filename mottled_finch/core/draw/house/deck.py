"""A .pptx or .potx of the house: its layouts, each with the room that a figure has on it, and the deck without slides."""

import io
from collections.abc import Iterator, Sequence
from typing import Any

from .parts import TYPES, check_quiet, packed, refused
from .template import Box, Layout, Told
from .theme import HouseTheme, theme_in

_EMU = 12_700
"""Of a point."""
_P = "{http://schemas.openxmlformats.org/presentationml/2006/main}"
_R = "{http://schemas.openxmlformats.org/officeDocument/2006/relationships}"
_TITLES = ("title", "ctrTitle")
_FOOTERS = ("dt", "ftr", "sldNum", "hdr")
_WORDS = ("body", "subTitle")
_CONTENTS = ("obj", "tbl", "chart", "pic", "dgm", "media", "clipArt")
_TAKING = ("obj", "tbl")
"""Those that a table may stand in, and a picture in the first."""
_LEAST = (160.0, 110.0)
"""Points, across and down: on less no figure is laid."""
_GAP, _EDGE = 8.0, 0.05
"""Points below a title, and the share of the slide left open at its edges where nothing says more."""
_MOSTLY = 0.3
"""Of the slide: a text that takes more stands where content would."""
_BUSY = 0.02
"""Of the room: what lies under more of it makes words hard to read."""
_OF_OWN = 1.25
"""As how many times as large a room counts that is a place for content."""
_DROPPED = ("/thumbnail", "/custom-properties", "/commentAuthors", "/authors")
_MADE_FOR = ("sectionLst", "custShowLst", "modifyVerifier")
"""Parts of a presentation that name its slides, or close it."""


def deck_of(parts: dict[str, bytes]) -> tuple[Told, bytes]:
    """What a deck says of itself, and the deck without slides. Raises DrawError where no layout has room for a figure."""
    from pptx import Presentation

    parts[TYPES] = parts[TYPES].replace(b"presentationml.template.main+xml", b"presentationml.presentation.main+xml")
    try:
        deck = Presentation(io.BytesIO(packed(parts)))
        _emptied(deck)
        wide, high = deck.slide_width / _EMU, deck.slide_height / _EMU
        themes = [(master, _theme_of(master)) for master in deck.slide_masters]
        layouts = [
            found
            for master, theme in themes
            for layout in master.slide_layouts
            if (found := _layout(layout, master, theme, wide, high))
        ]
    except (KeyError, ValueError, AttributeError, TypeError, IndexError, SyntaxError) as error:
        raise refused("the deck is damaged, a part that belongs to it is not there; open and save it anew") from error
    if not layouts:
        raise refused("the deck has no layout with room for a figure; give one with a layout of a title and content")
    out = io.BytesIO()
    deck.save(out)
    check_quiet(out.getvalue())
    first = themes[0][1]
    told = Told(
        kind="slides",
        width=round(wide, 2),
        height=round(high, 2),
        accents=first.accents,
        fonts=first.fonts,
        layouts=tuple({each.name: each for each in reversed(layouts)}.values())[::-1],
        usual=max(layouts, key=_suits).name,
    )
    return told, out.getvalue()


def _emptied(deck: Any) -> None:
    """Take out the slides, what names them, and what tells of who made them."""
    for each in list(deck.slides._sldIdLst):
        deck.part.drop_rel(each.get(f"{_R}id"))
        deck.slides._sldIdLst.remove(each)
    for element in [each for each in deck.element.iter() if str(each.tag).rpartition("}")[2] in _MADE_FOR]:
        parent = element.getparent()
        holder = parent if parent is not None and parent.tag == f"{_P}ext" else element
        holder.getparent().remove(holder)
    for holder in (deck.part.package, deck.part):
        relations = holder._rels
        for name in [name for name, each in relations.items() if each.reltype.endswith(_DROPPED)]:
            relations.pop(name)


def _theme_of(master: Any) -> HouseTheme:
    from lxml import etree

    return theme_in(etree.fromstring(next(each for each in _related(master, "/theme"))))


def _related(slide: Any, ending: str) -> Iterator[bytes]:
    for relation in slide.part.rels.values():
        if relation.reltype.endswith(ending):
            yield relation.target_part.blob


def _layout(layout: Any, master: Any, theme: HouseTheme, wide: float, high: float) -> Layout | None:
    """The layout with the room that it leaves a figure; None where that is too small."""
    if layout._element.get("type") == "title" or any(_is_upright(each) for each in layout.placeholders):
        return None
    cloned = [each._element for each in layout.iter_cloneable_placeholders()]
    places = [_Place(each, cloned) for each in layout.placeholders if each.width is not None]
    title = next((each for each in places if each.kind in _TITLES), None)
    contents = [each for each in places if each.kind in _CONTENTS]
    words = [each for each in places if each.kind in _WORDS]
    place = max(contents, key=lambda each: each.area, default=None)
    text = max((each for each in words if each.kind == "body"), key=lambda each: each.area, default=None)
    if place is None and text and text.area > _MOSTLY * wide * high:
        place = text
        words.remove(place)
    elif place is None and any(each.kind == "subTitle" for each in words):
        return None  # a title slide by another name
    room = _within(place.box, wide, high) if place else _between(title, places, wide, high)
    if room[2] < _LEAST[0] or room[3] < _LEAST[1]:
        return None
    mapped = dict(master._element.find(f"{_P}clrMap").attrib)
    ground = _ground(layout, master, theme, mapped)
    above = [each for each in words if each.box[1] + each.box[3] <= room[1] + _GAP and each.box[0] < room[0] + room[2]]
    below = [each for each in words if each not in above]
    return Layout(
        name=layout.name,
        room=room,
        ground=ground,
        ink=theme.ink_on(ground, mapped),
        busy=_is_busy(layout, master, room),
        place=place.number if place else None,
        takes=place.takes if place else "",
        title=title.number if title else None,
        title_box=title.box if title else None,
        above=above[-1].number if above else None,
        below=max(below, key=lambda each: each.box[1]).number if below else None,
    )


class _Place:
    """A placeholder: its number among those that slides of the layout begin with, and its lengths in points."""

    def __init__(self, shape: Any, cloned: Sequence[Any]) -> None:
        self.number = cloned.index(shape._element) if shape._element in cloned else None
        self.kind: str = shape._element.ph.get("type", "obj")
        named = "".join(f' {name}="{shape._element.ph.get(name)}"' for name in ("type", "idx") if shape._element.ph.get(name))
        self.takes = f"<p:ph{named}/>" if self.kind in _TAKING else ""
        left, top, width, height = (round(each / _EMU, 2) for each in (shape.left, shape.top, shape.width, shape.height))
        self.box = left, top, width, height
        self.area = self.box[2] * self.box[3]


def _is_upright(shape: Any) -> bool:
    return bool(shape._element.ph.get("orient") == "vert")


def _within(box: Box, wide: float, high: float) -> Box:
    """What of a box lies on the slide."""
    left, top = max(box[0], 0.0), max(box[1], 0.0)
    return left, top, round(min(box[2], wide - left), 2), round(min(box[3], high * (1 - _EDGE / 2) - top), 2)


def _between(title: _Place | None, others: list[_Place], wide: float, high: float) -> Box:
    """The room below a title, and above what stands at the foot."""
    left = title.box[0] if title else wide * _EDGE
    top = title.box[1] + title.box[3] + _GAP if title else high * _EDGE
    feet = [each.box[1] for each in others if each.kind in _FOOTERS and each.box[1] > high / 2]
    across = title.box[2] if title and title.box[2] > wide / 2 else wide - left - wide * _EDGE
    return round(left, 2), round(top, 2), round(across, 2), round(min([high * (1 - _EDGE), *feet]) - _GAP - top, 2)


def _ground(layout: Any, master: Any, theme: HouseTheme, mapped: dict[str, str]) -> str:
    """The plain color of the ground; of a picture or a run of colors, that of the theme."""
    for slide in (layout, master):
        ground = slide._element.find(f"{_P}cSld/{_P}bg")
        if ground is not None:
            plain = ground.find(f"{_P}bgRef") is not None or any(str(each.tag).endswith("}solidFill") for each in ground.iter())
            found = theme.color_in(ground, mapped) if plain else None
            return found or theme.named("bg1", mapped) or "#ffffff"
    return theme.named("bg1", mapped) or "#ffffff"


def _is_busy(layout: Any, master: Any, room: Box) -> bool:
    """Whether the ground is no plain color, or something of the master or the layout lies under the room."""
    if any(str(each.tag).endswith(("}blipFill", "}gradFill")) for slide in (layout, master) for each in _painted(slide)):
        return True
    shapes = [*layout.shapes, *(master.shapes if layout._element.get("showMasterSp") != "0" else ())]
    boxes = [
        [each / _EMU for each in (shape.left, shape.top, shape.width, shape.height)]
        for shape in shapes
        if not shape.is_placeholder and shape.width is not None
    ]
    return any(_common(box, room) > _BUSY * room[2] * room[3] for box in boxes)


def _painted(slide: Any) -> Iterator[Any]:
    ground = slide._element.find(f"{_P}cSld/{_P}bg")
    return iter(()) if ground is None else ground.iter()


def _common(one: Sequence[float], other: Sequence[float]) -> float:
    """The area that two boxes share."""
    across = min(one[0] + one[2], other[0] + other[2]) - max(one[0], other[0])
    down = min(one[1] + one[3], other[1] + other[3]) - max(one[1], other[1])
    return max(0.0, across) * max(0.0, down)


def _suits(layout: Layout) -> tuple[bool, float]:
    """How well a layout suits a single figure: with a title, as large as can be, if possible in a place of its own."""
    return layout.title is not None, layout.room[2] * layout.room[3] * (1.0 if layout.place is None else _OF_OWN)
