"""What changed on a plate since the edition before, its differences as a plate, and a workbook of it that came back."""

import io
import re

import openpyxl
from playwright.sync_api import expect

from .conftest import open_plate, painted, wait_until
from .test_accessibility import violations
from .test_folio import TEXT, pivot


def test_what_changed_is_told_and_is_a_plate_in_one_action_and_a_workbook_comes_back(page, api, tmp_path):
    plate = api.plate(TEXT, "since.csv", pivot=pivot("late"), words={"title": "Since when"})
    (tmp_path / "since.xlsx").write_bytes(api.raw(f"/api/plates/{plate}/export.xlsx"))
    open_plate(page, plate)
    expect(page.get_by_role("button", name="What changed")).to_have_count(0)
    table = api.get(f"/api/plates/{plate}")["plate"]["table"]
    newer = TEXT.replace("Brack,Feb,4,60", "Brack,Feb,40,60") + "Osprey,Jan,1,1\n"
    number = api.post(f"/api/imports?name=next.csv&table={table}", newer.encode())["file"]["id"]
    api.post(f"/api/imports/{number}/start", b"{}", "application/json")
    wait_until(lambda: api.get(f"/api/imports/{number}")["state"] == "compared")
    api.post(f"/api/imports/{number}/accept", b"{}", "application/json")

    open_plate(page, plate)
    page.keyboard.press("Control+k")
    page.get_by_role("combobox", name="Find an action").fill("give a file back")
    page.keyboard.press("Enter")
    sheet = page.get_by_role("dialog", name="Give a file back")
    sheet.get_by_label("File that came back").set_input_files(tmp_path / "since.xlsx")
    expect(sheet.get_by_role("group")).to_contain_text("Sheet “Figure”")
    expect(sheet.get_by_role("group")).to_contain_text("1 of 12 cells changed: Brack, Feb 4 → 40; came: Osprey")
    assert violations(page) == []
    with page.expect_download() as pending:
        sheet.get_by_role("button", name="Save with 1 figure remade").click()
    made = openpyxl.load_workbook(io.BytesIO(pending.value.path().read_bytes()))["Figure"]
    assert {"Osprey", 40} <= {cell.value for row in made.iter_rows() for cell in row}

    page.get_by_role("button", name="What changed").click()
    told = page.get_by_role("dialog", name="Since the edition before")
    expect(told).to_contain_text("Osprey is new, on 1 record.")
    expect(told).to_contain_text(re.compile(r"40\s*Brack, Feb 4 before"))
    assert violations(page) == []
    told.get_by_role("button", name="Show the differences as a plate").click()
    page.wait_for_url(lambda address: not address.endswith(f"/plates/{plate}"))
    painted(page)
    expect(page.get_by_role("heading", name="Since when: since the edition before")).to_be_visible()
    expect(page.get_by_role("grid", name=re.compile("^Heat map"))).to_be_visible()
