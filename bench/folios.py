"""A folio beside its plates one by one, and a deck that came back beside reading and writing its package."""

import io
from dataclasses import replace
from functools import partial

from pptx import Presentation

from bench.measure import Measured, in_turns
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import Figure, make_figure
from mottled_finch.core.outputs.draw import DRAWINGS, Choices, source_of
from mottled_finch.core.outputs.folio.load import load_folio
from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS
from mottled_finch.core.outputs.folio.pages import laid_out, recipe_for
from mottled_finch.core.outputs.folio.source import FolioSource, put_folio
from mottled_finch.core.outputs.folio.spec import FolioSpec
from mottled_finch.core.outputs.refreshing.remaking import piece_of
from mottled_finch.core.outputs.refreshing.returning import opened, refreshed
from mottled_finch.core.tables.table import Table

from . import data

MILLION = 1_000_000
FORM = Choices(form="table")
TAKES = ({"take": "count"}, {"take": "average", "of": "riders"}, {"take": "sum", "of": "amount"}, {"take": "max", "of": "riders"})
ACROSS = ({"field": "sold", "cut": "month"}, {"field": "sold", "cut": "hour"}, {"field": "ticket"})
DOWN = ({"field": "pier"}, {"field": "sold", "cut": "weekday"})


def _recipes(number: int) -> dict[str, dict[str, object]]:
    """Recipes of different plates of the same table."""
    pivots = [{"rows": [down], "columns": [over], "measure": take} for down in DOWN for over in ACROSS for take in TAKES]
    return {f"plate {i}": {"finch_recipe": 2, "pivot": pivots[i % len(pivots)]} for i in range(number)}


def _folio(recipes: dict[str, dict[str, object]]) -> FolioSpec:
    plates = {name: {"recipe": recipe} for name, recipe in recipes.items()}
    pages = [{"plates": [name], "headline": f"Page of {name}"} for name in recipes]
    return load_folio({"finch_folio": 1, "tables": {"t": "t.csv"}, "plates": plates, "pages": pages})


def _made(table: Table, spec: FolioSpec, recipes: dict[str, dict[str, object]]) -> dict[str, Figure]:
    return {name: make_figure(table, recipe_for(spec, load_recipe(recipe))) for name, recipe in recipes.items()}


def folio_20() -> Measured:
    """A deck of 20 pages of a million records, from the records on, beside its plates as decks one by one."""
    table, recipes = data.wide_table(MILLION), _recipes(20)
    spec = _folio(recipes)

    def whole() -> bytes:
        return FOLIO_DRAWINGS["pptx"].draw(laid_out(spec, _made(table, spec, recipes)), FORM)

    def one_by_one() -> None:
        for recipe in recipes.values():
            DRAWINGS["pptx"].draw(make_figure(table, load_recipe(recipe)), FORM)

    found = in_turns("folio_20", whole, rows=MILLION, touched=MILLION * 8, peer=one_by_one, turns=3)
    return replace(found, alone=found.columnar, columnar=None)


def refresh_40() -> Measured:
    """A deck of 40 slides refreshed, its figures being there, beside reading and writing the same package."""
    table, recipes = data.wide_table(10_000), _recipes(40)
    spec = _folio(recipes)
    figures = _made(table, spec, recipes)
    sources = {name: source_of(figures[name], recipe, FORM, "t.csv", "1") for name, recipe in recipes.items()}
    told = FolioSource(folio={"finch_folio": 1}, plates={n: s for n, s in sources.items() if s}, version="1")
    content = put_folio(FOLIO_DRAWINGS["pptx"].draw(laid_out(spec, figures), FORM), "pptx", told)

    def refresh() -> bytes:
        return refreshed(content, [piece_of(found, figures[found.plate]) for found in opened(content).figures])

    found = in_turns("refresh_40", refresh, rows=40, touched=len(content), peer=partial(_rewritten, content), turns=7)
    return replace(found, package=found.columnar, columnar=None)


def _rewritten(content: bytes) -> None:
    Presentation(io.BytesIO(content)).save(io.BytesIO())


FIGURES = (folio_20, refresh_40)
