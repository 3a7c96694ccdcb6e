"""What the color part of a recipe must satisfy beyond the types of its parts."""

import re
from itertools import pairwise

from ..errors import RecipeError
from ..language.english import counted
from ..vocabulary import LIMITS
from .check_pivot import check_measure
from .one_given import one_given
from .spec import BandsSpec, ColorSpec, EndSpec, LitSpec

HEX = re.compile(r"^#[0-9a-fA-F]{6}$")
_PLACES = ("at", "percent", "percentile", "target")


def check_color(color: ColorSpec, path: str = "color") -> None:
    """Raises RecipeError for the first thing that is not well formed, whatever the table."""
    check_end(color.low, f"{path}.low")
    check_end(color.high, f"{path}.high")
    if color.middle is not None:
        check_end(color.middle, f"{path}.middle")
    for name in ("percent", "percentile"):
        low, high = getattr(color.low, name), getattr(color.high, name)
        if low is not None and high is not None and low > high:
            raise RecipeError(
                f"the low end of the scale ({name} {low:g}) lies above the high end ({name} {high:g}); move one of them",
                path=f"{path}.low.{name}",
                received=low,
            )
    if len(color.colors) > LIMITS.colors_most:
        raise RecipeError(f"{len(color.colors)} colors are given; give one to {LIMITS.colors_most}", path=f"{path}.colors")
    _check_hexes(color.colors, f"{path}.colors")
    if color.bands is not None:
        check_bands(color.bands, f"{path}.bands")
    if color.lit is not None:
        _check_lit(color.lit, f"{path}.lit")


def check_end(end: EndSpec, path: str) -> None:
    """Raises RecipeError unless an end or the middle has one place."""
    one_given(end, _PLACES, path, "no place is given")
    if end.at == "mirrored" and path.endswith("middle"):
        raise RecipeError('"mirrored" is said of an end; give the middle a place of its own', path=f"{path}.at")
    for name in ("percent", "percentile"):
        value = getattr(end, name)
        if value is not None and not 0 <= value <= 100:
            raise RecipeError(f"{value:g} is not from 0 to 100", path=f"{path}.{name}", received=value)


def _check_hexes(colors: tuple[str, ...], path: str) -> None:
    for i, color in enumerate(colors):
        if not HEX.match(color):
            raise RecipeError(f'"{color}" is not a color; write it as "#1f6b6d"', path=f"{path}[{i}]", received=color)


def check_bands(bands: BandsSpec, path: str) -> None:
    """Raises RecipeError for bands whose parts do not go together."""
    if (bands.cuts is None) == (bands.method is None):
        raise RecipeError('give either "cuts" or a "method"', path=path)
    if bands.cuts is not None and bands.count is not None:
        raise RecipeError('"count" belongs to a method; the cuts say how many bands there are', path=f"{path}.count")
    number = bands.number
    if number is not None and not 2 <= number <= LIMITS.bands_most:
        raise RecipeError(
            f"{counted(number, 'band')} asked for; choose 2 to {LIMITS.bands_most}, since no reader tells more apart",
            path=f"{path}.{'count' if bands.cuts is None else 'cuts'}",
            received=number,
        )
    for i, (one, other) in enumerate(pairwise(bands.cuts or ())):
        if isinstance(one, float) and isinstance(other, float) and one >= other:
            raise RecipeError(
                f"the cuts of bands must rise, and {one:g} is followed by {other:g}; put them in order",
                path=f"{path}.cuts[{i + 1}]",
                received=other,
            )
    for name in ("colors", "names"):
        given = len(getattr(bands, name))
        if number is not None and given and given != number:
            raise RecipeError(f"{counted(given, name[:-1])} for {number} bands; give each its own", path=f"{path}.{name}")
    _check_hexes(bands.colors, f"{path}.colors")


def _check_lit(lit: LitSpec, path: str) -> None:
    spans = [name for name in ("above", "below", "from_", "to") if getattr(lit, name) is not None]
    ranked = [name for name in ("highest", "lowest") if getattr(lit, name) is not None]
    if len(ranked) + bool(spans) != 1:
        raise RecipeError(
            'say what is lit: so many of the "highest" or "lowest", or what is "above", "below", "from" or "to" a number',
            path=path,
        )
    for name in ranked:
        if getattr(lit, name) < 1:
            raise RecipeError("light at least one cell", path=f"{path}.{name}", received=getattr(lit, name))
    if (lit.of == "measure") != (lit.by is not None):
        raise RecipeError('"by" is the measure that is looked at, and goes with "of": "measure"', path=f"{path}.by")
    if lit.by is not None:
        check_measure(lit.by, f"{path}.by")
