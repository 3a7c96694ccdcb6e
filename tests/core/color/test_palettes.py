"""Palettes: even to the eye, in order in gray, turned by what high is."""

import numpy as np
import pytest

from mottled_finch.core.color.palettes import MIDDLE, PALETTES, STEPS
from mottled_finch.core.color.spaces import bytes_of, contrast, oklab_from_bytes

ALL = pytest.mark.parametrize("palette", PALETTES.values(), ids=list(PALETTES))


def test_there_are_enough_of_both_kinds():
    assert sum(not palette.two_sided for palette in PALETTES.values()) >= 4
    assert sum(palette.two_sided for palette in PALETTES.values()) >= 3


@ALL
def test_equal_steps_look_equal(palette):
    lab = oklab_from_bytes(palette.colors)
    # Over eight steps at a time, since a single step is near the size of a byte's rounding.
    strides = np.linalg.norm(lab[8:] - lab[:-8], axis=1)
    sides = [strides] if not palette.two_sided else [strides[: MIDDLE - 8], strides[MIDDLE:]]
    for side in sides:
        assert side.max() / side.min() < 1.35


@ALL
def test_lightness_falls_from_light_to_strong(palette):
    lightness = oklab_from_bytes(palette.colors)[:, 0]
    arms = [lightness] if not palette.two_sided else [lightness[: MIDDLE + 1][::-1], lightness[MIDDLE:]]
    for arm in arms:
        assert (np.diff(arm[::4]) < 0).all()
        assert arm[0] - arm[-1] > 0.4


@ALL
def test_the_hue_stays_on_its_way(palette):
    """No strange hue halfway: along an arm the hue never leaves the span of that arm's stations by more than a few degrees."""
    lab = oklab_from_bytes(palette.colors)
    arms = [(lab, palette.high)] if not palette.two_sided else [(lab[:MIDDLE], palette.low), (lab[MIDDLE + 1 :], palette.high)]
    for arm, stations in arms:
        chroma = np.hypot(arm[:, 1], arm[:, 2])
        hues = np.rad2deg(np.arctan2(arm[:, 2], arm[:, 1]))[chroma > 0.03]
        low, high = min(hue for *_, hue in stations), max(hue for *_, hue in stations)
        center = (low + high) / 2
        away = np.abs((hues - center + 180) % 360 - 180)
        assert (away < (high - low) / 2 + 6).all()


@ALL
def test_two_sides_are_alike_in_strength_and_meet_in_a_neutral(palette):
    assert len(palette.colors) == STEPS
    if palette.two_sided:
        lab = oklab_from_bytes(palette.colors)
        assert np.hypot(*lab[MIDDLE, 1:]) < 0.005
        assert abs(lab[0, 0] - lab[-1, 0]) < 0.06


def simulated(color, matrix):
    return np.clip(np.asarray(color, dtype=float) / 255 @ np.array(matrix).T, 0, 1)


# Machado, Oliveira, Fernandes, "A Physiologically-based Model for Simulation of Color Vision Deficiency" (2009), severity 1.0
PROTANOPIA = [[0.152286, 1.052583, -0.204868], [0.114503, 0.786281, 0.099216], [-0.003882, -0.048116, 1.051998]]
DEUTERANOPIA = [[0.367322, 0.860646, -0.227968], [0.280085, 0.672501, 0.047413], [-0.011820, 0.042940, 0.968881]]


@pytest.mark.parametrize("matrix", [PROTANOPIA, DEUTERANOPIA], ids=["protanopia", "deuteranopia"])
@ALL
def test_the_two_ends_are_told_apart_by_color_weak_eyes(palette, matrix):
    if palette.two_sided:
        low, high = simulated(palette.colors[40], matrix), simulated(palette.colors[-41], matrix)
        assert np.linalg.norm(low - high) > 0.12


def test_a_color_of_trouble_stays_for_trouble():
    kingcup, sedge, mint = PALETTES["kingcup"], PALETTES["sedge"], PALETTES["water-mint"]
    assert [kingcup.turned(high) for high in ("good", "bad", "neither")] == [True, False, False]
    assert [sedge.turned(high) for high in ("good", "bad", "neither")] == [False, True, False]
    assert not any(mint.turned(high) for high in ("good", "bad", "neither"))
    assert kingcup.turned("good", reverse=True) is False
    np.testing.assert_array_equal(kingcup.colors_for("good"), kingcup.colors[::-1])


@ALL
def test_the_middle_of_the_ramp_can_be_told_from_the_page(palette):
    assert float(contrast(palette.colors[-1], bytes_of("#ffffff"))) > 4.5
