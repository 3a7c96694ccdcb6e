"""A client that a generator of others makes of the description, and nothing else: an integrator's first day.

It is generated anew in each run, and a warning of the generator fails it. What it asks goes to the server by WSGI.
"""

import importlib
import subprocess
import sys
from pathlib import Path
from types import SimpleNamespace

import httpx
import pytest
from django.core.wsgi import get_wsgi_application

from .conftest import CSV

DESCRIPTION = Path(__file__).parents[2] / "docs" / "openapi.json"
CONFIG = """\
content_type_overrides: {image/svg+xml: application/octet-stream, application/zip: application/octet-stream}
post_hooks: []
"""
"""What the generator knows as plain files."""
RECIPE = {"finch_recipe": 2, "pivot": {"rows": [{"field": "pier"}], "measure": {"take": "sum", "of": "minutes"}}}


@pytest.fixture(scope="module")
def generated(tmp_path_factory):
    """The package that was generated."""
    folder = tmp_path_factory.mktemp("generated")
    (folder / "config.yml").write_text(CONFIG)
    where = ("--path", str(DESCRIPTION), "--output-path", str(folder / "finch_client"), "--config", str(folder / "config.yml"))
    words = (sys.executable, "-m", "openapi_python_client", "generate", "--meta", "none", "--fail-on-warning", *where)
    done = subprocess.run(words, capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stdout + done.stderr
    sys.path.insert(0, str(folder))
    yield importlib.import_module("finch_client")
    sys.path.remove(str(folder))
    for name in [name for name in sys.modules if name.split(".")[0] == "finch_client"]:
        del sys.modules[name]


@pytest.fixture
def ask(db, generated):
    """Asks an operation by its place in the client; the whole answer."""
    transport = httpx.WSGITransport(app=get_wsgi_application())
    client = generated.Client(base_url="http://127.0.0.1", httpx_args={"transport": transport}, raise_on_unexpected_status=True)

    def ask(operation: str, *given, **named):
        return importlib.import_module(f"finch_client.api.{operation}").sync_detailed(*given, client=client, **named)

    return ask


@pytest.fixture
def made(generated):
    """The models of the client by their names, as their own classes read them."""
    models = importlib.import_module("finch_client.models")
    return SimpleNamespace(
        file=lambda content: importlib.import_module("finch_client.types").File(payload=content),
        model=lambda name, content: getattr(models, name).from_dict(content),
    )


def test_from_a_file_to_a_figure_and_back(ask, made):
    table = ask("tables.import_table", body=made.file(CSV.encode()), name="piers.csv").parsed
    assert (table.name, table.records) == ("piers", 3)
    assert [each.name for each in ask("tables.tables").parsed] == ["piers"]

    started = ask("plates.start_plate", body=made.model("PlateStart", {"table": table.id, "recipe": RECIPE})).parsed
    plate, figure = started.plate, started.figure
    assert (figure.rows, figure.values, figure.kept) == (["East", "West"], [4.0, 8.0], 3)
    behind = ask("plates.records_behind", plate.id, row=1, column=0).parsed
    assert (behind.total, behind.numbers, behind.cells[0][0]) == (1, [2], "West")

    titled = made.model("Recipe", {**RECIPE, "words": {"title": "Minutes on {n} records"}})
    changed = ask("plates.change_plate", plate.id, body=titled, if_match=f'"{plate.version}"')
    assert changed.parsed.plate.title == "Minutes on 3 records"
    assert ask("plates.plate", plate.id).headers["etag"] == f'"{changed.parsed.plate.version}"'
    other = made.model("Recipe", {**RECIPE, "words": {"title": "Another"}})
    late = ask("plates.change_plate", plate.id, body=other, if_match=f'"{plate.version}"')
    assert late.status_code == 412 and late.parsed.type_ and late.parsed.detail

    drawn = ask("plates.export", plate.id, "svg")
    assert drawn.status_code == 200 and drawn.parsed.payload.read().startswith(b"<svg")
    undone = ask("plates.undo", plate.id, if_match=f'"{changed.parsed.plate.version}"').parsed
    assert undone.plate.title != "Minutes on 3 records"
    assert ask("plates.remove_plate", plate.id, if_match=f'"{undone.plate.version}"').status_code == 204
    (binned,) = ask("bin_.bin_").parsed
    assert (binned.kind, binned.id) == ("plate", plate.id)
    assert ask("bin_.put_back", "plate", plate.id).status_code == 204
    assert ask("plates.plate", plate.id).parsed.plate.id == plate.id


def test_what_is_refused_is_read_as_a_problem(ask, made):
    problem = ask("plates.start_plate", body=made.model("PlateStart", {"table": 404, "recipe": RECIPE}))
    assert problem.status_code == 404 and problem.parsed.type_ == "/api/problems#not-found"
    table = ask("tables.import_table", body=made.file(CSV.encode()), name="piers.csv").parsed
    other = {**RECIPE, "pivot": {"rows": [{"field": "quay"}]}}
    refused = ask("plates.start_plate", body=made.model("PlateStart", {"table": table.id, "recipe": other}))
    assert refused.status_code == 422 and refused.parsed.path == "pivot.rows[0].field"


def test_pages_are_bound_of_plates(ask, made):
    table = ask("tables.import_table", body=made.file(CSV.encode()), name="piers.csv").parsed
    plate = ask("plates.start_plate", body=made.model("PlateStart", {"table": table.id, "recipe": RECIPE})).parsed.plate
    folio = ask("folios.start_folio", body=made.model("FolioStart", {"title": "Week 3", "plates": [plate.id]})).parsed.folio
    assert ask("folios.folio", folio.id).parsed.folio.title == "Week 3"
    deck = ask("folios.export_folio", folio.id, "pptx")
    assert deck.status_code == 200 and deck.parsed.payload.read(2) == b"PK"
