"""The dock in sentences: walked by Tab, each phrase opening what sets it; all of a part in view."""

import re

import pytest
from playwright.sync_api import expect

from mottled_finch.core.figures.text.parts import SENTENCES

from .conftest import open_plate, pick, said, settled

TEXT = "pier,month,late\n" + "".join(
    f"{pier},{month},{10 * i + j}\n" * (1 + 3 * i + j)
    for i, pier in enumerate(("Ash", "Birch", "Cedar"))
    for j, month in enumerate("abcd")
)
PARTS = {
    "pivot": {"rows": [{"field": "pier"}], "columns": [{"field": "month"}], "measure": {"take": "average", "of": "late"}},
    "color": {"palette": "kingcup", "middle": {"at": 12.0}, "high_is": "bad"},
}


@pytest.fixture
def number(page, api):
    made = api.plate(TEXT, "dock.csv", **PARTS)
    open_plate(page, made)
    return made


def sentence(page, part: str) -> str:
    return " ".join(page.locator(f"#said-{part}").inner_text().split())


def test_each_part_says_what_it_says_now_and_is_all_in_view(page, number):
    for part in SENTENCES:
        page.get_by_role("tab", name=part.capitalize(), exact=True).click()
        box = page.locator(f"#said-{part}").bounding_box()
        assert box and box["y"] > 100 and box["y"] + box["height"] < 800, part
        dock = page.get_by_role("complementary", name="Parts of the plate")
        assert dock.evaluate("(node) => node.scrollHeight - node.clientHeight") <= 1, part
    page.get_by_role("tab", name="Color", exact=True).click()
    assert sentence(page, "color").startswith(
        "Kingcup from 0 over 12 to 23; high is bad. Judged among all cells, spread evenly, as a ramp"
    )


def test_the_sentence_is_walked_by_tab_and_set_by_keys(page, api, number):
    page.get_by_role("tab", name="Color", exact=True).focus()
    seen = []
    for _ in range(24):
        page.keyboard.press("Tab")
        phrase = page.evaluate("document.activeElement.getAttribute('data-said')")
        if phrase:
            seen.append(phrase)
        if phrase == "scale":
            break
    assert seen == ["palette", "low", "middle", "high", "high_is", "within", "scale"]
    page.keyboard.press("Enter")
    page.get_by_role("radio", name="evenly").wait_for()
    page.keyboard.press("ArrowDown")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    settled(page)
    assert api.recipe(number)["color"]["scale"] == "log_both"
    expect(page.locator("[data-said=scale]")).to_have_text("by logarithm around 0")
    expect(page.locator("[data-said=scale]")).to_be_focused()


def test_a_phrase_opens_the_same_end_as_its_handle(page, api, number):
    said(page, "high")
    page.get_by_label("High end at").fill("20")
    page.keyboard.press("Enter")
    settled(page)
    assert api.recipe(number)["color"]["high"] == {"at": 20}
    expect(page.locator("[data-said=high]")).to_have_text("20")


def test_what_is_set_is_strong_and_what_is_not_is_faint(page, number):
    set_one, unset = page.locator("[data-said=high_is]"), page.locator("[data-said=within]")
    expect(set_one).to_have_css("border-bottom-style", "solid")
    expect(unset).to_have_css("border-bottom-style", "dotted")
    pick(page, "within", "its row")
    settled(page)
    expect(page.locator("[data-said=within]")).to_have_css("border-bottom-style", "solid")
    expect(page.locator("[data-part=legend]", has_text="Each within its row")).to_be_visible()


def test_widths_and_heights_by_records(page, api, number):
    """With a cell found where it now stands, and the way back."""
    page.get_by_role("tab", name="Heads", exact=True).click()
    for side, words in (("columns", "What columns are as wide as"), ("rows", "What rows are as high as")):
        said(page, f"weight_{side}")
        page.get_by_role("combobox", name=words, exact=True).select_option("number of records")
        settled(page)
    assert api.recipe(number)["heads"]["weight"] == {"columns": {}, "rows": {}}
    grid = api.get(f"/api/plates/{number}")["figure"]["scene"]["grid"]
    assert grid["heights"] == sorted(grid["heights"]) and len(set(grid["heights"])) == 3
    page.keyboard.press("Escape")
    box = page.get_by_role("grid").bounding_box()
    page.mouse.click(box["x"] + box["width"] - 4, box["y"] + box["height"] - 4)
    expect(page.get_by_label("Reading")).to_contain_text("Cedar, d")
    page.mouse.click(box["x"] + 3, box["y"] + 3)
    expect(page.get_by_label("Reading")).to_contain_text("Ash, a")
    page.keyboard.press("ArrowDown")
    expect(page.get_by_label("Reading")).to_contain_text("Birch, a")
    page.keyboard.press("Control+z")
    settled(page)
    assert api.recipe(number)["heads"]["weight"] == {"columns": {}}
    expect(page.locator("[data-said=weight_rows]")).to_have_text("rows alike")


def test_a_weight_below_zero_is_told_and_the_figure_stays(page, api):
    made = api.plate("r,c,v\na,x,5\na,y,4\nb,x,-9\nb,y,1\n", "below.csv")
    open_plate(page, made)
    page.get_by_role("tab", name="Heads", exact=True).click()
    said(page, "weight_rows")
    page.get_by_role("combobox", name="What rows are as high as", exact=True).select_option("sum")
    expect(page.get_by_role("alert")).to_contain_text(re.compile("weighs -8, and no height is below zero"))
    assert "heads" not in api.recipe(made)
    expect(page.get_by_role("grid")).to_be_visible()


def test_a_plate_in_german(page, api):
    rows = "".join(
        f"{pier},2025-{month:02}-05,{1000 * month + i}\n" for i, pier in enumerate(("Alt", "Neu")) for month in range(1, 13)
    )
    made = api.plate(
        "Filiale,Datum,Umsatz\n" + rows,
        "umsatz.csv",
        pivot={
            "rows": [{"field": "Filiale"}],
            "columns": [{"field": "Datum", "cut": "month"}],
            "measure": {"take": "sum", "of": "Umsatz"},
            "totals": {"rows": True},
        },
    )
    open_plate(page, made)
    page.get_by_role("tab", name="Page", exact=True).click()
    said(page, "language")
    page.get_by_role("radio", name="Deutsch, as the table").click()
    settled(page)
    assert api.recipe(made)["page"]["language"] == "de"
    expect(page.locator("[data-said=language]")).to_have_text("Deutsch")
    expect(page.locator("[data-testid=page]")).to_contain_text("Mär")
    expect(page.locator("[data-part=totals]", has_text="Gesamt")).to_be_visible()
    page.get_by_role("grid").focus()
    expect(page.get_by_test_id("reading")).to_contain_text("1.000")
    page.get_by_role("button", name="History").click()
    expect(page.get_by_text("Written in Deutsch")).to_be_visible()
