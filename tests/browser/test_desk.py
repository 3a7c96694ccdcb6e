"""The desk: thumbnails, tables, and a file that cannot be read."""

import json
import re

import pytest
from playwright.sync_api import expect

from .conftest import bring_in, drop, make_plate, open_plate, serving, wait_until
from .test_accessibility import violations


def test_a_newcomer_sees_the_demo_and_one_invitation(page):
    page.goto("/")
    for title in (
        "Winter and one regatta make us late",
        "Two rushes on workdays, one long one on Saturday",
        "Knot broke down in May",
    ):
        expect(page.get_by_role("link", name=title)).to_be_visible()
    expect(page.get_by_text("Drop a table here")).to_be_visible()
    drawn = "[...document.querySelectorAll('article img')].slice(0, 2).every((image) => image.naturalWidth > 0)"
    wait_until(lambda: page.evaluate(drawn))
    table = page.get_by_role("article").filter(has_text="records, 14 columns")
    expect(table).to_contain_text("44 values did not fit their column and are blank")
    expect(table.get_by_title("minutes late: “n/k” 37 times, “-” 7 times")).to_be_visible()


BAD = [
    ("empty.csv", b"", "empty.csv: the file is empty; choose a file with a header line and records"),
    (
        "picture.csv",
        b"\x89PNG\r\n\x1a\n\x00\x00",
        "picture.csv: this is a PNG picture; choose a text file, a workbook, JSON, Parquet or Arrow",
    ),
]


@pytest.mark.parametrize(("name", "content", "sentence"), BAD, ids=[name for name, *_ in BAD])
def test_a_bad_file_gets_one_sentence_where_it_was_dropped(page, api, name, content, sentence):
    page.goto("/")
    expect(page.get_by_text("Drop a table here")).to_be_visible()
    before = (api.get("/api/tables"), api.get("/api/plates"))
    drop(page, name, content)
    expect(page.get_by_role("alert")).to_have_text(sentence)
    assert (api.get("/api/tables"), api.get("/api/plates")) == before
    page.get_by_role("button", name="Close the message").click()
    expect(page.get_by_role("alert")).to_have_count(0)


def test_a_file_over_the_limit_is_told_before_it_is_sent(page):
    with page.expect_response("**/api/about"):
        page.goto("/")
    expect(page.get_by_text("Drop a table here")).to_be_visible()
    page.wait_for_load_state("networkidle")
    sent = []
    page.on("request", lambda request: sent.append(request.method))
    page.evaluate(
        """() => {
            const file = new File(["a,b"], "huge.csv");
            Object.defineProperty(file, "size", {value: 1024 ** 3});
            const data = {types: ["Files"], files: [file]};
            const event = new Event("drop", {bubbles: true, cancelable: true});
            Object.defineProperty(event, "dataTransfer", {value: data});
            document.body.dispatchEvent(event);
        }"""
    )
    expect(page.get_by_role("alert")).to_contain_text("huge.csv: the file has 1,024 MB, more than the 768 MB that are taken in")
    assert "POST" not in sent


def test_a_file_is_chosen_by_button(page, tmp_path):
    (tmp_path / "odd=name.csv").write_text('=1+1,when\n"<img src=x onerror=alert(1)>",2025-01-01\nb,2025-02-01\n')
    page.goto("/")
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Choose a file").click()
    chooser.value.set_files(tmp_path / "odd=name.csv")
    bring_in(page)
    make_plate(page)
    expect(page.locator("[data-part=heads]", has_text="<img src=x onerror=alert(1)>")).to_be_visible()


def test_a_file_dropped_on_a_plate_is_brought_in_too(page, api):
    number = api.plate("c,d\nx,1\ny,2\n", "first.csv")
    open_plate(page, number)
    drop(page, "second.csv", "town,kind\nAlder,ink\nBirch,nib\n")
    bring_in(page)
    expect(page.get_by_role("heading", name="second")).to_be_visible()
    open_plate(page, number)
    drop(page, "bad.csv", "")
    expect(page.get_by_role("alert")).to_have_text("bad.csv: the file is empty; choose a file with a header line and records")
    assert page.url.endswith("/")


def test_an_upload_can_be_canceled(page, api):
    page.goto("/")
    before = api.get("/api/tables")
    page.route("**/api/imports?name=*", lambda route: None)  # never answers
    drop(page, "slow.csv", "a,b\n1,2\n")
    expect(page.get_by_text("Sending slow.csv").or_(page.get_by_text("Looking at slow.csv"))).to_be_visible()
    if page.get_by_role("button", name="Cancel", exact=True).is_visible():
        page.get_by_role("button", name="Cancel", exact=True).click()
        expect(page.get_by_text("Drop a table here")).to_be_visible()
    assert api.get("/api/tables") == before


def test_plates_and_tables_are_made_and_removed(page, api):
    number = api.plate("a,b\nx,1\ny,2\n", "gone.csv")
    page.goto("/")
    table = page.get_by_role("article").filter(has_text="gone").filter(has_text="2 records")
    page.get_by_role("button", name="More about gone", exact=True).click()
    page.get_by_role("menuitem", name="Remove this table").click()
    told = page.get_by_role("status").filter(has_text="“gone” is in the bin until")
    expect(told).to_contain_text("The plate “Number of records by a” uses it, and keeps it until then.")
    expect(table).to_have_count(0)
    assert violations(page) == []
    told.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("“gone” is back.")).to_be_visible()
    expect(table).to_have_count(1)
    page.get_by_role("button", name="More about Number of records by a").click()
    page.get_by_role("menuitem", name="Remove this plate").click()
    expect(page.get_by_role("link", name="Number of records by a")).to_have_count(0)
    table.get_by_role("link", name="Make a plate").click()
    expect(page.get_by_role("heading", name="Nothing here stands out beyond chance")).to_be_visible()
    expect(page.get_by_role("button", name="Start from nothing")).to_be_focused()
    page.keyboard.press("Enter")
    page.wait_for_url(re.compile(r"/plates/\d+$"))
    assert not page.url.endswith(f"/{number}")


def test_what_lies_in_the_bin_is_put_back_or_taken_away_for_good(page, api):
    number = api.plate("a,b\nx,1\ny,2\n", "binned.csv")
    table = api.get(f"/api/plates/{number}")["plate"]["table"]
    api.delete(f"/api/plates/{number}")
    api.delete(f"/api/tables/{table}")
    # A second window that has it open: what it is told, and the way back.
    page.goto(f"/plates/{number}")
    expect(page.get_by_role("heading", name="This plate is not here")).to_be_visible()
    expect(page.get_by_text("This plate is in the bin until")).to_be_visible()
    page.get_by_role("button", name="Put it back").click()
    expect(page.get_by_role("slider", name="High end of the scale")).to_be_visible()
    page.goto(f"/tables/{table}")
    expect(page.get_by_text("This table is in the bin until")).to_be_visible()
    expect(page.get_by_role("button", name="Make a plate")).to_be_disabled()
    page.goto("/")
    page.get_by_role("button", name=re.compile(r"^Bin \(\d+\)$")).click()
    sheet = page.get_by_role("dialog", name="Bin")
    assert violations(page) == []
    expect(sheet).to_contain_text("used by the plate “Number of records by a”")
    sheet.get_by_role("button", name="Delete: binned").click()
    sheet.get_by_role("button", name="Yes, for good: binned").click()
    expect(sheet.get_by_role("alert")).to_have_text("“binned” carries plates; remove them first, for good.")
    sheet.get_by_role("button", name="Put back binned").click()
    expect(sheet.get_by_role("button", name="Put back binned")).to_have_count(0)
    api.delete(f"/api/plates/{number}")
    page.reload()
    page.get_by_role("button", name=re.compile(r"^Bin \(\d+\)$")).click()
    page.get_by_role("button", name="Empty the bin").click()
    page.keyboard.press("Enter")
    expect(sheet).to_contain_text("Nothing lies here.")
    page.get_by_role("button", name="Done").click()
    expect(page.get_by_role("button", name=re.compile("^Bin"))).to_have_count(0)


def test_a_slash_before_the_desk_has_counted_is_remembered(page, api):
    assert len(api.get("/api/plates")) > 12
    held = []

    def hold(route):
        held.append(route)

    page.route(re.compile("/api/(plates|tables|folios)(\\?|$)"), hold)  # many tables alone are enough to be searched
    page.goto("/")
    expect(page.get_by_role("heading", name="Plates")).to_be_visible()
    wait_until(lambda: len(held) >= 3)
    page.keyboard.press("/")
    expect(page.get_by_role("searchbox")).to_have_count(0)
    for route in held:
        route.continue_()
    expect(page.get_by_role("searchbox", name="Find by name")).to_be_focused()


def test_a_desk_of_many_comes_by_pages_and_is_found_by_name(page, api):
    number = api.plate("a,b\nx,1\ny,2\n", "many.csv")
    table, recipe = (api.get(f"/api/plates/{number}")["plate"][name] for name in ("table", "recipe"))
    for i in range(60):
        named = {"table": table, "recipe": {**recipe, "words": {"title": f"Fähre No {i}"}}}
        api.post("/api/plates", json.dumps(named).encode(), "application/json")
    page.goto("/")
    cards = page.get_by_role("link", name="Fähre No")
    expect(cards).to_have_count(50)
    page.get_by_role("button", name="More plates").scroll_into_view_if_needed()
    expect(cards).to_have_count(60)
    page.keyboard.press("/")
    expect(page.get_by_role("searchbox", name="Find by name")).to_be_focused()
    page.keyboard.type("no 17 FÄHRE")
    expect(cards).to_have_count(1)
    expect(page.get_by_role("link", name="Fähre No 17")).to_be_visible()
    page.get_by_role("searchbox").fill("nothing is called so")
    expect(page.get_by_text("No plate is called so.")).to_be_visible()
    assert violations(page) == []
    page.get_by_role("searchbox").press("Control+a")
    page.get_by_role("searchbox").press("Delete")
    expect(cards).to_have_count(60)
    expect(page.get_by_role("searchbox")).to_be_focused()
    for plate in api.get("/api/plates?find=f%C3%A4hre&count=500"):
        api.delete(f"/api/plates/{plate['id']}")
        api.delete(f"/api/bin/plate/{plate['id']}")


@pytest.mark.parametrize("path", ["/", "/plates/1", "/index.html"])
def test_every_page_runs_our_own_scripts_only(page, path):
    answer = page.goto(path)
    assert "default-src 'self'" in answer.headers["content-security-policy"]
    assert answer.headers["x-content-type-options"] == "nosniff"


def test_an_empty_library_is_one_invitation_and_a_table_to_look_at(chromium, tmp_path):
    with serving(tmp_path / "new", "serve") as address:
        page = chromium.new_page(base_url=address, viewport={"width": 1280, "height": 800})
        page.set_default_timeout(120_000)  # the processes that look and read are started for it
        page.goto("/")
        expect(page.get_by_role("heading", name="Start with a table")).to_be_visible(timeout=120_000)
        expect(page.get_by_role("heading", name="Plates")).to_have_count(0)
        page.get_by_role("button", name="Look at a made-up berth log").click()
        expect(page.get_by_role("main")).to_contain_text("berth-log.csv read as text with commas", timeout=120_000)
        bring_in(page)
        expect(page.get_by_role("banner")).to_contain_text("berth-log")
        page.close()


def test_a_server_that_went_away_is_told(page, api):
    open_plate(page, api.plate("a,b\nx,1\ny,2\n", "away.csv"))
    page.route("**/api/plates/*/recipe", lambda route: route.abort())
    page.get_by_role("button", name="Turn rows and columns").click()
    expect(page.get_by_text("The server does not answer. What you did is sent again until it does.")).to_be_visible()
    page.unroute("**/api/plates/*/recipe")
    expect(page.get_by_role("button", name="x, column", exact=True)).to_be_visible()
    page.route("**/api/tables/*/statement", lambda route: route.abort())
    page.get_by_role("button", name="Reshape").click()
    page.get_by_role("menuitem", name="Type the statement").click()
    page.get_by_label("The statement", exact=True).fill("number of records")
    page.get_by_label("The statement", exact=True).press("Enter")
    sentence = "The server does not answer; see that ./finch is still running, then try again."
    expect(page.get_by_role("alert").filter(has_text="see that ./finch is still running")).to_have_text(sentence)


def test_files_that_were_looked_at_are_left_together(page, api):
    """The first of them are shown, the others on request; what is compared or read stays."""
    for left in api.get("/api/imports"):
        api.delete(f"/api/imports/{left['id']}")
    for i in range(4):
        page.goto("/")
        drop(page, f"file {i}.csv", f"pier,n\nAsh,{i}\nBirch,{i}\n")
        page.wait_for_url(re.compile(r"/imports/\d+$"))
    page.goto("/")
    group = page.get_by_role("group", name="Files on their way in")
    expect(group.get_by_role("article")).to_have_count(2)
    group.get_by_role("button", name="Show 2 more").click()
    expect(group.get_by_role("article")).to_have_count(4)
    group.get_by_role("button", name="Discard all 4 that were looked at").click()
    expect(page.get_by_text("waits for you to say how it is read")).to_have_count(0)
    assert api.get("/api/imports") == []
