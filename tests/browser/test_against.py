"""A plate set against another side in the interface: by mouse, by typing, against members and the edition before."""

import re

import pytest
from playwright.sync_api import expect

from .conftest import choose, open_plate, painted, screen_color, settled, wait_until
from .test_pivot import figure, phrase, pivot

LOG = "pier,left,late\n" + "".join(
    f"{pier},{year}-0{month}-{day:02},{(i + month) * (year - 2022)}\n"
    for i, pier in enumerate(("Ash", "Birch", "Cedar"))
    for year in (2024, 2025)
    for month in (1, 2)
    for day in range(1, 8)
    if (pier, year) != ("Birch", 2024)
    if (pier, year, month) != ("Cedar", 2025, 2)
)
SIDES = {
    "rows": [{"field": "pier"}],
    "columns": [{"field": "left", "cut": "month"}],
    "measure": {"take": "sum", "of": "late"},
}


@pytest.fixture
def number(page, api):
    number = api.plate(LOG, "years", pivot={**SIDES, "keep": [{"field": "left", "from": "2025-01-01", "to": "2025-12-31"}]})
    open_plate(page, number)
    return number


def test_against_the_year_before_by_mouse(page, api, number):
    choose(page, "What a cell shows", "year before")
    expect(phrase(page, "What a cell shows")).to_have_text("against the year before")
    assert pivot(api, number)["show"] == {"as": "against", "by": "percent", "shift": {"field": "left", "years": -1}}
    told = figure(api, number)
    assert told["values"] == [0.5, 0.5, None, None, 0.5, None]
    assert (told["scene"]["grid"]["new"], told["scene"]["grid"]["gone"]) == ([2, 3], [5])
    choose(page, "How they are compared", "difference")
    expect(phrase(page, "How they are compared")).to_have_text("by the difference")
    assert figure(api, number)["values"] == [7, 14, None, None, 21, None]
    # What the cell says under the keys, and a cell that only this side has
    page.locator("[data-cells]").focus()
    reading = page.get_by_role("region", name="Reading")
    page.keyboard.press("ArrowRight")
    page.keyboard.press("Home")
    expect(reading).to_contain_text("The year before")
    expect(page.get_by_role("gridcell", name=re.compile("Ash, Jan: .*21 against 14, the year before"))).to_have_count(1)
    page.keyboard.press("ArrowDown")
    expect(page.get_by_role("heading", name="Birch, Jan")).to_be_visible()
    expect(reading).to_contain_text("nothing to compare with")
    expect(reading).to_contain_text("2 cells: new")
    painted(page)
    assert screen_color(page, 1, 0) == told["scene"]["theme"]["blank"]
    # Of a cell that is gone, the records that it had
    page.keyboard.press("ArrowDown")
    page.keyboard.press("ArrowRight")
    expect(reading).to_contain_text("nothing here any more")
    reading.get_by_role("button", name=re.compile("^Records")).click()
    sheet = page.get_by_role("dialog", name="Cedar, Feb")
    expect(sheet.get_by_role("status").first).to_have_text("7 records")
    expect(sheet.get_by_role("radio", name="the year before")).to_be_checked()
    sheet.get_by_text("this side").click()
    expect(sheet.get_by_role("status").first).to_have_text("0 records")
    page.keyboard.press("Escape")
    expect(sheet).to_have_count(0)
    phrase(page, "What a cell shows").click()
    page.get_by_role("option", name="as it is", exact=True).click()
    settled(page)
    assert "as" not in pivot(api, number).get("show", {})


def test_against_last_year_by_typing(page, api, number):
    page.get_by_role("button", name="Reshape").click()
    page.get_by_role("menuitem", name="Type the statement").click()
    page.get_by_role("textbox", name="The statement").fill("sum of late by pier and month in 2025 against last year in percent")
    page.keyboard.press("Enter")
    expect(page.get_by_role("textbox", name="The statement")).to_have_count(0)
    settled(page)
    assert figure(api, number)["values"] == [0.5, 0.5, None, None, 0.5, None]
    expect(phrase(page, "How they are compared")).to_have_text("in percent")


def test_against_one_member_and_another_measure(page, api, number):
    phrase(page, "What a cell shows").click()
    page.get_by_role("option", name="against another span or member").click()
    page.locator("input[role=combobox]").fill("pier")
    page.keyboard.press("Enter")
    page.get_by_role("checkbox", name=re.compile("^Ash")).check(force=True)
    page.get_by_role("button", name="Set against these").click()
    settled(page)
    expect(phrase(page, "What a cell shows")).to_have_text("against Ash")
    assert figure(api, number)["against"]["there"] == ["21", "42", "21", "42", "21", "42"]
    phrase(page, "What a cell shows").click()
    page.get_by_role("option", name=re.compile("^against another measure")).click()
    page.locator("input[role=combobox]").fill("number of records")
    page.keyboard.press("Enter")
    settled(page)
    assert figure(api, number)["against"]["there"] == ["7", "7", "7", "7", "7", "0"]


def test_a_shift_too_far_is_told_and_the_figure_stays(page, api, number):
    before = figure(api, number)["values"]
    page.get_by_role("button", name="Reshape").click()
    page.get_by_role("menuitem", name="Type the statement").click()
    page.get_by_role("textbox", name="The statement").fill("sum of late by pier and month against 3 years ago")
    page.keyboard.press("Enter")
    expect(page.get_by_text("no day of it has another that far away to be compared with")).to_be_visible()
    assert figure(api, number)["values"] == before


def test_against_the_edition_before(page, api, number):
    table = api.get(f"/api/plates/{number}")["plate"]["table"]
    page.goto(f"/tables/{table}")
    newer = LOG.replace("Ash,2025-01-01,3", "Ash,2025-01-01,13")
    page.get_by_label("A newer file of this table").set_input_files(
        {"name": "years.csv", "mimeType": "text/csv", "buffer": newer.encode()}
    )
    page.get_by_role("button", name="Read and compare").click()
    page.get_by_role("button", name="Accept edition 2").click()
    page.wait_for_url(re.compile(r"/tables/\d+$"))
    open_plate(page, number)
    choose(page, "What a cell shows", "edition before")
    choose(page, "How they are compared", "difference")
    wait_until(lambda: figure(api, number)["values"] == [10, 0, 0, 0, 0, None])
