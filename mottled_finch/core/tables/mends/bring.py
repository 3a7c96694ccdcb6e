"""Columns come from another table, by keys: targets, plans, full names, groups. The work is by line of that table; records only
take their line's value.
"""

from dataclasses import replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...common.errors import TableError
from ...common.language.english import counted, joined
from ...common.language.likeness import twins_among
from ...common.recipe.table_spec import BringMend, MergeMend
from ..table import BLANK, NO_MISFITS, Brought, Column, Kind, Table, smallest_codes
from .bringing.library import Library
from .bringing.lines import Key, Lines, Missing, gathered, lines_between
from .effect import Effect, Missed, free_name

MISSED_MOST = 20
_LIKELY_MOST = 2_000
"""Keys that find nothing among which spellings are looked for."""


def effect(table: Table, mend: BringMend, path: str, library: Library) -> Effect:
    """Touches the records that find a line. Raises TableError for keys that cannot be compared, and, where that is refused, for one
    that a record looks for and that stands there twice.
    """
    other = library(mend.from_, f"{path}.from")
    lines = lines_between(table, other, mend, path)
    names = [free_name(table, mend.names.get(name, name), f"{path}.columns[{i}]") for i, name in enumerate(mend.columns)]
    columns = [other.column(name, f"{path}.columns[{i}]") for i, name in enumerate(mend.columns)]
    twice = _twice(lines, columns, mend, path)
    missing = lines.missing()
    brought = Brought(table=mend.from_, keys=tuple(mend.keys), lines=lines.of_records)
    made = [
        replace(_brought(lines, column, mend, f"{path}.columns[{i}]"), name=name, brought=brought)
        for i, (column, name) in enumerate(zip(columns, names, strict=True))
    ]
    found = Table((*table.columns, *made))
    kept = None
    if mend.missing == "leave_out" and lines.counts[0]:
        kept = np.flatnonzero(lines.of_records)
        found = found.taken(kept)
    return Effect(
        table=found,
        touched=int(lines.counts[1:].sum()),
        kept=kept,
        made="new column" if len(made) == 1 else f"{len(made)} new columns",
        missed=_missed(missing, lines),
        notes=_notes(missing, lines, twice, mend),
    )


def say(mend: BringMend) -> str:
    columns = joined([mend.names.get(name, name) for name in mend.columns])
    pairs = [mine if mine == its else f"{mine} as {its}" for mine, its in mend.keys.items()]
    return f"{columns} brought from “{mend.from_}” by {joined(pairs)}"


def _twice(lines: Lines, columns: list[Column], mend: BringMend, path: str) -> int:
    """How many keys that records look for stand there more than once. Where what would come is no number, and alike in all lines
    of a key, these are as one.
    """
    sizes = np.diff(lines.starts)
    twice = (sizes > 1) & (lines.counts[1:] > 0)
    if mend.double == "refuse" and twice.any():
        for column in columns:
            wrong = np.flatnonzero(twice & (column.is_number | _differs(lines, column)))
            if len(wrong):
                more = f", and {counted(len(wrong) - 1, 'other key')} more than once" if len(wrong) > 1 else ""
                times = counted(int(sizes[wrong[0]]), "time")
                raise TableError(
                    f"“{lines.label(int(wrong[0]) + 1)}” stands {times} in “{mend.from_}”{more}; add a key that tells these lines "
                    "apart, take the first, or sum them up",
                    path=f"{path}.double",
                )
    return int(twice.sum())


def _differs(lines: Lines, column: Column) -> NDArray[np.bool_]:
    """Whether the rows of each line hold different values of a column."""
    codes = column.coded[0][lines.rows]
    found: NDArray[np.bool_] = np.minimum.reduceat(codes, lines.starts[:-1]) != np.maximum.reduceat(codes, lines.starts[:-1])
    return found


def _brought(lines: Lines, column: Column, mend: BringMend, path: str) -> Column:
    """The column of the other table, by record of this one."""
    if column.is_number:
        values = np.concatenate([[np.nan], _numbers(lines, column, mend)])
        return Column(name=column.name, kind=Kind.NUMBER, data=gathered(values, lines.of_records))
    codes = column.data[lines.rows[lines.starts[:-1]]] if len(lines.starts) > 1 else column.data[:0]
    if mend.double == "sum":
        codes = _one_each(lines, column, codes, mend, path)
    by_line = np.concatenate([[BLANK], codes]).astype(smallest_codes(len(column.dictionary)))
    return replace(column, data=gathered(by_line, lines.of_records), misfits=NO_MISFITS, notes=(), written=None)


def _numbers(lines: Lines, column: Column, mend: BringMend) -> NDArray[np.float64]:
    """The number of each line: that of its first row, or the sum of the filled ones."""
    of_rows = column.data[lines.rows]
    if mend.double != "sum" or not len(of_rows):
        first: NDArray[np.float64] = of_rows[lines.starts[:-1]]
        return first
    filled = ~np.isnan(of_rows)
    sums = np.add.reduceat(np.where(filled, of_rows, 0.0), lines.starts[:-1])
    return np.where(np.logical_or.reduceat(filled, lines.starts[:-1]), sums, np.nan)


def _one_each(lines: Lines, column: Column, first: NDArray[Any], mend: BringMend, path: str) -> NDArray[Any]:
    """What is no number cannot be summed up: the one value of each line, blanks aside. Raises TableError where there are more."""
    codes = column.data[lines.rows]
    most = np.maximum.reduceat(codes, lines.starts[:-1]) if len(codes) else first
    line_of_row = np.repeat(np.arange(len(most)), np.diff(lines.starts))
    other = (codes != BLANK) & (codes != most[line_of_row]) & (lines.counts[1:][line_of_row] > 0)
    if other.any():
        line = int(line_of_row[np.flatnonzero(other)[0]]) + 1
        raise TableError(
            f'"{column.name}" is not the same in all lines of “{lines.label(line)}” in “{mend.from_}”, and only numbers can be '
            "summed up; leave it out, or take the first",
            path=path,
        )
    return most


def _missed(missing: list[Missing], lines: Lines) -> tuple[Missed, ...]:
    """What finds nothing: first what may be meant for a spelling that the other table has, then what has most records."""
    likely = {id(key): _likely(missing, key, len(lines.of_records)) for key in lines.keys}
    missed = []
    for each in missing:
        into = likely[id(each.key)].get(each.text) if each.key is not None else None
        cures = (MergeMend(field=each.key.mine.name, from_=(each.text,), into=into),) if each.key is not None and into else ()
        missed.append(Missed(words=each.words, records=each.records, cures=cures))
    return tuple(sorted(missed, key=lambda each: not each.cures)[:MISSED_MOST])


def _likely(missing: list[Missing], key: Key, records: int) -> dict[str, str]:
    """Texts of a key that the other table does not have, each with the one there that it looks like."""
    unknown = {each.text: 1 for each in missing if each.key is key and each.text}
    there = {text: records + 1 for text in key.its_texts if text}
    if key.mine.kind is not Kind.CATEGORY or not unknown or len(unknown) > _LIKELY_MOST or len(there) > 10 * _LIKELY_MOST:
        return {}
    return {twin.rarer: twin.other for twin in twins_among({**there, **unknown}) if twin.rarer in unknown and twin.other in there}


def _notes(missing: list[Missing], lines: Lines, twice: int, mend: BringMend) -> tuple[str, ...]:
    notes = []
    if missing:
        becomes = "left out" if mend.missing == "leave_out" else "blank"
        verb = "finds" if len(missing) == 1 else "find"
        notes.append(f"{counted(len(missing), 'key')} {verb} nothing: {counted(int(lines.counts[0]), 'record')} {becomes}")
    if twice and mend.double != "refuse":
        how = "the first line is taken" if mend.double == "first" else "their lines are summed up"
        notes.append(f"{counted(twice, 'key')} {'stands' if twice == 1 else 'stand'} there more than once: {how}")
    unasked = int(np.count_nonzero(lines.counts[1:] == 0))
    if unasked:
        notes.append(f"{counted(unasked, 'key')} of “{mend.from_}” {'is' if unasked == 1 else 'are'} of no record here")
    return tuple(notes)
