"""A level: a field, perhaps cut, as codes and the table that takes a code to its member."""

import re
import unicodedata
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..errors import TableError
from ..recipe.spec import LevelSpec
from ..table import Column, Kind, Table, moment_label, number_label
from ..wording import KIND_WORDS
from .cuts import CUTS

OUTSIDE = -1


@dataclass(frozen=True, eq=False)
class Level:
    """Members in natural order.

    ``codes`` has shape (records,). ``member_of`` has one place a code and gives the position of the code's member, or
    OUTSIDE for a blank. ``labels`` names the members, one each. A side without a field has the one member "".
    """

    codes: NDArray[Any] | None
    member_of: NDArray[np.int64]
    labels: tuple[str, ...]


NO_LEVEL = Level(codes=None, member_of=np.zeros(1, dtype=np.int64), labels=("",))


def level_of(table: Table, spec: LevelSpec, path: str) -> Level:
    """The level a recipe asks for. Raises TableError for a field that is not there or a cut that does not fit its kind."""
    column = table.column(spec.field, f"{path}.field")
    check_cut(column, spec.cut, path)
    codes, entries = column.coded
    labels_by_code, order = _labels_and_order(column, spec.cut, entries)
    # Codes whose parts coincide (two days of one month) share a member; members stand in rising order of their part.
    distinct, member = np.unique(order, return_inverse=True)
    member_of = np.full(len(entries), OUTSIDE, dtype=np.int64)
    member_of[1:] = member
    first = np.full(len(distinct), 0, dtype=np.int64)
    first[member[::-1]] = np.arange(len(member))[::-1]
    return Level(codes=codes, member_of=member_of, labels=tuple(labels_by_code[int(i)] for i in first))


def check_cut(column: Column, cut: str | None, path: str) -> None:
    if cut is not None and column.kind is not Kind.MOMENT:
        raise TableError(
            f'"{column.name}" holds {KIND_WORDS[column.kind]}, which cannot be cut by {cut}; '
            'leave "cut" out or choose a moment in time',
            path=f"{path}.cut",
            received=cut,
        )


def _labels_and_order(column: Column, cut: str | None, entries: NDArray[Any]) -> tuple[Any, NDArray[np.int64]]:
    """What names the part of each entry, by position, and the rank of that part in natural order (entry 0 left out)."""
    filled = entries[1:]
    if cut is not None:
        rule = CUTS[cut]
        ordinals = rule.ordinals(filled)
        return _Lazy(lambda i: rule.label(int(ordinals[i]))), ordinals
    rising = np.arange(len(filled), dtype=np.int64)
    if column.kind is Kind.NUMBER:
        return _Lazy(lambda i: number_label(float(filled[i]))), rising
    if column.kind is Kind.MOMENT:
        return _Lazy(lambda i: moment_label(filled[i])), rising
    texts = [str(text) for text in filled]
    if column.ranked:
        return texts, rising
    ranks = np.empty(len(texts), dtype=np.int64)
    ranks[sorted(range(len(texts)), key=lambda i: natural_key(texts[i]))] = rising
    return texts, ranks


@dataclass(frozen=True)
class _Lazy:
    """Labels made when asked for: a column of a million moments is usually cut into a dozen members."""

    make: Any

    def __getitem__(self, position: int) -> str:
        label: str = self.make(position)
        return label


def natural_key(text: str) -> tuple[Any, ...]:
    """Alphabetical without regard to case and accents, runs of digits compared as numbers, ties broken by the text itself."""
    letters = "".join(mark for mark in unicodedata.normalize("NFKD", text.casefold()) if not unicodedata.combining(mark))
    parts = re.split(r"(\d+)", letters)
    # Even places hold words and odd places digits, so that like is compared with like.
    return tuple(int(part[:300]) if i % 2 else part for i, part in enumerate(parts)), text
