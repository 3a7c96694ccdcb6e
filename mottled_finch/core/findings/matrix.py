"""A table that is a matrix already: one record a row, and columns of numbers."""

from collections.abc import Iterator

from ..recipe.table_spec import UnfoldMend
from ..table import Kind, Table
from ..words.wording import field_words
from .finding import Cure, Finding

ROWS_MOST = 2_000
_NUMBERS_LEAST = 3


def find(table: Table) -> Iterator[Finding]:
    first, rest = table.columns[0], table.columns[1:]
    rows_are_named = first.kind is not Kind.NUMBER and first.distinct == table.records <= ROWS_MOST
    if not rows_are_named or len(rest) < _NUMBERS_LEAST or not all(column.is_number for column in rest):
        return
    keep = (first.name,)
    yield Finding(
        key="matrix",
        title="A matrix already?",
        words=f"{table.records:,} rows named by {field_words(first.name)}, and {len(rest)} columns of numbers.",
        records=table.records,
        cures=(
            Cure(words="Take it as it stands", mend=UnfoldMend(keep=keep)),
            Cure(words="Unfold into records", mend=UnfoldMend(keep=keep, order="natural")),
        ),
        leave="They are records",
    )
