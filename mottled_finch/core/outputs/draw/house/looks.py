"""How texts of a template look: each says little itself, and takes the rest from the layout, the master and its styles of text
(ISO/IEC 29500-1, 19.3.1.51 and 21.1.2).
"""

from collections.abc import Iterator, Mapping, Sequence
from typing import Any

from .paints import EMU, A, Inks, fill_in
from .template import Align, Look, Upright

P = "{http://schemas.openxmlformats.org/presentationml/2006/main}"
_STYLES = {"title": "titleStyle", "ctrTitle": "titleStyle", "dt": "otherStyle", "ftr": "otherStyle", "sldNum": "otherStyle"}
_BASES = {"ctrTitle": "title", "subTitle": "body"}
_ALIGN: dict[str, Align] = {"l": "start", "ctr": "middle", "r": "end", "just": "start", "dist": "start"}
_UPRIGHT: dict[str, Upright] = {"t": "top", "ctr": "middle", "b": "bottom"}
_USUAL_SIZE, _USUAL_HEIGHT = 18.0, 1.2
"""Of a text that says no size, in points, and of lines, of their size."""
_SIZES, _LEADINGS, _ABOVE = (1.0, 400.0), (0.3, 5.0), (0.0, 10.0)
_INSETS = (("lIns", 91_440), ("tIns", 45_720), ("rIns", 91_440), ("bIns", 45_720))


def placeholders_of(slide: Any) -> list[Any]:
    """The placeholders of a layout or master, in their order, as XML."""
    return [each for each in slide._element.iterfind(f"{P}cSld/{P}spTree/*") if holding(each) is not None]


def holding(element: Any) -> Any:
    """What says of a shape which placeholder it is; None of one that is none."""
    return element.find(f"./*/{P}nvPr/{P}ph")


def kind_of(element: Any) -> str:
    """The type of a placeholder."""
    kind: str = holding(element).get("type", "obj")
    return kind


def bases_of(master: Any) -> dict[str, Any]:
    """The placeholders of a master by type, from which those of its layouts take what they do not say themselves."""
    return {kind_of(each): each for each in reversed(placeholders_of(master))}


def base_of(element: Any, bases: Mapping[str, Any]) -> Any:
    """The one for a layout's placeholder; None where there is none."""
    kind = kind_of(element)
    return bases.get(_BASES.get(kind, kind if kind in _STYLES else "body"))


def look_of(element: Any, base: Any, master: Any, inks: Inks) -> Look:
    """How texts of a placeholder of a layout look, which takes from a ``base`` of the master what it does not say."""
    kind = kind_of(element)
    bodies = [each.find(f"{P}txBody") for each in (element, base) if each is not None]
    found = [each for each in bodies if each is not None]
    styles = master._element.find(f"{P}txStyles/{P}{_STYLES.get(kind, 'bodyStyle')}")
    levels = [*(each.find(f"{A}lstStyle/{A}lvl1pPr") for each in found), _first_level(styles)]
    return _look(levels, [each.find(f"{A}bodyPr") for each in found], inks)


def words_of(shape: Any, master: Any, inks: Inks) -> Iterator[tuple[str, Look]]:
    """The paragraphs of a shape that is no placeholder, each with its look."""
    body = shape.find(f"{P}txBody")
    if body is None:
        return
    style = shape.find(f"{P}style/{A}fontRef")
    color = inks.color_in(style)
    base = [body.find(f"{A}lstStyle/{A}lvl1pPr"), _first_level(master._element.find(f"{P}txStyles/{P}otherStyle"))]
    for paragraph in body.iterfind(f"{A}p"):
        runs = [each for each in paragraph.iterfind("*") if each.tag in (f"{A}r", f"{A}fld", f"{A}br")]
        text = "".join(_text(each) for each in runs)
        own = next((each.find(f"{A}rPr") for each in runs if each.find(f"{A}t") is not None), paragraph.find(f"{A}endParaRPr"))
        levels = [paragraph.find(f"{A}pPr"), *base]
        yield text, _look(levels, [body.find(f"{A}bodyPr")], inks, own=own, ink=color[0] if color else None)


def _text(run: Any) -> str:
    if run.tag == f"{A}br":
        return "\n"
    if run.tag == f"{A}fld" and run.get("type") == "slidenum":
        return "\ufffc"
    return "".join(run.itertext(f"{A}t"))


def _first_level(styles: Any) -> Any:
    return styles.find(f"{A}lvl1pPr") if styles is not None else None


def _look(levels: Sequence[Any], frames: Sequence[Any], inks: Inks, *, own: Any = None, ink: str | None = None) -> Look:
    """The look by properties of paragraphs and frames, of which each but the last says what those before it do not. ``own`` are
    properties of the text itself, ``ink`` is what it has by its style.
    """
    levels = [each for each in levels if each is not None]
    texts = [each for each in (own, *(level.find(f"{A}defRPr") for level in levels)) if each is not None]
    frames = [each for each in frames if each is not None]
    fills = [fill for each in texts[: 1 if own is not None else 0] if (fill := fill_in(each)) is not None]
    colors = [inks.color_in(fill) for fill in fills]
    if not any(colors) and ink is None:
        colors = [inks.color_in(fill) for each in texts if (fill := fill_in(each)) is not None]
    spaced = next((found for each in levels if (found := each.find(f"{A}lnSpc/{A}spcPct")) is not None), None)
    size = _within(int(_first(texts, "sz", "0")) / 100 or _USUAL_SIZE, _SIZES)
    left, top, right, bottom = (int(_first(frames, name, str(usual))) / EMU for name, usual in _INSETS)
    return Look(
        size=size,
        ink=next((color[0] for color in colors if color), None) or ink or inks.theme.named("tx1", inks.mapped) or "#000000",
        bold=_first(texts, "b", "0") in ("1", "true"),
        capitals=_first(texts, "cap", "none") == "all",
        align=_ALIGN.get(_first(levels, "algn", "l"), "start"),
        upright=_UPRIGHT.get(_first(frames, "anchor", "t"), "top"),
        inset=(round(left, 2), round(top, 2), round(right, 2), round(bottom, 2)),
        leading=_within(_share(spaced.get("val", "100000")), _LEADINGS) if spaced is not None else 1.0,
        above=_above(levels, size),
    )


def _above(levels: Sequence[Any], size: float) -> float:
    """What is left open above a paragraph, of its size."""
    found = next((each for level in levels for each in level.iterfind(f"{A}spcBef/*")), None)
    if found is None:
        return 0.0
    text = found.get("val", "0")
    return _within(_share(text) * _USUAL_HEIGHT if found.tag == f"{A}spcPct" else round(int(text) / 100 / size, 3), _ABOVE)


def _within(value: float, least_most: tuple[float, float]) -> float:
    """A value as far as text can be laid out with it."""
    return min(max(value, least_most[0]), least_most[1])


def _first(elements: Sequence[Any], name: str, usual: str) -> str:
    return next((each.get(name) for each in elements if each.get(name) is not None), usual)


def _share(text: str) -> float:
    return round(float(text[:-1]) / 100 if text.endswith("%") else int(text) / 100_000, 3)
