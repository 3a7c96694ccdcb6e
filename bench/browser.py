"""What is claimed of the screen, measured in Chromium in front of a real server."""

import json
import socket
import statistics
import subprocess
import sys
import tempfile
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

import numpy as np
from playwright.sync_api import sync_playwright

from .measure import Measured, memory_pass

SIDE = 300
_PIVOT = {"rows": [{"field": "down"}], "columns": [{"field": "over"}], "measure": {"take": "sum", "of": "height"}}
_DRAG = """async () => {
    const handle = document.querySelector("[data-handle=high]");
    const box = handle.getBoundingClientRect();
    handle.setPointerCapture = () => {};
    const send = (kind, y) => handle.dispatchEvent(
        new PointerEvent(kind, {bubbles: true, pointerId: 1, clientX: box.x + 20, clientY: y, buttons: 1}));
    const frame = () => new Promise((done) => requestAnimationFrame(done));
    send("pointerdown", box.y + 10);
    const times = [];
    await frame();
    for (let i = 0, last = performance.now(); i < 120; i++) {
        send("pointermove", box.y + 15 + (i % 60));
        await frame();
        const now = performance.now();
        times.push((now - last) / 1000);
        last = now;
    }
    send("pointercancel", box.y);
    return times.slice(20);
}"""


@contextmanager
def _serving() -> Iterator[str]:
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    with tempfile.TemporaryDirectory(prefix="finch-bench-") as folder:
        command = [sys.executable, "-m", "mottled_finch.cli", "serve", "--port", str(port), "--data", folder]
        server = subprocess.Popen(command, stdout=subprocess.PIPE, text=True)
        assert server.stdout is not None
        server.stdout.readline()
        try:
            yield f"http://127.0.0.1:{port}"
        finally:
            server.terminate()
            server.wait()


def _post(address: str, content: bytes, kind: str) -> Any:
    request = urllib.request.Request(address, content, {"Content-Type": kind})
    with urllib.request.urlopen(request) as answer:
        return json.load(answer)


def recolor_90k() -> Measured:
    """A frame while the high end is dragged over 300 by 300 cells: a move of the pointer a frame, to the next frame."""
    lines = "".join(f"{i // SIDE},{i % SIDE},{i * 7919 % 1000}\n" for i in range(SIDE * SIDE))
    with _serving() as address, sync_playwright() as playwright:
        table = _post(f"{address}/api/tables?name=grid.csv", f"down,over,height\n{lines}".encode(), "text/csv")["id"]
        recipe = {"finch_recipe": 1, "pivot": _PIVOT}
        start = json.dumps({"table": table, "recipe": recipe}).encode()
        plate = _post(f"{address}/api/plates", start, "application/json")["plate"]["id"]
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=["--no-sandbox"])
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"{address}/plates/{plate}")
        page.get_by_test_id("cells").wait_for()
        page.wait_for_timeout(2_000)
        times = page.evaluate(_DRAG)
        browser.close()
    return Measured(
        name="recolor_90k",
        seconds=statistics.median(times),
        rows=SIDE * SIDE,
        memory_pass=memory_pass(SIDE * SIDE * np.dtype(np.float64).itemsize),
    )
