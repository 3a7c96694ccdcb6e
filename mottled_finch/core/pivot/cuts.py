"""Cutting moments into parts. A cut gives each distinct moment an ordinal, in natural order, and each ordinal a label."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

Moments = NDArray[np.datetime64]
Ordinals = NDArray[np.int64]

MONTHS = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")
WEEKDAYS = ("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun")


@dataclass(frozen=True)
class CutRule:
    """``ordinals`` takes moments (datetime64, no NaT) to whole numbers; ``label`` names one of those."""

    ordinals: Callable[[Moments], Ordinals]
    label: Callable[[int], str]


def _since(moments: Moments, unit: Any) -> Ordinals:
    return moments.astype(f"datetime64[{unit}]").astype(np.int64)


def _year_label(ordinal: int) -> str:
    return str(1970 + ordinal)


def _date_label(ordinal: int) -> str:
    return str(np.datetime64(ordinal, "D"))


CUTS: dict[str, CutRule] = {
    "year": CutRule(lambda moments: _since(moments, "Y"), _year_label),
    "month": CutRule(lambda moments: _since(moments, "M") % 12, MONTHS.__getitem__),
    # 1 January 1970 was a Thursday, so day 0 is weekday 3 counted from Monday.
    "weekday": CutRule(lambda moments: (_since(moments, "D") + 3) % 7, WEEKDAYS.__getitem__),
    "hour": CutRule(lambda moments: _since(moments, "h") % 24, lambda hour: f"{hour:02d}"),
    "date": CutRule(lambda moments: _since(moments, "D"), _date_label),
}
