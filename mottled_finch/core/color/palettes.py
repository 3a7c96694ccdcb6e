"""The palettes: data, and the way from a few stations in OKLCH to 255 evenly spaced colors.

A palette is drawn as a smooth line through its stations in OKLab and then walked in equal steps of OKLab distance, so that
equal differences of value look equally different. Lightness only ever falls from light to strong, so the order survives a
gray print. There are 255 colors, an odd number, so that a two-sided palette has one exact middle; code 255 is left for the
blank. Names are plants of marsh and meadow; ``docs/decisions/0003-palettes.md`` says how the stations were chosen.
"""

from dataclasses import dataclass
from functools import cached_property
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from .spaces import Bytes, Floats, bytes_from_linear, hex_of, linear_from_oklab, oklab_from_oklch

STEPS = 255
MIDDLE = STEPS // 2
BLANK_STEP = 255

Station = tuple[float, float, float]
"""Lightness, chroma, hue in degrees."""


@dataclass(frozen=True, kw_only=True, eq=False)
class Palette:
    """``strong_reads`` is what people take the color of the high end for, if they take it for anything.

    ``low`` and ``high`` run outward from light to strong. A one-hue palette has ``high`` alone.
    """

    name: str
    title: str
    strong_reads: Literal["good", "bad", "neither"]
    high: tuple[Station, ...]
    low: tuple[Station, ...] = ()

    @property
    def two_sided(self) -> bool:
        return bool(self.low)

    @cached_property
    def colors(self) -> Bytes:
        """Shape (255, 3), from the low end to the high end."""
        if not self.two_sided:
            return _ramp(self.high, STEPS)
        return np.concatenate([_ramp(self.low, MIDDLE + 1)[:0:-1], _ramp(self.high, MIDDLE + 1)])

    def turned(self, high_is: str, reverse: bool = False) -> bool:
        """Whether the colors run the other way round.

        They do when what the high end is contradicts what its color is taken for, so that a color of trouble always stands
        for trouble; ``reverse`` turns them once more.
        """
        contradicts = {"good", "bad"} == {high_is, self.strong_reads}
        return contradicts != reverse

    def colors_for(self, high_is: str, reverse: bool = False) -> Bytes:
        return self.colors[::-1] if self.turned(high_is, reverse) else self.colors

    @cached_property
    def hexes(self) -> tuple[str, ...]:
        return tuple(hex_of(color) for color in self.colors)


def _ramp(stations: tuple[Station, ...], steps: int) -> Bytes:
    """Colors along the line through the stations, in equal steps of OKLab distance."""
    fine = _within_gamut(_line(np.array(stations), 1024))
    travelled = np.concatenate([[0], np.cumsum(np.linalg.norm(np.diff(fine, axis=0), axis=1))])
    places = np.linspace(0, travelled[-1], steps)
    even = np.stack([np.interp(places, travelled, fine[:, i]) for i in range(3)], axis=-1)
    return bytes_from_linear(linear_from_oklab(even))


def _line(stations: Floats, points: int) -> Floats:
    """A smooth line in OKLab: lightness, chroma and hue each run through the stations along a monotone cubic.

    Monotone slopes after Fritsch and Carlson, "Monotone piecewise cubic interpolation" (1980), in the harmonic-mean form of
    Fritsch and Butland (1984).
    """
    knots = np.linspace(0, 1, len(stations))
    along = np.linspace(0, 1, points)
    piece = np.clip(np.searchsorted(knots, along, side="right") - 1, 0, len(knots) - 2)
    width = knots[1] - knots[0]
    t = ((along - knots[piece]) / width)[:, None]
    rise = np.diff(stations, axis=0) / width
    inner_product = rise[:-1] * rise[1:]
    inner = np.where(inner_product > 0, 2 * inner_product / np.where(inner_product > 0, rise[:-1] + rise[1:], 1), 0)
    slope = np.concatenate([rise[:1], inner, rise[-1:]])
    start, end = stations[piece], stations[piece + 1]
    out = (
        start * (1 + 2 * t) * (1 - t) ** 2
        + slope[piece] * width * t * (1 - t) ** 2
        + end * t**2 * (3 - 2 * t)
        + slope[piece + 1] * width * t**2 * (t - 1)
    )
    return oklab_from_oklch(out)


def _within_gamut(lab: Floats) -> Floats:
    """The same lightness and hue with as much of the chroma as an sRGB screen shows, found by halving."""
    if _shows(lab).all():
        return lab
    least, most = np.zeros(len(lab)), np.ones(len(lab))
    for _ in range(24):
        half = (least + most) / 2
        fits = _shows(_with_chroma(lab, half))
        least, most = np.where(fits, half, least), np.where(fits, most, half)
    return _with_chroma(lab, np.where(_shows(lab), 1.0, least))


def _with_chroma(lab: Floats, share: Floats) -> Floats:
    return lab * np.stack([np.ones_like(share), share, share], axis=-1)


def _shows(lab: Floats) -> NDArray[np.bool_]:
    """Which of these colors an sRGB screen can show."""
    light = linear_from_oklab(lab)
    return np.asarray(((light >= -1e-6) & (light <= 1 + 1e-6)).all(axis=-1))


_TABLE = (
    Palette(
        name="water-mint",
        title="Water mint",
        strong_reads="neither",
        high=((0.965, 0.018, 205), (0.80, 0.070, 212), (0.60, 0.092, 226), (0.42, 0.085, 243), (0.29, 0.070, 258)),
    ),
    Palette(
        name="sedge",
        title="Sedge",
        strong_reads="good",
        high=((0.968, 0.026, 118), (0.83, 0.088, 128), (0.65, 0.105, 140), (0.47, 0.088, 151), (0.32, 0.060, 160)),
    ),
    Palette(
        name="teasel",
        title="Teasel",
        strong_reads="neither",
        high=((0.965, 0.015, 325), (0.80, 0.070, 317), (0.62, 0.110, 311), (0.45, 0.118, 304), (0.30, 0.095, 298)),
    ),
    Palette(
        name="reedmace",
        title="Reedmace",
        strong_reads="bad",
        high=((0.968, 0.024, 84), (0.84, 0.085, 69), (0.67, 0.125, 52), (0.49, 0.118, 40), (0.33, 0.080, 33)),
    ),
    Palette(
        name="cuckooflower",
        title="Cuckooflower",
        strong_reads="bad",
        high=((0.965, 0.016, 12), (0.81, 0.085, 8), (0.63, 0.145, 5), (0.46, 0.142, 1), (0.31, 0.105, -5)),
    ),
    Palette(
        name="silverweed",
        title="Silverweed",
        strong_reads="neither",
        high=((0.968, 0.004, 100), (0.80, 0.008, 105), (0.60, 0.011, 110), (0.42, 0.012, 115), (0.25, 0.011, 118)),
    ),
    Palette(
        name="kingcup",
        title="Kingcup",
        strong_reads="bad",
        low=((0.972, 0.0, 190), (0.80, 0.065, 200), (0.62, 0.092, 202), (0.44, 0.078, 205)),
        high=((0.972, 0.0, 60), (0.82, 0.092, 60), (0.64, 0.140, 46), (0.45, 0.140, 33)),
    ),
    Palette(
        name="fritillary",
        title="Fritillary",
        strong_reads="neither",
        low=((0.972, 0.0, 140), (0.81, 0.078, 142), (0.62, 0.098, 147), (0.43, 0.078, 152)),
        high=((0.972, 0.0, 320), (0.81, 0.080, 318), (0.62, 0.130, 314), (0.43, 0.128, 308)),
    ),
    Palette(
        name="bogbean",
        title="Bogbean",
        strong_reads="bad",
        low=((0.972, 0.0, 245), (0.80, 0.072, 248), (0.61, 0.108, 253), (0.42, 0.108, 260)),
        high=((0.972, 0.0, 10), (0.80, 0.088, 10), (0.61, 0.142, 8), (0.42, 0.132, 2)),
    ),
    Palette(
        name="flag-iris",
        title="Flag iris",
        strong_reads="neither",
        low=((0.972, 0.0, 290), (0.80, 0.072, 288), (0.61, 0.120, 284), (0.42, 0.128, 279)),
        high=((0.972, 0.0, 95), (0.85, 0.100, 90), (0.66, 0.118, 80), (0.45, 0.090, 70)),
    ),
)
PALETTES: dict[str, Palette] = {palette.name: palette for palette in _TABLE}
"""Every palette by its name in a recipe: one hue first, then two-sided."""
