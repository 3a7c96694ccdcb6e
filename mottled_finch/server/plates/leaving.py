"""Plates as they leave, in a form, with their source, and what their files are called."""

from mottled_finch.app.plates import Origin, PlateHere, export_plate
from mottled_finch.app.ports import OWNER
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.draw import Choices
from mottled_finch.work.asking import rendered

from .actions import full_recipe
from .answers import plate_title
from .models import Plate
from .templates import template_for


def exported(plate: Plate, figure: Figure, form: str, choices: Choices) -> bytes:
    """The plate's figure in a form, with its source. Raises DrawError for what cannot be drawn so."""
    return export_plate(OWNER, here(plate, figure), form, choices, rendered)


def here(plate: Plate, figure: Figure) -> PlateHere:
    """A plate of the library, with the figure that is made of it."""
    return PlateHere(figure=figure, origin=origin_of(plate), templates=template_for)


def origin_of(plate: Plate) -> Origin:
    """Where a plate comes from, as its source tells it."""
    return Origin(recipe=full_recipe(plate), table=plate.table.name, edition=plate.table.edition().number, plate=plate.pk)


def file_title(plate: Plate, figure: Figure | None = None) -> str:
    """The plate's title with nothing in it that a file system minds."""
    return plain_title(plate_title(plate, figure)) or "figure"


def plain_title(title: str) -> str:
    """A title as the name of a file."""
    plain = "".join(mark if mark.isalnum() or mark in " -" else "" for mark in title)
    return " ".join(plain.split())[:80].strip()
