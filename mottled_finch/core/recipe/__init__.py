"""The recipe: one figure, written down. The dataclasses are the file format."""

from .changes import name_change
from .conditions import ConditionSpec
from .load import dump_recipe, dump_table_part, load_recipe, load_table_part
from .spec import (
    CellsSpec,
    ColorSpec,
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
from .table_spec import ReadingSpec, TableSpec

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
    "ReadingSpec",
    "Recipe",
    "TableSpec",
    "TotalsSpec",
    "WordsSpec",
    "dump_recipe",
    "dump_table_part",
    "load_recipe",
    "load_table_part",
    "name_change",
    "suggest_recipe",
]
