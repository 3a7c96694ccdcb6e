"""Figures that come back: the plate that a file came from, or a new one from the recipe that it carries."""

from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.outputs.draw import Source

from ..refusal import Problem
from ..tables.models import Table
from .actions import start_plate
from .models import Plate


def opened(source: Source) -> tuple[Plate, bool]:
    """The plate of this library that a source is of, or a new one on the table that it fits: one of its name first, then others,
    the newest first; and whether it is new. Raises Problem where it fits none.
    """
    if source.plate is not None:
        own = Plate.objects.select_related("table").filter(pk=source.plate, table__name=source.table).first()
        if own is not None:
            return own, False
    tables = sorted(Table.standing().order_by("-pk"), key=lambda table: table.name != source.table)
    if not tables:
        raise Problem(422, f'There is no table here to lay this figure on. Bring "{source.table}", then drop it again.', "file")
    recipe, first = load_recipe(source.recipe), ""
    for table in tables:
        try:
            return start_plate(table, recipe)[0], True
        except (CoreError, Problem) as error:
            told = error.detail if isinstance(error, Problem) else str(error)
            first = first or f"on {table.name}, {told}"
    raise Problem(422, f"This figure fits no table here: {first.rstrip('.')}. Bring {source.table}, then drop it again.", "file")
