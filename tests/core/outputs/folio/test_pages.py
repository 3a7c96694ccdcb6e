"""Pages laid out: where plates have their rooms, whose words stand where, facts, claims, and what they share."""

import itertools

import numpy as np
import pytest

from mottled_finch.core.colors.scale import resolve_scale
from mottled_finch.core.common.errors import DrawError, TableError
from mottled_finch.core.common.vocabulary import ARRANGEMENT_TERMS
from mottled_finch.core.outputs.folio.load import load_folio
from mottled_finch.core.outputs.folio.naming import called
from mottled_finch.core.outputs.folio.pages import laid_out
from mottled_finch.core.outputs.folio.rooms import ROOMS

from ..draw.house.decks import deck
from .conftest import CROWD, LATE, figure, folio_of, recipe


def test_rooms_are_in_the_table_and_as_many_as_their_terms_say():
    assert list(ROOMS) == list(ARRANGEMENT_TERMS)
    body = (40.0, 100.0, 880.0, 380.0)
    for name, term in ARRANGEMENT_TERMS.items():
        rooms = ROOMS[name](body, 20.0)
        boxes = [*rooms.plates, *([rooms.words] if rooms.words else [])]
        assert len(rooms.plates) == term.plates and (rooms.words is not None) == (term.words == "room")
        assert term.plates < 2 or rooms.keyed < term.plates
        for left, top, width, height in boxes:
            assert left >= 40 and top >= 100 and left + width <= 920.001 and top + height <= 480.001
        for one, other in itertools.combinations(boxes, 2):
            apart = one[0] + one[2] <= other[0] + 1e-6 or other[0] + other[2] <= one[0] + 1e-6
            assert apart or one[1] + one[3] <= other[1] + 1e-6 or other[1] + other[3] <= one[1] + 1e-6


@pytest.mark.parametrize("size", [(960, 540), (595, 842), (480, 540), (1920, 1080)])
def test_every_plate_lies_in_its_room_with_its_least_type(every_page, size):
    folio = folio_of(*every_page, page={"width": size[0], "height": size[1]}, footer="Log, {late.n}")
    for page in folio.pages:
        for placed in page.placed:
            scene, (left, top, width, height) = placed.figure.scene, placed.room
            x0 = placed.left + min(text.x for text in scene.texts if text.anchor == "start")
            assert x0 >= left - 0.51, (page.number, placed.name)
            assert placed.left + scene.width <= left + width + (left - placed.left) + 0.01
            assert placed.top + scene.grid.foot <= top + height + 0.01
            heads = {text.size for text in scene.texts if text.part == "heads"}
            assert min(heads) >= placed.figure.recipe.page.least_type
        for text in page.texts:
            assert text.x >= 0 and text.x + text.length <= size[0] + 0.5 and 0 < text.y <= size[1], text


def test_a_plate_s_words_are_the_page_s_where_it_has_none():
    alone, own, same = folio_of(
        {"plates": ["late"]}, {"plates": ["late"], "headline": "Ours"}, {"plates": ["late"], "headline": "Late"}
    ).pages
    assert (alone.title, [block.text for block in alone.blocks]) == ("Late", ["Minutes by pier"])
    assert {"title", "subtitle"}.isdisjoint(text.part for text in alone.placed[0].figure.scene.texts)
    assert own.title == "Ours" and {"title", "subtitle"} <= {text.part for text in own.placed[0].figure.scene.texts}
    assert {text.part for text in same.placed[0].figure.scene.texts} & {"title", "subtitle"} == {"subtitle"}


def test_an_opening_takes_the_title_and_lists_the_headlines():
    folio = folio_of({"arrange": "opening"}, {"plates": ["late"]}, {"headline": "", "plates": ["crowd"]}, title="All of {late.n}")
    opening = folio.pages[0]
    assert folio.title == opening.title == "All of 9"
    assert [(link.number, link.words) for link in opening.links] == [(2, "Late")]
    assert folio_of({"arrange": "opening"}, {"plates": ["late"]}, title="All", contents=False).pages[0].links == ()


def test_a_long_headline_is_cut_in_the_contents_and_leads_all_the_same():
    long = ("Piers " * 60).strip()
    page = folio_of({"arrange": "opening", "headline": "We are late"}, {"plates": ["late"], "headline": long}).pages[0]
    (link,) = page.links
    assert link.words == long and link.shown.endswith("…") and long.startswith(link.shown[:-1])
    assert link.box[0] + link.box[2] <= page.sheet.width


@pytest.mark.parametrize(
    ("title", "taken", "name"),
    [
        ("Winter makes us late", (), "winter makes"),
        ("{highest.row} is {highest.value} late in winter", (), "late winter"),
        ("{highest}", (), "plate"),
        ("Winter makes us late", ("winter makes",), "winter makes 2"),
        ("Verspätung je Linie", (), "verspätung linie"),
    ],
)
def test_plates_are_called_by_the_telling_words_of_their_titles(title, taken, name):
    assert called(title, taken) == name


def test_facts_are_told_of_their_plates_and_marked():
    page = folio_of(
        {"headline": "{highest.row} leads", "plates": ["crowd"], "words": "Most {crowd.highest}, {late.highest.row}."}
    ).pages[0]
    assert page.title == "Knot leads"
    assert [block.text for block in page.blocks] == ["Most 120, Knot."]
    assert [mark.fact for mark in page.marks] == ["highest.row", "crowd.highest", "late.highest.row"]
    assert page.unsaid == ()


def test_a_fact_of_a_plate_that_cannot_be_made_stays_as_it_is_named():
    spec = load_folio(
        {
            "finch_folio": 1,
            "tables": {"log": "log.csv"},
            "plates": {"late": {"recipe": LATE}},
            "pages": [{"plates": ["late"], "words": "Of {late.n}"}],
        }
    )
    (page,) = laid_out(spec, {"late": TableError('no column "pier"', path="pivot.rows[0].field")}).pages
    assert page.unsaid == ("late.n",) and [block.text for block in page.blocks] == ["Of {late.n}"]
    assert [(lost.name, lost.why) for lost in page.lost] == [("late", 'pivot.rows[0].field: no column "pier"')]
    assert page.placed == ()


def test_claims_are_of_the_headline_and_of_the_plates_titles():
    page = folio_of(
        {"plates": ["late"], "claims": [{"says": "highest row is Brackwater"}, {"says": "n is 9", "plate": "crowd"}]}
    ).pages[0]
    assert [(each.plate, each.own, each.judged.holds) for each in page.claims] == [
        ("late", None, False),
        ("crowd", None, True),
        ("late", 0, True),
    ]
    assert page.claims[0].judged.now == "highest row is Knot"


def test_plates_that_share_have_one_scale_over_all_values_and_one_legend():
    page = folio_of({"arrange": "beside", "plates": ["late", "crowd"], "share": True}).pages[0]
    one, other = (placed.figure for placed in page.placed)
    values = np.concatenate([figure.contents.values.ravel() for figure in (one, other)])
    whole = resolve_scale(one.recipe.color, values)
    for each in (one, other):
        assert (each.scale.low, each.scale.high) == (whole.low, whole.high) == (0.0, 120.0)
        assert (each.coloring.steps == whole.steps(each.contents.values)).all()
        assert each.coloring.colors.tobytes() == one.coloring.colors.tobytes()
    legends = [sum(text.part == "legend" for text in placed.figure.scene.texts) for placed in page.placed]
    assert legends[0] == 0 and legends[1] > 0 and page.apart == ""


def test_cells_of_plates_that_share_are_as_large_as_each_other():
    late = {**LATE, "words": {"title": "Late"}}
    for arrange, names in (("beside", ["a", "b"]), ("stacked", ["a", "b"]), ("four", ["a", "b", "a", "b"])):
        page = folio_of({"arrange": arrange, "plates": names, "share": True, "headline": "X"}, plates={"a": late, "b": late}).pages[
            0
        ]
        widths = {round(placed.figure.scene.grid.cell_width, 1) for placed in page.placed}
        assert max(widths) - min(widths) <= 2.0, (arrange, widths)


def test_a_shared_legend_tells_what_only_others_have():
    gaps = recipe("people", cells={"least_records": 2}, legend={"few": "Too few"}, words={"title": "Few"})
    page = folio_of({"arrange": "beside", "plates": ["few", "late"], "share": True}, plates={"few": gaps, "late": LATE}).pages[0]
    assert page.apart == "no cell has a value" or any(
        text.part == "legend" and "few" in text.text.lower() for text in page.placed[1].figure.scene.texts
    )


def test_plates_judged_by_rows_cannot_share():
    rows = recipe("people", color={"within": "row"}, words={"title": "By rows"})
    page = folio_of({"arrange": "beside", "plates": ["late", "rows"], "share": True}, plates={"late": LATE, "rows": rows}).pages[0]
    assert page.apart == "“By rows” has no one scale: its rows, columns or members are judged by themselves"
    assert page.placed[0].figure.scale.high == 8.0


def test_pages_are_laid_in_the_layouts_of_a_template():
    house = {"page": {"template": {"slides": "House"}}}
    folio = folio_of({"plates": ["late"]}, {"plates": ["late"], "layout": "Title Only"}, template=deck(), **house)
    first, second = folio.pages
    assert first.sheet.layout.name == "Title and Content" and second.sheet.layout.name == "Title Only"
    assert first.sheet.body == pytest.approx(first.sheet.layout.room, abs=30)
    with pytest.raises(DrawError, match=r'pages\[0\].layout: "House" has no layout "Sideways"'):
        folio_of({"plates": ["late"], "layout": "Sideways"}, template=deck(), **house)


def test_what_is_kept_is_laid_out_once(every_page):
    spec = folio_of(*every_page).spec
    figures = {"late": figure(spec, LATE), "crowd": figure(spec, CROWD)}
    kept: dict = {}
    made: list = []

    def keep(key, make):
        if key not in kept:
            made.append(key)
            kept[key] = make()
        return kept[key]

    first = laid_out(spec, figures, None, keep)
    number = len(made)
    second = laid_out(spec, figures, None, keep)
    assert len(made) == number > 0
    assert [placed.figure for page in second.pages for placed in page.placed] == [
        placed.figure for page in first.pages for placed in page.placed
    ]


@pytest.mark.parametrize(
    ("plate", "folio", "headline"),
    [
        ("de", {}, "Mär, vom 1. März 2025"),
        (None, {"page": {"language": "de"}}, "Mär, vom 1. März 2025"),
        ("de", {"page": {"language": "en"}}, "Mar, vom 1 Mar 2025"),
        (None, {}, "Mar, vom 1 Mar 2025"),
    ],
    ids=["the plate's", "the folio's", "the folio's before the plate's", "English"],
)
def test_facts_are_told_in_the_language_of_the_page(plate, folio, headline):
    pivot = {"rows": [{"field": "pier"}], "columns": [{"field": "day", "cut": "month"}], "measure": {"take": "sum", "of": "n"}}
    late = {"finch_recipe": 2, "pivot": pivot, "page": {"language": plate} if plate else {}}
    page = {"plates": ["late"], "headline": "{late.highest.column}, vom {late.from}"}
    made = folio_of(page, plates={"late": late}, text="pier,day,n\nA,2025-03-01,9\nB,2025-05-02,1\n", **folio)
    assert made.pages[0].title == headline
