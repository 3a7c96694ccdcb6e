"""Against another side: by hand, and against plain Python that goes through the records of both sides one by one."""

import math
from datetime import date

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.errors import RecipeError, TableError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.common.recipe.conditions import MeasureSpec
from mottled_finch.core.matrices.pivot import behind, make_matrix, measured_beside
from mottled_finch.core.matrices.pivot.targets import with_targets
from mottled_finch.core.matrices.statement import read_statement, write_statement

from ...brute import OF_ONE_NUMBER, PLAIN
from ...conftest import read
from ...tables.aggregation.test_shift import later

A_YEAR = {"as": "against", "shift": {"field": "date", "years": -1}}
LOG = """pier,line,date,late,plan
Ash,Inner,2024-01-03,3,4
Ash,Inner,2025-01-03,5,4
Birch,Outer,2025-01-05,7,4
Cedar,Outer,2024-01-04,7,4
Cedar,Outer,2024-02-04,7,4
Cedar,Inner,2025-02-04,9,4
"""
SIDES = {"rows": [{"field": "pier"}], "columns": [{"field": "date", "cut": "month"}], "measure": {"take": "sum", "of": "late"}}


def resolved(pivot, edition=None):
    spec = load_recipe({"finch_recipe": 2, "pivot": pivot}).pivot
    return with_targets(spec, {}, lambda _edition, _path: edition)


def against(text, edition=None, **pivot):
    return make_matrix(read(text), resolved(pivot, edition))


def listed(values):
    return [[None if math.isnan(each) else round(each, 9) for each in line] for line in values.tolist()]


def test_the_year_before_cell_by_cell_with_totals_of_both_sides():
    found = against(LOG, **SIDES, show={**A_YEAR, "by": "percent"})
    assert (found.rows, found.columns) == ((("Ash",), ("Birch",), ("Cedar",)), (("Jan",), ("Feb",)))
    # Totals: 12 against 10 in January, 9 against 7 in February; of Cedar 9 against 14.
    assert listed(found.all_values) == [
        [0.666666667, None, 0.666666667],
        [None, None, None],
        [None, 0.285714286, -0.357142857],
        [0.2, 0.285714286, 0.235294118],
    ]
    assert found.new.tolist() == [[False, False], [True, False], [False, False]]
    assert found.gone.tolist() == [[False, False], [False, False], [True, False]]
    assert found.opposite is not None
    assert found.opposite.all_records.tolist() == [[1, 0, 1], [0, 0, 0], [1, 1, 2], [2, 1, 3]]
    assert found.records.tolist() == [[1, 0], [1, 0], [0, 1]]
    assert str(found.opposite.covered[0])[:10] == "2025-01-03"


def test_another_span_stands_in_place_of_the_conditions_on_its_field():
    keep = [{"field": "date", "from": "2025", "to": "2025"}, {"field": "line", "in": ["Outer"]}]
    other = [{"field": "date", "from": "2024", "to": "2024"}]
    found = against(LOG, **SIDES, keep=keep, show={"as": "against", "keep": other})
    assert found.rows == (("Birch",), ("Cedar",))
    assert found.new.tolist() == [[True, False], [False, False]]
    assert found.gone.tolist() == [[False, False], [True, True]]
    assert listed(found.all_values)[-1] == [0.0, None, -7.0]


def test_one_member_stands_for_all_and_its_totals_count_it_once():
    found = against(LOG, **SIDES, show={"as": "against", "keep": [{"field": "pier", "in": ["Ash"]}]})
    assert listed(found.all_values) == [[0, None, 0], [-1, None, -1], [-1, None, 15], [14, None, 30]]
    assert found.opposite is not None
    assert listed(found.opposite.all_there) == [[8, None, 8]] * 4
    nested = {**SIDES, "rows": [{"field": "line"}, {"field": "pier"}]}
    found = against(LOG, **nested, show={"as": "against", "keep": [{"field": "pier", "in": ["Cedar"]}]})
    # On each line, and for both together, Cedar: 9 on Inner, 14 on Outer.
    assert found.opposite is not None
    assert listed(found.opposite.all_there[:, -1:]) == [[9], [9], [14], [14], [9], [14], [23]]


def test_one_month_stands_for_all_of_them():
    keep = [{"field": "date", "from": "2025-01", "to": "2025-01"}]
    found = against(LOG, **SIDES, keep=[{"field": "date", "from": "2025"}], show={"as": "against", "keep": keep})
    assert found.opposite is not None
    assert listed(found.opposite.all_there) == [[5, 5, 5], [7, 7, 7], [None, None, None], [12, 12, 12]]


def test_a_plan_is_measured_of_the_same_records():
    found = against(LOG, **SIDES, show={"as": "against", "measure": {"take": "sum", "of": "plan"}, "by": "ratio"})
    assert listed(found.all_values) == [
        [1, None, 1],
        [1.75, None, 1.75],
        [1.75, 2, 1.916666667],
        [1.375, 2, 1.583333333],
    ]


def test_one_table_is_pivoted_so_and_so():
    """What is kept of a table for the next pivot of it is not mistaken for another side's."""
    table, before = read(LOG), read(LOG.replace(",7,", ",6,"))
    shows = [
        {},
        {"as": "against", "measure": {"take": "count"}},
        A_YEAR,
        {"as": "against", "shift": {"field": "date", "months": -1}},
        {"as": "against", "keep": [{"field": "line", "in": ["Outer"]}]},
        {"as": "against", "edition": "before"},
    ]
    for show in [*shows, *reversed(shows)]:
        pivot = resolved({**SIDES, "show": show}, before)
        found, fresh = (make_matrix(each, pivot) for each in (table, read(LOG)))
        np.testing.assert_array_equal(found.all_values, fresh.all_values)
        assert (found.opposite is None) == (not show)


def test_the_edition_before_with_members_that_came_and_went():
    before = read("pier,line,date,late\nAsh,Inner,2025-01-03,4\nDamson,Inner,2025-03-03,1\n")
    found = against(LOG, before, **SIDES, show={"as": "against", "edition": "before"})
    assert found.rows == (("Ash",), ("Birch",), ("Cedar",), ("Damson",))
    assert found.columns == (("Jan",), ("Feb",), ("Mar",))
    assert found.gone.tolist() == [[False] * 3, [False] * 3, [False] * 3, [False, False, True]]
    assert listed(found.all_values)[0] == [4, None, None, 4]


def test_what_another_edition_lacks_is_told_of_that_one():
    before = read("pier,line,date\nAsh,Inner,2025-01-03\n")
    with pytest.raises(TableError) as caught:
        against(LOG, before, **SIDES, show={"as": "against", "edition": 1})
    assert str(caught.value) == (
        'pivot.show.edition: in the edition that it is set against, no column "late"; did you mean "date"?'
    )
    with pytest.raises(TableError) as caught:
        make_matrix(
            read(LOG),
            with_targets(load_recipe({"finch_recipe": 2, "pivot": {**SIDES, "show": {"as": "against", "edition": 7}}}).pivot, {}),
        )
    assert str(caught.value) == (
        "pivot.show.edition: the table has no edition 7; choose another, or compare with other records of this one"
    )


def test_nothing_counts_as_zero_where_the_measure_says_so():
    counted = {**SIDES, "measure": {"take": "count", "empty": "zero"}}
    found = against(LOG, **counted, show=A_YEAR)
    assert listed(found.values) == [[0, 0], [1, 0], [-1, 0]]
    assert not found.new.any()
    assert not found.gone.any()


def test_the_largest_are_those_of_this_side_on_both():
    rows = [{"field": "pier", "top": 1, "others": True}]
    found = against(LOG, **{**SIDES, "rows": rows}, show=A_YEAR)
    # Cedar and Ash have 9 and 5 this year, Birch 7.
    assert found.rows == (("Cedar",), ("Others",))
    assert found.opposite is not None
    assert listed(found.opposite.all_there) == [[7, 7, 14], [3, None, 3], [10, 7, 17]]
    keep = [{"field": "pier", "top": 1}]
    assert against(LOG, **SIDES, keep=keep, show=A_YEAR).rows == (("Cedar",),)


def test_bins_are_those_of_both_sides():
    found = against(
        LOG, rows=[{"field": "late", "bins": {"equal_width": 2}}], measure={"take": "count"}, show={**A_YEAR, "by": "difference"}
    )
    assert found.rows == (("3–6",), ("6–9",))
    assert found.opposite is not None
    assert listed(found.opposite.all_there) == [[1, 1], [2, 2], [3, 3]]


def test_it_is_ordered_by_what_has_changed_most():
    order = {"rows": {"by": "total", "descending": True}}
    assert against(LOG, **SIDES, show=A_YEAR, order=order).rows == (("Ash",), ("Cedar",), ("Birch",))


def test_the_records_behind_a_cell_are_those_of_this_side():
    table, pivot = read(LOG), resolved({**SIDES, "show": A_YEAR})
    assert behind(table, pivot, 0, 0).tolist() == [1]
    assert behind(table, pivot, 2, 0).tolist() == []
    assert behind(table, pivot, 2, 0, there=True).tolist() == [3]
    assert behind(table, pivot, 3, 2, there=True).tolist() == [0, 3, 4]
    alone = resolved({**SIDES, "show": {"as": "against", "keep": [{"field": "pier", "in": ["Cedar"]}]}})
    assert [behind(table, alone, row, 0, there=True).tolist() for row in range(4)] == [[3]] * 4
    beside = measured_beside(table, pivot, MeasureSpec(take="count"), "")
    assert beside.tolist() == [[1, 0], [1, 0], [0, 1]]


@pytest.mark.parametrize(
    ("show", "sentence"),
    [
        ({"as": "against"}, 'pivot.show: nothing is said of the other side; give one of "keep", "shift", "measure" or "edition"'),
        (
            {**A_YEAR, "edition": 1},
            'pivot.show: "shift" and "edition" are two sides; give one of "keep", "shift", "measure" or "edition"',
        ),
        (
            {"as": "against", "shift": {"field": "date"}},
            'pivot.show.shift: nothing says how far; give one of "years", "quarters", "months", "weeks" or "days"',
        ),
        (
            {"as": "against", "shift": {"field": "date", "years": 0}},
            "pivot.show.shift.years: what is shifted by 0 is set against itself; shift it by -1 or more",
        ),
        (
            {"as": "against", "shift": {"field": "date", "months": 1_000_000}},
            "pivot.show.shift.months: the calendar ends before, which runs from the year 1 to 9999; shift by less",
        ),
        ({"as": "against", "edition": 0}, 'pivot.show.edition: editions are counted from 1; choose one, or "before"'),
        ({"as": "share", "edition": 1}, 'pivot.show.edition: "share" has no "edition"; leave it out'),
    ],
)
def test_a_side_that_is_none_is_told(show, sentence):
    with pytest.raises(RecipeError) as caught:
        load_recipe({"finch_recipe": 2, "pivot": {**SIDES, "show": show}})
    assert str(caught.value) == sentence


def test_a_shift_that_leaves_nothing_to_compare_is_told():
    with pytest.raises(TableError) as caught:
        against(LOG, **SIDES, show={"as": "against", "shift": {"field": "date", "years": -3}})
    assert str(caught.value) == (
        'pivot.show.shift.years: "date" runs from 2024-01-03 to 2025-02-04, and no day of it has another that far away to be '
        "compared with; shift by less"
    )
    with pytest.raises(TableError) as caught:
        against(LOG, **SIDES, show={"as": "against", "shift": {"field": "pier", "years": -1}})
    assert str(caught.value) == 'pivot.show.shift.field: "pier" holds text, which cannot be shifted; choose a moment in time'


DAYS = st.dates(date(2023, 11, 1), date(2025, 4, 30))
RECORDS = st.lists(
    st.fixed_dictionaries(
        {
            "a": st.sampled_from(["", "x", "y", "z"]),
            "b": st.sampled_from(["p", "q"]),
            "d": st.none() | DAYS,
            "v": st.sampled_from([0.1, 0.2, 0.30000000000000004, -0.3, 5.0, None]) | st.integers(-3, 9),
        }
    ),
    min_size=1,
    max_size=40,
)
TYPICAL = {"a": "x", "b": "p", "d": date(2024, 5, 1), "v": 1}
"""A record that says of which kind the columns are."""
LEVELS = [{"field": "a"}, {"field": "b"}, *({"field": "d", "cut": cut} for cut in ("year", "month", "year_month", "weekday"))]
SIDE = st.lists(st.sampled_from(LEVELS), max_size=2)
KEEP = st.lists(
    st.sampled_from(
        [
            {"field": "b", "in": ["p"]},
            {"field": "a", "in": ["x", "y"]},
            {"field": "d", "from": "2024-03-01", "to": "2024-12-31"},
            {"field": "v", "above": 0.15},
        ]
    ),
    max_size=2,
)
OTHER = st.one_of(
    st.builds(
        lambda unit, number: {"shift": {"field": "d", unit: number}},
        st.sampled_from(["years", "months", "weeks"]),
        st.sampled_from([-1, -5, 1]),
    ),
    st.just({"keep": [{"field": "d", "from": "2024-01-01", "to": "2024-06-30"}]}),
    st.just({"keep": [{"field": "a", "in": ["x"]}]}),
    st.just({"keep": [{"field": "b", "in": ["q"]}, {"field": "v", "above": 0.15}]}),
    st.just({"measure": {"take": "count"}}),
    st.just({"edition": 1}),
)
MEASURE = st.one_of(
    st.builds(lambda take: {"take": take, "of": "v"}, st.sampled_from(OF_ONE_NUMBER)),
    st.sampled_from([{"take": "count"}, {"take": "count", "empty": "zero"}, {"take": "sum", "of": "v", "empty": "zero"}]),
)


def meets(condition, record, day):
    name = condition["field"]
    if "in" in condition:
        return record[name] in condition["in"]
    if "above" in condition:
        return record["v"] is not None and record["v"] > condition["above"]
    return day is not None and condition["from"] <= str(day) <= condition["to"]


def label(level, record, day, moved):
    """What a record is called on a level; moved moments keep the weekday where whole months are moved."""
    if level["field"] != "d":
        return record[level["field"]]
    if moved is None:
        return ""
    if level["cut"] == "weekday":
        return (day if day is not None else moved).weekday()
    return {"year": moved.year, "month": moved.month, "year_month": (moved.year, moved.month)}[level["cut"]]


def measured(measure, records):
    if measure["take"] == "count":
        return float(len(records)), bool(records) or measure.get("empty") == "zero"
    values = [float(record["v"]) for record in records if record["v"] is not None]
    if not values:
        zero = measure.get("empty") == "zero"
        return (0.0 if zero else math.nan), zero
    return float(PLAIN[measure["take"]](values)), True


@settings(max_examples=150, deadline=None)
@given(RECORDS, RECORDS, st.tuples(SIDE, SIDE), MEASURE, KEEP, OTHER, st.sampled_from([None, "ratio", "percent"]))
def test_it_is_what_the_records_of_both_sides_say(records, others, sides, measure, keep, other, by):
    rows, columns = sides
    levels = [*rows, *columns]
    if len({str(level) for level in levels}) < len(levels):
        return
    records, others = [*records, TYPICAL], [*others, TYPICAL]
    days = [record["d"] for record in records if record["d"] is not None]
    show = {"as": "against", **other, **({"by": by} if by else {})}
    pivot = {"rows": rows, "columns": columns, "measure": measure, "keep": keep, "show": show}
    spec = load_recipe({"finch_recipe": 2, "pivot": pivot}).pivot
    assert read_statement(write_statement(spec, "abdv"), "abdv") == spec

    here = [(record, record["d"], record["d"]) for record in records]
    there = here
    if "edition" in other:
        there = [(record, record["d"], record["d"]) for record in others]
    if "shift" in other:
        if not days:
            return
        ((unit, number),) = [each for each in other["shift"].items() if each[0] != "field"]
        own = unit != "weeks"
        there = [(record, day if own else None, later(day, unit, -number)) for record, day, _ in here if day is not None]
        first = max(min(days), later(min(days), unit, -number))
        last = min(max(days), later(max(days), unit, -number))
        if first > last:
            return
        here = [each for each in here if each[2] is not None and first <= each[2] <= last]
        there = [each for each in there if first <= each[2] <= last]
    about = {each["field"] for each in other.get("keep", [])}
    conditions = [each for each in keep if each["field"] not in about] + other.get("keep", [])
    here = [each for each in here if all(meets(one, each[0], each[2]) for one in keep)]
    there = [each for each in there if all(meets(one, each[0], each[2]) for one in conditions)]

    def stands_for_all(level):
        if level.get("cut") == "year" and any(each["field"] == "d" for each in other.get("keep", [])):
            return True  # it is a span of one year
        return (other.get("keep") == [{"field": "a", "in": ["x"]}] and level == {"field": "a"}) or (
            {"field": "b", "in": ["q"]} in other.get("keep", []) and level == {"field": "b"}
        )

    def place(each, *, far):
        return tuple(
            tuple("*" if far and stands_for_all(level) else label(level, *each) for level in side) for side in (rows, columns)
        )

    here = [(each[0], place(each, far=False)) for each in here]
    there = [(each[0], place(each, far=True)) for each in there]
    here = [each for each in here if "" not in (*each[1][0], *each[1][1])]
    there = [each for each in there if "" not in (*each[1][0], *each[1][1])]
    if "measure" in other:
        there = here
    sides = []
    for i, side in enumerate((rows, columns)):
        lines = {each[1][i] for each in here}
        if not any(stands_for_all(level) for level in side):
            lines |= {each[1][i] for each in there}
        sides.append(sorted(lines))
        # Beside members that one stands for, what has none of the others' labels is in no cell.
        beside = {tuple("*" if stands_for_all(level) else one for one, level in zip(line, side, strict=True)) for line in lines}
        there = [each for each in there if each[1][i] in beside]
    table, edition = (_table(each) for each in (records, others))
    found = make_matrix(table, with_targets(spec, {}, lambda _edition, _path: edition))
    assert found.shape == tuple(len(lines) for lines in sides)
    if 0 in found.shape:
        return
    assert found.opposite is not None

    def of(side_records, line, *, far):
        wanted = tuple(
            None
            if labels is None
            else tuple("*" if far and stands_for_all(level) else one for one, level in zip(labels, side, strict=False))
            for labels, side in zip(line, (rows, columns), strict=True)
        )
        return [
            record
            for record, at in side_records
            if all(labels is None or at[i][: len(labels)] == labels for i, labels in enumerate(wanted))
        ]

    lines = [[*labels, *dict.fromkeys(each[:1] for each in labels if len(each) > 1), None] for labels in sides]
    for i, row in enumerate(lines[0]):
        for j, column in enumerate(lines[1]):
            mine, its = of(here, (row, column), far=False), of(there, (row, column), far=True)
            one, is_here = measured(measure, mine)
            two, is_there = measured(other.get("measure", measure), its)
            assert found.all_records[i, j] == len(mine)
            assert found.opposite.all_records[i, j] == len(its), (records, pivot, row, column)
            assert found.opposite.all_new[i, j] == (is_here and not is_there)
            assert found.opposite.all_gone[i, j] == (is_there and not is_here)
            np.testing.assert_allclose(found.opposite.all_here[i, j], one, rtol=1e-9, atol=1e-12)
            np.testing.assert_allclose(found.opposite.all_there[i, j], two, rtol=1e-9, atol=1e-12)
            if by is not None and abs(two) < 1e-12:
                continue  # whether what rounding leaves is nothing depends on the numbers it is left of
            wanted = _set_against(one, two, by) if is_here and is_there else math.nan
            np.testing.assert_allclose(found.all_values[i, j], wanted, rtol=1e-9, atol=1e-12)


def _set_against(one, two, by):
    if math.isnan(one) or math.isnan(two):
        return math.nan
    if by is None:
        return one - two
    return one / two if by == "ratio" else (one - two) / abs(two)


def _table(records):
    lines = [
        f"{record['a']},{record['b']},{record['d'] or ''},{'' if record['v'] is None else record['v']}\n" for record in records
    ]
    return read("a,b,d,v\n" + "".join(lines))


MONTHS = """pier,date,late
Ash,2024-01-03,3
Ash,2024-02-03,5
Ash,2024-08-01,2
Birch,2024-01-05,7
Birch,2024-02-04,11
Birch,2025-01-04,13
Birch,2025-08-04,17
"""
JANUARY = {"field": "date", "cut": "year_month", "in": ["2024-01"]}


def one_for_all(cut, keep, **level):
    """What the columns are set against, by column."""
    columns = [{"field": "date", "cut": cut, **level}]
    found = against(MONTHS, columns=columns, measure={"take": "sum", "of": "late"}, show={"as": "against", "keep": keep})
    there = found.opposite.all_there
    return dict(zip((label for (label,) in found.columns), there[0, : len(found.columns)].tolist(), strict=True))


@pytest.mark.parametrize(
    "keep",
    [
        [JANUARY],
        [{"all": [JANUARY]}],
        [{"all": [{"field": "date", "from": "2024-01-01"}, {"field": "date", "to": "2024-01-31"}]}],
        [{"field": "date", "cut": "year", "in": ["2024"]}, {"field": "date", "cut": "month", "in": ["Jan"]}],
    ],
)
def test_one_month_stands_for_all_however_it_is_said(keep):
    for cut, columns in (("month", ["Jan", "Feb", "Aug"]), ("year_month", ["2024-01", "2024-02", "2024-08", "2025-01", "2025-08"])):
        assert one_for_all(cut, keep) == dict.fromkeys(columns, 10.0)


def test_two_months_of_one_year_stand_for_all_years_and_not_for_all_months():
    two = [{"field": "date", "cut": "year_month", "in": ["2024-01", "2024-02"]}]
    assert one_for_all("year", two) == {"2024": 26.0, "2025": 26.0}
    assert one_for_all("quarter", two) == {"Q1": 26.0, "Q3": 26.0}
    assert one_for_all("month", two)["Jan"] == 10.0
    # Of a month without records nobody knows what it would leave.
    gone = [{"field": "date", "cut": "year_month", "in": ["2024-01", "2024-03"]}]
    assert one_for_all("month", gone)["Jan"] == 10.0


def test_fiscal_years_are_compared_with_fiscal_years():
    fiscal = {"field": "date", "cut": "year", "year_starts": 7, "in": ["2023/24"]}
    assert one_for_all("year", [fiscal], year_starts=7) == {"2023/24": 26.0, "2024/25": 26.0, "2025/26": 26.0}
    # A calendar year lies in two fiscal ones, so neither stands for all.
    calendar = [{"field": "date", "cut": "year", "in": ["2024"]}]
    assert one_for_all("year", calendar, year_starts=7)["2023/24"] == 26.0
    assert one_for_all("year", calendar, year_starts=7)["2024/25"] == 2.0
    assert one_for_all("year", [fiscal])["2024"] == 26.0
