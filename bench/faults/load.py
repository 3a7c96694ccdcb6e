"""Load: clients that ask for all that a library shows, minute after minute; what the server takes of memory does not grow."""

import random
import re
import tempfile
import time
from pathlib import Path
from threading import Thread

from .live import Fault, Live

CLIENTS = 20
_PLATES = 15
_FIVE = 300.0
_MORE = 1.1
"""How much more memory there may be at the end than after five minutes."""


def under_load(minutes: float) -> Fault:
    """``lost`` counts answers that broke, and one for memory that has grown by more than a tenth since the fifth minute."""
    with tempfile.TemporaryDirectory(prefix="finch-faults-") as folder:
        live = Live(Path(folder))
        asked, broke = [0], list[str]()
        try:
            addresses = _library(live)
            ends = time.monotonic() + 60 * minutes
            clients = [Thread(target=_ask, args=(live, addresses, seed, ends, asked, broke)) for seed in range(CLIENTS)]
            for client in clients:
                client.start()
            memory = _watched(live, minutes)
            for client in clients:
                client.join()
            ended = 0 if live.lives else 1
        finally:
            live.end()
    grown = memory[-1] > _MORE * memory[1]
    told = (f"{memory[0]} MB at the start, {memory[1]} after five minutes, {memory[-1]} at the end", *broke)
    return Fault(
        name="faults_load",
        tried=asked[0],
        lost=len(broke) + grown,
        ended=ended,
        longest=live.longest,
        slowest=live.slowest,
        what=told,
    )


def _library(live: Live) -> list[str]:
    """Plates and a folio, and all addresses that are asked for."""
    rng = random.Random(1)
    lines = "".join(
        f"pier {rng.randrange(30)},2025-{rng.randrange(1, 13):02}-{rng.randrange(1, 29):02},{rng.random() * 30:.1f}\n"
        for _ in range(30_000)
    )
    table = live.ask("POST", "/api/tables?name=log.csv", f"pier,departed,minutes\n{lines}".encode()).body["id"]
    plates = []
    for i in range(_PLATES):
        pivot = {
            "rows": [{"field": "pier"}],
            "columns": [{"field": "departed", "cut": ("month", "weekday", "day")[i % 3]}],
            "measure": {"take": ("average", "median", "sum", "max", "count")[i % 5], **({} if i % 5 == 4 else {"of": "minutes"})},
        }
        body = {"table": table, "recipe": {"finch_recipe": 2, "pivot": pivot}}
        plates.append(live.ask("POST", "/api/plates", body).body["plate"]["id"])
    folio = live.ask("POST", "/api/folios", {"title": "Review", "plates": plates}).body["folio"]["id"]
    forms = ("svg", "png", "xlsx", "pptx", "html", "csv")
    whole = [f"/api/folios/{folio}{rest}" for rest in ("", "/export.pptx", "/pages/2.svg")]
    alone = [f"/api/plates/{plate}{rest}" for plate in plates for rest in ("", *(f"/export.{form}" for form in forms))]
    return [*whole, *alone, "/api/plates", "/api/folios"]


def _ask(live: Live, addresses: list[str], seed: int, ends: float, asked: list[int], broke: list[str]) -> None:
    rng = random.Random(seed)
    while time.monotonic() < ends and live.lives:
        address = rng.choice(addresses)
        answer = live.ask("GET", address)
        asked[0] += 1
        if answer.status not in (200, 503):  # 503 asks to come back, as many are being worked on
            broke.append(f"{address}: {answer.status}")


def _watched(live: Live, minutes: float) -> tuple[int, int, int]:
    """Memory in MB at the start, after five minutes or half of the time, and at the end."""
    first = _memory(live)
    half = min(_FIVE, 30 * minutes)
    time.sleep(half)
    then = _memory(live)
    time.sleep(60 * minutes - half)
    return first, then, _memory(live)


def _memory(live: Live) -> int:
    found = re.search(r"VmRSS:\s+(\d+)", Path(f"/proc/{live.process.pid}/status").read_text())
    return int(found[1]) // 1024 if found else 0
