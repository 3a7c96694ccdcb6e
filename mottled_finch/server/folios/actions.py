"""What changes folios: one function an action, which holds the transaction and the history entry."""

from collections.abc import Sequence
from dataclasses import replace
from pathlib import PurePath
from typing import Any

from django.db import transaction

from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.outputs.folio.changes import name_change
from mottled_finch.core.outputs.folio.load import dump_folio, load_folio
from mottled_finch.core.outputs.folio.naming import called
from mottled_finch.core.outputs.folio.spec import FolioPageSpec, FolioPlateSpec, FolioSpec

from ..history import as_seen
from ..plates.actions import full_recipe, start_plate
from ..plates.answers import plate_title
from ..plates.kept_files import stored_page
from ..plates.models import Plate
from ..refusal import Problem
from ..tables.models import Table
from .figures import plates_of, with_files
from .models import Folio

_THIS = "This folio"


def start_folio(title: str, numbers: Sequence[int]) -> Folio:
    """A new folio with an opening, and a page for each of the plates. Raises Problem for a plate that is not there."""
    found = Plate.objects.select_related("table").in_bulk(list(numbers))
    gone = [number for number in numbers if number not in found]
    if gone:
        raise Problem(422, f"There is no plate {gone[0]} any more; take it off the list.", "plates")
    plates: dict[str, FolioPlateSpec] = {}
    for number in dict.fromkeys(numbers):
        plates[called(plate_title(found[number]), plates)] = FolioPlateSpec(plate=number)
    opening = FolioPageSpec(arrange="opening")
    pages = [FolioPageSpec(plates=(name,)) for name in plates]
    return _started(FolioSpec(finch_folio=1, title=title, plates=plates, pages=(opening, *pages)), "Folio started")


def start_from(before: Folio) -> Folio:
    """A new folio that begins as another stands."""
    return _started(before.spec(), "Folio started from another")


def bring_folio(folio: FolioSpec) -> Folio:
    """A folio from a file: a plate is started for each recipe in it, on the table of this library that is called as its file, or
    that its recipe fits. Raises Problem for one that fits none.
    """
    plates = {}
    tables = list(Table.standing().order_by("-pk"))
    with transaction.atomic():
        for name, plate in folio.plates.items():
            if plate.plate is not None:
                plates[name] = plate
            elif isinstance(plate.recipe, str):
                raise Problem(
                    422, f"{name} is a recipe in a file, {plate.recipe}; write it into the folio, then bring it again.", "plates"
                )
            else:
                wanted = folio.tables[plate.table or next(iter(folio.tables))]
                plates[name] = FolioPlateSpec(plate=_brought(name, plate.recipe, wanted, tables).pk)
        return _started(replace(folio, plates=plates, tables={}, before={}), "Folio brought from a file")


def _brought(name: str, recipe: Any, file: str, tables: list[Table]) -> Plate:
    stem = PurePath(file).stem.replace("_", " ").replace("-", " ").casefold()
    first = ""
    for table in sorted(tables, key=lambda table: table.name.casefold() not in (stem, file.casefold())):
        try:
            return start_plate(table, load_recipe(recipe))[0]
        except (CoreError, Problem) as error:
            told = error.detail if isinstance(error, Problem) else str(error)
            first = first or f": on {table.name}, {told}".rstrip(".")
    raise Problem(422, f"{name} fits no table here{first}. Bring {file}, then bring the folio again.", "plates")


def _started(folio: FolioSpec, change: str) -> Folio:
    saved = _saved(folio)
    with transaction.atomic():
        started = Folio.objects.create(at=0)
        started.record(change, folio=saved)
    return started


def _saved(folio: FolioSpec) -> dict[str, Any]:
    """A folio as it is kept. What would not be read back as the same is a bug, and not kept."""
    folio = replace(folio, page=stored_page(folio.page))
    plain = dump_folio(folio)
    if load_folio(plain) != folio:
        raise RuntimeError("a folio would not be read back as it is")
    return plain


def change_folio(folio_id: int, folio: FolioSpec, seen: str | None = None) -> Folio:
    """Save a folio as the next version; what waited for redo is gone. Raises Overtaken where another version stands than the one
    that was ``seen``, and Problem for a plate that is none of this library.
    """
    _check_plates(folio, _folio(folio_id).spec())
    saved = _saved(folio)
    with transaction.atomic():
        standing = _folio(folio_id)
        before = standing.spec()
        after = load_folio(saved)
        if after != before:
            standing.confirm(seen, _THIS)
            standing.record(name_change(before, after), unseen=seen is None, parsed=after, folio=saved)
    return standing


def _check_plates(folio: FolioSpec, before: FolioSpec) -> None:
    """Plates that were lost before may stay; what is new has to be there."""
    known = {plate.plate for plate in before.plates.values()}
    new = {name: plate for name, plate in folio.plates.items() if plate.plate is None or plate.plate not in known}
    there = set(Plate.objects.filter(pk__in=[plate.plate for plate in new.values() if plate.plate]).values_list("pk", flat=True))
    for name, plate in new.items():
        if plate.plate is None:
            raise Problem(422, f"{name} is a recipe; in a library a folio names the number of a plate.", f"plates.{name}")
        if plate.plate not in there:
            raise Problem(422, f"There is no plate {plate.plate} in this library.", f"plates.{name}.plate")


def _folio(folio_id: int) -> Folio:
    """Raises Problem for one that is gone."""
    folio = Folio.objects.filter(pk=folio_id).first()
    if folio is None:
        raise Problem(404, "This folio was removed meanwhile.")
    return folio


def step_folio(folio_id: int, steps: int, seen: str | None = None) -> Folio:
    """Undo (-1) or redo (+1)."""
    return as_seen(lambda: _folio(folio_id), seen, _THIS, lambda folio: folio.step(steps))


def go_to(folio_id: int, number: int, seen: str | None = None) -> Folio:
    """Let a version of the history stand; those after it wait for redo."""
    return as_seen(lambda: _folio(folio_id), seen, _THIS, lambda folio: folio.go_to(number))


def remove_folio(folio_id: int, seen: str | None = None) -> None:
    """Put a folio with its history into the bin; its plates stay."""
    as_seen(lambda: _folio(folio_id), seen, _THIS, lambda folio: folio.remove())


def as_file(folio: Folio) -> dict[str, Any]:
    """The folio as a file for the shell: with whole recipes, its tables by the names of the files that they were read from."""
    spec = with_files(folio.spec())
    plates, tables = {}, {}
    for name, plate in plates_of(spec).items():
        if plate is not None:
            file = PurePath(plate.table.edition().file_name.replace("\\", "/")).name
            table = table_key(plate.table.name)
            tables[table] = file
            plates[name] = FolioPlateSpec(recipe=full_recipe(plate), table=table)
    pages = tuple(replace(page, plates=tuple(each if each in plates else "" for each in page.plates)) for page in spec.pages)
    return dump_folio(replace(spec, plates=plates, tables=tables, pages=pages))


def table_key(name: str) -> str:
    """What a table is called in a folio: its name without what no name of a file has."""
    return "".join(" " if mark in "{}/\\\n\r\t\0" else mark for mark in name)[:200].strip(" .") or "table"
