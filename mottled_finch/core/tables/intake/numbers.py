"""Numbers as people write them: grouped digits, decimal point or comma, currency and percent signs, accounting negatives.

A column has one way of writing. Texts that can only be read with a decimal point ("1,204.50") or only with a comma
("1.204,50") decide; where none does, the rest of the table does. "12%" is 0.12.
"""

import re
from functools import cache
from typing import Any, Literal

import numpy as np
import pyarrow as pa
import pyarrow.compute as pc
from numpy.typing import NDArray

Decimal = Literal[".", ","]
Mask = NDArray[np.bool_]

PLAIN = r"^[+-]?(\d+(\.\d*)?|\.\d+)([eE][+-]?\d{1,3})?$"
"""What can be read as a number without a second look."""
NAME_LIKE = r"^[+-]?(0\d+|\d{16,})$"
"""Names made of digits, such as "007" and a 17-digit account: not quantities."""

EITHER_WAY = r"^[+-]?[1-9]\d{0,2}\.\d{3}$"
"""Plain numbers in which the point may as well group thousands."""

_BOTH_WAYS = r"^[+-]?[1-9]\d{0,2}[.,]\d{3}$"
_EXPONENT = r"([eE][+-]?\d{1,3})?$"
_STYLES: dict[Decimal, str] = {
    ".": r"^[+-]?(\d+|[1-9]\d{0,2}(,\d{3})+|[1-9]\d{0,2}(['’ ]\d{3})+)?(\.\d*)?" + _EXPONENT,
    ",": r"^[+-]?(\d+|[1-9]\d{0,2}(\.\d{3})+|[1-9]\d{0,2}(['’ ]\d{3})+)?(,\d*)?" + _EXPONENT,
}
"""No number begins with a group of 0: 0.907 says that its point is one, also among numbers with a decimal comma."""
_CURRENCY = r"[$€£¥₹₽₩₺₴₪]|EUR|USD|GBP|CHF|JPY|CNY|SEK|NOK|DKK|PLN|CZK|HUF|CAD|AUD|NZD|INR|BRL|ZAR|kr\.?|zł|Kč|Ft|Fr\."
_SIGNED = r"^([+-]?)\s*(?P<before>" + _CURRENCY + r")?\s*([+-]?)\s*(?P<core>[\d.,'’ ]*\d[\d.,'’]*(?:[eE][+-]?\d+)?)\s*"
_SIGNED += r"(?P<percent>%)?\s*(?P<after>" + _CURRENCY + r")?\s*(?P<trailing>-?)$"


_NO_NUMBER = r"\d[-/:]\d"
"""In dates and times, and never in a number."""
_FEW = 200
"""Texts that Python looks through."""


def matches(texts: pa.StringArray, pattern: str) -> Mask:
    """Which texts a pattern is found in. Few are looked through sooner than Arrow has made the pattern ready."""
    quick = _quick(pattern) if len(texts) <= _FEW else None
    if quick is not None:
        return np.fromiter((text is not None and quick.search(text) is not None for text in texts.to_pylist()), bool, len(texts))
    found: Mask = pc.match_substring_regex(texts, pattern).to_numpy(zero_copy_only=False).astype(bool)
    return found


@cache
def _quick(pattern: str) -> re.Pattern[str] | None:
    """The pattern for Python, where both mean the same by it (RE2 knows letters of all languages, and one end of a text)."""
    if any(only in pattern for only in (r"\p", r"\x{")) or "$" in pattern[:-1]:
        return None
    return re.compile(re.sub(r"\$$", r"\\Z", pattern), re.ASCII)


def read_numbers(
    texts: pa.StringArray, weights: NDArray[np.int64], decimal: Decimal, *, forced: bool = False
) -> tuple[NDArray[np.float64], tuple[str, ...]]:
    """The number each text says, NaN where it says none, and notes on how they were read.

    ``weights`` has the number of records of each text; texts with none take no part in decisions. ``decimal`` is the
    table's way of writing, which a column's own texts overrule unless it is ``forced``.
    """
    if decimal == "." and bool((matches(texts, PLAIN) | (weights == 0)).all()):
        plain = pc.if_else(pa.array(weights > 0), texts, None)
        return _as_doubles(plain), ()
    core, percent, currency = _taken_apart(texts)
    fits = {style: matches(core, pattern) & matches(core, r"\d") for style, pattern in _STYLES.items()}
    if not forced:
        decimal = _decided(fits, weights, decimal)
    fit = fits[decimal] & (weights > 0)
    notes = []
    fit, percents = _one_way(percent, fit, weights)
    fit, signs = _one_currency(currency, fit, weights)
    if decimal == ",":
        notes.append("decimal comma")
    notes += _guess_words(core, weights, decimal, forced=forced)
    if percents:
        notes.append("percent signs: 12% is read as 0.12")
    if signs:
        notes.append(f"{signs} left off")
    grouping, mark = (r"[,'’ ]", ".") if decimal == "." else (r"[.'’ ]", ",")
    digits = pc.replace_substring(pc.replace_substring_regex(core, grouping, ""), mark, ".")
    values = _as_doubles(pc.if_else(pa.array(fit), digits, None))
    return values / 100 if percents else values, tuple(notes)


def _guess_words(texts: pa.StringArray, weights: NDArray[np.int64], decimal: Decimal, *, forced: bool) -> tuple[str, ...]:
    """What is said of a column in which every mark could part thousands or decimals alike, in a table with a decimal comma
    elsewhere, which decided.
    """
    wanted = weights > 0
    marked = matches(texts, r"[.,]") & wanted
    if forced or decimal == "." or not marked.any() or not matches(texts, _BOTH_WAYS)[marked].all():
        return ()
    text = texts[int(np.flatnonzero(marked)[0])].as_py()
    read = "a decimal mark" if decimal in text else "thousands"
    return (f"{text} read with {read}, a guess: no number here says it",)


def _as_doubles(digits: pa.StringArray) -> NDArray[np.float64]:
    values = digits.cast(pa.float64()).to_numpy(zero_copy_only=False)
    return np.where(np.isfinite(values), values, np.nan)


def _taken_apart(texts: pa.StringArray) -> tuple[pa.StringArray, Mask, Any]:
    """The digits with their sign, whether a percent sign stood by, and the currency (None for none)."""
    even = pc.replace_substring_regex(pc.replace_substring(texts, "−", "-"), r"[\x{00A0}\x{202F}\x{2009}]", " ")
    even = pc.replace_substring_regex(even, r"^\((.*\d.*)\)$", r"-\1")
    parts = pc.extract_regex(even, _SIGNED.replace("^([+-]?)", "^(?P<first>[+-]?)", 1).replace("([+-]?)", "(?P<second>[+-]?)", 1))

    def field(name: str) -> Any:
        return pc.fill_null(pc.struct_field(parts, name), "")

    minus = [pc.equal(field(name), "-") for name in ("first", "second", "trailing")]
    signs = sum(each.to_numpy(zero_copy_only=False).astype(int) for each in minus)
    core = pc.if_else(pa.array(signs == 1), pc.binary_join_element_wise("-", field("core"), ""), field("core"))
    # Two signs on one number are no number.
    core = pc.if_else(pa.array(signs > 1), "", core)
    currency = pc.binary_join_element_wise(field("before"), field("after"), "")
    return core, pc.equal(field("percent"), "%").to_numpy(zero_copy_only=False).astype(bool), currency


def _decided(fits: dict[Decimal, Mask], weights: NDArray[np.int64], otherwise: Decimal) -> Decimal:
    point = int(weights[fits["."] & ~fits[","]].sum())
    comma = int(weights[fits[","] & ~fits["."]].sum())
    if point == comma:
        return otherwise
    return "." if point > comma else ","


def _one_way(marked: Mask, fit: Mask, weights: NDArray[np.int64]) -> tuple[Mask, bool]:
    """Percent signs are on all values or on none; the fewer do not fit."""
    with_mark, without = int(weights[fit & marked].sum()), int(weights[fit & ~marked].sum())
    percents = with_mark > without
    return fit & (marked if percents else ~marked), percents


def _one_currency(currency: Any, fit: Mask, weights: NDArray[np.int64]) -> tuple[Mask, str]:
    """Different currencies cannot be added up: the most frequent sign is the column's, and values with another do not fit."""
    signs = np.array(currency.to_pylist(), dtype=object)
    found = {sign: int(weights[fit & (signs == sign)].sum()) for sign in set(signs[fit].tolist()) if sign}
    if not found:
        return fit, ""
    chief = max(found, key=lambda sign: found[sign])
    return fit & ((signs == chief) | (signs == "")), chief


def decimal_of(columns: list[tuple[pa.StringArray, NDArray[np.int64]]], delimiter: str) -> Decimal:
    """The decimal mark of a table, from all of its texts. Undecided, it is a comma where semicolons part the fields."""
    point = comma = 0
    for texts, weights in columns:
        most = 0.5 * int(weights.sum())
        if int(weights[matches(texts, r"\d") & ~matches(texts, _NO_NUMBER)].sum()) < most:
            continue
        core = texts if matches(texts, PLAIN).all() else _taken_apart(texts)[0]
        fits = {style: matches(core, pattern) & matches(core, r"\d") for style, pattern in _STYLES.items()}
        if int(weights[fits["."] | fits[","]].sum()) < most:
            continue
        point += int(weights[fits["."] & ~fits[","]].sum())
        comma += int(weights[fits[","] & ~fits["."]].sum())
    if point != comma:
        return "." if point > comma else ","
    return "," if delimiter == ";" else "."
