"""The palettes: data, and the way from a few stations in OKLCH to 255 evenly spaced colors.

Names are plants and places of marsh and meadow; ``docs/decisions/0003-palettes.md`` says how the stations were chosen.
"""

from .band_sets import BAND_SETS
from .palette import BLANK_STEP, MIDDLE, STEPS, Palette
from .sequences import SEQUENCES
from .two_sided import TWO_SIDED

PALETTES: dict[str, Palette] = {palette.name: palette for palette in (*SEQUENCES, *TWO_SIDED, *BAND_SETS)}
"""Every palette by its name in a recipe: sequences first, then two-sided, then sets for bands."""

__all__ = ["BLANK_STEP", "MIDDLE", "PALETTES", "STEPS", "Palette"]
