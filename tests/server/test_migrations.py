"""A library of an earlier version opens in this one, with all that was in it."""

import json
import os
import sqlite3
import subprocess
import sys
from contextlib import closing
from itertools import product
from pathlib import Path

ROOT = Path(__file__).parents[2]

BEFORE = """
import os, sys, zlib
import numpy as np
import django
from django.core.management import call_command
os.environ["DJANGO_SETTINGS_MODULE"] = "mottled_finch.server.settings"
django.setup()
call_command("migrate", "tables", "0001", verbosity=0)
call_command("migrate", "plates", "0001", verbosity=0)
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
apps = MigrationExecutor(connection).loader.project_state([("tables", "0001_initial"), ("plates", "0001_initial")]).apps
model = lambda app, name: apps.get_model(app, name).objects.create
table = model("tables", "Table")(name="trips")
for number, minutes in ((1, [1.0, 2.0]), (2, [4.0, 8.0, np.nan])):
    records = len(minutes)
    edition = model("tables", "Edition")(table=table, number=number, records=records)
    entries = zlib.compress(b'["", "East", "West"]')
    pier = model("tables", "StoredColumn")(edition=edition, position=0, name="pier", kind="category", data_type="|u1",
        entries=entries, distinct=2, blanks=0, misfits=[["x", 1]])
    late = model("tables", "StoredColumn")(edition=edition, position=1, name="late", kind="number", data_type="<f8",
        entries=b"", distinct=2, blanks=0, misfits=[])
    model("tables", "Chunk")(column=pier, number=0, data=np.array([1, 2, 1][:records], dtype=np.uint8).tobytes())
    model("tables", "Chunk")(column=late, number=0, data=np.array(minutes).tobytes())
recipe = {"finch_recipe": 1, "pivot": {"rows": [{"field": "pier"}], "measure": {"take": "sum", "of": "late"}}}
recipe["color"] = {"low": {"at": 0}, "as it was called before": {"highest": 1}}
plate = model("plates", "Plate")(table=table, at=2)
model("plates", "Version")(plate=plate, number=1, recipe={"finch_recipe": 1, "pivot": {}}, change="Plate started")
model("plates", "Version")(plate=plate, number=2, recipe=recipe, change="Measured: sum of late")
"""

AFTER = """
import json, sys
from pathlib import Path
from mottled_finch.server.run import prepare
prepare(Path(sys.argv[1]))
from rest_framework.test import APIClient
client = APIClient(SERVER_NAME="127.0.0.1")
(table,) = client.get("/api/tables").json()
bench = client.get(f"/api/tables/{table['id']}/workbench").json()
plate = client.get("/api/plates/1").json()
undone = client.post("/api/plates/1/undo").json()
told = [table["records"], table["edition"], bench["parts"], bench["mends"], [each["number"] for each in bench["editions"]]]
told.append(plate["plate"]["recipe"]["color"])
print(json.dumps([told, plate["figure"]["values"], plate["plate"]["undo"], undone["figure"]["values"], undone["plate"]["redo"]]))
"""


def run(script: str, folder: Path) -> str:
    environment = {**os.environ, "PYTHONPATH": str(ROOT), "FINCH_DATA": str(folder)}
    done = subprocess.run([sys.executable, "-c", script, str(folder)], env=environment, text=True, capture_output=True, check=False)
    assert done.returncode == 0, done.stderr
    return done.stdout


def test_tables_editions_and_plates_are_carried_over(tmp_path):
    run(BEFORE, tmp_path)
    told = json.loads(run(AFTER, tmp_path))
    color = {"low": {"at": 0}, "lit": {"highest": 1}}
    assert told == [[3, 2, [], [], [1, 2], color], [4.0, 8.0], "Measured: sum of late", [3.0], "Measured: sum of late"]


FORMAT_1 = Path(__file__).parent / "older" / "format_1.sql"
"""A library with recipes of format 1: three versions of mends, and of a plate one that waits for redo."""

AFTER_FORMAT_1 = """
import json, sys
from pathlib import Path
from mottled_finch.server.run import prepare
prepare(Path(sys.argv[1]))
from rest_framework.test import APIClient
client = APIClient(SERVER_NAME="127.0.0.1")
bench = client.get("/api/tables/1/workbench").json()
plate = client.get("/api/plates/1").json()
again = client.post("/api/plates/1/redo").json()
undone = client.post("/api/tables/1/undo").json()
told = [plate["plate"]["recipe"], plate["figure"]["rows"], plate["figure"]["columns"], plate["figure"]["values"]]
told += [[each["mend"] for each in bench["mends"]], [each["problem"] for each in bench["mends"]]]
told += [again["plate"]["title"], [each["problem"] for each in undone["mends"]], undone["mends"][2]["mend"]["as"]]
print(json.dumps(told))
"""


def test_a_library_of_recipes_of_format_1_opens_with_its_history(tmp_path):
    with closing(sqlite3.connect(tmp_path / "library.sqlite3")) as library:
        library.executescript(FORMAT_1.read_text(encoding="utf-8"))
    recipe, rows, columns, values, mends, problems, title, undone, double = json.loads(run(AFTER_FORMAT_1, tmp_path))
    assert recipe["finch_recipe"] == 2
    assert recipe["color"] == {"scale": "log_both", "lit": {"above": {"target": "promise"}}}
    assert recipe["cells"] == {"symbols": {"as": "dot", "size": {}, "lines": "guides", "title": "Records"}}
    assert recipe["dismissed"] == {"tiny_symbols": "seen on a wall"}
    assert mends[0]["as"] == """if("week day" = 'Mon' and minutes > 3, 'late "one" at L''Est', pier & ' [x]')"""
    assert (problems, undone, double) == (["", ""], [""] * 3, '"minutes" * 2')
    by_labels = dict(zip(product(rows, columns), values, strict=True))
    assert by_labels["East", 'late "one" at L\'Est'] == 4
    assert by_labels["West", "West [x]"] == 32
    assert title == "Trips"


CUT_SHORT = """
import sys
from pathlib import Path
from mottled_finch.core.common.recipe import older
whole, seen = older.of_today, []
def of_today(recipe):
    seen.append(recipe)
    if len(seen) == 3:
        sys.exit(9)  # as a kill would
    return whole(recipe)
older.of_today = of_today
from mottled_finch.server.run import prepare
prepare(Path(sys.argv[1]))
"""


def test_a_rewriting_that_is_cut_short_leaves_the_library_as_it_was_and_is_done_at_the_next_start(tmp_path):
    """Half of it rewritten, whole recipes of today would be rewritten once more."""

    def kept() -> list[str]:
        with closing(sqlite3.connect(tmp_path / "library.sqlite3")) as library:
            return [recipe for (recipe,) in library.execute("SELECT recipe FROM plates_version ORDER BY number")]

    with closing(sqlite3.connect(tmp_path / "library.sqlite3")) as library:
        library.executescript(FORMAT_1.read_text(encoding="utf-8"))
    before = kept()
    environment = {**os.environ, "PYTHONPATH": str(ROOT), "FINCH_DATA": str(tmp_path)}
    command = [sys.executable, "-c", CUT_SHORT, str(tmp_path)]
    assert subprocess.run(command, env=environment, capture_output=True, text=True, check=False).returncode == 9
    assert kept() == before
    recipe, *_, title, undone, double = json.loads(run(AFTER_FORMAT_1, tmp_path))
    assert (recipe["finch_recipe"], title, undone, double) == (2, "Trips", [""] * 3, '"minutes" * 2')
    assert [json.loads(each)["finch_recipe"] for each in kept()] == [2] * len(before)
