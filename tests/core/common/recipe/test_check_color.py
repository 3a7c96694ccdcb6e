"""What is told of a color part that is not well formed."""

import pytest

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.common.recipe import dump_recipe, load_recipe

UNLIT = 'color.lit: say what is lit: so many of the "highest" or "lowest", or what is "above", "below", "from" or "to" a number'
RECIPES = [
    {"bands": {"cuts": [45, {"target": "promise"}], "names": ["a", "b", "c"]}},
    {"bands": {"method": "natural", "count": 4}},
    {"lit": {"of": "measure", "by": {"take": "sum", "of": "v"}, "from": {"target": "promise"}, "to": 9}},
    {"colors": ["#112233"], "scale": "log_both", "within": "row", "low": {"target": "x", "name": "y"}},
]


@pytest.mark.parametrize("color", RECIPES)
def test_what_is_read_is_written_again(color):
    recipe = {"finch_recipe": 2, "table": {"targets": {"promise": 5.5}}, "pivot": {}, "color": color}
    assert dump_recipe(load_recipe(recipe)) == recipe


@pytest.mark.parametrize(
    ("color", "sentence"),
    [
        ({"bands": {}}, 'color.bands: give either "cuts" or a "method"'),
        (
            {"bands": {"cuts": [5, 5]}},
            "color.bands.cuts[1]: the cuts of bands must rise, and 5 is followed by 5; put them in order",
        ),
        (
            {"bands": {"method": "quantile", "count": 50}},
            "color.bands.count: 50 bands asked for; choose 2 to 12, since no reader tells more apart",
        ),
        ({"bands": {"cuts": []}}, "color.bands.cuts: 1 band asked for; choose 2 to 12, since no reader tells more apart"),
        (
            {"bands": {"cuts": [5], "count": 3}},
            'color.bands.count: "count" belongs to a method; the cuts say how many bands there are',
        ),
        ({"bands": {"cuts": [5], "names": ["a"]}}, "color.bands.names: 1 name for 2 bands; give each its own"),
        (
            {"bands": {"cuts": [5], "colors": ["#fff", "#000000"]}},
            'color.bands.colors[0]: "#fff" is not a color; write it as "#1f6b6d"',
        ),
        ({"bands": {"cuts": ["five"]}}, 'color.bands.cuts[0]: "five" stands where a number belongs'),
        ({"colors": ["red"]}, 'color.colors[0]: "red" is not a color; write it as "#1f6b6d"'),
        ({"colors": ["#112233"] * 6}, "color.colors: 6 colors are given; give one to 5"),
        (
            {"low": {"at": 3, "target": "x"}},
            'color.low: at and target are given; give one of "at", "percent", "percentile" and "target"',
        ),
        (
            {"lit": {}},
            UNLIT,
        ),
        (
            {"lit": {"highest": 3, "above": 2}},
            UNLIT,
        ),
        ({"lit": {"highest": 0}}, "color.lit.highest: light at least one cell"),
        (
            {"lit": {"of": "measure", "highest": 3}},
            'color.lit.by: "by" is the measure that is looked at, and goes with "of": "measure"',
        ),
        ({"scale": "cube"}, 'color.scale: "cube" is not known here; choose from linear, log, log_both, rank'),
    ],
)
def test_each_mistake_is_told_in_one_sentence(color, sentence):
    with pytest.raises(RecipeError) as told:
        load_recipe({"finch_recipe": 2, "pivot": {}, "color": color})
    assert str(told.value) == sentence


def test_a_target_has_a_name():
    with pytest.raises(RecipeError, match=r"table\.targets: a target needs a name of at most 60 characters"):
        load_recipe({"finch_recipe": 2, "table": {"targets": {" ": 5}}, "pivot": {}})
