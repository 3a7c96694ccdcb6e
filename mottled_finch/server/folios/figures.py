"""The plates of a folio as its pages have them, kept in memory as long as nothing that they depend on changes."""

from collections.abc import Callable, Hashable
from dataclasses import replace
from functools import partial
from threading import Lock
from typing import Any

from mottled_finch.core.common.errors import CoreError, DrawError, TableError
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.changes.comparing import Since, since
from mottled_finch.core.outputs.draw import Template
from mottled_finch.core.outputs.folio.pages import Folio, laid_out, recipe_for
from mottled_finch.core.outputs.folio.spec import FolioSpec

from ..plates import revision
from ..plates.actions import data_key, figure_before, figure_with
from ..plates.kept_files import page_with_files
from ..plates.models import Plate
from ..plates.templates import template_for
from ..refusal import Problem
from ..tables.kept import Kept

_FIGURES: Kept[Hashable, Figure] = Kept(lambda kept: len(kept) > 60)
_LAID: Kept[Hashable, Any] = Kept(lambda kept: len(kept) > 240)
_CHANGES: Kept[Hashable, Since | None] = Kept(lambda kept: len(kept) > 120)
_LAST: dict[Hashable, Hashable] = {}
_LOCK = Lock()


def plates_of(folio: FolioSpec) -> dict[str, Plate | None]:
    """The plates of a folio by name; None for one that is not there any more."""
    numbers = [plate.plate for plate in folio.plates.values() if plate.plate is not None]
    found = Plate.everything.select_related("table", "table__current").in_bulk(numbers)
    return {name: found.get(plate.plate or 0) for name, plate in folio.plates.items()}


def figures_of(folio: FolioSpec, plates: dict[str, Plate | None]) -> dict[str, Figure | CoreError]:
    """Of each plate its figure, or why there is none."""
    return {name: _figure_or_why(folio, plate) for name, plate in plates.items()}


def laid(folio: FolioSpec, plates: dict[str, Plate | None]) -> tuple[Folio, str]:
    """The folio laid out, and why it cannot be laid in its template, if it cannot; it is plain then."""
    spec, problem = with_files(folio), ""
    try:
        template: Template | None = template_for(spec.page, "slides")
    except DrawError as error:
        template, problem = None, error.message
    figures = figures_of(spec, plates)
    changes = changes_of(spec, plates, figures)
    try:
        return laid_out(spec, figures, template, _LAID.get, changes), problem
    except DrawError as error:  # a layout that the template does not have
        return laid_out(spec, figures, None, _LAID.get, changes), error.message


def changes_of(folio: FolioSpec, plates: dict[str, Plate | None], figures: dict[str, Figure | CoreError]) -> dict[str, Since]:
    """What changed in the plates since the edition before, of those whose table has one."""
    found = {}
    for name, plate in plates.items():
        figure = figures[name]
        if plate is None or not isinstance(figure, Figure):
            continue
        change = _CHANGES.get((figure, _key(plate)), partial(_change, folio, plate, figure))
        if change is not None:
            found[name] = change
    return found


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
