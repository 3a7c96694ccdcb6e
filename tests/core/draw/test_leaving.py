"""What is hidden stays hidden: in data that leaves, and from who knows the totals and the rest."""

import csv
import io
import json
import random

import numpy as np
import openpyxl
import pytest

from mottled_finch.core.cautions import cautions_of
from mottled_finch.core.draw import DRAWINGS, USUAL, Choices, source_of
from mottled_finch.core.figure.figure import make_figure
from mottled_finch.core.recipe import dump_recipe, load_recipe

from ..conftest import figure_of, read

SIDES = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
SECRET = 77.125


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
        assert b"77.1" not in content


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


@pytest.mark.parametrize("seed", range(30))
def test_cured_no_hidden_cell_can_be_worked_out(seed):
    """No line with a total is left in which one cell alone is hidden, as long as there is another to hide with it."""
    lot = random.Random(seed)
    rows, columns = lot.randint(2, 5), lot.randint(2, 5)
    text = "r,c,v\n" + "".join(
        f"r{i},c{j},{lot.randint(1, 9)}\n"
        for i in range(rows)
        for j in range(columns)
        for _ in range(lot.choice([0, 1, 2, 5, 5, 6, 7]))
    )
    totals = {"rows": lot.random() < 0.7, "columns": lot.random() < 0.7}
    take = lot.choice([{"take": "sum", "of": "v"}, {"take": "count"}])
    figure, recipe = made(text + "r0,c0,1\n" * 5, pivot={**SIDES, "measure": take, "totals": totals}, cells={"least_records": 3})
    caution = next((each for each in cautions_of(figure, recipe)[0] if each.name == "worked_out"), None)
    single = singled_out(figure, totals)
    assert (caution is not None) == bool(single)
    if caution is None or caution.cure is None:
        return
    cured = make_figure(read(text + "r0,c0,1\n" * 5), caution.cure.recipe)
    left = singled_out(cured, totals)
    hidden = cured.contents.few | cured.contents.aside
    # What is left has nothing beside it that could be hidden with it.
    assert all((~hidden & line & (cured.matrix.records > 0)).sum() == 0 for line in left)


def singled_out(figure, totals) -> list[np.ndarray]:
    """The lines with a total in which one cell alone is hidden, for its few records."""
    contents, found = figure.contents, []
    hidden = contents.few | contents.aside
    for axis, wanted in ((0, totals["rows"]), (1, totals["columns"])):
        for i in range(hidden.shape[axis] if wanted else 0):
            line = np.zeros_like(hidden)
            line[(i, slice(None)) if axis == 0 else (slice(None), i)] = True
            if (hidden & line).sum() == 1 and (hidden & line & contents.few).any():
                found.append(line)
    return found


def test_claims_stay_with_the_numbers():
    """The source of colors alone says nothing of what the title claims."""
    pivot = {"rows": [{"field": "r"}], "measure": {"take": "sum", "of": "v"}}
    figure = figure_of("r,v\na,1\nb,2\n", pivot=pivot, claims=["highest is 2"])
    for values, kept in (("yes", ["highest is 2"]), ("no", None)):
        source = source_of(figure, dump_recipe(figure.recipe), Choices(values=values), "t", "1")
        assert source.recipe.get("claims") == kept
