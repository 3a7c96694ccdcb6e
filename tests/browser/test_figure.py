"""Cells, frame, words, notes and legend, each by mouse or keys; reading, cautions and history."""

import re

import pytest
from playwright.sync_api import expect

from .conftest import open_plate, painted, pick, picture_of, said, settled, wait_until
from .test_accessibility import violations

TEXT = "town,item,paid,on\n" + "".join(
    f"{town},{item},{10 * i + j + k},2025-{1 + (i + j) % 6:02d}-{5 + i:02d}\n"
    for i, town in enumerate(["Alder", "Birch", "Cedar"])
    for j, item in enumerate(["ink", "nib", "pad", "pen"])
    for k in range(1 + (i + j) % 3)
    if (i, j) != (1, 2)
)
AVERAGES = {"rows": [{"field": "town"}], "columns": [{"field": "item"}], "measure": {"take": "average", "of": "paid"}}


@pytest.fixture
def number(page, api):
    found = api.plate(TEXT, "towns.csv", pivot=AVERAGES)
    open_plate(page, found)
    return found


def scene(api, number):
    return api.get(f"/api/plates/{number}")["figure"]["scene"]


def part(page, name):
    page.get_by_role("tab", name=name, exact=True).click()


def put(page, label, text):
    page.get_by_label(label, exact=True).fill(text)
    page.keyboard.press("Enter")
    settled(page)


def picture(api, number):
    return picture_of(api.raw(f"/api/plates/{number}/export.png?zoom=2"))


def screen_color(page, x, y):
    """The color the canvas shows at a point of the page."""
    return tuple(
        page.evaluate(
            """([x, y]) => {
                const canvas = document.querySelector("[data-testid=cells]");
                const zoom = canvas.width / canvas.clientWidth * document.querySelector("[data-testid=page]").clientWidth;
                const points = document.querySelector("[data-testid=page] svg[viewBox]").viewBox.baseVal.width;
                const at = (each) => Math.floor(each * zoom / points);
                return [...canvas.getContext("2d").getImageData(at(x), at(y), 1, 1).data];
            }""",
            [x, y],
        )[:3]
    )


CELLS = [i for i in range(12) if i != 6]
"""All but the blank one, whose hatching is as fine as the screen."""


def agree(page, api, number, cells=CELLS):
    """The screen shows each cell in the color the server's picture has there."""
    grid = scene(api, number)["grid"]
    drawn_page = picture(api, number)
    wide = len(grid["xs"])
    for i in cells:
        x, y = grid["xs"][i % wide] + 3, grid["ys"][i // wide] + 3
        shown, drawn = screen_color(page, x, y), drawn_page.getpixel((round(x * 2), round(y * 2)))[:3]
        assert max(abs(a - b) for a, b in zip(shown, drawn, strict=True)) <= 6, (i, shown, drawn)


@pytest.mark.parametrize("symbol", ["fill", "bar"])
def test_blanks_too_small_for_hatching_are_plain_as_they_are_in_the_picture(page, api, symbol):
    """Whatever cells are drawn as: lines closer than points would be noise."""
    text = "town,kind,v\n" + "".join(f"t{i},ink,{i}\nt{i},nib,{'' if i % 3 else i}\n" for i in range(120))
    number = api.plate(
        text,
        "tiny.csv",
        pivot={"rows": [{"field": "town"}], "columns": [{"field": "kind"}], "measure": {"take": "sum", "of": "v"}},
        cells={"symbols": {"as": symbol}},
    )
    open_plate(page, number)
    told, drawn = scene(api, number), picture(api, number)
    grid, plain = told["grid"], tuple(bytes.fromhex(told["theme"]["blank"][1:]))
    assert grid["cell_height"] < 5
    y = grid["ys"][1] + grid["cell_height"] / 2  # t1 or t10, blank under nib
    for share in (0.1, 0.25, 0.4, 0.55, 0.7, 0.85):
        x = grid["xs"][1] + share * grid["cell_width"]
        assert screen_color(page, x, y) == plain
        assert drawn.getpixel((round(x * 2), int(y * 2)))[:3] == plain


class TestCells:
    def test_values_past_a_number(self, page, api, number):
        part(page, "Cells")
        said(page, "values")
        page.get_by_role("combobox", name="Values", exact=True).select_option("above a number")
        said(page, "values")
        put(page, "Values above", "15")
        assert api.recipe(number)["cells"]["values"] == {"above": 15}
        assert all(not text or float(text) > 15 for text in scene(api, number)["grid"]["prints"])
        said(page, "values")
        page.get_by_role("combobox", name="Values", exact=True).select_option("highest and lowest")
        settled(page)
        assert len([text for text in scene(api, number)["grid"]["prints"] if text]) == 2

    def test_numbers_are_written_as_asked(self, page, api, number):
        part(page, "Cells")
        said(page, "number")
        put(page, "After each number", " ct")
        said(page, "number")
        page.get_by_role("combobox", name="How digits are grouped", exact=True).select_option("1.234,5")
        settled(page)
        assert scene(api, number)["grid"]["prints"][0] == "0,0 ct"
        page.get_by_role("grid").focus()
        page.keyboard.press("ArrowRight")
        expect(page.get_by_test_id("reading")).to_contain_text("1,5 ct")

    def test_another_measure_is_printed_and_read(self, page, api, number):
        part(page, "Cells")
        said(page, "print")
        page.get_by_role("combobox", name="What is printed", exact=True).select_option("number of records")
        settled(page)
        assert scene(api, number)["grid"]["prints"][:4] == ["1", "2", "3", "1"]
        page.get_by_role("grid").focus()
        expect(page.get_by_label("Reading")).to_contain_text("Number of records")

    @pytest.mark.parametrize("mark", ["squares", "dots", "bars"])
    def test_marks_on_the_screen_are_those_of_the_picture(self, page, api, number, mark):
        part(page, "Cells")
        said(page, "symbols")
        page.get_by_role("combobox", name="Cells drawn as", exact=True).select_option(mark)
        settled(page)
        said(page, "symbols")
        page.get_by_role("combobox", name="What sizes them", exact=True).select_option("number of records")
        settled(page)
        said(page, "symbols")
        page.get_by_role("combobox", name="Lines", exact=True).select_option("through them")
        settled(page)
        painted(page)
        grid = scene(api, number)["grid"]
        drawn_page = picture(api, number)
        for i in (0, 1, 2, 5, 8):
            x = grid["xs"][i % 4] + (4 if mark == "bars" else grid["cell_width"] / 2)
            y = grid["ys"][i // 4] + grid["symbol_height"] / 2
            shown, drawn = screen_color(page, x, y), drawn_page.getpixel((round(x * 2), round(y * 2)))[:3]
            assert max(abs(a - b) for a, b in zip(shown, drawn, strict=True)) <= 12, (i, shown, drawn)
        expect(page.locator("[data-part=legend]").get_by_text("Number of records")).to_be_visible()

    def test_few_records_are_hidden_and_can_still_be_read(self, page, api, number):
        part(page, "Cells")
        said(page, "least_records")
        put(page, "Hide cells on fewer records than", "2")
        expect(page.locator("[data-part=caption]")).to_contain_text("cells on fewer than 2 records are hidden")
        page.get_by_role("grid").focus()
        expect(page.get_by_test_id("reading")).to_contain_text("hidden, on few records")
        expect(page.get_by_test_id("reading")).to_contain_text("0.0")
        painted(page)
        agree(page, api, number)

    def test_gaps_of_a_color_and_square_cells(self, page, api, number):
        part(page, "Cells")
        said(page, "gap")
        put(page, "Gap between cells, in points", "8")
        said(page, "gap")
        page.get_by_label("Color of the gaps").evaluate(
            "(node) => { node.value = '#204060'; node.dispatchEvent(new Event('change', {bubbles: true})); }"
        )
        settled(page)
        pick(page, "square", "square")
        settled(page)
        grid = scene(api, number)["grid"]
        assert grid["cell_width"] == grid["cell_height"]
        painted(page)
        x = grid["xs"][0] + grid["cell_width"] + 4
        assert screen_color(page, x, grid["ys"][0] + 20) == (0x20, 0x40, 0x60)
        agree(page, api, number)

    def test_what_cannot_be_is_marked_and_not_saved(self, page, api, number):
        part(page, "Cells")
        before = api.recipe(number)
        said(page, "least_records")
        page.get_by_label("Hide cells on fewer records than").fill("-3")
        page.keyboard.press("Enter")
        assert api.recipe(number) == before
        page.keyboard.press("Escape")
        said(page, "least_records")
        expect(page.get_by_label("Hide cells on fewer records than")).to_have_value("")


class TestFrame:
    def test_heads_turned_and_an_arrow_with_words(self, page, api, number):
        part(page, "Heads")
        pick(page, "turn", "turned up")
        settled(page)
        assert all(text["turned"] for text in scene(api, number)["texts"] if text["part"] == "heads" and text["column"] is not None)
        said(page, "flow")
        page.get_by_role("combobox", name="Arrow of flow", exact=True).select_option("along the columns")
        settled(page)
        said(page, "flow")
        put(page, "Words of the arrow", "on and on")
        expect(page.get_by_text("on and on", exact=True).first).to_be_visible()

    def test_a_theme_and_the_house_s_own_ground(self, page, api, number):
        part(page, "Page")
        said(page, "theme")
        page.get_by_text("Dusk").click()
        settled(page)
        assert scene(api, number)["theme"]["ground"] == "#1e2422"
        painted(page)
        agree(page, api, number)
        said(page, "theme")
        ink = page.get_by_label("Ink of the page", exact=True)
        ink.evaluate("(node) => { node.value = '#223322'; node.dispatchEvent(new Event('change', {bubbles: true})); }")
        expect(page.get_by_role("alert")).to_contain_text("The ink stands out from the ground by")

    def test_a_picture_under_the_cells(self, page, api, number, tmp_path):
        from PIL import Image

        path = tmp_path / "plan.png"
        Image.new("RGB", (40, 30), "#ff0000").save(path)
        part(page, "Page")
        said(page, "underlay")
        page.get_by_label("File of the picture").set_input_files(path)
        expect(page.get_by_test_id("under")).to_be_visible()
        settled(page)
        said(page, "underlay")
        put(page, "Cells, percent", "0")
        assert api.recipe(number)["page"]["underlay"]["cells"] == 0
        (tmp_path / "words.png").write_text("no picture at all")
        said(page, "underlay")
        page.get_by_label("File of the picture").set_input_files(tmp_path / "words.png")
        expect(page.get_by_role("alert")).to_contain_text("not a picture that can be read")
        said(page, "underlay")
        page.get_by_role("button", name="Take it off").click()
        expect(page.get_by_test_id("under")).to_have_count(0)

    def test_a_font_of_the_house(self, page, api, number, tmp_path):
        from mottled_finch.core.figures.scene.typeface import FILES

        part(page, "Page")
        said(page, "font")
        page.get_by_label("File of the regular font").set_input_files(FILES[600])
        expect(page.get_by_role("button", name="Another regular")).to_be_visible()
        settled(page)
        family = scene(api, number)["typeface"]["family"]
        page.wait_for_function("(family) => document.fonts.check(`16px '${family}'`)", arg=family)
        expect(page.locator("svg:has(> [data-part=title])")).to_have_attribute("font-family", re.compile(family))
        (tmp_path / "words.ttf").write_text("no font at all")
        said(page, "font")
        page.get_by_label("File of the bold font").set_input_files(tmp_path / "words.ttf")
        expect(page.get_by_role("alert")).to_contain_text("not a font that can be read")
        said(page, "font")
        page.get_by_role("button", name="The bundled one").click()
        settled(page)
        assert scene(api, number)["typeface"]["family"] == "Mottled Sans"

    def test_the_legend_lies_and_has_ticks_of_ones_own(self, page, api, number):
        part(page, "Legend")
        said(page, "place")
        page.get_by_role("radiogroup", name="Place of the legend").get_by_text("below").click()
        settled(page)
        found = scene(api, number)
        legend = min(box["y"] for box in found["boxes"] if box["part"] == "legend")
        assert legend > found["grid"]["ys"][-1] + found["grid"]["cell_height"]
        said(page, "ticks")
        page.get_by_role("button", name="Add a tick").click()
        settled(page)
        said(page, "ticks")
        put(page, "Place of tick 1", "12")
        said(page, "ticks")
        put(page, "Words of tick 1", "a dozen")
        expect(page.locator("[data-part=legend]").get_by_text("a dozen")).to_be_visible()
        said(page, "ticks")
        page.get_by_role("button", name="Remove tick 1").click()
        expect(page.locator("[data-part=legend]").get_by_text("a dozen")).to_have_count(0)

    @pytest.mark.parametrize(("button", "tab"), [("Write the title", "Words"), ("The legend, in the dock", "Legend")])
    def test_a_click_on_the_figure_opens_the_part_in_the_dock(self, page, number, button, tab):
        page.get_by_role("button", name=button).first.click()
        expect(page.get_by_role("tab", name=tab, exact=True)).to_have_attribute("aria-selected", "true")


class TestWords:
    def test_live_facts_are_completed_while_typing(self, page, api, number):
        part(page, "Words")
        said(page, "title")
        title = page.get_by_role("textbox", name="Title", exact=True)
        title.fill("")
        title.press_sequentially("Most: {highest")
        options = page.get_by_role("listbox", name="Live facts").get_by_role("option")
        expect(options).to_have_count(3)
        expect(options.nth(1)).to_contain_text("Cedar")
        page.keyboard.press("ArrowDown")
        page.keyboard.press("Enter")
        expect(title).to_have_value("Most: {highest.row}")
        page.keyboard.press("Enter")
        settled(page)
        expect(page.locator("[data-part=title]")).to_have_text("Most: Cedar")
        expect(page.get_by_text("Reads: Most: Cedar")).to_be_visible()

    def test_they_are_completed_on_the_figure_too(self, page, api, number):
        page.get_by_role("button", name="Write the title").click()
        page.keyboard.press("Control+a")
        page.keyboard.type("{lowest")
        page.get_by_role("option", name=re.compile("^row of the lowest")).click()
        page.keyboard.press("Enter")
        expect(page.locator("[data-part=title]")).to_have_text("Alder")

    def test_names_of_the_sides_and_the_source(self, page, api, number):
        part(page, "Words")
        for phrase, label, words in (
            ("columns", "Name of the columns", "Things"),
            ("rows", "Name of the rows", "Town"),
            ("source", "Source", "Source: the till"),
        ):
            said(page, phrase)
            page.get_by_role("textbox", name=label, exact=True).fill(words)
            page.keyboard.press("Enter")
            settled(page)
        words = [text["text"] for text in scene(api, number)["texts"]]
        assert {"Things", "Town", "Source: the till"} < set(words)

    def test_typing_a_title_never_waits_for_the_server(self, page, number):
        page.get_by_role("button", name="Write the title").click()
        asked = []
        page.on("request", lambda request: asked.append(request.url))
        page.keyboard.press("Control+a")
        page.keyboard.type("A long title that is typed without a pause")
        assert asked == []


class TestNotes:
    def test_a_cell_is_marked_from_its_menu_and_the_note_is_printed(self, page, api, number):
        page.get_by_role("grid").focus()
        page.keyboard.press("ArrowRight")
        page.keyboard.press("Enter")
        page.get_by_role("menuitem", name="Mark it, with a note if you like").click()
        settled(page)
        put(page, "Words of the note on Alder, nib", "Bought twice, {n} in all.")
        expect(page.locator("[data-part=notes]").get_by_text(re.compile("Bought twice, 23 in all"))).to_be_visible()
        assert api.recipe(number)["notes"] == [{"row": ["Alder"], "column": ["nib"], "text": "Bought twice, {n} in all."}]
        page.get_by_role("button", name="Remove the note on Alder, nib").click()
        expect(page.locator("[data-part=notes]")).to_have_count(0)

    def test_a_row_is_marked_from_the_dock(self, page, api, number):
        page.get_by_role("grid").focus()
        part(page, "Notes")
        page.get_by_role("button", name="Alder", exact=True).click()
        settled(page)
        assert api.recipe(number)["notes"] == [{"row": ["Alder"]}]


class TestReading:
    def test_pointing_tells_the_value_beside_the_cell(self, page, number):
        box = page.get_by_role("grid").bounding_box()
        page.mouse.move(box["x"] + box["width"] * 0.6, box["y"] + 20)
        expect(page.get_by_test_id("tooltip")).to_contain_text("Alder, pad")
        expect(page.get_by_test_id("tooltip")).to_contain_text("3 records")
        expect(page.get_by_test_id("cross")).to_have_count(3)
        page.mouse.move(5, 5)
        expect(page.get_by_test_id("tooltip")).to_have_count(0)

    def test_a_cell_is_set_aside_and_comes_back(self, page, api, number):
        page.get_by_role("grid").focus()
        page.keyboard.press("Control+End")
        high = float(scene_scale(api, number)["high"])
        page.keyboard.press("Enter")
        page.get_by_role("menuitem", name="Set it aside").click()
        settled(page)
        assert scene_scale(api, number)["high"] < high
        expect(page.get_by_test_id("reading")).to_contain_text("set aside")
        expect(page.locator("[data-part=caption]")).to_contain_text("1 cell is set aside.")
        page.get_by_role("button", name="Bring back").click()
        settled(page)
        assert scene_scale(api, number)["high"] == high

    def test_comparing_one_with_all_others_and_with_another(self, page, number):
        page.get_by_role("button", name="Cedar, row").click()
        page.get_by_role("menuitem", name="Compare with all others").click()
        bars = page.get_by_role("list", name="Differences").get_by_role("listitem")
        expect(bars).to_have_count(4)
        expect(page.get_by_test_id("compared")).to_contain_text("On average +")
        page.get_by_label("That one").select_option("Birch")
        expect(bars.nth(2)).to_have_attribute("aria-label", "pad: no value")
        expect(bars.nth(0)).to_have_attribute("aria-label", re.compile(r"^ink: \+10\.\d"))
        page.get_by_role("button", name="End the comparison").click()
        expect(page.get_by_text("Ends of the scale")).to_be_visible()

    def test_the_page_is_magnified_and_its_heads_stay(self, page, api):
        text = "r,c,v\n" + "".join(f"row {i},col {j},{i * j}\n" for i in range(80) for j in range(60))
        open_plate(page, api.plate(text, "many.csv", pivot={"rows": [{"field": "r"}], "columns": [{"field": "c"}]}))
        for _ in range(5):
            page.keyboard.press("+")
        page.get_by_role("grid").focus()
        page.keyboard.press("Control+End")
        expect(page.get_by_test_id("frozen-columns")).to_be_visible()
        expect(page.get_by_test_id("frozen-rows")).to_be_visible()
        ring = page.get_by_role("gridcell").bounding_box()
        strip = page.get_by_test_id("frozen-columns").bounding_box()
        assert ring["y"] >= strip["y"] + strip["height"]
        page.keyboard.press("0")
        expect(page.get_by_test_id("frozen-columns")).to_have_count(0)


def scene_scale(api, number):
    return api.get(f"/api/plates/{number}")["figure"]["scale"]


class TestCautions:
    def test_one_is_cured_in_one_click(self, page, api, number):
        caution = page.get_by_role("group", name=re.compile("^Caution: .*rest on fewer than 5 records"))
        caution.get_by_role("button", name="Hide them").click()
        settled(page)
        assert api.recipe(number)["cells"] == {"least_records": 5}
        expect(caution).to_have_count(0)

    def test_one_is_dismissed_with_a_reason_and_told_again(self, page, api, number):
        caution = page.get_by_role("group", name=re.compile("^Caution: .*rest on fewer than 5 records"))
        caution.get_by_role("button", name="Dismiss…").click()
        page.keyboard.type("small shop")
        page.keyboard.press("Enter")
        settled(page)
        assert api.recipe(number)["dismissed"] == {"few_records": "small shop"}
        expect(page.get_by_text("Dismissed: small shop")).to_be_visible()
        page.get_by_role("button", name=re.compile("^Restore")).click()
        expect(caution).to_be_visible()


class TestHistory:
    def test_going_back_to_any_step(self, page, api, number):
        part(page, "Page")
        for theme in ("Reed", "Dusk", "Paper"):
            said(page, "theme")
            page.get_by_role("radiogroup", name="Theme").get_by_text(theme, exact=True).click()
            settled(page)
        page.get_by_role("button", name="History").click()
        steps = page.get_by_role("list", name="Steps").get_by_role("button")
        expect(steps).to_have_count(4)
        expect(steps.first).to_have_attribute("aria-current", "step")
        steps.filter(has_text="Theme Reed").click()
        wait_until(lambda: api.recipe(number).get("page") == {"theme": "reed"})
        expect(steps.filter(has_text="Theme Reed")).to_contain_text("stands now")

    def test_another_plate_starts_from_this_one(self, page, api, number):
        page.keyboard.press("Control+k")
        page.keyboard.type("start another")
        page.keyboard.press("Enter")
        page.wait_for_url(re.compile(rf"/plates/(?!{number}$)\d+$"))
        other = int(page.url.rsplit("/", 1)[1])
        assert api.recipe(other) == api.recipe(number)

    def test_it_is_laid_on_another_table_by_naming_what_that_lacks(self, page, api, number):
        api.post("/api/tables?name=places.csv", TEXT.replace("town,", "place,").encode())
        page.keyboard.press("Control+k")
        page.keyboard.type("another table")
        page.keyboard.press("Enter")
        sheet = page.get_by_role("dialog")
        sheet.get_by_label("The other table").select_option(label="places")
        sheet.get_by_role("button", name="Make the plate there").click()
        expect(sheet.get_by_role("alert")).to_contain_text('no column "town"')
        sheet.get_by_label("In place of town").select_option("place")
        sheet.get_by_role("button", name="Make the plate there").click()
        page.wait_for_url(re.compile(rf"/plates/(?!{number}$)\d+$"))
        assert api.recipe(int(page.url.rsplit("/", 1)[1]))["pivot"]["rows"] == [{"field": "place"}]


def test_hints_leave_and_do_not_come_back(page, number):
    hint = page.get_by_role("note", name="Hint")
    expect(hint).to_contain_text("Click a phrase")
    hint.get_by_text("next").click()
    expect(hint).to_contain_text("Drag a handle")
    page.get_by_role("button", name="Hide the hints").click()
    page.reload()
    expect(page.get_by_test_id("cells")).to_be_visible()
    expect(hint).to_have_count(0)


def test_a_claim_is_taken_from_the_ends_typed_and_told_when_it_breaks(page, api):
    cells = [f"{pier},{month},{3 * i + j}\n" * 6 for i, pier in enumerate("ABC") for j, month in enumerate("xyz")]
    pivot = {"rows": [{"field": "pier"}], "columns": [{"field": "month"}], "measure": {"take": "average", "of": "late"}}
    number = api.plate("pier,month,late\n" + "".join(cells), "claims.csv", pivot=pivot)
    open_plate(page, number)
    page.get_by_role("button", name="claim the highest").click()
    expect(page.get_by_role("button", name="claim the highest")).to_have_count(0)
    page.get_by_role("tab", name="Words").click()
    expect(page.locator("#said-words")).to_contain_text("“highest row is C”; “highest column is z”")
    said(page, "claims")
    field = page.get_by_label("A claim of the title")
    field.fill("all is well")
    field.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="no claim that can be checked")).to_be_visible()
    expect(field).to_have_value("all is well")
    field.fill("rank of A is 1")
    field.press("Enter")
    expect(page.get_by_role("group", name="Claim: rank of A is 1")).to_contain_text("It does not hold: rank of A is 3.")
    expect(field).to_have_value("")
    assert violations(page) == []
    page.keyboard.press("Escape")
    expect(page.get_by_test_id("broken-claim")).to_be_visible()
    expect(page.get_by_role("button", name=re.compile("^Write the title: .*claims that rank of A is 1, but"))).to_be_visible()
    caution = page.get_by_role("group", name="Caution: The title claims that rank of A is 1, but rank of A is 3.")
    caution.get_by_role("button", name="Claim what holds now").click()
    expect(caution).to_have_count(0)
    expect(page.get_by_test_id("broken-claim")).to_have_count(0)
    assert api.recipe(number)["claims"] == ["highest row is C", "highest column is z", "rank of A is 3"]
