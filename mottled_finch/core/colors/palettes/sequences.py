"""From light to strong: one hue, or through several."""

from .palette import Palette

SEQUENCES = (
    Palette(
        name="water-mint",
        title="Water mint",
        strong_reads="neither",
        high=((0.965, 0.018, 205), (0.80, 0.070, 212), (0.60, 0.092, 226), (0.42, 0.085, 243), (0.29, 0.070, 258)),
        purpose="how many, how much; calm",
    ),
    Palette(
        name="sedge",
        title="Sedge",
        strong_reads="good",
        high=((0.968, 0.026, 118), (0.83, 0.088, 128), (0.65, 0.105, 140), (0.47, 0.088, 151), (0.32, 0.060, 160)),
        purpose="how many, where much is good",
    ),
    Palette(
        name="teasel",
        title="Teasel",
        strong_reads="neither",
        high=((0.965, 0.015, 325), (0.80, 0.070, 317), (0.62, 0.110, 311), (0.45, 0.118, 304), (0.30, 0.095, 298)),
        purpose="how many, beside a blue or green house style",
    ),
    Palette(
        name="reedmace",
        title="Reedmace",
        strong_reads="bad",
        high=((0.968, 0.024, 84), (0.84, 0.085, 69), (0.67, 0.125, 52), (0.49, 0.118, 40), (0.33, 0.080, 33)),
        purpose="how bad: waits, delays, faults",
    ),
    Palette(
        name="cuckooflower",
        title="Cuckooflower",
        strong_reads="bad",
        high=((0.965, 0.016, 12), (0.81, 0.085, 8), (0.63, 0.145, 5), (0.46, 0.142, 1), (0.31, 0.105, -5)),
        purpose="how bad, at a glance",
    ),
    Palette(
        name="silverweed",
        title="Silverweed",
        strong_reads="neither",
        high=((0.968, 0.004, 100), (0.80, 0.008, 105), (0.60, 0.011, 110), (0.42, 0.012, 115), (0.25, 0.011, 118)),
        purpose="gray print, or a figure under bold notes",
    ),
    Palette(
        name="sundew",
        title="Sundew",
        strong_reads="bad",
        high=((0.972, 0.045, 103), (0.87, 0.120, 82), (0.70, 0.165, 50), (0.51, 0.160, 25), (0.31, 0.090, 5)),
        purpose="how bad, with many steps to tell apart",
    ),
    Palette(
        name="pondweed",
        title="Pondweed",
        strong_reads="good",
        high=((0.970, 0.045, 112), (0.85, 0.105, 138), (0.68, 0.110, 165), (0.49, 0.085, 200), (0.30, 0.075, 245)),
        purpose="how many, with many steps to tell apart; much is good",
    ),
    Palette(
        name="bilberry",
        title="Bilberry",
        strong_reads="neither",
        high=((0.968, 0.020, 20), (0.83, 0.085, -8), (0.65, 0.125, -35), (0.46, 0.130, -62), (0.28, 0.095, -85)),
        purpose="how many, with many steps to tell apart",
    ),
    Palette(
        name="reed",
        title="Reed",
        strong_reads="neither",
        high=((0.970, 0.035, 95), (0.84, 0.075, 110), (0.66, 0.075, 165), (0.47, 0.075, 222), (0.29, 0.075, 262)),
        purpose="how deep, how far, how long; quiet",
    ),
    Palette(
        name="loosestrife",
        title="Loosestrife",
        strong_reads="neither",
        high=((0.968, 0.040, 88), (0.85, 0.100, 55), (0.68, 0.150, 15), (0.48, 0.155, -15), (0.30, 0.115, -40)),
        purpose="how busy; takings and peaks",
    ),
)
