"""A plan carried out: the newest files taken and guarded, all that it names made of them, and put where it goes; or held, and why.

Where tables, folios and plates are, and what was taken before, is asked of where the plan is kept.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from pathlib import Path
from typing import Literal, Protocol

from mottled_finch.core.common.errors import CoreError, DrawError
from mottled_finch.core.outputs.changes.comparing import Since, briefly
from mottled_finch.core.outputs.draw import DRAWINGS, Choices
from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS
from mottled_finch.core.tables.table import Table

from ..folios import FolioPages
from ..plates import PlateHere, broken_claim, export_plate
from ..ports import Draw, Person
from .guards import Guarded, Standing, failing, standing_of
from .inputs import Held, Newest, Taken, copied, newest_of
from .notify import Addresses
from .outputs import name_for, put_all
from .places import Places
from .spec import GuardsSpec, MakeSpec, PlanSpec, TakeSpec

Digests = Mapping[str, str]
"""What files hold, by the names that a plan has for them."""
Export = Callable[[str], bytes]
"""A form to its file."""


@dataclass(frozen=True, kw_only=True)
class MadePlate:
    """A plate on what was taken, and what it is called. ``change`` is what changed in it, where its table had an edition before."""

    title: str
    plate: PlateHere
    change: Since | None = None


class PlanHere(Protocol):
    """Where a plan is kept, and what it names. Held says what stands in its way now, CoreError what is wrong with it."""

    def expect(self, name: str, take: TakeSpec) -> None:
        """Make sure that a table is there to be taken."""

    def found(self, name: str, newest: Newest) -> None:
        """Hear which file is tried."""

    def known(self) -> Sequence[Digests]:
        """The files of runs before of which nothing is to be made again."""

    def bring(self, taken: Mapping[str, Taken]) -> None:
        """Guard the files that were taken, and let the plan's plates be made of them."""

    def folio(self, make: MakeSpec) -> tuple[str, FolioPages]:
        """A folio laid out, and what it is called."""

    def plate(self, make: MakeSpec) -> MadePlate:
        """A plate."""

    def choices(self, reads: tuple[str, ...]) -> Choices:
        """What is usual of an output that follows these choices."""


@dataclass
class Running:
    """A run of a plan while it is carried out. ``scratch`` is an empty folder for files that are not done."""

    asks: Person
    plan: PlanSpec
    here: PlanHere
    places: Places
    now: datetime
    scratch: Path
    draw: Draw
    lines: list[str] = field(default_factory=list)
    """What changed in what was made, since the edition before."""
    files: tuple[Path, ...] = ()

    def run(self, *, dry: bool, again: bool) -> Literal["made", "same"]:
        """Carry it out. ``dry`` makes everything and puts nothing anywhere, ``again`` makes it from files that are known, too.
        Raises Held and CoreError.
        """
        taken = {name: self._take(name, take) for name, take in self.plan.take.items()}
        digests = {name: each.digest for name, each in taken.items()}
        if taken and not again and any(digests == dict(known) for known in self.here.known()):
            return "same"
        goes = self.places.file(self.plan.put.folder, "put.folder")  # asked before anything is made
        self.here.bring(taken)
        made = [file for make in self.plan.make for file in self._make(make)]
        if dry:
            self.files = tuple(goes / name for _, name in made)
        else:
            with self.places.folder(self.plan.put.folder, "put.folder", make=True) as folder:
                self.files = put_all(made, folder)
        return "made"

    @property
    def names(self) -> str:
        """What was made, or would be."""
        return ", ".join(each.name for each in self.files)

    def _take(self, name: str, take: TakeSpec) -> Taken:
        self.here.expect(name, take)
        try:
            with self.places.folder(take.folder, f"take.{name}.folder") as folder:
                newest = newest_of(folder, take, self.now.timestamp())
                self.here.found(name, newest)
                return copied(folder, newest, self.scratch / f"take {list(self.plan.take).index(name)}")
        except FileNotFoundError as error:
            raise Held(f"the folder {take.folder} of {name} is not there") from error

    def _make(self, make: MakeSpec) -> list[tuple[Path, str]]:
        """Each file in the scratch folder, and the name under which it goes."""
        title, export = self._folio(make) if make.folio is not None else self._plate(make)
        files = []
        for form in make.as_:
            scratch = self.scratch / f"{len(list(self.scratch.iterdir()))}.{form}"
            scratch.write_bytes(export(form))
            files.append((scratch, name_for(self.plan, title, form, self.now)))
        return files

    def _folio(self, make: MakeSpec) -> tuple[str, Export]:
        title, pages = self.here.folio(make)
        try:
            pages.check(broken=make.broken)
        except DrawError as error:
            raise Held(f"{title}{', ' if error.path else ': '}{error}") from error
        self.lines += briefly(pages.made.changes)
        return title, lambda form: pages.export(form, self.here.choices(FOLIO_DRAWINGS[form].reads), self.draw)

    def _plate(self, make: MakeSpec) -> tuple[str, Export]:
        made = self.here.plate(make)
        broken = broken_claim(made.plate.figure)
        if broken and not make.broken:
            anyway = "correct the words, or let it leave all the same"
            raise Held(f"{made.title} claims that {broken.words}, and {broken.now}; {anyway}")
        if made.change is not None:
            self.lines += briefly({made.title: made.change})
        return made.title, lambda form: export_plate(
            self.asks, made.plate, form, self.here.choices(DRAWINGS[form].reads), self.draw
        )


def guarded(file: str, table: Table, last: Standing | None, guards: GuardsSpec) -> Standing:
    """What is remembered of a table. Raises Held where a guard does not hold of it, naming the file."""
    try:
        now = standing_of(table, guards)
        wrong = failing(Guarded(table=table, now=now, last=last, guards=guards))
    except CoreError as error:
        raise Held(f"{file}: {error}") from error
    if wrong:
        raise Held(f"{file}: {'; '.join(wrong)}")
    return now


def and_told(running: Running, plan: str, state: str, words: str, environment: Mapping[str, str]) -> str:
    """Tell the plan's address how it ended, if ``environment`` lists it; the words, with why where that could not be done."""
    news = {"plan": plan, "at": running.now.isoformat(), "files": [each.name for each in running.files]}
    try:
        addresses = Addresses.listed(environment)
        addresses.check(running.plan.tell)
        problem = addresses.tell(running.plan.tell, {**news, "state": state, "words": words, "since": running.lines})
    except CoreError as error:
        problem = str(error)
    return f"{words}; {problem}" if problem else words
