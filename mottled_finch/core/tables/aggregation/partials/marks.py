"""The different values of each cell as marks: one bit for each cell and value.

Marks of two sets of records merge exactly: a value is in both together when it is in either. They take as many bits as there are
cells times values, and are worth it where that is not much more than the records themselves.
"""

from dataclasses import dataclass
from typing import Any, NamedTuple, Self

import numpy as np
from numpy.typing import NDArray

from ...kernels import BUFFERS, compiled, in_blocks
from ..placement import Placement
from .partial import Regions, parts_of

WORD = 64
SHARE = 1 << 22
"""Bits that are marked at a time: half a megabyte, which a processor keeps close at hand."""
MOST_BITS = 1 << 32


@dataclass(frozen=True, eq=False)
class Marks:
    """``marks`` has shape (cells, words): bit ``code % 64`` of word ``code // 64`` stands for a code. ``numbers`` are those of the
    filled records. ``regions`` say over which sets of cells to answer; without them each cell is one.
    """

    marks: NDArray[np.uint64]
    numbers: NDArray[np.int64]
    regions: Regions | None = None

    @property
    def nbytes(self) -> int:
        return self.marks.nbytes + self.numbers.nbytes

    def over(self, regions: Regions) -> Self:
        return type(self)(self.marks, regions.merged(self.numbers, np.add), regions)  # type: ignore[arg-type]

    def count(self) -> NDArray[np.int64]:
        """How many different values each cell or region has."""
        regions = Regions.each(len(self.marks)) if self.regions is None else self.regions
        found = np.zeros(len(regions), dtype=np.int64)

        def work(part: slice) -> None:
            _count_marks(self.marks, regions.cells, regions.starts, part.start, part.stop, found)

        in_blocks(work, parts_of(np.diff(regions.starts)))
        return found


def worth_marking(records: int, cells: int, values: int) -> bool:
    """Whether there are few enough cells and values for marks. They then take at most eight bytes a record."""
    words = cells * -(-values // WORD)
    return 0 < words <= records and words * WORD < MOST_BITS


def gather_marks(placement: Placement, codes: NDArray[Any], values: int) -> Marks:
    """Codes of shape (records,), all below ``values``, of any width; code 0 is the blank.

    Marks are set share by share, each held close at hand; for that every block first brings its records in order of the shares.
    """
    cells, blocks = placement.cells, placement.blocks
    words = -(-values // WORD)
    shares = -(-cells * words * WORD // SHARE)
    where = BUFFERS.empty(len(codes), np.uint32)
    ends = np.zeros((len(blocks), shares + 1), dtype=np.int64)
    cell_of = np.full(placement.places, cells, dtype=np.uint32)
    cell_of[placement.spots] = np.arange(cells)

    def work(number: int) -> tuple[NDArray[np.uint32], NDArray[np.uint32]]:
        index, part, block = placement.block(number), codes[blocks[number]], where[blocks[number]]
        counts, blanks = np.zeros(placement.places, dtype=np.uint32), np.zeros(placement.places, dtype=np.uint32)
        sizes = _Sizes(np.uint32(cells), np.uint32(words * WORD))
        _sort_by_share(index, part, cell_of, sizes, block, ends[number, 1:], (counts, blanks))
        return counts, blanks

    numbers, records = np.zeros(cells, dtype=np.int64), np.zeros(placement.places, dtype=np.int64)
    for counts, blanks in in_blocks(work, range(len(blocks))):
        records += counts
        numbers += (counts - blanks)[placement.spots]
    placement.counted(records)
    room = np.zeros(shares * SHARE // WORD, dtype=np.uint64)
    ends += np.array([block.start for block in blocks], dtype=np.int64)[:, None]
    in_blocks(lambda share: _mark(where, ends[:, share], ends[:, share + 1], room), range(shares))
    marks = room[: cells * words].reshape(cells, words)
    marks[:, 0] &= ~np.uint64(1)  # the blank
    return Marks(marks, numbers)


class _Sizes(NamedTuple):
    """How many cells there are, and how many bits each has."""

    cells: Any
    bits: Any


@compiled
def _sort_by_share(
    index: Any, codes: Any, cell_of: Any, sizes: Any, where: Any, ends: Any, found: Any
) -> None:  # pragma: no cover - compiled
    """The bit of each record that is in a cell, in order of the shares of bits; ``ends`` say where each share's end. ``found`` are
    the counts of the records and of the blanks of each place.
    """
    cells, bits = sizes
    counts, blanks = found
    one = np.uint32(1)
    shares = np.uint32(len(ends))
    nexts = np.zeros(len(ends) + 1, dtype=np.uint32)
    for i in range(np.uint64(len(index))):
        place = index[i]
        code = np.uint32(codes[i])
        counts[place] += one
        if code == 0:
            blanks[place] += one
        cell = cell_of[place]
        nexts[np.uint32(cell * bits + code) // np.uint32(SHARE) if cell < cells else shares] += one
    total = np.uint32(0)
    for share in range(len(nexts)):
        number = nexts[share]
        nexts[share] = total
        total += number
        if share < len(ends):
            ends[share] = total
    for i in range(np.uint64(len(index))):
        cell = cell_of[index[i]]
        bit = np.uint32(cell * bits + np.uint32(codes[i]))
        stack = bit // np.uint32(SHARE) if cell < cells else shares
        where[nexts[stack]] = bit
        nexts[stack] += one


@compiled
def _mark(where: Any, starts: Any, ends: Any, marks: Any) -> None:  # pragma: no cover - compiled
    for block in range(len(starts)):
        for i in range(np.uint64(starts[block]), np.uint64(ends[block])):
            bit = np.uint64(where[i])
            marks[bit // np.uint64(WORD)] |= np.uint64(1) << (bit % np.uint64(WORD))


@compiled
def _count_marks(marks: Any, cells: Any, starts: Any, first: Any, last: Any, found: Any) -> None:  # pragma: no cover - compiled
    words = np.uint64(marks.shape[1])
    both = np.zeros(marks.shape[1], dtype=np.uint64)
    for region in range(first, last):
        line = marks[cells[starts[region]]]
        if starts[region + 1] - starts[region] > 1:
            both[:] = line
            for i in range(starts[region] + 1, starts[region + 1]):
                other = marks[cells[i]]
                for word in range(words):
                    both[word] |= other[word]
            line = both
        number = np.uint64(0)
        for word in range(words):
            number += _ones(line[word])
        found[region] = number


@compiled
def _ones(word: Any) -> Any:  # pragma: no cover - compiled
    """How many bits of 64 are set: pairs, fours and eights are added side by side, then all eights by one multiplication."""
    word = word - ((word >> np.uint64(1)) & np.uint64(0x5555555555555555))
    word = (word & np.uint64(0x3333333333333333)) + ((word >> np.uint64(2)) & np.uint64(0x3333333333333333))
    word = (word + (word >> np.uint64(4))) & np.uint64(0x0F0F0F0F0F0F0F0F)
    return (word * np.uint64(0x0101010101010101)) >> np.uint64(56)
