"""Unlike columns in the interface: their own sense, numbers and ends by mouse and keys; the rail of the one that is pointed at."""

import re

import pytest
from playwright.sync_api import expect

from .conftest import open_plate, painted, screen_color, settled, wait_until
from .test_color import drag
from .test_pivot import figure, head

FLEET = "vessel,what,measured\n" + "".join(
    f"{vessel},{what},{value}\n"
    for vessel, values in {"Avocet": (240, 71.5, 9), "Dunlin": (180, 68, 4), "Knot": (150, 79, 27)}.items()
    for what, value in zip(("seats", "noise", "age"), values, strict=True)
)


@pytest.fixture
def number(page, api):
    pivot = {"rows": [{"field": "vessel"}], "columns": [{"field": "what"}], "measure": {"take": "sum", "of": "measured"}}
    number = api.plate(FLEET, "fleet", pivot=pivot, color={"palette": "pondweed", "within": "column", "high_is": "good"})
    open_plate(page, number)
    return number


def card_of(page, label):
    head(page, label).click()
    page.get_by_role("menuitem", name="Numbers and scale of its own").click()
    return page.get_by_role("dialog", name=f"Numbers and scale of {label}")


def test_two_columns_get_their_own_sense_and_numbers(page, api, number):
    for label, unit in (("age", ""), ("noise", "dB")):
        card = card_of(page, label)
        card.get_by_role("radio", name="bad").click(force=True)
        if unit:
            card.get_by_role("textbox", name="Unit").fill(unit)
            card.get_by_role("combobox", name="Decimals").select_option("1")
        card.get_by_role("button", name="Set").click()
        settled(page)
    assert api.recipe(number)["each"] == [
        {"column": ["age"], "high_is": "bad"},
        {"column": ["noise"], "decimals": 1, "unit": "dB", "high_is": "bad"},
    ]
    told = figure(api, number)
    assert told["scene"]["grid"]["prints"][1] == "71.5\u00a0dB"
    assert [scale["turned"] for scale in told["scales"]] == [True, True, False]
    painted(page)
    colors = told["scene"]["grid"]["colors"]
    # The loudest has the color of the fewest seats.
    assert screen_color(page, 2, 1) == screen_color(page, 2, 2) == colors[0]
    reading = page.get_by_role("region", name="Reading")
    expect(reading.get_by_role("heading", name="Best and worst")).to_be_visible()
    cells = page.get_by_test_id("cells").bounding_box()
    grid, scene = told["scene"]["grid"], told["scene"]
    x = cells["x"] + (grid["xs"][1] + 5) / scene["width"] * cells["width"]
    page.mouse.move(x, cells["y"] + (grid["ys"][0] + 5) / scene["height"] * cells["height"])
    expect(page.get_by_test_id("tooltip")).to_contain_text("71.5\u00a0dB")
    expect(page.get_by_test_id("why")).to_contain_text("within its column; high is bad here")
    expect(page.get_by_test_id("whose")).to_have_text("noise")
    # Bands of one alone, cut where it matters
    card = card_of(page, "noise")
    card.get_by_role("combobox", name="Drawn as, here").select_option("bands cut at")
    expect(card.get_by_text("Write where the bands are cut")).to_be_visible()
    card.get_by_role("textbox", name="Cuts").fill("70, 75")
    card.get_by_role("button", name="Set").click()
    settled(page)
    assert api.recipe(number)["each"][1]["bands"] == {"cuts": [70, 75]}
    assert figure(api, number)["scales"][1]["cuts"] == [70, 75]
    card = card_of(page, "noise")
    expect(card.get_by_role("textbox", name="Cuts")).to_have_value("70, 75")
    card.get_by_role("combobox", name="Drawn as, here").select_option("drawn as all")
    card.get_by_role("button", name="Set").click()
    settled(page)
    assert "bands" not in api.recipe(number)["each"][1]
    # And like all others again
    card = card_of(page, "age")
    card.get_by_role("button", name="Like all others").click()
    settled(page)
    assert [each["column"] for each in api.recipe(number)["each"]] == [["noise"]]


def test_the_rail_of_the_column_that_is_chosen_is_dragged(page, api, number):
    page.locator("[data-cells]").focus()
    page.keyboard.press("Home")
    expect(page.get_by_test_id("whose")).to_have_text("age")
    expect(page.locator("[data-handle=high]")).to_contain_text("27")
    before = figure(api, number)["scene"]["grid"]["steps"]
    held = drag(page, page.locator("[data-handle=high]"), 60, columns=3)
    wait_until(lambda: figure(api, number)["scene"]["grid"]["steps"] != before)
    each = api.recipe(number)["each"]
    assert [list(one) for one in each] == [["column", "high"]]
    assert 4 < each[0]["high"]["at"] < 27
    told = figure(api, number)["scene"]["grid"]
    fills = [told["colors"][step] for step in told["steps"]]
    assert held == [fills[i : i + 3] for i in (0, 3, 6)]
    # The others stay as they were, and the card types the exact number.
    after = told["steps"]
    assert [after[i] for i in (1, 2, 4, 5, 7, 8)] == [before[i] for i in (1, 2, 4, 5, 7, 8)]
    card = card_of(page, "age")
    expect(card.get_by_role("textbox", name="High end at")).not_to_have_value("")
    card.get_by_role("textbox", name="High end at").fill("x")
    expect(card.get_by_text("Write numbers")).to_be_visible()
    card.get_by_role("textbox", name="High end at").fill("20")
    card.get_by_role("textbox", name="Target").fill("10")
    card.get_by_role("button", name="Set").click()
    settled(page)
    assert api.recipe(number)["each"] == [{"column": ["age"], "high": {"at": 20}, "target": 10}]
    expect(page.get_by_text(re.compile("A way of their own for age"))).to_have_count(0)
    page.get_by_role("button", name="Turn rows and columns").click()
    settled(page)
    assert api.recipe(number)["each"] == [{"row": ["age"], "high": {"at": 20}, "target": 10}]
