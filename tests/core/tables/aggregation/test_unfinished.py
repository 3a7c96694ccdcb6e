"""A last period that is not over is spotted, and what would leave it out is told."""

import numpy as np
import pytest

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.tables.aggregation.unfinished import unfinished

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
        # One month that stopped early is no custom.
        ([*days("2024-01-01", 160, 1), *days("2024-07-01", 220, 1)], "year_month", "2025-02-05"),
    ],
)
def test_a_period_that_is_shorter_than_usual_is_told(given, cut, last):
    (one,) = told(given, cut)
    assert one.last == last
