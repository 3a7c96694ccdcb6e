"""Whatever is written into a file of each form is read back equal."""

import datetime as dt
import io
import json
import math

import numpy as np
import pyarrow as pa
import pyarrow.parquet as pq
import pytest
import xlsxwriter
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.tables.intake import read_file
from mottled_finch.core.tables.table import Column, Kind, texts_at

WORD = st.text("abcdefgäöüß", min_size=1, max_size=6).filter(lambda word: word not in ("null", "NaN", "NA"))
NUMBER = st.floats(-1e9, 1e9).map(lambda number: round(number, 4) + 0.0)
MOMENT = st.datetimes(dt.datetime(1971, 1, 1), dt.datetime(2060, 12, 31)).map(lambda moment: moment.replace(microsecond=0))
RECORDS = st.lists(
    st.tuples(st.none() | WORD, st.none() | NUMBER, st.none() | MOMENT, st.booleans()), min_size=3, max_size=15
).filter(lambda records: all(any(record[i] is not None for record in records) for i in range(3)))
NAMES = ("word", "number", "moment", "flag")


def workbook(records) -> bytes:
    out = io.BytesIO()
    book = xlsxwriter.Workbook(out, {"in_memory": True})
    form = book.add_format({"num_format": "yyyy-mm-dd hh:mm:ss"})
    sheet = book.add_worksheet()
    sheet.write_row(0, 0, NAMES)
    for row, (word, number, moment, flag) in enumerate(records, start=1):
        if word is not None:
            sheet.write_string(row, 0, word)
        if number is not None:
            sheet.write_number(row, 1, number)
        if moment is not None:
            sheet.write_datetime(row, 2, moment, form)
        sheet.write_boolean(row, 3, flag)
    book.close()
    return out.getvalue()


def arrow(records) -> pa.Table:
    types = (pa.string(), pa.float64(), pa.timestamp("ms"), pa.bool_())
    return pa.table({name: pa.array(values, type_) for name, values, type_ in zip(NAMES, zip(*records), types)})  # noqa: B905


def parquet(records) -> bytes:
    out = io.BytesIO()
    pq.write_table(arrow(records), out)
    return out.getvalue()


def stream(records) -> bytes:
    table, out = arrow(records), io.BytesIO()
    with pa.ipc.new_stream(out, table.schema) as writer:
        writer.write_table(table)
    return out.getvalue()


def listed(records) -> list[dict]:
    return [
        {"word": word, "number": number, "moment": moment and moment.isoformat(), "flag": flag}
        for word, number, moment, flag in records
    ]


FORMS = {
    "a.xlsx": workbook,
    "a.parquet": parquet,
    "a.arrows": stream,
    "a.json": lambda records: json.dumps({"data": listed(records)}).encode(),
    "a.jsonl": lambda records: "\n".join(map(json.dumps, listed(records))).encode(),
}


def values(column: Column) -> list:
    texts = texts_at(column, np.arange(len(column)))
    if column.kind is Kind.NUMBER:
        return [None if math.isnan(value) else value for value in column.data.tolist()]
    return [text or None for text in texts]


def moment_text(moment: dt.datetime | None) -> str | None:
    if moment is None:
        return None
    text = moment.isoformat(sep=" ").removesuffix(":00") if moment.second == 0 else moment.isoformat(sep=" ")
    return text.removesuffix(" 00:00")


@pytest.mark.parametrize("name", FORMS)
@settings(max_examples=25, deadline=None)
@given(records=RECORDS)
def test_is_read_back_equal(name, records):
    table, _ = read_file(io.BytesIO(FORMS[name](records)), name)
    assert table.names == list(NAMES)
    word, number, moment, flag = table.columns
    assert values(word) == [record[0] for record in records]
    assert values(number) == [record[1] for record in records]
    assert values(moment) == [moment_text(record[2]) for record in records]
    assert values(flag) == ["true" if record[3] else "false" for record in records]
