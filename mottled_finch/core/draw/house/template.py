"""What is known of a template of the house: it is read once (``reading.py``), and kept without the pages that were in it."""

import json
from dataclasses import asdict, dataclass
from typing import Any, Literal

Kind = Literal["slides", "document"]
TEMPLATE_ENDINGS: dict[Kind, tuple[str, ...]] = {"slides": (".pptx", ".potx"), "document": (".docx", ".dotx")}
Box = tuple[float, float, float, float]
"""Left, top, width and height."""


@dataclass(frozen=True, kw_only=True)
class Layout:
    """A layout of slides. ``room`` is what figures are laid in, in points; on a ``busy`` one something lies under it. ``place`` and
    the others are the numbers of its placeholders, in their order: of the content, if the room is that of one, of the title, which
    stands in ``title_box``, of words above and below. ``takes`` is the first as PresentationML, where a table or picture may stand
    in it.
    """

    name: str
    room: Box
    ground: str
    ink: str
    busy: bool = False
    place: int | None = None
    takes: str = ""
    title: int | None = None
    title_box: Box | None = None
    above: int | None = None
    below: int | None = None


@dataclass(frozen=True, kw_only=True)
class Told:
    """What a template says of itself: lengths in points, colors as "#rrggbb", the families of headings and of all else. ``usual``
    is the name of the layout that figures are laid in unless another is chosen.
    """

    kind: Kind
    width: float
    height: float
    accents: tuple[str, ...] = ()
    fonts: tuple[str, str] = ("", "")
    layouts: tuple[Layout, ...] = ()
    usual: str = ""

    def layout(self, name: str | None) -> Layout | None:
        """The layout of a name, or the usual one; None where there is none of that name."""
        return next((each for each in self.layouts if each.name == (name or self.usual)), None)


@dataclass(frozen=True, kw_only=True)
class Template:
    """A template by the name that plates call it by, as a package without pages."""

    name: str
    told: Told
    content: bytes


def to_json(told: Told) -> dict[str, Any]:
    plain: dict[str, Any] = json.loads(json.dumps(asdict(told)))
    return plain


def from_json(plain: dict[str, Any]) -> Told:
    def layout(each: dict[str, Any]) -> Layout:
        title = each.get("title_box")  # those that were given before it was told have none
        return Layout(**{**each, "room": tuple(each["room"]), "title_box": tuple(title) if title else None})

    layouts = tuple(map(layout, plain["layouts"]))
    return Told(**{**plain, "accents": tuple(plain["accents"]), "fonts": tuple(plain["fonts"]), "layouts": layouts})
