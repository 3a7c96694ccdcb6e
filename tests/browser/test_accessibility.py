"""No violation of WCAG 2.2 AA that a machine can find, on every view and in what it opens."""

import re

import pytest
from playwright.sync_api import expect

from .conftest import ROOT, settled

AXE = ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js"


def violations(page):
    page.wait_for_timeout(250)
    page.evaluate(AXE.read_text())
    found = page.evaluate("""axe.run(document, {
            runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"],
            rules: {region: {enabled: false}},  // an opened menu stands beside the landmarks, not in one
        })""")
    return [(each["id"], [node["html"][:160] for node in each["nodes"]]) for each in found["violations"]]


@pytest.fixture
def editor(page):
    page.goto("/")
    page.get_by_role("link", name="Winter and one regatta").click()
    settled(page)
    return page


def test_the_desk(page):
    page.goto("/")
    expect(page.get_by_role("link", name="Winter and one regatta")).to_be_visible()
    assert violations(page) == []


def test_the_plate_editor(editor):
    editor.get_by_role("grid").focus()
    editor.keyboard.press("ArrowRight")
    assert violations(editor) == []


@pytest.mark.parametrize("tab", ["Cells", "Heads", "Legend", "Words", "Page"])
def test_the_parts(editor, tab):
    editor.get_by_role("tab", name=tab).click()
    assert violations(editor) == []


@pytest.mark.parametrize("opens", ["^What goes down", "^Which records", "^Palette", "^Export"])
def test_what_it_opens(editor, opens):
    editor.get_by_role("button", name=re.compile(opens)).click()
    assert violations(editor) == []


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
