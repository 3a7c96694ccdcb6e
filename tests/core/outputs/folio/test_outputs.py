"""Decks, pages, reports and pages to read: read back by other libraries, they agree with the plates alone, cell by cell."""

import io
import json
import zipfile

import lxml.html
import pikepdf
import pytest
from docx import Document
from pptx import Presentation
from pypdf import PdfReader

from mottled_finch.core.outputs.draw import DRAWINGS, USUAL, Choices
from mottled_finch.core.outputs.folio.naming import named
from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS
from mottled_finch.core.outputs.folio.outputs.html import words_html
from mottled_finch.core.outputs.folio.outputs.svg import draw_page_svg
from mottled_finch.core.outputs.folio.pages import laid_out
from mottled_finch.core.outputs.folio.source import FolioSource, folio_source_in, put_folio
from mottled_finch.core.outputs.folio.words import blocks_of

from ..draw.house.decks import deck, document
from ..draw.readers import from_html
from .conftest import CROWD, LATE, folio_of

NAMES = {"late": LATE, "crowd": CROWD}


def drawn(folio, ending, **chosen):
    return FOLIO_DRAWINGS[ending].draw(folio, Choices(**chosen))


@pytest.fixture
def folio(every_page):
    return folio_of(*every_page, title='Review <1> & "2"', footer="Log, {late.n} records")


def colors_of(table):
    """The text and fill of each cell of a table of a slide."""
    found = {}
    for y, line in enumerate(table.rows):
        for x, cell in enumerate(line.cells):
            fill = cell._tc.tcPr.find("{*}solidFill/{*}srgbClr")
            found[y, x] = cell.text, None if fill is None else fill.get("val").lower()
    return found


def test_a_deck_has_a_slide_each_with_words_that_can_be_edited(folio):
    slides = list(Presentation(io.BytesIO(drawn(folio, "pptx"))).slides)
    assert [slide.shapes.title.text for slide in slides] == ["We are late", "Late", "Both", "Both again", "Knot", "Four", "We ask"]
    texts = ["\n".join(shape.text_frame.text for shape in slide.shapes if shape.has_text_frame) for slide in slides]
    assert "Of 9 records." in texts[0] and "Most: 120." in texts[2] and "Two a" in texts[4] and "Why" in texts[6]
    for number, slide in enumerate(slides, 1):
        (field,) = slide.element.findall(".//{*}fld")
        assert field.get("type") == "slidenum" and field.find("{*}t").text == str(number)
        assert "Log, 9 records" in texts[number - 1]
        numbers = [each.get("id") for each in slide.element.iter("{*}cNvPr")]
        assert len(numbers) == len(set(numbers))
    assert "Pause." in slides[6].notes_slide.notes_text_frame.text
    assert "late: Statement: Color the sum of minutes" in slides[1].notes_slide.notes_text_frame.text
    leads = [shape.click_action.target_slide for shape in slides[0].shapes if shape.name.startswith("Contents")]
    assert [slide.slide_id for slide in leads] == [slide.slide_id for slide in slides[1:]]


def test_plates_of_a_deck_have_the_colors_they_have_alone(folio):
    slides = Presentation(io.BytesIO(drawn(folio, "pptx", form="table"))).slides
    alone = {}
    for name in NAMES:
        (slide,) = Presentation(io.BytesIO(DRAWINGS["pptx"].draw(folio.figures[name], Choices(form="table")))).slides
        alone[name] = next(colors_of(shape.table) for shape in slide.shapes if shape.has_table)
    for page, slide in zip(folio.pages, slides, strict=True):
        tables = [shape for shape in slide.shapes if shape.has_table]
        assert [shape.name for shape in tables] == [named(placed.name) for placed in page.placed]
        for shape, placed in zip(tables, page.placed, strict=True):
            found = colors_of(shape.table)
            assert {at: fill for at, (_, fill) in found.items()} == {at: fill for at, (_, fill) in alone[placed.name].items()}
            assert all(text in ("", alone[placed.name][at][0]) for at, (text, _) in found.items())
            left, top, width, height = placed.room
            assert left - 14 <= shape.left.pt and shape.left.pt + shape.width.pt <= left + width + 1  # heads have a margin
            assert top - 1 <= shape.top.pt and shape.top.pt + shape.height.pt <= top + height + 1


@pytest.mark.parametrize("form", ["shapes", "picture"])
def test_plates_are_shapes_or_pictures_where_that_is_chosen(folio, form):
    for page, slide in zip(folio.pages, Presentation(io.BytesIO(drawn(folio, "pptx", form=form))).slides, strict=True):
        assert [shape.name for shape in slide.shapes if shape.name.startswith("Mottled")] == [
            named(each.name) for each in page.placed
        ]


def test_a_deck_is_laid_in_the_template_of_the_house(every_page):
    folio = folio_of(*every_page, template=deck(), page={"template": {"slides": "House"}}, title="Review")
    presentation = Presentation(io.BytesIO(drawn(folio, "pptx")))
    slides = list(presentation.slides)
    assert slides[0].slide_layout.name == "Title Slide" and slides[1].slide_layout.name == "Title and Content"
    assert [slide.shapes.title.text for slide in slides][1] == "Late"
    assert slides[6].placeholders[1].text_frame.text == "Why\nSince so."
    for page, slide in zip(folio.pages, slides, strict=True):
        assert not [each for each in slide.placeholders if each.has_text_frame and not each.text_frame.text.strip()], page.number
        for shape in slide.shapes:
            if shape.name.startswith("Mottled"):
                assert shape.left >= 0 and shape.left + shape.width <= presentation.slide_width
                assert shape.top + shape.height <= presentation.slide_height


def test_pages_have_text_bookmarks_links_and_words_for_who_does_not_see(folio):
    content = drawn(folio, "pdf")
    reader = PdfReader(io.BytesIO(content))
    assert len(reader.pages) == 7 and reader.metadata.title == folio.title
    assert [each.title for each in reader.outline] == [page.title for page in folio.pages]
    for page, told in zip(reader.pages, folio.pages, strict=True):
        text = " ".join(page.extract_text().split())
        assert told.title in text and str(told.number) in text
        assert (float(page.mediabox.width), float(page.mediabox.height)) == (960.0, 540.0)
    with pikepdf.open(io.BytesIO(content)) as pdf:
        links = pdf.pages[0].obj.Annots
        assert [link.Dest[0].objgen for link in links] == [page.obj.objgen for page in pdf.pages][1:]
        marks = pdf.Root.StructTreeRoot.K[0].K
        assert [str(each.T) for each in marks] == [page.title for page in folio.pages]
        assert "Most: 120." in str(marks[2].Alt) and "Heat map" in str(marks[2].Alt)


def test_a_report_has_headings_lists_and_tables_with_the_plates_texts(folio):
    report = Document(io.BytesIO(drawn(folio, "docx")))
    headings = [each.text for each in report.paragraphs if each.style.name == "Heading 1"]
    assert headings == [page.title for page in folio.pages]
    styles = {each.text: each.style.name for each in report.paragraphs}
    assert (styles["One"], styles["Two a"], styles["A"]) == ("List Bullet", "List Bullet 2", "List Number")
    placed = [placed.name for page in folio.pages for placed in page.placed]
    assert len(report.tables) == len(placed)
    alone = {name: Document(io.BytesIO(DRAWINGS["docx"].draw(folio.figures[name], USUAL))).tables[0] for name in NAMES}
    for table, name in zip(report.tables, placed, strict=True):
        assert table._tbl.tblPr.find("{*}tblCaption").values() == [named(name)]
        assert [[cell.text for cell in line.cells] for line in table.rows] == [
            [cell.text for cell in line.cells] for line in alone[name].rows
        ]
        fills = [each.get(each.keys()[-1]) for each in table._tbl.iter("{*}shd")]
        assert fills == [each.get(each.keys()[-1]) for each in alone[name]._tbl.iter("{*}shd")]


def test_a_report_in_the_house_s_document_and_as_pictures(folio):
    house = document()
    from mottled_finch.core.outputs.draw import Template, template_of

    told, content = template_of(house)
    report = Document(io.BytesIO(drawn(folio, "docx", form="picture", template=Template(name="H", told=told, content=content))))
    pictures = [each.get("name") for each in report.element.body.iter("{*}docPr")]
    assert pictures == [named(placed.name) for page in folio.pages for placed in page.placed]


def test_pages_to_read_have_contents_and_every_plate_as_a_table(folio):
    page = lxml.html.fromstring(drawn(folio, "html").decode())
    assert page.find(".//title").text == folio.title
    links = [link.get("href") for link in page.findall(".//nav//a")]
    assert [page.get_element_by_id(link[1:]).find("h2").text for link in links] == [each.title for each in folio.pages]
    placed = [placed.name for each in folio.pages for placed in each.placed]
    tables = page.findall(".//table")
    assert len(tables) == len(placed) == len(page.findall(".//script[@data-told]"))
    alone = {name: from_html(DRAWINGS["html"].draw(folio.figures[name], USUAL)) for name in NAMES}
    for table, name in zip(tables, placed, strict=True):
        assert from_html(lxml.html.tostring(table)) == alone[name]
    for script, name in zip(page.findall(".//script[@data-told]"), placed, strict=True):
        assert json.loads(script.text)["rows"] == ["Ardle Quay", "Brackwater", "Knot"], name
    assert "http://" not in drawn(folio, "html").decode().replace("http://www.w3.org/", "")


def test_words_as_html_nest_as_they_were_written():
    words = "# H\n\np *b* <i>\n\n- a\n  - b\n\n    c\n- d\n\n3. e\n4. f"
    assert words_html(blocks_of(words)) == (
        "<h3>H</h3><p>p <strong>b</strong> &lt;i&gt;</p>"
        '<ul><li>a<ul><li>b<p>c</p></li></ul></li><li>d</li></ul><ol start="3"><li>e</li><li>f</li></ol>'
    )


def test_the_same_folio_is_the_same_file(every_page):
    for ending in FOLIO_DRAWINGS:
        assert drawn(folio_of(*every_page), ending) == drawn(folio_of(*every_page), ending), ending


def test_a_plate_that_cannot_be_made_is_told_where_it_would_stand(folio):
    lost = laid_out(folio.spec, {"late": folio.figures["late"]})
    svg = draw_page_svg(lost.pages[2]).decode()
    assert "crowd cannot be made: it is not there any more" in svg
    for ending in FOLIO_DRAWINGS:
        assert len(drawn(lost, ending)) > 1000


def test_the_folio_goes_along_and_is_found(folio):
    source = FolioSource(folio={"finch_folio": 1, "plates": {}}, plates={}, version="1", number=3)
    for ending in FOLIO_DRAWINGS:
        content = put_folio(drawn(folio, ending), ending, source)
        assert folio_source_in(content) == source, ending
        assert folio_source_in(drawn(folio, ending)) is None
    with zipfile.ZipFile(io.BytesIO(put_folio(drawn(folio, "pptx"), "pptx", source))) as package:
        assert package.testzip() is None
