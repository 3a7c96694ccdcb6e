"""A file that came back: what would change in it, and the same with its figures remade where they stand."""

from collections.abc import Callable, Collection
from dataclasses import dataclass, field, replace
from typing import Any, Literal, Protocol

from mottled_finch import __version__
from mottled_finch.core.common.errors import CoreError, DrawError
from mottled_finch.core.common.language.english import counted
from mottled_finch.core.common.recipe import Recipe
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.draw import Source
from mottled_finch.core.outputs.folio.spec import FolioSpec
from mottled_finch.core.outputs.refreshing.found import Found
from mottled_finch.core.outputs.refreshing.outdated import stale_words
from mottled_finch.core.outputs.refreshing.remaking import FigureChange, change_of, piece_of, pieces_of
from mottled_finch.core.outputs.refreshing.returning import Returned, source_anew, told_anew
from mottled_finch.core.outputs.refreshing.sharing import on_their_scales

from .ports import Person, Worker

Copies = Literal["all", "first", ""]
"""Which of several places of one figure are remade; nothing where nobody said."""


@dataclass(frozen=True, kw_only=True)
class Standing:
    """A plate as it stands now: its recipe, and what makes its figure of one that looks otherwise. ``plain`` is the recipe that the
    file is to carry, ``edition`` the number of that of its table.
    """

    recipe: Recipe
    make: Callable[[Recipe], Figure]
    plain: dict[str, Any]
    edition: int | None = None


class Plates(Protocol):
    """Where the plates of a file are that came back."""

    def standing(self, asks: Person, source: Source) -> Standing:
        """The plate that a source tells of. Raises CoreError for one that is not there."""


@dataclass
class Refreshing:
    """A file that came back, opened. Raises DrawError for one that is none of ours."""

    asks: Person
    content: bytes
    plates: Plates
    worker: Worker
    returned: Returned = field(init=False)
    _made: dict[str, Figure | CoreError] = field(default_factory=dict)
    _anew: dict[str, Source] = field(default_factory=dict)

    def __post_init__(self) -> None:
        self.returned = self.worker.returned(self.content)

    def changes(self) -> list[FigureChange]:
        """What would change, figure by figure, with those that cannot be remade and why."""
        return [self._change(number, found) for number, found in enumerate(self.returned.figures)]

    def places(self, plate: str) -> list[str]:
        """Where the figures of a plate stand, each place once."""
        return list(dict.fromkeys(found.where for found in self.returned.figures if found.plate == plate))

    def chosen(self, copies: Copies) -> set[int]:
        """The numbers of the figures to remake: of several places of one all, or the first alone. Raises DrawError where there are
        some and nobody said which.
        """
        figures = self.returned.figures
        for plate in dict.fromkeys(found.plate for found in figures):
            places = self.places(plate)
            if len(places) > 1 and not copies:
                name, on = f"“{plate}”" if plate else "the figure", ", ".join(places)
                raise DrawError(
                    f"{name} stands in {counted(len(places), 'place')}, {on}; say which are to be remade, all or first",
                    path="--copies",
                )
        first = {found.plate: number for number, found in reversed(list(enumerate(figures)))}
        return set(first.values() if copies == "first" else range(len(figures)))

    def remade(self, wanted: Collection[int]) -> bytes:
        """The file with those of its figures remade that are wanted and can be; every other part is the same, byte for byte."""
        figures = self.returned.figures
        found = {plate: self._named(plate) for plate in dict.fromkeys(each.plate for each in figures)}
        made = on_their_scales(figures, {plate: figure for plate, figure in found.items() if figure is not None}, self._folio)
        pieces = pieces_of((figures[number], made[number]) for number in sorted(wanted) if number in made)
        anew = {piece.found.plate: self._anew[piece.found.plate] for piece in pieces}
        source = told_anew(self.returned.folio, self.returned.plates, anew, __version__)
        return self.worker.refreshed(self.content, pieces, source)

    @property
    def _folio(self) -> FolioSpec | None:
        return self.returned.folio.spec() if self.returned.folio else None

    def _change(self, number: int, found: Found) -> FigureChange:
        figure = self._figure(found.plate)
        if isinstance(figure, CoreError):
            return FigureChange(found=found, why=str(figure))
        before = self.returned.figures[:number]
        change = change_of(found, figure, self._folio, before)
        if not found.holds:
            return replace(change, stale=stale_words(found, before, self._folio, self._named))
        try:
            return replace(change, room=self.worker.room_for(self.content, piece_of(found, figure)))
        except DrawError as error:
            return FigureChange(found=found, why=error.message)

    def _named(self, plate: str) -> Figure | None:
        figure = self._figure(plate)
        return figure if isinstance(figure, Figure) else None

    def _figure(self, plate: str) -> Figure | CoreError:
        if plate not in self._made:
            try:
                self._made[plate] = self._make(plate)
            except CoreError as error:
                self._made[plate] = error
        return self._made[plate]

    def _make(self, plate: str) -> Figure:
        source = self.returned.plates.get(plate)
        if source is None:
            raise DrawError(f"the file does not say how {f'“{plate}”' if plate else 'it'} was made")
        standing = self.plates.standing(self.asks, source)
        folio = self.returned.folio
        figure = standing.make(folio.looking(plate, standing.recipe) if folio else standing.recipe)
        self._anew[plate] = source_anew(source, figure, standing.plain, __version__, standing.edition)
        return figure
