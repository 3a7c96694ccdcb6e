"""Coloring by mouse and keys: the rail, bands, targets, what is lit, the gallery, ways of seeing, locks."""

import json
import re

import numpy as np
import pytest
from playwright.sync_api import expect

from mottled_finch.core.colors.spaces import bytes_of, hex_of
from mottled_finch.core.colors.vision import seen

from .conftest import open_plate, painted, pick, picture_of, said, screen_color, screen_table, settled, wait_until

TEXT = "pier,month,v,w\n" + "".join(
    f"{pier},{month},{value},{value % 7}\n"
    for pier, values in {"East": (1, 5, 20, 90), "North": (2, 8, 30, 400), "West": (3, 12, 45, 60)}.items()
    for month, value in zip(("Jan", "Feb", "Mar", "Apr"), values, strict=True)
)
PIVOT = {
    "rows": [{"field": "pier"}],
    "columns": [{"field": "month"}],
    "measure": {"take": "sum", "of": "v"},
    "order": {"columns": {"by": "hand", "hand": [["Jan", "Feb", "Mar", "Apr"]]}},
}


@pytest.fixture
def table(api):
    return api.post("/api/tables?name=colors.csv", TEXT.encode())["id"]


@pytest.fixture
def number(api, table):
    return api.another(table, pivot=PIVOT)


def color_of(api, number):
    return api.get(f"/api/plates/{number}")["plate"]["recipe"].get("color", {})


def colored(api, number, color):
    api.put(f"/api/plates/{number}/recipe", {"finch_recipe": 2, "pivot": PIVOT, "color": color})


def told_colors(api, number):
    return json.loads(api.raw(f"/api/plates/{number}/export.json"))["colors"]


def agrees(page, api, number):
    """Every cell on the screen has the color that is told of it."""

    def same():
        told = told_colors(api, number)
        return told == screen_table(page, len(told), len(told[0]))

    wait_until(same)


def drag(page, handle, by: float, columns: int = 4):
    """Hold a handle and move it; what the screen shows is looked at before it is let go."""
    box = handle.bounding_box()
    page.mouse.move(box["x"] + 20, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + 20, box["y"] + box["height"] / 2 + by, steps=6)
    painted(page)
    held = screen_table(page, 3, columns)
    page.mouse.up()
    settled(page)
    painted(page)
    return held


@pytest.mark.parametrize(
    ("color", "handle"),
    [
        ({"scale": "log"}, "high"),
        ({"scale": "log_both", "middle": {"at": 30}}, "middle"),
        ({"scale": "rank"}, "low"),
        ({"within": "row"}, "high"),
        ({"within": "column", "scale": "log"}, "low"),
        ({"bands": {"cuts": [10, 40]}}, "cut-1"),
        ({"bands": {"method": "natural", "count": 3}}, "cut-0"),
        ({"lit": {"above": 10}}, "high"),
        ({"palette": "kingcup", "low": {"at": "mirrored"}, "middle": {"at": 30}, "high": {"at": "mirrored"}}, "high"),
        ({"palette": "kingcup", "low": {"at": "mirrored"}, "middle": {"at": 30}, "high": {"at": "mirrored"}}, "middle"),
    ],
    ids=lambda each: json.dumps(each) if isinstance(each, dict) else each,
)
def test_what_is_seen_while_a_handle_is_held_is_what_is_kept(page, api, number, color, handle):
    colored(api, number, color)
    open_plate(page, number)
    agrees(page, api, number)
    before = told_colors(api, number)
    held = drag(page, page.locator(f"[data-handle={handle}]"), -40 if handle in ("low", "cut-0") else 40)
    wait_until(lambda: told_colors(api, number) != before)
    assert held == told_colors(api, number)
    agrees(page, api, number)


def test_escape_puts_a_held_handle_back(page, api, number):
    open_plate(page, number)
    before, handle = told_colors(api, number), page.locator("[data-handle=high]")
    box = handle.bounding_box()
    page.mouse.move(box["x"] + 20, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + 20, box["y"] + 60, steps=6)
    painted(page)
    assert screen_table(page, 3, 4) != before
    page.keyboard.press("Escape")
    page.mouse.up()
    painted(page)
    assert screen_table(page, 3, 4) == before
    assert color_of(api, number) == {}


def test_totals_in_the_colors_of_the_cells_follow_a_held_handle(page, api, number):
    average = {**PIVOT, "measure": {**PIVOT["measure"], "take": "average"}, "totals": {"rows": True, "color": "shared"}}
    api.put(f"/api/plates/{number}/recipe", {"finch_recipe": 2, "pivot": average})
    open_plate(page, number)

    def shown():
        return page.locator("rect[data-part=totals]").evaluate_all("(all) => all.map((each) => each.getAttribute('fill'))")

    def told():
        scene = api.get(f"/api/plates/{number}")["figure"]["scene"]
        return [box["fill"] for box in scene["boxes"] if box["part"] == "totals"]

    before = shown()
    assert before == told()
    box = page.locator("[data-handle=high]").bounding_box()
    page.mouse.move(box["x"] + 20, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + 20, box["y"] + 80, steps=6)
    painted(page)
    held = shown()
    page.mouse.up()
    settled(page)
    assert held != before
    wait_until(lambda: told() == held)


def test_cuts_by_keys_typed_named_and_taken_out(page, api, number):
    open_plate(page, number)
    said(page, "bands")
    page.get_by_role("combobox", name="Drawn as", exact=True).select_option("bands cut by hand")
    settled(page)
    wait_until(lambda: "bands" in color_of(api, number))
    agrees(page, api, number)
    cut = page.get_by_role("slider", name="Cut 1 of 2")
    page.keyboard.press("Escape")  # a card that is just closing gives the focus back, faster than any hand goes on
    expect(page.locator("[data-said=bands]")).to_be_focused()
    cut.press("Enter")
    page.get_by_label("Cut at").fill("500")
    expect(page.get_by_text("A cut must lie between those beside it.")).to_be_visible()
    page.get_by_label("Cut at").fill("10")
    page.keyboard.press("Enter")
    wait_until(lambda: color_of(api, number)["bands"]["cuts"][0] == 10)
    settled(page)
    cut.focus()
    page.keyboard.press("ArrowUp")
    wait_until(lambda: color_of(api, number)["bands"]["cuts"][0] > 10)
    said(page, "bands")
    page.get_by_role("button", name="Add a cut").click()
    wait_until(lambda: len(color_of(api, number)["bands"]["cuts"]) == 3)
    settled(page)
    page.keyboard.press("Escape")
    page.get_by_test_id("ramp").dblclick(position={"x": 15, "y": 12})
    wait_until(lambda: len(color_of(api, number)["bands"]["cuts"]) == 4)
    settled(page)
    page.get_by_role("slider", name="Cut 4 of 4").focus()
    page.keyboard.press("Delete")
    wait_until(lambda: len(color_of(api, number)["bands"]["cuts"]) == 3)
    settled(page)
    said(page, "bands")
    expect(page.get_by_role("list", name="Bands").get_by_role("listitem")).to_have_count(4)
    page.get_by_label(re.compile("^Name of the band under")).fill("few")
    page.keyboard.press("Enter")
    wait_until(lambda: color_of(api, number)["bands"].get("names", [""])[0] == "few")
    settled(page)
    expect(page.locator("[data-part=legend]", has_text="few, under")).to_be_visible()
    page.get_by_label(re.compile("^Color of the band few")).fill("#123456")
    wait_until(lambda: color_of(api, number)["bands"].get("colors", [""])[0] == "#123456")
    settled(page)
    page.get_by_role("slider", name="Cut 3 of 3").focus()
    page.keyboard.press("Delete")
    wait_until(lambda: len(color_of(api, number)["bands"]["cuts"]) == 2)
    agrees(page, api, number)
    said(page, "bands")
    page.get_by_role("combobox", name="Drawn as", exact=True).select_option("bands, equal counts")
    wait_until(lambda: color_of(api, number)["bands"].get("method") == "quantile")
    page.get_by_label("How many bands").select_option("4")
    wait_until(lambda: color_of(api, number)["bands"]["count"] == 4)
    settled(page)
    expect(page.get_by_role("list", name="Bands")).to_contain_text("3 cells, 25%")
    said(page, "bands")
    page.get_by_role("combobox", name="Drawn as", exact=True).select_option("a ramp that runs on")
    wait_until(lambda: "bands" not in color_of(api, number))


def test_ends_at_a_percentile_and_a_logarithm_refused(page, api, number):
    open_plate(page, number)
    page.get_by_role("slider", name="High end of the scale").focus()
    page.keyboard.press("Enter")
    page.get_by_label("What it stands at").select_option("a percentile")
    page.get_by_label("High end at").fill("190")
    expect(page.get_by_text("Write a number from 0 to 100.")).to_be_visible()
    page.get_by_label("High end at").fill("90")
    page.keyboard.press("Enter")
    wait_until(lambda: color_of(api, number)["high"] == {"percentile": 90})
    settled(page)
    expect(page.get_by_role("slider", name="High end of the scale, percentile 90")).to_be_visible()
    expect(page.get_by_text("2 cells beyond the high end")).to_be_visible()
    colored(api, number, {"low": {"at": 0}})
    open_plate(page, number)
    before = told_colors(api, number)
    pick(page, "scale", "by logarithm")
    expect(page.get_by_text("a logarithm needs ends above zero", exact=False)).to_be_visible()
    assert told_colors(api, number) == before
    agrees(page, api, number)


def test_a_target_is_set_at_a_handle_and_moves_both_plates(page, api, table, number):
    other = api.another(table, pivot=PIVOT)
    open_plate(page, number)
    page.get_by_role("slider", name="Middle of the scale").click()
    page.get_by_label("Middle at").fill("30")
    page.get_by_label("Its name on the legend").fill("plan")
    page.get_by_text("A target of all plates of this table").click()
    page.get_by_role("button", name="Set", exact=True).click()
    wait_until(lambda: color_of(api, number).get("middle") == {"target": "plan"})
    colored(api, other, {"middle": {"target": "plan"}})
    settled(page)
    expect(page.locator("[data-part=legend]", has_text="30, plan")).to_be_visible()
    field = page.get_by_label("Target plan", exact=True)
    field.fill("44")
    field.press("Enter")
    wait_until(lambda: api.get(f"/api/plates/{other}")["figure"]["scale"]["middle"] == 44)
    expect(page.locator("[data-part=legend]", has_text="44, plan")).to_be_visible()
    agrees(page, api, number)
    page.get_by_role("button", name="Remove the target plan").click()
    expect(page.get_by_role("alert").get_by_text('"plan" is used by 2 plates; take it off there first.')).to_be_visible()


def test_what_is_lit_is_lit_and_put_out(page, api, number):
    open_plate(page, number)
    page.get_by_role("button", name="Lit: everything lit").click()
    page.get_by_label("How many cells").fill("3")
    page.keyboard.press("Enter")
    wait_until(lambda: color_of(api, number).get("lit") == {"highest": 3})
    settled(page)
    expect(page.get_by_text("3 cells of 12 in color")).to_be_visible()
    agrees(page, api, number)
    page.get_by_role("grid").focus()
    expect(page.get_by_test_id("why")).to_contain_text("Not lit")
    said(page, "lit")
    page.get_by_label("What is looked at").select_option("another measure")
    page.get_by_label("The other measure").select_option("largest")
    page.get_by_label("The other measure: of").select_option("w")
    page.get_by_label("Which cells").select_option("above")
    page.get_by_label("Limit", exact=True).fill("much")
    expect(page.get_by_text("Write a number, such as 10.")).to_be_visible()
    page.get_by_label("Limit", exact=True).fill("3")
    page.get_by_role("button", name="Apply").click()
    wait_until(lambda: color_of(api, number)["lit"].get("of") == "measure")
    settled(page)
    agrees(page, api, number)
    said(page, "lit")
    page.get_by_role("button", name="All cells", exact=True).click()
    wait_until(lambda: "lit" not in color_of(api, number))


def test_the_gallery_is_sought_tried_by_keys_and_chosen(page, api, number):
    palettes = {each["name"]: each["colors"] for each in api.get("/api/palettes")}
    open_plate(page, number)
    page.get_by_role("button", name=re.compile("^Palette")).click()
    page.get_by_label("Find a palette by its purpose").fill("gray print")
    expect(page.locator("button[data-palette]")).to_have_count(1)
    page.keyboard.press("ArrowDown")
    painted(page)
    assert screen_color(page, 1, 3) == palettes["silverweed"][-1]
    page.get_by_label("Find a palette by its purpose").fill("nothing like it")
    expect(page.get_by_text("No palette says that of itself.")).to_be_visible()
    page.get_by_label("Find a palette by its purpose").fill("promise")
    page.locator("button[data-palette=kingcup]").click()
    wait_until(lambda: color_of(api, number).get("palette") == "kingcup")
    settled(page)
    agrees(page, api, number)


def test_house_colors_typed_and_out_of_a_file(page, api, number):
    open_plate(page, number)
    page.get_by_role("button", name=re.compile("^Palette")).click()
    field = page.get_by_label("House colors, from low to high")
    field.fill("red")
    expect(page.get_by_text('"red" is not a color; write it as #1f6b6d.')).to_be_visible()
    field.fill("#0B3954 f5f1e3 #c81d25")
    page.get_by_role("button", name="Use", exact=True).click()
    wait_until(lambda: color_of(api, number).get("colors") == ["#0b3954", "#f5f1e3", "#c81d25"])
    settled(page)
    agrees(page, api, number)
    tokens = api.raw(f"/api/plates/{number}/export.tokens.json")
    page.get_by_role("button", name=re.compile("^Palette: House colors")).click()
    page.get_by_label("A file of color tokens").set_input_files(
        {"name": "house.tokens.json", "mimeType": "application/json", "buffer": tokens}
    )
    expect(page.get_by_label("House colors, from low to high")).to_have_value(re.compile("^#0b3954 (#[0-9a-f]{6} ){3}#c81d25$"))
    page.get_by_label("A file of color tokens").set_input_files(
        {"name": "a.json", "mimeType": "application/json", "buffer": b"no palette"}
    )
    expect(page.get_by_text("this is not JSON", exact=False)).to_be_visible()


@pytest.mark.parametrize("vision", ["no_red", "no_green", "no_blue", "gray"])
def test_the_stage_is_seen_as_others_see_it(page, api, number, vision):
    """What is on the screen is what the core says it looks like, to a byte or two of the browser's rounding."""
    colored(api, number, {"bands": {"cuts": [10, 40], "colors": ["#b05a20", "#7a7a20", "#1f6b6d"]}})
    open_plate(page, number)
    page.get_by_label("Seen by").select_option(vision)
    painted(page)
    box = page.get_by_test_id("cells").bounding_box()
    grid = api.get(f"/api/plates/{number}")["figure"]["scene"]
    picture = picture_of(page.screenshot(clip=box))
    for i, step in enumerate(grid["grid"]["steps"]):
        x = (grid["grid"]["xs"][i % 4] + grid["grid"]["cell_width"] * 0.1) / grid["width"]
        y = (grid["grid"]["ys"][i // 4] + grid["grid"]["cell_height"] * 0.9) / grid["height"]
        pixel = np.array(picture.getpixel((round(x * picture.width), round(y * picture.height))))
        expected = seen(bytes_of(grid["grid"]["colors"][step]), vision).astype(int)
        assert np.abs(pixel - expected).max() <= 3, (hex_of(pixel.astype(np.uint8)), hex_of(expected.astype(np.uint8)))
    lost = api.get(f"/api/plates/{number}")["figure"]["losses"].get(vision)
    expect(page.get_by_role("status").get_by_text(f"{lost}." if lost else "Nothing is lost.")).to_be_visible()


def test_why_this_color(page, api, number):
    colored(api, number, {"middle": {"at": 30, "name": "plan"}, "high": {"percentile": 90}})
    open_plate(page, number)
    page.get_by_role("grid").focus()
    page.keyboard.press("End")
    expect(page.get_by_test_id("why")).to_contain_text("beyond the high end; 100% of the way from 1 (lowest) over 30 (plan) to")
    expect(page.get_by_test_id("why")).to_contain_text("(percentile 90), among all cells")
    pick(page, "within", "its column")
    wait_until(lambda: color_of(api, number).get("within") == "column")
    settled(page)
    expect(page.get_by_test_id("why")).to_contain_text("within its column")
    expect(page.locator("[data-part=legend]", has_text="Each within its column")).to_be_visible()


def test_a_scale_is_fixed_and_taken_from_another_plate(page, api, table, number):
    other = api.another(table, pivot={**PIVOT, "keep": [{"field": "pier", "in": ["West"]}]})
    open_plate(page, number)
    page.get_by_role("button", name="Fix the scale").click()
    wait_until(lambda: color_of(api, number).get("high") == {"at": 400})
    expect(page.get_by_role("button", name="Fix the scale")).to_be_disabled()
    open_plate(page, other)
    assert color_of(api, other) == {}
    lists = page.get_by_label("Take the scale of another plate")
    lists.select_option(str(number))
    wait_until(lambda: color_of(api, other).get("high") == {"at": 400})
    assert told_colors(api, other)[0] == told_colors(api, number)[2]


def test_hex_codes_are_copied_by_name(page, api, number):
    page.context.grant_permissions(["clipboard-read", "clipboard-write"])
    open_plate(page, number)
    page.keyboard.press("Control+k")
    page.keyboard.type("hex codes of all")
    page.keyboard.press("Enter")
    expect(page.get_by_text("hex codes copied").first).to_be_visible()
    copied = page.evaluate("navigator.clipboard.readText()")
    assert [line.split("\t") for line in copied.split("\n")] == told_colors(api, number)


def test_ends_of_equal_values_have_one_name(page, api):
    open_plate(page, api.plate("k,v\na,5\nb,5\n", "alike.csv", pivot={"rows": [{"field": "k"}]}))
    rail = page.get_by_test_id("rail")
    expect(rail).to_contain_text("all cells alike")
    expect(rail).not_to_contain_text("lowest")
    expect(rail).not_to_contain_text("halfway")
