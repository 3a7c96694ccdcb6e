"""Parquet and Arrow, whose types say what the columns hold."""

import datetime as dt
import decimal
import io

import numpy as np
import pyarrow as pa
import pyarrow.parquet as pq
import pytest

from mottled_finch.core.common.errors import IntakeError
from mottled_finch.core.tables.intake import look_at, read_file
from mottled_finch.core.tables.table import Kind, texts_at

MOMENT = dt.datetime(2025, 7, 1, 12, 0, tzinfo=dt.UTC)
TABLE = pa.table(
    {
        "whole": pa.array([1, None, 3], pa.int32()),
        "broken": pa.array([1.5, float("nan"), float("inf")]),
        "exact": pa.array([decimal.Decimal("1.25"), None, decimal.Decimal("2.50")]),
        "id": pa.array([2**60, 2**60 + 1, None], pa.int64()),
        "word": pa.array(["a", "b", None]).dictionary_encode(),
        "code": ["007", "12", ""],
        "flag": [True, None, False],
        "day": pa.array([dt.date(2025, 1, 31), None, dt.date(2025, 2, 1)]),
        "local": pa.array([MOMENT.replace(tzinfo=None)] * 3, pa.timestamp("ns")),
        "zoned": pa.array([MOMENT] * 3, pa.timestamp("us", "Europe/Oslo")),
        "place": pa.array([{"x": 1, "y": {"z": "q"}}] * 3),
        "list": pa.array([[1, 2], [], None]),
    }
)


def parquet(table: pa.Table) -> bytes:
    out = io.BytesIO()
    pq.write_table(table, out)
    return out.getvalue()


def arrow_file(table: pa.Table) -> bytes:
    out = io.BytesIO()
    with pa.ipc.new_file(out, table.schema) as writer:
        writer.write_table(table, max_chunksize=2)
    return out.getvalue()


def arrow_stream(table: pa.Table) -> bytes:
    out = io.BytesIO()
    with pa.ipc.new_stream(out, table.schema) as writer:
        writer.write_table(table, max_chunksize=2)
    return out.getvalue()


FORMS = {"a.parquet": parquet, "a.arrow": arrow_file, "a.arrows": arrow_stream}


@pytest.mark.parametrize("name", FORMS)
def test_every_type_is_read_as_what_it_is(name):
    table, look = read_file(io.BytesIO(FORMS[name](TABLE)), name)
    assert look.found.form == name.split(".")[1].removesuffix("s")
    assert {column.name: (column.kind, texts_at(column, np.arange(3))) for column in table.columns} == {
        "whole": (Kind.NUMBER, ["1", "", "3"]),
        "broken": (Kind.NUMBER, ["1.5", "", ""]),
        "exact": (Kind.NUMBER, ["1.25", "", "2.5"]),
        "id": (Kind.CATEGORY, [str(2**60), str(2**60 + 1), ""]),
        "word": (Kind.CATEGORY, ["a", "b", ""]),
        "code": (Kind.CATEGORY, ["007", "12", ""]),
        "flag": (Kind.YES_NO, ["true", "", "false"]),
        "day": (Kind.MOMENT, ["2025-01-31", "", "2025-02-01"]),
        "local": (Kind.MOMENT, ["2025-07-01 12:00"] * 3),
        "zoned": (Kind.MOMENT, ["2025-07-01 14:00"] * 3),
        "place.x": (Kind.NUMBER, ["1"] * 3),
        "place.y.z": (Kind.CATEGORY, ["q"] * 3),
        "list": (Kind.CATEGORY, ["[1, 2]", "[]", ""]),
    }
    assert table.column("zoned", "").notes == ("times of Europe/Oslo",)


@pytest.mark.parametrize("name", FORMS)
def test_a_look_has_the_first_records_alone(name):
    content = FORMS[name](pa.table({"n": range(5000)}))
    assert look_at(io.BytesIO(content), name).table.records <= 2000


@pytest.mark.parametrize("name", FORMS)
def test_a_file_cut_short_is_told(name):
    content = FORMS[name](TABLE)
    with pytest.raises(IntakeError) as told:
        read_file(io.BytesIO(content[: len(content) // 2]), name)
    what = "Parquet" if "parquet" in name else "Arrow"
    assert str(told.value) == f"{name}: the {what} file is broken or cut short; export it again"


@pytest.mark.parametrize("name", FORMS)
def test_a_file_without_records_is_told(name):
    with pytest.raises(IntakeError) as told:
        read_file(io.BytesIO(FORMS[name](TABLE.slice(0, 0))), name)
    assert str(told.value) == f"{name}: the file has 13 columns and no records; export it again with its records"


@pytest.mark.parametrize("name", FORMS)
def test_too_many_columns_are_told(name):
    wide = pa.table({f"c{i}": [1] for i in range(2001)})
    with pytest.raises(IntakeError, match="the file has 2,001 columns, more than the 2,000"):
        read_file(io.BytesIO(FORMS[name](wide)), name)
