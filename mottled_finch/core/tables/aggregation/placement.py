"""The group of each record, as a number: its place. Conditions reject records in the same pass."""

from collections.abc import Sequence
from dataclasses import dataclass
from threading import Lock
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..kernels import BUFFERS, blocks_of, in_blocks, place, read_only
from .levels import OUTSIDE, Level
from .source import Test

_SPARE = 4
"""Codes are positions themselves as long as not more than one in so many of them has no member."""
_FEW_PLACES = 1 << 16


@dataclass(frozen=True, eq=False)
class _Term:
    """A level among the places: its codes, what position each code has in the level (None where it is the code itself), how many
    positions there are, and which of them each member has.
    """

    codes: NDArray[Any]
    position_of: NDArray[np.int64] | None
    positions: int
    members: NDArray[np.int64]


def _term(level: Level) -> _Term:
    """Where each member has one code of its own, codes need not be looked up: the order of places is nobody's concern."""
    assert level.codes is not None
    inside = np.flatnonzero(level.member_of != OUTSIDE)
    codes = len(level.member_of)
    alone = len(inside) == len(level) and bool((np.bincount(level.member_of[inside], minlength=len(level)) == 1).all())
    if alone and codes <= len(level) + 1 + len(level) // _SPARE:
        members = np.empty(len(level), dtype=np.int64)
        members[level.member_of[inside]] = inside
        return _Term(level.codes, None, codes, members)
    return _Term(level.codes, level.member_of + 1, len(level) + 1, np.arange(1, len(level) + 1))


class Placement:
    """The place of each record, as a number, and the number of records of each place.

    Levels are those of all sides, the outermost of the rows first. Cells are the combinations of their members, the last level
    changing fastest; ``spots`` of shape (cells,) gives the place of each. Further places are for records that are outside, one of
    their sides being blank; the last is for those that a condition rejects. Blocks are placed when they are first asked for, so
    that what is gathered first reads them while they are still in the processor's cache.
    """

    def __init__(self, records: int, levels: Sequence[Level], tests: Sequence[Test]) -> None:
        terms = [_term(level) for level in levels if level.codes is not None]
        self.spots = np.zeros(1, dtype=np.int64)
        steps, places = [], 1
        for term in reversed(terms):
            self.spots = (term.members[:, None] * places + self.spots).ravel()
            steps.append(places)
            places *= term.positions
        self.cells = len(self.spots)
        self.places = places + 1
        self.blocks = blocks_of(records, self.places)
        kind = np.uint16 if self.places <= _FEW_PLACES else np.uint32
        self.index = BUFFERS.empty(records, kind)
        adds = [_adding(term, kind(step)) for term, step in zip(reversed(terms), steps, strict=True)]
        rejects = [_rejecting(codes, kept, kind) for codes, kept in _joined(tests)]
        self._begin, self._steps = _begun(adds, rejects)
        self._placed = [False] * len(self.blocks)
        self._counts: NDArray[np.int64] | None = None
        self._lock = Lock()

    @property
    def nbytes(self) -> int:
        return self.index.nbytes

    def block(self, number: int) -> NDArray[Any]:
        """The places of a block's records."""
        where = self.blocks[number]
        index = self.index[where]
        if not self._placed[number]:
            spare = index.dtype.type(self.places - 1)
            if self._begin:
                place.begin(self._begin.at(where), spare, index)
            else:
                index[:] = 0
            for kernel, codes, by_code in self._steps:
                kernel(codes[where], by_code, index)
            if self._steps:
                place.settle(index, spare)
            self._placed[number] = True
            if all(self._placed):
                self._begin, self._steps = None, []  # nothing of the table is held on to any longer than needed
        return index

    @property
    def counts(self) -> NDArray[np.int64]:
        """Records of each place, shape (places,)."""
        if self._counts is None:
            self.counted(sum(in_blocks(self._count, range(len(self.blocks))), np.zeros(self.places, dtype=np.int64)))
        assert self._counts is not None
        return self._counts

    def _count(self, number: int) -> NDArray[np.int64]:
        counts = np.zeros(self.places, dtype=np.uint32)
        place.count(self.block(number), counts)
        return counts.astype(np.int64)

    def counted(self, counts: NDArray[np.int64]) -> None:
        """Take the counts from who had them on the way."""
        with self._lock:
            self._counts = counts

    @property
    def records(self) -> NDArray[np.int64]:
        """Records of each cell, shape (cells,)."""
        return self.counts[self.spots]

    @property
    def kept(self) -> int:
        """Records that every condition keeps, whether or not they are in a cell."""
        return int(self.counts[:-1].sum())


_Step = tuple[Any, NDArray[Any], Any]
"""A kernel, codes of shape (records,), and what the kernel takes them with."""


def _adding(term: _Term, step: Any) -> _Step:
    codes = read_only(term.codes)
    if term.position_of is None:
        return place.add, codes, step
    return place.add_by, codes, (term.position_of * int(step)).astype(step.dtype)


def _rejecting(codes: NDArray[Any], kept: NDArray[np.bool_], kind: Any) -> _Step:
    if len(kept) <= place.MASK_BITS:
        return place.reject, read_only(codes), np.uint32(sum(1 << i for i in np.flatnonzero(kept).tolist()))
    return place.reject_by, read_only(codes), np.where(kept, 0, np.iinfo(kind).max).astype(kind)


def _begun(adds: list[_Step], rejects: list[_Step]) -> tuple[place.Begin | None, list[_Step]]:
    """What ``place.begin`` is called with, or nothing; and the steps that are left for the other kernels.

    Nothing may be added to what is rejected already: where levels are left over, all tests come after them.
    """
    levels = [i for i, (kernel, codes, _) in enumerate(adds) if kernel is place.add and codes.dtype == np.uint8]
    levels = levels[: place.BEGIN_LEVELS]
    if not levels:
        return None, [*adds, *rejects]
    left = [each for i, each in enumerate(adds) if i not in levels]
    by_bits = [i for i, (kernel, codes, _) in enumerate(rejects) if kernel is place.reject and codes.dtype == np.uint8]
    test = None if left or not by_bits else by_bits[0]
    _, codes, step = adds[levels[0]]
    given = [each for i in levels for each in adds[i][1:]]
    given += [codes, step.dtype.type(0)] * (place.BEGIN_LEVELS - len(levels))
    given += [codes, np.uint32(0xFFFFFFFF)] if test is None else rejects[test][1:]
    return place.Begin(*given), [*left, *(each for i, each in enumerate(rejects) if i != test)]


def _joined(tests: Sequence[Test]) -> list[Test]:
    """Tests of the same codes as one."""
    found: dict[int, Test] = {}
    for codes, kept in tests:
        _, before = found.get(id(codes), (codes, kept))
        codes_known = min(len(before), len(kept))
        found[id(codes)] = codes, before[:codes_known] & kept[:codes_known]
    return list(found.values())
