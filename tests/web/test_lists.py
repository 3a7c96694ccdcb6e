"""What is found in a list by typing, and in which order, and what can go down or across."""

import pytest

LISTS = "shared/options"
OPTIONS = "features/plate/statement/options"


def found(node, labels, typed):
    options = [{"key": label, "label": label, **also} for label, also in labels.items()]
    return [each["label"] for each in node(LISTS, "matching", [[options, typed]])[0]]


FIELDS = {
    "pier code": {},
    "pier": {},
    "weekday departed": {"also": "day of the week"},
    "week departed": {},
    "piers of the line": {},
}


@pytest.mark.parametrize(
    ("typed", "labels"),
    [
        ("pier", ["pier", "pier code", "piers of the line"]),
        ("PIER ", ["pier", "pier code", "piers of the line"]),
        ("week", ["week departed", "weekday departed"]),
        ("wee dep", ["weekday departed", "week departed"]),
        ("day of the week", ["weekday departed"]),
        ("code pier", ["pier code"]),
        ("harbour", []),
        ("  ", list(FIELDS)),
    ],
)
def test_what_is_called_just_that_comes_first(node, typed, labels):
    assert found(node, FIELDS, typed) == labels


def column(name, kind, distinct):
    return {"name": name, "words": name, "kind": kind, "distinct": distinct, "blanks": 0}


def test_few_numbers_stand_for_themselves_and_many_in_bins(node):
    columns = [column("season", "number", 4), column("cost", "number", 900), column("id", "number", 30_000)]
    (options,) = node(OPTIONS, "levelOptions", [[columns]])
    assert [each["label"] for each in options] == ["season", "bins of season", "bins of cost", "cost", "bins of id", "id"]
    assert [bool(each.get("why")) for each in options] == [False] * 5 + [True]
    assert options[-1]["why"] == "id has 30,000 different values; a side holds 5,000. Choose its bins."


def test_a_level_comes_back_from_its_key(node):
    columns = [column("left", "moment", 500), column("pier", "category", 9), column("cost", "number", 900)]
    (options,) = node(OPTIONS, "levelOptions", [[columns]])
    levels = [node(OPTIONS, "levelFrom", [[each["key"]]])[0] for each in options]
    assert [level["field"] for level in levels] == ["left"] * 12 + ["pier"] + ["cost"] * 2
    assert [level.get("cut") for level in levels[:3]] == ["month", "weekday", "hour"]
    assert levels[13] == {"field": "cost", "bins": {"round": 8}}
    assert levels[14] == {"field": "cost"}
