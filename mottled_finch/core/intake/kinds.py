"""Deciding what a column holds, from its different texts and how many records hold each.

A column is a moment or a number when at least nine in ten of its filled records fit; the rest are counted as misfits and
become blanks. Texts such as "007" or a 17-digit account number are names, not quantities, and keep a column a category.
"""

from dataclasses import dataclass
from typing import Any

import numpy as np
import pyarrow as pa
import pyarrow.compute as pc
from numpy.typing import NDArray

from ..table import BLANK, Column, Kind, Misfits, Written, smallest_codes
from .moments import LOCAL, Dates, looks_like_moments, read_moments
from .numbers import EITHER_WAY, NAME_LIKE, PLAIN, Decimal, Mask, matches, read_numbers

BLANK_TEXTS = ("", "NA", "N/A", "null", "NaN")
FIT_SHARE = 0.9

_NO_MOMENT = np.array(["NaT"], dtype="datetime64[us]")
_YES_NO = ({"yes", "no"}, {"true", "false"}, {"y", "n"}, {"t", "f"})


@dataclass(frozen=True, kw_only=True)
class Habits:
    """How the rest of the table writes numbers and dates, for columns that do not say it themselves.

    A habit is ``forced`` when the user has said it: then it holds for every column.
    """

    decimal: Decimal = "."
    dates: Dates | None = None
    decimal_forced: bool = False
    dates_forced: bool = False


NO_HABITS = Habits()


@dataclass(frozen=True, kw_only=True, eq=False)
class _Texts:
    """The different texts of a column, trimmed and composed; records point at them by code."""

    name: str
    codes: NDArray[Any]
    texts: pa.StringArray
    blank: Mask
    counts: NDArray[np.int64]

    @property
    def weights(self) -> NDArray[np.int64]:
        return np.where(self.blank, 0, self.counts)

    def misfits(self, fits: Mask) -> Misfits:
        return self.standing(~fits & (self.weights > 0))

    def standing(self, wrong: Mask) -> Misfits:
        """The records of some of the texts, with these."""
        if not wrong.any():
            return Misfits(records=np.zeros(0, dtype=np.int64), codes=np.zeros(0, dtype=np.uint8), texts=())
        records = np.flatnonzero(wrong[self.codes])
        where = np.flatnonzero(wrong)
        code = np.zeros(len(wrong), dtype=smallest_codes(len(where)))
        code[where] = np.arange(len(where))
        return Misfits(records=records, codes=code[self.codes[records]], texts=tuple(self.texts.take(where).to_pylist()))

    def written(self, values: NDArray[Any], fits: Mask, plain: Mask) -> Written | None:
        """What the texts that fit say beyond the ``values`` they were read as, one each; None where all are ``plain``."""
        where = np.flatnonzero(fits & (self.weights > 0))
        if not len(where) or plain[where].all():
            return None
        order = where[np.lexsort((-self.counts[where], values[where]))]
        first = np.concatenate([[True], values[order][1:] != values[order][:-1]])
        others = np.zeros(len(self.counts), dtype=bool)
        others[order[~first]] = True
        chief = order[first]
        return Written(values=values[chief], texts=tuple(self.texts.take(chief).to_pylist()), others=self.standing(others))


def column_from_texts(
    name: str, codes: NDArray[Any], texts: pa.StringArray, habits: Habits = NO_HABITS, kind: Kind | None = None
) -> Column:
    """A column from codes into raw texts, in which 0 is the first text (nothing is reserved for the blank yet).

    Texts are compared after trimming and Unicode NFC; blank texts become blanks. Without a ``kind`` it follows from the texts.
    """
    clean = pc.utf8_normalize(pc.utf8_trim_whitespace(texts), form="NFC")
    blank = pc.is_in(clean, value_set=pa.array(BLANK_TEXTS)).to_numpy(zero_copy_only=False)
    counts = np.bincount(codes, minlength=len(clean)) if len(clean) else np.zeros(0, dtype=np.int64)
    column = _Texts(name=name, codes=codes, texts=clean, blank=blank, counts=counts)
    filled = int(column.weights.sum())

    def mostly(fits: Mask) -> bool:
        return filled > 0 and int(column.weights[fits].sum()) >= FIT_SHARE * filled

    # No text is both a plain number and a moment, and numbers are quicker to tell.
    plain = kind is None and mostly(matches(clean, PLAIN))
    if kind is Kind.MOMENT or (kind is None and not plain and mostly(looks_like_moments(clean))):
        return _moment_column(column, habits)
    if kind is Kind.NUMBER:
        return _number_column(column, *_numbers(column, habits))
    if kind is None and filled and not (matches(clean, NAME_LIKE) & ~blank).any() and mostly(matches(clean, r"\d")):
        values, notes = _numbers(column, habits)
        if mostly(~np.isnan(values)):
            return _number_column(column, values, notes)
    return _category_column(column, kind)


def column_from_arrow(name: str, texts: Any, habits: Habits = NO_HABITS, kind: Kind | None = None) -> Column:
    """The same from texts of Arrow, in one piece or several, encoded or not; nulls are blanks."""
    whole = texts if isinstance(texts, pa.ChunkedArray) else pa.chunked_array([texts])
    if not pa.types.is_dictionary(whole.type):
        whole = pc.fill_null(whole, "").dictionary_encode()
    encoded = whole.unify_dictionaries().combine_chunks()
    if isinstance(encoded, pa.ChunkedArray):
        encoded = encoded.chunk(0)
    return column_from_texts(name, encoded.indices.to_numpy(), encoded.dictionary, habits, kind)


def plain_kind(texts: pa.StringArray, decimal: Decimal = ".") -> Kind | None:
    """NUMBER or MOMENT when a sample of raw texts is that throughout, so plainly that Arrow's own parsers read it the same.

    A sample of whole numbers alone is neither: one late "007" would make them names, which parsing would not show.
    """
    blank = pc.is_in(texts, value_set=pa.array(BLANK_TEXTS)).to_numpy(zero_copy_only=False)
    if blank.all():
        return None
    even = texts if decimal == "." else pc.replace_substring(texts, ",", ".", max_replacements=1)
    mark = matches(texts, r"\." if decimal == "." else ",")
    plain = matches(even, PLAIN) & ~(matches(texts, r"\.") if decimal == "," else np.False_)
    if ((plain & ~matches(texts, NAME_LIKE)) | blank).all() and mark.any():
        # Thousands could be meant throughout: the texts are kept, so that the column can be read otherwise.
        return None if (matches(even, EITHER_WAY) | blank).all() else Kind.NUMBER
    return Kind.MOMENT if (matches(texts, LOCAL) | blank).all() else None


def column_from_moments(name: str, moments: pa.ChunkedArray, notes: tuple[str, ...] = ()) -> Column:
    """A column of moments that Arrow has parsed already; nulls are the blanks."""
    counted = _counted_codes(moments)
    if counted is not None:
        codes, entries = counted
        return Column(name=name, kind=Kind.MOMENT, data=codes, entries=np.concatenate([_NO_MOMENT, entries]), notes=notes)
    # One piece first: unifying a dictionary a chunk would look everything up twice.
    encoded = pa.concat_arrays(moments.chunks).dictionary_encode()
    found = encoded.dictionary.to_numpy(zero_copy_only=False).astype("datetime64[us]")
    entries, code_of = np.unique(found, return_inverse=True)
    new_code = np.concatenate([code_of + 1, [BLANK]]).astype(smallest_codes(len(entries) + 1))
    # A null points behind the last entry, where the blank's code stands.
    codes = pc.fill_null(encoded.indices, len(found)).to_numpy(zero_copy_only=False)
    return Column(name=name, kind=Kind.MOMENT, data=new_code[codes], entries=np.concatenate([_NO_MOMENT, entries]), notes=notes)


_UNITS = tuple(seconds * 1_000_000 for seconds in (86_400, 3_600, 60, 1))
_STEPS_MOST = 1 << 26
"""Steps of time that are counted at most: two years of seconds."""


def _counted_codes(moments: pa.ChunkedArray) -> tuple[NDArray[Any], NDArray[np.datetime64]] | None:
    """Codes and rising entries of moments, by counting steps of the coarsest unit they all keep to, rather than by hashing.

    None where they keep to no unit, or lie too far apart for their number.
    """
    blank = pc.is_null(moments).to_numpy()
    micros = pc.fill_null(moments.cast(pa.int64()), 0).to_numpy()
    if blank.all():
        return None
    filled = micros[~blank] if blank.any() else micros
    low, high = int(filled.min()), int(filled.max())
    unit = next((unit for unit in _UNITS if not (filled[:1000] % unit).any() and not (filled % unit).any()), None)
    if unit is None:
        return None
    steps = (high - low) // unit + 1
    if steps > min(_STEPS_MOST, 64 + 8 * len(micros)):
        return None
    step = (micros - low) // unit
    step[blank] = 0
    used = np.zeros(steps, dtype=bool)
    used[step[~blank] if blank.any() else step] = True
    entries = np.flatnonzero(used)
    code_of = np.cumsum(used, dtype=np.uint32).astype(smallest_codes(len(entries) + 1), copy=False)
    codes = code_of[step]
    codes[blank] = BLANK
    return codes, (low + entries * unit).astype("datetime64[us]")


def _numbers(column: _Texts, habits: Habits) -> tuple[NDArray[np.float64], tuple[str, ...]]:
    return read_numbers(column.texts, column.weights, habits.decimal, forced=habits.decimal_forced)


def _number_column(column: _Texts, values: NDArray[np.float64], notes: tuple[str, ...]) -> Column:
    fits = ~np.isnan(values)
    return Column(
        name=column.name,
        kind=Kind.NUMBER,
        data=values[column.codes] if len(values) else np.full(len(column.codes), np.nan),
        misfits=column.misfits(fits),
        notes=notes,
        written=column.written(values, fits, matches(column.texts, PLAIN) & ~matches(column.texts, EITHER_WAY)),
    )


def _moment_column(column: _Texts, habits: Habits) -> Column:
    moments, notes = read_moments(column.texts, column.weights, habits.dates, forced=habits.dates_forced)
    fits = ~np.isnat(moments)
    entries, code_of = np.unique(moments, return_inverse=True)  # NaT sorts last and stands once
    filled = entries[~np.isnat(entries)]
    new_code = np.where(np.isnat(moments), BLANK, code_of + 1).astype(smallest_codes(len(filled) + 1))
    return Column(
        name=column.name,
        kind=Kind.MOMENT,
        data=new_code[column.codes] if len(new_code) else np.zeros(len(column.codes), dtype=np.uint8),
        entries=np.concatenate([_NO_MOMENT, filled]),
        misfits=column.misfits(fits),
        notes=notes,
        written=column.written(moments, fits, matches(column.texts, LOCAL)),
    )


def _category_column(column: _Texts, kind: Kind | None) -> Column:
    # Raw texts that became equal by trimming or NFC share one code; order of first appearance is kept.
    unified = pc.if_else(pa.array(column.blank), None, column.texts).dictionary_encode()
    entries = np.array(["", *unified.dictionary.to_pylist()], dtype=object)
    new_code = pc.fill_null(pc.add(unified.indices, 1), BLANK).to_numpy(zero_copy_only=False)
    new_code = new_code.astype(smallest_codes(len(entries)))
    data = new_code[column.codes] if len(new_code) else np.zeros(len(column.codes), dtype=np.uint8)
    words = {entry.casefold() for entry in entries[1:]} if len(entries) == 3 else set()
    if kind is Kind.YES_NO:
        return _yes_no_column(column, data, entries)
    found = Kind.YES_NO if words in _YES_NO and kind is None else Kind.CATEGORY
    return Column(name=column.name, kind=found, data=data, entries=entries)


_SAYS_YES = {"yes", "true", "y", "t", "1", "on", "x"}
_SAYS_NO = {"no", "false", "n", "f", "0", "off"}


def _yes_no_column(column: _Texts, data: NDArray[Any], entries: NDArray[Any]) -> Column:
    """Asked for as yes or no: the usual words are taken for it, and other texts do not fit."""
    code = np.array([("", "yes", "no").index(_meaning(str(entry))) for entry in entries], dtype=np.uint8)
    meant = np.array([_meaning(text) for text in column.texts.to_pylist()], dtype="<U3")
    says = meant != ""
    return Column(
        name=column.name,
        kind=Kind.YES_NO,
        data=code[data],
        entries=np.array(["", "yes", "no"], dtype=object),
        misfits=column.misfits(says),
        written=column.written(meant, says, np.array([text in ("yes", "no") for text in column.texts.to_pylist()], dtype=bool)),
    )


def _meaning(text: str) -> str:
    word = text.casefold()
    return "yes" if word in _SAYS_YES else "no" if word in _SAYS_NO else ""
