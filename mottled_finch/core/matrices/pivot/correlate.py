"""How columns of numbers move together: a coefficient for each pair.

Pearson's product-moment coefficient; Spearman's is the same of ranks, equal values sharing the mean of theirs (C. Spearman, "The
Proof and Measurement of Association between Two Things", 1904). Each pair rests on the records in which both are filled.
"""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...common.language.english import field_words
from ...common.recipe.spec import CorrelateSpec, PivotSpec
from ...tables.aggregation.conditions import passing
from ...tables.aggregation.groups import Labels
from ...tables.aggregation.table_source import TableSource
from ...tables.table.alike import SHARE, settled
from .matrix import Matrix, Merge
from .order import Ordered
from .shown_side import ordered


def correlated(source: TableSource, pivot: PivotSpec) -> Matrix:
    """The coefficients of all pairs of fields; ``records`` are the pairs of values behind each. Totals are blank."""
    spec = pivot.correlate
    assert spec is not None
    columns = [source.numbers(name, f"pivot.correlate.fields[{i}]", "correlation") for i, name in enumerate(spec.fields)]
    kept = passing(source.tests(pivot.keep, "pivot.keep"), source.table.records)
    key = f"correlate {spec.fields!r} {spec.method} {pivot.keep!r}"
    found = source.memory.keep(key, lambda: coefficients([column[kept] for column in columns], spec.method))
    values, pairs = settled(found[..., 0], SHARE), found[..., 1].astype(np.int64)
    labels = _labels(spec.fields)
    order, tree = _order(pivot, values, labels)
    inside = np.ix_(order, order)
    return Matrix(
        rows=tuple(labels[i] for i in order),
        columns=tuple(labels[i] for i in order),
        all_values=_bordered(values[inside], np.nan),
        all_records=_bordered(pairs[inside], 0),
        all_numbers=_bordered(pairs[inside], 0),
        kept=int(kept.sum()),
        unplaced=0,
        unmeasured=0,
        absent=_absent(spec, len(order)),
        row_tree=tree,
        column_tree=tree,
    )


def coefficients(columns: list[NDArray[np.float64]], method: str) -> NDArray[np.float64]:
    """Coefficient and number of pairs for every two columns, shape (columns, columns, 2).

    NaN stands for a blank: fewer than two pairs, or a column that does not vary within them. Infinite values are passed over.
    """
    from scipy.stats import rankdata  # takes a second to load, which no other figure should wait for

    size = len(columns)
    found = np.zeros((size, size, 2))
    filled = [np.isfinite(column) for column in columns]
    for i in range(size):
        for j in range(i, size):
            both = filled[i] & filled[j]
            one, other = columns[i][both], columns[j][both]
            if method == "spearman":
                one, other = rankdata(one), rankdata(other)
            found[i, j] = found[j, i] = _pearson(one, other), len(one)
    return found


def _pearson(one: NDArray[np.float64], other: NDArray[np.float64]) -> float:
    if len(one) < 2 or one.min() == one.max() or other.min() == other.max():
        return float("nan")
    # Scaled first, so that no square overflows; deviations from the mean rather than products of the numbers themselves.
    mine, theirs = ((each - each.mean()) / np.abs(each - each.mean()).max() for each in (one, other))
    return float(np.clip((mine @ theirs) / np.sqrt((mine @ mine) * (theirs @ theirs)), -1.0, 1.0))


def behind_pair(source: TableSource, pivot: PivotSpec, row: int, column: int) -> NDArray[np.int64]:
    """The records in which both fields of a pair are filled, by its place in the matrix."""
    spec = pivot.correlate
    assert spec is not None
    matrix = correlated(source, pivot)
    names = dict(zip(_labels(spec.fields), spec.fields, strict=True))
    both = passing(source.tests(pivot.keep, "pivot.keep"), source.table.records)
    for labels in (matrix.rows[row], matrix.columns[column]):
        both &= np.isfinite(source.table.column(names[labels], "pivot.correlate").data)
    return np.flatnonzero(both)


def _labels(fields: tuple[str, ...]) -> tuple[Labels, ...]:
    """Each field in words, or by its name where two would be called the same."""
    words = [field_words(name) for name in fields]
    return tuple((said if words.count(said) == 1 else name,) for said, name in zip(words, fields, strict=True))


def _order(
    pivot: PivotSpec, values: NDArray[np.float64], labels: tuple[Labels, ...]
) -> tuple[NDArray[np.int64], tuple[Merge, ...]]:
    spec = pivot.order.rows
    lines = _bordered(values, np.nan)
    side = Ordered(
        labels=labels,
        members=np.arange(len(labels))[:, None],
        groups=(),
        other_labels=labels,
        other_groups=(),
        totals=lines,
        shown=lambda: lines,
        likened=lambda: lines,
        path="pivot.order.rows",
    )
    return ordered(spec, side)


def _absent(spec: CorrelateSpec, size: int) -> NDArray[np.bool_] | None:
    if spec.triangle == "both":
        return None
    every = np.ones((size, size), dtype=bool)
    return np.triu(every, 1) if spec.triangle == "lower" else np.tril(every, -1)


def _bordered(cells: NDArray[Any], fill: float) -> NDArray[Any]:
    """The cells with a line for totals on both sides."""
    return np.pad(cells, ((0, 1), (0, 1)), constant_values=fill)
