"""The figure as a document: a table whose heads repeat on each page, or a picture, with its words in the document's own styles."""

import io
from datetime import UTC, datetime

from ...common.language.english import printable
from ...figures.figure.figure import Figure
from .making.choices import USUAL, Choices
from .making.document_figure import on_paper, put_about, put_below, put_figure, style
from .making.package import rewritten
from .making.texts import told


def draw_docx(figure: Figure, choices: Choices = USUAL) -> bytes:
    """The figure as a .docx of an A4 page, lying where the figure is wide, or in the template that was chosen. Raises DrawError for
    a table of too many cells.
    """
    from docx import Document

    said = told(figure)
    words = said.words
    document = Document(io.BytesIO(choices.template.content) if choices.template else None)
    if not choices.template:
        on_paper(document, across=figure.scene.width > figure.scene.height)
    style(document, figure, of_house=choices.template is not None)
    if words.title:
        document.add_heading(printable(words.title), 1)
    if words.subtitle:
        document.add_paragraph(printable(words.subtitle), "Subtitle")
    put_figure(document, figure, choices)
    put_below(document, said)
    runs = document.paragraphs[0].runs if document.paragraphs else []
    put_about(document, figure, runs, numbers=choices.values == "yes")
    properties = document.core_properties
    properties.title, properties.author, properties.comments = printable(words.title)[:255], "", ""
    properties.created = properties.modified = datetime(2000, 1, 1, tzinfo=UTC)  # the same figure is the same file
    out = io.BytesIO()
    document.save(out)
    return rewritten(out.getvalue())
