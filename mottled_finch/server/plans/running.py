"""One run of a plan: files taken and guarded, editions let stand, folios and plates made, and put where they go."""

import logging
import os
import tempfile
from dataclasses import dataclass, field
from datetime import datetime
from pathlib import Path
from typing import Any

from django.db import transaction
from django.utils import timezone

from mottled_finch.app.plans.guards import Guarded, failing, standing_of
from mottled_finch.app.plans.inputs import Held, Taken, copied, newest_of
from mottled_finch.app.plans.notify import Addresses
from mottled_finch.app.plans.outputs import name_for, put_all
from mottled_finch.app.plans.spec import MakeSpec, PlanSpec
from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.figures.claims.judging import judged
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.changes.comparing import briefly, since
from mottled_finch.core.outputs.draw import DRAWINGS, choices_from
from mottled_finch.core.outputs.folio.cautions import check_claims
from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS

from ..folios.figures import laid, plates_of
from ..folios.leaving import exported as exported_folio
from ..folios.leaving import file_title as folio_file
from ..folios.models import Folio
from ..plates.actions import figure_before, figure_of
from ..plates.export_views import exported as exported_plate
from ..plates.export_views import file_title as plate_file
from ..plates.models import Plate
from ..plates.templates import usual_choices, usual_of
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
    runner = _Runner(run, now)
    try:
        with tempfile.TemporaryDirectory(dir=folder()) as scratch:
            state, words = runner.run(Path(scratch))
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
        runner.let_go()
    if runner.plan is not None and runner.plan.tell and not run.dry and state in (State.MADE, State.HELD):
        words = _and_told(runner, state, words, now)
    Run.objects.filter(pk=run.pk).update(
        state=state, words=words, ended=timezone.now(), since=runner.lines, files=[str(each) for each in runner.files]
    )


def _and_told(runner: "_Runner", state: str, words: str, now: datetime) -> str:
    """Tell the address; what is kept of it where that failed is said behind the words."""
    assert runner.plan is not None
    news = {"plan": runner.plan.title, "at": now.isoformat(), "files": [each.name for each in runner.files]}
    try:
        addresses = Addresses.listed(os.environ)
        addresses.check(runner.plan.tell)
        problem = addresses.tell(runner.plan.tell, {**news, "state": state, "words": words, "since": runner.lines})
    except CoreError as error:
        problem = str(error)
    return f"{words}; {problem}" if problem else words


def cut_off() -> None:
    """After a start: what ran when the server stopped was cut off, and is run again. What it had put stands; nothing is half."""
    for run in Run.objects.filter(state=State.RUNNING):
        with transaction.atomic():
            Run.objects.filter(pk=run.pk).update(
                state=State.CUT, ended=timezone.now(), words="The server stopped while it ran; it was run again after the start."
            )
            Run.objects.create(plan=run.plan, asked=run.asked, dry=run.dry, again=run.again, due=run.due)


@dataclass
class _Runner:
    """A run while it is carried out. ``tables`` are those that are taken, with the editions that stand, or would."""

    row: Run
    now: datetime
    plan: PlanSpec | None = None
    tables: dict[int, Table] = field(default_factory=dict)
    lines: list[str] = field(default_factory=list)
    files: tuple[Path, ...] = ()

    def run(self, scratch: Path) -> tuple[str, str]:
        """How it ends, and in which words. Raises Held, CoreError and Problem."""
        self.plan = plan = self.row.plan.spec()
        taken = self._take(plan, scratch)
        made_last = self.row.plan.runs.filter(state=State.MADE, dry=False).first()
        known = {name: each["digest"] for name, each in made_last.took.items()} if made_last else {}
        if taken and not self.row.again and known == {name: each.digest for name, each in taken.items()}:
            return State.SAME, "Nothing newer is there."
        last = _last_taken(self.row.plan)
        self.row.took = {name: last[name] for name, file in taken.items() if self._stands(last.get(name), file)}
        for name, file in taken.items():
            if name not in self.row.took and (standing := self._known(plan, name, file)):
                self.row.took[name] = standing
        if not self.row.dry:
            self._clear()
        given = {name: self._read(plan, name, file) for name, file in taken.items() if name not in self.row.took}
        for name, each in given.items():
            self._guard(plan, name, each)
        for name, each in given.items():
            self._let_stand(name, each, taken[name])
        made = [file for place, make in enumerate(plan.make) for file in self._make(plan, make, place, scratch)]
        self.files = self._put(plan, made)
        names = ", ".join(each.name for each in self.files)
        return State.MADE, f"{'Would make' if self.row.dry else 'Made'} {names}."

    def _put(self, plan: PlanSpec, made: list[tuple[Path, str]]) -> tuple[Path, ...]:
        """Put what was made where it goes, and say where that is."""
        if self.row.dry:
            return tuple(places().file(plan.put.folder, "put.folder") / name for _, name in made)
        with places().folder(plan.put.folder, "put.folder", make=True) as goes:
            return put_all(made, goes)

    def let_go(self) -> None:
        """Leave out what was read and does not stand: a file that a guard held waits on the desk instead."""
        for given in Import.objects.filter(pk__in=self.row.given):
            remove(given)

    def _take(self, plan: PlanSpec, scratch: Path) -> dict[str, Taken]:
        taken = {}
        for name, take in plan.take.items():
            found = Table.standing(removed=True).filter(pk=take.table or 0).first()
            if found is None:
                raise Held(f"The table {name} was removed; choose another one")
            try:
                with places().folder(take.folder, f"take.{name}.folder") as folder:
                    newest = newest_of(folder, take, self.now.timestamp())
                    self.row.tried[name] = newest.plain()
                    Run.objects.filter(pk=self.row.pk).update(tried=self.row.tried)
                    taken[name] = copied(folder, newest, scratch / str(found.pk))
            except FileNotFoundError as error:
                raise Held(f"the folder {take.folder} of {name} is not there") from error
            self.tables[found.pk] = found
        return taken

    def _clear(self) -> None:
        """Files of this plan that were held before give way to the newer ones."""
        for run in self.row.plan.runs.exclude(pk=self.row.pk).exclude(given=[]):
            for given in Import.objects.filter(pk__in=run.given):
                remove(given)
            Run.objects.filter(pk=run.pk).update(given=[])

    def _stands(self, last: dict[str, Any] | None, file: Taken) -> bool:
        """Whether the edition that stands is of this very file."""
        return last is not None and last["digest"] == file.digest and self._edition_number(last["table"]) == last.get("edition")

    def _known(self, plan: PlanSpec, name: str, file: Taken) -> dict[str, Any] | None:
        """What is kept of a file that somebody brought in already, as the edition that stands. Raises Held where another stands."""
        table = self.tables[plan.take[name].table or 0]
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

    def _edition_number(self, table: int) -> int | None:
        found = self.tables.get(table)
        return None if found is None else found.edition().number

    def _read(self, plan: PlanSpec, name: str, file: Taken) -> Import:
        """The file as an edition that does not stand yet, read as the one that does."""
        table = self.tables[plan.take[name].table or 0]
        given = lay_out(table, file.origin.name, file.path)
        self.row.given = [*self.row.given, given.pk]
        Run.objects.filter(pk=self.row.pk).update(given=self.row.given)
        read(given, Import.State.LOOKING)
        if given.state != Import.State.COMPARED:
            raise Held(given.problem or f"{given.name} was left out while it was read.")
        return given

    def _guard(self, plan: PlanSpec, name: str, given: Import) -> None:
        table = self.tables[plan.take[name].table or 0]
        assert given.edition is not None
        before = readable_table(mended(table.edition(), table.mends()))
        try:
            after = readable_table(laid_on(EDITIONS.open(given.edition), table.edition(), table.mends()))
            now, last = standing_of(after, plan.guards), standing_of(before, plan.guards)
            wrong = failing(Guarded(table=after, now=now, last=last, guards=plan.guards))
        except CoreError as error:
            raise Held(f"{given.name}: {error}") from error
        if wrong:
            raise Held(f"{given.name}: {'; '.join(wrong)}")

    def _let_stand(self, name: str, given: Import, file: Taken) -> None:
        """Let an edition stand and keep which: for good, or for this run alone when it is dry."""
        edition = given.edition
        assert edition is not None
        table = edition.table_id
        took = {"digest": file.digest, "table": table, "edition": edition.number, "file": str(file.origin)}
        self.row.took = {**self.row.took, name: took}
        if self.row.dry:
            self.tables[table].current = edition
            return
        try:
            with transaction.atomic():
                self.tables[table] = accept(given, {}, seen=str(self.tables[table].edition().number))
                Run.objects.filter(pk=self.row.pk).update(took=self.row.took)
        except Problem as problem:
            raise Held(f"{given.name}: {problem.detail}") from problem

    def _make(self, plan: PlanSpec, make: MakeSpec, place: int, scratch: Path) -> list[tuple[Path, str]]:
        """Each file in the scratch folder, and the name under which it goes."""
        title, contents = self._folio(make) if make.folio is not None else self._plate(make)
        files = []
        for form, content in contents.items():
            made = scratch / f"{place}.{form}"
            made.write_bytes(content)
            files.append((made, name_for(plan, title, form, self.now)))
        return files

    def _folio(self, make: MakeSpec) -> tuple[str, dict[str, bytes]]:
        folio = Folio.everything.filter(pk=make.folio or 0).first()
        if folio is None:
            raise Held("A folio that it makes was removed; choose another one")
        spec, usual = folio.spec(), usual_choices()
        plates = plates_of(spec)
        for plate in plates.values():
            self._as_taken(plate)
        made, _ = laid(spec, plates)
        if not make.broken:
            try:
                check_claims(made, "let it leave all the same")
            except CoreError as error:
                raise Held(f"{folio_file(folio)}, {error}") from error
        self.lines += briefly(made.changes)
        contents = {}
        for form in make.as_:
            drawing = FOLIO_DRAWINGS[form]
            choices = choices_from({name: each for name, each in usual.items() if name in drawing.reads}, drawing.reads)
            try:
                contents[form] = exported_folio(folio, plates, form, choices, broken=True)
            except Problem as problem:
                raise Held(f"{folio_file(folio)}: {problem.detail}") from problem
        return folio_file(folio), contents

    def _plate(self, make: MakeSpec) -> tuple[str, dict[str, bytes]]:
        plate = Plate.everything.select_related("table", "table__current").filter(pk=make.plate or 0).first()
        if plate is None:
            raise Held("A plate that it makes was removed; choose another one")
        self._as_taken(plate)
        try:
            figure = figure_of(plate)
        except (CoreError, Problem) as error:
            raise Held(f"{plate_file(plate)} cannot be made: {error}") from error
        title = plate_file(plate, figure)
        broken = next((each for each in judged(figure) if not each.holds), None)
        if broken and not make.broken:
            raise Held(f"{title} claims that {broken.words}, and {broken.now}")
        self.lines += _change_of(title, plate, figure)
        choices = {form: choices_from(usual_of(DRAWINGS[form]), DRAWINGS[form].reads) for form in make.as_}
        return title, {form: exported_plate(plate, figure, form, each) for form, each in choices.items()}

    def _as_taken(self, plate: Plate | None) -> None:
        """Let a plate lie on the edition that was taken, which does not stand for others when the run is dry."""
        if plate is not None and plate.table_id in self.tables:
            plate.table = self.tables[plate.table_id]


def _change_of(title: str, plate: Plate, figure: Figure) -> list[str]:
    try:
        before = figure_before(plate.table, plate.recipe())
    except CoreError:  # what stands now does not fit the edition before
        return []
    return [] if before is None else briefly({title: since(figure, before)})


def _last_taken(plan: Plan) -> dict[str, Any]:
    """What the last run took that let editions stand."""
    found = plan.runs.exclude(took={}).first()
    return found.took if found else {}
