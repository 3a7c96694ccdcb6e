"""Which numbers leave with data: those of cells that are hidden, or set aside, stay here unless they are asked for."""

import numpy as np
from numpy.typing import NDArray

from ....figures.figure.figure import Figure
from ....matrices.pivot import colored_values
from .choices import Choices


def hidden(figure: Figure, choices: Choices) -> NDArray[np.bool_]:
    """The cells whose numbers stay here."""
    staying = figure.contents.few | figure.contents.aside
    return staying & (choices.hidden == "no")


def leaving_values(figure: Figure, choices: Choices) -> NDArray[np.float64]:
    """The values of the cells, NaN for a blank and for what stays."""
    return np.where(hidden(figure, choices), np.nan, colored_values(figure.matrix))
