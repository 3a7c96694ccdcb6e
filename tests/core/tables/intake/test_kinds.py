"""Deciding what a column holds."""

import numpy as np
import pytest

from mottled_finch.core.tables.table import Kind

from ...conftest import read


def column(*values: str):
    lines = "".join(f'{i},"{value}"\n' for i, value in enumerate(values))
    return read(f"id,it\n{lines}").columns[1]


@pytest.mark.parametrize(
    ("values", "kind"),
    [
        (("1", "2.5", "-3", "+4", ".5", "1e3"), Kind.NUMBER),
        (("1,204.50", "12", "3,000,000"), Kind.NUMBER),
        (("007", "012"), Kind.CATEGORY),
        (("12345678901234567", "2"), Kind.CATEGORY),
        (("1", "two", "3"), Kind.CATEGORY),
        (("2025-01-03", "2025-02-04 05:06", "2025-03-04T05:06:07", "2025-03-04T05:06:07Z"), Kind.MOMENT),
        (("yes", "no", "yes"), Kind.YES_NO),
        (("TRUE", "FALSE"), Kind.YES_NO),
        (("yes", "no", "maybe"), Kind.CATEGORY),
        (("", "NA"), Kind.CATEGORY),
        (("inf", "nan"), Kind.CATEGORY),
    ],
)
def test_the_kind_follows_from_the_values(values, kind):
    assert column(*values).kind is kind


def test_grouped_digits_are_read():
    assert column("1,204.50", "12", "-3,000,000").data.tolist() == [1204.5, 12.0, -3_000_000.0]


def test_up_to_a_tenth_may_not_fit_and_is_counted_by_its_text():
    found = column(*["5"] * 18, "n/k", "-", "")
    assert found.kind is Kind.NUMBER
    assert found.misfits.counted == (("n/k", 1), ("-", 1))
    assert found.blanks == 3


def test_more_than_a_tenth_is_text():
    assert column(*["5"] * 8, "n/k").kind is Kind.CATEGORY


def test_many_different_misfits_are_gathered_behind_the_first_twenty():
    found = column(*["5"] * 1000, *[f"odd{i}" for i in range(25)], "often", "often")
    assert found.misfits.counted[0] == ("often", 2)
    assert len(found.misfits.listed) == 21
    assert found.misfits.listed[-1] == ("…", 6)
    assert found.misfits.listed[:-1] == found.misfits.counted[:20]
    assert sum(records for _, records in found.misfits.listed) == sum(records for _, records in found.misfits.counted) == 27


def test_a_day_that_does_not_exist_is_a_misfit():
    found = column(*["2025-01-31"] * 10, "2025-02-30")
    assert found.kind is Kind.MOMENT
    assert found.misfits.counted == (("2025-02-30", 1),)
    assert np.isnat(found.dictionary[found.data[-1]])


def test_the_wall_clock_is_kept_where_an_offset_is_written():
    found = column("2025-06-01T23:30:00+02:00", "2025-06-01T23:30:00Z", "2025-06-01 23:30")
    assert found.distinct == 1
    assert str(found.dictionary[found.data[0]]) == "2025-06-01T23:30:00.000000"


def test_infinite_numbers_are_misfits():
    found = column(*["5"] * 30, "1e999")
    assert found.misfits.counted == (("1e999", 1),)
    assert np.isnan(found.data[-1])


def test_codes_are_as_narrow_as_their_number_allows():
    assert column(*[f"c{i}" for i in range(255)]).data.dtype == np.uint8
    assert column(*[f"c{i}" for i in range(256)]).data.dtype == np.uint16


def test_moments_are_found_among_many_other_texts_where_most_records_hold_them():
    """Of very many different texts only some are tried; the commonest are always among them."""
    others = "".join(f"w{i}\n" for i in range(3_000))
    assert read("when\n" + "3.4.2025\n" * 40_000 + others).columns[0].kind is Kind.MOMENT
    assert read("when\n" + "3.4.2025\n" * 20_000 + others).columns[0].kind is Kind.CATEGORY
    days = "".join(f"{i % 28 + 1}.{i % 12 + 1}.{1900 + i // 28}\n" for i in range(3_000))
    assert read("when\n" + days).columns[0].kind is Kind.MOMENT
