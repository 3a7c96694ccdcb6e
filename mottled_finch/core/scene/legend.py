"""The legend's contents: its title, the ticks of the ramp and the swatch for "no value"."""

from dataclasses import dataclass, replace
from math import ceil, floor, log10

import numpy as np

from ..color.scale import Scale
from ..pivot import Matrix
from ..recipe.spec import EndSpec, Recipe
from ..words import NumberStyle, what_is_shown
from .type import CAP_HEIGHT, cut, width_of, wrap

NO_VALUE = "No value"


@dataclass(frozen=True)
class Tick:
    """``place`` runs from 0 at the foot of the ramp to 1 at its top."""

    place: float
    text: str


@dataclass(frozen=True, kw_only=True)
class Legend:
    """``fixed`` ticks (ends and middle) always show; ``between`` only where they have room."""

    title: tuple[str, ...]
    fixed: tuple[Tick, ...]
    between: tuple[Tick, ...]
    blank: str
    size: float
    ramp_width: float
    tick_x: float
    width: float

    def ticks_for(self, height: float) -> list[Tick]:
        """The ticks that fit a ramp of that height without touching, the fixed ones first."""
        shown: list[Tick] = []
        for tick in (*self.fixed, *self.between):
            at = self.baseline(tick, height)
            if all(abs(at - self.baseline(other, height)) >= self.size * 1.25 for other in shown):
                shown.append(tick)
        return shown

    def baseline(self, tick: Tick, height: float) -> float:
        """Where the tick's text stands, down from the ramp's top: centered on the tick, but at the ends beside the ramp."""
        centered = (1 - tick.place) * height + self.size * CAP_HEIGHT / 2
        return min(max(centered, self.size * CAP_HEIGHT), height)


def legend_of(recipe: Recipe, matrix: Matrix, scale: Scale | None, style: NumberStyle, size: float, most: float) -> Legend:
    """The legend of a figure, no wider than ``most`` points."""
    ramp_width = round(size * 1.7)
    tick_x = ramp_width + round(size * 0.8)
    words = what_is_shown(recipe.pivot) if recipe.legend.title is None else recipe.legend.title
    title = wrap(words[:1].upper() + words[1:], most, size, 3, 600)
    fixed = tuple(_cut(tick, most - tick_x, size) for tick in _fixed(recipe, scale, style)) if scale else ()
    between = tuple(_cut(tick, most - tick_x, size) for tick in _between(scale, style)) if scale else ()
    blank = ""
    if (np.isnan(matrix.values) & (True if matrix.absent is None else ~matrix.absent)).any():
        blank = cut(NO_VALUE if recipe.legend.blank is None else recipe.legend.blank, most - tick_x, size)
    texts = [tick.text for tick in (*fixed, *between)] + ([blank] if blank else [])
    return Legend(
        title=tuple(line for line in title if line),
        fixed=fixed,
        between=between,
        blank=blank,
        size=size,
        ramp_width=ramp_width,
        tick_x=tick_x,
        width=ceil(max([tick_x + width_of(text, size) for text in texts] + [width_of(line, size, 600) for line in title])),
    )


def _cut(tick: Tick, most: float, size: float) -> Tick:
    return Tick(tick.place, cut(tick.text, most, size))


def _fixed(recipe: Recipe, scale: Scale, style: NumberStyle) -> list[Tick]:
    """Both ends, and the middle where the recipe sets one."""
    color = recipe.color
    high = _named(scale.high, style, color.high, " and over" if scale.clips_high else "")
    low = _named(scale.low, style, color.low, " and under" if scale.clips_low else "")
    if scale.low == scale.high:
        return [Tick(0.5, _named(scale.high, style, color.high, ""))]
    ticks = [Tick(1.0, high), Tick(0.0, low)]
    if color.middle is not None and scale.has_middle:
        ticks.append(Tick(0.5, _named(scale.middle, style, color.middle, "")))
    return ticks


def _named(value: float, style: NumberStyle, end: EndSpec, behind: str) -> str:
    # A number the user set is told in full; one that comes from the data as precisely as the cells are.
    text = (end_text(value, style) if isinstance(end.at, float) else style.text(value)) + behind
    return f"{text}, {end.name}" if end.name else text


def end_text(value: float, style: NumberStyle) -> str:
    """A number chosen for the scale: without decimals where it is whole, else with those of the cells or the few more it needs."""
    written = value * 100 if style.percent else value
    if written == floor(written):
        return replace(style, decimals=0).text(value)
    for more in range(style.decimals, style.decimals + 3):
        if round(written, more) == round(written, 9):
            return replace(style, decimals=more).text(value)
    return style.text(value)


def _between(scale: Scale, style: NumberStyle) -> list[Tick]:
    """Round numbers inside the scale, 1, 2 or 5 times a power of ten apart."""
    span = scale.high - scale.low
    if span <= 0 or not np.isfinite(span):
        return []
    rough = span / 4
    power = 10.0 ** floor(log10(rough))
    distance = next(power * factor for factor in (1, 2, 5, 10) if power * factor >= rough * 0.999)
    distance = max(distance, 10.0 ** -(style.decimals + (2 if style.percent else 0)))  # there is no half a record
    first, last = ceil(scale.low / distance), floor(scale.high / distance)
    values = [i * distance for i in range(first, last + 1)]
    return [Tick(_place(value, scale), end_text(round(value, 12), style)) for value in values if scale.low < value < scale.high]


def _place(value: float, scale: Scale) -> float:
    if value < scale.middle:
        return 0.5 * (value - scale.low) / (scale.middle - scale.low)
    return 0.5 + 0.5 * (value - scale.middle) / (scale.high - scale.middle) if scale.high > scale.middle else 0.5
