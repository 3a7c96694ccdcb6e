"""Outputs of nested, split and correlated figures agree with the JSON, cell by cell."""

import csv
import io
import json
import xml.etree.ElementTree as ET

import pytest
from PIL import Image

from mottled_finch.core.outputs.draw import DRAWINGS, USUAL

from ...conftest import figure_of

SVG = "{http://www.w3.org/2000/svg}"
TEXT = "a,b,c,v,w\n" + "".join(
    f"a{i % 2},b{i % 3},c{i % 5},{(i * 37) % 91 / 3:.2f},{(i * 53) % 71}\n"
    for i in range(240)
    if (i % 2, i % 3, i % 5) != (0, 1, 2)
)
SUM = {"take": "sum", "of": "v"}
NESTED = {"rows": [{"field": "a"}, {"field": "b"}], "columns": [{"field": "c"}], "measure": SUM}
PIVOTS = {
    "nested": {**NESTED, "totals": {"rows": True, "columns": True, "row_groups": True}},
    "own colors": {**NESTED, "totals": {"rows": True, "row_groups": True, "color": "own"}},
    "split": {"rows": [{"field": "b"}], "columns": [{"field": "a"}], "split": {"field": "c"}, "measure": SUM},
    "clustered": {**NESTED, "order": {"rows": {"by": "likeness"}, "columns": {"by": "likeness"}}},
    "shares": {**NESTED, "show": {"as": "share", "of": "group"}},
    "lower": {"correlate": {"fields": ["v", "w"], "triangle": "lower"}},
}


@pytest.fixture(params=list(PIVOTS))
def figure(request):
    return figure_of(TEXT, pivot=PIVOTS[request.param])


def drawn(figure, ending) -> bytes:
    return DRAWINGS[ending].draw(figure, USUAL)


def test_pixels_are_the_colors_of_the_json(figure):
    colors = json.loads(drawn(figure, "json"))["colors"]
    picture = Image.open(io.BytesIO(drawn(figure, "png"))).convert("RGB")
    grid = figure.scene.grid
    for row, line in enumerate(colors):
        for column, color in enumerate(line):
            x, y = grid.place(column, row)
            pixel = picture.getpixel((round((x + grid.cell_width * 0.1) * 2), round((y + grid.cell_height * 0.9) * 2)))
            if color:
                assert "#" + bytes(pixel).hex() == color
            elif row * len(line) + column in grid.absent:
                assert pixel == (255, 255, 255)  # no cell is there
            else:
                assert min(pixel) > 190


def test_the_svg_says_every_head_and_every_total(figure):
    said = [element.text for element in ET.fromstring(drawn(figure, "svg")).iter(f"{SVG}text")]
    for text in figure.scene.texts:
        assert text.text in said
    assert figure.scene.alternative == ET.fromstring(drawn(figure, "svg")).find(f"{SVG}title").text


def test_the_csv_has_a_column_for_each_level_and_the_values_in_full(figure):
    lines = list(csv.reader(io.StringIO(drawn(figure, "csv").decode())))
    found = json.loads(drawn(figure, "json"))
    levels = max(1, len(found["rows"][0]))
    for line, labels, values in zip(lines[1:], found["rows"], found["values"], strict=False):
        assert line[:levels] == labels
        assert [float(text) if text else None for text in line[levels : levels + len(values)]] == values


def test_the_json_tells_totals_of_groups():
    found = json.loads(drawn(figure_of(TEXT, pivot=PIVOTS["nested"]), "json"))
    assert [(group["labels"], group["from"], group["to"]) for group in found["row_group_totals"]] == [
        (["a0"], 0, 2),
        (["a1"], 3, 5),
    ]
    for group in found["row_group_totals"]:
        for column, total in enumerate(group["totals"]):
            cells = [line[column] for line in found["values"][group["from"] : group["to"] + 1]]
            assert total == pytest.approx(sum(value for value in cells if value is not None))


@pytest.mark.parametrize("ending", ["pdf", "pptx"])
def test_pages_and_slides_are_made_of_each(figure, ending):
    assert len(drawn(figure, ending)) > 5_000
