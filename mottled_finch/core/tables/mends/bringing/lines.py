"""Which line of another table each record goes with, by keys.

Keys are compared as texts, once an entry: categories as they stand, numbers in their shortest form, moments as written, or by the
part that both are cut to. A blank goes with nothing.
"""

from dataclasses import dataclass
from typing import Any

import numpy as np
import pyarrow as pa
import pyarrow.compute as pc
from numpy.typing import NDArray

from ....common.errors import TableError
from ....common.recipe.table_spec import BringMend
from ....common.vocabulary.kinds import KIND_WORDS
from ...aggregation.cuts import CUTS, Calendar, cut_moments
from ...kernels import blocks_of, in_blocks
from ...table import Column, Kind, Table, entry_texts, smallest_codes

_TABLE_MOST = 1 << 22
"""Combinations of keys that are looked up in a table; where there are more, each is looked for."""


@dataclass(frozen=True, kw_only=True, eq=False)
class Lines:
    """``of_records``, shape (records,), is the line of each record, counted from 1; 0 is none. The records of the other table that
    are of line i are ``rows[starts[i - 1]:starts[i]]``, rising. ``counts`` has the number of records of each line, those of none
    first. ``keys`` are what was compared.
    """

    of_records: NDArray[Any]
    rows: NDArray[np.int64]
    starts: NDArray[np.int64]
    counts: NDArray[np.int64]
    keys: tuple["Key", ...]

    def label(self, line: int) -> str:
        """A line by its keys."""
        return ", ".join(key.its_texts[key.its[self.rows[self.starts[line - 1]]]] for key in self.keys)

    def missing(self) -> list["Missing"]:
        """What goes with no line, the most frequent first: texts that a key does not have there at all, and else combinations."""
        records = np.flatnonzero(self.of_records == 0)
        found: list[Missing] = []
        for key in self.keys:
            codes = key.mine.coded[0][records]
            unknown = key.place[codes] == 0
            of_entry = np.bincount(codes[unknown], minlength=len(key.my_texts))
            counts: dict[str, int] = {}
            for entry in np.flatnonzero(of_entry).tolist():
                text = key.my_texts[entry]
                counts[text] = counts.get(text, 0) + int(of_entry[entry])
            found += [Missing(words=text or f"blank {key.mine.name}", records=n, key=key, text=text) for text, n in counts.items()]
            records = records[~unknown]
        if len(records):
            numbers = np.zeros(len(records), dtype=np.int64)
            for key in self.keys:
                combined = numbers * len(key.its_texts) + key.place[key.mine.coded[0][records]]
                _, first, numbers, times = np.unique(combined, return_index=True, return_inverse=True, return_counts=True)
            for at, n in zip(records[first].tolist(), times.tolist(), strict=True):
                texts = [key.my_texts[key.mine.coded[0][at]] for key in self.keys]
                found.append(Missing(words=", ".join(texts), records=n))
        return sorted(found, key=lambda each: -each.records)


@dataclass(frozen=True, kw_only=True)
class Missing:
    """What goes with no line, as it is written in a sentence, with its records: the text of one ``key`` that the other table does
    not have, or of all of them together, each of which it has.
    """

    words: str
    records: int
    key: "Key | None" = None
    text: str = ""


@dataclass(frozen=True, kw_only=True, eq=False)
class Key:
    """A column here and its counterpart. ``my_texts`` are by entry of the former; ``place`` gives each of these the number of its
    text among those of the other table, counted from 1, 0 where there is none. ``its`` are these numbers by record there, and
    ``its_texts`` what they stand for.
    """

    mine: Column
    my_texts: list[str]
    place: NDArray[np.int64]
    its: NDArray[np.int64]
    its_texts: list[str]


def lines_between(table: Table, other: Table, mend: BringMend, path: str) -> Lines:
    """Raises TableError for keys that cannot be compared, or of which all are blank."""
    keys = tuple(_key(table, other, mend, mine, its, path) for mine, its in mend.keys.items())
    steps: list[_Step] = []
    line = np.zeros(other.records, dtype=np.int64) + 1
    for key in keys:
        steps.append(_Step.of(line, key, lines_before=len(steps[-1].distinct) if steps else 1))
        line = steps[-1].lines(line, key.its)
    rows = np.argsort(line, kind="stable")[np.count_nonzero(line == 0) :]
    counted = np.bincount(line, minlength=len(steps[-1].distinct) + 1)
    starts = np.concatenate([[0], np.cumsum(counted[1:])])
    of_records, counts = _looked_up(keys, steps)
    found = Lines(of_records=of_records, rows=rows, starts=starts, counts=counts, keys=keys)
    _check_found(found, mend, other, path)
    return found


def _key(table: Table, other: Table, mend: BringMend, mine_name: str, its_name: str, path: str) -> Key:
    mine = table.column(mine_name, f"{path}.keys")
    its = other.column(its_name, f"{path}.keys.{mine_name}")
    for column, where in ((mine, "here"), (its, f"in “{mend.from_}”")):
        if column.blanks == len(column):
            raise TableError(
                f'"{column.name}" is blank throughout {where}, so no record finds a line by it; choose another key',
                path=f"{path}.keys",
                received=column.name,
            )
    cut = mend.cut.get(mine_name)
    if cut is not None and Kind.MOMENT not in (mine.kind, its.kind):
        raise TableError(
            f'"{mine_name}" holds {KIND_WORDS[mine.kind]}, which cannot be cut to a {cut.replace("_", " ")}; leave that out',
            path=f"{path}.cut.{mine_name}",
        )
    my_texts, its_all = texts_of(mine, cut), texts_of(its, cut)
    number = {text: i for i, text in enumerate(dict.fromkeys(["", *its_all]))}
    return Key(
        mine=mine,
        my_texts=my_texts,
        place=np.array([number.get(text, 0) for text in my_texts], dtype=np.int64),
        its=np.array([number[text] for text in its_all], dtype=np.int64)[its.coded[0]],
        its_texts=list(number),
    )


def texts_of(column: Column, cut: str | None) -> list[str]:
    """The text of each entry, cut where it is a moment."""
    if cut is None or column.kind is not Kind.MOMENT:
        return entry_texts(column)
    parts = cut_moments(column.dictionary[1:], cut, Calendar())
    labels = [CUTS[cut].label(int(ordinal), Calendar()) for ordinal in parts.ordinals]
    return ["", *(labels[code] for code in parts.codes.tolist())]


@dataclass(frozen=True, eq=False)
class _Step:
    """One more key. Lines are numbered anew with each, from 1, since numbers for all combinations of many keys would not fit in 64
    bits. ``distinct`` are the combinations of the lines before and the texts of the key that occur in the other table, rising.
    """

    texts: int
    distinct: NDArray[np.int64]
    table: NDArray[np.int64] | None

    @classmethod
    def of(cls, line: NDArray[np.int64], key: Key, lines_before: int) -> "_Step":
        texts = len(key.its_texts)
        distinct = np.unique(_combined(line, key.its, texts))
        distinct = distinct[distinct > 0]
        table = None
        if (lines_before + 1) * texts <= _TABLE_MOST:
            table = np.zeros((lines_before + 1) * texts, dtype=np.int64)
            table[distinct] = np.arange(1, len(distinct) + 1)
        return cls(texts, distinct, table)

    def lines(self, line: NDArray[np.int64], place: NDArray[np.int64]) -> NDArray[np.int64]:
        """The line of each, from the line by the keys before and the place of this key's text; 0 where it is none."""
        combined = _combined(line, place, self.texts)
        if self.table is not None:
            return self.table[combined]
        found: NDArray[np.int64] = np.asarray(pc.fill_null(pc.index_in(pa.array(combined), pa.array(self.distinct)), -1)) + 1
        return found


def _combined(line: NDArray[np.int64], place: NDArray[np.int64], texts: int) -> NDArray[np.int64]:
    """One number for each pair; 0 where one of both is 0."""
    return np.where((line == 0) | (place == 0), 0, line * texts + place)


def _looked_up(keys: tuple[Key, ...], steps: list[_Step]) -> tuple[NDArray[Any], NDArray[np.int64]]:
    """The line of each record, and the records of each line."""
    lines = len(steps[-1].distinct) + 1
    kind = smallest_codes(lines)
    codes = [key.mine.coded[0] for key in keys]
    if len(keys) == 1:
        of_entry = steps[0].lines(np.ones(len(keys[0].place), dtype=np.int64), keys[0].place).astype(kind)
        counts = np.zeros(lines, dtype=np.int64)
        np.add.at(counts, of_entry, keys[0].mine.counts)
        return gathered(of_entry, codes[0]), counts
    found = np.empty(len(codes[0]), dtype=kind)

    def work(block: slice) -> NDArray[np.int64]:
        line = np.ones(block.stop - block.start, dtype=np.int64)
        for key, code, step in zip(keys, codes, steps, strict=True):
            line = step.lines(line, key.place[code[block]])
        found[block] = line
        return np.bincount(line, minlength=lines)

    counts = np.zeros(lines, dtype=np.int64)
    for of_block in in_blocks(work, blocks_of(len(found))):
        counts += of_block
    return found, counts


def gathered(values: NDArray[Any], codes: NDArray[Any]) -> NDArray[Any]:
    """``values[codes]``, on all processors."""
    found = np.empty(len(codes), dtype=values.dtype)

    def work(block: slice) -> None:
        np.take(values, codes[block], out=found[block], mode="clip")

    in_blocks(work, blocks_of(len(codes)))
    return found


def _check_found(lines: Lines, mend: BringMend, other: Table, path: str) -> None:
    """Raises TableError where no record finds a line since a key is of another kind there."""
    if lines.counts[0] < lines.counts.sum():
        return
    for key, its_name in zip(lines.keys, mend.keys.values(), strict=True):
        its = other.column(its_name, path)
        if key.mine.kind is not its.kind:
            cure = "cut the moments to a part, or change the kind of one" if Kind.MOMENT in (key.mine.kind, its.kind) else ""
            raise TableError(
                f'"{key.mine.name}" holds {KIND_WORDS[key.mine.kind]} and "{its_name}" of “{mend.from_}” {KIND_WORDS[its.kind]}, '
                f"of which no two are written alike; {cure or 'change the kind of one'}",
                path=f"{path}.keys.{key.mine.name}",
            )
