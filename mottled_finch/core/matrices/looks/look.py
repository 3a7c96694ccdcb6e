"""The first looks of a table: decided on a sample of its records, checked on all."""

from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from ...common.language import OURS
from ...common.language.english import beginning, field_words
from ...common.recipe.spec import FORMAT, OrderSpec, OrdersSpec, PageSpec, PivotSpec, Recipe, WordsSpec
from ...common.recipe.table_spec import TableSpec
from ...common.wording.parts import level_words, measure_words
from ...tables.findings import matrix
from ...tables.mends import apply_mends
from ...tables.table import Kind, Table
from ...tables.table.rounding import rounded_text
from .choosing import Candidate, chosen, looked_at, most_unexpected, pairs_of, uneven, worth_showing
from .fields import Known, Measured, Side, measured_of, measures_of, sides_of
from .suggest import suggest_recipe

LOOKS_MOST = 6
DECIDED_ON = 200_000
_SCREENED_ON = 20_000
_SCREENED_MOST = 48
_SPARE = 2
"""So many times the looks that are wanted are checked, since some may not stand."""


@dataclass(frozen=True, kw_only=True)
class FirstLook:
    """A figure worth seeing, and why, in one sentence."""

    why: str
    recipe: Recipe


def first_looks(table: Table, most: int = LOOKS_MOST) -> list[FirstLook]:
    """At most so many, the most telling first. A table whose shape says what it is leads with that."""
    found = list(_by_shape(table))
    for look in _by_swings(table):
        if len(found) < most and all(look.recipe.pivot != other.recipe.pivot for other in found):
            found.append(look)
    return found[:most]


def small(recipe: Recipe) -> Recipe:
    """A look as it is offered among others: the cells and their heads, large for the room they have."""
    words = WordsSpec(title="", subtitle="", caption="", source="")
    page = PageSpec(width=480, height=270)
    cells = replace(recipe.cells, values="none")
    return replace(recipe, words=words, page=page, cells=cells, legend=replace(recipe.legend, show=False))


def _by_shape(table: Table) -> Iterator[FirstLook]:
    """What a table is by its shape: a matrix already."""
    ranked = [column for column in table.columns if column.ranked]
    for finding in matrix.find(table):
        mends = (finding.cures[0].mend,)
        recipe = suggest_recipe(apply_mends(table, mends).table)
        yield FirstLook(why=f"The table is a matrix already: {finding.words}", recipe=replace(recipe, table=TableSpec(mends=mends)))
    if len(ranked) >= 2:
        recipe = suggest_recipe(table)
        yield FirstLook(why="The table was a matrix, and is shown as it stood.", recipe=recipe)


def _by_swings(table: Table) -> Iterator[FirstLook]:
    """The most telling matrices, each told of all records."""
    candidates, tried = _candidates(_some(table, DECIDED_ON))
    leading = [each for each in candidates if _rhythm(each) and uneven(each)][:1]
    ranked = chosen([each for each in candidates if worth_showing(each, tried)], LOOKS_MOST * _SPARE)
    for each in [*leading, *(each for each in ranked if each not in leading)]:
        known = Known(table)  # of ten million records it is not kept from one to the next
        rows, columns = known.side(each.rows.level), known.side(each.columns.level)
        for checked in looked_at(rows, columns, [known.measured(each.measured.measure)]):
            shows = worth_showing(checked, tried)
            if shows or each in leading:
                yield FirstLook(why=_why(checked, together=shows), recipe=_recipe(checked))


def _some(table: Table, most: int) -> Table:
    """So many records, evenly from all of the table."""
    if table.records <= most:
        return table
    return table.taken(np.linspace(0, table.records - 1, most).astype(np.int64))


def _candidates(table: Table) -> tuple[list[Candidate], int]:
    """What there is to see in a table, and how many matrices were looked at. A smaller sample says which are looked at closely."""
    if not table.records:
        return [], 0
    screen = _some(table, _SCREENED_ON)
    measures = [measured_of(screen, spec) for spec in measures_of(screen)]
    sides = sides_of(screen)
    first = [
        candidate
        for rows, columns in pairs_of(sides)
        for candidate in looked_at(rows, columns, _other_measures(measures, rows, columns))
    ]
    if screen is table:
        return first, len(first)
    first.sort(key=lambda each: (not _rhythm(each), -each.score))
    known = Known(table)
    return [
        closely
        for each in first[:_SCREENED_MOST]
        for closely in looked_at(
            known.side(each.rows.level), known.side(each.columns.level), [known.measured(each.measured.measure)]
        )
    ], len(first)


def _other_measures(measures: list[Measured], rows: Side, columns: Side) -> list[Measured]:
    """Those that are of no field of the sides."""
    fields = {rows.level.field, columns.level.field}
    return [
        each
        for each in measures
        if not fields & {each.measure.of, each.measure.per, each.measure.where.field if each.measure.where else None}
    ]


def _rhythm(candidate: Candidate) -> bool:
    """Numbers of records by weekday and hour: what a log of events is looked at for first."""
    cuts = {candidate.rows.level.cut, candidate.columns.level.cut}
    return (
        cuts == {"weekday", "hour"}
        and candidate.measured.values is None
        and candidate.rows.level.field == candidate.columns.level.field
    )


def _recipe(look: Candidate) -> Recipe:
    """Categories stand by their totals, which shows more than their names do."""
    orders = [
        OrderSpec(by="total", descending=True) if side.kind is Kind.CATEGORY else OrderSpec() for side in (look.rows, look.columns)
    ]
    return Recipe(
        finch_recipe=FORMAT,
        pivot=PivotSpec(
            rows=(look.rows.level,),
            columns=(look.columns.level,),
            measure=look.measured.measure,
            order=OrdersSpec(rows=orders[0], columns=orders[1]),
        ),
    )


def _why(look: Candidate, *, together: bool) -> str:
    """One sentence; ``together`` says that rows and columns show something that neither does alone."""
    rows, columns = level_words(look.rows.level, OURS), level_words(look.columns.level, OURS)
    swings = look.swings
    if look.measured.values is None:
        row, column, times = most_unexpected(look.records)
        cell = ", ".join((look.rows.named(row), look.columns.named(column)))
        if together:
            surplus = f"“{cell}” has {rounded_text(times, 1)} times as many records as the two apart would give"
            return f"{beginning(rows)} and {columns} go together: {surplus}."
        return (
            f"{beginning(rows)} explains {_percent(swings.rows)} of the swings in the number of records, {columns} "
            f"{_percent(swings.columns)}."
        )
    measure = look.measured.measure
    what = field_words(measure.of or "") if measure.take == "average" else measure_words(replace(measure, once_a_key=False), OURS)
    alone = sorted([(swings.rows, rows), (swings.columns, columns)], key=lambda pair: -pair[0])
    return (
        f"{beginning(rows)} and {columns} together explain {_percent(swings.both)} of the swings in {what}, "
        f"{alone[0][1]} alone {_percent(alone[0][0])}."
    )


def _percent(share: float) -> str:
    return f"{rounded_text(share, 0, 2)} %" if share >= 0.01 else "less than 1 %"
