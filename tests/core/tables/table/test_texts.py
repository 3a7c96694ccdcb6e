"""Values as texts, and records found by the text that stands for their value."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.tables.table import BLANK, entry_texts, holding, misfits_at, shown_at, texts_and_codes, texts_at

from ...conftest import read

LINES = "".join(f"{i}.5,2025-03-{i + 1:02} 0{i % 10}:00,w{i % 3}\n" for i in range(20))
TEXT = f"number,moment,word\n{LINES}n/k,soon,w1\n,,\n0.1,2025-03-01,w2\n"


@pytest.fixture
def table():
    return read(TEXT)


def test_texts_of_records_with_misfits_and_blanks(table):
    last = np.array([19, 20, 21, 22])
    assert texts_at(table.column("number", ""), last) == ["19.5", "n/k", "", "0.1"]
    assert texts_at(table.column("moment", ""), last) == ["2025-03-20 09:00", "soon", "", "2025-03-01"]
    assert texts_at(table.column("word", ""), last) == ["w1", "w1", "", "w2"]
    assert misfits_at(table.column("number", ""), last) == {1: "n/k"}
    assert misfits_at(table.column("word", ""), last) == {}


@pytest.mark.parametrize("name", ["number", "moment", "word"])
def test_records_are_found_by_the_text_they_show(table, name):
    column = table.column(name, "")
    texts = texts_at(column, np.arange(table.records))
    for text in {*texts, "nothing of the kind", "9e99"}:
        assert holding(column, text).tolist() == [each == text for each in texts], text


@pytest.mark.parametrize("name", ["number", "moment", "word"])
def test_codes_and_texts_are_enough_to_read_a_column_anew(table, name):
    column = table.column(name, "")
    codes, texts = texts_and_codes(column)
    assert [texts[code] for code in codes] == texts_at(column, np.arange(table.records))
    assert entry_texts(column)[BLANK] == ""


def test_long_fractions_are_shown_short():
    column = read("n\n0.1\n0.123456789012\n1234567.25\n123456789012345\n").columns[0]
    assert shown_at(column, np.arange(4)) == ["0.1", "0.123456789", "1234567.25", "123456789012345"]


@settings(max_examples=50, deadline=None)
@given(st.lists(st.sampled_from(["1", "1.0", "2.5", "-0", "0", "", "1e3", "1000"]), min_size=1, max_size=20))
def test_numbers_are_found_by_value(texts):
    column = read("n,x\n" + "".join(f"{text},a\n" for text in texts)).columns[0]
    if not column.is_number:
        return
    shown = texts_at(column, np.arange(len(texts)))
    for text in set(shown):
        assert holding(column, text).tolist() == [each == text for each in shown]
