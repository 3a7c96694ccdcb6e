"""Moments as people write them: ISO 8601, day or month first, months by name in many languages, with or without a time of day;
a month, a quarter or a time of day alone.

Whether 3/4 is the third of April or the fourth of March is decided from the whole column: a part above 12 must be a day.
An offset from UTC is left off, not applied: the wall clock at the place of the record is what people mean by "hour".
"""

from datetime import datetime
from typing import Any, Literal

import numpy as np
import pyarrow as pa
import pyarrow.compute as pc
from numpy.typing import NDArray

from ...common.language.english import counted
from .month_words import LANGUAGE_NAMES
from .months import may_name_months, month_numbers
from .numbers import Mask, matches

Dates = Literal["day_first", "month_first"]

LOCAL = r"^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])([T ]([01]\d|2[0-3]):[0-5]\d(:[0-5]\d)?)?$"
"""What Arrow's own parser reads as we do."""
_ISO = (
    r"^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])"
    r"([T ]([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,6})?)?(Z|[+-]\d{2}:?\d{2})?)?$"
)
_HALF = r" ?(?P<half>[AaPp]\.? ?[Mm]\.?)?"
_SECOND = r"(?::(?P<second>\d{2})(?:[.,](?P<part>\d{1,9}))?)?"
_TIME = (
    r"(?:(?:T|,? +)(?P<hour>\d{1,2}):(?P<minute>\d{2})" + _SECOND + _HALF + r"(?: ?(?P<zone>Z|UTC|GMT|[+-]\d{2}:?\d{2}|Uhr|h))?)?$"
)
_WEEKDAY = r"^(?:\p{L}[\p{L}\p{M}.-]*,? +)?"
_DAY = r"(?P<day>\d{1,2})(?:st|nd|rd|th|er|\.º|º|ª)?\.?"
_OF = r"(?:(?:de|del|di|of|du) |d[’'])?"
_MONTH = r"(?P<month>\p{L}[\p{L}\p{M}.’']*(?: \p{L}[\p{L}\p{M}’']+)??)\.?"
_YEAR = r"(?P<year>\d{4})"
_LONG_YEAR = r"(?P<year>(?:1[6-9]|2[01])\d{2})"
_NUMERIC = r"^(?P<first>\d{1,2})[-/.] ?(?P<other>\d{1,2})[-/.] ?(?P<year>\d{4}|\d{2})\.?" + _TIME
"""The one whose order of day and month must be decided."""
_PATTERNS = (
    r"^(?P<year>\d{4})[-/.] ?(?P<month>\d{1,2})[-/.] ?(?P<day>\d{1,2})\.?" + _TIME,
    _NUMERIC,
    _WEEKDAY + _DAY + r"[ /-]?" + _OF + _MONTH + r",?[ /-](?:del? )?(?P<year>\d{4}|\d{2})(?: г\.?| р\.?)?" + _TIME,
    _WEEKDAY + _MONTH + r" (?P<day>\d{1,2})(?:st|nd|rd|th)?,? (?P<year>\d{4})" + _TIME,
    r"^" + _YEAR + r"\.?[ /-]" + _MONTH + r"[ /-](?P<day>\d{1,2})\.?" + _TIME,
    r"^" + _YEAR + r" ?[年년] ?(?P<month>\d{1,2}) ?[月월] ?(?P<day>\d{1,2}) ?[日일]?" + _TIME,
)
_MONTHS_ALONE = (
    r"^" + _LONG_YEAR + r"[-/](?P<month>0[1-9]|1[0-2])$",
    r"^(?P<month>0?[1-9]|1[0-2])[/.]" + _LONG_YEAR + r"$",
    r"^" + _OF + _MONTH + r",?[ /-](?:del? )?" + _LONG_YEAR + r"$",
    r"^" + _MONTH + r"[-’']" + r"(?P<year>\d{2})$",
    r"^" + _LONG_YEAR + r"[ /-]" + _MONTH + r"$",
    r"^" + _YEAR + r" ?[年년] ?(?P<month>\d{1,2}) ?[月월]$",
)
_QUARTERS_ALONE = (
    r"^" + _LONG_YEAR + r"[ /-]?[QqTt](?P<quarter>[1-4])$",
    r"^[QqTt](?P<quarter>[1-4])[ /-]?" + _LONG_YEAR + r"$",
    r"^(?P<quarter>[1-4])\.? ?(?:[Qq]uarter|Quartal|trimestre)[ ,]*" + _LONG_YEAR + r"$",
)
_TIMES_ALONE = (r"^(?P<hour>[01]?\d|2[0-3]):(?P<minute>[0-5]\d)" + _SECOND + _HALF + r"$",)
_PARTLY = (
    (_MONTHS_ALONE, "each month stands for its first day"),
    (_QUARTERS_ALONE, "each quarter stands for its first day"),
    (_TIMES_ALONE, "times of day, without a date"),
)
"""What says only part of a moment, and what is told of it. A column is read as one of these, or as whole moments."""
_FEW = 2_000


def looks_like_moments(texts: pa.StringArray) -> Mask:
    """Which texts have the look of a moment, whether or not such a day exists. Months by name must be so in some language."""
    found = matches(texts, _ISO)
    if found.all() or not matches(texts, r"\d").any():
        return found
    # What tells letters of all languages takes long to be made ready, so few texts are looked through first.
    named = len(texts) > _FEW or may_name_months(texts.to_pylist())
    whole = found.copy()
    for pattern in _PATTERNS:
        whole |= _matched(texts, pattern, named=named)
    each = [whole]
    for patterns, _ in _PARTLY:
        each.append(np.logical_or.reduce([_matched(texts, pattern, named=named) for pattern in patterns]))
    most: Mask = max(each, key=lambda mask: int(np.count_nonzero(mask)))
    return most


def date_order(texts: pa.StringArray, weights: NDArray[np.int64]) -> tuple[int, int, bool]:
    """How many records say that the day comes first and that the month does, and whether any date is written that way."""
    if not matches(texts, r"^\d{1,2}[-/.] ?\d{1,2}[-/.] ?\d").any():
        return 0, 0, False
    parts = pc.extract_regex(texts, _NUMERIC)
    first, other = _numbers(parts, "first"), _numbers(parts, "other")
    days = int(weights[(first > 12) & (other <= 12) & (other > 0)].sum())
    months = int(weights[(other > 12) & (first <= 12) & (first > 0)].sum())
    return days, months, bool((weights[first >= 0] > 0).any())


def read_moments(
    texts: pa.StringArray, weights: NDArray[np.int64], dates: Dates | None, *, forced: bool = False
) -> tuple[NDArray[np.datetime64], tuple[str, ...]]:
    """The moment each text says (datetime64[us]), NaT where it says none, and notes on how they were read.

    ``dates`` is the order that the rest of the table says; the column's own records overrule it unless it is ``forced``. A time of
    day alone is one of the day NO_DAY (see table/texts.py).
    """
    iso = matches(texts, _ISO)
    wanted = weights > 0
    if bool((iso | ~wanted).all()):
        return _iso_moments(pc.if_else(pa.array(iso & wanted), texts, None)), _zone_notes(texts, weights)
    days, months, numeric = date_order(texts, weights)
    notes: list[str] = []
    if numeric:
        dates, said = _ordered(texts, days, months, dates, forced)
        notes.append(said)
    moments, words = _read_by(_PATTERNS, texts, dates)
    moments[~wanted] = np.datetime64("NaT", "us")
    filled = int(weights[~np.isnat(moments)].sum())
    for patterns, said in _PARTLY:
        found, some = _read_by(patterns, texts, None)
        found[~wanted] = np.datetime64("NaT", "us")
        records = int(weights[~np.isnat(found)].sum())
        if records > filled:
            moments, words, filled, notes = found, some, records, [said]
    _, language = month_numbers(words)
    if language not in ("", "en"):
        notes.append(f"months in {LANGUAGE_NAMES[language]}")
    return moments, (*notes, *_zone_notes(texts, weights))


def _read_by(patterns: tuple[str, ...], texts: pa.StringArray, dates: Dates | None) -> tuple[NDArray[np.datetime64], list[str]]:
    """The moments that texts say in one of several ways, and the words that stood for months."""
    moments = np.full(len(texts), np.datetime64("NaT", "us"))
    words: list[str] = []
    for pattern in patterns:
        parts = pc.extract_regex(texts, pattern)
        if parts.null_count == len(parts):
            continue
        found = _assembled(parts, dates if pattern == _NUMERIC else None)
        words += _month_words(parts, ~np.isnat(found) & np.isnat(moments))
        moments = np.where(np.isnat(moments), found, moments)
    return moments, words


def _matched(texts: pa.StringArray, pattern: str, *, named: bool) -> Mask:
    """``named`` says that months by name are among the texts."""
    by_name = _MONTH in pattern
    found: Mask = matches(texts, pattern) if named or not by_name else np.zeros(len(texts), dtype=bool)
    if not by_name or not found.any():
        return found
    words = pc.struct_field(pc.extract_regex(texts, pattern), "month").to_pylist()
    known, _ = month_numbers({word for word in words if word})
    of_known: Mask = np.array([word in known for word in words], dtype=bool)
    return found & of_known


def _month_words(parts: pa.StructArray, of: Mask) -> list[str]:
    if "month" not in {field.name for field in parts.type}:
        return []
    words = np.array(pc.struct_field(parts, "month").to_pylist(), dtype=object)[of]
    return [word for word in set(words.tolist()) if word and not word.isdigit()]


def _ordered(texts: pa.StringArray, days: int, months: int, dates: Dates | None, forced: bool) -> tuple[Dates, str]:
    words = {"day_first": "day before month", "month_first": "month before day"}
    if forced and dates:
        return dates, words[dates]
    if days != months:
        order: Dates = "day_first" if days > months else "month_first"
        proof = max(days, months)
        return order, f"{words[order]}, as {counted(proof, 'record')} can only be read so"
    halves = matches(texts, r"(?i)[ap]\.?m\.?\b").any()
    order = dates or ("month_first" if halves else "day_first")
    return order, f"{words[order]}, a guess: every date here can be read both ways"


def _iso_moments(texts: pa.StringArray) -> NDArray[np.datetime64]:
    """Moments of ISO 8601 texts; a day that does not exist (30 February) is NaT."""
    local = pc.replace_substring_regex(pc.replace_substring(texts, "T", " "), r"(:\d{2}(?:\.\d+)?)(Z|[+-]\d{2}:?\d{2})$", r"\1")
    try:
        parsed = local.cast(pa.timestamp("us"))
    except pa.ArrowInvalid:
        parsed = pa.array([_moment_or_none(text) for text in local.to_pylist()], pa.timestamp("us"))
    moments: NDArray[np.datetime64] = parsed.to_numpy(zero_copy_only=False).astype("datetime64[us]")
    return moments


def _moment_or_none(text: str | None) -> Any:
    try:
        return datetime.fromisoformat(text) if text else None
    except ValueError:
        return None


def _zone_notes(texts: pa.StringArray, weights: NDArray[np.int64]) -> tuple[str, ...]:
    parts = pc.struct_field(pc.extract_regex(texts, r"\d{1,2}:\d{2}.*?(?P<zone>Z|UTC|GMT|[+-]\d{2}:?\d{2})$"), "zone")
    zones = np.array(parts.to_pylist(), dtype=object)
    found = {str(zone): int(weights[zones == zone].sum()) for zone in set(zones.tolist()) if zone is not None}
    found = {zone: count for zone, count in sorted(found.items()) if count}
    if not found:
        return ()
    listed = ", ".join(f"{zone} in {count:,}" for zone, count in list(found.items())[:4])
    without = int(weights.sum()) - sum(found.values())
    mixed = f", none in {without:,}" if without else ""
    return (f"times stand as they are written; offsets from UTC are left off ({listed}{mixed})",)


def _assembled(parts: pa.StructArray, dates: Dates | None) -> NDArray[np.datetime64]:
    """Moments from the parts of a pattern; NaT where a part that it has is missing or out of bounds."""
    has = {field.name for field in parts.type}
    some = np.array([part is not None for part in parts.to_pylist()], dtype=bool)

    def number(name: str, without: int) -> NDArray[np.int64]:
        """A part as numbers; ``without`` where the pattern has no such part."""
        return _numbers(parts, name) if name in has else np.where(some, without, -1)

    year = number("year", 1)
    if "year" in has:
        # Two digits: up to 68 in this century, from 69 on in the last, as POSIX has it.
        short = np.array([len(text or "") == 2 for text in pc.struct_field(parts, "year").to_pylist()], dtype=bool)
        year = np.where(short & (year >= 0), np.where(year <= 68, year + 2000, year + 1900), year)
    day = number("day", 1)
    month = _months(parts) if "month" in has else number("month", 1)
    if dates is not None:
        first, other = _numbers(parts, "first"), _numbers(parts, "other")
        day, month = (first, other) if dates == "day_first" else (other, first)
    elif "quarter" in has:
        month = _numbers(parts, "quarter") * 3 - 2
    hour, minute, second = (_numbers(parts, name, 0) if name in has else np.zeros(len(parts), int) for name in _CLOCK)
    if "half" in has:
        half = np.array([(text or "").lower()[:1] for text in pc.struct_field(parts, "half").to_pylist()])
        twelve = half != ""
        hour_ok = np.where(twelve, (hour >= 1) & (hour <= 12), (hour >= 0) & (hour <= 23))
        hour = np.where(twelve, hour % 12 + 12 * (half == "p"), hour)
    else:
        hour_ok = (hour >= 0) & (hour <= 23)
    good = (year >= 1) & (month >= 1) & (month <= 12) & (day >= 1) & (day <= 31) & hour_ok & (minute < 60) & (second < 60)
    months = np.where(good, (year - 1970) * 12 + month - 1, 0).astype("datetime64[M]")
    dates_of = months.astype("datetime64[D]") + np.where(good, day - 1, 0)
    good &= dates_of.astype("datetime64[M]") == months  # the 31st of a month of 30 days would run over
    micros = ((np.where(good, hour, 0) * 60 + minute) * 60 + second) * 1_000_000 + _micros(parts, has)
    moments = dates_of.astype("datetime64[us]") + micros.astype("timedelta64[us]")
    return np.where(good, moments, np.datetime64("NaT", "us"))


_CLOCK = ("hour", "minute", "second")


def _micros(parts: pa.StructArray, has: set[str]) -> NDArray[np.int64]:
    """Microseconds of a fraction of a second."""
    if "part" not in has:
        return np.zeros(len(parts), dtype=np.int64)
    texts = pc.struct_field(parts, "part").to_pylist()
    return np.array([int((text or "")[:6].ljust(6, "0")) for text in texts], dtype=np.int64)


def _months(parts: pa.StructArray) -> NDArray[np.int64]:
    texts = pc.struct_field(parts, "month").to_pylist()
    known, _ = month_numbers({text for text in texts if text and not text.isdigit()})
    return np.array([int(text) if text and text.isdigit() else known.get(text, -1) for text in texts], dtype=np.int64)


def _numbers(parts: pa.StructArray, name: str, missing: int = -1) -> NDArray[np.int64]:
    texts = pc.struct_field(parts, name)
    filled = pc.if_else(pc.equal(pc.fill_null(texts, ""), ""), None, texts)
    numbers: NDArray[np.int64] = pc.fill_null(filled.cast(pa.int64()), missing).to_numpy(zero_copy_only=False)
    return numbers
