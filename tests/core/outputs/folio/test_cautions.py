"""What would mislead on a page, and that its cure cures it."""

import pytest

from mottled_finch.core.common.errors import DrawError
from mottled_finch.core.outputs.folio.cautions import FOLIO_CAUTIONS, check_claims, folio_cautions
from mottled_finch.core.outputs.folio.load import dump_folio
from mottled_finch.core.outputs.folio.pages import laid_out

from .conftest import CROWD, LATE, folio_of, recipe

BROKEN = {"plates": ["late"], "claims": [{"says": "highest row is Brackwater"}]}
SAME = recipe(words={"title": "Half"}, color={"high": {"at": 4}})
CASES = [
    (BROKEN, {}, "broken_claim", "The headline claims that highest row is Brackwater, but highest row is Knot.", 2),
    (
        {**BROKEN, "headline": "Of all piers, brackwater is latest"},
        {},
        "broken_claim",
        "The headline claims that highest row is Brackwater, but highest row is Knot.",
        3,
    ),
    (
        {"plates": ["late"], "claims": [{"says": "highest row is Knot"}], "headline": "Brackwater is late, and Feb is worst"},
        {},
        "headline_names",
        "The headline names “Brackwater”, and what it claims is about “Knot”.",
        1,
    ),
    ({"plates": ["late"], "words": "Worst is 8 of 36."}, {}, "typed_number", "The words name a number that moves: 36.", 1),
    ({"plates": ["crowd"], "headline": "120 people"}, {}, "typed_number", "The headline names a number that moves: 120.", 1),
    (
        {"arrange": "beside", "plates": ["late", "half"], "headline": "X"},
        {"late": LATE, "half": SAME},
        "two_scales",
        "The plates show the same measure on scales of their own, so that one color means two numbers.",
        1,
    ),
    (
        {"arrange": "beside", "plates": ["late", "crowd"], "headline": "X", "share": True},
        {},
        "two_scales",
        "The plates share a scale and show different measures.",
        1,
    ),
    ({"arrange": "beside", "plates": ["late"], "headline": "X"}, {}, "empty_room", "There is room for 1 more plate.", 1),
    ({"arrange": "words", "headline": "long " * 90}, {}, "cut_words", "The headline is longer than its room; shorten it.", 0),
    ({"arrange": "words", "headline": "X", "words": "word\n\n" * 60}, {}, "cut_words", None, 0),
]


def found(folio, name):
    return [each for each in folio_cautions(folio) if each.name == name]


@pytest.mark.parametrize(
    ("page", "plates", "name", "words", "cures"), CASES, ids=[f"{case[2]} {i}" for i, case in enumerate(CASES)]
)
def test_it_is_told_and_its_cures_cure_it(page, plates, name, words, cures):
    folio = folio_of(page, plates=plates or {"late": LATE, "crowd": CROWD})
    (caution, *_) = found(folio, name)
    assert caution.page == 1 and len(caution.cures) == cures
    assert words is None or caution.words == words
    for cure in caution.cures:
        cured = laid_out(cure.folio, folio.figures)
        assert caution.words not in [each.words for each in folio_cautions(cured)], cure.words
        assert dump_folio(cure.folio) != dump_folio(folio.spec)


def test_a_sound_folio_has_none_and_numbers_that_no_fact_says_may_be_typed(every_page):
    assert folio_cautions(folio_of(*every_page)) == []
    assert folio_cautions(folio_of({"plates": ["late"], "words": "In 2025, by 7 of us: {late.total}."})) == []


def test_a_plate_or_fact_that_is_gone_is_told():
    spec = folio_of({"plates": ["late"], "words": "{late.n}"}).spec
    names = [each.name for each in folio_cautions(laid_out(spec, {}))]
    assert names == ["broken_claim", "lost_plate", "lost_fact"][-2:]


def test_a_folio_does_not_leave_while_a_claim_is_broken():
    check_claims(folio_of({"plates": ["late"], "claims": [{"says": "n is 9"}]}), "…")
    with pytest.raises(DrawError) as caught:
        check_claims(folio_of(BROKEN, BROKEN), "add --broken")
    assert str(caught.value) == (
        "page 1: it claims that highest row is Brackwater, but highest row is Knot, and 1 more claim does not hold; correct the "
        "words, or add --broken"
    )
    assert next(iter(FOLIO_CAUTIONS)) == "broken_claim"


def test_a_plate_that_has_too_little_room_gets_a_page_of_its_own():
    rows = [{"field": "pier"}, {"field": "month"}]
    long = recipe(
        pivot={"rows": rows, "columns": [{"field": "month"}], "measure": {"take": "sum", "of": "minutes"}}, words={"title": "Long"}
    )
    small = {"width": 480, "height": 270}
    page = {
        "arrange": "four",
        "headline": "All",
        "plates": ["late", "long", "late", "long"],
        "claims": [{"says": "highest row is Knot", "plate": "late"}],
    }
    folio = folio_of(page, plates={"late": LATE, "long": long}, page=small)
    told = found(folio, "cramped")
    assert told and told[0].words.startswith("Late has too little room here: its cells are ") and told[0].page == 1
    cured = laid_out(told[0].cures[0].folio, folio.figures)
    assert [each.spec.plates for each in cured.pages] == [("long", "late", "long"), ("late",)]
    assert cured.pages[0].claims[0].plate == "late" and not [each for each in found(cured, "cramped") if each.page == 2]
    cramped = folio_of(
        {**page, "arrange": "beside", "plates": ["long", "late"]},
        plates={"late": LATE, "long": long},
        page={"width": 400, "height": 180},
    )
    cured = laid_out(found(cramped, "cramped")[0].cures[0].folio, cramped.figures)
    assert [each.spec.arrange for each in cured.pages] == ["plate", "plate"]
    assert found(folio_of(page, plates={"late": LATE, "long": long}), "cramped") == []
