"""Members of a level: their labels and their natural order."""

import random

from mottled_finch.core.common.recipe import LevelSpec
from mottled_finch.core.matrices.pivot import members_of
from mottled_finch.core.tables.aggregation.natural import natural_key

from ...conftest import read


def labels(text: str, field: str, cut=None) -> list[str]:
    return [label for label, _ in members_of(read(text), LevelSpec(field=field, cut=cut))]


def test_text_is_alphabetical_whatever_case_and_accents_with_numbers_as_numbers():
    wanted = ["10 Downs", "Apple", "apple", "Berth 2", "Berth 2b", "berth 10", "Emil", "Émile", "zoo"]
    given = wanted.copy()
    random.Random(1).shuffle(given)
    assert sorted(given, key=natural_key) == wanted


def test_numbers_are_in_rising_order_and_whole_ones_have_no_point():
    assert labels("n,x\n10,a\n9,a\n-1,a\n2.5,a\n", "n") == ["-1", "2.5", "9", "10"]


def test_moments_read_as_dates_or_with_their_time():
    assert labels("m,x\n2025-01-02 03:04:05,a\n2025-01-02 03:04,a\n2025-01-02,a\n2025-01-01T10:00:00.5,a\n", "m") == [
        "2025-01-01 10:00:00.5",
        "2025-01-02",
        "2025-01-02 03:04",
        "2025-01-02 03:04:05",
    ]


def test_months_of_different_years_are_one_member_and_stand_in_the_order_of_the_year():
    assert labels("m,x\n2025-12-01,a\n2024-02-01,a\n2025-02-01,a\n", "m", "month") == ["Feb", "Dec"]
    assert labels("m,x\n2025-12-01,a\n2024-02-01,a\n2025-02-01,a\n", "m", "year") == ["2024", "2025"]


def test_blanks_are_no_member_and_counts_are_of_records():
    table = read("p,x\nB,1\n,2\nA,3\nB,4\nNA,5\n")
    assert members_of(table, LevelSpec(field="p")) == [("A", 1), ("B", 2)]
