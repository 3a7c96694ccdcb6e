"""What the tray says of a cell."""

import pytest

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.matrices.pivot import make_matrix

from ..core.conftest import read

READING = "features/plate/stage/reading"
PLAIN, ANY = {"pivot": {}}, {"row": 0, "column": 0}
FIGURE = {
    "rows": ["A", "B"],
    "columns": ["x", "y", "z"],
    "values": [4, None, 10, 4, 1, 7],
    "records": [2, 0, 1, 1, 1, 3],
    "row_totals": [14, 12],
    "column_totals": [8, 1, 17],
    "grand_total": 26,
    "style": {"decimals": 1, "percent": False},
    "held_values": {},
    "scales": [],
    "regions": [],
}


@pytest.mark.parametrize(
    ("value", "words"),
    [(10, "highest of 5 cells"), (1, "lowest of 5 cells"), (7, "2nd highest of 5 cells"), (4, "3rd highest of 5 cells")],
)
def test_rank(node, value, words):
    assert node(READING, "rankWords", [[FIGURE, PLAIN, ANY, value]]) == [words]


def test_a_cell_is_named_in_short_by_its_innermost_members(node):
    nested = {
        "rows": ["Night, Lantern Wharf"],
        "columns": ["Q1, Jan"],
        "row_labels": [["Night", "Lantern Wharf"]],
        "column_labels": [["Q1", "Jan"]],
        "panels": False,
    }
    cell = {"row": 0, "column": 0}
    assert node(READING, "shortCellName", [[nested, cell]]) == ["Lantern Wharf, Jan"]
    assert node(READING, "shortCellName", [[{**nested, "panels": True}, cell]]) == ["Lantern Wharf, Q1, Jan"]
    one_side = {**nested, "columns": [""], "column_labels": [[]]}
    assert node(READING, "shortCellName", [[one_side, cell]]) == ["Lantern Wharf"]


def test_members_that_are_called_the_same_are_told_apart(node):
    nested = {
        "rows": ["Phones, Central", "Desks, Central", "Desks, East"],
        "row_labels": [["Phones", "Central"], ["Desks", "Central"], ["Desks", "East"]],
        "columns": ["Jan"],
        "column_labels": [["Jan"]],
        "panels": False,
    }
    calls = [[nested, {"row": row, "column": 0}] for row in range(3)]
    assert node(READING, "shortCellName", calls) == ["Phones, Central, Jan", "Desks, Central, Jan", "East, Jan"]


def test_ends_of_cells_judged_apart_go_by_their_own_scales(node):
    """A seat more than usual is not less than a knot that is lowest."""

    def scale(low, high):
        return {
            "low": low,
            "middle": (low + high) / 2,
            "high": high,
            "spread": {"name": "linear", "around": 1, "values": [], "ranks": []},
        }

    figure = {
        **FIGURE,
        "columns": ["seats", "knots"],
        "values": [100, 9, 400, 12],
        "scales": [scale(100, 400), scale(9, 12)],
        "regions": [0, 1, 0, 1],
    }
    (found,) = node(READING, "ranked", [[figure, PLAIN]])
    assert [each["value"] for each in found] == [400, 12, 100, 9]
    moved = {**figure, "values": [100, 11.5, 400, 12]}
    (found,) = node(READING, "ranked", [[moved, PLAIN]])
    assert [each["value"] for each in found] == [400, 12, 11.5, 100]


def test_rank_of_the_only_cell(node):
    assert node(READING, "rankWords", [[{**FIGURE, "values": [None, 3]}, PLAIN, ANY, 3]]) == ["the only cell with a value"]


def test_ends_are_sorted_and_blanks_are_no_end(node):
    (found,) = node(READING, "ranked", [[FIGURE, {"pivot": {}}]])
    assert [each["value"] for each in found] == [10, 7, 4, 4, 1]
    assert [each["cell"] for each in found[2:4]] == [{"row": 0, "column": 0}, {"row": 1, "column": 0}]


@pytest.mark.parametrize("blank", ["", "lower", "upper"])
def test_each_pair_of_fields_is_one_end_and_a_field_with_itself_none(node, blank):
    fields = ["a", "b", "c"]
    values = {"aa": 1, "bb": 1, "cc": 1, "ab": 0.4, "ac": -0.2, "bc": 0.9}
    values |= {pair[::-1]: value for pair, value in values.items()}
    for pair in values:
        if (blank == "lower" and pair[0] > pair[1]) or (blank == "upper" and pair[0] < pair[1]):
            values[pair] = None
    figure = {**FIGURE, "rows": fields, "columns": fields, "values": [values[row + column] for row in fields for column in fields]}
    (found,) = node(READING, "ranked", [[figure, {"pivot": {"correlate": {"fields": fields}}}]])
    assert [each["value"] for each in found] == [0.9, 0.4, -0.2]
    recipe = {"pivot": {"correlate": {"fields": fields}}}
    calls = [[figure, recipe, {"row": 1, "column": 0}, 0.4], [figure, recipe, {"row": 2, "column": 2}, 1]]
    assert node(READING, "rankWords", calls) == ["2nd highest of 3 pairs", "a field with itself"]


def test_shares_are_said_of_what_adds_up_alone(node):
    cell = {"row": 0, "column": 2}
    count = {"pivot": {"measure": {"take": "count"}}}
    average = {"pivot": {"measure": {"take": "average", "of": "v"}}}
    shares, none = node(READING, "context", [[FIGURE, count, cell], [FIGURE, average, cell]])
    assert {fact["name"]: fact["value"] for fact in shares} == {
        "A": "14.0",
        "z": "17.0",
        "All cells": "26.0",
        "Of its row": "71.4%",
        "Of its column": "58.8%",
    }
    assert [fact["name"] for fact in none] == ["A", "z", "All cells"]


def test_shares_are_those_of_the_core(node, trips_text):
    pivot = load_recipe({"finch_recipe": 2, "pivot": {"rows": [{"field": "pier"}], "columns": [{"field": "line"}]}}).pivot
    matrix = make_matrix(read(trips_text), pivot)
    figure = {
        **FIGURE,
        "rows": [labels[0] for labels in matrix.rows],
        "columns": [labels[0] for labels in matrix.columns],
        "values": matrix.values.ravel().tolist(),
        "records": matrix.records.ravel().tolist(),
        "row_totals": matrix.row_totals.tolist(),
        "column_totals": matrix.column_totals.tolist(),
        "grand_total": matrix.grand_total,
    }
    (facts,) = node(READING, "context", [[figure, {"pivot": {}}, {"row": 0, "column": 0}]])
    named = {fact["name"]: fact["value"] for fact in facts}
    assert named["Of its row"] == "66.7%"
    assert named["Of its column"] == f"{100 * matrix.values[0, 0] / matrix.column_totals[0]:.1f}%".replace(".0%", "%")


@pytest.fixture
def trips_text():
    return "pier,line\nEast,Inner\nEast,Inner\nEast,Outer\nWest,Inner\nWest,Outer\n"
