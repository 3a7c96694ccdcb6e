"""A plan on screen: from a folio to what makes itself, under conditions, from the newest file, and held with the reason."""

import io
import json
import os
import re
import time
from pathlib import Path

import pytest
from playwright.sync_api import expect
from pptx import Presentation

from .conftest import wait_until
from .test_accessibility import violations
from .test_folio import TEXT, pivot

SOON = 60_000
"""Milliseconds that a run may take beside other work."""


@pytest.fixture
def folder(api):
    found = Path(api.get("/api/about")["folders"][-1]) / f"plans-{time.time_ns()}"
    found.mkdir()
    return found


@pytest.fixture
def folio(api):
    plate = api.plate(TEXT, "late-log-1.csv", pivot=pivot("late"), words={"title": "Knot is late"}, claims=["highest row is Knot"])
    body = json.dumps({"title": "Monday review", "plates": [plate]}).encode()
    return api.post("/api/folios", body, "application/json")["folio"]["id"]


@pytest.fixture
def plan(api, folio, folder):
    """One that takes the newest log of a folder and puts a deck into another, whenever it is asked to."""
    plate = api.get(f"/api/folios/{folio}")["folio"]["plates"][0]
    table = api.get(f"/api/plates/{plate}")["plate"]["table"]
    spec = {
        "finch_plan": 1,
        "title": "Every Monday",
        "take": {"log": {"table": table, "folder": str(folder), "pattern": "late*.csv"}},
        "make": [{"folio": folio}],
        "put": {"folder": str(folder / "made")},
    }
    return api.post("/api/plans", json.dumps({"plan": spec}).encode(), "application/json")["id"]


def give(folder, name, text):
    (folder / name).write_text(text)
    os.utime(folder / name, (time.time() - 60,) * 2)


def open_plan(page, number):
    page.goto(f"/plans/{number}")
    expect(page.get_by_role("group", name="The plan as a sentence")).to_be_visible()


def runs(page):
    return page.get_by_role("list", name="Runs").locator("> li")


def is_change(route):
    return route.request.method == "PUT"


def phrase(page, name):
    page.locator(f"[data-piece='{name}']").click()
    card = page.get_by_role("dialog", name=name)
    expect(card).to_be_visible()
    return card


def test_from_a_folio_to_what_makes_itself_and_is_held_when_its_claim_breaks(page, api, folio, folder):
    page.goto(f"/folios/{folio}")
    page.get_by_role("button", name="Make it by itself").click()
    page.wait_for_url(re.compile(r"/plans/\d+$"))
    number = int(page.url.rsplit("/", 1)[1])
    expect(page.get_by_role("group", name="The plan as a sentence")).to_contain_text(
        "On Mondays at 07:00, take the tables as they stand, make Monday review as PPTX, and put it into made."
    )
    expect(page.get_by_text("It has not run yet.")).to_be_visible()
    assert violations(page) == []

    def spec():
        return api.get(f"/api/plans/{number}")["spec"]

    # What is taken, from where, and what is made, each in its phrase.
    card = phrase(page, "What is taken")
    name = api.get("/api/tables")[0]["name"]
    card.get_by_role("combobox", name="Take a table from files").select_option(label=name)
    wait_until(lambda: next(iter(spec().get("take", {"": {"pattern": ""}}).values()))["pattern"] == "late-log-*.csv")
    field = card.get_by_role("textbox", name=f"Folder of {name}")
    field.fill("/etc")
    field.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("/etc lies outside of what may be used; choose a folder in")
    field.fill(str(folder))
    field.press("Enter")
    wait_until(lambda: next(iter(spec()["take"].values())).get("folder") == str(folder))
    assert violations(page) == []
    page.keyboard.press("Escape")
    card = phrase(page, "When")
    card.get_by_role("button", name="Friday").click()
    card.get_by_role("textbox", name="Time", exact=True).fill("6.30")
    card.get_by_role("textbox", name="Time", exact=True).press("Enter")
    wait_until(lambda: (spec()["when"].get("time"), spec()["when"]["days"]) == ("06:30", ["mon", "fri"]))
    page.keyboard.press("Escape")
    expect(page.locator("[data-piece='When']")).to_have_text("On Mondays and Fridays at 06:30")
    card = phrase(page, "What is made")
    card.get_by_role("checkbox", name="Pages", exact=True).check()
    wait_until(lambda: spec()["make"][0].get("as") == ["pptx", "pdf"])
    card.get_by_role("checkbox", name="Pages", exact=True).uncheck()
    page.keyboard.press("Escape")
    card = phrase(page, "Where it goes")
    card.get_by_role("textbox", name="Folder that it goes into").fill(str(folder / "made"))
    card.get_by_role("textbox", name="Folder that it goes into").press("Enter")
    wait_until(lambda: spec()["put"]["folder"] == str(folder / "made"))
    page.keyboard.press("Escape")

    # What has to hold.
    page.get_by_text("A least number of records").click()
    share = page.get_by_role("textbox", name="Least share of the records")
    share.fill("many")
    expect(page.get_by_role("alert").filter(has_text="Write a percentage")).to_be_visible()
    share.fill("80%")
    share.press("Enter")
    page.get_by_role("combobox", name="A field").select_option("pier")
    page.get_by_role("combobox", name="Another sum").select_option("late")
    repeated = page.get_by_role("checkbox", name="repeated records")
    repeated.click()
    expect(repeated).to_be_checked()
    wait_until(
        lambda: spec().get("guards") == {"records": 0.8, "known": ["pier"], "totals": {"late": 0.25}, "without": ["repeated"]}
    )

    # Tried, made, and on the folio's next edition held.
    page.get_by_role("button", name="Try it").click()
    expect(runs(page).first).to_contain_text("no file in", timeout=SOON)
    give(folder, "late-log-2.csv", TEXT.replace("Ardle,Jan,0", "Ardle,Jan,1"))
    page.get_by_role("button", name="Try it").click()
    expect(runs(page)).to_have_count(2)
    expect(runs(page).first).to_contain_text("Would make Monday review", timeout=SOON)
    expect(runs(page).first).to_contain_text("Ardle, Jan: 1, 0 before")
    assert not (folder / "made").exists()
    page.get_by_role("button", name="Run now").click()
    expect(runs(page)).to_have_count(3)
    expect(runs(page).first).to_contain_text("Made Monday review", timeout=SOON)
    with page.expect_download() as pending:
        runs(page).first.get_by_role("link", name=re.compile(r"^Monday review .*\.pptx$")).click()
    assert len(Presentation(io.BytesIO(pending.value.path().read_bytes())).slides) == 2
    assert violations(page) == []
    give(folder, "late-log-3.csv", TEXT.replace("Ardle,Jan,1", "Ardle,Jan,1").replace("Brack,Mar,5", "Brack,Mar,13"))
    page.get_by_role("button", name="Run now").click()
    expect(runs(page)).to_have_count(4)
    expect(runs(page).first).to_contain_text("held", timeout=SOON)
    expect(runs(page).first).to_contain_text("highest row is Brack")
    page.goto("/")
    expect(page.get_by_role("article").filter(has_text="On Mondays and Fridays at 06:30")).to_contain_text("held")
    page.goto(f"/folios/{folio}?page=2")
    expect(page.locator("[data-page='1']")).to_contain_text("does not hold")


def test_a_file_that_a_condition_holds_waits_on_the_desk(page, api, plan, folder):
    give(folder, "late-log-2.csv", TEXT.replace("people", "persons"))
    open_plan(page, plan)
    page.get_by_role("button", name="Run now").click()
    expect(runs(page).first).to_contain_text("late-log-2.csv: a column is gone: “people”", timeout=SOON)
    runs(page).first.get_by_role("link", name="Look at the file").click()
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    expect(page.get_by_text("people", exact=False).first).to_be_visible()
    api.delete(f"/api/imports/{page.url.rsplit('/', 1)[1]}")


def test_two_windows_lose_nothing(page, api, plan):
    open_plan(page, plan)
    spec = api.get(f"/api/plans/{plan}")["spec"]
    api.put(f"/api/plans/{plan}", {**spec, "title": "Theirs"})
    page.get_by_text("No column is gone").click()
    expect(page.get_by_role("alert")).to_contain_text("This plan was changed elsewhere meanwhile (Title changed)")
    expect(page.get_by_role("heading", name="Theirs")).to_be_visible()
    page.get_by_role("button", name="Apply mine").click()
    wait_until(lambda: api.get(f"/api/plans/{plan}")["spec"].get("guards") == {"columns": False})
    assert api.get(f"/api/plans/{plan}")["title"] == "Theirs"
    page.get_by_role("button", name="Undo").click()
    wait_until(lambda: "guards" not in api.get(f"/api/plans/{plan}")["spec"])
    page.get_by_role("button", name="History").click()
    expect(page.get_by_role("list", name="Steps").get_by_role("button")).to_have_count(3)


def test_what_is_set_is_seen_at_once_however_long_the_server_takes_and_put_back_when_it_refuses(page, api, plan):
    open_plan(page, plan)
    held = []
    page.route(re.compile(rf"/api/plans/{plan}$"), lambda route: held.append(route) if is_change(route) else route.continue_())
    card = phrase(page, "What is made")
    pages, report = (card.get_by_role("checkbox", name=name, exact=True) for name in ("Pages", "Report"))
    pages.check()
    report.check()
    pages.uncheck()
    pages.check()
    assert len(held) == 1, "one after the other"
    assert api.get(f"/api/plans/{plan}")["spec"]["make"][0].get("as", ["pptx"]) == ["pptx"]
    for number in range(3):
        held[number].continue_()
        for _ in range(200):
            page.wait_for_timeout(50)
            if len(held) > number + 1:
                break
        expect(pages).to_be_checked()
        expect(report).to_be_checked()
    refusal = {"status": 422, "title": "Unprocessable", "detail": "Not today.", "path": ""}
    held[3].fulfill(status=422, content_type="application/problem+json", body=json.dumps(refusal))
    expect(page.get_by_role("alert")).to_contain_text("Not today.")
    expect(pages).not_to_be_checked()
    expect(report).to_be_checked()


def test_a_plan_is_set_by_keys_and_paused_by_name(page, api, plan):
    open_plan(page, plan)
    page.locator("body").press("/")
    expect(page.locator("[data-piece='When']")).to_be_focused()
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog", name="When")).to_be_visible()
    page.keyboard.press("Escape")
    page.keyboard.press("Control+k")
    page.get_by_role("combobox", name="Find an action").fill("pause")
    page.keyboard.press("Enter")
    expect(page.get_by_role("group", name="The plan as a sentence")).to_contain_text("Paused. It would, whenever it is asked to")
    wait_until(lambda: api.get(f"/api/plans/{plan}")["spec"].get("paused"))


def test_a_plan_whose_things_are_gone_says_so_and_one_that_is_gone_too(page, api, plan, folio):
    api.delete(f"/api/folios/{folio}")
    api.delete(f"/api/bin/folio/{folio}")
    open_plan(page, plan)
    expect(page.locator("[data-piece='What is made']")).to_have_text("a folio that was removed as PPTX")
    page.get_by_role("button", name="Try it").click()
    expect(runs(page).first).to_contain_text("held", timeout=SOON)
    page.goto("/")
    card = page.get_by_role("article").filter(has_text="a folio that was removed")
    card.get_by_role("button", name="More about the plan Every Monday").click()
    page.get_by_role("menuitem", name=re.compile("^Remove this plan")).click()
    expect(card).to_have_count(0)
    page.goto(f"/plans/{plan}")
    expect(page.get_by_role("heading", name="This plan is not here")).to_be_visible()
    page.get_by_role("button", name="Put it back").click()
    expect(page.get_by_role("group", name="The plan as a sentence")).to_be_visible()


@pytest.mark.parametrize("width", [1024, 390])
def test_it_fits_narrow_windows(page, plan, width):
    page.set_viewport_size({"width": width, "height": 844})
    try:
        open_plan(page, plan)
        assert page.evaluate("document.documentElement.scrollWidth") <= width
        for name in ("When", "What is taken", "What is made", "Where it goes"):
            card = phrase(page, name)
            box = card.bounding_box()
            assert box["x"] >= 0 and box["x"] + box["width"] <= width, name
            page.keyboard.press("Escape")
            expect(card).to_have_count(0)
    finally:
        page.set_viewport_size({"width": 1280, "height": 800})
