"""Plates in small, as lists show them."""

from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL

from .. import pictures
from .actions import figure_of
from .models import Plate
from .revision import revision_of


def small_picture(plate: Plate, figure: Figure | None = None) -> bytes:
    """The picture, packed; of a ``figure`` that is at hand, or of one that is made where no picture is kept."""
    return pictures.kept(
        f"plate-{plate.pk}",
        pictures.key_of(revision_of(plate)),
        lambda: DRAWINGS["svg"].draw(figure or figure_of(plate), USUAL),
    )
