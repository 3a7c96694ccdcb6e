"""A first recipe for a table just brought in, so that the stage never starts empty."""

from ...common.recipe.conditions import Cut, MeasureSpec
from ...common.recipe.spec import FORMAT, LevelSpec, PivotSpec, Recipe
from ...common.vocabulary import LIMITS
from ...tables.table import Column, Kind, Table, only_times

_FEW = range(2, 61)


def _cut(column: Column) -> Cut:
    """Months of moments; of times of day alone, which have no date, hours."""
    return "hour" if only_times(column) else "month"


def _named_by_several(table: Table, ranked: list[LevelSpec]) -> bool:
    """Whether it takes more than the first column to tell the rows of a matrix apart."""
    first, across = (table.column(ranked[i].field, "").distinct for i in (0, -1))
    return 2 < len(ranked) <= LIMITS.levels_most + 1 and table.records > first * across


def suggest_recipe(table: Table) -> Recipe:
    """Count records by the first two fields that make readable sides: categories of 2 to 60 members, or months of a moment.

    A matrix that was unfolded as it stands is shown as it stood: its values, by its rows and columns.
    """
    ranked = [LevelSpec(field=column.name) for column in table.columns if column.ranked]
    numbers = [column.name for column in table.columns if column.is_number and not column.ranked and not column.counts_records]
    if len(ranked) >= 2 and numbers:
        measure = MeasureSpec(take="average", of=numbers[0])
        rows = ranked[:-1] if _named_by_several(table, ranked) else ranked[:1]
        return Recipe(finch_recipe=FORMAT, pivot=PivotSpec(rows=tuple(rows), columns=(ranked[-1],), measure=measure))
    sides = [
        LevelSpec(field=column.name)
        for column in table.columns
        if column.kind in (Kind.CATEGORY, Kind.YES_NO) and column.distinct in _FEW
    ]
    months = [LevelSpec(field=column.name, cut=_cut(column)) for column in table.columns if column.kind is Kind.MOMENT]
    across = months or sides[1:]
    return Recipe(finch_recipe=FORMAT, pivot=PivotSpec(rows=tuple(sides[:1]), columns=tuple(across[:1])))
