"""A new column is computed from others by an expression."""

from ..expression import column_of, evaluate, parse
from ..recipe.table_spec import ComputeMend
from ..table import Table
from .effect import Effect, with_column


def effect(table: Table, mend: ComputeMend, path: str) -> Effect:
    """A column of the same name is replaced. Raises RecipeError that names the place in the expression."""
    place = f"{path}.as"
    name = mend.into.strip()
    made = column_of(evaluate(parse(mend.as_, place), table, place), name, table.records)
    is_new = name not in table.names
    return Effect(table=with_column(table, made), touched=table.records - made.blanks, made="new column" if is_new else "")


def say(mend: ComputeMend) -> str:
    return f"{mend.into} = {mend.as_}"
