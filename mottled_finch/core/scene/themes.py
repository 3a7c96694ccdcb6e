"""Themes: the ground of a page and what stands on it. All but ground and ink follow from these two, unless a theme sets them."""

from dataclasses import dataclass

import numpy as np

from ..color.spaces import Bytes, bytes_of, contrast, hex_of
from ..errors import RecipeError
from ..recipe.spec import PageSpec, ThemeName

LEAST_CONTRAST = 4.5
"""Of text on its ground (W3C, "Web Content Accessibility Guidelines 2.2", 1.4.3)."""


@dataclass(frozen=True, kw_only=True)
class Theme:
    """Colors as "#rrggbb". ``quiet`` is a lesser ink, ``band`` the ground of totals, ``bracket`` and ``tree`` are lines beside
    heads, ``blank`` and ``hatch`` the ground and lines of cells without a value.
    """

    ground: str
    ink: str
    quiet: str
    band: str
    bracket: str
    tree: str
    blank: str
    hatch: str


THEMES: dict[ThemeName, Theme] = {
    "paper": Theme(
        ground="#ffffff",
        ink="#1d211a",
        quiet="#5f6359",
        band="#f4f3ef",
        bracket="#b9bab2",
        tree="#7d8177",
        blank="#f1f1ee",
        hatch="#c9cac3",
    ),
    "reed": Theme(
        ground="#f6f2e7",
        ink="#23251d",
        quiet="#5b5b4d",
        band="#ebe5d5",
        bracket="#b4ae9c",
        tree="#7a7666",
        blank="#eee9db",
        hatch="#bcb5a2",
    ),
    "dusk": Theme(
        ground="#1e2422",
        ink="#f1f1ea",
        quiet="#b2b8ad",
        band="#2b322f",
        bracket="#5a625d",
        tree="#8c948c",
        blank="#29302d",
        hatch="#4d5651",
    ),
}


def theme_of(page: PageSpec) -> Theme:
    """The theme of a page, with the house's own ground and ink where they are given. Raises RecipeError when these two cannot be
    told apart.
    """
    theme = THEMES[page.theme]
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
