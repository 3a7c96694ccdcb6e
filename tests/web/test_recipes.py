"""Small changes of a recipe, as the dock and the figure make them."""

import random

import numpy as np
import pytest

from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.common.recipe import dump_recipe, load_recipe, merge_patch
from mottled_finch.core.figures.figure.figure import make_figure

from ..core.conftest import read
from .conftest import _run

SIDES, TURNED, PIVOTS, CURING, LOOKS, WHOLE = (
    f"features/plate/changes/{name}" for name in ("sides", "turned", "pivots", "cures", "looks", "whole")
)
RAIL = "features/plate/color/railModel"
BASE = {
    "finch_recipe": 2,
    "pivot": {"rows": [{"field": "pier"}], "columns": [{"field": "day", "cut": "month"}], "measure": {"take": "sum", "of": "v"}},
}


def plain(recipe):
    """The recipe as the core writes it, so that an empty part is no part."""
    return dump_recipe(load_recipe(recipe))


def test_a_cell_is_set_aside_once_and_comes_back(changed):
    cell = {"row": ["a"], "column": ["b", "c"]}
    once = changed(PIVOTS, "withCellAside", BASE, cell, True)
    assert once["pivot"]["aside"]["cells"] == [cell]
    assert changed(PIVOTS, "withCellAside", once, cell, True) == once
    assert plain(changed(PIVOTS, "withCellAside", once, cell, False)) == plain(BASE)


def test_a_member_comes_back_by_all_of_its_labels(changed):
    aside = {**BASE, "pivot": {**BASE["pivot"], "aside": {"rows": [["a", "b"], ["a"], ["b"]]}}}
    assert changed(PIVOTS, "withoutAside", aside, "rows", ["a"])["pivot"]["aside"]["rows"] == [["a", "b"], ["b"]]
    assert changed(PIVOTS, "withoutAside", aside, "columns", ["a"])["pivot"]["aside"]["columns"] == []


def test_a_caution_is_dismissed_and_told_again(changed):
    one = changed(LOOKS, "withDismissed", BASE, "no_legend", "said elsewhere")
    both = changed(LOOKS, "withDismissed", one, "few_records", "a trial")
    assert both["dismissed"] == {"no_legend": "said elsewhere", "few_records": "a trial"}
    assert changed(LOOKS, "withDismissed", both, "no_legend", None)["dismissed"] == {"few_records": "a trial"}


def test_a_column_is_named_otherwise_wherever_it_stands(changed):
    recipe = {
        "finch_recipe": 2,
        "pivot": {
            "rows": [{"field": "pier", "by": {"take": "sum", "of": "v"}}],
            "measure": {"take": "ratio", "of": "v", "per": "w"},
            "keep": [{"any": [{"field": "v", "above": 1}, {"field": "pier", "in": ["v"]}]}],
        },
        "cells": {"print": {"measure": {"take": "sum", "of": "v"}}},
        "words": {"title": "v"},
    }
    found = changed(WHOLE, "withFieldRenamed", recipe, "v", "x")
    assert found["pivot"]["rows"][0]["by"]["of"] == "x"
    assert found["pivot"]["measure"] == {"take": "ratio", "of": "x", "per": "w"}
    assert found["pivot"]["keep"][0]["any"] == [{"field": "x", "above": 1}, {"field": "pier", "in": ["v"]}]
    assert found["cells"]["print"]["measure"]["of"] == "x"
    assert found["words"] == {"title": "v"}
    fields = {"finch_recipe": 2, "pivot": {"correlate": {"fields": ["v", "w"]}}}
    assert changed(WHOLE, "withFieldRenamed", fields, "v", "x")["pivot"]["correlate"]["fields"] == ["x", "w"]


def test_patches_of_the_server_are_laid_on_as_they_are_meant(changed):
    lot = random.Random(9)

    def tree(depth):
        if depth == 0 or lot.random() < 0.3:
            return lot.choice([1, "x", [1, 2], True])
        return {name: tree(depth - 1) for name in "abcd" if lot.random() < 0.7}

    for _ in range(12):
        one, other = {"t": tree(3)}, {"t": tree(3)}
        assert changed(WHOLE, "withPatch", one, merge_patch(one, other)) == other


def test_a_page_keeps_its_look_when_its_size_changes(changed):
    dusk = {**BASE, "page": {"theme": "dusk", "width": 600}}
    assert changed(LOOKS, "withPage", dusk, 480, 540)["page"] == {"theme": "dusk", "width": 480, "height": 540}


def test_another_measure_lets_go_of_numbers_but_not_of_shares(changed):
    color = {
        "low": {"at": 0},
        "high": {"percentile": 98},
        "middle": {"target": "ours"},
        "bands": {"cuts": [1, 2]},
        "lit": {"highest": 3},
        "palette": "kingcup",
    }
    found = changed(PIVOTS, "withMeasure", {**BASE, "color": color, "legend": {"title": "T", "show": False}}, {"take": "count"})
    assert found["color"] == {"high": {"percentile": 98}, "lit": {"highest": 3}, "palette": "kingcup"}
    assert found["legend"] == {"show": False}
    assert found["pivot"]["measure"] == {"take": "count"}


def test_judging_within_rows_lets_go_of_numbers(changed):
    color = {"low": {"at": 0}, "high": {"percentile": 98}}
    assert changed(LOOKS, "withWithin", {**BASE, "color": color}, "row")["color"] == {"high": {"percentile": 98}, "within": "row"}
    assert changed(LOOKS, "withWithin", {**BASE, "color": color}, "table")["color"] == {**color, "within": "table"}


ROWS, COLUMNS = [["a", "b"], ["c", "d"]], [["p"], ["q"]]
TRIPS = "x,y,z,s,v\n" + "".join(
    f"{'ac'[i % 2]},{'bd'[i // 2 % 2]},{'pq'[i // 4 % 2]},{'mn'[i % 3 % 2]},{i % 7}\n" for i in range(60)
)


def drawn(lot: random.Random, *, split: bool) -> dict:
    """A recipe that speaks of its rows and columns in every way there is."""
    rows, columns = [{"field": "x"}, {"field": "y"}], [{"field": "z"}]
    ahead = [lot.choice("mn")] if split else []
    row, column = lot.choice([["a", "b"], ["c", "d"], ["a"]]), [*ahead, lot.choice("pq")]
    some = lambda *parts: lot.choice([{}, *parts])  # noqa: E731
    orders = [{"by": "label", "descending": True}, {"by": "hand", "hand": [["c", "a"], ["d", "b"]]}]
    if not split:
        orders += [{"by": "member", "of": column}, {"by": "total"}]
    across = [
        {"by": "hand", "hand": [["n", "m"], ["q", "p"]] if split else [["q", "p"]]},
        *([] if split else [{"by": "member", "of": ["a", "b"]}]),
    ]
    pivot = {
        "rows": rows,
        "columns": columns,
        "measure": {"take": "sum", "of": "v"},
        "totals": some({"rows": True}, {"column_groups": True, "rows": True}),
        "show": some({"as": "share", "of": "row"}, {"as": "running", "along": "columns"}, {"as": "rank"}),
        "order": some(
            {"rows": lot.choice(orders)},
            {"columns": lot.choice(across)},
            {"rows": lot.choice(orders), "columns": lot.choice(across)},
        ),
        "aside": some(
            {"rows": [["a", "b"]]}, {"cells": [{"row": ["c", "d"], "column": column}]}, {} if split else {"columns": [["q"]]}
        ),
    }
    if split:
        pivot["split"] = {"field": "s"}
        if pivot["order"].get("columns"):
            pivot["order"] |= lot.choice([{"rows": {}}, {"rows": orders[1]}])  # there is one order by hand for all across
    return {
        "finch_recipe": 2,
        "pivot": pivot,
        "color": some({"within": "row"}, {"within": "column"}, {"within": "group"}),
        "notes": lot.choice(
            [
                [],
                [{"row": row, "column": column, "text": "t"}],
                [] if split else [{"row": row}, {"column": column, "outline": False, "text": "u"}],
            ]
        ),
        "words": some({"rows": "R"}, {"columns": "C", "title": "T"}, {"rows": "R", "columns": "C"}),
        "heads": some(
            {"flow": {"along": "rows", "words": "w"}},
            {"flow": {}},
            {"weight": {"rows": {"take": "count"}, "columns": {"take": "sum", "of": "v"}}},
        ),
    }


@pytest.mark.parametrize("split", [False, True])
def test_turning_turns_whatever_speaks_of_rows_and_columns_and_twice_changes_nothing(node, split):
    lot = random.Random(4)
    recipes = [drawn(lot, split=split) for _ in range(120)]
    once = node(TURNED, "turned", [[recipe] for recipe in recipes])
    twice = node(TURNED, "turned", [[recipe] for recipe in once])
    assert [plain(recipe) for recipe in twice] == [plain(recipe) for recipe in recipes]
    table = read(TRIPS)
    for recipe, turned in zip(recipes, once, strict=True):
        one, other = make_figure(table, load_recipe(recipe)), make_figure(table, load_recipe(turned))
        if split:
            continue
        assert (one.matrix.rows, one.matrix.columns) == (other.matrix.columns, other.matrix.rows)
        np.testing.assert_array_equal(one.matrix.all_values, other.matrix.all_values.T)
        np.testing.assert_array_equal(one.coloring.steps, other.coloring.steps.T)
        np.testing.assert_array_equal(one.contents.aside, other.contents.aside.T)


def test_levels_put_in_another_order_take_along_what_names_their_members(changed):
    recipe = drawn(random.Random(1), split=False)
    recipe["pivot"]["order"] = {
        "rows": {"by": "hand", "hand": [["c", "a"], ["d", "b"]]},
        "columns": {"by": "member", "of": ["a", "b"]},
    }
    recipe["pivot"]["aside"] = {"rows": [["a", "b"]], "cells": [{"row": ["c", "d"], "column": ["p"]}]}
    recipe["notes"] = [{"row": ["a", "b"], "text": "t"}, {"column": ["p"]}, {"row": ["a"]}]
    levels = recipe["pivot"]["rows"]
    found = changed(SIDES, "withLevels", recipe, "rows", levels[::-1])
    assert found["pivot"]["rows"] == levels[::-1]
    assert found["pivot"]["order"] == {
        "rows": {"by": "hand", "hand": [["d", "b"], ["c", "a"]]},
        "columns": {"by": "member", "of": ["b", "a"]},
    }
    assert found["pivot"]["aside"] == {"rows": [["b", "a"]], "cells": [{"row": ["d", "c"], "column": ["p"]}]}
    # A group of the levels before is none any more.
    assert found["notes"] == [{"row": ["b", "a"], "text": "t"}, {"column": ["p"]}]
    make_figure(read(TRIPS), load_recipe(found))


CURES = [
    ("pivot.rows[0].bins", {"pivot": {"rows": [{"field": "pier", "bins": {"round": 8}}]}}, "Drop the bins"),
    ("pivot.columns[0].cut", {"pivot": {"columns": [{"field": "pier", "cut": "month"}]}}, "Drop the part"),
    ("pivot.rows[1].field", {"pivot": {"rows": [{"field": "pier"}, {"field": "gone"}]}}, "Take it off the rows"),
    ("pivot.keep[0]", {"pivot": {"keep": [{"field": "pier", "from": "2025"}]}}, "Take the condition off"),
    ("pivot.measure.of", {"pivot": {"measure": {"take": "sum", "of": "pier"}}}, "Count records instead"),
    ("pivot.split.field", {"pivot": {"rows": [{"field": "pier"}], "split": {"field": "gone"}}}, "Do not split"),
    ("color.within", {"pivot": {"rows": [{"field": "pier"}]}, "color": {"within": "group"}}, "Judge in the table"),
    (
        "color.scale",
        {"pivot": {"rows": [{"field": "pier"}], "measure": {"take": "sum", "of": "v"}}, "color": {"scale": "log"}},
        "Spread evenly",
    ),
    (
        "cells.print.measure.of",
        {"pivot": {}, "cells": {"print": {"measure": {"take": "sum", "of": "pier"}}}},
        "Print the colored value",
    ),
]


@pytest.mark.parametrize(("path", "parts", "name"), CURES)
def test_a_plate_that_cannot_be_made_has_a_cure_that_makes_it(built, path, parts, name):
    recipe = {"finch_recipe": 2, **parts}
    table = read("pier,v\nEast,0\nWest,2\n")
    with pytest.raises(CoreError) as told:
        make_figure(table, load_recipe(recipe))
    assert str(told.value).startswith(path)
    (found,) = _run(built, CURING, "cures", [[path, recipe]], "it(...words).map((each) => [each.name, each.change(words[1])])")
    assert found[0][0] == name
    make_figure(table, load_recipe(found[0][1]))


class TestCuts:
    """Cuts of bands on the rail."""

    def bands(self, **bands):
        return {**BASE, "color": {"bands": bands}}

    def test_found_ones_become_cuts_by_hand_with_the_names_and_colors_they_have(self, changed):
        found = self.bands(
            method="quantile", count=4, names=["a", "b", "c", "d"], colors=["#000000", "#111111", "#222222", "#333333"]
        )
        moved = changed(RAIL, "withCut", found, [1, 2, 3], 1, 2.5)["color"]["bands"]
        assert moved == {"cuts": [1, 2.5, 3], "names": ["a", "b", "c", "d"], "colors": ["#000000", "#111111", "#222222", "#333333"]}

    def test_a_list_for_more_bands_than_were_found_is_cut_to_them(self, changed):
        found = self.bands(method="natural", count=5, names=["a", "b", "c", "d", "e"])
        assert changed(RAIL, "withCut", found, [1, 2], 0, 1.5)["color"]["bands"]["names"] == ["a", "b", "c"]

    def test_one_taken_out_joins_two_bands_under_the_lower_name(self, changed):
        given = self.bands(cuts=[1, 2, 3], names=["a", "b", "c", "d"])
        assert changed(RAIL, "withCut", given, [1, 2, 3], 1, None)["color"]["bands"] == {"cuts": [1, 3], "names": ["a", "b", "d"]}

    def test_targets_stay_where_others_are_moved(self, changed):
        given = self.bands(cuts=[{"target": "watch"}, 80])
        assert changed(RAIL, "withCut", given, [65, 80], 1, 85)["color"]["bands"]["cuts"] == [{"target": "watch"}, 85]

    @pytest.mark.parametrize(
        ("at", "cuts", "names"),
        [(0, [0, 1, 2], ["a", "", "b", "c"]), (1.5, [1, 1.5, 2], ["a", "b", "", "c"]), (9, [1, 2, 9], ["a", "b", "c", ""])],
    )
    def test_a_new_one_divides_a_band_that_keeps_its_name_below(self, changed, at, cuts, names):
        given = self.bands(cuts=[1, 2], names=["a", "b", "c"], colors=["#000000", "#111111", "#222222"])
        found = changed(RAIL, "withNewCut", given, [1, 2], at)["color"]["bands"]
        assert (found["cuts"], found["names"]) == (cuts, names)
        assert len(found["colors"]) == 4
        load_recipe({**given, "color": {"bands": found}})

    def test_one_where_there_is_one_changes_nothing(self, changed):
        given = self.bands(cuts=[1, 2])
        assert changed(RAIL, "withNewCut", given, [1, 2], 2) == given


NAMES = [
    ("high", {"at": 5, "name": "promise"}, True, "promise"),
    ("high", {"target": "ours"}, False, "ours"),
    ("low", {"percentile": 2}, False, "percentile 2"),
    ("low", {"percent": 10}, False, "10% of the way"),
    ("high", {"at": "highest"}, False, "highest"),
    ("low", {"at": "lowest"}, False, "lowest"),
    ("high", {"at": 5}, True, "clip"),
    ("high", {"at": 5}, False, ""),
]


@pytest.mark.parametrize(("which", "end", "clips", "name"), NAMES)
def test_what_stands_at_an_end(node, which, end, clips, name):
    assert node(RAIL, "nameOf", [[which, end, BASE, clips]]) == [name]


SIZED = {
    **BASE,
    "color": {"low": {"at": 0}, "high": {"at": 17}, "palette": "kingcup", "lit": {"highest": 3, "of": "measure", "by": {}}},
    "cells": {
        "print": {"measure": {}},
        "symbols": {"as": "dot", "size": {"take": "sum", "of": "w"}, "title": "W", "lines": "guides"},
    },
    "legend": {"title": "V", "place": "top"},
}


def test_a_typed_pivot_of_other_values_leaves_the_ends_of_those_before(changed):
    same = {**BASE["pivot"], "rows": [{"field": "line"}]}
    assert changed(PIVOTS, "withPivot", SIZED, same) == {**SIZED, "pivot": same}
    for other in ({"measure": {"take": "average", "of": "v"}}, {"show": {"as": "rank", "of": "row"}}):
        found = changed(PIVOTS, "withPivot", SIZED, {**BASE["pivot"], **other})
        assert found["color"] == {"palette": "kingcup", "lit": SIZED["color"]["lit"]}
        assert (found["legend"], found["cells"]) == ({"place": "top"}, SIZED["cells"])


def test_coefficients_have_no_other_measure_beside_them(changed):
    kept = {**SIZED, "pivot": {**BASE["pivot"], "keep": [{"field": "v", "above": 1}]}}
    found = changed(PIVOTS, "withCorrelation", kept, {"fields": ["v", "w"]})
    assert found["pivot"] == {"keep": [{"field": "v", "above": 1}], "correlate": {"fields": ["v", "w"]}}
    assert found["cells"] == {"symbols": {"as": "dot", "lines": "guides"}}
    assert found["color"] == {"palette": "kingcup"}
    plain(found)
    ends = {**found, "color": {"low": {"at": -0.5}}}
    assert changed(PIVOTS, "withCorrelation", ends, {"fields": ["v", "w", "x"]})["color"] == {"low": {"at": -0.5}}
    assert changed(PIVOTS, "withCorrelation", ends, None)["color"] == {}
