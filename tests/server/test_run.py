"""Starting the server."""

import os
import socket
import subprocess
import sys
from pathlib import Path

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
        "Complaints 2025",
        "Vessels",
        "Waiting hall",
        "Passenger survey",
    ]
    assert (Plate.objects.count(), Version.objects.count()) == (13, 13)


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
        command = [sys.executable, "-m", "mottled_finch.cli", "serve", "--port", port, "--data", str(tmp_path)]
        environment = {**os.environ, "PYTHONPATH": str(ROOT)}
        done = subprocess.run(command, env=environment, capture_output=True, text=True, check=False)
    assert done.returncode == 1
    assert done.stderr.strip() == f"finch: port {port} on 127.0.0.1 is taken; choose another with --port"


def test_a_port_that_is_none_is_told():
    command = [sys.executable, "-m", "mottled_finch.cli", "serve", "--port", "99999"]
    done = subprocess.run(command, env={"PYTHONPATH": str(ROOT)}, capture_output=True, text=True, check=False)
    assert done.returncode == 2
    assert "99999 is not a port; choose 1 to 65535" in done.stderr
