"""Bookmarks in documents (ISO/IEC 29500-1, 17.13.6): of all that marks a table or a line, these stand what office programs do to a
document that they save.

A bookmark is of a figure, and of a part of it: its ``table``, its ``legend``, or a line below it. That of a line says which text it
had, so that what people wrote there is told from what was ours.
"""

import hashlib
import re
from collections.abc import Collection
from dataclasses import dataclass
from typing import Any

MAIN = "http://schemas.openxmlformats.org/wordprocessingml/2006/main"
W = f"{{{MAIN}}}"
_NAME = re.compile(r"finch_([0-9a-f]{8})_([a-z]+\d*)(?:_([0-9a-f]{8}))?")
TABLE = "table"


@dataclass(frozen=True, kw_only=True)
class Bookmark:
    """``figure`` and ``text`` are digests."""

    figure: str
    part: str
    text: str


def bookmark_for(figure: str, part: str, text: str | None = None) -> str:
    """The name of a bookmark: of a figure by the name it is found by, one of its parts, and the text there."""
    name = f"finch_{digest_of(figure)}_{part}"
    return name if text is None else f"{name}_{digest_of(text)}"


def bookmark_of(name: str) -> Bookmark | None:
    """What a bookmark says; None for one of others."""
    found = _NAME.fullmatch(name)
    return None if found is None else Bookmark(figure=found[1], part=found[2], text=found[3] or "")


def digest_of(text: str) -> str:
    """Of a text, whatever becomes of its blanks."""
    return hashlib.blake2b(" ".join(text.split()).encode(), digest_size=4).hexdigest()


def figure_of(mark: Bookmark, names: Collection[str]) -> str | None:
    """The name of the figure that a bookmark is of, among some."""
    return next((name for name in names if digest_of(name) == mark.figure), None)


def put_bookmark(document: Any, paragraph: Any, name: str) -> None:
    """Around all that a paragraph (``w:p``) says."""
    from docx.oxml import parse_xml

    number = 1 + max((int(each.get(f"{W}id", "0")) for each in document.element.body.iter(f"{W}bookmarkStart")), default=0)
    begin = parse_xml(f'<w:bookmarkStart xmlns:w="{MAIN}" w:id="{number}" w:name="{name}"/>')
    place = 1 if len(paragraph) and paragraph[0].tag == f"{W}pPr" else 0
    paragraph.insert(place, begin)
    paragraph.append(parse_xml(f'<w:bookmarkEnd xmlns:w="{MAIN}" w:id="{number}"/>'))
