"""What masters and layouts of a template paint by themselves, read as shapes: outlines, pictures, words, from the lowest up."""

import base64
import hashlib
import io
import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any

from ....figures.scene.underlay import NOT_READABLE
from .looks import P, base_of, holding, words_of
from .outlines import outline_of
from .paints import EMU, A, Inks, fill_in, local, share
from .template import Box, Matrix, Paint, Paragraph, Picture, Shape

_R = "{http://schemas.openxmlformats.org/officeDocument/2006/relationships}"
_SAME: Matrix = (1.0, 0.0, 0.0, 1.0, 0.0, 0.0)
_MOST_SHAPES, _DEEPEST = 600, 12
_MOST_SIDE, _MOST_PIXELS, _MOST_BYTES = 1_920, 60_000_000, 6_000_000
"""Of a picture as it is kept, of one as it is given, and of all that are kept."""
_SIDES = ("l", "t", "r", "b")
_FORMATS = ("PNG", "JPEG", "GIF", "BMP", "TIFF", "WEBP")
WRONG = (KeyError, ValueError, AttributeError, TypeError, IndexError, ArithmeticError, OSError, SyntaxError)
"""What goes wrong while something is read that is not as it should be."""


class Unpainted(Exception):
    """A shape of a kind that we do not paint."""


@dataclass(frozen=True)
class Missed:
    """What was not painted, by its name, and where it is, if it says so."""

    name: str
    box: Box | None = None


@dataclass
class Pictures:
    """Pictures by name, as data addresses, each made as small as screens need it."""

    kept: dict[str, str] = field(default_factory=dict)
    _refused: set[str] = field(default_factory=set)

    def name_of(self, content: bytes, inks: tuple[str, str] | None = None) -> str:
        """Keep a picture, in ``inks`` of its darkest and lightest where there are; the name it is kept by. Raises Unpainted for
        what is none that browsers show, or one too many.
        """
        name = hashlib.sha256(content + "".join(inks or ()).encode()).hexdigest()[:16]
        if name in self._refused:
            raise Unpainted
        if name not in self.kept:
            address = _reduced(content, inks)
            if address is None or sum(map(len, self.kept.values())) + len(address) > _MOST_BYTES:
                self._refused.add(name)
                raise Unpainted
            self.kept[name] = address
        return name


@dataclass(frozen=True, kw_only=True)
class Painter:
    """Reads what a layout or master paints; ``theme`` is the part of the package that the master's is in."""

    slide: Any
    master: Any
    theme: Any
    bases: Mapping[str, Any]
    inks: Inks
    pictures: Pictures
    size: tuple[float, float]
    missed: list[Missed] = field(default_factory=list)

    def ground(self) -> tuple[Shape, ...] | None:
        """Its ground; None where it has none of its own."""
        found = self.slide._element.find(f"{P}cSld/{P}bg")
        if found is None:
            return None
        try:
            reference = found.find(f"{P}bgRef")
            if reference is not None:
                referred = self.inks.referred(reference)
                if referred is None:
                    return ()
                fill, inks = referred
            else:
                fill, inks = fill_in(found.find(f"{P}bgPr")), self.inks
            whole = Shape(matrix=_SAME, size=self.size, outline="M0 0 H{:.2f} V{:.2f} H0 Z".format(*self.size))
            return (self._filled(whole, fill, inks, None),) if fill is not None else ()
        except (*WRONG, Unpainted):
            self.missed.append(Missed("the ground", (0.0, 0.0, *self.size)))
            return ()

    def shapes(self) -> tuple[Shape, ...]:
        """Its shapes that are no placeholders."""
        tree = self.slide._element.find(f"{P}cSld/{P}spTree")
        found: list[Shape] = []
        for shape in self._within(tree, _Frame(), None, 0):
            found.append(shape)
            if len(found) >= _MOST_SHAPES:
                self.missed.append(Missed("more shapes"))
                break
        return tuple(found)

    def place_of(self, element: Any) -> Any:
        """The place of a placeholder: its own, or that of the master's; None where it has none."""
        both = element, base_of(element, self.bases)
        found = (each.find(f"{P}spPr/{A}xfrm") for each in both if each is not None)
        return next((each for each in found if each is not None), None)

    def box_of(self, element: Any) -> Box | None:
        """The box of a placeholder; None where it has none."""
        place = self.place_of(element)
        return None if place is None else _Frame().box(place)

    def turned(self, element: Any) -> Shape | None:
        """The place of a placeholder's text, if that does not run from left to right."""
        bodies = [each.find(f"{P}txBody/{A}bodyPr") for each in (element, base_of(element, self.bases)) if each is not None]
        way = next((each.get("vert") for each in bodies if each is not None and each.get("vert")), "horz")
        box, matrix = _Frame().placed(self.place_of(element), mirrored=False)
        matrix, size = _running(way, matrix, box[2:])
        return Shape(matrix=matrix, size=size) if matrix[:4] != _SAME[:4] else None

    def back_of(self, element: Any) -> Shape | None:
        """What a placeholder paints under its text: by its own properties, or by those of the master's, where it has none."""
        for each in (element, base_of(element, self.bases)):
            properties = each.find(f"{P}spPr") if each is not None else None
            if properties is not None and (fill_in(properties) is not None or properties.find(f"{A}ln") is not None):
                try:
                    box, matrix = _Frame().placed(self.place_of(element))
                    shape = Shape(matrix=matrix, size=box[2:], outline=outline_of(properties, *box[2:]) or "")
                    return _if_seen(self._outlined(shape, properties, each.find(f"{P}style"), None))
                except (*WRONG, Unpainted):
                    return None
        return None

    def _within(self, tree: Any, frame: "_Frame", of_group: Paint | None, depth: int) -> Iterator[Shape]:
        for element in _alternatives(tree):
            about = next(element.iter("{*}cNvPr"), None)
            if about is None or about.get("hidden") in ("1", "true") or holding(element) is not None:
                continue
            try:
                yield from self._shape(element, frame, of_group, depth)
            except (*WRONG, Unpainted):
                self.missed.append(Missed(about.get("name") or "a shape", frame.box_in(element)))

    def _shape(self, element: Any, frame: "_Frame", of_group: Paint | None, depth: int) -> Iterator[Shape]:
        kind = local(element)
        if kind == "grpSp":
            if depth >= _DEEPEST:
                raise Unpainted
            properties = element.find(f"{P}grpSpPr")
            fill = fill_in(properties)
            own = of_group if fill is None or local(fill) == "grpFill" else self.inks.paint(fill)
            yield from self._within(element, frame.inner(properties.find(f"{A}xfrm")), own, depth + 1)
            return
        properties = element.find(f"{P}spPr")
        place = properties.find(f"{A}xfrm") if properties is not None else None
        if kind not in ("sp", "pic", "cxnSp") or place is None:
            raise Unpainted
        box, matrix = frame.placed(place)
        outline = outline_of(properties, *box[2:])
        shape = Shape(matrix=matrix, size=box[2:], outline=outline or "")
        if kind == "pic":
            shape = self._filled(shape, element.find(f"{P}blipFill"), self.inks, of_group)
            shape = replace(shape, line=self.inks.line(properties, element.find(f"{P}style")))
        else:
            shape = self._outlined(shape, properties, element.find(f"{P}style"), of_group)
        seen = _if_seen(shape)
        if seen is not None and outline is None:
            raise Unpainted
        if seen is not None:
            yield seen
        words = tuple(Paragraph(text=text, look=look) for text, look in words_of(element, self.master, self.inks))
        if any(paragraph.text.strip() for paragraph in words):
            yield self._worded(words, element, box, frame.placed(place, mirrored=False)[1])

    def _worded(self, words: tuple[Paragraph, ...], element: Any, box: Box, matrix: Matrix) -> Shape:
        frame = element.find(f"{P}txBody/{A}bodyPr")
        breaks = frame is None or frame.get("wrap", "square") != "none"
        matrix, size = _running(frame.get("vert", "horz") if frame is not None else "horz", matrix, box[2:])
        return Shape(matrix=matrix, size=size, words=words, breaks=breaks)

    def _outlined(self, shape: Shape, properties: Any, style: Any, of_group: Paint | None) -> Shape:
        fill, inks = fill_in(properties), self.inks
        styled = self.inks.styled(style, "fillRef") if fill is None else None
        if styled is not None:
            fill, inks = styled
        shape = self._filled(shape, fill, inks, of_group) if fill is not None else shape
        return replace(shape, line=self.inks.line(properties, style))

    def _filled(self, shape: Shape, fill: Any, inks: Inks, of_group: Paint | None) -> Shape:
        kind = local(fill)
        if kind == "blipFill":
            return replace(shape, picture=self._picture(fill, inks))
        return replace(shape, fill=of_group if kind == "grpFill" else inks.paint(fill))

    def _picture(self, fill: Any, inks: Inks) -> Picture:
        part = self.slide.part if inks is self.inks else self.theme  # those of its styles are parts of the theme
        blip = fill.find(f"{A}blip")
        if fill.find(f"{A}tile") is not None:
            raise Unpainted
        content = part.related_part(blip.get(f"{_R}embed")).blob
        faded = blip.find(f"{A}alphaModFix")
        opacity = share(faded, "amt", 1.0) if faded is not None else 1.0
        cut = _sides(fill.find(f"{A}srcRect"))
        within = _sides(fill.find(f"{A}stretch/{A}fillRect"))
        ends = [_outside(cut[i], cut[i + 2], within[i], within[i + 2]) for i in (0, 1)]
        around = (ends[0][0], ends[1][0], ends[0][1], ends[1][1])
        return Picture(name=self.pictures.name_of(content, _two_inks(blip, inks)), cut=around, opacity=opacity)


def _two_inks(blip: Any, inks: Inks) -> tuple[str, str] | None:
    """What a picture is told to be printed in, if it is not to be in its own colors."""
    if blip.find(f"{A}grayscl") is not None:
        return "#000000", "#ffffff"
    two = blip.find(f"{A}duotone")
    found = [color[0] for each in two if (color := inks.color(each))] if two is not None else []
    return (found[0], found[1]) if len(found) > 1 else None


def _running(way: str, matrix: Matrix, size: tuple[float, float]) -> tuple[Matrix, tuple[float, float]]:
    """The matrix and size of a text that runs down or up within a shape."""
    width, height = size
    if way in ("vert", "eaVert"):
        return times(matrix, (0, 1, -1, 0, width, 0)), (height, width)
    if way == "vert270":
        return times(matrix, (0, -1, 1, 0, 0, height)), (height, width)
    return matrix, size


def _if_seen(shape: Shape) -> Shape | None:
    return shape if shape.fill or shape.line or shape.picture else None


def _sides(element: Any) -> tuple[float, ...]:
    return tuple(share(element, side, 0.0) if element is not None else 0.0 for side in _SIDES)


def _outside(cut: float, cut_after: float, open_: float, open_after: float) -> tuple[float, float]:
    """The shares of a picture that lie outside of its shape at two sides: what is cut off, less what is left open."""
    whole = (1 - open_ - open_after) / (1 - cut - cut_after)
    before = cut - open_ / whole
    return round(before, 5), round(1 - before - 1 / whole, 5)


def _alternatives(tree: Any) -> Iterator[Any]:
    """The elements of a tree, of alternatives those that every reader knows."""
    for element in tree.iterfind("*"):
        if local(element) == "AlternateContent":
            for kind in ("Fallback", "Choice"):
                found = element.find(f"{{*}}{kind}")
                if found is not None and len(found):
                    yield from found.iterfind("*")
                    break
        elif local(element) not in ("nvGrpSpPr", "grpSpPr", "extLst"):
            yield element


@dataclass(frozen=True)
class _Frame:
    """What places within a group are turned into: what is turned with it, and how lengths of it become points of the slide."""

    matrix: Matrix = _SAME
    scale: tuple[float, float] = (1 / EMU, 1 / EMU)
    start: tuple[float, float] = (0.0, 0.0)

    def box(self, place: Any) -> Box:
        off, size = place.find(f"{A}off"), place.find(f"{A}ext")
        left, top = (int(off.get(name)) * scale + start for name, scale, start in zip("xy", self.scale, self.start, strict=True))
        width, height = (abs(int(size.get(name)) * scale) for name, scale in zip(("cx", "cy"), self.scale, strict=True))
        return round(left, 3), round(top, 3), round(width, 3), round(height, 3)

    def box_in(self, element: Any) -> Box | None:
        """The box that an element says somewhere, if it says one."""
        try:
            return self.box(next(element.iter("{*}xfrm")))
        except (*WRONG, StopIteration):
            return None

    def placed(self, place: Any, *, mirrored: bool = True) -> tuple[Box, Matrix]:
        """The box of a place, and the matrix from its own lengths; text is never ``mirrored``, only turned over."""
        box = self.box(place)
        left, top, width, height = box
        across, down = (place.get(name) in ("1", "true") for name in ("flipH", "flipV"))
        turn = int(place.get("rot", 0)) / 60_000 + (180 if down and not mirrored else 0)
        own = turned(turn, (left + width / 2, top + height / 2), (width / 2, height / 2), (across and mirrored, down and mirrored))
        return box, times(self.matrix, own)

    def inner(self, place: Any) -> "_Frame":
        """The frame of what a group holds."""
        if place is None or place.find(f"{A}chOff") is None:
            return self
        left, top, width, height = self.box(place)
        off, size = place.find(f"{A}chOff"), place.find(f"{A}chExt")
        across = width / int(size.get("cx")) if int(size.get("cx")) else self.scale[0]
        down = height / int(size.get("cy")) if int(size.get("cy")) else self.scale[1]
        middle = left + width / 2, top + height / 2
        mirrored = place.get("flipH") in ("1", "true"), place.get("flipV") in ("1", "true")
        own = turned(int(place.get("rot", 0)) / 60_000, middle, middle, mirrored)
        start = left - int(off.get("x")) * across, top - int(off.get("y")) * down
        return _Frame(times(self.matrix, own), (across, down), start)


def box_of(shape: Shape) -> Box:
    """What a shape takes of the slide."""
    a, b, c, d, e, f = shape.matrix
    width, height = shape.size
    across = [e + a * x + c * y for x in (0, width) for y in (0, height)]
    down = [f + b * x + d * y for x in (0, width) for y in (0, height)]
    return min(across), min(down), max(across) - min(across), max(down) - min(down)


def turned(degrees: float, to: tuple[float, float], about: tuple[float, float], mirrored: tuple[bool, bool]) -> Matrix:
    """The matrix that turns about a point, clockwise, and mirrors, and takes that point elsewhere."""
    cos, sin = math.cos(math.radians(degrees)), math.sin(math.radians(degrees))
    across, down = (-1 if each else 1 for each in mirrored)
    a, b, c, d = cos * across, sin * across, -sin * down, cos * down
    made = a, b, c, d, to[0] - a * about[0] - c * about[1], to[1] - b * about[0] - d * about[1]
    return _rounded(made)


def times(one: Matrix, other: Matrix) -> Matrix:
    """Both, the other first."""
    a, b, c, d, e, f = one
    g, h, i, j, k, m = other
    return _rounded((a * g + c * h, b * g + d * h, a * i + c * j, b * i + d * j, a * k + c * m + e, b * k + d * m + f))


def _rounded(matrix: Sequence[float]) -> Matrix:
    a, b, c, d, e, f = (round(each, 5) + 0.0 for each in matrix)
    return a, b, c, d, e, f


def _reduced(content: bytes, inks: tuple[str, str] | None) -> str | None:
    """A picture as a data address, no larger than screens show it; None of what is none."""
    from PIL import Image, ImageOps

    try:
        with Image.open(io.BytesIO(content), formats=_FORMATS) as image:
            form = image.format
            if image.width * image.height > _MOST_PIXELS:
                return None
            image.thumbnail((_MOST_SIDE, _MOST_SIDE))
            clear = "A" in image.getbands() or "transparency" in image.info
            made = image.convert("RGBA" if clear else "RGB")
    except (*NOT_READABLE, Image.DecompressionBombError):
        return None
    if inks:
        toned = ImageOps.colorize(made.convert("L"), *inks)
        if clear:
            toned.putalpha(made.getchannel("A"))
        made = toned
    lossy = not clear and (form == "JPEG" or made.width * made.height > _MOST_SIDE * 100)
    out = io.BytesIO()
    made.save(out, "JPEG", quality=88) if lossy else made.save(out, "PNG")
    return f"data:image/{'jpeg' if lossy else 'png'};base64,{base64.b64encode(out.getvalue()).decode()}"


def inks_of(slide: Any, inks: Inks) -> Inks:
    """The colors of a layout: those of its master, unless it maps them anew."""
    own = slide._element.find(f"{P}clrMapOvr/{A}overrideClrMapping")
    mapped: Mapping[str, str] = inks.mapped if own is None else dict(own.attrib)
    return replace(inks, mapped=mapped)
