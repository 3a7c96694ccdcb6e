"""Where bands are cut: at numbers that were given, or found among the values of the cells."""

from collections.abc import Callable, Mapping
from itertools import pairwise
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..common.errors import TableError
from ..common.recipe.spec import BandMethod, BandsSpec
from ..common.vocabulary import LIMITS
from ..matrices.pivot.targets import number_of
from ..tables.kernels import compiled
from ..tables.table.alike import EPSILON, joined, settled

Floats = NDArray[np.float64]
USUAL = 5


def cuts_of(spec: BandsSpec, filled: Floats, low: float, high: float, targets: Mapping[str, float]) -> tuple[float, ...]:
    """The cuts of bands over cells whose values are ``filled``, on a scale from low to high; they rise. Bands that would hold
    the same values are one. Raises TableError for given cuts that do not rise.
    """
    if spec.cuts is not None:
        cuts = [number_of(cut, targets, f"color.bands.cuts[{i}]") for i, cut in enumerate(spec.cuts)]
        for i, (one, other) in enumerate(pairwise(cuts)):
            if one >= other:
                raise TableError(
                    f"the cuts of bands must rise, and {one:g} is followed by {other:g}; put them in order",
                    path=f"color.bands.cuts[{i + 1}]",
                    received=other,
                )
        return tuple(cuts)
    assert spec.method is not None
    # Rounding must not put a cut beside the value it is meant to be.
    exact = settled(np.array(METHODS[spec.method](np.sort(joined(filled)), spec.count or USUAL, low, high)))
    return tuple(np.unique(exact[np.isfinite(exact)]).tolist())[: LIMITS.bands_most - 1]


def _equal_width(_values: Floats, bands: int, low: float, high: float) -> list[float]:
    if low >= high:
        return []
    cuts = np.array([low + i * (high - low) / bands for i in range(1, bands)])
    return list(settled(cuts, EPSILON * max(abs(low), abs(high))).tolist())


def _quantile(values: Floats, bands: int, _low: float, _high: float) -> list[float]:
    cuts = np.percentile(values, [100 * i / bands for i in range(1, bands)]).tolist()
    return [cut for cut in cuts if cut > values[0]]  # else nothing would lie below


def _stdev(values: Floats, bands: int, _low: float, _high: float) -> list[float]:
    """Whole standard deviations apart, as many above the average as below."""
    if len(values) < 2 or values[0] == values[-1]:
        return []
    deviation = float(values.std(ddof=1))
    if deviation <= 0:
        return []
    cuts = np.array([float(values.mean()) + (i - bands / 2) * deviation for i in range(1, bands)])
    return list(settled(cuts, EPSILON * float(np.abs(values).max())).tolist())


def _natural(values: Floats, bands: int, _low: float, _high: float) -> list[float]:
    """Between the groups whose values lie closest to their averages.

    The least sum of squared deviations, found exactly: W. D. Fisher, "On Grouping for Maximum Homogeneity" (1958). Where the best
    beginning of the last group does not fall as more values are looked at, halves are enough to find all.
    """
    different, numbers = np.unique(values, return_counts=True)
    bands = min(bands, len(different))
    if bands < 2:
        return []
    starts = np.zeros((bands, len(different)), dtype=np.int64)
    _group(different, numbers.astype(np.float64), bands, starts)
    cuts: list[float] = []
    last = len(different) - 1
    for band in range(bands - 1, 0, -1):
        first = int(starts[band, last])
        cuts.append(float((different[first - 1] + different[first]) / 2))
        last = first - 1
    return cuts


METHODS: dict[BandMethod, Callable[[Floats, int, float, float], list[float]]] = {
    "equal_width": _equal_width,
    "quantile": _quantile,
    "natural": _natural,
    "stdev": _stdev,
}
"""Every way to find cuts: from the sorted values, the number of bands and the ends of the scale."""


@compiled
def _group(values: Any, numbers: Any, bands: Any, starts: Any) -> None:  # pragma: no cover - compiled
    """Where the last group begins when the values up to each are put into one to so many groups, shape (bands, values)."""
    n = len(values)
    center = values[n // 2]  # so that squares stay small
    weight, total, square = np.zeros(n + 1), np.zeros(n + 1), np.zeros(n + 1)
    for i in range(n):
        apart = values[i] - center
        weight[i + 1] = weight[i] + numbers[i]
        total[i + 1] = total[i] + numbers[i] * apart
        square[i + 1] = square[i] + numbers[i] * apart * apart
    before, now = np.zeros(n), np.zeros(n)
    for i in range(n):
        before[i] = square[i + 1] - total[i + 1] ** 2 / weight[i + 1]
    stack = np.zeros((64, 4), dtype=np.int64)
    for band in range(1, bands):
        depth = 0
        stack[0] = (band, n - 1, band, n - 1)
        while depth >= 0:
            first, last, least, most = stack[depth]
            depth -= 1
            middle = (first + last) // 2
            best, at = np.inf, least
            for start in range(least, min(middle, most) + 1):
                inside = weight[middle + 1] - weight[start]
                sums = total[middle + 1] - total[start]
                cost = before[start - 1] + square[middle + 1] - square[start] - sums * sums / inside
                if cost < best:
                    best, at = cost, start
            now[middle], starts[band, middle] = best, at
            if first < middle:
                depth += 1
                stack[depth] = (first, middle - 1, least, at)
            if middle < last:
                depth += 1
                stack[depth] = (middle + 1, last, at, most)
        before[:] = now
