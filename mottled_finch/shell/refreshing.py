"""Decks that come back to the shell: their figures remade from the tables of a folder."""

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from pathlib import Path

from mottled_finch import __version__
from mottled_finch.core.common.errors import CoreError, DrawError
from mottled_finch.core.common.language.english import counted
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import Figure, make_figure
from mottled_finch.core.outputs.draw import Source
from mottled_finch.core.outputs.refreshing.found import Found, Piece
from mottled_finch.core.outputs.refreshing.outdated import stale_words
from mottled_finch.core.outputs.refreshing.remaking import FigureChange, change_of, piece_of, pieces_of
from mottled_finch.core.outputs.refreshing.returning import Returned, source_anew, told_anew
from mottled_finch.core.outputs.refreshing.sharing import on_their_scales
from mottled_finch.work.asking import returned, room_for

from .companions import Beside, EditionsGiven, ReadOnce, file_called


@dataclass
class CameBack:
    """A file that came back, and the folder with its tables, each of which is read once. Raises DrawError for one that is none of
    ours.
    """

    content: bytes
    folder: Path
    returned: Returned = field(init=False)
    _read: ReadOnce = field(default_factory=ReadOnce)
    _made: dict[str, Figure | CoreError] = field(default_factory=dict)
    _anew: dict[str, Source] = field(default_factory=dict)

    def __post_init__(self) -> None:
        self.returned = returned(self.content)

    def changes(self) -> list[FigureChange]:
        """What would change, figure by figure, with those that cannot be remade and why."""
        return [self._change(number, found) for number, found in enumerate(self.returned.figures)]

    def pieces(self, copies: str) -> list[Piece]:
        """What takes the place of the figures: of ``copies`` of one all, or the first alone. Raises DrawError where there are some
        and nothing was said of them.
        """
        seen: dict[str, list[Found]] = {}
        for found in self.returned.figures:
            seen.setdefault(found.plate, []).append(found)
        for plate, those in seen.items():
            places = list(dict.fromkeys(found.where for found in those))
            if len(places) > 1 and not copies:
                name, on = f"“{plate}”" if plate else "the figure", ", ".join(places)
                raise DrawError(
                    f"{name} stands in {counted(len(places), 'place')}, {on}; add --copies all to remake each, or --copies first",
                    path="--copies",
                )
        figures = self.returned.figures
        made = on_their_scales(figures, self._figures(), self.returned.folio.spec() if self.returned.folio else None)
        first = {id(those[0]) for those in seen.values()}
        wanted = [number for number, found in enumerate(figures) if copies != "first" or id(found) in first]
        return pieces_of((figures[number], made[number]) for number in wanted if number in made)

    def source(self, pieces: Sequence[Piece]) -> str:
        """What the file carries with these in it."""
        anew = {piece.found.plate: self._anew[piece.found.plate] for piece in pieces}
        return told_anew(self.returned.folio, self.returned.plates, anew, __version__)

    def _figures(self) -> dict[str, Figure]:
        """Those that can be made, by the names of their plates."""
        found = {plate: self._named(plate) for plate in {each.plate for each in self.returned.figures}}
        return {plate: figure for plate, figure in found.items() if figure is not None}

    def _change(self, number: int, found: Found) -> FigureChange:
        figure = self._figure(found.plate)
        if isinstance(figure, CoreError):
            return FigureChange(found=found, why=str(figure))
        folio, before = self.returned.folio.spec() if self.returned.folio else None, self.returned.figures[:number]
        change = change_of(found, figure, folio, before)
        if not found.holds:
            return replace(change, stale=stale_words(found, before, folio, self._named))
        try:
            return replace(change, room=room_for(self.content, piece_of(found, figure)))
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
        source: Source | None = self.returned.plates.get(plate)
        if source is None:
            raise DrawError(f"the file does not say how “{plate}” was made")
        recipe = load_recipe(source.recipe)
        if self.returned.folio:
            recipe = self.returned.folio.looking(plate, recipe)
        file = file_called(self.folder, source.table)
        library = Beside(self.folder, recipe.table, file)
        editions = EditionsGiven({}, recipe.table, library)
        figure = make_figure(self._read(file, recipe.table), recipe, library=library, editions=editions)
        self._anew[plate] = source_anew(source, figure, source.recipe, __version__)
        return figure
