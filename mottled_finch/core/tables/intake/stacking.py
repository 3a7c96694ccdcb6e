"""Tables of one shape laid one under the other: sheets of a workbook, files of a package."""

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

import numpy as np
import pyarrow as pa
from numpy.typing import NDArray

from ..table import Column, Kind, Misfits, Table, Written, smallest_codes, texts_and_codes
from .kinds import column_from_texts
from .names import free_name


def laid_under(tables: Sequence[Table], sources: Sequence[str], called: str) -> Table:
    """One table of all records, in order. Columns go by their names; one that a table lacks is blank there. ``called`` is the name
    of the column that holds the ``sources``, one for each table, which stands first.

    A column that is of one kind here and of another there is decided anew from its texts.
    """
    names = list(dict.fromkeys(name for table in tables for name in table.names))
    lengths = [table.records for table in tables]
    codes = np.repeat(np.arange(1, len(tables) + 1), lengths).astype(smallest_codes(len(tables) + 1))
    entries = np.array(["", *sources], dtype=object)
    source = Column(name=free_name(called, set(names)), kind=Kind.CATEGORY, data=codes, entries=entries)
    return Table((source, *(_joined(name, tables, lengths) for name in names)))


def shared_names(tables: Sequence[Table]) -> int:
    """How many columns all of the tables have."""
    return len(set.intersection(*(set(table.names) for table in tables)))


def _joined(name: str, tables: Sequence[Table], lengths: Sequence[int]) -> Column:
    parts = [next((column for column in table.columns if column.name == name), None) for table in tables]
    found = [part for part in parts if part is not None]
    filled = [part for part in found if part.blanks < len(part)] or found[:1]
    kinds = {part.kind for part in filled}
    if kinds == {Kind.NUMBER} and not any(len(part.misfits) or part.written for part in found):
        data = [np.full(n, np.nan) if part not in filled else part.data for part, n in zip(parts, lengths, strict=True)]
        notes = tuple(dict.fromkeys(note for part in filled for note in part.notes if not part.counts_records))
        return Column(name=name, kind=Kind.NUMBER, data=np.concatenate(data), notes=notes)
    return _from_texts(name, parts, lengths, kinds.pop() if len(kinds) == 1 else None)


def _from_texts(name: str, parts: Sequence[Column | None], lengths: Sequence[int], kind: Kind | None) -> Column:
    """A column of the texts that stood in the files. Moments are merged as such, since each file may write them in its own way."""
    if kind is Kind.MOMENT:
        return _moments(name, parts, lengths)
    codes, texts = _texts(parts, lengths)
    return column_from_texts(name, codes, pa.array(texts, pa.string()), kind=kind)


def _texts(parts: Sequence[Column | None], lengths: Sequence[int]) -> tuple[NDArray[np.int64], list[str]]:
    """Codes into texts for every record of all parts, as they stood in the files."""
    place: dict[str, int] = {"": 0}
    pieces = []
    for part, n in zip(parts, lengths, strict=True):
        if part is None:
            pieces.append(np.zeros(n, dtype=np.int64))
            continue
        codes, texts = texts_and_codes(part)
        pieces.append(np.array([place.setdefault(text, len(place)) for text in texts], dtype=np.int64)[codes])
    return np.concatenate(pieces), list(place)


def _moments(name: str, parts: Sequence[Column | None], lengths: Sequence[int]) -> Column:
    blank = np.array(["NaT"], dtype="datetime64[us]")
    values = [
        np.full(n, blank[0]) if part is None or part.kind is not Kind.MOMENT else part.dictionary[part.data]
        for part, n in zip(parts, lengths, strict=True)
    ]
    entries, inverse = np.unique(np.concatenate(values), return_inverse=True)
    filled = entries[~np.isnat(entries)]
    written = _written(parts, lengths, inverse, len(filled))
    code = np.where(np.isnat(entries), 0, np.arange(1, len(entries) + 1)).astype(smallest_codes(len(filled) + 1))
    notes = tuple(dict.fromkeys(note for part in parts if part is not None for note in part.notes))
    return Column(
        name=name,
        kind=Kind.MOMENT,
        data=code[inverse],
        entries=np.concatenate([blank, filled]),
        misfits=_misfits(parts, lengths),
        notes=notes,
        written=written and replace(written, values=filled),
    )


def _misfits(parts: Sequence[Column | None], lengths: Sequence[int]) -> Misfits:
    return _merged([part.misfits if part is not None else None for part in parts], lengths)


def _merged(parts: Sequence[Misfits | None], lengths: Sequence[int]) -> Misfits:
    place: dict[str, int] = {}
    records, codes, before = [np.zeros(0, dtype=np.int64)], [np.zeros(0, dtype=np.int64)], 0
    for part, n in zip(parts, lengths, strict=True):
        if part is not None and len(part):
            records.append(part.records + before)
            codes.append(np.array([place.setdefault(text, len(place)) for text in part.texts])[part.codes])
        before += n
    whole = np.concatenate(codes).astype(smallest_codes(len(place)))
    return Misfits(records=np.concatenate(records), codes=whole, texts=tuple(place))


def _written(parts: Sequence[Column | None], lengths: Sequence[int], values: NDArray[Any], filled: int) -> Written | None:
    """What stood in the files for each moment: its commonest text, and the records in which another one stood. ``values`` has the
    place of each record's moment among those that ``filled`` counts, or one past them.
    """
    if not any(part is not None and part.written for part in parts):
        return None
    codes, texts = _texts(parts, lengths)
    records = np.flatnonzero(values < filled)
    pairs, first, counts = np.unique(values[records] * len(texts) + codes[records], return_inverse=True, return_counts=True)
    value, text = pairs // len(texts), pairs % len(texts)
    order = np.lexsort((-counts, value))
    chief = order[np.concatenate([[True], value[order][1:] != value[order][:-1]])]
    other = np.ones(len(pairs), dtype=bool)
    other[chief] = False
    apart = records[other[first]]
    used, code = np.unique(codes[apart], return_inverse=True)
    others = Misfits(records=apart, codes=code.astype(smallest_codes(len(used))), texts=tuple(texts[i] for i in used))
    return Written(values=np.arange(filled), texts=tuple(texts[i] for i in text[chief]), others=others)
