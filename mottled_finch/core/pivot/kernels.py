"""The one pass over the records.

Blocks of records small enough to stay in the processor's cache are taken one after another: two look-ups give a record's
cell, tests send the rejected to a spare cell, and counts and sums are gathered by cell. Blocks are merged in order, so a
result never depends on the machine.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from .conditions import Test
from .levels import OUTSIDE, Level

BLOCK = 1 << 17


@dataclass(frozen=True, eq=False)
class Gathered:
    """What the pass leaves for each cell, all of shape (rows, columns).

    ``records`` counts records, ``numbers`` those of them whose measured value is not blank, ``sums`` adds these values up.
    Without a measured column the latter two equal ``records``. ``kept`` counts the records that passed every test, whether or
    not both their sides are filled.
    """

    records: NDArray[np.int64]
    numbers: NDArray[np.int64]
    sums: NDArray[np.float64]
    kept: int


def gather(records: int, rows: Level, columns: Level, tests: Sequence[Test], values: NDArray[np.float64] | None) -> Gathered:
    """Count and add up the records of each cell. ``values`` has shape (records,), NaN for a blank."""
    shape = (len(rows.labels), len(columns.labels))
    cells = shape[0] * shape[1]
    spare = cells  # records that fail a test or are blank on a side are counted here and forgotten
    # A blank side points at the spare cell; what two sides add up to beyond it is brought back to it.
    row_start = np.where(rows.member_of == OUTSIDE, spare, rows.member_of * shape[1])
    column_place = np.where(columns.member_of == OUTSIDE, spare, columns.member_of)

    counted = np.zeros(cells + 1, dtype=np.int64)
    unmeasured = np.zeros(cells + 1, dtype=np.int64)
    sums = np.zeros(cells + 1, dtype=np.float64)
    kept = 0
    length = max(BLOCK, 2 * cells)  # a block shorter than its matrix would spend its time on empty cells
    for start in range(0, records, length):
        block = slice(start, min(start + length, records))
        cell = _cells(block, rows.codes, row_start, columns.codes, column_place)
        np.minimum(cell, spare, out=cell)
        if tests:
            passed = _passed(block, tests)
            kept += int(np.count_nonzero(passed))
            np.putmask(cell, ~passed, spare)
        else:
            kept += block.stop - block.start
        counted += np.bincount(cell, minlength=cells + 1)
        if values is not None:
            measured = values[block]
            blank = np.isnan(measured)
            if blank.any():
                unmeasured += np.bincount(cell[blank], minlength=cells + 1)
                measured = measured.copy()
                np.putmask(measured, blank, 0.0)
            sums += np.bincount(cell, weights=measured, minlength=cells + 1)
    numbers = counted - unmeasured
    if values is None:
        sums = counted.astype(np.float64)
    return Gathered(
        records=counted[:cells].reshape(shape),
        numbers=numbers[:cells].reshape(shape),
        sums=sums[:cells].reshape(shape),
        kept=kept,
    )


def _cells(
    block: slice,
    row_codes: NDArray[Any] | None,
    row_start: NDArray[np.int64],
    column_codes: NDArray[Any] | None,
    column_place: NDArray[np.int64],
) -> NDArray[np.int64]:
    """The flat index of each record's cell. A side without a field is at 0."""
    # Codes never lie outside their table; "clip" tells the look-up so, and makes it twice as fast.
    if row_codes is None and column_codes is None:
        return np.zeros(block.stop - block.start, dtype=np.int64)
    if row_codes is None:
        return np.take(column_place, column_codes[block], mode="clip")  # type: ignore[index]
    cell = np.take(row_start, row_codes[block], mode="clip")
    if column_codes is not None:
        cell += np.take(column_place, column_codes[block], mode="clip")
    return cell


def _passed(block: slice, tests: Sequence[Test]) -> NDArray[np.bool_]:
    codes, by_code = tests[0]
    passed = np.take(by_code, codes[block], mode="clip")
    for codes, by_code in tests[1:]:
        passed &= np.take(by_code, codes[block], mode="clip")
    return passed
