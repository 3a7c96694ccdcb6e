"""What expressions are worth: values over all records, made of doubles, or of codes into entries."""

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..table import BLANK, Column, Kind, smallest_codes

Codes = NDArray[Any]


@dataclass(frozen=True, kw_only=True, eq=False)
class Value:
    """What an expression is worth: for a number ``data`` are doubles, of shape (records,) or (1,) when all are the same.

    For every other kind they are codes into ``entries``, whose first is the blank.
    """

    kind: Kind
    data: NDArray[Any]
    entries: NDArray[Any] | None = None

    @property
    def coded(self) -> tuple[Codes, NDArray[Any]]:
        assert self.entries is not None
        return self.data, self.entries


def column_of(value: Value, name: str, records: int) -> Column:
    """The value as a column of so many records. A text of nothing but spaces is no head: there it is a blank."""
    if value.kind is Kind.CATEGORY:
        codes, entries = value.coded
        value = text_value(codes, [entry if str(entry).strip() else "" for entry in entries])
    data = np.broadcast_to(value.data, (records,)) if len(value.data) != records else value.data
    return Column(name=name, kind=value.kind, data=np.ascontiguousarray(data), entries=value.entries)


YES_NO = np.array(["", "yes", "no"], dtype=object)
_YES, _NO = 1, 2


def yes_no(true: NDArray[np.bool_], blank: NDArray[np.bool_] | None = None) -> Value:
    codes = np.where(true, _YES, _NO).astype(np.uint8)
    if blank is not None:
        codes[np.broadcast_to(blank, codes.shape)] = BLANK
    return Value(kind=Kind.YES_NO, data=codes, entries=YES_NO)


def text_value(codes: Codes, entries: list[str] | NDArray[Any]) -> Value:
    """Text from codes into entries that may repeat; empty ones become the blank. Nothing is trimmed: "a " & "b" is "a b"."""
    order: dict[str, int] = {}
    place = np.zeros(len(entries), dtype=np.int64)
    for i, entry in enumerate(entries):
        text = str(entry)
        place[i] = order.setdefault(text, len(order) + 1) if text else BLANK
    place[BLANK] = BLANK if not str(entries[BLANK]) else place[BLANK]
    narrow = smallest_codes(len(order) + 1)
    return Value(kind=Kind.CATEGORY, data=place.astype(narrow)[codes], entries=np.array(["", *order], dtype=object))


def moment_value(codes: Codes, entries: NDArray[Any]) -> Value:
    """Moments from codes into entries that may repeat, in any order; NaT becomes the blank."""
    distinct, inverse = np.unique(entries.astype("datetime64[us]"), return_inverse=True)
    filled = distinct[~np.isnat(distinct)]
    place = np.where(np.isnat(entries), BLANK, inverse + 1).astype(smallest_codes(len(filled) + 1))
    blank = np.array(["NaT"], dtype="datetime64[us]")
    return Value(kind=Kind.MOMENT, data=place[codes], entries=np.concatenate([blank, filled]))


def is_blank(value: Value) -> bool:
    if value.kind is Kind.NUMBER:
        return len(value.data) == 1 and bool(np.isnan(value.data[0]))
    return len(value.data) == 1 and bool(value.data[0] == BLANK)


def filled(value: Value) -> NDArray[np.bool_]:
    found: NDArray[np.bool_] = ~np.isnan(value.data) if value.kind is Kind.NUMBER else value.data != BLANK
    return found
