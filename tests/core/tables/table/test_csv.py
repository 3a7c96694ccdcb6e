"""Records as comma-separated text: nothing in it becomes a formula."""

import numpy as np
import pytest

from mottled_finch.core.tables.table import csv_of, guarded

from ...conftest import read


@pytest.mark.parametrize("text", ["=1+1", "+1", "-1", "@SUM(A1)", "\t=1", "\r=1", "\n=1", "＝1+1", "＋1", "－1", "＠x"])
def test_what_a_workbook_would_take_for_a_formula_stays_text(text):
    assert guarded(text) == f"'{text}"


@pytest.mark.parametrize("text", ["", "a=1", "1+1", "Ärger", "'=1"])
def test_other_text_stays_as_it_is(text):
    assert guarded(text) == text


def test_names_and_values_are_guarded_and_numbers_are_not():
    table = read('=a,n\n"＝1+1",-5\nx,2\n')
    text = b"".join(csv_of(table, np.arange(2))).decode()
    assert text == "'=a,n\r\n'＝1+1,-5\r\nx,2\r\n"
