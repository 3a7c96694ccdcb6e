"""Work done once for each different entry, or combination of entries, and not once a record; and values as other kinds."""

from collections.abc import Callable, Sequence
from typing import Any

import numpy as np
import pyarrow as pa
from numpy.typing import NDArray

from ...common.errors import RecipeError
from ...common.wording.labels import number_label
from ..intake.moments import read_moments
from ..intake.numbers import read_numbers
from ..table import BLANK, Kind, coded_numbers, moment_label
from .value import YES_NO, Value, moment_value, text_value

_COMBINATIONS_MOST = 5_000_000
TEXT_MOST = 32_768
"""Characters of a text that is made: a value is to be read, not to hold a document."""
WORK_MOST = 20_000_000
"""Entries, and fifties of characters, that one expression is worked out for: a minute's work."""


class Say:
    """Tells what is wrong at one place of an expression, and minds how much work the whole of it is."""

    def __init__(self, error: Callable[[str], RecipeError], done: list[int]) -> None:
        """``done`` is what all places of the expression have worked so far, in one number."""
        self._error, self._done = error, done

    def __call__(self, message: str) -> RecipeError:
        return self._error(message)

    def working(self, much: int) -> None:
        """Raises RecipeError when the expression takes too much work."""
        self._done[0] += much
        if self._done[0] > WORK_MOST:
            raise self("this takes too much work with so many different values; compute from coarser ones, or less at a time")

    def made(self, text: str) -> str:
        """The text. Raises RecipeError when it is too long."""
        self.fits(len(text))
        return text

    def fits(self, length: int) -> None:
        if length > TEXT_MOST:
            raise self(f"this makes a text of {length:,} characters; at most {TEXT_MOST:,} fit")
        self.working(length // 50)


def by_entries(values: Sequence[Value], work: Callable[..., Any], say: Say, *, blanks: bool = False) -> Value:
    """Work that is done once for each combination of entries that occurs. Blanks give the blank, unless ``blanks`` are wanted.

    The work gives a text, a yes or no, a number or a moment; what it gives first is the kind of the result.
    """
    coded = [_few(value) for value in values]
    whole, sizes = np.zeros(1, dtype=np.int64), [len(entries) for _, entries in coded]
    if np.prod([float(size) for size in sizes]) > 2**62:
        raise say("these columns have too many different values together; compute from coarser ones")
    for (codes, _), size in zip(coded, sizes, strict=True):
        whole = whole * size + codes
    used, inverse = _occurring(whole, int(np.prod(sizes)))
    if len(used) > _COMBINATIONS_MOST:
        raise say("these columns have too many different values together; compute from coarser ones")
    say.working(len(used))
    parts = np.unravel_index(used, sizes)
    results: list[Any] = []
    for combination in zip(*parts, strict=True):
        entries = [_entry(table[i], i) for (_, table), i in zip(coded, combination, strict=True)]
        found = work(*entries) if blanks or None not in entries else None
        results.append(say.made(found) if isinstance(found, str) else found)
    return _typed(results, inverse)


def _occurring(codes: NDArray[np.int64], size: int) -> tuple[NDArray[np.int64], NDArray[np.int64]]:
    """The codes that occur, rising, and the place of each record's among them: counted where they are few, sorted else."""
    if size > 4 * len(codes) + 1000:
        used, inverse = np.unique(codes, return_inverse=True)
        return used, inverse
    occurs = np.zeros(size, dtype=bool)
    occurs[codes] = True
    return np.flatnonzero(occurs), (np.cumsum(occurs) - 1)[codes]


def _few(value: Value) -> tuple[NDArray[Any], NDArray[Any]]:
    """Codes and entries of any value, blank at 0."""
    return coded_numbers(value.data) if value.kind is Kind.NUMBER else value.coded


def _entry(entry: Any, code: int) -> Any:
    if code == BLANK:
        return None
    return float(entry) if isinstance(entry, np.floating) else entry


def _typed(results: list[Any], codes: NDArray[Any]) -> Value:
    first = next((result for result in results if result is not None), "")
    if isinstance(first, bool):
        code = np.array([BLANK if result is None else 1 if result else 2 for result in results], dtype=np.uint8)
        return Value(kind=Kind.YES_NO, data=code[codes], entries=YES_NO)
    if isinstance(first, float | int):
        numbers = np.array([np.nan if result is None else float(result) for result in results])
        return Value(kind=Kind.NUMBER, data=numbers[codes])
    if isinstance(first, np.datetime64):
        return moment_value(codes, np.array([np.datetime64("NaT", "us") if r is None else r for r in results]))
    return text_value(codes + 1, ["", *(result or "" for result in results)])


def as_text(value: Value) -> Value:
    if value.kind is Kind.CATEGORY:
        return value
    codes, entries = _few(value)
    label = moment_label if value.kind is Kind.MOMENT else number_label if value.kind is Kind.NUMBER else str
    return text_value(codes, ["", *(label(entry) for entry in entries[1:])])


def as_number(value: Value) -> Value:
    if value.kind is Kind.NUMBER:
        return value
    codes, entries = value.coded
    if value.kind is Kind.YES_NO:
        return Value(kind=Kind.NUMBER, data=np.array([np.nan, 1.0, 0.0])[codes])
    numbers, _ = read_numbers(*_weighed(entries), ".")
    return Value(kind=Kind.NUMBER, data=numbers[codes])


def as_moment(value: Value, say: Say) -> Value:
    codes, entries = value.coded
    moments, _ = read_moments(*_weighed(entries), None)
    if len(moments) > 1 and np.isnat(moments[1:]).all():
        raise say(f'"{entries[1]}" is not a moment; write it as 2025-03-31')
    return moment_value(codes, moments)


def _weighed(entries: NDArray[Any]) -> tuple[pa.StringArray, NDArray[np.int64]]:
    """Entries as the readers of texts take them, all of one weight and the blank of none."""
    weights = np.ones(len(entries), dtype=np.int64)
    weights[BLANK] = 0
    return pa.array(["", *entries[1:].tolist()], pa.string()), weights
