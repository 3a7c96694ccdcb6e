"""A statement in its one form, read back into the pivot that it was written from."""

from collections.abc import Iterable

from ...common.errors import RecipeError
from ...common.recipe.check_pivot import check_pivot
from ...common.recipe.spec import PivotSpec
from .strict import Reader
from .tokens import MAX_STATEMENT, PLACE, tokens_of


def read_statement(text: str, fields: Iterable[str]) -> PivotSpec:
    """The pivot that a statement says. ``fields`` are those of the table it is said of. What people type is read by typed/.

    Raises RecipeError with the path "statement", what stands where it goes wrong, and what could stand there.
    """
    if len(text) > MAX_STATEMENT:
        raise RecipeError(f"the statement has {len(text):,} characters; at most {MAX_STATEMENT:,} are read", path=PLACE)
    pivot = Reader(tokens_of(text), list(fields)).pivot()
    check_pivot(pivot)
    return pivot
