"""A table: columns of equal length under different names."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ...common.errors import TableError, did_you_mean
from .column import Column


@dataclass(frozen=True, eq=False)
class Table:
    """Named columns of ``records`` values each."""

    columns: tuple[Column, ...]

    def __post_init__(self) -> None:
        assert len({len(column) for column in self.columns}) == 1, "columns of one table are equally long"

    @property
    def records(self) -> int:
        return len(self.columns[0])

    @property
    def names(self) -> list[str]:
        return [column.name for column in self.columns]

    def column(self, name: str, path: str) -> Column:
        """The column of that name. ``path`` is the place in the recipe that asks for it.

        Raises TableError with the nearest name when there is none.
        """
        for column in self.columns:
            if column.name == name:
                return column
        raise TableError(f'no column "{name}"; {did_you_mean(name, self.names)}', path=path, received=name, allowed=self.names)

    def taken(self, positions: NDArray[np.int64]) -> "Table":
        """The table of the records at ``positions``, which rise."""
        return Table(tuple(column.taken(positions) for column in self.columns))

    @property
    def nbytes(self) -> int:
        """Bytes the codes and doubles take; dictionaries are left out, being small beside them."""
        return sum(column.data.nbytes for column in self.columns)
