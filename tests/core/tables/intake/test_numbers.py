"""Numbers as people write them."""

import numpy as np
import pyarrow as pa
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.tables.intake.numbers import decimal_of, read_numbers


def numbers(*texts: str, decimal: str = ".", forced: bool = False):
    values, notes = read_numbers(pa.array(texts), np.ones(len(texts), dtype=np.int64), decimal, forced=forced)
    return [None if np.isnan(value) else value for value in values.tolist()], notes


@pytest.mark.parametrize(
    ("texts", "values"),
    [
        (("1", "2.5", "-3", "+4", ".5", "1e3", "-1.5E-2"), [1, 2.5, -3, 4, 0.5, 1000, -0.015]),
        (("1,204.50", "12", "3,000,000"), [1204.5, 12, 3_000_000]),
        (("1.204,50", "12", "3.000.000"), [1204.5, 12, 3_000_000]),
        (("1 204,50", "1\u202f204,5", "1\u00a0000"), [1204.5, 1204.5, 1000]),
        (("1'204.50", "12’000"), [1204.5, 12_000]),
        (("(1,204.50)", "12.5-", "−3.5"), [-1204.5, -12.5, -3.5]),
        (("$5.20", "$1,000.00", "-$3.00", "$ 4.00"), [5.2, 1000, -3, 4]),
        (("5,20 €", "1.000,00 €", "EUR 3,10"), [5.2, 1000, None]),
        (("12%", "5.5 %", "-3%"), [0.12, 0.055, -0.03]),
        (("1.5", "n/k", "--3", "-5-", "1.2.3", "1,2,3", "e5", "."), [1.5] + [None] * 7),
        (("1,5", "2,25", "1.204"), [1.5, 2.25, 1204]),
        (("1.5", "2.25", "1,204"), [1.5, 2.25, 1204]),
        # No group of thousands begins with 0: what looks like one does not fit, and is told.
        (("1,5", "2,25", "0.907"), [1.5, 2.25, None]),
        (("1.5", "2.25", "0,907"), [1.5, 2.25, None]),
        (("0,907", "1,204"), [0.907, 1.204]),
    ],
)
def test_the_column_says_how_it_is_written(texts, values):
    found, _ = numbers(*texts)
    assert found == pytest.approx(values)


def test_what_no_text_decides_follows_the_table():
    assert numbers("1.204", "2.305")[0] == [1.204, 2.305]
    assert numbers("0.204", "2.305", decimal=",")[0] == [0.204, 2.305], "the first says that its point is one"
    assert numbers("1.204", "2.305", decimal=",")[0] == [1204, 2305]
    assert numbers("1,204", "2,305", decimal=",")[0] == [1.204, 2.305]


def test_what_the_user_says_is_not_questioned():
    assert numbers("1.5", "2.5", "1.204", decimal=",", forced=True)[0] == [None, None, 1204]


def test_different_currencies_are_not_added_up():
    found, notes = numbers("$5", "$6", "€7", "8")
    assert found == [5, 6, None, 8]
    assert notes == ("$ left off",)


def test_a_value_without_the_percent_sign_does_not_fit_among_those_with_it():
    assert numbers("5%", "6%", "0.5") == ([0.05, 0.06, None], ("percent signs: 12% is read as 0.12",))
    assert numbers("5", "6", "7%")[0] == [5, 6, None]


def test_texts_no_record_holds_decide_nothing():
    values, _ = read_numbers(pa.array(["1,5", "1.5"]), np.array([0, 3]), ".")
    assert np.isnan(values[0])
    assert values[1] == 1.5


def test_the_table_s_mark_comes_from_all_its_columns():
    def weighed(*texts):
        return pa.array(texts), np.ones(len(texts), dtype=np.int64)

    assert decimal_of([weighed("1,5", "2,5"), weighed("1.204")], ",") == ","
    assert decimal_of([weighed("1.204", "2.300")], ";") == ","
    assert decimal_of([weighed("1.204", "2.300")], ",") == "."
    assert decimal_of([weighed("one, two", "three.5")], ",") == "."


@given(st.floats(allow_nan=False, allow_infinity=False, min_value=-1e12, max_value=1e12), st.sampled_from([".", ","]))
def test_whatever_is_grouped_is_read_back(value, decimal):
    text = f"{value:,.4f}"
    if decimal == ",":
        text = text.replace(",", "_").replace(".", ",").replace("_", ".")
    assert numbers(text)[0] == [pytest.approx(float(f"{value:.4f}"))]
