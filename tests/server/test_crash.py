"""A kill in the middle of an import loses nothing that was there, and leaves nothing half there."""

import os
import signal
import sqlite3
import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).parents[2]

IMPORTS = """
import io, sys
from pathlib import Path
from mottled_finch.server.run import prepare
prepare(Path(sys.argv[1]))
from mottled_finch.server.tables import storage
from mottled_finch.server.tables.actions import import_table
storage.CHUNK_RECORDS = 1000
text = "p,n\\n" + "".join(f"m{i % 9},{i}\\n" for i in range(50_000))
import_table(io.BytesIO(text.encode()), "first.csv")
stored = 0
create = storage.Chunk.objects.create
def slow(**words):
    global stored
    create(**words)
    stored += 1
    if stored == 60:
        print("in the middle", flush=True)
        sys.stdin.read()
storage.Chunk.objects.create = slow
import_table(io.BytesIO(text.encode()), "second.csv")
"""

LOOKS = """
import sys
from pathlib import Path
from mottled_finch.server.run import prepare
prepare(Path(sys.argv[1]))
from mottled_finch.server.tables.tidying import tidy_up
tidy_up()
from mottled_finch.server.tables.models import Chunk, Edition, Import, SourceChunk, StoredColumn, Table
from mottled_finch.server.tables.storage import load_table
(table,) = Table.objects.all()
data = load_table(table.edition())
counts = [model.objects.count() for model in (StoredColumn, Edition, Chunk, SourceChunk)]
print(table.name, data.records, data.columns[1].data.sum(), *counts)
(given,) = Import.objects.all()
print(given.name, given.state, given.problem)
"""


def run(script: str, folder: Path, **more) -> subprocess.Popen:
    environment = {**os.environ, "PYTHONPATH": str(ROOT), "FINCH_DATA": str(folder)}
    return subprocess.Popen([sys.executable, "-c", script, str(folder)], env=environment, text=True, **more)


def test_a_kill_in_the_middle_of_an_import(tmp_path):
    importing = run(IMPORTS, tmp_path, stdout=subprocess.PIPE, stdin=subprocess.PIPE)
    assert importing.stdout.readline() == "in the middle\n"
    importing.send_signal(signal.SIGKILL)
    importing.wait()

    looking = run(LOOKS, tmp_path, stdout=subprocess.PIPE)
    assert looking.communicate()[0].splitlines() == [
        "first 50000 1249975000.0 2 1 100 1",
        "second.csv failed The server stopped while this file was read, and nothing of it was kept; bring it in again.",
    ]
    with sqlite3.connect(tmp_path / "library.sqlite3") as connection:
        assert connection.execute("PRAGMA integrity_check").fetchone() == ("ok",)
        assert connection.execute("PRAGMA journal_mode").fetchone() == ("wal",)
        assert connection.execute("PRAGMA page_size").fetchone() == (32768,)
