"""Deciding what a column holds, from its different texts and how many records hold each.

A column is a moment or a number when at least nine in ten of its filled records fit; the rest are counted as misfits and
become blanks. Words that often mean "no value" neither speak for a kind nor against it. Texts such as "007" or a 17-digit account
number are names, not quantities, and keep a column a category.
"""

from dataclasses import dataclass, replace
from typing import Any

import numpy as np
import pyarrow as pa
import pyarrow.compute as pc
from numpy.typing import NDArray

from ...common.recipe.table_spec import Counted
from ..table import BLANK, COUNTS_RECORDS, Column, Kind, Misfits, Written, smallest_codes
from .counted_moments import counted_moments, likely_counted, range_of, said_of
from .moments import LOCAL, Dates, looks_like_moments, read_moments
from .numbers import EITHER_WAY, NAME_LIKE, PLAIN, Decimal, Mask, matches, read_numbers

BLANK_WORDS = ("NA", "N/A", "null", "NaN")
"""What means "no value" wherever it stands, unless the user names other words."""
LIKE_BLANKS = frozenset(
    (  # noqa: SIM905
        "null|none|nil|nan|na|n/a|n.a.|n. a.|#n/a|#na|#value!|#div/0!|#ref!|#null!|-|--|---|–|—|.|..|…|?|*|blank|(blank)|empty|"
        "(empty)|(none)|(null)|<na>|<null>|leer|(leer)|missing|unknown|unbekannt|inconnu|desconocido|sconosciuto|onbekend|k.a.|"
        "k. a.|keine angabe|ohne angabe|s/d|s.d.|s. d.|s/o|sin dato|n.d.|n. d.|nd|n/d|b.d.|brak|non disponible|not available|"
        "not applicable|no data|no value|tbd|tba"
    ).split("|")
)
"""Words, in small letters, that often mean "no value": among numbers and moments they are proposed as blanks."""
FIT_SHARE = 0.9
_SPEAKING_LEAST = 0.3
_TRIED, _OFTEN = 1000, 100

_NO_MOMENT = np.array(["NaT"], dtype="datetime64[us]")
_YES_NO = ({"yes", "no"}, {"true", "false"}, {"y", "n"}, {"t", "f"})


@dataclass(frozen=True, kw_only=True)
class Habits:
    """How the rest of the table writes numbers and dates, for columns that do not say it themselves.

    A habit is ``forced`` when the user has said it: then it holds for every column. ``blanks`` are the words that mean that there
    is no value, beside the empty text; ``counted`` says what numbers count that are asked for as moments.
    """

    decimal: Decimal = "."
    dates: Dates | None = None
    blanks: tuple[str, ...] = BLANK_WORDS
    counted: Counted | None = None
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
    blank = are_blank(clean, habits.blanks)
    counts = np.bincount(codes, minlength=len(clean)) if len(clean) else np.zeros(0, dtype=np.int64)
    column = _Texts(name=name, codes=codes, texts=clean, blank=blank, counts=counts)
    speaks = _speaking(column)
    filled = int(speaks.sum())

    def mostly(fits: Mask) -> bool:
        return filled > 0 and int(speaks[fits].sum()) >= FIT_SHARE * filled

    # No text is both a plain number and a moment, and numbers are quicker to tell.
    plain = kind is None and mostly(matches(clean, PLAIN))
    if kind is None and not plain and _may_be_moments(column) and mostly(looks_like_moments(clean)):
        return _moment_column(column, habits)
    if kind is Kind.MOMENT:
        return _asked_moments(column, habits)
    if kind is Kind.NUMBER:
        return _number_column(column, *_numbers(column, habits))
    if kind is None and filled and not (matches(clean, NAME_LIKE) & ~blank).any() and mostly(matches(clean, r"\d")):
        values, notes = _numbers(column, habits)
        counted = likely_counted(name, values)
        if counted:
            return _moments_of(column, counted_moments(values, counted), (said_of(counted, likely=True),))
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


def habits_of(column: Column) -> Habits:
    """How a column was read, by its notes: for reading some of it anew in the same way."""
    said = " ".join(column.notes)
    dates: Dates | None = "day_first" if "day before month" in said else "month_first" if "month before day" in said else None
    return Habits(decimal="," if "decimal comma" in said else ".", dates=dates)


def are_blank(texts: pa.StringArray, words: tuple[str, ...] = BLANK_WORDS) -> Mask:
    """Which texts say that there is no value: those that are empty, and the words."""
    blank: Mask = pc.is_in(texts, value_set=pa.array(["", *words])).to_numpy(zero_copy_only=False)
    return blank


def _may_be_moments(column: _Texts) -> bool:
    """Whether any of a thousand texts, or of the commonest, has the look of a moment: where none has, not most of them can."""
    count = len(column.texts)
    if count <= _TRIED:
        return True
    often = np.argpartition(-column.weights, _OFTEN)[:_OFTEN]
    tried = np.union1d(np.arange(0, count, count // _TRIED), often)
    return bool(looks_like_moments(column.texts.take(pa.array(tried))).any())


def _speaking(column: _Texts) -> NDArray[np.int64]:
    """The records of each text that say what kind a column is. Where most stand for no value, they are what the column is about."""
    like = pc.is_in(pc.utf8_lower(column.texts), value_set=pa.array(sorted(LIKE_BLANKS))).to_numpy(zero_copy_only=False)
    speaks = np.where(like, 0, column.weights)
    return speaks if speaks.sum() >= _SPEAKING_LEAST * column.weights.sum() else column.weights


def plain_kind(name: str, texts: pa.StringArray, habits: Habits = NO_HABITS) -> Kind | None:
    """NUMBER or MOMENT when a sample of raw texts is that throughout, so plainly that Arrow's own parsers read it the same.

    A sample of whole numbers alone is neither: one late "007" would make them names, which parsing would not show.
    """
    decimal, blank = habits.decimal, are_blank(texts, habits.blanks)
    if blank.all():
        return None
    even = texts if decimal == "." else pc.replace_substring(texts, ",", ".", max_replacements=1)
    mark = matches(texts, r"\." if decimal == "." else ",")
    plain = matches(even, PLAIN) & ~(matches(texts, r"\.") if decimal == "," else np.False_)
    if ((plain & ~matches(texts, NAME_LIKE)) | blank).all() and mark.any():
        # Thousands could be meant throughout, or moments: the texts are kept, so that the column can be read otherwise.
        values = pc.if_else(pa.array(blank), None, even).cast(pa.float64()).to_numpy(zero_copy_only=False)
        otherwise = (matches(even, EITHER_WAY) | blank).all() or likely_counted(name, values)
        return None if otherwise else Kind.NUMBER
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


def counting_records(column: Column) -> Column:
    """The column, marked when it holds nothing but 1, 2, 3, … and so tells no more than the place of each record."""
    if not column.is_number or column.blanks or not bool((column.data == np.arange(1, len(column) + 1)).all()):
        return column
    return replace(column, notes=(*column.notes, COUNTS_RECORDS))


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
    return _moments_of(column, *read_moments(column.texts, column.weights, habits.dates, forced=habits.dates_forced))


def _asked_moments(column: _Texts, habits: Habits) -> Column:
    """Asked for as moments: numbers may count them, by what is asked or else by their range."""
    if not (habits.counted or (matches(column.texts, PLAIN) | column.blank).all()):
        return _moment_column(column, habits)
    values, _ = _numbers(column, habits)
    counted = habits.counted or range_of(values[~np.isnan(values)])
    if counted is None:
        return _moment_column(column, habits)
    return _moments_of(column, counted_moments(values, counted), (said_of(counted, likely=False),))


def _moments_of(column: _Texts, moments: NDArray[np.datetime64], notes: tuple[str, ...]) -> Column:
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
