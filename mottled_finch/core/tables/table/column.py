"""One column of a table: a kind, and its values as doubles or as codes into a dictionary of entries."""

from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...common.vocabulary.kinds import Kind

BLANK = 0
"""The code of a blank. Entry 0 of every dictionary is a placeholder, so that tables by code line up with the codes."""

MISFITS_LISTED = 20


@dataclass(frozen=True, kw_only=True, eq=False)
class Misfits:
    """Texts that did not fit a column's kind, kept to be seen and mended.

    ``records`` are the positions of their records, rising; ``codes`` say which of ``texts`` each of them holds.
    """

    records: NDArray[np.int64]
    codes: NDArray[Any]
    texts: tuple[str, ...]

    def __len__(self) -> int:
        return len(self.records)

    @cached_property
    def counted(self) -> tuple[tuple[str, int], ...]:
        """Each text with its number of records, the most frequent first."""
        counts = np.bincount(self.codes, minlength=len(self.texts))
        return tuple((self.texts[i], int(counts[i])) for i in np.argsort(-counts, kind="stable") if counts[i])

    @property
    def listed(self) -> tuple[tuple[str, int], ...]:
        """The same to be shown: past the first twenty they are gathered as one, "…"."""
        rest = sum(records for _, records in self.counted[MISFITS_LISTED:])
        return (*self.counted[:MISFITS_LISTED], *([("…", rest)] if rest else []))

    def taken(self, positions: NDArray[np.int64], records: int) -> "Misfits":
        """The misfits of the table that keeps only the records at ``positions``, rising, of ``records``."""
        if not len(self):
            return self
        place = np.full(records, -1, dtype=np.int64)
        place[positions] = np.arange(len(positions))
        kept = place[self.records] >= 0
        return Misfits(records=place[self.records[kept]], codes=self.codes[kept], texts=self.texts)

    def spread(self, times: int) -> "Misfits":
        """The misfits of the table in which each record stands so many times, one behind the other."""
        records = (self.records[:, None] * times + np.arange(times)).ravel()
        return Misfits(records=records, codes=np.repeat(self.codes, times), texts=self.texts)

    def without(self, records: NDArray[np.int64]) -> "Misfits":
        """Those of other records."""
        keep = ~np.isin(self.records, records)
        used, codes = np.unique(self.codes[keep], return_inverse=True)
        texts = tuple(self.texts[code] for code in used)
        return Misfits(records=self.records[keep], codes=codes.astype(smallest_codes(len(texts))), texts=texts)


NO_MISFITS = Misfits(records=np.zeros(0, dtype=np.int64), codes=np.zeros(0, dtype=np.uint8), texts=())


@dataclass(frozen=True, kw_only=True, eq=False)
class Written:
    """What stood in the file for the values of a column, where its texts say more than they do: "03/04/25" may be read otherwise.

    ``texts`` has the commonest text of each of ``values``, which rise; ``others`` are the records in which another one stood.
    """

    values: NDArray[Any]
    texts: tuple[str, ...]
    others: Misfits = NO_MISFITS


@dataclass(frozen=True, kw_only=True, eq=False)
class Brought:
    """Where a column came from: the name of the other ``table``, the columns that were the ``keys`` here, and the line there from
    which each record has its value, counted from 1; 0 says from none. Records of one line hold one value.
    """

    table: str
    keys: tuple[str, ...]
    lines: NDArray[Any]

    def taken(self, positions: NDArray[np.int64]) -> "Brought":
        """Of the records at ``positions``."""
        return replace(self, lines=self.lines[positions])


COUNTS_RECORDS = "counts the records: 1, 2, 3, …"
"""The note of a column that tells no more than the place of each record; nothing is proposed of it."""


@dataclass(frozen=True, kw_only=True, eq=False)
class Column:
    """One column of a table.

    ``data`` has shape (records,). For a number it holds doubles and NaN is the blank. For every other kind it holds
    unsigned codes into ``entries`` and code 0 is the blank: ``entries`` are texts (object array; "" at 0) for a category
    or a yes/no, and moments (datetime64[us]; NaT at 0, then rising) in the local time of the file for a moment. No two entries
    of a dictionary are equal. ``misfits`` are the texts that did not fit the kind; their records are blanks in ``data``.
    ``ranked`` says that the entries stand in an order that means something (the columns of a matrix, say), which levels
    keep. ``notes`` say how the column was read, where that could have been otherwise, and ``written`` from which texts; ``brought``
    that it came from another table.
    """

    name: str
    kind: Kind
    data: NDArray[Any]
    entries: NDArray[Any] | None = None
    misfits: Misfits = NO_MISFITS
    ranked: bool = False
    notes: tuple[str, ...] = ()
    written: Written | None = None
    brought: Brought | None = None

    def __len__(self) -> int:
        return len(self.data)

    def taken(self, positions: NDArray[np.int64]) -> "Column":
        """The column of the records at ``positions``, which rise. The dictionary stays whole."""
        return replace(
            self,
            data=self.data[positions],
            misfits=self.misfits.taken(positions, len(self)),
            written=self.written and replace(self.written, others=self.written.others.taken(positions, len(self))),
            brought=self.brought and self.brought.taken(positions),
        )

    def spread(self, times: int) -> "Column":
        """The column of the table in which each record stands so many times, one behind the other."""
        return replace(
            self,
            data=np.repeat(self.data, times),
            misfits=self.misfits.spread(times),
            written=self.written and replace(self.written, others=self.written.others.spread(times)),
            brought=self.brought and replace(self.brought, lines=np.repeat(self.brought.lines, times)),
        )

    def changed(self, records: NDArray[np.int64], data: NDArray[Any]) -> "Column":
        """The column with other values in some records: what stood there is no longer what they were read from, or the value of
        their line in another table.
        """
        return replace(
            self,
            data=data,
            misfits=self.misfits.without(records),
            written=self.written and replace(self.written, others=self.written.others.without(records)),
            brought=None,
        )

    def taken_first(self, records: int) -> "Column":
        return self.taken(np.arange(min(records, len(self)), dtype=np.int64))

    @property
    def is_number(self) -> bool:
        return self.kind is Kind.NUMBER

    @property
    def counts_records(self) -> bool:
        return COUNTS_RECORDS in self.notes

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
        return coded_numbers(self.data) if self.is_number else (self.data, self.dictionary)

    @cached_property
    def distinct(self) -> int:
        """The number of different values that records hold, blanks not counted."""
        if self.is_number:
            import pyarrow as pa
            import pyarrow.compute as pc  # only here, since a pivot in a fresh process needs none of it

            # By hashing, which is several times faster than sorting them as ``coded`` does. Minus zero is zero.
            return int(pc.count_distinct(pa.array(self.data[~np.isnan(self.data)] + 0.0)).as_py())
        return int(np.count_nonzero(self.counts[1:]))

    @cached_property
    def counts(self) -> NDArray[np.int64]:
        """The number of records of each entry; place 0 counts the blanks."""
        codes, entries = self.coded
        return np.bincount(codes, minlength=len(entries))


def coded_numbers(numbers: NDArray[np.float64]) -> tuple[NDArray[Any], NDArray[np.float64]]:
    """Codes into the distinct numbers, rising from place 1; the blank stands at 0 as NaN."""
    filled = ~np.isnan(numbers)
    distinct, inverse = np.unique(numbers[filled], return_inverse=True)
    codes = np.zeros(len(numbers), dtype=smallest_codes(len(distinct) + 1))
    codes[filled] = inverse + 1
    return codes, np.concatenate([[np.nan], distinct])


def smallest_codes(entries: int) -> np.dtype[Any]:
    """The narrowest unsigned type that can number so many entries: narrow codes are what makes a pass fast."""
    for kind in (np.uint8, np.uint16):
        if entries <= np.iinfo(kind).max + 1:
            return np.dtype(kind)
    return np.dtype(np.uint32)
