"""Every use case, asked of the library and of the files of a folder: what comes of it is the same."""

import io
import json
import os
import zipfile
from datetime import timedelta

import pytest

from mottled_finch.app.editions import change_by, check_edition
from mottled_finch.app.folios import FolioPages
from mottled_finch.app.opening import opened
from mottled_finch.app.plates import Origin, PlateHere, export_plate
from mottled_finch.app.ports import OWNER
from mottled_finch.app.refreshing import Refreshing
from mottled_finch.app.refusals import Refused, WouldBreak
from mottled_finch.core.common.errors import CoreError, DrawError
from mottled_finch.core.common.recipe import dump_recipe, load_recipe
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.draw import DRAWINGS, Source, choices_from, rendered
from mottled_finch.core.outputs.folio.load import load_folio
from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS
from mottled_finch.server.folios.figures import laid
from mottled_finch.server.folios.models import Folio
from mottled_finch.server.folios.refreshing_views import _Plates
from mottled_finch.server.plans import clock
from mottled_finch.server.plates.actions import figure_of
from mottled_finch.server.plates.leaving import here
from mottled_finch.server.plates.models import Plate
from mottled_finch.server.plates.sources import ShelfOfLibrary
from mottled_finch.server.tables.here import TableOfLibrary
from mottled_finch.server.tables.models import Table
from mottled_finch.shell.companions import templates_beside
from mottled_finch.shell.folios import FolioBeside
from mottled_finch.shell.plans import run
from mottled_finch.shell.refreshing import PlatesBeside
from mottled_finch.shell.tables import ShelfOfFolder, TableOfFile
from mottled_finch.work import asking

from .test_against import later
from .test_folios import CSV, start_plate
from .test_plans import MONDAY, give, last, started
from .test_versions import given_and_compared

NEXT = CSV.replace("Ardle,x,0", "Ardle,x,77")
BARE = {"source": "no"}


@pytest.fixture
def log(client):
    return client.upload(CSV, "log.csv").json()["id"]


@pytest.fixture
def plate(client, log):
    number = start_plate(client, log, "{highest.row} leads", claims=["highest row is Knot"])
    return Plate.objects.get(pk=number)


@pytest.fixture
def folio(client, plate):
    started = client.post("/api/folios", {"title": "Review", "plates": [plate.pk]}, format="json").json()["folio"]
    return Folio.objects.get(pk=started["id"])


@pytest.fixture
def folder(client, folio, tmp_path):
    """The same folio as files: as the library gives it, beside its table."""
    (tmp_path / "log.csv").write_text(CSV)
    (tmp_path / "Review.folio.json").write_bytes(client.get(f"/api/folios/{folio.pk}/folio.json").content)
    return tmp_path


def beside(folder):
    return FolioBeside(load_folio((folder / "Review.folio.json").read_bytes()), folder)


ODD = {
    "constant": CSV.replace("\n", ",4\n").replace("minutes,4", "minutes,other"),
    "one value": "pier,month,minutes\n" + "Ardle,x,7\n" * 4,
    "blank but for one": "pier,month,minutes\nArdle,x,\nArdle,y,5\nKnot,x,\n",
    "repeated and blank": CSV + CSV + ",,\n,x,3\nKnot,,\n",
    "markup": CSV.replace("Ardle", "<b>=1+1|Årdle</b>"),
}


def content(made):
    """What a file holds; of a package its parts, without when they were packed."""
    if not made.startswith(b"PK"):
        return made
    with zipfile.ZipFile(io.BytesIO(made)) as package:
        return {name: package.read(name) for name in package.namelist() if not name.startswith("docProps/")}


@pytest.mark.parametrize("form", [form for form in DRAWINGS if form not in ("pdf", "xlsx")])  # which tell when they were made
def test_a_plate_leaves_alike(plate, tmp_path, form):
    (tmp_path / "log.csv").write_text(CSV)
    library = here(plate, figure_of(plate))
    recipe = load_recipe(library.origin.recipe)
    figure = make_figure(asking.table_in(tmp_path / "log.csv", recipe.table), recipe)
    origin = Origin(recipe=dump_recipe(recipe), table="log.csv")
    files = PlateHere(figure=figure, origin=origin, templates=templates_beside(tmp_path))
    choices = choices_from(BARE if "source" in DRAWINGS[form].reads else {}, DRAWINGS[form].reads)
    one, other = (export_plate(OWNER, each, form, choices, draw) for each, draw in ((library, asking.rendered), (files, rendered)))
    assert content(one) == content(other)


@pytest.mark.parametrize("text", ODD.values(), ids=ODD)
def test_odd_tables_leave_alike_or_are_refused_alike(client, tmp_path, text):
    table = client.upload(text, "log.csv").json()["id"]
    plate = start_plate(client, table, "What {n} records say")
    started = client.post("/api/folios", {"title": "Review", "plates": [plate]}, format="json").json()["folio"]
    (tmp_path / "log.csv").write_text(text)
    (tmp_path / "Review.folio.json").write_bytes(client.get(f"/api/folios/{started['id']}/folio.json").content)
    made = []
    for pages in (laid(Folio.objects.get(pk=started["id"])), FolioPages(OWNER, beside(tmp_path))):
        try:
            pages.check()
            made.append(content(pages.export("html", choices_from(BARE, ("source",)), rendered)))
        except CoreError as error:
            made.append(str(error))
    assert made[0] == made[1]


@pytest.mark.parametrize("form", FOLIO_DRAWINGS)
def test_a_folio_leaves_alike(folio, folder, form):
    pages = [laid(folio), FolioPages(OWNER, beside(folder))]
    choices = choices_from(BARE, FOLIO_DRAWINGS[form].reads)
    for each in pages:
        each.check()
    one, other = (each.export(form, choices, rendered) for each in pages)
    assert content(one).keys() == content(other).keys() if one.startswith(b"PK") else len(one) == pytest.approx(len(other), abs=64)
    assert [page.texts for page in pages[0].made.pages] == [page.texts for page in pages[1].made.pages]
    if form != "pdf":  # which tells when it was made
        assert content(one) == content(other)


@pytest.mark.parametrize("broken", [False, True])
def test_a_folio_is_held_back_alike(client, folio, folder, broken):
    spec = json.loads((folder / "Review.folio.json").read_text())
    spec["pages"][-1]["claims"] = [{"says": "highest row is Brack"}]
    (folder / "Review.folio.json").write_text(json.dumps(spec))
    standing = client.get(f"/api/folios/{folio.pk}").json()["spec"]
    standing["pages"][-1]["claims"] = spec["pages"][-1]["claims"]
    client.put(f"/api/folios/{folio.pk}", standing, format="json")
    said = []
    for pages in (laid(Folio.objects.get(pk=folio.pk)), FolioPages(OWNER, beside(folder))):
        try:
            pages.check(broken=broken)
            said.append("")
        except CoreError as error:
            said.append(str(error))
    assert said[0] == said[1]
    assert bool(said[0]) is not broken


@pytest.mark.parametrize("copies", ["all", "first"])
def test_a_file_that_came_back_is_remade_alike(client, folio, log, tmp_path, copies):
    deck = client.get(f"/api/folios/{folio.pk}/export.pptx?form=table").content
    (tmp_path / "log.csv").write_text(NEXT)
    later(client, log, NEXT)
    came = [Refreshing(OWNER, deck, plates, asking) for plates in (_Plates(), PlatesBeside(tmp_path))]
    one, other = ([change.told for change in each.changes()] for each in came)
    assert one == other and "77" in " ".join(one)
    one, other = (asking.returned(each.remade(each.chosen(copies))).figures for each in came)
    assert one == other


@pytest.mark.parametrize(
    ("text", "guards", "state"),
    [
        (CSV.replace("Ardle,x,0", "Ardle,x,5"), {}, "made"),
        (NEXT, {}, "held"),
        (NEXT, {"records": 2.0}, "held"),
        (NEXT.replace("Knot,y", "New,y"), {"known": ["pier"]}, "held"),
    ],
)
def test_a_plan_is_carried_out_alike(client, folio, folder, monkeypatch, text, guards, state):
    monkeypatch.setenv("FINCH_FOLDERS", str(folder))
    (folder / "in").mkdir()
    plan = {
        "finch_plan": 1,
        "title": "Weekly",
        "when": {"days": ["mon"], "time": "07:00", "zone": "UTC"},
        "guards": guards,
        "put": {"folder": str(folder / "out"), "name": "{folio} {date}"},
    }
    take = {"folder": str(folder / "in"), "pattern": "log-*.csv"}
    of_library = {**plan, "take": {"log": {**take, "table": Table.objects.get().pk}}, "make": [{"folio": folio.pk, "as": ["html"]}]}
    kept = started(client, of_library)
    give(folder, "log-2.csv", text)
    clock.tick(MONDAY)
    ran, put = last(client, kept), made_in(folder)
    beside_it = {**plan, "take": {"log": take}, "make": [{"folio": "Review.folio.json", "as": ["html"]}]}
    (folder / "plan.json").write_text(json.dumps(beside_it))
    give(folder, "log-1.csv", CSV, MONDAY - timedelta(days=8))  # a shell has no edition before it ran
    (folder / "in" / "log-2.csv").rename(folder / "next")
    assert run(folder / "plan.json", MONDAY - timedelta(days=7)).state == "made"
    made_in(folder)
    (folder / "next").rename(folder / "in" / "log-2.csv")
    other = run(folder / "plan.json", MONDAY)
    assert ran["state"] == other.state == state
    assert list(made_in(folder)) == list(put) == [each.name for each in other.files]
    if state == "held":
        assert ran["words"] == other.words
    else:
        assert [line for line in ran["since"] if line in other.words]


def test_a_plan_whose_template_is_gone_cannot_be_carried_out(client, folio, folder, monkeypatch):
    """It is broken, not held: no file that arrives would mend it."""
    monkeypatch.setenv("FINCH_FOLDERS", str(folder))
    spec = {**client.get(f"/api/folios/{folio.pk}").json()["spec"]}
    spec["page"] = {**spec.get("page", {}), "template": {"slides": "gone"}}
    assert client.put(f"/api/folios/{folio.pk}", spec, format="json").status_code == 200
    (folder / "Review.folio.json").write_bytes(client.get(f"/api/folios/{folio.pk}/folio.json").content)
    put = {"folder": str(folder / "out"), "name": "{folio} {date}"}
    plan = {"finch_plan": 1, "title": "Weekly", "when": {"days": ["mon"], "time": "07:00", "zone": "UTC"}, "put": put}
    kept = started(client, {**plan, "make": [{"folio": folio.pk, "as": ["html", "pptx"]}]})
    clock.tick(MONDAY)
    assert last(client, kept)["state"] == "failed"
    (folder / "plan.json").write_text(json.dumps({**plan, "make": [{"folio": "Review.folio.json", "as": ["html", "pptx"]}]}))
    with pytest.raises(DrawError, match="cannot be laid in its template"):
        run(folder / "plan.json", MONDAY)
    assert "cannot be laid in its template" in last(client, kept)["words"]
    assert not made_in(folder), "nothing leaves by halves"


FITS = {"pivot": {"rows": [{"field": "pier"}], "columns": [{"field": "month"}], "measure": {"take": "sum", "of": "minutes"}}}
TIDY = [{"do": "merge", "field": "pier", "from": ["Knot"], "into": "Knots"}]
EDITIONS = {
    "as it was": CSV,
    "other numbers and members": NEXT.replace("Knot,y", "New,y"),
    "a column that the plate needs is gone": "pier,minutes\nArdle,1\n",
    "a column that a mend needs is gone": CSV.replace("pier,", "berth,"),
    "one text, for which the numbers are gone": CSV.replace("Ardle,x,0", "Ardle,x,late"),
    "numbers are gone, text stands there": "pier,month,minutes\nArdle,x,late\nKnot,y,early\n",
    "a side that was text is numbers": "pier,month,minutes\nArdle,1,3\nKnot,2,4\n",
}


@pytest.mark.parametrize("text", EDITIONS.values(), ids=EDITIONS)
def test_another_edition_is_compared_and_refused_alike(client, tmp_path, text):
    recipe = {"finch_recipe": 2, **FITS, "table": {"mends": TIDY}}
    table = client.upload(CSV, "log.csv").json()["id"]
    assert client.put(f"/api/tables/{table}/mends", {"mends": TIDY}, format="json").status_code == 200
    assert client.post("/api/plates", {"table": table, "recipe": recipe}, format="json").status_code == 201
    (tmp_path / "log.csv").write_text(CSV)
    (tmp_path / "next.csv").write_text(text)
    tables = TableOfLibrary(Table.objects.get()), TableOfFile(tmp_path / "log.csv", load_recipe(recipe))
    data = asking.table_in(tmp_path / "next.csv", tables[1].spec)
    said = []
    for each in tables:
        change = change_by(OWNER, each, data, {})
        try:
            check_edition(OWNER, each, data, each.mends(), "edition 2")
            said.append((change, ""))
        except WouldBreak as error:
            said.append((change, str(error)))
    assert said[0] == said[1]
    assert bool(said[0][1]) is ("gone" in next(name for name, each in EDITIONS.items() if each == text))


def test_an_edition_without_the_numbers_that_a_plate_measures_is_told_before_it_stands(client):
    table = client.upload(CSV, "log.csv").json()["id"]
    recipe = {"finch_recipe": 2, **FITS, "words": {"title": "Sums"}}
    assert client.post("/api/plates", {"table": table, "recipe": recipe}, format="json").status_code == 201
    address = given_and_compared(client, table, "pier,month,minutes\nArdle,x,late\nKnot,y,early\n")
    refused = client.post(f"{address}/accept", {"renames": {}}, format="json")
    assert (refused.status_code, refused.json()["path"]) == (409, "anyway")
    assert refused.json()["detail"] == (
        '“Sums” could not be made from edition 2: "minutes" holds text, of which there is no sum; mend the column, '
        "or use the edition anyway."
    )
    assert client.post(f"{address}/accept", {"renames": {}, "anyway": True}, format="json").status_code == 200


@pytest.mark.parametrize(
    ("tables", "opens"),
    [
        ({"other.csv": CSV, "log.csv": CSV}, "log"),
        ({"log.csv": "a,b\nx,1\n", "other.csv": CSV}, "other"),
        ({"older.csv": CSV, "newer.csv": CSV}, "newer"),
        ({"log.csv": "a,b\nx,1\n"}, None),
        ({}, None),
    ],
)
def test_a_figure_that_came_back_is_opened_alike(client, tmp_path, tables, opens):
    source = Source(recipe={"finch_recipe": 2, **FITS}, table="log", digest="", edition=1, version="", plate=None)
    for age, (name, text) in enumerate(tables.items()):
        client.upload(text, name)
        (tmp_path / name).write_text(text)
        os.utime(tmp_path / name, (1_700_000_000 + age,) * 2)
    said = []
    for shelf in (ShelfOfLibrary(), ShelfOfFolder(tmp_path)):
        try:
            found, new = opened(OWNER, source, shelf)
            said.append((found.table.name if isinstance(found, Plate) else found.stem, new))
        except Refused as error:
            said.append(str(error).replace("on log.csv,", "on log,"))
    assert said[0] == said[1]
    assert said[0] == (opens, True) if opens else "Bring" in said[0]


def made_in(folder):
    """What a plan put, which is taken away."""
    files = sorted((folder / "out").iterdir()) if (folder / "out").exists() else []
    found = {each.name: each.read_bytes() for each in files}
    for each in files:
        each.unlink()
    return found
