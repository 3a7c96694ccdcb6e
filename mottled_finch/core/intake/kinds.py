"""Deciding what a column holds, from its different texts and how many records hold each.

A column is a moment or a number when at least nine in ten of its filled records fit; the rest are counted as misfits and
become blanks. Texts such as "007" or a 17-digit account number are names, not quantities, and keep a column a category.
"""

from datetime import datetime
from typing import Any

import numpy as np
import pyarrow as pa
import pyarrow.compute as pc
from numpy.typing import NDArray

from ..table import BLANK, Column, Kind, smallest_codes

BLANK_TEXTS = ("", "NA", "N/A", "null", "NaN")
FIT_SHARE = 0.9
MISFITS_KEPT = 20

_PLAIN = r"^[+-]?(\d+(\.\d*)?|\.\d+)([eE][+-]?\d{1,3})?$"
_GROUPED = r"^[+-]?\d{1,3}(,\d{3})+(\.\d+)?$"
_NAME_LIKE = r"^[+-]?(0\d+|\d{16,})$"
_MOMENT = (
    r"^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])"
    r"([T ]([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,6})?)?(Z|[+-]\d{2}:?\d{2})?)?$"
)
_LOCAL_MOMENT = r"^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])([T ]([01]\d|2[0-3]):[0-5]\d(:[0-5]\d)?)?$"
_NO_MOMENT = np.array(["NaT"], dtype="datetime64[us]")
_YES_NO = ({"yes", "no"}, {"true", "false"}, {"y", "n"}, {"t", "f"})


def column_from_texts(name: str, codes: NDArray[Any], texts: pa.StringArray) -> Column:
    """A column from codes into raw texts, in which 0 is the first text (nothing is reserved for the blank yet).

    Texts are compared after trimming and Unicode NFC; blank texts become blanks.
    """
    clean = pc.utf8_normalize(pc.utf8_trim_whitespace(texts), form="NFC")
    blank = pc.is_in(clean, value_set=pa.array(BLANK_TEXTS)).to_numpy(zero_copy_only=False)
    counts = np.bincount(codes, minlength=len(clean)) if len(clean) else np.zeros(0, dtype=np.int64)
    filled = int(counts[~blank].sum())

    def mostly(fits: NDArray[np.bool_]) -> bool:
        return filled > 0 and int(counts[fits & ~blank].sum()) >= FIT_SHARE * filled

    moments = _matches(clean, _MOMENT)
    if mostly(moments):
        return _moment_column(name, codes, clean, blank, counts, moments)
    numbers = _matches(clean, _PLAIN) | _matches(clean, _GROUPED)
    if mostly(numbers) and not (_matches(clean, _NAME_LIKE) & ~blank).any():
        return _number_column(name, codes, clean, blank, counts, numbers)
    return _category_column(name, codes, clean, blank)


def plain_kind(texts: pa.StringArray) -> Kind | None:
    """NUMBER or MOMENT when a sample of raw texts is that throughout, so plainly that Arrow's own parsers read it the same.

    A sample of whole numbers alone is neither: one late "007" would make them names, which parsing would not show.
    """
    blank = pc.is_in(texts, value_set=pa.array(BLANK_TEXTS)).to_numpy(zero_copy_only=False)
    if blank.all():
        return None
    if ((_matches(texts, _PLAIN) & ~_matches(texts, _NAME_LIKE)) | blank).all() and _matches(texts, r"\.").any():
        return Kind.NUMBER
    return Kind.MOMENT if (_matches(texts, _LOCAL_MOMENT) | blank).all() else None


def column_from_moments(name: str, moments: pa.ChunkedArray) -> Column:
    """A column of moments that Arrow has parsed already; nulls are the blanks."""
    # One piece first: unifying a dictionary a chunk would look everything up twice.
    encoded = pa.concat_arrays(moments.chunks).dictionary_encode()
    found = encoded.dictionary.to_numpy(zero_copy_only=False).astype("datetime64[us]")
    entries, code_of = np.unique(found, return_inverse=True)
    new_code = np.concatenate([code_of + 1, [BLANK]]).astype(smallest_codes(len(entries) + 1))
    # A null points behind the last entry, where the blank's code stands.
    codes = pc.fill_null(encoded.indices, len(found)).to_numpy(zero_copy_only=False)
    return Column(name=name, kind=Kind.MOMENT, data=new_code[codes], entries=np.concatenate([_NO_MOMENT, entries]))


def _matches(texts: pa.StringArray, pattern: str) -> NDArray[np.bool_]:
    found: NDArray[np.bool_] = pc.match_substring_regex(texts, pattern).to_numpy(zero_copy_only=False).astype(bool)
    return found


def _misfits(
    texts: pa.StringArray, blank: NDArray[np.bool_], counts: NDArray[np.int64], fits: NDArray[np.bool_]
) -> tuple[tuple[str, int], ...]:
    """Texts that do not fit, the most frequent first; past the first twenty they are gathered as one."""
    where = np.flatnonzero(~fits & ~blank & (counts > 0))
    where = where[np.argsort(-counts[where], kind="stable")]
    listed = [(texts[int(i)].as_py(), int(counts[i])) for i in where[:MISFITS_KEPT]]
    rest = int(counts[where[MISFITS_KEPT:]].sum())
    return tuple(listed + ([("…", rest)] if rest else []))


def _number_column(
    name: str,
    codes: NDArray[Any],
    texts: pa.StringArray,
    blank: NDArray[np.bool_],
    counts: NDArray[np.int64],
    fits: NDArray[np.bool_],
) -> Column:
    plain = pc.replace_substring(pc.if_else(pa.array(fits & ~blank), texts, None), ",", "")
    values = plain.cast(pa.float64()).to_numpy(zero_copy_only=False)
    finite = np.isfinite(values)
    values = np.where(finite, values, np.nan)
    return Column(
        name=name,
        kind=Kind.NUMBER,
        data=values[codes],
        misfits=_misfits(texts, blank, counts, finite),
    )


def _moment_column(
    name: str,
    codes: NDArray[Any],
    texts: pa.StringArray,
    blank: NDArray[np.bool_],
    counts: NDArray[np.int64],
    fits: NDArray[np.bool_],
) -> Column:
    # An offset from UTC is dropped, not applied: the wall clock at the place of the record is what people mean by "hour".
    local = pc.replace_substring_regex(pc.replace_substring(texts, "T", " "), r"(Z|[+-]\d{2}:?\d{2})$", "")
    # The offset pattern would also eat "-15" of a bare date followed by nothing, so bare dates keep their own text.
    local = pc.if_else(pc.less_equal(pc.utf8_length(texts), 10), texts, local)
    local = pc.if_else(pa.array(fits & ~blank), local, None)
    moments = _parse_moments(local)
    entries, code_of = np.unique(moments, return_inverse=True)  # NaT sorts last and stands once
    filled = entries[~np.isnat(entries)]
    new_code = np.where(np.isnat(moments), BLANK, code_of + 1).astype(smallest_codes(len(filled) + 1))
    return Column(
        name=name,
        kind=Kind.MOMENT,
        data=new_code[codes],
        entries=np.concatenate([_NO_MOMENT, filled]),
        misfits=_misfits(texts, blank, counts, ~np.isnat(moments)),
    )


def _parse_moments(texts: pa.StringArray) -> NDArray[np.datetime64]:
    """Moments of ISO 8601 texts; a day that does not exist (30 February) is NaT."""
    try:
        parsed = texts.cast(pa.timestamp("us"))
    except pa.ArrowInvalid:
        parsed = pa.array([_moment_or_none(text) for text in texts.to_pylist()], pa.timestamp("us"))
    moments: NDArray[np.datetime64] = parsed.to_numpy(zero_copy_only=False).astype("datetime64[us]")
    return moments


def _moment_or_none(text: str | None) -> Any:
    try:
        return datetime.fromisoformat(text) if text else None
    except ValueError:
        return None


def _category_column(name: str, codes: NDArray[Any], texts: pa.StringArray, blank: NDArray[np.bool_]) -> Column:
    # Raw texts that became equal by trimming or NFC share one code; order of first appearance is kept.
    unified = pc.if_else(pa.array(blank), None, texts).dictionary_encode()
    entries = np.array(["", *unified.dictionary.to_pylist()], dtype=object)
    new_code = pc.fill_null(pc.add(unified.indices, 1), BLANK).to_numpy(zero_copy_only=False)
    new_code = new_code.astype(smallest_codes(len(entries)))
    words = {entry.casefold() for entry in entries[1:]} if len(entries) == 3 else set()
    return Column(
        name=name,
        kind=Kind.YES_NO if words in _YES_NO else Kind.CATEGORY,
        data=new_code[codes] if len(new_code) else np.zeros(len(codes), dtype=np.uint8),
        entries=entries,
    )
