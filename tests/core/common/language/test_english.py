"""Small parts of sentences."""

import pytest

from mottled_finch.core.common.language.english import beginning, counted, field_words, joined, listed, printable


@pytest.mark.parametrize(("number", "words"), [(0, "0 records"), (1, "1 record"), (2, "2 records"), (2400, "2,400 records")])
def test_a_count_has_its_noun(number, words):
    assert counted(number, "record") == words


@pytest.mark.parametrize(
    ("names", "words", "quoted"),
    [
        (["east"], "east", '"east"'),
        (["east", "north"], "east and north", '"east" or "north"'),
        (["east", "north", "south"], "east, north and south", '"east", "north" or "south"'),
    ],
)
def test_words_are_listed(names, words, quoted):
    assert joined(names) == words and listed(names) == quoted
    assert listed(names, "and") == quoted.replace(" or ", " and ")


def test_nothing_is_listed_as_nothing():
    assert joined([]) == ""


@pytest.mark.parametrize(
    ("field", "words"),
    [("minutes_late", "minutes late"), ("_late__", "late"), ("Late", "Late"), ("___", "___"), ("a\u202eb", None)],
)
def test_a_column_by_its_name(field, words):
    found = field_words(field)
    assert found == words if words else found.startswith("\u2068") and found.endswith("\u2069")


def test_sentences_begin_with_a_capital():
    assert (beginning("ältere Züge"), beginning("4 trains"), beginning("")) == ("Ältere Züge", "4 trains", "")


def test_what_no_page_can_hold_is_left_out():
    assert printable("a\x00b\tc\nd\ufffee\x1f🛳️") == "ab\tc\nde🛳️"
