"""The ground of a page and what stands on it: a theme, or what follows from ground and ink of the house."""

import numpy as np

from ...colors.spaces import Bytes, bytes_of, contrast, hex_of
from ...common.errors import RecipeError
from ...common.recipe.spec import PageSpec
from ...common.vocabulary import THEME_TERMS, Theme

LEAST_CONTRAST = 4.5
"""Of text on its ground (W3C, "Web Content Accessibility Guidelines 2.2", 1.4.3)."""


def theme_of(page: PageSpec) -> Theme:
    """The theme of a page, with the house's own ground and ink where they are given. Raises RecipeError when these two cannot be
    told apart.
    """
    theme = THEME_TERMS[page.theme].theme
    if page.ground is None and page.ink is None:
        return theme
    ground, ink = bytes_of((page.ground or theme.ground).lower()), bytes_of((page.ink or theme.ink).lower())
    apart = float(contrast(ground, ink))
    if apart < LEAST_CONTRAST:
        raise RecipeError(
            f"the ink stands out from the ground by {apart:.1f} to 1 only, and words need {LEAST_CONTRAST} to 1; "
            "choose a darker or lighter one",
            path="page.ink" if page.ink is not None else "page.ground",
            received=page.ink or page.ground,
        )
    return Theme(
        ground=hex_of(ground),
        ink=hex_of(ink),
        quiet=hex_of(_quiet(ink, ground)),
        band=hex_of(_mixed(ground, ink, 0.06)),
        bracket=hex_of(_mixed(ground, ink, 0.32)),
        tree=hex_of(_mixed(ground, ink, 0.58)),
        blank=hex_of(_mixed(ground, ink, 0.07)),
        hatch=hex_of(_mixed(ground, ink, 0.25)),
    )


def _quiet(ink: Bytes, ground: Bytes) -> Bytes:
    """As far toward the ground as stays readable."""
    for share in (0.3, 0.2, 0.1):
        quiet = _mixed(ink, ground, share)
        if contrast(quiet, ground) >= LEAST_CONTRAST + 0.3:
            return quiet
    return ink


def _mixed(one: Bytes, other: Bytes, share: float) -> Bytes:
    return np.rint(one + (other.astype(float) - one) * share).astype(np.uint8)
