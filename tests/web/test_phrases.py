"""What the statement says of conditions in short."""

import pytest

PHRASES = "features/plate/statement/phrases"
LATE, PIER, LINE = {"field": "minutes_late", "above": 10}, {"field": "pier", "in": ["Ardle"]}, {"field": "line", "not_in": ["TEST"]}


@pytest.mark.parametrize(
    ("condition", "words"),
    [
        ({"any": [PIER, {"all": [LATE, LINE]}]}, "pier Ardle or minutes late above 10 and line not TEST"),
        ({"all": [{"any": [PIER, LATE]}, LINE]}, "(pier Ardle or minutes late above 10) and line not TEST"),
        ({"field": "pier", "bottom": 3, "by": {"take": "sum", "of": "fuel"}}, "3 smallest of pier by sum of fuel"),
        ({"field": "pier", "top": 2, "by": {}}, "2 largest of pier by number of records"),
        ({"field": "left", "cut": "month", "in": ["Jan", "Feb", "Mar"]}, "month of left (3 picked)"),
        ({"field": "pier", "not_in": ["A", "B", "C"]}, "pier (all but 3)"),
        ({"field": "v", "above": 1, "below": 5}, "v above 1 and below 5"),
        ({"field": "v", "from": 1, "to": 5}, "v 1 to 5"),
        ({"field": "v", "blank": False}, "v not blank"),
        ({"field": "v", "in": []}, "v none"),
    ],
)
def test_words_of_conditions(node, condition, words):
    assert node(PHRASES, "conditionWords", [[condition]]) == [words]
