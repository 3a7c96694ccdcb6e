"""Conditions: which records they keep."""

import numpy as np
import pytest

from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.matrices.pivot import make_matrix
from mottled_finch.core.tables.aggregation.bins import bin_labels

from ...conftest import read


def kept(trips: str, *conditions: dict) -> int:
    recipe = load_recipe({"finch_recipe": 2, "pivot": {"keep": list(conditions)}})
    return make_matrix(read(trips), recipe.pivot).kept


@pytest.mark.parametrize(
    ("condition", "records"),
    [
        ({"field": "pier", "in": ["East", "West"]}, 5),
        ({"field": "pier", "in": [" East "]}, 3),
        ({"field": "pier", "in": ["Nowhere"]}, 0),
        ({"field": "pier", "in": []}, 0),
        ({"field": "pier", "not_in": ["East"]}, 6),
        ({"field": "pier", "not_in": []}, 9),
        ({"field": "minutes", "in": [4, 8.0, "10"]}, 3),
        ({"field": "minutes", "from": 8, "to": 20}, 3),
        ({"field": "minutes", "from": 20}, 3),
        ({"field": "minutes", "to": 4}, 2),
        ({"field": "departed", "from": "2025-02-01"}, 4),
        ({"field": "departed", "to": "2025-01-20"}, 4),
        ({"field": "departed", "from": "2025-01", "to": "2025-01"}, 4),
        ({"field": "departed", "from": 2025, "to": 2025}, 8),
        ({"field": "departed", "to": "2025-02-28 00:00"}, 7),
        ({"field": "departed", "from": "2025-02-28 00:00:00", "to": "2025-02-28 12:29"}, 1),
        ({"field": "departed", "cut": "month", "in": ["Feb"]}, 4),
        ({"field": "departed", "cut": "month", "not_in": ["Feb"]}, 5),
        ({"field": "departed", "cut": "hour", "in": ["08"]}, 2),
    ],
)
def test_keeps_the_right_records(trips, condition, records):
    assert kept(trips, condition) == records


def test_all_conditions_must_hold(trips):
    assert kept(trips, {"field": "pier", "in": ["North"]}, {"field": "line", "in": ["Outer"]}, {"field": "minutes", "to": 25}) == 1


TOPS = "k,g,v\na,x,9\na,x,1\nb,x,5\nc,y,8\nc,y,8\nb,y,7\n"


@pytest.mark.parametrize(
    ("conditions", "records"),
    [
        # Of the records of x, a has 10 and b 5; of all, c has 16, b 12 and a 10.
        ([{"field": "k", "top": 1}], "cc"),
        ([{"field": "g", "in": ["x"]}, {"field": "k", "top": 1}], "aa"),
        ([{"field": "g", "in": ["x"]}, {"all": [{"field": "k", "top": 1}]}], "aa"),
        ([{"all": [{"field": "k", "top": 1}, {"field": "g", "in": ["x"]}]}], "aa"),
        ([{"all": [{"any": [{"field": "k", "top": 1}]}, {"field": "g", "in": ["x"]}]}], "aa"),
        ([{"field": "g", "in": ["x"]}, {"any": [{"field": "k", "top": 1}, {"field": "v", "below": 2}]}], "aa"),
        # Alternatives are no conditions that must hold as well.
        ([{"any": [{"field": "k", "top": 1}, {"field": "g", "in": ["x"]}]}], "aabcc"),
        ([{"any": [{"all": [{"field": "k", "top": 1}, {"field": "g", "in": ["x"]}]}, {"field": "v", "from": 8}]}], "aacc"),
        ([{"field": "k", "top": 2}, {"field": "k", "bottom": 1}], "b" * 0),
    ],
)
def test_the_largest_are_decided_among_what_passes_all_other_conditions(conditions, records):
    spec = {"keep": conditions, "measure": {"take": "sum", "of": "v"}, "rows": [{"field": "k"}]}
    found = make_matrix(read(TOPS), load_recipe({"finch_recipe": 2, "pivot": spec}).pivot)
    assert "".join(label * n for (label,), n in zip(found.rows, found.row_records.tolist(), strict=True)) == records


@pytest.mark.parametrize(
    ("condition", "sentence"),
    [
        ({"field": "peir", "in": ["East"]}, 'pivot.keep[0].field: no column "peir"; did you mean "pier"?'),
        (
            {"field": "pier", "from": "A"},
            'pivot.keep[0]: "pier" holds text, which has no "from" and "to"; list what is meant with "in"',
        ),
        ({"field": "departed", "from": "soon"}, 'pivot.keep[0].from: "soon" is not a date; write it as 2025-03-31'),
        ({"field": "departed", "from": "2025-02-30"}, 'pivot.keep[0].from: "2025-02-30" is not a date; write it as 2025-03-31'),
        (
            {"field": "departed", "from": "2025-03", "to": "2025-01"},
            'pivot.keep[0]: "from" (2025-03) comes after "to" (2025-01); swap them',
        ),
        (
            {"field": "minutes", "from": "five"},
            'pivot.keep[0].from: "five" is text, but "minutes" holds numbers; write the number without marks',
        ),
        (
            {"field": "pier", "cut": "month", "in": ["Jan"]},
            'pivot.keep[0].cut: "pier" holds text, which cannot be cut by month; leave "cut" out or choose a moment in time',
        ),
    ],
)
def test_says_what_does_not_fit(trips, condition, sentence):
    with pytest.raises(TableError) as told:
        kept(trips, condition)
    assert str(told.value) == sentence


@pytest.mark.parametrize(
    ("by", "largest"), [(None, "North"), ({"take": "count"}, "East"), ({"take": "min", "of": "minutes"}, "North")]
)
def test_the_largest_are_those_by_the_measure_unless_another_is_named(by, largest):
    table = read("pier,minutes\n" + "East,1\n" * 5 + "North,90\n" + "West,2\n" * 3)
    level = {"field": "pier", "top": 1, "others": False, **({"by": by} if by else {})}
    pivot = {"rows": [level], "measure": {"take": "sum", "of": "minutes"}}
    assert make_matrix(table, load_recipe({"finch_recipe": 2, "pivot": pivot}).pivot).rows == ((largest,),)


@pytest.mark.parametrize(
    ("edges", "labels"),
    [
        ([-5, 0, 5], ["-5 to 0", "0 to 5"]),
        ([0, 5, 10.5], ["0–5", "5–10.5"]),
        ([-5, 5], ["-5 to 5"]),
        ([-10, -5, -1], ["-10 to -5", "-5 to -1"]),
        ([3, 3], ["3"]),
        ([-3, -3], ["-3"]),
    ],
)
def test_bins_are_called_by_their_edges_and_a_minus_is_no_dash(edges, labels):
    assert bin_labels(np.array(edges, dtype=float)) == labels
