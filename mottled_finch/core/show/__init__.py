"""Shows, one a file: what a cell tells of its measure, such as its share of the row. ``SHOWS`` is the table a new one is entered
in.
"""

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from ..recipe.spec import ShowSpec
from .change import change
from .gap import gap
from .index import index
from .laid import Laid
from .rank import rank
from .running import running
from .score import score
from .share import share
from .value import value

Show = Callable[[ShowSpec, Laid], NDArray[np.float64]]
"""All values, totals included, to what is shown of them; NaN is the blank."""

SHOWS: dict[str, Show] = {
    "value": value,
    "share": share,
    "index": index,
    "running": running,
    "change": change,
    "rank": rank,
    "score": score,
    "gap": gap,
}

__all__ = ["SHOWS", "Laid", "Show"]
