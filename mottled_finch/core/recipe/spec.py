"""The parts of a recipe. Field names are the keys of the file; types say what may stand there; docstrings go to the schema.

A field that is left out has the default given here. ``None`` stands for "left out" and is never written.
"""

from dataclasses import dataclass, field
from typing import Annotated, Literal

from .conditions import ConditionSpec, Cut
from .table_spec import TableSpec

Number = float
Take = Literal["count", "sum", "average"]
PaletteName = Annotated[str, "palette"]
"""A name of the palette table; the loader checks it against the table itself."""


@dataclass(frozen=True, kw_only=True)
class LevelSpec:
    """What goes down or across: a field, cut into parts when it holds moments."""

    field: str
    cut: Cut | None = None


@dataclass(frozen=True, kw_only=True)
class MeasureSpec:
    """What is measured in each cell. ``count`` counts records and needs no ``of``."""

    take: Take = "count"
    of: str | None = None
    empty: Literal["blank", "zero"] | None = None


@dataclass(frozen=True, kw_only=True)
class TotalsSpec:
    """``rows`` adds a total to each row, ``columns`` one to each column. They are drawn in bands apart, without color."""

    rows: bool = False
    columns: bool = False


@dataclass(frozen=True, kw_only=True)
class PivotSpec:
    """Records to matrix. One level a side; an empty side is one header without a label."""

    rows: tuple[LevelSpec, ...] = ()
    columns: tuple[LevelSpec, ...] = ()
    measure: MeasureSpec = field(default_factory=MeasureSpec)
    keep: tuple[ConditionSpec, ...] = ()
    totals: TotalsSpec = field(default_factory=TotalsSpec)


@dataclass(frozen=True, kw_only=True)
class EndSpec:
    """Where an end or the middle of the scale sits: exactly one of at, percent and percentile. The name shows on the legend."""

    at: Literal["lowest", "highest"] | Number | None = None
    percent: Number | None = None
    percentile: Number | None = None
    name: str | None = None


@dataclass(frozen=True, kw_only=True)
class ColorSpec:
    """How values become colors. ``high_is`` turns a palette whose colors would mislead; ``reverse`` turns it once more."""

    palette: PaletteName = "water-mint"
    high_is: Literal["good", "bad", "neither"] = "neither"
    reverse: bool = False
    low: EndSpec = field(default_factory=lambda: EndSpec(at="lowest"))
    middle: EndSpec | None = None
    high: EndSpec = field(default_factory=lambda: EndSpec(at="highest"))


@dataclass(frozen=True, kw_only=True)
class CellsSpec:
    """What stands in the cells. Without ``decimals`` their number follows from the spread of the values."""

    values: Literal["all", "none"] = "all"
    decimals: int | None = None


@dataclass(frozen=True, kw_only=True)
class LegendSpec:
    """The key to the colors. ``blank`` names the swatch for cells without a value."""

    show: bool = True
    title: str | None = None
    blank: str | None = None


@dataclass(frozen=True, kw_only=True)
class WordsSpec:
    """Words on the page. Left out, a title says what is shown; an empty text takes it off. {n} is the number of records kept."""

    title: str | None = None
    subtitle: str | None = None
    caption: str | None = None


@dataclass(frozen=True, kw_only=True)
class PageSpec:
    """The size of the page in points."""

    width: int = 960
    height: int = 540


@dataclass(frozen=True, kw_only=True)
class Recipe:
    """One figure, written down."""

    finch_recipe: Literal[1]
    table: TableSpec = field(default_factory=TableSpec)
    pivot: PivotSpec
    color: ColorSpec = field(default_factory=ColorSpec)
    cells: CellsSpec = field(default_factory=CellsSpec)
    legend: LegendSpec = field(default_factory=LegendSpec)
    words: WordsSpec = field(default_factory=WordsSpec)
    page: PageSpec = field(default_factory=PageSpec)
