"""What a plate's figure depends on, as one short text."""

from ..tables.library import names_in, standing_of
from .models import Plate


def revision_of(plate: Plate) -> str:
    """What changes whenever a plate's figure may: with the recipe, the edition that stands, the mends of its table, and those of
    tables that it brings columns from.
    """
    table = plate.table
    own = f"{plate.pk}-{plate.standing().pk}-{table.current_id}-{table.tag()}"
    mends = table.mends()
    return f"{own}-{standing_of(table.edition(), mends).key}" if any(names_in(mends)) else own
