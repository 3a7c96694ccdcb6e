"""Cutting numbers into bins. A number on an edge belongs to the bin above it; the topmost bin is closed above."""

from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from ..recipe.spec import BinsSpec
from ..table import number_label
from .kernels import blocks_of, in_blocks

NO_BIN = 0
"""The code of a blank, and of a number beyond the edges; the bins themselves are numbered from 1."""


def edges_of(bins: BinsSpec, values: NDArray[np.float64]) -> NDArray[np.float64]:
    """The edges asked for, or found among the finite ``values``. Fewer than asked for where values repeat; none without any."""
    if bins.edges is not None:
        return np.array(bins.edges)
    finite = values[np.isfinite(values)]
    if not len(finite):
        return np.zeros(0)
    if bins.equal_width is not None:
        edges = np.linspace(finite.min(), finite.max(), bins.equal_width + 1)
    else:
        assert bins.equal_count is not None
        edges = np.quantile(finite, np.linspace(0, 1, bins.equal_count + 1))
    edges = np.unique(edges)
    return edges if len(edges) > 1 else np.array([edges[0], edges[0]])


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
    """A label a bin, such as "5–10", with as many digits as tell the edges apart."""
    if len(edges) == 2 and edges[0] == edges[1]:
        return [number_label(float(edges[0]))]
    between = " to " if edges[0] < 0 else "–"
    return [f"{left}{between}{right}" for left, right in pairwise(_texts(edges))]


def _texts(edges: NDArray[np.float64]) -> list[str]:
    for digits in range(3, 17):
        rounded = [float(f"{edge:.{digits}g}") for edge in edges]
        if len(set(rounded)) == len(rounded):
            near = max(abs(a - b) for a, b in zip(rounded, edges.tolist(), strict=True))
            if near <= float(np.diff(edges).min()) / 100:
                return [number_label(each) for each in rounded]
    return [number_label(float(edge)) for edge in edges]
