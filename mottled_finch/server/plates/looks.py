"""First looks of a table in the library, worked out once for what it holds."""

from dataclasses import replace

from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.matrices.looks import FirstLook, first_looks, small

from ..refusal import Problem
from ..tables.kept import Kept
from ..tables.mended import data_of, key_of, spec_of
from ..tables.models import Table
from .actions import figure_with

_LOOKS: Kept[str, list[FirstLook]] = Kept(lambda results: len(results) > 50)


def looks_of(table: Table) -> list[FirstLook]:
    """Those of the table as it stands. A look with mends of its own has those of its table before them."""
    mends = table.mends()
    return _LOOKS.get(key_of(table.edition(), mends), lambda: [_with_mends(look, table) for look in first_looks(data_of(table))])


def _with_mends(look: FirstLook, table: Table) -> FirstLook:
    own = look.recipe.table
    if not own.mends:
        return look
    every = replace(own, mends=(*spec_of(table.mends()).mends, *own.mends))
    return replace(look, recipe=replace(look.recipe, table=every))


def small_figure(table: Table, number: int) -> Figure:
    """One of them, as it is offered. Raises Problem for a number that there is no more."""
    looks = looks_of(table)
    if not 0 <= number < len(looks):
        raise Problem(404, "The table has changed; look at it anew.")
    return figure_with(table, small(looks[number].recipe))
