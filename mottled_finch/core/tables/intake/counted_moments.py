"""Moments written as numbers: days as workbooks count them, seconds or milliseconds since 1970, or digits such as 20250131.

A number is taken for one of these only where the range of a column, and but for dates of eight digits its name, make it likely;
that is told in the column's notes, and `kind` overrules it either way.
"""

import re

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.table_spec import Counted

_DAY_WORDS = frozenset(
    ("date|dates|datum|datums|data|dato|fecha|fechas|jour|journée|giorno|tag|dag|dzień|datetime|timestamp").split("|")  # noqa: SIM905
)
_TIME_WORDS = frozenset(
    ("time|ts|epoch|unix|zeit|heure|hora|ora|at|when|created|updated|modified|changed|start|started|end|ended").split("|")  # noqa: SIM905
)
_RANGES: dict[Counted, tuple[float, float]] = {
    "days": (20_000, 80_000),
    "seconds": (5e8, 5e9),
    "milliseconds": (5e11, 5e12),
    "digits": (19_000_101, 21_001_231),
}
"""1954 to 2119, 1985 to 2128 twice, and 1900 to 2100."""
COUNTED_WORDS: dict[Counted, str] = {
    "days": "days counted as a workbook does",
    "seconds": "seconds since 1970",
    "milliseconds": "milliseconds since 1970",
    "digits": "year, month and day in eight digits",
}
_DIFFERENT_LEAST = 3


def likely_counted(name: str, values: NDArray[np.float64]) -> Counted | None:
    """What the different numbers of a column count, where it is likely that they are moments."""
    filled = values[~np.isnan(values)]
    if len(filled) < _DIFFERENT_LEAST:
        return None
    counted = range_of(filled)
    words = {word.casefold() for word in re.findall(r"[^\W\d_]+", re.sub(r"(?<=[a-z])(?=[A-Z])", " ", name))}
    hinted = words & (_DAY_WORDS if counted == "days" else _DAY_WORDS | _TIME_WORDS)
    return counted if counted == "digits" or hinted else None


def range_of(values: NDArray[np.float64]) -> Counted | None:
    """What the numbers would count by their range alone. Digits are only such where every day of theirs exists."""
    if not len(values):
        return None
    low, high = float(values.min()), float(values.max())
    for counted, (least, most) in _RANGES.items():
        if least <= low and high <= most and (counted != "digits" or not np.isnat(counted_moments(values, counted)).any()):
            return counted
    return None


def counted_moments(values: NDArray[np.float64], counted: Counted) -> NDArray[np.datetime64]:
    """The moment that each number says (datetime64[us]), NaT where it says none."""
    least, most = (0, 2_958_466) if counted == "days" else (-6.2e13, 2.6e14)
    good = ~np.isnan(values) & (values >= least) & (values < most)
    safe = np.where(good, values, 0.0)
    if counted == "digits":
        return _of_digits(safe, good)
    if counted == "days":
        # The day that is left out: workbooks count a 29 February 1900, which there was not.
        shift = np.where(safe < 60, 1, 0)
        moments = np.datetime64("1899-12-30", "us") + _micros(safe + shift, 86_400)
    else:
        moments = np.datetime64("1970-01-01", "us") + _micros(safe, 1 if counted == "seconds" else 1e-3)
    return np.where(good, moments, np.datetime64("NaT", "us"))


def said_of(counted: Counted, *, likely: bool) -> str:
    why = {"digits": ", as each is a day that exists"}.get(counted, ", as its name and its range make it likely")
    return f"{COUNTED_WORDS[counted]} read as moments{why if likely else ''}"


def _micros(values: NDArray[np.float64], seconds: float) -> NDArray[np.timedelta64]:
    """Whole seconds apart from their parts, which are rounded to the millisecond: a day's fraction is no more exact."""
    millis = np.round(values * seconds * 1e3).astype(np.int64)
    return (millis * 1000).astype("timedelta64[us]")


def _of_digits(values: NDArray[np.float64], good: NDArray[np.bool_]) -> NDArray[np.datetime64]:
    whole = values.astype(np.int64)
    year, month, day = whole // 10_000, whole // 100 % 100, whole % 100
    good = good & (whole == values) & (year >= 1) & (year <= 9999) & (month >= 1) & (month <= 12) & (day >= 1) & (day <= 31)
    months = np.where(good, (year - 1970) * 12 + month - 1, 0).astype("datetime64[M]")
    days = months.astype("datetime64[D]") + np.where(good, day - 1, 0)
    good &= days.astype("datetime64[M]") == months
    return np.where(good, days.astype("datetime64[us]"), np.datetime64("NaT", "us"))
