"""Totals among records, found by arithmetic and left out by one mend."""

import random

import pytest

from mottled_finch.core.common.recipe.table_spec import DropMend
from mottled_finch.core.tables.findings import find_all
from mottled_finch.core.tables.findings.totals import find
from mottled_finch.core.tables.mends import apply_mends

from ...conftest import read

PLAIN = "region,month,sales\nNorth,Jan,10\nSouth,Jan,20\nEast,Jan,5\nNorth,Feb,11\nSouth,Feb,19\nEast,Feb,8\n"


def members(text: str) -> list[tuple[str, tuple[str, ...]]]:
    found = []
    for finding in find(read(text)):
        (cure,) = finding.cures
        assert isinstance(cure.mend, DropMend)
        found.append((cure.mend.where[0].field, cure.mend.where[0].in_))
    return found


@pytest.mark.parametrize(
    ("lines", "found"),
    [
        ("Total,Jan,35\nTotal,Feb,38\n", ("Total",)),
        ("All regions,Jan,35\nAll regions,Feb,38\n", ("All regions",)),
        ("Grand Total,,73\n", ("Grand Total",)),
        (
            "North Total,,21\nSouth Total,,39\nEast Total,,13\nGrand Total,,73\n",
            ("North Total", "South Total", "East Total", "Grand Total"),
        ),
        ("Average,Jan,11.67\nAverage,Feb,12.67\n", ("Average",)),
    ],
)
def test_lines_that_are_sums_of_others_are_found(lines, found):
    assert members(PLAIN + lines) == [("region", found)]


def test_a_total_that_is_not_called_so_is_found_by_what_it_adds_up_to():
    everywhere = PLAIN.replace("South", "Süd") + "Everywhere,Jan,35\nEverywhere,Feb,38\n"
    assert members(everywhere + "North,Mar,4\nSüd,Mar,6\nEast,Mar,9\nEverywhere,Mar,19\n") == [("region", ("Everywhere",))]


def test_subtotals_stand_among_the_inner_names():
    text = "region,store,sales\nNorth,A,10\nNorth,B,12\nSouth,C,7\nSouth,D,9\n"
    assert members(text + "North,North Total,22\nSouth,South Total,16\n") == [("store", ("North Total", "South Total"))]
    assert members(text + "North,Total,22\nSouth,Total,16\n") == [("store", ("Total",))]


def test_a_year_to_date_stands_among_the_months():
    text = "pier,month,trips\n" + "".join(f"{pier},M{i},{i * 3 + place}\n" for place, pier in enumerate("AB") for i in range(1, 7))
    assert members(text + "A,YTD,63\nB,YTD,69\n") == [("month", ("YTD",))]


@pytest.mark.parametrize(
    "lines",
    [
        "Total,Jan,36\nTotal,Feb,38\n",  # it is called so, and is none
        "Total Wine,Jan,12\nTotal Wine,Feb,3\n",
        "West,Jan,4\nWest,Feb,9\n",
        "",
    ],
)
def test_what_does_not_add_up_is_left_alone(lines):
    assert members(PLAIN + lines) == []


def test_chance_finds_none():
    chance = random.Random(5)
    for _ in range(60):
        lines = [f"{chance.choice('ABCDE')},{chance.choice('xyz')},{chance.randrange(9)},{chance.randrange(99)}" for _ in range(40)]
        assert members("a,b,n,m\n" + "\n".join(lines) + "\n") == []


def test_rounding_does_not_hide_a_total():
    chance = random.Random(6)
    lines, months = [], ["Jan", "Feb", "Mar", "Apr"]
    for month in months:
        exact = [chance.uniform(1, 100) for _ in range(9)]
        lines += [f"{name},{month},{value:.1f}" for name, value in zip("ABCDEFGHI", exact, strict=True)]
        lines.append(f"Total,{month},{sum(exact):.1f}")
    assert members("region,month,sales\n" + "\n".join(lines) + "\n") == [("region", ("Total",))]


def test_the_mend_leaves_what_adds_up_once():
    text = PLAIN + "Total,Jan,35\nTotal,Feb,38\n"
    (finding,) = [each for each in find_all(read(text)) if each.key.startswith("totals:")]
    assert finding.words == "In region, “Total” is the sum of other records, which it would be counted with."
    assert finding.records == 2
    mended = apply_mends(read(text), [finding.cures[0].mend], lambda *_: None).table
    assert float(mended.column("sales", "test").data.sum()) == 73
