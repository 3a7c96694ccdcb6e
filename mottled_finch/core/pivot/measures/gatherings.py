"""The partial results measures are made of, by field."""

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from ...kernels import read_only
from ...recipe.conditions import MeasureSpec
from ..partials import Partial, gather_distinct, gather_extremes, gather_met, gather_spread, gather_sums, gather_values
from ..placement import Placement
from ..source import Source
from .measure import Gathering


def _of_numbers(name: str, gather: Callable[[Placement, NDArray[np.float64]], Partial]) -> Callable[..., Gathering]:
    def gathering(source: Source, field: str | None, path: str, take: str) -> Gathering:
        """``take`` is told when the field holds no numbers."""
        values = read_only(source.numbers(field or "", path, take))
        return Gathering(f"{name} {field!r}", lambda placement: gather(placement, values))

    return gathering


sums = _of_numbers("sums", gather_sums)
extremes = _of_numbers("extremes", gather_extremes)
spread = _of_numbers("spread", gather_spread)
values_of = _of_numbers("values", gather_values)


def distinct(source: Source, field: str | None, path: str) -> Gathering:
    column = source.table.column(field or "", path)
    codes, entries = column.coded
    return Gathering(f"distinct {field!r}", lambda placement: gather_distinct(placement, read_only(codes), len(entries)))


def met(source: Source, spec: MeasureSpec, path: str) -> Gathering:
    assert spec.where is not None
    where = spec.where
    (test,) = source.tests((where,), path)
    return Gathering(f"met {where!r}", lambda placement: gather_met(placement, test))
