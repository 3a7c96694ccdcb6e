"""Color-weak eyes and gray print, and what a figure loses to them."""

import numpy as np
import pytest

from mottled_finch.core.colors.losses import TOLD_APART, losses_of
from mottled_finch.core.colors.palettes import PALETTES
from mottled_finch.core.colors.spaces import bytes_of, luminance
from mottled_finch.core.colors.vision import VISIONS, seen


def colors(*hexes: str) -> np.ndarray:
    return np.stack([bytes_of(each) for each in hexes])


@pytest.mark.parametrize("vision", VISIONS)
def test_gray_stays_what_it_is(vision):
    grays = colors("#000000", "#808080", "#ffffff")
    assert np.abs(seen(grays, vision).astype(int) - grays).max() <= 1
    np.testing.assert_allclose(VISIONS[vision].matrix.sum(axis=1), 1, atol=1e-6)


def test_gray_print_keeps_luminance():
    several = colors("#ff0000", "#00ff00", "#1f6b6d", "#e0a84a")
    gray = seen(several, "gray")
    assert (np.ptp(gray, axis=1) == 0).all()
    np.testing.assert_allclose(luminance(gray), luminance(several), atol=0.004)


def test_red_and_green_of_one_lightness_look_alike_without_red_or_green():
    losses = losses_of(colors("#b05a20", "#7a7a20"), ["under", "over"])
    assert losses["no_green"] == '"under" and "over" look alike'
    assert "no_blue" not in losses


def test_our_palettes_lose_nothing_but_the_side_in_gray():
    for palette in PALETTES.values():
        losses = losses_of(palette.colors)
        assert set(losses) <= {"gray"}, palette.name
        assert losses.get("gray") == ("The two sides look alike" if palette.two_sided else None)


def test_a_ramp_that_comes_back_is_told():
    there_and_back = np.concatenate([PALETTES["sedge"].colors[::2], PALETTES["sedge"].colors[::-2]])
    assert losses_of(there_and_back)["no_blue"] == "The two sides look alike"
    assert losses_of(np.tile(bytes_of("#808080"), (255, 1)))["gray"] == "Values far apart look alike"


@pytest.mark.parametrize(("lightest", "alike"), [(76, False), (59, True)])
def test_places_a_quarter_apart_are_compared_and_none_that_are_nearer(lightest, alike):
    """Grays from a lightness of 35: eighths of the first are less apart than is told for certain, quarters are not; of the second
    quarters are not told apart, either, and three eighths are.
    """
    from mottled_finch.core.colors.lab import difference, lab_from_bytes

    grays = np.array([[each] * 3 for each in range(256)], dtype=np.uint8)
    lightness = lab_from_bytes(grays)[:, 0]
    ramp = grays[[int(np.abs(lightness - each).argmin()) for each in np.linspace(35, lightest, 255)]]
    lab = lab_from_bytes(ramp[[0, 32, 64, 95]])
    eighth, quarter, more = (float(difference(lab[:1], lab[i : i + 1])[0]) for i in (1, 2, 3))
    assert eighth < TOLD_APART < more and (quarter < TOLD_APART) is alike
    assert (losses_of(ramp).get("gray") is not None) is alike
