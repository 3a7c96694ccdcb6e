"""Moments as people write them."""

from datetime import datetime, timedelta

import numpy as np
import pyarrow as pa
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.common.recipe.table_spec import KindMend
from mottled_finch.core.tables.intake.counted_moments import COUNTED_WORDS, counted_moments
from mottled_finch.core.tables.intake.moments import looks_like_moments, read_moments
from mottled_finch.core.tables.mends import apply_mends, mend_words
from mottled_finch.core.tables.table import Kind, texts_at

from ...conftest import read


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
    texts = pa.array(["2025-01-01", "31/12/2025", "5 May 2025", "12", "1.5", "May", "", "12 Main 2004", "Room 3, 2020"])
    assert looks_like_moments(texts).tolist() == [True, True, True] + [False] * 6


@pytest.mark.parametrize(
    ("text", "moment", "language"),
    [
        ("3. März 2025", "2025-03-03", "German"),
        ("3. Maerz 2025", "2025-03-03", "German"),
        ("3. Mrz. 2025", "2025-03-03", "German"),
        ("3. Marz 2025", "2025-03-03", "German"),
        ("7. Jänner 2025", "2025-01-07", "German"),
        ("3. Okt. 25", "2025-10-03", "German"),
        ("1er août 2025", "2025-08-01", "French"),
        ("1 aout 2025", "2025-08-01", "French"),
        ("2 févr. 2025", "2025-02-02", "French"),
        ("lundi 3 mars 2025", "2025-03-03", "French"),
        ("3 de marzo de 2025", "2025-03-03", "Spanish"),
        ("3 de set. de 2025", "2025-09-03", "Spanish"),
        ("31-dic-2025", "2025-12-31", "Spanish"),
        ("3 de março de 2025", "2025-03-03", "Portuguese"),
        ("1º maggio 2025", "2025-05-01", "Italian"),
        ("2025. március 3.", "2025-03-03", "Hungarian"),
        ("3 marca 2025", "2025-03-03", "Polish"),
        ("3. března 2025", "2025-03-03", "Czech"),
        ("3 марта 2025 г.", "2025-03-03", "Russian"),
        ("3 березня 2025", "2025-03-03", "Ukrainian"),
        ("3 Μαρτίου 2025", "2025-03-03", "Greek"),
        ("3 Mart 2025", "2025-03-03", "Turkish"),
        ("3. maaliskuuta 2025", "2025-03-03", "Finnish"),
        ("3 maj 2025", "2025-05-03", "Swedish"),
        ("3 مارس 2025", "2025-03-03", "Arabic"),
        ("3 آذار 2025", "2025-03-03", "Arabic"),
        ("2025年3月5日", "2025-03-05", ""),
        ("2025년 3월 5일", "2025-03-05", ""),
    ],
)
def test_months_by_name_in_many_languages(text, moment, language):
    found, notes = moments(text)
    assert found == [f"{moment} 00:00:00"]
    assert looks_like_moments(pa.array([text])).all()
    said = [note.removeprefix("months in ") for note in notes if note.startswith("months in ")]
    assert (
        not said
        or language in said
        or said[0] in ("Polish", "Macedonian", "Azerbaijani", "Danish", "Slovenian", "Bulgarian", "Galician")
    )


def test_a_word_of_two_languages_is_read_in_that_of_the_others():
    assert moments("4 listopada 2025", "3 marca 2025") == (["2025-11-04 00:00:00", "2025-03-03 00:00:00"], ("months in Polish",))
    assert moments("4. listopada 2025", "3. ožujka 2025") == (
        ["2025-10-04 00:00:00", "2025-03-03 00:00:00"],
        ("months in Croatian",),
    )


@pytest.mark.parametrize(
    ("texts", "wanted", "note"),
    [
        (["2025-01", "2025-12"], ["2025-01-01", "2025-12-01"], "each month stands for its first day"),
        (["01/2025", "12/2025"], ["2025-01-01", "2025-12-01"], "each month stands for its first day"),
        (["Jan 2025", "December 2025"], ["2025-01-01", "2025-12-01"], "each month stands for its first day"),
        (["Jan-25", "Dec-25"], ["2025-01-01", "2025-12-01"], "each month stands for its first day"),
        (["2025 Q3", "2026-Q1"], ["2025-07-01", "2026-01-01"], "each quarter stands for its first day"),
        (["Q3 2025", "q1/2026"], ["2025-07-01", "2026-01-01"], "each quarter stands for its first day"),
        (["2025T3", "3. Quartal 2025"], ["2025-07-01", "2025-07-01"], "each quarter stands for its first day"),
    ],
)
def test_months_and_quarters_alone(texts, wanted, note):
    found, notes = moments(*texts)
    assert (found, notes) == ([f"{day} 00:00:00" for day in wanted], (note,))


def test_times_of_day_alone():
    found, notes = moments("08:15", "23:59:12", "8:15 pm", "12:01 A. M.")
    assert found == ["0001-01-01 08:15:00", "0001-01-01 23:59:12", "0001-01-01 20:15:00", "0001-01-01 00:01:00"]
    assert notes == ("times of day, without a date",)
    column = read("at,n\n08:15,1\n9:30 PM,2\n").columns[0]
    assert column.kind is Kind.MOMENT
    assert texts_at(column, np.array([0, 1])) == ["08:15", "21:30"]
    assert read("lap\n35:10\n61:02\n72:00\n12:00\n").columns[0].kind is Kind.CATEGORY


def test_fractions_of_seconds_with_a_comma_and_longer_than_they_are_kept():
    found, _ = read_moments(
        pa.array(["2025-03-31 14:05:06,250", "2025-03-31 14:05:06.123456789"]), np.ones(2, dtype=np.int64), None
    )
    assert [str(moment)[-15:] for moment in found] == ["14:05:06.250000", "14:05:06.123456"]


NOVEMBER = ["2023-11-14 22:13:20", "2023-11-14 22:15", "2023-11-14 23:03:20"]


class TestCounted:
    """Moments that are written as numbers."""

    @pytest.mark.parametrize(
        ("name", "texts", "wanted", "counted"),
        [
            ("date", ["45321", "45322", "45323.5"], ["2024-01-30", "2024-01-31", "2024-02-01 12:00"], "days"),
            ("orderDate", ["45321", "45322", "45323"], ["2024-01-30", "2024-01-31", "2024-02-01"], "days"),
            (
                "created_at",
                ["1700000000", "1700000100", "1700003000"],
                NOVEMBER,
                "seconds",
            ),
            (
                "ts",
                ["1700000000500", "1700000100000", "1700003000000"],
                ["2023-11-14 22:13:20.5", *NOVEMBER[1:]],
                "milliseconds",
            ),
            ("what", ["20250131", "20250201", "20250228"], ["2025-01-31", "2025-02-01", "2025-02-28"], "digits"),
        ],
    )
    def test_likely_ones_are_read_and_told(self, name, texts, wanted, counted):
        column = read(f"{name},x\n" + "".join(f"{text},y\n" for text in texts)).columns[0]
        assert column.kind is Kind.MOMENT
        assert texts_at(column, np.arange(3)) == wanted
        assert column.notes[0].startswith(COUNTED_WORDS[counted])

    @pytest.mark.parametrize(
        ("name", "texts"),
        [
            ("amount", ["45321", "45322", "45323"]),
            ("days", ["45321", "45322", "45323"]),
            ("date", ["3", "45322", "45323"]),
            ("id", ["20250131", "20259901", "20250228"]),
            ("phone", ["1700000000", "1700000100", "1700003000"]),
        ],
    )
    def test_others_stay_numbers(self, name, texts):
        assert read(f"{name},x\n" + "".join(f"{text},y\n" for text in texts)).columns[0].is_number

    def test_they_can_be_asked_for_and_overruled(self):
        table = read("v,date\n45321,45321\n45322,45322\n45323,45323\n")
        asked = apply_mends(table, [KindMend(field="v", kind="moment"), KindMend(field="date", kind="number")]).table
        assert texts_at(asked.columns[0], np.arange(3)) == ["2024-01-30", "2024-01-31", "2024-02-01"]
        assert asked.columns[1].data.tolist() == [45321, 45322, 45323]
        said = KindMend(field="v", kind="moment", counted="seconds")
        assert mend_words(said) == "v read as moments in time, seconds since 1970"
        assert texts_at(apply_mends(table, [said]).table.columns[0], np.array([0])) == ["1970-01-01 12:35:21"]

    def test_days_before_march_1900_are_those_of_workbooks(self):
        found = counted_moments(np.array([1, 59, 61, 60, -1, 3e6]), "days")
        assert [str(moment)[:10] for moment in found] == ["1900-01-01", "1900-02-28", "1900-03-01", "1900-02-28", "NaT", "NaT"]
