"""Lines that had more fields than there are columns, as when a mark stands inside a field that nothing quotes."""

from collections.abc import Iterator

import numpy as np
import pyarrow as pa
from numpy.typing import NDArray

from ...common.language.english import counted, field_words
from ...common.recipe.table_spec import OverlongMend
from ..intake.kinds import FIT_SHARE, LIKE_BLANKS
from ..intake.moments import looks_like_moments
from ..intake.numbers import matches
from ..intake.ragged import mark_beyond
from ..mends.overlong import shifted
from ..table import Column, Kind, Table
from .finding import Cure, Finding

_TRIED = 200
_FIT = 0.8
_NUMBER = r"^[($€£¥+-]*\s*\d[\d.,' ]*(%|[eE][+-]?\d+)?\s*[)€-]?$"
_NONE = np.zeros(0, dtype=np.int64)


def find(table: Table) -> Iterator[Finding]:
    for beyond in table.columns:
        mark = mark_beyond(beyond.notes)
        records: NDArray[np.int64] = np.flatnonzero(beyond.data) if mark and beyond.kind is Kind.CATEGORY else _NONE
        if not len(records):
            continue
        others = [column for column in table.columns if column is not beyond]
        by = f"{mark} " if mark in (",", ";") else str(mark)
        found = _cut_column(others, beyond, records[:_TRIED], by)
        cures = [Cure(words="Leave these lines out", mend=OverlongMend(lines="leave_out", beyond=beyond.name))]
        words = "Something may be cut that belongs together."
        if found:
            column, joined = found
            words = f"A mark inside a field may have cut it: “{joined}” in {field_words(column.name)}."
            mend = OverlongMend(lines="join", field=column.name, beyond=beyond.name, by=by)
            cures.insert(0, Cure(words=f"Join what a mark cut in {field_words(column.name)}", mend=mend))
        yield Finding(
            key=f"beyond:{beyond.name}",
            title="Lines with too many fields",
            words=f"{counted(len(records), 'record')} had more fields than there are columns. {words}",
            records=len(records),
            cures=tuple(cures),
            leave="Keep them so",
            field=beyond.name,
        )


def _cut_column(others: list[Column], beyond: Column, records: NDArray[np.int64], by: str) -> tuple[Column, str] | None:
    """The column of text that was cut, and an example joined again: where what follows fits its columns then."""
    best, found = _FIT, None
    even = beyond.data == 0
    kinds = [_kind_of(column, even) for column in others]
    judges = [i for i, kind in enumerate(kinds) if kind in (Kind.NUMBER, Kind.MOMENT)]
    for place, column in enumerate(others):
        if kinds[place] is not Kind.CATEGORY or not any(i > place for i in judges):
            continue
        rows = shifted(others, beyond, records, place, by)
        fits = float(np.mean([_fits([row[i] for row in rows], kinds[i]) for i in judges]))
        if fits > best:
            best, found = fits, (column, rows[0][place])
    return found


def _kind_of(column: Column, even: NDArray[np.bool_]) -> Kind:
    """What a column holds in the records of usual width: the others may have made text of it."""
    if column.kind is not Kind.CATEGORY:
        return column.kind
    counts = np.bincount(column.data[even], minlength=len(column.dictionary))[1:]
    texts = [str(text) for text in column.dictionary[1:]]
    speaks = np.array([text.casefold() not in LIKE_BLANKS for text in texts], dtype=bool) & (counts > 0)
    held = pa.array(texts, pa.string())
    for kind in (Kind.NUMBER, Kind.MOMENT):
        if counts[speaks].sum() and counts[speaks & _look_like(held, kind)].sum() >= FIT_SHARE * counts[speaks].sum():
            return kind
    return column.kind


def _look_like(texts: pa.StringArray, kind: Kind) -> NDArray[np.bool_]:
    return looks_like_moments(texts) if kind is Kind.MOMENT else matches(texts, _NUMBER)


def _fits(texts: list[str], kind: Kind) -> float:
    """The share of filled texts that have the look of a kind."""
    filled = pa.array([text for text in texts if text], pa.string())
    if not len(filled):
        return 1.0
    return float(_look_like(filled, kind).mean())
