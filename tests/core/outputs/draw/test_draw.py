"""Every output agrees with the matrix and the scene, cell by cell."""

import csv
import io
import json
import xml.etree.ElementTree as ET

import numpy as np
import pypdf
import pytest
from PIL import Image
from pptx import Presentation

from mottled_finch.core.common.errors import DrawError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL, Choices
from mottled_finch.core.outputs.draw.svg import needs_other_fonts
from mottled_finch.core.tables.intake import read_file

from ...conftest import figure_of

SVG = "{http://www.w3.org/2000/svg}"
PIVOT = {
    "rows": [{"field": "pier"}],
    "columns": [{"field": "departed", "cut": "month"}],
    "measure": {"take": "average", "of": "minutes"},
    "totals": {"rows": True, "columns": True},
}


RC = {"rows": [{"field": "r"}], "columns": [{"field": "c"}]}


@pytest.fixture
def figure(trips):
    return figure_of(trips, pivot=PIVOT, color={"palette": "kingcup", "middle": {"at": 6}}, words={"title": "Late <&> 'so'"})


def test_smaller_symbols_lie_over_larger_ones_that_reach_into_their_cells():
    text = "r,c,v\n" + "m,a,1\n" * 16 + "m,b,9\n" * 4
    cells = {"square": True, "symbols": {"as": "dot", "size": {"take": "count"}, "reach": 2}}
    figure = figure_of(text, pivot={**RC, "measure": {"take": "average", "of": "v"}}, cells=cells)
    grid = figure.scene.grid
    pixels = np.asarray(Image.open(io.BytesIO(DRAWINGS["png"].draw(figure, USUAL))).convert("RGB"))

    def at(x, y):
        return "#" + bytes(pixels[round(y * 2), round(x * 2)].tolist()).hex()

    large, small = (grid.symbol(i) for i in range(2))
    middle = large[1] + large[3] / 2
    assert at(small[0] + small[2] / 2, middle) == grid.fills[1]
    # Inside the cell beside it, and outside the small one, the large one is seen.
    assert large[0] + large[2] > grid.xs[0] + grid.cell_width
    assert at(grid.xs[0] + grid.cell_width / 2 + large[2] * 0.2, middle) == grid.fills[0]


def drawn(figure, ending, zoom=2.0) -> bytes:
    return DRAWINGS[ending].draw(figure, Choices(zoom=zoom))


def centers(figure, zoom):
    grid = figure.scene.grid
    for row, y in enumerate(grid.ys):
        for column, x in enumerate(grid.xs):
            # beside the printed value: a tenth in from the left, a tenth up from the foot
            yield row, column, round((x + grid.cell_width * 0.1) * zoom), round((y + grid.cell_height * 0.9) * zoom)


def test_json_holds_labels_values_colors_and_totals(figure):
    found = json.loads(drawn(figure, "json"))
    assert found["rows"] == [["East"], ["North"], ["West"]]
    assert found["columns"] == [["Jan"], ["Feb"]]
    assert found["values"] == [[6, None], [10, 25], [None, 1]]
    assert found["records"] == [[2, 1], [1, 2], [0, 1]]
    assert found["row_totals"] == [6, 20, 1]
    assert found["column_totals"] == [22 / 3, 17]
    assert found["grand_total"] == pytest.approx(73 / 6)
    colors = figure.scene.grid.colors
    assert found["colors"] == [[colors[127], None], [colors[154], colors[254]], [None, colors[0]]]


def test_json_leaves_totals_out_that_are_not_shown(trips):
    found = json.loads(drawn(figure_of(trips, pivot={**PIVOT, "totals": {"rows": True}}), "json"))
    assert "row_totals" in found
    assert not {"column_totals", "grand_total"} & set(found)


def test_json_of_empty_sides_and_of_nothing_kept(trips):
    assert json.loads(drawn(figure_of(trips, pivot={"rows": [{"field": "pier"}]}), "json"))["columns"] == [[]]
    nothing = json.loads(
        drawn(figure_of(trips, pivot={"rows": [{"field": "pier"}], "keep": [{"field": "pier", "in": []}]}), "json")
    )
    assert (nothing["rows"], nothing["values"], nothing["colors"]) == ([], [], [])


@pytest.mark.parametrize("zoom", [1, 2, 3.5])
def test_png_pixels_are_the_colors_of_the_json(figure, zoom):
    colors = json.loads(drawn(figure, "json"))["colors"]
    picture = Image.open(io.BytesIO(drawn(figure, "png", zoom))).convert("RGB")
    assert picture.size == (round(960 * zoom), round(540 * zoom))
    for row, column, x, y in centers(figure, zoom):
        if colors[row][column]:
            assert "#" + bytes(picture.getpixel((x, y))).hex() == colors[row][column]
        else:
            assert min(picture.getpixel((x, y))) > 190  # a blank is pale and hatched, whatever the palette


def big(side: int):
    lines = "".join(f"r{i:03},c{j:03},{(i * 7 + j * 13) % 101}\n" for i in range(side) for j in range(side) if (i + j) % 17)
    return read_file(io.BytesIO(("r,c,v\n" + lines).encode()), "big.csv")[0]


@pytest.mark.parametrize("side", [60, 90, 210])
def test_png_pixels_agree_when_cells_are_painted_as_one_picture(side):
    pivot = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
    figure = make_figure(big(side), load_recipe({"finch_recipe": 2, "pivot": pivot}))
    picture = np.asarray(Image.open(io.BytesIO(drawn(figure, "png", 2))).convert("RGB"))
    colors = json.loads(drawn(figure, "json"))["colors"]
    grid = figure.scene.grid
    for row, y in enumerate(grid.ys):
        for column, x in enumerate(grid.xs):
            pixel = picture[int((y + grid.cell_height / 2) * 2), int((x + grid.cell_width / 2) * 2)]
            expected = colors[row][column] or None
            if expected:
                assert bytes(pixel.tolist()).hex() == expected[1:], (row, column)


@pytest.mark.parametrize("zoom", [0.5, 5, float("nan")])
def test_png_refuses_a_zoom_it_cannot_draw(figure, zoom):
    with pytest.raises(DrawError, match=r"^zoom: a zoom of .*; choose 1 to 4$"):
        drawn(figure, "png", zoom)


def test_png_refuses_too_many_pixels(trips):
    with pytest.raises(DrawError, match=r"^zoom: the picture would have 16,000 by 16,000 pixels"):
        drawn(figure_of(trips, pivot=PIVOT, page={"width": 4000, "height": 4000}), "png", 4)


def test_svg_is_well_formed_stands_alone_and_keeps_text_as_text(figure):
    root = ET.fromstring(drawn(figure, "svg"))
    texts = [element.text for element in root.iter(SVG + "text")]
    assert "Late <&> 'so'" in texts
    assert {"East", "Jan", "25"} <= set(texts)
    fills = {element.get("fill") for element in root.iter(SVG + "rect")}
    assert {color for row in json.loads(drawn(figure, "json"))["colors"] for color in row if color} <= fills
    style = root.find(f"{SVG}defs/{SVG}style").text
    assert style.count("@font-face") == 2
    assert root.find(SVG + "title").text == figure.scene.alternative
    assert not [value for element in root.iter() for value in element.attrib.values() if value.startswith("http")]


def test_markup_in_a_table_stays_text():
    evil = '"<script>alert(1)</script>","]]>&amp;\x01 "'
    figure = figure_of(f"r,c,v\n{evil},1\n", pivot={"rows": [{"field": "r"}], "columns": [{"field": "c"}]})
    root = ET.fromstring(drawn(figure, "svg"))
    assert "<script>alert(1)</script>" in [element.text for element in root.iter(SVG + "text")]
    assert not list(root.iter("script")) + list(root.iter(SVG + "script"))
    for ending in ("png", "pdf", "pptx", "csv", "json"):
        assert drawn(figure, ending)


def test_letters_the_bundled_font_lacks_are_left_to_other_fonts():
    figure = figure_of("r,v\n東京都,1\nb,2\n", pivot={"rows": [{"field": "r"}]})
    assert needs_other_fonts(figure.scene.texts)
    assert not needs_other_fonts(figure_of("r,v\na,1\n", pivot={"rows": [{"field": "r"}]}).scene.texts)
    assert "東京都".encode() in drawn(figure, "svg")
    assert drawn(figure, "png") and drawn(figure, "pdf")


def test_pdf_is_one_page_of_the_right_size_with_text_to_select(figure):
    reader = pypdf.PdfReader(io.BytesIO(drawn(figure, "pdf")))
    assert len(reader.pages) == 1
    assert [float(side) for side in reader.pages[0].mediabox[2:]] == [960, 540]
    words = reader.pages[0].extract_text()
    assert "Late <&> 'so'" in words
    assert "North" in words and "\n25\n" in words
    assert not reader.pages[0].images  # vectors throughout, the hatching included


def test_pptx_is_one_slide_with_its_title_its_alternative_text_and_notes(figure):
    deck = Presentation(io.BytesIO(drawn(figure, "pptx")))
    (slide,) = deck.slides
    assert (deck.slide_width.pt, deck.slide_height.pt) == (960, 540)
    assert slide.shapes.title.text == "Late <&> 'so'"
    (frame,) = (shape for shape in slide.shapes if shape.has_table)
    assert (frame.name, frame._element.nvGraphicFramePr.cNvPr.get("descr")) == ("Mottled Finch figure", figure.scene.alternative)
    notes = slide.notes_slide.notes_text_frame.text
    assert "Color the average of minutes for each pier down" in notes and "n = " in notes


def test_pptx_with_a_picture_has_it_over_the_whole_slide(figure):
    deck = Presentation(io.BytesIO(DRAWINGS["pptx"].draw(figure, Choices(form="picture"))))
    (picture,) = deck.slides[0].shapes
    assert picture._element.nvPicPr.cNvPr.get("descr") == figure.scene.alternative
    assert Image.open(io.BytesIO(picture.image.blob)).size == (1920, 1080)


def test_csv_holds_full_values_and_totals(figure):
    lines = list(csv.reader(io.StringIO(drawn(figure, "csv").decode())))
    assert lines == [
        ["pier", "Jan", "Feb", "All"],
        ["East", "6", "", "6"],
        ["North", "10", "25", "20"],
        ["West", "", "1", "1"],
        ["All", str(22 / 3), "17", str(73 / 6)],
    ]


@pytest.mark.parametrize("label", ["=1+1", "+A1", "-2+3", "@SUM(A1)"])
def test_csv_labels_never_become_formulas(label):
    figure = figure_of(f'r,v\n"{label}",1\nb,2\n', pivot={"rows": [{"field": "r"}], "measure": {"take": "sum", "of": "v"}})
    lines = list(csv.reader(io.StringIO(drawn(figure, "csv").decode())))
    assert f"'{label}" in [line[0] for line in lines]


# A PDF numbers its parts as it comes, and a slide carries the moment it was made; what they show is compared above.
@pytest.mark.parametrize("ending", sorted(set(DRAWINGS) - {"pdf", "pptx"}))
def test_the_same_recipe_draws_the_same_bytes(figure, ending):
    assert drawn(figure, ending) == drawn(figure, ending)
