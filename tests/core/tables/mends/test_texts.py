"""Merge, relabel and tidy: other texts for categories, by entry and not by record."""

import numpy as np
import pytest

from mottled_finch.core.common.errors import TableError
from mottled_finch.core.tables.table import Column, Kind, Table

from .conftest import column, laid


def test_merged_spellings_become_one_category():
    done = laid({"do": "merge", "field": "pier", "from": ["east  pier", "nobody's"], "into": "East Pier"})
    assert column(done.table, "pier", 2) == ["East Pier", "East Pier"]
    assert done.table.column("pier", "").distinct == 5
    assert [(step.words, step.touched) for step in done.steps] == [("pier: “east  pier”, “nobody's” are “East Pier”", 1)]


def test_merging_into_a_name_that_is_new_makes_it():
    done = laid({"do": "merge", "field": "pier", "from": ["West", "WE"], "into": "West Quay"})
    assert column(done.table, "pier")[2:4] == ["West Quay", "West Quay"]
    assert done.steps[0].touched == 2


def test_relabeling_swaps_two_names_at_once():
    done = laid({"do": "relabel", "field": "code", "names": {"EA": "WE", "WE": "EA"}})
    assert column(done.table, "code", 3) == ["WE", "WE", "EA"]
    assert done.steps[0].touched == 5


def test_relabeling_to_nothing_makes_blanks():
    done = laid({"do": "relabel", "field": "pier", "names": {"North": ""}})
    assert done.table.column("pier", "").blanks == 3


@pytest.mark.parametrize(
    ("case", "text"),
    [("as_is", "east pier"), ("upper", "EAST PIER"), ("lower", "east pier"), ("first", "East pier"), ("title", "East Pier")],
)
def test_tidying_evens_blanks_and_case(case, text):
    assert column(laid({"do": "tidy", "field": "pier", "case": case}).table, "pier", 2)[1] == text


def test_tidying_counts_what_it_changes_and_makes_twins_one():
    done = laid({"do": "tidy", "field": "pier", "case": "title"})
    assert done.steps[0].touched == 2  # "east  pier", and WE to We
    assert done.table.column("pier", "").distinct == 5


@pytest.mark.parametrize(
    "mend",
    [
        {"do": "merge", "field": "minutes", "from": ["4"], "into": "5"},
        {"do": "relabel", "field": "at", "names": {"a": "b"}},
        {"do": "tidy", "field": "minutes"},
    ],
)
def test_numbers_and_moments_have_no_texts(mend):
    with pytest.raises(TableError, match=r"^table\.mends\[0\]\.field: .+; change its kind to category first$"):
        laid(mend)


def test_the_cost_is_by_category_and_not_by_record():
    """A million records of three categories: the texts that are looked at are three."""
    looked_at = []

    class Counted(str):
        def __eq__(self, other):
            looked_at.append(other)
            return str.__eq__(self, other)

        __hash__ = str.__hash__

    entries = np.array(["", *map(Counted, ("a", "b", "c"))], dtype=object)
    codes = np.tile(np.array([1, 2, 3, 0], dtype=np.uint8), 250_000)
    done = laid(
        {"do": "merge", "field": "x", "from": ["b"], "into": "a"},
        table=Table((Column(name="x", kind=Kind.CATEGORY, data=codes, entries=entries),)),
    )
    assert done.steps[0].touched == 250_000
    assert len(looked_at) < 50
