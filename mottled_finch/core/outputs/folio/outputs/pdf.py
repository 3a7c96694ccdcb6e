"""A folio as a PDF: a page each, bookmarks and a contents whose lines lead to their pages, and each page told in words."""

import io
from collections.abc import Sequence
from typing import TYPE_CHECKING

from ....common.language.english import printable
from ...draw.making.choices import Choices
from ...draw.render import Order, order_for, rendered
from ...draw.svg import needs_other_fonts
from ..pages import Folio, FolioPage, Link
from .svg import page_svg, said_by

if TYPE_CHECKING:
    import pikepdf


def pdf_orders(folio: Folio, _choices: Choices) -> list[Order]:
    """Each page as a PDF of one page."""
    return [_order(page) for page in folio.pages]


def draw_pdf(folio: Folio, choices: Choices) -> bytes:
    """All pages as one PDF, made here."""
    return bound_pdf([rendered(order) for order in pdf_orders(folio, choices)], folio)


def _order(page: FolioPage) -> Order:
    typeface = page.sheet.typeface
    texts = [*page.texts, *(text for placed in page.placed for text in placed.figure.scene.texts)]
    return order_for("pdf", page_svg(page, with_font=False), typeface, others=needs_other_fonts(texts, typeface))


def bound_pdf(sheets: Sequence[bytes], folio: Folio) -> bytes:
    """The pages as one file with title, language, bookmarks and links; each is tagged as a figure with its words as alternative
    text, as a plate's own page is (ISO 32000-2, 14.7).
    """
    import pikepdf
    from pikepdf import Array, Dictionary, Name, OutlineItem, String

    language = folio.spec.page.language or "en"
    with pikepdf.new() as pdf:
        for sheet in sheets:
            with pikepdf.open(io.BytesIO(sheet)) as one:
                pdf.pages.extend(one.pages)
        pdf.docinfo[Name.Title] = String(printable(folio.title))
        pdf.Root.Lang = String(language)
        pdf.Root.ViewerPreferences = Dictionary(DisplayDocTitle=True)
        pdf.Root.MarkInfo = Dictionary(Marked=True)
        tree = pdf.make_indirect(Dictionary(Type=Name.StructTreeRoot))
        part = pdf.make_indirect(Dictionary(Type=Name.StructElem, S=Name.Document, P=tree, Lang=String(language)))
        elements = []
        for number, (page, told) in enumerate(zip(pdf.pages, folio.pages, strict=True)):
            page.contents_add(b"/Figure <</MCID 0>> BDC\n", prepend=True)
            page.contents_add(b"\nEMC", prepend=False)
            page.obj.StructParents = number
            element = Dictionary(
                Type=Name.StructElem,
                S=Name.Figure,
                P=part,
                Pg=page.obj,
                K=0,
                T=String(printable(told.title)),
                Alt=String(printable(said_by(told))),
                Lang=String(language),
            )
            elements.append(pdf.make_indirect(element))
            if told.links:
                page.obj.Annots = pdf.make_indirect(Array([pdf.make_indirect(_link(pdf, told, link)) for link in told.links]))
        part.K = Array(elements)
        tree.K = Array([part])
        numbered = [each for i, element in enumerate(elements) for each in (i, Array([element]))]
        tree.ParentTree = pdf.make_indirect(Dictionary(Nums=Array(numbered)))
        pdf.Root.StructTreeRoot = tree
        with pdf.open_outline() as outline:
            for number, told in enumerate(folio.pages):
                outline.root.append(OutlineItem(printable(told.title) or f"Page {number + 1}", number))
        out = io.BytesIO()
        pdf.save(out, deterministic_id=True)
    return out.getvalue()


def _link(pdf: "pikepdf.Pdf", page: FolioPage, link: Link) -> "pikepdf.Dictionary":
    """An annotation over a line of the contents. A PDF's y goes up."""
    from pikepdf import Array, Dictionary, Name, String

    left, top, width, height = link.box
    high = page.sheet.height
    return Dictionary(
        Subtype=Name.Link,
        Rect=Array([left, high - top - height, left + width, high - top]),
        Border=Array([0, 0, 0]),
        Contents=String(printable(link.words)),
        Dest=Array([pdf.pages[link.number - 1].obj, Name.Fit]),
    )
