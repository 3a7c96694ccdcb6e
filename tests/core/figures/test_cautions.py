"""Cautions: each is told where it should be, and only there; its cure cures it; it can be dismissed."""

import base64
import random

import pytest

from mottled_finch.core.common.recipe import dump_recipe, load_recipe, merge_patch
from mottled_finch.core.figures.cautions import CAUTIONS, cautions_of
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.figures.scene.typeface import BUNDLED, subset_of

from ..conftest import read

SIDES = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "average", "of": "v"}}


def grid(value=lambda i, j: float(i + j), rows=6, columns=6, records=5, names="m{}") -> str:
    lines = [
        f"{names.format(i)},{names.format(chr(97 + j))},{value(i, j)}"
        for i in range(rows)
        for j in range(columns)
        for _ in range(records)
    ]
    return "r,c,v\n" + "\n".join(lines) + "\n"


PLAIN = {"pivot": SIDES}
STRANGE = grid(lambda i, j: 1000.0 if i == j == 5 else float(i + j))
DAYS = "day,v\n" + "".join(f"2025-0{1 + i // 28}-{1 + i % 28:02},{i}\n" for i in range(70))
YEARS = "r,c,day,v\n" + "".join(
    f"m{i % 3},a,{year}-{month:02}-0{1 + i % 6},{i * (2 if year == 2024 and i % 2 else 1) + (4 if year == 2025 else 0)}\n"
    for year, months in ((2024, 12), (2025, 6))
    for month in range(1, months + 1)
    for i in range(18)
)
RATE = {"take": "average", "of": "takings_per_passenger"}
RATES = "r,takings_per_passenger,takings,passengers\n" + "".join(f"m{i % 3},{i},{i * 2},{i + 1}\n" for i in range(40))

A_YEAR = {"as": "against", "shift": {"field": "day", "years": -1}}

GOALS = "r,goal\n" + "".join(f"m{i},{100 * i + 100}\n" for i in range(6))
BROUGHT = {"mends": [{"do": "bring", "from": "goals", "keys": {"r": "r"}, "columns": ["goal"]}]}
PER_GOAL = {"take": "ratio", "of": "v", "per": "goal"}

LACKING = "data:font/woff2;base64," + base64.b64encode(subset_of(BUNDLED.faces[400], map(ord, "abcdef0123456789"))).decode()
"""A font of the house without most letters."""

SUMMED = {**SIDES, "measure": {"take": "sum", "of": "v"}, "totals": {"rows": True, "columns": True}}

CASES: dict[str, tuple[str, dict]] = {
    "broken_claim": (grid(), {**PLAIN, "claims": ["highest row is m0", "n is 180", "rank of m5 is 1"]}),
    "title_names": (grid(), {**PLAIN, "claims": ["highest row is m5"], "words": {"title": "M0 leads"}}),
    "swallowed_scale": (STRANGE, PLAIN),
    "fills": (grid() + "m0,ma,-9999\n", PLAIN),
    "total_as_member": (grid().replace("m5,", "Total,"), PLAIN),
    "shared_totals": (
        grid(),
        {"pivot": {**SIDES, "measure": {"take": "sum", "of": "v"}, "totals": {"rows": True, "columns": True, "color": "shared"}}},
    ),
    "no_middle": (grid(lambda i, j: i + j - 4.0), {**PLAIN, "color": {"palette": "kingcup"}}),
    "one_hue_change": (
        YEARS,
        {"pivot": {**SIDES, "show": A_YEAR}, "color": {"palette": "sedge"}},
    ),
    "red_for_good": (grid(), {**PLAIN, "color": {"palette": "kingcup", "middle": {"at": 5}, "high_is": "good", "reverse": True}}),
    "lost_order": (grid(), {**PLAIN, "color": {"colors": ["#c03030", "#4f7d2a"]}}),
    "near_twins": (grid(names="Harbor {}").replace("Harbor 3,", "harbor 2,"), PLAIN),
    "uneven_spans": (
        YEARS,
        {
            "pivot": {
                **SIDES,
                "keep": [{"field": "day", "from": "2025", "to": "2025"}],
                "show": {"as": "against", "keep": [{"field": "day", "from": "2024", "to": "2024"}]},
            }
        },
    ),
    "unfinished_period": (DAYS, {"pivot": {"columns": [{"field": "day", "cut": "month"}]}}),
    "zero_for_blank": (
        grid() + "m9,ma,1\n" * 5,
        {"pivot": {**SIDES, "measure": {"take": "sum", "of": "v", "empty": "zero"}}},
    ),
    "few_records": (grid() + "m0,mz,1\n", PLAIN),
    "average_of_averages": (
        RATES,
        {"pivot": {"rows": [{"field": "r"}], "measure": RATE}},
    ),
    "repeated_key": (grid(), {"table": BROUGHT, "pivot": {**SIDES, "measure": PER_GOAL}}),
    "tiny_symbols": (grid(rows=150), {**PLAIN, "cells": {"symbols": {"as": "dot", "size": {}, "lines": "guides"}}}),
    "many_heads": (grid(rows=70), PLAIN),
    "small_type": (grid(rows=40), PLAIN),
    "missing_letters": (grid(), {**PLAIN, "page": {"font": {"regular": LACKING}}}),
    "light_on_nothing": (grid(), {**PLAIN, "page": {"theme": "dusk", "transparent": True}}),
    "no_legend": (grid(), {**PLAIN, "legend": {"show": False}}),
    "lost_note": (grid(), {**PLAIN, "notes": [{"row": ["gone"], "text": "x"}, {"row": ["m1"]}]}),
}


def figure_of(text: str, recipe):
    return make_figure(read(text), recipe, library=lambda _name, _path: read(GOALS))


def told(text: str, parts: dict):
    recipe = load_recipe({"finch_recipe": 2, **parts})
    return cautions_of(figure_of(text, recipe), recipe)


def names(cautions) -> list[str]:
    return [caution.name for caution in cautions]


def test_every_caution_is_tried_here():
    assert set(CASES) == set(CAUTIONS)


def test_a_plain_figure_has_none():
    assert told(grid(), PLAIN) == ([], [])


@pytest.mark.parametrize("name", CASES)
def test_it_is_told(name):
    text, parts = CASES[name]
    standing, _ = told(text, parts)
    assert name in names(standing)
    words = next(caution.words for caution in standing if caution.name == name)
    assert words[0].isupper() or words[0] == "“" or words[0].isdigit()
    assert words.endswith(".")


@pytest.mark.parametrize("name", CASES)
def test_its_cure_cures_it(name):
    text, parts = CASES[name]
    recipe = load_recipe({"finch_recipe": 2, **parts})
    standing, _ = cautions_of(figure_of(text, recipe), recipe)
    cure = next(caution.cure for caution in standing if caution.name == name)
    assert cure is not None
    after, _ = cautions_of(figure_of(text, cure.recipe), cure.recipe)
    assert name not in names(after)
    assert load_recipe(dump_recipe(cure.recipe)) == cure.recipe


@pytest.mark.parametrize("name", CASES)
def test_it_is_dismissed_with_a_reason(name):
    text, parts = CASES[name]
    standing, dismissed = told(text, {**parts, "dismissed": {name: "we know"}})
    assert name not in names(standing)
    assert name in names(dismissed)


def test_no_record_kept_is_no_caution():
    assert told(grid(), {"pivot": {**SIDES, "keep": [{"field": "r", "in": []}]}, "legend": {"show": False}}) == ([], [])


@pytest.mark.parametrize(
    ("name", "text", "parts"),
    [
        ("swallowed_scale", STRANGE, {**PLAIN, "color": {"high": {"percentile": 98}}}),
        ("swallowed_scale", STRANGE, {**PLAIN, "color": {"scale": "rank"}}),
        ("swallowed_scale", STRANGE, {**PLAIN, "color": {"bands": {"method": "quantile", "count": 4}}}),
        ("swallowed_scale", grid(lambda i, j: 3.0), PLAIN),
        ("shared_totals", grid(), {"pivot": {**SIDES, "totals": {"rows": True, "columns": True, "color": "shared"}}}),
        ("no_middle", grid(), {**PLAIN, "color": {"palette": "kingcup", "middle": {"at": 4}}}),
        ("red_for_good", grid(), {**PLAIN, "color": {"palette": "kingcup", "middle": {"at": 4}, "high_is": "good"}}),
        ("red_for_good", grid(), {**PLAIN, "color": {"palette": "kingcup", "middle": {"at": 4}, "high_is": "bad"}}),
        ("few_records", grid() + "m0,mz,1\n", {"pivot": {**SIDES, "measure": {"take": "sum", "of": "v"}}}),
        ("few_records", grid(records=1), PLAIN),
        ("few_records", grid() + "m0,mz,1\n", {**PLAIN, "cells": {"least_records": 3}}),
        ("zero_for_blank", grid(), {"pivot": {**SIDES, "measure": {"take": "sum", "of": "v", "empty": "zero"}}}),
        (
            "average_of_averages",
            RATES,
            {"pivot": {"rows": [{"field": "r"}], "measure": {**RATE, "take": "max"}}},
        ),
        ("repeated_key", grid(), {"table": BROUGHT, "pivot": {**SIDES, "measure": {**PER_GOAL, "once_a_key": True}}}),
        ("repeated_key", grid(), {"table": BROUGHT, "pivot": {**SIDES, "measure": {"take": "max", "of": "goal"}}}),
        ("repeated_key", grid(records=1), {"table": BROUGHT, "pivot": {**SIDES, "measure": PER_GOAL}}),
        ("average_of_averages", grid(), {"pivot": {**SIDES, "measure": {"take": "average", "of": "v"}}}),
        ("tiny_symbols", grid(rows=150), PLAIN),
        *(("tiny_symbols", grid(), {**PLAIN, "cells": {"symbols": {"as": kind, "size": {}}}}) for kind in ("square", "dot", "bar")),
        ("unfinished_period", YEARS, {"pivot": {"columns": [{"field": "day", "cut": "month"}], "show": A_YEAR}}),
        ("one_hue_change", YEARS, {"pivot": {**SIDES, "show": A_YEAR}}),
        *(
            ("one_hue_change", YEARS, {"pivot": {**SIDES, "show": A_YEAR}, "color": {"palette": "sedge", **color}})
            for color in (
                {"bands": {"cuts": [0]}},
                {"within": "row"},
                {"middle": {"at": 0}},
                {"colors": ["#ffffff", "#2a3550"]},
                {"palette": "kingcup"},
            )
        ),
        ("one_hue_change", grid(lambda i, j: i - j), {**PLAIN, "color": {"palette": "sedge"}}),
        ("few_records", grid(records=5), PLAIN),
        ("no_middle", YEARS, {"pivot": {**SIDES, "show": A_YEAR}}),
        ("uneven_spans", YEARS, {"pivot": {**SIDES, "show": A_YEAR}}),
        ("many_heads", grid(rows=60), PLAIN),
        ("small_type", grid(rows=40), {**PLAIN, "page": {"least_type": 7}}),
        ("small_type", grid(), PLAIN),
        ("missing_letters", grid(), PLAIN),
        ("light_on_nothing", grid(), {**PLAIN, "page": {"transparent": True}}),
        ("light_on_nothing", grid(), {**PLAIN, "page": {"theme": "dusk"}}),
        ("lost_note", grid(), {**PLAIN, "notes": [{"row": ["m1"], "column": ["ma"]}]}),
        ("near_twins", grid(names="Harbor {}"), PLAIN),
        ("total_as_member", "r,v\nTotal,1\n", {"pivot": {"rows": [{"field": "r"}]}}),
    ],
)
def test_it_is_not_told_where_all_is_well(name, text, parts):
    assert name not in names(told(text, parts)[0])


@pytest.mark.parametrize(
    ("name", "words", "cures"),
    [
        (
            "broken_claim",
            "The title claims that highest row is m0, but highest row is m5.",
            ["Claim what holds now", "Take the claim off"],
        ),
        ("title_names", "The title names “m0”, and what it claims is about “m5”.", ["Name m5 in the title", "Take its claims off"]),
        (
            "swallowed_scale",
            "The highest cell, “m5, mf”, takes 69% of the colors, so that the others look alike.",
            ["Clip the high end"],
        ),
        ("fills", "“-9999” in v, once, looks like a mark for no value, but counts as a number.", ["Take as blank"]),
        (
            "total_as_member",
            "“Total” looks like a total that stands among its own parts and takes the end of the scale.",
            ["Set it aside"],
        ),
        (
            "shared_totals",
            "13 of the totals lie beyond the scale of the cells and all have the color of its end.",
            ["Give them colors of their own"],
        ),
        ("no_middle", "Kingcup has two sides, but nothing is set as their middle.", ["Put the middle at 0"]),
        (
            "one_hue_change",
            "Some cells are above the other side and some below it, and one hue does not tell which.",
            ["Take two sides around no change"],
        ),
        ("red_for_good", "What is good has a red that readers take for trouble.", ["Turn the colors"]),
        ("lost_order", "Eyes without red: values far apart look alike.", ["Take Water mint"]),
        ("near_twins", "“harbor 2” looks like “Harbor 2”.", ["Show them as one"]),
        (
            "uneven_spans",
            "Records end on 2025-06-06, 157 days into their span; the other side has all 366 days of its own.",
            ["Set it against as many days"],
        ),
        (
            "unfinished_period",
            "The last period runs from 2025-03-01 to 2025-03-31, but records end on 2025-03-14.",
            ["Leave it out"],
        ),
        ("zero_for_blank", "5 cells without a record are shown as zero: “m9, mb” and others.", ["Show them as blank"]),
        ("few_records", "1 cell rests on fewer than 5 records: “m0, mz”.", ["Hide it"]),
        (
            "average_of_averages",
            "“takings per passenger” looks like an average or a rate, of which the average misleads.",
            ["Measure takings per passengers"],
        ),
        (
            "repeated_key",
            "“goal” came from another table and is counted once a record, so that “m0, mb” and others repeat it.",
            ["Count it once a key"],
        ),
        ("tiny_symbols", "The largest dot is 2.5 points across, too small to be seen.", ["Fill the cells"]),
        ("many_heads", "70 rows are more than anybody reads; 60 are many.", ["Leave the 40 largest, gather the rest"]),
        (
            "small_type",
            "Heads are set in 8.5 points; a page of this use is read from 12 on.",
            ["Leave the 18 largest, gather the rest"],
        ),
        (
            "missing_letters",
            "The font of the page lacks letters of “Average of v by r and c” and 14 more texts (A, v, r and others): another font "
            "may draw them, or boxes. Give a font that has them.",
            ["Take the bundled font"],
        ),
        (
            "light_on_nothing",
            "The page has no ground and its words are light: on a white slide they are not seen.",
            ["Give it its ground"],
        ),
        ("no_legend", "The colors have no legend.", ["Show the legend"]),
        ("lost_note", "A note is on “gone”, which is not in the figure.", ["Remove the note"]),
    ],
)
def test_it_is_told_in_these_words(name, words, cures):
    caution = next(each for each in told(*CASES[name])[0] if each.name == name)
    assert caution.words == words
    assert [cure.words for cure in (caution.cure, *caution.more) if cure] == cures


def of_rows(*levels: dict) -> dict:
    return {"pivot": {"rows": list(levels), "measure": {"take": "sum", "of": "v"}}}


@pytest.mark.parametrize(
    ("text", "rows", "words", "level"),
    [
        (DAYS, [{"field": "day"}], "Take year and week", {"field": "day", "cut": "year_week"}),
        (DAYS, [{"field": "day", "cut": "date"}], "Take year and week", {"field": "day", "cut": "year_week"}),
        (grid(rows=61), [{"field": "r"}], "Leave the 40 largest, gather the rest", {"field": "r", "top": 40, "others": True}),
        (
            "x,v\n" + "".join(f"{i},{i}\n" for i in range(90)),
            [{"field": "x"}],
            "About 20 round bins",
            {"field": "x", "bins": {"round": 20}},
        ),
    ],
)
def test_many_heads_are_made_fewer_by_what_their_field_holds(text, rows, words, level):
    caution = next(each for each in told(text, of_rows(*rows))[0] if each.name == "many_heads")
    assert caution.cure is not None and caution.cure.words == words
    assert dump_recipe(caution.cure.recipe)["pivot"]["rows"] == [level]


def test_many_heads_that_come_of_nesting_have_no_cure():
    nested = grid(rows=9, columns=9, records=1)
    caution = next(each for each in told(nested, of_rows({"field": "r"}, {"field": "c"}))[0] if each.name == "many_heads")
    assert caution.words.startswith("81 rows") and caution.cure is None


def test_words_count_what_they_tell():
    few = next(each for each in told(grid() + "m0,mz,1\nm1,mz,1\n", PLAIN)[0] if each.name == "few_records")
    assert few.words == "2 cells rest on fewer than 5 records: “m0, mz” and others."
    fills = next(each for each in told(grid() + "m0,ma,-9999\nm0,ma,1e20\nm0,ma,1e20\n", PLAIN)[0] if each.name == "fills")
    assert fills.words == "“1e+20” and “-9999” in v, 3 times, look like marks for no value, but count as numbers."
    several = grid(lambda i, j: 900.0 + j if i == 0 and j < 4 else float(i + j), rows=30, columns=10)
    swallowed = next(each for each in told(several, PLAIN)[0] if each.name == "swallowed_scale")
    assert swallowed.words.startswith("The few highest cells, “m0, md”, take 9")


@pytest.mark.parametrize(("values", "line"), [("all", 1.75), ("none", 1.2)])
@pytest.mark.parametrize("rows", [37, 40])
def test_as_many_rows_are_left_as_have_room(values, line, rows):
    parts = {**PLAIN, "cells": {"values": values}}
    shown = figure_of(grid(rows=rows), load_recipe({"finch_recipe": 2, **parts})).scene.grid
    small = next((each for each in told(grid(rows=rows), parts)[0] if each.name == "small_type"), None)
    number = int((shown.foot - shown.ys[0]) / (12 * line)) - 1
    assert small is not None and small.cure is not None
    assert small.cure.words == f"Leave the {number} largest, gather the rest"
    assert dump_recipe(small.cure.recipe)["pivot"]["rows"] == [{"field": "r", "top": number, "others": True}]


def test_shared_totals_are_those_that_are_shown():
    """Beside a split, each matrix has totals of its own, and the sum of all of them is not on the page."""
    text = "r,c,k,v\n" + "".join(f"m{i},c{j},k{k},{10 * (i + 1)}\n" for i in range(4) for j in range(4) for k in range(2))
    pivot = {**SIDES, "split": {"field": "k"}, "measure": {"take": "max", "of": "v"}, "totals": {"rows": True, "color": "shared"}}
    assert "shared_totals" not in names(told(text, {"pivot": pivot})[0])
    summed = {**pivot, "measure": {"take": "sum", "of": "v"}}
    caution = next(each for each in told(text, {"pivot": summed})[0] if each.name == "shared_totals")
    assert caution.words == "6 of the totals lie beyond the scale of the cells and all have the color of its end."
    for color in ({"within": "row"}, {"lit": {"highest": 2}}):
        assert "shared_totals" not in names(told(text, {"pivot": summed, "color": color})[0])


def test_the_low_end_is_swallowed_as_well():
    text = grid(lambda i, j: -1000.0 if i == j == 0 else float(i + j))
    standing, _ = told(text, PLAIN)
    caution = next(each for each in standing if each.name == "swallowed_scale")
    assert caution.cure.words == "Clip the low end"
    assert caution.cure.recipe.color.low.percentile == 2


@pytest.mark.parametrize(
    "page", [{}, {"width": 640, "height": 480}, {"width": 480, "height": 540}, {"width": 640, "height": 480, "least_type": 12}]
)
@pytest.mark.parametrize(
    ("rows", "columns", "values"),
    [(40, 6, "none"), (40, 6, "all"), (20, 20, "all"), (6, 60, "none"), (45, 60, "none"), (24, 6, "all")],
)
def test_every_cure_of_small_type_leaves_type_that_is_read(page, rows, columns, values):
    text = "r,c,v\n" + "".join(f"row {i},column {j},{i * j * 37.5}\n" for i in range(rows) for j in range(columns))
    recipe = load_recipe({"finch_recipe": 2, "pivot": SIDES, "cells": {"values": values}, "page": page})
    told = [each for each in cautions_of(figure_of(text, recipe), recipe)[0] if each.name == "small_type"]
    for cure in [cure for caution in told for cure in (caution.cure, *caution.more) if cure]:
        after, _ = cautions_of(figure_of(text, cure.recipe), cure.recipe)
        assert "small_type" not in names(after), cure.words


def test_letters_that_no_font_at_hand_has_are_told_without_a_cure():
    text = grid().replace("m0,", "岸壁,").replace("m1,", "מזח,")
    (caution,) = [each for each in told(text, PLAIN)[0] if each.name == "missing_letters"]
    assert "“מזח” and one more text (מ, ז, ח and others)" in caution.words and "under Page" in caution.words
    assert caution.cure is None


def test_a_rate_that_cannot_be_taken_apart_has_no_cure_but_says_what_helps():
    text = "r,occupancy_rate\n" + "".join(f"m{i % 3},{i}\n" for i in range(30))
    standing, _ = told(text, {"pivot": {"rows": [{"field": "r"}], "measure": {"take": "average", "of": "occupancy_rate"}}})
    caution = next(each for each in standing if each.name == "average_of_averages")
    assert caution.cure is None
    assert "measure the ratio of what it was made from" in caution.words


@pytest.mark.parametrize("name", CASES)
def test_a_cure_as_a_patch_makes_the_same_recipe(name):
    text, parts = CASES[name]
    recipe = load_recipe({"finch_recipe": 2, **parts})
    standing, _ = cautions_of(figure_of(text, recipe), recipe)
    cure = next(caution.cure for caution in standing if caution.name == name)
    before, after = dump_recipe(recipe), dump_recipe(cure.recipe)
    assert patched(before, merge_patch(before, after)) == after


def patched(target, patch):
    """RFC 7396, section 2, as it is written there."""
    if not isinstance(patch, dict):
        return patch
    result = dict(target) if isinstance(target, dict) else {}
    for name, value in patch.items():
        if value is None:
            result.pop(name, None)
        else:
            result[name] = patched(result.get(name), value)
    return result


def test_merge_patches_of_trees_drawn_by_lot():
    lot = random.Random(4)

    def tree(depth):
        if depth == 0 or lot.random() < 0.3:
            return lot.choice([1, "x", [1, 2], True])
        return {name: tree(depth - 1) for name in "abcd" if lot.random() < 0.7}

    for _ in range(300):
        one, other = ({"t": tree(3)} for _ in range(2))
        assert patched(one, merge_patch(one, other)) == other
