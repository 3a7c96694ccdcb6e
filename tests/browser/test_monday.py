"""The whole week in one go: two files, a folio of both, a deck that colleagues edit, the next edition, and a claim that broke."""

import io
import json
import re

from playwright.sync_api import expect
from pptx import Presentation
from pptx.util import Pt

from .conftest import bring_in, drop, painted, wait_until
from .test_folio import TEXT, pivot

PEOPLE = TEXT.replace("late,people", "minutes,riders")


def plate(api, table, of, title):
    recipe = {"finch_recipe": 2, "pivot": pivot(of), "words": {"title": title}}
    body = json.dumps({"table": table, "recipe": recipe}).encode()
    return api.post("/api/plates", body, "application/json")["plate"]["id"]


def test_from_two_files_to_next_monday(page, api, tmp_path):
    page.goto("/")
    drop(page, "monday-late.csv", TEXT)
    late = bring_in(page)
    page.goto("/")
    drop(page, "monday-people.csv", PEOPLE)
    people = bring_in(page)
    plate(api, late, "late", "Knot is the latest")
    plate(api, people, "riders", "Knot is the fullest")

    # A folio of both, whose headline is tied to what it says.
    page.goto("/")
    page.get_by_role("button", name="Start a folio").click()
    sheet = page.get_by_role("dialog", name="Start a folio")
    sheet.get_by_role("textbox", name="Title of the folio").fill("Two files")
    for title in ("Knot is the latest", "Knot is the fullest"):
        sheet.get_by_role("checkbox", name=title).check()
    sheet.get_by_role("button", name=re.compile("^Start with")).click()
    page.wait_for_url(re.compile(r"/folios/\d+$"))
    folio = int(page.url.rsplit("/", 1)[1])
    painted(page)
    pages = [each["title"] for each in api.get(f"/api/folios/{folio}")["pages"]]
    at = pages.index("Knot is the latest")
    page.locator(f"[data-page='{at}']").click()
    expect(page.locator(f"[data-page='{at}']")).to_have_attribute("aria-current", "page")
    page.get_by_role("tab", name="Page").click()
    page.get_by_role("button", name="Claim: highest row is Knot").click()
    expect(page.locator(f"[data-page='{at}']")).to_contain_text("what it claims holds")

    # It leaves, and colleagues edit it.
    page.get_by_role("button", name="Export").click()
    with page.expect_download() as pending:
        page.get_by_role("dialog", name="Export").get_by_role("button", name=re.compile(r"^Save \.pptx")).click()
    deck = Presentation(io.BytesIO(pending.value.path().read_bytes()))
    deck.slides[at].shapes.title.text = "A colleague's headline"
    ours = next(shape for shape in deck.slides[at].shapes if shape.name.startswith("Mottled Finch figure"))
    ours.left = Pt(77)
    deck.save(tmp_path / "edited.pptx")

    # The next edition is compared and accepted; the claim no longer holds.
    page.goto(f"/tables/{late}")
    page.get_by_label("A newer file of this table").set_input_files(
        {"name": "monday-late-2.csv", "mimeType": "text/csv", "buffer": TEXT.replace("Ardle,Jan,0", "Ardle,Jan,99").encode()}
    )
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    page.get_by_role("button", name="Read and compare").click()
    page.get_by_role("button", name=re.compile("^Accept")).click()
    page.wait_for_url(re.compile(r"/tables/\d+$"))
    page.goto(f"/folios/{folio}?page={at + 1}")
    expect(page.locator(f"[data-page='{at}']")).to_contain_text("does not hold")
    expect(page.locator(f"[data-page='{at}']")).to_contain_text("changed since the edition before")

    # The deck that colleagues edited is given back: what changed is told first, then remade where they put it.
    page.get_by_role("button", name="Give a file back").click()
    sheet = page.get_by_role("dialog", name="Give a file back")
    sheet.get_by_label("File that came back").set_input_files(tmp_path / "edited.pptx")
    expect(sheet.get_by_role("group")).to_contain_text("1 of 9 cells changed: Ardle, Jan 0 → 99")
    with page.expect_download() as pending:
        sheet.get_by_role("button", name="Save with 2 figures remade").click()
    made = Presentation(io.BytesIO(pending.value.path().read_bytes())).slides[at]
    ours = next(shape for shape in made.shapes if shape.name.startswith("Mottled Finch figure"))
    assert made.shapes.title.text == "A colleague's headline" and ours.left == Pt(77)
    assert "99" in [cell.text for line in ours.table.rows for cell in line.cells]

    # The folio holds what it says until it is put right.
    page.get_by_role("button", name="Export").click()
    card = page.get_by_role("dialog", name="Export")
    expect(card.get_by_role("status")).to_contain_text("highest row is Ardle")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Claim what holds now").click()
    wait_until(lambda: all(each["holds"] for each in api.get(f"/api/folios/{folio}")["pages"][at]["claims"]))
