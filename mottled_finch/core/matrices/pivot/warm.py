"""Compiling every kernel, and loading the usual ones, before anyone waits for them."""

from dataclasses import replace
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.conditions import ConditionSpec, MeasureSpec
from ...common.recipe.spec import LevelSpec
from ...common.vocabulary import MEASURE_TERMS
from ...tables.aggregation.cuts import Calendar, cut_moments
from ...tables.aggregation.levels import Level, narrowed
from ...tables.aggregation.measures import MEASURES
from ...tables.aggregation.partials import gather_once
from ...tables.aggregation.partials.sums import add_apart, merge_apart
from ...tables.aggregation.placement import Placement
from ...tables.aggregation.table_source import TableSource
from ...tables.kernels import read_only
from ...tables.table import Column, Kind, Table, smallest_codes
from .making import make_matrix
from .targets import ResolvedPivot

_RECORDS = 100_000
_MEMBERS = {"few": 3, "many": 200, "wide": 900, "huge": 70_000}
"""Codes of one byte, of one that are looked up, of two bytes and of four. Places of the last are numbered in four bytes, too."""
_KEYS = {"of": "value", "per": "value", "p": 90.0, "where": ConditionSpec(field="few", in_=("0",))}


def compiled_here(core: Path = Path(__file__).parents[2]) -> bool:
    """Whether every file of kernels has compiled ones beside it that are not older than itself. Where they are kept elsewhere,
    since that folder cannot be written to, none are found.
    """
    sources = [path for part in ("kernels", "pivot") for path in (core / part).rglob("*.py")]
    return all(
        any(kept.stat().st_mtime >= path.stat().st_mtime for kept in (path.parent / "__pycache__").glob(f"{path.stem}.*.nbi"))
        for path in sources
        if "\n@compiled\n" in path.read_text(encoding="utf-8")
    )


def load_usual() -> None:
    """Make a small pivot of an average, which is what most figures begin with."""
    rows, columns = (LevelSpec(field="few"),), (LevelSpec(field="many"),)
    make_matrix(_table(), ResolvedPivot(rows=rows, columns=columns, measure=MeasureSpec(take="average", of="value")))


def warm_up() -> None:
    """Gather everything that measures are made of, over codes and places of every width. What was compiled on this machine before
    is only loaded.
    """
    table = _table()
    source = TableSource(table)
    tests = tuple((table.column(name, "").data, np.arange(members + 1) < 5) for name, members in _MEMBERS.items())
    for name, members in _MEMBERS.items():
        # Members that have a code each, and those that share one.
        level = _level(table, name, np.arange(-1, members))
        shared = _level(table, name, np.arange(members + 1) // 2)
        for levels in ((level,), (shared,)):
            Placement(_RECORDS, levels, tests).kept  # noqa: B018  worked out when it is first asked for
        for take, term in MEASURE_TERMS.items():
            keys: dict[str, Any] = {key: _KEYS[key] for key in term.keys}
            _gather(source, MeasureSpec(take=take, **keys), level)
        for other in _MEMBERS:
            _gather(source, MeasureSpec(take="distinct", of=other), level)
        gather_once(Placement(_RECORDS, (level,), ()), table.column(name, "").data, np.zeros(members + 1)).terms.sum()
        narrowed(replace(level, member_of=np.minimum(level.member_of, 1), labels=("",) * 2))
    for kind in (np.uint16, np.uint32):
        add_apart(np.zeros(1, dtype=kind), read_only(np.zeros(1)), np.zeros(2), *np.zeros((2, 1), dtype=np.uint32))
    merge_apart(np.zeros((1, 2)), *np.zeros((3, 1)))
    for first in ("2025-01-01", "1850-01-01"):  # usual moments, and others
        moments = np.array(first, dtype="datetime64[us]") + (2 * np.arange(_RECORDS)).astype("timedelta64[h]")
        for cut in ("month", "date", "hour"):
            cut_moments(moments, cut, Calendar())
    make_matrix(table, ResolvedPivot(rows=(LevelSpec(field="few"),), columns=(LevelSpec(field="many"),)))


def _gather(source: TableSource, spec: MeasureSpec, level: Level) -> None:
    placement = Placement(_RECORDS, (level,), ())
    partials = [gathering.make(placement) for gathering in MEASURES[spec.take].gathers(source, spec, "measure")]
    MEASURES[spec.take].value(spec, *partials)


def _level(table: Table, name: str, member_of: NDArray[np.int64]) -> Level:
    return Level(codes=table.column(name, "").data, member_of=member_of, labels=("",) * (int(member_of.max()) + 1))


def _table() -> Table:
    place = np.arange(_RECORDS)
    return Table(
        (
            *(_category(name, place % members, members) for name, members in _MEMBERS.items()),
            Column(name="value", kind=Kind.NUMBER, data=place.astype(np.float64)),
        )
    )


def _category(name: str, codes: NDArray[np.int64], members: int) -> Column:
    entries = np.array(["", *(str(i) for i in range(members))], dtype=object)
    kind: Any = smallest_codes(members + 1)
    return Column(name=name, kind=Kind.CATEGORY, data=(codes + 1).astype(kind), entries=entries)
