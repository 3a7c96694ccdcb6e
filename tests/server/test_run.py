"""Starting the server."""

import os
import socket
import subprocess
import sys
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from bench.faults.live import Live
from mottled_finch.demo.samples import SAMPLES, Sample
from mottled_finch.demo.ticket_sales import write_ticket_sales
from mottled_finch.server.plates.models import Plate, Version
from mottled_finch.server.run import load_demo
from mottled_finch.server.tables.models import Table

ROOT = Path(__file__).parents[2]


def test_the_demo_is_loaded_once(db):
    load_demo()
    load_demo()
    assert [table.name for table in Table.objects.order_by("-pk")] == [
        "Berth log 2025",
        "Complaints",
        "Vessels",
        "Waiting hall",
        "Passenger survey",
    ]
    assert (Plate.objects.count(), Version.objects.count()) == (15, 15)
    # Targets are the tables', which their plates follow.
    assert not [version for version in Version.objects.all() if version.recipe.get("table", {}).get("targets")]
    assert sum(bool(table.targets()) for table in Table.objects.all()) == 2


def test_the_large_table_is_added_when_it_is_asked_for(client, table, monkeypatch):
    small = Sample("Ticket sales 2025", lambda file: write_ticket_sales(file, 1_000), loaded=False)
    monkeypatch.setitem(SAMPLES, "ticket-sales", small)
    load_demo(large=True)
    load_demo(large=True)
    assert [(each.name, each.edition().records) for each in Table.objects.order_by("pk")] == [
        ("trips", 3),
        ("Ticket sales 2025", 1_000),
    ]


def test_the_demo_leaves_a_library_alone_that_has_a_table(client, table):
    load_demo()
    assert Table.objects.count() == 1


def test_a_port_that_is_taken_is_told(tmp_path):
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = str(taken.getsockname()[1])
        command = [sys.executable, "-m", "mottled_finch.shell.cli", "serve", "--port", port, "--data", str(tmp_path)]
        environment = {**os.environ, "PYTHONPATH": str(ROOT)}
        done = subprocess.run(command, env=environment, capture_output=True, text=True, check=False)
    assert done.returncode == 1
    assert done.stderr.strip() == f"finch: port {port} on 127.0.0.1 is taken; choose another with --port"


def test_a_port_that_is_none_is_told():
    command = [sys.executable, "-m", "mottled_finch.shell.cli", "serve", "--port", "99999"]
    done = subprocess.run(command, env={"PYTHONPATH": str(ROOT)}, capture_output=True, text=True, check=False)
    assert done.returncode == 2
    assert "99999 is not a port; choose 1 to 65535" in done.stderr


def test_a_second_start_on_one_folder_touches_nothing_and_says_who_has_it(tmp_path):
    live = Live(tmp_path)
    try:
        half = tmp_path / "incoming" / "77"  # an upload that is under way
        half.write_bytes(b"pier,dep")
        command = [sys.executable, "-m", "mottled_finch.shell.cli", "serve", "--port", "0"]
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            command[-1] = str(free.getsockname()[1])
        command += ["--data", str(tmp_path)]
        environment = {**os.environ, "PYTHONPATH": str(ROOT)}
        done = subprocess.run(command, env=environment, capture_output=True, text=True, check=False, timeout=60)
        assert done.returncode == 1
        assert done.stderr.strip() == (
            f"finch: {tmp_path} is in use by the Mottled Finch at http://127.0.0.1:{live.port}/, process {live.process.pid}; "
            "end that one, or choose another folder with --data"
        )
        assert half.read_bytes() == b"pier,dep"
        assert live.ask("GET", "/api/about").status == 200
    finally:
        live.end()
    # Its lock goes with a process, however it ended.
    again = Live(tmp_path)
    again.kill()
    Live(tmp_path).end()


def test_nobody_else_can_read_the_data_folder(tmp_path):
    folder = tmp_path / "data"
    folder.mkdir(mode=0o755)
    (folder / "incoming").mkdir(mode=0o755)
    own = folder / "a script of the user's"
    own.touch(mode=0o755)
    live = Live(folder)
    live.ask("POST", "/api/imports?name=a.csv", b"a,b\n1,2\n")
    live.end()
    assert folder.stat().st_mode & 0o777 == 0o700
    assert own.stat().st_mode & 0o777 == 0o755
    own.unlink()
    for path in folder.rglob("*"):
        assert path.stat().st_mode & 0o077 == 0, path


def test_a_folder_that_cannot_be_written_to_is_told(tmp_path):
    (tmp_path / "file").touch()
    command = [sys.executable, "-m", "mottled_finch.shell.cli", "serve", "--data", str(tmp_path / "file" / "data")]
    done = subprocess.run(command, env={**os.environ, "PYTHONPATH": str(ROOT)}, capture_output=True, text=True, check=False)
    assert done.returncode == 1
    told = f"finch: {tmp_path}/file/data cannot be written to (Not a directory); choose another folder with --data"
    assert done.stderr.strip() == told


def test_nothing_but_the_interface_is_served(tmp_path):
    live = Live(tmp_path)
    for path in ("/.stamp", "/lock", "/library.sqlite3"):
        assert live.ask("GET", path).body.startswith(b"<!doctype html>"), path
    live.end()


def test_connections_that_say_nothing_keep_nobody_out(tmp_path):
    live = Live(tmp_path)
    idle = []
    try:
        for i in range(150):
            half = socket.create_connection(("127.0.0.1", live.port))
            half.sendall(b"GET /api/about HTTP/1.1\r\nHost: 127" if i % 2 else b"")
            idle.append(half)
        assert live.ask("GET", "/api/about", timeout=20).status == 200
    finally:
        for half in idle:
            half.close()
        live.end()


def test_many_who_ask_at_once_before_all_is_loaded_are_all_answered(tmp_path):
    """Addresses, kernels and workers are loaded behind the first answer, and every thread may be the first to need them."""
    live = Live(tmp_path)
    try:
        paths = [
            "/",
            "/api/about",
            "/api/tables",
            "/api/plates",
            "/api/palettes",
            "/plates/1",
            "/api/imports",
            "/api/openapi.json",
        ] * 3
        with ThreadPoolExecutor(len(paths)) as pool:
            answers = list(pool.map(lambda path: live.ask("GET", path), paths))
        assert [(path, answer.status) for path, answer in zip(paths, answers, strict=True) if answer.status != 200] == []
        made = live.ask("POST", "/api/tables?name=a.csv", b"pier,v\nEast,1\nWest,2\n")
        assert made.status == 201
    finally:
        live.end()
