"""What changes plates: one function an action, which holds the transaction and the history entry."""

from django.db import transaction

from mottled_finch.core.figure import Figure, make_figure
from mottled_finch.core.recipe import Recipe, dump_recipe, load_recipe, name_change, suggest_recipe

from ..problems import Problem
from ..tables.models import Table
from ..tables.storage import EDITIONS
from .models import Plate, Version


def figure_of(plate: Plate) -> Figure:
    """The figure of the version that stands, on the newest edition of its table."""
    return make_figure(EDITIONS.open(plate.table.newest()), load_recipe(plate.standing().recipe))


def start_plate(table: Table, recipe: Recipe | None) -> tuple[Plate, Figure]:
    """A new plate. Without a recipe, one is suggested from the table's columns."""
    data = EDITIONS.open(table.newest())
    recipe = recipe or suggest_recipe(data)
    figure = make_figure(data, recipe)
    with transaction.atomic():
        plate = Plate.objects.create(table=table)
        Version.objects.create(plate=plate, number=1, recipe=dump_recipe(recipe), change="Plate started")
    return plate, figure


def change_plate(plate_id: int, recipe: Recipe) -> tuple[Plate, Figure]:
    """Save a recipe as the next version; what waited for redo is gone. A recipe that makes no figure changes nothing.

    Raises TableError when the recipe does not fit the table.
    """
    with transaction.atomic():
        plate = Plate.objects.select_for_update().get(pk=plate_id)
        standing = load_recipe(plate.standing().recipe)
        figure = make_figure(EDITIONS.open(plate.table.newest()), recipe)
        if recipe != standing:
            plate.versions.filter(number__gt=plate.at).delete()
            plate.at += 1
            change = name_change(standing, recipe)[:200]
            Version.objects.create(plate=plate, number=plate.at, recipe=dump_recipe(recipe), change=change)
            plate.save()
    return plate, figure


def step_plate(plate_id: int, steps: int) -> Plate:
    """Undo (-1) or redo (+1)."""
    with transaction.atomic():
        plate = Plate.objects.select_for_update().get(pk=plate_id)
        if plate.version(plate.at + steps) is None:
            raise Problem(409, "There is nothing to undo." if steps < 0 else "There is nothing to redo.")
        plate.at += steps
        plate.save()
    return plate


def remove_plate(plate: Plate) -> None:
    plate.delete()
