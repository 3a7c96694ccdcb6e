"""The arithmetic of the table's screen: scrolling over any number of rows, walking, widths, pasted names, ways of reading."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

SCROLL, WALK, WIDTHS = "features/table/scroll", "shared/walk", "features/table/widths"
PAIRS, WAYS = "features/table/forms/pairs", "features/intake/ways"
VIEW = 480


@pytest.mark.parametrize("rows", [0, 1, 20, 33_501, 249_999, 250_001, 10_000_000])
def test_a_bar_of_any_table_reaches_its_first_row_and_its_last(node, rows):
    (tall,) = node(SCROLL, "tallness", [[rows]])
    assert tall <= 6_000_000
    last = max(0, rows - VIEW / 24)
    (top, bottom) = node(SCROLL, "scrollOf", [[0, rows, VIEW], [last, rows, VIEW]])
    assert (top, bottom) == (0, pytest.approx(max(0, tall - VIEW) if rows * 24 > VIEW else 0, abs=1e-6))
    found = node(SCROLL, "rowAt", [[top, rows, VIEW], [bottom, rows, VIEW]])
    assert found == pytest.approx([0, last], abs=1e-6)


@pytest.mark.parametrize("rows", [1_000, 400_000, 10_000_000])
def test_where_the_bar_stands_is_the_row_it_was_set_to(node, rows):
    places = [0, 1, 2.5, rows / 3, rows / 2, rows - 30]
    bars = node(SCROLL, "scrollOf", [[place, rows, VIEW] for place in places])
    assert bars == sorted(bars)
    assert node(SCROLL, "rowAt", [[bar, rows, VIEW] for bar in bars]) == pytest.approx(places, rel=1e-9, abs=1e-6)


GRID = {"rows": 50, "columns": 4, "screen": 10, "far": False}


@pytest.mark.parametrize(
    ("key", "start", "far", "end"),
    [
        ("ArrowDown", (3, 1), False, (4, 1)),
        ("ArrowUp", (0, 1), False, (0, 1)),
        ("ArrowRight", (3, 3), False, (3, 3)),
        ("ArrowLeft", (3, 1), False, (3, 0)),
        ("PageDown", (45, 1), False, (49, 1)),
        ("PageUp", (45, 1), False, (35, 1)),
        ("Home", (3, 2), False, (3, 0)),
        ("End", (3, 1), False, (3, 3)),
        ("Home", (3, 2), True, (0, 0)),
        ("End", (3, 1), True, (49, 3)),
        ("Enter", (3, 1), False, None),
    ],
)
def test_keys_walk_and_never_leave_the_grid(node, key, start, far, end):
    (found,) = node(WALK, "stepped", [[key, {"row": start[0], "column": start[1]}, {**GRID, "far": far}]])
    assert found == (None if end is None else {"row": end[0], "column": end[1]})


def test_a_grid_of_nothing_is_walked_without_leaving_it(node):
    empty = {**GRID, "rows": 0, "columns": 0}
    assert node(WALK, "stepped", [["End", {"row": 0, "column": 0}, empty]]) == [{"row": 0, "column": 0}]


def column(**parts):
    return {"words": "n", "kind": "number", "distinct": 5, "blanks": 0, "misfits": [], "characters": 2, **parts}


def test_columns_are_as_wide_as_their_name_their_note_or_their_values(node):
    columns = [
        column(),
        column(words="minutes late at departure"),
        column(characters=20),
        column(characters=400),
        column(kind="category", blanks=1234, distinct=5678),
    ]
    (found,) = node(WIDTHS, "laidOut", [[columns]])
    least, named, filled, most, noted = found["widths"]
    assert (least, most) == (86, 280)
    assert least < filled < most
    assert named > 25 * 6
    assert noted > len("category 5,678, 1,234 blank") * 6
    assert found["starts"] == [sum(found["widths"][:i]) for i in range(5)]
    assert found["whole"] == sum(found["widths"])
    # With more room than they need they grow alike, up to twice.
    (wide,) = node(WIDTHS, "laidOut", [[columns, found["whole"] * 1.5]])
    assert wide["widths"] == [int(width * 1.5) for width in found["widths"]]
    assert node(WIDTHS, "laidOut", [[columns, 10 * found["whole"]]])[0]["widths"] == [2 * width for width in found["widths"]]
    assert node(WIDTHS, "laidOut", [[columns, 10]])[0] == found


@pytest.mark.parametrize(
    ("parts", "note"),
    [
        ({}, "number "),
        ({"kind": "category"}, "category 5"),
        ({"blanks": 3, "misfits": [{"text": "n/k", "records": 2}]}, "number 2 text, 1 blank"),
        ({"kind": "yes_no", "distinct": 2, "blanks": 1200}, "yes or no 2, 1,200 blank"),
    ],
)
def test_a_head_says_what_is_odd(node, parts, note):
    assert node(WIDTHS, "noteOf", [[column(**parts)]]) == [note]


@pytest.mark.parametrize(
    ("text", "names", "wrong"),
    [
        ("KES\tKestle Hythe\nMRW\tMarrow Steps\n", {"KES": "Kestle Hythe", "MRW": "Marrow Steps"}, 0),
        ("KES;Kestle Hythe\r\nMRW;Marrow, Steps\r\n", {"KES": "Kestle Hythe", "MRW": "Marrow, Steps"}, 0),
        ("KES = Kestle = Hythe", {"KES": "Kestle = Hythe"}, 0),
        ("KES=Kestle", {"KES": "Kestle"}, 0),
        ("KES,Kestle\n\nMRW", {"KES": "Kestle"}, 3),
        ("\tNobody\nA\t", {"A": ""}, 1),
        ("", {}, 0),
    ],
)
def test_pasted_lines_become_names(node, text, names, wrong):
    assert node(PAIRS, "namesFrom", [[text]]) == [{"names": names, "wrong": wrong}]


OLD = st.text("abc é-", min_size=1).map(str.strip).filter(bool)


@settings(max_examples=15, deadline=None)
@given(st.dictionaries(OLD, st.text("xyz ü/", max_size=5), min_size=1, max_size=5))
def test_names_that_are_written_by_tabs_are_read_back(node, names):
    text = "\n".join(f"{old}\t{new}" for old, new in names.items())
    assert node(PAIRS, "namesFrom", [[text]]) == [{"names": {old: new.strip() for old, new in names.items()}, "wrong": 0}]


@pytest.mark.parametrize(
    ("asked", "key", "value", "wanted"),
    [
        ({}, "decimal", ",", {"decimal": ","}),
        ({"decimal": ","}, "decimal", None, {}),
        ({"sheet": "A", "range": "B2:C9", "header": 3, "dates": "day_first"}, "sheet", "B", {"sheet": "B", "dates": "day_first"}),
        ({"quote": '"'}, "quote", "", {"quote": ""}),
    ],
)
def test_one_part_of_the_reading_is_overruled_at_a_time(node, asked, key, value, wanted):
    words = [asked, key] if value is None else [asked, key, value]
    assert node(WAYS, "overruled", [words]) == [wanted]


def test_what_can_be_chosen_for_a_part(node):
    look = {"file": {"asked": {"lines": "kept"}}, "choices": {"sheet": ["North", "South"]}, "found": {"sheet": "North"}}
    lines, encodings, *others = node(WAYS, "optionsOf", [[key, look] for key in ("lines", "encoding", "range", "sheet", "blanks")])
    assert [option["label"] for option in lines] == ["As it is found", "kept: what is missing is blank", "left out"]
    assert [option["key"] for option in lines[1:]] == ['"kept"', '"left_out"']
    assert {"key": '"windows-1252"', "label": "Windows-1252, Western Europe"} in encodings
    assert others == [None, None, None]  # these are typed, or ticked


def test_parts_of_which_several_can_be_taken(node):
    one = {"choices": {"sheet": ["North", "South"]}, "found": {"sheet": "North"}}
    two = {"choices": {"files": ["a", "b"]}, "found": {"files": ["a", "b"]}}
    shown = node(WAYS, "severalOf", [["sheet", one], ["files", two], ["encoding", one]])
    assert shown == [{"all": ["North", "South"], "taken": ["North"]}, {"all": ["a", "b"], "taken": ["a", "b"]}, None]
    asked = {"sheet": "North", "header": 2, "range": "A1:B2"}
    both, south, files = node(
        WAYS, "withSeveral", [[asked, "sheet", ["North", "South"]], [asked, "sheet", ["South"]], [{}, "files", ["a"]]]
    )
    assert both == {"sheets": ["North", "South"]}  # other sheets have other ranges and lines
    assert south == {"sheet": "South"}
    assert files == {"files": ["a"]}


def test_fixed_width_takes_the_place_of_a_delimiter_and_back(node):
    fixed, back = node(WAYS, "overruled", [[{"delimiter": ";"}, "delimiter", "fixed width"], [{"cuts": [0, 4]}, "delimiter", ","]])
    assert (fixed, back) == ({"cuts": []}, {"delimiter": ","})


@pytest.mark.parametrize(
    ("names", "common"),
    [
        (["log-2025-01.csv", "log-2025-02.csv"], "log"),
        (["Jan.csv", "Jun.csv", "Jul.csv"], "Jan and 2 more"),
        (["sales north.csv", "sales south.csv"], "sales"),
    ],
)
def test_several_files_are_called_after_what_their_names_share(node, names, common):
    assert node("features/intake/packed", "commonName", [[names]]) == [common]


def test_the_encodings_that_can_be_chosen_are_those_that_are_read(node):
    from mottled_finch.core.common.vocabulary import ENCODING_TERMS

    look = {"file": {"asked": {}}, "choices": {}}
    (found,) = node(WAYS, "optionsOf", [["encoding", look]])
    assert {option["key"].strip('"'): option["label"] for option in found} == {
        name: term.title for name, term in ENCODING_TERMS.items()
    }
