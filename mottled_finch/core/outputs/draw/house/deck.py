"""A .pptx or .potx of the house: its layouts, each with the room that a figure has on it, and the deck without slides."""

import io
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from functools import cache
from typing import Any

from .looks import P, base_of, bases_of, holding, kind_of, look_of, placeholders_of
from .painted import WRONG, Painter, Pictures, box_of, inks_of
from .paints import EMU, A, Inks
from .parts import TYPES, check_quiet, packed, refused
from .template import Box, Layout, Shape, Spot, Told
from .theme import HouseTheme, theme_in

_R = "{http://schemas.openxmlformats.org/officeDocument/2006/relationships}"
_TITLES = ("title", "ctrTitle")
_FOOTERS = ("dt", "ftr", "sldNum", "hdr")
_NOT_CLONED = ("dt", "ftr", "sldNum")
"""Types of placeholders that slides are not given by themselves."""
_FOOT = {"foot": "ftr", "number": "sldNum"}
"""What stands at the foot of our pages, and the placeholders for it."""
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
_DAMAGED = "the deck is damaged, a part that belongs to it is not there; open and save it anew"
_NAMED_MOST, _NAME_MOST = 12, 60
"""Things that are not painted, and letters of their names, that are told."""
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
        wide, high = deck.slide_width / EMU, deck.slide_height / EMU
        house = _House((wide, high))
        layouts = [found for master in deck.slide_masters for found in house.layouts(master)]
    except _wrong() as error:
        raise refused(_DAMAGED) from error
    if not layouts and house.damaged:
        raise refused(_DAMAGED)
    if not layouts:
        raise refused("the deck has no layout with room for a figure; give one with a layout of a title and content")
    out = io.BytesIO()
    deck.save(out)
    check_quiet(out.getvalue())
    first = house.themes[0]
    told = Told(
        kind="slides",
        width=round(wide, 2),
        height=round(high, 2),
        accents=first.accents,
        fonts=first.fonts,
        layouts=tuple({each.name: each for each in reversed(layouts)}.values())[::-1],
        usual=max(layouts, key=_suits).name,
        opening=house.opening,
        paintings=house.paintings,
        pictures=house.pictures.kept,
    )
    return told, out.getvalue()


def _emptied(deck: Any) -> None:
    """Take out the slides, what names them, and what tells of who made them."""
    for each in list(deck.slides._sldIdLst):
        deck.part.drop_rel(each.get(f"{_R}id"))
        deck.slides._sldIdLst.remove(each)
    for element in [each for each in deck.element.iter() if str(each.tag).rpartition("}")[2] in _MADE_FOR]:
        parent = element.getparent()
        holder = parent if parent is not None and parent.tag == f"{P}ext" else element
        holder.getparent().remove(holder)
    for holder in (deck.part.package, deck.part):
        relations = holder._rels
        for name in [name for name, each in relations.items() if each.reltype.endswith(_DROPPED)]:
            relations.pop(name)


def _theme_of(master: Any) -> Any:
    """The part that the theme of a master is in."""
    return next(each.target_part for each in master.part.rels.values() if each.reltype.endswith("/theme"))


@dataclass
class _House:
    """What is gathered of a deck while its layouts are read."""

    size: tuple[float, float]
    themes: list[HouseTheme] = field(default_factory=list)
    opening: Layout | None = None
    paintings: dict[str, tuple[Shape, ...]] = field(default_factory=dict)
    pictures: Pictures = field(default_factory=Pictures)
    damaged: list[str] = field(default_factory=list)

    def layouts(self, master: Any) -> Iterator[Layout]:
        """The layouts of a master that have room for a figure."""
        from lxml import etree

        part = _theme_of(master)
        theme = theme_in(etree.fromstring(part.blob))
        self.themes.append(theme)
        whole = Inks(theme, dict(master._element.find(f"{P}clrMap").attrib))
        bases = bases_of(master)
        below = Painter(slide=master, master=master, theme=part, bases=bases, inks=whole, pictures=self.pictures, size=self.size)
        number = len(self.themes)
        self.paintings |= zip(_names(f"{number}"), (below.ground() or (), below.shapes()), strict=True)
        for place, layout in enumerate(master.slide_layouts):
            try:
                found = self._read(layout, below, f"{number}.{place}")
            except _wrong():  # one that is not as it should be does not take the others with it
                self.damaged.append(layout.name)
                continue
            if found is not None and layout._element.get("type") == "title":
                self.opening = self.opening or found
            elif found is not None:
                yield found

    def _read(self, layout: Any, below: Painter, number: str) -> Layout | None:
        """A layout of the master that ``below`` reads, with all that it paints; None where it has no room for a figure."""
        inks = inks_of(layout, below.inks)
        painter = replace(below, slide=layout, inks=inks, missed=[])
        found = self._opening(painter) if layout._element.get("type") == "title" else _layout(painter)
        if found is None:
            return None
        of_master = layout._element.get("showMasterSp") != "0"
        names = _names(number)
        own, shapes = painter.ground(), painter.shapes()
        self.paintings |= {name: each for name, each in zip(names, (own, shapes), strict=True) if each}
        grounds, masters = _names(number.partition(".")[0])
        painted = (grounds if own is None else names[0], *((masters,) if of_master else ()), names[1])
        over = [shape for name in painted[1:] for shape in self.paintings.get(name, ())]
        missed = [*(below.missed if of_master else ()), *painter.missed]
        boxes = [*map(box_of, over), *(each.box for each in missed if each.box)]
        return replace(
            found,
            busy=_is_busy(self.paintings.get(painted[0], ()), boxes, found.room),
            painted=tuple(name for name in painted if self.paintings.get(name)),
            unpainted=tuple(dict.fromkeys(each.name[:_NAME_MOST] for each in missed))[:_NAMED_MOST],
        )

    def _opening(self, painter: Painter) -> Layout | None:
        """The layout of title slides, whose room is that of its words."""
        if self.opening is not None:
            return None
        places = _places(painter)
        words = next((each for each in places if each.kind in _WORDS), None)
        title = next((each for each in places if each.kind in _TITLES), None)
        room = words.box if words else (0.0, 0.0, *self.size)
        return _laid(painter, places, room, title=title, above=words)


@cache
def _wrong() -> tuple[type[Exception], ...]:
    """What goes wrong in a package that is not as it should be."""
    from pptx.exc import PythonPptxError

    return *WRONG, PythonPptxError


def _names(number: str) -> tuple[str, str]:
    """Of the ground and of the shapes of a master by its number, or of one of its layouts."""
    return f"ground {number}", f"shapes {number}"


def _laid(painter: Painter, places: "Sequence[_Place]", room: Box, **named: "_Place | None") -> Layout:
    """A layout with a room, and where its texts stand."""
    ground = _ground(painter)
    spots = {name: place.spot for name, place in named.items() if place}
    spots |= {name: place.spot for name, kind in _FOOT.items() if (place := next((p for p in places if p.kind == kind), None))}
    return Layout(
        name=painter.slide.name, room=room, ground=ground, ink=painter.inks.theme.ink_on(ground, painter.inks.mapped), spots=spots
    )


def _layout(painter: Painter) -> Layout | None:
    """The layout with the room that it leaves a figure; None where that is too small."""
    wide, high = painter.size
    if any(holding(each).get("orient") == "vert" for each in placeholders_of(painter.slide)):
        return None
    places = _places(painter)
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
    above = [each for each in words if each.box[1] + each.box[3] <= room[1] + _GAP and each.box[0] < room[0] + room[2]]
    below = [each for each in words if each not in above]
    over = above[-1] if above else None
    return replace(
        _laid(painter, places, room, title=title, place=place, above=over),
        place=place.number if place else None,
        takes=place.takes if place else "",
        title=title.number if title else None,
        above=over.number if over else None,
        below=max(below, key=lambda each: each.box[1]).number if below else None,
        others=len(words) + len(contents) - (place in contents) + (place is not None and place.kind == "pic"),
    )


def _places(painter: Painter) -> "list[_Place]":
    """The placeholders of a layout that have a place, each with its number among those that slides of it begin with."""
    elements = placeholders_of(painter.slide)
    cloned = [each for each in elements if kind_of(each) not in _NOT_CLONED]
    numbered = ((each, cloned.index(each) if each in cloned else None) for each in elements)
    return [_Place(each, box, number, painter) for each, number in numbered if (box := painter.box_of(each))]


class _Place:
    """A placeholder: its number, its type and its lengths in points."""

    def __init__(self, element: Any, box: Box, number: int | None, painter: Painter) -> None:
        self.number = number
        self.kind = kind_of(element)
        named = "".join(f' {name}="{value}"' for name in ("type", "idx") if (value := holding(element).get(name)))
        self.takes = f"<p:ph{named}/>" if self.kind in _TAKING else ""
        left, top, width, height = (round(each, 2) for each in box)
        self.box = left, top, width, height
        self.area = width * height
        look = look_of(element, base_of(element, painter.bases), painter.master, painter.inks)
        self.spot = Spot(box=self.box, look=look, back=painter.back_of(element), turned=painter.turned(element))


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


def _ground(painter: Painter) -> str:
    """The plain color of the ground; of a picture or a run of colors, that of the theme."""
    usual = painter.inks.theme.named("bg1", painter.inks.mapped) or "#ffffff"
    for slide in (painter.slide, painter.master):
        ground = slide._element.find(f"{P}cSld/{P}bg")
        if ground is not None:
            plain = ground.find(f"{P}bgRef")
            holder = plain if plain is not None else ground.find(f"{P}bgPr/{A}solidFill")
            found = painter.inks.color_in(holder)
            return found[0] if found else usual
    return usual


def _is_busy(ground: Iterable[Shape], boxes: Iterable[Box], room: Box) -> bool:
    """Whether the ground is no plain color, or something lies under the room."""
    if any(each.picture or (each.fill and len(each.fill.stops) > 1) for each in ground):
        return True
    return any(_common(box, room) > _BUSY * room[2] * room[3] for box in boxes)


def _common(one: Sequence[float], other: Sequence[float]) -> float:
    """The area that two boxes share."""
    across = min(one[0] + one[2], other[0] + other[2]) - max(one[0], other[0])
    down = min(one[1] + one[3], other[1] + other[3]) - max(one[1], other[1])
    return max(0.0, across) * max(0.0, down)


def _suits(layout: Layout) -> tuple[bool, int, bool, float]:
    """How well a layout suits a single figure: with a title, with no other texts than that and a place for content, or none, and
    then as large as can be.
    """
    return layout.title is not None, -layout.others, layout.place is not None, layout.room[2] * layout.room[3]
