"""A level, which is a group-by key: a field, perhaps cut or binned, as dictionary codes and the table that takes a code to its
member.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any, Protocol

import numpy as np
from numpy.typing import NDArray

from ...common.errors import TableError
from ...common.recipe.spec import LevelSpec
from ...common.vocabulary.kinds import KIND_WORDS
from ...common.wording.labels import OTHERS, number_label
from ..kernels import blocks_of, compiled, in_blocks, read_only
from ..table import Column, Kind, moment_label, smallest_codes
from .bins import bin_labels, binned, edges_of
from .cuts import CUTS, WEEKDAY_NAMES, Calendar, clock_of, cut_clock
from .memory import Memory
from .natural import natural_key

OUTSIDE = -1
FEW_CODES = 255
"""Codes that look-ups take fastest; wider ones are narrowed to members once, and kept."""


@dataclass(frozen=True, eq=False)
class Level:
    """Members in natural order.

    ``codes`` has shape (records,). ``member_of`` has one place a code and gives the position of the code's member, or OUTSIDE for
    a blank. ``labels`` names the members, one each; ``keeps_empty`` says that those without records stand as well. ``edges`` are
    those of bins. A side without a field has the one member "". ``keys``, one a member, rise in natural order: by them the members
    of two levels are put together; without them the order is one that somebody gave.
    """

    codes: NDArray[Any] | None
    member_of: NDArray[np.int64]
    labels: tuple[str, ...]
    keeps_empty: bool = False
    runs_on: bool = False
    """Of those without records only the ones between the first and the last with records stand: of parts of time that do not come
    round again, and of bins.
    """
    edges: NDArray[np.float64] | None = None
    keys: tuple[Any, ...] | None = None

    def __len__(self) -> int:
        return len(self.labels)

    @property
    def firsts(self) -> NDArray[np.int64]:
        """The position of each member's first record, shape (members,); behind all records for one without any."""
        if self.codes is None:
            return np.zeros(len(self), dtype=np.int64)
        records = len(self.codes)
        by_code = np.full(len(self.member_of), records, dtype=np.int64)
        by_code[self.codes[::-1]] = np.arange(records - 1, -1, -1)  # of several, what is written last stays
        found = np.full(len(self) + 1, records, dtype=np.int64)  # the last place answers for OUTSIDE
        np.minimum.at(found, self.member_of, by_code)
        return found[:-1]

    @property
    def nbytes(self) -> int:
        """What the memory is charged with: codes of the table itself are not counted, but which those are is not known here."""
        return (0 if self.codes is None else self.codes.nbytes) + self.member_of.nbytes


NO_LEVEL = Level(codes=None, member_of=np.zeros(1, dtype=np.int64), labels=("",))


class Columns(Protocol):
    """Columns as levels see them. ``version`` tells apart, in memory, columns of one name that a cut sees differently."""

    memory: Memory

    def column(self, name: str, path: str, cut: str | None = None) -> Column: ...

    def version(self, name: str, cut: str | None) -> str: ...


def level_of(source: Columns, spec: LevelSpec, path: str, among: Callable[[], NDArray[np.float64] | None] = lambda: None) -> Level:
    """The members of a field before ``top`` shortens them.

    ``among`` gives the numbers that bins are found among, where not all of the column. Raises TableError for a field that is not
    there, or a cut or bins that do not fit its kind.
    """
    memory = source.memory
    column = source.column(spec.field, f"{path}.field", spec.cut)
    name = f"{spec.field!r}{source.version(spec.field, spec.cut)}"
    check_cut(column, spec.cut, path)
    if spec.bins is not None:
        found = _binned(column, spec, path, among())
    elif spec.cut is not None:
        key = f"cut {name} {spec.cut} {spec.year_starts} {spec.week_starts} {spec.empty}"
        found = memory.keep(key, lambda: narrowed(_cut(memory, column, spec, name)))
    elif column.is_number or len(column.dictionary) > FEW_CODES + 1:
        found = memory.keep(f"members {name}", lambda: narrowed(_whole(column)))
    else:
        found = _whole(column)
    if spec.cut is None and spec.bins is None and spec.empty == "keep":
        found = replace(found, keeps_empty=True)
    return renamed(found, spec.names) if spec.names else found


def check_cut(column: Column, cut: str | None, path: str) -> None:
    if cut is not None and column.kind is not Kind.MOMENT:
        raise TableError(
            f'"{column.name}" holds {KIND_WORDS[column.kind]}, which cannot be cut by {cut}; '
            'leave "cut" out or choose a moment in time',
            path=f"{path}.cut",
            received=cut,
        )


def _binned(column: Column, spec: LevelSpec, path: str, among: NDArray[np.float64] | None) -> Level:
    if not column.is_number:
        raise TableError(
            f'"{column.name}" holds {KIND_WORDS[column.kind]}, which cannot be cut into bins; '
            'leave "bins" out or choose a column of numbers',
            path=f"{path}.bins",
        )
    assert spec.bins is not None
    edges = edges_of(spec.bins, column.data if among is None else among)
    labels = bin_labels(edges) if len(edges) else []
    return Level(
        codes=binned(column.data, edges),
        member_of=np.arange(-1, len(labels), dtype=np.int64),
        labels=tuple(labels),
        keeps_empty=True,
        runs_on=spec.empty != "keep",
        edges=edges,
        keys=tuple(range(len(labels))),
    )


def calendar_of(year_starts: int | None, week_starts: str | None) -> Calendar:
    return Calendar(
        year=(year_starts or 1) - 1, week=WEEKDAY_NAMES.index(week_starts.capitalize()) if week_starts is not None else 0
    )


def _cut(memory: Memory, column: Column, spec: LevelSpec, name: str) -> Level:
    assert spec.cut is not None
    rule, calendar = CUTS[spec.cut], calendar_of(spec.year_starts, spec.week_starts)
    codes, entries = column.coded
    # Cuts of one field share the day and hour of its moments.
    clock = memory.keep(f"clock {name}", lambda: clock_of(entries[1:]))
    parts = cut_clock(clock, spec.cut, calendar)
    member_of = np.full(len(entries), OUTSIDE, dtype=np.int64)
    ordinals = parts.ordinals
    if spec.empty == "keep" and len(ordinals):
        first, last = (int(ordinals[0]), int(ordinals[-1])) if rule.cycle is None else (rule.first, rule.first + rule.cycle - 1)
        member_of[1:] = (ordinals - first)[parts.codes]
        ordinals = np.arange(first, last + 1)
    else:
        member_of[1:] = parts.codes
    return Level(
        codes=codes,
        member_of=member_of,
        labels=tuple(rule.label(int(each), calendar) for each in ordinals),
        keeps_empty=spec.empty == "keep",
        runs_on=rule.cycle is None,
        keys=tuple(ordinals.tolist()),
    )


def _whole(column: Column) -> Level:
    codes, entries = column.coded
    filled = entries[1:]
    keys: list[Any] | None
    if column.kind is Kind.NUMBER:
        labels, keys = [number_label(float(each)) for each in filled], filled.tolist()
    elif column.kind is Kind.MOMENT:
        labels, keys = [moment_label(each) for each in filled], filled.astype(np.int64).tolist()
    else:
        labels = [str(each) for each in filled]
        keys = None if column.ranked else [natural_key(label) for label in labels]
    order = list(range(len(labels)))
    if keys is not None and column.kind in (Kind.CATEGORY, Kind.YES_NO):
        order.sort(key=keys.__getitem__)
    member_of = np.full(len(entries), OUTSIDE, dtype=np.int64)
    member_of[1 + np.array(order, dtype=np.int64)] = np.arange(len(order))
    found = Level(
        codes=codes,
        member_of=member_of,
        labels=tuple(labels[i] for i in order),
        keys=None if keys is None else tuple(keys[i] for i in order),
    )
    return _gathered(found, list(found.labels))  # of moments that moved, two may have become one


def narrowed(level: Level) -> Level:
    """The level with codes as narrow as its members allow, looked up once."""
    assert level.codes is not None
    codes = read_only(level.codes)
    kind = smallest_codes(len(level) + 1)
    if kind.itemsize >= codes.dtype.itemsize:
        return level
    narrow = np.empty(len(codes), dtype=kind)
    by_code = (level.member_of + 1).astype(kind)

    def work(block: slice) -> None:
        _take(by_code, codes[block], narrow[block])

    in_blocks(work, blocks_of(len(codes)))
    return replace(level, codes=narrow, member_of=np.arange(-1, len(level), dtype=np.int64))


@compiled
def _take(table: Any, codes: Any, found: Any) -> None:  # pragma: no cover - compiled
    for i in range(np.uint64(len(codes))):
        found[i] = table[codes[i]]


def renamed(level: Level, names: dict[str, str]) -> Level:
    """The level under other labels. Members that get one name become one, standing where the first of them stood."""
    labels = [names.get(label, label) for label in level.labels]
    return _gathered(level, labels)


def shortened(level: Level, left: NDArray[np.int64], others: bool | str) -> Level:
    """Only the members at the positions ``left``; the rest under the name of ``others``, last, unless that is False."""
    if not len(level):
        return level
    stays = np.zeros(len(level), dtype=bool)
    stays[left] = True
    if others is False:
        place = np.where(stays, np.cumsum(stays) - 1, OUTSIDE)
        member_of = np.where(level.member_of == OUTSIDE, OUTSIDE, place[level.member_of])
        places = np.flatnonzero(stays).tolist()
        return replace(
            level,
            member_of=member_of,
            labels=tuple(level.labels[i] for i in places),
            keys=level.keys and tuple(level.keys[i] for i in places),
        )
    name = others if isinstance(others, str) else OTHERS
    labels = [label if stays[i] else name for i, label in enumerate(level.labels)]
    found = _gathered(level, labels)
    if name not in found.labels:
        return found
    at = found.labels.index(name)
    order = [*range(at), *range(at + 1, len(found)), at]
    place = np.empty(len(order), dtype=np.int64)
    place[order] = np.arange(len(order))
    member_of = np.where(found.member_of == OUTSIDE, OUTSIDE, place[found.member_of])
    return replace(found, member_of=member_of, labels=tuple(found.labels[i] for i in order), keys=None)


def _gathered(level: Level, labels: list[str]) -> Level:
    """The level under other labels. Members of one label become one, standing where the first of them stood."""
    firsts = {label: i for i, label in reversed(list(enumerate(labels)))}
    if len(firsts) == len(labels):  # of none, too
        return replace(level, labels=tuple(labels))
    distinct = list(dict.fromkeys(labels))
    position = {label: i for i, label in enumerate(distinct)}
    place = np.array([position[label] for label in labels], dtype=np.int64)
    member_of = np.where(level.member_of == OUTSIDE, OUTSIDE, place[level.member_of])
    keys = None if level.keys is None else tuple(level.keys[firsts[label]] for label in distinct)
    return replace(level, member_of=member_of, labels=tuple(distinct), keys=keys)


def joined(one: Level, other: Level) -> tuple[Level, Level]:
    """Two levels of one field with the members of both, alike in label and place. What has no natural order, as it is written."""
    if one.labels == other.labels:
        return one, other
    keys = one.keys is not None and other.keys is not None
    known = dict.fromkeys((*other.labels, *one.labels))
    if keys:
        known = dict(zip((*other.labels, *one.labels), (*(other.keys or ()), *(one.keys or ())), strict=True))
        kinds = {type(key) for key in known.values()}
        # A number of one edition may be a text in the next.
        labels = sorted(known, key=known.__getitem__ if len(kinds) == 1 else natural_key)  # type: ignore[arg-type]
    else:
        labels = list(dict.fromkeys((*one.labels, *other.labels)))
    place = {label: i for i, label in enumerate(labels)}
    found = []
    for level in (one, other):
        to = np.array([place[label] for label in level.labels], dtype=np.int64)
        member_of = np.full(len(level.member_of), OUTSIDE, dtype=np.int64)
        inside = level.member_of != OUTSIDE
        member_of[inside] = to[level.member_of[inside]]
        found.append(
            replace(
                level, member_of=member_of, labels=tuple(labels), keys=tuple(known[label] for label in labels) if keys else None
            )
        )
    return found[0], found[1]
