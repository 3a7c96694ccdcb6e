"""Lines that had more fields than there are columns, as when a mark stands inside a field that nothing quotes."""

from collections.abc import Iterator

import numpy as np
import pyarrow as pa
from numpy.typing import NDArray

from ..intake.moments import looks_like_moments
from ..intake.numbers import matches
from ..intake.ragged import mark_beyond
from ..mends.rejoin import shifted
from ..recipe.conditions import ConditionSpec
from ..recipe.table_spec import DropMend, RejoinMend
from ..table import Column, Kind, Table
from ..words.wording import counted, field_words
from .finding import Cure, Finding

_TRIED = 200
_FIT = 0.8
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
        cures = [Cure(words="Leave these lines out", mend=DropMend(where=(ConditionSpec(field=beyond.name, blank=False),)))]
        words = "Something may be cut that belongs together."
        if found:
            column, joined = found
            words = f"A mark inside a field may have cut it: “{joined}” in {field_words(column.name)}."
            mend = RejoinMend(field=column.name, beyond=beyond.name, by=by)
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
    judges = [i for i, column in enumerate(others) if column.kind in (Kind.NUMBER, Kind.MOMENT)]
    for place, column in enumerate(others):
        if column.kind is not Kind.CATEGORY or not any(i > place for i in judges):
            continue
        rows = shifted(others, beyond, records, place, by)
        fits = float(np.mean([_fits([row[i] for row in rows], others[i].kind) for i in judges]))
        if fits > best:
            best, found = fits, (column, rows[0][place])
    return found


def _fits(texts: list[str], kind: Kind) -> float:
    """The share of filled texts that have the look of a kind."""
    filled = pa.array([text for text in texts if text], pa.string())
    if not len(filled):
        return 1.0
    fits = (
        looks_like_moments(filled)
        if kind is Kind.MOMENT
        else matches(filled, r"^[($€£¥+-]*\s*\d[\d.,' ]*(%|[eE][+-]?\d+)?\s*[)€-]?$")
    )
    return float(fits.mean())
