"""A last period that is not over is spotted, and what would leave it out is told."""

import numpy as np
import pytest

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.tables.aggregation.unfinished import ends_a_quarter, unfinished

from ...conftest import read


def found(last: str, *cuts: str, **more):
    table = read(f"m,v\n2024-01-01,1\n{last},2\n,3\n")
    levels = [{"field": "m", "cut": cut} for cut in cuts]
    return unfinished(table, load_recipe({"finch_recipe": 2, "pivot": {"columns": levels, **more}}).pivot)


@pytest.mark.parametrize(
    ("last", "cuts", "ends", "to"),
    [
        ("2025-03-20", ["month"], "2025-03-31", "2025-02-28"),
        ("2025-03-20", ["year_quarter"], "2025-03-31", "2024-12-31"),
        ("2025-03-20", ["year"], "2025-12-31", "2024-12-31"),
        ("2025-03-20", ["year", "month"], "2025-03-31", "2025-02-28"),  # the shortest period is the one to leave out
        ("2025-03-20 23:00", ["year_week"], "2025-03-23", "2025-03-16"),
        ("2024-02-28", ["month"], "2024-02-29", "2024-01-31"),
    ],
)
def test_an_unfinished_period(last, cuts, ends, to):
    (one,) = found(last, *cuts)
    assert (one.field, one.last, one.ends, one.to) == ("m", last[:10], ends, to)


def test_a_year_that_begins_in_april():
    table = read("m\n2024-05-01\n2025-02-10\n")
    level = {"field": "m", "cut": "year", "year_starts": 4}
    (one,) = unfinished(table, load_recipe({"finch_recipe": 2, "pivot": {"rows": [level]}}).pivot)
    assert (one.ends, one.to) == ("2025-03-31", "2024-03-31")


@pytest.mark.parametrize(
    ("last", "cuts", "more"),
    [
        ("2025-03-31", ["month"], {}),
        ("2025-03-20", ["hour"], {}),
        ("2025-03-20", [], {}),
        ("2025-03-20", ["month"], {"keep": [{"field": "m", "to": "2025-02"}]}),
    ],
)
def test_nothing_to_tell(last, cuts, more):
    assert found(last, *cuts, **more) == ()


def told(days, cut, **more):
    table = read("m,v\n" + "".join(f"{day},1\n" for day in days))
    return unfinished(table, load_recipe({"finch_recipe": 2, "pivot": {"columns": [{"field": "m", "cut": cut, **more}]}}).pivot)


def days(first, number, step, unit="D"):
    """So many days, each a step after the one before: days, or months for "M"."""
    if unit == "M":
        return [str((np.datetime64(first, "M") + i * step).astype("datetime64[D]")) for i in range(number)]
    return [str(np.datetime64(first) + i * step) for i in range(number)]


@pytest.mark.parametrize(
    ("given", "cut"),
    [
        (days("2024-01", 14, 1, "M"), "year_month"),  # the first of each month
        (days("2024-01", 2, 1, "M"), "month"),
        (days("2023-01", 5, 3, "M"), "year_quarter"),  # a quarter's first
        (days("2019-01", 6, 12, "M"), "year"),
        (days("2023-01", 24, 1, "M"), "year"),  # months of whole years
        (days("2025-01-06", 12, 7), "year_week"),  # Mondays
        (days("2024-01-03", 61, 7), "year_month"),  # Wednesdays, to the last of a month
        (["2025-03-03"], "month"),
        (["2024-01-03", "2024-02-07"], "year_month"),  # Wednesdays, of which the month before has one, too
        (["2024-01-10", "2024-04-10", "2024-07-10", "2024-10-10", "2025-01-11"], "year_quarter"),  # a little later than usual
        # A year and a month are looked at: the same month a year ago, and the one before it, stopped as early.
        ([*days("2024-01-01", 20, 1), *days("2024-02-01", 20, 1), *days("2024-03-01", 357, 1)], "month"),
    ],
)
def test_what_records_usually_cover_decides(given, cut):
    assert told(given, cut) == ()


@pytest.mark.parametrize(
    ("given", "cut", "last"),
    [
        (days("2024-01-01", 400, 1), "year_month", "2025-02-03"),
        (days("2024-01-01", 58, 7), "year_month", "2025-02-03"),  # Mondays, of which a month has just begun
        (days("2023-01", 27, 1, "M"), "year", "2025-03-01"),
        (["2024-01-10", "2024-04-10", "2024-07-10", "2024-10-10", "2025-01-07"], "year_quarter", "2025-01-07"),
        (["2024-01-10", "2024-01-20", "2024-02-20", "2024-02-28", "2024-03-05"], "year_month", "2024-03-05"),
        # One month that stopped early is no custom.
        ([*days("2024-01-01", 160, 1), *days("2024-07-01", 220, 1)], "year_month", "2025-02-05"),
    ],
)
def test_a_period_that_is_shorter_than_usual_is_told(given, cut, last):
    (one,) = told(given, cut)
    assert one.last == last


def each_day(*until: str) -> list[str]:
    """All days of months, from the first of each to one that it stops at."""
    return [day for last in until for day in days(f"{last[:7]}-01", int(last[8:]), 1)]


FIVE = ("2025-02-28", "2025-03-31", "2025-04-30", "2025-05-31")


@pytest.mark.parametrize(
    ("given", "is_told"),
    [
        (each_day("2025-01-28", "2025-02-25", "2025-03-28", "2025-04-26"), True),  # a day shorter than the three before
        (each_day("2025-01-28", "2025-02-25", "2025-03-28", "2025-04-27"), False),
        (each_day("2025-02-25", "2025-03-28", "2025-04-27"), True),  # two before say nothing
        (each_day("2024-12-31", "2025-01-16", *FIVE, "2025-06-20"), True),  # one of six that stopped early is no custom
        (each_day("2025-01-16", *FIVE, "2025-06-20"), False),  # of five it may be one
        (each_day("2024-12-16", "2025-01-19", *FIVE, "2025-06-20"), False),  # nor are two no custom
        # The tenth of each month is the last, after another: those before have 20 days to come, this one 21.
        ([f"{month}-{day}" for month in ("2024-04", "2024-06", "2024-09", "2024-11", "2025-01") for day in ("01", "10")], True),
    ],
)
def test_how_far_before_its_end_a_month_may_stop(given, is_told):
    assert bool(told(given, "year_month")) is is_told


@pytest.mark.parametrize("day", ["2025-03-31", "2025-06-30", "2024-09-30", "2024-12-31"])
def test_data_up_to_the_end_of_a_quarter_are_whole(day):
    assert ends_a_quarter(np.datetime64(day))
    assert found(day, "year") == ()


@pytest.mark.parametrize("day", ["2025-03-30", "2025-01-31", "2024-02-29", "2025-04-01", "2025-05-31", "2025-07-31", "2025-11-30"])
def test_other_days_end_no_quarter(day):
    assert not ends_a_quarter(np.datetime64(day))
