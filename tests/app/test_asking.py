"""Which of several tables a sentence is of."""

from mottled_finch.app.asking import tables_that_fit
from tests.core.conftest import read

SHIPS = read("pier,line,minutes_late\n" + "East,Inner,4\nWest,Outer,9\n" * 20)
SHOPS = read("stall,apples,pier\n" + "A,4,East\nB,9,West\n" * 20)
TABLES = {"ships": SHIPS, "shops": SHOPS}


def fitting(text: str, opened=TABLES.__getitem__) -> list[str]:
    found = tables_that_fit(text, list(TABLES), str, lambda name: TABLES[name].names, opened)
    return [each.table for each in found]


def test_the_table_whose_columns_are_named_comes_first():
    assert fitting("minutes late by line") == ["ships"]
    assert fitting("apples by stall") == ["shops"]


def test_a_sentence_that_fits_several_names_them_all_those_with_least_left_over_first():
    assert fitting("apples by pier") == ["shops", "ships"]
    assert fitting("count by pier") == ["ships", "shops"]


def test_one_that_fits_none_names_none_and_opens_none():
    def opened(name: str):
        raise AssertionError(name)

    assert fitting("wombats by phase of the moon", opened) == []
    assert fitting("", opened) == []
