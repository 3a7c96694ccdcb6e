"""What a calendar and numbers look like in a language."""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class Calendar:
    """``months`` stand alone, ``dated_months`` in a date, whose ``day`` is a pattern of d, MMM or M, and y. ``percent`` has the
    number at its braces; ``currency_behind`` says that a currency stands behind it.
    """

    name: str
    months: tuple[str, ...]
    long_months: tuple[str, ...]
    dated_months: tuple[str, ...]
    weekdays: tuple[str, ...]
    quarters: tuple[str, ...]
    day: str
    decimal: str
    group: str
    percent: str
    currency_behind: bool
