"""Our figures in a document: found by their names and bookmarks, and put back where they stand (ISO/IEC 29500-1, 17)."""

import copy
from collections.abc import Collection, Iterable, Iterator, Mapping
from typing import Any

from lxml import etree

from ..draw.making.bookmarks import MAIN, TABLE, Bookmark, W, bookmark_for, bookmark_of, digest_of, figure_of
from ..draw.making.texts import NAME
from ..folio.naming import named, plate_named
from .document_tables import grid_of, relooked, text_of
from .found import Found, Piece
from .package import replace_picture, tree_of

_EMU, _TWIPS = 12_700, 20
_A = "{http://schemas.openxmlformats.org/drawingml/2006/main}"
_WP = "{http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing}"
_PART = "word/document.xml"
_FIGURES = (f"{W}tbl", f"{_WP}inline", f"{_WP}anchor")
_HEADINGS = ("heading", "title", "berschrift", "titre", "tulo")
"""What the names of styles of headings hold, in the languages of most documents; others have an outline level."""


def find(parts: Mapping[str, bytes], plates: Collection[str]) -> list[Found]:
    """The figures of a document, from its head to its end. ``plates`` are the names of those that may be in it."""
    if _PART not in parts:
        return []
    tree, found, under = tree_of(parts, _PART), [], ""
    place = -1
    for each in tree.iter(f"{W}p", *_FIGURES):
        if each.tag == f"{W}p":
            under = text_of(each) if _is_heading(each) else under
            continue
        place += 1
        plate = _plate(each, plates)
        if plate is not None:
            found.append(_found(each, plate, place, under))
    return found


def put(parts: Mapping[str, bytes], pieces: Iterable[Piece]) -> dict[str, bytes]:
    """The parts of a document with figures remade; all others are the same bytes."""
    made = dict(parts)
    tree = tree_of(parts, _PART)
    figures = list(tree.iter(*_FIGURES))
    marks = [mark for mark, _ in _marks_in(tree)]
    for piece in pieces:
        figure = figures[piece.found.place]
        if piece.found.form == "picture":
            about = figure.find(f"{_WP}docPr")
            if about is not None and about.get("descr", "").startswith("Heat map"):  # words that a person wrote stay
                about.set("descr", piece.alternative)
            replace_picture(made, _PART, figure.find(f".//{_A}blip"), piece.picture)
            _lines(_paragraph_of(figure), piece, marks)
            continue
        fresh = etree.fromstring(piece.xml)
        bookmarks = _bookmarks_in(figure)
        relooked(fresh, figure, piece.heads)
        figure.getparent().replace(figure, fresh)
        first = next(fresh.iter(f"{W}p"))
        for begin, end in bookmarks:
            first.insert(1 if len(first) and first[0].tag == f"{W}pPr" else 0, begin)
            first.append(end)
        _lines(fresh, piece, marks)
    made[_PART] = etree.tostring(tree, xml_declaration=True, encoding="UTF-8", standalone=True)
    return made


def _plate(figure: Any, plates: Collection[str]) -> str | None:
    """The plate that a table or picture is of; None for one that is not ours."""
    if figure.tag != f"{W}tbl":
        about = figure.find(f"{_WP}docPr")
        return plate_named(about.get("name", "")) if about is not None else None
    caption = figure.find(f"{W}tblPr/{W}tblCaption")
    by_name = plate_named(caption.get(f"{W}val", "")) if caption is not None else None
    if by_name is not None:
        return by_name
    names = {named(plate) if plate else NAME: plate for plate in plates}
    for begin, _ in _marks_in(figure):
        name = figure_of(begin, names) if begin.part == TABLE else None
        if name is not None:
            return names[name]
    return None


def _found(figure: Any, plate: str, place: int, under: str) -> Found:
    if figure.tag == f"{W}tbl":
        widths = [int(each.get(f"{W}w", "0")) for each in figure.iterfind(f"{W}tblGrid/{W}gridCol")]
        face = next((each.get(f"{W}ascii", "") for each in figure.iter(f"{W}rFonts")), "")
        texts = tuple(tuple(text_of(cell) if begins else None for cell, begins in line) for line in grid_of(figure))
        return Found(
            plate=plate,
            part=_PART,
            place=place,
            page=0,
            under=under,
            form="table",
            width=sum(widths) / _TWIPS,
            height=0.0,
            family=face,
            texts=texts,
        )
    extent, cut = figure.find(f"{_WP}extent"), figure.find(f".//{_A}srcRect")
    width, height = (int(extent.get(side, "0")) / _EMU if extent is not None else 0.0 for side in ("cx", "cy"))
    crop = tuple(int(cut.get(side, "0")) / 100_000 if cut is not None else 0.0 for side in "ltrb")
    return Found(
        plate=plate,
        part=_PART,
        place=place,
        page=0,
        under=under,
        form="picture",
        width=width,
        height=height,
        crop=(crop[0], crop[1], crop[2], crop[3]),
    )


def _is_heading(paragraph: Any) -> bool:
    look = paragraph.find(f"{W}pPr")
    style = look.find(f"{W}pStyle") if look is not None else None
    name = style.get(f"{W}val", "").lower() if style is not None else ""
    return any(each in name for each in _HEADINGS) or (look is not None and look.find(f"{W}outlineLvl") is not None)


def _marks_in(element: Any) -> Iterator[tuple[Bookmark, Any]]:
    """Our bookmarks within something, with where they begin."""
    for begin in element.iter(f"{W}bookmarkStart"):
        mark = bookmark_of(begin.get(f"{W}name", ""))
        if mark is not None:
            yield mark, begin


def _bookmarks_in(table: Any) -> list[tuple[Any, Any]]:
    """All bookmarks within a table, ours and others', begin and end, for the one that takes its place."""
    ends = {each.get(f"{W}id"): each for each in table.iter(f"{W}bookmarkEnd")}
    begins = [each for each in table.iter(f"{W}bookmarkStart") if each.get(f"{W}id") in ends]
    return [(copy.deepcopy(begin), copy.deepcopy(ends[begin.get(f"{W}id")])) for begin in begins]


def _paragraph_of(figure: Any) -> Any:
    return next(each for each in figure.iterancestors() if each.tag == f"{W}p")


def _lines(figure: Any, piece: Piece, marks: Iterable[Bookmark]) -> None:
    """What stands below a figure anew: lines that say what we wrote are written anew, or taken out where there is no such line any
    more; those that a person changed stay, and those that a person took out stay away. More notes than there were come behind.
    """
    name = named(piece.found.plate) if piece.found.plate else NAME
    own = digest_of(name)
    ours, theirs = _below(figure, own, {mark.text: mark.part for mark in marks if mark.figure == own and mark.text})
    notes = sum(part.startswith("note") for part in {*ours, *theirs})
    behind = figure
    for part, xml in piece.lines:
        fresh = etree.fromstring(xml)
        if part in theirs:
            behind = theirs[part]
        elif part in ours:
            old = ours.pop(part)
            _as_it_looked(fresh, old)
            old.getparent().replace(old, fresh)
            _renamed(fresh, bookmark_for(name, part, text_of(fresh)))
            behind = fresh
        elif part.startswith("note") and int(part.removeprefix("note")) > notes:
            behind.addnext(fresh)
            _renamed(fresh, bookmark_for(name, part, text_of(fresh)))
            behind = fresh
    for old in ours.values():
        old.getparent().remove(old)


def _below(figure: Any, own: str, known: Mapping[str, str]) -> tuple[dict[str, Any], dict[str, Any]]:
    """The lines of a figure behind it by their parts: those that say what we wrote, and those that a person changed since. A copy
    of a figure has copies of them without their bookmarks, but with texts whose digests are ``known``.
    """
    ours: dict[str, Any] = {}
    theirs: dict[str, Any] = {}
    for line in figure.itersiblings():
        if line.tag != f"{W}p" or _is_heading(line) or next(line.iter(*_FIGURES), None) is not None:
            break
        text = digest_of(text_of(line))
        mark = next((mark for mark, _ in _marks_in(line) if mark.figure == own), None)
        if mark is not None:
            (ours if mark.text == text else theirs).setdefault(mark.part, line)
        elif text in known:
            ours.setdefault(known[text], line)
    return ours, theirs


def _as_it_looked(new: Any, old: Any) -> None:
    """How the paragraph stands; and the font of its text, where all of it has one."""
    look = old.find(f"{W}pPr")
    own = new.find(f"{W}pPr")
    if own is not None:
        new.remove(own)
    if look is not None:
        new.insert(0, copy.deepcopy(look))
    runs = new.findall(f"{W}r")
    if len(runs) == 1:
        font, had = old.find(f"{W}r/{W}rPr"), runs[0].find(f"{W}rPr")
        if had is not None:
            runs[0].remove(had)
        if font is not None:
            runs[0].insert(0, copy.deepcopy(font))


def _renamed(line: Any, name: str) -> None:
    """A bookmark of its own for a line that was made apart from the document."""
    taken = [int(each.get(f"{W}id", "0")) for each in line.getroottree().getroot().iter(f"{W}bookmarkStart")]
    for each in [*line.findall(f"{W}bookmarkStart"), *line.findall(f"{W}bookmarkEnd")]:
        line.remove(each)
    number = str(1 + max(taken, default=0))
    place = 1 if len(line) and line[0].tag == f"{W}pPr" else 0
    line.insert(place, etree.Element(f"{W}bookmarkStart", {f"{W}id": number, f"{W}name": name}, nsmap={"w": MAIN}))
    line.append(etree.Element(f"{W}bookmarkEnd", {f"{W}id": number}))
