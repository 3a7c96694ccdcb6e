"""Plans from a shell, with a clock under control: taken, guarded, made and put, or held with the reason."""

import base64
import fcntl
import hashlib
import hmac
import json
import os
import subprocess
import sys
import threading
from datetime import UTC, datetime, timedelta
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path

import pytest

from mottled_finch.app.plans import inputs, notify, outputs
from mottled_finch.app.plans.load import load_plan
from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.outputs.draw.making.source import source_in
from mottled_finch.shell.plans import run
from mottled_finch.shell.run_log import entries_of

RECIPE = {
    "finch_recipe": 2,
    "pivot": {"rows": [{"field": "pier"}], "columns": [{"field": "month"}], "measure": {"take": "sum", "of": "n"}},
    "words": {"title": "Sums"},
}
FOLIO = {
    "finch_folio": 1,
    "tables": {"log": "log.csv"},
    "plates": {"sums": {"recipe": RECIPE}},
    "pages": [{"plates": ["sums"], "claims": [{"says": "highest row is A"}]}, {"arrange": "since"}],
}
PLAN = {
    "finch_plan": 1,
    "when": {"days": ["mon"], "time": "07:00", "zone": "Europe/London"},
    "take": {"log": {"folder": "in", "pattern": "log-*.csv"}},
    "guards": {"records": 0.9, "known": ["pier"]},
    "make": [{"folio": "review.json", "as": ["html"]}],
    "put": {"folder": "out", "name": "{folio} {date}"},
}
FIRST = "pier,month,n\nA,x,9\nA,y,2\nB,x,3\n"
NOW = datetime(2026, 11, 30, 7, 0, tzinfo=UTC)


@pytest.fixture
def folder(tmp_path):
    (tmp_path / "in").mkdir()
    (tmp_path / "review.json").write_text(json.dumps(FOLIO))
    put_plan(tmp_path)
    give(tmp_path, "log-1.csv", FIRST, NOW - timedelta(hours=1))
    return tmp_path


def put_plan(folder, **parts):
    (folder / "plan.json").write_text(json.dumps({**PLAN, **parts}))


def give(folder, name, text, when):
    file = folder / "in" / name
    file.write_text(text)
    os.utime(file, (when.timestamp(), when.timestamp()))


def ran(folder, now=NOW, **how):
    return run(folder / "plan.json", now, **how)


def out(folder):
    return sorted(each.name for each in (folder / "out").iterdir()) if (folder / "out").is_dir() else []


def test_it_is_made_put_under_its_date_and_kept_in_the_log(folder):
    first = ran(folder)
    assert (first.state, out(folder)) == ("made", ["review 2026-11-30.html"])
    (entry,) = entries_of(folder / "plan.runs.jsonl")
    assert entry.state == "made" and entry.made.standing["log"].records == 3
    assert entry.made.standing["log"].members == {"pier": ("A", "B")}
    assert json.loads((folder / "plan.runs.jsonl").read_text()) == {
        "at": NOW.isoformat(),
        "state": "made",
        "words": first.words,
        "took": {"log": {"file": entry.took["log"].file, "digest": entry.digests["log"]}},
        "standing": {"log": {"records": 3, "columns": ["pier", "month", "n"], "members": {"pier": ["A", "B"]}, "totals": {}}},
        "files": [str(each) for each in first.files],
        "since": [],
    }
    assert "There is no edition before." in (folder / "out" / out(folder)[0]).read_text()


def test_nothing_newer_is_nothing_to_do_unless_it_is_asked_for_again(folder):
    ran(folder)
    assert ran(folder, NOW + timedelta(days=1)).state == "same" and len(out(folder)) == 1
    assert ran(folder, NOW, again=True).state == "made"
    assert out(folder) == ["review 2026-11-30 2.html", "review 2026-11-30.html"], "what is there is never written over"


def test_the_next_edition_tells_what_changed(folder):
    ran(folder)
    week = NOW + timedelta(days=7)
    give(folder, "log-2.csv", FIRST.replace("B,x,3", "B,x,4"), week - timedelta(hours=1))
    second = ran(folder, week)
    assert second.words == "made review 2026-12-07.html; since last time: sums: B, x: 4, 3 before"
    assert "B, x: 4, 3 before" in (folder / "out" / "review 2026-12-07.html").read_text()


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("pier,month,n\nA,x,9\nA,y,2\n", "log-2.csv: 2 records, 67% of the 3 of last time, and 90% is the least"),
        (FIRST + "C,x,1\n", "log-2.csv: unknown in pier: “C”"),
        ("month,n\nx,9\ny,2\nx,3\n", 'log-2.csv: guards.known[0]: no column "pier"'),
        (
            FIRST.replace("B,x,3", "B,x,30"),
            "review, page 1: it claims that highest row is A, but highest row is B; correct the words, or",
        ),
    ],
)
def test_what_fails_holds_it_and_says_why(folder, text, words):
    ran(folder)
    give(folder, "log-2.csv", text, NOW + timedelta(minutes=1))
    held = ran(folder, NOW + timedelta(days=7))
    assert held.state == "held" and held.words.startswith(words), held.words
    assert out(folder) == ["review 2026-11-30.html"]
    assert [entry.state for entry in entries_of(folder / "plan.runs.jsonl")] == ["made", "held"]
    give(folder, "log-3.csv", FIRST + "A,y,5\n", NOW + timedelta(minutes=2))
    assert ran(folder, NOW + timedelta(days=7)).state == "made", "the next good file goes on from the last that was made"


def test_a_broken_claim_leaves_where_the_plan_lets_it(folder):
    put_plan(folder, make=[{"folio": "review.json", "as": ["html", "pdf"], "broken": True}])
    give(folder, "log-1.csv", FIRST.replace("B,x,3", "B,x,30"), NOW - timedelta(hours=1))
    assert ran(folder).state == "made" and len(out(folder)) == 2


def test_a_file_that_is_being_written_or_a_folder_that_is_gone_holds_it(folder):
    give(folder, "log-2.csv", FIRST, NOW - timedelta(seconds=2))
    assert ran(folder).words == "log-2.csv was written just now; it is taken once it has been left alone for 5 seconds"
    for each in (folder / "in").iterdir():
        each.unlink()
    assert ran(folder).words == "no file in in fits log-*.csv"
    (folder / "in").rmdir()
    assert ran(folder).words == "the folder in of log is not there"
    assert out(folder) == []


def test_a_file_that_grows_while_it_is_read_is_taken_next_time(folder, monkeypatch):
    real = inputs.shutil.copyfileobj

    def growing(source, target, *more):
        real(source, target, *more)
        with (folder / "in" / "log-1.csv").open("a") as file:
            file.write("B,y,1\n")

    monkeypatch.setattr(inputs.shutil, "copyfileobj", growing)
    assert ran(folder).words == "log-1.csv was written while it was read; it is taken next time"


def test_a_dry_run_puts_nothing_and_remembers_nothing(folder):
    dry = ran(folder, dry=True)
    assert dry.words == "would make review 2026-11-30.html"
    assert out(folder) == [] and entries_of(folder / "plan.runs.jsonl") == []


def test_it_runs_only_when_a_moment_has_passed_where_that_is_asked(folder):
    assert ran(folder, NOW - timedelta(days=3), due=True).state == "made", "a plan that never ran is due"
    waiting = ran(folder, NOW - timedelta(hours=1), due=True)
    assert (waiting.state, waiting.words) == ("waiting", "due at 2026-11-30T07:00:00+00:00")
    give(folder, "log-2.csv", FIRST + "A,x,1\n", NOW - timedelta(minutes=5))
    assert ran(folder, NOW + timedelta(hours=5), due=True).state == "made", "a missed moment is made up for"


def test_one_run_at_a_time(folder):
    with (folder / "plan.json").open("rb") as held:
        fcntl.flock(held, fcntl.LOCK_EX)
        with pytest.raises(RecipeError, match="another run of this plan is under way"):
            ran(folder)


def test_a_run_that_cannot_put_its_second_file_puts_none(folder, monkeypatch):
    put_plan(folder, make=[{"folio": "review.json", "as": ["html", "pdf"]}])
    real = outputs.shutil.copyfileobj

    def full(source, target, *more):
        if Path(str(getattr(source, "name", ""))).suffix == ".pdf":
            target.write(b"half")
            raise OSError(28, "No space left on device")
        real(source, target, *more)

    monkeypatch.setattr(outputs.shutil, "copyfileobj", full)
    with pytest.raises(OSError, match="No space left"):
        ran(folder)
    assert list((folder / "out").iterdir()) == [] and entries_of(folder / "plan.runs.jsonl") == []


def test_what_a_run_that_was_killed_left_half_is_swept_away(folder):
    (folder / "out").mkdir()
    (folder / "out" / ".0-1.finch-part").write_bytes(b"half")
    ran(folder)
    assert [each.name for each in (folder / "out").iterdir()] == ["review 2026-11-30.html"]


def test_a_plate_is_made_alone_and_its_claims_hold_it(folder):
    (folder / "sums.json").write_text(json.dumps({**RECIPE, "claims": ["highest row is A"]}))
    put_plan(folder, make=[{"plate": "sums.json", "as": ["csv", "html"]}])
    assert ran(folder).words == "made sums 2026-11-30.csv, sums 2026-11-30.html"
    lines = (folder / "out" / "sums 2026-11-30.csv").read_text(encoding="utf-8-sig").splitlines()
    assert lines == ["pier,x,y", "A,9,2", "B,3,"]
    assert source_in((folder / "out" / "sums 2026-11-30.html").read_bytes()).table == "log-1.csv"
    give(folder, "log-2.csv", FIRST.replace("A,x,9", "A,x,7").replace("B,x,3", "B,x,30"), NOW - timedelta(minutes=5))
    held = ran(folder)
    assert (held.state, held.words) == (
        "held",
        "sums claims that highest row is A, and highest row is B; correct the words, or let it leave all the same",
    )
    put_plan(folder, make=[{"plate": "sums.json", "as": ["csv"], "broken": True}])
    told = "sums: It is no longer so that highest row is A: highest row is B; B, x: 30, 3 before; 1 more cell moved less"
    assert ran(folder).words == f"made sums 2026-11-30 2.csv; since last time: {told}"


def test_a_newer_file_that_arrives_runs_it_between_the_moments_and_one_that_was_held_is_not_tried_again(folder):
    put_plan(folder, arrives=True)
    assert ran(folder, due=True).state == "made"
    later = NOW + timedelta(hours=2)
    assert ran(folder, later, due=True).words == "nothing newer is there"
    give(folder, "log-2.csv", FIRST + "C,x,1\n", NOW + timedelta(hours=1))
    assert ran(folder, later, due=True).state == "held"
    assert ran(folder, later, due=True).state == "same", "the same file would be held again"
    assert ran(folder, later).state == "held", "by hand it is tried"
    give(folder, "log-3.csv", FIRST + "A,x,1\n", NOW + timedelta(hours=1, minutes=5))
    assert ran(folder, later, due=True).state == "made"


class _Told(BaseHTTPRequestHandler):
    """An address that keeps what it is told, and answers as it was asked to."""

    def do_POST(self):
        body = self.rfile.read(int(self.headers["Content-Length"]))
        self.server.told.append((self.headers, body))
        self.send_response(self.server.answers.pop(0) if self.server.answers else 204)
        if self.path == "/away":
            self.send_header("Location", "/elsewhere")
        self.end_headers()

    def log_message(self, *_given):
        """Nothing is said."""


@pytest.fixture
def address(monkeypatch):
    server = ThreadingHTTPServer(("127.0.0.1", 0), _Told)
    server.told, server.answers = [], []
    threading.Thread(target=server.serve_forever, daemon=True).start()
    server.at = f"http://127.0.0.1:{server.server_port}"
    monkeypatch.setenv("FINCH_TELL", f"{server.at}/runs {server.at}/away")
    monkeypatch.setenv("FINCH_TELL_KEY", KEY)
    monkeypatch.setattr(notify.time, "sleep", lambda _seconds: None)
    yield server
    server.shutdown()


KEY = "a key of more than thirty-two letters"


def test_an_address_is_told_with_a_signature(folder, address):
    put_plan(folder, tell=f"{address.at}/runs", title="Review")
    ran(folder)
    headers, body = address.told[0]
    assert json.loads(body) == {
        "plan": "Review",
        "at": "2026-11-30T07:00:00+00:00",
        "files": ["review 2026-11-30.html"],
        "state": "made",
        "words": "made review 2026-11-30.html",
        "since": [],
    }
    digest = base64.b64encode(hashlib.sha256(body).digest()).decode()
    assert headers["Content-Digest"] == f"sha-256=:{digest}:"
    parameters = headers["Signature-Input"].removeprefix("finch=")
    base = (
        f'"@method": POST\n"@target-uri": {address.at}/runs\n"content-type": application/json\n'
        f'"content-digest": sha-256=:{digest}:\n"@signature-params": {parameters}'
    )
    wanted = base64.b64encode(hmac.new(KEY.encode(), base.encode(), hashlib.sha256).digest()).decode()
    assert headers["Signature"] == f"finch=:{wanted}:"
    assert len(address.told) == 1 and KEY not in str(headers)


def test_an_address_that_has_trouble_is_asked_again_and_one_that_leads_away_is_not_followed(folder, address):
    put_plan(folder, tell=f"{address.at}/runs")
    address.answers = [503, 503, 200]
    assert ran(folder).words == "made review 2026-11-30.html" and len(address.told) == 3
    address.answers = [503] * 3
    assert ran(folder, again=True).words.endswith(f"; {address.at}/runs was not told: it answered 503")
    put_plan(folder, tell=f"{address.at}/away")
    address.told.clear()
    address.answers = [307]
    assert ran(folder, again=True).words.endswith(f"{address.at}/away was not told: it answered 307") and len(address.told) == 1
    address.server_close()
    address.shutdown()
    put_plan(folder, tell=f"{address.at}/runs")
    assert "was not told: it cannot be reached" in ran(folder, again=True).words


@pytest.mark.parametrize(
    ("listed", "key", "sentence"),
    [
        ("", KEY, "tell: no address may be told from here; whoever starts Mottled Finch lists them in FINCH_TELL"),
        ("https://a.example/x", KEY, "tell: this address is not among those that may be told"),
        ("file:///etc/passwd", KEY, 'FINCH_TELL: "file:///etc/passwd" is no address of HTTP'),
        ("https://me@a.example", KEY, 'FINCH_TELL: "https://me@a.example" is no address of HTTP'),
        ("https://a.example/y", "short", "FINCH_TELL_KEY: what is told is signed; give a key of at least 32 letters"),
    ],
)
def test_no_address_is_told_that_the_owner_has_not_listed(folder, monkeypatch, listed, key, sentence):
    monkeypatch.setenv("FINCH_TELL", listed)
    monkeypatch.setenv("FINCH_TELL_KEY", key)
    put_plan(folder, tell="https://a.example/y")
    with pytest.raises(RecipeError) as caught:
        ran(folder)
    assert str(caught.value).startswith(sentence)
    assert not (folder / "out").exists()


def test_the_signature_is_that_of_the_standard():
    """RFC 9421, B.2.5."""
    key = base64.b64decode("uzvJfB4u3N0Jy4T7NZ75MDVcr8zSTInedJtkgcu46YW4XByzNJjxBdtjUkdJPBtbmHhIDi6pcl8jsasjlTMtDQ==")
    covered = [("date", "Tue, 20 Apr 2021 02:07:55 GMT"), ("@authority", "example.com"), ("content-type", "application/json")]
    parameters = '("date" "@authority" "content-type");created=1618884473;keyid="test-shared-secret"'
    assert notify.signature_of(covered, parameters, key) == "pxcQw6G3AjtMBQjwo8XzkZf/bws5LelbaMk5rGIGtE8="


def test_a_line_of_the_log_that_was_cut_off_is_none(folder):
    ran(folder)
    with (folder / "plan.runs.jsonl").open("a") as file:
        file.write('{"at": "2026-')
    assert len(entries_of(folder / "plan.runs.jsonl")) == 1
    assert ran(folder, NOW + timedelta(days=7)).state == "same"


MISTAKES = [
    ({"finch_plan": 3}, "finch_plan: this plan is of format 3, and format 1 is read here; bring the program up to date"),
    ({**PLAN, "when": {"time": "7:00"}}, 'when.time: "7:00" is no time; write it as 07:00'),
    ({**PLAN, "when": {"zone": "Mars/Base"}}, 'when.zone: "Mars/Base" is no time zone; give one such as "Europe/London"'),
    ({**PLAN, "make": []}, "make: nothing is made; name a folio"),
    (
        {**PLAN, "make": [{"folio": "f.json", "as": ["xlsx"]}]},
        'make[0].as: a folio has no form "xlsx"; choose from pptx, pdf, docx, html',
    ),
    ({**PLAN, "make": [{"folio": "f.json", "plate": "p.json"}]}, "make[0]: name one of both, a folio or a plate"),
    ({**PLAN, "make": [{"plate": "p.json", "table": "logs"}]}, 'make[0].table: no table "logs" is taken; did you mean "log"?'),
    ({**PLAN, "take": {}, "arrives": True}, "arrives: nothing is taken, so no file can arrive; name a folder under take"),
    ({**PLAN, "put": {"name": "../{folio}"}}, "put.name: a name is written with {folio}, {date} and {time}, and is no path"),
    ({**PLAN, "put": {"name": "{user}"}}, "put.name: a name is written with {folio}, {date} and {time}, and is no path"),
    ({**PLAN, "guards": {"records": -1}}, "guards.records: -1 is no share; 0.9 is nine in ten"),
    ({**PLAN, "guards": {"without": ["twins"]}}, 'guards.without[0]: "twins" is not known here; did you mean "near_twins"?'),
    (
        {**PLAN, "take": {"log": {"pattern": "../*"}}},
        "take.log.pattern: a pattern is of names alone; give the folder apart",
    ),
]


@pytest.mark.parametrize(("plan", "sentence"), MISTAKES, ids=[sentence[:30] for _, sentence in MISTAKES])
def test_a_mistake_in_a_plan_is_told_with_its_place(plan, sentence):
    with pytest.raises(RecipeError) as caught:
        load_plan(plan)
    assert str(caught.value) == sentence


def test_the_shell_tells_one_line_and_a_code(folder):
    def finch():
        return subprocess.run(
            [sys.executable, "-m", "mottled_finch.shell.cli", "run", "plan.json"],
            check=False,
            cwd=folder,
            capture_output=True,
            text=True,
            env={"PYTHONPATH": str(Path(__file__).parents[2])},
        )

    put_plan(folder, put={"folder": "out", "name": "{folio}"})
    give(folder, "log-1.csv", FIRST, datetime.now(UTC) - timedelta(hours=1))
    for code, line in ((0, "made: made review.html\n"), (3, "same: nothing newer is there\n")):
        done = finch()
        assert (done.returncode, done.stdout, done.stderr) == (code, line, "")
    give(folder, "log-2.csv", FIRST + "C,x,1\n", datetime.now(UTC) - timedelta(minutes=5))
    assert (finch().returncode, finch().stdout) == (1, "held: log-2.csv: unknown in pier: “C”\n")
    (folder / "plan.json").write_text("{}")
    assert (finch().returncode, finch().stdout) == (2, "")


@pytest.fixture
def away(folder):
    """A folder beside that of the plan."""
    found = folder.parent / f"{folder.name} away"
    found.mkdir()
    return found


def test_a_plan_of_a_stranger_writes_over_nothing_and_reads_nothing_outside(folder, away):
    mine = away / "mine.csv"
    mine.write_text("mine")
    plan = {**PLAN, "take": {f"../../../..{mine}": {**PLAN["take"]["log"]}}}
    (folder / "plan.json").write_text(json.dumps(plan))
    for dry in (True, False):
        with pytest.raises(RecipeError):
            ran(folder, dry=dry)
    for part in (
        {"put": {"folder": str(away)}},
        {"put": {"folder": f"../{away.name}"}},
        {"take": {"log": {"folder": str(away)}}},
        {"make": [{"folio": str(away / "review.json")}]},
        {"make": [{"folio": f"../{away.name}/review.json"}]},
    ):
        put_plan(folder, **part)
        with pytest.raises(RecipeError, match="lies outside of what may be used"):
            ran(folder)
    assert mine.read_text() == "mine" and [each.name for each in away.iterdir()] == ["mine.csv"]


def test_a_folder_that_is_allowed_may_be_used(folder, away, monkeypatch):
    put_plan(folder, put={"folder": str(away)})
    assert run(folder / "plan.json", NOW, allow=[away]).state == "made"
    assert [each.suffix for each in (away).iterdir()] == [".html"]
    put_plan(folder, put={"folder": str(away / "other")})
    monkeypatch.setenv("FINCH_FOLDERS", str(away / "other"))
    assert ran(folder, again=True).state == "made"


def test_a_log_that_is_a_link_is_neither_read_nor_written(folder, away):
    mine = away / "mine"
    mine.write_text("mine")
    (folder / "plan.runs.jsonl").symlink_to(mine)
    with pytest.raises(RecipeError, match="is no file, or a link"):
        ran(folder)
    assert mine.read_text() == "mine"


@pytest.mark.parametrize(
    "line",
    [
        "[]",
        "5",
        '{"at": 5}',
        '{"at": "monday"}',
        '{"at": "2026-01-01T00:00:00+00:00", "took": {"log": 5}}',
        '{"at": null}',
        '{"at": "2026-01-01T00:00:00"}',
        '{"at": "2026-01-01T00:00:00+00:00", "state": "made", "took": {"log": {"file": 1, "digest": "a"}}}',
        '{"at": "2026-01-01T00:00:00+00:00", "state": "made", "standing": {"log": 5}}',
        '{"at": "2026-01-01T00:00:00+00:00", "state": "made", "standing": {"log": {"records": "many", "columns": []}}}',
        "[" * 9999,
    ],
)
def test_a_damaged_log_is_no_run(folder, line):
    (folder / "plan.runs.jsonl").write_text(line + "\n")
    assert entries_of(folder / "plan.runs.jsonl") == []
    assert ran(folder, due=True).state == "made"
