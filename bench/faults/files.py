"""Damaged files of every form, given to a server: each is read, or refused in a sentence, and nothing ends."""

import datetime as dt
import gzip
import io
import json
import tempfile
import zipfile
from pathlib import Path
from random import Random

import pyarrow as pa
import pyarrow.parquet as pq
import xlsxwriter

from mottled_finch.core.tables.intake import read_file

from .live import Fault, Live, fault_of

_RECORDS = [(f"pier {i % 7}", i * 1.5, dt.datetime(2025, 1, 1 + i % 28, i % 24), i % 3 == 0) for i in range(400)]
_NAMES = ("pier", "minutes", "departed", "canceled")


def whole_files() -> dict[str, bytes]:
    """A sound file of each form, by a name with its ending."""
    text = ",".join(_NAMES) + "\n" + "".join(f"{a},{b},{c:%Y-%m-%d %H:%M},{d}\n" for a, b, c, d in _RECORDS)
    plain = [dict(zip(_NAMES, (a, b, c.isoformat(), d), strict=True)) for a, b, c, d in _RECORDS]
    arrow = pa.table({name: [record[i] for record in _RECORDS] for i, name in enumerate(_NAMES)})
    coded = arrow.set_column(0, "pier", arrow["pier"].dictionary_encode())
    parquet, file, stream = io.BytesIO(), io.BytesIO(), io.BytesIO()
    pq.write_table(arrow, parquet)
    with pa.ipc.new_file(file, coded.schema, options=pa.ipc.IpcWriteOptions(compression="zstd")) as writer:
        writer.write_table(coded)
    with pa.ipc.new_stream(stream, coded.schema) as writer:
        writer.write_table(coded)
    return {
        "a.csv": text.encode(),
        "b.csv": text.replace(",", ";").encode("utf-16"),
        "c.csv.gz": gzip.compress(text.encode()),
        "d.json": json.dumps({"rows": plain}).encode(),
        "e.jsonl": "\n".join(map(json.dumps, plain)).encode(),
        "f.parquet": parquet.getvalue(),
        "g.arrow": file.getvalue(),
        "h.arrows": stream.getvalue(),
        "i.xlsx": _xlsx(),
        "j.ods": _ods(),
    }


def _xlsx() -> bytes:
    out = io.BytesIO()
    book = xlsxwriter.Workbook(out, {"in_memory": True})
    sheet = book.add_worksheet("S")
    for i, row in enumerate([_NAMES, *((a, b, f"{c:%Y-%m-%d}", str(d)) for a, b, c, d in _RECORDS[:60])]):
        sheet.write_row(i, 0, row)
    book.close()
    return out.getvalue()


def _ods() -> bytes:
    office = "urn:oasis:names:tc:opendocument:xmlns"
    spaces = f'xmlns:office="{office}:office:1.0" xmlns:table="{office}:table:1.0" xmlns:text="{office}:text:1.0"'
    rows = "".join(
        "<table:table-row>"
        + "".join(f'<table:table-cell office:value-type="string"><text:p>{text}</text:p></table:table-cell>' for text in row)
        + "</table:table-row>"
        for row in [_NAMES, *((a, b, c, d) for a, b, c, d in _RECORDS[:60])]
    )
    content = f'<office:document-content {spaces}><office:body><office:spreadsheet><table:table table:name="S">{rows}</table:table>'
    content += "</office:spreadsheet></office:body></office:document-content>"
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as package:
        package.writestr("mimetype", "application/vnd.oasis.opendocument.spreadsheet")
        package.writestr("META-INF/manifest.xml", "<manifest/>")
        package.writestr("content.xml", content, zipfile.ZIP_DEFLATED)
    return out.getvalue()


def damaged(content: bytes, rng: Random) -> bytes:
    """The file with something wrong with it."""
    out = bytearray(content)
    for _ in range(rng.choice([1, 1, 2, 5, 30])):
        at = rng.randrange(len(out)) if out else 0
        way = rng.randrange(6)
        if way == 0 and out:
            out[at] ^= 1 << rng.randrange(8)
        elif way == 1 and out:
            out[at] = rng.randrange(256)
        elif way == 2:
            del out[at:]
        elif way == 3:
            del out[at : at + rng.randrange(1, 40)]
        elif way == 4:
            out[at:at] = rng.randbytes(rng.randrange(1, 40))
        elif out:
            out[at : at + 8] = rng.choice([b"\xff" * 8, b"\0" * 8, b"\x7f" * 8, (2**31 - 1).to_bytes(8, "little")])
    return bytes(out)


def damaged_files(tries: int, seed: int = 1) -> Fault:
    """Give so many damaged files; half of those that can be looked at are read to the end."""
    rng, whole = Random(seed), list(whole_files().items())
    wrong = [f"{name} itself cannot be read" for name, content in whole if not read_file(io.BytesIO(content), name)[0].records]
    ended = 0
    with tempfile.TemporaryDirectory(prefix="finch-faults-") as folder:
        live = Live(Path(folder))
        try:
            for i in range(tries):
                name, content = whole[i % len(whole)]
                answer = live.ask(
                    "POST", f"/api/{'tables' if rng.random() < 0.5 else 'imports'}?name={name}", damaged(content, rng)
                )
                if answer.status not in (201, 422):
                    wrong.append(f"{name}, try {i}: {answer.status} {answer.body}")
                if not live.lives:
                    ended += 1
                    live.start()
                if answer.status == 201 and "file" in answer.body:
                    live.ask("DELETE", f"/api/imports/{answer.body['file']['id']}")
                elif answer.status == 201:
                    live.ask("DELETE", f"/api/tables/{answer.body['id']}")
            if live.ask("GET", "/api/tables").body or live.ask("GET", "/api/imports").body:
                wrong.append("something was left behind")
        finally:
            live.end()
        return fault_of("faults_files", live, tried=tries, ended=ended, wrong=wrong)
