"""Where cells stand along a side: whatever the room, groups and totals, by what must hold and by the rules one at a time."""

import random
from itertools import pairwise

import pytest

from mottled_finch.core.figures.scene.axis import Room, axis_of, cell_length
from mottled_finch.core.tables.aggregation.groups import Group


@pytest.mark.parametrize(
    ("room", "cells", "most", "length"),
    [
        (100, 10, 50, 10),
        (109, 10, 50, 10),
        (40, 10, 50, 4),
        (39.9, 10, 50, 3.5),
        (35, 10, 50, 3.5),
        (10, 10, 50, 1),
        (9.9, 10, 50, 0.99),
        (0, 10, 50, 0.01),
        (-7, 10, 50, 0.01),
        (1000, 10, 50, 50),
        (1000, 10, 49.5, 49.5),
    ],
)
def test_cells_are_whole_points_then_halves_then_what_there_is(room, cells, most, length):
    assert cell_length(room, cells, most) == pytest.approx(length)


def parted(chance: random.Random, members: int, deep: int) -> list[Group]:
    """Groups of so many depths, the innermost first: each depth parts the groups of the one above."""
    edges, found = [0, members], []
    for depth in range(1, deep + 1):
        edges = sorted({*edges, *(chance.randrange(1, members) for _ in range(2))}) if members > 1 else edges
        found += [Group(start, stop, depth, (str(start),) * depth) for start, stop in pairwise(edges)]
    return sorted(found, key=lambda group: -group.depth)


@pytest.mark.parametrize("seed", range(80))
def test_members_groups_and_totals_stand_one_behind_the_other(seed):
    chance = random.Random(seed)
    members, deep = chance.randint(1, 30), chance.randint(0, 3)
    groups = parted(chance, members, deep)
    shares = [chance.random() + 0.1 for _ in range(members)] if chance.random() < 0.5 else []
    given = Room(chance.choice([60, 333, 900]), chance.choice([20, 84]), chance.choice([0, 9]), [s / sum(shares) for s in shares])
    gap, band, band_gap = chance.choice([0, 8]), chance.choice([0, 16]), 4.0
    axis = axis_of(members, groups, given, gap, band, band_gap)

    room = given.length - 2 * given.lead
    deepest = max((group.depth for group in groups), default=0)
    before: dict[int, float] = {}
    for group in groups:
        if group.start:
            before[group.start] = gap * (deepest - group.depth + 1)
    gaps = sum(before.values())
    if gaps > room / 4:
        before = {start: int(each * (room / 4 / gaps)) for start, each in before.items()}
        gaps = sum(before.values())
    totals = (band + band_gap) * len(groups) if band else 0
    shrink = min(1.0, room * 0.4 / totals) if totals else 1.0
    band, band_gap, totals = band * shrink, band_gap * shrink, totals * shrink
    left = room - gaps - totals
    if shares:
        together = min(left, given.most * members)
        ends = [sum(given.shares[: i + 1]) * together for i in range(members)]
        if together / members >= 4:
            ends = [round(end) for end in ends]
        lengths = [end - start for start, end in zip([0, *ends], ends, strict=False)]
    else:
        lengths = [cell_length(left, members, given.most)] * members
    assert list(axis.lengths) == pytest.approx(lengths) and axis.pitch == pytest.approx(min(lengths))
    assert axis.band == pytest.approx(band)

    at, stands = float(given.lead), [0.0] * len(groups)
    for member in range(members):
        at += before.get(member, 0)
        assert axis.starts[member] == pytest.approx(at)
        at += lengths[member]
        for i, group in enumerate(groups):
            if band and group.stop == member + 1:
                stands[i] = at + band_gap
                at = stands[i] + band
    assert list(axis.bands) == pytest.approx(stands) and axis.end == pytest.approx(at + given.lead)
    assert axis.end <= given.length + 0.51 * bool(shares) + 1e-9
    for group, (start, end) in zip(groups, axis.spans, strict=True):
        assert (start, end) == (axis.starts[group.start], axis.starts[group.stop - 1] + axis.lengths[group.stop - 1])
        assert axis.extent(group.start, group.stop) == pytest.approx(end - start)
    assert axis.average == pytest.approx(sum(lengths) / members)
    middles = [start + length / 2 for start, length in axis.cells]
    assert [axis.center(i) for i in range(members)] == pytest.approx(middles)
    for i in range(members - 1):
        assert axis.center(i + 0.25) == pytest.approx(middles[i] * 0.75 + middles[i + 1] * 0.25)
