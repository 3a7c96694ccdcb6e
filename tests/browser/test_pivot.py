"""The whole pivot in the interface, by mouse and by keys: nested, shared, ordered, clustered, split and correlated plates."""

import csv
import re

import pytest
from playwright.sync_api import expect

from .conftest import (
    bring_in,
    choose,
    drop,
    make_plate,
    open_plate,
    painted,
    plate_number,
    said,
    screen_colors,
    settled,
    wait_until,
)

LINES = {"Inner": ["Ardle", "Brack"], "Outer": ["Cairn", "Dun"]}


def log() -> str:
    """Two lines with two piers each over five months of two years, riders and minutes; the last month is cut short."""
    rows = ["line,pier,left,riders,minutes,vessel"]
    piers = [(line, pier) for line, held in LINES.items() for pier in held]
    for month, day in (("2024-11", 30), ("2024-12", 31), ("2025-01", 31), ("2025-02", 28), ("2025-03", 20)):
        for i, (line, pier) in enumerate(piers):
            for trip in range(3):
                # Brack and Dun go alike over the months, whatever line they are of.
                late = (10 if pier in ("Brack", "Dun") else 2) + trip + (5 if month == "2025-01" else 0)
                rows.append(f"{line},{pier},{month}-{day - trip:02d} 0{6 + trip}:00,{10 * (i + 1) + trip},{late},V{trip + 1}")
    return "\n".join(rows) + "\n"


@pytest.fixture
def number(page, api) -> int:
    number = api.started("log.csv", log())
    open_plate(page, number)
    expect(page.get_by_role("region", name="Statement")).to_be_visible()
    return number


def pivot(api, number):
    return api.get(f"/api/plates/{number}")["plate"]["recipe"]["pivot"]


def figure(api, number):
    return api.get(f"/api/plates/{number}")["figure"]


def phrase(page, name):
    return page.get_by_role("button", name=re.compile(f"^{name}:"))


def pick(page, typed):
    page.locator("input[role=combobox]").fill(typed)
    page.keyboard.press("Enter")
    settled(page)


def head(page, label):
    return page.get_by_role("button", name=re.compile(f"^{label}, (row|column)$")).first


def act(page, label, action):
    head(page, label).click()
    page.get_by_role("menuitem", name=action).click()
    settled(page)


def put_inside(page, outer):
    """A level down, and the card of another one inside it."""
    choose(page, "What goes down", outer)
    phrase(page, "What goes down").click()
    page.get_by_role("button", name="Put one inside").click()


def test_levels_are_nested_moved_and_turned_by_mouse(page, api, number):
    put_inside(page, "line")
    page.locator("input[role=combobox]").fill("pier")
    page.keyboard.press("Enter")
    expect(phrase(page, "What goes down, level 2")).to_have_text("pier")
    settled(page)
    assert figure(api, number)["rows"] == ["Inner, Ardle", "Inner, Brack", "Outer, Cairn", "Outer, Dun"]
    # Dragged before the outer one
    phrase(page, "What goes down, level 2").drag_to(phrase(page, "What goes down"))
    expect(phrase(page, "What goes down")).to_have_text("pier")
    settled(page)
    assert [level["field"] for level in pivot(api, number)["rows"]] == ["pier", "line"]
    page.get_by_role("button", name="Turn rows and columns").click()
    expect(phrase(page, "What goes across, level 2")).to_have_text("line")
    settled(page)
    phrase(page, "What goes across, level 2").click()
    page.get_by_role("button", name="Put it down").click()
    settled(page)
    assert [level["field"] for level in pivot(api, number)["columns"]] == ["pier"]
    assert pivot(api, number)["rows"][-1] == {"field": "line"}


def test_levels_are_nested_and_moved_by_keys(page, api, number):
    page.keyboard.press("/")
    page.keyboard.press("Escape")
    expect(phrase(page, "What is measured")).to_be_focused()
    page.keyboard.press("Tab")
    page.keyboard.press("Tab")
    expect(phrase(page, "What goes across")).to_be_focused()
    page.keyboard.press("ArrowDown")
    expect(page.locator("input[role=combobox]")).to_be_focused()
    page.keyboard.type("year left")
    page.keyboard.press("Enter")
    settled(page)
    expect(phrase(page, "What goes across")).to_be_focused()
    page.keyboard.press("ArrowDown")
    page.get_by_role("button", name="Put one inside").focus()
    page.keyboard.press("Enter")
    expect(page.locator("input[role=combobox]")).to_be_focused()
    page.keyboard.type("month left")
    page.keyboard.press("Enter")
    expect(phrase(page, "What goes across, level 2")).to_have_text("month of left")
    settled(page)
    assert figure(api, number)["columns"] == ["2024, Nov", "2024, Dec", "2025, Jan", "2025, Feb", "2025, Mar"]
    phrase(page, "What goes across, level 2").focus()
    page.keyboard.press("Alt+ArrowLeft")
    expect(phrase(page, "What goes across")).to_have_text("month of left")
    settled(page)
    assert [level["cut"] for level in pivot(api, number)["columns"]] == ["month", "year"]


def test_every_kind_of_measure_is_asked_for_part_by_part(page, api, number):
    choose(page, "What is measured", "median")
    pick(page, "minutes")
    assert pivot(api, number)["measure"] == {"take": "median", "of": "minutes"}
    phrase(page, "What is measured").click()
    pick(page, "percentile")
    page.get_by_label("Percentile").fill("120")
    expect(page.get_by_role("button", name="Apply")).to_be_disabled()
    page.get_by_label("Percentile").fill("75")
    page.keyboard.press("Enter")
    expect(phrase(page, "What is measured")).to_have_text("75th percentile")
    settled(page)
    choose(page, "What is measured", "ratio")
    pick(page, "riders")
    expect(phrase(page, "The number it is divided by")).to_have_text("riders")
    settled(page)
    assert pivot(api, number)["measure"] == {"take": "ratio", "of": "minutes", "per": "riders"}
    choose(page, "What is measured", "share")
    page.locator("input[role=combobox]").fill("minutes")
    page.keyboard.press("Enter")
    page.get_by_label("To, included").fill("5")
    page.get_by_role("button", name="Count these").click()
    expect(phrase(page, "The condition that is met")).to_have_text("minutes up to 5")
    settled(page)
    assert pivot(api, number)["measure"] == {"take": "share", "where": {"field": "minutes", "to": 5}}
    assert figure(api, number)["style"]["percent"]
    choose(page, "What is measured", "distinct")
    pick(page, "vessel")
    assert set(figure(api, number)["values"]) <= {3, 0}


def test_a_cell_shows_its_share_and_prints_it_as_percent(page, api, number):
    choose(page, "What a cell shows", "as share of its row")
    expect(phrase(page, "What a cell shows")).to_have_text("as share of its row")
    settled(page)
    found = figure(api, number)
    assert sum(found["values"][: len(found["columns"])]) == pytest.approx(1)
    assert found["scene"]["grid"]["prints"][0].endswith("%")
    choose(page, "What a cell shows", "as distance from a number")
    page.get_by_label("The number cells are compared with").fill("2")
    page.keyboard.press("Enter")
    settled(page)
    assert pivot(api, number)["show"] == {"as": "gap", "to": 2}
    table = api.get(f"/api/plates/{number}")["plate"]["table"]
    api.put(f"/api/tables/{table}/targets", {"targets": {"our promise": 5}})
    open_plate(page, number)
    choose(page, "What a cell shows", "our promise")
    expect(phrase(page, "What a cell shows")).to_have_text("as distance from our promise")
    assert pivot(api, number)["show"] == {"as": "gap", "to": {"target": "our promise"}}


def test_conditions_have_alternatives_and_the_largest(page, api, number):
    phrase(page, "Which records are kept").click()
    page.locator("input[role=combobox]").fill("pier")
    page.keyboard.press("Enter")
    page.get_by_role("group", name="Members of pier").get_by_text("Ardle").click()
    page.get_by_role("button", name="Keep these").click()
    settled(page)
    phrase(page, "Which records are kept").click()
    page.get_by_role("button", name="Or another condition beside: pier Ardle").click()
    page.locator("input[role=combobox]").fill("minutes")
    page.keyboard.press("Enter")
    page.get_by_text("above and below").click()
    page.get_by_label("Above", exact=True).fill("11")
    page.get_by_role("button", name="Keep these").click()
    expect(phrase(page, "Which records are kept")).to_have_text("pier Ardle or minutes above 11")
    settled(page)
    ardle, late = {"field": "pier", "in": ["Ardle"]}, {"field": "minutes", "above": 11}
    assert pivot(api, number)["keep"] == [{"any": [ardle, late]}]
    phrase(page, "Which records are kept").click()
    page.get_by_role("button", name="And another condition with: minutes above 11").click()
    page.locator("input[role=combobox]").fill("vessel")
    page.keyboard.press("Enter")
    page.get_by_text("largest", exact=True).click()
    page.get_by_label("How many").fill("2")
    page.get_by_label("Decided by", exact=True).select_option("average")
    page.get_by_label("Decided by: of").select_option("of minutes")
    page.get_by_role("button", name="Keep these").click()
    settled(page)
    by = {"take": "average", "of": "minutes"}
    assert pivot(api, number)["keep"] == [{"any": [ardle, {"all": [late, {"field": "vessel", "top": 2, "by": by}]}]}]
    expect(phrase(page, "Which records are kept")).to_have_text(
        "pier Ardle or minutes above 11 and 2 largest of vessel by average of minutes"
    )
    phrase(page, "Which records are kept").click()
    page.get_by_role("button", name="Take off: 2 largest of vessel by average of minutes").click()
    settled(page)
    assert pivot(api, number)["keep"] == [{"any": [ardle, late]}]
    phrase(page, "Which records are kept").click()
    page.get_by_role("button", name="Take off: minutes above 11").click()
    settled(page)
    assert pivot(api, number)["keep"][0] == {"field": "pier", "in": ["Ardle"]}


def test_an_unfinished_last_period_is_told_and_left_out(page, api, number):
    choose(page, "What goes across", "year and month left")
    settled(page)
    expect(page.get_by_text("The last period runs from 2025-03-01 to 2025-03-31, but records end on 2025-03-20.")).to_be_visible()
    page.get_by_role("button", name="Leave it out").click()
    expect(page.get_by_text("but records end on")).to_have_count(0)
    settled(page)
    assert pivot(api, number)["keep"] == [{"field": "left", "to": "2025-02-28"}]
    assert figure(api, number)["columns"] == ["2024-11", "2024-12", "2025-01", "2025-02"]


def test_the_options_of_a_level(page, api, number):
    phrase(page, "What goes down").click()
    pick(page, "bins of minutes")
    phrase(page, "What goes down").click()
    page.get_by_role("button", name="Options").click()
    page.get_by_text("own edges").click()
    page.get_by_label("Edges, rising").fill("0, 10, 5")
    expect(page.get_by_text("The edge 5 does not rise above 10 before it.")).to_be_visible()
    expect(page.get_by_role("button", name="Use these")).to_be_disabled()
    page.get_by_label("Edges, rising").fill("0, 5, 10, 20")
    page.get_by_role("button", name="Use these").click()
    settled(page)
    assert figure(api, number)["rows"] == ["0–5", "5–10", "10–20"]
    choose(page, "What goes down", "pier")
    phrase(page, "What goes down").click()
    page.get_by_role("button", name="Options").click()
    page.get_by_label("Only so many of the largest").fill("2")
    page.get_by_label("Name of the rest").fill("All others")
    page.get_by_role("button", name="Use these").click()
    settled(page)
    assert figure(api, number)["rows"][-1] == "All others"


def test_many_members_warn_first_and_offer_the_largest(page, api):
    page.goto("/")
    drop(page, "many.csv", "stop,day\n" + "".join(f"Stop {i % 300},Mon\n" for i in range(700)))
    bring_in(page)
    make_plate(page)
    number = plate_number(page)
    phrase(page, "What goes down").click()
    page.locator("input[role=combobox]").fill("stop")
    page.keyboard.press("Enter")
    expect(page.get_by_text("stop has 300 members, more than a reader takes in.")).to_be_visible()
    page.get_by_role("button", name="The 20 largest, the rest as Others").click()
    settled(page)
    assert pivot(api, number)["rows"] == [{"field": "stop", "top": 20, "others": True}]
    assert len(figure(api, number)["rows"]) == 21


def test_heads_order_move_name_gather_and_leave_out(page, api, number):
    choose(page, "What goes down", "pier")
    choose(page, "What is measured", "average")
    pick(page, "minutes")
    act(page, "Brack", "Order rows by total")
    assert figure(api, number)["rows"][0] in ("Brack", "Dun")
    act(page, "Jan", "Order rows by this column")
    assert pivot(api, number)["order"]["rows"] == {"by": "member", "of": ["Jan"], "descending": True}
    act(page, "Ardle", "Move up")
    assert pivot(api, number)["order"]["rows"]["by"] == "hand"
    head(page, "Cairn").drag_to(head(page, figure(api, number)["rows"][0]))
    settled(page)
    assert figure(api, number)["rows"][0] == "Cairn"
    act(page, "Cairn", "Leave its records out")
    assert pivot(api, number)["keep"] == [{"field": "pier", "not_in": ["Cairn"]}]
    page.keyboard.press("Control+z")
    settled(page)
    act(page, "Cairn", "Set aside")
    assert "Cairn" not in figure(api, number)["rows"]
    page.get_by_role("tab", name="Heads").click()
    said(page, "aside")
    page.get_by_role("button", name="Bring back Cairn").click()
    settled(page)
    page.keyboard.press("Escape")
    assert "Cairn" in figure(api, number)["rows"]
    act(page, "Cairn", "Gather into Others")
    act(page, "Dun", "Gather into Others")
    assert sorted(figure(api, number)["rows"]) == ["Ardle", "Brack", "Others"]


def test_a_head_renamed_is_a_mend_of_the_table(page, api, number):
    choose(page, "What goes down", "pier")
    head(page, "Dun").click()
    page.get_by_role("menuitem", name="Rename, or merge into another").click()
    page.get_by_label("New name").fill("Dunmarrow")
    page.keyboard.press("Enter")
    expect(head(page, "Dunmarrow")).to_be_visible()
    table = api.get(f"/api/plates/{number}")["plate"]["table"]
    mends = [line["mend"] for line in api.get(f"/api/tables/{table}/workbench")["mends"]]
    assert mends == [{"do": "relabel", "field": "pier", "names": {"Dun": "Dunmarrow"}}]
    # A part of time is named in the plate alone
    head(page, "Jan").click()
    page.get_by_role("menuitem", name="Rename, or merge into another").click()
    page.get_by_label("New name").fill("January")
    page.get_by_role("button", name="Rename").click()
    settled(page)
    assert pivot(api, number)["columns"][0]["names"] == {"Jan": "January"}


def test_heads_are_walked_and_moved_by_keys(page, api, number):
    choose(page, "What goes down", "pier")
    head(page, "Ardle").focus()
    page.keyboard.press("ArrowDown")
    expect(head(page, "Brack")).to_be_focused()
    page.keyboard.press("Alt+ArrowUp")
    settled(page)
    assert figure(api, number)["rows"][:2] == ["Brack", "Ardle"]
    expect(head(page, "Brack")).to_be_focused()
    page.keyboard.press("Enter")
    page.keyboard.press("ArrowDown")
    expect(page.get_by_role("menuitem", name="Order columns by this row")).to_be_visible()


def test_likeness_draws_a_tree_and_its_choices(page, api, number):
    choose(page, "What goes down", "pier")
    choose(page, "What is measured", "average")
    pick(page, "minutes")
    page.get_by_role("tab", name="Heads").click()
    said(page, "order_rows")
    page.get_by_role("combobox", name="Order of rows", exact=True).select_option("likeness")
    settled(page)
    found = figure(api, number)
    places = [found["rows"].index(name) for name in ("Brack", "Dun")]
    assert abs(places[0] - places[1]) == 1
    lines = [line for line in found["scene"]["lines"] if line["part"] == "trees"]
    assert lines
    page.get_by_label("How far rows are apart").select_option("cosine")
    settled(page)
    expect(page.get_by_label("How groups of rows are compared").locator("option")).to_have_count(2)
    page.get_by_text("Tree beside the rows").click()
    settled(page)
    assert not [line for line in figure(api, number)["scene"]["lines"] if line["part"] == "trees"]


def test_a_further_field_splits_and_cells_of_each_are_read(page, api, number):
    choose(page, "What goes down", "vessel")
    page.get_by_role("button", name="Reshape").click()
    page.get_by_role("menuitem", name="Split by a further field").click()
    page.locator("input[role=combobox]").fill("pier")
    page.keyboard.press("Enter")
    expect(phrase(page, "What it is split by")).to_have_text("pier")
    settled(page)
    found = figure(api, number)
    assert found["panels"]
    assert len(found["columns"]) == 4 * 5
    grid = page.get_by_role("grid")
    scene = found["scene"]["grid"]
    drop_last = scene["drops"][-1] if scene["drops"] else 0
    box = grid.bounding_box()
    zoom = page.get_by_test_id("page").bounding_box()["width"] / found["scene"]["width"]
    x = (scene["xs"][-1] + scene["cell_width"] / 2 - min(scene["xs"])) * zoom
    y = (scene["ys"][-1] + drop_last + scene["cell_height"] / 2 - scene["ys"][0]) * zoom
    page.mouse.move(box["x"] + x, box["y"] + y)
    expect(page.get_by_role("region", name="Reading")).to_contain_text("V3, Dun, Mar")
    phrase(page, "What it is split by").click()
    pick(page, "nothing")
    assert "split" not in pivot(api, number)


def test_the_screen_shows_the_colors_of_each_matrix(page, api, number):
    choose(page, "What goes down", "vessel")
    page.get_by_role("button", name="Reshape").click()
    page.get_by_role("menuitem", name="Split by a further field").click()
    page.locator("input[role=combobox]").fill("pier")
    page.keyboard.press("Enter")
    expect(phrase(page, "What it is split by")).to_have_text("pier")
    settled(page)
    painted(page)
    colors = api.get(f"/api/plates/{number}/export.json")["colors"]
    cells = [(row, column) for row in range(3) for column in range(0, 20, 3)]
    assert screen_colors(page, cells) == [colors[row][column] for row, column in cells]


def test_a_long_change_can_be_given_up(page, api, number):
    asked = []
    page.route("**/give-up", lambda route: (asked.append(1), route.fulfill(status=204)))

    def slowly(route):
        wait_until(lambda: asked or page.wait_for_timeout(50))
        detail = "this was given up before it was done; nothing has changed"
        route.fulfill(status=409, content_type="application/problem+json", json={"detail": detail, "status": 409})

    page.route("**/recipe", slowly)
    page.get_by_role("button", name="Turn rows and columns").click()
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_role("alert")).to_contain_text("nothing has changed")
    settled(page)
    assert pivot(api, number)["rows"] == [{"field": "line"}]


def test_the_smallest_members_and_a_condition_that_is_changed(page, api, number):
    phrase(page, "Which records are kept").click()
    page.locator("input[role=combobox]").fill("pier")
    page.keyboard.press("Enter")
    page.get_by_text("smallest", exact=True).click()
    page.get_by_label("How many").fill("3")
    page.get_by_label("Decided by").select_option("number of records")
    page.get_by_role("button", name="Keep these").click()
    settled(page)
    assert pivot(api, number)["keep"] == [{"field": "pier", "bottom": 3, "by": {}}]
    phrase(page, "Which records are kept").click()
    page.get_by_role("button", name="3 smallest of pier by number of records", exact=True).click()
    expect(page.get_by_label("How many")).to_have_value("3")
    page.get_by_label("How many").fill("2")
    page.get_by_role("button", name="Keep these").click()
    settled(page)
    assert pivot(api, number)["keep"] == [{"field": "pier", "bottom": 2, "by": {}}]


def test_an_extreme_of_a_head_far_down_is_reached_and_walked_by_keys(page, api, number):
    choose(page, "What goes down", "pier")
    page.get_by_role("grid", name=re.compile("^Heat map")).focus()
    page.keyboard.press("Control+End")
    expect(page.get_by_role("region", name="Reading")).to_contain_text("Dun, Dec")
    assert len(figure(api, number)["rows"]) == 4


def test_fields_are_correlated_and_back(page, api, number):
    page.get_by_role("button", name="Reshape").click()
    page.get_by_role("menuitem", name="See how fields move together").click()
    expect(page.get_by_role("button", name="Correlate", exact=True)).to_be_enabled()
    page.get_by_role("radiogroup", name="How it is measured").get_by_text("by rank").click()
    page.get_by_role("button", name="Correlate", exact=True).click()
    expect(phrase(page, "Which fields are correlated")).to_have_text("2 fields")
    settled(page)
    assert pivot(api, number)["correlate"] == {"fields": ["riders", "minutes"], "method": "spearman", "triangle": "lower"}
    found = figure(api, number)
    assert (found["scale"]["low"], found["scale"]["middle"], found["scale"]["high"]) == (-1, 0, 1)
    assert found["records"] == [60] * 4
    assert found["scene"]["grid"]["absent"] == [1]
    page.get_by_role("button", name="Reshape").click()
    page.get_by_role("menuitem", name="Back to a pivot").click()
    settled(page)
    assert "correlate" not in pivot(api, number)


def test_the_statement_is_typed_as_well_as_clicked(page, api, number):
    page.keyboard.press("Control+k")
    page.locator("input[role=combobox]").fill("type the statement")
    page.keyboard.press("Enter")
    field = page.get_by_role("textbox", name="The statement")
    expect(field).to_have_value(re.compile("^Color the number of records for each"))
    field.fill("zzz qqq")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="name a field")).to_contain_text("Nothing of it says what is to be shown")
    field.fill("Color the sum of ridres for each pier down")
    expect(page.get_by_test_id("understood")).to_have_text("Color the sum of riders for each pier down")
    expect(page.get_by_role("region", name="Statement")).to_contain_text("“ridres” is read as “rider”")
    field.fill("Color the sum of riders for each line then pier down and month of left across, as share of the row")
    page.keyboard.press("Enter")
    expect(phrase(page, "What goes down, level 2")).to_have_text("pier")
    settled(page)
    assert pivot(api, number)["show"] == {"as": "share", "of": "row"}
    assert api.get(f"/api/plates/{number}")["plate"]["statement"] == (
        "Color the sum of riders for each line then pier down and month of left across, as share of the row"
    )


def test_records_behind_a_cell_a_head_and_a_total(page, api, number):
    choose(page, "What goes down", "pier")
    page.get_by_role("tab", name="Heads").click()
    said(page, "totals")
    page.get_by_text("Of each column").click()
    settled(page)
    page.get_by_role("grid", name=re.compile("^Heat map")).focus()
    page.get_by_role("region", name="Reading").get_by_role("button", name="Records").click()
    sheet = page.get_by_role("dialog", name="Ardle, Jan")
    expect(sheet.get_by_role("status")).to_have_text("3 records")
    expect(sheet.get_by_role("gridcell", name="Ardle").first).to_be_visible()
    with page.expect_download() as saved:
        sheet.get_by_role("link", name="Save as CSV").click()
    with saved.value.path().open(newline="") as file:
        lines = list(csv.reader(file))
    assert len(lines) == 4
    assert {line[1] for line in lines[1:]} == {"Ardle"}
    page.keyboard.press("Escape")
    act(page, "Brack", "Records behind it")
    expect(page.get_by_role("dialog", name="Brack").get_by_role("status")).to_have_text("15 records")
    page.keyboard.press("Escape")
    page.get_by_role("button", name=re.compile("^Records behind the total")).first.click()
    expect(page.get_by_role("dialog").get_by_role("status")).to_have_text("12 records")


def test_the_totals_of_groups(page, api, number):
    put_inside(page, "line")
    pick(page, "pier")
    page.get_by_role("tab", name="Heads").click()
    said(page, "totals")
    page.get_by_text("Below each group of rows").click()
    settled(page)
    page.get_by_role("combobox", name="Colors of totals", exact=True).select_option("on their own scale")
    settled(page)
    assert pivot(api, number)["totals"] == {"row_groups": True, "color": "own"}
    found = figure(api, number)
    totals = [text for text in found["scene"]["texts"] if text["part"] == "totals" and text.get("row") is not None]
    assert {text["row"] for text in totals} == {4, 5}
    assert {text["text"] for text in totals} == {"6"}
    assert any(box["fill"] != "#f4f3ef" for box in found["scene"]["boxes"] if box["part"] == "totals")
