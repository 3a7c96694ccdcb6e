"""Numbers that stand where there is none, such as -9999: in sums and averages they count as what they look like."""

from collections.abc import Iterator

import numpy as np

from ...common.language.english import beginning, counted, field_words
from ...common.recipe.table_spec import BlankMend
from ...common.wording.labels import number_label
from ..table import Table
from ..table.fills import fills_of
from .finding import Cure, Finding


def find(table: Table) -> Iterator[Finding]:
    for column in table.columns:
        fills = fills_of(column.data) if column.is_number else ()
        if not fills:
            continue
        words = tuple(number_label(value) for value in fills)
        numbers = [int(np.count_nonzero(column.data == value)) for value in fills]
        listed = ", ".join(f"{word} {'once' if n == 1 else f'{n:,} times'}" for word, n in zip(words, numbers, strict=True))
        records = sum(numbers)
        seems = "a mark for no value, it seems, that counts as a number"
        if len(fills) > 1:
            seems = "marks for no value, it seems, that count as numbers"
        cure = "Take it as blank" if records == 1 else f"Take {counted(records, 'value')} as blank"
        yield Finding(
            key=f"fills:{column.name}:{','.join(words)}",
            title="Numbers that stand for none",
            words=f"{beginning(field_words(column.name))} holds {listed}: {seems}.",
            records=records,
            cures=(Cure(words=cure, mend=BlankMend(field=column.name, words=words)),),
            leave="It is a value",
            field=column.name,
            text=words[0],
        )
