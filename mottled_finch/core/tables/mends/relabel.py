"""Categories get other names by a list, such as codes their full names."""

from ...common.recipe.table_spec import RelabelMend
from ..table import Table
from .effect import Effect, text_column, with_column, with_texts


def effect(table: Table, mend: RelabelMend, path: str) -> Effect:
    """Names that no record has are no error. A name emptied makes its records blank."""
    column = text_column(table, mend.field, path, "relabeled")
    texts = [mend.names.get(text, text).strip() if text else text for text in column.dictionary.tolist()]
    relabeled, touched = with_texts(column, texts)
    return Effect(table=with_column(table, relabeled), touched=touched)


def say(mend: RelabelMend) -> str:
    if len(mend.names) == 1:
        ((old, new),) = mend.names.items()
        return f"{mend.field}: “{old}” is called “{new}”"
    return f"{mend.field}: names from a list of {len(mend.names):,}"
