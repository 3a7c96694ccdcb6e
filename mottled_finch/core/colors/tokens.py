"""Palettes as files of color tokens: JSON by the Design Tokens Format Module of the W3C's Design Tokens Community Group (2025).

A token is an object with a ``$value``; ``$type`` stands at it or at a group around it. A color is written as its space with its
components and the hex code of the same, and read from either; plain hex codes of earlier drafts are read too.
"""

import json
import re
from collections.abc import Iterator
from typing import Any

import numpy as np

from ..common.errors import RecipeError
from ..common.recipe.check_color import HEX
from ..common.vocabulary import LIMITS
from .spaces import Bytes, hex_of

STEPS_WRITTEN = 9
_MOST_CHARACTERS = 1_000_000


def write_tokens(name: str, colors: Bytes) -> str:
    """Colors of shape (n, 3), from low to high, as a group of tokens numbered from 1. A ramp of many is told in nine."""
    if len(colors) > STEPS_WRITTEN * 2:
        colors = colors[np.floor(np.linspace(0, len(colors) - 1, STEPS_WRITTEN) + 0.5).astype(int)]
    tokens = {
        str(i): {
            "$value": {"colorSpace": "srgb", "components": [round(part / 255, 6) for part in color.tolist()], "hex": hex_of(color)}
        }
        for i, color in enumerate(colors, 1)
    }
    return json.dumps({name: {"$type": "color", "$description": "From low to high", **tokens}}, ensure_ascii=False, indent=2)


def read_tokens(text: str) -> list[str]:
    """Up to five hex codes, from low to high: the colors of the file in its order, thinned evenly where it has more.

    Raises RecipeError for what is not JSON or holds no colors.
    """
    if len(text) > _MOST_CHARACTERS:
        raise RecipeError("the file is too long for a palette; at most a million characters are read", path="palette")
    try:
        given = json.loads(text)
        found = list(_colors(given, None))
    except (json.JSONDecodeError, RecursionError) as error:
        raise RecipeError("this is not JSON; save the palette as a file of color tokens", path="palette") from error
    if not found:
        raise RecipeError("no color is in this file; a color token has a $type and a $value", path="palette")
    places = np.floor(np.linspace(0, len(found) - 1, min(len(found), LIMITS.colors_most)) + 0.5).astype(int)
    return [found[place] for place in places]


def _colors(part: Any, kind: Any) -> Iterator[str]:
    """The colors of a group, its tokens in the order of the file; ``kind`` is the type that stands around it."""
    if not isinstance(part, dict):
        return
    kind = part.get("$type", kind)
    if "$value" in part:
        color = _hex(part["$value"])
        if color is not None and kind in ("color", None):
            yield color
        return
    for key, each in part.items():
        if not key.startswith("$"):
            yield from _colors(each, kind)


def _hex(value: Any) -> str | None:
    if isinstance(value, dict):
        parts = value.get("components")
        if isinstance(value.get("hex"), str):
            return _hex(value["hex"])
        if value.get("colorSpace") == "srgb" and isinstance(parts, list) and len(parts) == 3:
            numbers = [part if isinstance(part, int | float) else 0.0 for part in parts]  # "none" is nothing of it
            return hex_of(np.rint(np.clip(np.array(numbers, dtype=np.float64), 0, 1) * 255).astype(np.uint8))
        return None
    text = str(value)
    if re.fullmatch(r"#[0-9a-fA-F]{8}", text):
        text = text[:7]
    return text.lower() if HEX.match(text) else None
