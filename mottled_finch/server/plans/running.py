"""One run of a plan: files taken and guarded, editions let stand, folios and plates made, and put where they go."""

import logging
import os
import tempfile
from collections.abc import Mapping
from datetime import datetime
from pathlib import Path
from typing import Any

from django.db import transaction
from django.utils import timezone

from mottled_finch.app.folios import FolioPages
from mottled_finch.app.plans.guards import standing_of
from mottled_finch.app.plans.inputs import Held, Newest, Taken
from mottled_finch.app.plans.running import MadePlate, Running, and_told, guarded
from mottled_finch.app.plans.spec import MakeSpec, TakeSpec
from mottled_finch.app.ports import OWNER
from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.changes.comparing import Since, since
from mottled_finch.core.outputs.draw import Choices, choices_from
from mottled_finch.work.asking import rendered

from ..folios.figures import laid, plates_of
from ..folios.leaving import file_title as folio_file
from ..folios.models import Folio
from ..plates.actions import figure_before, figure_of
from ..plates.leaving import file_title as plate_file
from ..plates.leaving import here
from ..plates.models import Plate
from ..plates.templates import usual_choices
from ..problems import is_full
from ..refusal import Problem
from ..tables.files import folder
from ..tables.imports import accept, lay_out, taken_already
from ..tables.mended import laid_on, mended, readable_table
from ..tables.models import Import, Table
from ..tables.reading import carry_out as read
from ..tables.storage import EDITIONS
from ..tables.tidying import remove
from .folders import places
from .models import Plan, Run

log = logging.getLogger("django.request")
State = Run.State


def carry_out(run: Run, now: datetime) -> None:
    """Carry out a run that waits, and keep how it ended. The plan's address is told, if it has one and something came of it."""
    if not Run.objects.filter(pk=run.pk, state=State.WAITING).update(state=State.RUNNING, started=timezone.now()):
        return
    run.refresh_from_db()
    library = _PlanOfLibrary(run)
    running: Running | None = None
    try:
        with tempfile.TemporaryDirectory(dir=folder()) as scratch:
            running = Running(OWNER, run.plan.spec(), library, places(), now, Path(scratch), rendered)
            state, words = _ended(running, run)
    except Held as held:
        state, words = State.HELD, str(held)
    except Problem as problem:
        state, words = State.FAILED, problem.detail
    except CoreError as error:
        state, words = State.FAILED, str(error)
    except OSError as error:
        full = "the disk is full, so nothing was put; make room and run it again"
        state, words = State.FAILED, full if is_full(error) else f"nothing was put: {error.strerror} ({error.filename})"
    except Exception:
        log.exception("a run of plan %s broke", run.plan_id)
        state, words = State.FAILED, "something broke in Mottled Finch itself; the log says more"
    if run.dry or state != State.HELD:
        library.let_go()
    if running is not None and running.plan.tell and not run.dry and state in (State.MADE, State.HELD):
        words = and_told(running, running.plan.title, state, words, os.environ)
    lines, files = (running.lines, running.files) if running is not None else ([], ())
    Run.objects.filter(pk=run.pk).update(
        state=state, words=words, ended=timezone.now(), since=lines, files=[str(each) for each in files]
    )


def _ended(running: Running, run: Run) -> tuple[State, str]:
    if running.run(dry=run.dry, again=run.again) == "same":
        return State.SAME, "Nothing newer is there."
    return State.MADE, f"{'Would make' if run.dry else 'Made'} {running.names}."


def cut_off() -> None:
    """After a start: what ran when the server stopped was cut off, and is run again. What it had put stands; nothing is half."""
    for run in Run.objects.filter(state=State.RUNNING):
        with transaction.atomic():
            Run.objects.filter(pk=run.pk).update(
                state=State.CUT, ended=timezone.now(), words="The server stopped while it ran; it was run again after the start."
            )
            Run.objects.create(plan=run.plan, asked=run.asked, dry=run.dry, again=run.again, due=run.due)


class _PlanOfLibrary:
    """A plan of the library. ``tables`` are those that it takes, with the editions that stand, or would: a file becomes an edition
    before anything is made of it, for this run alone when that is dry.
    """

    def __init__(self, row: Run) -> None:
        self._row = row
        self._tables: dict[str, Table] = {}

    def expect(self, name: str, take: TakeSpec) -> None:
        found = Table.standing(removed=True).filter(pk=take.table or 0).first()
        if found is None:
            raise Held(f"The table {name} was removed; choose another one")
        self._tables[name] = next((table for table in self._tables.values() if table.pk == found.pk), found)

    def found(self, name: str, newest: Newest) -> None:
        self._row.tried[name] = newest.plain()
        Run.objects.filter(pk=self._row.pk).update(tried=self._row.tried)

    def known(self) -> list[dict[str, str]]:
        last = self._row.plan.runs.filter(state=State.MADE, dry=False).first()
        return [{name: each["digest"] for name, each in last.took.items()}] if last else []

    def bring(self, taken: Mapping[str, Taken]) -> None:
        last = _last_taken(self._row.plan)
        self._row.took = {name: last[name] for name, file in taken.items() if self._stands(name, last.get(name), file)}
        for name, file in taken.items():
            if name not in self._row.took and (standing := self._standing(name, file)):
                self._row.took[name] = standing
        if not self._row.dry:
            self._clear()
        given = {name: self._read(name, file) for name, file in taken.items() if name not in self._row.took}
        for name, each in given.items():
            self._guard(name, each)
        for name, each in given.items():
            self._let_stand(name, each, taken[name])

    def folio(self, make: MakeSpec) -> tuple[str, FolioPages]:
        folio = Folio.everything.filter(pk=make.folio or 0).first()
        if folio is None:
            raise Held("A folio that it makes was removed; choose another one")
        plates = plates_of(folio.spec())
        for plate in plates.values():
            self._as_taken(plate)
        return folio_file(folio), laid(folio, plates)

    def plate(self, make: MakeSpec) -> MadePlate:
        plate = Plate.everything.select_related("table", "table__current").filter(pk=make.plate or 0).first()
        if plate is None:
            raise Held("A plate that it makes was removed; choose another one")
        self._as_taken(plate)
        try:
            figure = figure_of(plate)
        except (CoreError, Problem) as error:
            raise Held(f"{plate_file(plate)} cannot be made: {error}") from error
        return MadePlate(title=plate_file(plate, figure), plate=here(plate, figure), change=_change(plate, figure))

    def choices(self, reads: tuple[str, ...]) -> Choices:
        return choices_from({name: each for name, each in usual_choices().items() if name in reads}, reads)

    def let_go(self) -> None:
        """Leave out what was read and does not stand: a file that a guard held waits on the desk instead."""
        for given in Import.objects.filter(pk__in=self._row.given):
            remove(given)

    def _clear(self) -> None:
        """Files of this plan that were held before give way to the newer ones."""
        for run in self._row.plan.runs.exclude(pk=self._row.pk).exclude(given=[]):
            for given in Import.objects.filter(pk__in=run.given):
                remove(given)
            Run.objects.filter(pk=run.pk).update(given=[])

    def _stands(self, name: str, last: dict[str, Any] | None, file: Taken) -> bool:
        """Whether the edition that stands is of this very file."""
        if last is None or last["digest"] != file.digest or last["table"] != self._tables[name].pk:
            return False
        return bool(self._tables[name].edition().number == last.get("edition"))

    def _standing(self, name: str, file: Taken) -> dict[str, Any] | None:
        """What is kept of a file that somebody brought in already, as the edition that stands. Raises Held where another stands."""
        table = self._tables[name]
        stands = table.edition()
        same = taken_already(table, file.path, stands.asked)
        if same is None:
            return None
        if same.pk != stands.pk:
            raise Held(
                f"{file.origin.name} is edition {same.number} of {table.name} already, and edition {stands.number} stands; "
                "return to it there, or give a newer file"
            )
        return {"digest": file.digest, "table": table.pk, "edition": stands.number, "file": str(file.origin)}

    def _read(self, name: str, file: Taken) -> Import:
        """The file as an edition that does not stand yet, read as the one that does."""
        given = lay_out(self._tables[name], file.origin.name, file.path)
        self._row.given = [*self._row.given, given.pk]
        Run.objects.filter(pk=self._row.pk).update(given=self._row.given)
        read(given, Import.State.LOOKING)
        if given.state != Import.State.COMPARED:
            raise Held(given.problem or f"{given.name} was left out while it was read.")
        return given

    def _guard(self, name: str, given: Import) -> None:
        table, guards = self._tables[name], self._row.plan.spec().guards
        assert given.edition is not None
        before = readable_table(mended(table.edition(), table.mends()))
        try:
            after = readable_table(laid_on(EDITIONS.open(given.edition), table.edition(), table.mends()))
            last = standing_of(before, guards)
        except CoreError as error:
            raise Held(f"{given.name}: {error}") from error
        guarded(given.name, after, last, guards)

    def _let_stand(self, name: str, given: Import, file: Taken) -> None:
        """Let an edition stand and keep which: for good, or for this run alone when it is dry."""
        edition, table = given.edition, self._tables[name]
        assert edition is not None
        took = {"digest": file.digest, "table": table.pk, "edition": edition.number, "file": str(file.origin)}
        self._row.took = {**self._row.took, name: took}
        if self._row.dry:
            table.current = edition
            return
        try:
            with transaction.atomic():
                now = accept(given, {}, seen=str(table.edition().number))
                self._tables = {each: now if one.pk == now.pk else one for each, one in self._tables.items()}
                Run.objects.filter(pk=self._row.pk).update(took=self._row.took)
        except Problem as problem:
            raise Held(f"{given.name}: {problem.detail}") from problem

    def _as_taken(self, plate: Plate | None) -> None:
        """Let a plate lie on the edition that was taken, which does not stand for others when the run is dry."""
        for table in self._tables.values():
            if plate is not None and plate.table_id == table.pk:
                plate.table = table


def _change(plate: Plate, figure: Figure) -> Since | None:
    try:
        before = figure_before(plate.table, plate.recipe())
    except CoreError:  # what stands now does not fit the edition before
        return None
    return None if before is None else since(figure, before)


def _last_taken(plan: Plan) -> dict[str, Any]:
    """What the last run took that let editions stand."""
    found = plan.runs.exclude(took={}).first()
    return found.took if found else {}
