"""The recipe: one figure, written down. The dataclasses are the file format."""

from .changes import name_change
from .load import dump_recipe, load_recipe
from .spec import (
    CellsSpec,
    ColorSpec,
    ConditionSpec,
    EndSpec,
    LegendSpec,
    LevelSpec,
    MeasureSpec,
    PageSpec,
    PivotSpec,
    Recipe,
    TotalsSpec,
    WordsSpec,
)
from .suggest import suggest_recipe

__all__ = [
    "CellsSpec",
    "ColorSpec",
    "ConditionSpec",
    "EndSpec",
    "LegendSpec",
    "LevelSpec",
    "MeasureSpec",
    "PageSpec",
    "PivotSpec",
    "Recipe",
    "TotalsSpec",
    "WordsSpec",
    "dump_recipe",
    "load_recipe",
    "name_change",
    "suggest_recipe",
]
