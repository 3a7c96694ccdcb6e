"""Color spaces against published values."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.colors.spaces import (
    bytes_from_linear,
    bytes_of,
    contrast,
    hex_of,
    linear_from_oklab,
    luminance,
    oklab_from_bytes,
)

COLOR = st.tuples(*[st.integers(0, 255)] * 3)


@pytest.mark.parametrize(
    ("color", "lab"),
    [
        # Ottosson (2020) gives white, and the primaries follow from his matrices; here to the digits of his table.
        ("#ffffff", (1.0, 0.0, 0.0)),
        ("#ff0000", (0.627955, 0.224863, 0.125846)),
        ("#00ff00", (0.866440, -0.233888, 0.179498)),
        ("#0000ff", (0.452014, -0.032457, -0.311528)),
        ("#000000", (0.0, 0.0, 0.0)),
    ],
)
def test_oklab_of_the_primaries(color, lab):
    np.testing.assert_allclose(oklab_from_bytes(bytes_of(color)), lab, atol=2e-4)


@given(COLOR)
def test_there_and_back(color):
    given_ = np.array(color, dtype=np.uint8)
    np.testing.assert_array_equal(bytes_from_linear(linear_from_oklab(oklab_from_bytes(given_))), given_)


def test_luminance_and_contrast_of_the_guidelines():
    assert float(contrast(bytes_of("#000000"), bytes_of("#ffffff"))) == pytest.approx(21)
    assert float(contrast(bytes_of("#777777"), bytes_of("#ffffff"))) == pytest.approx(4.48, abs=0.005)
    assert float(luminance(bytes_of("#ffffff"))) == pytest.approx(1)


def test_hexadecimal_is_lower_case():
    assert hex_of(bytes_of("#E9B27C")) == "#e9b27c"
