"""The file of a folio: read strictly, written back as it was, and every mistake told with its place."""

import json

import pytest

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.common.recipe.schema import file_schema
from mottled_finch.core.outputs.folio.load import dump_folio, load_folio
from mottled_finch.core.outputs.folio.spec import FolioSpec
from mottled_finch.demo.folios import with_plates

from .conftest import LATE

GOOD = {
    "finch_folio": 1,
    "title": "Review",
    "tables": {"log": "log.csv"},
    "before": {"log": "last.csv"},
    "plates": {"late": {"recipe": LATE}, "kept": {"recipe": "kept.json", "table": "log"}},
    "pages": [
        {"arrange": "opening", "words": "Of {late.n}."},
        {"plates": ["late"], "claims": [{"says": "highest row is Knot"}]},
        {"arrange": "beside", "headline": "Both", "plates": ["", "kept"], "share": True},
    ],
    "footer": "{late.from}",
}


def test_what_is_read_is_written_back():
    assert dump_folio(load_folio(json.dumps(GOOD))) == GOOD
    demo = with_plates(
        dict.fromkeys(
            [
                "Winter and one regatta make us late",
                "The busiest piers are not the latest",
                "Two rushes on workdays, one long one on Saturday",
                "Questions about tickets and access wait too long",
                "Knot broke down in May",
            ],
            7,
        )
    )
    assert load_folio(dump_folio(load_folio(demo))) == load_folio(demo)


def test_the_schema_agrees():
    from jsonschema import Draft202012Validator

    validator = Draft202012Validator(file_schema(FolioSpec, "folio"))
    validator.validate(GOOD)
    assert not validator.is_valid({**GOOD, "page": {"colour": 1}})
    assert not validator.is_valid({"finch_folio": 1, "pages": [{"arrange": "sideways"}]})


PAGE = {"plates": ["late"]}
MISTAKES = [
    ("{", "folio: this is not JSON (Expecting property name enclosed in double quotes at line 1, column 2); correct it there"),
    ("[]", 'folio: this is no folio: it has no key "finch_folio"; add "finch_folio": 1'),
    ({"finch_folio": 2}, "finch_folio: this folio is of format 2, and format 1 is read here; bring the program up to date"),
    ({"finch_folio": True}, "finch_folio: this folio is of format true, and format 1 is read here; bring the program up to date"),
    ({**GOOD, "pagess": []}, 'pagess: no such key; did you mean "pages"?'),
    ({**GOOD, "pages": [{"arrange": "beside me"}]}, 'pages[0].arrange: "beside me" is not known here; did you mean "beside"?'),
    (
        {**GOOD, "pages": [{"arrange": "words", "plates": ["late"]}]},
        "pages[0].plates: words alone has room for 0 plates, and 1 are named; arrange it otherwise",
    ),
    ({**GOOD, "pages": [{"plates": ["lat"]}]}, 'pages[0].plates[0]: "lat" is no plate of this folio; did you mean "late"?'),
    (
        {**GOOD, "pages": [{**PAGE, "words": "{late.highst}"}]},
        'pages[0].words: no live fact "late.highst"; did you mean "highest"?',
    ),
    (
        {**GOOD, "pages": [{**PAGE, "words": "{lste.n}"}]},
        'pages[0].words: "lste" in {lste.n} is no plate of this folio; did you mean "late"?',
    ),
    (
        {**GOOD, "pages": [{**PAGE, "claims": [{"says": "it is fine"}]}]},
        'pages[0].claims[0].says: “it is fine” is no claim that can be checked; say one such as "highest row is Brackwater", "rank '
        'of Tickets is 1" or "Jan to Mar are above the total" (did you mean "lit"?)',
    ),
    (
        {**GOOD, "pages": [{**PAGE, "claims": [{"says": "n is 9", "plate": "x"}]}]},
        'pages[0].claims[0].plate: "x" is no plate of this folio; choose from late, kept',
    ),
    ({**GOOD, "tables": {"log": "../log.csv"}}, 'tables.log: "../log.csv" is not a file beside the folio; give its name alone'),
    ({**GOOD, "before": {"lag": "a.csv"}}, 'before: "lag" is no table of this folio; did you mean "log"?'),
    (
        {**GOOD, "plates": {"late": {}}},
        'plates.late: give the plate\'s "recipe", or the number of a "plate" in a library; one of both',
    ),
    (
        {**GOOD, "plates": {"a.b": {"recipe": LATE}}},
        "plates: a plate of a folio is called by 1 to 60 letters, without a point or braces",
    ),
    (
        {**GOOD, "plates": {"late": {"recipe": "a/b.json"}}},
        'plates.late.recipe: "a/b.json" is not a file beside the folio; give its name alone',
    ),
    ({**GOOD, "plates": {"late": {"recipe": 3}}}, "plates.late.recipe: a recipe is written out here, or the name of a file"),
    (
        {**GOOD, "tables": {"a": "a.csv", "b": "b.csv"}, "before": {}},
        "plates.late.table: say on which of 2 tables the recipe is laid",
    ),
    ({**GOOD, "page": {"transparent": True}}, "page: pages of a folio have a ground, and no picture under them; take it off"),
    ({**GOOD, "page": {"width": 9}}, "page.width: a page of 9 points; choose 120 to 4,000"),
    ({**GOOD, "pages": [{}] * 201}, "pages: a folio has 200 pages at most, and this one 201"),
]


@pytest.mark.parametrize(("given", "sentence"), MISTAKES, ids=[sentence[:40] for _, sentence in MISTAKES])
def test_a_mistake_is_told_with_its_place(given, sentence):
    with pytest.raises(RecipeError) as caught:
        load_folio(given)
    assert str(caught.value) == sentence
