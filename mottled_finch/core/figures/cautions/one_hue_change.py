"""What is set against another side, in colors of one hue: more and less look alike."""

from dataclasses import replace

from ...colors.palettes import PALETTES
from ...colors.scale import DEFAULT_PALETTE
from ...common.recipe.spec import EndSpec
from .caution import Caution, Cure, Seen


def find(seen: Seen) -> Caution | None:
    pivot, color, scale = seen.recipe.pivot, seen.figure.recipe.color, seen.figure.scale
    if pivot.show.as_ != "against" or scale is None or color.bands is not None or seen.apart:
        return None
    even = 1.0 if pivot.show.by == "ratio" else 0.0
    if color.middle is not None or color.colors or PALETTES[color.palette or DEFAULT_PALETTE].two_sided:
        return None
    if not scale.lowest < even < scale.highest:
        return None
    mirrored = EndSpec(at="mirrored")
    own = replace(seen.recipe.color, palette=None, low=mirrored, middle=EndSpec(at=even), high=mirrored)
    return Caution(
        name="one_hue_change",
        words="Some cells are above the other side and some below it, and one hue does not tell which.",
        cure=Cure(words="Take two sides around no change", recipe=replace(seen.recipe, color=own)),
    )
