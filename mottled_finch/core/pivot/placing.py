"""Which cell each record is in."""

from collections.abc import Callable, Sequence
from threading import Lock
from typing import Any

import numpy as np
from numpy.typing import NDArray

from .kernels import BUFFERS, blocks_of, in_blocks, place
from .levels import OUTSIDE, Level
from .source import Test

_PLACERS: dict[int, Callable[..., None]] = {1: place.place_1, 2: place.place_2, 3: place.place_3}


class Placement:
    """The cell of each record, as a number, and the number of records of each cell.

    ``cells`` counts the cells; two places more are for records that are outside, one of their sides being blank, and for those
    that a condition rejects. Blocks are placed when they are first asked for, so that what is gathered first reads them while
    they are still in the processor's cache.
    """

    def __init__(self, records: int, cells: int, terms: Sequence[tuple[NDArray[Any], NDArray[np.uint32]]]) -> None:
        self.cells = cells
        self.places = cells + 2
        self.blocks = blocks_of(records, self.places)
        self._terms: list[tuple[NDArray[Any], NDArray[Any]]] = list(_combined(terms))
        few = cells < place.FEW_CELLS and len(self._terms) <= place.FEW_TERMS
        if few:
            self._terms = [(codes, place.in_few(table)) for codes, table in self._terms]
        self._rejected = place.FEW_REJECTED if few else place.REJECTED
        self.index = BUFFERS.empty(records, np.uint16 if few else np.uint32)
        self._placed = [False] * len(self.blocks)
        self._counts: NDArray[np.int64] | None = None
        self._lock = Lock()

    @property
    def nbytes(self) -> int:
        return self.index.nbytes

    def block(self, number: int) -> NDArray[Any]:
        """The cells of a block's records."""
        where = self.blocks[number]
        index = self.index[where]
        if not self._placed[number]:
            self._place(where, index)
            self._placed[number] = True
            if all(self._placed):
                self._terms = []  # nothing of the table is held on to any longer than needed
        return index

    def _place(self, where: slice, index: NDArray[Any]) -> None:
        kind = index.dtype.type
        cells, rejected = kind(self.cells), kind(self._rejected)
        terms = [(codes[where], table) for codes, table in self._terms]
        if 1 <= len(terms) <= len(_PLACERS) and all(codes.dtype == np.uint8 for codes, _ in terms):
            tables = np.zeros((len(terms), 256), dtype=kind)
            for row, (_, table) in zip(tables, terms, strict=True):
                row[: len(table)] = table
            _PLACERS[len(terms)](*(codes for codes, _ in terms), tables, index, cells, rejected)
            return
        index[:] = 0
        for codes, table in terms:
            place.add(codes, table, index)
        place.settle(index, cells, rejected)

    @property
    def counts(self) -> NDArray[np.int64]:
        """Records of each place, shape (cells + 2,): what is outside stands last but one, what is rejected last."""
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
        return self.counts[: self.cells]

    @property
    def kept(self) -> int:
        """Records that every condition keeps, whether or not they are in a cell."""
        return int(self.counts[:-1].sum())


def placed(records: int, sides: Sequence[Level], tests: Sequence[Test]) -> Placement:
    """Place records by the levels of all sides, the outermost of the rows first, and by conditions."""
    cells = 1
    terms: list[tuple[NDArray[Any], NDArray[np.uint32]]] = []
    for level in reversed(sides):
        if level.codes is not None:
            places = np.where(level.member_of == OUTSIDE, place.OUTSIDE, level.member_of * cells).astype(np.uint32)
            terms.append((level.codes, places))
        cells *= max(len(level), 1)
    terms.reverse()
    terms += [(codes, np.where(by_code, 0, place.REJECTED).astype(np.uint32)) for codes, by_code in tests]
    if any(not len(level) for level in sides):
        cells = 0
    return Placement(records, cells, terms)


def _combined(terms: Sequence[tuple[NDArray[Any], NDArray[np.uint32]]]) -> list[tuple[NDArray[Any], NDArray[np.uint32]]]:
    """Terms over the same codes as one: a condition on a field that is a side costs nothing."""
    found: dict[int, tuple[NDArray[Any], NDArray[np.uint32]]] = {}
    for codes, table in terms:
        same = found.get(id(codes))
        if same is None:
            found[id(codes)] = (codes, table)
        else:
            longer, shorter = (same[1], table) if len(same[1]) >= len(table) else (table, same[1])
            both = longer.copy()
            both[: len(shorter)] += shorter
            found[id(codes)] = (codes, both)
    combined = list(found.values())
    if len(combined) <= place.MAX_TERMS:
        return combined
    # So many conditions that their sum could overflow: what is rejected is decided first.
    rejected = np.zeros(len(combined[0][0]), dtype=np.uint8)
    for codes, table in combined[place.MAX_TERMS - 1 :]:
        rejected |= np.take(table, codes, mode="clip") >= place.REJECTED
    return [*combined[: place.MAX_TERMS - 1], (rejected, np.array([0, place.REJECTED], dtype=np.uint32))]
