"""Nothing is lost or ended: two windows on one plate, slow answers, plates that cannot be made, one undo, focus."""

import json
import re
import threading

import pytest
from playwright.sync_api import expect

from .conftest import drop, open_plate, settled, wait_until

CSV = "pier,line,left,minutes\n" + "".join(
    f"{pier},{line},2025-0{i % 3 + 1}-1{i},{i + len(pier)}\n"
    for i in range(9)
    for pier, line in (("Ardle", "Inner"), ("Brack", "Outer"), ("Cairn", "Inner"))
)
PIVOT = {
    "rows": [{"field": "pier"}],
    "columns": [{"field": "left", "cut": "month"}],
    "measure": {"take": "average", "of": "minutes"},
}


@pytest.fixture
def number(page, api) -> int:
    found = api.plate(CSV, "trust.csv", pivot=PIVOT)
    open_plate(page, found)
    return found


def write_title(page, words):
    page.get_by_role("button", name=re.compile("^(Write the|Add a) title")).click()
    page.get_by_label("The title").fill(words)
    page.keyboard.press("Enter")


def head(page, label):
    return page.get_by_role("button", name=f"{label}, row", exact=True)


def focused(page) -> str:
    return page.evaluate("document.activeElement === document.body ? 'nowhere' : document.activeElement.tagName")


def test_of_two_windows_none_overwrites_the_other(window, page, api, number):
    other = window.new_page()
    open_plate(other, number)
    write_title(other, "Theirs")
    settled(other)
    page.get_by_role("button", name="Turn rows and columns").click()
    told = page.get_by_role("alert")
    expect(told).to_contain_text("This plate was changed elsewhere meanwhile (Title")
    # What stands is shown, and one's own is not done.
    expect(page.locator("[data-part=title]").first).to_have_text("Theirs")
    assert api.recipe(number)["pivot"]["rows"] == PIVOT["rows"]
    expect(page.get_by_role("button", name="Apply mine")).to_be_focused()
    page.keyboard.press("Enter")
    expect(told).to_have_count(0)
    settled(page)
    wait_until(lambda: api.recipe(number)["pivot"]["rows"] == PIVOT["columns"])
    assert api.recipe(number)["words"]["title"] == "Theirs"
    # And the other way: theirs is taken.
    write_title(other, "Too late")
    expect(other.get_by_role("alert")).to_contain_text("changed elsewhere")
    other.get_by_role("button", name="Keep theirs").click()
    expect(other.get_by_role("alert")).to_have_count(0)
    assert api.recipe(number)["words"]["title"] == "Theirs"
    expect(other.get_by_text(re.compile("^saved "))).to_be_visible()
    other.close()


def test_of_two_newer_files_the_later_is_compared_with_the_first(window, page, api):
    table = api.post("/api/tables?name=two.csv", CSV.encode())["id"]
    first, second = page, window.new_page()
    for each, more in ((first, "Dune,Outer,2025-03-01,4\n"), (second, "Ebb,Outer,2025-03-01,4\nEbb,Outer,2025-03-02,5\n")):
        given = api.post(f"/api/imports?name=newer.csv&table={table}", (CSV + more).encode())["file"]["id"]
        api.post(f"/api/imports/{given}/start", b"")
        each.goto(f"/imports/{given}")
        expect(each.get_by_role("button", name="Accept edition")).to_be_visible()
    first.get_by_role("button", name="Accept edition 2").click()
    first.wait_for_url(f"**/tables/{table}")
    expect(second.get_by_text("Dune")).to_have_count(0)
    second.get_by_role("button", name="Accept edition 3").click()
    expect(second.get_by_role("alert")).to_contain_text("(edition 2 stands)")
    expect(second.get_by_text("Dune")).to_have_count(1)  # it would go
    assert api.get(f"/api/tables/{table}")["edition"] == 2
    second.get_by_role("button", name="Accept edition 3").click()
    second.wait_for_url(f"**/tables/{table}")
    assert api.get(f"/api/tables/{table}")["edition"] == 3


def test_undo_does_not_take_back_what_another_window_did(window, page, api, number):
    write_title(page, "Mine")
    settled(page)
    other = window.new_page()
    open_plate(other, number)
    write_title(other, "Theirs")
    settled(other)
    page.keyboard.press("Control+z")
    expect(page.get_by_role("alert")).to_contain_text("changed elsewhere")
    assert api.recipe(number)["words"]["title"] == "Theirs"
    page.get_by_role("button", name="OK").click()
    other.close()


def test_a_history_tells_what_was_laid_over_whatever_stood(page, api, number):
    api.put(f"/api/plates/{number}/recipe", {"finch_recipe": 2, "pivot": PIVOT, "words": {"title": "From a shell"}})
    page.reload()
    settled(page)
    page.get_by_role("button", name="History").click()
    expect(page.get_by_role("list", name="Steps").get_by_role("listitem").first).to_contain_text(
        "from elsewhere, over whatever stood"
    )


def change_plate_and_table(page):
    """A title, which is of the plate, and then a name of a member, which is of its table."""
    write_title(page, "First")
    settled(page)
    head(page, "Brack").click()
    page.get_by_role("menuitem", name="Rename, or merge into another").click()
    page.get_by_label("New name").fill("Brackwater")
    page.keyboard.press("Enter")
    expect(head(page, "Brackwater")).to_be_visible()


def test_one_undo_takes_back_the_last_thing_done_here_whatever_it_touched(page, api, number):
    change_plate_and_table(page)
    expect(page.get_by_role("button", name="Undo")).to_have_attribute("title", "Undo: Brack called Brackwater")
    page.keyboard.press("Control+z")
    expect(head(page, "Brack")).to_be_visible()
    settled(page)
    assert api.recipe(number)["words"]["title"] == "First"
    page.keyboard.press("Control+z")
    wait_until(lambda: "title" not in api.recipe(number).get("words", {}))
    page.keyboard.press("Control+y")
    settled(page)
    page.keyboard.press("Control+y")
    expect(head(page, "Brackwater")).to_be_visible()
    wait_until(lambda: api.recipe(number)["words"]["title"] == "First")


def test_steps_that_are_pressed_at_once_are_taken_one_after_the_other(page, api, number):
    """Each is decided when its turn comes: what was done to the table, then what was done to the plate, and back again."""
    table = api.get(f"/api/plates/{number}")["plate"]["table"]

    def mends():
        return api.get(f"/api/tables/{table}/workbench")["mends"]

    def twice(key):
        pressed = f"document.body.dispatchEvent(new KeyboardEvent('keydown', {{key: '{key}', ctrlKey: true, bubbles: true}}))"
        page.evaluate(f"{pressed}; {pressed}")

    change_plate_and_table(page)
    twice("z")
    wait_until(lambda: "title" not in api.recipe(number).get("words", {}) and not mends())
    twice("y")
    wait_until(lambda: api.recipe(number)["words"]["title"] == "First" and len(mends()) == 1)
    expect(page.get_by_role("alert")).to_have_count(0)
    expect(head(page, "Brackwater")).to_be_visible()


def test_a_slow_answer_does_not_overwrite_a_newer_one(page, api):
    """The question that a page sends when it has come is answered after the file was let in."""
    waiting = threading.Event()

    def slowly(route):
        if route.request.method == "GET" and not waiting.is_set():
            waiting.set()
            answer = route.fetch()
            page.wait_for_timeout(600)
            route.fulfill(response=answer)
        else:
            route.continue_()

    page.goto("/")
    page.route(re.compile(r"/api/imports/\d+$"), slowly)
    drop(page, "slow.csv", CSV)
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    expect(page.get_by_role("button", name="Import")).to_be_focused()
    page.keyboard.press("Enter")
    page.wait_for_url(re.compile(r"/tables/\d+$"))
    page.unroute_all(behavior="ignoreErrors")


@pytest.mark.parametrize("cure", ["Drop the bins", "Take back: minutes read as text"])
def test_a_plate_that_cannot_be_made_offers_what_makes_it_again(page, api, number, cure):
    binned = {**PIVOT, "rows": [{"field": "minutes", "bins": {"round": 4}}], "measure": {"take": "count"}}
    api.put(f"/api/plates/{number}/recipe", {"finch_recipe": 2, "pivot": binned})
    table = api.get(f"/api/plates/{number}")["plate"]["table"]
    api.put(f"/api/tables/{table}/mends", {"mends": [{"do": "kind", "field": "minutes", "kind": "category"}]})
    page.reload()
    expect(page.get_by_text("which cannot be cut into bins")).to_be_visible()
    page.get_by_role("button", name=cure).click()
    expect(page.get_by_test_id("cells")).to_be_visible()
    settled(page)
    level = api.recipe(number)["pivot"]["rows"][0]
    assert ("bins" in level) is (cure != "Drop the bins")


def test_marking_leads_into_the_note_and_the_list_of_actions_finds_the_title(page, api, number):
    page.get_by_role("grid").focus()
    page.keyboard.press("Enter")
    page.get_by_role("menuitem", name="Mark it, with a note if you like").click()
    expect(page.get_by_label("Words of the note on Ardle, Jan")).to_be_focused()
    page.keyboard.type("storm")
    page.keyboard.press("Enter")
    settled(page)
    wait_until(lambda: api.recipe(number)["notes"][0]["text"] == "storm")
    page.keyboard.press("Escape")
    page.get_by_role("main").focus()
    page.keyboard.press("Control+k")
    page.keyboard.type("title")
    page.keyboard.press("Enter")
    expect(page.get_by_label("The title")).to_be_focused()
    page.keyboard.type("Storms")
    page.keyboard.press("Enter")
    settled(page)
    wait_until(lambda: api.recipe(number)["words"]["title"].endswith("Storms"))


def test_focus_is_never_nowhere(page, api, number):
    wait_until(lambda: focused(page) != "nowhere")
    write_title(page, "One")
    settled(page)
    page.get_by_role("button", name="Undo").click()
    settled(page)
    expect(page.get_by_role("button", name="Undo")).to_be_disabled()
    wait_until(lambda: focused(page) != "nowhere")
    page.keyboard.press("Control+k")
    page.keyboard.type("Hide the values")
    page.keyboard.press("Enter")
    settled(page)
    wait_until(lambda: focused(page) != "nowhere")
    page.reload()
    settled(page)
    wait_until(lambda: focused(page) != "nowhere")
    page.keyboard.press("ArrowDown")
    expect(page.get_by_role("grid")).to_be_focused()
    page.goto("/")
    expect(page.get_by_role("heading", name="Plates")).to_be_visible()
    wait_until(lambda: focused(page) != "nowhere")


def test_an_edition_that_plates_need_more_of_is_accepted_anyway_or_mapped(page, api, number):
    table = api.get(f"/api/plates/{number}")["plate"]["table"]
    page.goto(f"/tables/{table}")
    newer = CSV.replace("pier,line", "berth,line").replace("Cairn", "Dun")
    page.get_by_label("A newer file of this table").set_input_files(
        {"name": "newer.csv", "mimeType": "text/csv", "buffer": newer.encode()}
    )
    page.get_by_role("button", name="Read and compare").click()
    # A column that is mapped tells what of it is new and gone, too.
    expect(page.get_by_role("combobox", name="What stands for pier")).to_have_value("berth")
    card = page.get_by_role("heading", name="Categories of pier")
    expect(card).to_be_visible()
    page.get_by_role("combobox", name="What stands for pier").select_option("")
    expect(card).to_have_count(0)
    page.get_by_role("button", name="Accept edition 2", exact=True).click()
    expect(page.get_by_role("alert")).to_contain_text("has no column “pier”, without which 1 plate cannot be made; map it")
    expect(page.get_by_role("button", name="Accept edition 2 anyway")).to_be_enabled()
    assert api.get(f"/api/tables/{table}")["edition"] == 1
    page.get_by_role("combobox", name="What stands for pier").select_option("berth")
    expect(card).to_be_visible()
    page.get_by_role("button", name="Accept edition 2", exact=True).click()
    page.wait_for_url(f"**/tables/{table}")
    assert json.dumps(api.get(f"/api/plates/{number}")["figure"]["rows"]) == '["Ardle", "Brack", "Dun"]'


def test_a_plate_whose_column_was_renamed_is_made_again_by_enter(page, api, number):
    table = api.get(f"/api/plates/{number}")["plate"]["table"]
    api.put(f"/api/tables/{table}/mends", {"mends": [{"do": "rename", "field": "pier", "to": "berth"}]})
    page.goto(f"/plates/{number}")
    expect(page.get_by_role("combobox", name="What pier is called now")).to_have_value("berth")
    expect(page.get_by_role("button", name="Map it")).to_be_focused()
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("cells")).to_be_visible()
    assert api.get(f"/api/plates/{number}")["figure"]["rows"] == ["Ardle", "Brack", "Cairn"]


def test_half_typed_words_are_there_after_a_reload(page, api, number):
    page.get_by_role("button", name=re.compile("^(Write the|Add a) title")).click()
    page.get_by_label("The title", exact=True).fill("Half a ti")
    page.reload()
    expect(page.get_by_label("The title", exact=True)).to_have_value("Half a ti")
    expect(page.get_by_text("Not saved yet: Enter saves it, Escape leaves it.")).to_be_visible()
    assert "title" not in api.recipe(number).get("words", {})
    page.get_by_label("The title", exact=True).press("Enter")
    wait_until(lambda: api.recipe(number).get("words", {}).get("title") == "Half a ti")
    page.reload()
    settled(page)
    expect(page.get_by_label("The title", exact=True)).to_have_count(0)
    page.get_by_role("button", name="Reshape").click()
    page.get_by_role("menuitem", name="Type the statement").click()
    page.get_by_label("The statement", exact=True).fill("sum of min")
    page.reload()
    expect(page.get_by_label("The statement", exact=True)).to_have_value("sum of min")
    page.get_by_label("The statement", exact=True).press("Escape")
    page.reload()
    settled(page)
    expect(page.get_by_label("The statement", exact=True)).to_have_count(0)


def test_words_that_were_half_typed_give_way_to_what_others_wrote_meanwhile(page, api, number):
    page.get_by_role("button", name=re.compile("^(Write the|Add a) title")).click()
    page.get_by_label("The title", exact=True).fill("Half a ti")
    api.put(f"/api/plates/{number}/recipe", {"finch_recipe": 2, "pivot": PIVOT, "words": {"title": "Theirs"}})
    page.reload()
    expect(page.get_by_label("The title", exact=True)).to_have_value("Theirs")


def test_a_change_that_meets_a_restarting_server_is_sent_again(page, api, number):
    tries = []

    def away(route):
        tries.append(route.request.method)
        if len(tries) <= 3:
            route.abort("connectionrefused")
        else:
            route.continue_()

    page.route("**/recipe", away)
    write_title(page, "Through")
    told = page.get_by_text("The server does not answer. What you did is sent again until it does.")
    expect(told).to_be_visible()
    expect(told).to_have_count(0)
    wait_until(lambda: api.recipe(number).get("words", {}).get("title") == "Through")
    assert tries == ["PUT"] * 4
    page.unroute("**/recipe")
