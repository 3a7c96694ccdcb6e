"""Where mends find the other tables that they bring columns from."""

from collections.abc import Callable
from typing import NoReturn

from ....common.errors import TableError
from ...table import Table

Library = Callable[[str, str], Table]
"""The table of a name, asked for at a place of the recipe. Raises TableError for one that is not there, cannot be made, or brings
from the one that asks.
"""


def no_library(name: str, path: str) -> NoReturn:
    """That of a table by itself."""
    raise TableError(f'there is no table "{name}" to bring columns from', path=path, received=name)


def circle(name: str, path: str) -> TableError:
    """What is told of a table that brings columns, by itself or by others, from the one that asks for it."""
    return TableError(
        f'"{name}" would bring columns from itself, by way of this table; bring them the one way or the other',
        path=path,
        received=name,
    )
