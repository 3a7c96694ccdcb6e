"""Whole pivots drawn at random, held against plain Python that goes through the records one by one.

The tables have what goes wrong most: blanks, one value throughout, sums that differ by rounding alone, members without records.
What is added to a pivot joins the draw.
"""

import math
from itertools import product

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.recipe import load_recipe, load_table_part
from mottled_finch.core.common.recipe.spec import PivotSpec
from mottled_finch.core.matrices.pivot import make_matrix
from mottled_finch.core.matrices.statement import read_statement, write_statement
from mottled_finch.core.tables.mends import apply_mends
from mottled_finch.core.tables.table.alike import settled

from ...brute import OF_ONE_NUMBER, PLAIN
from ...conftest import read

FIELDS = {"a": ["x", "y", "z"], "b": ["p", "q"], "c": ["m", "n", "o"]}
NUMBERS = st.sampled_from([0.1, 0.2, 0.3, 0.30000000000000004, -0.3, 0.7, 5.0, None]) | st.integers(-3, 9)
RECORDS = st.lists(
    st.fixed_dictionaries(
        {**{name: st.sampled_from(["", *labels]) for name, labels in FIELDS.items()}, "v": NUMBERS, "w": st.just(4)}
    ),
    min_size=1,
    max_size=40,
)
MEASURE = st.one_of(
    st.fixed_dictionaries({"take": st.sampled_from(OF_ONE_NUMBER), "of": st.sampled_from("vw")}),
    st.fixed_dictionaries({"take": st.just("ratio"), "of": st.just("v"), "per": st.just("w")}),
    st.fixed_dictionaries({"take": st.just("distinct"), "of": st.sampled_from(["v", "a"])}),
    st.just({"take": "count"}),
    st.just({"take": "count", "empty": "blank"}),
    st.just({"take": "sum", "of": "v", "empty": "zero"}),
    st.fixed_dictionaries({"take": st.sampled_from(["sum", "average"]), "of": st.just("plan"), "once_a_key": st.booleans()}),
    st.fixed_dictionaries({"take": st.just("ratio"), "of": st.just("v"), "per": st.just("plan"), "once_a_key": st.booleans()}),
)
PLAN = {("p", "m"): 10.0, ("p", "n"): 0.1, ("q", "m"): None, ("q", "n"): -5.0, ("q", "o"): 0.2}
"""What another table says by b and c, which not all records find."""
BRING = {"do": "bring", "from": "plan", "keys": {"b": "b", "c": "c"}, "columns": ["plan"]}
LEVEL = st.one_of(
    st.fixed_dictionaries({"field": st.sampled_from(list(FIELDS))}),
    st.fixed_dictionaries({"field": st.sampled_from(list(FIELDS)), "empty": st.just("keep")}),
)
SIDE = st.lists(LEVEL, max_size=2)
KEEP = st.lists(
    st.one_of(
        st.fixed_dictionaries({"field": st.sampled_from("ab"), "in": st.lists(st.sampled_from("xypq"), max_size=3)}),
        st.fixed_dictionaries({"field": st.just("v"), "above": st.just(0.25)}),
        st.fixed_dictionaries({"field": st.just("c"), "blank": st.just(False)}),
        st.just({"any": [{"field": "a", "in": ["x"]}, {"field": "v", "below": 0.25}]}),
    ),
    max_size=2,
)
SHOW = st.sampled_from(
    [
        {},
        {"as": "share", "of": "row"},
        {"as": "share"},
        {"as": "running", "along": "columns"},
        {"as": "rank"},
        {"as": "change", "along": "rows"},
    ]
)


def number(value):
    return float(value) if value not in (None, "") else math.nan


def planned(measure, records):
    """What the plan says of some records: of each, or once of each key."""
    keys = [(record["b"], record["c"]) for record in records if PLAN.get((record["b"], record["c"])) is not None]
    return [PLAN[key] for key in (set(keys) if measure["once_a_key"] else keys)]


def measured(measure, records):
    """One measure of some records."""
    if measure.get("of") == "plan":
        plans = planned(measure, records)
        return PLAIN[measure["take"]](plans) if plans else math.nan
    if measure.get("per") == "plan":
        values, plan = [record["v"] for record in records if record["v"] is not None], math.fsum(planned(measure, records))
        return math.fsum(values) / plan if values and plan else math.nan
    values = [
        float(record["v" if measure.get("of") == "v" else "w"])
        for record in records
        if measure.get("of") in ("v", "w") and record[measure["of"]] is not None
    ]
    take = measure["take"]
    if take == "count":
        found = float(len(records))
        nothing = not records
    elif take == "distinct":
        found = float(len({record[measure["of"]] for record in records} - {None, ""}))
        nothing = not found
    elif take == "ratio":
        found = math.fsum(values) / (4 * len(records)) if values else math.nan
        nothing = not values
    else:
        found, nothing = float(PLAIN[take](values)) if values else math.nan, not values
    if nothing and measure.get("empty"):
        return 0.0 if measure["empty"] == "zero" else math.nan
    return found


def with_plan(table):
    plan = read("b,c,plan\n" + "".join(f"{b},{c},{'' if n is None else n}\n" for (b, c), n in PLAN.items()))
    return apply_mends(table, load_table_part({"mends": [BRING]}).mends, lambda _name, _path: plan).table


def meets(condition, record):
    if "any" in condition:
        return any(meets(each, record) for each in condition["any"])
    value = record[condition["field"]]
    if "in" in condition:
        return value in condition["in"] and value != ""
    if "blank" in condition:
        return (value in (None, "")) is condition["blank"]
    return not math.isnan(number(value)) and (
        number(value) > condition["above"] if "above" in condition else number(value) < condition["below"]
    )


def members(levels, records):
    """The members of a side in natural order: those with records, and those that a level keeps beside what there is."""
    there = {tuple(record[level["field"]] for level in levels) for record in records}
    there = {labels for labels in there if "" not in labels}
    for i, level in enumerate(levels):
        if level.get("empty") == "keep":
            known = sorted({record[level["field"]] for record in level["all"]} - {""})
            there |= {(*labels[:i], each, *labels[i + 1 :]) for labels in there for each in known}
    return sorted(there)


def brute(pivot, records):
    """Labels of both sides, the values of all lines and the records of the cells."""
    kept = [record for record in records if all(meets(each, record) for each in pivot["keep"])]
    sides = [[{**level, "all": records} for level in pivot[side]] for side in ("rows", "columns")]
    placed = [record for record in kept if all(record[level["field"]] != "" for side in sides for level in side)]
    rows, columns = (members(side, placed) if side else [()] for side in sides)
    if not placed:
        rows, columns = [], []
    named = [tuple(level["field"] for level in side) for side in sides]

    def of(record, side, labels):
        return labels is None or tuple(record[name] for name in named[side])[: len(labels)] == labels

    lines = []
    for labels in (rows, columns):
        groups = []
        for depth in range(len(labels[0]) - 1 if labels else 0, 0, -1):
            groups += list(dict.fromkeys(each[:depth] for each in labels))
        lines.append([*labels, *groups, None])
    cells = {
        (row, column): [record for record in placed if of(record, 0, row) and of(record, 1, column)]
        for row, column in product(*lines)
    }
    values = [[measured(pivot["measure"], cells[row, column]) for column in lines[1]] for row in lines[0]]
    counts = [[len(cells[row, column]) for column in lines[1]] for row in lines[0]]
    return rows, columns, np.array(values), counts


def shown(pivot, values, rows, columns):
    """Some shows, of cells and of the totals about which they say something."""
    how = pivot["show"]
    if not how:
        return values
    if how["as"] == "share":
        total = values[:, -1:] if how.get("of") == "row" else values[-1:, -1:]
        with np.errstate(all="ignore"):
            return np.where(np.broadcast_to(total == 0, values.shape), np.nan, values / total)
    return None


def run_up(pivot, records, row, across):
    """The measure of all records of a row up to each column."""
    kept = [record for record in records if all(meets(each, record) for each in pivot["keep"])]
    mine = [record for record in kept if tuple(record[level["field"]] for level in pivot["rows"]) == row]
    names = [level["field"] for level in pivot["columns"]]
    return [
        measured(pivot["measure"], [record for record in mine if tuple(record[name] for name in names) in across[: i + 1]])
        for i in range(len(across))
    ]


@settings(max_examples=150, deadline=None)
@given(RECORDS, SIDE, SIDE, MEASURE, KEEP, SHOW, st.booleans())
def test_a_pivot_is_what_its_records_say(records, rows, columns, measure, keep, show, largest):
    if len({level["field"] for level in (*rows, *columns)}) < len(rows) + len(columns):
        return
    if show.get("as") == "running" and measure["take"] in ("median", "distinct"):
        return  # which do not merge
    records = [*records, {"a": "x", "b": "p", "c": "m", "v": 1, "w": 4}]
    pivot = {"rows": rows, "columns": columns, "measure": measure, "keep": keep, "show": show}
    if largest and rows and not show:
        pivot["rows"] = [{**rows[0], "top": 2}, *rows[1:]]
    text = "a,b,c,v,w\n" + "".join(
        ",".join("" if record[name] is None else str(record[name]) for name in ("a", "b", "c", "v", "w")) + "\n"
        for record in records
    )
    spec = load_recipe({"finch_recipe": 2, "pivot": pivot}).pivot
    fields = [*"abcvw", "plan"]
    assert read_statement(write_statement(spec, fields), fields) == spec
    found = make_matrix(with_plan(read(text)), spec)
    if largest and rows and not show:
        check_largest(pivot, records, found)
        return
    down, across, values, counts = brute(pivot, records)
    if not values[: len(down), : len(across)].size:
        assert 0 in found.shape
        return
    assert (list(found.rows), list(found.columns)) == (down, across)
    assert found.all_records.tolist() == counts
    wanted = shown(pivot, values, down, across)
    if show.get("as") == "running" and measure.get("once_a_key") and len(columns) < 2:
        wanted = values.copy()
        for i, row in enumerate([*down, *[None] * (len(values) - len(down))]):
            if row is not None:
                so_far = run_up(pivot, records, row, across)
                wanted[i, : len(across)] = np.where(np.isnan(values[i, : len(across)]), np.nan, so_far)
        np.testing.assert_allclose(found.all_values[: len(down)], wanted[: len(down)], rtol=1e-9, atol=1e-12)
    elif wanted is not None:
        np.testing.assert_allclose(found.all_values, wanted, rtol=1e-9, atol=1e-12)
    check_equals(pivot, found, values, len(down), len(across))


def check_largest(pivot, records, found):
    """The members that stand are those that are largest by the measure, equal ones by nature."""
    field = pivot["rows"][0]["field"]
    kept = [record for record in records if all(meets(each, record) for each in pivot["keep"]) and record[field] != ""]
    labels = sorted({record[field] for record in kept})
    values = settled(np.array([measured(pivot["measure"], [r for r in kept if r[field] == label]) for label in labels]), 1e-12)
    there = [i for i in range(len(labels)) if not math.isnan(values[i])]
    left = {labels[i] for i in sorted(there, key=lambda i: (-values[i], i))[:2]}
    assert {row[0] for row in found.rows} <= left


def check_equals(pivot, found, values, rows, columns):
    """Cells that are equal but for rounding are equal, and have one rank; where everything is equal, nothing is the highest."""
    cells = values[:rows, :columns]
    alike = np.isclose(cells[:, :, None, None], cells, rtol=1e-13, atol=1e-15)
    same = found.values[:, :, None, None] == found.values
    if not pivot["show"] or pivot["show"].get("as") == "rank":
        assert (same | ~alike).all()


@pytest.mark.parametrize("show", [{"as": "running", "along": "columns"}, {"as": "running", "along": "rows"}])
@settings(max_examples=30, deadline=None)
@given(RECORDS, st.lists(st.sampled_from(["x", "y", "z"]), max_size=2), st.lists(st.sampled_from(["p", "q"]), max_size=1))
def test_what_is_set_aside_changes_no_total_and_nothing_that_runs(show, records, rows, columns):
    records = [*records, {"a": "x", "b": "p", "c": "m", "v": 1, "w": 4}]
    text = "a,b,v\n" + "".join(f"{r['a']},{r['b']},{'' if r['v'] is None else r['v']}\n" for r in records)
    base = {"rows": [{"field": "a"}], "columns": [{"field": "b"}], "measure": {"take": "sum", "of": "v"}, "show": show}
    aside = {"rows": [[each] for each in rows], "columns": [[each] for each in columns]}
    whole, some = (make_matrix(read(text), pivot_of({**base, **more})) for more in ({}, {"aside": aside}))
    down = [i for i, labels in enumerate(whole.rows) if labels[0] not in rows] + [len(whole.rows)]
    across = [i for i, labels in enumerate(whole.columns) if labels[0] not in columns] + [len(whole.columns)]
    np.testing.assert_array_equal(some.all_values, whole.all_values[np.ix_(down, across)])


def pivot_of(parts) -> PivotSpec:
    return load_recipe({"finch_recipe": 2, "pivot": parts}).pivot
