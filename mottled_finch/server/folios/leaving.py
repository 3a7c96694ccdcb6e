"""Folios as they leave, in a form, with their source."""

from dataclasses import replace

from mottled_finch import __version__
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.draw import Choices, source_of
from mottled_finch.core.outputs.folio.cautions import check_claims
from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS
from mottled_finch.core.outputs.folio.pages import Folio as LaidFolio
from mottled_finch.core.outputs.folio.pages import laid_out
from mottled_finch.core.outputs.folio.source import FolioSource, looks_of, put_folio
from mottled_finch.work.worker import DRAWS, WorkFailed

from ..plates.actions import full_recipe
from ..plates.export_views import plain_title
from ..plates.models import Plate
from ..plates.templates import template_for
from ..refusal import Problem
from .figures import laid
from .models import Folio

Plates = dict[str, Plate | None]


def exported(folio: Folio, plates: Plates, ending: str, choices: Choices, *, broken: bool = False) -> bytes:
    """The folio of some plates in a form, with its source. Raises Problem for a plate that cannot be made, CoreError for a template
    that is not here, and, unless it may be ``broken``, a claim that does not hold.
    """
    drawing, spec = FOLIO_DRAWINGS[ending], folio.spec()
    made, problem = laid(spec, plates)
    if problem and drawing.laid_in == "slides":
        raise Problem(422, f"The folio cannot be laid in its template: {problem}.", "page.template")
    used = {name for page in spec.pages for name in page.plates if name}
    for name, figure in made.figures.items():
        if name in used and not isinstance(figure, Figure):
            raise Problem(422, f"{name} cannot be made: {figure.message.rstrip('.')}. Mend it, or take it off its page.", name)
    if not broken:
        check_claims(made, "let it leave all the same")
    if made.template and drawing.laid_in != "slides":
        made = plain_pages(made)
    template = template_for(spec.page, drawing.laid_in)
    choices = replace(choices, template=template)
    if drawing.orders and drawing.bound:
        try:
            content = drawing.bound([bytes(DRAWS.do("render", order)) for order in drawing.orders(made, choices)], made)
        except WorkFailed as error:
            raise Problem(422, f"The {drawing.title.lower()} cannot be made: {error}.") from error
    else:
        content = drawing.draw(made, choices)
    return put_folio(content, ending, _source(folio, plates, made, choices))


def plain_pages(made: LaidFolio) -> LaidFolio:
    """The folio as it is without a template: what leaves as pages is not laid in one of slides."""
    return laid_out(made.spec, made.figures, changes=made.changes)


def _source(folio: Folio, plates: Plates, made: LaidFolio, choices: Choices) -> FolioSource | None:
    if choices.source == "no":
        return None
    sources = {}
    for name, plate in plates.items():
        figure = made.figures[name]
        if plate is not None and isinstance(figure, Figure):
            edition = plate.table.edition()
            found = source_of(figure, full_recipe(plate), choices, plate.table.name, __version__, edition.number, plate.pk)
            assert found is not None
            sources[name] = found
    told = folio.standing().folio
    return FolioSource(folio=told, plates=sources, version=__version__, number=folio.pk, looks=looks_of(made))


def file_title(folio: Folio) -> str:
    """The folio's title as the name of a file."""
    return plain_title(folio.title) or "folio"
