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
from playwright.sync_api import Page, sync_playwright

from bench.measure import Measured, memory_pass

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

_POINT = """async () => {
    const grid = document.querySelector("[role=grid]");
    const box = grid.getBoundingClientRect();
    const frame = () => new Promise((done) => requestAnimationFrame(done));
    const times = [];
    await frame();
    for (let i = 0, last = performance.now(); i < 120; i++) {
        const clientX = box.x + (0.1 + 0.8 * ((i * 37) % 100) / 100) * box.width;
        const clientY = box.y + (0.1 + 0.8 * ((i * 61) % 100) / 100) * box.height;
        grid.dispatchEvent(new PointerEvent("pointermove", {bubbles: true, clientX, clientY}));
        await frame();
        const now = performance.now();
        times.push((now - last) / 1000);
        last = now;
        if (!document.querySelector("[data-testid=tooltip]")) throw new Error("nothing was read");
    }
    return times.slice(20);
}"""
_OPEN = """async (address) => {
    const frame = () => new Promise((done) => requestAnimationFrame(done));
    const start = performance.now();
    document.querySelector(`a[href="${address}"]`).click();
    const painted = () => {
        const canvas = document.querySelector("[data-testid=cells]");
        return canvas?.width && canvas.getContext("2d").getImageData(canvas.width / 2, canvas.height / 2, 1, 1).data[3];
    };
    while (!painted()) await frame();
    await frame();
    return (performance.now() - start) / 1000;
}"""


@contextmanager
def _serving() -> Iterator[str]:
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    with tempfile.TemporaryDirectory(prefix="finch-bench-") as folder:
        command = [sys.executable, "-m", "mottled_finch.shell.cli", "serve", "--port", str(port), "--data", folder]
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


@contextmanager
def _plate(text: str, pivot: dict[str, Any], color: dict[str, Any] | None = None) -> Iterator[tuple[Page, str]]:
    """A browser at a plate on a table of its own, and the plate's address."""
    with _serving() as address, sync_playwright() as playwright:
        table = _post(f"{address}/api/tables?name=grid.csv", text.encode(), "text/csv")["id"]
        start = json.dumps({"table": table, "recipe": {"finch_recipe": 2, "pivot": pivot, "color": color or {}}}).encode()
        plate = _post(f"{address}/api/plates", start, "application/json")["plate"]["id"]
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=["--no-sandbox"])
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"{address}/plates/{plate}")
        page.get_by_test_id("cells").wait_for()
        page.wait_for_timeout(2_000)
        yield page, f"/plates/{plate}"
        browser.close()


def _grid(side: int) -> str:
    return "down,over,height\n" + "".join(f"{i // side},{i % side},{i * 7919 % 1000}\n" for i in range(side * side))


def _measured(name: str, times: list[float], cells: int) -> Measured:
    passed = memory_pass(cells * np.dtype(np.float64).itemsize)
    return Measured(name=name, seconds=statistics.median(times), rows=cells, memory_pass=passed)


def recolor_90k() -> Measured:
    """A frame while the high end is dragged over 300 by 300 cells: a move of the pointer a frame, to the next frame."""
    with _plate(_grid(SIDE), _PIVOT) as (page, _):
        return _measured("recolor_90k", page.evaluate(_DRAG), SIDE * SIDE)


def recolor_each_90k() -> Measured:
    """The same where each of the 300 columns has a scale of its own, and the end of all of them is dragged."""
    with _plate(_grid(SIDE), _PIVOT, {"within": "column"}) as (page, _):
        return _measured("recolor_each_90k", page.evaluate(_DRAG), SIDE * SIDE)


def point_40k() -> Measured:
    """A frame while the pointer moves from cell to cell over 200 by 200, each read in the tooltip by the next frame."""
    with _plate(_grid(200), _PIVOT) as (page, _):
        return _measured("point_40k", page.evaluate(_POINT), 40_000)


def open_plate() -> Measured:
    """From a click on the Desk to the painted figure of 14 by 12 cells over 33,000 records, opened before."""
    lines = "".join(f"{i % 14},{i // 14 % 12},{i * 7919 % 1000}\n" for i in range(33_000))
    with _plate(f"down,over,height\n{lines}", _PIVOT) as (page, address):
        times = []
        for _ in range(7):
            page.get_by_role("link", name="Mottled Finch, to the desk").click()
            page.locator(f'a[href="{address}"]').wait_for()
            page.wait_for_timeout(500)
            times.append(page.evaluate(_OPEN, address))
        return _measured("open_plate", times[1:], 14 * 12)
