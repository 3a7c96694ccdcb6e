"""Sums and numbers of values, and what the sums may be off by. They merge: the same on every machine.

A sum of decimals is off by more than it looks like: 0.1 + 0.2 - 0.3 leaves 2.8e-17, which is nothing. How much that can be is told
by the sizes of the values of the cell itself, whole numbers left out, which are exact; so no cell depends on what stands beside it.

Up to ``EXACT_RECORDS`` every addition keeps what it is off by. Beyond, values above and below zero are added up apart within a
block, which takes half the time and tells their sizes as well, and only blocks are merged exactly.
"""

from dataclasses import dataclass
from typing import Any, Self

import numpy as np
from numpy.typing import NDArray

from ...kernels import compiled, in_blocks
from ...kernels.exact import add_over, two_sum
from ...table.alike import EPSILON, settled
from ...table.finite import finite
from ..placement import Placement
from .partial import Regions

Floats = NDArray[np.float64]

EXACT_RECORDS = 1 << 20
_IN_A_BLOCK = 8
"""How many times more than a sum of two numbers that of a whole block may be off by."""


@dataclass(frozen=True, eq=False)
class Sums:
    """``sums`` of the filled values, 0 where there is none, with ``errors``, which belong to them, ``noise``, which they may be off
    by all the same, and how many values these are.
    """

    sums: Floats
    errors: Floats
    noise: Floats
    numbers: NDArray[np.int64]

    @property
    def total(self) -> Floats:
        """The sums without what rounding left in them; NaN for what is no number to reckon with."""
        with np.errstate(over="ignore", invalid="ignore"):
            return settled(finite(self.sums + self.errors), self.noise)

    @property
    def terms(self) -> NDArray[np.int64]:
        """How many values were added."""
        return self.numbers

    @property
    def nbytes(self) -> int:
        return 4 * self.sums.nbytes

    def over(self, regions: Regions) -> Self:
        sums, errors = np.empty(len(regions)), np.empty(len(regions))
        add_over(regions.cells, regions.starts, self.sums, self.errors, sums, errors)
        return type(self)(sums, errors, regions.merged(self.noise, np.add), regions.merged(self.numbers, np.add))  # type: ignore[arg-type]

    def accumulated(self, axis: int) -> Self:
        """Of arrays of two sides: each with all before it along the axis."""
        sums, errors = (np.moveaxis(each.copy(), axis, 0) for each in (self.sums, self.errors))
        for i in range(1, len(sums)):
            sums[i], off = two_sum(sums[i - 1], sums[i])
            errors[i] += errors[i - 1] + off
        sums, errors = np.moveaxis(sums, 0, axis), np.moveaxis(errors, 0, axis)
        return type(self)(sums, errors, np.cumsum(self.noise, axis), np.cumsum(self.numbers, axis))


def gather_sums(placement: Placement, values: Floats) -> Sums:
    """One pass. ``values`` has shape (records,), NaN for a blank; the rest of the records are counted along."""
    found, blanks = sums_by_place(placement, values)
    placement.counted(found.numbers + blanks)
    spots = placement.spots
    return Sums(found.sums[spots], found.errors[spots], found.noise[spots], found.numbers[spots])


def sums_by_place(placement: Placement, values: Floats) -> tuple[Sums, NDArray[np.int64]]:
    """The sums of all places, and how many blanks each has."""
    places = placement.places
    add, merge = (_add_exactly, _merge_exact) if len(values) <= EXACT_RECORDS else (add_apart, merge_apart)

    def work(number: int) -> tuple[Floats, NDArray[np.uint32], NDArray[np.uint32]]:
        found, counts = np.zeros((places, 4 if add is _add_exactly else 2)), np.zeros((2, places), dtype=np.uint32)
        add(placement.block(number), values[placement.blocks[number]], found.ravel(), *counts)
        return found, *counts

    sums, errors, sizes = np.zeros(places), np.zeros(places), np.zeros(places)
    numbers, blanks = np.zeros(places, dtype=np.int64), np.zeros(places, dtype=np.int64)
    for found, filled, blank in in_blocks(work, range(len(placement.blocks))):
        merge(found, sums, errors, sizes)
        numbers += filled
        blanks += blank
    noise = EPSILON if add is _add_exactly else _IN_A_BLOCK * EPSILON
    return Sums(sums, errors, noise * sizes, numbers), blanks


@compiled
def _add_exactly(index: Any, values: Any, found: Any, filled: Any, blanks: Any) -> None:  # pragma: no cover - compiled
    """``found`` has four doubles for each place: the sum, what it is off by, and the sizes of what is not whole."""
    one, two = np.uint64(1), np.uint64(2)
    for i in range(np.uint64(len(index))):
        place, value = np.uint64(index[i]), values[i]
        if value == value:
            first = place << two
            total = found[first]
            new = total + value
            back = new - total
            found[first] = new
            found[first + one] += (total - (new - back)) + (value - back)
            found[first + two] += abs(value) if value != np.rint(value) else 0.0
            filled[place] += np.uint32(1)
        else:
            blanks[place] += np.uint32(1)


@compiled
def add_apart(index: Any, values: Any, found: Any, filled: Any, blanks: Any) -> None:  # pragma: no cover - compiled
    """``found`` are pairs: the sum of the values above zero, and of those below, told by the sign among the bits of each."""
    one = np.uint32(1)
    bits = values.view(np.uint64)
    for i in range(np.uint64(len(index))):
        place, value = np.uint64(index[i]), values[i]
        if value == value:
            found[(place << np.uint64(1)) | (bits[i] >> np.uint64(63))] += value
            filled[place] += one
        else:
            blanks[place] += one


@compiled
def _merge_exact(found: Any, sums: Any, errors: Any, sizes: Any) -> None:  # pragma: no cover - compiled
    """Add what a block has found to what there is."""
    for place in range(len(sums)):
        total, more = sums[place], found[place, 0]
        new = total + more
        back = new - total
        sums[place] = new
        errors[place] += found[place, 1] + ((total - (new - back)) + (more - back))
        sizes[place] += found[place, 2]


@compiled
def merge_apart(found: Any, sums: Any, errors: Any, sizes: Any) -> None:  # pragma: no cover - compiled
    """The same of values above and below zero."""
    for place in range(len(sums)):
        for side in range(2):
            total, more = sums[place], found[place, side]
            new = total + more
            back = new - total
            sums[place] = new
            errors[place] += (total - (new - back)) + (more - back)
            sizes[place] += abs(more)
