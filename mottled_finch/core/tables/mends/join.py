"""Columns are put together as text, with a mark between."""

from ...common.errors import RecipeError
from ...common.recipe.table_spec import JoinMend
from ..expression.entries import Say, as_text, by_entries
from ..expression.value import Value, column_of
from ..table import Table
from .effect import Effect, free_name, with_column


def effect(table: Table, mend: JoinMend, path: str) -> Effect:
    """Blanks are passed over. The work is done once for each combination of values that occurs."""
    columns = [table.column(name, f"{path}.fields[{i}]") for i, name in enumerate(mend.fields)]
    name = free_name(table, mend.into, f"{path}.into")
    texts = [as_text(Value(kind=column.kind, data=column.data, entries=column.entries)) for column in columns]

    def put_together(*parts: str | None) -> str:
        return mend.by.join(part for part in parts if part)

    say_at = Say(lambda message: RecipeError(message, path=f"{path}.fields"), [0])
    value = by_entries(texts, put_together, say_at, blanks=True)
    made = column_of(value, name, table.records)
    return Effect(table=with_column(table, made, columns[-1].name), touched=table.records - made.blanks, made="new column")


def say(mend: JoinMend) -> str:
    return f"{mend.into}: {', '.join(mend.fields)} put together"
