"""The place of each record, as one number.

Every level adds its own step for each position a record may have in it; every condition that is not met sets all bits, and what
has all bits set ends in the one spare place behind the others. ``begin`` does what most pivots need in one loop, which a compiler
turns into many records a step; each of the other kernels adds one thing to a block, whose numbers stay in the processor's cache.
"""

from typing import Any, NamedTuple

import numpy as np

from .compiled import compiled

MASK_BITS = 32
"""Codes below that are tested by a bit of one word; more of them by a look-up."""
BEGIN_LEVELS = 3


class Begin(NamedTuple):
    """Levels whose codes are positions, each with its step, and codes that are tested by the bits of ``kept``, all of one byte.
    What is not needed has step 0, or all bits.
    """

    a: Any
    step_a: Any
    b: Any
    step_b: Any
    c: Any
    step_c: Any
    tested: Any
    kept: Any

    def at(self, where: slice) -> "Begin":
        """Of some of the records."""
        a, step_a, b, step_b, c, step_c, tested, kept = self
        return Begin(a[where], step_a, b[where], step_b, c[where], step_c, tested[where], kept)


@compiled
def begin(given: Any, spare: Any, index: Any) -> None:  # pragma: no cover - compiled
    """Three levels and a test in one loop."""
    one = np.uint32(1)
    a, step_a, b, step_b, c, step_c, tested, kept = given
    for i in range(np.uint64(len(index))):
        found = index.dtype.type(a[i] * step_a + b[i] * step_b + c[i] * step_c)
        found |= index.dtype.type(((kept >> np.uint32(tested[i] & np.uint8(MASK_BITS - 1))) & one) - one)
        index[i] = min(found, spare)


@compiled
def add(codes: Any, step: Any, index: Any) -> None:  # pragma: no cover - compiled
    """The position in a level is the code itself."""
    for i in range(np.uint64(len(codes))):
        index[i] += codes[i] * step


@compiled
def add_by(codes: Any, steps: Any, index: Any) -> None:  # pragma: no cover - compiled
    """What each code adds stands in a table."""
    for i in range(np.uint64(len(codes))):
        index[i] += steps[codes[i]]


@compiled
def reject(codes: Any, kept: Any, index: Any) -> None:  # pragma: no cover - compiled
    """Bit ``code`` of the word ``kept`` says that records of that code are kept."""
    one = np.uint32(1)
    for i in range(np.uint64(len(codes))):
        index[i] |= ((kept >> np.uint32(codes[i])) & one) - one


@compiled
def reject_by(codes: Any, rejected: Any, index: Any) -> None:  # pragma: no cover - compiled
    """A table has all bits set for the codes that are not kept, and none for the others."""
    for i in range(np.uint64(len(codes))):
        index[i] |= rejected[codes[i]]


@compiled
def settle(index: Any, spare: Any) -> None:  # pragma: no cover - compiled
    """What is rejected goes to the spare place. Both are of one type, so that many are compared in one step."""
    for i in range(np.uint64(len(index))):
        index[i] = min(index[i], spare)


@compiled
def count(index: Any, counts: Any) -> None:  # pragma: no cover - compiled
    """Count the records of each place."""
    one = np.uint32(1)
    for i in range(np.uint64(len(index))):
        counts[index[i]] += one
