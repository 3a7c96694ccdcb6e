"""What a first look may be made of: sides and measures of a table, held against plain reckoning."""

import random

import numpy as np
import pytest

from mottled_finch.core.common.recipe.conditions import MeasureSpec
from mottled_finch.core.matrices.looks.fields import _clipped, _correlation, decides, measured_of, measures_of, same, sides_of

from ...conftest import read


@pytest.mark.parametrize("seed", range(12))
def test_a_correlation_is_that_of_the_records_that_have_both(seed):
    chance = np.random.default_rng(seed)
    one = chance.normal(size=80)
    other = one * chance.choice([-2.0, 0.0, 0.5]) + chance.normal(size=80)
    for column in (one, other):
        column[chance.random(80) < 0.3] = np.nan
    both = ~np.isnan(one) & ~np.isnan(other)
    assert _correlation(one, other) == pytest.approx(np.corrcoef(one[both], other[both])[0, 1])
    assert _correlation(one, np.full(80, 7.0)) == 0


def test_a_correlation_needs_three_records_and_looks_at_fifty_thousand():
    blank = np.nan
    assert _correlation(np.array([1.0, 2.0, blank]), np.array([1.0, 2.0, 3.0])) == 0
    assert _correlation(np.array([1.0, 2.0, 4.0]), np.array([1.0, 2.0, 4.0])) == pytest.approx(1)
    many = np.arange(150_000.0)
    third = np.where(np.arange(150_000) % 3 == 0, many, -many)
    assert _correlation(many, third) == pytest.approx(1), "each third is looked at"
    assert _correlation(many[:99_999], third[:99_999]) < 0.5


def table_of(**columns: list) -> str:
    lines = [",".join("" if value is None else str(value) for value in line) for line in zip(*columns.values(), strict=True)]
    return ",".join(columns) + "\n" + "\n".join(lines) + "\n"


@pytest.mark.parametrize("seed", range(8))
def test_one_side_decides_another_where_most_of_its_members_have_one_of_the_other(seed):
    lot = random.Random(seed)
    one = [lot.choice(["a", "b", "c", None]) for _ in range(300)]
    wrong = lot.choice([0.0, 0.015, 0.05])
    other = [each and (lot.choice("xyz") if lot.random() < wrong else {"a": "x", "b": "x", "c": "z"}[each]) for each in one]
    sides = {side.level.field: side for side in sides_of(read(table_of(one=one, other=other)))}
    pairs = [(each, its) for each, its in zip(one, other, strict=True) if each and its]

    def share(at: int) -> float:
        counts: dict[str, dict[str, int]] = {}
        for pair in pairs:
            its = counts.setdefault(pair[at], {})
            its[pair[1 - at]] = its.get(pair[1 - at], 0) + 1
        return sum(max(each.values()) for each in counts.values()) / len(pairs)

    known = share(0) >= 0.98, share(1) >= 0.98
    assert (decides(sides["one"], sides["other"]), decides(sides["other"], sides["one"])) == known
    assert same(sides["one"], sides["other"]) == all(known)


def test_of_categories_that_say_the_same_the_one_with_longer_labels_stays():
    codes = ["N", "S", "E", "W"] * 10
    names = [{"N": "North", "S": "South", "E": "East", "W": "West"}[code] for code in codes]
    lot = random.Random(1)
    free = [lot.choice(["Ash", "Birch"]) for _ in codes]
    for columns in ({"code": codes, "name": names, "tree": free}, {"name": names, "code": codes, "tree": free}):
        assert [side.level.field for side in sides_of(read(table_of(**columns)))] == ["name", "tree"]


def fields(**columns: list) -> list[str]:
    return [side.level.field for side in sides_of(read(table_of(**columns)))]


def test_sides_have_two_to_sixty_members_of_which_none_has_nearly_all_records():
    records = 1_000
    places = {
        "alone": ["x"] * records,
        "near": ["y" if i < 25 else "x" for i in range(records)],
        "some": ["y" if i < 40 else "x" for i in range(records)],
        "sixty": [f"m{i % 60}" for i in range(records)],
        "more": [f"m{i % 61}" for i in range(records)],
        "blank": [f"b{i % 3}" if i % 2 and i > 10 else None for i in range(records)],
        "half": [f"h{i % 5}" if i % 2 else None for i in range(records)],
    }
    assert fields(**places) == ["some", "sixty", "half"]
    numbers = {"few": [i % 12 for i in range(records)], "many": [(i * 7) % 13 for i in range(records)]}
    found = sides_of(read(table_of(**numbers)))
    assert [(side.level.field, side.level.bins is not None) for side in found] == [("few", False), ("many", True)]


def test_measures_are_the_count_averages_shares_and_what_things_are_measured_by():
    lot = random.Random(3)
    minutes = [lot.choice([1.5, 2.0, 4.0, 8.5]) for _ in range(60)]
    yes = [lot.choice(["yes", "no"]) for _ in range(60)]
    text = table_of(
        minutes=minutes,
        twice=[2 * each for each in minutes],
        order_id=[lot.randrange(9_999) for _ in range(60)],
        running=list(range(60)),
        late=yes,
        two=[lot.choice([1, 2]) for _ in range(60)],
    )
    told = [(spec.take, spec.of or (spec.where and spec.where.field)) for spec in measures_of(read(text))]
    assert told == [("count", None), ("average", "minutes"), ("share", "late")]
    table = read(text)
    share = measured_of(table, measures_of(table)[2])
    assert share.values is not None and share.values.tolist() == [float(each == "yes") for each in yes]
    average = measured_of(table, MeasureSpec(take="average", of="minutes"))
    assert average.values is not None and average.values.tolist() == minutes and average.weights.tolist() == [1.0] * 60
    assert measured_of(table, MeasureSpec()).values is None


def test_the_farthest_half_percent_on_each_side_is_brought_in():
    data = np.array([*range(1_000), 1e9, np.nan, -1e9], dtype=float)
    values, weights = _clipped(data)
    low, high = np.percentile(data[~np.isnan(data)], [0.5, 99.5])
    assert weights.tolist() == [*[1.0] * 1_001, 0.0, 1.0]
    filled = ~np.isnan(data)
    assert values[filled].tolist() == np.clip(data[filled], low, high).tolist() and values[~filled] == np.clip(0, low, high)
