"""What changes plates: one function an action, which holds the transaction and the history entry."""

import json
from dataclasses import dataclass, fields, replace
from functools import partial
from pathlib import PurePath
from typing import Any, Literal

import numpy as np
from django.db import transaction
from django.db.models import F
from numpy.typing import NDArray

from mottled_finch.app.mends import plain_mends
from mottled_finch.app.targets import change_in_words, check_targets
from mottled_finch.core.common.recipe import (
    ReadingSpec,
    Recipe,
    TableSpec,
    dump_recipe,
    dump_table_part,
    load_recipe,
    load_table_part,
)
from mottled_finch.core.common.recipe.table_spec import OtherSpec
from mottled_finch.core.figures.contents.likeness import resolved
from mottled_finch.core.figures.figure.figure import Figure, make_figure
from mottled_finch.core.figures.text.changes import name_change
from mottled_finch.core.matrices.looks.suggest import suggest_recipe
from mottled_finch.core.matrices.pivot import behind, make_matrix, measured_of_others, while_wanted
from mottled_finch.core.matrices.pivot.targets import ResolvedPivot
from mottled_finch.core.tables.mends import Mended
from mottled_finch.core.tables.table import Table as CoreTable

from ..history import as_seen
from ..refusal import Problem
from ..tables.library import Standing, all_others, standing_of
from ..tables.mended import data_of, edition_of, editions_of, key_of, mended, readable_table
from ..tables.models import Edition, Table
from ..tables.storage import EDITIONS
from ..wanted import WANTED
from . import kept_files
from .models import Plate, Version


def figure_of(plate: Plate) -> Figure:
    """The figure of the version that stands, on the edition of its table that stands, mended."""
    return figure_with(plate.table, plate.recipe())


def full_recipe(plate: Plate) -> dict[str, Any]:
    """The recipe with all that makes the figure again from files: how they are read, the mends of its table, and those of tables
    that it brings columns from.
    """
    recipe = plate.recipe()
    table = plate.table
    targets = {**table.targets(), **recipe.table.targets}
    spec = recipe.table if recipe.table.mends else _spec(table.edition(), table.mends())
    standing = standing_of(table.edition(), plain_mends(spec.mends))
    others = {name: _other(each) for name, each in all_others(standing).items()}
    return dump_recipe(replace(kept_files.with_files(recipe), table=replace(spec, targets=targets, others=others)))


def _spec(edition: Edition, mends: list[dict[str, Any]]) -> TableSpec:
    """How the file of an edition is read, and its mends."""
    return load_table_part({**edition.asked, "mends": mends})


def _other(standing: Standing) -> OtherSpec:
    spec = _spec(standing.edition, standing.mends)
    kept = {each.name: getattr(spec, each.name) for each in fields(ReadingSpec)}
    return OtherSpec(**kept, file=PurePath(standing.edition.file_name.replace("\\", "/")).name, mends=spec.mends)


def figure_with(table: Table, recipe: Recipe, targets: dict[str, float] | None = None) -> Figure:
    """The figure, with other targets of the table than those that stand where some are given."""
    own = TableSpec(targets=recipe.table.targets)
    shared = table.targets() if targets is None else targets
    kept = replace(kept_files.with_files(recipe), table=own)
    return make_figure(_data(table, recipe), kept, shared, editions=editions_of(table, _mends(table, recipe)))


def figure_before(table: Table, recipe: Recipe) -> Figure | None:
    """The figure on the edition before that which stands; None where there is none."""
    other = edition_of(table, "before")
    if other is None:
        return None
    mends = _mends(table, recipe)
    kept = replace(kept_files.with_files(recipe), table=TableSpec(targets=recipe.table.targets))
    return make_figure(readable_table(mended(other, mends)), kept, table.targets(), editions=editions_of(table, mends))


def _data(table: Table, recipe: Recipe) -> CoreTable:
    return readable_table(mended_for(table, recipe))


def mended_for(table: Table, recipe: Recipe) -> Mended:
    """The edition that stands with the recipe's own mends, or its table's."""
    return mended(table.edition(), _mends(table, recipe))


def data_key(table: Table, recipe: Recipe) -> str:
    """What the records of a figure depend on, the tables that columns are brought from included."""
    return key_of(table.edition(), _mends(table, recipe))


def _mends(table: Table, recipe: Recipe) -> list[dict[str, Any]]:
    return dump_table_part(recipe.table).get("mends") or table.mends()


@dataclass(frozen=True)
class Behind:
    """The records behind a cell or total: the edition as delivered, as mended, and their positions, rising."""

    raw: CoreTable
    mended: Mended
    positions: NDArray[np.int64]


def records_behind(plate: Plate, row: int, column: int, *, there: bool = False) -> Behind:
    """The records behind a cell, head or total of the plate, by its line down and its line across in the matrix; with ``there``
    those of the side that it is shown against.

    Raises Problem for a line that is not there.
    """
    recipe = plate.recipe()
    found = mended_for(plate.table, recipe)
    pivot = _resolved(plate.table, recipe)
    matrix = make_matrix(readable_table(found), pivot)
    lines = matrix.all_values.shape
    if not (-1 <= row < lines[0] and -1 <= column < lines[1]):
        raise Problem(422, f"There is no cell {row}, {column}; the figure has {lines[0]} lines down and {lines[1]} across.")
    positions = behind(found.table, pivot, row % lines[0], column % lines[1], there=there)
    edition = plate.table.edition()
    if there and pivot.show.edition is not None:
        other = edition_of(plate.table, pivot.show.edition)
        assert other is not None, "the figure has been made with it"
        edition, found = other, mended(other, _mends(plate.table, recipe))
    return Behind(EDITIONS.open(edition), found, positions)


def others_of(plate: Plate, side: Literal["rows", "columns"], line: int) -> NDArray[np.float64]:
    """The measure of all members of a side but one together, for each member of the other side. Raises Problem for a line that is
    not there.
    """
    recipe = plate.recipe()
    table, pivot = _data(plate.table, recipe), _resolved(plate.table, recipe)
    members = make_matrix(table, pivot).shape[side == "columns"]
    if not 0 <= line < members:
        raise Problem(422, f"There is no member {line}; the {side} have {members}.", "line")
    if members == 1:
        raise Problem(422, f"There are no others to compare with: the {side} have one member.", "line")
    return measured_of_others(table, pivot, side, line)


def _resolved(table: Table, recipe: Recipe) -> ResolvedPivot:
    targets = {**table.targets(), **recipe.table.targets}
    return resolved(recipe, targets, editions_of(table, _mends(table, recipe)))


def _own(table: Table, recipe: Recipe) -> Recipe:
    """The recipe without a table part that says what the table says anyway: such a plate follows its table.

    Mends that differ are the plate's own, and take the place of the table's. How the file was read is the table's affair.
    """
    mends = recipe.table.mends
    same = dump_table_part(TableSpec(mends=mends)).get("mends", []) == table.mends()
    shared = table.targets()
    own = {name: value for name, value in recipe.table.targets.items() if shared.get(name) != value}
    return replace(recipe, table=TableSpec(mends=() if same else mends, targets=own))


def change_targets(table_id: int, targets: dict[str, float], seen: str | None = None) -> Table:
    """Set the targets of a table, which moves every scale that stands at one. Raises WouldBreak for one that a plate still needs,
    Refused for one that a plate cannot be made with, and Overtaken where another version of the table stands than the one that was
    ``seen``.
    """
    while True:
        table = Table.everything.select_related("current").get(pk=table_id)
        before, tag, recipes = table.targets(), table.tag(), _recipes(table)
        if targets == before:
            return table
        table.confirm(seen, f"“{table.name}”")
        check_targets(before, targets, recipes.values(), partial(figure_with, table, targets=targets))
        with transaction.atomic():
            table = Table.everything.select_for_update().get(pk=table_id)
            table.confirm(seen, f"“{table.name}”")
            if table.tag() != tag or _recipes(table) != recipes:
                continue  # a plate may stand at one by now
            table.record(change_in_words(before, targets), unseen=seen is None, mends=table.mends(), targets=targets)
        return table


def _recipes(table: Table) -> dict[int, dict[str, Any]]:
    """The recipes that stand on a table, by plate."""
    standing = Version.objects.filter(plate__table=table, plate__removed=None, number=F("plate__at"))
    return dict(standing.values_list("plate_id", "recipe"))


def start_plate(table: Table, recipe: Recipe | None) -> tuple[Plate, Figure]:
    """A new plate. Without a recipe, one is suggested from the table's columns."""
    recipe = kept_files.stored(_own(table, recipe or suggest_recipe(data_of(table))))
    figure, saved = figure_with(table, recipe), saved_recipe(recipe)
    with transaction.atomic():
        if not Table.objects.select_for_update().filter(pk=table.pk).exists():
            raise Problem(404, f'"{table.name}" was removed meanwhile.', "table")
        plate = Plate.objects.create(table=table, at=0)
        plate.record("Plate started", parsed=recipe, recipe=saved)
    return plate, figure


def saved_recipe(recipe: Recipe) -> dict[str, Any]:
    """A recipe as it is kept. What would not be read back as the same is a bug, and not kept."""
    plain = dump_recipe(recipe)
    if load_recipe(json.dumps(plain)) != recipe:
        raise RuntimeError("a recipe would not be read back as it is")
    return plain


def change_plate(plate_id: int, recipe: Recipe, seen: str | None = None) -> tuple[Plate, Figure]:
    """Save a recipe as the next version; what waited for redo is gone. A recipe that makes no figure changes nothing.

    The figure is made while others may change the plate; then it is saved if the version that was ``seen`` still stands, or, where
    none is said, over whatever stands. Raises Overtaken for the former, TableError when the recipe does not fit the table, and
    Canceled when it is given up meanwhile.
    """
    plate = _plate(plate_id)
    recipe = kept_files.stored(_own(plate.table, recipe))
    if seen not in (None, plate.tag()) and recipe != plate.recipe():  # one that was sent twice stands already
        plate.confirm(seen, _THIS)
    with while_wanted(WANTED.begin(f"plate {plate_id}")):
        figure, saved = figure_with(plate.table, recipe), saved_recipe(recipe)
    with transaction.atomic():
        plate = _plate(plate_id)
        standing = plate.recipe()
        if recipe != standing:
            plate.confirm(seen, _THIS)
            plate.record(name_change(standing, recipe), unseen=seen is None, parsed=recipe, recipe=saved)
    return plate, figure


def figure_tried(plate_id: int, recipe: Recipe) -> tuple[Plate, Recipe, Figure]:
    """The figure that a plate would have with another recipe; nothing is kept. Of those that are tried only the newest is finished.

    Raises TableError when the recipe does not fit the table.
    """
    plate = _plate(plate_id)
    recipe = kept_files.stored(_own(plate.table, recipe))
    with while_wanted(WANTED.begin(f"tried {plate_id}")):
        return plate, recipe, figure_with(plate.table, recipe)


_THIS = "This plate"


def _plate(plate_id: int) -> Plate:
    """Raises Problem for one that is gone."""
    plate = Plate.objects.select_related("table", "table__current").filter(pk=plate_id).first()
    if plate is None:
        raise Problem(404, "This plate was removed meanwhile.")
    return plate


def step_plate(plate_id: int, steps: int, seen: str | None = None) -> Plate:
    """Undo (-1) or redo (+1)."""
    return as_seen(lambda: _plate(plate_id), seen, _THIS, lambda plate: plate.step(steps))


def go_to(plate_id: int, number: int, seen: str | None = None) -> Plate:
    """Let a version of the history stand; those after it wait for redo."""
    return as_seen(lambda: _plate(plate_id), seen, _THIS, lambda plate: plate.go_to(number))


def remove_plate(plate_id: int, seen: str | None = None) -> None:
    """Put a plate with its history into the bin; folios and plans that use it keep it until it is gone."""
    as_seen(lambda: _plate(plate_id), seen, _THIS, lambda plate: plate.remove())
