"""What a sentence is put together from: parts, each of some words, at a cost that says how doubtful they are."""

from dataclasses import dataclass, field, replace
from typing import Any, Literal

from ....common.recipe.conditions import ConditionSpec, MeasureSpec
from ....common.recipe.spec import LevelSpec, OrderSpec, PivotSpec, ShowSpec, TotalsSpec

Intro = Literal["by", "and", "x", "comma", "bare", "within", "way"]
Way = Literal["down", "across"]
MOMENT, NUMBER = "\0moment", "\0number"
"""Fields that are not named: the one of moments, or of numbers, that the rest of the sentence is about."""


def signed(condition: ConditionSpec, sign: str, value: Any) -> ConditionSpec:
    """The condition with what a sign says of it: ``sign`` is the key of the recipe."""
    return replace(condition, **{sign: value})


@dataclass(frozen=True, slots=True, kw_only=True)
class Doubt:
    """What was taken for granted, in words. ``sure`` says that it is only told, not asked. ``kind`` and ``field`` say what else it
    could be.
    """

    words: str
    kind: Literal["take", "moment", "field", "word"] = "word"
    field: str = ""
    sure: bool = True

    @property
    def told(self) -> bool:
        """Whether it is put into words. What stands in the statement as it is printed needs none."""
        return not self.field or self.kind not in ("take", "moment")


@dataclass(frozen=True, slots=True, kw_only=True)
class Part:
    end: int
    cost: float
    doubts: tuple[Doubt, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Skipped(Part):
    """Words that say nothing, or, where they are ``left``, that were not understood."""

    left: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Measured(Part):
    """``weak`` is a word for records, beside which anything else counts; ``moment`` the field that tells when these were. ``by``
    says that it stood behind "by", as what orders.
    """

    measure: MeasureSpec
    weak: bool = False
    moment: str = ""
    by: bool = False
    bare: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Sided(Part):
    """A level; ``intro`` is how it was led in, ``way`` on which side it was asked for."""

    level: LevelSpec
    intro: Intro = "bare"
    way: Way | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Kept(Part):
    """A condition. ``out`` says that it was led in by what excludes, ``led`` that it was led in at all, ``join`` by which word it
    goes with the one before.
    """

    condition: ConditionSpec
    out: bool = False
    led: bool = False
    join: Literal["and", "or"] | None = None
    versus: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Bracket(Part):
    opens: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Shown(Part):
    show: ShowSpec


@dataclass(frozen=True, slots=True, kw_only=True)
class Within(Part):
    """A share of each member of a field: "% of department"."""

    field: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Against(Part):
    """The other side: a show against it, or the condition of the records that it is of, or another measure."""

    show: ShowSpec | None = None
    condition: ConditionSpec | None = None
    measure: MeasureSpec | None = None
    back: tuple[str, int] | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class ByHow(Part):
    by: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Over(Part):
    """Change from one part of time, or member of a field, to the next."""

    unit: str = ""
    field: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Ordered(Part):
    """``direction`` says that only which comes first is told: "descending", of whatever it goes by; ``worth`` that it is the best
    or the worst.
    """

    order: OrderSpec
    side: Literal["rows", "columns"] | None = None
    field: str = ""
    direction: bool = False
    worth: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Topped(Part):
    """So many of the first (``top``) or last members, of the ``level`` that follows; without a number all, in that order. ``worth``
    says that the best or worst are asked for, which for delays are the least and the most.
    """

    number: int | None
    top: bool
    worth: bool = False
    level: LevelSpec | None = None
    measure: MeasureSpec | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Totaled(Part):
    totals: TotalsSpec


@dataclass(frozen=True, slots=True, kw_only=True)
class Correlated(Part):
    fields: tuple[str, ...] = field(default=())


@dataclass(frozen=True, slots=True, kw_only=True)
class Strict(Part):
    """A clause in its one form, with the pivot that it makes of an empty one."""

    pivot: PivotSpec


@dataclass(frozen=True, slots=True, kw_only=True)
class Modified(Part):
    """How the measure counts: numbers of another table once a key, nothing as zero or as blank."""

    once: bool = False
    empty: Literal["zero", "blank"] | None = None
