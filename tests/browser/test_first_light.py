"""The whole way, as a stranger: a file never seen before, the statement by keys, the rail by hand, and out to a slide."""

import json
import random
import re
import subprocess
import sys
from collections import defaultdict
from datetime import datetime, timedelta

import pytest
from playwright.sync_api import Page, expect

from .conftest import (
    ROOT,
    bring_in,
    drop,
    make_plate,
    open_plate,
    painted,
    picture_of,
    plate_number,
    said,
    screen_color,
    screen_table,
    settled,
    wait_until,
)

WEEKDAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"]
STALLS = ["Apple Row", "Bread & Butter", "Corner <3>", "Dairy"]


@pytest.fixture(scope="module")
def market():
    """A market's sales: stall, moment, weight. Some weights are blank; Dairy never sells on a Monday."""
    random_ = random.Random(42)
    records = []
    for _ in range(900):
        moment = datetime(2025, 3, 1, 9) + timedelta(minutes=random_.randrange(60 * 24 * 90))
        stall = random_.choice(STALLS)
        if stall == "Dairy" and moment.weekday() == 0:
            continue
        weight = None if random_.random() < 0.05 else round(random_.gauss(20 + 3 * moment.weekday(), 6), 2)
        records.append((stall, moment, weight))
    return records


@pytest.fixture(scope="module")
def text(market):
    lines = [f'"{stall}",{moment:%Y-%m-%d %H:%M},{"" if weight is None else weight}' for stall, moment, weight in market]
    return "stall,sold_at,kilos_of_goods\n" + "\n".join(lines) + "\n"


def by_hand(market):
    cells = defaultdict(list)
    for stall, moment, weight in market:
        if weight is not None:
            cells[stall, WEEKDAYS[moment.weekday()]].append(weight)
    return [[sum(found) / len(found) if (found := cells[stall, day]) else None for day in WEEKDAYS] for stall in STALLS]


def download(page: Page, name: str) -> bytes:
    page.get_by_role("button", name="Export").click()
    page.get_by_role("radio", name=re.compile(rf"^{re.escape(name)} *\.")).check()
    with page.expect_download() as pending:
        page.get_by_role("button", name="Save .").click()
    expect(page.get_by_role("dialog", name="Export")).to_have_count(0)
    return pending.value.path().read_bytes()


def test_from_a_dropped_file_to_a_slide(page, market, text, tmp_path):
    page.goto("/")
    drop(page, "market 2025.csv", text)
    bring_in(page)
    make_plate(page)
    settled(page)
    expect(page.get_by_text("market 2025", exact=True)).to_be_visible()

    # The statement, by keys alone
    page.keyboard.press("/")
    expect(page.get_by_role("textbox", name="The statement")).to_be_focused()
    page.keyboard.press("Escape")
    expect(page.get_by_role("button", name="What is measured: number of records")).to_be_focused()
    page.keyboard.type("aver")
    page.keyboard.press("Enter")
    page.keyboard.type("kil")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="What is measured: average")).to_be_focused()
    settled(page)
    page.keyboard.press("Tab")
    expect(page.get_by_role("button", name="The number that is measured: kilos of goods")).to_be_focused()
    page.keyboard.press("Tab")
    page.keyboard.type("stall")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="What goes down: stall")).to_be_focused()
    page.keyboard.press("Tab")
    page.keyboard.type("wee")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="What goes across: weekday of sold at")).to_be_focused()
    settled(page)
    section = page.get_by_role("region", name="Statement")
    expect(section).to_contain_text("Color the average of kilos of goods for each stall down and weekday of sold at across")

    # A two-sided palette by keys, and the middle by hand
    page.get_by_role("button", name=re.compile("^Palette:")).click()
    page.get_by_role("button", name="Kingcup").focus()
    page.keyboard.press("Enter")
    settled(page)
    before = screen_color(page, 0, 0)
    handle = page.get_by_role("slider", name="Middle of the scale")
    box = handle.bounding_box()
    page.mouse.move(box["x"] + 20, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + 20, box["y"] + box["height"] / 2 + 45, steps=8)
    painted(page)
    dragged = float(handle.get_attribute("aria-valuenow"))
    assert screen_color(page, 0, 0) != before, "the figure follows while the handle is held"
    while_held = screen_color(page, 0, 0)
    page.mouse.up()
    settled(page)
    assert float(handle.get_attribute("aria-valuenow")) == dragged
    assert screen_color(page, 0, 0) == while_held, "what was seen while dragging is what was saved"

    # Read a cell: point at it, then walk from it
    rows = by_hand(market)
    reading = page.get_by_test_id("reading")
    grid = page.get_by_role("grid")
    grid.focus()
    page.keyboard.press("Control+Home")
    expect(reading).to_contain_text(f"{rows[0][0]:.1f}")
    page.keyboard.press("ArrowRight")
    page.keyboard.press("ArrowDown")
    expect(reading).to_contain_text(f"{rows[1][1]:.1f}")
    expect(page.get_by_role("heading", name="Bread & Butter, Tue")).to_be_visible()
    page.keyboard.press("End")
    page.keyboard.press("ArrowDown")
    expect(page.get_by_role("heading", name="Corner <3>, Sun")).to_be_visible()
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Home")
    expect(reading).to_contain_text("no value")

    # Values hidden, so that cell centers show color alone; then out
    page.get_by_role("tab", name="Cells").click()
    said(page, "values")
    page.get_by_role("combobox", name="Values", exact=True).select_option("none")
    settled(page)
    exported = json.loads(download(page, "Values and colors"))
    assert [labels[0] for labels in exported["rows"]] == STALLS
    assert [labels[0] for labels in exported["columns"]] == WEEKDAYS
    for found, expected in zip(exported["values"], rows, strict=True):
        assert [value is None for value in found] == [value is None for value in expected]
        assert [value for value in found if value is not None] == pytest.approx([value for value in expected if value is not None])

    picture = picture_of(download(page, "Picture"))
    number = plate_number(page)
    scene = page.evaluate("async (id) => (await (await fetch(`/api/plates/${id}`)).json()).figure.scene", number)
    zoom = picture.width / scene["width"]
    assert (picture.width, picture.height) == (1920, 1080)
    shown = screen_table(page, len(scene["grid"]["ys"]), len(scene["grid"]["xs"]))
    for row, y in enumerate(scene["grid"]["ys"]):
        for column, x in enumerate(scene["grid"]["xs"]):
            center = (
                int((x + scene["grid"]["cell_width"] / 2) * zoom),
                int((y + scene["grid"]["cell_height"] / 2) * zoom),
            )
            wanted = exported["colors"][row][column]
            if wanted is None:
                assert min(picture.getpixel(center)) > 190
            else:
                assert "#" + bytes(picture.getpixel(center)).hex() == wanted
                assert shown[row][column] == wanted
    assert len({color for row in exported["colors"] for color in row}) > 10

    for name, start in (("Vector picture", b"<svg"), ("Page", b"%PDF"), ("Slide", b"PK"), ("Values as text", b"stall,Mon")):
        assert download(page, name).startswith(start)

    # The same recipe through the shell gives the same colors
    (tmp_path / "market.csv").write_text(text)
    (tmp_path / "recipe.json").write_bytes(download(page, "Recipe, for the shell"))
    command = [sys.executable, "-m", "mottled_finch.shell.cli", "render", "market.csv", "recipe.json", "--out", "out.json"]
    subprocess.run(command, cwd=tmp_path, env={"PYTHONPATH": str(ROOT)}, check=True)
    assert json.loads((tmp_path / "out.json").read_text()) == exported

    # Nothing is lost: undo survives a reload, and so does redo
    page.keyboard.press("Control+z")
    expect(page.get_by_role("button", name="Redo")).to_be_enabled()
    page.reload()
    settled(page)
    expect(page.get_by_role("button", name="Redo")).to_have_attribute("title", "Redo: Values hidden")
    page.get_by_role("button", name="Redo").click()
    expect(page.get_by_role("button", name="Redo")).to_be_disabled()
    expect(page.get_by_role("button", name="Undo")).to_have_attribute("title", "Undo: Values hidden")

    # Back on the desk, the new plate stands first, as a live thumbnail
    page.get_by_role("link", name="Mottled Finch, to the desk").click()
    first = page.get_by_role("region", name="Plates").get_by_role("article").first
    expect(first).to_contain_text("Average of kilos of goods by stall and weekday of sold at")
    wait_until(lambda: first.locator("img").evaluate("(image) => image.naturalWidth > 0"))


VARIABLES = """() => {
    const css = [...document.styleSheets].flatMap((sheet) => [...sheet.cssRules]).map((rule) => rule.cssText).join("\\n");
    const all = (pattern) => new Set([...css.matchAll(pattern)].map((match) => match[1]));
    const made = all(/(--chakra-[^\\s:;,)]+)\\s*:/g);
    const named = all(/var\\((--chakra-[^\\s:;,)]+)\\)/g);
    return { named: named.size, missing: [...named].filter((name) => !made.has(name)) };
}"""
"""How many of the theme's variables styles name, and those that are not made."""


def test_styles_are_really_applied(page, api):
    page.goto("/")
    bar = page.locator("header")
    expect(bar).to_have_css("background-color", "rgb(34, 39, 31)")
    expect(bar).to_have_css("height", "44px")
    expect(page.locator("body")).to_have_css("font-family", re.compile("Mottled Sans"))
    expect(page.get_by_role("button", name="Choose a file")).to_have_css("background-color", "rgb(227, 163, 76)")
    assert page.evaluate("document.fonts.ready.then(() => document.fonts.check('600 13px \"Mottled Sans\"'))")
    open_plate(page, api.demo("Winter and one regatta"))
    phrase = page.get_by_role("button", name="What goes down: pier")
    expect(phrase).to_have_css("border-bottom-color", "rgb(185, 119, 42)")
    expect(phrase).to_have_css("font-size", "18px")
    title = page.locator("[data-part=title]")
    page.get_by_role("tab", name="Heads").click()
    said(page, "totals")
    expect(page.locator("[data-scope=switch][data-part=control]").first).to_have_css("background-color", "rgb(58, 65, 51)")
    variables = page.evaluate(VARIABLES)
    assert variables["missing"] == [] and variables["named"] > 50
    page.keyboard.press("Escape")
    expect(title).to_have_css("font-size", "22px")
    expect(title).to_have_css("font-weight", "600")
    assert page.evaluate(
        "document.documentElement.scrollHeight <= innerHeight && document.documentElement.scrollWidth <= innerWidth"
    )
