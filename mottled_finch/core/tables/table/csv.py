"""Records as comma-separated text."""

import csv
import io
from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from .table import Table
from .texts import texts_at

_FORMULA_STARTS = ("=", "+", "-", "@", "\t", "\r", "\n", "＝", "＋", "－", "＠")
"""Full-width signs, too, which workbooks in East Asian settings take for the same."""
_AT_A_TIME = 20_000


def guarded(text: str) -> str:
    """Text that a workbook would take for a formula is led by an apostrophe, so that it stays text where the file is opened."""
    return f"'{text}" if text.startswith(_FORMULA_STARTS) else text


def csv_of(table: Table, positions: NDArray[np.int64]) -> Iterator[bytes]:
    """The records at ``positions``, in that order, as UTF-8 with a header line, piece by piece. Numbers are in full, blanks
    empty.
    """
    yield _lines([[guarded(name) for name in table.names]])
    for start in range(0, len(positions), _AT_A_TIME):
        part = positions[start : start + _AT_A_TIME]
        columns = [
            texts if column.is_number else [guarded(text) for text in texts]
            for column in table.columns
            for texts in [texts_at(column, part)]
        ]
        yield _lines(list(zip(*columns, strict=True)))


def _lines(rows: "list[list[str]] | list[tuple[str, ...]]") -> bytes:
    out = io.StringIO(newline="")
    csv.writer(out, lineterminator="\r\n").writerows(rows)
    return out.getvalue().encode()
