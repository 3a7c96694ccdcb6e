"""Symbols in cells so small that neither their color nor their size is seen."""

from dataclasses import replace

from ...common.recipe.spec import SymbolsSpec
from ...common.vocabulary import CELL_LOOK
from ...tables.table.rounding import rounded_text
from .caution import Caution, Cure, Seen

LEAST = 4.0
"""Points: about a millimeter and a half."""


def find(seen: Seen) -> Caution | None:
    kind, grid = seen.recipe.cells.symbols.as_, seen.figure.scene.grid
    if kind == "fill" or grid is None:
        return None
    across = min(grid.cell_width, grid.symbol_height * (CELL_LOOK.bar_height if kind == "bar" else 1.0))
    if across >= LEAST:
        return None
    return Caution(
        name="tiny_symbols",
        words=f"The largest {kind} is {rounded_text(across, 1)} points across, too small to be seen.",
        cure=Cure(words="Fill the cells", recipe=replace(seen.recipe, cells=replace(seen.recipe.cells, symbols=SymbolsSpec()))),
    )
