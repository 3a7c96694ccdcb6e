"""What can be done to a plan, as the screen does it: whatever is done, the core reads what comes of it."""

import random
from fnmatch import fnmatchcase

import pytest

from mottled_finch.app.plans.load import load_plan

PLANS = "features/plan/plans"
BASE = {"finch_plan": 1, "make": [{"folio": 3}], "put": {"folder": "made"}}


def test_a_table_is_taken_from_files_called_as_its_own_and_no_longer(changed):
    once = changed(PLANS, "withTaken", BASE, {"id": 4, "name": "Berth log"}, "/a/berth-log 2026-11-30.csv")
    assert once["take"] == {"Berth log": {"table": 4, "pattern": "berth-log *-*-*.csv"}}
    twice = changed(PLANS, "withTaken", {**once, "arrives": True}, {"id": 5, "name": "Berth log"}, "x.csv")
    assert list(twice["take"]) == ["Berth log", "Berth log 2"] and twice["take"]["Berth log 2"]["pattern"] == "x*.csv"
    gone = changed(PLANS, "withoutTake", twice, "Berth log")
    assert list(gone["take"]) == ["Berth log 2"] and gone["arrives"]
    assert changed(PLANS, "withoutTake", gone, "Berth log 2")["arrives"] is False
    for plan in (once, twice, gone):
        load_plan(plan)


def test_any_file_fits_the_pattern_that_is_made_of_its_name(node):
    lot = random.Random(5)
    letters = "abc 0123[]*?!-_.é()"
    names = ["".join(lot.choice(letters) for _ in range(lot.randint(1, 20))) for _ in range(200)]
    patterns = node(PLANS, "patternOf", [[name] for name in names])
    assert [name for name, pattern in zip(names, patterns, strict=True) if not fnmatchcase(name, pattern)] == []
    assert node(PLANS, "patternOf", [["log.csv"], ["C:\\\\in\\\\log 7.csv"], ["2026"], [".csv"]]) == [
        "log*.csv",
        "log *.csv",
        "*",
        ".csv*",
    ]


@pytest.mark.parametrize(
    ("typed", "time"),
    [("7", "07:00"), (" 6.30 ", "06:30"), ("23:59", "23:59"), ("24:00", None), ("7:5", None), ("x", None), ("", None)],
)
def test_a_time_is_read_as_it_is_typed(node, typed, time):
    assert node(PLANS, "timeOf", [[typed]]) == [time]


@pytest.mark.parametrize(
    ("typed", "share"), [("90", 0.9), ("90 %", 0.9), ("12,5%", 0.125), ("1000", 10), ("1001", None), ("-1", None), ("%", None)]
)
def test_a_share_is_read_as_it_is_typed_and_written_as_it_was(node, typed, share):
    assert node(PLANS, "shareOf", [[typed]]) == [share]
    if share is not None:
        (again,) = node(PLANS, "percentOf", [[share]])
        assert node(PLANS, "shareOf", [[again]]) == [share]


def test_moments_and_long_names_are_said_as_a_sentence_has_room_for(node):
    said = node(
        PLANS,
        "momentSaid",
        [[{"days": days, "time": "06:30"}] for days in ([], ["fri", "mon"], ["mon", "tue", "wed", "thu", "fri"])],
    )
    assert said == ["every day at 06:30", "on Mondays and Fridays at 06:30", "on workdays at 06:30"]
    assert node(PLANS, "brief", [["n" * 48], ["Straßen " * 5 + "(Export 2026-11-30)"]]) == [
        "n" * 48,
        "Straßen Straßen Straßen Straße…port 2026-11-30)",
    ]
