"""What can be done to a folio, as the screen does it: whatever is done, the core reads what comes of it."""

import random

import pytest

from mottled_finch.core.outputs.folio.load import dump_folio, load_folio

from .conftest import _run

FOLIOS = "features/folio/folios"
BASE = {
    "finch_folio": 1,
    "title": "Of {late.n}",
    "plates": {"late": {"plate": 1}, "crowd": {"plate": 2}},
    "pages": [
        {"arrange": "opening", "words": "{late.n} and {crowd.n}"},
        {"arrange": "beside", "plates": ["late", "crowd"], "share": True, "claims": [{"says": "n is 9", "plate": "crowd"}]},
        {"arrange": "words", "words": "None."},
    ],
}


def test_a_page_is_added_moved_and_taken_out(changed):
    added = changed(FOLIOS, "withPageAdded", BASE, 0, {"arrange": "words"})
    assert [page["arrange"] for page in added["pages"]] == ["opening", "words", "beside", "words"]
    moved = changed(FOLIOS, "withPageMoved", BASE, 0, 2)
    assert moved["pages"] == [*BASE["pages"][1:], BASE["pages"][0]]
    gone = changed(FOLIOS, "withoutPage", BASE, 1)
    assert list(gone["plates"]) == ["late", "crowd"], "the opening still names the second in a fact"


def test_plates_that_nothing_names_leave_the_folio(changed):
    once = changed(FOLIOS, "withoutPage", BASE, 0)
    without = changed(FOLIOS, "withoutPlate", once, 0, 0)
    assert without["pages"][0]["plates"] == ["", "crowd"] and list(without["plates"]) == ["late", "crowd"]
    assert list(changed(FOLIOS, "withoutPage", {**without, "title": ""}, 0)["plates"]) == []


@pytest.mark.parametrize(
    "names",
    [
        {"title": "Of {words.n}"},
        {"footer": "{words.n}"},
        {"headline": "{words.highest.row}"},
        {"words": "{words.n}"},
        {"notes": "{words.n}"},
        {"claims": [{"says": "n is 9", "plate": "words"}]},
        {"claims": [{"says": "n is {words.n}"}]},
        {"plates": ["words"]},
        {},
        {"words": "of words, and {wordsmiths.n}"},
    ],
    ids=str,
)
def test_a_plate_stays_while_anything_names_it(changed, names):
    """One that is called like a part of a folio, too."""
    own = {part: text for part, text in names.items() if part in ("title", "footer")}
    page = {"arrange": "plate", **{part: text for part, text in names.items() if part not in own}}
    folio = {"finch_folio": 1, **own, "plates": {"words": {"plate": 1}}, "pages": [page, {"arrange": "words"}]}
    stays = bool(names) and "wordsmiths" not in str(names)
    assert list(changed(FOLIOS, "withoutPage", folio, 1)["plates"]) == (["words"] if stays else [])


def test_plates_of_a_page_change_places_and_rooms_behind_the_last_are_none(changed):
    four = {**BASE, "pages": [{"arrange": "four", "plates": ["late", "", "crowd"]}]}
    assert changed(FOLIOS, "withPlatesSwapped", four, 0, 0, 1)["pages"][0]["plates"] == ["", "late", "crowd"]
    assert changed(FOLIOS, "withPlatesSwapped", four, 0, 2, 1)["pages"][0]["plates"] == ["late", "crowd"]
    assert changed(FOLIOS, "withPlatesSwapped", four, 0, 0, 3)["pages"][0]["plates"] == ["", "", "crowd", "late"]
    assert changed(FOLIOS, "withPlatesSwapped", four, 4, 0, 1) == four
    assert changed(FOLIOS, "withoutPlate", four, 0, 2)["pages"][0]["plates"] == ["late"]
    assert changed(FOLIOS, "withoutPlate", four, 1, 0) == four


def test_parts_of_the_folio_of_its_pages_and_of_their_look_are_put_beside_what_is_there(changed):
    assert changed(FOLIOS, "withFolio", BASE, {"footer": "x"}) == {**BASE, "footer": "x"}
    noted = changed(FOLIOS, "withPage", BASE, 1, {"notes": "x"})
    assert noted == {**BASE, "pages": [BASE["pages"][0], {**BASE["pages"][1], "notes": "x"}, BASE["pages"][2]]}
    wide = changed(FOLIOS, "withPageLook", {**BASE, "page": {"width": 800}}, {"height": 600})
    assert wide == {**BASE, "page": {"width": 800, "height": 600}}
    assert changed(FOLIOS, "withPageLook", BASE, {"height": 600})["page"] == {"height": 600}


def test_what_no_page_or_no_name_is_changes_nothing(changed):
    for what in (["withArrangement", 9, "four"], ["withPlate", 9, 0, 4, "x"], ["withPlateCalled", "late", "  "]):
        assert changed(FOLIOS, what[0], BASE, *what[1:]) == BASE
    assert changed(FOLIOS, "withPageMoved", BASE, 9, 0)["pages"] == BASE["pages"]
    assert changed(FOLIOS, "withPageMoved", BASE, 2, 0)["pages"] == [BASE["pages"][2], *BASE["pages"][:2]]


@pytest.mark.parametrize(
    ("arrange", "plates"),
    [("opening", 0), ("plate", 1), ("beside", 2), ("stacked", 2), ("plate_words", 1), ("four", 4), ("words", 0)],
)
def test_a_page_has_as_many_rooms_as_its_arrangement(node, arrange, plates):
    page = {"arrange": arrange, "plates": ["a", "b"]}
    assert node(FOLIOS, "roomsOf", [[page]]) == [plates]
    assert node(FOLIOS, "platesOf", [[page]]) == [["a", "b", "", ""][:plates]]
    assert node(FOLIOS, "arrangementOf", [[page], [{}]]) == [arrange, "plate"]


@pytest.mark.parametrize(
    ("title", "name"),
    [
        ("Winter and one regatta make us late", "winter regatta"),
        ("Two of us at 9", "two of"),
        ("Lateness", "lateness"),
        ("Late, again", "late again"),
        ("", "plate"),
        ("{highest.row}", "plate"),
        ("Äpfel über Straßen", "äpfel über"),
        ("A" * 50, "a" * 32),
        ("Crowd", "crowd 2"),
    ],
)
def test_a_plate_is_called_by_what_its_title_tells(node, title, name):
    assert node(FOLIOS, "nameFor", [[BASE, 9, title]]) == [name]


def test_a_page_arranged_otherwise_keeps_what_it_has_room_for(changed):
    one = changed(FOLIOS, "withArrangement", BASE, 1, "plate")["pages"][1]
    assert (one["arrange"], one["plates"], "share" in one) == ("plate", ["late"], False)
    four = changed(FOLIOS, "withArrangement", BASE, 1, "four")["pages"][1]
    assert (four["plates"], four["share"]) == (["late", "crowd"], True)


def test_a_plate_comes_into_a_room_under_a_name_of_its_own(changed, node):
    put = changed(FOLIOS, "withPlate", BASE, 1, 1, 7, "Winter and one regatta make us late")
    assert put["pages"][1]["plates"] == ["late", "winter regatta"] and put["plates"]["winter regatta"] == {"plate": 7}
    again = changed(FOLIOS, "withPlatePage", put, 2, 7, "Winter")
    assert again["pages"][3] == {"plates": ["winter regatta"]}
    named = [["x", 1, "Knot!"], ["late", 3, "late"], ["facts", 4, "{highest.row} leads in winter"]]
    assert node(FOLIOS, "nameFor", [[{**BASE, "plates": {"late": {"plate": 1}}}, plate, title] for _, plate, title in named]) == [
        "late",
        "late 2",
        "leads winter",
    ]


def test_a_plate_is_called_otherwise_wherever_it_is_named(changed):
    after = changed(FOLIOS, "withPlateCalled", BASE, "crowd", "people")
    assert list(after["plates"]) == ["late", "people"] and after["pages"][0]["words"] == "{late.n} and {people.n}"
    assert after["pages"][1]["plates"] == ["late", "people"] and after["pages"][1]["claims"][0]["plate"] == "people"
    assert changed(FOLIOS, "withPlateCalled", BASE, "crowd", "late") == BASE


@pytest.mark.parametrize("seed", range(4))
def test_whatever_is_done_is_a_folio(built, seed):
    """Chains of random changes, each read by the core."""
    lot = random.Random(seed)
    kinds = ["opening", "plate", "beside", "stacked", "plate_words", "four", "words"]
    folio = BASE
    for _ in range(12):
        pages = len(folio.get("pages", []))
        at = lot.randrange(max(1, pages))
        does = {
            "withPageAdded": [at, {"arrange": lot.choice(kinds)}],
            "withPlatePage": [at, lot.randrange(1, 5), f"Plate {lot.randrange(3)} of it"],
            "withArrangement": [at, lot.choice(kinds)],
            "withPageMoved": [at, lot.randrange(max(1, pages))],
            "withPlate": [at, 0, lot.randrange(1, 5), "Another one"],
            "withoutPlate": [at, 0],
            "withoutPage": [at],
        }
        name = lot.choice(list(does))
        if name == "withPlate" and folio["pages"] and folio["pages"][at].get("arrange") in ("opening", "words"):
            continue
        folio = _run(built, FOLIOS, name, [[folio, *does[name]]], "it(...words.slice(1))(words[0])")[0]
        assert load_folio(dump_folio(load_folio(folio))) == load_folio(folio), (name, does[name])
