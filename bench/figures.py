"""The figures, one function each; ``FIGURES`` is the table a new one is entered in."""

import io
import os
import sqlite3
import tempfile
from collections.abc import Callable
from pathlib import Path

from mottled_finch.core.color.scale import resolve_scale
from mottled_finch.core.draw import DRAWINGS
from mottled_finch.core.figure import make_figure
from mottled_finch.core.intake import read_file
from mottled_finch.core.pivot import make_matrix
from mottled_finch.core.recipe import load_recipe
from mottled_finch.core.scene import lay_out

from . import data
from .measure import Measured, median_seconds, memory_pass

MILLION = 1_000_000
PIVOT = {"rows": [{"field": "pier"}], "columns": [{"field": "week"}], "measure": {"take": "average", "of": "minutes"}}
GRID = {"rows": [{"field": "down"}], "columns": [{"field": "over"}], "measure": {"take": "sum", "of": "height"}}


def read_csv() -> Measured:
    """A CSV of a million records to a table, from memory."""
    content = data.csv_bytes(MILLION)
    return Measured(
        name="read_csv",
        seconds=median_seconds(lambda: read_file(io.BytesIO(content), "log.csv")),
        rows=MILLION,
        memory_pass=memory_pass(len(content)),
    )


def open_edition_cold() -> Measured:
    """An edition of a million records out of SQLite, with nothing of the file in the machine's memory."""
    return _open_edition("open_edition_cold", cold=True)


def open_edition_warm() -> Measured:
    """The same with the file in the machine's memory, but not in ours."""
    return _open_edition("open_edition_warm", cold=False)


def _open_edition(name: str, *, cold: bool) -> Measured:
    from django.db import connection

    from mottled_finch.server.tables.actions import import_table
    from mottled_finch.server.tables.storage import load_table

    edition = import_table(io.BytesIO(data.csv_bytes(MILLION)), "log.csv").edition()
    path = Path(connection.settings_dict["NAME"])

    def forget() -> None:
        connection.close()
        if not cold:
            return
        for file in path.parent.glob(path.name + "*"):
            with file.open("rb") as opened:
                os.fsync(opened.fileno())
                os.posix_fadvise(opened.fileno(), 0, 0, os.POSIX_FADV_DONTNEED)

    return Measured(
        name=name,
        seconds=median_seconds(lambda: load_table(edition), before=forget),
        rows=MILLION,
        memory_pass=memory_pass(load_table(edition).nbytes),
    )


def pivot_1m() -> Measured:
    """A million records to 24 by 60 averages."""
    return _pivot("pivot_1m", MILLION)


def pivot_10m() -> Measured:
    """Ten million records to 24 by 60 averages."""
    return _pivot("pivot_10m", 10 * MILLION)


def _pivot(name: str, records: int) -> Measured:
    table = data.table(records)
    recipe = load_recipe({"finch_recipe": 1, "pivot": PIVOT})
    return Measured(
        name=name,
        seconds=median_seconds(lambda: make_matrix(table, recipe.pivot)),
        rows=records,
        memory_pass=memory_pass(table.nbytes),
        sqlite=_sqlite_pivot(table),
    )


def _sqlite_pivot(table: data.Table) -> float:
    """Seconds of the same question in SQL, over a table that holds the codes as whole numbers."""
    pier, week, minutes = (column.data for column in table.columns)
    with tempfile.TemporaryDirectory() as folder, sqlite3.connect(Path(folder) / "peer.sqlite3") as connection:
        connection.execute("PRAGMA journal_mode=OFF")
        connection.execute("CREATE TABLE log (pier INTEGER, week INTEGER, minutes REAL)")
        # NaN goes in as NULL, so both sides average the same values.
        records = zip(pier.tolist(), week.tolist(), minutes.tolist(), strict=True)
        connection.executemany("INSERT INTO log VALUES (?, ?, ?)", records)
        connection.commit()
        question = "SELECT pier, week, AVG(minutes), COUNT(*) FROM log GROUP BY pier, week"
        return median_seconds(lambda: connection.execute(question).fetchall(), runs=5)


def scene_40k() -> Measured:
    """A matrix of 200 by 200 cells to a scene."""
    matrix = make_matrix(data.grid_table(200), (recipe := load_recipe({"finch_recipe": 1, "pivot": GRID})).pivot)
    scale = resolve_scale(recipe.color, matrix.values)
    return Measured(
        name="scene_40k",
        seconds=median_seconds(lambda: lay_out(recipe, matrix, scale)),
        rows=matrix.values.size,
        memory_pass=memory_pass(matrix.values.nbytes),
    )


def png_40k() -> Measured:
    """A figure of 200 by 200 cells to a PNG of two pixels a point."""
    figure = make_figure(data.grid_table(200), load_recipe({"finch_recipe": 1, "pivot": GRID}))
    return Measured(
        name="png_40k",
        seconds=median_seconds(lambda: DRAWINGS["png"].draw(figure, 2.0)),
        rows=figure.matrix.values.size,
        memory_pass=memory_pass(figure.matrix.values.nbytes),
    )


FIGURES: dict[str, Callable[[], Measured]] = {
    figure.__name__: figure for figure in (read_csv, open_edition_cold, open_edition_warm, pivot_1m, pivot_10m, scene_40k, png_40k)
}
