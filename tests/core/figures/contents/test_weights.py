"""Widths and heights in proportion to a measure: of the records, never below the least, and the same wherever they are told."""

import itertools
import json
import random
from collections import defaultdict

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.common.errors import RecipeError, TableError
from mottled_finch.core.figures.contents.weights import LEAST_SHARE, weight_of
from mottled_finch.core.outputs.draw.json import draw_json

from ...conftest import figure_of
from ..scene.test_layout import overlap

SIDES = {"rows": [{"field": "r"}], "columns": [{"field": "c"}]}
COUNT = {"take": "count"}
SUM = {"take": "sum", "of": "v"}


def table(seed: int, rows: int = 5, columns: int = 6) -> tuple[str, list[tuple[str, str, str, float]]]:
    lot = random.Random(seed)
    records = [
        (f"r{i}", f"c{j}", lot.choice("xyz"), round(lot.uniform(0, 40) ** 2, 2))
        for i, j in itertools.product(range(rows), range(columns))
        for _ in range(lot.choice([0, 1, 2, 9]))
    ] + [(f"r{i % rows}", f"c{i % columns}", "x", 1.0) for i in range(rows * columns)]
    return "r,c,g,v\n" + "".join(f"{r},{c},{g},{v}\n" for r, c, g, v in records), records


@given(
    st.lists(st.one_of(st.just(0.0), st.floats(1e-6, 1e9), st.just(float("nan"))), min_size=1, max_size=60).filter(
        lambda each: any(w > 0 for w in each)
    )
)
def test_shares_are_in_proportion_but_for_those_at_the_least(weights):
    found = weight_of(np.array(weights))
    shares, wanted = np.array(found.shares), np.nan_to_num(weights)
    least = LEAST_SHARE / len(weights)
    assert shares.sum() == pytest.approx(1)
    assert (shares >= least * (1 - 1e-9)).all()
    free = shares > least * (1 + 1e-9)
    assert found.raised >= np.count_nonzero(~free) - np.count_nonzero(np.isclose(shares, least))
    ratio = shares[free] / wanted[free]
    assert np.ptp(ratio) <= ratio.max(initial=0) * 1e-6
    assert ((wanted[:, None] <= wanted) <= (shares[:, None] <= shares * (1 + 1e-9))).all()  # more never has less room


@pytest.mark.parametrize("seed", range(12))
def test_they_are_those_of_the_records_of_each_member(seed):
    text, records = table(seed)
    lot = random.Random(seed)
    measure = lot.choice([COUNT, SUM])
    keep = [{"field": "g", "in": ["x", "y"]}] if lot.random() < 0.5 else []
    order = {
        "rows": {"by": "total", "descending": lot.random() < 0.5},
        "columns": {"by": "label", "descending": lot.random() < 0.5},
    }
    figure = figure_of(
        text,
        pivot={**SIDES, "keep": keep, "order": order, "measure": {"take": "average", "of": "v"}},
        heads={"weight": {"rows": measure, "columns": measure}},
    )
    for side, place, members in (("rows", 0, figure.matrix.rows), ("columns", 1, figure.matrix.columns)):
        sums: dict[str, float] = defaultdict(float)
        for record in records:
            if not keep or record[2] in "xy":
                sums[record[place]] += 1 if measure is COUNT else record[3]
        wanted = weight_of(np.array([sums[labels[0]] for labels in members]))
        assert figure.contents.weights[side].shares == pytest.approx(wanted.shares)
    told = json.loads(draw_json(figure))["weight"]
    assert told == {side: list(weight.shares) for side, weight in figure.contents.weights.items()}


@pytest.mark.parametrize("split", [None, {"field": "g"}])
def test_cells_are_as_wide_and_high_as_their_shares(split):
    text, records = table(3)
    pivot = {**SIDES, "totals": {"rows": True, "columns": True}, **({"split": split} if split else {})}
    figure = figure_of(text, pivot=pivot, heads={"weight": {"rows": SUM, "columns": COUNT}})
    grid, weights = figure.scene.grid, figure.contents.weights
    assert len(grid.widths) == len(grid.xs) and len(grid.heights) == len(grid.ys)
    columns = len(weights["columns"].shares)
    for lengths, shares in ((grid.widths[:columns], weights["columns"].shares), (grid.heights, weights["rows"].shares)):
        gap = 2 if min(lengths) > 10 else 1
        whole = np.array(lengths) + gap
        assert np.abs(whole - np.array(shares) * whole.sum()).max() <= gap + 1
    assert grid.cell_width == min(grid.widths) and grid.cell_height == min(grid.heights)
    if split:  # alike in all panels, from the records of all of them
        assert grid.widths == grid.widths[:columns] * (len(grid.xs) // columns)
        number = [sum(record[1] == f"c{i}" for record in records) for i in range(6)]
        assert weights["columns"].shares == pytest.approx(weight_of(np.array(number, dtype=float)).shares)
    rects = [grid.cell(j, i) for i in range(len(grid.ys)) for j in range(len(grid.xs))]
    edges = [(x, y, x + width, y + height) for x, y, width, height in rects]
    assert not any(overlap(one, other) for one, other in itertools.combinations(edges, 2))
    boxes = [(box.x, box.y, box.x + box.width, box.y + box.height) for box in figure.scene.boxes if box.part == "totals"]
    assert not any(overlap(box, edge) for box in boxes for edge in edges)


def test_values_are_printed_where_they_have_room():
    text = "r,c,v\n" + "a,big,1000\n" * 90 + "a,middle,1000\n" * 60 + "a,small,1000\n" * 2
    figure = figure_of(
        text, pivot={**SIDES, "measure": SUM}, heads={"weight": {"columns": COUNT}}, page={"width": 300, "height": 200}
    )
    grid = figure.scene.grid
    assert [bool(text) for text in grid.prints] == [True, True, False]
    assert figure.contents.weights["columns"].raised == 1


@pytest.mark.parametrize(
    ("weight", "words"),
    [
        ({"rows": COUNT, "columns": COUNT}, "Width and height: number of records"),
        ({"columns": SUM}, "Width: sum of v"),
        ({"rows": SUM}, "Height: sum of v"),
    ],
)
def test_the_legend_and_the_alternative_text_say_what_they_go_by(weight, words):
    figure = figure_of(table(1)[0], pivot=SIDES, heads={"weight": weight})
    assert f"{words}." in figure.scene.alternative
    legend = " ".join(text.text for text in figure.scene.texts if text.part == "legend")
    assert words in legend


def test_those_at_the_least_are_said():
    text = "r,c\n" + "a,x\n" * 99 + "a,y\n" + "b,x\n" + "b,y\n"
    figure = figure_of(text, pivot=SIDES, heads={"weight": {"rows": COUNT, "columns": COUNT}})
    assert (
        "1 row and 1 column at the least size" in figure.scene.alternative
        or "1 column and 1 row at the least size" in figure.scene.alternative
    )


BELOW = "r,c,v\na,x,5\nb,y,-4\n"


@pytest.mark.parametrize(
    ("text", "parts", "words"),
    [
        (BELOW, {"heads": {"weight": {"rows": SUM}}}, "“b” weighs -4, and no height is below zero; weigh by something"),
        (BELOW, {"heads": {"weight": {"columns": SUM}}}, "“y” weighs -4, and no width is below zero"),
        (
            "r,c,v\na,x,\nb,y,\nc,y,\n",
            {"heads": {"weight": {"rows": {"take": "distinct", "of": "v"}}}},
            "no row has a weight above zero",
        ),
        (BELOW, {"heads": {"weight": {"rows": {"take": "sum", "of": "gone"}}}}, 'no column "gone"'),
    ],
)
def test_what_cannot_be_a_weight_is_told_at_its_place(text, parts, words):
    with pytest.raises(TableError, match=words) as caught:
        figure_of(text, pivot=SIDES, **parts)
    assert str(caught.value.path).startswith("heads.weight.")


def test_a_picture_under_the_cells_and_a_weight_do_not_go_together():
    pixel = "data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=="
    with pytest.raises(RecipeError, match=r"heads.weight.rows: cells over a picture stand where the picture has them"):
        figure_of(BELOW, pivot=SIDES, heads={"weight": {"rows": COUNT}}, page={"underlay": {"picture": pixel}})


def test_coefficients_have_no_weight():
    with pytest.raises(TableError, match="coefficients have no other measure"):
        figure_of("a,b\n1,2\n2,3\n4,9\n", pivot={"correlate": {"fields": ["a", "b"]}}, heads={"weight": {"rows": COUNT}})
