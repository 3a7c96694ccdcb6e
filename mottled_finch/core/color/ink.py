"""The ink of a value: light on strong colors, dark on the others, and never below WCAG's contrast of 4.5."""

import numpy as np
from numpy.typing import NDArray

from .spaces import Bytes, bytes_of, contrast

DARK, LIGHT, BLACK = "#1d211a", "#ffffff", "#000000"
READABLE = 4.5


def inks_on(colors: Bytes) -> NDArray[np.str_]:
    """The ink for each color of shape (n, 3): white where it reaches 4.5, else the soft dark, else black, which then does."""
    light, dark = contrast(colors, bytes_of(LIGHT)), contrast(colors, bytes_of(DARK))
    return np.where(light >= READABLE, LIGHT, np.where(dark >= READABLE, DARK, BLACK))
