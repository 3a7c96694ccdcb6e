"""The server is killed in the middle of changes: what it had acknowledged is there when it comes back."""

import tempfile
from dataclasses import dataclass
from pathlib import Path
from random import Random
from threading import Thread
from time import monotonic, sleep
from zipfile import is_zipfile

from .live import Closed, Fault, Live, fault_of, so_far

_CSV = b"pier,minutes\n" + b"".join(b"p%d,%d\n" % (i % 9, i) for i in range(3000))


def kills(tries: int, seed: int = 1) -> Fault:
    """Kill so many times, each time while five kinds of changes are being made one after the other, and a plan runs."""
    rng, wrong, ended = Random(seed), [], 0
    with tempfile.TemporaryDirectory(prefix="finch-faults-") as folder:
        live = Live(Path(folder))
        table = live.ask("POST", "/api/tables?name=a.csv", _CSV).body["id"]
        recipe = {"finch_recipe": 2, "pivot": {"rows": [{"field": "pier"}]}}
        plate = live.ask("POST", "/api/plates", {"table": table, "recipe": recipe}).body["plate"]["id"]
        folio = live.ask("POST", "/api/folios", {"title": "0-0", "plates": [plate]}).body
        plan = live.ask("POST", "/api/plans", {"folio": folio["folio"]["id"], "zone": "UTC"}).body
        kept = Kept(table, plate, recipe, folio["folio"]["id"], folio["spec"], plan["id"], plan["spec"])
        try:
            for i in range(tries):
                said: dict[str, object] = {}
                changing = Thread(target=_change, args=(live, kept, i, said))
                changing.start()
                sleep(rng.uniform(0.0, 0.4))
                live.kill()
                changing.join()
                try:
                    live.start()
                except RuntimeError as error:
                    wrong.append(f"try {i}: {error}")
                    ended += 1
                    break
                try:
                    wrong += [f"try {i}: {each}" for each in _lost(live, kept, said)]
                except Closed as error:
                    wrong.append(f"try {i}: {error}")
                so_far("faults_kills", i + 1, tries, wrong)
        finally:
            live.end()
        return fault_of("faults_kills", live, tried=tries, ended=ended, wrong=wrong)


@dataclass(frozen=True)
class Kept:
    """What is changed, by their numbers, and as it was first."""

    table: int
    plate: int
    recipe: dict[str, object]
    folio: int
    pages: dict[str, object]
    plan: int
    spec: dict[str, object]

    def changes(self, mark: str) -> dict[str, tuple[str, dict[str, object]]]:
        """What is called so by each change."""
        return {
            "title": (f"/api/plates/{self.plate}/recipe", {**self.recipe, "words": {"title": mark}}),
            "name": (f"/api/tables/{self.table}", {"name": mark}),
            "folio": (f"/api/folios/{self.folio}", {**self.pages, "title": mark}),
            "plan": (f"/api/plans/{self.plan}", {**self.spec, "title": mark}),
        }

    def now(self, live: Live) -> dict[str, str]:
        """What each is called."""
        asked = {"title": f"plates/{self.plate}", "name": f"tables/{self.table}", "folio": f"folios/{self.folio}"}
        told = {what: live.opened(f"/api/{path}") for what, path in {**asked, "plan": f"plans/{self.plan}"}.items()}
        named = told["title"]["plate"]["title"], told["name"]["name"], told["folio"]["folio"]["title"], told["plan"]["title"]
        return dict(zip(told, named, strict=True))


def _change(live: Live, kept: Kept, turn: int, said: dict[str, object]) -> None:
    """Changes until the server is gone; what it acknowledged is noted."""
    live.ask("POST", f"/api/plans/{kept.plan}/runs", {"again": True})
    for i in range(10_000):
        mark, statuses = f"{turn}-{i}", []
        for what, (path, body) in kept.changes(mark).items():
            saved = live.ask("PUT", path, body)
            if saved.status == 200:
                said[what] = mark
            statuses.append(saved.status)
        given = live.ask("POST", f"/api/tables?name={mark}.csv", _CSV)
        if given.status == 201:
            said.setdefault("tables", []).append(given.body["id"])  # type: ignore[attr-defined]
        if 0 in (*statuses, given.status):
            return


def _lost(live: Live, kept: Kept, said: dict[str, object]) -> list[str]:
    """What was acknowledged and is not there. What was asked and not acknowledged may be there or not."""
    now = kept.now(live)
    lost = _half(live, kept) + [
        f"the {what} is {now[what]}, not {said[what]}" for what in now if what in said and not _follows(now[what], str(said[what]))
    ]
    known = {each["id"] for each in live.ask("GET", "/api/tables").body}
    for number in said.get("tables", []):  # type: ignore[attr-defined]
        if number not in known:
            lost.append(f"table {number} is gone")
        elif live.ask("GET", f"/api/tables/{number}/records?count=1").status != 200:
            lost.append(f"table {number} cannot be read")
        else:
            live.ask("DELETE", f"/api/tables/{number}")
    for each in live.ask("GET", "/api/imports").body:
        live.ask("DELETE", f"/api/imports/{each['id']}")
    return lost


def _half(live: Live, kept: Kept) -> list[str]:
    """What a run that was cut off left, once it was run again: files that are not whole, and such as nothing of the plan tells."""
    until = monotonic() + 60
    while (runs := live.ask("GET", f"/api/plans/{kept.plan}").body["runs"]) and runs[0]["ended"] is None and monotonic() < until:
        sleep(0.05)
    found = [f"a run {runs[0]['state']}: {runs[0]['words']}"] if runs and runs[0]["state"] != "made" else []
    there = list((live.folder / "made").glob("*"))
    return found + [f"{each.name} is half" for each in there if each.suffix != ".pptx" or not is_zipfile(each)]


def _follows(mark: str, said: str) -> bool:
    """Whether it is what was acknowledged last, or the one after it."""
    turn, _, number = said.partition("-")
    return mark in (said, f"{turn}-{int(number) + 1}")
