"""Figures to files, one canvas a file. ``DRAWINGS`` is the table a new output is entered in, by the file's ending."""

from collections.abc import Callable
from dataclasses import dataclass

from ..figure.figure import Figure
from .csv import draw_csv
from .hex import draw_hex
from .json import draw_json
from .pdf import draw_pdf, pdf_order
from .png import draw_png, png_order
from .pptx import draw_pptx
from .render import Order, rendered
from .svg import draw_svg
from .tokens import draw_tokens


@dataclass(frozen=True)
class Drawing:
    """An output: its name on screen, its media type, and what makes it. ``zoom`` is read by pictures alone. What takes long is also
    had as an ``order``, which another process can carry out.
    """

    title: str
    media_type: str
    draw: Callable[[Figure, float], bytes]
    order: Callable[[Figure, float], Order] | None = None


DRAWINGS: dict[str, Drawing] = {
    "png": Drawing("Picture", "image/png", draw_png, png_order),
    "svg": Drawing("Vector picture", "image/svg+xml", lambda figure, _zoom: draw_svg(figure)),
    "pdf": Drawing("Page", "application/pdf", lambda figure, _zoom: draw_pdf(figure), lambda figure, _zoom: pdf_order(figure)),
    "pptx": Drawing(
        "Slide",
        "application/vnd.openxmlformats-officedocument.presentationml.presentation",
        lambda figure, _zoom: draw_pptx(figure),
    ),
    "csv": Drawing("Values as text", "text/csv; charset=utf-8", lambda figure, _zoom: draw_csv(figure)),
    "hex.csv": Drawing("Hex codes as text", "text/csv; charset=utf-8", lambda figure, _zoom: draw_hex(figure)),
    "tokens.json": Drawing("Colors as tokens", "application/json", lambda figure, _zoom: draw_tokens(figure)),
    "json": Drawing("Values and colors", "application/json", lambda figure, _zoom: draw_json(figure)),
}

__all__ = ["DRAWINGS", "Drawing", "Order", "rendered"]
