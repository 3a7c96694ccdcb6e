"""The partial results measures are made of, by field."""

from ...recipe.conditions import MeasureSpec
from ..partials import gather_distinct, gather_extremes, gather_met, gather_spread, gather_sums, gather_values
from ..source import Source
from .measure import Gathering


def sums(source: Source, field: str | None, path: str, take: str) -> Gathering:
    values = source.numbers(field or "", path, take)
    return Gathering(f"sums {field!r}", lambda placement: gather_sums(placement, values))


def extremes(source: Source, field: str | None, path: str, take: str) -> Gathering:
    values = source.numbers(field or "", path, take)
    return Gathering(f"extremes {field!r}", lambda placement: gather_extremes(placement, values))


def spread(source: Source, field: str | None, path: str, take: str) -> Gathering:
    values = source.numbers(field or "", path, take)
    return Gathering(f"spread {field!r}", lambda placement: gather_spread(placement, values))


def values_of(source: Source, field: str | None, path: str, take: str) -> Gathering:
    values = source.numbers(field or "", path, take)
    return Gathering(f"values {field!r}", lambda placement: gather_values(placement, values))


def distinct(source: Source, field: str | None, path: str) -> Gathering:
    column = source.table.column(field or "", path)
    return Gathering(f"distinct {field!r}", lambda placement: gather_distinct(placement, column.coded[0]))


def met(source: Source, spec: MeasureSpec, path: str) -> Gathering:
    assert spec.where is not None
    where = spec.where
    (test,) = source.tests((where,), path)
    return Gathering(f"met {where!r}", lambda placement: gather_met(placement, test))
