"""A new column is computed from others by an expression."""

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from ...common.recipe.table_spec import ComputeMend
from ..expression import column_of, columns_in, evaluate, parse
from ..table import Brought, Column, Table
from .effect import Effect, with_column


def effect(table: Table, mend: ComputeMend, path: str) -> Effect:
    """A column of the same name is replaced. Raises RecipeError that names the place in the expression."""
    place = f"{path}.as"
    name = mend.into.strip()
    expression = parse(mend.as_, place)
    made = column_of(evaluate(expression, table, place), name, table.records)
    made = replace(made, brought=_brought(columns_in(expression, table)))
    is_new = name not in table.names
    return Effect(table=with_column(table, made), touched=table.records - made.blanks, made="new column" if is_new else "")


def _brought(columns: Sequence[Column]) -> Brought | None:
    """What is made of nothing but columns that came from the same lines of another table is the same in all records of a line."""
    found = [column.brought for column in columns]
    first = found[0] if found else None
    if first is None or any(each is None or not np.array_equal(each.lines, first.lines) for each in found[1:]):
        return None
    return first


def say(mend: ComputeMend) -> str:
    return f"{mend.into} = {mend.as_}"
