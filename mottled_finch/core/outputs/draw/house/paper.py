"""A .docx or .dotx of the house: its page, its styles, its head and foot, and the document without what is written in it."""

import io
from typing import Any

from .parts import TYPES, check_quiet, packed, refused
from .template import Told
from .theme import theme_in

_EMU = 12_700
_W = "{http://schemas.openxmlformats.org/wordprocessingml/2006/main}"
_KEPT = (
    "/styles",
    "/settings",
    "/webSettings",
    "/fontTable",
    "/numbering",
    "/theme",
    "/footnotes",
    "/endnotes",
    "/header",
    "/footer",
)
_CLOSING = tuple(f"{_W}{name}" for name in ("attachedTemplate", "documentProtection", "writeProtection"))
"""Settings that fetch something, or close the document to whoever has no password."""
_DROPPED = ("/thumbnail", "/custom-properties")


def paper_of(parts: dict[str, bytes]) -> tuple[Told, bytes]:
    """What a document says of itself, and the document without its words. Raises DrawError for one that is damaged."""
    from docx import Document
    from lxml import etree

    parts[TYPES] = parts[TYPES].replace(b"wordprocessingml.template.main+xml", b"wordprocessingml.document.main+xml")
    try:
        document = Document(io.BytesIO(packed(parts)))
        _emptied(document)
        section = document.sections[0]
        wide, high = section.page_width, section.page_height
        themes = [each.target_part.blob for each in document.part.rels.values() if each.reltype.endswith("/theme")]
        theme = theme_in(etree.fromstring(themes[0])) if themes else None
    except (KeyError, ValueError, AttributeError, TypeError, IndexError, SyntaxError) as error:
        raise refused("the document is damaged, a part that belongs to it is not there; open and save it anew") from error
    out = io.BytesIO()
    document.save(out)
    check_quiet(out.getvalue())
    told = Told(
        kind="document",
        width=round((wide or 0) / _EMU, 2),
        height=round((high or 0) / _EMU, 2),
        accents=theme.accents if theme else (),
        fonts=theme.fonts if theme else ("", ""),
    )
    return told, out.getvalue()


def _emptied(document: Any) -> None:
    """Take out what is written, all but the last section's page, and what only that needs."""
    body = document.element.body
    for element in list(body):
        if element.tag != f"{_W}sectPr":
            body.remove(element)
    settings = document.settings.element
    for element in list(settings):
        if element.tag in _CLOSING:
            settings.remove(element)
    of_settings = [each.target_part.rels for each in document.part.rels.values() if each.reltype.endswith("/settings")]
    for holder in (document.part.rels, *of_settings):
        for name in [name for name, each in holder.items() if not each.reltype.endswith(_KEPT)]:
            holder.pop(name)
    package = document.part.package.rels
    for name in [name for name, each in package.items() if each.reltype.endswith(_DROPPED)]:
        package.pop(name)
    if not document.sections:
        document.add_section()
