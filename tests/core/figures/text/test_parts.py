"""What each part of a plate says: sentences to be read aloud, and which of their phrases the recipe sets itself."""

import pytest

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.text.parts import SENTENCES, Said, sentences_of, text_of

from ...conftest import figure_of

TEXT = "r,c,v\na,x,1\na,y,2.5\nb,x,3\nb,y,4\nb,y,6\n"
SIDES = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
BOTH = {"totals": {"rows": True, "columns": True}}
COUNT = {"take": "count"}


def said(part, pivot=None, **parts):
    given = {"pivot": {**SIDES, **(pivot or {})}, **parts}
    figure, written = figure_of(TEXT, **given), load_recipe({"finch_recipe": 2, **given})
    of = Said(written=written, recipe=figure.recipe, coloring=figure.coloring, style=figure.contents.style)
    pieces = sentences_of(of)[part]
    return text_of(pieces), " ".join(piece.opens for piece in pieces if piece.set)


RAMP = "Water mint from 1.0 to 10.0, without a middle; high is neither good nor bad. Judged among all cells"
HEADS = "Heads turned as they fit, long ones in a few lines, groups apart as it fits; no arrow; columns alike, rows alike."
CASES = {
    "color": [
        ({}, f"{RAMP}, spread evenly, as a ramp; everything lit.", ""),
        (
            {
                "color": {
                    "palette": "sedge",
                    "reverse": True,
                    "high_is": "bad",
                    "middle": {"at": 4, "name": "plan"},
                    "low": {"percentile": 10},
                    "high": {"percent": 90},
                    "within": "row",
                }
            },
            "Sedge, reversed from percentile 10 over 4, plan to 90% of the way; high is bad. Judged among its row, spread evenly,"
            " as a ramp; everything lit.",
            "palette low middle high high_is within",
        ),
        (
            {"color": {"low": {"at": 0}, "middle": {"at": 5}, "high": {"at": 10, "name": "full"}, "scale": "rank"}},
            "Water mint from 0 over 5 to 10, full; high is neither good nor bad. Judged among all cells, spread by rank, as a "
            "ramp; everything lit.",
            "low middle high scale",
        ),
        (
            {"color": {"colors": ["#ffffff", "#000000"], "bands": {"cuts": [2, 4]}}},
            "House colors; high is neither good nor bad. Judged among all cells, as 3 bands; everything lit.",
            "palette bands",
        ),
        (
            {"color": {"bands": {"method": "quantile", "count": 3}, "lit": {"above": 2.5}}},
            "Water mint; high is neither good nor bad. Judged among all cells, as 3 bands, equal counts; lit: values above 2.5.",
            "bands lit",
        ),
        (
            {"color": {"bands": {"method": "equal_width", "count": 3}}, "pivot": {"totals": {"rows": True, "color": "own"}}},
            f"{RAMP}, as 3 bands, equal width; everything lit; totals in colors of their own.",
            "bands totals_color",
        ),
        (
            {"color": {"lit": {"highest": 2}}, "pivot": BOTH},
            f"{RAMP}, spread evenly, as a ramp; lit: the 2 highest; totals without color.",
            "lit",
        ),
    ],
    "cells": [
        (
            {},
            "Drawn as filled cells, printing all values of what is colored, written as it fits in type as it fits. Of the cells "
            "none hidden; gaps as they fit, fitted to the page.",
            "",
        ),
        (
            {
                "cells": {
                    "decimals": 1,
                    "values": "extremes",
                    "least_records": 2,
                    "gap": 0,
                    "gap_color": "#ffffff",
                    "square": True,
                    "size": 9,
                    "bold": True,
                }
            },
            "Drawn as filled cells, printing the highest and lowest of what is colored, written to 1 decimal in 9 points, bold. "
            "Of the cells those on fewer than 2 records hidden; gaps of 0 points, in #ffffff, square.",
            "values number type least_records gap square",
        ),
        (
            {"cells": {"number": {"as": "percent"}, "values": {"above": 2}, "gap": 1, "print": {"measure": COUNT}}},
            "Drawn as filled cells, printing values above 2 of number of records, written as 1% in type as it fits. Of the cells "
            "none hidden; gaps of 1 point, fitted to the page.",
            "values print number gap",
        ),
        (
            {"cells": {"decimals": 2, "values": {"below": 5}, "symbols": {"as": "dot", "size": COUNT, "lines": "guides"}}},
            "Drawn as dots as large as number of records, with guide lines, printing values below 5 of what is colored, written "
            "to 2 decimals in type as it fits. Of the cells none hidden; gaps as they fit, fitted to the page.",
            "symbols values number",
        ),
        (
            {"cells": {"values": "none", "number": {"short": True}, "bold": True}},
            "Drawn as filled cells, printing no values of what is colored, written as 1k in type as it fits, bold. Of the cells "
            "none hidden; gaps as they fit, fitted to the page.",
            "values number type",
        ),
    ],
    "heads": [
        ({}, f"Rows in natural order, columns in natural order; nothing set aside; totals none. {HEADS}", ""),
        (
            {
                "pivot": {
                    **BOTH,
                    "order": {"rows": {"by": "total", "descending": True}, "columns": {"by": "hand", "hand": [["y", "x"]]}},
                    "aside": {"rows": [["a"]]},
                },
                "heads": {
                    "turn": "up",
                    "long": "cut",
                    "group_gap": 4,
                    "flow": {"along": "columns", "words": "to"},
                    "weight": {"columns": COUNT},
                },
            },
            "Rows by total, largest first, columns in an order by hand; 1 member set aside; totals of rows and of columns. Heads "
            "turned up, long ones cut, groups 4 points apart; an arrow along the columns, “to”; columns as wide as number of "
            "records, rows alike.",
            "order_rows order_columns aside totals turn long group_gap flow weight_columns",
        ),
        (
            {
                "pivot": {
                    "order": {
                        "rows": {"by": "member", "of": ["y"], "descending": True},
                        "columns": {"by": "natural", "descending": True},
                    },
                    "totals": {"rows": True},
                },
                "heads": {"turn": "level", "flow": {"along": "rows"}, "weight": {"rows": COUNT}},
            },
            "Rows by y, largest first, columns in natural order, reversed; nothing set aside; totals of rows. Heads level, long "
            "ones in a few lines, groups apart as it fits; an arrow along the rows; columns alike, rows as high as number of "
            "records.",
            "order_rows order_columns totals turn flow weight_rows",
        ),
    ],
    "legend": [
        ({}, "It stands at the right under what is measured; no value is called No value; on it stand round numbers.", ""),
        ({"legend": {"show": False}}, "There is no legend on the page.", "place"),
        (
            {
                "legend": {"place": "top", "title": "", "blank": "none", "few": "too few", "ticks": [{"at": 2}]},
                "cells": {"least_records": 2},
            },
            "It stands at the top under nothing; no value is called “none”, too few records “too few”; on it stands 1 place of "
            "your own.",
            "place title blank few ticks",
        ),
        (
            {
                "legend": {"title": "Minutes", "place": "below", "ticks": [{"at": 2}, {"at": 3}]},
                "cells": {"symbols": {"as": "dot", "size": COUNT, "title": "Trips"}},
            },
            "It stands below the cells under “Minutes”; no value is called No value, sizes “Trips”; on it stand 2 places of your "
            "own.",
            "place title sizes ticks",
        ),
        (
            {
                "cells": {"least_records": 1000, "symbols": {"as": "dot", "size": COUNT}},
                "pivot": {
                    "rows": [],
                    "show": {"as": "against", "keep": [{"field": "r", "in": ["a"]}]},
                    "keep": [{"field": "r", "in": ["b"]}],
                },
            },
            "It stands at the right under what is measured; no value is called No value, too few records Under 1,000 records, "
            "this side alone what it is, the other alone what it is, sizes what sizes them; on it stand round numbers.",
            "",
        ),
    ],
    "words": [
        (
            {},
            "At the top what is shown, below it nothing. Columns are called nothing, rows nothing. At the foot how many records "
            "and no source. The title claims nothing.",
            "",
        ),
        (
            {
                "words": {"title": "Late", "subtitle": "", "rows": "Pier", "columns": "", "caption": "", "source": "Log"},
                "claims": ["highest row is b"],
            },
            "At the top “Late”, below it nothing. Columns are called nothing, rows “Pier”. At the foot nothing and “Log”. The "
            "title claims “highest row is b”.",
            "title subtitle columns rows caption source claims",
        ),
    ],
    "notes": [
        ({}, "Nothing is marked.", None),
        (
            {"notes": [{"row": ["a"], "text": "new"}, {"column": ["x"], "text": "old"}]},
            "2 marks on the figure, 2 with words below it.",
            None,
        ),
    ],
    "page": [
        (
            {},
            "A full slide, 960 × 540 points on Paper, its ground painted; set in the bundled font, type of 12 points at least, in"
            " English; slides in no template and documents in no template; no picture under the cells.",
            "",
        ),
    ],
}


@pytest.mark.parametrize(("part", "parts", "sentence", "opens"), [(part, *case) for part, cases in CASES.items() for case in cases])
def test_what_a_part_says(part, parts, sentence, opens):
    words, sets = said(part, **parts)
    assert words == sentence
    assert opens is None or sets == opens


def test_each_part_has_its_sentences_here():
    assert CASES.keys() == SENTENCES.keys()


def test_the_figure_in_words_for_who_does_not_see_it():
    figure = figure_of(TEXT + "c,z,5\n", pivot=SIDES)
    words = figure.scene.alternative
    assert words.startswith("Heat map of the sum of v for each r down and each c across: 3 by 3 cells. Highest: 10.0, b, y.")
    alone = figure_of(TEXT, pivot={**SIDES, "columns": []}).scene.alternative
    assert alone.startswith("Heat map of the sum of v for each r down: 2 by 1 cells.")
    across = figure_of(TEXT, pivot={**SIDES, "rows": []}).facts
    assert [across.text(name) for name in ("rows", "columns", "n")] == ["1", "2", "5"]
