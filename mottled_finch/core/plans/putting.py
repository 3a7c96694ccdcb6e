"""Where a plan puts what it made: under dated names, each file whole or not at all, and none written over."""

import filecmp
import os
import re
import shutil
import time
from collections.abc import Iterable
from datetime import UTC, datetime
from pathlib import Path
from zoneinfo import ZoneInfo

from .spec import PlanSpec

_STAGED = ".finch-part"
_LEFT_SECONDS = 3_600
"""After which what a run that was killed left half is nobody's any more."""


def name_for(plan: PlanSpec, made: str, form: str, now: datetime) -> str:
    """The name of a file: ``made`` is what the folio or plate is called, the moment is told in the plan's zone."""
    here = now.astimezone(ZoneInfo(plan.when.zone) if plan.when else UTC)
    holes = {"{folio}": made, "{date}": f"{here:%Y-%m-%d}", "{time}": f"{here:%H%M}"}
    return re.sub("|".join(map(re.escape, holes)), lambda hole: holes[hole.group()], plan.put.name) + f".{form}"


def put_all(made: Iterable[tuple[Path, Path]]) -> tuple[Path, ...]:
    """Put files where they go, under a name that none has there, unless one holds just the same: then it was put already, as by a
    run that was cut off behind it. All are copied before the first has its name.
    """
    staged: list[tuple[Path, Path]] = []
    try:
        for scratch, target in made:
            target.parent.mkdir(parents=True, exist_ok=True)
            _sweep(target.parent)
            part = target.parent / f".{len(staged)}-{os.getpid()}{_STAGED}"
            staged.append((part, target))
            shutil.copyfile(scratch, part)
        done = []
        for part, target in staged:
            free = _free(target, part)
            if not free.exists():
                part.replace(free)
            done.append(free)
        return tuple(done)
    finally:
        for part, _ in staged:
            part.unlink(missing_ok=True)


def _sweep(folder: Path) -> None:
    for part in folder.glob(f".*{_STAGED}"):
        if time.time() - part.stat().st_mtime > _LEFT_SECONDS:
            part.unlink(missing_ok=True)


def _free(target: Path, part: Path) -> Path:
    """The path, or with a number behind its name where another file is there already."""
    number, free = 2, target
    while free.exists() and not (free.is_file() and filecmp.cmp(free, part, shallow=False)):
        free = target.with_name(f"{target.stem} {number}{target.suffix}")
        number += 1
    return free
