"""Our figures on the slides of a deck: found by their names, and put back where they stand (ISO/IEC 29500-1, 19.3)."""

import posixpath
import re
from collections.abc import Collection, Iterable, Mapping
from dataclasses import replace
from html import unescape
from typing import Any

from ..draw.making.slide_cells import table_in, texts_in, words_in
from ..draw.making.slide_figure import BESIDE
from ..draw.making.texts import NAME
from ..folio.naming import plate_named
from .found import Found, Piece
from .package import R, replace_picture, tree_of
from .slides import A as _A
from .slides import P as _P
from .slides import Slide, parsed
from .tables import Known, relooked

_EMU = 12_700
_FACE = re.compile('<a:latin [^<>]*?typeface="([^"]*)"')
_RELATION = "{http://schemas.openxmlformats.org/package/2006/relationships}Relationship"
_DECK = "ppt/presentation.xml"
_WORDS_MOST, _PARAGRAPHS_MOST = 2_000, 400
"""Letters of a paragraph, and paragraphs of a slide, that are looked at."""
_TAGS = {f"{_P}graphicFrame": "table", f"{_P}grpSp": "shapes", f"{_P}pic": "picture"}


def find(parts: Mapping[str, bytes], _plates: Collection[str]) -> list[Found]:
    """The figures of a deck, slide by slide."""
    found = []
    for page, part in enumerate(_slides(parts), 1):
        slide = Slide(parts, part)
        shapes = _shapes(slide.tree)
        words = _words(slide.tree) if shapes else ()
        for place, shape in enumerate(shapes):
            found.append(replace(_found(slide, shape, part, place, page), words=words))
    return found


def _words(tree: Any) -> tuple[str, ...]:
    """The paragraphs of a slide, but those of figures, which were cut out of it."""
    paragraphs = (" ".join("".join(each.itertext(f"{_A}t")).split()) for each in tree.iter(f"{_A}p"))
    return tuple(text[:_WORDS_MOST] for text in paragraphs if text)[:_PARAGRAPHS_MOST]


def put(parts: Mapping[str, bytes], pieces: Iterable[Piece]) -> dict[str, bytes]:
    """The parts of a deck with figures remade; all others are the same bytes."""
    made = dict(parts)
    by_part: dict[str, list[Piece]] = {}
    for piece in pieces:
        by_part.setdefault(piece.found.part, []).append(piece)
    known: Known = {}
    for part, those in by_part.items():
        slide = Slide(parts, part)
        shapes = _shapes(slide.tree)
        for piece in those:
            _put(made, part, slide, shapes[piece.found.place], piece, known)
        made[part] = slide.written()
    return made


def _slides(parts: Mapping[str, bytes]) -> list[str]:
    """The parts of the slides in the order that they are shown in."""
    about = tree_of(parts, "ppt/_rels/presentation.xml.rels")
    relations = {each.get("Id"): each.get("Target", "") for each in about.iter(_RELATION)}
    names = [relations.get(each.get(f"{R}id"), "") for each in tree_of(parts, _DECK).iter(f"{_P}sldId")]
    targets = [name.lstrip("/") if name.startswith("/") else posixpath.normpath(f"ppt/{name}") for name in names if name]
    return [target for target in targets if target in parts]


def _shapes(tree: Any) -> list[Any]:
    """Our figures on a slide, also those that people put into groups of their own."""
    return [each for each in tree.iter(*_TAGS) if plate_named(_name(each)) is not None]


def _name(shape: Any) -> str:
    about = shape[0].find(f"{_P}cNvPr") if len(shape) else None
    return about.get("name", "") if about is not None else ""


def _found(slide: Slide, shape: Any, part: str, place: int, page: int) -> Found:
    form = _TAGS[shape.tag]
    box = _box(shape)
    table = shape.find(f".//{_A}tbl")
    drawn = None
    beside = _beside(shape) if form == "table" else None
    group = shape if form == "shapes" else beside
    if group is not None:
        extent = group.find(f"{_P}grpSpPr/{_A}xfrm/{_A}chExt")
        drawn = None if extent is None else (int(extent.get("cx", "0")) / _EMU, int(extent.get("cy", "0")) / _EMU)
    rows = "" if table is None else slide.table(table)
    shapes = "" if group is None else slide.shapes(group)
    cut = shape.find(f"{_P}blipFill/{_A}srcRect")
    crop = tuple(int(cut.get(side, "0")) / 100_000 if cut is not None else 0.0 for side in "ltrb")
    return Found(
        plate=plate_named(_name(shape)) or "",
        part=part,
        place=place,
        page=page,
        form=form,  # type: ignore[arg-type]
        width=box[2],
        height=box[3],
        drawn=drawn,
        family=next((unescape(found[1]) for found in [_FACE.search(shapes or rows)] if found), ""),
        texts=texts_in(rows),
        says=" ".join(words_in(shapes)),
        beside=beside is not None,
        crop=(crop[0], crop[1], crop[2], crop[3]),
    )


def _transform(shape: Any) -> Any:
    for path in (f"{_P}xfrm", f"{_P}grpSpPr/{_A}xfrm", f"{_P}spPr/{_A}xfrm"):
        found = shape.find(path)
        if found is not None:
            return found
    return None


def _box(shape: Any) -> tuple[float, float, float, float]:
    """Left, top, width and height in points; all zero where the layout places it."""
    transform = _transform(shape)
    if transform is None:
        return 0.0, 0.0, 0.0, 0.0
    at, size = transform.find(f"{_A}off"), transform.find(f"{_A}ext")
    return (
        int(at.get("x", "0")) / _EMU,
        int(at.get("y", "0")) / _EMU,
        int(size.get("cx", "0")) / _EMU,
        int(size.get("cy", "0")) / _EMU,
    )


def _beside(shape: Any) -> Any:
    """The group with the legend of a table, on the same slide."""
    wanted = _name(shape).replace(NAME, BESIDE)
    return next((each for each in shape.getroottree().getroot().iter(f"{_P}grpSp") if _name(each) == wanted), None)


def _put(made: dict[str, bytes], part: str, slide: Slide, shape: Any, piece: Piece, known: Known) -> None:
    """Put a figure into its place."""
    about = shape[0].find(f"{_P}cNvPr")
    if about.get("descr", "").startswith("Heat map"):  # words that a person wrote stay
        about.set("descr", piece.alternative)
    if piece.found.form == "picture":
        replace_picture(made, part, shape.find(f".//{_A}blip"), piece.picture)
        return
    if piece.found.form == "shapes":
        _regrouped(slide, shape, piece.xml)
        return
    table = shape.find(f".//{_A}tbl")
    assert piece.table is not None
    slide.replace(table, relooked(piece.table, table_in(slide.table(table)), piece.heads, slide.names, known))
    group = _beside(shape)
    if piece.beside and group is not None:
        _regrouped(slide, group, piece.beside)


def _regrouped(slide: Slide, group: Any, new: str) -> None:
    """What is in a group anew, as it is written; where it stands, how large it is and how it is turned stay."""
    begin, end, rest = new.partition("</p:grpSpPr>")
    shapes, close, _ = rest.rpartition("</p:grpSp>")
    transform, fresh = (each.find(f"{_P}grpSpPr/{_A}xfrm") for each in (group, parsed(begin + end + close)))
    for name in ("chOff", "chExt"):
        old = transform.find(f"{_A}{name}")
        if old is not None:
            transform.replace(old, fresh.find(f"{_A}{name}"))
    slide.put(group, shapes)
