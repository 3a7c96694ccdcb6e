"""Targets from a second table by hand: keys proposed, a spelling merged, once a key, and both tables refreshed under a plate."""

import re

import pytest
from playwright.sync_api import expect

from .conftest import bring_in, choose, drop, open_plate, plate_number, settled

PIERS = ("Ardle Quay", "Brackwater", "Cairn Point")


def log(passengers: int = 10) -> str:
    lines = [
        f"{pier if (i, day) != (1, 9) else 'Brackwatr'},2025-{month:02}-{day:02},{passengers * (i + 1)}\n"
        for month in (1, 2, 3)
        for day in (3, 9, 17)
        for i, pier in enumerate(PIERS)
    ]
    return f"pier,date,passengers\n{''.join(lines)}"


def plan(goal: int = 40) -> str:
    lines = [f"{pier},2025-{month:02},{goal * (i + 1)}\n" for month in (1, 2, 3) for i, pier in enumerate(PIERS)]
    return f"pier,month,goal\n{''.join(lines)}"


@pytest.fixture
def refreshed(page):
    """Gives a table a newer file by hand, from its own screen."""

    def refresh(table: int, name: str, text: str) -> None:
        page.goto(f"/tables/{table}")
        expect(page.get_by_role("grid", name="Records")).to_be_visible()
        drop(page, name, text)
        page.wait_for_url(re.compile(r"/imports/\d+$"))
        page.get_by_role("button", name="Read and compare").click()
        page.get_by_role("button", name=re.compile("^Accept")).click()
        page.wait_for_url(re.compile(rf"/tables/{table}$"))

    return refresh


def test_targets_are_brought_by_hand_and_a_plate_follows_both_tables(page, api, window, refreshed):
    targets = api.post("/api/tables?name=goals%202025.csv", plan().encode())["id"]
    page.goto("/")
    drop(page, "trips.csv", log())
    table = bring_in(page)
    page.get_by_role("button", name="Add a mend").click()
    page.get_by_role("menuitem", name="Bring columns").click()
    dialog = page.get_by_role("dialog", name="Bring columns")
    dialog.get_by_label("From the table").select_option("goals 2025")
    expect(dialog.get_by_label("Key 1, column here")).to_have_value("pier")
    expect(dialog.get_by_label("Key 2, column there")).to_have_value("month")
    expect(dialog.get_by_label("Key 2, compared")).to_have_value("year_month")
    expect(dialog.get_by_role("checkbox", name="goal")).to_be_checked()
    expect(dialog).to_contain_text("Makes a new column; touches 24 records")
    missed = dialog.get_by_role("list", name="Keys that find nothing")
    expect(missed).to_contain_text("Brackwatr3 records")
    missed.get_by_role("button", name="Merge into Brackwater").click()
    expect(dialog).to_contain_text("touches 27 records")
    expect(missed).to_have_count(0)
    dialog.get_by_role("button", name="Add the mend").click()
    expect(dialog).to_have_count(0)
    mends = page.get_by_role("region", name="Mends")
    expect(mends).to_contain_text("goal brought from “goals 2025” by pier and date as month")

    # The ratio counts each target once a key, as whoever clicks it means.
    page.get_by_role("button", name="Make a plate").click()
    page.get_by_role("button", name="Start from nothing").click()
    page.wait_for_url(re.compile(r"/plates/\d+$"))
    settled(page)
    choose(page, "What is measured", "ratio")
    page.locator("input[role=combobox]").fill("passengers")
    page.keyboard.press("Enter")
    page.locator("input[role=combobox]").fill("goal")
    page.keyboard.press("Enter")
    settled(page)
    expect(page.get_by_role("button", name="How often a number of another table counts: once a key")).to_be_visible()
    number = plate_number(page)
    assert api.recipe(number)["pivot"]["measure"] == {"take": "ratio", "of": "passengers", "per": "goal", "once_a_key": True}
    assert set(api.get(f"/api/plates/{number}")["figure"]["values"]) == {30 / 40}

    # Once a record it is another number, and a caution says so.
    choose(page, "How often a number of another table counts", "record")
    assert set(api.get(f"/api/plates/{number}")["figure"]["values"]) == {10 / 40}
    caution = page.get_by_role("group", name=re.compile("^Caution: .*came from another table and is counted once a record"))
    caution.get_by_role("button", name="Count it once a key").click()
    settled(page)
    assert set(api.get(f"/api/plates/{number}")["figure"]["values"]) == {30 / 40}

    # A second window stays on the plate while either table gets a newer file.
    second = window.new_page()
    open_plate(second, number)
    refreshed(targets, "goals 2026.csv", plan(60))
    assert set(api.get(f"/api/plates/{number}")["figure"]["values"]) == {30 / 60}
    refreshed(table, "trips, a week later.csv", log(20))
    assert set(api.get(f"/api/plates/{number}")["figure"]["values"]) == {60 / 60}
    open_plate(second, number)
    expect(second.get_by_role("grid", name=re.compile("Highest: 1, Ardle Quay, Jan"))).to_be_visible()
    second.close()
    page.goto(f"/plates/{number}")
    settled(page)
    assert set(api.get(f"/api/plates/{number}")["figure"]["values"]) == {60 / 60}


def test_what_cannot_be_brought_is_told_where_it_is_written(page, api):
    table = api.post("/api/tables?name=alone.csv", log().encode())["id"]
    api.post("/api/tables?name=twice.csv", (plan() + "Brackwater,2025-01,9\n").encode())
    page.goto(f"/tables/{table}")
    page.get_by_role("button", name="Add a mend").click()
    page.get_by_role("menuitem", name="Bring columns").click()
    dialog = page.get_by_role("dialog", name="Bring columns")
    dialog.get_by_label("From the table").select_option("twice")
    expect(dialog).to_contain_text("“Brackwater, 2025-01” stands 2 times in “twice”; add a key that tells these lines apart")
    expect(dialog.get_by_role("button", name="Add the mend")).to_be_disabled()
    dialog.get_by_label("One that stands there twice").select_option("sum")
    expect(dialog).to_contain_text("Their lines are summed up".lower())
    dialog.get_by_role("button", name="Leave key 2 out").click()
    dialog.get_by_label("Key 1, column here").select_option("date")
    expect(dialog).to_contain_text("“date” holds moments".replace("“", '"').replace("”", '"'))
    page.keyboard.press("Escape")
    expect(dialog).to_have_count(0)
    assert api.get(f"/api/tables/{table}/workbench")["mends"] == []
