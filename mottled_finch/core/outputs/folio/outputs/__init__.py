"""Folios to files. ``FOLIO_DRAWINGS`` is the table that a new output is entered in, by the file's ending."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from ...draw.house.template import Kind
from ...draw.making.choices import Choices
from ...draw.render import Order
from ..pages import Folio
from .docx import draw_docx
from .html import draw_html
from .pdf import bound_pdf, draw_pdf, pdf_orders
from .pptx import draw_pptx

_OFFICE = "application/vnd.openxmlformats-officedocument"


@dataclass(frozen=True)
class FolioDrawing:
    """An output: its name on screen, its media type, and what makes it. ``reads`` are the choices that it follows, ``laid_in`` the
    kind of the house's templates that it can be laid in. What takes long is also had as ``orders``, which another process can carry
    out, and is then ``bound``.
    """

    title: str
    media_type: str
    draw: Callable[[Folio, Choices], bytes]
    reads: tuple[str, ...] = ("source",)
    laid_in: Kind | None = None
    orders: Callable[[Folio, Choices], list[Order]] | None = None
    bound: Callable[[Sequence[bytes], Folio], bytes] | None = None


FOLIO_DRAWINGS: dict[str, FolioDrawing] = {
    "pptx": FolioDrawing("Deck", f"{_OFFICE}.presentationml.presentation", draw_pptx, ("form", "source"), "slides"),
    "pdf": FolioDrawing("Pages", "application/pdf", draw_pdf, orders=pdf_orders, bound=bound_pdf),
    "docx": FolioDrawing("Report", f"{_OFFICE}.wordprocessingml.document", draw_docx, ("form", "source"), "document"),
    "html": FolioDrawing("Pages to read", "text/html; charset=utf-8", draw_html),
}
