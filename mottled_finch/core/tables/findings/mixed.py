"""Columns of text most of which would be numbers or moments."""

from collections.abc import Iterator

import pyarrow as pa

from ...common.language.english import beginning, field_words
from ...common.recipe.table_spec import KindMend, KindName
from ..intake.moments import looks_like_moments
from ..intake.numbers import NAME_LIKE, matches, read_numbers
from ..intake.ragged import mark_beyond
from ..table import Kind, Table
from .finding import Cure, Finding

_SHARE = 0.5


def find(table: Table) -> Iterator[Finding]:
    for column in table.columns:
        filled = len(column) - column.blanks
        if column.kind is not Kind.CATEGORY or not filled or mark_beyond(column.notes):
            continue
        texts = pa.array(column.dictionary.tolist(), pa.string())
        weights = column.counts.copy()
        weights[0] = 0
        if (matches(texts, NAME_LIKE) & (weights > 0)).any():
            continue
        numbers, _ = read_numbers(texts, weights, ".")
        moments = int(weights[looks_like_moments(texts)].sum())
        count, kind, noun = int(weights[numbers == numbers].sum()), "number", "numbers"
        if moments > count:
            count, kind, noun = moments, "moment", "moments"
        if count < _SHARE * filled or count == filled:
            continue
        wanted: KindName = "moment" if kind == "moment" else "number"
        name = field_words(column.name)
        yield Finding(
            key=f"mixed:{column.name}",
            title=f"Text and {noun} in one column",
            words=f"{beginning(name)} is read as text, but {count:,} of its {filled:,} values are {noun}.",
            records=filled - count,
            cures=(Cure(words=f"Read it as {noun}", mend=KindMend(field=column.name, kind=wanted)),),
            leave="It is text",
            field=column.name,
        )
