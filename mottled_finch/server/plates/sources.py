"""Figures that come back: the plate that a file came from, or a new one from the recipe that it carries."""

from collections.abc import Iterator
from functools import partial

from mottled_finch.app.opening import Candidate
from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.recipe import Recipe
from mottled_finch.core.outputs.draw import Source

from ..refusal import Problem
from ..tables.models import Table
from .actions import start_plate
from .models import Plate


class ShelfOfLibrary:
    """The plates and tables of the library."""

    def own(self, source: Source) -> Plate | None:
        if source.plate is None:
            return None
        return Plate.objects.select_related("table").filter(pk=source.plate, table__name=source.table).first()

    def tables(self, name: str) -> Iterator[Candidate[Plate]]:
        for table in Table.standing().order_by("-pk"):
            yield Candidate(table.name, partial(_start, table), table.name == name)


def _start(table: Table, recipe: Recipe) -> Plate:
    try:
        return start_plate(table, recipe)[0]
    except Problem as error:  # it was removed meanwhile
        raise TableError(error.detail) from error
