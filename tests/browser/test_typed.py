"""Sentences typed as people do, on the screen: each becomes the plate it means, and is printed in the one form."""

import re

import pytest
from playwright.sync_api import Page, expect

from .conftest import open_plate, settled, wait_until

LATE = "Color the average of minutes late"
SENTENCES = [
    ("average minutes late by line and month", f"{LATE} for each line down and month of departed across"),
    ("Colour the mean of the minutes_late by line", f"{LATE} for each line down"),
    ("total takings by pier where line = Inner", 'Color the sum of takings for each pier down, keeping line is "Inner"'),
    (
        "max minutes late by hour and weekday",
        "Color the largest of minutes late for each hour of departed down and weekday of departed across",
    ),
    ("90th percentile of minutes late by pier", "Color the percentile 90 of minutes late for each pier down"),
    (
        "number of records by month across and pier down",
        "Color the number of records for each pier down and month of departed across",
    ),
    ("takings per passengers by line", "Color the ratio of takings to passengers for each line down"),
    (
        "sum of takings by pier, top 2, with totals",
        "Color the sum of takings for each pier (top 2) down, rows ordered by total descending, with totals of rows and columns",
    ),
    ("average minutes late by pier after 2025-01-15", f"{LATE} for each pier down, keeping departed above 2025-01-15"),
    (
        "average takings by pier and line sorted by total",
        "Color the average of takings for each pier down and line across, rows ordered by total",
    ),
]


def records() -> str:
    piers = ("Ardle Quay", "Brackwater", "Cairn Point")
    lines = [
        f"{'Inner' if i % 3 else 'Outer'},{piers[i % 3]},2025-0{1 + i % 2}-{1 + i % 27:02} 0{i % 9}:10,{i % 13},{i},{i % 5 + 1}\n"
        for i in range(200)
    ]
    return "line,pier,departed,minutes_late,takings,passengers\n" + "".join(lines)


def test_sentences_are_taken_as_they_are_typed(page, api):
    number = api.plate(records(), "typed.csv")
    open_plate(page, number)
    for typed, printed in SENTENCES:
        page.keyboard.press("/")
        page.get_by_role("textbox", name="The statement").fill(typed)
        page.keyboard.press("Enter")
        expect(page.get_by_role("textbox", name="The statement"), typed).to_have_count(0)
        settled(page)
        assert api.get(f"/api/plates/{number}")["plate"]["statement"] == printed, typed


@pytest.fixture
def number(page, api):
    found = api.plate(records(), "typed.csv")
    open_plate(page, found)
    return found


def field_of(page: Page):
    page.keyboard.press("/")
    field = page.get_by_role("textbox", name="The statement")
    expect(field).to_be_focused()
    return field


def drawn(page: Page) -> str:
    return page.get_by_role("grid", name=re.compile("^Heat map")).get_attribute("aria-label") or ""


def test_the_figure_follows_while_one_types_and_nothing_is_kept_until_it_is_done(page, api, number):
    before, version = drawn(page), api.get(f"/api/plates/{number}")["plate"]["version"]
    field = field_of(page)
    field.fill("average takings by line and weekday")
    wait_until(lambda: drawn(page) != before)
    expect(page.get_by_test_id("understood")).to_have_text(
        "Color the average of takings for each line down and weekday of departed across"
    )
    assert api.get(f"/api/plates/{number}")["plate"]["version"] == version
    field.press("Escape")
    wait_until(lambda: drawn(page) == before)
    assert api.get(f"/api/plates/{number}")["plate"]["version"] == version
    expect(page.get_by_role("button", name=re.compile("^What is measured"))).to_be_focused()


def test_what_is_not_understood_is_underlined_and_told_and_the_rest_is_laid_out(page, api, number):
    field = field_of(page)
    field.fill("takings by pier with sparkles excluding brackwatr")
    left = page.locator("[data-left]")
    expect(left).to_have_text("with sparkles")
    expect(page.get_by_text("Not understood: “with sparkles”")).to_be_visible()
    expect(page.get_by_role("region", name="Statement")).to_contain_text("“brackwatr” is read as “brackwater”")
    field.press("Enter")
    expect(field).to_have_count(0)
    settled(page)
    told = page.get_by_role("status").filter(has_text="Not understood")
    expect(told).to_have_text("Not understood: “with sparkles”. The figure shows the rest.")
    assert api.get(f"/api/plates/{number}")["plate"]["statement"] == (
        'Color the sum of takings for each pier down, keeping pier is not "Brackwater"'
    )
    field_of(page).press("Escape")
    expect(told).to_have_count(0)


def test_tab_takes_the_word_that_is_offered(page, api, number):
    field = field_of(page)
    field.fill("tak")
    for word in ("takings ", "takings by ", "takings by line "):
        expect(page.get_by_role("button", name=word.split()[-1], exact=True)).to_be_visible()
        field.press("Tab")
        expect(field).to_have_value(word)
    field.press_sequentially("and mon")
    expect(page.get_by_role("button", name="month", exact=True)).to_be_visible()
    field.press("Tab")
    expect(field).to_have_value("takings by line and month ")
    field.press("Enter")
    expect(field).to_have_count(0)
    wait_until(
        lambda: (
            api.get(f"/api/plates/{number}")["plate"]["statement"]
            == "Color the sum of takings for each line down and month of departed across"
        )
    )


def test_what_was_taken_for_granted_is_turned_by_one_click(page, api, number):
    field_of(page).fill("takings by pier")
    page.get_by_role("button", name="average of takings").click()
    wait_until(lambda: api.get(f"/api/plates/{number}")["plate"]["statement"] == "Color the average of takings for each pier down")
    page.keyboard.press("Control+z")
    settled(page)


def test_a_name_that_is_like_what_was_left_takes_its_place(page, api, number):
    field = field_of(page)
    field.fill("takings by line excluding Brackwaterish, highest first")
    page.get_by_role("button", name="Brackwater instead").click()
    expect(field).to_have_value("takings by line excluding Brackwater, highest first")
    field.press("Escape")


def test_a_click_beside_the_phrases_makes_it_a_field(page, number):
    page.get_by_role("region", name="Statement").get_by_text("Color the", exact=False).first.click(position={"x": 20, "y": 12})
    expect(page.get_by_role("textbox", name="The statement")).to_be_focused()
    page.keyboard.press("Escape")


def test_a_table_is_asked_where_its_records_are(page, api, number):
    table = api.get(f"/api/plates/{number}")["plate"]["table"]
    page.goto(f"/tables/{table}")
    field = page.get_by_role("textbox", name="What would you like to see?")
    expect(field).to_have_attribute("placeholder", re.compile("For example: minutes late by line and month"))
    field.fill("takings by pier and line with glitter")
    expect(page.get_by_text("Not understood: “with glitter”")).to_be_visible()
    field.press("Enter")
    expect(page.get_by_test_id("cells")).to_be_visible()
    settled(page)
    expect(page.get_by_role("status").filter(has_text="Not understood")).to_contain_text("with glitter")
    made = int(page.url.rsplit("/", 1)[1])
    assert api.get(f"/api/plates/{made}")["plate"]["statement"] == "Color the sum of takings for each pier down and line across"


def test_who_begins_to_type_at_first_looks_has_a_question(page, api, number):
    table = api.get(f"/api/plates/{number}")["plate"]["table"]
    page.goto(f"/tables/{table}/looks")
    looks = page.get_by_role("group", name="First looks").get_by_role("button")
    expect(looks.first).to_be_focused()
    page.keyboard.type("count by pier")
    expect(page.get_by_role("textbox", name="What would you like to see?")).to_have_value("count by pier")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("cells")).to_be_visible()


def test_on_the_desk_a_sentence_finds_its_table(page, api, number):
    other = api.plate("stall,apples,day\n" + "".join(f"s{i % 3},{i},2025-01-{1 + i % 9:02}\n" for i in range(40)), "market.csv")
    page.goto("/")
    field = page.get_by_role("textbox", name="What would you like to see?")
    field.fill("apples by stall")
    fitting = page.get_by_role("group", name="Tables that it may be of").get_by_role("button")
    expect(fitting.first).to_have_text("market: Color the sum of apples for each stall down")
    field.fill("takings by pier")
    expect(fitting.first).to_contain_text("typed")
    expect(fitting.first).to_contain_text("Color the sum of takings for each pier down")
    field.press("Enter")
    expect(page.get_by_test_id("cells")).to_be_visible()
    assert (
        api.get(f"/api/plates/{int(page.url.rsplit('/', 1)[1])}")["plate"]["table"]
        != api.get(f"/api/plates/{other}")["plate"]["table"]
    )
    page.goto("/")
    field.fill("wombats by phase of the moon")
    expect(page.get_by_text("No table here has columns that are called so.")).to_be_visible()
