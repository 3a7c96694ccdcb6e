"""A cell's value depends on its own records alone: whatever stands in other cells, other columns, or among records that are not
kept changes no bit of it, however large or small; and it is what plain Python makes of its records.
"""

import math
import struct

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.common.vocabulary import MEASURE_TERMS
from mottled_finch.core.matrices.pivot import make_matrix
from mottled_finch.core.matrices.pivot.targets import with_targets
from mottled_finch.core.tables.aggregation.partials import sums
from mottled_finch.core.tables.table import Column, Kind, Table

from ...brute import OF_ONE_NUMBER, PLAIN

FILLS = [1e20, -3.4028234663852886e38, 9.96921e36, 9999999999999.0, -9999.0, 1e-20, 1e140, 1e12]
"""What sources write where there is nothing, and other numbers far larger or smaller than the rest."""
VALUE = st.one_of(
    st.sampled_from([0.1, 0.2, 0.3, 0.001, -0.7, 1 / 3, 2.5e-9, 1234.56]),
    st.integers(-9, 9).map(float),
    st.floats(-1e6, 1e6, allow_subnormal=False),
)
RECORD = st.tuples(st.sampled_from("xyz"), st.sampled_from(["1", "2", "3"]), VALUE | st.none(), VALUE)
MORE = st.tuples(st.sampled_from("kx"), st.sampled_from("123"), st.sampled_from(FILLS) | VALUE, st.sampled_from(FILLS) | VALUE)
MEASURES = [
    *({"take": take, "of": "v", **({"p": 90} if take == "percentile" else {})} for take in OF_ONE_NUMBER),
    {"take": "ratio", "of": "v", "per": "w"},
]
SHOWS = [
    {},
    {"as": "gap", "to": 0.3},
    {"as": "change", "along": "columns"},
    {"as": "against", "keep": [{"field": "b", "in": ["1"]}]},
    {"as": "running", "along": "columns"},
]


def category(name, texts):
    members = sorted(set(texts))
    codes = np.array([members.index(text) + 1 for text in texts], dtype=np.uint8)
    return Column(name=name, kind=Kind.CATEGORY, data=codes, entries=np.array(["", *members], dtype=object))


def number(name, values):
    return Column(name=name, kind=Kind.NUMBER, data=np.array([math.nan if v is None else v for v in values]))


def table(records, *more):
    a, b, v, w, kept = zip(*records, strict=True)
    return Table((category("a", a), category("b", b), number("v", v), number("w", w), category("kept", kept), *more))


def made(table, pivot):
    return make_matrix(table, with_targets(load_recipe({"finch_recipe": 2, "pivot": pivot}).pivot, {}))


def bits(value):
    return struct.pack("d", value)


def cells(table, measure, show):
    """The bits of each cell, by its labels."""
    keep = [{"field": "kept", "in": ["yes"]}]
    pivot = {"rows": [{"field": "a"}], "columns": [{"field": "b"}], "measure": measure, "keep": keep, "show": show}
    found = made(table, pivot)
    return {
        (row, column): bits(value)
        for (row,), line in zip(found.rows, found.values.tolist(), strict=True)
        for (column,), value in zip(found.columns, line, strict=True)
    }


@pytest.mark.parametrize("exactly", [True, False], ids=["exact", "apart"])
@settings(max_examples=250, deadline=None)
@given(
    records=st.lists(RECORD, min_size=1, max_size=25),
    more=st.lists(st.tuples(st.integers(0, 25), MORE), min_size=1, max_size=6),
    measure=st.sampled_from(MEASURES),
    show=st.sampled_from(SHOWS),
)
def test_what_is_added_elsewhere_changes_no_bit(exactly, records, more, measure, show):
    patch = pytest.MonkeyPatch()
    patch.setattr(sums, "EXACT_RECORDS", 1 << 20 if exactly else 0)
    if show.get("as") == "running" and not MEASURE_TERMS[measure["take"]].runs:
        show = {}
    try:
        # A row that has all columns, so that each cell keeps its neighbours.
        alone = [*(("z", column, 1.0, 1.0, "yes") for column in "123"), *((*record, "yes") for record in records)]
        beside = list(alone)
        for at, (a, b, v, w) in more:
            # To a row of their own, or to a cell that is there, but not kept.
            beside.insert(min(at, len(beside)), (a, b, v, w, "yes" if a == "k" else "no"))
        before = cells(table(alone), measure, show)
        after = cells(table(beside, number("u", [1e20] * len(beside))), measure, show)
        for place, value in before.items():
            assert after[place] == value, (place, struct.unpack("d", value), struct.unpack("d", after[place]))
    finally:
        patch.undo()


@settings(max_examples=250, deadline=None)
@given(
    values=st.lists(VALUE | st.sampled_from(FILLS), min_size=1, max_size=12),
    others=st.lists(st.sampled_from(FILLS), max_size=4),
    take=st.sampled_from(OF_ONE_NUMBER),
)
def test_huge_tiny_and_filled_values_are_what_plain_python_makes_of_them(values, others, take):
    records = [("x", "1", v, 1.0, "yes") for v in values] + [("y", "2", v, 1.0, "yes") for v in others]
    (measure,) = (each for each in MEASURES if each["take"] == take)
    (found,) = struct.unpack("d", cells(table(records), measure, {})["x", "1"])
    wanted = PLAIN[take](values)
    if math.isnan(wanted):
        assert math.isnan(found)
        return
    # What is not whole is off by as much as doubles are, when it was read.
    size = max(abs(v) for v in values) if take == "stdev" else math.fsum(abs(v) for v in values if v != round(v))
    assert abs(found - wanted) <= 1e-9 * abs(wanted) + 2.0**-49 * size


def value(records, measure, show, place):
    return struct.unpack("d", cells(table([(*record, "yes") for record in records]), measure, show)[place])[0]


def test_whole_numbers_cancel_exactly():
    records = [("x", "1", v, 1.0) for v in (1e20, 1.0, -1e20, 0.5)]
    assert value(records, {"take": "sum", "of": "v"}, {}, ("x", "1")) == 1.5


def test_one_fill_leaves_all_else_as_it_is():
    records = [("x", "1", 0.001, 1.0), ("y", "1", 1e20, 1.0)]
    for take in ("sum", "average", "max"):
        assert value(records, {"take": take, "of": "v"}, {}, ("x", "1")) == 0.001
    records = [("x", "1", 1.0, 1.0), ("x", "2", 5.4999999783, 1.0), ("y", "2", 2e9, 1.0), ("y", "1", 1.0, 1.0)]
    against = {"as": "against", "keep": [{"field": "b", "in": ["1"]}]}
    assert value(records, {"take": "sum", "of": "v"}, against, ("x", "2")) == pytest.approx(4.4999999783, abs=1e-12)


@pytest.mark.parametrize("records", [300_000, 1_200_000])
def test_where_blocks_end_does_not_matter_to_decimals(records):
    """Records put before others move them to other blocks; their sums stay what they are."""
    values = np.tile([0.1, 0.2, 0.3], records // 3)

    def total(before):
        codes = np.concatenate([np.full(before, 2), np.ones(records)]).astype(np.uint8)
        rows = Column(name="a", kind=Kind.CATEGORY, data=codes, entries=np.array(["", "x", "y"], dtype=object))
        numbers = number("v", [*[1e20] * before, *values])
        return made(Table((rows, numbers)), {"rows": [{"field": "a"}], "measure": {"take": "sum", "of": "v"}}).values[0, 0]

    assert total(0) == total(1000) == pytest.approx(records // 3 * 0.6, rel=1e-11)
