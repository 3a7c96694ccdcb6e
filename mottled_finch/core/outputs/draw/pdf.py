"""Scene to a one-page PDF: vector shapes, text that can be selected and searched, and the figure told in words."""

import io

from ...common.language.english import printable
from ...figures.figure.figure import Figure
from .making.texts import told
from .render import Order, order_of, rendered


def pdf_order(figure: Figure) -> Order:
    """The figure as a PDF of one page, as large as the page of the recipe."""
    return order_of(figure, "pdf")


def draw_pdf(figure: Figure) -> bytes:
    """The same, made here, and told."""
    return told_pdf(rendered(pdf_order(figure)), figure)


def told_pdf(content: bytes, figure: Figure) -> bytes:
    """The page with title, language and a bookmark, tagged as a figure with its alternative text (ISO 32000-2, 14.7). That is
    all there is of tags: what stands in the figure is one with it.
    """
    import pikepdf
    from pikepdf import Array, Dictionary, Name, OutlineItem, String

    title = printable(told(figure).words.title)
    language = figure.recipe.page.language or "en"
    with pikepdf.open(io.BytesIO(content)) as pdf:
        page = pdf.pages[0]
        pdf.docinfo[Name.Title] = String(title)
        pdf.Root.Lang = String(language)
        pdf.Root.ViewerPreferences = Dictionary(DisplayDocTitle=True)
        pdf.Root.MarkInfo = Dictionary(Marked=True)
        page.contents_add(b"/Figure <</MCID 0>> BDC\n", prepend=True)
        page.contents_add(b"\nEMC", prepend=False)
        page.obj.StructParents = 0
        tree = pdf.make_indirect(Dictionary(Type=Name.StructTreeRoot))
        part = pdf.make_indirect(Dictionary(Type=Name.StructElem, S=Name.Document, P=tree, Lang=String(language)))
        element = pdf.make_indirect(
            Dictionary(
                Type=Name.StructElem,
                S=Name.Figure,
                P=part,
                Pg=page.obj,
                K=0,
                T=String(title),
                Alt=String(printable(figure.scene.alternative)),
                Lang=String("en"),  # the alternative text is English whatever the figure is
            )
        )
        part.K = Array([element])
        tree.K = Array([part])
        tree.ParentTree = pdf.make_indirect(Dictionary(Nums=Array([0, Array([element])])))
        pdf.Root.StructTreeRoot = tree
        with pdf.open_outline() as outline:
            outline.root.append(OutlineItem(title or "Heat map", 0))
        out = io.BytesIO()
        pdf.save(out, deterministic_id=True)
    return out.getvalue()
