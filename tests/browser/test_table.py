"""The table's screen: dirty data brought in, mended, and refreshed, with the plate right all the while."""

import json
import re

import pytest
from playwright.sync_api import expect

from .conftest import bring_in, drop, make_plate, settled, wait_until

MONTHS = range(1, 5)
PIERS = {"KES": "Kestle Hythe", "MRW": "Marrow Steps", "STB": "Saint Brannoc"}


def log(months=MONTHS, pier="pier", dirt=True) -> str:
    """Twelve departures a month; some piers misspelt, some by their code, some minutes not known."""
    lines = []
    for month in months:
        for i in range(12):
            code, name = list(PIERS.items())[i % 3]
            if dirt and i == 3:
                name = "Kestle Hyth" if month % 2 else name
            if dirt and i in (4, 8):
                name = code
            if dirt and i == 5:
                name = "st. brannoc"
            minutes = "n/k" if dirt and month == 2 and i == 6 else str(10 * month + i % 3)
            lines.append(f"{i + 1:02}/{month:02}/2025 08:00;{name};{code};{minutes},5\n".replace("n/k,5", "n/k"))
    lines.append(f"28/{max(months):02}/2025 08:00;Kestle Hythe;KES;1.000,5\n")
    return f"departed;{pier};code;minutes late\n" + "".join(lines)


def averages(months=MONTHS):
    """By hand: the minutes of each true pier in each month."""
    rows = []
    for number in range(3):
        row = []
        for month in months:
            values = [10 * month + i % 3 + 0.5 for i in range(12) if i % 3 == number and not (month == 2 and i == 6)]
            if number == 0 and month == max(months):
                values.append(1000.5)
            row.append(sum(values) / len(values))
        rows.append(row)
    return rows


def cell(page, record: int, column: str):
    place = page.get_by_role("columnheader", name=re.compile(f"^{column}", re.I)).get_attribute("aria-colindex")
    return page.get_by_role("row", name=re.compile(f"^{record:,} ")).locator(f"[aria-colindex='{place}']")


def lines(page):
    return page.get_by_role("region", name="Mends").get_by_role("listitem")


def mend_from_head(page, column: str, words: str):
    page.get_by_role("columnheader", name=re.compile(f"^{column}", re.I)).get_by_role("button").click()
    page.get_by_role("menuitem", name=words).click()
    return page.get_by_role("dialog")


def lay_on(page):
    page.get_by_role("dialog").get_by_role("button", name="Add the mend").click()
    expect(page.get_by_role("dialog")).to_have_count(0)


def test_dirty_data_is_mended_once_and_stays_mended(page, api):
    page.goto("/")
    drop(page, "log.csv", log().encode("windows-1252"))
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    expect(page.get_by_role("button", name="What parts the fields: text with semicolons")).to_be_visible()
    expect(page.get_by_role("button", name="The decimal mark: decimal comma")).to_be_visible()
    table = bring_in(page)
    expect(page.get_by_role("button", name="text with semicolons, UTF-8, decimal comma")).to_be_visible()

    # What was found, each with its mend
    found = page.get_by_role("complementary", name="Found")
    expect(found.get_by_text("4 open, 0 mends")).to_be_visible()
    found.get_by_role("button", name="Merge into Kestle Hythe").click()
    found.get_by_role("button", name="Merge into Saint Brannoc").click()
    found.get_by_role("button", name="Put the names in").click()
    found.get_by_role("button", name="Keep as blank").click()
    expect(found.get_by_text("0 open, 3 mends")).to_be_visible()
    expect(lines(page)).to_have_count(3)
    expect(lines(page).nth(0)).to_contain_text("2 records")
    expect(cell(page, 4, "Pier")).to_have_text("Kestle Hyth Kestle Hythe")
    expect(cell(page, 5, "Pier")).to_have_text("MRW Marrow Steps")

    make_plate(page)
    settled(page)
    number = int(page.url.rsplit("/", 1)[1])
    recipe = {
        "finch_recipe": 2,
        "pivot": {
            "rows": [{"field": "pier"}],
            "columns": [{"field": "departed", "cut": "month"}],
            "measure": {"take": "average", "of": "minutes late"},
        },
    }
    page.request.put(f"/api/plates/{number}/recipe", data=recipe)
    page.reload()
    settled(page)
    figure = api.get(f"/api/plates/{number}")["figure"]
    assert figure["rows"] == list(PIERS.values())
    assert figure["values"] == [pytest.approx(value) for row in averages() for value in row]
    expect(page.locator("[data-part=heads]", has_text="Kestle Hyth").first).to_have_text("Kestle Hythe")

    # Next Monday: a newer file, in which a column is called otherwise
    page.goto(f"/tables/{table}")
    months = range(1, 6)
    page.get_by_label("A newer file of this table").set_input_files(
        {"name": "log later.csv", "mimeType": "text/csv", "buffer": log(months, pier="berth").encode()}
    )
    page.get_by_role("button", name="Read and compare").click()
    expect(page.get_by_text("Edition 2 would hold 61 records in place of 49; 48 are as before.")).to_be_visible()
    expect(page.get_by_role("combobox", name="What stands for pier")).to_have_value("berth")
    expect(page.get_by_text("runs to 2025-05-28 08:00")).to_be_visible()
    expect(page.get_by_text("Mends that no longer fit")).to_have_count(0)
    page.get_by_role("combobox", name="What stands for pier").select_option("")
    expect(page.get_by_role("heading", name="Mends that no longer fit")).to_be_visible()
    page.get_by_role("combobox", name="What stands for pier").select_option("berth")
    assert api.get(f"/api/tables/{table}")["edition"] == 1
    page.get_by_role("button", name="Accept edition 2").click()
    page.wait_for_url(f"**/tables/{table}")
    expect(lines(page)).to_have_count(4)
    expect(lines(page).nth(0)).to_contain_text("berth is called pier")
    expect(lines(page).nth(1)).to_contain_text("3 records")
    page.goto(f"/plates/{number}")
    settled(page)
    expect(page.locator("[data-part=heads]", has_text="May")).to_be_visible()
    figure = api.get(f"/api/plates/{number}")["figure"]
    assert (figure["rows"], figure["columns"]) == (list(PIERS.values()), ["Jan", "Feb", "Mar", "Apr", "May"])
    assert figure["values"] == [pytest.approx(value) for row in averages(months) for value in row]

    # And back to the edition before
    page.goto(f"/tables/{table}")
    page.get_by_role("button", name="Editions: edition 2").click()
    page.get_by_role("menuitem", name="Let edition 1 stand").click()
    expect(page.get_by_text("49 records, 4 columns")).to_be_visible()
    expect(lines(page).nth(0)).to_contain_text("berth is called pier")
    expect(lines(page).nth(0)).not_to_contain_text("no column")
    assert api.get(f"/api/plates/{number}")["figure"]["columns"][-1] == "Apr"


@pytest.fixture
def table(page, api) -> int:
    number = int(api.post("/api/tables?name=small.csv", log(dirt=False).encode())["id"])
    page.goto(f"/tables/{number}")
    expect(page.get_by_role("grid", name="Records")).to_be_visible()
    return number


def test_the_reading_is_overruled_before_and_after(page, api):
    page.goto("/")
    drop(page, "when.csv", "when,n\n03/04/2025,1\n05/06/2025,2\n07/08/2025,3\n")
    page.get_by_role("button", name="The order of day and month").click()
    page.get_by_role("option", name="month before day").click()
    expect(page.get_by_role("cell", name="2025-03-04")).to_be_visible()
    page.get_by_role("button", name="Import").focus()
    table = bring_in(page)
    expect(cell(page, 1, "When")).to_have_text("2025-03-04")
    page.get_by_role("button", name="month before day").click()
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    page.get_by_role("button", name="The order of day and month").click()
    page.get_by_role("option", name="As it is found").click()
    expect(page.get_by_role("cell", name="2025-04-03")).to_be_visible()
    page.get_by_role("button", name="Read and compare").click()
    page.get_by_role("button", name="Accept edition 2").click()
    page.wait_for_url(f"**/tables/{table}")
    expect(cell(page, 1, "When")).to_have_text("2025-04-03")
    page.get_by_role("columnheader", name=re.compile("^when", re.I)).get_by_role("button").click()
    expect(page.get_by_text("day before month, a guess: every date here can be read both ways")).to_be_visible()
    assert len(api.get(f"/api/tables/{table}/workbench")["editions"]) == 2


def test_a_reading_that_cannot_be_is_told_and_changes_nothing(page):
    page.goto("/")
    drop(page, "a.csv", ("a,b\n" + "1,é\n" * 20).encode("latin-1"))
    page.get_by_role("button", name="Where the names stand").click()
    page.locator("input[role=combobox]").fill("no line")
    page.keyboard.press("Enter")
    expect(page.get_by_role("columnheader", name="column 1")).to_be_visible()
    page.get_by_role("button", name="The encoding of the text").click()
    page.locator("input[role=combobox]").fill("utf-8")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_have_text("a.csv: the file is not UTF-8; choose another encoding")
    expect(page.get_by_role("columnheader", name="column 1")).to_be_visible()
    page.get_by_role("button", name="Discard").click()
    page.wait_for_url("**/")


def test_one_card_goes_before_the_next_one_comes(page):
    page.goto("/")
    drop(page, "a.csv", "a,b\n1,x\n")
    page.get_by_role("button", name="Where the names stand").click()
    page.evaluate(
        """async () => {
            const frame = () => new Promise(requestAnimationFrame);
            document.activeElement.dispatchEvent(new KeyboardEvent("keydown", {key: "Escape", bubbles: true}));
            await frame();
            await frame();
            [...document.querySelectorAll("button")].find((button) => button.ariaLabel?.startsWith("The encoding")).click();
            await frame();
            await frame();
        }"""
    )
    expect(page.locator("input[role=combobox]")).to_have_count(1, timeout=50)


def test_a_file_that_fails_can_be_read_in_another_way(page):
    page.goto("/")
    drop(page, "unclosed.csv", 'a,b\n1,x\n2,"y\n3,z\n')
    page.get_by_role("button", name="Import").click()
    expect(page.get_by_role("alert")).to_have_text(
        "unclosed.csv: a quotation mark opened in record 2 is never closed; close it, or take it out"
    )
    page.goto("/")
    card = page.get_by_role("article").filter(has_text="unclosed.csv")
    expect(card).to_contain_text("was not brought in")
    card.get_by_role("button", name="Dismiss").click()
    expect(card).to_have_count(0)


def test_a_table_is_pasted(page):
    page.goto("/")
    expect(page.get_by_text("Drop a table here")).to_be_visible()
    page.evaluate(
        """() => {
            const data = new DataTransfer();
            data.setData("text/plain", "town\\tcount\\nAlder\\t3\\nBirch\\t4\\n");
            document.body.dispatchEvent(new ClipboardEvent("paste", {clipboardData: data, bubbles: true, cancelable: true}));
        }"""
    )
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    expect(page.get_by_role("button", name="What parts the fields: text with tabs")).to_be_visible()
    bring_in(page)
    expect(cell(page, 2, "Town")).to_have_text("Birch")


def test_the_grid_is_walked_and_a_value_put_right_by_keys(page, api, table):
    grid = page.get_by_role("grid", name="Records")
    grid.focus()
    for key in ("ArrowDown", "ArrowDown", "ArrowRight", "ArrowRight", "ArrowRight"):
        page.keyboard.press(key)
    expect(page.locator("#record-cell")).to_have_text("12.5")
    assert grid.get_attribute("aria-activedescendant") == "record-cell"
    page.keyboard.press("Enter")
    expect(page.get_by_label("minutes late, record 3")).to_be_focused()
    page.keyboard.type("99")
    page.keyboard.press("Enter")
    expect(cell(page, 3, "Minutes late")).to_have_text("12.5 99")
    expect(lines(page)).to_contain_text("minutes late, record 3: “12.5” is “99”")
    (line,) = api.get(f"/api/tables/{table}/workbench")["mends"]
    assert line["mend"]["match"] == {"departed": "2025-01-03 08:00"}
    expect(grid).to_be_focused()
    page.keyboard.press("Control+z")
    expect(cell(page, 3, "Minutes late")).to_have_text("12.5")
    page.keyboard.press("Control+Shift+z")
    expect(cell(page, 3, "Minutes late")).to_have_text("12.5 99")
    grid.focus()
    page.keyboard.press("Control+End")
    expect(page.locator("#record-cell")).to_have_text("1000.5")
    page.keyboard.press("Enter")
    page.keyboard.type("soon")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text('"soon" is not a number, and "minutes late" holds numbers')


def test_records_are_found_and_sorted_by_look(page, table):
    page.keyboard.press("/")
    page.keyboard.type("marrow")
    expect(page.get_by_role("status").filter(has_text="16 records")).to_be_visible()
    expect(page.get_by_role("row").nth(1)).to_contain_text("Marrow Steps")
    page.keyboard.press("Escape")
    expect(page.get_by_role("row").nth(2)).to_contain_text("Marrow Steps")
    page.get_by_role("columnheader", name=re.compile("^minutes", re.I)).get_by_role("button").click()
    page.get_by_role("menuitem", name="Sort descending").click()
    expect(page.get_by_role("row").nth(1)).to_contain_text("1000.5")
    expect(page.get_by_role("columnheader", name=re.compile("^minutes", re.I))).to_have_attribute("aria-sort", "descending")
    page.get_by_label("Find in records").fill("nowhere")
    expect(page.get_by_text("No record contains that.")).to_be_visible()


def test_each_mend_is_made_by_hand_and_tells_what_it_touches_first(page, table):
    dialog = mend_from_head(page, "Pier", "Merge spellings")
    dialog.get_by_label("Kestle Hythe").check()
    dialog.get_by_label("Marrow Steps").check()
    expect(dialog.get_by_text("Touches 16 records")).to_be_visible()
    dialog.get_by_label("They become").fill("South piers")
    expect(dialog.get_by_text("Touches 33 records")).to_be_visible()
    lay_on(page)

    dialog = mend_from_head(page, "Code", "Relabel by a list")
    dialog.get_by_label("Old and new names").fill("KES\tKestle\nMRW")
    expect(dialog.get_by_text("Line 2 has no new name")).to_be_visible()
    expect(dialog.get_by_role("button", name="Add the mend")).to_be_disabled()
    dialog.get_by_label("Old and new names").fill("KES\tKestle\nMRW\tMarrow")
    lay_on(page)

    dialog = mend_from_head(page, "Pier", "Trim and case")
    dialog.get_by_label("Letters").select_option("upper")
    expect(dialog.get_by_text("SOUTH PIERS", exact=True)).to_be_visible()
    lay_on(page)

    dialog = mend_from_head(page, "Minutes late", "Leave records out by it")
    dialog.get_by_label("Leave out where it").select_option("above")
    dialog.get_by_label("Number").fill("1000")
    expect(dialog.get_by_text("Touches 1 record", exact=True)).to_be_visible()
    lay_on(page)
    expect(page.get_by_text("48 records")).to_be_visible()

    page.get_by_role("button", name="Add a mend").click()
    page.get_by_role("menuitem", name="Compute a column").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Name of the new column").fill("hours late")
    dialog.get_by_label("Is", exact=True).fill('"minutes lat" / 60')
    expect(dialog.get_by_text("At character 1, there is no column")).to_be_visible()
    dialog.get_by_label("Is", exact=True).fill('round("minutes late" / 60, 2)')
    expect(dialog.get_by_text("Makes a new column; touches 48 records")).to_be_visible()
    lay_on(page)
    expect(page.get_by_role("columnheader", name=re.compile("^hours late", re.I))).to_be_visible()

    for words, fill in (
        ("Fill blanks down", None),
        ("Change the kind", lambda form: form.get_by_label("Read as").select_option("category")),
        ("Rename", lambda form: form.get_by_label("Is called").fill("late by")),
    ):
        dialog = mend_from_head(page, "Minutes late", words)
        if fill:
            fill(dialog)
        lay_on(page)
    dialog = mend_from_head(page, "Pier", "Split at a mark")
    dialog.get_by_label("Cut at").fill(" ")
    dialog.get_by_label("Names of the new columns").fill("first, rest")
    lay_on(page)
    for title, fill in (
        ("Join columns", [("first", None), ("code", None), ("Name of the new column", "both")]),
        ("Leave repeats out", [("both", None)]),
        ("Unfold a matrix", []),
    ):
        page.get_by_role("button", name="Add a mend").click()
        page.get_by_role("menuitem", name=title).click()
        for label, text in fill:
            field = page.get_by_role("dialog").get_by_label(label, exact=text is None)
            field.fill(text) if text else field.check()
        lay_on(page)
    expect(lines(page)).to_have_count(12)
    expect(page.get_by_role("columnheader", name=re.compile("^value", re.I))).to_be_visible()


def test_mends_are_switched_moved_changed_and_taken_out(page, api, table):
    mends = [
        {"do": "merge", "field": "pier", "from": ["Marrow Steps"], "into": "Kestle Hythe"},
        {"do": "drop", "where": [{"field": "pier", "in": ["Marrow Steps"]}]},
    ]
    page.request.put(f"/api/tables/{table}/mends", data={"mends": mends})
    page.reload()
    expect(lines(page).nth(1)).to_contain_text("0 records")
    page.get_by_role("button", name="More about mend 2").click()
    page.get_by_role("menuitem", name="Move earlier").click()
    expect(lines(page).nth(0)).to_contain_text("16 records")
    expect(page.get_by_role("row", name=re.compile("^2 "))).to_have_class(re.compile("dropped"))
    page.get_by_text("Undo").hover()
    lines(page).nth(0).locator("label").click()
    expect(page.get_by_role("row", name=re.compile("^2 "))).not_to_have_class(re.compile("dropped"))
    assert api.get(f"/api/tables/{table}/workbench")["mends"][0]["mend"]["off"] is True
    page.get_by_role("button", name="More about mend 2").click()
    page.get_by_role("menuitem", name="Change it").click()
    page.get_by_role("dialog").get_by_label("They become").fill("Southern")
    page.get_by_role("dialog").get_by_role("button", name="Save the change").click()
    expect(lines(page).nth(1)).to_contain_text("“Southern”")
    page.get_by_role("button", name="More about mend 1").click()
    page.get_by_role("menuitem", name="Remove").click()
    expect(lines(page)).to_have_count(1)


def test_a_table_is_renamed_where_its_name_stands(page, api, table):
    page.get_by_role("button", name=api.get(f"/api/tables/{table}")["name"], exact=True).click()
    expect(page.get_by_label("Name of the table")).to_be_focused()
    page.keyboard.type("Departures")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Departures")).to_be_visible()
    assert api.get(f"/api/tables/{table}")["name"] == "Departures"


def test_every_action_is_found_by_name(page, table):
    page.keyboard.press("Control+k")
    page.locator("input[role=combobox]").fill("unf")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Unfold a matrix")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.keyboard.press("?")
    expect(page.get_by_role("heading", name="Keys")).to_be_visible()


def test_a_matrix_is_taken_as_it_stands(page, api):
    page.goto("/")
    drop(page, "vessels.csv", "vessel,seats,bicycles,age\nKnot,150,10,27\nAvocet,240,24,9\nDunlin,180,16,4\n")
    bring_in(page)
    page.get_by_role("button", name="Take it as it stands").click()
    page.wait_for_url(re.compile(r"/plates/\d+$"))  # in one go
    settled(page)
    number = int(page.url.rsplit("/", 1)[1])
    figure = api.get(f"/api/plates/{number}")["figure"]
    assert (figure["rows"], figure["columns"]) == (["Knot", "Avocet", "Dunlin"], ["seats", "bicycles", "age"])
    assert figure["values"] == [150, 10, 27, 240, 24, 9, 180, 16, 4]


def test_a_plate_whose_column_is_gone_is_mapped_where_it_says_so(page, api):
    number = api.plate(
        "town,n\nAlder,1\nBirch,2\n", "towns.csv", pivot={"rows": [{"field": "town"}], "measure": {"take": "sum", "of": "n"}}
    )
    table = api.get(f"/api/plates/{number}")["plate"]["table"]
    rename = [{"do": "rename", "field": "town", "to": "place"}]
    page.request.put(f"/api/tables/{table}/mends", data={"mends": rename})
    page.goto(f"/plates/{number}")
    expect(page.get_by_role("heading", name="“Sum of n by town” cannot be made as its table stands")).to_be_visible()
    expect(page.get_by_text('No column "town"')).to_be_visible()
    page.get_by_label("What town is called now").select_option("place")
    page.get_by_role("button", name="Map it").click()
    expect(page.get_by_role("grid")).to_be_visible()
    expect(page.locator("[data-part=heads]", has_text="Alder")).to_be_visible()


def test_a_large_table_is_scrolled_to_its_end(page, api):
    text = "count,word\n" + "".join(f"{i},w{i % 7}\n" for i in range(1, 400_001))
    table = api.post("/api/tables?name=long.csv", text.encode())["id"]
    page.goto(f"/tables/{table}")
    grid = page.get_by_role("grid", name="Records")
    expect(cell(page, 1, "count")).to_have_text("1")
    expect(grid).to_have_attribute("aria-rowcount", "400001")
    box = grid.bounding_box()
    page.mouse.move(box["x"] + 300, box["y"] + 200)
    page.mouse.wheel(0, 240)
    expect(cell(page, 11, "count")).to_have_text("11")
    expect(page.get_by_role("row", name=re.compile("^3 "))).to_have_count(0)
    page.evaluate("document.querySelector('[role=grid]').scrollTop = 3e6")
    middle = r"^20\d,\d{3} "
    expect(page.get_by_role("row", name=re.compile(middle)).first).to_be_visible()
    grid.focus()
    page.keyboard.press("Control+End")
    expect(cell(page, 400_000, "count")).to_have_text("400000")
    assert page.evaluate("document.querySelectorAll('*').length") < 1500
    page.keyboard.press("ArrowUp")
    expect(page.locator("#record-cell")).to_have_text("w5")


def test_an_import_under_way_tells_its_records_and_is_canceled(page, api):
    page.goto("/")
    before = api.get("/api/tables")
    drop(page, "slow.csv", "a,b\n1,2\n3,4\n")
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    number = int(page.url.rsplit("/", 1)[1])
    told = {"state": "reading", "records": 3_214_000, "phase": "records"}

    def under_way(route):
        if route.request.method != "GET":
            return route.continue_()
        return route.fulfill(json={**json.loads(route.fetch().text()), **told})

    page.route(f"**/api/imports/{number}", under_way)
    page.reload()
    expect(page.get_by_text("3,214,000 records so far")).to_be_visible()
    page.get_by_role("button", name="Cancel").click()
    page.wait_for_url("**/")
    wait_until(lambda: api.get("/api/imports") == [] or all(each["id"] != number for each in api.get("/api/imports")))
    assert api.get("/api/tables") == before


def test_quick_mends_do_not_overwrite_each_other(page, api):
    page.goto("/")
    drop(page, "log.csv", log().encode("windows-1252"))
    table = bring_in(page)
    # Both are asked for before the first is answered.
    page.route("**/api/tables/*/mends", lambda route: (page.wait_for_timeout(300), route.continue_()))
    found = page.get_by_role("complementary", name="Found")
    names = ("Merge into Kestle Hythe", "Merge into Saint Brannoc")
    for name in names:
        expect(found.get_by_role("button", name=name)).to_be_visible()
    buttons = [found.get_by_role("button", name=name).element_handle() for name in names]
    page.evaluate("(buttons) => buttons.forEach((button) => button.click())", buttons)
    expect(found.get_by_text("2 open, 2 mends")).to_be_visible()
    assert len(api.get(f"/api/tables/{table}/workbench")["mends"]) == 2
