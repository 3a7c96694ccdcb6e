"""The functions and operators of expressions: ``FUNCTIONS`` is the table that a new one is entered in.

A function says how many arguments it takes and of which kinds, and makes a value of values. Functions of text and of moments
are worked out once for each different entry, or pair of entries, not once a record.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...common.vocabulary.kinds import KIND_WORDS
from ..aggregation.cuts import WEEKDAYS
from ..table import BLANK, Kind
from ..table.alike import EPSILON
from .entries import Say, as_moment, as_number, as_text, by_entries
from .value import YES_NO, Value, filled, is_blank, moment_value, text_value, yes_no

Make = Callable[[list[Value], Say], Value]
Kinds = tuple[Kind, ...]

NUMBER, TEXT, MOMENT, YES = (Kind.NUMBER,), (Kind.CATEGORY,), (Kind.MOMENT,), (Kind.YES_NO,)
ANY: Kinds = ()
MANY = 50
"""More arguments than anybody writes."""


@dataclass(frozen=True)
class Function:
    """``kinds`` are those of each argument, the last standing for all that follow; an empty one takes any."""

    arguments: tuple[int, int]
    kinds: tuple[Kinds, ...]
    make: Make
    says: str


def _of_numbers(work: Callable[..., Any]) -> Make:
    def make(values: list[Value], _say: Say) -> Value:
        with np.errstate(all="ignore"):
            found = np.asarray(work(*(value.data for value in values)), dtype=np.float64)
        return Value(kind=Kind.NUMBER, data=np.where(np.isfinite(found), found, np.nan))

    return make


def _sum(one: Any, other: Any) -> Any:
    """What two numbers that cancel but for rounding leave is nothing: 0.3 - 0.1 - 0.2 is 0."""
    found = one + other
    return np.where(np.abs(found) <= EPSILON * np.maximum(np.abs(one), np.abs(other)), 0.0, found)


def _compared(values: list[Value], say: Say, work: Callable[[Any, Any], Any]) -> Value:
    left, right = values
    if {left.kind, right.kind} == {Kind.MOMENT, Kind.CATEGORY}:
        left, right = (as_moment(value, say) if value.kind is Kind.CATEGORY else value for value in values)
    if {left.kind, right.kind} == {Kind.YES_NO, Kind.CATEGORY}:
        left, right = (as_text(value) for value in (left, right))
    if left.kind is not right.kind:
        raise say(f"{KIND_WORDS[left.kind]} and {KIND_WORDS[right.kind]} cannot be compared")
    if left.kind is Kind.NUMBER:
        blank = np.isnan(left.data) | np.isnan(right.data)
        return yes_no(np.broadcast_to(work(left.data, right.data), blank.shape), blank)
    if left.kind is Kind.MOMENT:
        (codes, entries), (others, other_entries) = left.coded, right.coded
        a, b = entries[codes], other_entries[others]
        blank = np.isnat(a) | np.isnat(b)
        return yes_no(np.broadcast_to(work(a, b), blank.shape), blank)
    return by_entries(values if left is values[0] else [left, right], lambda a, b: bool(work(str(a), str(b))), say)


def _comparison(work: Callable[[Any, Any], Any]) -> Make:
    return lambda values, say: _compared(values, say, work)


def _texts(work: Callable[..., Any]) -> Make:
    return lambda values, say: by_entries(values, work, say)


def _chosen(values: list[Value], say: Say) -> Value:
    # A test that is blank has no answer, and neither has what hangs on it.
    condition, then = values[:2]
    otherwise = values[2] if len(values) > 2 else None
    return _picked([condition.data == 1, condition.data == BLANK], [then, _nothing([], say)], otherwise, say)


def _picked(tests: list[NDArray[np.bool_]], choices: list[Value], otherwise: Value | None, say: Say) -> Value:
    """The first choice whose test holds, else ``otherwise``, else blank. All are of one kind, or blank throughout."""
    every = [*choices, *([otherwise] if otherwise is not None else [])]
    kinds = {value.kind for value in every if not is_blank(value)} or {Kind.CATEGORY}
    if len(kinds) > 1:
        raise say(f"its answers are {' and '.join(sorted(KIND_WORDS[kind] for kind in kinds))}; they must be of one kind")
    kind = kinds.pop()
    size = max(len(part) for part in (*tests, *(value.data for value in every)))
    wide = [np.broadcast_to(test, (size,)) for test in tests]
    if kind is Kind.NUMBER:
        numbers = [np.array([np.nan]) if is_blank(value) else value.data for value in every]
        last = numbers[-1] if otherwise is not None else np.array([np.nan])
        picked = np.select(wide, [np.broadcast_to(each, (size,)) for each in numbers[: len(choices)]], last)
        return Value(kind=kind, data=picked)
    # Dictionaries stand one behind the other; the blanks of all of them are the one blank.
    entries: list[Any] = []
    shifted = []
    for value in every:
        codes, own = (np.zeros(1, dtype=np.int64), np.array([""])) if is_blank(value) else value.coded
        shifted.append(np.where(codes == BLANK, BLANK, codes.astype(np.int64) + len(entries)))
        entries.extend(own[1:].tolist() if kind is not Kind.MOMENT else list(own[1:]))
    last = shifted[-1] if otherwise is not None else np.zeros(1, dtype=np.int64)
    codes = np.select(wide, [np.broadcast_to(each, (size,)) for each in shifted[: len(choices)]], last)
    if kind is Kind.MOMENT:
        return moment_value(codes, np.array([np.datetime64("NaT", "us"), *entries], dtype="datetime64[us]"))
    found = text_value(codes, ["", *entries])
    if kind is Kind.CATEGORY:
        return found
    means = np.array([BLANK, *(1 if entry == "yes" else 2 for entry in found.coded[1][1:])], dtype=np.uint8)
    return Value(kind=Kind.YES_NO, data=means[found.data], entries=YES_NO)


def _nothing(_values: list[Value], _say: Say) -> Value:
    return Value(kind=Kind.CATEGORY, data=np.zeros(1, dtype=np.uint8), entries=np.array([""], dtype=object))


def _extreme(work: Any) -> Make:
    def make(values: list[Value], _say: Say) -> Value:
        found = values[0].data
        for value in values[1:]:
            found = work(found, value.data)
        return Value(kind=Kind.NUMBER, data=np.asarray(found, dtype=np.float64))

    return make


def _moments(work: Callable[[Any], Any]) -> Make:
    """A number of a moment, once for each different moment."""

    def make(values: list[Value], _say: Say) -> Value:
        codes, entries = values[0].coded
        numbers = np.concatenate([[np.nan], np.asarray(work(entries[1:]), dtype=np.float64)])
        return Value(kind=Kind.NUMBER, data=numbers[codes])

    return make


def _weekday_names(values: list[Value], say: Say) -> Value:
    days = _moments(lambda m: (m.astype("datetime64[D]").astype(np.int64) + 3) % 7)(values, say).data
    codes = np.where(np.isnan(days), 0, np.nan_to_num(days) + 1).astype(np.uint8)
    return Value(kind=Kind.CATEGORY, data=codes, entries=np.array(["", *WEEKDAYS], dtype=object))


def _between(unit: float) -> Make:
    def make(values: list[Value], _say: Say) -> Value:
        (codes, entries), (others, other_entries) = values[0].coded, values[1].coded
        span = other_entries[others] - entries[codes]
        micros = span.astype("timedelta64[us]").astype(np.float64)
        return Value(kind=Kind.NUMBER, data=np.where(np.isnat(span), np.nan, micros / 1e6 / unit))

    return make


def _date(values: list[Value], _say: Say) -> Value:
    year, month, day = np.broadcast_arrays(*(np.atleast_1d(value.data) for value in values))
    good = ~(np.isnan(year) | np.isnan(month) | np.isnan(day)) & (month >= 1) & (month <= 12) & (day >= 1) & (day <= 31)
    good &= (year >= 1) & (year <= 9999)
    months = (np.where(good, year, 1970).astype(np.int64) - 1970) * 12 + np.where(good, month, 1).astype(np.int64) - 1
    start = months.astype("datetime64[M]")
    days = start.astype("datetime64[D]") + (np.where(good, day, 1).astype(np.int64) - 1)
    good &= days.astype("datetime64[M]") == start
    moments = np.where(good, days.astype("datetime64[us]"), np.datetime64("NaT", "us"))
    distinct, codes = np.unique(moments, return_inverse=True)
    return moment_value(codes + 1, np.concatenate([np.array(["NaT"], dtype="datetime64[us]"), distinct]))


def _added(unit: str) -> Make:
    def make(values: list[Value], _say: Say) -> Value:
        codes, entries = values[0].coded
        amount = values[1].data
        steps = np.where(np.isnan(amount), 0, amount).astype(np.int64).astype(f"timedelta64[{unit}]")
        moments = np.where(np.isnan(amount), np.datetime64("NaT", "us"), (entries[codes] + steps).astype("datetime64[us]"))
        distinct, code = np.unique(moments, return_inverse=True)
        return moment_value(code + 1, np.concatenate([np.array(["NaT"], dtype="datetime64[us]"), distinct]))

    return make


def _part(text: str, start: float, length: float) -> str:
    first = max(0, int(start) - 1)
    return text[first : first + max(0, int(length))]


def _words(text: str, number: float) -> str:
    words = text.split()
    place = int(number) - 1 if number > 0 else int(number)
    return words[place] if -len(words) <= place < len(words) else ""


def _and(values: list[Value], _say: Say) -> Value:
    a, b = (value.data for value in values)
    return yes_no((a == 1) & (b == 1), ((a == BLANK) & (b != 2)) | ((b == BLANK) & (a != 2)))


def _or(values: list[Value], _say: Say) -> Value:
    a, b = (value.data for value in values)
    return yes_no((a == 1) | (b == 1), ((a == BLANK) & (b != 1)) | ((b == BLANK) & (a != 1)))


def _replaced(text: str, old: str, new: str, say: Say) -> str:
    say.fits(len(text) + text.count(old) * (len(new) - len(old)))  # asked before it is made
    return text.replace(old, new)


def _rounded(value: Any, digits: Any) -> Any:
    """Halves go away from zero, as they are written: 1.005 is a half of a hundredth, though the double is a little less."""
    power = np.trunc(digits)
    scale = 10.0 ** np.abs(power)
    size = np.abs(value)
    scaled = np.where(power < 0, size / scale, size * scale)
    whole = np.floor(scaled + 0.5)
    whole = np.where((whole + 0.5 - scaled) <= 4 * np.spacing(scaled), whole + 1, whole)
    found = np.where(power < 0, whole * scale, whole / scale) * np.sign(value)
    # So many digits that the number has none beyond them, or so few that nothing of it is left.
    return np.where(scaled < 2.0**52, np.where(np.isinf(scale), 0.0, found), value)


_ZERO = Value(kind=Kind.NUMBER, data=np.array([0.0]))

FUNCTIONS: dict[str, Function] = {
    "+": Function((2, 2), (NUMBER,), _of_numbers(_sum), "sum"),
    "-": Function((2, 2), (NUMBER,), _of_numbers(lambda one, other: _sum(one, -other)), "difference"),
    "*": Function((2, 2), (NUMBER,), _of_numbers(np.multiply), "product"),
    "/": Function((2, 2), (NUMBER,), _of_numbers(np.divide), "ratio; blank when divided by zero"),
    "%": Function((2, 2), (NUMBER,), _of_numbers(np.mod), "remainder"),
    "^": Function((2, 2), (NUMBER,), _of_numbers(np.power), "power"),
    "negative": Function((1, 1), (NUMBER,), _of_numbers(np.negative), "the other sign"),
    "=": Function((2, 2), (ANY,), _comparison(lambda a, b: a == b), "is equal"),
    "<>": Function((2, 2), (ANY,), _comparison(lambda a, b: a != b), "is not equal"),
    "<": Function((2, 2), (ANY,), _comparison(lambda a, b: a < b), "is less, earlier, or before in the alphabet"),
    "<=": Function((2, 2), (ANY,), _comparison(lambda a, b: a <= b), "is less or equal"),
    ">": Function((2, 2), (ANY,), _comparison(lambda a, b: a > b), "is more"),
    ">=": Function((2, 2), (ANY,), _comparison(lambda a, b: a >= b), "is more or equal"),
    "and": Function((2, 2), (YES,), _and, "both hold"),
    "or": Function((2, 2), (YES,), _or, "one of them holds"),
    "not": Function((1, 1), (YES,), lambda v, _: yes_no(v[0].data == 2, v[0].data == BLANK), "does not hold"),
    "nothing": Function((0, 0), (ANY,), _nothing, "the blank"),
    "if": Function((2, 3), (YES, ANY), _chosen, "if(test, then, otherwise)"),
    "or_else": Function(
        (2, 2), (ANY,), lambda v, say: _picked([filled(v[0])], [v[0]], v[1], say), "the first, or where blank the second"
    ),
    "blank": Function((1, 1), (ANY,), lambda v, _: yes_no(~filled(v[0])), "whether there is no value"),
    "round": Function(
        (1, 2),
        (NUMBER,),
        lambda v, say: _of_numbers(_rounded)([v[0], v[1] if len(v) > 1 else _ZERO], say),
        "rounded, halves away from zero",
    ),
    "floor": Function((1, 1), (NUMBER,), _of_numbers(np.floor), "the whole number below"),
    "ceiling": Function((1, 1), (NUMBER,), _of_numbers(np.ceil), "the whole number above"),
    "abs": Function((1, 1), (NUMBER,), _of_numbers(np.abs), "without its sign"),
    "sqrt": Function((1, 1), (NUMBER,), _of_numbers(np.sqrt), "square root"),
    "log": Function((1, 1), (NUMBER,), _of_numbers(np.log), "natural logarithm"),
    "least": Function((2, MANY), (NUMBER,), _extreme(np.minimum), "the smallest"),
    "most": Function((2, MANY), (NUMBER,), _extreme(np.maximum), "the largest"),
    "number": Function(
        (1, 1), ((Kind.CATEGORY, Kind.NUMBER, Kind.YES_NO),), lambda v, _: as_number(v[0]), "text as a number; yes is 1"
    ),
    "text": Function((1, 1), (ANY,), lambda v, _: as_text(v[0]), "as text"),
    "moment": Function((1, 1), (TEXT,), lambda v, say: as_moment(v[0], say), "text as a moment"),
    "&": Function(
        (2, 2),
        (ANY,),
        lambda v, say: by_entries([as_text(v[0]), as_text(v[1])], lambda a, b: (a or "") + (b or ""), say, blanks=True),
        "texts put together",
    ),
    "upper": Function((1, 1), (TEXT,), _texts(str.upper), "in capitals"),
    "lower": Function((1, 1), (TEXT,), _texts(str.lower), "in small letters"),
    "trim": Function(
        (1, 1), (TEXT,), _texts(lambda text: " ".join(text.split())), "without blanks at the ends, and single ones inside"
    ),
    "length": Function((1, 1), (TEXT,), _texts(len), "the number of characters"),
    "left": Function((2, 2), (TEXT, NUMBER), _texts(lambda text, n: text[: max(0, int(n))]), "the first characters"),
    "right": Function(
        (2, 2),
        (TEXT, NUMBER),
        _texts(lambda text, n: text[len(text) - int(n) :] if 0 < n < len(text) else text if n > 0 else ""),
        "the last characters",
    ),
    "part": Function((3, 3), (TEXT, NUMBER, NUMBER), _texts(_part), "part(text, first, length), counted from 1"),
    "word": Function((2, 2), (TEXT, NUMBER), _texts(_words), "word(text, 2) is the second, word(text, -1) the last"),
    "contains": Function((2, 2), (TEXT,), _texts(lambda text, mark: mark in text), "whether the second stands in the first"),
    "starts": Function((2, 2), (TEXT,), _texts(lambda text, mark: text.startswith(mark)), "whether it begins so"),
    "ends": Function((2, 2), (TEXT,), _texts(lambda text, mark: text.endswith(mark)), "whether it ends so"),
    "replace": Function(
        (3, 3),
        (TEXT,),
        lambda v, say: by_entries(
            v, lambda text, old, new: _replaced(text, old, new or "", say) if text and old else text, say, blanks=True
        ),
        "replace(text, old, new)",
    ),
    "year": Function((1, 1), (MOMENT,), _moments(lambda m: m.astype("datetime64[Y]").astype(np.int64) + 1970), "the year"),
    "quarter": Function((1, 1), (MOMENT,), _moments(lambda m: m.astype("datetime64[M]").astype(np.int64) % 12 // 3 + 1), "1 to 4"),
    "month": Function((1, 1), (MOMENT,), _moments(lambda m: m.astype("datetime64[M]").astype(np.int64) % 12 + 1), "1 to 12"),
    "day": Function(
        (1, 1),
        (MOMENT,),
        _moments(lambda m: (m.astype("datetime64[D]") - m.astype("datetime64[M]")).astype(np.int64) + 1),
        "the day of the month",
    ),
    "weekday": Function((1, 1), (MOMENT,), _weekday_names, "Mon to Sun"),
    "hour": Function((1, 1), (MOMENT,), _moments(lambda m: m.astype("datetime64[h]").astype(np.int64) % 24), "0 to 23"),
    "minute": Function((1, 1), (MOMENT,), _moments(lambda m: m.astype("datetime64[m]").astype(np.int64) % 60), "0 to 59"),
    "date": Function((3, 3), (NUMBER,), _date, "date(2025, 3, 31)"),
    "days_between": Function((2, 2), (MOMENT,), _between(86_400), "days from the first to the second"),
    "hours_between": Function((2, 2), (MOMENT,), _between(3_600), "hours from the first to the second"),
    "minutes_between": Function((2, 2), (MOMENT,), _between(60), "minutes from the first to the second"),
    "add_days": Function((2, 2), (MOMENT, NUMBER), _added("D"), "so many days later"),
    "add_hours": Function((2, 2), (MOMENT, NUMBER), _added("h"), "so many hours later"),
}
"""Every function and operator, by what stands for it in an expression."""
