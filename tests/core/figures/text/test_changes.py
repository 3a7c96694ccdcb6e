"""Names of changes, as the history tells them."""

import pytest

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.text.changes import _SENTENCES, name_change

BASE = {
    "pivot": {"rows": [{"field": "pier"}], "columns": [{"field": "departed", "cut": "month"}]},
    "color": {"middle": {"at": 5}},
}


def changed(part: str, value: object) -> str:
    old = {"finch_recipe": 2, **BASE}
    top, _, key = part.partition(".")
    new = {**old, top: {**old.get(top, {}), key: value}}
    if value is None:
        del new[top][key]
    return name_change(load_recipe(old), load_recipe(new))


def test_claims_are_named():
    old, new = ({"finch_recipe": 2, **BASE, "claims": claims} for claims in ([], ["n is 9", "rank of A is 1"]))
    assert name_change(load_recipe(old), load_recipe(new)) == "Claims: n is 9; rank of A is 1"
    assert name_change(load_recipe(new), load_recipe(old)) == "No claims"


CHANGES = [
    ("pivot.rows", [{"field": "line"}], "line put down the side"),
    ("pivot.columns", [{"field": "departed", "cut": "hour"}], "hour departed put across"),
    ("pivot.columns", [], "nothing put across"),
    ("pivot.measure", {"take": "sum", "of": "takings"}, "Measured: sum of takings"),
    ("pivot.rows", [{"field": "line"}, {"field": "pier"}], "line then pier put down the side"),
    ("pivot.split", {"field": "line"}, "Split by line"),
    ("pivot.measure", {"take": "ratio", "of": "a", "per": "b"}, "Measured: ratio of a to b"),
    (
        "pivot.measure",
        {"take": "share", "where": {"field": "a", "blank": True}},
        "Measured: share of records where a is blank",
    ),
    ("pivot.keep", [{"any": [{"field": "line", "top": 3}, {"field": "pier", "in": ["x"]}]}], "Records kept by line, pier"),
    ("pivot.show", {"as": "share", "of": "row"}, "Shown as share of its row"),
    ("pivot.order", {"rows": {"by": "total", "descending": True}}, "Rows ordered by total, descending"),
    ("pivot.order", {"columns": {"by": "member", "of": ["East"]}}, "Columns ordered by East"),
    ("pivot.totals", {"row_groups": True}, "Totals of row groups shown"),
    ("pivot.totals", {"column_groups": True}, "Totals of column groups shown"),
    ("pivot.totals", {"color": "own"}, "Totals in colors of their own"),
    ("pivot.totals", {"values": True}, "Totals with values"),
    ("pivot.show", {"as": "against", "edition": "before", "by": "ratio"}, "Shown against the edition before, as a ratio"),
    ("color.low", {"at": "mirrored"}, "Low end mirrored"),
    ("pivot.totals", {"color": "shared"}, "Totals in the colors of the cells"),
    ("pivot.aside", {"rows": [["East"]]}, "1 member set aside"),
    ("pivot.keep", [{"field": "line", "in": ["a"]}, {"field": "line", "not_in": ["b"]}], "Records kept by line"),
    ("pivot.totals", {"rows": True}, "Row totals shown"),
    ("pivot.totals", {"columns": True}, "Column totals shown"),
    ("color.palette", "kingcup", "Palette Kingcup"),
    ("color.high_is", "bad", "High is bad"),
    ("color.reverse", True, "Colors reversed"),
    ("color.high", {"at": 17}, "High end set to 17"),
    ("color.high", {"percentile": 98}, "High end set to percentile 98"),
    ("color.low", {"percent": 10, "name": "x"}, "Low end set to 10 percent of the range"),
    ("color.middle", {"at": 6, "name": "promise"}, "Middle set to 6, promise"),
    ("color.middle", None, "Middle taken off"),
    ("color.high", {"target": "promise"}, "High end set to the target promise"),
    ("color.colors", ["#1f6b6d"], "Colors #1f6b6d"),
    ("color.scale", "log", "Spread by logarithm"),
    ("color.within", "row", "Judged within each row"),
    ("color.bands", {"cuts": [45, 70]}, "3 bands"),
    ("color.bands", {"method": "natural", "count": 4}, "4 bands"),
    ("color.lit", {"highest": 5}, "Lit: the 5 highest"),
    ("color.lit", {"above": 5}, "Lit: what passes a condition"),
    ("cells.values", "none", "Values hidden"),
    ("cells.decimals", 2, "Decimals: 2"),
    ("legend.show", False, "Legend taken off"),
    ("legend.title", "Late", "Legend title written"),
    ("legend.blank", "", "Words for no value taken off"),
    ("words.title", "A", "Title written"),
    ("words.subtitle", "A", "Subtitle written"),
    ("words.caption", "", "Caption taken off"),
    ("table.mends", [{"do": "unique"}], "The table's mends changed"),
    ("pivot.aside", {"cells": [{"row": ["a"], "column": ["b"]}]}, "1 cell set aside"),
    ("cells.values", {"above": 5}, "Values shown past a number"),
    ("cells.values", "extremes", "The extremes shown"),
    ("cells.number", {"short": True}, "Numbers written otherwise"),
    ("cells.print", {"measure": {"take": "sum", "of": "takings"}}, "Printed: sum of takings"),
    ("cells.size", 9, "Size of values: 9 points"),
    ("cells.bold", True, "Values bold"),
    ("cells.symbols", {"as": "dot", "lines": "guides"}, "Cells as dots, with guide lines"),
    ("cells.least_records", 5, "Cells on fewer than 5 records hidden"),
    ("cells.gap", 3, "Gaps between cells changed"),
    ("cells.square", True, "Cells square"),
    ("heads.turn", "up", "Heads turned up"),
    ("heads.long", "cut", "Long heads cut"),
    ("heads.group_gap", 12, "Gap between groups: 12 points"),
    ("heads.weight", {"columns": {"take": "count"}}, "Columns as wide as number of records"),
    ("heads.weight", {"rows": {"take": "sum", "of": "takings"}}, "Rows as high as sum of takings"),
    ("heads.flow", {"along": "rows", "words": "x"}, "Arrow along the rows"),
    ("legend.place", "top", "Legend at the top"),
    ("legend.place", "below", "Legend below the cells"),
    ("legend.ticks", [{"at": 5}], "1 place named on the legend"),
    ("legend.few", "too few", "Words for too few records written"),
    ("words.rows", "Pier", "Name of the rows written"),
    ("words.columns", "Month", "Name of the columns written"),
    ("words.source", "x", "Source written"),
    ("page.width", 480, "Page 480 by 540 points"),
    ("page.language", "de-AT", "Written in Deutsch"),
    ("page.least_type", 9, "Type at least: 9 points"),
    ("page.theme", "dusk", "Theme Dusk"),
    ("page.ink", "#102030", "The house's ground and ink"),
    ("page.template", {"slides": "House", "layout": "Title Only"}, "Template: slides in House on Title Only"),
    ("page.template", {"slides": "House", "document": "Paper"}, "Template: slides in House and documents in Paper"),
    ("page.font", {"regular": "data:"}, "The house's font"),
    ("page.transparent", True, "Ground see-through"),
    ("page.underlay", {"picture": "data:"}, "Picture laid under the cells"),
]


@pytest.mark.parametrize(("part", "value", "sentence"), CHANGES)
def test_a_change_is_named(part, value, sentence):
    assert changed(part, value) == sentence


def test_every_kind_of_change_is_tried_here():
    # Totals are six changes of one part, orders, weights and what is aside two; fields are correlated in place of the pivot, and
    # notes, claims, unlike members and what is dismissed are no parts with keys of their own.
    assert len({part for part, *_ in CHANGES}) + 5 + 1 + 1 + 1 + 1 + 1 + 3 == len(_SENTENCES)


def test_unlike_members_are_named():
    old = {"finch_recipe": 2, "pivot": {}}
    unlike = load_recipe({**old, "each": [{"column": ["seats"], "decimals": 0}, {"column": ["noise", "dB"], "high_is": "bad"}]})
    assert name_change(load_recipe(old), unlike) == "A way of their own for seats; noise, dB"
    assert name_change(unlike, load_recipe(old)) == "All members alike again"


def test_notes_and_what_is_dismissed_are_named():
    old = {"finch_recipe": 2, "pivot": {}}
    noted = load_recipe({**old, "notes": [{"row": ["a"]}, {"row": ["b"]}]})
    assert name_change(load_recipe(old), noted) == "2 notes"
    assert name_change(noted, load_recipe(old)) == "No notes"
    dismissed = load_recipe({**old, "dismissed": {"no_legend": "it is said beside it"}})
    assert name_change(load_recipe(old), dismissed) == "Cautions dismissed: no legend"


def test_correlating_is_one_change():
    old = load_recipe({"finch_recipe": 2, "pivot": {}})
    new = load_recipe({"finch_recipe": 2, "pivot": {"correlate": {"fields": ["a", "b"]}}})
    assert name_change(old, new) == "Fields correlated"
    assert name_change(new, old) == "Fields no longer correlated"


def test_turning_is_one_change():
    old = load_recipe({"finch_recipe": 2, **BASE})
    sides = {"rows": BASE["pivot"]["columns"], "columns": BASE["pivot"]["rows"]}
    assert name_change(old, load_recipe({"finch_recipe": 2, **BASE, "pivot": sides})) == "Rows and columns turned"
    assert name_change(old, old) == "No change"
