"""What a pivot must satisfy whatever the table: one sentence with its place for each mistake."""

import pytest

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.common.recipe import load_recipe

A = {"field": "a"}


@pytest.mark.parametrize(
    ("pivot", "sentence"),
    [
        (
            {"rows": [{**A, "cut": "year", "bins": {"equal_width": 2}}]},
            'pivot.rows[0]: "cut" is for moments and "bins" for numbers; keep one of them',
        ),
        (
            {"rows": [{**A, "bins": {}}]},
            'pivot.rows[0].bins: nothing is said of the bins; give one of "edges", "round", "equal_width" and "equal_count"',
        ),
        (
            {"rows": [{**A, "bins": {"equal_width": 2, "edges": [1, 2]}}]},
            'pivot.rows[0].bins: edges and equal_width are given; give one of "edges", "round", "equal_width" and "equal_count"',
        ),
        ({"rows": [{**A, "bins": {"equal_count": 0}}]}, "pivot.rows[0].bins.equal_count: 0 bins are asked for; choose 1 to 500"),
        ({"rows": [{**A, "bins": {"edges": [1]}}]}, "pivot.rows[0].bins.edges: 1 edges are listed; list 2 to 501"),
        (
            {"rows": [{**A, "bins": {"edges": [0, 5, 5]}}]},
            "pivot.rows[0].bins.edges[2]: the edge 5 does not rise above 5 before it; put the edges in rising order",
        ),
        (
            {"columns": [{**A, "year_starts": 4}]},
            'pivot.columns[0].year_starts: "year_starts" goes with the cuts "month", "year", "quarter" and "year_quarter"',
        ),
        ({"columns": [{**A, "cut": "year", "year_starts": 13}]}, "pivot.columns[0].year_starts: 13 is not a month; choose 1 to 12"),
        (
            {"columns": [{**A, "cut": "week", "week_starts": "sunday"}]},
            'pivot.columns[0].week_starts: "week_starts" orders weekdays; it goes with the cut "weekday" alone',
        ),
        ({"columns": [{**A, "top": 0}]}, "pivot.columns[0].top: at least one member must be left; choose 1 or more"),
        ({"split": {**A, "others": True}}, 'pivot.split.others: "others" gathers what "top" leaves over; add "top"'),
        ({"rows": [{**A, "by": {}}]}, 'pivot.rows[0].by: "by" says what "top" is decided by; add "top"'),
        (
            {"measure": {"take": "percentile", "of": "a"}},
            'pivot.measure: "percentile" needs the percentile meant, 0 to 100; add "p"',
        ),
        ({"measure": {"take": "ratio", "of": "a"}}, 'pivot.measure: "ratio" needs the field it is divided by; add "per"'),
        ({"measure": {"take": "share"}}, 'pivot.measure: "share" needs the condition whose share is meant; add "where"'),
        ({"measure": {"take": "sum", "of": "a", "p": 5}}, 'pivot.measure.p: "sum" has no "p"; leave "p" out'),
        ({"keep": [{"in": ["a"]}]}, 'pivot.keep[0]: the key "field" is missing; add it, or "all" or "any" with further conditions'),
        ({"keep": [{"any": []}]}, "pivot.keep[0].any: no condition is listed; add one"),
        ({"keep": [{"any": [{**A, "top": 0}]}]}, "pivot.keep[0].any[0].top: at least one member must be kept; choose 1 or more"),
        (
            {"keep": [{**A, "all": [{**A, "blank": True}]}]},
            'pivot.keep[0].field: "all" holds conditions that have fields of their own; leave "field" out',
        ),
        (
            {"keep": [{**A, "in": ["x"], "by": {}}]},
            'pivot.keep[0].by: "by" says what "top" and "bottom" are decided by; leave it out',
        ),
        ({"show": {"as": "rank", "along": "rows"}}, 'pivot.show.along: "rank" has no "along"; leave it out'),
        ({"show": {"as": "gap"}}, 'pivot.show.to: "gap" needs the number or target it is the distance to; add "to"'),
        ({"show": {"as": "index", "to": 5}}, 'pivot.show.to: the "to" of "index" is "max" or "first"'),
        ({"show": {"as": "score", "of": "group"}}, 'pivot.show.of: the "of" of "score" is "whole", "row" or "column"'),
        ({"show": {"as": "share", "relative": True}}, 'pivot.show.relative: "share" has no "relative"; leave it out'),
        ({"order": {"rows": {"by": "member"}}}, 'pivot.order.rows: an order by one member needs its labels; add "of"'),
        ({"order": {"rows": {"by": "hand"}}}, 'pivot.order.rows: an order by hand needs the labels of each level; add "hand"'),
        ({"order": {"rows": {"of": ["x"]}}}, 'pivot.order.rows.of: "of" names the member of an order by "member"; leave it out'),
        (
            {"rows": [A], "order": {"rows": {"by": "hand", "hand": [["x"], ["y"]]}}},
            "pivot.order.rows.hand: labels of 2 levels are listed, but the side has 1",
        ),
        (
            {"order": {"columns": {"by": "likeness", "linkage": "ward", "distance": "cosine"}}},
            'pivot.order.columns.linkage: "ward" needs the distance "colored" or "euclidean"; '
            "choose another linkage, or one of them",
        ),
        (
            {"split": A, "order": {"columns": {"by": "total"}}},
            'pivot.order.columns: matrices side by side have the same columns, which cannot be ordered by "total"; choose '
            '"natural", "appearance", "label" or "hand"',
        ),
        ({"correlate": {"fields": ["a"]}}, "pivot.correlate.fields: 1 fields are listed; list 2 to 100"),
        ({"correlate": {"fields": ["a", "a"]}}, 'pivot.correlate.fields[1]: "a" is listed twice; keep one of them'),
        (
            {"correlate": {"fields": ["a", "b"]}, "rows": [A]},
            "pivot.correlate: fields that are correlated take the place of sides and measure; leave those out",
        ),
        (
            {"correlate": {"fields": ["a", "b"]}, "show": {"as": "rank"}},
            "pivot.correlate: coefficients have no totals and are shown as they are; leave those out",
        ),
        (
            {"correlate": {"fields": ["a", "b"]}, "order": {"rows": {"by": "total"}}},
            'pivot.order.rows: fields that are correlated stand in the order given, by "label", by "hand" or by "likeness", on '
            'both sides as "rows" says',
        ),
    ],
)
def test_each_mistake_is_told_in_one_sentence(pivot, sentence):
    with pytest.raises(RecipeError) as told:
        load_recipe({"finch_recipe": 2, "pivot": pivot})
    assert str(told.value) == sentence


def test_conditions_are_not_held_in_conditions_without_end():
    condition = {"field": "a", "blank": True}
    for _ in range(8):
        condition = {"any": [condition]}
    with pytest.raises(RecipeError, match="more than 6 deep; write them flatter"):
        load_recipe({"finch_recipe": 2, "pivot": {"keep": [condition]}})
