"""What a mend does to a table, and what the mends share."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...common.errors import TableError
from ...common.recipe.table_spec import MergeMend
from ...common.vocabulary.kinds import KIND_WORDS
from ..table import BLANK, Column, Kind, Table, smallest_codes


@dataclass(frozen=True, kw_only=True)
class Missed:
    """A key that finds nothing in another table, as it is written in a sentence, with its records. ``cures`` merge it into one that
    is there and looks like it; they belong before the mend that looks for it.
    """

    words: str
    records: int
    cures: tuple[MergeMend, ...]


@dataclass(frozen=True, kw_only=True, eq=False)
class Effect:
    """The table after a mend. ``touched`` counts the records it changed or left out.

    ``kept`` holds the positions of the records that stay, rising, where some do not. ``anew`` says that the records are other
    ones than before. ``made`` says what came to be where that is not a matter of records: "new column". ``missed`` are keys
    that found nothing, the most frequent first, and ``notes`` what else is to be known.
    """

    table: Table
    touched: int
    kept: NDArray[np.int64] | None = None
    anew: bool = False
    made: str = ""
    missed: tuple[Missed, ...] = ()
    notes: tuple[str, ...] = ()


def with_column(table: Table, column: Column, after: str | None = None) -> Table:
    """The table with a column replaced by that of the same name, or added: behind ``after``, or as the last."""
    columns = list(table.columns)
    names = table.names
    if column.name in names:
        columns[names.index(column.name)] = column
    else:
        columns.insert(names.index(after) + 1 if after in names else len(columns), column)
    return Table(tuple(columns))


def text_column(table: Table, field: str, path: str, what: str) -> Column:
    """A column with a dictionary of texts. Raises TableError for one of numbers or moments."""
    column = table.column(field, f"{path}.field")
    if column.kind in (Kind.NUMBER, Kind.MOMENT):
        raise TableError(
            f'"{field}" holds {KIND_WORDS[column.kind]}, which cannot be {what}; change its kind to category first',
            path=f"{path}.field",
        )
    return column


def with_texts(column: Column, texts: Sequence[str]) -> tuple[Column, int]:
    """A column whose entries have other texts, equal ones being one, and the number of records that changed.

    The work is by entry; records only take their new code. An entry that is emptied becomes the blank.
    """
    old = column.dictionary
    changed = np.array([a != b for a, b in zip(old, texts, strict=True)])
    touched = int(column.counts[changed].sum())
    if not changed.any():
        return column, 0
    place: dict[str, int] = {}
    code = np.zeros(len(old), dtype=np.int64)
    for i in range(1, len(old)):
        if texts[i]:
            code[i] = place.setdefault(texts[i], len(place) + 1)
        else:
            code[i] = BLANK
    entries = np.array(["", *place], dtype=object)
    new_code = code.astype(smallest_codes(len(entries)))
    return replace(column, data=new_code[column.data], entries=entries), touched


def kept_records(table: Table, keep: NDArray[np.bool_]) -> Effect:
    """The table of the records to keep."""
    positions: NDArray[Any] = np.flatnonzero(keep)
    touched = table.records - len(positions)
    if not touched:
        return Effect(table=table, touched=0)
    return Effect(table=table.taken(positions), touched=touched, kept=positions)


def free_name(table: Table, name: str, path: str) -> str:
    """A name no column has yet. Raises TableError for one that is taken."""
    name = name.strip()
    if name in table.names:
        raise TableError(f'there is a column "{name}" already; choose another name', path=path, received=name)
    return name
