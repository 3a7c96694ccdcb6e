"""Timing, and the yardstick every figure is held against."""

import json
import statistics
import time
import tracemalloc
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np

from mottled_finch.core.tables.kernels import BUFFERS

RUNS = 7


@dataclass(frozen=True, kw_only=True)
class Measured:
    """A figure: seconds of one run, over so many records or cells, beside its yardsticks."""

    name: str
    seconds: float
    rows: int
    memory_pass: float
    reader: float | None = None
    """Seconds of the same read by Arrow's reader of CSV, the fastest general one at hand."""
    columnar: float | None = None
    """Seconds of the same question asked of a columnar SQL engine, over its own table."""
    plain: float | None = None
    """Seconds of the same pivot that is set against nothing."""
    picture: float | None = None
    """Seconds of a PNG of the same figure."""
    alone: float | None = None
    """Seconds of the same plates as decks one by one."""
    package: float | None = None
    """Seconds of reading and writing the same package."""
    bytes_to_csv: float | None = None
    """Bytes kept, as a share of the CSV's."""
    peak_to_touched: float | None = None
    """Bytes taken at the most beyond the columns, as a share of those of the columns that are touched."""

    def line(self) -> str:
        told: dict[str, Any] = {
            "name": self.name,
            "seconds": round(self.seconds, 6),
            "rows": self.rows,
            "ratio_to_memory_pass": round(self.seconds / self.memory_pass, 2),
        }
        if self.reader is not None:
            told["ratio_to_reader"] = round(self.seconds / self.reader, 2)
        if self.columnar is not None:
            told["times_faster_than_columnar"] = round(self.columnar / self.seconds, 2)
        if self.plain is not None:
            told["ratio_to_plain"] = round(self.seconds / self.plain, 2)
        if self.picture is not None:
            told["ratio_to_png"] = round(self.seconds / self.picture, 2)
        if self.alone is not None:
            told["ratio_to_alone"] = round(self.seconds / self.alone, 2)
        if self.package is not None:
            told["ratio_to_package"] = round(self.seconds / self.package, 2)
        if self.bytes_to_csv is not None:
            told["bytes_to_csv"] = round(self.bytes_to_csv, 3)
        if self.peak_to_touched is not None:
            told["peak_to_touched"] = round(self.peak_to_touched, 2)
        return json.dumps(told)


def median_seconds(run: Callable[[], Any], *, before: Callable[[], Any] | None = None, runs: int = RUNS) -> float:
    """Seconds of a run in the median, after one that is not counted. ``before`` is done before each and not counted either."""
    found = []
    for i in range(runs + 1):
        if before:
            before()
        start = time.perf_counter()
        run()
        if i:
            found.append(time.perf_counter() - start)
    return statistics.median(found)


def peak_bytes(run: Callable[[], Any]) -> int:
    """Bytes taken at the most while it runs, none of which were held on to from before."""
    BUFFERS.clear()
    tracemalloc.start()
    run()
    peak = tracemalloc.get_traced_memory()[1]
    tracemalloc.stop()
    return peak


def memory_pass(size: int) -> float:
    """Seconds to read so many bytes of memory once, on one thread, adding up all of them."""
    return median_seconds(_read(size))


def _read(size: int) -> Callable[[], Any]:
    return np.ones(max(1, size // 8), dtype=np.int64).sum


def in_turns(
    name: str,
    run: Callable[[], Any],
    *,
    rows: int,
    touched: int,
    peer: Callable[[], Any] | None = None,
    before: Callable[[], Any] = lambda: None,
    turns: int = 15,
) -> Measured:
    """A figure of a few milliseconds beside its yardsticks: all of them in turns, and of each the least seconds.

    On a machine that others work on, too, everything they do is added to a figure, and more to one that keeps all processors busy.
    The least of many turns is what is left when they pause, and turns give every yardstick the same pauses.
    """
    others = [_read(touched), *([peer] if peer else [])]
    found: list[list[float]] = [[] for _ in range(1 + len(others))]
    for _ in range(turns):
        before()
        for seconds, each in zip(found, (run, *others), strict=True):
            start = time.perf_counter()
            each()
            seconds.append(time.perf_counter() - start)
    mine, passed, *columnar = (min(seconds[1:]) for seconds in found)
    return Measured(name=name, seconds=mine, rows=rows, memory_pass=passed, columnar=columnar[0] if columnar else None)
