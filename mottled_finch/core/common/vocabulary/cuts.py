"""The parts that a moment can be cut into. ``CUT_TERMS`` is the table that a new cut is entered in, the commonest first; how it is
worked out is in ``pivot/cuts.py``.
"""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class CutTerm:
    """``name`` is the part in a sentence, ``also`` are words that it is looked for by. ``fiscal`` says that its years may begin in
    another month.
    """

    name: str
    also: str = ""
    fiscal: bool = False


CUT_TERMS: dict[str, CutTerm] = {
    "month": CutTerm(name="month", fiscal=True),
    "weekday": CutTerm(name="weekday", also="day of the week"),
    "hour": CutTerm(name="hour", also="time of day o'clock"),
    "date": CutTerm(name="date", also="calendar day each day daily"),
    "year": CutTerm(name="year", fiscal=True),
    "quarter": CutTerm(name="quarter", fiscal=True),
    "week": CutTerm(name="week", also="calendar week number"),
    "day": CutTerm(name="day of the month", also="dom"),
    "year_month": CutTerm(name="year and month", also="month by month monthly running months"),
    "year_quarter": CutTerm(name="year and quarter", also="quarterly running quarters", fiscal=True),
    "year_week": CutTerm(name="year and week", also="weekly running weeks"),
}
