"""One column of a table: a kind, and its values as doubles or as codes into a dictionary of entries."""

from dataclasses import dataclass, field
from enum import StrEnum
from functools import cached_property
from typing import Any

import numpy as np
from numpy.typing import NDArray

BLANK = 0
"""The code of a blank. Entry 0 of every dictionary is a placeholder, so that tables by code line up with the codes."""


class Kind(StrEnum):
    """What the values of a column are."""

    NUMBER = "number"
    CATEGORY = "category"
    MOMENT = "moment"
    YES_NO = "yes_no"


@dataclass(frozen=True, kw_only=True, eq=False)
class Column:
    """One column of a table.

    ``data`` has shape (records,). For a number it holds doubles and NaN is the blank. For every other kind it holds
    unsigned codes into ``entries`` and code 0 is the blank: ``entries`` are texts (object array; "" at 0) for a category
    or a yes/no, and moments (datetime64[us]; NaT at 0) in the local time of the file for a moment. No two entries of a
    dictionary are equal. ``misfits`` lists texts that did not fit the kind, each with its number of records; they are
    blanks in ``data``.
    """

    name: str
    kind: Kind
    data: NDArray[Any]
    entries: NDArray[Any] | None = None
    misfits: tuple[tuple[str, int], ...] = field(default=())

    def __len__(self) -> int:
        return len(self.data)

    @property
    def is_number(self) -> bool:
        return self.kind is Kind.NUMBER

    @property
    def dictionary(self) -> NDArray[Any]:
        """The entries, which every kind but number has."""
        assert self.entries is not None, f"column {self.name} holds numbers"
        return self.entries

    @cached_property
    def blanks(self) -> int:
        """How many records are blank here, misfits included."""
        if self.is_number:
            return int(np.count_nonzero(np.isnan(self.data)))
        return len(self.data) - int(np.count_nonzero(self.data))

    @cached_property
    def coded(self) -> tuple[NDArray[Any], NDArray[Any]]:
        """Codes and entries, also for a number: its distinct values in rising order, NaN standing at 0."""
        if not self.is_number:
            return self.data, self.dictionary
        filled = ~np.isnan(self.data)
        distinct, inverse = np.unique(self.data[filled], return_inverse=True)
        codes = np.zeros(len(self.data), dtype=smallest_codes(len(distinct) + 1))
        codes[filled] = inverse + 1
        return codes, np.concatenate([[np.nan], distinct])

    @cached_property
    def distinct(self) -> int:
        """The number of different values, blanks not counted."""
        return len(self.coded[1]) - 1


def smallest_codes(entries: int) -> np.dtype[Any]:
    """The narrowest unsigned type that can number so many entries: narrow codes are what makes a pass fast."""
    for kind in (np.uint8, np.uint16):
        if entries <= np.iinfo(kind).max + 1:
            return np.dtype(kind)
    return np.dtype(np.uint32)
