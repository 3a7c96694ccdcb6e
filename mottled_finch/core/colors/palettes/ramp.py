"""From a few stations in OKLCH to colors that are evenly spaced to the eye."""

import numpy as np
from numpy.typing import NDArray

from ..spaces import Bytes, Floats, bytes_from_linear, linear_from_oklab, oklab_from_oklch

Station = tuple[float, float, float]
"""Lightness, chroma, hue in degrees."""


def ramp(stations: tuple[Station, ...], steps: int, *, straight: bool = False) -> Bytes:
    """Colors along the line through the stations, in equal steps of OKLab distance. The line goes along the hues between stations,
    or straight from each to the next, past no hue that neither has.
    """
    fine = _within_gamut(_straight(np.array(stations), 1024) if straight else _line(np.array(stations), 1024))
    travelled = np.concatenate([[0], np.cumsum(np.linalg.norm(np.diff(fine, axis=0), axis=1))])
    places = np.linspace(0, travelled[-1], steps)
    even = np.stack([np.interp(places, travelled, fine[:, i]) for i in range(3)], axis=-1)
    return bytes_from_linear(linear_from_oklab(even))


def _straight(stations: Floats, points: int) -> Floats:
    lab, along = oklab_from_oklch(stations), np.linspace(0, len(stations) - 1, points)
    return np.stack([np.interp(along, np.arange(len(stations)), lab[:, i]) for i in range(3)], axis=-1)


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
