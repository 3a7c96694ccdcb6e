"""Decks that come back to the shell: their figures remade from the tables of a folder."""

from dataclasses import dataclass, field
from pathlib import Path

from .beside import Beside, EditionsGiven, ReadOnce, file_called
from .core.draw import Source
from .core.errors import CoreError, DrawError
from .core.figure.figure import Figure, make_figure
from .core.folio.load import load_folio
from .core.folio.pages import recipe_for
from .core.recipe import load_recipe
from .core.returned.found import Found, Piece
from .core.returned.remaking import FigureChange, change_of, piece_of
from .core.returned.returning import Returned
from .core.words.wording import counted


@dataclass
class CameBack:
    """A file that came back, and the folder with its tables, each of which is read once."""

    returned: Returned
    folder: Path
    _read: ReadOnce = field(default_factory=ReadOnce)
    _made: dict[str, Figure | CoreError] = field(default_factory=dict)

    def changes(self) -> list[FigureChange]:
        """What would change, figure by figure, with those that cannot be remade and why."""
        return [self._change(found) for found in self.returned.figures]

    def pieces(self, copies: str) -> list[Piece]:
        """What takes the place of the figures: of ``copies`` of one all, or the first alone. Raises DrawError where there are some
        and nothing was said of them.
        """
        seen: dict[str, list[Found]] = {}
        for found in self.returned.figures:
            seen.setdefault(found.plate, []).append(found)
        for plate, those in seen.items():
            pages = sorted({found.page for found in those})
            if len(pages) > 1 and not copies:
                name, on = f"“{plate}”" if plate else "the figure", ", ".join(map(str, pages))
                raise DrawError(
                    f"{name} stands on {counted(len(pages), 'page')}, {on}; add --copies all to remake each, or --copies first",
                    path="--copies",
                )
        wanted = [found for those in seen.values() for found in (those if copies != "first" else those[:1])]
        return [piece for found in wanted if (piece := self._piece(found))]

    def _piece(self, found: Found) -> Piece | None:
        figure = self._figure(found.plate)
        return piece_of(found, figure) if isinstance(figure, Figure) else None

    def _change(self, found: Found) -> FigureChange:
        figure = self._figure(found.plate)
        if isinstance(figure, CoreError):
            return FigureChange(found=found, why=str(figure))
        return change_of(found, figure)

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
            recipe = recipe_for(load_folio(self.returned.folio.folio), recipe)
        file = file_called(self.folder, source.table)
        library = Beside(self.folder, recipe.table, file)
        return make_figure(
            self._read(file, recipe.table), recipe, library=library, editions=EditionsGiven({}, recipe.table, library)
        )
