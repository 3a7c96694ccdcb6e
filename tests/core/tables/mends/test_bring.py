"""Columns from another table, held against a dictionary that is looked up record by record."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.common.recipe import dump_table_part, load_recipe, load_table_part
from mottled_finch.core.matrices.pivot import make_matrix
from mottled_finch.core.tables.mends import apply_mends
from mottled_finch.core.tables.mends.bringing import lines
from mottled_finch.core.tables.mends.bringing.proposal import propose
from mottled_finch.core.tables.table import Column, Kind, Table, texts_at

from ...conftest import read

LOG = (
    "pier,date,line,n\n"
    "North,2025-01-03,7,5\nNorth,2025-02-07,7,6\nSouth,2025-01-09,8,7\nSuoth,2025-01-09,8,8\nEast,2025-03-01,9,9\n,2025-01-01,7,1\n"
)
PLAN = "pier,month,plan,boss\nNorth,2025-01,10,Ann\nNorth,2025-02,20,Ann\nSouth,2025-01,30,Bo\nWest,2025-01,3,Cy\n,2025-01,99,Di\n"
MONTHLY = {"keys": {"pier": "pier", "date": "month"}, "cut": {"date": "year_month"}, "columns": ["plan"]}


def library(**tables):
    return lambda name, _path: read(tables[name])


def bring(mend, log=LOG, **tables):
    """The table that the mend makes, and its step."""
    spec = load_table_part({"mends": [{"do": "bring", "from": "plan", **mend}]})
    assert load_table_part(dump_table_part(spec)) == spec
    done = apply_mends(read(log), spec.mends, library(**(tables or {"plan": PLAN})))
    return done.table, done.steps[0]


def texts(table, name):
    return texts_at(table.column(name, ""), np.arange(table.records))


def test_days_find_their_month_and_a_blank_finds_nothing():
    table, step = bring({**MONTHLY, "columns": ["boss", "plan"], "names": {"boss": "who"}})
    assert table.names == ["pier", "date", "line", "n", "who", "plan"]
    assert texts(table, "plan") == ["10", "20", "30", "", "", ""]
    assert texts(table, "who") == ["Ann", "Ann", "Bo", "", "", ""]
    assert (step.touched, step.made) == (3, "2 new columns")
    assert step.notes == ("3 keys find nothing: 3 records blank", "1 key of “plan” is of no record here")
    assert [(each.words, each.records) for each in step.missed] == [
        ("Suoth", 1),
        ("blank pier", 1),
        ("East", 1),
    ]


def test_a_spelling_that_the_other_table_has_is_proposed_and_the_merge_mends_it():
    _, step = bring(MONTHLY)
    (merge,) = step.missed[0].cures
    assert (merge.field, merge.from_, merge.into) == ("pier", ("Suoth",), "South")
    assert not step.missed[1].cures
    mends = load_table_part({"mends": [{"do": "bring", "from": "plan", **MONTHLY}]}).mends
    done = apply_mends(read(LOG), (merge, *mends), library(plan=PLAN))
    assert texts(done.table, "plan") == ["10", "20", "30", "30", "", ""]


def test_keys_that_are_there_but_not_together_are_told_as_they_stand():
    _, step = bring(MONTHLY, log="pier,date,n\nWest,2025-02-03,1\nWest,2025-02-09,1\nNorth,2025-01-01,2\nEast,2025-02-01,1\n")
    assert [(each.words, each.records) for each in step.missed] == [("West, 2025-02", 2), ("East", 1)]


def test_records_whose_key_is_missing_can_be_left_out():
    table, step = bring({**MONTHLY, "missing": "leave_out"})
    assert (texts(table, "n"), step.notes[0]) == (["5", "6", "7"], "3 keys find nothing: 3 records left out")
    brought = table.column("plan", "").brought
    assert (brought.table, brought.keys, len(brought.lines)) == ("plan", ("pier", "date"), 3)


def test_a_key_that_stands_twice_is_refused_taken_first_or_summed_up():
    by_pier = {"keys": {"pier": "pier"}, "columns": ["plan"]}
    with pytest.raises(CoreError, match="“North” stands 2 times in “plan”; add a key that tells these lines apart, take the first"):
        bring(by_pier)
    assert texts(bring({**by_pier, "double": "first"})[0], "plan")[:3] == ["10", "10", "30"]
    summed, step = bring({**by_pier, "double": "sum"})
    assert texts(summed, "plan")[:3] == ["30", "30", "30"]
    assert "1 key stands there more than once: their lines are summed up" in step.notes
    # What is no number and the same in all lines is one; a key that no record looks for may stand as often as it will.
    assert texts(bring({**by_pier, "columns": ["boss"]})[0], "boss")[:3] == ["Ann", "Ann", "Bo"]
    assert bring(by_pier, log="pier,n\nSouth,1\n")[1].touched == 1
    with pytest.raises(
        CoreError, match='"month" is not the same in all lines of “North” in “plan”, and only numbers can be summed'
    ):
        bring({**by_pier, "columns": ["month"], "double": "sum"})


def test_a_sum_of_lines_is_of_the_filled_ones():
    plan = "pier,plan,note\nNorth,,\nNorth,4,a\nSouth,,\nSouth,,\n"
    table, _ = bring({"keys": {"pier": "pier"}, "columns": ["plan", "note"], "double": "sum"}, plan=plan)
    assert (texts(table, "plan")[:3], texts(table, "note")[:3]) == (["4", "4", ""], ["a", "a", ""])


def test_numbers_and_texts_are_compared_as_they_are_written():
    routes = "code,route\n7,Upper\n8,Lower\nx9,Ring\n"
    table, step = bring({"keys": {"line": "code"}, "columns": ["route"]}, plan=routes)
    assert (texts(table, "route"), step.touched) == (["Upper", "Upper", "Lower", "Lower", "", "Upper"], 5)
    years = "year,plan\n2024,1\n2025,2\n"
    table, _ = bring({"keys": {"date": "year"}, "cut": {"date": "year"}, "columns": ["plan"]}, plan=years)
    assert texts(table, "plan") == ["2"] * 6


@pytest.mark.parametrize(
    ("mend", "sentence"),
    [
        (
            {"keys": {"date": "plan"}, "columns": ["boss"]},
            "holds moments in time and .* numbers, of which no two are written alike",
        ),
        ({"keys": {"pier": "plan"}, "columns": ["boss"]}, 'holds text and "plan" of “plan” numbers.*change the kind of one'),
        ({"keys": {"peir": "pier"}, "columns": ["boss"]}, 'no column "peir"; did you mean "pier"'),
        ({"keys": {"pier": "peer"}, "columns": ["boss"]}, 'no column "peer"; did you mean "pier"'),
        ({"keys": {"pier": "pier"}, "columns": ["bos"]}, 'no column "bos"; did you mean "boss"'),
        ({"keys": {"pier": "pier"}, "columns": ["month"], "names": {"month": "date"}}, 'there is a column "date" already'),
        ({"keys": {"pier": "pier"}, "columns": ["boss"], "cut": {"pier": "month"}}, "cannot be cut to a month"),
        ({"keys": {}, "columns": ["boss"]}, "nothing says which records go together"),
        ({"keys": {"pier": "pier"}, "columns": []}, "no column is listed"),
        ({"keys": {"pier": "pier"}, "columns": ["boss", "boss"]}, "a column is listed twice"),
        ({"keys": {"pier": "pier"}, "columns": ["boss"], "cut": {"date": "month"}}, "only a key is cut"),
        ({"keys": {"pier": "pier"}, "columns": ["boss"], "names": {"plan": "x"}}, "only a column that comes gets a name"),
        ({"keys": {"pier": "pier"}, "columns": ["boss"], "names": {"boss": " "}}, "a new column has no name"),
        ({"keys": {"pier": "pier"}, "columns": ["boss"], "from": " "}, "no table is named"),
    ],
)
def test_what_does_not_go_together_is_told_in_one_sentence(mend, sentence):
    with pytest.raises(CoreError, match=sentence):
        bring(mend)


def test_a_key_that_is_blank_throughout_is_told_on_either_side():
    with pytest.raises(CoreError, match='"pier" is blank throughout here'):
        bring({"keys": {"pier": "pier"}, "columns": ["boss"]}, log="pier,n\n,1\n,2\n")
    with pytest.raises(CoreError, match='"pier" is blank throughout in “plan”'):
        bring({"keys": {"pier": "pier"}, "columns": ["boss"]}, plan="pier,boss\n,Ann\n,Bo\n")


def test_without_a_library_there_is_no_table_to_bring_from():
    with pytest.raises(CoreError, match='there is no table "plan" to bring columns from'):
        apply_mends(read(LOG), load_table_part({"mends": [{"do": "bring", "from": "plan", **MONTHLY}]}).mends)


WORDS = st.sampled_from(["", "a", "b", "c", "d"])
ROWS = st.lists(
    st.tuples(WORDS, WORDS, st.integers(0, 3), st.sampled_from(["", "x", "y"]), st.integers(-5, 5) | st.none()), max_size=14
)


@settings(max_examples=120, deadline=None)
@given(
    st.lists(st.tuples(WORDS, WORDS, st.integers(0, 4)), min_size=1, max_size=30),
    ROWS,
    st.integers(1, 3),
    st.sampled_from(["first", "sum"]),
    st.booleans(),
)
def test_what_comes_is_what_a_dictionary_says(records, rows, keys, double, few):
    names = "uvw"[:keys]
    records, rows = [("a", "a", 1), *records], [("a", "a", 1, "x", 2), *rows]
    log = "u,v,w\n" + "".join(f"{u},{v},{w}\n" for u, v, w in records)
    there = "u,v,w,t,n\n" + "".join(f"{u},{v},{w},{t},{'' if n is None else n}\n" for u, v, w, t, n in rows)
    by_key = {}
    for row in rows:
        key = row[:keys]
        if "" not in key:
            by_key.setdefault(key, []).append(row)
    if double == "sum":  # texts of one key must be alike then
        by_key = {key: [(*row[:3], "x", row[4]) for row in found] for key, found in by_key.items()}
        there = "u,v,w,t,n\n" + "".join(f"{u},{v},{w},x,{'' if n is None else n}\n" for u, v, w, _, n in rows)
    mend = {"keys": {name: name for name in names}, "columns": ["t", "n"], "double": double}
    with pytest.MonkeyPatch.context() as patched:
        patched.setattr(lines, "_TABLE_MOST", 0 if few else lines._TABLE_MOST)
        table, step = bring(mend, log=log, plan=there)

    def number(found):
        if double == "first":
            return found[0][4]
        filled = [row[4] for row in found if row[4] is not None]
        return sum(filled) if filled else None

    wanted = [by_key.get(tuple(record[:keys])) for record in records]
    assert texts(table, "t") == [found[0][3] if found else "" for found in wanted]
    assert [None if math.isnan(value) else value for value in table.column("n", "").data.tolist()] == [
        number(found) if found else None for found in wanted
    ]
    assert step.touched == sum(found is not None for found in wanted)
    assert sum(each.records for each in step.missed) == sum(found is None for found in wanted)
    # Once a key: the plan of each key that has records in a cell counts once, in totals too.
    pivot = {"rows": [{"field": "u"}], "measure": {"take": "sum", "of": "n", "once_a_key": True}}
    matrix = make_matrix(table, load_recipe({"finch_recipe": 2, "pivot": pivot}).pivot)
    placed = [record for record in records if record[0]]
    for label, value in [
        *zip([row[0] for row in matrix.rows], matrix.all_values[:, 0], strict=False),
        (None, matrix.all_values[-1, 0]),
    ]:
        met = {tuple(record[:keys]) for record in placed if label in (None, record[0])}
        plans = [n for key in met if key in by_key and (n := number(by_key[key])) is not None]
        assert (sum(plans) == value) if plans else math.isnan(value)


def test_many_long_keys_are_not_taken_for_each_other():
    """Five keys of 65,535 texts each have more combinations than 64 bits: numbered at once, the first of them would not count."""
    n = 65_535
    entries = np.array(["", *map(str, range(n))], dtype=object)

    def table(first, rest, **more):
        keys = [Column(name=f"k{i}", kind=Kind.CATEGORY, data=first if i == 0 else rest, entries=entries) for i in range(5)]
        return Table((*keys, *(Column(name=name, kind=Kind.NUMBER, data=data) for name, data in more.items())))

    codes = np.arange(1, n + 1, dtype=np.uint16)
    there = table(codes, codes, plan=codes.astype(float))
    keys = {f"k{i}": f"k{i}" for i in range(5)}
    mends = load_table_part({"mends": [{"do": "bring", "from": "plan", "keys": keys, "columns": ["plan"]}]}).mends
    here = table(np.array([5, 6, 7], dtype=np.uint16), np.array([5, 5, 7], dtype=np.uint16))
    done = apply_mends(here, mends, lambda _name, _path: there)
    assert texts(done.table, "plan") == ["5", "", "7"]
    assert [(each.words, each.records) for each in done.steps[0].missed] == [("5, 4, 4, 4, 4", 1)]


def test_what_is_computed_of_brought_numbers_alone_still_counts_once_a_key():
    spec = load_table_part(
        {
            "mends": [
                {"do": "bring", "from": "plan", **MONTHLY},
                {"do": "compute", "into": "half", "as": "plan / 2"},
                {"do": "compute", "into": "load", "as": "n / plan"},
                {"do": "drop", "where": [{"field": "pier", "in": ["East"]}]},
                {"do": "rename", "field": "plan", "to": "target"},
            ]
        }
    )
    table = apply_mends(read(LOG), spec.mends, library(plan=PLAN)).table
    kept = {column.name: column.brought is not None for column in table.columns}
    assert kept == {"pier": False, "date": False, "line": False, "n": False, "target": True, "half": True, "load": False}
    corrected = load_table_part({"mends": [{"do": "correct", "field": "target", "record": 1, "was": "10", "to": "11"}]})
    assert apply_mends(table, corrected.mends).table.column("target", "").brought is None


def test_once_a_key_is_of_sums_averages_and_ratios_of_brought_numbers_alone():
    table, _ = bring(MONTHLY)

    def made(**measure):
        pivot = {"rows": [{"field": "pier"}], "measure": {**measure, "once_a_key": True}}
        return make_matrix(table, load_recipe({"finch_recipe": 2, "pivot": pivot}).pivot)

    with pytest.raises(CoreError, match='"n" did not come from another table by a key, as plan did'):
        made(take="sum", of="n")
    with pytest.raises(CoreError, match='"median" is not taken once a key; take "sum", "average" or "ratio"'):
        made(take="median", of="plan")
    assert made(take="ratio", of="n", per="plan").all_values[-1, 0] == pytest.approx((5 + 6 + 7 + 8 + 9) / 60)


@pytest.mark.parametrize(
    ("plan", "keys", "cut", "columns"),
    [
        (PLAN, {"pier": "pier", "date": "month"}, {"date": "year_month"}, ("plan",)),
        ("code,route\n7,Upper\n8,Lower\n9,Ring\n", {"line": "code"}, {}, ("route",)),
        ("Pier,no,head\nNorth,1,Ann\nSouth,2,Bo\nEast,3,Cy\n", {"pier": "Pier"}, {}, ("no", "head")),
        ("quarter,goal\n2025-01-01,3\n2025-04-01,4\n", {"date": "quarter"}, {"date": "year_quarter"}, ("goal",)),
        ("x,y\n1,a\n", None, None, None),
    ],
)
def test_keys_are_proposed_from_what_both_tables_hold(plan, keys, cut, columns):
    found = propose(read(LOG), read(plan), "plan")
    if keys is None:
        assert found is None
        return
    assert (found.keys, found.cut, found.columns) == (keys, cut, columns)
    assert apply_mends(read(LOG), (found,), library(plan=plan)).steps[0].touched > 0


def test_a_key_by_which_records_would_lose_their_line_is_none():
    log = "land,port\n" + "".join(f"{land},{port}\n" for land, port in zip("ABCABCABC", "XYZYZXZXY", strict=True))
    towns = "land,code,size\n" + "".join(
        f"{land},{code},{i}\n" for i, (land, code) in enumerate(zip("ABCABC", "XYZXYZ", strict=True))
    )
    assert propose(read(log), read(towns), "towns").keys == {"land": "land"}


def test_a_proposed_name_is_free():
    found = propose(read(LOG), read("pier,n\nNorth,1\nSouth,2\n"), "plan")
    assert (found.columns, found.names) == (("n",), {"n": "n (plan)"})
