"""Numbers and phrases are said on the screen as the core says them on the page."""

import random
from itertools import product

import pytest

from mottled_finch.core.common.language import OURS
from mottled_finch.core.common.language.english import field_words
from mottled_finch.core.common.recipe import LevelSpec, load_recipe
from mottled_finch.core.common.vocabulary import MEASURE_TERMS, SHOW_TERMS
from mottled_finch.core.common.wording.parts import level_words, measure_words, show_words
from mottled_finch.core.figures.contents.number_style import NumberStyle, number_text
from mottled_finch.core.tables.aggregation.cuts import CUTS

PHRASES = "features/plate/statement/phrases"


def test_numbers(node):
    random_ = random.Random(6)
    cases = [(0.0, 0), (-0.0, 1), (-0.04, 1), (-0.06, 1), (1234567.0, 0), (-1234.5, 2), (1e9, 1)]
    cases += [(round(random_.uniform(-1e6, 1e6), 3) + 0.0001, random_.randint(0, 3)) for _ in range(300)]
    # Halves, which a double is hardly ever exactly; and numbers of any size.
    cases += [(3.255, 2), (1.075, 2), (-2.5, 0), (0.5, 0), (8.345, 2), (1e21, 1), (5e-7, 6), (4.9e-7, 6), (1e-320, 3), (1e140, 2)]
    cases += [((random_.randint(-(10**6), 10**6) * 10 + 5) / 10 ** (d + 1), d) for d in (0, 1, 2, 3) for _ in range(300)]
    cases += [(random_.uniform(-1, 1) * 10 ** random_.randint(-12, 30), random_.randint(0, 6)) for _ in range(300)]
    said = node("shared/numbers", "withDecimals", [list(case) for case in cases])
    assert said == [number_text(value, decimals) for value, decimals in cases]


def test_levels(node):
    levels = [("pier", None), ("minutes_late", None), ("_odd__name_", "hour"), *product(("departed", "order_date"), CUTS)]
    calls = [[{"field": field, **({"cut": cut} if cut else {})}] for field, cut in levels]
    assert node(PHRASES, "levelWords", calls) == [level_words(LevelSpec(field=f, cut=c), OURS) for f, c in levels]
    assert node(PHRASES, "fieldWords", [[field] for field, _ in levels]) == [field_words(f) for f, _ in levels]


KEYS = {"of": "minutes_late", "per": "cost", "p": 90}
MEASURES = [
    *({"take": take, **{key: KEYS[key] for key in term.keys}} for take, term in MEASURE_TERMS.items() if term.keys != ("where",)),
    *({"take": "percentile", "of": "cost", "p": p} for p in (1, 2, 3, 11, 22, 97.5)),
]
SHOWN = [
    {},
    *({"as": "share", "of": of} for of in ("row", "column", "group", "whole")),
    *({"as": "index", "of": of, "to": to} for of in ("row", "column") for to in ("max", "first")),
    *({"as": how, "along": along} for how in ("running", "change") for along in ("rows", "columns")),
    {"as": "change", "along": "rows", "relative": True},
    *({"as": how, "of": of} for how in ("rank", "score") for of in ("row", "column", "whole")),
    {"as": "gap", "to": 2.5},
    *({"as": "against", "shift": {"field": "departed", unit: by}} for unit in ("years", "weeks") for by in (-1, 1, -3, 2)),
    *({"as": "against", "edition": edition} for edition in ("before", 4)),
    {"as": "against", "measure": {"take": "sum", "of": "takings_planned"}},
    *({"as": "against", "keep": [{"field": "line", "in": names}]} for names in (["Inner"], ["Inner", "Outer", "Night"])),
    *(
        {"as": "against", "keep": [{"field": "departed", "from": first, "to": last}]}
        for first, last in (("2024-01-01", "2024-12-31"), ("2024", "2024"), ("2024-01", "2024-03"), ("2023-01", "2024-12"))
    ),
]


def test_measures_and_shows(node):
    pivots = [load_recipe({"finch_recipe": 2, "pivot": {"measure": measure}}).pivot for measure in MEASURES]
    assert node(PHRASES, "measureWords", [[each] for each in MEASURES]) == [measure_words(each.measure, OURS) for each in pivots]
    pivots = [load_recipe({"finch_recipe": 2, "pivot": {"show": show}}).pivot for show in SHOWN]
    assert node(PHRASES, "showWords", [[show] for show in SHOWN]) == [show_words(each.show, OURS) or "as it is" for each in pivots]
    assert {show.get("as", "value") for show in SHOWN} == set(SHOW_TERMS)


STYLES = [
    NumberStyle(1, short=True),
    NumberStyle(0, short=True, sign=True),
    NumberStyle(2, marks="1.234,5", after=" min"),
    NumberStyle(1, marks="1 234,5", before="€"),
    NumberStyle(1, percent=True, sign=True),
    NumberStyle(0, marks="1’234.5", before="CHF ", short=True),
    NumberStyle(3, marks="1234,5"),
    NumberStyle(1, marks="1234.5", sign=True),
    NumberStyle(2, bare=True),
    NumberStyle(1, percent=True, bare=True),
    NumberStyle(1, short=True, tenths=False, bare=True),
    NumberStyle(1, percent=True, short=True),
]


@pytest.mark.parametrize("style", STYLES, ids=str)
def test_numbers_are_written_alike_in_every_style(node, style):
    random_ = random.Random(8)
    values = [
        0.0,
        0.04,
        -0.04,
        1.0,
        -1.0,
        999.0,
        999.95,
        999.5,
        1000.0,
        99_949.0,
        99_950.0,
        999_499.0,
        999_500.0,
        1e6,
        -1e9,
        4e12,
        7e15,
    ]
    values += [round(random_.uniform(-1, 1) * 10 ** random_.randint(0, 10), 4) + 0.00003 for _ in range(200)]
    values += [0.285, 0.07, 12_345.0, 12_350.0, 99.95, 0.9995, 9.995]
    values += [(random_.randint(-(10**6), 10**6) * 10 + 5) / 10 ** random_.randint(1, 6) for _ in range(200)]
    said = node("shared/numbers", "styled", [[value, vars(style)] for value in values])
    assert said == [style.text(value) for value in values]


def test_parts_of_a_whole_are_percent(node):
    cases = [(0.123, 0), (0.05, 1), (-0.5, 0), (1.0, 2)]
    said = node("shared/numbers", "styled", [[value, {"decimals": decimals, "percent": True}] for value, decimals in cases])
    assert said == [NumberStyle(decimals, True).text(value) for value, decimals in cases]


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
        ([{"field": "pier", "top": 5}, {"field": "on", "above": 1, "below": 9}], "5 largest of pier, on above 1 and below 9"),
        ([{"any": [{"field": "pier", "in": ["A"]}, {"field": "on", "blank": True}]}], "pier A or on blank"),
        ([{"field": "on", "from": 0}, {"field": "pier", "to": 5}], "on from 0, pier up to 5"),
    ],
)
def test_conditions(node, keep, words):
    assert node(PHRASES, "keepWords", [[keep, TABLE]]) == [words]


def test_counts_and_shares(node):
    said = node("shared/numbers", "counted", [[1, "record"], [2, "record"], [1500, "cell"], [0, "cell"]])
    assert said == ["1 record", "2 records", "1,500 cells", "0 cells"]
    assert node("shared/numbers", "percent", [[0.2674], [1], [0.59]]) == ["26.7%", "100%", "59%"]
    assert node("shared/numbers", "megabytes", [[1024**2 * 768]]) == ["768 MB"]
