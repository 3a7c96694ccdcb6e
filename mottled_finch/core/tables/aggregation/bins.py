"""Cutting numbers into bins. A number on an edge belongs to the bin above it; the topmost bin is closed above."""

from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import BinsSpec
from ...common.wording.labels import number_label
from ..kernels import blocks_of, in_blocks

NO_BIN = 0
"""The code of a blank, and of a number beyond the edges; the bins themselves are numbered from 1."""


def edges_of(bins: BinsSpec, values: NDArray[np.float64]) -> NDArray[np.float64]:
    """The edges asked for, or found among the finite ``values``: numbers as short as tells them apart, so that what is printed is
    what is used. Fewer than asked for where values repeat; none without any.
    """
    if bins.edges is not None:
        return np.array(bins.edges)
    finite = values[np.isfinite(values)]
    if not len(finite):
        return np.zeros(0)
    low, high = float(finite.min()), float(finite.max())
    if low == high:
        return np.array([low, high])
    if bins.round is not None:
        return _round_edges(low, high, bins.round)
    if bins.equal_width is not None:
        return _short(np.linspace(low, high, bins.equal_width + 1), low, high)
    assert bins.equal_count is not None
    return _short(np.unique(np.quantile(finite, np.linspace(0, 1, bins.equal_count + 1))), low, high)


def _round_edges(low: float, high: float, bins: int) -> NDArray[np.float64]:
    """Edges that people would choose: whole steps of 1, 2, 2.5 or 5 times a power of ten, about so many bins from low to high."""
    wanted = (high - low) / bins
    power = 10.0 ** np.floor(np.log10(wanted))
    step = min((each * power for each in (1.0, 2.0, 2.5, 5.0, 10.0)), key=lambda each: abs(np.log(each / wanted)))
    first, last = np.floor(low / step + _CLOSE), np.ceil(high / step - _CLOSE)
    edges = np.array([float(f"{each * step:.12g}") for each in np.arange(first, last + 1)])
    return np.concatenate([[min(edges[0], low)], edges[1:-1], [max(edges[-1], high)]])


_CLOSE = 1e-9


def _short(edges: NDArray[np.float64], low: float, high: float) -> NDArray[np.float64]:
    """The edges with as few digits as tell them apart; the outer ones still hold the lowest and the highest."""
    least = float(np.diff(edges).min())
    for digits in range(3, 17):
        unit = 10.0 ** (np.floor(np.log10(np.abs(edges).max())) + 1 - digits)
        short = [float(f"{np.rint(edge / unit) * unit:.{digits}g}") for edge in edges.tolist()]
        if short[0] > low:
            short[0] = float(f"{np.floor(low / unit) * unit:.{digits}g}")
        if short[-1] < high:
            short[-1] = float(f"{np.ceil(high / unit) * unit:.{digits}g}")
        found = np.array(short)
        holds = found[0] <= low and found[-1] >= high and bool((np.diff(found) > 0).all())
        if holds and float(np.abs(found - edges).max()) <= least / 100:
            return found
    return edges


def binned(values: NDArray[np.float64], edges: NDArray[np.float64]) -> NDArray[np.uint16]:
    """The bin of each value, numbered from 1; 0 for a blank and for what lies beyond the edges."""
    codes = np.zeros(len(values), dtype=np.uint16)
    if not len(edges):
        return codes

    def work(block: slice) -> None:
        part = values[block]
        found = np.searchsorted(edges[:-1], part, side="right")  # a blank is sorted behind all numbers
        codes[block] = np.where(part <= edges[-1], found, NO_BIN)

    in_blocks(work, blocks_of(len(values)))
    return codes


def bin_labels(edges: NDArray[np.float64]) -> list[str]:
    """A label a bin, such as "5–10": its edges as they are used."""
    if len(edges) == 2 and edges[0] == edges[1]:
        return [number_label(float(edges[0]))]
    between = " to " if edges[0] < 0 else "–"
    return [f"{left}{between}{right}" for left, right in pairwise([number_label(float(edge)) for edge in edges])]
