"""Plans in the shell: the newest files taken, guarded, made into folios, and put where they go, or held with the reason."""

import fcntl
import os
import tempfile
from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager, suppress
from dataclasses import dataclass, replace
from datetime import datetime
from pathlib import Path
from typing import Literal

from mottled_finch.app.folios import FolioPages
from mottled_finch.app.plans.due import missed, next_due
from mottled_finch.app.plans.guards import Standing
from mottled_finch.app.plans.inputs import Held, Newest, Taken, digest_of
from mottled_finch.app.plans.load import load_plan
from mottled_finch.app.plans.notify import Addresses
from mottled_finch.app.plans.places import Places, allowed_folders
from mottled_finch.app.plans.running import MadePlate, Running, and_told, guarded
from mottled_finch.app.plans.spec import MakeSpec, PlanSpec, TakeSpec, WhenSpec
from mottled_finch.app.plates import Origin, PlateHere
from mottled_finch.app.ports import OWNER
from mottled_finch.core.common.errors import CoreError, RecipeError
from mottled_finch.core.common.recipe import Recipe, dump_recipe, load_recipe
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.changes.comparing import Since, since
from mottled_finch.core.outputs.draw import Choices, rendered
from mottled_finch.core.outputs.folio.load import load_folio
from mottled_finch.core.outputs.folio.spec import FolioSpec
from mottled_finch.core.tables.mends import apply_mends

from .companions import Beside, figure_beside, templates_beside
from .folios import FolioBeside
from .run_log import Entry, Made, Took, append, entries_of

State = Literal["made", "held", "same", "waiting"]
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
    if plan.tell:
        Addresses.listed(os.environ).check(plan.tell)
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
            here = _PlanBeside(plan, places, entries, Path(folder), newer=waits)
            running = Running(OWNER, plan, here, places, now, Path(folder), rendered)
            ran = _carried_out(running, dry=dry, again=again)
        if not dry and ran.state in ("made", "held"):
            if plan.tell:
                words = and_told(running, plan.title or plan_file.stem, ran.state, ran.words, os.environ)
                ran = replace(ran, words=words)
            append(log, here.entry(ran, now, running.lines))
        return ran


def _carried_out(running: Running, *, dry: bool, again: bool) -> Run:
    try:
        if running.run(dry=dry, again=again) == "same":
            return Run(state="same", words="nothing newer is there")
    except Held as held:
        return Run(state="held", words=str(held))
    lines, more = running.lines, len(running.lines) - 1
    moved = f"; since last time: {lines[0]}{f', and {more} more' if more > 0 else ''}" if lines else ""
    return Run(state="made", words=f"{'would make' if dry else 'made'} {running.names}{moved}", files=running.files)


@contextmanager
def _alone(plan_file: Path) -> Iterator[None]:
    """One run of a plan at a time. Raises RecipeError while another one is under way."""
    with plan_file.open("rb") as held:
        try:
            fcntl.flock(held, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError as error:
            raise RecipeError("another run of this plan is under way; wait until it ends", path=plan_file.name) from error
        yield


def _is_due(when: WhenSpec, entries: list[Entry], now: datetime) -> bool:
    """Whether a planned moment has passed since the last run, made or held; a plan that never ran is due at once."""
    return not entries or missed(when, entries[-1].at, now)


class _PlanBeside:
    """A plan that is a file of a folder, with its folios and recipes beside it. Tables are guarded as the first plate of each has
    them read and mended.
    """

    def __init__(self, plan: PlanSpec, places: Places, entries: list[Entry], scratch: Path, *, newer: bool) -> None:
        """``newer`` asks for other files than those that the last run tried, whatever became of them."""
        self._plan, self._places, self._scratch, self._newer = plan, places, scratch, newer
        self._tried = entries[-1].digests if entries else {}
        self._last = next((entry for entry in reversed(entries) if entry.made), None)
        self.taken: dict[str, Taken] = {}
        self.standings: dict[str, Standing] = {}
        self._folios: dict[str, FolioBeside] = {}
        self._recipes: dict[str, Recipe] = {}

    def expect(self, name: str, take: TakeSpec) -> None:
        if take.table is not None:
            raise RecipeError("a number is one of a library; a shell takes a table by its name", path=f"take.{name}.table")

    def found(self, name: str, newest: Newest) -> None:
        """The log says what was taken."""

    def known(self) -> list[dict[str, str]]:
        return [self._last.digests if self._last else {}, *([self._tried] if self._newer else [])]

    def bring(self, taken: Mapping[str, Taken]) -> None:
        self.taken.update(taken)
        for make in self._plan.make:
            if make.folio is not None:
                self._bring_folio(_named(make.folio))
            else:
                assert make.plate is not None, "the loader asks for one of both"
                self._bring_plate(_named(make.plate), make)

    def folio(self, make: MakeSpec) -> tuple[str, FolioPages]:
        name = _named(make.folio)
        return Path(name).stem.removesuffix(".folio"), FolioPages(OWNER, self._folios[name])

    def plate(self, make: MakeSpec) -> MadePlate:
        name, table = _named(make.plate), self._table(make)
        file = self._places.file(name, "make")
        title = file.stem.removesuffix(".recipe")
        recipe, folio, before = self._recipes[name], self._alone(file), self._before(table)
        try:
            figure = self._figure(recipe, self.taken[table].path, before, folio)
        except CoreError as error:
            raise Held(f"{title} cannot be made: {error}") from error
        origin = Origin(recipe=dump_recipe(recipe), table=self.taken[table].origin.name)
        plate = PlateHere(figure=figure, origin=origin, templates=templates_beside(file.parent))
        change: Since | None = None
        if before is not None:
            with suppress(CoreError):  # what stands now does not fit the edition before
                change = since(figure, self._figure(recipe, before, before, folio))
        return MadePlate(title=title, plate=plate, change=change)

    def choices(self, _reads: tuple[str, ...]) -> Choices:
        return Choices()

    def entry(self, ran: "Run", now: datetime, lines: list[str]) -> Entry:
        """What the log says of the run."""
        took = {name: Took(str(each.origin), each.digest) for name, each in self.taken.items()}
        made = Made(standing=self.standings, files=[str(each) for each in ran.files], since=lines) if ran.state == "made" else None
        return Entry(at=now, state=ran.state, words=ran.words, took=took, made=made)

    def _bring_folio(self, name: str) -> None:
        file = self._places.file(name, "make")
        folio = FolioBeside(self._with_tables(load_folio(_content(file, "folio"))), file.parent, self._within())
        for table, taken in self.taken.items():
            plate = next((each for each, spec in folio.folio.plates.items() if folio.table_of(spec) == table), None)
            if plate is not None:
                self._guard(table, taken, folio.recipe(plate), folio)
        self._folios[name] = folio

    def _bring_plate(self, name: str, make: MakeSpec) -> None:
        file, table = self._places.file(name, "make"), self._table(make)
        self._recipes[name] = load_recipe(_content(file, "recipe"))
        self._guard(table, self.taken[table], self._recipes[name], self._alone(file))

    def _table(self, make: MakeSpec) -> str:
        name = make.table or next(iter(self.taken), "")
        if not name:
            raise RecipeError("a plate is made of a table that is taken; name one under take", path="make")
        return name

    def _alone(self, file: Path) -> FolioBeside:
        """A plate is a folio of one plate without a page, as far as its tables go."""
        return FolioBeside(FolioSpec(finch_folio=1), file.parent, self._within())

    def _figure(self, recipe: Recipe, file: Path, before: Path | None, folio: FolioBeside) -> Figure:
        return figure_beside(folio.table(file, recipe.table), recipe, folio.folder, file, {"before": before} if before else {})

    def _within(self) -> Places:
        """What a folio may name: what the plan may, and what was taken."""
        return self._places.with_folder(self._scratch)

    def _before(self, name: str) -> Path | None:
        """The file of the last run that was made, where it is still there and the same."""
        last = self._last.took.get(name) if self._last else None
        if last is None:
            return None
        try:
            file = self._places.file(last.file, "took")
        except RecipeError:  # it lies where this run may not look
            return None
        return file if file.is_file() and digest_of(file) == last.digest else None

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

    def _guard(self, name: str, file: Taken, recipe: Recipe, folio: FolioBeside) -> None:
        """Raises Held for what does not hold of a table; each is guarded once."""
        if name in self.standings:
            return
        last = self._last.made.standing.get(name) if self._last and self._last.made else None
        try:
            table = folio.table(file.path, recipe.table)
            mended = apply_mends(table, recipe.table.mends, Beside(folio.folder, recipe.table, file.path)).table
        except CoreError as error:
            raise Held(f"{file.origin.name}: {error}") from error
        self.standings[name] = guarded(file.origin.name, mended, last, self._plan.guards)


def _named(made: int | str | None) -> str:
    """A folio or plate by the name of its file."""
    if not isinstance(made, str):
        raise RecipeError("a number is one of a library; in a shell name a file beside the plan", path="make")
    return made


def _content(file: Path, what: str) -> bytes:
    if not file.is_file():
        raise RecipeError(f'no {what} beside the plan is called "{file.name}"', path="make", received=file.name)
    return file.read_bytes()
