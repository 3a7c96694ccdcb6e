"""Heads that are too many: months over days, round places, evenly thinned; and long ones, broken into lines alike in length."""

import random
from datetime import date, timedelta
from itertools import pairwise
from math import ceil
from types import SimpleNamespace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.common.language.languages import ENGLISH
from mottled_finch.core.figures.scene.axis import Room, axis_of
from mottled_finch.core.figures.scene.heads import (
    SideHeads,
    column_head_height,
    even_places,
    group_width,
    head_size,
    head_widths,
    in_lines,
    on_a_line,
    outer_height,
    round_places,
)
from mottled_finch.core.figures.scene.moments import found_heads
from mottled_finch.core.figures.scene.typeface import BUNDLED
from mottled_finch.core.tables.aggregation.groups import Group

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


def page_of(*, head: float = 12.0, turn: str = "fit", long: str = "cut") -> SimpleNamespace:
    """As much of a page as heads ask for, 800 points wide."""
    recipe = SimpleNamespace(heads=SimpleNamespace(turn=turn, long=long))
    return SimpleNamespace(sizes=SimpleNamespace(head=head), left=100.0, right=900.0, typeface=BUNDLED, recipe=recipe)


def side_of(labels, length: float, groups=()) -> SideHeads:
    return SideHeads(labels, groups, axis_of(len(labels), groups, Room(length * len(labels), length), 0, 0, 0))


OUTER = [
    Group(0, 2, 1, ("East",)),
    Group(0, 1, 2, ("East", "The far end of it all")),
    Group(1, 2, 2, ("East", "W")),
]


@pytest.mark.parametrize("labels", [["A", "Ab"], ["", ""], ["A label that is a good deal longer than all others", "x"]])
@pytest.mark.parametrize("least", [0.0, 50.0])
@pytest.mark.parametrize("groups", [[], OUTER[:1], OUTER])
def test_heads_of_rows_take_a_share_of_the_page_at_most(labels, least, groups):
    *outer, inner = head_widths(page_of(), side_of(labels, 20, groups), least)
    widest = max(BUNDLED.width_of(label, 12) for label in labels)
    assert inner == min(ceil(max(widest, least)), 800 * (0.3 - 0.05 * len(outer)))
    depths = {group.depth for group in groups}
    words = [max(BUNDLED.width_of(group.labels[-1], 12, 600) for group in groups if group.depth == each) for each in sorted(depths)]
    assert outer == [min(ceil(width), 112) for width in words] and group_width(page_of()) == 112
    assert outer_height(page_of(), groups) == 21 * len(depths)


@pytest.mark.parametrize(("pitch", "size", "need"), [(40, 12, 0), (13.9, 11.75, 0), (8.2, 7, 0), (8.1, 12, 15.6), (2, 12, 15.6)])
def test_turned_heads_are_smaller_before_they_are_fewer(pitch, size, need):
    assert head_size(12, pitch) == pytest.approx((size, need))


@pytest.mark.parametrize("turn", ["fit", "up", "level"])
@pytest.mark.parametrize("long", ["cut", "wrap"])
@pytest.mark.parametrize("length", [9.0, 24.0, 60.0, 200.0])
@pytest.mark.parametrize("labels", [["Jan", "Feb"], ["Ardle Quay at night", "Far"], ["Unreasonableness", "x"], ["", ""]])
def test_heads_of_columns_are_level_where_they_fit_and_else_turned(turn, long, length, labels):
    page, side = page_of(turn=turn, long=long), side_of(labels, length)
    widths = [BUNDLED.width_of(label, 12) for label in labels]
    words = [max((BUNDLED.width_of(word, 12) for word in label.split()), default=0) for label in labels]
    whole = all(width <= length - 4 for width in widths)
    assert all(on_a_line(page, label, length) == (width <= length - 4) for label, width in zip(labels, widths, strict=True))
    in_three = [
        word <= length - 4 and len(BUNDLED.wrap(label, length - 4, 12, 99)) <= 3 for label, word in zip(labels, words, strict=True)
    ]
    assert [in_lines(page, label, length - 4) for label in labels] == in_three
    height, turned = column_head_height(page, side, 300)
    if not any(labels):
        assert (height, turned) == (0, False)
    elif whole and turn != "up":
        assert (height, turned) == (19, False)
    elif turn == "level" or (turn == "fit" and long == "wrap" and all(in_three)):
        lines = max(len(BUNDLED.balanced(label, length - 4, 12, 3)) for label in labels) if long == "wrap" else 1
        assert (height, turned) == (round(12 * (0.35 + 1.25 * lines)), False)
    else:
        size = head_size(12, length)[0]
        assert (height, turned) == (min(ceil(max(widths) * size / 12), 90) + 7, True)


@pytest.mark.parametrize("seed", range(40))
def test_of_unlike_cells_the_largest_have_their_heads_first(seed):
    chance = random.Random(seed)
    shares = [chance.choice([1, 2, 5, chance.random()]) for _ in range(12)]
    axis = axis_of(12, [], Room(240, 90, 0, [each / sum(shares) for each in shares]), 0, 0, 0)
    side = SideHeads([f"m{i}" for i in range(12)], [], axis)
    need, across = chance.choice([(0.0, 13.8), (20.0, 13.8), (13.0, 40.0)])
    middles = [start + length / 2 for start, length in axis.cells]
    kept: list[int] = []
    for i in sorted(range(12), key=lambda each: (-axis.lengths[each], each)):
        if all(abs(middles[i] - middles[other]) >= max(need, across) for other in kept):
            kept.append(i)
    assert side.shown(need, across) == sorted(kept)
