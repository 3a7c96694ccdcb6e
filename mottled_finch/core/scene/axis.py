"""Where the members of a side stand: cells at one pitch, groups apart from each other, their totals behind them.

Cell edges are whole points wherever cells are large enough to be told apart, so that they meet without seams in every output.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from math import floor

from ..pivot import Group

_GAPS_MOST, _BANDS_MOST = 0.25, 0.4
"""Of the room: gaps between groups, and the totals of groups, may not take more."""


@dataclass(frozen=True, kw_only=True)
class Axis:
    """``starts`` of the cells, counted from the axis's own beginning; ``spans`` are the extents of the groups and ``bands`` the
    starts of their totals, each ``band`` long, by their place in the list of groups. ``end`` is where the last of all that ends.
    """

    starts: tuple[float, ...]
    pitch: float
    spans: tuple[tuple[float, float], ...]
    bands: tuple[float, ...]
    band: float
    end: float

    def center(self, place: float) -> float:
        """Where the middle of a member stands, or what lies between two for a broken number."""
        below = min(int(place), len(self.starts) - 1)
        above = min(below + 1, len(self.starts) - 1)
        share = place - below
        return self.starts[below] * (1 - share) + self.starts[above] * share + self.pitch / 2


@dataclass(frozen=True)
class Room:
    """The length there is, the largest pitch of the cells, and what is left open at both ends."""

    length: float
    most: float
    lead: float = 0.0


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
    pitch = cell_length(room - fixed - behind, members, given.most)
    ending: dict[int, list[int]] = {}
    for i, group in enumerate(groups):
        ending.setdefault(group.stop, []).append(i)
    starts: list[float] = []
    bands = [0.0] * len(groups)
    at = given.lead
    for member in range(members):
        at += before.get(member, 0.0)
        starts.append(at)
        at += pitch
        if band:
            for i in ending.get(member + 1, ()):
                at += band_gap
                bands[i] = at
                at += band
    spans = tuple((starts[group.start], starts[group.stop - 1] + pitch) for group in groups)
    return Axis(starts=tuple(starts), pitch=pitch, spans=spans, bands=tuple(bands), band=band, end=at + given.lead)


def cell_length(room: float, cells: int, most: float) -> float:
    """The pitch of the cells: whole points, half points where cells are tiny, else just what is there."""
    pitch = max(room, 0.1) / cells
    if pitch < 1:
        return pitch
    return min(floor(pitch * 2) / 2 if pitch < 4 else float(floor(pitch)), most)
