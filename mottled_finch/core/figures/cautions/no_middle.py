"""A palette with two sides, whose middle means nothing: readers take its light colors for a border that is not there."""

from dataclasses import replace

from ...colors.palettes import PALETTES
from ...colors.scale import DEFAULT_PALETTE
from ...common.recipe.spec import EndSpec
from .caution import Caution, Cure, Seen


def find(seen: Seen) -> Caution | None:
    color, scale = seen.figure.recipe.color, seen.figure.scale
    palette = PALETTES[color.palette or DEFAULT_PALETTE]
    if scale is None or color.colors or not palette.two_sided or color.middle is not None or seen.apart:
        return None
    if color.bands is not None and color.bands.names:
        return None  # named bands say themselves which side is which
    own = seen.recipe.color
    words = f"{palette.title} has two sides, but nothing is set as their middle."
    if scale.low < 0 < scale.high:
        cure = Cure(words="Put the middle at 0", recipe=replace(seen.recipe, color=replace(own, middle=EndSpec(at=0.0))))
    else:
        cure = Cure(words="Take one hue", recipe=replace(seen.recipe, color=replace(own, palette=DEFAULT_PALETTE)))
    return Caution(name="no_middle", words=words, cure=cure)
