"""Figures laid in templates of the house: words in its placeholders, cells in the room of the layout, as the JSON has them."""

import io
from dataclasses import replace

import docx
import pptx
import pytest

from mottled_finch.core.common.errors import DrawError
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL, Choices, Template, template_of
from mottled_finch.core.outputs.draw.making.texts import NAME

from ....conftest import figure_of
from ..readers import from_docx, from_pptx
from .decks import deck, document

TEXT = "r,c,v\n" + "".join(f"r{i},c{j},{i * 3 + j}\n" for i in range(6) for j in range(5))
PIVOT = {
    "rows": [{"field": "r"}],
    "columns": [{"field": "c"}],
    "measure": {"take": "sum", "of": "v"},
    "totals": {"rows": True, "columns": True},
}
WORDS = {"title": "What holds", "subtitle": "Below it", "caption": "n = {n}.", "source": "The log"}
NOTES = [{"row": ["r1"], "column": ["c2"], "text": "A storm."}]


def template(content: bytes, name: str = "House") -> Template:
    told, kept = template_of(content)
    return Template(name=name, told=told, content=kept)


def laid(house: Template, layout: str | None = None, form: str = "fit", **parts):
    page = {"template": {"slides": house.name, **({"layout": layout} if layout else {})}, **parts.pop("page", {})}
    figure = figure_of(TEXT, **{"pivot": PIVOT, "words": WORDS, "notes": NOTES, "page": page, **parts})
    content = DRAWINGS["pptx"].draw(figure, replace(USUAL, template=house, form=form))
    (slide,) = pptx.Presentation(io.BytesIO(content)).slides
    return figure, content, slide


def box_of(shape) -> tuple[float, float, float, float]:
    return tuple(each / 12_700 for each in (shape.left, shape.top, shape.width, shape.height))


def inside(inner, outer, spare: float = 1.0) -> bool:
    return (
        inner[0] >= outer[0] - spare
        and inner[1] >= outer[1] - spare
        and inner[0] + inner[2] <= outer[0] + outer[2] + spare
        and inner[1] + inner[3] <= outer[1] + outer[3] + spare
    )


def test_the_title_is_the_placeholder_as_the_house_has_it_and_the_table_stands_in_that_of_the_content():
    house = template(deck())
    figure, content, slide = laid(house)
    layout = house.told.layout(None)
    assert slide.slide_layout.name == "Title and Content"
    assert slide.shapes.title.text == "What holds" and slide.shapes.title._element.spPr.find("{*}xfrm") is None
    (table,) = (shape for shape in slide.shapes if shape.has_table)
    assert table.name == NAME and table.placeholder_format.idx == 1
    assert inside(box_of(table), layout.room)
    assert [shape.name for shape in slide.placeholders] == [slide.shapes.title.name, NAME]
    grid, plain = from_pptx(content), from_pptx(DRAWINGS["pptx"].draw(figure, USUAL))
    assert {place: seen.color for place, seen in grid.items()} == {place: seen.color for place, seen in plain.items()}
    assert [seen.text for seen in grid.values()] == [seen.text for seen in plain.values()]
    assert slide._element.find("{*}cSld/{*}bg") is None
    assert content == DRAWINGS["pptx"].draw(figure, replace(USUAL, template=house))


def test_caption_notes_and_source_go_where_the_layout_has_words():
    _, _, slide = laid(template(deck()), "Content with Caption")
    words = [shape.text_frame.text for shape in slide.placeholders if shape.has_text_frame]
    assert words == ["What holds", "1  A storm.\nn = 30.\nThe log"]
    (group,) = (shape for shape in slide.shapes if shape.name == "Legend and words")
    texts = [each.text for each in group.shapes if each.has_text_frame]
    assert "Below it" in texts and not {"n = 30.", "The log", "1  A storm."} & set(texts)


def test_words_that_no_placeholder_takes_stand_with_the_figure():
    _, _, slide = laid(template(deck()), "Blank")
    assert not list(slide.placeholders)[1:]
    (group,) = (shape for shape in slide.shapes if shape.name == "Legend and words")
    assert {"What holds", "Below it", "n = 30.", "The log"} <= {each.text for each in group.shapes if each.has_text_frame}


@pytest.mark.parametrize("form", ["shapes", "picture"])
def test_shapes_and_pictures_have_the_room_of_the_layout_too(form):
    house = template(deck())
    _, _, slide = laid(house, form=form)
    (figure,) = (shape for shape in slide.shapes if shape.name == NAME)
    room = house.told.layout(None).room
    assert inside(box_of(figure), room, spare=30)
    assert box_of(figure)[2] / box_of(figure)[3] == pytest.approx(room[2] / room[3], rel=0.1)
    assert slide.shapes.title.text == "What holds"


def test_no_number_of_a_shape_stands_twice():
    house = template(deck())
    busy = replace(house, told=replace(house.told, layouts=tuple(replace(each, busy=True) for each in house.told.layouts)))
    for each in (house, busy):
        for layout in ("Comparison", "Content with Caption", "Blank"):
            _, _, slide = laid(each, layout)
            numbers = [shape.get("id") for shape in slide.element.iter("{*}cNvPr")]
            assert len(numbers) == len(set(numbers)), layout


def test_the_ground_is_painted_only_where_it_is_another():
    house = template(deck(ground="102030"))
    _, _, slide = laid(house, page={"ground": "#102030", "ink": "#ffffff"})
    assert slide._element.find("{*}cSld/{*}bg") is None
    _, _, slide = laid(house)
    assert slide.background.fill.fore_color.rgb == pptx.dml.color.RGBColor(255, 255, 255)


def test_on_a_busy_layout_the_figure_has_a_plain_ground():
    house = template(deck())
    layouts = tuple(replace(each, busy=True) for each in house.told.layouts)
    _, _, slide = laid(replace(house, told=replace(house.told, layouts=layouts)))
    (panel,) = (shape for shape in slide.shapes if shape.name == "Ground")
    (table,) = (shape for shape in slide.shapes if shape.has_table)
    room = layouts[0].room
    assert box_of(panel) == pytest.approx(room, abs=0.1) and inside(box_of(table), room, spare=-5)


def test_the_type_stays_that_of_the_plate():
    _, _, slide = laid(template(deck()), "Comparison", page={"least_type": 9})
    (table,) = (shape for shape in slide.shapes if shape.has_table)
    sizes = {
        run.font.size.pt for row in table.table.rows for cell in row.cells for p in cell.text_frame.paragraphs for run in p.runs
    }
    assert min(sizes) >= 9


def test_a_layout_that_is_not_there_is_told_with_the_nearest():
    with pytest.raises(DrawError, match=r'"House" has no layout "Title & Content".*did you mean "Title and Content"'):
        laid(template(deck()), "Title & Content")


def test_a_document_has_the_page_the_head_and_the_styles_of_the_house():
    house = template(document())
    figure = figure_of(TEXT, pivot=PIVOT, words=WORDS, notes=NOTES, page={"template": {"document": "House"}})
    content = DRAWINGS["docx"].draw(figure, replace(USUAL, template=house))
    made = docx.Document(io.BytesIO(content))
    section = made.sections[0]
    assert (section.page_width.pt, section.page_height.pt) == (595, 420)
    assert section.header.paragraphs[0].text == "Ferry House"
    assert made.styles["Heading 1"].font.name == "Georgia"
    assert [(each.style.name, each.text) for each in made.paragraphs if each.style.name != "Normal"] == [
        ("Heading 1", "What holds"),
        ("Subtitle", "Below it"),
        ("Caption", "1  A storm."),
        ("Caption", "n = 30."),
        ("Caption", "The log"),
    ]
    plain = from_docx(DRAWINGS["docx"].draw(figure, USUAL))
    assert from_docx(content) == plain
    assert sum(each.width for each in made.tables[0].columns) <= (595 - 80) * 12_700
    picture = DRAWINGS["docx"].draw(figure, Choices(form="picture", template=house))
    (drawn,) = docx.Document(io.BytesIO(picture)).inline_shapes
    assert drawn.width.pt <= 515.5 and drawn.height.pt <= 341
