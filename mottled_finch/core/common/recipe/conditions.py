"""Conditions: which records are meant. They keep records in a pivot, drop them in a mend, and say what a share is a share of."""

from dataclasses import dataclass
from typing import Annotated, Literal

from ..vocabulary import CUT_TERMS, MEASURE_TERMS


@dataclass(frozen=True)
class OneOf:
    """Said of a text that must be one of these names. mypy sees a text, the loader and the schema see the names."""

    names: tuple[str, ...]


Cut = Annotated[str, OneOf(tuple(CUT_TERMS))]
Weekday = Literal["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"]
Take = Annotated[str, OneOf(tuple(MEASURE_TERMS))]


@dataclass(frozen=True, kw_only=True)
class ConditionSpec:
    """Records whose field (or its cut) is in, is not in, lies from..to (both included), is above, below, or blank or not.

    ``top`` and ``bottom`` mean the records of so many members of the field that are largest or smallest ``by`` a measure, or by
    their number of records. ``all`` and ``any`` hold further conditions, all or one of which must be met.
    """

    field: str | None = None
    cut: Cut | None = None
    year_starts: int | None = None
    in_: tuple[str | float, ...] | None = None
    not_in: tuple[str | float, ...] | None = None
    from_: str | float | None = None
    to: str | float | None = None
    above: str | float | None = None
    below: str | float | None = None
    blank: bool | None = None
    top: int | None = None
    bottom: int | None = None
    by: "MeasureSpec | None" = None
    all_: "tuple[ConditionSpec, ...] | None" = None
    any_: "tuple[ConditionSpec, ...] | None" = None


@dataclass(frozen=True, kw_only=True)
class MeasureSpec:
    """What is measured in each cell. ``count`` counts records and needs no ``of``.

    ``percentile`` has ``p``, 0 to 100; ``share`` has ``where``, the condition whose share of the records is meant; ``ratio`` is the
    sum of ``of`` over the sum of ``per``. ``once_a_key`` counts a number that came from another table once in each cell for each
    key, in place of once a record. ``empty`` says what a cell of nothing is.
    """

    take: Take = "count"
    of: str | None = None
    per: str | None = None
    p: float | None = None
    where: ConditionSpec | None = None
    once_a_key: bool = False
    empty: Literal["blank", "zero"] | None = None
