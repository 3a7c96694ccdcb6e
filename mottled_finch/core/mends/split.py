"""A column of text is cut at a mark into several."""

import pyarrow as pa

from ..intake.kinds import column_from_texts
from ..recipe.table_spec import SplitMend
from ..table import Table
from .effect import Effect, free_name, text_column, with_column


def effect(table: Table, mend: SplitMend, path: str) -> Effect:
    """Touches the records that hold the mark. The new columns stand behind the old one, each of the kind its texts have."""
    column = text_column(table, mend.field, path, "split")
    cut = [text.split(mend.by, len(mend.into) - 1) for text in column.dictionary.tolist()]
    after = mend.field
    result = table
    for position, name in enumerate(mend.into):
        texts = [parts[position].strip() if position < len(parts) else "" for parts in cut]
        made = column_from_texts(free_name(table, name, f"{path}.into[{position}]"), column.data, pa.array(texts, pa.string()))
        result = with_column(result, made, after)
        after = made.name
    holds = [mend.by in text for text in column.dictionary.tolist()]
    return Effect(table=result, touched=int(column.counts[holds].sum()), made="new columns")


def say(mend: SplitMend) -> str:
    return f"{mend.field} split at “{mend.by}” into {', '.join(mend.into)}"
