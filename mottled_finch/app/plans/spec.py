"""The parts of a plan file. As in recipes, field names are its keys, and what is left out has the default given here."""

from dataclasses import dataclass, field
from typing import Annotated, Literal

from mottled_finch.core.common.recipe.conditions import OneOf
from mottled_finch.core.tables.findings import FINDERS

PLAN_FORMAT: Literal[1] = 1
"""What ``finch_plan`` says in a plan of today."""
FinderName = Annotated[str, OneOf(FINDERS)]
Day = Literal["mon", "tue", "wed", "thu", "fri", "sat", "sun"]


@dataclass(frozen=True, kw_only=True)
class WhenSpec:
    """On which ``days`` (all of them, where none is named) and at what ``time`` of a ``zone``, a name of the time zone database. A
    time that a change of the clock leaves out is the first moment after it; one that comes twice is the first of both.
    """

    days: tuple[Day, ...] = ()
    time: str = "07:00"
    zone: str = "UTC"


@dataclass(frozen=True, kw_only=True)
class TakeSpec:
    """The newest file of a ``folder`` whose name fits a ``pattern`` with * and ?; by the moment it was last written, then by name.
    One that was written within so many seconds is left until it is ``settled``. In a library ``table`` is the number of the
    table.
    """

    table: int | None = None
    folder: str = "."
    pattern: str = "*"
    settled: int = 5


@dataclass(frozen=True, kw_only=True)
class GuardsSpec:
    """What has to hold of each table that is taken, beside that of the last run that was made: records at least this share of
    those (``records``), no column gone (``columns``), no unknown categories in the fields ``known``, sums of fields within a share
    of those (``totals``), and nothing found by the finders ``without``.
    """

    records: float | None = None
    columns: bool = True
    known: tuple[str, ...] = ()
    totals: dict[str, float] = field(default_factory=dict)
    without: tuple[FinderName, ...] = ()


@dataclass(frozen=True, kw_only=True)
class MakeSpec:
    """What is made, in each of the forms ``as``, by their endings: a ``folio``, or a ``plate`` on a ``table`` that is taken, the
    first unless another is named. They are files beside the plan, folios or recipes; in a library numbers. A folio does not leave
    while a claim of it does not hold, nor a plate, unless it may be ``broken``.
    """

    folio: str | int | None = None
    plate: str | int | None = None
    table: str = ""
    as_: tuple[str, ...] = ("pptx",)
    broken: bool = False


@dataclass(frozen=True, kw_only=True)
class PutSpec:
    """Where it goes: a ``folder``, under a ``name`` in which {folio} is what the folio or plate is called, and {date} and {time}
    are those of the run in the plan's zone.
    """

    folder: str = "made"
    name: str = "{folio} {date}"


@dataclass(frozen=True, kw_only=True)
class PlanSpec:
    """When (left out, whenever it is run), what is taken for the tables of the folios by their names, under which guards, what is
    made, and where it goes. Where a guard or a claim fails, nothing of it goes anywhere. With ``arrives`` it also runs when a newer
    file is there to be taken; while it is ``paused`` only when it is asked to. How it ended is told to the address ``tell``, which
    the owner of the machine has listed.
    """

    finch_plan: Literal[1]
    title: str = ""
    when: WhenSpec | None = None
    arrives: bool = False
    paused: bool = False
    take: dict[str, TakeSpec] = field(default_factory=dict)
    guards: GuardsSpec = field(default_factory=GuardsSpec)
    make: tuple[MakeSpec, ...] = ()
    put: PutSpec = field(default_factory=PutSpec)
    tell: str = ""
