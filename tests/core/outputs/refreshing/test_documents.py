"""Reports that come back after people edited them: tables and pictures are remade where they stand, with the lines below them."""

import copy
import io
import zipfile

import docx
import pytest
from docx.shared import Pt, RGBColor
from lxml import etree

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.draw import DRAWINGS, Choices, source_of, with_source
from mottled_finch.core.outputs.draw.making.bookmarks import W, bookmark_for, bookmark_of, digest_of
from mottled_finch.core.outputs.draw.making.tabled import tabled
from mottled_finch.core.outputs.folio.naming import named
from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS
from mottled_finch.core.outputs.folio.source import FolioSource, put_folio
from mottled_finch.core.outputs.refreshing.remaking import change_of, piece_of
from mottled_finch.core.outputs.refreshing.returning import opened, refreshed
from mottled_finch.core.outputs.refreshing.sharing import on_their_scales

from ...conftest import read
from ..folio.conftest import CROWD, LATE, TEXT, folio_of
from .conftest import random_editions, refused_or_remade
from .test_returned import NEXT

NOTED = {
    **LATE,
    "words": {"title": "Late", "caption": "Of {n} records", "source": "Source: log."},
    "notes": [{"row": ["Knot"], "column": ["Mar"], "text": "Storm, {highest}"}],
}
RECIPES = {"late": NOTED, "crowd": CROWD}
ONE = {"plates": ["late"], "headline": "Ours"}


def report(*pages, form="table", recipes=RECIPES):
    folio = folio_of(*pages, plates=recipes)
    content = FOLIO_DRAWINGS["docx"].draw(folio, Choices(form=form))
    sources = {
        name: source_of(folio.figures[name], {"finch_recipe": 2, **each}, Choices(), "log.csv", "1")
        for name, each in recipes.items()
    }
    spec = {"finch_folio": 1, "plates": {name: {} for name in sources}, "pages": list(pages)}
    return put_folio(content, "docx", FolioSource(folio=spec, plates=sources, version="1"))


def edited(content, edit):
    document = docx.Document(io.BytesIO(content))
    edit(document)
    out = io.BytesIO()
    document.save(out)
    return out.getvalue()


def anew(content, text=NEXT):
    returned = opened(content)
    figures = {
        name: make_figure(read(text), returned.folio.looking(name, load_recipe(source.recipe)))
        for name, source in returned.plates.items()
    }
    made = on_their_scales(returned.figures, figures, returned.folio.spec())
    return refreshed(content, [piece_of(returned.figures[number], figure) for number, figure in made.items()])


def tables(content):
    return docx.Document(io.BytesIO(content)).tables


def texts(table):
    return [[cell.text for cell in row.cells] for row in table.rows]


def shades(table):
    found = []
    for row in table._tbl.tr_lst:
        for cell in row.tc_lst:
            shade = cell.find(f"{W}tcPr/{W}shd")
            found.append(None if shade is None else shade.get(f"{W}fill"))
    return found


def paragraphs(content):
    return [each.text for each in docx.Document(io.BytesIO(content)).paragraphs]


def test_a_table_has_the_numbers_colors_and_heads_of_the_new_records():
    made, fresh = anew(report(ONE)), report(ONE)
    (found,), (before,) = tables(made), tables(fresh)
    assert texts(before)[1:] == [["Ardle Quay", "1", "0", "2"], ["Brackwater", "4", "3", "5"], ["Knot", "7", "6", "8"]]
    assert texts(found)[1:] == [
        ["Ardle Quay", "1", "0", "2"],
        ["Brackwater", "40", "3", "5"],
        ["Dunlin", "", "5", ""],
        ["Osprey", "7", "6", "8"],
    ]
    figure = make_figure(read(NEXT), load_recipe(LATE))
    wanted = [place.fill[1:7].upper() for line in tabled(figure).places for place in line if place and place.fill]
    blank = figure.scene.theme.blank[1:7].upper()
    assert [each.upper() for each in shades(found) if each and each.upper() != blank] == wanted


def test_everything_but_the_document_s_part_is_the_same_byte_for_byte():
    def edit(document):
        document.paragraphs[0].insert_paragraph_before("A person's words")
        document.sections[0].header.paragraphs[0].text = "House"

    content = edited(report(ONE, {"arrange": "words", "headline": "Words"}), edit)
    made = anew(content, TEXT.replace("Brackwater,Feb,4", "Brackwater,Feb,40"))
    with zipfile.ZipFile(io.BytesIO(content)) as before, zipfile.ZipFile(io.BytesIO(made)) as after:
        assert before.namelist() == after.namelist() and after.testzip() is None
        assert [name for name in before.namelist() if before.read(name) != after.read(name)] == ["word/document.xml"]
    assert paragraphs(made)[0] == "A person's words"
    outside = [
        [etree.tostring(each) for each in docx.Document(io.BytesIO(each)).element.body if each.tag != f"{W}tbl"]
        for each in (content, made)
    ]
    differing = [(a, b) for a, b in zip(*outside, strict=True) if a != b]
    assert all(b"finch_" in a and b"finch_" in b for a, b in differing), "only lines that were ours"


def test_fonts_borders_and_widths_that_people_gave_stay_with_their_heads():
    def edit(document):
        (table,) = document.tables
        for row in table.rows:
            row.cells[0].width = Pt(150)
        table._tbl.tblGrid.gridCol_lst[0].w = Pt(150)
        run = table.cell(2, 1).paragraphs[0].runs[0]
        run.font.name, run.font.size, run.font.italic, run.font.color.rgb = "Georgia", Pt(15), True, RGBColor(0xAB, 0x12, 0x34)
        run = table.cell(3, 1).paragraphs[0].runs[0]
        run.font.bold = True
        table.cell(2, 1)._tc.get_or_add_tcPr().append(
            etree.fromstring(f'<w:tcBorders xmlns:w="{W[1:-1]}"><w:top w:val="double" w:sz="24" w:color="FF0000"/></w:tcBorders>')
        )

    content = edited(report(ONE), edit)
    (before,), (after,) = tables(content), tables(anew(content))
    run = after.cell(2, 1).paragraphs[0].runs[0]
    assert (run.text, run.font.name, run.font.size, run.font.italic) == ("40", "Georgia", Pt(15), True)
    assert run.font.color.rgb == RGBColor(0xAB, 0x12, 0x34)
    assert after.cell(2, 1)._tc.find(f"{W}tcPr/{W}tcBorders/{W}top").get(f"{W}val") == "double"
    plain = after.cell(1, 1).paragraphs[0].runs[0]
    assert plain.font.name != "Georgia" and not plain.font.italic
    widths = [[int(each.get(f"{W}w")) for each in table._tbl.tblGrid] for table in (before, after)]
    assert widths[0] == widths[1] and widths[1][0] == 3000
    order = [each.tag.removeprefix(W) for each in after.cell(2, 1)._tc.tcPr]
    assert order == ["tcW", "tcBorders", "shd", "vAlign"], "as the standard wants them"


def test_lines_below_follow_unless_a_person_changed_or_took_them_out():
    content = report(ONE)
    legend = next(text for text in paragraphs(content) if "■" in text)
    made = anew(content)
    assert "Of 9 records" in paragraphs(content) and "Of 10 records" in paragraphs(made)
    assert "1  Storm, 8" in paragraphs(content)
    assert next(text for text in paragraphs(made) if "■" in text) != legend

    def edit(document):
        for each in document.paragraphs:
            if each.text == "Of 9 records":
                each.runs[0].text = "Of nine, all told"
            if "■" in each.text:
                each._p.getparent().remove(each._p)
            if each.text == "Source: log.":
                each.runs[0].font.italic = True

    made = anew(edited(content, edit))
    assert "Of nine, all told" in paragraphs(made) and "Of 10 records" not in paragraphs(made)
    assert not any("■" in text for text in paragraphs(made)), "what was taken out stays away"
    source = next(each for each in docx.Document(io.BytesIO(made)).paragraphs if each.text == "Source: log.")
    assert source.runs[0].font.italic
    again = anew(made, TEXT)
    assert "Of nine, all told" in paragraphs(again)


def test_a_line_that_the_plate_has_no_more_goes_and_more_notes_come():
    returned = opened(report(ONE))
    (found,) = returned.figures
    more = {**NOTED, "words": {"title": "Late", "source": "Source: log."}}
    more["notes"] = [*NOTED["notes"], {"row": ["Brackwater"], "column": ["Jan"], "text": "Ice"}]
    figure = make_figure(read(TEXT), load_recipe(more))
    made = paragraphs(refreshed(report(ONE), [piece_of(found, figure)]))
    assert "Of 9 records" not in made
    notes = [text for text in made if text[:3] in ("1  ", "2  ")]
    assert sorted(text[3:] for text in notes) == ["Ice", "Storm, 8"] and [text[0] for text in notes] == ["1", "2"]


def test_a_copy_is_found_with_its_lines_and_a_table_that_was_deleted_stays_deleted():
    def edit(document):
        body, (first, _) = document.element.body, document.tables
        line = next(each._p for each in document.paragraphs if each.text == "Of 9 records")
        for each in (first._tbl, line):
            twin = copy.deepcopy(each)
            for mark in [*twin.iter(f"{W}bookmarkStart"), *twin.iter(f"{W}bookmarkEnd")]:
                mark.getparent().remove(mark)
            body.insert(len(body) - 1, twin)
        document.tables[1]._tbl.getparent().remove(document.tables[1]._tbl)

    content = edited(report(ONE, {"plates": ["crowd"], "headline": "Theirs"}), edit)
    assert [(found.plate, found.under) for found in opened(content).figures] == [("late", "Late"), ("late", "Crowded")]
    made = anew(content)
    assert [texts(table)[2][1] for table in tables(made)] == ["40", "40"]
    assert paragraphs(made).count("Of 10 records") == 2
    assert opened(content).figures[1].where == "under “Crowded”"


@pytest.mark.parametrize("how", ["named", "bookmarked"])
def test_it_is_found_by_its_name_or_its_bookmark_alone(how):
    def edit(document):
        (table,) = document.tables
        gone = [*table._tbl.iter(f"{W}tblCaption" if how == "bookmarked" else f"{W}bookmarkStart")]
        for each in gone:
            each.getparent().remove(each)

    content = edited(report(ONE), edit)
    (found,) = opened(content).figures
    assert found.plate == "late" and found.form == "table"
    assert texts(tables(anew(content))[0])[2][1] == "40"
    assert opened(anew(content)).figures[0].plate == "late", "and found again"


def test_a_picture_is_drawn_for_the_size_that_it_has_now_and_its_copy_keeps_its_own():
    def edit(document):
        shape = document.inline_shapes[0]
        shape.width, shape.height = Pt(300), Pt(200)
        body = document.element.body
        body.insert(len(body) - 1, copy.deepcopy(shape._inline.getparent().getparent().getparent()))

    content = edited(report(ONE, form="picture"), edit)
    first, second = opened(content).figures
    assert (first.form, first.width, first.height) == ("picture", 300, 200)
    returned = opened(content)
    figure = make_figure(read(NEXT), returned.folio.looking("late", load_recipe(NOTED)))
    made = refreshed(content, [piece_of(first, figure)])
    with zipfile.ZipFile(io.BytesIO(content)) as before, zipfile.ZipFile(io.BytesIO(made)) as after:
        assert set(after.namelist()) - set(before.namelist()) == {"word/media/finch1.png"}
        assert after.read("word/media/image1.png") == before.read("word/media/image1.png"), "the copy shows what it showed"
    document = docx.Document(io.BytesIO(made))
    assert [shape.width for shape in document.inline_shapes] == [Pt(300), Pt(300)]
    embedded = [each.get(docx.oxml.ns.qn("r:embed")) for each in document.element.body.iter(docx.oxml.ns.qn("a:blip"))]
    assert len(set(embedded)) == 2 and second.place != first.place


def test_what_would_change_is_told_before_anything_is():
    (found,) = opened(report(ONE)).figures
    told = change_of(found, make_figure(read(NEXT), load_recipe(LATE))).told
    assert told.startswith("1 of 12 cells changed: Brackwater, Feb 4 → 40; came: Dunlin, Osprey; went: Knot")
    assert told.endswith("claims no longer that highest row is Knot: highest row is Brackwater")


def test_plates_that_share_a_scale_share_it_in_the_report_that_came_back():
    page = {"arrange": "beside", "plates": ["late", "crowd"], "share": True, "headline": "Both"}
    assert [shades(table) for table in tables(anew(report(page), TEXT))] == [shades(table) for table in tables(report(page))]


def test_a_document_of_one_figure_comes_back_too():
    figure = make_figure(read(TEXT), load_recipe(NOTED))
    content = DRAWINGS["docx"].draw(figure, Choices(form="table"))
    content = with_source(content, "docx", source_of(figure, NOTED, Choices(), "log.csv", "1"))
    returned = opened(content)
    (found,) = returned.figures
    assert found.plate == "" and returned.plates[""].table == "log.csv"
    made = refreshed(content, [piece_of(found, make_figure(read(NEXT), load_recipe(NOTED)))])
    assert texts(tables(made)[0])[2][1] == "40" and "Of 10 records" in paragraphs(made)


@pytest.mark.parametrize("seed", range(6))
def test_whatever_the_figure_is_its_table_says_what_it_would_say_alone(seed):
    before, after, plain = random_editions(seed)
    recipe = load_recipe(plain)
    old, new = (make_figure(read(text), recipe) for text in (before, after))
    content = with_source(DRAWINGS["docx"].draw(old, Choices(form="table")), "docx", source_of(old, plain, Choices(), "t", "1"))
    (found,) = opened(content).figures
    made = tables(refreshed(content, [piece_of(found, new)]))[0]
    alone = tables(DRAWINGS["docx"].draw(new, Choices(form="table")))[0]
    assert texts(made) == texts(alone) and shades(made) == shades(alone)


def test_bookmarks_are_names_that_a_document_may_have():
    plate = named("a plate of a very long name, with ünusual marks")
    name = bookmark_for(plate, "note12", "text")
    assert len(name) <= 40 and name.replace("_", "").isalnum()
    mark = bookmark_of(name)
    assert (mark.part, mark.text, mark.figure) == (
        "note12",
        digest_of(" text "),
        digest_of(named("a plate of a very long name, with ünusual marks")),
    )
    assert bookmark_of("finch_x") is None and bookmark_of("page_1") is None
    content = report(ONE, {"plates": ["crowd"], "headline": "B"})
    numbers = [each.get(f"{W}id") for each in docx.Document(io.BytesIO(anew(content))).element.body.iter(f"{W}bookmarkStart")]
    assert len(numbers) == len(set(numbers)) > 6


@pytest.mark.parametrize("form", ("table", "picture"))
def test_damaged_documents_are_refused_or_read_never_more(form):
    figure = make_figure(read(NEXT), load_recipe(NOTED))
    assert refused_or_remade(report(ONE, form=form), figure) > 5
