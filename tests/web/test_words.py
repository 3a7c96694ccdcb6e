"""Numbers and phrases are said on the screen as the core says them on the page."""

import random

import pytest

from mottled_finch.core.recipe import LevelSpec
from mottled_finch.core.wording import field_words
from mottled_finch.core.words import level_words, number_text


def test_numbers(node):
    random_ = random.Random(6)
    cases = [(0.0, 0), (-0.0, 1), (-0.04, 1), (-0.06, 1), (1234567.0, 0), (-1234.5, 2), (1e9, 1)]
    cases += [(round(random_.uniform(-1e6, 1e6), 3) + 0.0001, random_.randint(0, 3)) for _ in range(300)]
    said = node("shared/numbers", "withDecimals", [list(case) for case in cases])
    assert said == [number_text(value, decimals) for value, decimals in cases]


def test_levels(node):
    levels = [("pier", None), ("minutes_late", None), ("departed", "month"), ("order_date", "weekday"), ("_odd__name_", "hour")]
    calls = [[{"field": field, **({"cut": cut} if cut else {})}] for field, cut in levels]
    assert node("features/plate/phrases", "levelWords", calls) == [level_words(LevelSpec(field=f, cut=c)) for f, c in levels]
    assert node("features/plate/phrases", "fieldWords", [[field] for field, _ in levels]) == [field_words(f) for f, _ in levels]


TABLE = {"records": 1234, "columns": [{"name": "pier", "distinct": 30}, {"name": "on", "distinct": 365}]}


@pytest.mark.parametrize(
    ("keep", "words"),
    [
        ([], "all 1,234 records"),
        ([{"field": "pier", "in": ["A", "B"]}], "pier A or B"),
        ([{"field": "pier", "in": ["A", "B", "C"]}], "pier (3 of 30)"),
        ([{"field": "pier", "in": []}], "pier none"),
        ([{"field": "on", "cut": "month", "in": ["Jan", "Feb", "Mar"]}], "month of on (3 picked)"),
        ([{"field": "pier", "not_in": ["A"]}], "pier not A"),
        ([{"field": "pier", "not_in": ["A", "B", "C"]}], "pier (all but 3)"),
        ([{"field": "on", "from": "2025", "to": "2026"}], "on 2025 to 2026"),
        ([{"field": "on", "from": 0}, {"field": "pier", "to": 5}], "on from 0, pier up to 5"),
    ],
)
def test_conditions(node, keep, words):
    assert node("features/plate/phrases", "keepWords", [[keep, TABLE]]) == [words]


def test_counts_and_shares(node):
    said = node("shared/numbers", "counted", [[1, "record"], [2, "record"], [1500, "cell"], [0, "cell"]])
    assert said == ["1 record", "2 records", "1,500 cells", "0 cells"]
    assert node("shared/numbers", "percent", [[0.2674], [1], [0.59]]) == ["26.7%", "100%", "59%"]
    assert node("shared/numbers", "megabytes", [[1024**2 * 768]]) == ["768 MB"]
