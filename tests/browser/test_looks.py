"""First looks: offered when a table came in, walked by keys, and from a dropped file to a slide in a few actions."""

import io
import random
import re

from playwright.sync_api import expect
from pptx import Presentation

from .conftest import bring_in, drop, plate_number, settled


def sales(seed: int = 3) -> str:
    """Sales of five stalls on seven weekdays, each with days of its own, and what says nothing."""
    rng = random.Random(seed)
    best = {stall: rng.sample(range(7), 2) for stall in ("Apples", "Bread", "Cheese", "Dates", "Eggs")}
    lines = []
    for i in range(3_000):
        day, stall = i % 84, rng.choice(list(best))
        takings = rng.gauss(20, 3) + 15 * ((day + 2) % 7 in best[stall])
        lines.append(f"2025-{1 + day // 28:02}-{1 + day % 28:02} {9 + i % 8:02}:15,{stall},{takings:.2f},{rng.randrange(10)}\n")
    return f"sold at,stall,takings,luck\n{''.join(lines)}"


def test_from_a_dropped_file_to_a_finished_slide_in_a_few_actions(page, api):
    page.goto("/")
    drop(page, "sales.csv", sales())  # 1
    bring_in(page)  # 2, Enter
    found = page.get_by_role("complementary", name="Found")
    expect(found.get_by_text(re.compile("first look"))).to_be_visible()
    expect(found).to_contain_text("together explain")
    found.get_by_role("link", name=re.compile("See")).click()  # 3
    first = page.get_by_role("group", name="First looks").get_by_role("button").first
    expect(first).to_be_focused()
    expect(first).to_contain_text("Average of takings by")
    page.keyboard.press("Enter")  # 4
    page.wait_for_url(re.compile(r"/plates/\d+$"))
    settled(page)
    page.get_by_role("button", name="Export").click()  # 5
    with page.expect_download() as pending:
        page.get_by_role("button", name="Save .pptx").click()  # 6
    deck = Presentation(io.BytesIO(pending.value.path().read_bytes()))
    assert len(deck.slides) == 1
    assert deck.core_properties.title == "Average of takings by stall and weekday of sold at"
    pivot = api.recipe(plate_number(page))["pivot"]
    assert (pivot["rows"], pivot["columns"]) == ([{"field": "stall"}], [{"field": "sold at", "cut": "weekday"}])


def test_looks_are_walked_by_arrows_and_one_can_start_from_nothing(page, api):
    number = api.post("/api/tables?name=walked.csv", sales(4).encode())["id"]
    looks = api.get(f"/api/tables/{number}/looks")["looks"]
    page.goto(f"/tables/{number}/looks")
    cards = page.get_by_role("group", name="First looks").get_by_role("button")
    expect(cards).to_have_count(len(looks))
    expect(cards.first).to_be_focused()
    for i in range(1, len(looks)):
        page.keyboard.press("ArrowRight")
        expect(cards.nth(i if i < 3 else 2)).to_be_focused()
    page.keyboard.press("Home")
    expect(cards.first).to_be_focused()
    page.get_by_role("button", name="Start from nothing").click()
    page.wait_for_url(re.compile(r"/plates/\d+$"))
    settled(page)
    assert api.recipe(plate_number(page))["pivot"].get("measure") is None


def test_a_table_that_is_gone_says_so(page):
    page.goto("/tables/99999/looks")
    expect(page.get_by_role("heading", name="This table is not here")).to_be_visible()
