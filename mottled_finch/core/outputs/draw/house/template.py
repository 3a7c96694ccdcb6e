"""What is known of a template of the house: it is read once (``reading.py``), and kept without the pages that were in it."""

import json
from dataclasses import asdict, dataclass, field, is_dataclass
from types import NoneType, UnionType
from typing import Any, Literal, get_args, get_origin, get_type_hints

Kind = Literal["slides", "document"]
TEMPLATE_ENDINGS: dict[Kind, tuple[str, ...]] = {"slides": (".pptx", ".potx"), "document": (".docx", ".dotx")}
Box = tuple[float, float, float, float]
"""Left, top, width and height."""
Matrix = tuple[float, float, float, float, float, float]
"""As SVG has it: what takes a shape's own lengths to those of the slide."""
Align = Literal["start", "middle", "end"]
Upright = Literal["top", "middle", "bottom"]
READING = 2
"""Counted up with what is read of templates: those that were read before are read again from what is kept of them."""


@dataclass(frozen=True, kw_only=True)
class Look:
    """How a text looks: its size, what is left open around it (left, top, right, bottom), how high its lines are, of what they are
    usually, and what is left open ``above`` each of its paragraphs, of its size.
    """

    size: float
    ink: str
    bold: bool = False
    capitals: bool = False
    align: Align = "start"
    upright: Upright = "top"
    inset: Box = (7.2, 3.6, 7.2, 3.6)
    leading: float = 1.0
    above: float = 0.0


@dataclass(frozen=True, kw_only=True)
class Paint:
    """One color, or several, each from its place on, between 0 and 1, and as opaque as is said. ``angle`` is the way they run, in
    degrees clockwise from the left; None is from the middle outward.
    """

    stops: tuple[tuple[float, str, float], ...]
    angle: float | None = 0.0


@dataclass(frozen=True, kw_only=True)
class Line:
    """The line around an outline. ``dashes`` are their lengths and those between them, of its thickness."""

    paint: Paint
    thick: float
    dashes: tuple[float, ...] = ()


@dataclass(frozen=True, kw_only=True)
class Picture:
    """A picture within an outline: its name among those of the template, the share of it that is cut off at each side, and how
    opaque it is.
    """

    name: str
    cut: Box = (0.0, 0.0, 0.0, 0.0)
    opacity: float = 1.0


@dataclass(frozen=True, kw_only=True)
class Paragraph:
    """A paragraph of a text that a template has of its own; a U+FFFC in it stands for the number of the page."""

    text: str
    look: Look


@dataclass(frozen=True, kw_only=True)
class Shape:
    """Something that a template paints: an outline as the data of an SVG path in lengths of its own, from 0 to its ``size``, and
    paragraphs within it.
    """

    matrix: Matrix
    size: tuple[float, float]
    outline: str = ""
    fill: Paint | None = None
    line: Line | None = None
    picture: Picture | None = None
    words: tuple[Paragraph, ...] = ()
    breaks: bool = True


@dataclass(frozen=True, kw_only=True)
class Spot:
    """Where a layout has a text, how it looks there, and what lies under it. One that does not run from left to right has its place
    in a shape that is ``turned``.
    """

    box: Box
    look: Look
    back: Shape | None = None
    turned: Shape | None = None

    @property
    def inner(self) -> Box:
        """What is left for the text itself."""
        (left, top, width, height), inset = self.box, self.look.inset
        return left + inset[0], top + inset[1], max(1.0, width - inset[0] - inset[2]), max(1.0, height - inset[1] - inset[3])


@dataclass(frozen=True, kw_only=True)
class Layout:
    """A layout of slides. ``room`` is what figures are laid in, in points; on a ``busy`` one something lies under it. ``place`` and
    the others are the numbers of its placeholders, in their order: of the content, if the room is that of one, of the title, of
    words above and below. ``takes`` is the first as PresentationML, where a table or picture may stand in it. ``spots`` are where
    these, the number of the page and its foot stand. ``painted`` names what lies under all of it, from the lowest up, among the
    paintings of the template; ``unpainted`` are things of the layout that we cannot paint, by the names that they have there.
    ``others`` are as many places for words, pictures and further content as it has.
    """

    name: str
    room: Box
    ground: str
    ink: str
    busy: bool = False
    place: int | None = None
    takes: str = ""
    title: int | None = None
    above: int | None = None
    below: int | None = None
    others: int = 0
    spots: dict[str, Spot] = field(default_factory=dict)
    painted: tuple[str, ...] = ()
    unpainted: tuple[str, ...] = ()


@dataclass(frozen=True, kw_only=True)
class Told:
    """What a template says of itself: lengths in points, colors as "#rrggbb", the families of headings and of all else. ``usual``
    is the name of the layout that figures are laid in unless another is chosen, ``opening`` the one of title slides. ``pictures``
    are those of its ``paintings``, as data addresses.
    """

    kind: Kind
    width: float
    height: float
    accents: tuple[str, ...] = ()
    fonts: tuple[str, str] = ("", "")
    layouts: tuple[Layout, ...] = ()
    usual: str = ""
    opening: Layout | None = None
    paintings: dict[str, tuple[Shape, ...]] = field(default_factory=dict)
    pictures: dict[str, str] = field(default_factory=dict)
    reading: int = READING

    def layout(self, name: str | None) -> Layout | None:
        """The layout of a name, or the usual one; None where there is none of that name."""
        return next((each for each in self.layouts if each.name == (name or self.usual)), None)


@dataclass(frozen=True, kw_only=True)
class Template:
    """A template by the name that plates call it by, as a package without pages. ``given`` tells it from another that was given
    under the same name.
    """

    name: str
    told: Told
    content: bytes
    given: str = ""


def to_json(told: Told) -> dict[str, Any]:
    plain: dict[str, Any] = json.loads(json.dumps(asdict(told)))
    return plain


def from_json(plain: dict[str, Any]) -> Told | None:
    """The inverse of ``to_json``; None for one that was read when less was read of templates."""
    if plain.get("reading") != READING:
        return None
    told: Told = _made(Told, plain)
    return told


def _made(kind: Any, plain: Any) -> Any:
    """A value of a type from what JSON says, as we wrote it ourselves."""
    if plain is None:
        return None
    if isinstance(kind, type) and is_dataclass(kind):
        types = get_type_hints(kind)
        return kind(**{name: _made(types[name], value) for name, value in plain.items()})
    given = [each for each in get_args(kind) if each is not NoneType]
    if get_origin(kind) is UnionType:
        return _made(given[0], plain)
    if get_origin(kind) is tuple:
        each = given if len(given) == len(plain) and Ellipsis not in given else [given[0]] * len(plain)
        return tuple(map(_made, each, plain))
    return {name: _made(given[1], value) for name, value in plain.items()} if get_origin(kind) is dict else plain
