"""Shows, one a file of the name that the vocabulary has: what a cell tells of its measure, such as its share of the row."""

from collections.abc import Callable
from importlib import import_module

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import ShowSpec
from ...common.vocabulary import SHOW_TERMS
from .laid import Laid

Show = Callable[[ShowSpec, Laid], NDArray[np.float64]]
"""All values, totals included, to what is shown of them; NaN is the blank."""

SHOWS: dict[str, Show] = {name: import_module(f".{name}", __name__).shown for name in SHOW_TERMS}

__all__ = ["SHOWS", "Laid", "Show"]
