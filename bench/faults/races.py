"""Every pair of changes that a table, an import and a plate know, and those of a folio and a plan with what touches them, asked
for at the same time.

Whatever comes first, nothing breaks, nothing is lost in silence, and all that is left can be opened: of two changes that name the
same version as seen, at most one is acknowledged.
"""

import os
import tempfile
from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor
from itertools import combinations_with_replacement, product
from pathlib import Path
from threading import Barrier, Thread
from time import monotonic, sleep
from typing import Any

from mottled_finch.core.outputs.draw import Source, with_source

from .live import Answer, Fault, Live, fault_of, so_far

_FIRST = b"pier,minutes\neast,4\nwest,8\neast,1\n"
_NEXT = b"dock,minutes\neast,4\nnorth,9\nwest,2\n"
_RECIPE = {"finch_recipe": 2, "pivot": {"rows": [{"field": "pier"}], "measure": {"take": "sum", "of": "minutes"}}}


class Stand:
    """A table with a plate, and a next edition of it that is given, or compared already; ``bound``, also a folio and a plan."""

    def __init__(self, live: Live, *, compared: bool, bound: bool = False) -> None:
        self.live = live
        self.table = live.ask("POST", "/api/tables?name=a.csv", _FIRST).body["id"]
        self.plate = live.ask("POST", "/api/plates", {"table": self.table, "recipe": _RECIPE}).body["plate"]["id"]
        live.ask("PUT", f"/api/tables/{self.table}/mends", {"mends": [{"do": "tidy", "field": "pier", "case": "upper"}]})
        self.plate_seen = self.change("one").body["plate"]["version"]
        self.given = live.ask("POST", f"/api/imports?name=b.csv&table={self.table}", _NEXT).body["file"]["id"]
        if compared:
            live.ask("POST", f"/api/imports/{self.given}/start")
            until = monotonic() + 30
            while live.ask("GET", f"/api/imports/{self.given}").body.get("state") != "compared" and monotonic() < until:
                sleep(0.02)
        source = Source(recipe=_RECIPE, table="a", digest="", edition=1, version="", plate=self.plate)
        self.leaf = with_source(b"<svg><defs></defs></svg>", "svg", source)
        self.table_seen = live.ask("GET", f"/api/tables/{self.table}").body["version"]
        self.bound: dict[str, Bound] = {}
        if bound:
            folio = live.ask("POST", "/api/folios", {"title": "F", "plates": [self.plate]}).body
            plan = live.ask("POST", "/api/plans", {"folio": folio["folio"]["id"], "zone": "UTC"}).body
            self.bound["folio"] = Bound(live, f"/api/folios/{folio['folio']['id']}", folio["spec"], lambda told: told["folio"])
            self.bound["plan"] = Bound(live, f"/api/plans/{plan['id']}", plan["spec"], lambda told: told)

    def change(self, title: str, seen: str | None = None) -> Answer:
        headers = {} if seen is None else {"If_Match": f'"{seen}"'}
        return self.live.ask("PUT", f"/api/plates/{self.plate}/recipe", {**_RECIPE, "words": {"title": title}}, **headers)

    def of_plate(self, method: str, what: str, body: object = None) -> Answer:
        return self.live.ask(method, f"/api/plates/{self.plate}{what}", body, If_Match=f'"{self.plate_seen}"')

    def of_table(self, method: str, what: str, body: object = None) -> Answer:
        return self.live.ask(method, f"/api/tables/{self.table}{what}", body, If_Match=f'"{self.table_seen}"')

    def of_import(self, method: str, what: str, body: object = None) -> Answer:
        return self.live.ask(method, f"/api/imports/{self.given}{what}", body)


class Bound:
    """A folio or a plan at a path, and the version of it that was seen."""

    def __init__(self, live: Live, path: str, spec: dict[str, Any], about: Callable[[Any], Any]) -> None:
        self.live, self.path, self.spec = live, path, spec
        live.ask("PUT", path, {**spec, "title": "one"})
        self.seen = about(live.ask("GET", path).body)["version"]

    def ask(self, method: str, what: str = "", body: object = None) -> Answer:
        return self.live.ask(method, f"{self.path}{what}", body, If_Match=f'"{self.seen}"')


Change = Callable[[Stand, str], Answer]
PLATE: dict[str, Change] = {
    "change": lambda stand, mark: stand.change(mark, stand.plate_seen),
    "undo": lambda stand, _: stand.of_plate("POST", "/undo"),
    "go to": lambda stand, _: stand.of_plate("POST", "/history", {"number": 1}),
    "remove plate": lambda stand, _: stand.of_plate("DELETE", ""),
}
"""Those that name the plate's version: of two of them, one at most is done."""
TABLE: dict[str, Change] = {
    "mends": lambda stand, mark: stand.of_table(
        "PUT", "/mends", {"mends": [{"do": "merge", "field": "pier", "from": [mark], "into": "x"}]}
    ),
    "targets": lambda stand, mark: stand.of_table("PUT", "/targets", {"targets": {mark: 5}}),
    "undo mends": lambda stand, _: stand.of_table("POST", "/undo"),
}
"""The same of the table's."""
OTHERS: dict[str, Change] = {
    "correct": lambda stand, mark: stand.live.ask(
        "POST", f"/api/tables/{stand.table}/correct", {"field": "minutes", "record": 1 + (mark == "b"), "to": "77"}
    ),
    "rename": lambda stand, mark: stand.live.ask("PUT", f"/api/tables/{stand.table}", {"name": mark}),
    "new plate": lambda stand, _: stand.live.ask("POST", "/api/plates", {"table": stand.table, "recipe": _RECIPE}),
    "drop": lambda stand, _: stand.live.ask("POST", "/api/sources", stand.leaf),
    "remove table": lambda stand, _: stand.live.ask("DELETE", f"/api/tables/{stand.table}"),
    "put table back": lambda stand, _: stand.live.ask("POST", f"/api/bin/table/{stand.table}"),
    "overrule": lambda stand, _: stand.of_import("PUT", "/look", {"header": 1}),
    "start": lambda stand, _: stand.of_import("POST", "/start"),
    "accept": lambda stand, _: stand.of_import("POST", "/accept", {"renames": {"pier": "dock"}}),
    "leave out": lambda stand, _: stand.of_import("DELETE", ""),
    "return": lambda stand, _: stand.live.ask("POST", f"/api/tables/{stand.table}/editions/1/stand", {}),
}
FOLIO, PLAN = (
    {
        f"change {what}": lambda stand, mark, what=what: stand.bound[what].ask(
            "PUT", "", {**stand.bound[what].spec, "title": mark}
        ),
        f"undo {what}": lambda stand, _, what=what: stand.bound[what].ask("POST", "/undo"),
        f"remove {what}": lambda stand, _, what=what: stand.bound[what].ask("DELETE"),
    }
    for what in ("folio", "plan")
)
"""The same of a folio's and of a plan's."""
RUN: dict[str, Change] = {"run": lambda stand, _: stand.live.ask("POST", f"{stand.bound['plan'].path}/runs", {"again": True})}
BOUND: dict[str, Change] = {**FOLIO, **PLAN, **RUN}
BENEATH = ("remove plate", "remove table", "accept")
"""What touches what a folio and a plan are of."""
CHANGES = {**PLATE, **TABLE, **OTHERS, **BOUND}
PAIRS = [
    *combinations_with_replacement({**PLATE, **TABLE, **OTHERS}, 2),
    *combinations_with_replacement(FOLIO, 2),
    *combinations_with_replacement(PLAN, 2),
    *product(BOUND, RUN),
    *product(BENEATH, BOUND),
]

_SERVERS = os.cpu_count() or 1


def races(times: int, pairs: Sequence[tuple[str, str]] = PAIRS) -> Fault:
    """Race pairs so many times, with the next edition compared and not: on as many servers as there are processors."""
    shares = [pairs[i::_SERVERS] for i in range(_SERVERS)]
    with ThreadPoolExecutor(_SERVERS) as pool:
        found = list(pool.map(lambda share: _races(share, times), shares))
    return Fault(
        name="faults_races",
        tried=sum(each.tried for each in found),
        lost=sum(each.lost for each in found),
        ended=sum(each.ended for each in found),
        longest=max(each.longest for each in found),
        slowest=max(found, key=lambda each: each.longest).slowest,
        what=tuple(words for each in found for words in each.what),
    )


def _races(pairs: Sequence[tuple[str, str]], times: int) -> Fault:
    """The same of some pairs, on one server."""
    wrong: list[str] = []
    ended, tried = 0, times * len(pairs)
    with tempfile.TemporaryDirectory(prefix="finch-faults-") as folder:
        live = Live(Path(folder))
        try:
            for done, (turn, (one, other)) in enumerate(product(range(times), pairs), 1):
                stand = Stand(live, compared=turn % 2 == 0, bound=other in BOUND)
                wrong += [f"{one} and {other}: {each}" for each in _raced(stand, one, other)]
                if not live.lives:
                    ended += 1
                    live.start()
                so_far("faults_races", done, tried, wrong)
        finally:
            live.end()
    return fault_of("faults_races", live, tried=tried, ended=ended, wrong=wrong)


def _raced(stand: Stand, one: str, other: str) -> list[str]:
    answers: dict[str, Answer] = {}
    ready = Barrier(2)

    def do(name: str, mark: str) -> None:
        ready.wait()
        answers[mark] = CHANGES[name](stand, mark)

    threads = [Thread(target=do, args=(name, mark)) for name, mark in ((one, "a"), (other, "b"))]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    statuses = [answers["a"].status, answers["b"].status]
    wrong = [f"{status} {answers[mark].body}" for mark, status in zip("ab", statuses, strict=True) if status >= 500 or status == 0]
    for group in (PLATE, TABLE, FOLIO, PLAN):
        if one in group and other in group and all(status < 300 for status in statuses):
            wrong.append("both were done, though both had seen the same version")
    done = {one: statuses[0], other: statuses[1]} if one != other else {one: min(statuses)}
    return wrong + _what_is_left(stand, done)


def _what_is_left(stand: Stand, done: dict[str, int]) -> list[str]:
    """What cannot be opened any more, or was acknowledged and is not there; then everything is removed."""
    live, wrong = stand.live, []
    until = monotonic() + 30
    while any(each["state"] in ("waiting", "reading") for each in live.ask("GET", "/api/imports").body) and monotonic() < until:
        sleep(0.02)
    removed = done.get("remove table", 0) == 204 and done.get("put table back", 0) != 204
    table = live.ask("GET", f"/api/tables/{stand.table}")
    if table.status != 200:  # also in the bin
        wrong.append(f"the table answers {table.status}")
    if removed != any(each["kind"] == "table" and each["id"] == stand.table for each in live.ask("GET", "/api/bin").body):
        wrong.append("the bin has not what was removed, or has what was not")
    for plate in live.ask("GET", "/api/plates").body:
        if plate["table"] == stand.table:
            opened = live.ask("GET", f"/api/plates/{plate['id']}")
            if opened.status != 200:
                wrong.append(f"plate {plate['id']} answers {opened.status} {opened.body.get('detail', '')}")
            live.ask("DELETE", f"/api/plates/{plate['id']}")
    if done.get("accept") == 200 and not removed:
        editions = [each["number"] for each in live.ask("GET", f"/api/tables/{stand.table}/workbench").body["editions"]]
        if 2 not in editions:
            wrong.append("the accepted edition is gone")
    wrong += [each for what in stand.bound for each in _of_bound(stand, what, removed=done.get(f"remove {what}", 0) == 204)]
    for each in live.ask("GET", "/api/imports").body:
        live.ask("DELETE", f"/api/imports/{each['id']}")
    live.ask("DELETE", f"/api/tables/{stand.table}")
    live.ask("DELETE", "/api/bin")
    return wrong


def _of_bound(stand: Stand, what: str, *, removed: bool) -> list[str]:
    """A folio or plan that cannot be opened, or whose run never ends or broke; then it is removed."""
    bound, until = stand.bound[what], monotonic() + 30
    while (told := stand.live.ask("GET", bound.path)).status == 200 and monotonic() < until:
        runs = told.body.get("runs", [])
        if not runs or runs[0]["ended"]:
            break
        sleep(0.02)
    stand.live.ask("DELETE", bound.path)
    if told.status != (404 if removed else 200):
        return [f"the {what} answers {told.status}"]
    runs = told.body.get("runs", []) if told.status == 200 else []
    wrong = [each["words"] for each in runs if not each["ended"] or each["words"].startswith("something broke")]
    return [f"a run: {each}" for each in wrong]
