"""The partial results measures are made of, by field."""

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from ....common.errors import TableError
from ....common.recipe.conditions import MeasureSpec
from ...kernels import read_only
from ..partials import Partial, gather_distinct, gather_extremes, gather_met, gather_once, gather_spread, gather_sums, gather_values
from ..placement import Placement
from ..source import Source
from .measure import Gathering


def _of_numbers(name: str, gather: Callable[[Placement, NDArray[np.float64]], Partial]) -> Callable[..., Gathering]:
    def gathering(source: Source, field: str | None, path: str, take: str) -> Gathering:
        """``take`` is told when the field holds no numbers."""
        values = read_only(source.numbers(field or "", path, take))
        return Gathering(f"{name} {field!r}", lambda placement: gather(placement, values))

    return gathering


_sums = _of_numbers("sums", gather_sums)
extremes = _of_numbers("extremes", gather_extremes)
spread = _of_numbers("spread", gather_spread)
values_of = _of_numbers("values", gather_values)


def sums(source: Source, spec: MeasureSpec, field: str | None, path: str) -> Gathering:
    """The sum of a field, once a key where that is asked for and it came from another table."""
    column = source.table.column(field or "", path)
    if spec.once_a_key:
        _check_brought(source, spec, path)
    if not spec.once_a_key or column.brought is None:
        return _sums(source, field, path, spec.take)
    values, lines = source.numbers(field or "", path, spec.take), column.brought.lines

    def gather(placement: Placement) -> Partial:
        filled = ~np.isnan(values)
        amounts = np.zeros(int(lines.max(initial=0)) + 1)
        amounts[lines[filled]] = values[filled]
        return gather_once(placement, read_only(np.where(filled, lines, lines.dtype.type(0))), amounts)

    return Gathering(f"once {field!r}", gather)


def _check_brought(source: Source, spec: MeasureSpec, path: str) -> None:
    """Raises TableError where nothing that is measured came from another table."""
    fields = [name for name in (spec.of, spec.per) if name is not None]
    if not any(source.table.column(name, path).brought for name in fields):
        names = [column.name for column in source.table.columns if column.brought and column.is_number]
        cure = f", as {names[0]} did" if names else ""
        raise TableError(
            f'"{fields[0]}" did not come from another table by a key{cure}, so it is not taken once a key; leave that out',
            path=f"{path.rpartition('.')[0]}.once_a_key",
            received=fields[0],
            allowed=names,
        )


def distinct(source: Source, field: str | None, path: str) -> Gathering:
    column = source.table.column(field or "", path)
    codes, entries = column.coded
    return Gathering(f"distinct {field!r}", lambda placement: gather_distinct(placement, read_only(codes), len(entries)))


def met(source: Source, spec: MeasureSpec, path: str) -> Gathering:
    assert spec.where is not None
    where = spec.where
    (test,) = source.tests((where,), path)
    return Gathering(f"met {where!r}", lambda placement: gather_met(placement, test))
