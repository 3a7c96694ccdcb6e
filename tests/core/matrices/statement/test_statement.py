"""The statement: what is written is read as the same pivot, and mistakes are told where they stand."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.common.language.english import listed
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.common.recipe.check_pivot import check_pivot
from mottled_finch.core.common.recipe.conditions import ConditionSpec, MeasureSpec
from mottled_finch.core.common.recipe.spec import (
    SHIFT_UNITS,
    AsideSpec,
    BinsSpec,
    CellSpec,
    CorrelateSpec,
    LevelSpec,
    OrderSpec,
    OrdersSpec,
    PivotSpec,
    ShiftSpec,
    ShowSpec,
    TotalsSpec,
)
from mottled_finch.core.common.vocabulary import MEASURE_TERMS
from mottled_finch.core.matrices.statement import read_statement, write_statement
from mottled_finch.core.tables.aggregation.cuts import CUTS

COLUMNS = ["pier", "minutes_late", "departed", "line", "pier down", "of", "share", 'a "quoted" one', "Pier Code", "é"]


def pivot(**parts):
    return load_recipe({"finch_recipe": 2, "pivot": parts}).pivot


@pytest.mark.parametrize(
    ("parts", "statement"),
    [
        ({}, "Color the number of records"),
        (
            {
                "rows": [{"field": "pier"}],
                "columns": [{"field": "departed", "cut": "month"}],
                "measure": {"take": "average", "of": "minutes_late"},
                "keep": [{"field": "departed", "from": "2025-01-01", "to": "2025-12-31"}],
            },
            "Color the average of minutes late for each pier down and month of departed across, "
            "keeping departed from 2025-01-01 up to 2025-12-31",
        ),
        (
            {"columns": [{"field": "line"}, {"field": "of"}], "show": {"as": "share", "of": "row"}, "totals": {"rows": True}},
            'Color the number of records for each line then "of" across, as share of the row, with totals of rows',
        ),
        (
            {"measure": {"take": "ratio", "of": "minutes_late", "per": "é"}, "keep": [{"field": "line", "in": ["a", 5]}]},
            'Color the ratio of minutes late to é, keeping line is "a" or 5',
        ),
        (
            {
                "rows": [{"field": "line"}, {"field": "line_code"}],
                "columns": [{"field": "line"}],
                "keep": [{"field": "line", "top": 3}],
            },
            "Color the number of records for each line then line code down and line across, keeping line among the top 3",
        ),
        (
            {"correlate": {"fields": ["minutes_late", "é"], "method": "spearman"}},
            "Color how minutes late and é move together by rank",
        ),
    ],
)
def test_reads_as_a_sentence(parts, statement):
    fields = ["pier", "minutes_late", "departed", "line", "line_code", "of", "é"]
    assert write_statement(pivot(**parts), fields) == statement
    assert read_statement(statement, fields) == pivot(**parts)


FIELD = st.sampled_from(COLUMNS)
LABEL = st.text(max_size=6).map(str.strip).filter(lambda text: "\x00" not in text) | st.sampled_from(
    ['say "so"', "a\\b", "2025-01", "or"]
)
NUMBER = st.integers(-(10**6), 10**6).map(float) | st.floats(-1e9, 1e9, allow_nan=False)
VALUE = LABEL | NUMBER
SOME = st.lists(VALUE, max_size=3).map(tuple)
CUT = st.none() | st.sampled_from(list(CUTS))


def leaf(draw_measures=True):
    common = {"field": FIELD}
    measure = st.none() | (measures(deep=False) if draw_measures else st.none())
    return st.one_of(
        st.builds(ConditionSpec, **common, cut=CUT, in_=SOME),
        st.builds(ConditionSpec, **common, cut=CUT, not_in=SOME),
        st.builds(ConditionSpec, **common, from_=VALUE, to=st.none() | VALUE),
        st.builds(ConditionSpec, **common, above=st.none() | VALUE, below=VALUE),
        st.builds(ConditionSpec, **common, blank=st.booleans()),
        st.builds(ConditionSpec, **common, cut=st.just("quarter"), year_starts=st.integers(1, 12), in_=SOME),
        st.builds(ConditionSpec, **common, top=st.integers(1, 99), by=measure),
        st.builds(ConditionSpec, **common, bottom=st.integers(1, 99), by=measure),
    )


def conditions(draw_measures=True):
    return st.recursive(
        leaf(draw_measures),
        lambda held: st.one_of(
            st.builds(ConditionSpec, all_=st.lists(held, min_size=1, max_size=3).map(tuple)),
            st.builds(ConditionSpec, any_=st.lists(held, min_size=1, max_size=3).map(tuple)),
        ),
        max_leaves=4,
    )


def measures(deep=False):
    """With ``deep``, shares of conditions that rank by measures of their own."""
    empty = st.sampled_from([None, "zero", "blank"])
    plain = st.sampled_from([take for take, term in MEASURE_TERMS.items() if term.keys == ("of",)])
    return st.one_of(
        st.builds(MeasureSpec, empty=empty),
        st.builds(MeasureSpec, take=plain, of=FIELD, empty=empty),
        st.builds(MeasureSpec, take=st.just("percentile"), of=FIELD, p=st.floats(0, 100)),
        st.builds(MeasureSpec, take=st.just("ratio"), of=FIELD, per=FIELD),
        st.builds(MeasureSpec, take=st.just("share"), where=conditions(draw_measures=deep), empty=empty),
    )


NAMES = st.dictionaries(LABEL, LABEL, max_size=2)
LEVEL = st.one_of(
    st.builds(LevelSpec, field=FIELD, cut=CUT, names=NAMES, empty=st.sampled_from(["keep", "leave_out"])),
    st.builds(LevelSpec, field=FIELD, cut=st.just("weekday"), week_starts=st.sampled_from(["sunday", "monday"])),
    st.builds(LevelSpec, field=FIELD, cut=st.just("year"), year_starts=st.integers(1, 12)),
    st.builds(LevelSpec, field=FIELD, bins=st.builds(BinsSpec, equal_width=st.integers(1, 9))),
    st.builds(LevelSpec, field=FIELD, bins=st.builds(BinsSpec, equal_count=st.integers(1, 9))),
    st.builds(LevelSpec, field=FIELD, bins=st.builds(BinsSpec, round=st.integers(1, 9))),
    st.builds(LevelSpec, field=FIELD, bins=st.just(BinsSpec(edges=(-1.5, 0.0, 1e21)))),
    st.builds(LevelSpec, field=FIELD, top=st.integers(1, 50), by=st.none() | measures(), others=st.booleans() | LABEL),
)
SHOW = st.sampled_from(
    [
        ShowSpec(),
        ShowSpec(as_="share", of="group"),
        ShowSpec(as_="index", of="row", to="max"),
        ShowSpec(as_="index", to="first"),
        ShowSpec(as_="running", along="rows"),
        ShowSpec(as_="change", along="columns", relative=True),
        ShowSpec(as_="rank"),
        ShowSpec(as_="score", of="column"),
        ShowSpec(as_="gap", to=-2.5),
        ShowSpec(as_="against", edition="before", by="ratio"),
        ShowSpec(as_="against", edition=3),
    ]
)
BY = st.sampled_from([None, "ratio", "percent"])
SHIFT = st.builds(
    lambda field, unit, number: ShiftSpec(field=field, **{unit: number}),
    FIELD,
    st.sampled_from(SHIFT_UNITS),
    st.integers(-90, 90).filter(bool),
)
AGAINST = st.one_of(
    st.builds(ShowSpec, as_=st.just("against"), by=BY, shift=SHIFT),
    st.builds(ShowSpec, as_=st.just("against"), by=BY, measure=measures()),
    st.builds(ShowSpec, as_=st.just("against"), by=BY, keep=st.lists(conditions(), min_size=1, max_size=2).map(tuple)),
)
LABELS = st.lists(LABEL, min_size=1, max_size=2).map(tuple)
ORDER = st.one_of(
    st.builds(OrderSpec, by=st.sampled_from(["natural", "appearance", "label", "total"]), descending=st.booleans()),
    st.builds(OrderSpec, by=st.just("member"), of=LABELS, descending=st.booleans()),
    st.builds(OrderSpec, by=st.just("hand"), hand=st.lists(LABELS, min_size=1, max_size=1).map(tuple)),
    st.builds(OrderSpec, by=st.just("likeness"), distance=st.sampled_from(["cosine", "correlation"]), tree=st.booleans()),
)


def sensible(made: PivotSpec) -> PivotSpec:
    """Matrices side by side are ordered by their labels alone."""
    if made.split is None or made.order.columns.by in ("natural", "label", "hand"):
        return made
    return replace(made, order=OrdersSpec(rows=made.order.rows))


PIVOT = st.one_of(
    st.builds(
        PivotSpec,
        rows=st.lists(LEVEL, max_size=3).map(tuple),
        columns=st.lists(LEVEL, max_size=3).map(tuple),
        split=st.none() | LEVEL,
        measure=measures(deep=True),
        keep=st.lists(conditions(), max_size=3).map(tuple),
        show=SHOW | AGAINST,
        order=st.builds(OrdersSpec, rows=ORDER, columns=ORDER),
        totals=st.builds(
            TotalsSpec,
            rows=st.booleans(),
            column_groups=st.booleans(),
            color=st.sampled_from(["none", "own", "shared"]),
            values=st.booleans(),
        ),
        aside=st.builds(
            AsideSpec,
            rows=st.lists(LABELS, max_size=2).map(tuple),
            cells=st.lists(st.builds(CellSpec, row=LABELS, column=LABELS), max_size=2).map(tuple),
        ),
    ).map(sensible),
    st.builds(
        PivotSpec,
        correlate=st.builds(
            CorrelateSpec,
            fields=st.lists(FIELD, min_size=2, max_size=4, unique=True).map(tuple),
            method=st.sampled_from(["pearson", "spearman"]),
            triangle=st.sampled_from(["both", "lower", "upper"]),
        ),
        keep=st.lists(conditions(), max_size=2).map(tuple),
    ),
)


@settings(max_examples=400, deadline=None)
@given(PIVOT)
def test_what_is_written_is_read_as_the_same_pivot(drawn):
    check_pivot(drawn)  # only pivots that a recipe may hold
    statement = write_statement(drawn, COLUMNS)
    assert read_statement(statement, COLUMNS) == drawn, statement
    assert write_statement(read_statement(statement, COLUMNS), COLUMNS) == statement


MEASURE = f"a measure ({listed(term.name for term in MEASURE_TERMS.values())})"
CLAUSE = (
    '"split by", "as", "against", "keeping", "rows ordered by", "columns ordered by", "with totals", "rows set aside", '
    '"columns set aside" or "cells set aside"'
)


@pytest.mark.parametrize(
    ("statement", "sentence"),
    [
        ("", 'statement: the statement ends where "color" belongs; go on'),
        ("Paint it", 'statement: "Paint" stands where "color" belongs'),
        ("Color the", f'statement: the statement ends behind "the" where {MEASURE} belongs; go on'),
        ("Color the sum of peir", 'statement: no field is called "peir"; did you mean "pier"?'),
        ("Color the sum of pier for each line sideways", 'statement: "sideways" stands where "down" or "across" belongs'),
        ('Color the number of records, keeping line is "a', "statement: a quotation mark is not closed; put one behind the text"),
        (
            "Color the number of records, keeping line is",
            'statement: the statement ends behind "is" where a number, a date or a text in quotation marks belongs; go on',
        ),
        ("Color the number of records %", f'statement: "%" stands where {CLAUSE} belongs'),
        ("Color the sum of", 'statement: the statement ends behind "of" where a field belongs; go on'),
        ("Color the sum of (", 'statement: "(" stands where a field belongs'),
        ("Color the number of records & more", 'statement: "&" has no meaning here; take it out'),
        ("Color the percentile 120 of pier", "pivot.measure.p: 120 is not from 0 to 100"),
        (
            "Color the number of records for each pier in bins at 5, 5 down",
            "pivot.rows[0].bins.edges[1]: the edge 5 does not rise above 5 before it; put the edges in rising order",
        ),
        ('Color the sum of "nothing"', 'statement: no field is called "nothing"; choose from pier, line, of'),
    ],
)
def test_says_where_it_goes_wrong(statement, sentence):
    with pytest.raises(RecipeError) as told:
        read_statement(statement, ["pier", "line", "of"])
    assert str(told.value) == sentence


def test_case_and_spaces_and_a_full_stop_do_not_matter():
    assert read_statement("  COLOR the Number of Records\nfor each PIER down. ", ["pier"]) == pivot(rows=[{"field": "pier"}])


@pytest.mark.parametrize("statement", ["(" * 5000, "Color the number of records, keeping " + "(" * 5000, "x" * 30_000])
def test_what_is_too_deep_or_too_long_is_told(statement):
    with pytest.raises(RecipeError):
        read_statement(statement, ["pier"])


def test_cells_set_aside_are_said_by_row_and_column():
    columns = ["pier", "line"]
    said = 'Color the number of records for each pier down and line across, cells set aside "A" at "b"; "C" at none'
    pivot = read_statement(said, columns)
    assert [(cell.row, cell.column) for cell in pivot.aside.cells] == [(("A",), ("b",)), (("C",), ())]
    assert write_statement(pivot, columns) == said
