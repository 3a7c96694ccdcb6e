"""Make the pictures of docs/screenshots/ anew, from the demo's tables.

`python -m scripts.screenshots` makes all of ``VIEWS``, the table that a new one is entered in; names given to it make those.
What is shown on screen is looked at afterwards, by a person.
"""

import io
import re
import sys
import tempfile
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

from mottled_finch.demo.samples import SAMPLES
from tests.browser.conftest import CHROMIUM, Api, drop, open_plate, painted, serving

FOLDER = Path(__file__).parents[1] / "docs" / "screenshots"
View = Callable[[Page, Api], None]

LATE = "Winter and one regatta make us late"


def plate(title: str, tab: str = "Color", cell: tuple[int, int] | None = None) -> View:
    """A plate of the demo, with a part of the dock open and a cell chosen by row and column from 0."""

    def view(page: Page, api: Api) -> None:
        (number,) = [each["id"] for each in api.get("/api/plates") if each["title"] == title]
        open_plate(page, number)
        page.get_by_role("button", name="Hide the hints").click()
        page.get_by_role("tab", name=tab).click()
        if cell:
            walk(page, *cell)

    return view


def walk(page: Page, row: int, column: int) -> None:
    page.get_by_role("grid", name=re.compile("^Heat map")).focus()
    for _ in range(row):
        page.keyboard.press("ArrowDown")
    for _ in range(column):
        page.keyboard.press("ArrowRight")


def point_at(page: Page, row: int, column: int, rows: int, columns: int) -> None:
    box = page.get_by_role("grid", name=re.compile("^Heat map")).bounding_box()
    assert box
    page.mouse.move(box["x"] + box["width"] * (column + 0.6) / columns, box["y"] + box["height"] * (row + 0.6) / rows)


def sample(name: str) -> bytes:
    out = io.StringIO(newline="")
    SAMPLES[name].write(out)
    return out.getvalue().encode()


def table_number(api: Api, name: str) -> int:
    return int(next(each["id"] for each in api.get("/api/tables") if each["name"] == name))


def underlay(page: Page, api: Api) -> None:
    plate("People wait at the window, not on the benches", "Page", (24, 40))(page, api)
    page.locator("[data-said=underlay]").click()


def nested(page: Page, api: Api) -> None:
    plate("The lines to the outer coast suffer most in winter")(page, api)
    page.get_by_role("button", name=re.compile("^What goes down: line")).click()


def symbols(page: Page, api: Api) -> None:
    plate("The busiest piers are not the latest", "Cells", (3, 7))(page, api)
    page.locator("[data-said=symbols]").click()


def reading_cells(page: Page, api: Api) -> None:
    plate(LATE)(page, api)
    page.get_by_role("button", name="Lantern Wharf, row").click()
    page.get_by_role("menuitem", name="Compare with all others").click()
    page.get_by_role("tab", name="Notes").click()
    walk(page, 10, 6)
    point_at(page, 3, 3, 14, 12)


def palettes(page: Page, api: Api) -> None:
    plate(LATE)(page, api)
    page.locator("[data-said=palette]").click()


def large(page: Page, api: Api) -> None:
    number = api.another(
        table_number(api, "Berth log 2025"),
        pivot={
            "rows": [{"field": "departed", "cut": "hour"}],
            "columns": [{"field": "departed", "cut": "date"}],
            "measure": {"take": "average", "of": "passengers"},
            "keep": [{"field": "line", "not_in": ["TEST"]}],
        },
        color={"palette": "sedge"},
        legend={"title": "Passengers a departure", "blank": "No departure"},
        words={
            "title": "Workdays have two rushes, Saturdays one, all year round",
            "subtitle": "Average passengers a departure, by hour and day, 2025",
            "caption": "n = {n} departures.",
        },
    )
    open_plate(page, number)
    page.get_by_role("button", name="Hide the hints").click()
    walk(page, 4, 176)


def table(page: Page, api: Api) -> None:
    number = table_number(api, "Berth log 2025")
    mends = [
        {"do": "merge", "field": "pier", "from": ["st. brannoc"], "into": "Saint Brannoc"},
        {"do": "merge", "field": "pier", "from": ["Kestle Hyth"], "into": "Kestle Hythe"},
        {"do": "compute", "into": "load", "as": "passengers / capacity"},
        {"do": "drop", "where": [{"field": "canceled", "in": ["yes"]}], "off": True},
    ]
    api.put(f"/api/tables/{number}/mends", {"mends": mends})
    page.goto(f"/tables/{number}")
    page.get_by_role("button", name="Put the names in").click()
    page.get_by_role("grid", name="Records").hover()
    page.mouse.wheel(0, 5_560 * 24)


def comparison(page: Page, api: Api) -> None:
    page.goto(f"/tables/{table_number(api, 'Berth log 2025')}")
    page.get_by_role("grid", name="Records").wait_for()
    drop(page, "Berth log, a week later.csv", sample("berth-log-next"))
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    page.get_by_role("button", name="Read and compare").click()
    page.get_by_role("button", name=re.compile("^Accept")).wait_for()


def folio(page: Page, api: Api) -> None:
    """The demo's folio after the next edition was accepted."""
    comparison(page, api)
    page.get_by_role("button", name=re.compile("^Accept")).click()
    page.wait_for_url(re.compile(r"/tables/\d+$"))
    page.goto("/folios/1?page=2")
    page.get_by_test_id("folio-page").get_by_role("img").wait_for()


def plan(page: Page, _api: Api) -> None:
    """The demo's plan: tried, held as a line is called otherwise, and made once that is no condition any more."""
    page.goto("/plans/1")
    page.wait_for_timeout(6_000)  # a file that was written just now is not taken
    runs = page.get_by_role("list", name="Runs").locator("> li")
    for number, button in enumerate(("Try it", "Run now", "Run now"), 1):
        if number == 3:
            page.get_by_role("button", name="Let line have any category").click()
        page.get_by_role("button", name=button).click()
        runs.nth(number - 1).wait_for()
        page.get_by_role("button", name="Run now").and_(page.locator(":enabled")).wait_for(timeout=120_000)
    runs.first.get_by_role("link").first.wait_for()


def looks(page: Page, api: Api) -> None:
    page.goto(f"/tables/{table_number(api, 'Berth log 2025')}/looks")
    page.get_by_role("group", name="First looks").get_by_role("button").nth(5).wait_for()
    while not page.evaluate(DRAWN):
        page.wait_for_timeout(200)


def bring(page: Page, api: Api) -> None:
    page.goto(f"/tables/{table_number(api, 'Berth log 2025')}")
    page.get_by_role("grid", name="Records").wait_for()
    page.get_by_role("button", name="Add a mend").click()
    page.get_by_role("menuitem", name="Bring columns").click()
    page.get_by_label("From the table").select_option("Vessels")
    page.get_by_text("Touches").wait_for()


def reading(page: Page, _api: Api) -> None:
    page.goto("/")
    drop(page, "complaints.csv", sample("complaints"))
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    page.get_by_role("button", name=re.compile("day before month")).click()


DRAWN = "[...document.images].every((each) => each.getBoundingClientRect().top >= innerHeight || each.naturalWidth)"
"""Whether all pictures that are in view have come."""


def desk(page: Page, _api: Api) -> None:
    page.goto("/")
    page.get_by_role("heading", name="Plates").wait_for()
    page.locator("main img").first.wait_for()
    while not page.evaluate(DRAWN):  # asked again from here, since the page lets nothing be evaluated by itself
        page.wait_for_timeout(200)


VIEWS: dict[str, View] = {
    "desk": desk,
    "plate-editor": plate(LATE, cell=(1, 0)),
    "symbols": symbols,
    "nested": nested,
    "bands": plate("Questions about tickets and access wait too long", cell=(4, 0)),
    "against": plate("Crowding is the complaint that has grown", cell=(1, 0)),
    "unlike": plate("Knot is small, old and loud, and it shows", cell=(8, 4)),
    "weight": plate("A quarter of all complaints are about tickets, and wait longest", "Heads", (5, 2)),
    "underlay": underlay,
    "reading-cells": reading_cells,
    "palettes": palettes,
    "reading": reading,
    "large": large,
    "bring": bring,
    "looks": looks,
    "comparison": comparison,
    "table": table,
    "folio": folio,
    "plan": plan,
}
"""What each picture shows, by its name in the folder."""
CHANGING = ("folio", "plan")
"""What changes the demo: each begins with a library of its own."""


def make(names: list[str]) -> None:
    alike = [name for name in names if name not in CHANGING]
    with sync_playwright() as play:
        browser = play.chromium.launch(executable_path="/usr/bin/chromium", args=CHROMIUM)
        for group in (alike, *([name] for name in names if name in CHANGING)):
            with tempfile.TemporaryDirectory(prefix="finch-screenshots-") as folder, serving(Path(folder)) as address:
                for name in group:
                    take(name, browser, address)
        browser.close()


def take(name: str, browser: Browser, address: str) -> None:
    page = browser.new_page(viewport={"width": 1280, "height": 800}, base_url=address)
    page.set_default_timeout(60_000)
    VIEWS[name](page, Api(address))
    page.wait_for_timeout(1_500)  # until notices and transitions are gone
    painted(page)
    page.screenshot(path=FOLDER / f"{name}.png")
    page.close()
    print(name, flush=True)


if __name__ == "__main__":
    make(sys.argv[1:] or list(VIEWS))
