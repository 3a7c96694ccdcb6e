"""Where the members of a side stand: cells at one pitch or in proportion to a weight, groups apart, their totals behind them.

Cell edges are whole points wherever cells are large enough to be told apart, so that they meet without seams in every output.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import floor

import numpy as np

from ...tables.aggregation.groups import Group

_WHOLE_FROM = 4.0
"""Points: cells of this length begin and end at whole ones."""
_GAPS_MOST, _BANDS_MOST = 0.25, 0.4
"""Of the room: gaps between groups, and the totals of groups, may not take more."""


@dataclass(frozen=True, kw_only=True)
class Axis:
    """``starts`` of the cells, counted from the axis's own beginning; ``spans`` are the extents of the groups and ``bands`` the
    starts of their totals, each ``band`` long, by their place in the list of groups. ``end`` is where the last of all that ends.
    ``pitch`` is the length of a cell with the gap behind it, that of the shortest where they are unlike; ``lengths`` are theirs.
    """

    starts: tuple[float, ...]
    pitch: float
    lengths: tuple[float, ...]
    spans: tuple[tuple[float, float], ...]
    bands: tuple[float, ...]
    band: float
    end: float

    @property
    def cells(self) -> Iterator[tuple[float, float]]:
        """Where each begins, and its length."""
        return zip(self.starts, self.lengths, strict=True)

    @property
    def average(self) -> float:
        """The length of a cell with the gap behind it, of unlike ones on average."""
        return sum(self.lengths) / len(self.lengths)

    def extent(self, start: int, stop: int) -> float:
        """How long the members from ``start`` to ``stop`` are together."""
        return self.starts[stop - 1] + self.lengths[stop - 1] - self.starts[start]

    def center(self, place: float) -> float:
        """Where the middle of a member stands, or what lies between two for a broken number."""
        below = min(int(place), len(self.starts) - 1)
        above = min(below + 1, len(self.starts) - 1)
        share = place - below
        return (self.starts[below] + self.lengths[below] / 2) * (1 - share) + (self.starts[above] + self.lengths[above] / 2) * share


@dataclass(frozen=True)
class Room:
    """The length there is, the largest pitch of the cells, and what is left open at both ends; of unlike cells, the share of the
    room that each has.
    """

    length: float
    most: float
    lead: float = 0.0
    shares: Sequence[float] = ()


def axis_of(members: int, groups: Sequence[Group], given: Room, gap: float, band: float, band_gap: float) -> Axis:
    """Lay out so many members in a room. ``gap`` is what parts groups of one depth, twice that of the one above. ``band`` is the
    length of a group's total, 0 for none.
    """
    room = max(given.length - 2 * given.lead, 1.0)  # heads may leave nothing; what does not fit is then too small to be seen
    deepest = max((group.depth for group in groups), default=0)
    before = {group.start: gap * (deepest - group.depth + 1) for group in groups if group.start}  # outer groups come last and win
    fixed = sum(before.values())
    if fixed > room * _GAPS_MOST:
        shrink = room * _GAPS_MOST / fixed
        before = {start: float(floor(each * shrink)) for start, each in before.items()}
        fixed = sum(before.values())
    behind = (band + band_gap if band else 0.0) * len(groups)
    if behind > room * _BANDS_MOST:
        shrink = room * _BANDS_MOST / behind
        band, band_gap = band * shrink, band_gap * shrink
        behind = room * _BANDS_MOST
    lengths = _lengths(room - fixed - behind, members, given)
    ending: dict[int, list[int]] = {}
    for i, group in enumerate(groups):
        ending.setdefault(group.stop, []).append(i)
    starts: list[float] = []
    bands = [0.0] * len(groups)
    at = given.lead
    for member in range(members):
        at += before.get(member, 0.0)
        starts.append(at)
        at += lengths[member]
        if band:
            for i in ending.get(member + 1, ()):
                at += band_gap
                bands[i] = at
                at += band
    spans = tuple((starts[group.start], starts[group.stop - 1] + lengths[group.stop - 1]) for group in groups)
    return Axis(
        starts=tuple(starts),
        pitch=min(lengths),
        lengths=tuple(lengths),
        spans=spans,
        bands=tuple(bands),
        band=band,
        end=at + given.lead,
    )


def _lengths(room: float, members: int, given: Room) -> list[float]:
    """The lengths of all cells: at one pitch, or as they share what these would take, between whole points if they can."""
    if not given.shares:
        return [cell_length(room, members, given.most)] * members
    together = min(max(room, 0.1), given.most * members)
    ends = np.cumsum(given.shares) * together
    if together / members >= _WHOLE_FROM:
        ends = np.round(ends)
    lengths: list[float] = np.diff(ends, prepend=0.0).tolist()
    return lengths


def cell_length(room: float, cells: int, most: float) -> float:
    """The pitch of the cells: whole points, half points where cells are tiny, else just what is there."""
    pitch = max(room, 0.1) / cells
    if pitch < 1:
        return pitch
    return min(floor(pitch * 2) / 2 if pitch < _WHOLE_FROM else float(floor(pitch)), most)
