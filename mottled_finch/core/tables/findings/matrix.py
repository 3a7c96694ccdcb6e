"""A table that is a matrix already: rows with names, and columns of numbers."""

import re
from collections.abc import Iterator, Sequence

import numpy as np

from ...common.language.english import counted, field_words, joined
from ...common.recipe.table_spec import UnfoldMend
from ..intake.months import month_numbers, plain_word
from ..table import Column, Kind, Table
from .finding import Cure, Finding

ROWS_MOST = 2_000
_NUMBERS_LEAST = 3
_NAMES_MOST = 3


def find(table: Table) -> Iterator[Finding]:
    names = [column for column in table.columns if not column.is_number]
    numbers = [column for column in table.columns if column.is_number]
    if not names or table.columns[0].is_number or len(names) > _NAMES_MOST or len(numbers) < _NUMBERS_LEAST:
        return
    # Beside further texts, numbers that are each something else are those of events, such as a price and how many.
    if len(names) > 1 and (any(column.kind is Kind.MOMENT for column in names) or not _of_one_kind(numbers)):
        return
    if table.records > ROWS_MOST or not _tell_apart(names, table.records):
        return
    keep = tuple(column.name for column in names)
    yield Finding(
        key="matrix",
        title="A matrix already?",
        words=f"{counted(table.records, 'row')} named by {joined([field_words(name) for name in keep])}, and {len(numbers)} "
        "columns of numbers.",
        records=table.records,
        cures=(
            Cure(words="Take it as it stands", mend=UnfoldMend(keep=keep)),
            Cure(words="Unfold into records", mend=UnfoldMend(keep=keep, order="natural")),
        ),
        leave="They are records",
    )


def _of_one_kind(numbers: Sequence[Column]) -> bool:
    """Whether the headings are alike: years, months, weeks, or the same words with another number or month."""
    stems = {_stem(column.name) for column in numbers}
    return len(stems) == 1


def _stem(name: str) -> str:
    words = re.findall(r"[^\W\d_]+", name)
    months, _ = month_numbers(words)
    return " ".join("" if word in months else plain_word(word) for word in words).strip()


def _tell_apart(names: Sequence[Column], records: int) -> bool:
    """Whether the names of a row are those of no other."""
    if names[0].distinct == records:
        return True
    codes = np.stack([column.data.astype(np.int64) for column in names], axis=1)
    return len(np.unique(codes, axis=0)) == records and not any(column.blanks for column in names)
