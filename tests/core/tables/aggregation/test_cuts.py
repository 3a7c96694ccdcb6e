"""Cuts of moments against Python's own calendar."""

from datetime import date, datetime

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.tables.aggregation.cuts import CUTS, Calendar, clock_of, cut_moments
from mottled_finch.core.tables.kernels import blocks

MOMENTS = st.lists(st.datetimes(datetime(1600, 1, 1), datetime(2599, 12, 31)), min_size=1, max_size=20)
WEEKDAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"]
MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"]
EXPECTED = {
    "year": lambda moment: str(moment.year),
    "quarter": lambda moment: f"Q{(moment.month + 2) // 3}",
    "month": lambda moment: MONTHS[moment.month - 1],
    "week": lambda moment: f"W{moment.isocalendar().week:02d}",
    "day": lambda moment: str(moment.day),
    "weekday": lambda moment: WEEKDAYS[moment.weekday()],
    "hour": lambda moment: f"{moment.hour:02d}",
    "date": lambda moment: moment.date().isoformat(),
    "year_quarter": lambda moment: f"{moment.year}-Q{(moment.month + 2) // 3}",
    "year_month": lambda moment: f"{moment.year}-{moment.month:02d}",
    "year_week": lambda moment: f"{moment.isocalendar().year}-W{moment.isocalendar().week:02d}",
}


def labels(moments, cut, calendar=Calendar()):  # noqa: B008
    parts = cut_moments(np.array(moments, dtype="datetime64[us]"), cut, calendar)
    assert np.all(np.diff(parts.ordinals) > 0)
    assert set(parts.codes.tolist()) == set(range(len(parts.ordinals)))  # only parts that occur are listed
    return [CUTS[cut].label(int(parts.ordinals[code]), calendar) for code in parts.codes]


def test_every_cut_is_expected_here():
    assert list(CUTS) == list(EXPECTED)


@given(MOMENTS)
def test_labels_agree_with_the_calendar(moments):
    for name in CUTS:
        assert labels(moments, name) == [EXPECTED[name](moment) for moment in moments], name


@given(MOMENTS, st.integers(1, 12))
def test_years_may_begin_in_any_month(moments, starts):
    def fiscal(moment):
        year = moment.year - (moment.month < starts)
        return str(year) if starts == 1 else f"{year}/{(year + 1) % 100:02d}"

    def quarter(moment):
        return f"Q{(moment.month - starts) % 12 // 3 + 1}"

    calendar = Calendar(year=starts - 1)
    assert labels(moments, "year", calendar) == [fiscal(moment) for moment in moments]
    assert labels(moments, "quarter", calendar) == [quarter(moment) for moment in moments]
    assert labels(moments, "year_quarter", calendar) == [f"{fiscal(moment)}-{quarter(moment)}" for moment in moments]
    assert labels(moments, "month", calendar) == [MONTHS[moment.month - 1] for moment in moments]


def test_parts_run_in_natural_order():
    week = [datetime(2025, 1, 6 + day) for day in range(7)]
    assert cut_moments(np.array(week, dtype="datetime64[us]"), "weekday", Calendar()).codes.tolist() == list(range(7))
    assert cut_moments(np.array(week, dtype="datetime64[us]"), "weekday", Calendar(week=6)).codes.tolist() == [1, 2, 3, 4, 5, 6, 0]
    months = [datetime(2025, month, 1) for month in range(1, 13)]
    assert cut_moments(np.array(months, dtype="datetime64[us]"), "month", Calendar()).codes.tolist() == list(range(12))
    fiscal = cut_moments(np.array(months, dtype="datetime64[us]"), "month", Calendar(year=3)).codes.tolist()
    assert fiscal == [9, 10, 11, 0, 1, 2, 3, 4, 5, 6, 7, 8]


@pytest.mark.parametrize(
    ("day", "week"),
    # J. R. Stockton's and ISO 8601's own examples of weeks about the turn of the year, and leap years.
    [
        (date(2005, 1, 1), "2004-W53"),
        (date(2005, 1, 2), "2004-W53"),
        (date(2005, 12, 31), "2005-W52"),
        (date(2007, 1, 1), "2007-W01"),
        (date(2008, 12, 29), "2009-W01"),
        (date(2010, 1, 3), "2009-W53"),
        (date(2020, 12, 31), "2020-W53"),
        (date(2024, 2, 29), "2024-W09"),
    ],
)
def test_weeks_are_those_of_the_standard(day, week):
    assert labels([datetime(day.year, day.month, day.day, 23, 59, 59, 999999)], "year_week") == [week]


def test_the_hour_a_clock_change_repeats_or_skips_is_an_hour_like_others():
    # Moments are those of the clock on the wall: 02:30 stands twice in autumn, and is there even where spring skips it.
    wall = [datetime(2025, 10, 26, 2, 30), datetime(2025, 10, 26, 2, 30), datetime(2025, 3, 30, 2, 30)]
    assert labels(wall, "hour") == ["02", "02", "02"]


def test_moments_far_apart_need_no_table_of_all_the_days_between():
    far = np.array(["0001-01-01T05:00", "9999-12-31T23:00"], dtype="datetime64[us]")
    assert labels(far, "year_month") == ["0001-01", "9999-12"]
    assert labels(far, "hour") == ["05", "23"]


HOUR, DAY = 3_600_000_000, 86_400_000_000


@pytest.mark.parametrize("first", [-693_596, -25_567, 20_000, 40_000_000])
@pytest.mark.parametrize("days", [40, 65_536, 10_000_000])
def test_day_and_hour_are_those_of_whole_numbers_up_to_the_last_microsecond(monkeypatch, first, days):
    """Doubles are exact enough on either side of every full hour, however far the moments are apart, in whichever block."""
    monkeypatch.setattr(blocks, "BLOCK", 300_000)
    rng = np.random.default_rng(days)
    hours = rng.integers(0, 24 * days, 500_000)
    hours[:100_000].sort()
    times = first * DAY + np.concatenate([hours * HOUR, (hours + 1) * HOUR - 1, [0, days * DAY - 1]])
    clock = clock_of(times.view("datetime64[us]"))
    assert clock.days_seen is not None
    np.testing.assert_array_equal(clock.days.astype(np.int64) + clock.first, times // DAY)
    np.testing.assert_array_equal(clock.hours, times % DAY // HOUR)
    np.testing.assert_array_equal(np.flatnonzero(clock.days_seen) + clock.first, np.unique(times // DAY))


def test_only_hours_and_days_that_occur_are_seen():
    clock = clock_of(np.array(["2024-02-29T23:59:59.999999", "2024-03-02T05:00"], dtype="datetime64[us]"))
    assert clock.days_seen is not None
    assert np.flatnonzero(clock.hours_seen).tolist() == [5, 23]
    assert (np.flatnonzero(clock.days_seen) + clock.first).tolist() == [19_782, 19_784]
