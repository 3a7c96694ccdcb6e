"""When a plan is due, with clocks that change."""

from datetime import UTC, datetime, timedelta
from itertools import pairwise
from zoneinfo import ZoneInfo

import pytest

from mottled_finch.app.plans.due import missed, next_due
from mottled_finch.app.plans.spec import WhenSpec

MONDAYS = WhenSpec(days=("mon",), time="07:00", zone="Europe/London")


def at(text):
    return datetime.fromisoformat(text).replace(tzinfo=UTC)


@pytest.mark.parametrize(
    ("when", "after", "due"),
    [
        (MONDAYS, "2026-11-29T12:00", "2026-11-30T07:00"),
        (MONDAYS, "2026-11-30T06:59", "2026-11-30T07:00"),
        (MONDAYS, "2026-11-30T07:00", "2026-12-07T07:00"),
        (MONDAYS, "2026-06-01T05:00", "2026-06-01T06:00"),  # summer time is an hour ahead
        (WhenSpec(time="00:30", zone="Pacific/Auckland"), "2026-11-30T00:00", "2026-11-30T11:30"),
        # 29 March 2026, 01:00 to 02:00 does not exist in London
        (WhenSpec(time="01:30", zone="Europe/London"), "2026-03-29T00:00", "2026-03-29T01:00"),
        # 25 October 2026, 01:30 comes twice in London: the first of both
        (WhenSpec(time="01:30", zone="Europe/London"), "2026-10-25T00:00", "2026-10-25T00:30"),
        (WhenSpec(time="01:30", zone="Europe/London"), "2026-10-25T00:30", "2026-10-26T01:30"),
        (WhenSpec(time="02:30", zone="America/New_York"), "2026-03-08T05:00", "2026-03-08T07:00"),
        (WhenSpec(days=("sun",), time="23:59"), "2026-11-30T00:00", "2026-12-06T23:59"),
    ],
)
def test_the_next_moment(when, after, due):
    assert next_due(when, at(after)) == at(due)


@pytest.mark.parametrize("zone", ["Europe/London", "America/New_York", "Australia/Lord_Howe", "Asia/Kolkata", "UTC"])
@pytest.mark.parametrize("time", ["00:00", "01:30", "02:15", "23:45"])
def test_every_day_of_a_year_is_due_once(zone, time):
    """Walked from moment to moment: one a day on the wall, never twice, at its time wherever the clock shows it."""
    when, moment, found = WhenSpec(time=time, zone=zone), at("2026-01-01T00:00"), []
    while moment < at("2027-01-03T00:00"):
        moment = next_due(when, moment)
        found.append(moment.astimezone(ZoneInfo(zone)))
    days = [each.date() for each in found]
    assert len(set(days)) == len(days) and all(b - a == timedelta(days=1) for a, b in pairwise(days))
    late = [each for each in found if f"{each:%H:%M}" != time]
    assert len(late) <= 1 and all(each.replace(fold=0).utcoffset() != (each - timedelta(hours=3)).utcoffset() for each in late)


def test_a_moment_that_passed_while_nobody_ran_is_missed():
    assert not missed(MONDAYS, None, at("2026-11-30T09:00"))
    assert missed(MONDAYS, at("2026-11-23T07:00"), at("2026-11-30T09:00"))
    assert not missed(MONDAYS, at("2026-11-30T07:00"), at("2026-11-30T09:00"))
