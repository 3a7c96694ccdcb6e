"""Screens that are fetched when they are opened: what cannot be fetched or drawn is told, and nothing that was changed is lost."""

import re

import pytest
from playwright.sync_api import expect

from .conftest import open_plate, settled, wait_until

PIVOT = {"rows": [{"field": "town"}], "columns": [{"field": "kind"}]}
TEXT = "town,kind\nAlder,ink\nBirch,nib\nAlder,nib\n"


@pytest.fixture
def number(api):
    return api.plate(TEXT, "screens.csv", pivot=PIVOT)


@pytest.fixture
def other(window):
    """A page that may have errors."""
    page = window.new_page()
    yield page
    page.close()


def test_a_screen_that_cannot_be_fetched_says_so_and_comes_with_the_page(other, number):
    """Such as one that was opened before the server was renewed, whose files are gone."""
    other.goto("/")
    expect(other.get_by_role("heading", name="Plates")).to_be_visible()
    other.route(re.compile(r"assets/PlateEditor"), lambda route: route.abort())
    other.get_by_role("link", name="Number of records by town and kind").first.click()
    expect(other.get_by_text("This screen could not be drawn")).to_be_visible()
    expect(other.get_by_text("Everything you changed is saved.")).to_be_visible()
    other.unroute_all()
    other.get_by_role("button", name="Reload the page").click()
    expect(other.get_by_test_id("cells")).to_be_visible()


def test_the_way_back_leads_to_the_desk(other, number):
    other.route(re.compile(r"assets/PlateEditor"), lambda route: route.abort())
    other.goto(f"/plates/{number}")
    expect(other.get_by_text("This screen could not be drawn")).to_be_visible()
    other.get_by_role("link", name="To the desk", exact=True).click()
    expect(other.get_by_role("heading", name="Plates")).to_be_visible()


def test_a_browser_that_believes_itself_offline_still_saves(page, api, number):
    """The server is this machine."""
    open_plate(page, number)
    page.evaluate("window.dispatchEvent(new Event('offline'))")
    page.get_by_role("button", name="Turn rows and columns").click()
    wait_until(lambda: api.recipe(number)["pivot"]["rows"] == PIVOT["columns"])
    page.keyboard.press("Control+z")
    wait_until(lambda: api.recipe(number)["pivot"]["rows"] == PIVOT["rows"])
    page.evaluate("window.dispatchEvent(new Event('online'))")
    settled(page)


def test_a_menu_that_is_fetched_takes_keys_and_gives_the_focus_back(page, number):
    page.goto("/")
    dots = page.get_by_role("button", name="More about Number of records by town and kind").first
    dots.focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("menuitem", name="Remove this plate")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("menuitem")).to_have_count(0)
    expect(dots).to_be_focused()
