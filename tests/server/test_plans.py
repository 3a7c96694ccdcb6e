"""Plans of a library, with a clock under control: due, arrived or asked for; taken, guarded, made and put, or held."""

import os
import shutil
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest

from mottled_finch.app.plans import notify, outputs
from mottled_finch.app.plans import running as carrying
from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.outputs.folio.source import folio_source_in
from mottled_finch.server.plans import clock, running
from mottled_finch.server.plans.folders import places
from mottled_finch.server.plans.models import Plan, Run
from mottled_finch.server.tables import queue
from mottled_finch.server.tables.models import Edition, Import, Table

from .test_folios import CSV, start_plate

MONDAY = datetime(2026, 12, 7, 7, 0, tzinfo=UTC)
NEXT = CSV.replace("Ardle,x,0", "Ardle,x,5")


@pytest.fixture
def home(tmp_path, monkeypatch):
    monkeypatch.setenv("FINCH_FOLDERS", str(tmp_path))
    (tmp_path / "in").mkdir()
    return tmp_path


@pytest.fixture
def log(client):
    return client.upload(CSV, "log.csv").json()["id"]


@pytest.fixture
def folio(client, log):
    plate = start_plate(client, log, "Knot leads", claims=["highest row is Knot"])
    answer = client.post("/api/folios", {"title": "Review", "plates": [plate]}, format="json")
    return answer.json()["folio"]["id"]


@pytest.fixture
def spec(log, folio, home):
    return {
        "finch_plan": 1,
        "title": "Weekly",
        "when": {"days": ["mon"], "time": "07:00", "zone": "UTC"},
        "take": {"log": {"table": log, "folder": str(home / "in"), "pattern": "log-*.csv"}},
        "make": [{"folio": folio, "as": ["html"]}],
        "put": {"folder": str(home / "out"), "name": "{folio} {date}"},
    }


def started(client, spec, considered=MONDAY - timedelta(days=2)):
    answer = client.post("/api/plans", {"plan": spec}, format="json")
    assert answer.status_code == 201, answer.content
    Plan.objects.update(considered=considered)
    return answer.json()


def give(home, name, text, when=MONDAY - timedelta(hours=1)):
    file = home / "in" / name
    file.write_text(text)
    os.utime(file, (when.timestamp(), when.timestamp()))


def told(client, plan):
    return client.get(f"/api/plans/{plan['id']}").json()


def last(client, plan):
    return told(client, plan)["runs"][0]


def out(home):
    return sorted(each.name for each in (home / "out").iterdir()) if (home / "out").is_dir() else []


def test_at_its_moment_the_newest_file_becomes_the_edition_and_the_folio_is_made(client, home, spec, log):
    plan = started(client, spec)
    assert plan["words"] == "On Mondays at 07:00 (UTC): take log-*.csv for log, if 1 condition holds, make Review as HTML."
    assert told(client, plan)["next"] == "2026-12-07T07:00:00+00:00"
    give(home, "log-1.csv", CSV, MONDAY - timedelta(days=7))
    give(home, "log-2.csv", NEXT)
    clock.tick(MONDAY - timedelta(minutes=1))
    assert told(client, plan)["runs"] == [] and out(home) == []
    clock.tick(MONDAY)
    run = last(client, plan)
    assert (run["state"], run["asked"], run["due"]) == ("made", "clock", "2026-12-07T07:00:00+00:00")
    assert run["words"] == "Made Review 2026-12-07.html."
    assert run["since"] == ["knot leads: Ardle, x: 5, 0 before"]
    assert out(home) == ["Review 2026-12-07.html"]
    source = folio_source_in((home / "out" / "Review 2026-12-07.html").read_bytes())
    assert [each.edition for each in source.plates.values()] == [2]
    assert Table.objects.get(pk=log).edition().number == 2 and not Import.objects.exists()
    assert told(client, plan)["next"] == "2026-12-14T07:00:00+00:00"
    (file,) = run["files"]
    made = client.get(f"/api/plans/{plan['id']}/runs/{run['id']}/files/0")
    assert file["there"] and b"".join(made.streaming_content) == (home / "out" / file["name"]).read_bytes()
    (home / "out" / file["name"]).unlink()
    assert client.get(f"/api/plans/{plan['id']}/runs/{run['id']}/files/0").status_code == 404
    assert not last(client, plan)["files"][0]["there"]


def test_a_week_without_a_newer_file_makes_nothing_unless_it_is_asked_to(client, home, spec):
    plan = started(client, spec)
    give(home, "log-2.csv", NEXT)
    clock.tick(MONDAY)
    clock.tick(MONDAY + timedelta(days=7))
    assert (last(client, plan)["state"], last(client, plan)["words"]) == ("same", "Nothing newer is there.")
    client.post(f"/api/plans/{plan['id']}/runs", {"again": True}, format="json")
    clock.tick(MONDAY + timedelta(days=7, hours=1))
    assert last(client, plan)["state"] == "made"
    assert out(home) == ["Review 2026-12-07.html", "Review 2026-12-14.html"]
    assert Edition.objects.count() == 2, "the same file is no other edition"


def test_a_file_that_somebody_brought_in_is_no_other_edition(client, home, spec, log):
    plan = started(client, spec)
    given = client.generic("POST", f"/api/imports?name=log-2.csv&table={log}", NEXT, content_type="text/csv").json()["file"]["id"]
    client.post(f"/api/imports/{given}/start")
    assert queue.work_once()
    assert client.post(f"/api/imports/{given}/accept", {"renames": {}}, format="json").status_code == 200
    give(home, "log-2.csv", NEXT)
    clock.tick(MONDAY)
    assert (last(client, plan)["state"], last(client, plan)["since"]) == ("made", ["knot leads: Ardle, x: 5, 0 before"])
    assert Edition.objects.count() == 2
    give(home, "log-3.csv", CSV, MONDAY)
    clock.tick(MONDAY + timedelta(days=7))
    words = "log-3.csv is edition 1 of log already, and edition 2 stands; return to it there, or give a newer file"
    assert (last(client, plan)["state"], last(client, plan)["words"]) == ("held", words)
    assert Edition.objects.count() == 2 and not Import.objects.exists()


def test_what_it_takes_and_makes_is_whole_in_the_bin(client, home, spec, log, folio):
    plan = started(client, spec)
    (plate,) = client.get(f"/api/folios/{folio}").json()["folio"]["plates"]
    for address in (f"/api/folios/{folio}", f"/api/plates/{plate}", f"/api/tables/{log}"):
        assert client.delete(address).status_code == 204
    give(home, "log-2.csv", NEXT)
    clock.tick(MONDAY)
    assert (last(client, plan)["state"], last(client, plan)["since"]) == ("made", ["knot leads: Ardle, x: 5, 0 before"])
    assert Table.everything.get(pk=log).edition().number == 2
    renamed = client.put(f"/api/plans/{plan['id']}", {**spec, "title": "Still ours"}, format="json")
    assert renamed.status_code == 200


def test_moments_that_were_missed_are_made_up_for_once(client, home, spec):
    plan = started(client, spec, MONDAY - timedelta(days=30))
    give(home, "log-2.csv", NEXT)
    clock.tick(MONDAY + timedelta(days=1))
    assert len(told(client, plan)["runs"]) == 1 and last(client, plan)["state"] == "made"
    clock.tick(MONDAY + timedelta(days=2))
    assert len(told(client, plan)["runs"]) == 1


def test_a_plan_that_is_paused_or_changed_makes_up_for_nothing(client, home, spec):
    plan = started(client, {**spec, "paused": True}, MONDAY - timedelta(days=30))
    give(home, "log-2.csv", NEXT)
    clock.tick(MONDAY)
    assert told(client, plan)["runs"] == [] and told(client, plan)["next"] is None
    changed = client.put(f"/api/plans/{plan['id']}", {**spec, "when": {"time": "06:00"}}, format="json").json()
    assert changed["undo"] == "Moments changed, paused or let go on"
    assert Plan.objects.get().considered > datetime.now(UTC) - timedelta(minutes=1)
    client.post(f"/api/plans/{plan['id']}/undo")
    assert told(client, plan)["spec"]["paused"]


def test_a_file_that_arrives_runs_it_once_it_has_settled(client, home, spec):
    plan = started(client, {**spec, "when": None, "arrives": True})
    clock.tick(MONDAY)
    assert told(client, plan)["runs"] == []
    give(home, "log-2.csv", NEXT, MONDAY - timedelta(seconds=2))
    clock.tick(MONDAY)
    assert told(client, plan)["runs"] == [], "somebody may still write it"
    clock.tick(MONDAY + timedelta(seconds=10))
    assert (last(client, plan)["state"], last(client, plan)["asked"]) == ("made", "file")
    clock.tick(MONDAY + timedelta(seconds=20))
    assert len(told(client, plan)["runs"]) == 1
    shutil.rmtree(home / "in")
    clock.tick(MONDAY + timedelta(seconds=30))
    assert len(told(client, plan)["runs"]) == 1, "a folder that is gone is looked for again"


@pytest.mark.parametrize(
    ("guards", "text", "words"),
    [
        ({"records": 0.9}, CSV[: CSV.index("Knot")], "log-2.csv: 6 records, 67% of the 9 of last time, and 90% is the least"),
        ({}, CSV.replace("minutes", "mins"), "log-2.csv: a column is gone: “minutes”"),
        ({"known": ["pier"]}, NEXT + "Tern,x,1\n", "log-2.csv: unknown in pier: “Tern”"),
        ({"totals": {"minutes": 0.2}}, CSV.replace("Knot,z,8", "Knot,z,80"), "log-2.csv: minutes sums to 108 against 36"),
        ({"totals": {"pier": 0.1}}, NEXT, 'log-2.csv: guards.totals.pier: "pier" holds no numbers'),
        ({"without": ["near_twins"]}, NEXT + "Ardle.,x,1\n", "log-2.csv: found: "),
    ],
)
def test_a_condition_that_fails_holds_the_file_back_on_the_desk(client, home, spec, log, guards, text, words):
    plan = started(client, {**spec, "guards": guards})
    give(home, "log-2.csv", text)
    clock.tick(MONDAY)
    run = last(client, plan)
    assert run["state"] == "held" and run["words"].startswith(words), run["words"]
    assert out(home) == [] and Table.objects.get(pk=log).edition().number == 1
    (given,) = Import.objects.all()
    assert run["given"] == [given.pk] and given.state == Import.State.COMPARED
    give(home, "log-3.csv", NEXT, MONDAY - timedelta(minutes=5))
    client.post(f"/api/plans/{plan['id']}/runs", {}, format="json")
    clock.tick(MONDAY + timedelta(hours=1))
    if guards != {"totals": {"pier": 0.1}}:
        assert last(client, plan)["state"] == "made" and not Import.objects.exists(), "the one before gives way"


def test_a_broken_claim_holds_the_folio_and_the_edition_stands_for_it_to_be_seen(client, home, spec, log, folio):
    plan = started(client, spec)
    give(home, "log-2.csv", CSV.replace("Ardle,x,0", "Ardle,x,99"))
    clock.tick(MONDAY)
    run = last(client, plan)
    assert run["state"] == "held" and "highest row is Ardle" in run["words"], run["words"]
    assert out(home) == [] and Table.objects.get(pk=log).edition().number == 2
    pages = client.get(f"/api/folios/{folio}").json()["pages"]
    assert not pages[1]["claims"][0]["holds"]
    client.post(f"/api/plans/{plan['id']}/runs", {}, format="json")
    clock.tick(MONDAY + timedelta(hours=1))
    assert last(client, plan)["state"] == "held", "nothing was made of this file yet"
    make = [{"folio": folio, "as": ["html", "pptx"], "broken": True}]
    client.put(f"/api/plans/{plan['id']}", {**spec, "make": make}, format="json")
    client.post(f"/api/plans/{plan['id']}/runs", {}, format="json")
    clock.tick(MONDAY + timedelta(hours=2))
    assert last(client, plan)["state"] == "made" and out(home) == ["Review 2026-12-07.html", "Review 2026-12-07.pptx"]
    assert Edition.objects.count() == 2


def test_a_dry_run_looks_at_the_new_file_and_leaves_nothing(client, home, spec, log):
    plan = started(client, spec)
    give(home, "log-2.csv", CSV.replace("Ardle,x,0", "Ardle,x,5"))
    client.post(f"/api/plans/{plan['id']}/runs", {"dry": True}, format="json")
    clock.tick(MONDAY - timedelta(days=1))
    run = last(client, plan)
    assert (run["state"], run["words"]) == ("made", "Would make Review 2026-12-06.html.")
    assert any("Ardle, x" in line for line in run["since"]), "of the file that does not stand yet"
    assert out(home) == [] and not Import.objects.exists()
    assert Edition.objects.count() == 1 and Table.objects.get(pk=log).edition().number == 1
    give(home, "log-3.csv", CSV.replace("Ardle,x,0", "Ardle,x,99"), MONDAY - timedelta(minutes=5))
    client.post(f"/api/plans/{plan['id']}/runs", {"dry": True}, format="json")
    clock.tick(MONDAY - timedelta(seconds=1))
    assert last(client, plan)["state"] == "held" and not Import.objects.exists() and Edition.objects.count() == 1


def test_a_plate_is_made_in_its_forms(client, home, spec, log):
    plate = start_plate(client, log, "Crowded: piers")
    plan = started(client, {**spec, "make": [{"plate": plate, "as": ["csv", "svg"]}]})
    give(home, "log-2.csv", NEXT)
    clock.tick(MONDAY)
    assert last(client, plan)["words"] == "Made Crowded piers 2026-12-07.csv, Crowded piers 2026-12-07.svg."
    assert (home / "out" / "Crowded piers 2026-12-07.csv").read_text(encoding="utf-8-sig").splitlines()[1] == "Ardle,5,1,2"
    client.change(plate, pivot={}, words={"title": "Crowded piers"}, claims=["highest row is Knot"])
    client.post(f"/api/plans/{plan['id']}/runs", {"again": True}, format="json")
    clock.tick(MONDAY + timedelta(hours=1))
    assert last(client, plan)["state"] == "held", last(client, plan)["words"]


def test_what_is_gone_holds_it_with_the_reason(client, home, spec, folio, log):
    plan = started(client, spec)
    clock.tick(MONDAY)
    assert last(client, plan)["words"] == f"no file in {home / 'in'} fits log-*.csv"
    give(home, "log-2.csv", NEXT)
    client.take_away("folio", folio)
    client.post(f"/api/plans/{plan['id']}/runs", {}, format="json")
    clock.tick(MONDAY + timedelta(hours=1))
    assert last(client, plan)["words"] == "A folio that it makes was removed; choose another one"
    assert "a folio that was removed as HTML" in told(client, plan)["words"]
    renamed = client.put(f"/api/plans/{plan['id']}", {**spec, "title": "Still ours"}, format="json")
    assert renamed.status_code == 200, "what was lost before may stay"


@pytest.mark.parametrize("after", [False, True])
def test_a_run_that_the_server_s_end_cut_off_is_run_again(client, home, spec, log, monkeypatch, after):
    """Before its files were put, or after, when they are put already."""
    plan = started(client, spec)
    give(home, "log-2.csv", NEXT)

    def killed(made, folder):
        if after:
            real(made, folder)
        raise KeyboardInterrupt

    real = carrying.put_all
    monkeypatch.setattr(carrying, "put_all", killed)
    with pytest.raises(KeyboardInterrupt):
        clock.tick(MONDAY)
    monkeypatch.undo()
    monkeypatch.setenv("FINCH_FOLDERS", str(home))
    assert last(client, plan)["state"] == "running"
    running.cut_off()
    clock.tick(MONDAY + timedelta(minutes=5))
    now, before = told(client, plan)["runs"]
    assert before["state"] == "cut" and before["words"] == "The server stopped while it ran; it was run again after the start."
    assert (now["state"], now["asked"], now["due"]) == ("made", "clock", "2026-12-07T07:00:00+00:00")
    assert out(home) == ["Review 2026-12-07.html"] and Edition.objects.count() == 2, "its edition is not taken twice"


def test_a_plan_that_is_removed_while_it_runs_ends_quietly(client, home, spec, monkeypatch):
    plan = started(client, spec)
    give(home, "log-2.csv", NEXT)
    real = carrying.put_all

    def removed(made, folder):
        client.take_away("plan", plan["id"])
        return real(made, folder)

    monkeypatch.setattr(carrying, "put_all", removed)
    clock.tick(MONDAY)
    assert out(home) == ["Review 2026-12-07.html"] and not Run.objects.exists()


def test_one_plan_that_breaks_does_not_keep_the_others_from_running(client, home, spec, monkeypatch):
    broken, plan = started(client, {**spec, "title": "Broken"}), started(client, spec)
    give(home, "log-2.csv", NEXT)
    real = clock._look

    def look(each, *given):
        if each.pk == broken["id"]:
            raise RuntimeError("of our own")
        real(each, *given)

    monkeypatch.setattr(clock, "_look", look)
    clock.tick(MONDAY)
    assert told(client, broken)["runs"] == [] and last(client, plan)["state"] == "made"


def test_a_change_of_the_title_that_is_undone_at_its_moment_skips_no_run(client, home, spec):
    plan = started(client, spec)
    give(home, "log-2.csv", NEXT)
    client.put(f"/api/plans/{plan['id']}", {**spec, "title": "Other"}, format="json")
    client.post(f"/api/plans/{plan['id']}/undo")
    clock.tick(MONDAY)
    assert last(client, plan)["state"] == "made"


@pytest.mark.parametrize("values", ["7", "", "x"])
def test_a_column_that_is_constant_blank_or_no_number_throughout_is_held_or_made_and_never_breaks(client, home, spec, values):
    lines = "".join(f"{pier},{month},{values}\n" for pier in ("Ardle", "Brack", "Knot") for month in "xyz")
    plan = started(client, {**spec, "guards": {"totals": {"minutes": 5}, "known": ["pier"]}})
    give(home, "log-2.csv", "pier,month,minutes\n" + lines)
    clock.tick(MONDAY)
    run = last(client, plan)
    assert run["state"] in ("held", "made") and "something broke" not in run["words"], run["words"]
    assert (out(home) == []) == (run["state"] == "held")


def test_a_full_disk_is_told_and_nothing_is_half(client, home, spec, monkeypatch):
    plan = started(client, {**spec, "make": [{**spec["make"][0], "as": ["html", "docx"]}]})
    give(home, "log-2.csv", NEXT)
    real = outputs.shutil.copyfileobj

    def full(source, target, *more):
        if Path(str(getattr(source, "name", ""))).suffix == ".docx":
            target.write(b"half")
            raise OSError(28, "No space left on device")
        real(source, target, *more)

    monkeypatch.setattr(outputs.shutil, "copyfileobj", full)
    clock.tick(MONDAY)
    run = last(client, plan)
    assert (run["state"], run["words"]) == ("failed", "the disk is full, so nothing was put; make room and run it again")
    assert out(home) == []


def test_an_address_is_told_how_it_ended(client, home, spec, monkeypatch):
    heard = []
    monkeypatch.setenv("FINCH_TELL", "https://a.example/x")
    monkeypatch.setenv("FINCH_TELL_KEY", "k" * 32)
    monkeypatch.setattr(notify.Addresses, "tell", lambda self, address, news: heard.append((address, news)) or "it slept")
    plan = started(client, {**spec, "tell": "https://a.example/x"})
    clock.tick(MONDAY)
    assert heard == [
        (
            "https://a.example/x",
            {
                "plan": "Weekly",
                "at": "2026-12-07T07:00:00+00:00",
                "files": [],
                "state": "held",
                "words": f"no file in {home / 'in'} fits log-*.csv",
                "since": [],
            },
        )
    ]
    assert last(client, plan)["words"] == f"no file in {home / 'in'} fits log-*.csv; it slept"
    monkeypatch.setenv("FINCH_TELL", "")
    client.post(f"/api/plans/{plan['id']}/runs", {}, format="json")
    clock.tick(MONDAY)
    assert "no address may be told from here" in last(client, plan)["words"] and len(heard) == 1
    monkeypatch.setenv("FINCH_TELL", "ftp://a.example/x")
    client.post(f"/api/plans/{plan['id']}/runs", {}, format="json")
    clock.tick(MONDAY)
    assert (last(client, plan)["state"], last(client, plan)["words"].partition("; ")[2]) == (
        "held",
        'FINCH_TELL: "ftp://a.example/x" is no address of HTTP; write it as https://example.org/path',
    ), "whatever is wrong with the list, the run has ended"


def test_a_plan_starts_for_a_folio_or_a_plate(client, home, folio, log):
    plan = client.post("/api/plans", {"folio": folio, "zone": "Europe/London"}, format="json").json()
    assert plan["words"] == "On Mondays at 07:00 (Europe/London): make Review as PPTX." and plan["title"] == "Review"
    plate = start_plate(client, log, "Alone")
    alone = client.post("/api/plans", {"plate": plate}, format="json").json()
    assert alone["spec"]["make"] == [{"plate": plate, "as": ["png"]}]
    assert [each["id"] for each in client.get("/api/plans").json()] == [alone["id"], plan["id"]]
    client.post(f"/api/plans/{plan['id']}/runs", {"dry": True}, format="json")
    clock.tick(datetime.now(UTC))
    assert last(client, plan)["state"] == "made", "a plan that takes nothing makes it of what stands"
    client.take_away("plan", plan["id"])
    assert not Run.objects.exists()
    assert client.post("/api/plans", {"folio": 99}, format="json").status_code == 422


def test_whoever_saw_another_version_is_told_and_loses_nothing(client, home, spec):
    plan = started(client, spec)
    address = f"/api/plans/{plan['id']}"
    changed = client.put(address, {**spec, "title": "Mine"}, format="json", HTTP_IF_MATCH=f'"{plan["version"]}"')
    assert changed.json()["undo"] == "Title changed"
    late = client.put(address, {**spec, "title": "Theirs"}, format="json", HTTP_IF_MATCH=f'"{plan["version"]}"')
    assert late.status_code == 412 and late.json()["meanwhile"] == ["Title changed"]
    assert client.get(address).json()["title"] == "Mine"
    assert client.post(f"{address}/undo").json()["title"] == "Weekly"
    assert client.post(f"{address}/redo").json()["title"] == "Mine"
    steps = client.get(f"{address}/history").json()
    assert [step["change"] for step in steps["steps"]] == ["Plan brought", "Title changed"]
    assert client.post(f"{address}/history", {"number": 1}, format="json").json()["title"] == "Weekly"
    assert client.delete(address, HTTP_IF_MATCH='"0-0"').status_code == 412


MISTAKES = [
    ({"take": {"log": {"folder": "in"}}}, "There is no table log in this library; choose one."),
    ({"take": {"log": {"table": 999, "folder": "in"}}}, "There is no table 999 in this library; choose one."),
    ({"make": [{"folio": 999}]}, "There is no folio 999 in this library; choose one."),
    ({"make": [{"plate": 999, "as": ["png"]}]}, "There is no plate 999 in this library; choose one."),
    ({"make": [{"folio": "review.json"}]}, "A name is that of a file; in a library a plan names numbers of folios and plates."),
    ({"put": {"folder": "/etc"}}, "put.folder: /etc lies outside of what may be used; choose a folder in "),
    ({"put": {"folder": "../../.."}}, "put.folder: "),
    ({"tell": "https://a.example"}, "tell: no address may be told from here"),
    ({"when": {"time": "25:00"}}, 'when.time: "25:00" is no time; write it as 07:00'),
]


@pytest.mark.parametrize(("part", "sentence"), MISTAKES, ids=[sentence[:40] for _, sentence in MISTAKES])
def test_what_cannot_be_carried_out_changes_nothing(client, home, spec, part, sentence):
    plan = started(client, spec)
    refused = client.put(f"/api/plans/{plan['id']}", {**spec, **part}, format="json")
    assert refused.status_code == 422 and refused.json()["detail"].startswith(sentence), refused.json()["detail"]
    assert told(client, plan)["spec"] == plan["spec"]


def test_folders_are_those_of_the_home_and_of_the_library_unless_others_are_allowed(tmp_path, monkeypatch, settings):
    monkeypatch.delenv("FINCH_FOLDERS", raising=False)
    monkeypatch.setenv("HOME", str(tmp_path))
    assert places().file("exports", "x") == settings.DATA.resolve() / "exports"
    assert places().file("~/exports", "x") == tmp_path.resolve() / "exports"
    (tmp_path / "away").symlink_to("/etc")
    with pytest.raises(RecipeError, match=r"x: .*away is a link"):
        places().file("~/away", "x")
    with pytest.raises(RecipeError, match="x: /etc lies outside"):
        places().file("/etc", "x")
    monkeypatch.setenv("FINCH_FOLDERS", f"/srv/a{os.pathsep}/srv/b")
    assert places().file("/srv/b/c", "x") == Path("/srv/b/c")
    with pytest.raises(RecipeError, match=r"choose a folder in .*/srv/a or /srv/b"):
        places().file("~", "x")


def test_the_clock_goes_on_after_whatever_broke_and_looks_again_every_five_seconds(monkeypatch, caplog):
    does, waits = [], []

    class Wake:
        def wait(self, seconds: float) -> None:
            waits.append(seconds)
            if len(waits) == 3:
                raise KeyboardInterrupt

        def clear(self) -> None:
            does.append("clear")

    def cut_off() -> None:
        does.append("cut off")
        raise ValueError("one")

    def tick(now: datetime) -> None:
        assert now.tzinfo is UTC
        does.append("tick")
        if does.count("tick") == 1:
            raise OSError("another")

    monkeypatch.setattr(clock, "_WAKE", Wake())
    monkeypatch.setattr(clock, "cut_off", cut_off)
    monkeypatch.setattr(clock, "tick", tick)
    monkeypatch.setattr(clock, "close_old_connections", lambda: does.append("close"))
    with pytest.raises(KeyboardInterrupt):
        clock._work()
    assert does == ["cut off", "tick", "close", "clear", "tick", "close", "clear", "tick", "close"]
    assert waits == [5.0] * 3
    assert [each.message for each in caplog.records] == ["the clock of plans broke"] * 2


def test_who_asks_for_a_run_wakes_the_clock():
    clock._WAKE.clear()
    clock.wake()
    assert clock._WAKE.is_set()
    clock._WAKE.clear()
