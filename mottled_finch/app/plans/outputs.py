"""Where a plan puts what it made: under dated names, each file whole or not at all, and none written over."""

import filecmp
import os
import re
import shutil
import tempfile
from collections.abc import Iterable
from contextlib import ExitStack
from datetime import UTC, datetime
from pathlib import Path
from zoneinfo import ZoneInfo

from .places import Folder
from .spec import PlanSpec

_STAGED = ".finch-part"
_LEFT_SECONDS = 3_600
"""After which what a run that was killed left half is nobody's any more, where the file system does not say who uses it."""


def name_for(plan: PlanSpec, made: str, form: str, now: datetime) -> str:
    """The name of a file: ``made`` is what the folio or plate is called, the moment is told in the plan's zone."""
    here = now.astimezone(ZoneInfo(plan.when.zone) if plan.when else UTC)
    holes = {"{folio}": made, "{date}": f"{here:%Y-%m-%d}", "{time}": f"{here:%H%M}"}
    name = re.sub("|".join(map(re.escape, holes)), lambda hole: holes[hole.group()], plan.put.name)
    return "".join("-" if mark in "/\\" or not mark.isprintable() else mark for mark in name).lstrip(".") + f".{form}"


def put_all(made: Iterable[tuple[Path, str]], folder: Folder) -> tuple[Path, ...]:
    """Put files into a folder, each under the name beside it or with a number behind that where another file has it. One that holds
    just the same is left: it was put already, as by a run that was cut off. All are copied before the first has its name.
    """
    _sweep(folder)
    with ExitStack() as staging:
        staged = [(scratch, _staged(scratch, folder, staging), name) for scratch, name in made]
        return tuple(folder.path / _named(folder, *each) for each in staged)


def _staged(scratch: Path, folder: Folder, staging: ExitStack) -> str:
    """The name of a whole copy, which is in use, and there, until ``staging`` ends."""
    part, handle = folder.new(_STAGED)
    out = staging.enter_context(os.fdopen(handle, "wb"))
    staging.callback(folder.remove, part)
    with scratch.open("rb") as source:
        shutil.copyfileobj(source, out)
    out.flush()
    os.fsync(out.fileno())
    return part


def _sweep(folder: Folder) -> None:
    """Remove what runs that were killed left half."""
    for name, _ in list(folder.files()):
        if name.startswith(".") and name.endswith(_STAGED):
            folder.remove_unused(name, _LEFT_SECONDS)


def _named(folder: Folder, scratch: Path, part: str, wanted: str) -> str:
    """The name that a file got."""
    number, name, whole = 1, wanted, Path(wanted)
    while not folder.name(part, name):
        if _is_same(folder, name, scratch):
            return name
        number += 1
        name = f"{whole.stem} {number}{whole.suffix}"
    return name


def _is_same(folder: Folder, name: str, scratch: Path) -> bool:
    try:
        handle = folder.open(name)
    except OSError:  # a folder or a link is called so
        return False
    with os.fdopen(handle, "rb") as there, tempfile.NamedTemporaryFile(dir=scratch.parent) as copy:
        if os.fstat(there.fileno()).st_size != scratch.stat().st_size:
            return False
        shutil.copyfileobj(there, copy)
        copy.flush()
        return filecmp.cmp(copy.name, scratch, shallow=False)
