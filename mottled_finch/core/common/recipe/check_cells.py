"""What the cells part of a recipe must satisfy beyond the types of its parts."""

from ..errors import RecipeError
from ..language.english import listed
from ..vocabulary import LIMITS, SYMBOL_TERMS
from .check_color import HEX
from .check_pivot import check_measure
from .spec import CellsSpec, NumberSpec, PastSpec


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
        check_around(number, place)
    if cells.size is not None and not LIMITS.print_size_least <= cells.size <= LIMITS.print_size_most:
        raise RecipeError(
            f"values of {cells.size:g} points; choose {LIMITS.print_size_least} to {LIMITS.print_size_most}", path=f"{path}.size"
        )
    if cells.symbols.size is not None:
        check_measure(cells.symbols.size, f"{path}.symbols.size")
        if not SYMBOL_TERMS[cells.symbols.as_].sized:
            sized = listed((name for name, term in SYMBOL_TERMS.items() if term.sized), "or")
            raise RecipeError(f"filled cells have one size; choose {sized}", path=f"{path}.symbols.as")
    if not 1 <= cells.symbols.reach <= LIMITS.reach_most:
        raise RecipeError(
            f"a reach of {cells.symbols.reach:g}; choose 1, as large as the cell, to {LIMITS.reach_most:g}",
            path=f"{path}.symbols.reach",
        )
    if cells.symbols.reach > 1 and not SYMBOL_TERMS[cells.symbols.as_].reaches:
        reach = listed((name for name, term in SYMBOL_TERMS.items() if term.reaches), "or")
        raise RecipeError(f"only symbols go beyond their cells; choose {reach}", path=f"{path}.symbols.reach")
    if cells.least_records is not None and cells.least_records < 1:
        raise RecipeError("cells on fewer than 1 record have no value anyway; choose 1 or more", path=f"{path}.least_records")
    if cells.gap is not None and not 0 <= cells.gap <= LIMITS.gap_most:
        raise RecipeError(f"a gap of {cells.gap} points; choose 0 to {LIMITS.gap_most}", path=f"{path}.gap")
    if cells.gap_color is not None and not HEX.match(cells.gap_color):
        raise RecipeError(f'"{cells.gap_color}" is not a color; write it as "#1f6b6d"', path=f"{path}.gap_color")


def check_around(number: NumberSpec, path: str) -> None:
    """What stands before and after each number is short."""
    for name in ("before", "after"):
        if len(getattr(number, name)) > LIMITS.around_most:
            raise RecipeError(
                f"more than {LIMITS.around_most} letters stand {name} each number; shorten them", path=f"{path}.{name}"
            )


def check_decimals(decimals: int | None, path: str) -> None:
    if decimals is not None and not 0 <= decimals <= LIMITS.decimals_most:
        raise RecipeError(f"{decimals} decimals are asked for; choose 0 to {LIMITS.decimals_most}", path=path)
