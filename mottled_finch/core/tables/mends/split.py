"""A column of text is cut at a mark into several."""

import numpy as np
import pyarrow as pa

from ...common.recipe.table_spec import SplitMend
from ..intake.kinds import column_from_texts
from ..table import Table, texts_and_codes
from .effect import Effect, free_name, with_column


def effect(table: Table, mend: SplitMend, path: str) -> Effect:
    """Touches the records that hold the mark. The new columns stand behind the old one, each of the kind its texts have; numbers
    and moments are cut as they stood in the file.
    """
    codes, entries = texts_and_codes(table.column(mend.field, f"{path}.field"))
    cut = [text.split(mend.by, len(mend.into) - 1) for text in entries]
    after = mend.field
    result = table
    for position, name in enumerate(mend.into):
        texts = [parts[position].strip() if position < len(parts) else "" for parts in cut]
        made = column_from_texts(free_name(table, name, f"{path}.into[{position}]"), codes, pa.array(texts, pa.string()))
        result = with_column(result, made, after)
        after = made.name
    holds = np.array([mend.by in text for text in entries], dtype=bool)
    return Effect(table=result, touched=int(np.count_nonzero(holds[codes])), made="new columns")


def say(mend: SplitMend) -> str:
    return f"{mend.field} split at “{mend.by}” into {', '.join(mend.into)}"
