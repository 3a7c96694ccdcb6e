"""The real interface in Chromium, in front of a server process with a data folder of its own."""

import contextlib
import io
import json
import os
import re
import socket
import subprocess
import sys
import time
import urllib.parse
import urllib.request
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import pytest
from PIL import Image
from playwright.sync_api import Browser, BrowserContext, Error, Page, ViewportSize, expect, sync_playwright

ROOT = Path(__file__).parents[2]
# Of lists of features the last one counts: ours begins with what Playwright itself turns off. What the address field proposes is
# shown by pages of their own, two a window, which nobody sees here: they took more than all else that a new page costs.
_OFF = (
    "AvoidUnnecessaryBeforeUnloadCheckSync,DestroyProfileOnBrowserClose,HttpsFirstBalancedModeAutoEnable,HttpsUpgrades,LensOverlay,"
    "MediaRouter,NetworkTimeServiceQuerying,OptimizationHints,PaintHolding,ThirdPartyStoragePartitioning,"
    "WebUIOmniboxPopup,WebUIOmniboxAimPopup,WebUIOmniboxFullPopup"
)
CHROMIUM = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    f"--disable-features={_OFF}",
]

SIZE: ViewportSize = {"width": 1280, "height": 800}
NOWHERE = "/nowhere"
"""Where a page waits for the next test."""

expect.set_options(timeout=15_000)


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    for item in items:
        if "tests/browser" in str(item.path):
            item.add_marker(pytest.mark.browser)


@contextlib.contextmanager
def serving(folder: Path, command: str = "demo") -> Iterator[str]:
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    words = [sys.executable, "-m", "mottled_finch.shell.cli", command, "--port", str(port), "--data", str(folder)]
    environment = {**os.environ, "PYTHONPATH": str(ROOT)}
    environment.pop("FINCH_DATA", None)
    server = subprocess.Popen(words, env=environment, stdout=subprocess.PIPE, text=True)
    try:
        assert server.stdout is not None
        line = server.stdout.readline()
        assert f"http://127.0.0.1:{port}/" in line, line
        yield f"http://127.0.0.1:{port}"
    finally:
        server.terminate()
        server.wait(10)


# Package scope, so that the browser's event loop has ended before tests that use the database begin.
@pytest.fixture(scope="package")
def address(tmp_path_factory: pytest.TempPathFactory) -> Iterator[str]:
    with serving(tmp_path_factory.mktemp("library")) as found:
        yield found


@pytest.fixture(scope="package")
def chromium() -> Iterator[Browser]:
    with sync_playwright() as play:
        browser = play.chromium.launch(executable_path="/usr/bin/chromium", args=CHROMIUM)
        yield browser
        browser.close()


@pytest.fixture(scope="module")
def window(chromium: Browser, address: str) -> Iterator[BrowserContext]:
    """One for all tests of a module: each new one fetches and compiles the whole interface again, and an old one grows slow."""
    context = chromium.new_context(viewport=SIZE, base_url=address, accept_downloads=True, reduced_motion="reduce")
    context.set_default_navigation_timeout(60_000)  # a machine that others work on may stand still for half a minute
    context.grant_permissions(["clipboard-read", "clipboard-write"])
    yield context
    context.close()


@pytest.fixture(scope="module")
def wrong() -> list[str]:
    """What went wrong in a page."""
    return []


@pytest.fixture
def page(window: BrowserContext, wrong: list[str]) -> Iterator[Page]:
    """The module's page, as a new one would be: it costs three times as much to begin one as to go to another place in it."""
    found = window.pages[0] if window.pages else begun(window, wrong)
    wrong.clear()
    yield found
    for other in window.pages:
        if other is not found:
            other.close()
    try:
        put_back(found)
    except (Error, AssertionError):  # it broke, hangs, was closed, or shows something else
        found.close()
    assert not wrong


def begun(window: BrowserContext, wrong: list[str]) -> Page:
    found = window.new_page()
    found.on("pageerror", lambda error: wrong.append(str(error)))
    found.on("console", lambda message: wrong.append(message.text) if is_ours(message) else None)
    return found


def put_back(page: Page) -> None:
    """Whatever a test left: what it answered in the server's place, what is kept and shown, and where the mouse is."""
    page.unroute_all(behavior="ignoreErrors")
    page.mouse.up()
    page.mouse.move(0, 0)
    page.emulate_media(reduced_motion="reduce", forced_colors="none")
    page.set_viewport_size(SIZE)
    if page.url.startswith("http"):
        assert page.get_by_role("banner").count(), "the test left the interface"
        go_to(page, NOWHERE)
        expect(page.get_by_role("heading", name="There is nothing at this address")).to_be_visible()
        page.evaluate("localStorage.clear(); sessionStorage.clear()")


def go_to(page: Page, path: str) -> None:
    """To another place of the interface, as a link in it goes."""
    page.evaluate("(path) => { history.pushState(null, '', path); dispatchEvent(new PopStateEvent('popstate')); }", path)


def is_ours(message: Any) -> bool:
    """Errors of the page itself; a request that is refused or cut off is told by the browser, too, and is none."""
    return message.type == "error" and "Failed to load resource" not in message.text


@dataclass
class Api:
    """What a shell would ask of the same server."""

    address: str

    def get(self, path: str) -> Any:
        with urllib.request.urlopen(self.address + path) as answer:
            return json.load(answer)

    def post(self, path: str, body: bytes, kind: str = "text/csv") -> Any:
        request = urllib.request.Request(self.address + path, body, {"Content-Type": kind}, method="POST")
        with urllib.request.urlopen(request) as answer:
            return json.load(answer)

    def put(self, path: str, body: Any) -> Any:
        request = urllib.request.Request(
            self.address + path, json.dumps(body).encode(), {"Content-Type": "application/json"}, method="PUT"
        )
        with urllib.request.urlopen(request) as answer:
            return json.load(answer)

    def delete(self, path: str) -> None:
        with urllib.request.urlopen(urllib.request.Request(self.address + path, method="DELETE")):
            pass

    def demo(self, title: str) -> int:
        """A plate of the demo; on the desk it may stand on a later page, behind what other tests made."""
        found = self.get("/api/plates?find=" + urllib.parse.quote(title))
        return next(int(plate["id"]) for plate in found if plate["title"].startswith(title))

    def recipe(self, plate: int) -> Any:
        return self.get(f"/api/plates/{plate}")["plate"]["recipe"]

    def raw(self, path: str) -> bytes:
        with urllib.request.urlopen(self.address + path) as answer:
            return bytes(answer.read())

    def started(self, name: str, text: str) -> int:
        """A plate as it starts from nothing, on a new table."""
        table = self.post(f"/api/tables?name={name}", text.encode())["id"]
        return int(self.post("/api/plates", json.dumps({"table": table}).encode(), "application/json")["plate"]["id"])

    def another(self, table: int, **parts: Any) -> int:
        """A plate on a table that is there."""
        body = {"table": table, "recipe": {"finch_recipe": 2, **parts}}
        return int(self.post("/api/plates", json.dumps(body).encode(), "application/json")["plate"]["id"])

    def plate(self, text: str, name: str, **parts: Any) -> int:
        """A new table from CSV text and a plate on it."""
        table = self.post(f"/api/tables?name={name}", text.encode())["id"]
        body: dict[str, Any] = {"table": table}
        if parts:
            body["recipe"] = {"finch_recipe": 2, **parts}
        return int(self.post("/api/plates", json.dumps(body).encode(), "application/json")["plate"]["id"])


@pytest.fixture
def api(address: str) -> Api:
    return Api(address)


def drop(page: Page, name: str, content: bytes | str) -> None:
    """Drop a file on the window, as a hand would."""
    expect(page.get_by_role("banner")).to_be_visible()
    painted(page)  # what listens for files does so from the first frame on
    text = content if isinstance(content, str) else content.decode("latin-1")
    page.evaluate(
        """([name, text, latin]) => {
            const bytes = latin ? Uint8Array.from(text, (mark) => mark.charCodeAt(0)) : text;
            const data = new DataTransfer();
            data.items.add(new File([bytes], name, {type: "text/csv"}));
            for (const kind of ["dragenter", "dragover", "drop"])
                document.body.dispatchEvent(new DragEvent(kind, {dataTransfer: data, bubbles: true, cancelable: true}));
        }""",
        [name, text, not isinstance(content, str)],
    )


def bring_in(page: Page) -> int:
    """From the look at a file that was dropped to its table. Enter is enough."""
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    expect(page.get_by_role("button", name="Import")).to_be_focused()
    page.keyboard.press("Enter")
    try:
        page.wait_for_url(re.compile(r"/tables/\d+$"))
    except Error as error:
        error.add_note(f"What stands on the page: {page.evaluate('document.body.innerText')}")
        raise
    expect(page.get_by_role("grid", name="Records")).to_be_visible()
    return int(page.url.rsplit("/", 1)[1])


def make_plate(page: Page) -> None:
    """A plate from nothing, whatever first looks there are."""
    page.get_by_role("button", name="Make a plate").click()
    page.wait_for_url(re.compile(r"/tables/\d+/looks$"))
    page.get_by_role("button", name="Start from nothing").click()
    page.wait_for_url(re.compile(r"/plates/\d+$"))


def settled(page: Page) -> None:
    """Until the last change is saved and drawn. That one is under way is told a frame after it is begun."""
    painted(page)
    expect(page.get_by_text(re.compile(r"^saved "))).to_be_visible()


def painted(page: Page) -> None:
    """Until what was done last has been painted: a frame for the change, and one to see it."""
    page.evaluate("new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))")


def plate_number(page: Page) -> int:
    found = re.search(r"/plates/(\d+)$", page.url)
    assert found, page.url
    return int(found[1])


def open_plate(page: Page, number: int) -> None:
    if page.url.endswith(NOWHERE):
        go_to(page, f"/plates/{number}")
    else:
        page.goto(f"/plates/{number}")
    expect(page.get_by_test_id("cells")).to_be_visible()
    colors = page.get_by_role("tab", name="Color", exact=True)  # the part of the dock stays from plate to plate
    if colors.count() and colors.get_attribute("aria-selected") == "false":
        colors.click()
        expect(page.get_by_role("tabpanel")).to_have_count(1)
    settled(page)
    page.evaluate("document.fonts.ready")


def choose(page: Page, phrase: str, typed: str) -> None:
    """Choose in a phrase of the statement by mouse and typing."""
    page.get_by_role("button", name=re.compile(f"^{phrase}:")).click()
    page.locator("input[role=combobox]").fill(typed)
    page.keyboard.press("Enter")
    settled(page)


def said(page: Page, phrase: str) -> None:
    """Open what a phrase of the dock's sentence sets, unless it is open."""
    button = page.locator(f"[data-said={phrase}]:visible")  # parts of the dock that were open before are still there
    if button.get_attribute("aria-expanded") == "true":
        return
    if page.locator("[data-said][aria-expanded=true]").count():
        page.keyboard.press("Escape")  # the card of a phrase may lie over those below it
        expect(page.locator("[data-said][aria-expanded=true]")).to_have_count(0)
    button.click()


def pick(page: Page, phrase: str, choice: str) -> None:
    """Choose from the list that a phrase of the dock's sentence opens."""
    said(page, phrase)
    page.get_by_role("radio", name=choice, exact=True).click()


def screen_color(page: Page, row: int, column: int) -> str:
    """The color the canvas shows in a cell."""
    return screen_colors(page, [(row, column)])[0]


def screen_table(page: Page, rows: int, columns: int) -> list[list[str]]:
    """The colors the canvas shows in the first so many rows and columns."""
    shown = screen_colors(page, [(row, column) for row in range(rows) for column in range(columns)])
    return [shown[row * columns : (row + 1) * columns] for row in range(rows)]


def screen_colors(page: Page, cells: Sequence[tuple[int, int]]) -> list[str]:
    """The colors the canvas shows in cells (row, column), clear of the value printed in a large one: near its left end, near its
    foot. The figure is asked for once, which takes longer than all looks at the canvas.
    """
    scene = page.evaluate("async (id) => (await (await fetch(`/api/plates/${id}`)).json()).figure.scene", plate_number(page))
    grid = scene["grid"]
    across, down = (0.1, 0.9) if grid["prints"] else (0.5, 0.5)
    places = []
    for row, column in cells:
        x = (grid["xs"][column] + grid["cell_width"] * across) / scene["width"]
        drop = grid["drops"][column] if grid["drops"] else 0
        places.append((x, (grid["ys"][row] + drop + grid["cell_height"] * down) / scene["height"]))
    pixels = page.evaluate(
        """(places) => {
            const canvas = document.querySelector("[data-testid=cells]");
            const shown = canvas.getContext("2d");
            return places.map(([x, y]) => [...shown.getImageData(x * canvas.width, y * canvas.height, 1, 1).data]);
        }""",
        places,
    )
    return ["#" + bytes(pixel[:3]).hex() for pixel in pixels]


def picture_of(data: bytes) -> Image.Image:
    return Image.open(io.BytesIO(data)).convert("RGB")


def wait_until(what: Any, seconds: float = 20) -> None:
    """Until something is true that the page does not show. A part that is not there yet is one that is not true yet."""
    end = time.monotonic() + seconds
    while True:
        with contextlib.suppress(KeyError, IndexError):
            if what():
                return
        assert time.monotonic() < end
        time.sleep(0.05)
