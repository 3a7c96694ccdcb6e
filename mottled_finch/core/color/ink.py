"""The ink of a value: light on strong colors, dark on the others, and never below WCAG's contrast of 4.5."""

import numpy as np
from numpy.typing import NDArray

from ..vocabulary import DRAWING
from .spaces import Bytes, bytes_of, contrast


def inks_on(colors: Bytes) -> NDArray[np.str_]:
    """The ink for each color of shape (n, 3): white where it reaches 4.5, else the soft dark, else black, which then does."""
    light, dark = contrast(colors, bytes_of(DRAWING.light_ink)), contrast(colors, bytes_of(DRAWING.dark_ink))
    darker = np.where(dark >= DRAWING.readable, DRAWING.dark_ink, DRAWING.black_ink)
    return np.where(light >= DRAWING.readable, DRAWING.light_ink, darker)
