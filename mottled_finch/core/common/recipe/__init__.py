"""The recipe: one figure, written down. The dataclasses are the file format."""

from .check_pivot import check_level
from .conditions import ConditionSpec, MeasureSpec
from .load import dump_object, dump_recipe, dump_table_part, load_object, load_recipe, load_table_part, load_text
from .merge_patch import merge_patch
from .spec import (
    FORMAT,
    BinsSpec,
    CellsSpec,
    ColorSpec,
    CorrelateSpec,
    EndSpec,
    LegendSpec,
    LevelSpec,
    OrderSpec,
    OrdersSpec,
    PageSpec,
    PivotSpec,
    Recipe,
    ShowSpec,
    TotalsSpec,
    WordsSpec,
)
from .table_spec import ReadingSpec, TableSpec

__all__ = [
    "FORMAT",
    "BinsSpec",
    "CellsSpec",
    "ColorSpec",
    "ConditionSpec",
    "CorrelateSpec",
    "EndSpec",
    "LegendSpec",
    "LevelSpec",
    "MeasureSpec",
    "OrderSpec",
    "OrdersSpec",
    "PageSpec",
    "PivotSpec",
    "ReadingSpec",
    "Recipe",
    "ShowSpec",
    "TableSpec",
    "TotalsSpec",
    "WordsSpec",
    "check_level",
    "dump_object",
    "dump_recipe",
    "dump_table_part",
    "load_object",
    "load_recipe",
    "load_table_part",
    "load_text",
    "merge_patch",
]
