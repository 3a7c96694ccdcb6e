"""Value ink reads on every color there is."""

import itertools

import numpy as np

from mottled_finch.core.colors.ink import inks_on
from mottled_finch.core.colors.palettes import PALETTES
from mottled_finch.core.colors.spaces import bytes_of, contrast
from mottled_finch.core.common.vocabulary import CELL_LOOK


def least_contrast(colors):
    inks = np.array([bytes_of(ink) for ink in inks_on(colors)])
    return float(contrast(colors, inks).min())


def test_on_every_step_of_every_palette():
    for palette in PALETTES.values():
        assert least_contrast(palette.colors) >= 4.5, palette.name


def test_on_colors_of_all_kinds():
    cube = np.array(list(itertools.product(range(0, 256, 15), repeat=3)), dtype=np.uint8)
    assert least_contrast(cube) >= 4.5


def test_light_on_strong_dark_on_light_black_between():
    assert inks_on(np.array([bytes_of("#101010"), bytes_of("#f0f0f0"), bytes_of("#7a7a7a")])).tolist() == [
        CELL_LOOK.light_ink,
        CELL_LOOK.dark_ink,
        CELL_LOOK.black_ink,
    ]
