"""Which cell each record is in, against looking at every record by itself."""

import itertools

import numpy as np
import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st

from mottled_finch.core.tables.aggregation.levels import OUTSIDE, Level
from mottled_finch.core.tables.aggregation.placement import Placement

WIDTHS = st.sampled_from([np.uint8, np.uint16, np.uint32])


@st.composite
def levels_of(draw, records):
    """Members with a code each, in any order, or several codes a member; some codes outside."""
    members = draw(st.integers(1, 6))
    each = list(range(members)) + [OUTSIDE] * draw(st.integers(0, 3))
    shared = draw(st.booleans())
    member_of = draw(st.permutations(each + (draw(st.lists(st.integers(0, members - 1), max_size=4)) if shared else [])))
    codes = draw(st.lists(st.integers(0, len(member_of) - 1), min_size=records, max_size=records))
    return Level(codes=np.array(codes, dtype=draw(WIDTHS)), member_of=np.array(member_of), labels=("",) * members)


@st.composite
def conditions_of(draw, records):
    """Tests by few codes, and by more than the bits of a word."""
    codes = draw(st.sampled_from([2, 31, 32, 33, 200]))
    kept = draw(st.lists(st.booleans(), min_size=codes, max_size=codes))
    found = draw(st.lists(st.integers(0, codes - 1), min_size=records, max_size=records))
    return np.array(found, dtype=draw(WIDTHS)), np.array(kept)


@st.composite
def pivots(draw):
    records = draw(st.integers(0, 30))
    return (
        records,
        draw(st.lists(levels_of(records), max_size=5)),
        draw(st.lists(conditions_of(records), max_size=3)),
    )


@settings(max_examples=200)
@given(pivots())
@example((3, [], []))
def test_every_record_is_in_the_cell_of_its_members(pivot):
    records, sides, conditions = pivot
    placement = Placement(records, sides, conditions)
    shape = [len(level) for level in sides]
    wanted = np.zeros(shape, dtype=int)
    kept = 0
    for i in range(records):
        if not all(by_code[codes[i]] for codes, by_code in conditions):
            continue
        kept += 1
        cell = tuple(int(level.member_of[level.codes[i]]) for level in sides)
        if OUTSIDE not in cell:
            wanted[cell] += 1
            number = int(np.ravel_multi_index(cell, shape)) if cell else 0
            assert placement.block(0)[i] == placement.spots[number]
    np.testing.assert_array_equal(placement.records.reshape(shape), wanted)
    assert placement.kept == kept
    assert len(placement.counts) == placement.places


def test_codes_that_are_members_need_no_look_up_and_others_have_one():
    codes = np.array([0, 1, 2, 3], dtype=np.uint8)
    straight = Level(codes=codes, member_of=np.array([-1, 2, 0, 1]), labels=("a", "b", "c"))
    shared = Level(codes=codes, member_of=np.array([-1, 0, 0, 1]), labels=("a", "b"))
    for level, wanted in ((straight, [1, 1, 1]), (shared, [2, 1])):
        assert Placement(4, (level,), ()).records.tolist() == wanted
        assert Placement(4, (level,), ()).kept == 4


def test_places_beyond_two_bytes_are_numbered_in_four():
    members = 300
    codes = np.arange(members, dtype=np.uint16) + 1
    level = Level(codes=codes, member_of=np.arange(-1, members), labels=("",) * members)
    placement = Placement(members, (level, level), ())
    assert placement.index.dtype == np.uint32
    assert placement.records.reshape(members, members).tolist() == np.eye(members, dtype=int).tolist()


@pytest.mark.parametrize("shape", [(15, 15, 15, 14), (15, 15, 15), (40, 38, 39), (200, 300)], ids=str)
def test_what_is_rejected_stays_so_where_places_nearly_fill_two_bytes(shape):
    rng = np.random.default_rng(4)
    records = 5_000
    sides = []
    for members in shape:
        codes = rng.integers(0, members + 1, records).astype(np.uint8 if members < 256 else np.uint16)
        codes[:50] = members
        sides.append(Level(codes=codes, member_of=np.arange(-1, members), labels=("",) * members))
    test = rng.integers(0, 3, records).astype(np.uint8), np.array([False, True, True])
    test[0][:25] = 0
    placement = Placement(records, sides, (test,))
    assert placement.index.dtype == np.uint16
    kept = test[0] > 0
    inside = kept & np.all([level.codes > 0 for level in sides], axis=0)
    cells = np.ravel_multi_index([level.codes[inside].astype(int) - 1 for level in sides], shape)
    np.testing.assert_array_equal(placement.records, np.bincount(cells, minlength=np.prod(shape)))
    assert placement.kept == kept.sum()


def test_a_level_without_members_has_no_cell_and_rejects_nothing():
    nothing = Level(codes=np.zeros(5, dtype=np.uint8), member_of=np.array([-1]), labels=())
    one = Level(codes=np.ones(5, dtype=np.uint8), member_of=np.array([-1, 0]), labels=("a",))
    for sides in itertools.permutations((nothing, one)):
        placement = Placement(5, sides, ())
        assert (placement.cells, placement.kept, placement.records.tolist()) == (0, 5, [])
