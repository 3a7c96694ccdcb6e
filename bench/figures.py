"""The figures, one function each; ``FIGURES`` is the table a new one is entered in."""

import io
import os
from collections.abc import Callable
from pathlib import Path

import numpy as np
import pyarrow as pa
import pyarrow.csv as pa_csv

from bench.measure import RUNS, Measured, in_turns, median_seconds, memory_pass
from mottled_finch.core.common.recipe import load_recipe, load_table_part
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.figures.scene import lay_out
from mottled_finch.core.matrices.looks import first_looks
from mottled_finch.core.matrices.statement.typed import understand
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL
from mottled_finch.core.tables.aggregation.memory import forget
from mottled_finch.core.tables.intake import read_file
from mottled_finch.core.tables.mends import apply_mends
from mottled_finch.core.tables.table import Column, Kind, Table

from . import browser, data, folios, outputs, pivots

MILLION = 1_000_000
GRID = {"rows": [{"field": "down"}], "columns": [{"field": "over"}], "measure": {"take": "sum", "of": "height"}}


def read_csv() -> Measured:
    """A CSV of a million records to a table, from memory, beside Arrow's reader told beforehand what every column holds."""
    content = data.csv_bytes(MILLION)
    words = pa.dictionary(pa.int32(), pa.string())
    types = {"departed": pa.timestamp("us"), "pier": words, "ticket": words, "refunded": words, "riders": pa.float64()}
    options = pa_csv.ConvertOptions(column_types={**types, "amount": pa.float64()})
    return Measured(
        name="read_csv",
        seconds=median_seconds(lambda: read_file(io.BytesIO(content), "log.csv")),
        rows=MILLION,
        memory_pass=memory_pass(len(content)),
        reader=median_seconds(lambda: pa_csv.read_csv(io.BytesIO(content), convert_options=options)),
    )


def import_csv() -> Measured:
    """The same all the way into the library: taken in, read, summed up, stored with the file beside it."""
    from mottled_finch.server.tables.actions import import_table
    from mottled_finch.server.tables.models import Chunk, SourceChunk, StoredColumn

    content = data.csv_bytes(MILLION)
    table = import_table(io.BytesIO(content), "log.csv")
    columns = StoredColumn.objects.filter(edition=table.edition())
    kept = sum(len(entries) + len(misfits) for entries, misfits in columns.values_list("entries", "misfits"))
    kept += sum(len(chunk) for chunk in Chunk.objects.filter(column__in=columns).values_list("data", flat=True).iterator())
    kept += sum(len(piece) for piece in SourceChunk.objects.filter(edition=table.edition()).values_list("data", flat=True))
    return Measured(
        name="import_csv",
        seconds=median_seconds(lambda: import_table(io.BytesIO(content), "log.csv"), runs=5),
        rows=MILLION,
        memory_pass=memory_pass(len(content)),
        bytes_to_csv=kept / len(content),
    )


def twenty_mends() -> Measured:
    """Twenty mends laid on ten million records: ten of texts, five conditions, five computed columns."""
    table = data.table(10 * MILLION)
    mends: list[dict[str, object]] = [
        {"do": "merge", "field": "pier", "from": [f"pier {i + 1}"], "into": "pier 24"} for i in range(5)
    ]
    mends += [{"do": "relabel", "field": "week", "names": {f"week {i}": f"Week {i}"}} for i in range(1, 6)]
    mends += [{"do": "drop", "where": [{"field": "week", "in": [f"week {i}"]}]} for i in range(6, 11)]
    mends += [{"do": "compute", "into": f"hours {i}", "as": f"minutes / 60 + {i}"} for i in range(5)]
    spec = load_table_part({"mends": mends})
    return Measured(
        name="twenty_mends",
        seconds=median_seconds(lambda: apply_mends(table, spec.mends), runs=5),
        rows=table.records,
        memory_pass=memory_pass(table.nbytes),
    )


def bring_10m() -> Measured:
    """A column of targets brought to ten million records by one key. What is touched are the key, the lines and what comes."""
    table, mends = data.table(10 * MILLION), load_table_part({"mends": [{"do": "bring", "from": "goals", **GOALS}]}).mends
    key = table.column("pier", "")
    goals = Table(
        (
            Column(name="pier", kind=key.kind, data=np.arange(1, len(key.dictionary)), entries=key.dictionary),
            Column(name="goal", kind=Kind.NUMBER, data=np.arange(1.0, len(key.dictionary))),
        )
    )
    return in_turns(
        "bring_10m",
        lambda: apply_mends(table, mends, lambda _name, _path: goals),
        rows=table.records,
        touched=2 * key.data.nbytes + 8 * table.records,
        turns=7,
    )


GOALS = {"keys": {"pier": "pier"}, "columns": ["goal"]}


def statement_read() -> Measured:
    """A sentence of usual length as people type it, to the pivot that it means."""
    table = data.table(100_000)
    typed = "average minutes by pier and week where week is not week 7, sorted by total, with totals, as percent of the row"
    return Measured(
        name="statement_read",
        seconds=median_seconds(lambda: understand(typed, table)),
        rows=1,
        memory_pass=memory_pass(8),
    )


def first_looks_1m() -> Measured:
    """First looks of a million records in twelve columns, of which two have left a pattern in a third."""
    table = data.looked_at(MILLION)
    found = first_looks(table)
    if {level.field for level in (*found[0].recipe.pivot.rows, *found[0].recipe.pivot.columns)} != {"stop", "line"}:
        raise AssertionError("the pattern was not found")
    return Measured(
        name="first_looks_1m",
        seconds=median_seconds(lambda: first_looks(table), before=lambda: forget(table), runs=5),
        rows=MILLION,
        memory_pass=memory_pass(table.nbytes),
    )


def open_edition_10m() -> Measured:
    """An edition of ten million records and eight columns out of SQLite, nothing of the file in the machine's memory."""
    return _open_edition("open_edition_10m", cold=True, table=data.wide_table(10 * MILLION), runs=5)


def open_edition_cold() -> Measured:
    """An edition of a million records out of SQLite, with nothing of the file in the machine's memory."""
    return _open_edition("open_edition_cold", cold=True)


def open_edition_warm() -> Measured:
    """The same with the file in the machine's memory, but not in ours."""
    return _open_edition("open_edition_warm", cold=False)


def _open_edition(name: str, *, cold: bool, table: data.Table | None = None, runs: int = RUNS) -> Measured:
    from django.db import connection

    from mottled_finch.server.tables.actions import import_table
    from mottled_finch.server.tables.models import Edition, Table
    from mottled_finch.server.tables.storage import load_table, store_columns

    if table is None:
        edition = import_table(io.BytesIO(data.csv_bytes(MILLION)), "log.csv").edition()
    else:
        edition = Edition.objects.create(table=Table.objects.create(name=name), number=1, records=table.records)
        store_columns(edition, table)
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
        seconds=median_seconds(lambda: load_table(edition), before=forget, runs=runs),
        rows=edition.records,
        memory_pass=memory_pass(load_table(edition).nbytes),
    )


def scene_40k() -> Measured:
    """A matrix of 200 by 200 cells to a scene."""
    figure = make_figure(data.grid_table(200), load_recipe({"finch_recipe": 2, "pivot": GRID}))
    return Measured(
        name="scene_40k",
        seconds=median_seconds(lambda: lay_out(figure.recipe, figure.facts, figure.typeface)),
        rows=figure.matrix.values.size,
        memory_pass=memory_pass(figure.matrix.values.nbytes),
    )


def png_40k() -> Measured:
    """A figure of 200 by 200 cells to a PNG of two pixels a point."""
    figure = make_figure(data.grid_table(200), load_recipe({"finch_recipe": 2, "pivot": GRID}))
    return Measured(
        name="png_40k",
        seconds=median_seconds(lambda: DRAWINGS["png"].draw(figure, USUAL)),
        rows=figure.matrix.values.size,
        memory_pass=memory_pass(figure.matrix.values.nbytes),
    )


FIGURES: dict[str, Callable[[], Measured]] = {
    figure.__name__: figure
    for figure in (
        read_csv,
        import_csv,
        open_edition_cold,
        open_edition_warm,
        open_edition_10m,
        twenty_mends,
        bring_10m,
        statement_read,
        first_looks_1m,
        *pivots.FIGURES,
        scene_40k,
        png_40k,
        *outputs.FIGURES,
        *folios.FIGURES,
        browser.recolor_90k,
        browser.recolor_each_90k,
        browser.point_40k,
        browser.open_plate,
    )
}
