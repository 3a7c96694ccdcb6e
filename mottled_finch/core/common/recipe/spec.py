"""The parts of a recipe. Field names are the keys of the file; types say what may stand there; docstrings go to the schema.

A field that is left out has the default given here. ``None`` stands for "left out" and is never written.
"""

import dataclasses
from dataclasses import dataclass, field
from typing import Annotated, Literal

from ..vocabulary import BAND_TERMS, ORDER_TERMS, SHOW_TERMS, SPREAD_TERMS, SYMBOL_TERMS, THEME_TERMS
from .conditions import ConditionSpec, Cut, MeasureSpec, OneOf, Weekday
from .table_spec import TableSpec

FORMAT: Literal[2] = 2
"""What ``finch_recipe`` says in a recipe of today; older.py reads those of before."""
Number = float
PaletteName = Annotated[str, "palette"]
"""A name of the palette table; the loader checks it against the table itself."""
ShowName = Annotated[str, OneOf(tuple(SHOW_TERMS))]
OrderName = Annotated[str, OneOf(tuple(ORDER_TERMS))]
Distance = Literal["colored", "euclidean", "cityblock", "cosine", "correlation"]
Linkage = Literal["average", "complete", "ward"]
SpreadName = Annotated[str, OneOf(tuple(SPREAD_TERMS))]
Within = Literal["table", "row", "column", "group"]
BandMethod = Annotated[str, OneOf(tuple(BAND_TERMS))]
NumberMarks = Literal["1,234.5", "1.234,5", "1 234,5", "1’234.5", "1234.5", "1234,5"]
SymbolName = Annotated[str, OneOf(tuple(SYMBOL_TERMS))]
ThemeName = Annotated[str, OneOf(tuple(THEME_TERMS))]
Picture = Annotated[str, "picture"]
FontFile = Annotated[str, "font"]
"""A picture or font within the recipe, which is longer than any other text."""


@dataclass(frozen=True, kw_only=True)
class BinsSpec:
    """Cutting a number: at own ``edges``, or into so many bins of equal width or of equally many records, or into about so many
    with ``round`` edges.
    """

    edges: tuple[Number, ...] | None = None
    round: int | None = None
    equal_width: int | None = None
    equal_count: int | None = None


@dataclass(frozen=True, kw_only=True)
class LevelSpec:
    """What goes down or across: a field, cut into parts when it holds moments, or into bins when it holds numbers.

    ``year_starts`` is the month, 1 to 12, in which years and quarters begin, ``week_starts`` the first of the weekdays.
    ``names`` gives members other labels; those of one name become one member. ``top`` leaves so many of them, the largest ``by`` a
    measure or by the pivot's own, and ``others`` gathers the rest under a name. ``empty`` keeps parts without records.
    """

    field: str
    cut: Cut | None = None
    bins: BinsSpec | None = None
    year_starts: int | None = None
    week_starts: Weekday | None = None
    names: dict[str, str] = dataclasses.field(default_factory=dict)
    top: int | None = None
    by: MeasureSpec | None = None
    others: bool | str = False
    empty: Literal["leave_out", "keep"] = "leave_out"


@dataclass(frozen=True, kw_only=True)
class TargetSpec:
    """A number by its name among the table's targets, which all plates of the table share."""

    target: str


@dataclass(frozen=True, kw_only=True)
class ShiftSpec:
    """A kept span moved: by so many years, quarters, months, weeks or days of a ``field`` of moments, back where below zero."""

    field: str
    years: int | None = None
    quarters: int | None = None
    months: int | None = None
    weeks: int | None = None
    days: int | None = None

    @property
    def by(self) -> tuple[str, int]:
        """The unit that is given, and how many of it."""
        return next((unit, number) for unit in SHIFT_UNITS if (number := getattr(self, unit)) is not None)


SHIFT_UNITS = tuple(each.name for each in dataclasses.fields(ShiftSpec) if each.name != "field")


@dataclass(frozen=True, kw_only=True)
class ShowSpec:
    """What a cell shows of its measure.

    ``share`` is ``of`` the row, column, group or whole; ``index`` is ``to`` the largest or first of its row or column; ``running``
    and ``change`` go ``along`` the rows or columns, a change ``relative`` to what was before or not; ``rank`` and ``score`` are
    among the row, column or whole; ``gap`` is the distance ``to`` a number or target. ``against`` sets the measure beside the same
    of another side, ``by`` their difference, ratio or percent: of what other conditions ``keep`` in place of the pivot's own on the
    same fields, of the kept span moved by a ``shift``, of another ``measure``, or of an ``edition`` of the table, by its number or
    the one "before".
    """

    as_: ShowName = "value"
    of: Literal["row", "column", "group", "whole"] | None = None
    to: Literal["max", "first"] | Number | TargetSpec | None = None
    along: Literal["rows", "columns"] | None = None
    relative: bool = False
    by: Literal["difference", "ratio", "percent"] | None = None
    keep: tuple[ConditionSpec, ...] = ()
    shift: ShiftSpec | None = None
    measure: MeasureSpec | None = None
    edition: Literal["before"] | int | None = None


SHOW_KEYS = tuple(each.name for each in dataclasses.fields(ShowSpec) if each.name != "as_")


@dataclass(frozen=True, kw_only=True)
class OrderSpec:
    """The order of a side: ``natural``, by ``label``, by ``total``, by one ``member`` of the other side (its labels in ``of``), by
    ``hand`` (the labels of each level in ``hand``, what is not listed last), or by ``likeness``, with a tree beside the heads.
    """

    by: OrderName = "natural"
    descending: bool = False
    of: tuple[str, ...] = ()
    hand: tuple[tuple[str, ...], ...] = ()
    distance: Distance = "colored"
    linkage: Linkage = "average"
    tree: bool = True


@dataclass(frozen=True, kw_only=True)
class OrdersSpec:
    """The order of each side."""

    rows: OrderSpec = field(default_factory=OrderSpec)
    columns: OrderSpec = field(default_factory=OrderSpec)


@dataclass(frozen=True, kw_only=True)
class TotalsSpec:
    """``rows`` adds a total to each row, ``columns`` one to each column, in bands apart. ``row_groups`` adds a total below each
    outer group of rows, ``column_groups`` one behind each outer group of columns. They have no color, a scale of their own, or the
    colors of the cells, whose scale they never stretch, as long as all cells are on one and lit. Where cells print no values,
    totals in color print none either, unless ``values`` asks for them.
    """

    rows: bool = False
    columns: bool = False
    row_groups: bool = False
    column_groups: bool = False
    color: Literal["none", "own", "shared"] = "none"
    values: bool = False

    @property
    def any(self) -> bool:
        """Whether there are any."""
        return self.rows or self.columns or self.row_groups or self.column_groups


@dataclass(frozen=True, kw_only=True)
class CellSpec:
    """A cell by the labels of its row and of its column."""

    row: tuple[str, ...]
    column: tuple[str, ...]


@dataclass(frozen=True, kw_only=True)
class AsideSpec:
    """What is set aside: members, each by its labels, and cells, by their row and column. Members are not drawn, cells have no
    color, and the scale is spread over what is left. Totals stay those of all records.
    """

    rows: tuple[tuple[str, ...], ...] = ()
    columns: tuple[tuple[str, ...], ...] = ()
    cells: tuple[CellSpec, ...] = ()


@dataclass(frozen=True, kw_only=True)
class CorrelateSpec:
    """How columns of numbers move together: the coefficient of each pair of fields, in all cells or in one triangle."""

    fields: tuple[str, ...]
    method: Literal["pearson", "spearman"] = "pearson"
    triangle: Literal["both", "lower", "upper"] = "both"


@dataclass(frozen=True, kw_only=True)
class PivotSpec:
    """Records to matrix: up to three levels a side, the outermost first. An empty side is one header without a label.

    ``split`` makes a matrix for each member of a further level, side by side on one scale. ``correlate`` takes the place of sides
    and measure.
    """

    rows: tuple[LevelSpec, ...] = ()
    columns: tuple[LevelSpec, ...] = ()
    split: LevelSpec | None = None
    measure: MeasureSpec = field(default_factory=MeasureSpec)
    keep: tuple[ConditionSpec, ...] = ()
    show: ShowSpec = field(default_factory=ShowSpec)
    order: OrdersSpec = field(default_factory=OrdersSpec)
    totals: TotalsSpec = field(default_factory=TotalsSpec)
    aside: AsideSpec = field(default_factory=AsideSpec)
    correlate: CorrelateSpec | None = None


@dataclass(frozen=True, kw_only=True)
class EndSpec:
    """Where an end or the middle of the scale sits: exactly one of at, percent, percentile and target. An end ``mirrored`` is as
    far from the middle, or from 0 without one, as the other end, or as the farthest cell where both are. The name shows on the
    legend; a target's own does where none is given.
    """

    at: Literal["lowest", "highest", "mirrored"] | Number | None = None
    percent: Number | None = None
    percentile: Number | None = None
    target: str | None = None
    name: str | None = None


@dataclass(frozen=True, kw_only=True)
class BandsSpec:
    """A few bands in place of a ramp: at ``cuts``, numbers or targets, or so many (``count``) found by a ``method``.

    A value on a cut is in the band above it. ``colors`` and ``names`` are those of the bands from the lowest on; where there are no
    colors the palette gives them.
    """

    cuts: tuple[Number | TargetSpec, ...] | None = None
    method: BandMethod | None = None
    count: int | None = None
    colors: tuple[str, ...] = ()
    names: tuple[str, ...] = ()

    @property
    def number(self) -> int | None:
        """How many bands are asked for; None where a method finds as many as it does."""
        return self.count if self.cuts is None else len(self.cuts) + 1


@dataclass(frozen=True, kw_only=True)
class LitSpec:
    """What has color; the rest fades to gray. The ``highest`` or ``lowest`` so many cells, or those whose value lies ``above``,
    ``below``, ``from`` and ``to`` a number or target (the last two included).

    ``of`` says what is looked at: the value, the number of records behind it, or another measure (``by``).
    """

    highest: int | None = None
    lowest: int | None = None
    of: Literal["value", "records", "measure"] = "value"
    by: MeasureSpec | None = None
    above: Number | TargetSpec | None = None
    below: Number | TargetSpec | None = None
    from_: Number | TargetSpec | None = None
    to: Number | TargetSpec | None = None


@dataclass(frozen=True, kw_only=True)
class ColorSpec:
    """How values become colors. ``high_is`` turns a palette whose colors would mislead; ``reverse`` turns it once more.

    Without a palette it is Water-mint, or for coefficients, which have a middle, Fritillary. ``colors``, one to five of the house's
    own from low to high, take its place. ``scale`` is how values are spread between the ends, ``within`` what it is judged among.
    """

    palette: PaletteName | None = None
    colors: tuple[str, ...] = ()
    high_is: Literal["good", "bad", "neither"] = "neither"
    reverse: bool = False
    low: EndSpec = field(default_factory=lambda: EndSpec(at="lowest"))
    middle: EndSpec | None = None
    high: EndSpec = field(default_factory=lambda: EndSpec(at="highest"))
    scale: SpreadName = "linear"
    within: Within = "table"
    bands: BandsSpec | None = None
    lit: LitSpec | None = None


@dataclass(frozen=True, kw_only=True)
class NumberSpec:
    """How numbers are written: as they are, or times a hundred with a percent sign; in full, or in short ("12.3k").

    ``marks`` shows how digits are grouped and where the decimals begin, left out it is as in the language of the page. ``before``
    and ``after`` stand at the number, such as a currency or a unit; ``sign`` puts a plus before what is above zero, left out it
    does so for differences from another side.
    """

    as_: Literal["number", "percent"] | None = None
    short: bool = False
    marks: NumberMarks | None = None
    before: str = ""
    after: str = ""
    sign: bool | None = None


@dataclass(frozen=True, kw_only=True)
class EachSpec:
    """Members that are unlike the others: those of the ``row`` or the ``column`` that begin with these labels, outermost first;
    without labels all of that side.

    ``number`` and ``decimals`` say how their values are written, ``unit`` stands behind them. ``high_is``, the ends, the ``middle``
    and ``bands`` are those of a scale of their own, on which they are judged together, or each by itself where cells are judged
    within rows or columns; ``target`` is the number that they ought to reach, where their middle stands. What is not said here is
    as for all; of several that fit, more labels go before fewer.
    """

    row: tuple[str, ...] | None = None
    column: tuple[str, ...] | None = None
    number: NumberSpec | None = None
    decimals: int | None = None
    unit: str = ""
    high_is: Literal["good", "bad", "neither"] | None = None
    low: EndSpec | None = None
    middle: EndSpec | None = None
    high: EndSpec | None = None
    bands: BandsSpec | None = None
    target: Number | TargetSpec | None = None

    @property
    def labels(self) -> tuple[str, ...]:
        """Those of the members that are meant."""
        return self.row if self.row is not None else self.column or ()

    @property
    def judged(self) -> bool:
        """Whether they have a scale of their own."""
        parts = (self.high_is, self.low, self.middle, self.high, self.bands, self.target)
        return any(part is not None for part in parts)

    @property
    def written(self) -> bool:
        """Whether their numbers are written in a way of their own."""
        return self.number is not None or self.decimals is not None or bool(self.unit)


@dataclass(frozen=True, kw_only=True)
class PastSpec:
    """What lies ``above``, ``below``, ``from`` and ``to`` a number or target, the last two included."""

    above: Number | TargetSpec | None = None
    below: Number | TargetSpec | None = None
    from_: Number | TargetSpec | None = None
    to: Number | TargetSpec | None = None


@dataclass(frozen=True, kw_only=True)
class PrintSpec:
    """Another measure that cells print in place of the one that colors them."""

    measure: MeasureSpec = field(default_factory=MeasureSpec)
    decimals: int | None = None
    number: NumberSpec = field(default_factory=NumberSpec)


@dataclass(frozen=True, kw_only=True)
class SymbolsSpec:
    """What a cell is drawn as: filled, or a square, dot or bar as large as ``size``, another measure, says; squares and dots by
    their area, bars by their length. ``reach`` lets the largest square or dot be up to twice as wide as its cell has room for;
    smaller ones lie over larger ones then, and no values are printed. ``lines`` run between the symbols (dividers) or through them
    (guides). ``title`` heads their legend.
    """

    as_: SymbolName = "fill"
    size: MeasureSpec | None = None
    reach: Number = 1.0
    lines: Literal["none", "dividers", "guides"] = "none"
    title: str | None = None


@dataclass(frozen=True, kw_only=True)
class CellsSpec:
    """What stands in the cells: the values of ``all``, of ``none``, of the ``extremes``, or of those past a number.

    Without ``decimals`` their number follows from the spread of the values. ``size``, in points, and ``bold`` are of what is
    printed, which shrinks where cells are too small. ``least_records`` hides cells that rest on fewer. ``gap``, in points, is left
    between cells, in ``gap_color`` where there is one; ``square`` makes them as high as they are wide.
    """

    values: Literal["all", "none", "extremes"] | PastSpec = "all"
    decimals: int | None = None
    number: NumberSpec = field(default_factory=NumberSpec)
    print: PrintSpec | None = None
    size: Number | None = None
    bold: bool = False
    symbols: SymbolsSpec = field(default_factory=SymbolsSpec)
    least_records: int | None = None
    gap: int | None = None
    gap_color: str | None = None
    square: bool = False


@dataclass(frozen=True, kw_only=True)
class FlowSpec:
    """An arrow beside the cells that says which way to read: from the first to the last of the rows or columns, with its words."""

    along: Literal["rows", "columns"] = "columns"
    words: str = ""


@dataclass(frozen=True, kw_only=True)
class WeightSpec:
    """The measures that the widths of ``columns`` and the heights of ``rows`` are in proportion to; alike without one."""

    columns: MeasureSpec | None = None
    rows: MeasureSpec | None = None


WEIGHED: tuple[tuple[Literal["columns", "rows"], Literal["width", "height"]], ...] = (("columns", "width"), ("rows", "height"))
"""The sides that may have a weight, and what goes by it."""


@dataclass(frozen=True, kw_only=True)
class HeadsSpec:
    """The heads of columns, ``level`` or turned ``up``, or as they fit; long heads are put in a few lines, or cut.
    ``group_gap``, in points, sets groups apart. ``weight`` gives more room to what weighs more.
    """

    turn: Literal["fit", "level", "up"] = "fit"
    long: Literal["cut", "wrap"] = "wrap"
    group_gap: int | None = None
    flow: FlowSpec | None = None
    weight: WeightSpec = field(default_factory=WeightSpec)


@dataclass(frozen=True, kw_only=True)
class NoteSpec:
    """A mark on a row, a column, or where both meet, each by its labels, outermost first: an outline, and words printed under the
    figure by a number.
    """

    row: tuple[str, ...] | None = None
    column: tuple[str, ...] | None = None
    text: str = ""
    outline: bool = True


@dataclass(frozen=True, kw_only=True)
class TickSpec:
    """A place on the legend, a number or target, and what is written there."""

    at: Number | TargetSpec
    text: str = ""


@dataclass(frozen=True, kw_only=True)
class LegendSpec:
    """The key to the colors, at the right, at the top, or below. ``blank`` names the swatch for cells without a value, ``few`` that
    for those on too few records, ``new`` and ``gone`` those for cells that only this or only the other side has. With ``ticks``
    nothing but these and the ends is written on it.
    """

    show: bool = True
    place: Literal["right", "top", "below"] = "right"
    title: str | None = None
    blank: str | None = None
    few: str | None = None
    new: str | None = None
    gone: str | None = None
    ticks: tuple[TickSpec, ...] = ()


@dataclass(frozen=True, kw_only=True)
class WordsSpec:
    """Words on the page. Left out, a title says what is shown; an empty text takes it off. ``rows`` and ``columns`` name the sides.
    Words in braces are live facts, such as {n}, the number of records kept.
    """

    title: str | None = None
    subtitle: str | None = None
    rows: str | None = None
    columns: str | None = None
    caption: str | None = None
    source: str | None = None


@dataclass(frozen=True, kw_only=True)
class CropSpec:
    """A part of a picture, in shares of its width and height."""

    left: Number = 0.0
    top: Number = 0.0
    width: Number = 1.0
    height: Number = 1.0


@dataclass(frozen=True, kw_only=True)
class UnderlaySpec:
    """A picture under the cells, which are then see-through: ``cells`` is how strong they are, ``strength`` how strong the picture,
    each from 0 to 1. The picture is a PNG or JPEG as a data address, or the name it is kept by.
    """

    picture: Picture
    crop: CropSpec = field(default_factory=CropSpec)
    strength: Number = 1.0
    cells: Number = 0.6


@dataclass(frozen=True, kw_only=True)
class FontSpec:
    """The house's own font: its regular and its bold, each a TTF, OTF or WOFF as a data address, or the name it is kept by. Without
    a bold the regular takes its place.
    """

    regular: FontFile
    bold: FontFile | None = None


@dataclass(frozen=True, kw_only=True)
class TemplateSpec:
    """The house's own templates by name: that of ``slides``, and of these the ``layout``, left out for the one that suits figures
    best; and that of a ``document``.
    """

    slides: str | None = None
    layout: str | None = None
    document: str | None = None


@dataclass(frozen=True, kw_only=True)
class PageSpec:
    """The size of the page in points, its theme, and the house's own colors and font in place of the theme's; the ``template`` is
    what slides and documents are laid in. A transparent page has no ground. ``least_type`` is the least size of heads, values and
    legend in points; left out, it follows from the size. ``language`` is the reader's, a tag of BCP 47 such as "de" or "pt-BR";
    left out, it is English.
    """

    width: int = 960
    height: int = 540
    least_type: Number | None = None
    language: str | None = None
    theme: ThemeName = "paper"
    ground: str | None = None
    ink: str | None = None
    font: FontSpec | None = None
    template: TemplateSpec | None = None
    transparent: bool = False
    underlay: UnderlaySpec | None = None


@dataclass(frozen=True, kw_only=True)
class Recipe:
    """One figure, written down. ``claims`` are what its title says, as sentences that are checked. ``dismissed`` are cautions by
    name, each with the reason why it does not matter here.
    """

    finch_recipe: Literal[2]
    table: TableSpec = field(default_factory=TableSpec)
    pivot: PivotSpec
    color: ColorSpec = field(default_factory=ColorSpec)
    cells: CellsSpec = field(default_factory=CellsSpec)
    each: tuple[EachSpec, ...] = ()
    heads: HeadsSpec = field(default_factory=HeadsSpec)
    legend: LegendSpec = field(default_factory=LegendSpec)
    words: WordsSpec = field(default_factory=WordsSpec)
    claims: tuple[str, ...] = ()
    notes: tuple[NoteSpec, ...] = ()
    page: PageSpec = field(default_factory=PageSpec)
    dismissed: dict[str, str] = field(default_factory=dict)
