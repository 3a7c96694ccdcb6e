"""What is hidden stays hidden: in data that leaves, and from who knows the totals and the rest."""

import csv
import io
import json
import random
import re
import zipfile

import numpy as np
import openpyxl
import pytest
from pypdf import PdfReader
from scipy.optimize import linprog

from mottled_finch.core.common.recipe import dump_recipe, load_recipe
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL, Choices, source_of, with_source

from ...conftest import drawn, figure_of, read

SIDES = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
SECRET = 7719.625
SAID = re.compile(r"(?<![\w.#])7,?719(?:\.\d+)?(?!\w)|(?<![\w.#])7,?720(?![\w.])|(?<![\w.])7\.7k")
"""The number as it may be written."""


def made(text, **parts):
    recipe = load_recipe({"finch_recipe": 2, **parts})
    return make_figure(read(text), recipe), recipe


@pytest.mark.parametrize(
    "ending", [ending for ending, drawing in DRAWINGS.items() if ending not in ("png", "pdf", "svg", "pptx", "docx")]
)
def test_a_hidden_number_leaks_through_no_output(ending):
    text = "r,c,v\n" + "a,x,5\n" * 4 + "a,y,6\n" * 4 + "b,y,7\n" * 4 + f"b,x,{SECRET}\n"
    figure, _ = made(text, pivot=SIDES, cells={"least_records": 3})
    content = DRAWINGS[ending].draw(figure, USUAL)
    if ending == "xlsx":
        sheet = openpyxl.load_workbook(io.BytesIO(content))["Figure"]
        assert SECRET not in [cell.value for line in sheet.iter_rows() for cell in line]
    else:
        assert not SAID.findall(words_in(content))


def test_asked_for_they_go_along():
    text = "r,c,v\n" + "a,x,5\n" * 4 + "a,y,6\n" * 4 + f"b,x,{SECRET}\n" + "b,y,1\n" * 4
    figure, _ = made(text, pivot={**SIDES, "aside": {"cells": [{"row": ["a"], "column": ["y"]}]}}, cells={"least_records": 3})
    stays, goes = (json.loads(DRAWINGS["json"].draw(figure, Choices(hidden=hidden))) for hidden in ("no", "yes"))
    assert (stays["values"], stays["records"]) == ([[20, None], [None, 4]], [[4, None], [None, 4]])
    assert (goes["values"], goes["records"]) == ([[20, 24], [SECRET, 4]], [[4, 4], [1, 4]])
    lines = [
        list(csv.reader(io.StringIO(DRAWINGS["csv"].draw(figure, Choices(hidden=hidden)).decode()))) for hidden in ("no", "yes")
    ]
    assert [line[1:] for line in lines[0][1:]] == [["20", ""], ["", "4"]]
    assert [line[1:] for line in lines[1][1:]] == [["20", "24"], [str(SECRET), "4"]]


LEAST = 4


@pytest.mark.parametrize("seed", drawn(range(120), 48))
def test_no_hidden_number_follows_from_what_leaves(seed):
    """Linear bounds: whoever knows the cells, totals and records that leave can put no bounds on what rests on too few values."""
    lot = random.Random(seed)
    nested = lot.random() < 0.4
    rows, columns = lot.randint(1, 5), lot.randint(2, 5)
    records = [
        (f"g{i % 2}", f"r{i}", f"c{j}", lot.choice([lot.randint(1, 9), lot.randint(1, 9), ""]))
        for i in range(rows)
        for j in range(columns)
        for _ in range(lot.choice([0, 1, 2, 3, 6, 7, 9]))
    ]
    text = "g,r,c,v\n" + "".join(",".join(map(str, record)) + "\n" for record in [*records, *[("g0", "r0", "c0", 1)] * 6])
    totals = {"rows": lot.random() < 0.7, "columns": lot.random() < 0.7, "row_groups": nested and lot.random() < 0.7}
    take = lot.choice([{"take": "sum", "of": "v"}, {"take": "count"}, {"take": "average", "of": "v"}])
    sides = {"rows": [*([{"field": "g"}] if nested else []), {"field": "r"}], "columns": [{"field": "c"}]}
    figure, _ = made(text, pivot={**sides, "measure": take, "totals": totals}, cells={"least_records": LEAST})
    told = json.loads(DRAWINGS["json"].draw(figure, USUAL))
    numbers = figure.matrix.all_numbers[: len(told["rows"]), : len(told["columns"])]
    number = {(row, column): i for i, (row, column) in enumerate(np.ndindex(*numbers.shape))}
    known, equals = [], []

    def know(cells, value):
        """A total or cell that leaves says what the sum of its values is."""
        if value is None or value != value:
            return
        line = np.zeros(len(number))
        line[[number[cell] for cell in cells]] = 1
        known.append(line)
        equals.append(value * (sum(numbers[cell] for cell in cells) if take["take"] == "average" else 1))

    every = {(row, column) for row, column in number}
    spans = {cell: {cell} for cell in every}
    for cell in every:
        know([cell], 0 if not numbers[cell] and take["take"] != "count" else told["values"][cell[0]][cell[1]])
    lines = {("row", row): {cell for cell in every if cell[0] == row} for row in range(len(told["rows"]))}
    lines |= {("column", column): {cell for cell in every if cell[1] == column} for column in range(len(told["columns"]))}
    for (side, i), cells in lines.items():
        if f"{side}_totals" in told:
            know(cells, told[f"{side}_totals"][i])
            spans[side, i] = cells
    know(every, told.get("grand_total"))
    know(every, figure.facts.number("total"))
    for group, values in zip(figure.matrix.row_groups, told.get("row_group_totals", []), strict=False):
        for column, value in enumerate(values["totals"]):
            cells = {cell for cell in every if group.start <= cell[0] < group.stop and cell[1] == column}
            know(cells, value)
            spans["group", group.start, column] = cells
    for cells in spans.values():
        behind = sum(numbers[cell] for cell in cells)
        if not 0 < behind < LEAST:
            continue
        aim = np.zeros(len(number))
        aim[[number[cell] for cell in cells]] = 1
        for sign in (1, -1):
            bound = linprog(sign * aim, A_eq=np.array(known), b_eq=equals, bounds=(None, None))
            assert bound.status == 3, (cells, bound.fun, told)  # unbounded


@pytest.mark.parametrize("ending", DRAWINGS)
@pytest.mark.parametrize("take", ["sum", "max", "average", "median", "range"])
def test_a_number_on_one_record_is_in_no_output(ending, take):
    """As the only cell of its row, beside others of its column, and as the largest of all."""
    text = "r,c,v\n" + "a,x,5\na,x,7\n" * 4 + "a,y,6\n" * 8 + "c,x,8\n" * 6 + "c,y,9\nc,y,3\n" * 4 + f"b,x,{SECRET}\n"
    totals = {"rows": True, "columns": True}
    more = {"cells": {"least_records": 5, "print": {"measure": {"take": "max", "of": "v"}}}}
    figure, recipe = made(text, pivot={**SIDES, "measure": {"take": take, "of": "v"}, "totals": totals}, **more)
    source = source_of(figure, dump_recipe(recipe), USUAL, "t", "1")
    content = with_source(DRAWINGS[ending].draw(figure, USUAL), ending, source)
    assert not SAID.findall(words_in(content))
    if take == "sum" and ending in ("json", "csv", "html", "svg", "pdf", "xlsx", "pptx", "docx"):  # else nothing is looked for
        shown, _ = made(text, pivot={**SIDES, "measure": {"take": take, "of": "v"}, "totals": totals})
        assert SAID.findall(words_in(DRAWINGS[ending].draw(shown, USUAL)))


def test_the_digest_of_a_source_tells_nothing_of_what_is_hidden():
    """Who knows all else could try numbers until the digest is the same."""

    def digest(secret, **choices):
        text = "r,c,v\n" + "a,x,5\n" * 8 + "a,y,6\n" * 8 + f"b,x,{secret}\n" + "b,y,4\n" * 9
        figure, recipe = made(text, pivot={**SIDES, "measure": {"take": "sum", "of": "v"}}, cells={"least_records": 5})
        return source_of(figure, dump_recipe(recipe), Choices(**{**vars(USUAL), **choices}), "t", "1").digest

    assert digest(3) == digest(SECRET)
    assert digest(3, hidden="yes") != digest(SECRET, hidden="yes"), "it goes along where that was chosen"


@pytest.mark.parametrize(
    ("language", "said"),
    [
        (None, "1 cell on fewer than 5 records and 3 that would tell of it are hidden."),
        ("de", "Verborgene Zellen, unter 5 Datensätzen: 1. Daneben verborgene Zellen, die sie verraten würden: 3."),
        ("fr", "Cellules masquées, moins de 5 enregistrements : 1. Cellules masquées à côté, qui les révéleraient : 3."),
    ],
)
def test_a_caption_tells_cells_on_few_from_those_that_guard_them(language, said):
    text = "r,c,v\n" + "a,x,5\n" * 8 + "a,y,6\n" * 8 + f"b,x,{SECRET}\n" + "b,y,4\n" * 9 + "c,x,4\n" * 19 + "c,y,4\n" * 29
    totals = {"rows": True, "columns": True}
    page = {"page": {"language": language}} if language else {}
    figure, _ = made(
        text, pivot={**SIDES, "measure": {"take": "sum", "of": "v"}, "totals": totals}, cells={"least_records": 5}, **page
    )
    caption = " ".join(text.text for text in figure.scene.texts if text.part == "caption")
    assert said in caption.replace("\u00a0", " ").replace("\u202f", " ")


@pytest.mark.parametrize("take", [{"take": "count"}, {"take": "sum", "of": "v"}])
def test_no_width_or_height_tells_of_what_is_hidden(take):
    """The sizes are the same whatever the hidden number is."""

    def sizes(secret):
        text = (
            "r,c,v\n"
            + "a,x,5\n" * 8
            + "a,y,6\n" * 8
            + "b,x,4\n" * 9
            + f"b,y,{secret}\n" * (2 if secret > 9 else 1)
            + "c,x,1\n" * 30
            + "d,x,2\n" * 60
        )
        weight = {"rows": take, "columns": take}
        pivot = {**SIDES, "measure": {"take": "sum", "of": "v"}, "totals": {"rows": True, "columns": True}}
        figure, _ = made(text, pivot=pivot, heads={"weight": weight}, cells={"least_records": 5})
        return {side: (weight.shares, weight.raised) for side, weight in figure.contents.weights.items()}

    assert sizes(3) == sizes(SECRET)
    shares, raised = sizes(3)["rows"]
    assert raised < 4 and len(set(shares)) > 1, "the others are in proportion"


def words_in(content):
    """All text of a file, whatever it is packed in."""
    if content.startswith(b"PK"):
        with zipfile.ZipFile(io.BytesIO(content)) as package:
            names = [name for name in package.namelist() if name.endswith((".xml", ".rels", ".svg"))]
            return " ".join(package.read(name).decode() for name in names)
    if content.startswith(b"%PDF"):
        return " ".join(page.extract_text() for page in PdfReader(io.BytesIO(content)).pages)
    text = b"" if content.startswith(b"\x89PNG") else content  # what is painted is what the SVG says
    return re.sub(r"base64,[A-Za-z0-9+/=]*", "", text.decode())


def test_a_total_that_is_withheld_is_marked_as_hidden_cells_are():
    text = "r,c,v\n" + "a,x,5\n" * 8 + "a,y,6\n" * 8 + f"b,x,{SECRET}\n"
    figure, _ = made(
        text, pivot={**SIDES, "measure": {"take": "max", "of": "v"}, "totals": {"rows": True}}, cells={"least_records": 5}
    )
    assert figure.contents.total_text(figure.recipe, figure.matrix.row_totals[1], 1, -1) == "–"
    assert [text.text for text in figure.scene.texts if text.part == "totals"][:2] == ["6", "–"]


def test_a_printed_measure_stays_where_the_main_one_is_blank_or_rests_on_few():
    """Many records, of which one has a value; the measure beside it has one value alone, too."""
    text = "r,c,v,w\n" + "a,x,5,1\n" * 6 + "a,y,,\n" * 9 + f"a,y,,{SECRET}\n" + "b,x,,3\n" * 8 + f"b,x,{SECRET},3\n"
    figure, _ = made(text, pivot=SIDES, cells={"least_records": 5, "print": {"measure": {"take": "max", "of": "w"}}})
    assert figure.contents.prints == ("1", "", "", "")
    assert figure.contents.few.tolist() == [[False, False], [True, False]]


@pytest.mark.parametrize(
    "show", [{"as": "change", "along": "columns"}, {"as": "running", "along": "columns"}, {"as": "share", "of": "row"}]
)
def test_what_is_shown_beside_a_hidden_cell_does_not_give_it_away(show):
    text = "r,c,v\n" + "a,w,1\n" * 5 + f"a,x,{SECRET}\n" + "a,y,5\n" * 5 + "a,z,1\n" * 6 + "a,zz,1\n" * 5
    figure, _ = made(text, pivot={**SIDES, "show": show}, cells={"least_records": 5})
    found = json.loads(DRAWINGS["json"].draw(figure, USUAL))["values"][0]
    if show["as"] == "change":
        assert found == [None, None, None, -19.0, -1.0]
    elif show["as"] == "running":
        assert found == [5.0, None, 7749.625, 7755.625, 7760.625]
    else:
        assert found[1] is None and found.count(None) == 2


def test_claims_stay_with_the_numbers():
    """The source of colors alone says nothing of what the title claims."""
    pivot = {"rows": [{"field": "r"}], "measure": {"take": "sum", "of": "v"}}
    figure = figure_of("r,v\na,1\nb,2\n", pivot=pivot, claims=["highest is 2"])
    for values, kept in (("yes", ["highest is 2"]), ("no", None)):
        source = source_of(figure, dump_recipe(figure.recipe), Choices(values=values), "t", "1")
        assert source.recipe.get("claims") == kept
