"""The server is killed in the middle of changes: what it had acknowledged is there when it comes back."""

import tempfile
from pathlib import Path
from random import Random
from threading import Thread
from time import sleep

from .live import Fault, Live

_CSV = b"pier,minutes\n" + b"".join(b"p%d,%d\n" % (i % 9, i) for i in range(3000))


def kills(tries: int, seed: int = 1) -> Fault:
    """Kill so many times, each time while three kinds of changes are being made one after the other."""
    rng, wrong, ended = Random(seed), [], 0
    with tempfile.TemporaryDirectory(prefix="finch-faults-") as folder:
        live = Live(Path(folder))
        table = live.ask("POST", "/api/tables?name=a.csv", _CSV).body["id"]
        recipe = {"finch_recipe": 2, "pivot": {"rows": [{"field": "pier"}]}}
        plate = live.ask("POST", "/api/plates", {"table": table, "recipe": recipe}).body["plate"]["id"]
        try:
            for i in range(tries):
                said: dict[str, object] = {}
                changing = Thread(target=_change, args=(live, table, plate, recipe, i, said))
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
                wrong += [f"try {i}: {each}" for each in _lost(live, table, plate, said)]
        finally:
            live.end()
        return Fault(name="faults_kills", tried=tries, lost=len(wrong), ended=ended, longest=live.longest, what=tuple(wrong))


def _change(live: Live, table: int, plate: int, recipe: dict[str, object], turn: int, said: dict[str, object]) -> None:
    """Changes until the server is gone; what it acknowledged is noted."""
    for i in range(10_000):
        mark = f"{turn}-{i}"
        saved = live.ask("PUT", f"/api/plates/{plate}/recipe", {**recipe, "words": {"title": mark}})
        if saved.status == 200:
            said["title"] = mark
        named = live.ask("PUT", f"/api/tables/{table}", {"name": mark})
        if named.status == 200:
            said["name"] = mark
        given = live.ask("POST", f"/api/tables?name={mark}.csv", _CSV)
        if given.status == 201:
            said.setdefault("tables", []).append(given.body["id"])  # type: ignore[attr-defined]
        if 0 in (saved.status, named.status, given.status):
            return


def _lost(live: Live, table: int, plate: int, said: dict[str, object]) -> list[str]:
    """What was acknowledged and is not there. What was asked and not acknowledged may be there or not."""
    found = live.ask("GET", f"/api/plates/{plate}")
    if found.status != 200:
        return [f"the plate answers {found.status}"]
    now = {"title": found.body["plate"]["title"], "name": live.ask("GET", f"/api/tables/{table}").body["name"]}
    lost = [
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


def _follows(mark: str, said: str) -> bool:
    """Whether it is what was acknowledged last, or the one after it."""
    turn, _, number = said.partition("-")
    return mark in (said, f"{turn}-{int(number) + 1}")
