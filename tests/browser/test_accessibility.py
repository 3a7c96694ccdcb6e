"""No violation of WCAG 2.2 AA that a machine can find, on every view and in what it opens."""

import re

import pytest
from playwright.sync_api import expect

from .conftest import ROOT, open_plate, painted, said, settled

STILL = """Promise.allSettled(document.getAnimations()
    .filter((each) => each.effect?.getComputedTiming().iterations !== Infinity).map((each) => each.finished))"""
AXE = ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js"


def violations(page):
    painted(page)
    page.evaluate(STILL)  # what fades in is faint meanwhile
    page.evaluate(AXE.read_text())
    found = page.evaluate("""axe.run(document, {
            runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"],
            rules: {region: {enabled: false}},  // an opened menu stands beside the landmarks, not in one
        })""")
    wrong = [(each["id"], node["html"][:160]) for each in found["violations"] for node in each["nodes"]]
    # A figure is drawn to the scale that fits, so its parts may be small; the dock and the statement do the same in full size.
    # Handles stand at their values, however near to each other; they are walked by keys, and cuts are listed below the rail.
    return [
        (what, html)
        for what, html in wrong
        if what != "target-size" or not re.search("data-spot|data-handle|Cut [0-9]+ of|Write the", html)
    ]


@pytest.fixture
def editor(page, api):
    open_plate(page, api.demo("Winter and one regatta"))
    return page


def test_the_desk(page):
    page.goto("/")
    expect(page.get_by_role("link", name="Winter and one regatta")).to_be_visible()
    assert violations(page) == []


def test_the_plate_editor(editor):
    editor.get_by_role("grid").focus()
    editor.keyboard.press("ArrowRight")
    assert violations(editor) == []


@pytest.mark.parametrize("tab", ["Cells", "Heads", "Legend", "Words", "Notes", "Page"])
def test_the_parts(editor, tab):
    editor.get_by_role("tab", name=tab).click()
    assert violations(editor) == []


@pytest.mark.parametrize(
    "opens",
    [
        "^What is measured",
        "^What goes down",
        "^What a cell shows",
        "^Which records",
        "^Reshape",
        "^Ardle Quay, row",
        "^Palette",
        "^Export",
    ],
)
def test_what_it_opens(editor, opens):
    editor.get_by_role("button", name=re.compile(opens)).click()
    assert violations(editor) == []


def test_the_options_of_a_level(editor):
    editor.get_by_role("button", name=re.compile("^What goes across")).click()
    editor.get_by_role("button", name="Options").click()
    editor.get_by_label("Only so many of the largest").fill("5")
    expect(editor.get_by_label("Decided by")).to_be_visible()
    assert violations(editor) == []


def test_the_cards_of_color(editor):
    editor.get_by_role("slider", name="Middle of the scale").click()
    expect(editor.get_by_label("What it stands at")).to_be_visible()
    assert violations(editor) == []
    editor.keyboard.press("Escape")
    expect(editor.get_by_role("slider", name="Middle of the scale")).to_be_focused()
    said(editor, "bands")
    editor.get_by_role("combobox", name="Drawn as", exact=True).select_option("bands, equal counts")
    expect(editor.get_by_role("list", name="Bands")).to_be_visible()
    settled(editor)
    editor.get_by_role("slider", name="Cut 1 of 4").click()
    expect(editor.get_by_label("Cut at")).to_be_visible()
    assert violations(editor) == []
    editor.keyboard.press("Escape")
    editor.get_by_role("button", name="Lit: everything lit").click()
    expect(editor.get_by_label("How many cells")).to_be_visible()
    assert violations(editor) == []
    editor.keyboard.press("Escape")
    editor.keyboard.press("Control+z")
    settled(editor)


def test_a_comparison_and_the_records_of_both_its_sides(page, api):
    open_plate(page, api.demo("Crowding is the complaint that has grown"))
    page.get_by_role("grid").focus()
    page.keyboard.press("Home")
    assert violations(page) == []
    page.get_by_role("button", name=re.compile("^How they are compared")).click()
    assert violations(page) == []
    page.keyboard.press("Escape")
    page.get_by_role("region", name="Reading").get_by_role("button", name=re.compile("^Records")).click()
    expect(page.get_by_role("radiogroup", name="Of which side")).to_be_visible()
    assert violations(page) == []


def test_unlike_columns_and_what_is_said_of_one(page, api):
    open_plate(page, api.demo("Knot is small, old and loud"))
    page.get_by_role("grid").focus()
    page.keyboard.press("Home")
    assert violations(page) == []
    page.get_by_role("button", name="noise, dB, column").click()
    page.get_by_role("menuitem", name="Numbers and scale of its own").click()
    expect(page.get_by_role("dialog", name="Numbers and scale of noise, dB")).to_be_visible()
    assert violations(page) == []


def test_the_kinds_of_conditions(editor):
    for field in ("minutes late", "pier"):
        editor.get_by_role("button", name=re.compile("^Which records")).click()
        editor.locator("input[role=combobox]").fill(field)
        editor.keyboard.press("Enter")
        expect(editor.get_by_role("button", name="Keep these")).to_be_visible()
        assert violations(editor) == []
        editor.keyboard.press("Escape")


def table_named(page, name):
    page.goto("/")
    page.get_by_role("link", name=name, exact=True).first.click()
    expect(page.get_by_role("grid", name="Records")).to_be_visible()


def test_first_looks(page):
    table_named(page, "Berth log 2025")
    page.get_by_role("button", name="Make a plate").click()
    expect(page.get_by_role("group", name="First looks").get_by_role("button").first).to_be_focused()
    assert violations(page) == []


def test_bringing_columns(page):
    table_named(page, "Berth log 2025")
    page.get_by_role("button", name="Add a mend").click()
    page.get_by_role("menuitem", name="Bring columns").click()
    dialog = page.get_by_role("dialog", name="Bring columns")
    dialog.get_by_label("From the table").select_option("Vessels")
    expect(dialog).to_contain_text("Makes a new column")
    assert violations(page) == []


def test_the_typed_statement_and_what_is_wrong_with_it(editor):
    editor.get_by_role("button", name="Reshape").click()
    editor.get_by_role("menuitem", name="Type the statement").click()
    field = editor.get_by_role("textbox", name="The statement")
    field.fill("zzz")
    editor.keyboard.press("Enter")
    expect(editor.get_by_role("alert")).to_be_visible()
    assert violations(editor) == []
    field.fill("minutes late by pier with sparkles excluding brackwatr ")
    expect(editor.get_by_text("Not understood: “with sparkles”")).to_be_visible()
    assert violations(editor) == []
    field.press("Escape")


def test_the_records_behind_a_head(editor):
    editor.get_by_role("button", name="Ardle Quay, row").click()
    editor.get_by_role("menuitem", name="Records behind it").click()
    expect(editor.get_by_role("dialog").get_by_role("gridcell", name="Ardle Quay").first).to_be_visible()
    assert violations(editor) == []


def test_a_cell_s_menu_and_comparing(editor):
    editor.get_by_role("grid").focus()
    editor.keyboard.press("Enter")
    expect(editor.get_by_role("menuitem", name="Set it aside")).to_be_visible()
    assert violations(editor) == []
    editor.get_by_role("menuitem", name="Compare its row with all others").click()
    expect(editor.get_by_role("list", name="Differences")).to_be_visible()
    assert violations(editor) == []


def test_history_and_another_table(editor):
    editor.get_by_role("button", name="History").click()
    expect(editor.get_by_role("list", name="Steps")).to_be_visible()
    assert violations(editor) == []
    editor.keyboard.press("Escape")
    expect(editor.get_by_role("dialog")).to_have_count(0)
    editor.keyboard.press("Control+k")
    editor.keyboard.type("another table")
    editor.keyboard.press("Enter")
    expect(editor.get_by_label("The other table")).to_be_visible()
    assert violations(editor) == []
    editor.keyboard.press("Escape")
    expect(editor.get_by_role("dialog")).to_have_count(0)


def test_live_facts_and_a_caution_to_dismiss(page, api):
    open_plate(page, api.demo("Knot broke down"))
    page.get_by_role("button", name=re.compile("^Restore")).click()
    settled(page)
    page.get_by_role("button", name="Dismiss…").click()
    expect(page.get_by_label("Why it does not matter here")).to_be_focused()
    assert violations(page) == []
    page.get_by_role("button", name="Undo").click()
    settled(page)
    page.get_by_role("tab", name="Words").click()
    said(page, "source")
    page.get_by_role("textbox", name="Source", exact=True).fill("")
    page.keyboard.type("{")
    expect(page.get_by_role("listbox", name="Live facts")).to_be_visible()
    assert violations(page) == []


@pytest.mark.parametrize(
    "title",
    [
        "The busiest piers",
        "People wait at the window",
        "Piers that keep the same hours",
        "Every line has its two rushes",
        "Comfort, punctuality",
    ],
)
def test_figures_of_other_kinds(page, title, api):
    open_plate(page, api.demo(title))
    page.get_by_role("grid").focus()
    assert violations(page) == []


def test_the_table(page):
    page.goto("/")
    page.get_by_role("link", name="Berth log 2025", exact=True).click()
    expect(page.get_by_role("row", name=re.compile("^1 "))).to_be_visible()
    expect(page.get_by_role("article").first).to_be_visible()
    page.get_by_role("grid").focus()
    page.keyboard.press("ArrowDown")
    assert violations(page) == []
    page.get_by_role("columnheader", name=re.compile("^pier code", re.I)).get_by_role("button").click()
    assert violations(page) == []
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Add a mend").click()
    assert violations(page) == []
    page.get_by_role("menuitem", name="Merge spellings").click()
    expect(page.get_by_role("dialog").get_by_label("ARD")).to_be_visible()
    assert violations(page) == []


def test_a_file_on_its_way_in(page, api):
    table = api.post("/api/tables?name=small.csv", b"pier,n,at\nA,1,2025-01-01\nB,2,2025-01-02\n")["id"]
    page.goto(f"/tables/{table}")
    page.get_by_label("A newer file of this table").set_input_files(
        {"name": "next.csv", "mimeType": "text/csv", "buffer": b"pier,m,at\nA,1,2025-01-01\nC,2,2025-01-03\n"}
    )
    expect(page.get_by_role("button", name="Read and compare")).to_be_visible()
    assert violations(page) == []
    page.get_by_role("button", name="Read and compare").click()
    expect(page.get_by_role("button", name="Accept edition 2")).to_be_visible()
    assert violations(page) == []


def test_everything_is_reached_by_tab(editor):
    seen = set()
    for _ in range(60):
        editor.keyboard.press("Tab")
        label = editor.evaluate("(({ariaLabel, textContent, value}) => ariaLabel || textContent || value)(document.activeElement)")
        seen.add(re.split("[:,]", label or "")[0])
    for wanted in (
        "Undo",
        "Copy picture",
        "Export",
        "What is measured",
        "What goes down",
        "What goes across",
        "Which records are kept",
        "Turn rows and columns",
        "Write the title",
        "High end of the scale",
        "Middle of the scale",
        "Low end of the scale",
        "Color",
    ):
        assert wanted in seen or wanted == "Undo", wanted  # nothing to undo yet: a disabled button is passed over
    assert any(label.startswith("Heat map of the average of minutes late") for label in seen)
