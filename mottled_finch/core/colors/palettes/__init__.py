"""The palettes: data, and the way from a few stations in OKLCH to 255 evenly spaced colors.

Names are plants and places of marsh and meadow; ``docs/decisions/0003-palettes.md`` says how the stations were chosen.
"""

from ...common.vocabulary import PALETTE_NAMES
from .band_sets import BAND_SETS
from .palette import BLANK_STEP, MIDDLE, STEPS, Palette
from .sequences import SEQUENCES
from .two_sided import TWO_SIDED

_BY_NAME = {palette.name: palette for palette in (*SEQUENCES, *TWO_SIDED, *BAND_SETS)}
PALETTES: dict[str, Palette] = {name: _BY_NAME[name] for name in PALETTE_NAMES}
"""Every palette by its name in a recipe."""

__all__ = ["BLANK_STEP", "MIDDLE", "PALETTES", "STEPS", "Palette"]
