"""The history of a folio says what was done."""

from dataclasses import replace

import pytest

from mottled_finch.core.outputs.folio.changes import name_change
from mottled_finch.core.outputs.folio.load import load_folio
from mottled_finch.core.outputs.folio.naming import called, named, plate_named
from mottled_finch.core.outputs.folio.spec import FolioClaimSpec, FolioPageSpec, FolioPlateSpec

from .conftest import LATE

BEFORE = load_folio(
    {
        "finch_folio": 1,
        "tables": {"log": "a.csv"},
        "plates": {"late": {"recipe": LATE}},
        "pages": [{"arrange": "opening"}, {"plates": ["late"]}, {"arrange": "words", "headline": "End"}],
    }
)
A, B, C = BEFORE.pages
LAST = replace(C, words="So.")
CHANGES = {
    "Page 2 added: one plate": replace(BEFORE, pages=(A, FolioPageSpec(), B, C)),
    "Page 4 added: two plates side by side": replace(BEFORE, pages=(A, B, C, FolioPageSpec(arrange="beside"))),
    "Page 2 taken out": replace(BEFORE, pages=(A, C)),
    "Page 1 moved to 3": replace(BEFORE, pages=(B, C, A)),
    "Page 3 moved to 1": replace(BEFORE, pages=(C, A, B)),
    "Pages changed": replace(BEFORE, pages=(C, B, replace(A, words="x"))),
    "Page 2 arranged as four small plates": replace(BEFORE, pages=(A, replace(B, arrange="four"), C)),
    "Headline of page 3 set to “Stop”": replace(BEFORE, pages=(A, B, replace(C, headline="Stop"))),
    "Words of page 3 written": replace(BEFORE, pages=(A, B, LAST)),
    "Plates of page 2 changed": replace(BEFORE, pages=(A, replace(B, plates=()), C)),
    "Plates of page 2 share one scale": replace(BEFORE, pages=(A, replace(B, share=True), C)),
    "Claims of page 2 changed": replace(BEFORE, pages=(A, replace(B, claims=(FolioClaimSpec(says="n is 9"),)), C)),
    "Notes of page 2 written": replace(BEFORE, pages=(A, replace(B, notes="x"), C)),
    "Page 2 laid in “Wide”": replace(BEFORE, pages=(A, replace(B, layout="Wide"), C)),
    "Title set to “Review”": replace(BEFORE, title="Review"),
    "Foot written": replace(BEFORE, footer="x"),
    "Page numbers taken off": replace(BEFORE, numbers=False),
    "Contents taken off": replace(BEFORE, contents=False),
    "Theme changed": replace(BEFORE, page=replace(BEFORE.page, theme="dusk")),
    "Pages of 595 by 842 points": replace(BEFORE, page=replace(BEFORE.page, width=595, height=842)),
    "Plate more taken in": replace(BEFORE, plates={**BEFORE.plates, "more": FolioPlateSpec(recipe=LATE)}),
}


@pytest.mark.parametrize(("words", "after"), CHANGES.items(), ids=CHANGES)
def test_a_change_is_named(words, after):
    assert name_change(BEFORE, after) == words


def test_plates_are_called_by_what_tells_them_and_found_by_it():
    taken: dict = {}
    for title in ("Winter and one regatta make us late", "Winter, one regatta!", "A of b", "", "港口 港口"):
        taken[called(title, taken)] = title
    assert list(taken) == ["winter regatta", "winter regatta 2", "a of", "plate", "港口 港口"]
    assert plate_named(named("late")) == "late" and plate_named("Mottled Finch figure") == "" and plate_named("Picture 3") is None
