"""What leaves by the Export card, what is pasted elsewhere, what comes back, and the page that is read without us."""

import io
import re
import zipfile

import openpyxl
import pytest
from playwright.sync_api import expect
from pptx import Presentation

from mottled_finch.core.outputs.draw import DRAWINGS

from ..core.outputs.draw.house.decks import deck
from .conftest import drop, open_plate, painted, said
from .test_accessibility import violations
from .test_first_light import download

TEXT = "pier,month,late\n" + "".join(
    f"{pier},{month},{10 * i + j}\n" * 3
    for i, pier in enumerate(("Ardle Quay", "=1+1", "<b>x</b>"))
    for j, month in enumerate(("Jan", "Feb"))
)
PIVOT = {"rows": [{"field": "pier"}], "columns": [{"field": "month"}], "measure": {"take": "average", "of": "late"}}
TITLES = {drawing.title: ending for ending, drawing in DRAWINGS.items() if drawing.purpose != "clipboard"}


@pytest.fixture
def plate(page, api):
    number = api.plate(TEXT, "leaving.csv", pivot={**PIVOT, "totals": {"rows": True}})
    open_plate(page, number)
    painted(page)
    page.evaluate("localStorage.removeItem('export')")
    return number


def test_every_form_is_saved_from_the_card(page, plate):
    begins = {"pptx": b"PK", "xlsx": b"PK", "docx": b"PK", "png": b"\x89PNG", "pdf": b"%PDF", "svg": b"<svg", "html": b"<!doctype"}
    for title, ending in TITLES.items():
        content = download(page, title)
        assert content.startswith(begins.get(ending, b"")) and len(content) > 40, ending
    assert b'"finch_recipe"' in download(page, "Recipe, for the shell")


def test_choices_are_followed_remembered_and_told(page, plate):
    page.get_by_role("button", name="Export").click()
    card = page.get_by_role("dialog", name="Export")
    expect(card.get_by_role("radio", name="Slide")).to_be_focused()
    expect(card.get_by_test_id("carries")).to_contain_text("hidden ones stay here")
    card.get_by_role("radio", name="Workbook").check()
    expect(card.get_by_test_id("carries")).to_contain_text("All numbers go along")
    assert violations(page) == []
    card.get_by_role("combobox", name="Numbers").select_option("stay here: colors alone")
    expect(card.get_by_test_id("carries")).to_contain_text("Colors alone")
    with page.expect_download() as pending:
        card.get_by_role("button", name="Save .xlsx").click()
    sheet = openpyxl.load_workbook(io.BytesIO(pending.value.path().read_bytes()))["Figure"]
    assert not [cell for line in sheet.iter_rows() for cell in line if isinstance(cell.value, int | float)]
    page.get_by_role("button", name="Export").click()
    expect(card.get_by_role("radio", name="Workbook")).to_be_checked()
    expect(card.get_by_role("combobox", name="Numbers")).to_have_value("no")
    page.keyboard.press("Escape")
    expect(page.get_by_role("button", name="Export")).to_be_focused()


def test_what_cannot_be_made_is_told_in_the_card(page, api):
    number = api.plate(TEXT, "dots.csv", pivot=PIVOT, cells={"symbols": {"as": "dot"}})
    open_plate(page, number)
    page.evaluate("localStorage.removeItem('export')")
    page.get_by_role("button", name="Export").click()
    card = page.get_by_role("dialog", name="Export")
    card.get_by_role("combobox", name="The figure is").select_option("a table to edit")
    card.get_by_role("button", name="Save .pptx").click()
    expect(card.get_by_role("alert")).to_contain_text("choose shapes or a picture")
    card.get_by_role("combobox", name="The figure is").select_option("shapes")
    with page.expect_download() as pending:
        card.get_by_role("button", name="Save .pptx").click()
    assert len(Presentation(io.BytesIO(pending.value.path().read_bytes())).slides) == 1


def test_a_colored_table_is_pasted_elsewhere(page, plate):
    page.context.grant_permissions(["clipboard-read", "clipboard-write"])
    page.get_by_role("button", name="Export").click()
    page.get_by_role("button", name="Copy as colored table").click()
    expect(page.get_by_text("table copied").first).to_be_visible()
    page.goto("/api/about")  # a document that is not ours to draw
    page.evaluate("""() => {
        document.body.innerHTML = '<div contenteditable id="paper" style="min-height:90px"></div>';
        document.querySelector('#paper').focus();
    }""")
    page.keyboard.press("Control+v")
    paper = page.locator("#paper")
    expect(paper.locator("td").filter(has_text="Ardle Quay")).to_have_count(1)
    cells = paper.evaluate("""(node) => [...node.querySelectorAll('tr')]
        .map((row) => [...row.cells].map((cell) => [cell.textContent, cell.style.background]))""")
    assert [[text for text, _ in row] for row in cells] == [
        ["", "Feb", "Jan", "All"],
        ["<b>x</b>", "21", "20", "20.5"],
        ["=1+1", "11", "10", "10.5"],
        ["Ardle Quay", "1", "0", "0.5"],
    ]
    assert all(color.startswith("rgb(") for row in cells[1:] for _, color in row[1:3])
    assert len({color for row in cells[1:] for _, color in row[1:3]}) == 6


def test_a_picture_that_is_dropped_on_the_desk_opens_its_plate(page, api, plate):
    content = api.raw(f"/api/plates/{plate}/export.png")
    page.goto("/")
    page.get_by_role("button", name="Choose a file").wait_for()
    page.set_input_files("input[type=file]", {"name": "late.png", "mimeType": "image/png", "buffer": content})
    page.wait_for_url(re.compile(rf"/plates/{plate}$"))
    page.goto("/")
    page.set_input_files("input[type=file]", {"name": "cat.png", "mimeType": "image/png", "buffer": b"\x89PNG\r\n\x1a\n"})
    expect(page.get_by_text(re.compile("no source of Mottled Finch"))).to_be_visible()


def test_a_table_that_was_copied_here_and_is_pasted_on_the_desk_opens_its_plate(page, plate):
    page.context.grant_permissions(["clipboard-read", "clipboard-write"])
    page.get_by_role("button", name="Export").click()
    page.get_by_role("button", name="Copy as colored table").click()
    expect(page.get_by_text("table copied").first).to_be_visible()
    page.goto("/")
    page.get_by_role("button", name="Choose a file").wait_for()
    page.keyboard.press("Control+v")
    page.wait_for_url(re.compile(rf"/plates/{plate}$"))


def test_a_plate_leaves_in_a_template_of_the_house_and_in_its_colors(page, plate, api):
    page.get_by_role("tab", name="Page").click()
    said(page, "template")
    card = page.get_by_role("dialog", name="Template of slides")
    bad = {"name": "House.pptx", "mimeType": "application/octet-stream", "buffer": b"PK"}
    card.get_by_label("File of the template of slides").set_input_files(bad)
    expect(page.get_by_role("alert").filter(has_text="no deck or document")).to_be_visible()
    card.get_by_label("File of the template of slides").set_input_files({**bad, "buffer": deck(width=720)})
    expect(card.get_by_role("radio", name="House")).to_be_checked()
    expect(page.locator("#said-page")).to_contain_text("slides in “House”")
    assert violations(page) == []
    card.get_by_role("combobox", name="Layout of the template").select_option("Title Only")
    expect(page.locator("#said-page")).to_contain_text("on “Title Only”")
    page.keyboard.press("Escape")
    (slide,) = Presentation(io.BytesIO(download(page, "Slide"))).slides
    assert slide.slide_layout.name == "Title Only" and slide.part.package.presentation_part.presentation.slide_width.pt == 720
    page.get_by_role("tab", name="Color").click()
    said(page, "palette")
    page.get_by_role("group", name="Of the template House").get_by_role("button", name="Two sides").click()
    expect(page.locator("#said-color")).to_contain_text("House colors")
    # A second window takes the template away: the plate says so when it leaves, and what to do.
    page.get_by_role("tab", name="Page").click()
    said(page, "template")
    card.get_by_role("button", name="Take it away").click()
    expect(card.get_by_role("radio", name="No template")).to_be_checked()
    expect(card.get_by_role("radio", name="House")).to_have_count(0)
    page.get_by_role("status").get_by_role("button", name="Undo").click()
    expect(page.get_by_text("“House” is back.")).to_be_visible()
    said(page, "template")
    expect(card.get_by_role("radio", name="House")).to_have_count(1)
    for each in api.get("/api/templates"):
        api.delete(f"/api/templates/{each['id']}")


def test_the_source_can_be_left_out_for_a_whole_library(page, api, plate):
    page.get_by_role("button", name="Export").click()
    card = page.get_by_role("dialog", name="Export")
    card.get_by_role("combobox", name="Source").select_option("is left out")
    card.get_by_role("button", name="Make this usual in this library").click()
    expect(card.get_by_role("button", name="Make this usual in this library")).to_have_count(0)
    assert b"mottled-finch-source" not in api.raw(f"/api/plates/{plate}/export.svg")
    card.get_by_role("combobox", name="Source").select_option("goes along, to open it")
    card.get_by_role("button", name="Make this usual in this library").click()
    expect(card.get_by_role("button", name="Make this usual in this library")).to_have_count(0)
    assert b"mottled-finch-source" in api.raw(f"/api/plates/{plate}/export.svg")


def test_a_deck_of_somebody_else_says_where_it_is_a_template(page):
    page.goto("/")
    page.get_by_role("button", name="Choose a file").wait_for()
    drop(page, "House.pptx", deck())
    expect(page.get_by_text(re.compile("give it as a template: on a plate, under Page"))).to_be_visible()


def test_a_workbook_that_is_none_of_ours_is_a_table(page):
    book, out = openpyxl.Workbook(), io.BytesIO()
    for line in (["pier", "n"], ["East", 1], ["West", 2]):
        book.active.append(line)
    book.save(out)
    page.goto("/")
    drop(page, "plain.xlsx", out.getvalue())
    page.wait_for_url(re.compile(r"/imports/\d+$"))


def test_several_plates_leave_as_one_archive(page, api, plate):
    page.goto("/")
    page.get_by_role("button", name="Export several").click()
    sheet = page.get_by_role("dialog", name="Export several plates")
    sheet.get_by_role("button", name="None").click()
    expect(sheet.get_by_role("button", name="Save 0 figures")).to_be_disabled()
    for box in sheet.get_by_role("checkbox").all()[:2]:
        box.check()
    assert violations(page) == []
    sheet.get_by_label("Form").select_option("svg")
    with page.expect_download() as pending:
        sheet.get_by_role("button", name="Save 2 figures as .zip").click()
    with zipfile.ZipFile(pending.value.path()) as archive:
        names = archive.namelist()
        assert len(names) == 2 and all(archive.read(name).startswith(b"<svg") for name in names)
    expect(sheet).to_have_count(0)


@pytest.fixture
def leaf(page, api, tmp_path):
    number = api.plate(TEXT, "leaf.csv", pivot=PIVOT)
    file = tmp_path / "leaf.html"
    file.write_bytes(api.raw(f"/api/plates/{number}/export.html"))
    asked = []
    page.on("request", lambda request: asked.append(request.url))
    page.goto(file.as_uri())
    yield page
    assert [url for url in asked if not url.startswith(("file:", "data:"))] == []


def test_the_page_is_read_by_keys_and_pointer(leaf):
    grid = leaf.get_by_role("grid")
    leaf.keyboard.press("Tab")
    expect(grid).to_be_focused()
    leaf.keyboard.press("ArrowRight")
    leaf.keyboard.press("ArrowDown")
    cell = leaf.get_by_role("gridcell")
    expect(cell).to_have_attribute("aria-label", re.compile("=1.1, Jan; 10; 3 records"))
    box = grid.bounding_box()
    leaf.mouse.move(box["x"] + box["width"] * 0.25, box["y"] + box["height"] * 0.9)
    expect(leaf.locator(".told")).to_contain_text("Feb")
    assert violations(leaf) == []
    leaf.get_by_text("The same as a table").click()
    expect(leaf.get_by_role("table").get_by_role("rowheader", name="<b>x</b>")).to_be_visible()
    leaf.set_viewport_size({"width": 390, "height": 844})
    assert leaf.evaluate("document.documentElement.scrollWidth") <= 390
    leaf.set_viewport_size({"width": 1280, "height": 800})
