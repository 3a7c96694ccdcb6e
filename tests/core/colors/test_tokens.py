"""Palettes as files of color tokens."""

import json

import pytest

from mottled_finch.core.colors.palettes import PALETTES
from mottled_finch.core.colors.tokens import read_tokens, write_tokens
from mottled_finch.core.common.errors import RecipeError


def test_what_is_written_is_read():
    text = write_tokens("Kingcup", PALETTES["kingcup"].colors)
    group = json.loads(text)["Kingcup"]
    assert group["$type"] == "color"
    assert [key for key in group if not key.startswith("$")] == [str(i) for i in range(1, 10)]
    hexes = PALETTES["kingcup"].hexes
    assert read_tokens(text) == [hexes[0], hexes[64], hexes[127], hexes[191], hexes[254]]


def test_other_ways_to_write_a_color():
    file = {
        "brand": {
            "$type": "color",
            "plain": {"$value": "#0B3954"},
            "clear": {"$value": "#f5f1e380"},
            "parts": {"$value": {"colorSpace": "srgb", "components": [1, 0.5, "none"]}},
        },
        "space": {"$type": "dimension", "gap": {"$value": "#ffffff"}},
        "deep": {"er": {"one": {"$type": "color", "$value": "#c81d25"}}},
    }
    assert read_tokens(json.dumps(file)) == ["#0b3954", "#f5f1e3", "#ff8000", "#c81d25"]


@pytest.mark.parametrize(
    ("text", "sentence"),
    [
        ("{", "palette: this is not JSON; save the palette as a file of color tokens"),
        ("[" * 100_000, "palette: this is not JSON; save the palette as a file of color tokens"),
        ('{"a": {"$value": "12px"}}', "palette: no color is in this file; a color token has a $type and a $value"),
        ("[]", "palette: no color is in this file; a color token has a $type and a $value"),
        (" " * 1_000_001, "palette: the file is too long for a palette; at most a million characters are read"),
    ],
)
def test_what_is_no_palette_is_told(text, sentence):
    with pytest.raises(RecipeError) as told:
        read_tokens(text)
    assert str(told.value) == sentence
