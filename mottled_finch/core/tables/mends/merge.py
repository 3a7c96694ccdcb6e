"""Several spellings of one category become one."""

from ...common.recipe.table_spec import MergeMend
from ..table import Table
from .effect import Effect, text_column, with_column, with_texts


def effect(table: Table, mend: MergeMend, path: str) -> Effect:
    """Spellings that no record has are no error: an edition may come without them."""
    column = text_column(table, mend.field, path, "merged")
    wanted = set(mend.from_)
    texts = [mend.into.strip() if text in wanted else text for text in column.dictionary.tolist()]
    merged, touched = with_texts(column, texts)
    return Effect(table=with_column(table, merged), touched=touched)


def say(mend: MergeMend) -> str:
    listed = ", ".join(f"“{text}”" for text in mend.from_[:3]) + (f" and {len(mend.from_) - 3} more" if len(mend.from_) > 3 else "")
    return f"{mend.field}: {listed} {'is' if len(mend.from_) == 1 else 'are'} “{mend.into}”"
