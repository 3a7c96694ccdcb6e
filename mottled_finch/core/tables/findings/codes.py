"""Codes where names should be: texts that another column has as codes, each of which goes with one name."""

from collections.abc import Iterator

import numpy as np

from ...common.language.english import beginning, field_words
from ...common.recipe.table_spec import RelabelMend
from ..table import Column, Kind, Table
from .finding import Cure, Finding

ENTRIES_MOST = 5_000
_SURE = 0.6
"""A code stands for a name when most of its records have it."""


def find(table: Table) -> Iterator[Finding]:
    columns = [c for c in table.columns if c.kind is Kind.CATEGORY and 2 <= c.distinct <= ENTRIES_MOST]
    for names in columns:
        for codes in columns:
            if codes is not names and names.distinct > codes.distinct:
                yield from _in(names, codes)


def _in(names: Column, codes: Column) -> Iterator[Finding]:
    code_of = {str(text): i for i, text in enumerate(codes.dictionary.tolist()) if i and codes.counts[i]}
    strays = {str(text): i for i, text in enumerate(names.dictionary.tolist()) if i and names.counts[i] and text in code_of}
    # A few values that two columns happen to share are no codes: nearly all codes must be known, and names outnumber strays.
    records = int(names.counts[list(strays.values())].sum()) if strays else 0
    if len(strays) < 2 or len(strays) < 0.5 * len(code_of) or records > 0.5 * (len(names) - names.blanks):
        return
    full: dict[str, str] = {}
    for text, stray in strays.items():
        own = np.bincount(names.data[codes.data == code_of[text]], minlength=len(names.dictionary))
        own[[0, *strays.values()]] = 0
        best = int(own.argmax())
        if not own[best] or own[best] < _SURE * own.sum() or own[best] < names.counts[stray] * 0.1:
            return
        full[text] = str(names.dictionary[best])
    name, other = field_words(names.name), field_words(codes.name)
    shown = ", ".join(f"“{code}” for {text}" for code, text in list(full.items())[:2])
    yield Finding(
        key=f"codes:{names.name}:{codes.name}",
        title=f"Codes where a {name} should be",
        words=f"{beginning(name)} holds {len(full)} values of {other}, such as {shown}.",
        records=records,
        cures=(Cure(words="Put the names in", mend=RelabelMend(field=names.name, names=full)),),
        field=names.name,
        text=next(iter(full)),
    )
