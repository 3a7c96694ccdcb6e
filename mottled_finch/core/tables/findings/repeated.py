"""Records that stand in the table more than once."""

from collections.abc import Iterator

import numpy as np

from ...common.language.english import counted
from ...common.recipe.table_spec import UniqueMend
from ..mends.unique import repeats
from ..table import Table
from .finding import Cure, Finding

COLUMNS_LEAST = 4
"""Of few columns, records are alike by nature: two sales of one thing on one day."""


def find(table: Table) -> Iterator[Finding]:
    if len(table.columns) < COLUMNS_LEAST or table.records < 2:
        return
    count = int(np.count_nonzero(repeats(table.columns)))
    # Where much of a table repeats, its columns simply do not tell its records apart.
    if count and count <= 0.05 * table.records:
        are = f"{counted(count, 'record')} {'is' if count == 1 else 'are'}"
        yield Finding(
            key="repeated",
            title="Records that repeat",
            words=f"{are} like an earlier one in all {len(table.columns)} columns.",
            records=count,
            cures=(Cure(words="Leave out the repeats", mend=UniqueMend()),),
            leave="They are right",
        )
