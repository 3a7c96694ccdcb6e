"""Moments as people write them: ISO 8601, day or month first, months by name, with or without a time of day.

Whether 3/4 is the third of April or the fourth of March is decided from the whole column: a part above 12 must be a day.
An offset from UTC is left off, not applied: the wall clock at the place of the record is what people mean by "hour".
"""

from datetime import datetime
from typing import Any, Literal

import numpy as np
import pyarrow as pa
import pyarrow.compute as pc
from numpy.typing import NDArray

from ..pivot.cuts import MONTHS
from ..words.wording import counted
from .numbers import Mask, matches

Dates = Literal["day_first", "month_first"]

LOCAL = r"^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])([T ]([01]\d|2[0-3]):[0-5]\d(:[0-5]\d)?)?$"
"""What Arrow's own parser reads as we do."""
_ISO = (
    r"^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])"
    r"([T ]([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,6})?)?(Z|[+-]\d{2}:?\d{2})?)?$"
)
_TIME = (
    r"(?:(?:T|,? +)(?P<hour>\d{1,2}):(?P<minute>\d{2})(?::(?P<second>\d{2})(?:\.(?P<part>\d{1,6}))?)?"
    r" ?(?P<half>[AaPp]\.?[Mm]\.?)?(?: ?(?P<zone>Z|UTC|GMT|[+-]\d{2}:?\d{2}))?)?$"
)
_WEEKDAY = r"^(?:(?:Mon|Tue|Wed|Thu|Fri|Sat|Sun)[a-z]*\.?,? +)?"
_MONTH = r"(?P<month>[A-Za-z]{3,9})\.?"
_PATTERNS = (
    r"^(?P<year>\d{4})[-/.](?P<month>\d{1,2})[-/.](?P<day>\d{1,2})" + _TIME,
    r"^(?P<first>\d{1,2})[-/.](?P<other>\d{1,2})[-/.](?P<year>\d{4}|\d{2})" + _TIME,
    _WEEKDAY + r"(?P<day>\d{1,2})(?:st|nd|rd|th)?\.?[ -]" + _MONTH + r",?[ -](?P<year>\d{4}|\d{2})" + _TIME,
    _WEEKDAY + _MONTH + r" (?P<day>\d{1,2})(?:st|nd|rd|th)?,? (?P<year>\d{4})" + _TIME,
)
_NUMERIC = 1
"""The place in _PATTERNS of the one whose order of day and month must be decided."""
_MONTHS = tuple(month.lower() for month in MONTHS)
_FULL = {"january", "february", "march", "april", "may", "june", "july", "august"}
_FULL |= {"september", "october", "november", "december", "sept"}


def looks_like_moments(texts: pa.StringArray) -> Mask:
    """Which texts have the look of a moment, whether or not such a day exists."""
    found = matches(texts, _ISO)
    if found.all():
        return found
    for pattern in _PATTERNS:
        found |= matches(texts, pattern)
    return found


def date_order(texts: pa.StringArray, weights: NDArray[np.int64]) -> tuple[int, int, bool]:
    """How many records say that the day comes first and that the month does, and whether any date is written that way."""
    parts = pc.extract_regex(texts, _PATTERNS[_NUMERIC])
    first, other = _numbers(parts, "first"), _numbers(parts, "other")
    days = int(weights[(first > 12) & (other <= 12) & (other > 0)].sum())
    months = int(weights[(other > 12) & (first <= 12) & (first > 0)].sum())
    return days, months, bool((weights[first >= 0] > 0).any())


def read_moments(
    texts: pa.StringArray, weights: NDArray[np.int64], dates: Dates | None, *, forced: bool = False
) -> tuple[NDArray[np.datetime64], tuple[str, ...]]:
    """The moment each text says (datetime64[us]), NaT where it says none, and notes on how they were read.

    ``dates`` is the order that the rest of the table says; the column's own records overrule it unless it is ``forced``.
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
    moments = np.full(len(texts), np.datetime64("NaT", "us"))
    for place, pattern in enumerate(_PATTERNS):
        parts = pc.extract_regex(texts, pattern)
        if parts.null_count == len(parts):
            continue
        found = _assembled(parts, dates if place == _NUMERIC else None)
        moments = np.where(np.isnat(moments), found, moments)
    moments[~wanted] = np.datetime64("NaT", "us")
    return moments, (*notes, *_zone_notes(texts, weights))


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
    """Moments from the parts of a pattern; NaT where a part is missing or out of bounds."""
    year = _numbers(parts, "year")
    # Two digits: up to 68 in this century, from 69 on in the last, as POSIX has it.
    short = np.array([len(text or "") == 2 for text in pc.struct_field(parts, "year").to_pylist()])
    year = np.where(short & (year >= 0), np.where(year <= 68, year + 2000, year + 1900), year)
    if dates is not None:
        first, other = _numbers(parts, "first"), _numbers(parts, "other")
        day, month = (first, other) if dates == "day_first" else (other, first)
    else:
        day, month = _numbers(parts, "day"), _months(parts)
    hour, minute, second = (_numbers(parts, name, 0) for name in ("hour", "minute", "second"))
    half = np.array([(text or "").lower()[:1] for text in pc.struct_field(parts, "half").to_pylist()])
    twelve = half != ""
    hour_ok = np.where(twelve, (hour >= 1) & (hour <= 12), (hour >= 0) & (hour <= 23))
    hour = np.where(twelve, hour % 12 + 12 * (half == "p"), hour)
    good = (year >= 1) & (month >= 1) & (month <= 12) & (day >= 1) & (day <= 31) & hour_ok & (minute < 60) & (second < 60)
    months = np.where(good, (year - 1970) * 12 + month - 1, 0).astype("datetime64[M]")
    dates_of = months.astype("datetime64[D]") + np.where(good, day - 1, 0)
    good &= dates_of.astype("datetime64[M]") == months  # the 31st of a month of 30 days would run over
    part = [int((text or "").ljust(6, "0") or 0) for text in pc.struct_field(parts, "part").to_pylist()]
    micros = ((np.where(good, hour, 0) * 60 + minute) * 60 + second) * 1_000_000 + np.array(part, dtype=np.int64)
    moments = dates_of.astype("datetime64[us]") + micros.astype("timedelta64[us]")
    return np.where(good, moments, np.datetime64("NaT", "us"))


def _months(parts: pa.StructArray) -> NDArray[np.int64]:
    return np.array([_month_number(text) for text in pc.struct_field(parts, "month").to_pylist()], dtype=np.int64)


def _month_number(text: str | None) -> int:
    if not text:
        return -1
    if text.isdigit():
        return int(text)
    word = text.casefold()
    return _MONTHS.index(word[:3]) + 1 if word in _MONTHS or word in _FULL else -1


def _numbers(parts: pa.StructArray, name: str, missing: int = -1) -> NDArray[np.int64]:
    texts = pc.struct_field(parts, name)
    filled = pc.if_else(pc.equal(pc.fill_null(texts, ""), ""), None, texts)
    numbers: NDArray[np.int64] = pc.fill_null(filled.cast(pa.int64()), missing).to_numpy(zero_copy_only=False)
    return numbers
