"""Cuts of moments against Python's own calendar."""

from datetime import datetime

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.pivot.cuts import CUTS

MOMENTS = st.lists(st.datetimes(datetime(1900, 1, 1), datetime(2199, 12, 31)), min_size=1, max_size=20)
WEEKDAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"]
MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"]
EXPECTED = {
    "year": lambda moment: str(moment.year),
    "month": lambda moment: MONTHS[moment.month - 1],
    "weekday": lambda moment: WEEKDAYS[moment.weekday()],
    "hour": lambda moment: f"{moment.hour:02d}",
    "date": lambda moment: moment.date().isoformat(),
}


def test_every_cut_is_expected_here():
    assert list(CUTS) == list(EXPECTED)


@given(MOMENTS)
def test_labels_agree_with_the_calendar(moments):
    array = np.array(moments, dtype="datetime64[us]")
    for name, rule in CUTS.items():
        labels = [rule.label(int(ordinal)) for ordinal in rule.ordinals(array)]
        assert labels == [EXPECTED[name](moment) for moment in moments], name


def test_parts_run_in_natural_order():
    monday = np.datetime64("2025-01-06T00:00", "us")
    week = monday + np.arange(7) * np.timedelta64(1, "D")
    assert CUTS["weekday"].ordinals(week).tolist() == list(range(7))
    months = np.arange("2025-01", "2026-01", dtype="datetime64[M]").astype("datetime64[us]")
    assert CUTS["month"].ordinals(months).tolist() == list(range(12))
