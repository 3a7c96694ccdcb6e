"""Compiling every kernel before anyone waits for one."""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..recipe.conditions import ConditionSpec, MeasureSpec
from ..recipe.spec import LevelSpec, PivotSpec
from ..table import Column, Kind, Table
from .measures import MEASURES
from .pivot import make_matrix

_SPECS = {
    "percentile": MeasureSpec(take="percentile", of="value", p=90.0),
    "share": MeasureSpec(take="share", where=ConditionSpec(field="group 1", in_=("0",))),
    "ratio": MeasureSpec(take="ratio", of="value", per="value"),
}


def warm_up() -> None:
    """Make small pivots of every kind over codes of every width. What was compiled on this machine before is only loaded."""
    table = _table()
    for take in MEASURES:
        spec = _SPECS.get(take, MeasureSpec(take=take, of=None if take == "count" else "value"))  # type: ignore[arg-type]
        for fields in (("group 1",), ("group 1", "group 2"), ("group 1", "wide"), ("group 1", "huge")):
            make_matrix(table, PivotSpec(rows=tuple(LevelSpec(field=name) for name in fields), measure=spec))
    for name in ("group 2", "wide", "huge", "moment"):
        make_matrix(table, PivotSpec(measure=MeasureSpec(take="distinct", of=name)))
    three = tuple(LevelSpec(field=f"group {i}") for i in (1, 2, 3))
    cuts = tuple(LevelSpec(field="moment", cut=cut) for cut in ("month", "hour"))
    make_matrix(table, PivotSpec(rows=three, keep=(ConditionSpec(field="group 4", in_=("0",)),)))
    make_matrix(table, PivotSpec(rows=three[:2], columns=three[2:], keep=(ConditionSpec(field="group 1", in_=("0",)),)))
    make_matrix(table, PivotSpec(columns=cuts))


_RECORDS = 1_000


def _table() -> Table:
    """Codes of one, two and four bytes, and a moment."""
    place = np.arange(_RECORDS)
    groups = [_category(f"group {i}", place % (i + 1), np.uint8) for i in (1, 2, 3, 4)]
    moments = np.array("2025-01-01", dtype="datetime64[us]") + place.astype("timedelta64[h]")
    entries = np.concatenate([np.array(["NaT"], dtype="datetime64[us]"), moments])
    return Table(
        (
            *groups,
            _category("wide", place % 900, np.uint16),
            _category("huge", place, np.uint32),
            Column(name="moment", kind=Kind.MOMENT, data=(place + 1).astype(np.uint32), entries=entries),
            Column(name="value", kind=Kind.NUMBER, data=place.astype(np.float64)),
        )
    )


def _category(name: str, members: NDArray[np.int64], kind: type[np.unsignedinteger[Any]]) -> Column:
    entries = np.array(["", *(str(i) for i in range(int(members.max()) + 1))], dtype=object)
    return Column(name=name, kind=Kind.CATEGORY, data=(members + 1).astype(kind), entries=entries)
