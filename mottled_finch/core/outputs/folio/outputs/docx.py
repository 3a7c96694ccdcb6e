"""A folio as a report: headlines as headings, words in the document's styles, plates as tables or pictures for its width."""

import io
from dataclasses import replace
from datetime import UTC, datetime
from typing import Any

from ....common.language.english import printable
from ....figures.figure.figure import Figure, laid_anew
from ....figures.scene import Part
from ....figures.scene.room import page_in
from ...draw.making.bookmarks import put_bookmark
from ...draw.making.choices import Choices
from ...draw.making.document_figure import on_paper, put_about, put_below, put_figure, room_of, style
from ...draw.making.package import rewritten
from ...draw.making.texts import told
from ..naming import named
from ..pages import Folio, FolioPage, Placed
from ..words import Block

_OUTSIDE: tuple[Part, ...] = ("title", "subtitle", "caption", "notes")
"""Parts of a plate whose words are the document's."""
_OF_WIDTH = 0.62
"""Of the width of the text: how high a picture is, if it is in its nature."""
_MOST_HIGH = 0.75
"""Of the height of the text."""


def draw_docx(folio: Folio, choices: Choices) -> bytes:
    """The report on A4, or in the template that was chosen."""
    from docx import Document

    document = Document(io.BytesIO(choices.template.content) if choices.template else None)
    if not choices.template:
        on_paper(document, across=False)
    figure = next((placed.figure for page in folio.pages for placed in page.placed), None)
    if figure is not None:
        style(document, figure, of_house=choices.template is not None)
    if folio.title:
        document.add_heading(printable(folio.title), 0)
    if folio.spec.contents and len(folio.pages) > 1:
        _contents(document, folio)
    for page in folio.pages:
        _page(document, folio, page, choices)
    if folio.spec.numbers:
        _numbered(document, folio)
    properties = document.core_properties
    properties.title, properties.author, properties.comments = printable(folio.title)[:255], "", ""
    properties.created = properties.modified = datetime(2000, 1, 1, tzinfo=UTC)  # the same folio is the same file
    out = io.BytesIO()
    document.save(out)
    return rewritten(out.getvalue())


def _page(document: Any, folio: Folio, page: FolioPage, choices: Choices) -> None:
    opening = page.spec.arrange == "opening" and page.title == folio.title
    if page.title and not opening:
        put_bookmark(document, document.add_heading(printable(page.title), 1)._p, _anchor(page))
    put_words(document, page.blocks)
    for placed in page.placed:
        _plate(document, page, placed, choices)
    for lost in page.lost:
        document.add_paragraph(printable(f"{lost.name} cannot be made: {lost.why}"), "Caption")


def _plate(document: Any, page: FolioPage, placed: Placed, choices: Choices) -> None:
    figure, said = _laid(document, placed.figure), told(placed.figure)
    if said.words.title and said.words.title != page.title:
        heading = document.add_heading(printable(said.words.title), 2)
        if said.words.subtitle:
            document.add_paragraph(printable(said.words.subtitle), "Subtitle")
        put_about(document, figure, heading.runs, numbers=True)
    put_figure(document, figure, choices, named(placed.name))
    put_below(document, said, named(placed.name))


def _laid(document: Any, figure: Figure) -> Figure:
    """The figure for the width of the document's text."""
    wide, high = room_of(document)
    page = figure.recipe.page
    height = min(high * _MOST_HIGH, wide * max(_OF_WIDTH, min(1.6, _fall(figure))))
    laid, _ = page_in(replace(page, least_type=None), wide, height, within=True)
    return laid_anew(figure, replace(laid, least_type=8.0), _OUTSIDE)


def _fall(figure: Figure) -> float:
    """How high the matrix is for its width, cells being about twice as wide as high."""
    rows, columns = figure.matrix.shape
    return (rows + 2) / (2.0 * columns + 4)


def put_words(document: Any, blocks: tuple[Block, ...]) -> None:
    """Words in the document's styles for paragraphs, headings and lists."""
    for block in blocks:
        depth = f" {block.depth}" if block.depth > 1 else ""
        listed = f"List {'Number' if block.number is not None else 'Bullet'}{depth}"
        wanted = {"paragraph": "Normal", "heading": "Heading 2", "item": listed}[block.kind]
        names = {each.name for each in document.styles}
        paragraph = document.add_paragraph(style=wanted if wanted in names else None)
        if block.kind == "item" and wanted not in names:
            paragraph.add_run(f"{block.number}. " if block.number is not None else "• ")
        for run in block.runs:
            if run.breaks:
                paragraph.add_run().add_break()
            else:
                paragraph.add_run(printable(run.text)).bold = True if run.strong else None


def _contents(document: Any, folio: Folio) -> None:
    """The headlines, each with a link to its page and the number of that, which an office program works out."""
    from docx.oxml import parse_xml

    space = 'xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"'
    for page in folio.pages:
        if not page.title or (page.spec.arrange == "opening" and page.title == folio.title):
            continue
        paragraph = document.add_paragraph()
        link = parse_xml(f'<w:hyperlink {space} w:anchor="{_anchor(page)}" w:history="1"/>')
        run = paragraph.add_run(printable(page.title))
        link.append(run._r)
        paragraph._p.append(link)


def _anchor(page: FolioPage) -> str:
    return f"page_{page.number}"


def _numbered(document: Any, folio: Folio) -> None:
    """The foot of each page: what the folio has there, and the number of the page, where the template's own foot is empty."""
    from docx.oxml import parse_xml

    space = 'xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"'
    footer = document.sections[0].footer
    if any(paragraph.text.strip() for paragraph in footer.paragraphs) or footer._element.findall(".//{*}fldSimple"):
        return
    paragraph = footer.paragraphs[0] if footer.paragraphs else footer.add_paragraph()
    words = next((page.foot for page in folio.pages if page.foot), "")
    paragraph.add_run(printable(f"{words}\t\t" if words else ""))
    paragraph._p.append(parse_xml(f'<w:fldSimple {space} w:instr="PAGE"><w:r><w:t>1</w:t></w:r></w:fldSimple>'))
