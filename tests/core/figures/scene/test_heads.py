"""Heads that are too many: months over days, round places, evenly thinned; and long ones, broken into lines alike in length."""

from datetime import date, timedelta
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.common.language.languages import ENGLISH
from mottled_finch.core.figures.scene.axis import Room, axis_of
from mottled_finch.core.figures.scene.heads import even_places, round_places
from mottled_finch.core.figures.scene.moments import found_heads
from mottled_finch.core.figures.scene.typeface import BUNDLED

from ...conftest import figure_of


def days(number: int, first: str = "2025-01-01", step: int = 1) -> list[str]:
    return [str(date.fromisoformat(first) + timedelta(step * i)) for i in range(number)]


def weeks(number: int) -> list[str]:
    return ["{}-W{:02}".format(*date.fromisoformat(each).isocalendar()[:2]) for each in days(number, step=7)]


LABELS = {
    "date": days,
    "year_month": lambda number: [f"{2000 + i // 12}-{i % 12 + 1:02}" for i in range(number)],
    "year_week": weeks,
    "year_quarter": lambda number: [f"{2000 + i // 4}-Q{i % 4 + 1}" for i in range(number)],
    "hour": lambda number: [f"{i:02}" for i in range(min(number, 24))],
    "day": lambda number: [str(i + 1) for i in range(min(number, 31))],
    "week": lambda number: [f"W{i + 1:02}" for i in range(min(number, 53))],
}


@pytest.mark.parametrize("cut", LABELS)
@given(number=st.integers(2, 900), length=st.floats(60, 1500))
def test_heads_found_in_moments_never_touch(cut, number, length):
    labels = LABELS[cut](number)
    axis = axis_of(len(labels), [], Room(length, length), 8, 0, 4)
    need = lambda words: BUNDLED.width_of(words, 12) + 6  # noqa: E731
    found = found_heads(cut, (labels, labels), axis, need, lambda words: BUNDLED.width_of(words, 12, 600) + 6, ENGLISH)
    if found is None:
        return
    shown = [i for i, label in enumerate(found.labels) if label]
    for one, other in pairwise(shown):
        assert axis.center(other) - axis.center(one) >= (need(found.labels[one]) + need(found.labels[other])) / 2 - 1e-6
    assert all(one.stop == other.start for one, other in pairwise(found.groups))
    assert not found.groups or (found.groups[0].start, found.groups[-1].stop) == (0, len(labels))
    for group in found.groups[1:-1]:
        assert axis.extent(group.start, group.stop) >= BUNDLED.width_of(group.labels[0], 12, 600)


def heads(figure, *, over: bool) -> list[str]:
    """The heads of columns that stand for no line of the matrix, or those that do."""
    return [
        text.text
        for text in figure.scene.texts
        if text.part == "heads" and text.row is None and (text.column is None) == over and text.text
    ]


def by_day(number: int, cut: str = "date", side: str = "columns", **page: int):
    text = "r,day\n" + "".join(f"a,{each}\nb,{each}\n" for each in days(number))
    other = "rows" if side == "columns" else "columns"
    pivot = {side: [{"field": "day", "cut": cut}], other: [{"field": "r"}]}
    return figure_of(text, pivot=pivot, **({"page": page} if page else {}))


def test_a_year_of_days_has_months_as_an_upper_line():
    figure = by_day(365)
    assert heads(figure, over=True) == ["Jan 2025", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"]
    assert set(heads(figure, over=False)) <= {str(i) for i in range(1, 32)}


def test_months_of_many_years_have_years():
    text = "r,day\n" + "".join(f"a,{year}-{month:02}-01\n" for year in range(2010, 2026) for month in range(1, 13))
    figure = figure_of(text, pivot={"columns": [{"field": "day", "cut": "year_month"}], "rows": [{"field": "r"}]})
    assert heads(figure, over=True) == [str(year) for year in range(2010, 2026)]


def test_a_few_days_are_written_in_full():
    figure = by_day(6)
    assert heads(figure, over=True) == [] and heads(figure, over=False)[0] == "2025-01-01"


def test_days_down_the_side_have_months_beside_them():
    figure = by_day(365, side="rows")
    beside = [text for text in figure.scene.texts if text.part == "heads" and text.row is None and text.column is None]
    assert [text.text for text in beside][:2] == ["Jan 2025", "Feb 2025"] or beside[0].text == "January 2025"
    assert all(text.x < figure.scene.grid.xs[0] for text in beside)


@pytest.mark.parametrize("members", [2, 3, 14, 60, 300])
@pytest.mark.parametrize("every", [1, 2, 3, 7, 20])
def test_thinned_heads_are_even_with_the_first_and_the_last(members, every):
    shown = even_places(members, every)
    assert shown[0] == 0 and (shown[-1] == members - 1 or every >= members)
    steps = [after - before for before, after in pairwise(shown)]
    assert not steps or (max(steps) - min(steps) <= 1 and min(steps) >= min(every, members - 1))


def test_numbers_are_thinned_to_round_ones():
    labels = [str(i) for i in range(1, 51)]
    assert [labels[i] for i in round_places(labels, 3)] == [str(i) for i in range(5, 51, 5)]
    assert round_places(["a", "b"], 2) is None
    assert round_places(["1", "3"], 2) is None


WORDS = st.lists(st.text("abcdefgh", min_size=1, max_size=12), min_size=1, max_size=14).map(" ".join)


@given(WORDS, st.floats(20, 400), st.integers(1, 5))
def test_balanced_lines_are_no_more_and_no_wider(text, most, lines):
    plain, found = BUNDLED.wrap(text, most, 12, lines), BUNDLED.balanced(text, most, 12, lines)
    assert len(found) == len(plain)
    assert max(BUNDLED.width_of(line, 12) for line in found) <= max(BUNDLED.width_of(line, 12) for line in plain) + 1e-6
    if not any(line.endswith("…") for line in plain):
        assert " ".join(found) == text


def test_a_long_head_is_broken_in_the_middle():
    assert BUNDLED.balanced("Complaints withdrawn by the passenger", 190, 12, 3) == ["Complaints withdrawn", "by the passenger"]
