"""Scene to a one-page PDF: vector shapes, and text that can be selected and searched."""

from ..figure.figure import Figure
from .render import Order, order_of, rendered


def pdf_order(figure: Figure) -> Order:
    """The figure as a PDF of one page, as large as the page of the recipe."""
    return order_of(figure, "pdf")


def draw_pdf(figure: Figure) -> bytes:
    """The same, made here."""
    return rendered(pdf_order(figure))
