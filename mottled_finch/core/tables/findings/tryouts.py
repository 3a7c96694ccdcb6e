"""Records that were made to try something out."""

import re
from collections.abc import Iterator

import numpy as np

from ...common.language.english import beginning, field_words
from ...common.recipe.conditions import ConditionSpec
from ...common.recipe.table_spec import DropMend
from ..table import Column, Kind, Table, moment_label
from .finding import Cure, Finding

_TEST = re.compile(r"^(test(ing|s)?|dummy|do not use|xxx+|zzz+|asdf+|sample only)( ?\d+)?$", re.IGNORECASE)
_SHARE_MOST = 0.2


def find(table: Table) -> Iterator[Finding]:
    for column in table.columns:
        if column.kind is not Kind.CATEGORY:
            continue
        for code, text in enumerate(column.dictionary.tolist()):
            records = int(column.counts[code])
            if not records or not _TEST.match(text) or records > _SHARE_MOST * table.records:
                continue
            yield Finding(
                key=f"tryouts:{column.name}:{text}",
                title=f"{beginning(field_words(column.name))} “{text}”",
                words=f"{_what_they_share(table, column, code)}Test data would pull averages.",
                records=records,
                cures=(Cure(words="Drop them", mend=DropMend(where=(ConditionSpec(field=column.name, in_=(text,)),))),),
                field=column.name,
                text=text,
            )


def _what_they_share(table: Table, column: Column, code: int) -> str:
    """What all the records have in common beside the text, which is how one knows them for what they are."""
    where = column.data == code
    for other in table.columns:
        if other is column or other.kind is Kind.NUMBER:
            continue
        codes = np.unique(other.data[where])
        if other.kind is Kind.CATEGORY and len(codes) == 1 and codes[0] and other.distinct > 2:
            return f"Its records all have the {field_words(other.name)} {other.dictionary[codes[0]]}. "
        if other.kind is Kind.MOMENT and len(codes) > 2:
            hours = {moment_label(other.dictionary[each])[11:] for each in codes}
            if len(hours) == 1 and (hour := hours.pop()):
                return f"Its records are all of {hour}. "
    return ""
