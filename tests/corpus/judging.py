"""Judging a reader of sentences by the pivots that they mean.

A line of a corpus is ``sentence => meaning``, more than one where several are right, with bars between. A meaning is a statement in
its one form, shortened: ``measure > rows x columns, clauses``; above the line of dashes are short names for fields. Words that
cannot be understood are told behind ``!!``.
"""

import re
from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cache
from pathlib import Path
from typing import Any

import numpy as np

from mottled_finch.core.common.recipe.conditions import ConditionSpec
from mottled_finch.core.common.recipe.spec import LevelSpec, OrderSpec, OrdersSpec, PivotSpec
from mottled_finch.core.matrices.statement import read_statement
from mottled_finch.core.tables.table import Column, Kind, Table

from .tables import table_of

FOLDER = Path(__file__).parent / "sentences"


@dataclass(frozen=True, kw_only=True)
class Line:
    """``held_out`` says that what reads it was built without looking at it."""

    table: str
    sentence: str
    held_out: bool
    meanings: tuple[PivotSpec, ...]


@cache
def lines_of(name: str) -> tuple[Line, ...]:
    table = table_of(name)
    head, body = (FOLDER / f"{name}.txt").read_text(encoding="utf-8").split("--\n", 1)
    short = {word.strip(): field.strip() for word, field in (line.split("=") for line in head.splitlines())}
    later, held = ((FOLDER / folder / f"{name}.txt").read_text(encoding="utf-8") for folder in ("later", "held"))
    return (*_lines(name, table, short, body + later, held_out=False), *_lines(name, table, short, held, held_out=True))


def _lines(name: str, table: Table, short: dict[str, str], body: str, *, held_out: bool) -> Iterator[Line]:
    for line in body.splitlines():
        sentence, meant = line.split(" => ")
        wholes = [each.split(" !! ")[0].format(**short) for each in meant.split(" | ")]
        yield Line(
            table=name,
            sentence=sentence,
            held_out=held_out,
            meanings=tuple(plain(read_statement(_statement(whole), table.names), table) for whole in wholes),
        )


def _statement(short: str) -> str:
    measure, _, rest = short.partition(" > ")
    sides, comma, clauses = rest.partition(", ")
    ways = [f"{levels} {way}" for levels, way in zip(sides.split(" x "), ("down", "across"), strict=False) if levels]
    head = f"Color {'' if measure.startswith('how ') else 'the '}{measure}"
    return head + (f" for each {' and '.join(ways)}" if ways else "") + comma + clauses


def plain(pivot: PivotSpec, table: Table) -> PivotSpec:
    """The pivot without what makes no difference: the order of conditions, spans as days, an order that a top brings with it."""
    ranked = any(level.top is not None for level in pivot.rows) or any(
        each.bottom is not None or each.top is not None for each in pivot.keep
    )
    rows = OrderSpec() if ranked and pivot.order.rows.by == "total" else pivot.order.rows
    keep = sorted((_plain_condition(each, table) for each in _flat(pivot.keep)), key=repr)
    show = pivot.show
    if show.as_ in ("share", "rank") and show.of is None:
        show = replace(show, of="whole")
    if show.as_ in ("running", "change") and show.along is None:
        show = replace(show, along="columns" if pivot.columns else "rows")
    if show.keep:
        show = replace(show, keep=tuple(_plain_condition(each, table) for each in show.keep))
    measure = pivot.measure
    if measure.where is not None:
        measure = replace(measure, where=_plain_condition(measure.where, table))
    return replace(
        pivot,
        measure=measure,
        keep=tuple(keep),
        order=OrdersSpec(rows=rows, columns=pivot.order.columns),
        show=show,
        rows=tuple(map(_plain_level, pivot.rows)),
        columns=tuple(map(_plain_level, pivot.columns)),
    )


def _flat(keep: tuple[ConditionSpec, ...]) -> Iterator[ConditionSpec]:
    for each in keep:
        if each.all_ is not None:
            yield from _flat(each.all_)
        else:
            yield each


def _plain_level(level: LevelSpec) -> LevelSpec:
    return replace(level, by=None, empty=None) if level.top is not None else level


def _plain_condition(condition: ConditionSpec, table: Table) -> ConditionSpec:
    if condition.any_ is not None:
        return replace(condition, any_=tuple(sorted((_plain_condition(each, table) for each in condition.any_), key=repr)))
    if condition.by is not None:
        return replace(condition, by=None)
    condition = replace(condition, in_=_sorted(condition.in_), not_in=_sorted(condition.not_in))
    column = table.column(condition.field or "", "corpus")
    if column.kind is not Kind.MOMENT:
        return condition
    if condition.cut == "year" and condition.in_ is not None:
        years = sorted(int(each) for each in condition.in_)
        if years == list(range(years[0], years[-1] + 1)):
            return ConditionSpec(field=condition.field, from_=f"{years[0]}-01-01", to=f"{years[-1]}-12-31")
    if condition.cut == "quarter" and condition.in_ is not None:
        months = ("Jan Feb Mar", "Apr May Jun", "Jul Aug Sep", "Oct Nov Dec")
        said = " ".join(months[int(str(each)[1]) - 1] for each in condition.in_).split()
        return ConditionSpec(field=condition.field, cut="month", in_=tuple(sorted(said, key=repr)))
    return condition if condition.cut is not None or condition.blank is not None else _as_days(condition, column)


def _as_days(condition: ConditionSpec, column: Column) -> ConditionSpec:
    ends: dict[str, Any] = {}
    if condition.from_ is not None:
        ends["from_"] = _day(condition.from_, last=False)
    if condition.to is not None:
        ends["to"] = _day(condition.to, last=True)
    if condition.below is not None:
        ends["to"] = str(np.datetime64(_day(condition.below, last=False)) - np.timedelta64(1, "D"))
    if condition.above is not None:
        ends["from_"] = str(np.datetime64(_day(condition.above, last=True)) + np.timedelta64(1, "D"))
    if ends.get("to", "") >= str(column.dictionary[1:].max())[:10]:
        del ends["to"]  # nothing lies behind it
    return replace(condition, **{"from_": None, "to": None, "above": None, "below": None} | ends)


def _sorted(values: tuple[str | float, ...] | None) -> tuple[str | float, ...] | None:
    return None if values is None else tuple(sorted(values, key=repr))


def _day(date: Any, *, last: bool) -> str:
    text = str(date)
    if re.fullmatch(r"\d{4}-\d\d", text):
        return str((np.datetime64(text, "M") + (1 if last else 0)).astype("datetime64[D]") - (1 if last else 0))
    return text
