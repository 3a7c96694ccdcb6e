"""Starting the server: the data folder, the database, the demo data, the listener."""

import fcntl
import os
import socket
import subprocess
import sys
import tempfile
import threading
from pathlib import Path
from typing import TYPE_CHECKING, TextIO

if TYPE_CHECKING:
    from .tables.models import Table

HOST = "127.0.0.1"


THREADS = 24
"""Of which long requests take 16 at most (guard.py)."""
CONNECTIONS = 900
IDLE_SECONDS = 20
"""After which a connection without a request under way is closed."""


def serve(data: Path, port: int, *, demo: bool = False, large: bool = False) -> None:
    """Serve from a data folder until interrupted. Exits with a sentence when the port or the folder is taken."""
    sys.setswitchinterval(0.001)  # a short request beside long ones takes its turn sooner
    _check_addresses()
    lock = hold(data, port)
    _check_port(port)
    prepare(data)
    if demo:
        load_demo(large=large)
    from django.conf import settings
    from django.core.signals import request_started
    from django.core.wsgi import get_wsgi_application
    from waitress.server import create_server

    from . import pictures
    from .folios.small import kept_names
    from .tables.files import folder
    from .tables.tidying import tidy_up

    tidy_up()
    pictures.tidy_up(kept_names())
    os.environ["TMPDIR"] = str(folder())  # what processes of our own leave behind when they are killed is tidied up with the rest
    try:
        # Oversized uploads are refused by our own view, in a sentence; the listener's limit only guards the disk.
        server = create_server(
            get_wsgi_application(),
            host=HOST,
            port=port,
            threads=THREADS,
            connection_limit=CONNECTIONS,
            channel_timeout=IDLE_SECONDS,
            cleanup_interval=5,
            asyncore_use_poll=True,
            max_request_body_size=4 * settings.UPLOAD_BYTES_MOST,
            outbuf_overflow=32 * 1024**2,  # a large figure is answered from memory
        )
    except OSError:
        sys.exit(_TAKEN.format(port=port, host=HOST))
    threading.Thread(target=_begin, name="begin", daemon=True).start()
    request_started.connect(_first_asked, weak=False)
    print(f"Mottled Finch is at http://{HOST}:{port}/ (Ctrl+C ends it)", flush=True)
    try:
        server.run()
    finally:
        lock.close()


def _begin() -> None:
    """What is heavy is loaded behind what is answered first, and what waits is begun."""
    from django.urls import get_resolver

    _ = get_resolver().url_patterns
    from . import memory
    from .bin import sweeping
    from .plans import clock
    from .tables import queue

    queue.start()
    clock.start()
    sweeping.start()
    memory.start()


def _first_asked(**_given: object) -> None:
    """Somebody is there, who will soon want figures and files; a server that nobody visits stays small."""
    from django.core.signals import request_started

    if request_started.disconnect(_first_asked):
        threading.Thread(target=_get_ready, name="get-ready", daemon=True).start()


def _get_ready() -> None:
    """What was never compiled here is compiled by another process, for that takes room."""
    from mottled_finch.core.matrices.pivot.warm import compiled_here, load_usual
    from mottled_finch.work.worker import DRAWS, LOOKS, READS

    for worker in (LOOKS, READS, DRAWS):
        worker.warm()
    if not compiled_here():
        code = "import os; os.nice(10); from mottled_finch.core.matrices.pivot import warm_up; warm_up()"
        subprocess.run([sys.executable, "-c", code], check=False)
    load_usual()


_TAKEN = "finch: port {port} on {host} is taken; choose another with --port"


def _check_addresses() -> None:
    """Whoever starts the program lists the addresses that plans may tell."""
    from mottled_finch.app.plans.notify import Addresses
    from mottled_finch.core.common.errors import RecipeError

    try:
        Addresses.listed(os.environ)
    except RecipeError as error:
        sys.exit(f"finch: {error}")


def _check_port(port: int) -> None:
    """Before anything is changed in the data folder."""
    with socket.socket() as tried:
        tried.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            tried.bind((HOST, port))
        except OSError:
            sys.exit(_TAKEN.format(port=port, host=HOST))


def hold(data: Path, port: int) -> TextIO:
    """Take the data folder for this process, as long as the file that is given stays open. Nobody else may read what lies in it.

    Exits with a sentence where another process has it.
    """
    os.umask(0o077)
    try:
        data.mkdir(parents=True, exist_ok=True)
        lock = (data / "lock").open("a+", encoding="utf-8")
    except OSError as error:
        sys.exit(f"finch: {data} cannot be written to ({error.strerror}); choose another folder with --data")
    try:
        fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        lock.seek(0)
        holder = lock.read().strip() or "another process"
        sys.exit(f"finch: {data} is in use by {holder}; end that one, or choose another folder with --data")
    lock.truncate(0)
    lock.write(f"the Mottled Finch at http://{HOST}:{port}/, process {os.getpid()}")
    lock.flush()
    data.chmod(0o700)
    for path in (each for name in _OWN for each in data.glob(name)):  # whatever else lies there is none of ours
        path.chmod(0o700 if path.is_dir() else 0o600)
    return lock


_OWN = ("lock", "library.sqlite3*", "incoming", "incoming/*", "arrivals", "arrivals/*", "made", "made/*", "small", "small/*")
"""All that is kept in a data folder."""


def prepare(data: Path) -> None:
    """Make the data folder and bring its database to the current shape."""
    data.mkdir(parents=True, exist_ok=True)
    os.environ["FINCH_DATA"] = str(data.resolve())
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "mottled_finch.server.settings")
    import django

    django.setup()
    from django.db import connection
    from django.db.migrations.executor import MigrationExecutor

    # Asked first, since the command checks the whole project on its way.
    executor = MigrationExecutor(connection)
    if executor.migration_plan(executor.loader.graph.leaf_nodes()):
        from django.core.management import call_command

        call_command("migrate", verbosity=0)
    _title_anew()


def _title_anew() -> None:
    """What lists call things is kept with them since a later version than theirs."""
    from .folios.models import Folio
    from .plans.models import Plan
    from .plates.models import Plate

    kinds: tuple[type[Plate] | type[Folio] | type[Plan], ...] = (Plate, Folio, Plan)
    for kind in kinds:
        for thing in kind.everything.filter(title=""):
            kind.everything.filter(pk=thing.pk).update(**thing.stands())


def load_demo(*, large: bool = False) -> None:
    """Bring the demo's tables, plates, folio and plan in, unless the folder has tables already, and the large table when asked
    for.
    """
    from django.conf import settings
    from django.db import transaction

    from mottled_finch.app.plans.load import load_plan
    from mottled_finch.core.common.recipe import load_recipe
    from mottled_finch.core.outputs.folio.load import load_folio
    from mottled_finch.demo.folios import with_plates
    from mottled_finch.demo.plans import ARRIVALS, LATER, TABLE, plan_of
    from mottled_finch.demo.samples import SAMPLES

    from .folios.actions import bring_folio
    from .folios.small import small_picture as small_folio
    from .plans.actions import bring_plan
    from .plates.actions import change_targets, start_plate
    from .plates.small import small_picture
    from .tables.models import Table

    if not Table.objects.exists():
        # One transaction, so that a first run cut short leaves an empty folder rather than half a demo. The berth log is
        # brought in last, since the newest table stands first.
        with transaction.atomic():
            numbers: dict[str, int] = {}
            made = []
            tables: dict[str, int] = {}
            for name, sample in reversed(SAMPLES.items()):
                if not sample.loaded:
                    continue
                table = _load_sample(name)
                recipes = [load_recipe(recipe) for recipe in reversed(sample.plates)]
                targets = {name: at for recipe in recipes for name, at in recipe.table.targets.items()}
                table = change_targets(table.pk, targets)  # as it stands with them, so that its plates follow it
                for recipe in recipes:
                    plate, figure = start_plate(table, recipe)
                    numbers[recipe.words.title or ""] = plate.pk
                    made.append((plate, figure))
                tables[name] = table.pk
            folio = bring_folio(load_folio(with_plates(numbers)))
            bring_plan(load_plan(plan_of(tables[TABLE], folio.pk)))
            arrivals = settings.DATA / ARRIVALS
            arrivals.mkdir(exist_ok=True)
            _write_sample(LATER, arrivals)
        for plate, figure in made:
            small_picture(plate, figure)
        small_folio(folio)
    if large and not Table.objects.filter(name=SAMPLES["ticket-sales"].title).exists():
        print("Making a million ticket sales", flush=True)
        _load_sample("ticket-sales")


def _load_sample(name: str) -> "Table":
    from .tables.actions import import_table

    with tempfile.TemporaryDirectory() as folder:
        path = _write_sample(name, Path(folder))
        with path.open("rb") as source:
            return import_table(source, path.name)


def _write_sample(name: str, folder: Path) -> Path:
    """A sample as a file of its title."""
    from mottled_finch.demo.samples import SAMPLES

    sample = SAMPLES[name]
    path = folder / f"{sample.title}.csv"
    with path.open("w", encoding="utf-8", newline="") as file:
        sample.write(file)
    return path
