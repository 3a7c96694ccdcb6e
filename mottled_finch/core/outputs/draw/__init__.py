"""Figures to files, one canvas a file. ``DRAWN`` is the table a new output is entered in, by the file's ending."""

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Literal

from ...figures.figure.figure import Figure
from .csv import draw_csv
from .docx import draw_docx
from .hex import draw_hex
from .house.reading import template_of
from .house.template import Kind, Template
from .html import draw_html
from .json import draw_json
from .making.bare import as_chosen
from .making.choices import USUAL, Choices, choices_from
from .making.source import PUT, Source, source_in, source_of, with_source
from .pdf import draw_pdf, pdf_order, told_pdf
from .png import draw_png, png_order
from .pptx import draw_pptx
from .render import Order, rendered
from .svg import draw_svg
from .table import draw_table_html
from .tokens import draw_tokens
from .xlsx import draw_xlsx

Purpose = Literal["slide", "document", "workbook", "web", "clipboard", "data"]
Carries = Literal["printed", "all", "none"]
"""Which numbers leave with it: those that are printed, all of them, or none."""


@dataclass(frozen=True)
class Drawing:
    """An output: its name on screen, what it is for, its media type, and what makes it. ``reads`` are the choices that it follows.
    ``laid_in`` is the kind of the house's templates that it can be laid in.
    What takes long is also had as an ``order``, which another process can carry out, and is then given a ``finish``.
    """

    title: str
    purpose: Purpose
    carries: Carries
    media_type: str
    draw: Callable[[Figure, Choices], bytes]
    order: Callable[[Figure, Choices], Order] | None = None
    finish: Callable[[bytes, Figure, Choices], bytes] = lambda content, _figure, _choices: content
    reads: tuple[str, ...] = ()
    laid_in: Kind | None = None


_OFFICE = "application/vnd.openxmlformats-officedocument"

DRAWN: dict[str, Drawing] = {
    "pptx": Drawing(
        "Slide",
        "slide",
        "printed",
        f"{_OFFICE}.presentationml.presentation",
        draw_pptx,
        reads=("form", "values"),
        laid_in="slides",
    ),
    "png": Drawing(
        "Picture",
        "slide",
        "printed",
        "image/png",
        lambda figure, choices: draw_png(as_chosen(figure, choices), choices.zoom),
        lambda figure, choices: png_order(as_chosen(figure, choices), choices.zoom),
        reads=("zoom", "values"),
    ),
    "svg": Drawing(
        "Vector picture",
        "document",
        "printed",
        "image/svg+xml",
        lambda figure, choices: draw_svg(as_chosen(figure, choices)),
        reads=("values",),
    ),
    "pdf": Drawing(
        "Page",
        "document",
        "printed",
        "application/pdf",
        lambda figure, choices: draw_pdf(as_chosen(figure, choices)),
        lambda figure, choices: pdf_order(as_chosen(figure, choices)),
        lambda content, figure, choices: told_pdf(content, as_chosen(figure, choices)),
        reads=("values",),
    ),
    "docx": Drawing(
        "Document",
        "document",
        "printed",
        f"{_OFFICE}.wordprocessingml.document",
        draw_docx,
        reads=("form", "values"),
        laid_in="document",
    ),
    "xlsx": Drawing(
        "Workbook", "workbook", "all", f"{_OFFICE}.spreadsheetml.sheet", draw_xlsx, reads=("colors", "values", "records")
    ),
    "html": Drawing("Page to read", "web", "all", "text/html; charset=utf-8", draw_html, reads=("values",)),
    "table.html": Drawing("Colored table", "clipboard", "printed", "text/html; charset=utf-8", draw_table_html, reads=("values",)),
    "csv": Drawing("Values as text", "data", "all", "text/csv; charset=utf-8", draw_csv, reads=("hidden",)),
    "json": Drawing("Values and colors", "data", "all", "application/json", draw_json, reads=("hidden",)),
    "hex.csv": Drawing("Hex codes as text", "data", "none", "text/csv; charset=utf-8", lambda figure, _: draw_hex(figure)),
    "tokens.json": Drawing("Colors as tokens", "data", "none", "application/json", lambda figure, _: draw_tokens(figure)),
}

DRAWINGS: dict[str, Drawing] = {
    ending: replace(each, reads=(*each.reads, "source")) if ending in PUT else each for ending, each in DRAWN.items()
}
"""The table; whether the source goes along can be chosen of every form that can carry it."""

__all__ = [
    "DRAWINGS",
    "USUAL",
    "Carries",
    "Choices",
    "Drawing",
    "Order",
    "Purpose",
    "Source",
    "Template",
    "choices_from",
    "rendered",
    "source_in",
    "source_of",
    "template_of",
    "with_source",
]
