"""A first recipe for a table just brought in, so that the stage never starts empty."""

from ..table import Kind, Table
from .spec import LevelSpec, PivotSpec, Recipe

_FEW = range(2, 61)


def suggest_recipe(table: Table) -> Recipe:
    """Count records by the first two fields that make readable sides: categories of 2 to 60 members, or months of a moment."""
    sides = [
        LevelSpec(field=column.name)
        for column in table.columns
        if column.kind in (Kind.CATEGORY, Kind.YES_NO) and column.distinct in _FEW
    ]
    months = [LevelSpec(field=column.name, cut="month") for column in table.columns if column.kind is Kind.MOMENT]
    across = months or sides[1:]
    return Recipe(finch_recipe=1, pivot=PivotSpec(rows=tuple(sides[:1]), columns=tuple(across[:1])))
