"""A whole job on a phone and at 400 percent, forced colors, and motion that is not wanted."""

import re

import pytest
from playwright.sync_api import expect

from .conftest import drop, make_plate, open_plate, painted, pick, settled

SIZES = {"phone": (390, 844), "400 percent": (320, 256), "200 percent": (640, 400)}
TEXT = "pier,month,late\n" + "".join(
    f"{pier},{month},{10 * i + j}\n" * 3
    for i, pier in enumerate(("Ardle Quay", "Brackwater", "Cairn Point", "Dunmarrow"))
    for j, month in enumerate(("Jan", "Feb", "Mar", "Apr"))
)

PIVOT = {"rows": [{"field": "pier"}], "columns": [{"field": "month"}], "measure": {"take": "average", "of": "late"}}

SIDEWAYS = """() => [document.documentElement, ...document.querySelectorAll('main, body > div, #root > *')]
    .filter((node) => node.scrollWidth > node.clientWidth + 1 && getComputedStyle(node).overflowX !== 'visible')
    .map((node) => `${node.tagName} ${node.scrollWidth} of ${node.clientWidth}`)"""

# What sticks out of a sheet to either side, or makes it scroll sideways
CUT_OFF = """(sheet) => [sheet, ...sheet.querySelectorAll('*')]
    .filter((node) => node.getClientRects().length && getComputedStyle(node).position !== 'fixed')
    .filter((node) => {
        const { left, right, width } = node.getBoundingClientRect();
        return width > 1 && (left < -1 || right > document.documentElement.clientWidth + 1);
    })
    .map((node) => `${node.tagName} ${node.textContent.slice(0, 40)}`)"""

# Controls that cannot be scrolled to where they are seen; at once, as what arrives meanwhile moves those above it
OUT_OF_REACH = """(sheet) => [...sheet.querySelectorAll('input, select, button, textarea')]
    .filter((node) => node.checkVisibility({ visibilityProperty: true }) && node.getClientRects().length)
    .filter((node) => {
        node.scrollIntoView({ block: 'nearest', inline: 'nearest', behavior: 'instant' });
        const { left, right, top, bottom } = node.getBoundingClientRect();
        const { clientWidth, clientHeight } = document.documentElement;
        return left < -1 || right > clientWidth + 1 || Math.min(bottom, clientHeight) - Math.max(top, 0) < 1;
    })
    .map((node) => `${node.tagName} ${node.ariaLabel ?? node.textContent.slice(0, 40)}`)"""


@pytest.fixture(params=SIZES)
def small(page, request):
    width, height = SIZES[request.param]
    page.set_viewport_size({"width": width, "height": height})
    yield page
    page.set_viewport_size({"width": 1280, "height": 800})


def fits(page) -> None:
    assert page.evaluate(SIDEWAYS) == []
    width = page.viewport_size["width"]
    for button in page.get_by_role("button").all():
        box = button.bounding_box() if button.is_visible() else None
        assert box is None or (box["x"] >= -1 and box["x"] + box["width"] <= width + 1) or in_figure(button), button.inner_text()


def in_figure(button) -> bool:
    return bool(button.evaluate("(node) => Boolean(node.closest('[data-testid=page], [role=grid], table, .canvas'))"))


def test_from_a_file_to_a_colored_figure(small, api):
    """A file is brought in, made a plate, colored, read and told, without ever scrolling sideways."""
    page = small
    page.goto("/")
    page.get_by_role("button", name="Choose a file").wait_for()
    fits(page)
    drop(page, "small.csv", TEXT)
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    page.get_by_role("button", name="Import").wait_for()
    fits(page)
    page.get_by_role("button", name="Import").click()
    page.wait_for_url(re.compile(r"/tables/\d+$"))
    page.get_by_role("button", name="Make a plate").wait_for()
    fits(page)
    make_plate(page)
    painted(page)
    fits(page)
    paper = page.get_by_test_id("page").bounding_box()
    assert paper["width"] > page.viewport_size["width"] * 0.85
    page.get_by_role("button", name="Parts", exact=True).click()
    sheet = page.get_by_role("region", name="Parts", exact=True)
    expect(sheet).to_be_visible()
    fits(page)
    pick(page, "high_is", "bad")
    settled(page)
    page.keyboard.press("Escape")
    expect(sheet).to_have_count(0)
    expect(page.get_by_role("button", name="Parts", exact=True)).to_be_focused()
    page.get_by_role("grid").focus()
    page.keyboard.press("ArrowRight")
    page.get_by_role("button", name="Reading", exact=True).click()
    expect(page.get_by_role("region", name="Reading", exact=True).first).to_contain_text("Records")
    fits(page)
    number = int(page.url.rsplit("/", 1)[1])
    assert api.recipe(number)["color"]["high_is"] == "bad"


def test_a_card_of_a_phrase_takes_its_own_escape(small, api):
    page = small
    open_plate(page, api.plate(TEXT, "escape.csv"))
    page.get_by_role("button", name="Parts", exact=True).click()
    page.locator("[data-said=within]").click()
    expect(page.get_by_role("radio", name="its row")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("radio", name="its row")).to_have_count(0)
    expect(page.get_by_role("region", name="Parts", exact=True)).to_be_visible()


def test_every_form_of_a_mend_fits_and_is_reached(small, api):
    page = small
    text = TEXT.replace("pier,", "a name that goes on and on,", 1)
    table = api.post("/api/tables?name=forms.csv", text.encode())["id"]
    page.goto(f"/tables/{table}")
    page.get_by_role("button", name="Add a mend").click()
    titles = [each for each in page.get_by_role("menuitem").all_inner_texts() if each]
    assert len(titles) > 10
    page.keyboard.press("Escape")
    for title in titles:
        page.get_by_role("button", name="Add a mend").click()
        page.get_by_role("menuitem").filter(has_text=title.split("\n")[0]).first.click()
        sheet = page.get_by_role("dialog")
        sheet.get_by_role("button", name="Cancel").wait_for()
        assert sheet.evaluate(CUT_OFF) == [], title
        assert sheet.evaluate(OUT_OF_REACH) == [], title
        sheet.get_by_role("button", name="Cancel").click()
        expect(sheet).to_have_count(0)


@pytest.fixture
def forced(page):
    page.emulate_media(forced_colors="active")
    yield page
    page.emulate_media(forced_colors="none")


def color_at(page, box) -> tuple[int, ...]:
    import io

    from PIL import Image

    shot = Image.open(
        io.BytesIO(page.screenshot(clip={"x": box["x"], "y": box["y"], "width": box["width"], "height": box["height"]}))
    )
    return shot.convert("RGB").getpixel((shot.width // 2, shot.height // 2))


def test_forced_colors_leave_the_figure_and_show_every_choice(forced, api):
    page = forced
    number = api.plate(TEXT, "forced.csv", pivot=PIVOT, color={"high_is": "bad"})
    open_plate(page, number)
    painted(page)
    grid = page.get_by_role("grid").bounding_box()
    plain = [
        color_at(page, {"x": grid["x"] + grid["width"] * (j + 0.1) / 4, "y": grid["y"] + 3, "width": 4, "height": 4})
        for j in range(4)
    ]
    assert len(set(plain)) == 4  # the cells keep their colors
    page.locator("[data-said=high_is]").click()
    chosen, other = page.get_by_role("radio", name="bad", exact=True), page.get_by_role("radio", name="good", exact=True)
    assert chosen.evaluate("(node) => getComputedStyle(node).outlineStyle") == "solid"
    assert other.evaluate("(node) => getComputedStyle(node).outlineStyle") != "solid"
    page.keyboard.press("Escape")
    tab = page.get_by_role("tab", name="Color", exact=True)
    assert tab.evaluate("(node) => getComputedStyle(node).outlineStyle") == "solid"
    page.get_by_role("tab", name="Legend", exact=True).click()
    page.locator("[data-said=place]").click()
    switch = page.locator("[data-scope=switch][data-part=control]").first
    on = switch.evaluate("(node) => getComputedStyle(node).backgroundColor")
    switch.click()
    settled(page)
    assert switch.evaluate("(node) => getComputedStyle(node).backgroundColor") != on
    assert switch.evaluate("(node) => getComputedStyle(node).borderTopStyle") == "solid"


def test_motion_that_is_not_wanted_is_none(page, api):
    page.emulate_media(reduced_motion="reduce")
    open_plate(page, api.plate(TEXT, "still.csv"))
    page.locator("[data-said=within]").click()
    moving = page.evaluate(
        """() => [...document.querySelectorAll('*')].filter((node) => {
            const style = getComputedStyle(node);
            const long = (times) => times.split(',').some((time) => parseFloat(time) > 0.01);
            return long(style.transitionDuration) || (style.animationName !== 'none' && long(style.animationDuration));
        }).map((node) => node.outerHTML.slice(0, 80))"""
    )
    assert moving == []
    page.emulate_media(reduced_motion="no-preference")
