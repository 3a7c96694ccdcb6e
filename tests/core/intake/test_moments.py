"""Moments as people write them."""

from datetime import datetime, timedelta

import numpy as np
import pyarrow as pa
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.intake.moments import looks_like_moments, read_moments


def moments(*texts: str, dates=None, forced=False):
    found, notes = read_moments(pa.array(texts), np.ones(len(texts), dtype=np.int64), dates, forced=forced)
    return ["" if np.isnat(moment) else str(moment.astype("datetime64[s]")).replace("T", " ") for moment in found], notes


@pytest.mark.parametrize(
    ("text", "moment"),
    [
        ("2025-03-31", "2025-03-31 00:00:00"),
        ("2025-03-31 14:05", "2025-03-31 14:05:00"),
        ("2025-03-31T14:05:06.250Z", "2025-03-31 14:05:06"),
        ("2025/3/1", "2025-03-01 00:00:00"),
        ("2025.03.31 7:05", "2025-03-31 07:05:00"),
        ("31.12.2025", "2025-12-31 00:00:00"),
        ("31/12/25 23:59", "2025-12-31 23:59:00"),
        ("31-12-1969", "1969-12-31 00:00:00"),
        ("12/31/2025 3:15 PM", "2025-12-31 15:15:00"),
        ("12/31/2025 12:05 a.m.", "2025-12-31 00:05:00"),
        ("31 Dec 2025", "2025-12-31 00:00:00"),
        ("1st September 2025", "2025-09-01 00:00:00"),
        ("31-Dec-25", "2025-12-31 00:00:00"),
        ("Wed, 31 December 2025 08:00", "2025-12-31 08:00:00"),
        ("Dec 31, 2025", "2025-12-31 00:00:00"),
        ("Sept. 5, 2025 6:30 pm", "2025-09-05 18:30:00"),
        ("2025-02-30", ""),
        ("31/02/2025", ""),
        ("2025-13-01", ""),
        ("12/31/2025 13:15 PM", ""),
        ("31 Foo 2025", ""),
        ("2025-01-01 24:00", ""),
        ("31.04.2025", ""),
    ],
)
def test_each_way_of_writing(text, moment):
    assert moments(text)[0] == [moment]


def test_day_or_month_first_is_decided_from_the_whole_column():
    assert moments("03/04/2025", "31/12/2025") == (
        ["2025-04-03 00:00:00", "2025-12-31 00:00:00"],
        ("day before month, as 1 record can only be read so",),
    )
    assert moments("03/04/2025", "12/31/2025", "12/30/2025") == (
        ["2025-03-04 00:00:00", "2025-12-31 00:00:00", "2025-12-30 00:00:00"],
        ("month before day, as 2 records can only be read so",),
    )


def test_what_the_column_does_not_decide_is_told_as_a_guess():
    assert moments("03/04/2025", "05/06/2025") == (
        ["2025-04-03 00:00:00", "2025-06-05 00:00:00"],
        ("day before month, a guess: every date here can be read both ways",),
    )
    assert moments("03/04/2025", dates="month_first")[0] == ["2025-03-04 00:00:00"]
    assert moments("03/04/2025 3:15 PM")[0] == ["2025-03-04 15:15:00"]


def test_the_fewer_dates_that_contradict_do_not_fit():
    assert moments("31/12/2025", "30/12/2025", "12/31/2025")[0][2] == ""


def test_what_the_user_says_is_not_questioned():
    assert moments("31/12/2025", "01/02/2025", dates="month_first", forced=True)[0] == ["", "2025-01-02 00:00:00"]


def test_offsets_are_left_off_and_told():
    found, notes = moments("2025-06-01T23:30:00+02:00", "2025-06-01T23:30:00Z", "2025-06-01 23:30")
    assert found == ["2025-06-01 23:30:00"] * 3
    assert notes == ("times stand as they are written; offsets from UTC are left off (+02:00 in 1, Z in 1, none in 1)",)


FORMS = ["%Y-%m-%d %H:%M:%S", "%d.%m.%Y %H:%M", "%m/%d/%Y %I:%M %p", "%d %b %Y", "%B %d, %Y", "%Y/%m/%d"]


@given(
    st.datetimes(min_value=datetime(1970, 1, 1), max_value=datetime(2068, 12, 31)),
    st.sampled_from(FORMS),
)
def test_whatever_is_written_is_read_back(moment, form):
    # A second date with a day above 12 tells the order apart.
    other = moment.replace(day=28)
    texts = [each.strftime(form) for each in (moment, other)]
    wanted = [datetime.strptime(text, form) for text in texts]
    assert moments(*texts)[0] == [each.strftime("%Y-%m-%d %H:%M:%S") for each in wanted]
    assert wanted[0] - moment < timedelta(1)


def test_the_look_of_a_moment():
    texts = pa.array(["2025-01-01", "31/12/2025", "5 May 2025", "12", "1.5", "10:15", "May", ""])
    assert looks_like_moments(texts).tolist() == [True, True, True] + [False] * 5
