"""A folio as it is laid out and as it leaves: its pages, what holds it back, and its source."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Any, Protocol

from mottled_finch import __version__
from mottled_finch.core.common.errors import CoreError, DrawError
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.changes.comparing import Since
from mottled_finch.core.outputs.draw import Choices, Source, Template
from mottled_finch.core.outputs.draw.house.template import Kind
from mottled_finch.core.outputs.folio.cautions import check_claims
from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS
from mottled_finch.core.outputs.folio.pages import Folio, Keep, keep_nothing, laid_out
from mottled_finch.core.outputs.folio.source import FolioSource, looks_of, put_folio
from mottled_finch.core.outputs.folio.spec import FolioSpec

from .plates import Origin
from .ports import Draw, Person


class FolioHere(Protocol):
    """A folio where it is kept, with its plates: in a library, or as files of a folder."""

    @property
    def number(self) -> int | None:
        """That of the folio in its library."""

    def spec(self) -> FolioSpec:
        """The folio, with all files that it is made with."""

    def figures(self) -> Mapping[str, Figure | CoreError]:
        """Of each plate its figure as the folio's pages have it, or why there is none."""

    def changes(self, figures: Mapping[str, Figure | CoreError]) -> Mapping[str, Since]:
        """What changed in the plates since the edition before, of those whose table has one."""

    def template(self, laid_in: Kind | None) -> Template | None:
        """The template that it is laid in. Raises DrawError for one that is not there."""

    def origin(self, name: str) -> Origin | None:
        """Where a plate comes from; None for one that is not there."""

    def as_carried(self, plates: Mapping[str, Source]) -> dict[str, Any]:
        """The folio as a file carries it, with these of its plates."""


@dataclass
class FolioPages:
    """A folio laid out. ``problem`` says why it cannot be laid in its template of slides, if it cannot; it is plain then."""

    asks: Person
    folio: FolioHere
    keep: Keep = keep_nothing
    """What keeps plates that were laid out for their rooms once."""
    made: Folio = field(init=False)
    problem: str = field(init=False, default="")

    def __post_init__(self) -> None:
        spec = self.folio.spec()
        try:
            template = self.folio.template("slides")
        except DrawError as error:
            template, self.problem = None, error.message
        figures = self.folio.figures()
        changes = self.folio.changes(figures)
        try:
            self.made = laid_out(spec, figures, template, self.keep, changes)
        except DrawError as error:  # a layout that the template does not have
            self.made, self.problem = laid_out(spec, figures, None, self.keep, changes), error.message

    def check(self, *, broken: bool = False, anyway: str = "let it leave all the same") -> None:
        """Raises DrawError for a plate on its pages that cannot be made and, unless it may be ``broken``, for a claim that does not
        hold. ``anyway`` says how it may leave so.
        """
        for name in dict.fromkeys(name for page in self.made.spec.pages for name in page.plates if name):
            figure = self.made.figures[name]
            if not isinstance(figure, Figure):
                raise DrawError(f"{name} cannot be made: {str(figure).rstrip('.')}; mend it, or take it off its page")
        if not broken:
            check_claims(self.made, anyway)

    def export(self, form: str, choices: Choices, draw: Draw) -> bytes:
        """The folio in a form, with its source. Raises DrawError for one that cannot be laid in its template, or drawn."""
        drawing, made = FOLIO_DRAWINGS[form], self.made
        if self.problem and drawing.laid_in == "slides":
            raise DrawError(f"the folio cannot be laid in its template: {self.problem}", path="page.template")
        if made.template and drawing.laid_in != "slides":  # what leaves as pages is not laid in slides
            made = laid_out(made.spec, made.figures, None, self.keep, made.changes)
        choices = replace(choices, template=self.folio.template(drawing.laid_in))
        if drawing.orders and drawing.bound:
            content = drawing.bound([draw(order) for order in drawing.orders(made, choices)], made)
        else:
            content = drawing.draw(made, choices)
        return put_folio(content, form, self._source(made, choices))

    def _source(self, made: Folio, choices: Choices) -> FolioSource | None:
        if choices.source == "no":
            return None
        plates = {}
        for name, figure in made.figures.items():
            origin = self.folio.origin(name)
            source = origin.source(figure, choices) if origin is not None and isinstance(figure, Figure) else None
            if source is not None:
                plates[name] = source
        told = self.folio.as_carried(plates)
        return FolioSource(folio=told, plates=plates, version=__version__, number=self.folio.number, looks=looks_of(made))
