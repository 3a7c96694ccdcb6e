"""What the cells part of a recipe must satisfy beyond the types of its parts."""

from ..errors import RecipeError
from .check_color import HEX
from .check_pivot import check_measure
from .spec import CellsSpec, PastSpec

SIZE_LEAST, SIZE_MOST = 6, 72
GAP_MOST = 40
MOST_AROUND = 24
"""Letters before and after a number."""


def check_cells(cells: CellsSpec, path: str = "cells") -> None:
    """Raises RecipeError for the first thing that is not well formed, whatever the table."""
    check_decimals(cells.decimals, f"{path}.decimals")
    if isinstance(cells.values, PastSpec) and cells.values == PastSpec():
        raise RecipeError('say which values are printed: those "above", "below", "from" or "to" a number', path=f"{path}.values")
    numbers = [(cells.number, f"{path}.number")]
    if cells.print is not None:
        check_decimals(cells.print.decimals, f"{path}.print.decimals")
        check_measure(cells.print.measure, f"{path}.print.measure")
        numbers.append((cells.print.number, f"{path}.print.number"))
    for number, place in numbers:
        for name in ("before", "after"):
            if len(getattr(number, name)) > MOST_AROUND:
                raise RecipeError(f"more than {MOST_AROUND} letters stand {name} each number; shorten them", path=f"{place}.{name}")
    if cells.size is not None and not SIZE_LEAST <= cells.size <= SIZE_MOST:
        raise RecipeError(f"values of {cells.size:g} points; choose {SIZE_LEAST} to {SIZE_MOST}", path=f"{path}.size")
    if cells.marks.size is not None:
        check_measure(cells.marks.size, f"{path}.marks.size")
        if cells.marks.as_ == "fill":
            raise RecipeError('filled cells have one size; choose "square", "dot" or "bar"', path=f"{path}.marks.as")
    if cells.least_records is not None and cells.least_records < 1:
        raise RecipeError("cells on fewer than 1 record have no value anyway; choose 1 or more", path=f"{path}.least_records")
    if cells.gap is not None and not 0 <= cells.gap <= GAP_MOST:
        raise RecipeError(f"a gap of {cells.gap} points; choose 0 to {GAP_MOST}", path=f"{path}.gap")
    if cells.gap_color is not None and not HEX.match(cells.gap_color):
        raise RecipeError(f'"{cells.gap_color}" is not a color; write it as "#1f6b6d"', path=f"{path}.gap_color")


def check_decimals(decimals: int | None, path: str) -> None:
    if decimals is not None and not 0 <= decimals <= 10:
        raise RecipeError(f"{decimals} decimals are asked for; choose 0 to 10", path=path)
