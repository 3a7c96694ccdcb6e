"""What is claimed of pivots: ten million records to 24 by 60 cells, doubles of which 1% are blank, a filter that keeps 70%.

Each figure is the whole way from records to matrix with all its totals, nothing being kept from before but the warm kernels; it is
held against one single-threaded read of the bytes it touches, and against GROUP BY of a columnar SQL engine over its own table.
"""

from collections.abc import Callable
from dataclasses import replace
from functools import cache
from pathlib import Path
from typing import Any

import duckdb
import numpy as np

from bench.measure import Measured, in_turns, median_seconds, memory_pass, peak_bytes
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.common.recipe.spec import PivotSpec
from mottled_finch.core.matrices.pivot import make_matrix
from mottled_finch.core.matrices.pivot.targets import ResolvedPivot, with_targets
from mottled_finch.core.tables.aggregation.cuts import Calendar, clock_of, cut_clock
from mottled_finch.core.tables.aggregation.memory import forget
from mottled_finch.core.tables.table import Column, Kind, Table

from . import data

RECORDS = 10_000_000
_PARTS = ("year", "month", "weekday", "hour")
VALUES = 100_000
KEPT = [f"line {i}" for i in range(1, 8)]
WHERE = "WHERE line <= 7"


@cache
def log() -> Table:
    """Two sides, the field of the filter, a number, a field of 100,000 values."""
    random = np.random.default_rng(RECORDS)
    values = random.normal(10, 4, RECORDS)
    values[random.random(RECORDS) < 0.01] = np.nan
    return Table(
        (
            data.category("pier", random.integers(1, data.ROWS + 1, RECORDS, dtype=np.uint8), data.ROWS),
            data.category("week", random.integers(1, data.COLUMNS + 1, RECORDS, dtype=np.uint8), data.COLUMNS),
            data.category("line", random.integers(1, 11, RECORDS, dtype=np.uint8), 10),
            Column(name="minutes", kind=Kind.NUMBER, data=values),
            data.category("rider", random.integers(1, VALUES + 1, RECORDS, dtype=np.uint32), VALUES),
        )
    )


@cache
def engine() -> duckdb.DuckDBPyConnection:
    """The same table in the engine's own form, with as many threads as we use."""
    import pyarrow as pa

    connection = duckdb.connect()
    connection.register("given", pa.table({each.name: pa.array(each.data, mask=each.data != each.data) for each in log().columns}))
    connection.execute("CREATE TABLE log AS SELECT * FROM given")
    connection.unregister("given")
    return connection


def pivot(measure: dict[str, Any], **more: Any) -> PivotSpec:
    sides = {"rows": [{"field": "pier"}], "columns": [{"field": "week"}], "keep": [{"field": "line", "in": KEPT}]}
    return load_recipe({"finch_recipe": 2, "pivot": {**sides, "measure": measure, **more}}).pivot


def touched(*names: str) -> int:
    return sum(log().column(name, "").data.nbytes for name in ("pier", "week", "line", *names))


def _measured(name: str, measure: dict[str, Any], sql: str, *names: str) -> Measured:
    table, spec = log(), pivot(measure)
    question = f"SELECT pier, week, {sql}, COUNT(*) FROM log {WHERE} GROUP BY pier, week"
    found = in_turns(
        name,
        lambda: make_matrix(table, spec),
        rows=RECORDS,
        touched=touched(*names),
        peer=lambda: engine().execute(question).fetchall(),
        before=lambda: forget(table),
    )
    forget(table)
    return replace(found, peak_to_touched=peak_bytes(lambda: make_matrix(table, spec)) / touched(*names))


def pivot_average() -> Measured:
    """The average, with the sum and the counts it is made of."""
    return _measured("pivot_average", {"take": "average", "of": "minutes"}, "AVG(minutes), SUM(minutes)", "minutes")


def pivot_largest() -> Measured:
    """The largest, with the smallest."""
    return _measured("pivot_largest", {"take": "max", "of": "minutes"}, "MIN(minutes), MAX(minutes)", "minutes")


def pivot_median() -> Measured:
    """The exact median, of every cell, row, column and all."""
    return _measured("pivot_median", {"take": "median", "of": "minutes"}, "MEDIAN(minutes)", "minutes")


def pivot_distinct() -> Measured:
    """How many of 100,000 values each cell, row, column and all has."""
    return _measured("pivot_distinct", {"take": "distinct", "of": "rider"}, "COUNT(DISTINCT rider)", "rider")


def pivot_other_measure() -> Measured:
    """Another measure over the same cells: which cell each record is in is still known."""
    table, first, second = log(), pivot({"take": "count"}), pivot({"take": "sum", "of": "minutes"})

    def prepare() -> None:
        forget(table)
        make_matrix(table, first)

    return in_turns(
        "pivot_other_measure", lambda: make_matrix(table, second), rows=RECORDS, touched=touched("minutes"), before=prepare
    )


def pivot_other_show() -> Measured:
    """Another show and order: no record is touched."""
    table, measure = log(), {"take": "sum", "of": "minutes"}
    make_matrix(table, pivot(measure))
    again = pivot(measure, show={"as": "share", "of": "row"}, order={"rows": {"by": "total", "descending": True}})
    return Measured(
        name="pivot_other_show",
        seconds=median_seconds(lambda: make_matrix(table, again)),
        rows=RECORDS,
        memory_pass=memory_pass(touched("minutes")),
    )


@cache
def dated() -> Table:
    """The same with moments, by the minute, of two years."""
    random = np.random.default_rng(RECORDS + 1)
    moments = np.datetime64("2024-01-01T00:00", "us") + np.arange(731 * 1440) * np.timedelta64(60_000_000, "us")
    entries = np.concatenate([[np.datetime64("NaT", "us")], moments])
    codes = random.integers(1, len(entries), RECORDS, dtype=np.uint32)
    return Table((*log().columns, Column(name="left", kind=Kind.MOMENT, data=codes, entries=entries)))


def _against(name: str, take: str, here: list[dict[str, Any]], show: dict[str, Any]) -> Measured:
    """A pivot against another side, beside the plain one, in turns."""
    table = dated()
    sides = {"rows": [{"field": "pier"}], "columns": [{"field": "left", "cut": "month"}], "keep": here}
    measure = {"take": take, "of": "minutes"}
    plain, against = (
        with_targets(load_recipe({"finch_recipe": 2, "pivot": {**sides, "measure": measure, **more}}).pivot, {})
        for more in ({}, {"show": show})
    )

    def run(spec: ResolvedPivot) -> Callable[[], Any]:
        def anew() -> None:
            forget(table)
            make_matrix(table, spec)

        return anew

    touched_bytes = sum(table.column(each, "").data.nbytes for each in ("pier", "left", "line", "minutes"))
    found = in_turns(name, run(against), rows=RECORDS, touched=touched_bytes, peer=run(plain))
    return replace(found, columnar=None, plain=found.columnar)


def against_year_before() -> Measured:
    """The average by pier and month of one year, against the year before."""
    here = [{"field": "left", "from": "2025-01-01", "to": "2025-12-31"}]
    return _against("against_year_before", "average", here, {"as": "against", "shift": {"field": "left", "years": -1}})


def against_other_lines() -> Measured:
    """The median by pier and month of seven lines, against the other three."""
    others = [{"field": "line", "not_in": KEPT}]
    return _against("against_other_lines", "median", [{"field": "line", "in": KEPT}], {"as": "against", "keep": others})


def date_parts() -> Measured:
    """Year, month, weekday and hour of ten million moments."""
    minutes = np.random.default_rng(5).integers(0, 10 * 365 * 1440, RECORDS)
    moments = np.datetime64("2016-01-01", "us") + minutes.astype("timedelta64[m]")

    def cut() -> None:
        clock = clock_of(moments)
        for part in _PARTS:
            cut_clock(clock, part, Calendar())

    return in_turns("date_parts", cut, rows=RECORDS, touched=moments.nbytes)


def pivot_from_storage() -> Measured:
    """The first pivot of a fresh process: the columns out of SQLite through the ORM, then the average. Once it is made, the process
    ends without clearing up.
    """
    import subprocess
    import sys

    from mottled_finch.server.tables.models import Edition
    from mottled_finch.server.tables.models import Table as Stored
    from mottled_finch.server.tables.storage import store_columns

    edition = Edition.objects.create(table=Stored.objects.create(name="log"), number=1, records=RECORDS)
    store_columns(edition, Table(log().columns[:4]))
    from django.db import connection

    folder = Path(connection.settings_dict["NAME"]).parent
    program = (
        "import os, sys; from pathlib import Path; from mottled_finch.server.run import prepare; prepare(Path(sys.argv[1]))\n"
        "from mottled_finch.server.tables.models import Edition; from mottled_finch.server.tables.storage import EDITIONS\n"
        "from mottled_finch.core.matrices.pivot import make_matrix; from mottled_finch.core.common.recipe import load_recipe\n"
        "recipe = load_recipe({'finch_recipe': 2, 'pivot': {'rows': [{'field': 'pier'}], 'columns': [{'field': 'week'}],\n"
        "    'measure': {'take': 'average', 'of': 'minutes'}}})\n"
        "make_matrix(EDITIONS.open(Edition.objects.get(pk=int(sys.argv[2]))), recipe.pivot)\n"
        "os._exit(0)\n"
    )
    run = [sys.executable, "-c", program, str(folder), str(edition.pk)]
    return in_turns(
        "pivot_from_storage", lambda: subprocess.run(run, check=True), rows=RECORDS, touched=touched("minutes"), turns=7
    )


FIGURES: tuple[Callable[[], Measured], ...] = (
    pivot_average,
    pivot_largest,
    pivot_median,
    pivot_distinct,
    pivot_other_measure,
    pivot_other_show,
    pivot_from_storage,
    against_year_before,
    against_other_lines,
    date_parts,
)
