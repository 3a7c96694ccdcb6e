"""Any real file in: what was put right is said, seen before it comes in, and can be overruled."""

import io
import re
import zipfile

from playwright.sync_api import expect

from .conftest import bring_in, drop

MONTHS = ("Jan", "Feb", "März", "Apr", "Mai")


def ragged() -> str:
    """An unnamed first column that counts, German months, words for no value, lines of another width."""
    lines = []
    for i in range(40):
        amount = "k. A." if i % 9 == 0 else i * 1.5
        lines.append(f"{i + 1},{i % 28 + 1}. {MONTHS[i % 5]} 2025,Ada,{'East' if i % 2 else 'West'},{amount}\n")
    return f",When,Who,Pier,Amount\n{''.join(lines)}41,1. Juni 2025,Holm, Di,East,99.5\n42,2. Juni 2025\n"


def test_unnamed_columns_ragged_lines_and_german_months_come_in_put_right(page, api):
    page.goto("/")
    drop(page, "ragged.csv", ragged())
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    main = page.get_by_role("main")
    expect(main).to_contain_text(
        "Put right: “column 1” has no name in the file; 1 line with fewer than 5 fields (record 42), filled with blanks; "
        "1 line with more than 5 fields (record 41), the rest in “beyond”."
    )
    expect(page.get_by_role("columnheader", name=re.compile("^When"))).to_contain_text("months in German")
    expect(page.get_by_role("columnheader", name=re.compile("^column 1"))).to_contain_text("counts the records")
    # It can be overruled, and taken back.
    page.get_by_role("button", name="Lines with a field too few or too many").click()
    page.get_by_role("option", name="left out", exact=True).click()
    expect(main).to_contain_text("2 lines with another number of fields left out")
    page.get_by_role("button", name="Lines with a field too few or too many").click()
    page.get_by_role("option", name="As it is found").click()
    expect(main).to_contain_text("the rest in “beyond”")
    page.get_by_role("button", name="Import").focus()
    number = bring_in(page)
    # What is over is joined again by the mend that is offered, and words for no value become blanks.
    found = page.get_by_role("complementary", name="Found")
    found.get_by_role("button", name="Join what a mark cut in Who").click()
    expect(page.get_by_role("region", name="Mends")).to_contain_text("what a mark cut in Who joined again")
    found.get_by_role("button", name="Take as blank").click()
    expect(page.get_by_role("region", name="Mends")).to_contain_text("“k. A.” in Amount taken as blank")
    columns = {column["name"]: column for column in api.get(f"/api/tables/{number}")["columns"]}
    assert "beyond" not in columns
    assert (columns["Amount"]["kind"], columns["Amount"]["misfits"]) == ("number", [])
    assert (columns["When"]["kind"], columns["Who"]["distinct"]) == ("moment", 2)


def test_a_text_that_cannot_be_read_as_it_is_taken_is_shown_and_taken_otherwise(page):
    page.goto("/")
    drop(page, "heads.csv", "a,b\n")
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    expect(page.get_by_role("alert")).to_contain_text("heads.csv: the file has a header of 2 columns and no records below it")
    expect(page.get_by_role("cell", name="a,b")).to_be_visible()
    expect(page.get_by_role("button", name="Import")).to_be_disabled()
    page.get_by_role("button", name="Where the names stand").click()
    page.get_by_role("option", name="no line of names").click()
    expect(page.get_by_role("columnheader", name=re.compile("^column 2"))).to_be_visible()
    expect(page.get_by_role("button", name="Import")).to_be_enabled()


def test_words_that_mean_no_value_are_typed(page):
    page.goto("/")
    drop(page, "gone.csv", "pier,n\n" + "East,5\nWest,gone\n" * 5)
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    expect(page.get_by_role("columnheader", name=re.compile("^n"))).to_contain_text("category")
    page.get_by_role("button", name="Words that mean no value").click()
    page.get_by_role("textbox", name="Words that mean no value").fill("gone, NA")
    page.keyboard.press("Enter")
    expect(page.get_by_role("columnheader", name=re.compile("^n"))).to_contain_text("number")
    expect(page.get_by_role("main")).to_contain_text("gone, NA taken as blank")


def test_several_files_dropped_at_once_are_laid_under_each_other_and_some_of_them_alone(page, api):
    page.goto("/")
    page.evaluate(
        """() => {
            const data = new DataTransfer();
            for (const month of [1, 2, 3])
                data.items.add(new File([`day,n\\n2025-0${month}-01,${month}\\n2025-0${month}-02,5\\n`], `log-0${month}.csv`));
            for (const kind of ["dragenter", "dragover", "drop"])
                document.body.dispatchEvent(new DragEvent(kind, {dataTransfer: data, bubbles: true, cancelable: true}));
        }"""
    )
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    page.get_by_role("button", name="The files in the package").click()
    page.get_by_role("checkbox", name="log-02.csv").uncheck()
    page.get_by_role("button", name="Lay them under each other").click()
    expect(page.get_by_role("main")).to_contain_text("2 files one under the other")
    expect(page.get_by_role("main")).to_contain_text("1 other file left out (log-02.csv)")
    page.get_by_role("button", name="Import").focus()
    told = api.get(f"/api/tables/{bring_in(page)}")
    assert (told["name"], told["records"]) == ("log", 4)


def test_sheets_of_a_workbook_are_ticked(page):
    page.goto("/")
    drop(page, "year.xlsx", workbook())
    page.wait_for_url(re.compile(r"/imports/\d+$"))
    page.get_by_role("button", name="The sheet").click()
    page.get_by_role("button", name="All 2").click()
    page.get_by_role("button", name="Lay them under each other").click()
    expect(page.get_by_role("main")).to_contain_text("2 sheets one under the other")
    expect(page.get_by_role("columnheader", name=re.compile("^sheet"))).to_be_visible()
    expect(page.get_by_role("cell", name="South", exact=True)).to_have_count(1)


def workbook() -> bytes:
    """A workbook of two sheets, written by hand."""
    cell = '<c r="{0}" t="inlineStr"><is><t>{1}</t></is></c>'
    sheet = '<worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>{}</sheetData></worksheet>'
    rows = '<row r="1">{}{}</row><row r="2">{}{}</row>'
    names = ("North", "South")
    parts = {
        "[Content_Types].xml": '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"/>',
        "_rels/.rels": '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r" '
        'Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="xl/workbook.xml"/>'
        "</Relationships>",
        "xl/workbook.xml": '<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" '
        'xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets>'
        + "".join(f'<sheet name="{name}" sheetId="{i}" r:id="s{i}"/>' for i, name in enumerate(names, 1))
        + "</sheets></workbook>",
        "xl/_rels/workbook.xml.rels": '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">'
        + "".join(
            f'<Relationship Id="s{i}" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" '
            f'Target="worksheets/sheet{i}.xml"/>'
            for i in (1, 2)
        )
        + "</Relationships>",
    }
    for i, name in enumerate(names, 1):
        cells = [cell.format(at, text) for at, text in (("A1", "town"), ("B1", "n"), ("A2", f"{name} End"), ("B2", f"x{i}"))]
        parts[f"xl/worksheets/sheet{i}.xml"] = sheet.format(rows.format(*cells))
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as package:
        for name, text in parts.items():
            package.writestr(name, text)
    return out.getvalue()
