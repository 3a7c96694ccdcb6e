"""What a template paints, drawn as SVG under a page that is laid in one of its layouts."""

from collections.abc import Iterable, Mapping, Sequence
from math import cos, radians, sin

from ....common.language.english import printable
from ....figures.scene import Part, Text
from ....figures.scene.shapes import Weight
from ....figures.scene.type import Typeface
from ..svg import SvgCanvas, xml_number
from .outlines import number
from .template import Box, Layout, Line, Look, Matrix, Paint, Picture, Shape, Spot, Told

_LOOSE = 1.06
"""How much wider than its room a line may be: the template has it in another font."""
_LINES = 60
_LEADING, _DESCENT = 1.2, 0.27
"""Of the size: how high lines are in office programs, and how far above the foot of theirs texts stand."""
_ENDLESS = 1e6
SHARES = {"start": 0.0, "top": 0.0, "middle": 0.5, "end": 1.0, "bottom": 1.0}
"""Of what a text leaves open: how much of it lies before it."""
_NUMBER = "\ufffc"


def paint_layout(
    canvas: SvgCanvas,
    told: Told,
    layout: Layout,
    typeface: Typeface,
    page: int,
    used: Iterable[str],
    turned: Iterable[Shape] = (),
) -> None:
    """Paint what lies under a page by its number, what the spots bring with them that are ``used``, and texts that are ``turned``.
    These are measured with the typeface.
    """
    shapes = [shape for name in layout.painted for shape in told.paintings.get(name, ())]
    shapes += [back for name in used if name in layout.spots and (back := layout.spots[name].back) is not None]
    for place, shape in enumerate([*shapes, *turned]):
        _paint(canvas, shape, f"house-{place}", told.pictures, typeface, page)


def placed_lines(
    lines: Sequence[str], room: Box, look: Look, size: float, typeface: Typeface, part: Part = "words"
) -> tuple[Text, ...]:
    """Lines of a text in a room, aligned as its look says."""
    left, top, width, height = room
    high = line_height(look, size)
    start = top + (height - high * len(lines)) * SHARES[look.upright]
    weight = weight_of(look)
    lengths = [typeface.width_of(line, size, weight) for line in lines]
    return tuple(
        Text(
            part=part,
            x=left + (width - length) * SHARES[look.align],
            y=start + (place + 1) * high - size * _DESCENT,
            text=line,
            size=size,
            weight=weight,
            ink=look.ink,
            length=length,
        )
        for place, (line, length) in enumerate(zip(lines, lengths, strict=True))
    )


def line_height(look: Look, size: float) -> float:
    return size * _LEADING * look.leading


def weight_of(look: Look) -> Weight:
    return 600 if look.bold else 400


def _paint(canvas: SvgCanvas, shape: Shape, name: str, pictures: Mapping[str, str], typeface: Typeface, page: int) -> None:
    canvas.parts.append(f'<g transform="matrix({_matrix(shape.matrix)})">')
    if shape.picture and shape.picture.name in pictures:
        canvas.parts.append(_picture(shape, shape.picture, pictures[shape.picture.name], f"{name}-cut"))
    if shape.outline:
        fill, runs = _ink(shape.fill, shape, f"{name}-fill", "fill")
        line, line_runs = _line(shape.line, shape, f"{name}-line")
        canvas.parts.append(f'{runs}{line_runs}<path fill-rule="evenodd" d="{shape.outline}"{fill}{line}/>')
    for text in _words(shape, typeface, page):
        canvas.text(text)
    canvas.parts.append("</g>")


def _matrix(matrix: Matrix) -> str:
    return " ".join(f"{each:.5f}".rstrip("0").rstrip(".") for each in matrix)


def _ink(paint: Paint | None, shape: Shape, name: str, what: str) -> tuple[str, str]:
    """Attributes that paint with it, and the run of colors that they name."""
    if paint is None:
        return f' {what}="none"', ""
    if len(paint.stops) == 1:
        _, color, opacity = paint.stops[0]
        return f' {what}="{color}"' + (f' {what}-opacity="{xml_number(opacity)}"' if opacity < 1 else ""), ""
    stops = "".join(
        f'<stop offset="{xml_number(at)}" stop-color="{color}"'
        + (f' stop-opacity="{xml_number(opacity)}"' if opacity < 1 else "")
        + "/>"
        for at, color, opacity in paint.stops
    )
    return f' {what}="url(#{name})"', _run(paint, shape, name, stops)


def _run(paint: Paint, shape: Shape, name: str, stops: str) -> str:
    width, height = shape.size
    x, y = width / 2, height / 2
    if paint.angle is None:
        radius = (x * x + y * y) ** 0.5
        place = f'cx="{number(x)}" cy="{number(y)}" r="{number(radius)}"'
        return f'<radialGradient id="{name}" gradientUnits="userSpaceOnUse" {place}>{stops}</radialGradient>'
    across, down = cos(radians(paint.angle)), sin(radians(paint.angle))
    half = (abs(width * across) + abs(height * down)) / 2  # corners have the first and the last color
    ends = (x - half * across, y - half * down, x + half * across, y + half * down)
    place = " ".join(f'{end}="{number(value)}"' for end, value in zip(("x1", "y1", "x2", "y2"), ends, strict=True))
    return f'<linearGradient id="{name}" gradientUnits="userSpaceOnUse" {place}>{stops}</linearGradient>'


def _line(line: Line | None, shape: Shape, name: str) -> tuple[str, str]:
    if line is None:
        return "", ""
    ink, runs = _ink(line.paint, shape, name, "stroke")
    dashes = f' stroke-dasharray="{" ".join(number(each * line.thick) for each in line.dashes)}"' if line.dashes else ""
    return f'{ink} stroke-width="{number(line.thick)}"{dashes}', runs


def _picture(shape: Shape, picture: Picture, address: str, name: str) -> str:
    """A picture over its shape, cut off along the outline."""
    (width, height), (left, top, right, bottom) = shape.size, picture.cut
    across, down = width / (1 - left - right), height / (1 - top - bottom)
    place = f'x="{number(-left * across)}" y="{number(-top * down)}" width="{number(across)}" height="{number(down)}"'
    opacity = f' opacity="{xml_number(picture.opacity)}"' if picture.opacity < 1 else ""
    return (
        f'<clipPath id="{name}"><path clip-rule="evenodd" d="{shape.outline}"/></clipPath><g clip-path="url(#{name})">'
        f'<image {place}{opacity} preserveAspectRatio="none" href="{address}"/></g>'
    )


def _words(shape: Shape, typeface: Typeface, page: int) -> Iterable[Text]:
    """The paragraphs of a shape one below another, as high as they are together where its frame has them."""
    if not shape.words:
        return
    frame = shape.words[0].look
    left, top, width, room = Spot(box=(0.0, 0.0, *shape.size), look=frame).inner
    found: list[tuple[list[str], Look, float]] = []
    for paragraph in shape.words:
        look, text = paragraph.look, printable(paragraph.text.replace(_NUMBER, str(page)))
        text = text.upper() if look.capitals else text
        most = width * _LOOSE if shape.breaks else _ENDLESS
        lines = [
            line for each in text.split("\n") for line in (typeface.wrap(each, most, look.size, _LINES, weight_of(look)) or [""])
        ]
        found.append((lines, look, len(lines) * line_height(look, look.size)))
    top += (room - sum(height for _, _, height in found)) * SHARES[frame.upright]
    for lines, look, height in found:
        yield from (text for text in placed_lines(lines, (left, top, width, height), look, look.size, typeface) if text.text)
        top += height
