"""The ink of a value: light on strong colors, dark on the others, and never below WCAG's contrast of 4.5."""

import numpy as np
from numpy.typing import NDArray

from ..common.vocabulary import CELL_LOOK
from .spaces import Bytes, bytes_of, contrast


def inks_on(colors: Bytes) -> NDArray[np.str_]:
    """The ink for each color of shape (n, 3): white where it reaches 4.5, else the soft dark, else black, which then does."""
    light, dark = contrast(colors, bytes_of(CELL_LOOK.light_ink)), contrast(colors, bytes_of(CELL_LOOK.dark_ink))
    darker = np.where(dark >= CELL_LOOK.readable, CELL_LOOK.dark_ink, CELL_LOOK.black_ink)
    return np.where(light >= CELL_LOOK.readable, CELL_LOOK.light_ink, darker)
