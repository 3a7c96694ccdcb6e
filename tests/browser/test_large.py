"""Three hundred by three hundred: shown whole, recolored while dragging, walked and read like any other."""

from playwright.sync_api import expect

from .conftest import open_plate, painted, screen_color, screen_colors, settled

SIDE = 300


def test_ninety_thousand_cells(page, api):
    lines = "".join(f"row {i},col {j},{(i - 150) ** 2 + j}\n" for i in range(SIDE) for j in range(SIDE) if (i + 2 * j) % 29)
    number = api.plate(
        "down,over,height\n" + lines,
        "large.csv",
        pivot={"rows": [{"field": "down"}], "columns": [{"field": "over"}], "measure": {"take": "sum", "of": "height"}},
    )
    open_plate(page, number)
    expect(page.get_by_text("the cells are too small to print their values")).to_be_visible()
    grid = page.get_by_role("grid")
    expect(grid).to_have_attribute("aria-rowcount", "301")
    expect(grid).to_have_attribute("aria-colcount", "301")
    grid.focus()
    page.keyboard.press("Control+End")
    expect(page.get_by_role("heading", name="row 299, col 299")).to_be_visible()
    expect(page.get_by_role("gridcell")).to_have_count(1)
    assert page.evaluate("document.querySelectorAll('*').length") < 1500

    before = screen_color(page, 150, 290)
    handle = page.get_by_role("slider", name="High end of the scale")
    box = handle.bounding_box()
    page.mouse.move(box["x"] + 20, box["y"] + 10)
    page.mouse.down()
    page.mouse.move(box["x"] + 20, box["y"] + 200, steps=10)
    painted(page)
    held = screen_color(page, 150, 290)
    assert held != before
    page.mouse.up()
    settled(page)
    assert screen_color(page, 150, 290) == held
    colors = api.get(f"/api/plates/{number}/export.json")["colors"]
    cells = (1, 1), (17, 250), (150, 290), (299, 299)
    assert screen_colors(page, cells) == [colors[row][column] or "#f1f1ee" for row, column in cells]


def test_a_head_that_was_thinned_out_is_told_on_pointing(page, api):
    lines = "".join(f"row {i},2025-{1 + j // 28:02}-{1 + j % 28:02}\n" for i in range(80) for j in range(0, 330, 2))
    pivot = {"rows": [{"field": "down"}], "columns": [{"field": "day", "cut": "date"}]}
    number = api.plate("down,day\n" + lines, "thinned.csv", pivot=pivot)
    open_plate(page, number)
    painted(page)
    figure = api.get(f"/api/plates/{number}")["figure"]
    shown = {text["row"] for text in figure["scene"]["texts"] if text["row"] is not None}
    row = next(i for i in range(80) if i not in shown)
    grid, cells = figure["scene"]["grid"], page.get_by_role("grid").bounding_box()
    zoom = cells["height"] / (grid["ys"][-1] + grid["cell_height"] - grid["ys"][0])
    page.mouse.move(cells["x"] - 8, cells["y"] + (grid["ys"][row] + grid["cell_height"] / 2 - grid["ys"][0]) * zoom)
    expect(page.get_by_test_id("head-told")).to_have_text(figure["rows"][row])
    column = 101
    page.mouse.move(cells["x"] + (grid["xs"][column] + grid["cell_width"] / 2 - grid["xs"][0]) * zoom, cells["y"] - 18 * zoom)
    expect(page.get_by_test_id("head-told")).to_have_text(figure["columns"][column])
    page.mouse.move(cells["x"] + 50, cells["y"] + 50)
    expect(page.get_by_test_id("head-told")).to_have_count(0)


def test_a_field_too_long_for_a_side_is_offered_by_its_largest_members(page, api):
    lines = "".join(f"name {i},{'ab'[i % 2]}\n" for i in range(6000))
    number = api.plate("who,what\n" + lines, "long.csv")
    open_plate(page, number)
    page.get_by_role("button", name="What goes across").click()
    page.locator("input[role=combobox]").fill("who")
    page.keyboard.press("Enter")
    expect(page.get_by_text("who has 6,000 members, more than a side holds.")).to_be_visible()
    expect(page.get_by_role("button", name="All of them")).to_have_count(0)
    page.get_by_role("button", name="The 20 largest alone").click()
    settled(page)
    assert len(api.get(f"/api/plates/{number}")["figure"]["columns"]) == 20
