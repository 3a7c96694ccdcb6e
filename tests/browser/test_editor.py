"""The plate editor, part by part."""

import json
import re

import pytest
from playwright.sync_api import expect

from .conftest import choose, open_plate, painted, pick, picture_of, plate_number, said, screen_color, settled, wait_until

TEXT = "town,item,paid,on\n" + "".join(
    f"{town},{item},{10 * i + j},2025-{1 + (i + j) % 6:02d}-{5 + i:02d}\n"
    for i, town in enumerate(["Alder", "Birch", "Cedar"])
    for j, item in enumerate(["ink", "nib", "pad", "pen"])
    if (i, j) != (1, 2)
)
SUMS = {"rows": [{"field": "town"}], "columns": [{"field": "item"}], "measure": {"take": "sum", "of": "paid"}}


@pytest.fixture
def number(page, api):
    found = api.plate(TEXT, "towns.csv", pivot=SUMS)
    open_plate(page, found)
    return found


def test_title_and_subtitle_are_written_in_place(page, api, number):
    page.get_by_role("button", name="Write the title").click()
    page.keyboard.press("Control+a")
    page.keyboard.type("Towns <b>pay</b> {n}")
    page.keyboard.press("Enter")
    expect(page.locator("[data-part=title]")).to_have_text("Towns <b>pay</b> 11")
    expect(page.get_by_role("button", name="Write the title")).to_be_focused()
    page.get_by_role("button", name="Add a subtitle").click()
    page.keyboard.type("All of it")
    page.keyboard.press("Escape")
    assert "subtitle" not in api.recipe(number)["words"]
    page.get_by_role("button", name="Add a subtitle").click()
    page.keyboard.type("All of it")
    page.get_by_role("region", name="Reading").click(position={"x": 5, "y": 5})
    expect(page.locator("[data-part=subtitle]")).to_have_text("All of it")
    assert api.recipe(number)["words"] == {"title": "Towns <b>pay</b> {n}", "subtitle": "All of it"}
    assert page.title().startswith("Towns <b>pay</b>")


def test_words_taken_off_leave_faint_phrases_that_put_them_back(page, api, number):
    for which in ("title", "caption"):
        page.get_by_role("button", name=f"Write the {which}").click()
        page.keyboard.press("Control+a")
        page.keyboard.press("Delete")
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name=f"Add a {which}")).to_be_visible()
    assert api.recipe(number)["words"] == {"title": "", "caption": ""}
    boxes = [page.get_by_role("button", name=f"Add a {which}").bounding_box() for which in ("title", "subtitle", "caption")]
    assert boxes[0]["x"] + boxes[0]["width"] < boxes[1]["x"]
    page.get_by_role("button", name="Add a title").click()
    page.keyboard.type("Back again")
    page.keyboard.press("Enter")
    expect(page.locator("[data-part=title]")).to_have_text("Back again")


def test_a_wrong_live_fact_is_told_and_nothing_is_lost(page, api, number):
    before = api.recipe(number)
    page.get_by_role("button", name="Write the title").click()
    page.keyboard.type("{m} towns")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text('No live fact "m"; choose from n, rows')
    assert api.recipe(number) == before
    page.get_by_role("button", name="Close the message").click()
    expect(page.get_by_role("alert")).to_have_count(0)


def test_rows_and_columns_turn_in_one_action(page, api, number):
    page.get_by_role("button", name="Turn rows and columns").click()
    expect(page.get_by_role("button", name="What goes down: item")).to_be_visible()
    settled(page)
    assert api.recipe(number)["pivot"]["columns"] == [{"field": "town"}]
    page.keyboard.press("Control+z")
    expect(page.get_by_role("button", name="What goes down: town")).to_be_visible()
    page.keyboard.press("Control+Shift+z")
    expect(page.get_by_role("button", name="What goes down: item")).to_be_visible()


def test_a_side_can_be_emptied_and_is_a_faint_phrase(page, api, number):
    choose(page, "What goes across", "nothing")
    expect(page.get_by_role("button", name="What goes across: something")).to_have_css("border-bottom-style", "dotted")
    assert api.get(f"/api/plates/{number}")["figure"]["columns"] == [""]


def test_a_text_column_cannot_be_measured_and_says_why(page, number):
    page.get_by_role("button", name="The number that is measured").click()
    option = page.get_by_role("option", name=re.compile("^town"))
    expect(option).to_have_attribute("aria-disabled", "true")
    expect(option).to_have_attribute("title", "town holds text, not numbers.")
    option.click(force=True)
    expect(page.get_by_role("listbox")).to_be_visible()


def test_records_are_kept_by_members_dates_and_numbers(page, api, number):
    page.get_by_role("button", name="Which records are kept").click()
    page.locator("input[role=combobox]").fill("town")
    page.keyboard.press("Enter")
    page.get_by_text("all but these").click()
    page.get_by_role("group", name="Members of town").get_by_text("Birch").click()
    page.get_by_role("button", name="Keep these").click()
    expect(page.get_by_role("button", name="Which records are kept: town not Birch")).to_be_visible()
    settled(page)
    page.get_by_role("button", name="Which records are kept").click()
    page.get_by_role("option", name=re.compile("^on")).click()
    page.get_by_label("From", exact=True).fill("soon")
    expect(page.get_by_text("“soon” is not a date; write it as 2025-03-31, 2025-03 or 2025.")).to_be_visible()
    expect(page.get_by_role("button", name="Keep these")).to_be_disabled()
    page.get_by_label("From", exact=True).fill("2025-02")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Which records are kept: town not Birch, on from 2025-02")).to_be_visible()
    settled(page)
    page.get_by_role("button", name="Which records are kept").click()
    page.get_by_role("option", name=re.compile("^paid")).click()
    page.get_by_label("To, included").fill("21")
    page.get_by_role("button", name="Keep these").click()
    settled(page)
    assert api.recipe(number)["pivot"]["keep"] == [
        {"field": "town", "not_in": ["Birch"]},
        {"field": "on", "from": "2025-02"},
        {"field": "paid", "to": 21},
    ]
    page.get_by_role("button", name="Which records are kept").click()
    page.locator("input[role=combobox]").fill("month")
    page.keyboard.press("Enter")
    page.get_by_role("group", name="Members of on").get_by_text("Apr").click()
    page.get_by_role("button", name="Keep these").click()
    settled(page)
    assert api.recipe(number)["pivot"]["keep"][-1] == {"field": "on", "cut": "month", "in": ["Apr"]}
    page.keyboard.press("Control+z")
    settled(page)
    page.get_by_role("button", name="Which records are kept").click()
    page.get_by_role("button", name="Take off: town not Birch").click()
    expect(page.get_by_role("button", name="Which records are kept: on from 2025-02, paid up to 21")).to_be_visible()


def test_a_card_opened_again_at_once_starts_anew(page, number):
    page.get_by_role("button", name="Which records are kept").click()
    page.get_by_role("option", name=re.compile("^paid")).click()
    page.get_by_label("To, included").fill("21")
    page.evaluate(
        """async () => {
            const frames = (count) => count && new Promise(requestAnimationFrame).then(() => frames(count - 1));
            const press = (start) => [...document.querySelectorAll("button")]
                .find((button) => (button.ariaLabel || button.textContent).startsWith(start)).click();
            press("Keep these");
            await frames(2);
            press("Which records are kept");
        }"""
    )
    expect(page.locator("input[role=combobox]")).to_be_visible()


def test_keeping_nothing_is_said_on_the_page(page, number):
    page.get_by_role("button", name="Which records are kept").click()
    page.get_by_role("option", name=re.compile("^paid")).click()
    page.get_by_label("From", exact=True).fill("1000")
    page.get_by_role("button", name="Keep these").click()
    expect(page.locator("[data-part=cells]")).to_have_text("No record is kept, so there is nothing to color.")
    expect(page.get_by_text("No cell has a value, so there is nothing to color yet.")).to_be_visible()


def test_pointing_at_a_palette_shows_it_and_leaving_puts_it_back(page, api, number):
    colors = {palette["name"]: palette["colors"] for palette in api.get("/api/palettes")}
    highest = (2, 3)
    assert screen_color(page, *highest) == colors["water-mint"][-1]
    page.get_by_role("button", name=re.compile("^Palette:")).click()
    page.get_by_role("button", name="Teasel").hover()
    painted(page)
    assert screen_color(page, *highest) == colors["teasel"][-1]
    page.keyboard.press("Escape")
    painted(page)
    assert screen_color(page, *highest) == colors["water-mint"][-1]
    assert "color" not in api.recipe(number)


def test_what_high_is_turns_a_palette_that_would_mislead(page, api, number):
    page.get_by_role("button", name=re.compile("^Palette:")).click()
    page.get_by_role("button", name="Kingcup").click()
    settled(page)
    bad = screen_color(page, 2, 3)
    pick(page, "high_is", "good")
    settled(page)
    expect(page.locator("[data-said=high_is]")).to_have_text("good")
    assert screen_color(page, 2, 3) != bad
    assert screen_color(page, 0, 0) == bad
    page.get_by_role("button", name="Turn them round").click()
    settled(page)
    assert screen_color(page, 2, 3) == bad


def test_a_handle_is_typed_named_nudged_and_given_back(page, api, number):
    page.get_by_role("slider", name="Middle of the scale").click()
    page.get_by_label("Middle at").fill("x")
    expect(page.get_by_text("Write a number, such as 5 or 2.5.")).to_be_visible()
    page.get_by_label("Middle at").fill("12.5")
    page.get_by_label("Its name on the legend").fill("our promise")
    page.keyboard.press("Enter")
    expect(page.locator("[data-part=legend]", has_text="12.5, our promise")).to_be_visible()
    assert api.recipe(number)["color"]["middle"] == {"at": 12.5, "name": "our promise"}

    handle = page.get_by_role("slider", name="Middle of the scale, our promise")
    handle.focus()
    for _ in range(3):
        page.keyboard.press("ArrowUp")
    page.keyboard.press("Tab")
    settled(page)
    middle = api.recipe(number)["color"]["middle"]
    assert 12.5 < middle["at"] < 14
    assert middle["name"] == "our promise"

    handle.focus()
    page.keyboard.press("Enter")
    page.get_by_role("button", name="Halfway").click()
    settled(page)
    assert "middle" not in api.recipe(number).get("color", {})


def test_a_clipped_end_shows_what_lies_beyond(page, api, number):
    page.get_by_role("slider", name="High end of the scale").click()
    page.get_by_label("High end at").fill("10")
    page.get_by_role("button", name="Set").click()
    expect(page.locator("[data-part=legend]", has_text="10 and over")).to_be_visible()
    expect(page.get_by_text("6 cells beyond the high end")).to_be_visible()
    expect(page.get_by_test_id("rail")).to_contain_text("5 cells to 23")


def test_ends_that_would_cross_are_refused_with_a_sentence(page, api, number):
    page.get_by_role("slider", name="High end of the scale").click()
    page.get_by_label("High end at").fill("-4")
    expect(page.get_by_text("The high end must lie above the low end.")).to_be_visible()
    expect(page.get_by_role("button", name="Set")).to_be_disabled()


def test_cells_totals_legend_and_page(page, api, number):
    page.get_by_role("tab", name="Heads").click()
    said(page, "totals")
    page.get_by_text("Of each row").click()
    settled(page)
    said(page, "totals")
    page.get_by_text("Of each column").click()
    settled(page)
    page.get_by_role("tab", name="Cells").click()
    said(page, "number")
    page.get_by_role("combobox", name="Decimals", exact=True).select_option("2")
    expect(page.locator("[data-part=totals]", has_text="126.00")).to_be_visible()
    page.get_by_role("tab", name="Legend").click()
    said(page, "blank")
    page.get_by_role("textbox", name="Cells without a value").fill("none sold")
    page.keyboard.press("Enter")
    expect(page.locator("[data-part=legend]", has_text="none sold")).to_be_visible()
    said(page, "place")
    page.get_by_text("Legend on the page").click()
    expect(page.locator("[data-part=legend]")).to_have_count(0)
    page.get_by_role("tab", name="Words").click()
    said(page, "caption")
    page.get_by_role("textbox", name="Caption").fill("From {n} sales")
    page.get_by_role("textbox", name="Caption").blur()
    expect(page.locator("[data-part=caption]")).to_have_text("From 11 sales")
    page.get_by_role("tab", name="Page").click()
    said(page, "size")
    page.get_by_text("Half slide").click()
    expect(page.get_by_role("radio", name="Half slide")).to_be_checked()
    settled(page)
    box = page.get_by_test_id("page").bounding_box()
    assert box["width"] / box["height"] == pytest.approx(480 / 540, rel=0.01)
    said(page, "size")
    page.get_by_label("Width, points").fill("20")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_have_text("Write a whole number from 120 to 4,000.")
    assert api.recipe(number)["page"] == {"width": 480}


def test_the_tray_reads_a_cell_and_lists_the_ends(page, number):
    page.get_by_role("button", name="Cedar, pen").click()
    reading = page.get_by_role("region", name="Reading")
    expect(reading).to_contain_text("highest of 11 cells")
    expect(page.get_by_test_id("reading")).to_contain_text("23")
    for words in ("Records1", "Cedar86", "pen39", "All cells126", "Of its row26.7%", "Of its column59%"):
        expect(reading).to_contain_text(words)
    cell = page.get_by_role("gridcell")
    expect(cell).to_have_attribute("aria-label", "Cedar, pen: 23, 1 record")
    grid = page.get_by_role("grid")
    expect(grid).to_have_attribute("aria-rowcount", "4")
    expect(grid).to_have_attribute("aria-colcount", "5")
    assert grid.get_attribute("aria-activedescendant") == cell.get_attribute("id")
    expect(reading).to_contain_text("1 cell without a value")


def test_the_picture_is_copied(page, number):
    page.get_by_role("button", name="Copy picture").click()
    expect(page.get_by_role("status").filter(has_text="picture copied")).to_have_count(1)
    data = page.evaluate(
        """async () => {
            const [item] = await navigator.clipboard.read();
            return [...new Uint8Array(await (await item.getType("image/png")).arrayBuffer())];
        }"""
    )
    assert picture_of(bytes(data)).size == (1920, 1080)


def test_quick_changes_do_not_overwrite_each_other(page, api, number):
    page.get_by_role("tab", name="Heads").click()
    said(page, "totals")
    page.get_by_text("Of each row").click(no_wait_after=True)
    said(page, "totals")
    page.get_by_text("Of each column").click(no_wait_after=True)
    page.get_by_role("tab", name="Cells").click()
    said(page, "values")
    page.get_by_role("combobox", name="Values", exact=True).select_option("none", no_wait_after=True)
    expect(page.locator("[data-part=totals]").first).to_be_visible()
    wait_until(lambda: len(api.recipe(number).get("cells", {})) == 1 and api.recipe(number)["pivot"].get("totals"))
    settled(page)
    assert api.recipe(number)["pivot"]["totals"] == {"rows": True, "columns": True}
    assert api.recipe(number)["cells"] == {"values": "none"}


def test_the_keys_are_listed(page, number):
    page.keyboard.press("?")
    expect(page.get_by_role("dialog", name="Keys")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)


def test_any_action_is_found_by_name(page, api, number):
    page.keyboard.press("Control+k")
    page.keyboard.type("pal fri")
    page.keyboard.press("Enter")
    settled(page)
    assert api.recipe(number)["color"] == {"palette": "fritillary"}
    page.keyboard.press("Control+k")
    page.keyboard.type("und")
    expect(page.get_by_role("option")).to_have_text("UndoPalette Fritillary")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Redo")).to_be_enabled()
    assert "color" not in api.recipe(number)
    page.keyboard.press("Control+k")
    page.keyboard.type("no such thing")
    expect(page.get_by_text("Nothing here is called that.")).to_be_visible()
    page.keyboard.press("Escape")
    page.keyboard.press("Control+k")
    with page.expect_download() as pending:
        page.keyboard.type("export slide")
        page.keyboard.press("Enter")
    assert pending.value.suggested_filename == "Sum of paid by town and item.pptx"


def test_a_plate_that_is_not_there_says_so(page):
    page.goto("/plates/99999")
    expect(page.get_by_role("heading", name="This plate is not here")).to_be_visible()
    page.goto("/nowhere")
    expect(page.get_by_role("heading", name="There is nothing at this address")).to_be_visible()
    page.get_by_role("link", name="To the desk", exact=True).click()
    expect(page.get_by_role("heading", name="Plates")).to_be_visible()


@pytest.mark.parametrize(("width", "height"), [(1024, 720), (3840, 2160)])
def test_other_screens(page, api, number, width, height):
    page.set_viewport_size({"width": width, "height": height})
    settled(page)
    assert page.evaluate(
        "document.documentElement.scrollWidth <= innerWidth && document.documentElement.scrollHeight <= innerHeight"
    )
    box = page.get_by_test_id("page").bounding_box()
    assert box["x"] >= 0
    assert box["width"] > (550 if width < 2000 else 2000)
    colors = json.loads(json.dumps(api.get(f"/api/plates/{plate_number(page)}/export.json")))["colors"]
    assert screen_color(page, 0, 0) == colors[0][0]
