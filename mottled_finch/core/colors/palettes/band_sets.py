"""Sets for named bands: few colors that are told apart by every eye, from the low end to the high one."""

from .palette import Palette

BAND_SETS = (
    Palette(
        name="watch-stones",
        title="Watch stones",
        kind="bands",
        strong_reads="good",
        low=((0.925, 0.060, 95), (0.79, 0.115, 70), (0.58, 0.150, 42), (0.42, 0.125, 30)),
        high=((0.925, 0.060, 95), (0.80, 0.070, 205), (0.58, 0.100, 235), (0.40, 0.105, 255)),
        purpose="bad, watch, good; safe for every eye",
    ),
    Palette(
        name="tideline",
        title="Tideline",
        kind="bands",
        strong_reads="good",
        low=((0.945, 0.012, 340), (0.79, 0.085, 335), (0.59, 0.140, 330), (0.41, 0.135, 325)),
        high=((0.945, 0.012, 120), (0.84, 0.095, 122), (0.64, 0.115, 130), (0.44, 0.090, 140)),
        purpose="under, near, on target, around a neutral",
    ),
    Palette(
        name="marsh-steps",
        title="Marsh steps",
        kind="bands",
        strong_reads="bad",
        high=((0.955, 0.040, 110), (0.86, 0.090, 95), (0.72, 0.140, 62), (0.54, 0.155, 32), (0.34, 0.105, 15)),
        purpose="fine, watch, act: steps of one order",
    ),
    Palette(
        name="duckboards",
        title="Duckboards",
        kind="bands",
        strong_reads="neither",
        high=((0.955, 0.015, 220), (0.83, 0.055, 205), (0.66, 0.085, 220), (0.47, 0.095, 248), (0.30, 0.085, 275)),
        purpose="small, middle, large; neither good nor bad",
    ),
)
