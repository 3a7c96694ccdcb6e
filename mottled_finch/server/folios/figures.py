"""The plates of a folio as its pages have them, kept in memory as long as nothing that they depend on changes."""

from collections.abc import Callable, Hashable, Mapping
from dataclasses import replace
from functools import partial
from threading import Lock
from typing import Any

from mottled_finch.app.folios import FolioPages
from mottled_finch.app.plates import Origin
from mottled_finch.app.ports import OWNER
from mottled_finch.core.common.errors import CoreError, TableError
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.changes.comparing import Since, since
from mottled_finch.core.outputs.draw import Source, Template
from mottled_finch.core.outputs.draw.house.template import Kind
from mottled_finch.core.outputs.folio.pages import recipe_for
from mottled_finch.core.outputs.folio.spec import FolioSpec

from ..plates import revision
from ..plates.actions import data_key, figure_before, figure_with
from ..plates.kept_files import page_with_files
from ..plates.leaving import origin_of
from ..plates.models import Plate
from ..plates.templates import template_for
from ..refusal import Problem
from ..tables.kept import Kept
from .models import Folio as FolioRow

_FIGURES: Kept[Hashable, Figure] = Kept(lambda kept: len(kept) > 60)
_LAID: Kept[Hashable, Any] = Kept(lambda kept: len(kept) > 240)
_CHANGES: Kept[Hashable, Since | None] = Kept(lambda kept: len(kept) > 120)
_LAST: dict[Hashable, Hashable] = {}
_LOCK = Lock()


Plates = dict[str, Plate | None]


def plates_of(folio: FolioSpec) -> Plates:
    """The plates of a folio by name; None for one that is not there any more."""
    numbers = [plate.plate for plate in folio.plates.values() if plate.plate is not None]
    found = Plate.everything.select_related("table", "table__current").in_bulk(numbers)
    return {name: found.get(plate.plate or 0) for name, plate in folio.plates.items()}


class FolioOfLibrary:
    """A folio of the library, and the plates that it is made of."""

    number: int | None

    def __init__(self, row: FolioRow, plates: Plates | None = None) -> None:
        self._row, self.number = row, row.pk
        self._spec = with_files(row.spec())
        self.plates = plates_of(self._spec) if plates is None else plates

    def spec(self) -> FolioSpec:
        return self._spec

    def figures(self) -> dict[str, Figure | CoreError]:
        return {name: _figure_or_why(self._spec, plate) for name, plate in self.plates.items()}

    def changes(self, figures: Mapping[str, Figure | CoreError]) -> dict[str, Since]:
        found = {}
        for name, plate in self.plates.items():
            figure = figures[name]
            if plate is None or not isinstance(figure, Figure):
                continue
            change = _CHANGES.get((figure, _key(plate)), partial(_change, self._spec, plate, figure))
            if change is not None:
                found[name] = change
        return found

    def template(self, laid_in: Kind | None) -> Template | None:
        return template_for(self._spec.page, laid_in)

    def origin(self, name: str) -> Origin | None:
        plate = self.plates[name]
        return origin_of(plate) if plate is not None else None

    def as_carried(self, _plates: Mapping[str, Source]) -> dict[str, Any]:
        told: dict[str, Any] = self._row.standing().folio
        return told


def laid(row: FolioRow, plates: Plates | None = None) -> FolioPages:
    """The folio laid out, on those plates where some are given."""
    return FolioPages(OWNER, FolioOfLibrary(row, plates), _LAID.get)


def _change(folio: FolioSpec, plate: Plate, figure: Figure) -> Since | None:
    try:
        before = figure_before(plate.table, recipe_for(folio, plate.recipe()))
    except CoreError:  # what stands now does not fit the edition before
        return None
    return None if before is None else since(figure, before)


def with_files(folio: FolioSpec) -> FolioSpec:
    """The folio with the fonts themselves in place of the names they are kept by."""
    return replace(folio, page=page_with_files(folio.page))


def revision_of(plate: Plate | None) -> str:
    """What changes whenever a plate's figure may; nothing for one that is gone."""
    return "" if plate is None else revision.revision_of(plate)


def _figure_or_why(folio: FolioSpec, plate: Plate | None) -> Figure | CoreError:
    if plate is None:
        return TableError("the plate was removed")
    try:
        return _kept((plate.pk, _look(folio)), _key(plate), lambda: figure_with(plate.table, recipe_for(folio, plate.recipe())))
    except CoreError as error:
        return error
    except Problem as error:
        return TableError(error.detail)


def _look(folio: FolioSpec) -> Hashable:
    page = folio.page
    return page.language, page.theme, page.ground, page.ink, page.font


def _key(plate: Plate) -> Hashable:
    """All that a figure depends on, other editions of its table and the tables that it brings columns from included."""
    recipe = plate.recipe()
    editions = tuple(plate.table.editions.filter(accepted=True).values_list("pk", flat=True))
    return revision_of(plate), data_key(plate.table, recipe), editions


def _kept(name: Hashable, key: Hashable, make: Callable[[], Figure]) -> Figure:
    """The figure; what was kept of the same plate before, and its table with it, is let go."""
    with _LOCK:
        before = _LAST.get(name)
        _LAST[name] = key
    if before is not None and before != key:
        _FIGURES.forget((name, before))
    return _FIGURES.get((name, key), make)
