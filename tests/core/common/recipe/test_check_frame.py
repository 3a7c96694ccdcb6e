"""What cells, heads, legend, notes and page refuse: where, what, and what to do."""

import pytest

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.common.recipe import dump_recipe, load_recipe

MANY = [{"row": ["a"]}] * 61


@pytest.mark.parametrize(
    ("part", "given", "sentence"),
    [
        ("cells", {"values": {}}, 'cells.values: say which values are printed: those "above", "below", "from" or "to" a number'),
        ("cells", {"values": "al"}, 'cells.values: "al" is not known here; did you mean "all"?'),
        ("cells", {"values": 3}, 'cells.values: 3 stands where "all" or "none" or "extremes" or an object belongs'),
        ("cells", {"values": {"over": 5}}, 'cells.values.over: no such key; did you mean "above"?'),
        ("cells", {"print": {"decimals": 11}}, "cells.print.decimals: 11 decimals are asked for; choose 0 to 10"),
        (
            "cells",
            {"number": {"before": "x" * 25}},
            "cells.number.before: more than 24 letters stand before each number; shorten them",
        ),
        (
            "cells",
            {"print": {"number": {"after": "x" * 25}}},
            "cells.print.number.after: more than 24 letters stand after each number; shorten them",
        ),
        ("cells", {"size": 5}, "cells.size: values of 5 points; choose 6 to 72"),
        ("cells", {"size": 72.5}, "cells.size: values of 72.5 points; choose 6 to 72"),
        (
            "cells",
            {"symbols": {"size": {"take": "count"}}},
            'cells.symbols.as: filled cells have one size; choose "square", "dot" or "bar"',
        ),
        ("cells", {"symbols": {"as": "star"}}, 'cells.symbols.as: "star" is not known here; did you mean "square"?'),
        (
            "cells",
            {"least_records": 0},
            "cells.least_records: cells on fewer than 1 record have no value anyway; choose 1 or more",
        ),
        ("cells", {"gap": 41}, "cells.gap: a gap of 41 points; choose 0 to 40"),
        ("cells", {"gap": -1}, "cells.gap: a gap of -1 points; choose 0 to 40"),
        ("cells", {"gap_color": "blue"}, 'cells.gap_color: "blue" is not a color; write it as "#1f6b6d"'),
        ("heads", {"turn": "slant"}, 'heads.turn: "slant" is not known here; choose from fit, level, up'),
        ("heads", {"group_gap": 61}, "heads.group_gap: groups 61 points apart; choose 0 to 60"),
        ("heads", {"flow": {"words": "{totl}"}}, 'heads.flow.words: no live fact "totl"; did you mean "total"?'),
        ("legend", {"place": "left"}, 'legend.place: "left" is not known here; choose from right, top, below'),
        ("legend", {"ticks": [{"at": 1}] * 21}, "legend.ticks: 21 places are named; a legend holds 20"),
        ("legend", {"ticks": [{"text": "x"}]}, 'legend.ticks[0]: the key "at" is missing; add it'),
        ("notes", MANY, "notes: there are 61 notes; a page holds 60"),
        ("notes", [{"text": "x"}], "notes[0]: say which row or column the note is on, by its labels"),
        ("notes", [{"row": ["a"], "outline": False}], "notes[0].text: a note without an outline needs words"),
        ("notes", [{"row": "a"}], 'notes[0].row: "a" stands where a list belongs'),
        ("words", {"source": "{fro}"}, 'words.source: no live fact "fro"; did you mean "from"?'),
        ("words", {"rows": "{highest.rows}"}, 'words.rows: no live fact "highest.rows"; did you mean "highest.row"?'),
        ("page", {"height": 4001}, "page.height: a page of 4001 points; choose 120 to 4,000"),
        ("page", {"theme": "night"}, 'page.theme: "night" is not known here; choose from paper, reed, dusk'),
        ("page", {"ground": "#fff"}, 'page.ground: "#fff" is not a color; write it as "#1f6b6d"'),
        ("page", {"underlay": {}}, 'page.underlay: the key "picture" is missing; add it'),
        ("page", {"underlay": {"picture": 5}}, "page.underlay.picture: 5 stands where a file as a data address belongs"),
        (
            "page",
            {"underlay": {"picture": "x" * 8_400_001}},
            "page.underlay.picture: the file is too large; give one of at most 6 MB",
        ),
        ("page", {"underlay": {"picture": "x", "cells": 1.2}}, "page.underlay.cells: 1.2 is not from 0 to 1"),
        ("page", {"underlay": {"picture": "x", "strength": -1}}, "page.underlay.strength: -1 is not from 0 to 1"),
        ("page", {"font": {"bold": "x"}}, 'page.font: the key "regular" is missing; add it'),
        ("dismissed", {"no_legend": ""}, "dismissed.no_legend: a caution is dismissed with a reason; give one"),
        (
            "pivot",
            {"aside": {"cells": [{"row": ["a"]}]}},
            'pivot.aside.cells[0]: the key "column" is missing; add it',
        ),
    ],
)
def test_where_what_and_what_to_do(part, given, sentence):
    with pytest.raises(RecipeError) as told:
        load_recipe({"finch_recipe": 2, "pivot": {}, part: given})
    assert str(told.value) == sentence


@pytest.mark.parametrize(
    "parts",
    [
        {"cells": {"values": "extremes", "number": {"as": "percent", "short": True, "marks": "1’234.5", "sign": True}}},
        {"cells": {"values": {"from": 1, "below": {"target": "ours"}}, "size": 9.5, "bold": True, "square": True}},
        {"cells": {"symbols": {"as": "bar", "size": {"take": "sum", "of": "v"}, "lines": "dividers", "title": "T"}}},
        {"cells": {"print": {"measure": {"take": "median", "of": "v"}, "decimals": 2, "number": {"before": "€"}}}},
        {"cells": {"least_records": 5, "gap": 0, "gap_color": "#AABBCC"}},
        {"heads": {"turn": "up", "long": "cut", "group_gap": 0, "flow": {"along": "rows", "words": "{n}"}}},
        {"legend": {"place": "below", "few": "x", "ticks": [{"at": 5, "text": "five"}, {"at": {"target": "ours"}}]}},
        {"words": {"rows": "", "columns": "C", "source": "S"}},
        {"notes": [{"row": ["a", "b"], "column": ["c"], "text": "T", "outline": False}]},
        {"page": {"theme": "dusk", "ground": "#000000", "ink": "#ffffff", "transparent": True}},
        {"page": {"underlay": {"picture": "data:image/png;base64,AA==", "crop": {"left": 0.5, "width": 0.5}, "strength": 0}}},
        {"page": {"font": {"regular": "data:font/ttf;base64,AA==", "bold": "kept:1"}}},
        {"dismissed": {"no_legend": "r"}},
        {"pivot": {"aside": {"cells": [{"row": ["a"], "column": []}]}}},
    ],
    ids=lambda parts: next(iter(parts)),
)
def test_what_is_written_is_read_as_it_was(parts):
    whole = {"finch_recipe": 2, "pivot": {}, **parts}
    assert dump_recipe(load_recipe(whole)) == whole
