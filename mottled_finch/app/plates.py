"""A plate as it leaves: in a form, in the house's template, with its source."""

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any

from mottled_finch import __version__
from mottled_finch.core.common.recipe import PageSpec
from mottled_finch.core.figures.claims.judging import Judged, judged
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.draw import DRAWINGS, Choices, Source, Template, source_of, with_source
from mottled_finch.core.outputs.draw.house.template import Kind

from .ports import Draw, Person

Templates = Callable[[PageSpec, Kind | None], Template | None]
"""The template that a page names for a kind of output; None where it names none. Raises DrawError for one that is not there."""


@dataclass(frozen=True, kw_only=True)
class Origin:
    """Where a plate comes from, as its source tells it: the recipe with all that makes it again from files, and the name of its
    table; in a library also its edition and the plate, by their numbers.
    """

    recipe: dict[str, Any]
    table: str
    edition: int | None = None
    plate: int | None = None

    def source(self, figure: Figure, choices: Choices) -> Source | None:
        """What goes along; None where it was chosen to leave it out."""
        return source_of(figure, self.recipe, choices, self.table, __version__, self.edition, self.plate)


@dataclass(frozen=True, kw_only=True)
class PlateHere:
    """A plate where it is kept: its figure as it stands, where it comes from, and the templates that are there."""

    figure: Figure
    origin: Origin
    templates: Templates


def export_plate(_asks: Person, plate: PlateHere, form: str, choices: Choices, draw: Draw) -> bytes:
    """The plate in a form. Raises DrawError for what cannot be drawn so, and a template that is not there."""
    drawing, figure = DRAWINGS[form], plate.figure
    choices = replace(choices, template=plate.templates(figure.recipe.page, drawing.laid_in))
    if drawing.order is None:
        content = drawing.draw(figure, choices)
    else:
        content = drawing.finish(draw(drawing.order(figure, choices)), figure, choices)
    return with_source(content, form, plate.origin.source(figure, choices))


def broken_claim(figure: Figure) -> Judged | None:
    """The first thing that the plate claims and that does not hold."""
    return next((each for each in judged(figure) if not each.holds), None)
