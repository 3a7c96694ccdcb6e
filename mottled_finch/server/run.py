"""Starting the server: the data folder, the database, the demo data, the listener."""

import os
import socket
import sys
import tempfile
from pathlib import Path

HOST = "127.0.0.1"


def serve(data: Path, port: int, *, demo: bool = False) -> None:
    """Serve from a data folder until interrupted. Exits with a sentence when the port is taken."""
    prepare(data)
    if demo:
        load_demo()
    from django.core.wsgi import get_wsgi_application
    from waitress.server import create_server

    from . import settings
    from .tables import queue

    try:
        # Oversized uploads are refused by our own view, in a sentence; the listener's limit only guards the disk.
        server = create_server(
            get_wsgi_application(),
            host=HOST,
            port=port,
            threads=6,
            max_request_body_size=4 * settings.UPLOAD_BYTES_MOST,
            outbuf_overflow=32 * 1024**2,  # a large figure is answered from memory
        )
    except (OSError, socket.error):  # noqa: UP024
        sys.exit(f"finch: port {port} on {HOST} is taken; choose another with --port")
    print(f"Mottled Finch is at http://{HOST}:{port}/ (Ctrl+C ends it)", flush=True)
    queue.start()
    server.run()


def prepare(data: Path) -> None:
    """Make the data folder and bring its database to the current shape."""
    data.mkdir(parents=True, exist_ok=True)
    os.environ["FINCH_DATA"] = str(data.resolve())
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "mottled_finch.server.settings")
    import django
    from django.core.management import call_command

    django.setup()
    call_command("migrate", verbosity=0)

    from .tables.imports import tidy_up

    tidy_up()


def load_demo() -> None:
    """Bring the demo's table and plates in, unless the folder has them already."""
    from django.db import transaction

    from mottled_finch.core.recipe import load_recipe
    from mottled_finch.demo.berth_log import write_berth_log
    from mottled_finch.demo.plates import PLATES

    from .plates.actions import start_plate
    from .tables.actions import import_table
    from .tables.models import Table

    if Table.objects.exists():
        return
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "Berth log 2025.csv"
        with path.open("w", encoding="utf-8", newline="") as file:
            write_berth_log(file)
        # One transaction, so that a first run cut short leaves an empty folder rather than half a demo.
        with path.open("rb") as source, transaction.atomic():
            table = import_table(source, path.name)
            for recipe in reversed(PLATES):
                start_plate(table, load_recipe(recipe))
