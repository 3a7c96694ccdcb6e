"""What changes plates: one function an action, which holds the transaction and the history entry."""

from dataclasses import replace
from typing import Any

from django.db import transaction

from mottled_finch.core.figure import Figure, make_figure
from mottled_finch.core.mends import apply_mends
from mottled_finch.core.recipe import Recipe, TableSpec, dump_recipe, dump_table_part, load_recipe, name_change, suggest_recipe
from mottled_finch.core.table import Table as CoreTable

from ..tables.mended import data_of, spec_of
from ..tables.models import Table
from ..tables.storage import EDITIONS
from .models import Plate


def figure_of(plate: Plate) -> Figure:
    """The figure of the version that stands, on the edition of its table that stands, mended."""
    return _figure(plate.table, load_recipe(plate.standing().recipe))


def full_recipe(plate: Plate) -> dict[str, Any]:
    """The recipe with all that makes the figure again from the file: how it is read, and the mends of its table."""
    recipe = load_recipe(plate.standing().recipe)
    table = plate.table
    if not recipe.table.mends:
        spec = replace(spec_of(table.mends()), **table.edition().asked)
        recipe = replace(recipe, table=spec)
    return dump_recipe(recipe)


def _figure(table: Table, recipe: Recipe) -> Figure:
    if recipe.table.mends:
        data: CoreTable = apply_mends(EDITIONS.open(table.edition()), recipe.table.mends).table
    else:
        data = data_of(table)
    return make_figure(data, replace(recipe, table=TableSpec()))


def _own(table: Table, recipe: Recipe) -> Recipe:
    """The recipe without a table part that says what the table says anyway: such a plate follows its table.

    Mends that differ are the plate's own, and take the place of the table's. How the file was read is the table's affair.
    """
    mends = recipe.table.mends
    same = dump_table_part(TableSpec(mends=mends)).get("mends", []) == table.mends()
    return replace(recipe, table=TableSpec(mends=() if same else mends))


def start_plate(table: Table, recipe: Recipe | None) -> tuple[Plate, Figure]:
    """A new plate. Without a recipe, one is suggested from the table's columns."""
    recipe = _own(table, recipe or suggest_recipe(data_of(table)))
    figure = _figure(table, recipe)
    with transaction.atomic():
        plate = Plate.objects.create(table=table, at=0)
        plate.record("Plate started", recipe=dump_recipe(recipe))
    return plate, figure


def change_plate(plate_id: int, recipe: Recipe) -> tuple[Plate, Figure]:
    """Save a recipe as the next version; what waited for redo is gone. A recipe that makes no figure changes nothing.

    Raises TableError when the recipe does not fit the table.
    """
    with transaction.atomic():
        plate = Plate.objects.select_for_update().get(pk=plate_id)
        standing = load_recipe(plate.standing().recipe)
        recipe = _own(plate.table, recipe)
        figure = _figure(plate.table, recipe)
        if recipe != standing:
            plate.record(name_change(standing, recipe), recipe=dump_recipe(recipe))
    return plate, figure


def step_plate(plate_id: int, steps: int) -> Plate:
    """Undo (-1) or redo (+1)."""
    with transaction.atomic():
        plate = Plate.objects.select_for_update().get(pk=plate_id)
        plate.step(steps)
    return plate


def remove_plate(plate: Plate) -> None:
    plate.delete()
