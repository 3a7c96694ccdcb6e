"""What heads stand for, and what their menus make of the recipe: laid on by the core, it is what was meant."""

import numpy as np
import pytest

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.matrices.pivot import make_matrix

from ..core.conftest import read

HEADS, TURNED = "features/plate/stage/heads", "features/plate/changes/turned"
LOG = "line,pier,day,v\nInner,A,Mon,2\nInner,B,Tue,5\nOuter,A,Mon,9\nOuter,C,Tue,1\nOuter,C,Mon,4\n"
RECIPE = {
    "finch_recipe": 2,
    "pivot": {"rows": [{"field": "line"}, {"field": "pier"}], "columns": [{"field": "day"}], "measure": {"take": "sum", "of": "v"}},
}


def matrix(recipe):
    return make_matrix(read(LOG), load_recipe(recipe).pivot)


@pytest.fixture
def applied(node, built):
    """Find a head and apply the change its menu offers."""

    def apply(line, change, recipe=RECIPE):
        found = matrix(recipe)
        figure = {
            "row_labels": found.rows,
            "column_labels": found.columns,
            "row_groups": [vars(group) for group in found.row_groups],
            "column_groups": [vars(group) for group in found.column_groups],
        }
        (built / "features/plate/stage/applied.mjs").write_text(
            'import * as heads from "./heads.mjs";\n'
            "export function applied(figure, recipe, line) {\n"
            "  const head = heads.headOf(figure, recipe, line);\n"
            f"  return {change};\n}}\n"
        )
        (answer,) = node("features/plate/stage/applied", "applied", [[figure, recipe, line]])
        return answer

    return apply


def test_members_groups_and_columns_have_heads(applied):
    inner = applied({"row": 4, "column": -1}, "head")
    assert (inner["labels"], inner["depth"], inner["at"], inner["innermost"]) == (["Inner"], 0, 0, False)
    pier = applied({"row": 3, "column": -1}, "head")
    assert (pier["labels"], pier["siblings"], pier["mendable"]) == (["Outer", "C"], ["A", "B", "C"], True)
    assert applied({"row": -1, "column": -1}, "head") is None


def test_moving_a_head_orders_by_hand_level_by_level(applied):
    moved = applied({"row": 5, "column": -1}, "heads.movedBy(figure, head, -1)(recipe)")
    assert moved["pivot"]["order"]["rows"] == {"by": "hand", "hand": [["Outer", "Inner"], ["A", "B", "C"]]}
    assert matrix(moved).rows == (("Outer", "A"), ("Outer", "C"), ("Inner", "A"), ("Inner", "B"))


def test_ordering_twice_turns_the_order_round(applied):
    once = applied({"row": -1, "column": 0}, "heads.orderedBy(head)(recipe)")
    assert matrix(once).rows == (("Outer", "A"), ("Outer", "C"), ("Inner", "A"), ("Inner", "B"))
    twice = applied({"row": -1, "column": 0}, "heads.orderedBy(head)(recipe)", once)
    assert twice["pivot"]["order"]["rows"]["descending"] is False


def test_leaving_out_adds_to_the_condition_that_is_there(applied):
    once = applied({"row": 3, "column": -1}, "heads.withHeadLeftOut(head)(recipe)")
    assert once["pivot"]["keep"] == [{"field": "pier", "not_in": ["C"]}]
    twice = applied({"row": 0, "column": -1}, "heads.withHeadLeftOut(head)(recipe)", once)
    assert twice["pivot"]["keep"] == [{"field": "pier", "not_in": ["C", "A"]}]
    assert matrix(twice).rows == (("Inner", "B"),)


def test_gathering_names_members_alike_and_a_name_can_be_renamed(applied):
    once = applied({"row": 3, "column": -1}, 'heads.withHeadNamed(head, "Others")(recipe)')
    assert once["pivot"]["rows"][1]["names"] == {"C": "Others"}
    found = matrix(once)
    line = found.rows.index(("Outer", "Others"))
    again = applied({"row": line, "column": -1}, 'heads.withHeadNamed(head, "Far")(recipe)', once)
    assert again["pivot"]["rows"][1]["names"] == {"C": "Far"}
    back = applied(
        {"row": matrix(again).rows.index(("Outer", "Far")), "column": -1}, 'heads.withHeadNamed(head, "C")(recipe)', again
    )
    assert back["pivot"]["rows"][1]["names"] == {}


def test_setting_aside_is_of_one_member(applied):
    aside = applied({"row": 0, "column": -1}, "heads.setAside(head)(recipe)")
    assert aside["pivot"]["aside"]["rows"] == [["Inner", "A"]]
    assert ("Inner", "A") not in matrix(aside).rows


def test_turning_turns_orders_shows_and_totals_as_well(node):
    recipe = {
        "finch_recipe": 2,
        "pivot": {
            **RECIPE["pivot"],
            "show": {"as": "share", "of": "row"},
            "order": {"rows": {"by": "total"}},
            "totals": {"rows": True, "row_groups": True},
            "aside": {"rows": [["Inner", "A"]]},
        },
    }
    (turned,) = node(TURNED, "turned", [[recipe]])
    straight, round_ = matrix(recipe), matrix(turned)
    assert (round_.rows, round_.columns) == (straight.columns, straight.rows)
    np.testing.assert_array_equal(round_.all_values.T, straight.all_values)
    assert turned["pivot"]["totals"]["columns"] and turned["pivot"]["totals"]["column_groups"]
