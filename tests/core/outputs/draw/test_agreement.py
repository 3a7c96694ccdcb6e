"""What leaves agrees: labels, printed texts, numbers and colors of every output made of cells equal those of the JSON, place by
place, read back by other libraries than wrote them.
"""

import csv
import io
import itertools
import json
import random
import re
import zipfile
from collections import Counter

import numpy as np
import openpyxl
import pytest
from lxml import etree
from PIL import Image
from pptx import Presentation
from pypdf import PdfReader
from python_calamine import CalamineWorkbook

from mottled_finch.core.colors.spaces import bytes_of
from mottled_finch.core.common.errors import DrawError
from mottled_finch.core.figures.scene.themes import theme_of
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL, Choices, Template, template_of

from ...conftest import drawn, figure_of
from .house.decks import deck
from .readers import Seen, formatted, from_docx, from_html, from_pptx, from_xlsx, shapes_in, told_in_html

LABELS = ["Ardle Quay", "=HYPERLINK(1)", "<b>&amp;</b>", "ספינה", "+3", 'a "b"', "' or 1", "Ünter den Linden am Kai"]


WORDS = {"title": "A <title> & more", "caption": "=cmd|' /C calc'!A0"}


def records(seed: int) -> str:
    lot = random.Random(seed)
    lines = ["a,b,c,d,v,w"]
    for a, b, c, d in itertools.product("xy", range(3), LABELS[:3], LABELS[3:6]):
        for _ in range(lot.choice([0, 1, 1, 2, 5])):
            value = "" if lot.random() < 0.1 else f"{lot.uniform(-40, 90):.3f}"
            quoted = [f'"{each.replace(chr(34), chr(34) * 2)}"' for each in (c, d)]
            lines.append(f"{a},{a}{b},{','.join(quoted)},{value},{lot.randrange(1, 5)}")
    return "\n".join(lines) + "\n"


def recipe(seed: int) -> dict:
    """Sides of one or two levels, totals of all kinds, scales, hidden values, notes, unlike columns, several languages."""
    lot = random.Random(seed * 31 + 7)
    rows = lot.choice([[{"field": "a"}], [{"field": "a"}, {"field": "b"}], [{"field": "b"}], [{"field": "c"}]])
    columns = lot.choice([[{"field": "d"}], [{"field": "c"}, {"field": "d"}], [{"field": "w"}], []])
    columns = columns if all(each not in rows for each in columns) else [{"field": "d"}]
    totals = {name: lot.random() < 0.5 for name in ("rows", "columns", "row_groups", "column_groups")}
    totals["color"] = lot.choice(["none", "own", "shared"])
    pivot = {
        "rows": rows,
        "columns": columns,
        "measure": lot.choice([{"take": "sum", "of": "v"}, {"take": "average", "of": "v"}, {"take": "count"}]),
    }
    if lot.random() < 0.2:
        pivot["split"] = {"field": "a"} if {"field": "a"} not in rows else {"field": "w"}
        pivot["columns"] = [each for each in columns if each["field"] != "w"]
    pivot["totals"] = totals
    color: dict = {"palette": lot.choice(["kingcup", "reed", "pondweed"])} if lot.random() < 0.5 else {}
    color |= lot.choice(
        [{}, {}, {"within": "column"}, {"bands": {"method": "quantile", "count": 4}}, {"scale": "rank"}, {"lit": {"above": 3}}]
    )
    cells: dict = {"values": lot.choice(["all", "all", "none", "extremes"])}
    cells |= lot.choice(
        [{}, {"decimals": 2}, {"number": {"as": "percent"}}, {"number": {"short": True, "after": " min"}}, {"least_records": 3}]
    )
    notes = (
        [{"row": ["x"] if rows[0]["field"] == "a" else None, "text": "=1+1 {n}"}]
        if lot.random() < 0.4 and rows[0]["field"] == "a"
        else []
    )
    return {
        "pivot": pivot,
        "color": color,
        "cells": cells,
        "notes": notes,
        "page": {"width": 1600, "height": 1200, **lot.choice([{}, {}, {"language": "de"}])},
        "words": WORDS,
    }


SIDES = {"rows": [{"field": "c"}], "columns": [{"field": "d"}]}
AVERAGE = {"take": "average", "of": "v"}
WHOLE = {"width": 1600, "height": 1200}
CHOSEN = {
    "unlike columns": {
        "pivot": {**SIDES, "measure": AVERAGE},
        "each": [
            {"column": ["+3"], "unit": "kn", "decimals": 2},
            {"column": ["ספינה"], "number": {"as": "percent"}, "high_is": "bad"},
        ],
        "page": WHOLE,
    },
    "weights": {
        "pivot": {**SIDES, "measure": AVERAGE, "totals": {"rows": True, "columns": True}},
        "heads": {"weight": {"columns": {"take": "count"}, "rows": {"take": "count"}}},
        "page": WHOLE,
    },
    "against": {
        "pivot": {
            **SIDES,
            "measure": {"take": "sum", "of": "v"},
            "keep": [{"field": "a", "in": ["x"]}],
            "show": {"as": "against", "by": "difference", "keep": [{"field": "a", "in": ["y"]}]},
        },
        "page": WHOLE,
    },
    "shares on a dark page": {
        "pivot": {**SIDES, "measure": {"take": "count"}, "show": {"as": "share", "of": "row"}, "totals": {"rows": True}},
        "page": {**WHOLE, "theme": "dusk"},
    },
}
RECIPES = {
    **{f"random {seed}": (seed, recipe(seed)) for seed in drawn(range(36), 14)},
    **{name: (5, {"words": WORDS, **parts}) for name, parts in CHOSEN.items()},
}


@pytest.fixture(scope="module", params=RECIPES)
def figure(request):
    seed, parts = RECIPES[request.param]
    return figure_of(records(seed), **parts)


@pytest.fixture(scope="module")
def house():
    told, content = template_of(deck(width=1600, height=1200))
    return Template(name="House", told=told, content=content)


def lines(found: dict, side: str, figure) -> list[tuple[str, int]]:
    """The lines of a side in order: members by number, totals of groups and of all."""
    totals = figure.recipe.pivot.totals
    groups = found.get(f"{side[:-1]}_group_totals", [])
    members = found[side]
    panels = side == "columns" and figure.matrix.panels
    ends: dict[int, list[int]] = {}
    for i, group in enumerate(groups):
        ends.setdefault(group["to"], []).append(i)
    order: list[tuple[str, int]] = []
    for i in range(len(members)):
        order.append(("member", i))
        inner = sorted(ends.get(i, []), key=lambda g: -len(groups[g]["labels"]))
        order += [("group", g) for g in inner if not (panels and len(groups[g]["labels"]) == 1)]
        if panels and totals.rows and (i + 1 == len(members) or members[i + 1][0] != members[i][0]):
            order.append(("panel", i))
    across = totals.rows if side == "columns" else totals.columns
    return [*order, ("all", -1)] if across and not panels else order


def expected(figure) -> dict[tuple[int, int], Seen]:
    """The cells of the table by their place among all lines, from the JSON."""
    found = json.loads(DRAWINGS["json"].draw(figure, USUAL))
    deep, wide = len(found["rows"][0]), len(found["columns"][0])
    prints = figure.contents.prints
    hidden = figure.contents.few | figure.contents.aside
    seen = {}
    for y, (kind, i) in enumerate(lines(found, "rows", figure)):
        for x, (other, j) in enumerate(lines(found, "columns", figure)):
            if kind == other == "member":
                number = None if hidden[i, j] else found["values"][i][j]
                seen[y + wide, x + deep] = Seen(prints[i * len(found["columns"]) + j], number, found["colors"][i][j])
            elif (kind, other) == ("member", "all"):
                seen[y + wide, x + deep] = Seen("", found["row_totals"][i])
            elif (kind, other) == ("all", "member"):
                seen[y + wide, x + deep] = Seen("", found["column_totals"][j])
            elif (kind, other) == ("all", "all"):
                seen[y + wide, x + deep] = Seen("", found["grand_total"])
            elif (kind, other) == ("group", "member"):
                seen[y + wide, x + deep] = Seen("", found["row_group_totals"][i]["totals"][j])
            elif (kind, other) == ("member", "group"):
                seen[y + wide, x + deep] = Seen("", found["column_group_totals"][j]["totals"][i])
    return seen


def cells_of(figure) -> dict:
    found = json.loads(DRAWINGS["json"].draw(figure, USUAL))
    deep, wide = len(found["rows"][0]), len(found["columns"][0])
    down, across = lines(found, "rows", figure), lines(found, "columns", figure)
    members = {
        (y + wide, x + deep) for y, row in enumerate(down) for x, column in enumerate(across) if row[0] == column[0] == "member"
    }
    return {place: seen for place, seen in expected(figure).items() if place in members}


def labels(figure) -> dict[tuple[int, int], str]:
    """The innermost heads, and those of groups where they begin."""
    found = json.loads(DRAWINGS["json"].draw(figure, USUAL))
    deep, wide = len(found["rows"][0]), len(found["columns"][0])
    heads = {}
    for y, (kind, i) in enumerate(lines(found, "rows", figure)):
        if kind == "member":
            heads |= {(y + wide, depth): label for depth, label in enumerate(found["rows"][i]) if begins(found["rows"], i, depth)}
    for x, (kind, j) in enumerate(lines(found, "columns", figure)):
        if kind == "member":
            heads |= {
                (depth, x + deep): label for depth, label in enumerate(found["columns"][j]) if begins(found["columns"], j, depth)
            }
    return heads


def begins(members: list[list[str]], i: int, depth: int) -> bool:
    return depth == len(members[i]) - 1 or i == 0 or members[i - 1][: depth + 1] != members[i][: depth + 1]


def test_workbooks(figure):
    found = json.loads(DRAWINGS["json"].draw(figure, USUAL))
    deep, wide = len(found["rows"][0]), len(found["columns"][0])
    for colors in ("rules", "fills"):
        content = DRAWINGS["xlsx"].draw(figure, Choices(colors=colors))
        grid = from_xlsx(content, deep, wide)
        members = cells_of(figure)
        for place, seen in expected(figure).items():
            assert (
                grid[place].number == pytest.approx(seen.number, rel=1e-15)
                if seen.number is not None
                else grid[place].number is None
            )
            if place in members:
                assert grid[place].text == written(seen.text, figure)
                assert (grid[place].color == seen.color) if seen.color else grid[place].number is None
        assert {place: grid[place].text for place in labels(figure)} == labels(figure)
    sheet = CalamineWorkbook.from_filelike(io.BytesIO(content)).get_sheet_by_name("Figure").to_python()
    numbers = sorted(each for line in sheet for each in line if isinstance(each, float))
    assert numbers == pytest.approx(sorted(each.number for each in grid.values() if each.number is not None))


def written(text: str, figure) -> str:
    """As a workbook writes it: with the marks of its reader, and of percent as the format has it."""
    return text.translate({ord("."): ",", ord(","): "."}) if figure.recipe.page.language == "de" else text


def test_pages_for_a_browser(figure):
    content = DRAWINGS["html"].draw(figure, USUAL)
    grid, told = from_html(content), told_in_html(content)
    found = json.loads(DRAWINGS["json"].draw(figure, USUAL))
    values = iter(told["values"])
    for place, seen in cells_of(figure).items():
        text = next(values)
        assert grid[place].color == seen.color
        assert grid[place].text == text and bool(text) == (seen.number is not None)
        assert seen.text in ("", text)
    assert {place: grid[place].text for place in labels(figure)} == labels(figure)
    assert told["records"] == [
        "" if count is None else f"{count:,} record{'' if count == 1 else 's'}" for line in found["records"] for count in line
    ]


@pytest.mark.parametrize(("ending", "read"), [("pptx", from_pptx), ("docx", from_docx)])
def test_native_tables(figure, ending, read):
    content = DRAWINGS[ending].draw(figure, USUAL)
    if ending == "pptx" and any(figure.scene.grid.drops):
        return hold_shapes(content, figure)  # matrices below each other are no table
    grid = read(content)
    for place, seen in cells_of(figure).items():
        if seen.color:
            assert (grid[place].text, grid[place].color) == (seen.text, seen.color)
        else:
            assert grid[place].text in ("", "–") and grid[place].color in (None, theme_of(figure.recipe.page).blank)
    assert {place: grid[place].text for place in labels(figure)} == labels(figure)
    assert content == DRAWINGS[ending].draw(figure, USUAL)


def test_slides_of_the_house_hold_the_same(figure, house):
    """In a template, whose layout has another room: the same places with the same words and colors."""
    content = DRAWINGS["pptx"].draw(figure, Choices(template=house))
    if not any(shape.has_table for shape in Presentation(io.BytesIO(content)).slides[0].shapes):
        return
    grid = from_pptx(content)
    cells = cells_of(figure)
    assert {place: grid[place].color for place in cells if cells[place].color} == {
        place: seen.color for place, seen in cells.items() if seen.color
    }
    assert {place: grid[place].text for place in labels(figure)} == labels(figure)


def hold_shapes(content: bytes, figure) -> None:
    """Each cell is a shape of its color where the scene has it."""
    grid, shapes = figure.scene.grid, shapes_in(content)
    for i, fill in enumerate(grid.fills):
        if fill and grid.symbol(i)[2] > 1:
            assert shapes[tuple(round(each) for each in grid.symbol(i))] == fill


def test_text_for_data_holds_the_same(figure):
    """Values in full, and hex codes, in the order of the JSON; a label that a workbook would compute is led by a mark."""
    found = json.loads(DRAWINGS["json"].draw(figure, USUAL))
    deep, across = len(found["rows"][0]), len(found["columns"])
    only = found.get("against", {}).get("only")
    values, colors = (list(csv.reader(io.StringIO(DRAWINGS[ending].draw(figure, USUAL).decode()))) for ending in ("csv", "hex.csv"))
    for y, labels in enumerate(found["rows"], 1):
        assert [label.removeprefix("'") for label in values[y][:deep]] == [label.removeprefix("'") for label in labels]
        for x in range(across):
            word = only[y - 1][x] if only else None
            value = found["values"][y - 1][x]
            assert values[y][deep + x] == (word or ("" if value is None else str(value)))
            assert colors[y][deep + x] == (word or found["colors"][y - 1][x] or "")


def test_pictures_and_pages_hold_the_same(figure):
    """In the SVG each cell is a shape of its color where it lies, read by an XML parser; the PDF has the same words, read by pypdf;
    the PNG has its color at the upper left of each cell.
    """
    grid = figure.scene.grid
    cells = {grid.symbol(i): fill for i, fill in enumerate(grid.fills) if fill and grid.symbol(i)[2] > 1}
    tree = etree.fromstring(DRAWINGS["svg"].draw(figure, USUAL))
    drawn = {
        tuple(float(shape.get(name)) for name in ("x", "y", "width", "height")): shape.get("fill")
        for shape in tree.iter("{*}rect")
        if shape.get("x") and shape.get("width", "").replace(".", "").isdecimal()
    }
    assert {box: drawn.get(box) for box in cells} == cells
    prints = [text for text in grid.prints if text]
    texts = ["".join(each.itertext()) for each in tree.iter("{*}text")]
    assert not Counter(prints) - Counter(texts)
    (page,) = PdfReader(io.BytesIO(DRAWINGS["pdf"].draw(figure, USUAL))).pages
    words = re.sub(r"\s", "", page.extract_text())
    assert all(words.count(text.replace(" ", "").replace("\xa0", "")) >= 1 for text in prints)
    picture = Image.open(io.BytesIO(DRAWINGS["png"].draw(figure, Choices(zoom=1)))).convert("RGB")
    for (x, y, width, height), fill in cells.items():
        if min(width, height) > 6 and not figure.scene.transparent:
            assert picture.getpixel((round(x) + 2, round(y) + 2)) == tuple(bytes_of(fill).tolist())


def test_forty_thousand_cells_hold_the_same():
    """200 by 200, in what holds so many: cell by cell."""
    lot = random.Random(4)
    text = "r,c,v\n" + "".join(f"{i:03},{j:03},{lot.uniform(-9, 99):.4f}\n" for i in range(200) for j in range(200))
    figure = figure_of(text, pivot={"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}})
    found = json.loads(DRAWINGS["json"].draw(figure, USUAL))
    flat = [each for line in found["values"] for each in line]
    colors = [each for line in found["colors"] for each in line]
    sheet = from_xlsx(DRAWINGS["xlsx"].draw(figure, Choices(colors="fills")), 1, 1)
    assert [sheet[y, x].number for y in range(1, 201) for x in range(1, 201)] == pytest.approx(flat, rel=1e-15)
    assert [sheet[y, x].color for y in range(1, 201) for x in range(1, 201)] == colors
    ruled = DRAWINGS["xlsx"].draw(figure, USUAL)
    scale = openpyxl.load_workbook(io.BytesIO(ruled), read_only=True)["Scale"]
    steps = [(least, code) for least, _, code in scale.iter_rows(min_row=2, values_only=True)]
    leasts = np.array([least for least, _ in steps[:-1]])[::-1]
    codes = [code for _, code in steps][::-1]
    assert [codes[i] for i in np.searchsorted(leasts, flat, side="right")] == colors
    html = from_html(DRAWINGS["html"].draw(figure, USUAL))
    assert [html[y, x].color for y in range(1, 201) for x in range(1, 201)] == colors
    values = list(csv.reader(io.StringIO(DRAWINGS["csv"].draw(figure, USUAL).decode())))
    assert [float(each) for line in values[1:] for each in line[1:]] == flat
    picture = np.asarray(Image.open(io.BytesIO(DRAWINGS["png"].draw(figure, Choices(zoom=4)))).convert("RGB"))
    grid = figure.scene.grid
    boxes = [grid.cell(i % 200, i // 200) for i in range(40_000)]
    seen = [picture[int(4 * (y + height / 2)), int(4 * (x + width / 2))] for x, y, width, height in boxes]
    assert ["#" + bytes(each.tolist()).hex() for each in seen] == colors


@pytest.mark.parametrize("symbols", ["dot", "square", "bar"])
def test_symbols_are_shapes(symbols):
    text = "r,c,v\n" + "".join(f"r{i},c{j},{i + j}\n" * (1 + i * j) for i in range(4) for j in range(5))
    pivot = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "average", "of": "v"}}
    figure = figure_of(text, pivot=pivot, cells={"symbols": {"as": symbols, "size": {"take": "count"}}})
    hold_shapes(DRAWINGS["pptx"].draw(figure, USUAL), figure)


def test_nothing_from_data_becomes_a_formula_or_a_link(figure):
    book = openpyxl.load_workbook(io.BytesIO(DRAWINGS["xlsx"].draw(figure, Choices(records="yes"))))
    for sheet in book:
        assert [cell.coordinate for line in sheet.iter_rows() for cell in line if cell.data_type == "f" or cell.hyperlink] == []
    page = DRAWINGS["html"].draw(figure, USUAL).decode()
    assert "<b>&amp;</b>" not in page and "A &lt;title&gt; &amp; more" in page


@pytest.mark.parametrize("ending", ["xlsx", "html", "pptx", "docx"])
def test_colors_alone_hold_no_number_of_the_cells(ending):
    text = "r,c,v\n" + "".join(f"r{i},c{j},{1234.5 + 17.25 * (3 * i + j)}\n" for i in range(3) for j in range(3))
    pivot = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}, "totals": {"rows": True}}
    figure = figure_of(text, pivot=pivot, legend={"show": False}, words={"caption": ""})
    content = DRAWINGS[ending].draw(figure, Choices(values="no"))
    grid = {"xlsx": lambda content: from_xlsx(content, 1, 1), "html": from_html, "pptx": from_pptx, "docx": from_docx}[ending](
        content
    )
    found = json.loads(DRAWINGS["json"].draw(figure, USUAL))
    assert [grid[y + 1, x + 1].color for y in range(3) for x in range(3)] == [each for line in found["colors"] for each in line]
    assert [grid[y + 1, x + 1].text for y in range(3) for x in range(4)] == [""] * 12
    assert all(each.number is None for each in grid.values())
    parts = [content]
    if ending != "html":
        with zipfile.ZipFile(io.BytesIO(content)) as package:
            parts = [package.read(name) for name in package.namelist()]
    numbers = {f"{value:.{decimals}f}" for line in found["values"] for value in line for decimals in (1, 2)}
    numbers |= {f"{value:,.{decimals}f}" for line in found["values"] for value in line for decimals in (1, 2)}
    for part in parts:
        text = re.sub(r"base64,[A-Za-z0-9+/=]*", "", part.decode("utf-8", "replace"))
        assert not [number for number in numbers if number in text]


def test_what_cannot_be_a_table_says_so_or_becomes_what_it_can_be():
    text = "r,c,v\n" + "".join(f"{i},{j},{i * j}\n" for i in range(70) for j in range(70))
    pivot = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
    figure = figure_of(text, pivot=pivot)
    for ending, form in (("pptx", "table"), ("pptx", "shapes"), ("docx", "table")):
        with pytest.raises(DrawError, match="picture"):
            DRAWINGS[ending].draw(figure, Choices(form=form))
        assert DRAWINGS[ending].draw(figure, USUAL).startswith(b"PK")


def test_numbers_are_written_as_the_format_says():
    assert formatted(-0.004, '#,##0.00;"−"#,##0.00;#,##0.00') == "−0.00"
    assert formatted(12345, '#,##0.0,"k";"−"#,##0.0,"k";#,##0.0,"k"') == "12.3k"
    assert formatted(0.125, '0.0%;"−"0.0%;0.0%') == "12.5%"


EXTREMES = {
    "one cell": ("a,x,5\n", {}),
    "all alike": (
        "".join(f"{r},{c},7\n" for r in "abc" for c in "xyz"),
        {"totals": {"rows": True, "columns": True, "color": "own"}},
    ),
    "all blank": (
        "".join(f"{r},{c},\n" for r in "abc" for c in "xyz") + "d,x,1\n",
        {"totals": {"rows": True, "columns": True}, "keep": [{"field": "r", "not_in": ["d"]}]},
    ),
    "a label of 5,000 characters": (f"{'long ' * 1000},x,1\nb,{'y' * 5000},2\n", {}),
    "lines that are totals of one": (
        "".join(f"{r},{c},{i}\n" for i, (r, c) in enumerate(itertools.product("abc", "xy"))),
        {"split": {"field": "c"}, "columns": [], "totals": {"rows": True, "columns": True}},
    ),
}


@pytest.mark.parametrize("name", EXTREMES)
def test_extremes_leave_whole(name):
    text, parts = EXTREMES[name]
    pivot = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}, **parts}
    figure = figure_of("r,c,v\n" + text, pivot=pivot, page={"width": 2400, "height": 900})
    cells = cells_of(figure)
    for ending, read in (("html", from_html), ("pptx", from_pptx), ("docx", from_docx)):
        content = DRAWINGS[ending].draw(figure, USUAL)
        if ending == "pptx" and not any(shape.has_table for shape in Presentation(io.BytesIO(content)).slides[0].shapes):
            continue
        grid = read(content)
        assert {place: grid[place].color for place, seen in cells.items() if seen.color} == {
            place: seen.color for place, seen in cells.items() if seen.color
        }
    for colors in ("rules", "fills"):
        grid = from_xlsx(DRAWINGS["xlsx"].draw(figure, Choices(colors=colors)), 1, 1)
        assert {place: (grid[place].number, grid[place].color) for place, seen in cells.items() if seen.color} == {
            place: (seen.number, seen.color) for place, seen in cells.items() if seen.color
        }
    assert {place: grid[place].text for place in labels(figure)} == {place: text.strip() for place, text in labels(figure).items()}


def test_heads_that_reach_over_are_joined_as_the_library_joins_them():
    """In a slide's table, against python-pptx's own joining of the same places."""
    pivot = {
        "rows": [{"field": "a"}, {"field": "b"}],
        "columns": [{"field": "c"}, {"field": "d"}],
        "measure": {"take": "count"},
        "totals": dict.fromkeys(("rows", "columns", "row_groups", "column_groups"), True),
    }
    figure = figure_of(records(3), pivot=pivot, page={"width": 1600, "height": 1200})
    deck = Presentation(io.BytesIO(DRAWINGS["pptx"].draw(figure, USUAL)))
    (ours,) = (shape.table for shape in deck.slides[0].shapes if shape.has_table)
    rows, columns = len(ours.rows), len(ours.columns)
    theirs = deck.slides[0].shapes.add_table(rows, columns, 0, 0, 999, 999).table
    assert all(each.width > 0 for each in ours.columns) and all(each.height > 0 for each in ours.rows)
    for y, x in itertools.product(range(rows), range(columns)):
        cell = ours.cell(y, x)
        if cell.is_merge_origin:
            theirs.cell(y, x).merge(theirs.cell(y + cell.span_height - 1, x + cell.span_width - 1))
    spans = ("gridSpan", "rowSpan", "hMerge", "vMerge")
    for y, x in itertools.product(range(rows), range(columns)):
        one, other = ours.cell(y, x)._tc, theirs.cell(y, x)._tc
        assert [getattr(one, name) for name in spans] == [getattr(other, name) for name in spans], (y, x)
    assert ours.cell(0, 0).span_width == ours.cell(0, 0).span_height == 2
