"""Color-weak eyes lose the order of the colors, or take two bands for one. Gray print is no part of this: every palette with two
sides loses them there.
"""

from dataclasses import replace

from ...colors.coloring import colors_of
from ...colors.losses import losses_of
from ...colors.palettes import PALETTES
from ...colors.vision import VISIONS
from ...common.language import OURS
from ...common.recipe.spec import ColorSpec
from ..scene.legend import bands_of
from .caution import Caution, Cure, Seen


def find(seen: Seen) -> Caution | None:
    if seen.figure.scale is None:
        return None
    bands = [band.words for band in bands_of(seen.figure.recipe, seen.figure.coloring, seen.figure.contents.style, OURS)]
    losses = _losses(seen.figure.recipe.color, bands)
    if not losses:
        return None
    vision, words = next(iter(losses.items()))
    return Caution(name="lost_order", words=f"{VISIONS[vision].title}: {words[0].lower()}{words[1:]}.", cure=_cure(seen, bands))


def _losses(color: ColorSpec, bands: list[str]) -> dict[str, str]:
    losses = losses_of(colors_of(color, len(bands) or None), bands or None)
    return {vision: words for vision, words in losses.items() if vision != "gray"}


def _cure(seen: Seen, bands: list[str]) -> Cure | None:
    """The first palette of the same kind that loses nothing."""
    color = seen.recipe.color
    now = PALETTES.get(seen.figure.recipe.color.palette or "")
    kinds = [now.kind if now else "sequence", "sequence"]
    own = replace(color.bands, colors=()) if color.bands else None
    for kind in kinds:
        for name, palette in PALETTES.items():
            tried = replace(color, palette=name, colors=(), bands=own)
            if palette.kind == kind and not _losses(tried, bands):
                return Cure(words=f"Take {palette.title}", recipe=replace(seen.recipe, color=tried))
    return None
