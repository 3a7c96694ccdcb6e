"""The folio on screen: an argument from two plates, written where it stands, claimed, shared, and left."""

import io
import json
import re

import pytest
from playwright.sync_api import expect
from pptx import Presentation

from tests.core.outputs.draw.house.decks import painted as painted_deck
from tests.core.outputs.draw.house.decks import shape, solid

from .conftest import drop, painted, wait_until
from .test_accessibility import violations

TEXT = "pier,month,late,people\n" + "".join(
    f"{pier},{month},{3 * i + j},{10 * (i + 1) * (j + 2)}\n"
    for i, pier in enumerate(("Ardle", "Brack", "Knot"))
    for j, month in enumerate(("Jan", "Feb", "Mar"))
)


def pivot(of):
    return {"rows": [{"field": "pier"}], "columns": [{"field": "month"}], "measure": {"take": "sum", "of": of}}


@pytest.fixture
def plates(api):
    first = api.plate(TEXT, "folio.csv", pivot=pivot("late"), words={"title": "Late in winter"})
    table = api.get(f"/api/plates/{first}")["plate"]["table"]
    return [first, api.another(table, pivot=pivot("people"), words={"title": "Crowded piers"})]


@pytest.fixture
def folio(api, plates):
    body = json.dumps({"title": "Review", "plates": plates}).encode()
    return api.post("/api/folios", body, "application/json")["folio"]["id"]


def open_folio(page, number, at=1):
    page.goto(f"/folios/{number}?page={at}")
    expect(page.get_by_test_id("folio-page").get_by_role("img")).to_be_visible()
    saved(page)


def saved(page):
    painted(page)
    expect(page.get_by_text(re.compile(r"^saved "))).to_be_visible()


def headlines(page):
    return page.locator("[data-page]").evaluate_all("(all) => all.map((each) => each.dataset.headline)")


def test_from_two_plates_to_a_deck_whose_claim_broke(page, api, plates):
    page.goto("/")
    page.get_by_role("button", name="Start a folio").click()
    sheet = page.get_by_role("dialog", name="Start a folio")
    sheet.get_by_role("textbox", name="Title of the folio").fill("Monday")
    for title in ("Late in winter", "Crowded piers"):
        sheet.get_by_role("checkbox", name=title).last.check()
    assert violations(page) == []
    sheet.get_by_role("button", name=re.compile("^Start with")).click()
    page.wait_for_url(re.compile(r"/folios/\d+$"))
    number = int(page.url.rsplit("/", 1)[1])
    saved(page)
    assert headlines(page)[0] == "Monday" and {"Late in winter", "Crowded piers"} <= set(headlines(page))

    def spec():
        return api.get(f"/api/folios/{number}")["spec"]

    # A headline with a live fact, written where it stands and completed while it is typed.
    at = headlines(page).index("Late in winter")
    page.locator(f"[data-page='{at}']").click()
    page.get_by_role("button", name="Headline: Late in winter").click()
    words = page.get_by_role("textbox", name="Headline", exact=True)
    words.fill("")
    words.press_sequentially("Most for {late winter.highest.r")
    expect(page.get_by_role("listbox", name="Live facts").get_by_role("option")).to_have_count(1)
    words.press("Tab")
    expect(words).to_have_value("Most for {late winter.highest.row}")
    words.press("Enter")
    expect(page.locator(f"[data-page='{at}']")).to_have_attribute("data-headline", "Most for Knot")
    saved(page)

    # What it claims holds, then the records move.
    page.get_by_role("tab", name="Page").click()
    page.get_by_role("button", name="Claim: highest row is Knot").click()
    expect(page.get_by_role("group", name="Claim: highest row is Knot")).to_contain_text("It holds")
    expect(page.locator(f"[data-page='{at}']")).to_contain_text("what it claims holds")
    assert violations(page) == []
    table = api.get(f"/api/plates/{plates[0]}")["plate"]["table"]
    api.put(f"/api/tables/{table}/mends", {"mends": [{"do": "drop", "where": [{"field": "pier", "in": ["Knot"]}]}]})
    page.reload()
    expect(page.locator(f"[data-page='{at}']")).to_contain_text("does not hold")
    expect(page.get_by_role("group", name=re.compile("^Caution: The headline claims"))).to_contain_text("highest row is Brack")
    page.get_by_role("button", name="Export").click()
    card = page.get_by_role("dialog", name="Export")
    expect(card.get_by_role("status")).to_contain_text(f"Page {at + 1} claims that highest row is Knot, but highest row is Brack.")
    assert violations(page) == []
    with page.expect_download() as pending:
        card.get_by_role("button", name="Save .pptx all the same").click()
    deck = Presentation(io.BytesIO(pending.value.path().read_bytes()))
    assert len(deck.slides) == 3 and any(shape.name.startswith("Mottled Finch figure · ") for shape in deck.slides[at].shapes)
    page.get_by_role("button", name="Claim what holds now").click()
    expect(page.locator(f"[data-page='{at}']")).to_contain_text("what it claims holds")


def test_pages_are_walked_moved_and_taken_out_by_keys(page, api, folio):
    open_folio(page, folio)
    first = page.locator("[data-page='0']")
    first.focus()
    page.keyboard.press("ArrowDown")
    expect(page.locator("[data-page='1']")).to_be_focused()
    expect(page).to_have_url(re.compile(r"page=2$"))
    before = headlines(page)
    page.keyboard.press("Alt+ArrowDown")
    wait_until(lambda: headlines(page) == [before[0], before[2], before[1]])
    expect(page.locator("[data-page='2']")).to_be_focused()
    page.keyboard.press("Delete")
    wait_until(lambda: headlines(page) == [before[0], before[2]])
    page.keyboard.press("Control+z")
    page.keyboard.press("Control+z")
    wait_until(lambda: headlines(page) == before)
    page.keyboard.press("Control+Shift+z")
    wait_until(lambda: headlines(page) == [before[0], before[2], before[1]])
    page.keyboard.press("?")
    expect(page.get_by_role("dialog", name="Keys")).to_contain_text("Alt Up, Alt Down")
    page.keyboard.press("Escape")
    page.keyboard.press("Control+k")
    page.get_by_role("combobox", name="Find an action").fill("four small")
    page.keyboard.press("Enter")
    wait_until(lambda: "four" in [each.get("arrange") for each in api.get(f"/api/folios/{folio}")["spec"]["pages"]])


def test_a_page_is_dragged_to_another_place(page, folio):
    open_folio(page, folio)
    before = headlines(page)
    page.locator("[data-page='2']").drag_to(page.locator("[data-page='0']"), target_position={"x": 80, "y": 4})
    wait_until(lambda: headlines(page) == [before[2], before[0], before[1]])


def test_plates_are_put_beside_each_other_and_share_one_scale(page, api, folio, plates):
    open_folio(page, folio, 2)
    page.get_by_role("tab", name="Page").click()
    page.locator("[data-piece=Arrangement]").click()
    page.get_by_role("radio", name="two plates side by side").click()
    expect(page.get_by_role("button", name="Choose a plate at the right: an empty room")).to_be_visible()
    expect(page.get_by_role("group", name="Caution: There is room for 1 more plate.")).to_be_visible()
    page.get_by_role("button", name="Choose a plate at the right: an empty room").click()
    page.get_by_role("article", name="Crowded piers").last.get_by_role("button", name="Onto the page").click()
    expect(page.locator("[data-room]")).to_have_count(2)
    expect(page.get_by_role("button", name=re.compile("^Plate crowded piers"))).to_be_visible()
    page.get_by_role("button", name="Let them share it").first.click()
    expect(page.get_by_text("All its plates are on one scale, with one legend.")).to_be_visible()
    spec = api.get(f"/api/folios/{folio}")["spec"]["pages"][1]
    assert spec["share"] and len(spec["plates"]) == 2
    assert violations(page) == []
    page.get_by_role("tab", name="Plates").click()
    page.get_by_role("textbox", name="What the plate is called in facts").fill("people")
    page.keyboard.press("Enter")
    wait_until(lambda: "people" in api.get(f"/api/folios/{folio}")["spec"]["plates"])
    page.get_by_role("button", name="Take it off the page").click()
    wait_until(lambda: len(api.get(f"/api/folios/{folio}")["spec"]["pages"][1]["plates"]) == 1)


def test_words_are_written_and_a_typed_number_becomes_a_fact(page, api, folio):
    open_folio(page, folio, 3)
    page.get_by_role("tab", name="Words").click()
    field = page.get_by_role("textbox", name="Words of the page")
    field.fill("- At most 120 people")
    field.press("Enter")
    field.press_sequentially("- and more")
    field.press("Control+Enter")
    caution = page.get_by_role("group", name="Caution: The words name a number that moves: 120.")
    expect(caution).to_be_visible()
    assert violations(page) == []
    caution.get_by_role("button", name="Make it a live fact").click()
    wait_until(lambda: "{crowded piers.highest} people" in api.get(f"/api/folios/{folio}")["spec"]["pages"][2]["words"])
    expect(caution).to_have_count(0)


def test_two_windows_lose_no_change_of_each_other(page, api, folio):
    open_folio(page, folio)
    spec = api.get(f"/api/folios/{folio}")["spec"]
    api.put(f"/api/folios/{folio}", {**spec, "footer": "From elsewhere"})
    page.locator("[data-piece=Title]").click()
    page.get_by_role("textbox", name="Title of the folio").fill("Mine")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("This folio was changed elsewhere meanwhile (Foot written)")
    page.get_by_role("button", name="Apply mine").click()
    wait_until(lambda: api.get(f"/api/folios/{folio}")["spec"].get("title") == "Mine")
    assert api.get(f"/api/folios/{folio}")["spec"]["footer"] == "From elsewhere"


def test_two_windows_that_write_one_headline_ask_before_either_is_overwritten(page, api, folio):
    open_folio(page, folio, 2)
    page.get_by_role("tab", name="Page").click()
    spec = api.get(f"/api/folios/{folio}")["spec"]
    pages = [spec["pages"][0], {**spec["pages"][1], "headline": "Theirs"}, *spec["pages"][2:]]
    api.put(f"/api/folios/{folio}", {**spec, "pages": pages})
    field = page.get_by_role("textbox", name="Headline of the page")
    field.fill("Mine")
    field.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("This folio was changed elsewhere meanwhile")
    expect(field).to_have_value("Theirs")
    page.get_by_role("button", name="Keep theirs").focus()
    saved(page)
    assert api.get(f"/api/folios/{folio}")["spec"]["pages"][1]["headline"] == "Theirs"
    page.get_by_role("button", name="Apply mine").click()
    wait_until(lambda: api.get(f"/api/folios/{folio}")["spec"]["pages"][1]["headline"] == "Mine")


def test_a_deck_dropped_on_the_desk_opens_its_folio(page, api, folio):
    content = api.raw(f"/api/folios/{folio}/export.pptx")
    page.goto("/")
    drop(page, "review.pptx", content)
    page.wait_for_url(re.compile(rf"/folios/{folio}$"))
    text = api.raw(f"/api/folios/{folio}/folio.json").decode()
    page.goto("/")
    drop(page, "review.folio.json", text)
    page.wait_for_url(re.compile(r"/folios/\d+$"))
    assert not page.url.endswith(f"/{folio}")


def test_a_deck_that_people_edited_is_refreshed_page_by_page(page, api, folio, plates, tmp_path):
    content = api.raw(f"/api/folios/{folio}/export.pptx?form=table")
    deck = Presentation(io.BytesIO(content))
    deck.slides[1].shapes.title.text = "A person's words"
    deck.save(tmp_path / "edited.pptx")
    table = api.get(f"/api/plates/{plates[0]}")["plate"]["table"]
    api.put(f"/api/tables/{table}/mends", {"mends": [{"do": "drop", "where": [{"field": "pier", "in": ["Knot"]}]}]})
    open_folio(page, folio)
    page.get_by_role("button", name="Give a file back").click()
    sheet = page.get_by_role("dialog", name="Give a file back")
    (tmp_path / "none.pptx").write_bytes(b"none")
    sheet.get_by_label("File that came back").set_input_files(tmp_path / "none.pptx")
    expect(sheet.get_by_role("alert")).to_contain_text("this is no deck or document that can be opened")
    sheet.get_by_label("File that came back").set_input_files(tmp_path / "edited.pptx")
    expect(sheet.get_by_role("checkbox")).to_have_count(2)
    expect(sheet.get_by_role("group")).to_contain_text("no number changed; went: Knot")
    assert violations(page) == []
    sheet.get_by_role("checkbox").last.uncheck()
    with page.expect_download() as pending:
        sheet.get_by_role("button", name="Save with 1 figure remade").click()
    made = Presentation(io.BytesIO(pending.value.path().read_bytes()))
    assert made.slides[1].shapes.title.text == "A person's words"
    tables = [shape.table for slide in made.slides for shape in slide.shapes if shape.has_table]
    heads = [[line.cells[0].text for line in table.rows][1:] for table in tables]
    assert heads == [["Ardle", "Brack"], ["Ardle", "Brack", "Knot"]]
    assert pending.value.suggested_filename == "edited.pptx"


def test_what_changed_since_the_edition_before_is_told_on_its_page(page, api, folio, plates):
    table = api.get(f"/api/plates/{plates[0]}")["plate"]["table"]
    newer = TEXT.replace("Brack,Feb,4,60", "Brack,Feb,40,60") + "Osprey,Jan,1,1\n"
    file = api.post(f"/api/imports?name=next.csv&table={table}", newer.encode())["file"]
    api.post(f"/api/imports/{file['id']}/start", b"{}", "application/json")
    wait_until(lambda: api.get(f"/api/imports/{file['id']}")["state"] not in ("looked", "waiting", "reading"))
    if api.get(f"/api/imports/{file['id']}")["state"] != "done":
        accepted = api.get(f"/api/imports/{file['id']}")
        api.post(f"/api/imports/{accepted['id']}/accept", b'{"anyway": true}', "application/json")
    at = 2 if api.get(f"/api/folios/{folio}")["pages"][1]["title"] == "Late in winter" else 3
    open_folio(page, folio, at)
    since = page.get_by_role("group", name="Since the edition before")
    expect(since).to_contain_text("2 of 3 pages changed")
    expect(since).to_contain_text("Osprey is new, on 1 record.")
    expect(since).to_contain_text(re.compile(r"40\s*Brack, Feb 4 before"))
    expect(page.locator(f"[data-page='{at - 1}']")).to_contain_text("changed since the edition before")
    assert violations(page) == []
    page.get_by_role("button", name="Add a page").click()
    page.get_by_role("radio", name="Since the edition before").click()
    expect(page.get_by_test_id("folio-page").get_by_role("img")).to_have_attribute("alt", re.compile("Brack, Feb: 40, 4 before"))


def test_the_desk_has_folios_and_takes_one_away(page, api, folio):
    page.goto("/")
    card = page.get_by_role("article").filter(has=page.get_by_role("link", name="Review", exact=True)).first
    expect(card).to_contain_text("3 pages")
    assert violations(page) == []
    before = len(api.get("/api/folios"))
    card.get_by_role("button", name="More about Review").click()
    page.get_by_role("menuitem", name="Remove this folio; its plates stay").click()
    wait_until(lambda: len(api.get("/api/folios")) == before - 1)


@pytest.mark.parametrize("width", [1280, 1024, 390])
def test_it_holds_at_every_width(page, folio, width):
    page.set_viewport_size({"width": width, "height": 800})
    open_folio(page, folio, 2)
    assert violations(page) == []
    assert page.evaluate("document.documentElement.scrollWidth") <= width
    page.set_viewport_size({"width": 1280, "height": 800})


PAINT_AT = """async (image, [x, y]) => {
    await image.decode();
    const canvas = new OffscreenCanvas(image.naturalWidth, image.naturalHeight);
    const pen = canvas.getContext('2d');
    pen.drawImage(image, 0, 0);
    return [...pen.getImageData(x * canvas.width, y * canvas.height, 1, 1).data].slice(0, 3);
}"""


def test_a_page_is_shown_on_what_the_template_of_the_house_paints(page, folio):
    open_folio(page, folio, 2)
    page.get_by_role("tab", name="Template").click()
    band, cloud = shape((0, 0, 960, 20), fill=solid("0b5fa5")), shape((0, 0, 9, 9), kind="cloud", name="Cloud")
    page.get_by_label("File: Slides are laid in").set_input_files(
        {"name": "Harbor house.pptx", "mimeType": "application/octet-stream", "buffer": painted_deck(band, cloud)}
    )
    expect(page.get_by_role("combobox", name="Slides are laid in")).to_have_value("Harbor house")
    saved(page)
    shown = page.get_by_test_id("folio-page").locator("img")
    wait_until(lambda: shown.evaluate(PAINT_AT, [0.5, 0.02]) == [11, 95, 165])
    page.get_by_role("tab", name="Page").click()
    expect(page.get_by_text('Not shown here: "Cloud" of the layout; it is on the slide.')).to_be_visible()
    assert violations(page) == []
    page.get_by_role("combobox", name="Layout of the template").select_option("Title Only")
    expect(page.get_by_text("Not shown here")).to_have_count(0)
    saved(page)
    assert shown.evaluate(PAINT_AT, [0.5, 0.02]) == [11, 95, 165]
    page.get_by_role("tab", name="Template").click()
    page.get_by_role("combobox", name="Slides are laid in").select_option("plain")
    wait_until(lambda: shown.evaluate(PAINT_AT, [0.5, 0.02]) == [255, 255, 255])
