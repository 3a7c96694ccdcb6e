"""Levels put together, shortened and named: what each record is called is worked out record by record."""

import random

import numpy as np
import pytest

from mottled_finch.core.common.wording.labels import OTHERS
from mottled_finch.core.tables.aggregation.levels import OUTSIDE, Level, joined, narrowed, renamed, shortened
from mottled_finch.core.tables.aggregation.natural import natural_key


def level_of(words: list[str | None], *, keyed: bool = True, spare: tuple[str, ...] = ()) -> Level:
    """The level of records that are called so; a blank is none. Members are in natural order, and ``spare`` has no records."""
    members = sorted({*filter(None, words), *spare}, key=natural_key)
    if not keyed:
        members = list(dict.fromkeys([*filter(None, words), *spare]))
    codes = np.array([1 + members.index(word) if word else 0 for word in words], dtype=np.int64)
    return Level(
        codes=codes,
        member_of=np.arange(-1, len(members), dtype=np.int64),
        labels=tuple(members),
        keys=tuple(map(natural_key, members)) if keyed else None,
    )


def words_of(level: Level) -> list[str | None]:
    assert level.codes is not None
    places = level.member_of[level.codes]
    return [None if place == OUTSIDE else level.labels[place] for place in places]


def some(chance: random.Random) -> list[str | None]:
    pool = [f"pier {i}" for i in range(1, 13)]
    return [chance.choice([*pool, None]) for _ in range(chance.randint(1, 20))]


@pytest.mark.parametrize("seed", range(40))
def test_two_are_joined_and_no_record_is_called_otherwise(seed):
    chance = random.Random(seed)
    one_words, other_words = some(chance), some(chance)
    keyed = seed % 3 > 0, seed % 5 > 0
    before = level_of(one_words, keyed=keyed[0]), level_of(other_words, keyed=keyed[1])
    one, other = joined(*before)
    assert (words_of(one), words_of(other)) == (one_words, other_words)
    known = {*before[0].labels, *before[1].labels}
    assert one.labels == other.labels and set(one.labels) == known and len(one.labels) == len(known)
    if before[0].labels == before[1].labels:
        assert (one, other) == before
    elif all(keyed):
        assert list(one.labels) == sorted(known, key=natural_key)
        assert one.keys == other.keys == tuple(map(natural_key, one.labels))
    else:
        assert one.labels == tuple(dict.fromkeys((*before[0].labels, *before[1].labels)))
        assert one.keys is None and other.keys is None


def test_what_became_text_in_the_next_edition_is_joined_in_natural_order():
    words = ["2", "10", None]
    numbers = level_of(words)
    numbers = Level(codes=numbers.codes, member_of=numbers.member_of, labels=numbers.labels, keys=(2.0, 10.0))
    one, other = joined(numbers, level_of(["9", "x"]))
    assert one.labels == other.labels and set(one.labels) == {"2", "10", "9", "x"}
    assert (words_of(one), words_of(other)) == (words, ["9", "x"])


@pytest.mark.parametrize("others", [False, True, "the rest", "pier 1"])
@pytest.mark.parametrize("seed", range(12))
def test_what_is_left_out_is_outside_or_among_the_others(seed, others):
    chance = random.Random(seed)
    words = some(chance)
    level = level_of(words)
    left = [i for i in range(len(level)) if chance.random() < 0.5]
    found = shortened(level, np.array(left, dtype=np.int64), others)
    stay = {level.labels[i] for i in left}
    name = {False: None, True: OTHERS}.get(others, others)
    rest = [word for word in words if word and word not in stay]
    assert words_of(found) == [word if word is None or word in stay else name for word in words]
    if others is False:
        assert found.labels == tuple(label for label in level.labels if label in stay)
        assert found.keys == tuple(map(natural_key, found.labels))
    elif rest:
        assert found.labels == (*(label for label in level.labels if label in stay and label != name), name)
        assert found.keys is None


@pytest.mark.parametrize("seed", range(20))
def test_members_of_one_name_are_one_where_the_first_of_them_stood(seed):
    chance = random.Random(seed)
    words = some(chance)
    level = level_of(words, spare=("pier 40", "pier 41"))
    names = {label: chance.choice(["Old", "New", "pier 3"]) for label in level.labels if chance.random() < 0.5}
    found = renamed(level, names)
    assert words_of(found) == [word and names.get(word, word) for word in words]
    assert found.labels == tuple(dict.fromkeys(names.get(label, label) for label in level.labels))
    firsts = {names.get(label, label): label for label in reversed(level.labels)}
    assert found.keys == tuple(natural_key(firsts[label]) for label in found.labels)


def test_nothing_is_shortened_to_nothing():
    empty = Level(codes=np.zeros(2, dtype=np.int64), member_of=np.array([OUTSIDE]), labels=(), keys=())
    for others in (False, True):
        assert shortened(empty, np.array([], dtype=np.int64), others) is empty


@pytest.mark.parametrize("seed", range(12))
def test_first_records_are_told_by_looking_at_each(seed):
    words = some(random.Random(seed))
    level = level_of(words, spare=("pier 40",))
    assert level.firsts.tolist() == [words.index(label) if label in words else len(words) for label in level.labels]
    assert Level(codes=None, member_of=np.zeros(1, dtype=np.int64), labels=("",)).firsts.tolist() == [0]


@pytest.mark.parametrize(("members", "width"), [(3, 1), (254, 1), (255, 1), (256, 2), (400, 2)])
def test_codes_are_as_narrow_as_members_allow(members, width):
    words = [None, *(f"m{i}" for i in range(members)), "m0"]
    level = level_of(words)
    found = narrowed(level)
    assert found.codes is not None and found.codes.dtype.itemsize == width
    assert words_of(found) == words and found.labels == level.labels and found.keys == level.keys
    assert narrowed(found) is found
