"""A last period that is not over is spotted, and what would leave it out is told."""

import pytest

from mottled_finch.core.pivot import unfinished
from mottled_finch.core.recipe import load_recipe

from ..conftest import read


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
