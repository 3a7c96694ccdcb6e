"""Plans in the shell: the newest files taken, guarded, made into folios, and put where they go, or held with the reason."""

import fcntl
import json
import os
import tempfile
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, replace
from datetime import datetime
from pathlib import Path
from typing import Any, Literal

from mottled_finch import __version__
from mottled_finch.app.plans.due import missed, next_due
from mottled_finch.app.plans.guards import Guarded, Standing, failing, standing_from, standing_of
from mottled_finch.app.plans.inputs import Held, Taken, copied, digest_of, newest_of
from mottled_finch.app.plans.load import load_plan
from mottled_finch.app.plans.notify import Addresses
from mottled_finch.app.plans.outputs import name_for, put_all
from mottled_finch.app.plans.places import Places, allowed_folders
from mottled_finch.app.plans.spec import MakeSpec, PlanSpec, TakeSpec, WhenSpec
from mottled_finch.core.common.errors import CoreError, RecipeError
from mottled_finch.core.common.recipe import Recipe, dump_recipe, load_recipe
from mottled_finch.core.figures.claims.judging import judged
from mottled_finch.core.figures.figure.figure import Figure, make_figure
from mottled_finch.core.outputs.changes.comparing import Since, briefly, since
from mottled_finch.core.outputs.draw import DRAWINGS, Choices, source_of, with_source
from mottled_finch.core.outputs.folio.cautions import check_claims
from mottled_finch.core.outputs.folio.load import load_folio
from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS
from mottled_finch.core.outputs.folio.pages import laid_out
from mottled_finch.core.outputs.folio.source import put_folio
from mottled_finch.core.outputs.folio.spec import FolioSpec
from mottled_finch.core.tables.mends import apply_mends

from .companions import Beside, EditionsGiven, template_beside
from .folios import Bound

State = Literal["made", "held", "same", "waiting"]
_NO_LINK = os.O_NOFOLLOW | os.O_NONBLOCK | os.O_CLOEXEC
"""The log lies where anybody who brings a plan could have put a link."""
EXITS: dict[State, int] = {"made": 0, "held": 1, "same": 3, "waiting": 3}
"""What a shell is told: that it was made, that it was held, or that there was nothing to do."""


@dataclass(frozen=True, kw_only=True)
class Run:
    """How a run ended, in one line, and the files that it made."""

    state: State
    words: str
    files: tuple[Path, ...] = ()


def run(
    plan_file: Path, now: datetime, *, dry: bool = False, again: bool = False, due: bool = False, allow: Sequence[Path] = ()
) -> Run:
    """Run a plan. ``dry`` makes everything and puts nothing anywhere, ``again`` makes it from the files of last time, too, and
    ``due`` runs only when a planned moment has passed. What the plan names lies below its own folder, or one of those to ``allow``.
    Raises CoreError for a plan or folio that cannot be read.
    """
    plan = load_plan(plan_file.read_bytes())
    addresses = Addresses.listed(os.environ)
    if plan.tell:
        addresses.check(plan.tell)
    if due and plan.paused:
        return Run(state="waiting", words="the plan is paused")
    places = Places(plan_file.parent, [*allow, *allowed_folders()])
    log = plan_file.with_suffix(".runs.jsonl")
    with _alone(plan_file):
        entries = entries_of(log)
        waits = due and plan.when is not None and not _is_due(plan.when, entries, now)
        if waits and not plan.arrives:
            assert plan.when is not None
            return Run(state="waiting", words=f"due at {next_due(plan.when, now).isoformat()}")
        with tempfile.TemporaryDirectory(prefix="finch-run-") as folder:
            runner = _Runner(plan, places, entries, now, Path(folder))
            try:
                ran = runner.run(dry=dry, again=again, newer=waits)
            except Held as held:
                ran = Run(state="held", words=str(held))
        if not dry and ran.state in ("made", "held"):
            if plan.tell:
                news = {"plan": plan.title or plan_file.stem, "at": now.isoformat(), "files": [each.name for each in ran.files]}
                problem = addresses.tell(plan.tell, {**news, "state": ran.state, "words": ran.words, "since": runner.lines})
                ran = replace(ran, words=f"{ran.words}; {problem}" if problem else ran.words)
            _append(log, {"at": now.isoformat(), "state": ran.state, "words": ran.words, **runner.entry(ran)})
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
    """The runs that a log tells of, the last one last; a line that was cut off, or is none of ours, is none. Raises RecipeError for
    a log that is no file.
    """
    try:
        with os.fdopen(os.open(log, os.O_RDONLY | _NO_LINK), encoding="utf-8", errors="replace") as file:
            lines = file.read().splitlines()
    except FileNotFoundError:
        return []
    except OSError as error:
        raise RecipeError("the log of its runs is no file, or a link; move it away", path=log.name) from error
    return [entry for line in lines if (entry := _entry_of(line)) is not None]


def _entry_of(line: str) -> dict[str, Any] | None:
    """A run as a log tells of it."""
    try:
        entry = json.loads(line)
        if datetime.fromisoformat(entry["at"]).tzinfo is None:
            return None
        for each in entry.get("took", {}).values():
            if not (isinstance(each["file"], str) and isinstance(each["digest"], str)):
                return None
        for each in entry.get("standing", {}).values():
            standing_from(each)
    except (ValueError, TypeError, KeyError, AttributeError, RecursionError):
        return None
    return dict(entry)


def _is_due(when: WhenSpec, entries: list[dict[str, Any]], now: datetime) -> bool:
    """Whether a planned moment has passed since the last run, made or held; a plan that never ran is due at once."""
    return not entries or missed(when, datetime.fromisoformat(entries[-1]["at"]), now)


def _append(log: Path, entry: dict[str, Any]) -> None:
    with os.fdopen(os.open(log, os.O_WRONLY | os.O_CREAT | os.O_APPEND | _NO_LINK, 0o644), "a", encoding="utf-8") as file:
        file.write(json.dumps(entry, ensure_ascii=False) + "\n")
        file.flush()
        os.fsync(file.fileno())


class _Runner:
    def __init__(self, plan: PlanSpec, places: Places, entries: list[dict[str, Any]], now: datetime, scratch: Path) -> None:
        self.plan, self.places, self.now, self.scratch = plan, places, now, scratch
        self.tried: dict[str, Any] = entries[-1] if entries else {}
        self.last: dict[str, Any] = next((entry for entry in reversed(entries) if entry.get("state") == "made"), {})
        self.taken: dict[str, Taken] = {}
        self.standings: dict[str, Standing] = {}
        self.lines: list[str] = []

    def run(self, *, dry: bool, again: bool, newer: bool) -> Run:
        """``newer`` asks for other files than those that the last run tried, whatever became of them."""
        for name, take in self.plan.take.items():
            self.taken[name] = self._take(name, take)
        known = [self.last, *([self.tried] if newer else [])]
        if self.taken and not again and any(self._digests() == _digests_of(entry) for entry in known):
            return Run(state="same", words="nothing newer is there")
        goes = self.places.file(self.plan.put.folder, "put.folder")  # asked before anything is made
        made: list[tuple[Path, str]] = []
        for make in self.plan.make:
            files, changes = self._make(make)
            made += files
            self.lines += briefly(changes)
        if dry:
            done = tuple(goes / name for _, name in made)
        else:
            with self.places.folder(self.plan.put.folder, "put.folder", make=True) as folder:
                done = put_all(made, folder)
        names, more = ", ".join(each.name for each in done), len(self.lines) - 1
        moved = f"; since last time: {self.lines[0]}{f', and {more} more' if more > 0 else ''}" if self.lines else ""
        return Run(state="made", words=f"{'would make' if dry else 'made'} {names}{moved}", files=done)

    def entry(self, ran: Run) -> dict[str, Any]:
        """What is kept of the run beside how it ended."""
        took = {name: {"file": str(each.origin), "digest": each.digest} for name, each in self.taken.items()}
        if ran.state != "made":
            return {"took": took}
        standing = {name: each.plain() for name, each in self.standings.items()}
        return {"took": took, "standing": standing, "files": [str(each) for each in ran.files], "since": self.lines}

    def _digests(self) -> dict[str, str]:
        return {name: each.digest for name, each in self.taken.items()}

    def _take(self, name: str, take: TakeSpec) -> Taken:
        if take.table is not None:
            raise RecipeError("a number is one of a library; a shell takes a table by its name", path=f"take.{name}.table")
        try:
            with self.places.folder(take.folder, f"take.{name}.folder") as folder:
                newest = newest_of(folder, take, self.now.timestamp())
                return copied(folder, newest, self.scratch / f"take {len(self.taken)}")
        except FileNotFoundError as error:
            raise Held(f"the folder {take.folder} of {name} is not there") from error

    def _make(self, make: MakeSpec) -> tuple[list[tuple[Path, str]], dict[str, Since]]:
        """The files of a folio or plate, made in the scratch folder, each with where it goes, and what changed in its plates."""
        if isinstance(make.folio, int) or isinstance(make.plate, int):
            raise RecipeError("a number is one of a library; in a shell name a file beside the plan", path="make")
        if make.folio is not None:
            return self._folio(self.places.file(make.folio, "make"), make)
        assert make.plate is not None, "the loader asks for one of both"
        return self._plate(self.places.file(make.plate, "make"), make)

    def _folio(self, file: Path, make: MakeSpec) -> tuple[list[tuple[Path, str]], dict[str, Since]]:
        folio = self._with_tables(load_folio(_content(file, "folio")))
        bound = Bound(folio, file.parent, self._within())
        bound.make()
        for name, taken in self.taken.items():
            plate = next((each for each, spec in bound.folio.plates.items() if bound.table_of(spec) == name), None)
            if plate is not None:
                self._guard(name, taken, bound.recipes[plate], bound)
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
            files.append(self._scratched(content, file.stem.removesuffix(".folio"), form))
        return files, bound.changes

    def _plate(self, file: Path, make: MakeSpec) -> tuple[list[tuple[Path, str]], dict[str, Since]]:
        """A plate is a folio of one plate without a page, as far as its tables go."""
        recipe = load_recipe(_content(file, "recipe"))
        name = make.table or next(iter(self.taken), "")
        if not name:
            raise RecipeError("a plate is made of a table that is taken; name one under take", path="make")
        origin, before = self.taken[name], self._before(name)
        bound = Bound(FolioSpec(finch_folio=1), file.parent, self._within())
        self._guard(name, origin, recipe, bound)
        figures = [self._figure(recipe, each, before, bound) for each in (origin.path, *([before] if before else []))]
        if isinstance(figures[0], CoreError):
            raise Held(f"{file.stem} cannot be made: {figures[0]}")
        broken = [each for each in judged(figures[0]) if not each.holds]
        if broken and not make.broken:
            raise Held(f"{file.stem} claims that {broken[0].words}, and {broken[0].now}; let it leave with “broken”")
        files = []
        for form in make.as_:
            drawing = DRAWINGS[form]
            template = template_beside(file.parent, recipe.page.template, drawing.laid_in, None)
            choices = Choices(template=template)
            source = source_of(figures[0], dump_recipe(recipe), choices, origin.origin.name, __version__)
            content = with_source(drawing.draw(figures[0], choices), form, source)
            files.append(self._scratched(content, file.stem.removesuffix(".recipe"), form))
        earlier = figures[-1] if before is not None else None
        return files, {file.stem: since(figures[0], earlier)} if isinstance(earlier, Figure) else {}

    def _figure(self, recipe: Recipe, file: Path, before: Path | None, bound: Bound) -> Figure | CoreError:
        library = Beside(bound.folder, recipe.table, file)
        editions = EditionsGiven({"before": before} if before else {}, recipe.table, library)
        try:
            return make_figure(bound.table(file, recipe.table), recipe, library=library, editions=editions)
        except CoreError as error:
            return error

    def _within(self) -> Places:
        """What a folio may name: what the plan may, and what was taken."""
        return self.places.with_folder(self.scratch)

    def _scratched(self, content: bytes, made: str, form: str) -> tuple[Path, str]:
        """A file in the scratch folder, and the name under which it goes."""
        scratch = self.scratch / f"{len(list(self.scratch.iterdir()))}.{form}"
        scratch.write_bytes(content)
        return scratch, name_for(self.plan, made, form, self.now)

    def _before(self, name: str) -> Path | None:
        """The file of the last run that was made, where it is still there and the same."""
        last = self.last.get("took", {}).get(name, {})
        try:
            file = self.places.file(last["file"], "took") if last else None
        except RecipeError:  # it lies where this run may not look
            return None
        return file if file is not None and file.is_file() and digest_of(file) == last["digest"] else None

    def _with_tables(self, folio: FolioSpec) -> FolioSpec:
        """The folio with the files that were taken, and those of the last run as the edition before, where they are still there."""
        missing = [name for name in self.taken if name not in folio.tables]
        if missing:
            raise RecipeError(f"the folio has no table {missing[0]}; it has {', '.join(folio.tables)}", path=f"take.{missing[0]}")
        before = dict(folio.before)
        for name in self.taken:
            file = self._before(name)
            if file is not None:
                before[name] = str(file)
        tables = {name: str(self.taken[name].path) if name in self.taken else file for name, file in folio.tables.items()}
        return replace(folio, tables=tables, before=before)

    def _guard(self, name: str, file: Taken, recipe: Recipe, bound: Bound) -> None:
        """Raises Held for what does not hold of a table; each is guarded once, mended as its first plate has it."""
        if name in self.standings:
            return
        last = self.last.get("standing", {}).get(name)
        try:
            table = bound.table(file.path, recipe.table)
            mended = apply_mends(table, recipe.table.mends, Beside(bound.folder, recipe.table, file.path)).table
            now = standing_of(mended, self.plan.guards)
            wrong = failing(Guarded(table=mended, now=now, last=standing_from(last) if last else None, guards=self.plan.guards))
        except CoreError as error:
            raise Held(f"{file.origin.name}: {error}") from error
        if wrong:
            raise Held(f"{file.origin.name}: {'; '.join(wrong)}")
        self.standings[name] = now


def _digests_of(entry: dict[str, Any]) -> dict[str, str]:
    return {name: each["digest"] for name, each in entry.get("took", {}).items()}


def _content(file: Path, what: str) -> bytes:
    if not file.is_file():
        raise RecipeError(f'no {what} beside the plan is called "{file.name}"', path="make", received=file.name)
    return file.read_bytes()
