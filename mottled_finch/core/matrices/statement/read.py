"""A statement read back into a pivot: in its one form, or as people type it."""

from collections.abc import Iterable

from ...common.errors import RecipeError
from ...common.recipe.check_pivot import check_pivot
from ...common.recipe.spec import PivotSpec
from ...tables.table import Table
from .loose import LooseReader
from .strict import Reader
from .tokens import MAX_STATEMENT, PLACE, tokens_of


def read_statement(text: str, fields: Iterable[str], table: Table | None = None) -> PivotSpec:
    """The pivot that a statement says. ``fields`` are those of the table it is said of; the ``table`` itself, where it is there,
    tells which are moments and what their members are called.

    What is written in the one form is read so; anything else as people type it (loose.py).

    Raises RecipeError with the path "statement", what stands where it goes wrong, and what could stand there.
    """
    if len(text) > MAX_STATEMENT:
        raise RecipeError(f"the statement has {len(text):,} characters; at most {MAX_STATEMENT:,} are read", path=PLACE)
    names, tokens = list(fields), tokens_of(text)
    reader = Reader(tokens, names)
    try:
        pivot = reader.pivot()
    except RecipeError as error:
        pivot = _loosely(reader, error, table)
    check_pivot(pivot)
    return pivot


def _loosely(strict: Reader, error: RecipeError, table: Table | None) -> PivotSpec:
    """The same as people type it. Of two mistakes the one that stands later in the text is told: more of it was understood."""
    reader = LooseReader(strict.tokens, strict.fields, table)
    try:
        return reader.pivot()
    except RecipeError as other:
        raise (other if reader.place >= strict.place else error) from None
