"""Palettes: even to the eye, in order in gray, turned by what high is."""

import numpy as np
import pytest

from mottled_finch.core.colors.lab import difference, lab_from_bytes
from mottled_finch.core.colors.palettes import MIDDLE, PALETTES, STEPS
from mottled_finch.core.colors.spaces import bytes_of, contrast, hex_of, oklab_from_bytes
from mottled_finch.core.colors.vision import VISIONS, seen

KEPT = """
water-mint      #e6f7f9 #89cbd8 #4195b2 #1e5d83 #132b4d
sedge           #f2f7e4 #b1cf90 #6c9f60 #346c43 #103c28
teasel          #f9f0f9 #d2b2dd #a178bb #69468e #352056
reedmace        #fcf4e3 #edb883 #cd7944 #974527 #572319
cuckooflower    #feeff0 #f2aab6 #d56482 #983057 #561133
silverweed      #f5f4f1 #bbbbb5 #83847c #4f5049 #21221d
sundew          #fbf8d5 #fcb654 #e16930 #a32b33 #53182a
pondweed        #f5f9d6 #97d596 #34a184 #006770 #013050
bilberry        #fff1f0 #eda7ca #ad6eb6 #5f4394 #1d2156
reed            #fcf5db #b8c58e #569986 #1d6178 #162a50
loosestrife     #fff4d9 #ffa982 #d9617a #932d71 #461250
kingcup         #005e66 #5bb1b7 #f6f6f6 #e38e54 #932d1a
fritillary      #2b5c3a #7cb07c #f6f6f6 #be8bd2 #633885
bogbean         #274b87 #70a3d9 #f6f6f6 #e17e90 #832447
flag-iris       #404191 #9a95dc #f6f6f6 #c9a049 #754b10
comfrey         #2b4c91 #75a3e2 #f6f6f6 #db9549 #863d0d
brooklime       #7c3a23 #d48e64 #f6f6f6 #61aad6 #185383
ragged-robin    #445b22 #9bae5d #f6f6f6 #e07fa6 #852558
heath           #674e11 #b9a354 #f6f6f6 #b18dd2 #573a87
watch-stones    #842a20 #d57e43 #f2e7b9 #59a3be #1a487f
tideline        #6d2972 #c27eb9 #eceee5 #8cac61 #365e2d
marsh-steps     #f1f3d5 #e4b970 #d47537 #a63a2e #631926
duckboards      #e6f3f7 #8ec7d1 #4893af #295c8b #222858
"""
"""Each palette at its ends, its middle and halfway to it. Recipes name palettes: last year's figure is colored as it was."""
ALL = pytest.mark.parametrize("palette", PALETTES.values(), ids=list(PALETTES))


def test_there_are_enough_of_both_kinds():
    kinds = [palette.kind for palette in PALETTES.values()]
    assert kinds.count("sequence") >= 10 and kinds.count("two_sided") >= 8 and kinds.count("bands") >= 4
    assert all(palette.purpose and palette.name == palette.title.lower().replace(" ", "-") for palette in PALETTES.values())


def test_palettes_stay_what_they_were():
    places = (0, STEPS // 4, STEPS // 2, 3 * STEPS // 4, STEPS - 1)
    now = {name: [hex_of(palette.colors[place]) for place in places] for name, palette in PALETTES.items()}
    kept = {name: colors for name, *colors in map(str.split, KEPT.strip().splitlines())}
    assert {name: now[name] for name in kept} == kept


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
    if palette.kind == "two_sided":
        lab = oklab_from_bytes(palette.colors)
        assert np.hypot(*lab[MIDDLE, 1:]) < 0.005
        assert abs(lab[0, 0] - lab[-1, 0]) < 0.06


@pytest.mark.parametrize("vision", VISIONS)
@ALL
def test_the_order_is_seen_by_every_eye_and_in_gray(palette, vision):
    lightness = lab_from_bytes(seen(palette.colors, vision))[:, 0]
    arms = [lightness] if not palette.two_sided else [lightness[: MIDDLE + 1][::-1], lightness[MIDDLE:]]
    for arm in arms:
        assert (np.diff(arm[::8]) < 0).all()


@pytest.mark.parametrize("vision", ["no_red", "no_green", "no_blue"])
@ALL
def test_the_two_ends_are_told_apart_by_color_weak_eyes(palette, vision):
    lab = lab_from_bytes(seen(palette.colors, vision))
    assert difference(lab[0], lab[-1]) > 15
    if palette.two_sided:
        assert difference(lab[60], lab[-61]) > 11


@ALL
def test_nine_steps_are_even(palette):
    """CIEDE2000 between neighbors: never under 6, and nowhere more than twice what it is elsewhere but in sets for bands."""
    lab = lab_from_bytes(palette.colors[np.linspace(0, STEPS - 1, 9).round().astype(int)])
    apart = difference(lab[1:], lab[:-1])
    assert apart.min() > 6
    assert apart.max() / apart.min() < (2.6 if palette.kind == "bands" else 2)


@pytest.mark.parametrize("number", [3, 4, 5])
@pytest.mark.parametrize("palette", [each for each in PALETTES.values() if each.kind == "bands"], ids=lambda each: each.name)
def test_bands_are_told_apart_by_every_eye(palette, number):
    colors = palette.colors[np.linspace(0, STEPS - 1, number).round().astype(int)]
    for vision in ("no_red", "no_green", "no_blue"):
        lab = lab_from_bytes(seen(colors, vision))
        assert min(difference(lab[i], lab[j]) for i in range(number) for j in range(i)) > 11


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
