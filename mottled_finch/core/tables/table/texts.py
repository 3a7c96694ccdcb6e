"""Values as the texts that stand for them: in heads, in the grid of records, in mends."""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...common.vocabulary.kinds import Kind
from ...common.wording.labels import number_label
from .column import BLANK, Column

NO_DAY = np.datetime64("0001-01-01", "D")
"""The day of times that have none: a column of times of day alone holds them as moments of this day, which no record has."""


def moment_label(moment: Any) -> str:
    """ISO 8601 with a blank between date and time, and no more of the time than is there; of a time without a day, it alone."""
    text = str(np.datetime64(moment, "us"))
    date, _, time = text.partition("T")
    time = time.rstrip("0").rstrip(".") if "." in time else time
    time = time.removesuffix(":00") if time.count(":") == 2 else time
    if date == str(NO_DAY):
        return time
    return date if time == "00:00" else f"{date} {time}"


def entry_texts(column: Column) -> list[str]:
    """The text of each entry of ``column.coded``; the blank's is empty."""
    entries = column.coded[1][1:]
    if column.kind is Kind.NUMBER:
        return ["", *(number_label(float(value)) for value in entries)]
    if column.kind is Kind.MOMENT:
        return ["", *(moment_label(moment) for moment in entries)]
    return ["", *(str(text) for text in entries)]


def texts_at(column: Column, positions: NDArray[np.int64]) -> list[str]:
    """The texts of some records; a misfit's is what stood there, a blank's is empty."""
    values = column.data[positions]
    if column.kind is Kind.NUMBER:
        texts = ["" if value != value else number_label(value) for value in values.tolist()]
    elif column.kind is Kind.MOMENT:
        texts = ["" if code == BLANK else moment_label(column.dictionary[code]) for code in values.tolist()]
    else:
        texts = [str(column.dictionary[code]) for code in values.tolist()]
    for place, text in misfits_at(column, positions).items():
        texts[place] = text
    return texts


def shown_at(column: Column, positions: NDArray[np.int64]) -> list[str]:
    """The texts of some records for reading: long fractions at ten significant digits."""
    texts = texts_at(column, positions)
    if column.kind is not Kind.NUMBER:
        return texts
    misfits = misfits_at(column, positions)
    return [
        f"{float(text):.{_READABLE}g}" if len(text) > _READABLE + 2 and "." in text and i not in misfits else text
        for i, text in enumerate(texts)
    ]


_READABLE = 10


def misfits_at(column: Column, positions: NDArray[np.int64]) -> dict[int, str]:
    """Which of the positions hold a text that did not fit, and what it is."""
    misfits = column.misfits
    if not len(misfits):
        return {}
    where = np.searchsorted(misfits.records, positions)
    where = np.minimum(where, len(misfits) - 1)
    hits = np.flatnonzero(misfits.records[where] == positions)
    return {int(i): misfits.texts[int(misfits.codes[where[i]])] for i in hits}


def holding(column: Column, text: str) -> NDArray[np.bool_]:
    """Which records have the text that ``texts_at`` gives them, found by value: no text is made of any other."""
    found: NDArray[np.bool_]
    if column.is_number:
        found = np.isnan(column.data) if not text else column.data == _number_or_nan(text)
    else:
        found = column.data == _code_of(column, text)
    found[column.misfits.records] = np.array([each == text for each in column.misfits.texts], dtype=bool)[column.misfits.codes]
    return found


def _number_or_nan(text: str) -> float:
    try:
        return float(text)
    except ValueError:
        return float("nan")


def _code_of(column: Column, text: str) -> int:
    """The code of an entry by its text; one past the last where there is none."""
    if not text:
        return BLANK
    entry: Any = text
    if column.kind is Kind.MOMENT:
        try:
            entry = np.datetime64(text.replace(" ", "T"), "us")
        except ValueError:
            return len(column.dictionary)
    where = np.flatnonzero(column.dictionary[1:] == entry)
    return int(where[0]) + 1 if len(where) else len(column.dictionary)


def texts_and_codes(column: Column) -> tuple[NDArray[Any], list[str]]:
    """Codes into texts for every record, as they stood in the file, misfits too: all that is needed to read a column anew."""
    codes = column.coded[0].astype(np.int64)
    texts = entry_texts(column)
    held = [column.misfits]
    if column.written is not None:
        entries = column.coded[1][1:].astype(column.written.values.dtype)
        place = np.minimum(np.searchsorted(column.written.values, entries), len(column.written.values) - 1)
        for i in np.flatnonzero(column.written.values[place] == entries).tolist():
            texts[i + 1] = column.written.texts[place[i]]
        held.append(column.written.others)
    for apart in held:
        codes[apart.records] = apart.codes.astype(np.int64) + len(texts)
        texts.extend(apart.texts)
    return codes, texts


_YES = frozenset(("yes", "true", "y", "t", "1", "ja", "oui", "si", "sí"))


def says_yes(column: Column) -> str | None:
    """The entry of a column of yes and no that says yes, where just one does."""
    found = [str(text) for text in column.dictionary[1:] if str(text).casefold() in _YES]
    return found[0] if len(found) == 1 else None


def only_times(column: Column) -> bool:
    """Whether a column of moments holds times of day alone, without a date."""
    used = column.dictionary[1:][column.counts[1:] > 0]
    return bool(len(used)) and bool((used.astype("datetime64[D]") == NO_DAY).all())
