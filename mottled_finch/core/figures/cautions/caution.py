"""What a caution is: a way in which a figure would mislead, and one action that cures it."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import Recipe
from ...common.recipe.table_spec import Mend
from ...matrices.pivot import Matrix
from ..figure.figure import Figure


@dataclass(frozen=True, kw_only=True)
class Cure:
    """What the cure is called, and the recipe that has it. ``mend`` is what it does to the table, where that is what cures."""

    words: str
    recipe: Recipe
    mend: Mend | None = None


@dataclass(frozen=True, kw_only=True)
class Caution:
    """``name`` is that of its file, by which it is dismissed. ``words`` are one sentence. Where no change of the recipe helps,
    there is no cure, and the words say what does; ``more`` are other ways to cure it.
    """

    name: str
    words: str
    cure: Cure | None = None
    more: tuple[Cure, ...] = ()


def cells_named(matrix: Matrix, meant: NDArray[np.bool_]) -> str:
    """The first of some cells by its row and column, and that there are more: "East, Mar" or "East, Mar and others"."""
    row, column = np.argwhere(meant)[0].tolist()
    labels = (*matrix.rows[row], *matrix.columns[column])
    return f"“{', '.join(label for label in labels if label)}”" + (" and others" if np.count_nonzero(meant) > 1 else "")


@dataclass(frozen=True, kw_only=True)
class Seen:
    """What a caution looks at: the recipe as its user wrote it, and the figure it makes."""

    recipe: Recipe
    figure: Figure

    @property
    def apart(self) -> bool:
        """Whether some cells are judged on other scales than others."""
        return self.figure.coloring.apart or len(self.figure.coloring.scales) > 1
