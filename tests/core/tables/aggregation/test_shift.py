"""Moments moved along the calendar: by hand at its edges, and against the calendar of Python itself."""

import calendar
from datetime import date, timedelta

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.recipe.spec import SHIFT_UNITS, ShiftSpec
from mottled_finch.core.tables.aggregation.shift import moved, span_meets, way_of


def spec(unit, number):
    return ShiftSpec(field="date", **{unit: number})


def moments(*texts):
    return np.array(texts, dtype="datetime64[us]")


def later(day: date, unit: str, number: int) -> date:
    if unit in ("weeks", "days"):
        return day + timedelta(days=number * (7 if unit == "weeks" else 1))
    months = day.year * 12 + day.month - 1 + number * {"years": 12, "quarters": 3, "months": 1}[unit]
    year, month = months // 12, months % 12 + 1
    return date(year, month, min(day.day, calendar.monthrange(year, month)[1]))


@settings(max_examples=300)
@given(st.dates(date(1800, 1, 1), date(2200, 12, 31)), st.sampled_from(SHIFT_UNITS), st.integers(-40, 40))
def test_records_of_the_other_side_stand_where_those_of_the_kept_span_do(day, unit, number):
    found = moved(moments(f"{day}T13:45:10"), spec(unit, number or 1))
    assert found == np.datetime64(f"{later(day, unit, -(number or 1))}T13:45:10")


@settings(max_examples=300)
@given(st.dates(date(1800, 1, 1), date(2200, 12, 31)), st.integers(-40, 40))
def test_whole_years_keep_weekdays_and_the_numbers_of_weeks(day, number):
    (found,) = moved(moments(f"{day}T23:59"), spec("years", number or 1), "weeks").tolist()
    year, week, weekday = day.isocalendar()
    wanted = year - (number or 1)
    last = date(wanted, 12, 28).isocalendar().week
    assert found.date().isocalendar() == (wanted, min(week, last), weekday)
    assert (found.hour, found.minute) == (23, 59)


def test_a_day_that_a_shorter_month_lacks_falls_on_its_last():
    found = moved(moments("2024-02-29T08:00", "2023-01-31", "2024-12-31", "NaT"), spec("months", -1))
    assert [str(each)[:10] for each in found] == ["2024-03-29", "2023-02-28", "2025-01-31", "NaT"]
    assert str(moved(moments("2024-02-29T08:00"), spec("years", -1))[0])[:16] == "2025-02-28T08:00"


@pytest.mark.parametrize(
    ("unit", "cut", "way"),
    [
        ("years", "weekday", "own"),
        ("years", "week", "own"),
        ("years", "year_week", "weeks"),
        ("years", "month", "own"),
        ("months", "month", "moved"),
        ("days", "hour", "own"),
        ("months", "weekday", "own"),
        ("months", "year_week", "moved"),
        ("weeks", "weekday", "moved"),
        ("days", "date", "moved"),
        ("years", None, "moved"),
    ],
)
def test_mondays_are_set_against_mondays(unit, cut, way):
    assert way_of(spec(unit, -1), cut) == way


def test_only_days_that_both_sides_have_are_compared():
    first, last = span_meets(moments("2024-01-03T10:00", "2024-05-05", "2025-06-15T08:30"), spec("years", -1))
    assert (str(first)[:19], str(last)[:19]) == ("2025-01-03T00:00:00", "2025-06-15T23:59:59")
    first, last = span_meets(moments("2025-01-03", "2025-06-15"), spec("years", -1))
    assert first > last


@pytest.mark.parametrize(("moment", "unit", "number"), [("0001-06-01", "years", 1), ("9999-06-01", "months", -9)])
def test_the_calendar_ends(moment, unit, number):
    with pytest.raises(TableError) as caught:
        moved(moments(moment), spec(unit, number))
    one = unit.removesuffix("s")
    words = f"{abs(number)} {one if abs(number) == 1 else unit}"
    assert str(caught.value) == (
        f'pivot.show.shift.{unit}: {words} from "date" the calendar has ended, which runs to 9999; shift by less'
    )
