"""Plans in the shell: the newest files taken, guarded, made into folios, and put where they go, or held with the reason."""

import fcntl
import hashlib
import json
import os
import shutil
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, replace
from datetime import UTC, datetime
from pathlib import Path
from typing import Any, Literal
from zoneinfo import ZoneInfo

from .beside import Beside
from .bound import Bound
from .core.draw import Choices
from .core.errors import CoreError, RecipeError
from .core.folio.cautions import check_claims
from .core.folio.load import load_folio
from .core.folio.outputs import FOLIO_DRAWINGS
from .core.folio.pages import laid_out
from .core.folio.source import put_folio
from .core.folio.spec import FolioSpec
from .core.mends import apply_mends
from .core.plans.due import missed, next_due
from .core.plans.guards import Guarded, Standing, failing, standing_from, standing_of
from .core.plans.load import load_plan
from .core.plans.spec import MakeSpec, PlanSpec, TakeSpec
from .core.since.comparing import Since, told

State = Literal["made", "held", "same", "waiting"]
EXITS: dict[State, int] = {"made": 0, "held": 1, "same": 3, "waiting": 3}
"""What a shell is told: that it was made, that it was held, or that there was nothing to do."""
_DIGEST_PIECE = 1 << 20


class Held(Exception):
    """Why nothing leaves this time."""


@dataclass(frozen=True, kw_only=True)
class Run:
    """How a run ended, in one line, and the files that it made."""

    state: State
    words: str
    files: tuple[Path, ...] = ()


@dataclass(frozen=True, kw_only=True)
class _Taken:
    """A file as it was taken: where it lies, and what tells it from others."""

    path: Path
    origin: Path
    digest: str


def run(plan_file: Path, now: datetime, *, dry: bool = False, again: bool = False, due: bool = False) -> Run:
    """Run a plan. ``dry`` makes everything and puts nothing anywhere, ``again`` makes it from the files of last time, too, and
    ``due`` runs only when a planned moment has passed. Raises CoreError for a plan or folio that cannot be read.
    """
    plan = load_plan(plan_file.read_bytes())
    log = plan_file.with_suffix(".runs.jsonl")
    with _alone(plan_file):
        last = _last_made(log)
        if due and plan.when is not None and not _is_due(plan, log, now):
            return Run(state="waiting", words=f"due at {next_due(plan.when, now).isoformat()}")
        try:
            with tempfile.TemporaryDirectory(prefix="finch-run-") as folder:
                ran, entry = _Runner(plan, plan_file.parent, last, now, Path(folder)).run(dry=dry, again=again)
        except Held as held:
            ran, entry = Run(state="held", words=str(held)), {}
        if not dry and ran.state in ("made", "held"):
            _append(log, {"at": now.isoformat(), "state": ran.state, "words": ran.words, **entry})
        return ran


@contextmanager
def _alone(plan_file: Path) -> Iterator[None]:
    """One run of a plan at a time. Raises RecipeError while another one is under way."""
    with plan_file.open("rb") as held:
        try:
            fcntl.flock(held, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError as error:
            raise RecipeError("another run of this plan is under way; wait until it ends", path=plan_file.name) from error
        yield


def entries_of(log: Path) -> list[dict[str, Any]]:
    """The runs that a log tells of, the last one last; a line that was cut off is none."""
    found = []
    for line in log.read_text(encoding="utf-8").splitlines() if log.is_file() else ():
        try:
            found.append(json.loads(line))
        except ValueError:
            continue
    return found


def _last_made(log: Path) -> dict[str, Any]:
    return next((entry for entry in reversed(entries_of(log)) if entry.get("state") == "made"), {})


def _is_due(plan: PlanSpec, log: Path, now: datetime) -> bool:
    """Whether a planned moment has passed since the last run, made or held; a plan that never ran is due at once."""
    entries = entries_of(log)
    assert plan.when is not None
    return not entries or missed(plan.when, datetime.fromisoformat(entries[-1]["at"]), now)


def _append(log: Path, entry: dict[str, Any]) -> None:
    with log.open("a", encoding="utf-8") as file:
        file.write(json.dumps(entry, ensure_ascii=False) + "\n")
        file.flush()
        os.fsync(file.fileno())


class _Runner:
    def __init__(self, plan: PlanSpec, folder: Path, last: dict[str, Any], now: datetime, scratch: Path) -> None:
        self.plan, self.folder, self.last, self.now, self.scratch = plan, folder, last, now, scratch
        self.standings: dict[str, Standing] = {}

    def run(self, *, dry: bool, again: bool) -> tuple[Run, dict[str, Any]]:
        taken = {name: self._take(name, take) for name, take in self.plan.take.items()}
        digests = {name: each.digest for name, each in taken.items()}
        if taken and not again and digests == {name: each["digest"] for name, each in self.last.get("took", {}).items()}:
            return Run(state="same", words="nothing newer is there"), {}
        made, lines = [], []
        for make in self.plan.make:
            files, changes = self._make(make, taken)
            made += files
            lines += [line for change in changes.values() for line in told(change, 1)]
        done = tuple(each[1] for each in made) if dry else self._put(made)
        names = ", ".join(each.name for each in done)
        moved = f"; since last time: {lines[0]}{f', and {len(lines) - 1} more' if len(lines) > 1 else ''}" if lines else ""
        entry = {
            "took": {name: {"file": str(each.origin), "digest": each.digest} for name, each in taken.items()},
            "standing": {name: each.plain() for name, each in self.standings.items()},
            "files": [str(each) for each in done],
            "since": lines,
        }
        return Run(state="made", words=f"{'would make' if dry else 'made'} {names}{moved}", files=done), entry

    def _take(self, name: str, take: TakeSpec) -> _Taken:
        """The newest settled file, copied, so that what is written meanwhile changes nothing."""
        folder = self.folder / take.folder
        if not folder.is_dir():
            raise Held(f"the folder {take.folder} of {name} is not there")
        files = [(each, each.stat()) for each in folder.glob(take.pattern) if each.is_file() and not each.name.startswith(".")]
        if not files:
            raise Held(f"no file in {take.folder} fits {take.pattern}")
        newest, before = max(files, key=lambda each: (each[1].st_mtime_ns, each[0].name))
        if abs(self.now.timestamp() - before.st_mtime) < take.settled:
            raise Held(f"{newest.name} was written just now; it is taken once it has been left alone for {take.settled} seconds")
        copy = self.scratch / name / newest.name
        copy.parent.mkdir(parents=True)
        shutil.copyfile(newest, copy)
        after = newest.stat()
        if (after.st_size, after.st_mtime_ns) != (before.st_size, before.st_mtime_ns) or copy.stat().st_size != after.st_size:
            raise Held(f"{newest.name} was written while it was read; it is taken next time")
        return _Taken(path=copy, origin=newest.resolve(), digest=_digest(copy))

    def _make(self, make: MakeSpec, taken: dict[str, _Taken]) -> tuple[list[tuple[Path, Path]], dict[str, Since]]:
        """The files of a folio, made in the scratch folder, each with where it goes, and what changed in its plates."""
        file = self.folder / make.folio
        folio = self._with_tables(load_folio(file.read_bytes()), taken)
        bound = Bound(folio, file.parent)
        bound.make()
        self._guard(bound, taken)
        for name, figure in bound.figures.items():
            if isinstance(figure, CoreError):
                raise Held(f"{file.stem}: {name} cannot be made: {figure}")
        files = []
        for form in make.as_:
            drawing = FOLIO_DRAWINGS[form]
            template = bound.template(drawing.laid_in, None)
            laid = laid_out(folio, bound.figures, template if drawing.laid_in == "slides" else None, changes=bound.changes)
            if not make.broken:
                try:
                    check_claims(laid, "let it leave with “broken”")
                except CoreError as error:
                    raise Held(f"{file.stem}, {error}") from error
            choices = Choices(template=template)
            content = put_folio(drawing.draw(laid, choices), form, bound.source(choices, laid))
            scratch = self.scratch / f"{len(list(self.scratch.iterdir()))}.{form}"
            scratch.write_bytes(content)
            files.append((scratch, self._goes_to(file.stem.removesuffix(".folio"), form)))
        return files, bound.changes

    def _with_tables(self, folio: FolioSpec, taken: dict[str, _Taken]) -> FolioSpec:
        """The folio with the files that were taken, and those of the last run as the edition before, where they are still there."""
        missing = [name for name in taken if name not in folio.tables]
        if missing:
            raise RecipeError(f"the folio has no table {missing[0]}; it has {', '.join(folio.tables)}", path=f"take.{missing[0]}")
        before = dict(folio.before)
        for name in taken:
            last = self.last.get("took", {}).get(name, {})
            if last and Path(last["file"]).is_file() and _digest(Path(last["file"])) == last["digest"]:
                before[name] = last["file"]
        tables = {name: str(taken[name].path) if name in taken else file for name, file in folio.tables.items()}
        return replace(folio, tables=tables, before=before)

    def _guard(self, bound: Bound, taken: dict[str, _Taken]) -> None:
        """Raises Held for what does not hold of a table; each is guarded once, mended as its first plate has it."""
        for name, file in taken.items():
            plate = next((each for each, spec in bound.folio.plates.items() if bound.table_of(spec) == name), None)
            if name in self.standings or plate is None:
                continue
            recipe, path = bound.recipes[plate], file.path
            last = self.last.get("standing", {}).get(name)
            try:
                table = bound.table(path, recipe.table)
                mended = apply_mends(table, recipe.table.mends, Beside(bound.folder, recipe.table, path)).table
                now = standing_of(mended, self.plan.guards)
                wrong = failing(Guarded(table=mended, now=now, last=standing_from(last) if last else None, guards=self.plan.guards))
            except CoreError as error:
                raise Held(f"{file.origin.name}: {error}") from error
            if wrong:
                raise Held(f"{file.origin.name}: {'; '.join(wrong)}")
            self.standings[name] = now

    def _goes_to(self, folio: str, form: str) -> Path:
        zone = ZoneInfo(self.plan.when.zone) if self.plan.when else UTC
        here = self.now.astimezone(zone)
        name = self.plan.put.name.format(folio=folio, date=f"{here:%Y-%m-%d}", time=f"{here:%H%M}")
        return self.folder / self.plan.put.folder / f"{name}.{form}"

    def _put(self, made: list[tuple[Path, Path]]) -> tuple[Path, ...]:
        """Put all files where they go, under a name that none has there, each of them whole or not at all."""
        done = []
        for scratch, target in made:
            target.parent.mkdir(parents=True, exist_ok=True)
            staged = target.parent / f".{target.name}.{os.getpid()}"
            try:
                shutil.copyfile(scratch, staged)
                free = _free(target)
                staged.replace(free)
            finally:
                staged.unlink(missing_ok=True)
            done.append(free)
        return tuple(done)


def _free(target: Path) -> Path:
    """The path, or with a number behind its name where one is there already."""
    number, free = 2, target
    while free.exists():
        free = target.with_name(f"{target.stem} {number}{target.suffix}")
        number += 1
    return free


def _digest(file: Path) -> str:
    digest = hashlib.blake2b(digest_size=16)
    with file.open("rb") as source:
        while piece := source.read(_DIGEST_PIECE):
            digest.update(piece)
    return digest.hexdigest()
