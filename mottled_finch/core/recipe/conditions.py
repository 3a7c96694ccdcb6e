"""Conditions: which records are meant. They keep records in a pivot and drop them in a mend."""

from dataclasses import dataclass
from typing import Literal

Cut = Literal["year", "month", "weekday", "hour", "date"]


@dataclass(frozen=True, kw_only=True)
class ConditionSpec:
    """Records whose field (or its cut) is in, is not in, lies from..to (both included), is above, below, or blank or not."""

    field: str
    cut: Cut | None = None
    in_: tuple[str | float, ...] | None = None
    not_in: tuple[str | float, ...] | None = None
    from_: str | float | None = None
    to: str | float | None = None
    above: str | float | None = None
    below: str | float | None = None
    blank: bool | None = None
