"""What stands in the cells of a figure: which have a color, what they print, and how large their symbols are."""

from dataclasses import dataclass, field, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from ...colors.unlike import Unlike
from ...common.errors import TableError
from ...common.language import language_of
from ...common.recipe.conditions import MeasureSpec
from ...common.recipe.spec import NumberSpec, PastSpec, PivotSpec, Recipe
from ...matrices.pivot import Matrix, colored_values, measured_and_counted_beside
from ...matrices.pivot.targets import ResolvedPivot, within_limits
from ...tables.aggregation.groups import Labels
from ...tables.table import Table
from ...tables.table.alike import joined
from .number_style import NumberStyle, style_beside, style_of, with_tenths
from .weights import Weight, weights_of
from .withholding import values_behind

Floats = NDArray[np.float64]
Mask = NDArray[np.bool_]
FEW = "–"
"""What stands in words where a number is hidden for resting on too few values."""


@dataclass(frozen=True, eq=False)
class Beside:
    """Another measure of the cells, and how it is written."""

    measure: MeasureSpec
    values: Floats
    style: NumberStyle


@dataclass(frozen=True, eq=False)
class Styles:
    """How values are written: by the members of a side, where they are unlike, else alike."""

    usual: NumberStyle
    down: bool = False
    by_line: tuple[NumberStyle, ...] = ()
    """Of each member and each group of that side."""

    def of(self, row: int, column: int) -> NumberStyle:
        """How those of a line of the rows and a line of the columns are written."""
        line = row if self.down else column
        return self.by_line[line] if 0 <= line < len(self.by_line) else self.usual


@dataclass(frozen=True, kw_only=True, eq=False)
class Contents:
    """All arrays have the shape of the cells. ``values`` are those that have a color, NaN elsewhere; ``few`` are hidden since they
    rest on too few values, ``guards`` those of them that rest on enough and would give others away, ``aside`` are set aside,
    ``new`` and ``gone`` those that only this or only the other side of a comparison has. Of ``printed``, in its style, those
    ``wanted`` are printed. ``sizes`` are shares of the largest symbol's side (of its length, for a bar), whose value is the
    ``most`` of what they are sized by; None for cells that are filled. ``beside`` are the other measures that cells print and are
    sized by.
    """

    values: Floats
    few: Mask
    guards: Mask
    withheld: Mask
    """Of all cells and totals, those that rest on too few values or guard such."""
    aside: Mask
    new: Mask
    gone: Mask
    style: NumberStyle
    styles: "Styles"
    printed: Floats
    printed_style: NumberStyle
    wanted: Mask
    sizes: Floats | None = None
    most: float = 0.0
    beside: tuple[Beside, ...] = ()
    weights: dict[str, Weight] = field(default_factory=dict)
    """Of the sides that have one."""
    elsewhere: frozenset[str] = frozenset()
    """Why cells of other figures have no color that share the legend of this one."""

    def text(self, value: float, row: int, column: int) -> str:
        """A value as it is written in a line of the rows and a line of the columns, totals included."""
        return self.styles.of(row, column).text(value)

    def total_text(self, recipe: Recipe, value: float, row: int, column: int) -> str:
        """A total as it is written in its lines; nothing where values are hidden, and a color stands for it."""
        if self.withheld[row, column]:
            return FEW
        totals = recipe.pivot.totals
        hidden = recipe.cells.values == "none" and totals.color != "none" and not totals.values
        return "" if np.isnan(value) or hidden else self.text(value, row, column)

    @cached_property
    def prints(self) -> tuple[str, ...]:
        """What each cell prints, row by row; empty where nothing is. Worked out where there is room for it alone."""
        values, wanted = self.printed.ravel().tolist(), self.wanted.ravel().tolist()
        if self.printed_style is not self.style or not self.styles.by_line:
            return tuple(self.printed_style.text(value) if want else "" for value, want in zip(values, wanted, strict=True))
        columns = self.printed.shape[1]
        return tuple(
            self.text(value, *divmod(i, columns)) if want else ""
            for i, (value, want) in enumerate(zip(values, wanted, strict=True))
        )


def contents_of(
    table: Table, recipe: Recipe, pivot: ResolvedPivot, matrix: Matrix, unlike: Unlike | None, staying: Mask
) -> Contents:
    """The contents of a figure's cells. ``pivot`` has numbers where the recipe names targets, ``unlike`` are members whose numbers
    are written in their own way, ``staying`` are the cells and totals that rest on too few values. Raises TableError for a measure
    that does not fit the table or a target that is not there.
    """
    cells, language = recipe.cells, language_of(recipe.page.language)
    there = colored_values(matrix)
    aside = _aside(matrix, pivot)
    rows, columns = matrix.shape
    few = staying[:rows, :columns] & (~np.isnan(there) | matrix.new | matrix.gone) & ~aside
    values = np.where(aside | few, np.nan, there)
    styles = _styles(recipe, matrix, unlike)
    style = styles.usual
    printed, printed_style = values, style
    beside = []
    if cells.print is not None:
        printed = np.where(aside | few, np.nan, _beside(table, pivot, recipe, cells.print.measure, "cells.print.measure"))
        printed_style = style_beside(cells.print.number, cells.print.decimals, cells.print.measure, printed, language)
        beside.append(Beside(cells.print.measure, printed, printed_style))
    sizes, most = None, 0.0
    if cells.symbols.as_ != "fill" and cells.symbols.size is not None:
        raw = np.where(np.isnan(values), np.nan, _beside(table, pivot, recipe, cells.symbols.size, "cells.symbols.size"))
        sizes, most = _sizes(raw)
        sizes = sizes if cells.symbols.as_ == "bar" else np.sqrt(sizes)
        beside.append(Beside(cells.symbols.size, raw, style_beside(NumberSpec(), None, cells.symbols.size, raw, language)))
    elif cells.symbols.as_ != "fill":
        sizes = np.where(np.isnan(values), 0.0, 1.0)
    return Contents(
        values=values,
        few=few,
        withheld=staying,
        guards=few & (values_behind(matrix)[:rows, :columns] >= (cells.least_records or 0)),
        aside=aside,
        new=matrix.new & ~aside & ~few,
        gone=matrix.gone & ~aside & ~few,
        style=style,
        styles=styles,
        printed=printed,
        printed_style=printed_style,
        wanted=~np.isnan(printed) & _wanted(values, matrix, recipe, unlike),
        sizes=sizes,
        most=most,
        beside=tuple(beside),
        weights=weights_of(table, recipe, pivot, matrix, staying),
    )


def both_sides(recipe: Recipe, matrix: Matrix) -> tuple[Beside, Beside] | None:
    """The measure on this side and on the other, of the cells, where they are compared: both are written alike."""
    if matrix.opposite is None:
        return None
    rows, columns = matrix.shape
    here, there = matrix.opposite.all_here[:rows, :columns], matrix.opposite.all_there[:rows, :columns]
    number = replace(recipe.cells.number, as_=None, sign=False)
    style = style_beside(number, None, recipe.pivot.measure, np.concatenate([here, there]), language_of(recipe.page.language))
    other = recipe.pivot.show.measure or recipe.pivot.measure
    return Beside(recipe.pivot.measure, here, style), Beside(other, there, style)


def telling_values(values: Floats, matrix: Matrix, pivot: PivotSpec) -> Floats:
    """The values whose extremes say something, NaN for others: a field always moves together with itself."""
    if pivot.correlate is None:
        return values
    itself = [[row == column for column in matrix.columns] for row in matrix.rows]
    return np.where(np.array(itself).reshape(values.shape), np.nan, values)


def _line_of(labels: Labels, members: tuple[Labels, ...]) -> int | None:
    """Where a member stands on its side, by all of its labels."""
    return members.index(labels) if labels in members else None


def _beside(table: Table, pivot: ResolvedPivot, recipe: Recipe, measure: MeasureSpec, path: str) -> Floats:
    """Another measure of the cells, a blank where it rests on too few values of its own."""
    if pivot.correlate is not None:
        raise TableError("coefficients have no other measure; leave it out", path=path)
    values, numbers = measured_and_counted_beside(table, pivot, measure, path)
    return np.where(numbers < (recipe.cells.least_records or 0), np.nan, values)


def _aside(matrix: Matrix, pivot: PivotSpec) -> Mask:
    found = np.zeros(matrix.shape, dtype=bool)
    for cell in pivot.aside.cells:
        row, column = _line_of(cell.row, matrix.rows), _line_of(cell.column, matrix.columns)
        if row is not None and column is not None:
            found[row, column] = True
    return found


def _sizes(raw: Floats) -> tuple[Floats, float]:
    """Shares of the largest; what is blank or below zero has no size."""
    with np.errstate(invalid="ignore"):
        above = np.where(np.isfinite(raw) & (raw > 0), raw, 0.0)
    most = float(above.max(initial=0.0))
    return (above / most if most > 0 else above), most


def _with_totals(recipe: Recipe, matrix: Matrix) -> Floats:
    """The values of the cells and of the totals that are shown."""
    totals = recipe.pivot.totals
    down = [True] * len(matrix.rows) + [totals.row_groups] * len(matrix.row_groups) + [totals.columns]
    across = [True] * len(matrix.columns) + [totals.column_groups] * len(matrix.column_groups) + [totals.rows]
    return matrix.all_values[np.ix_(down, across)]


def _styles(recipe: Recipe, matrix: Matrix, unlike: Unlike | None) -> Styles:
    if unlike is None or (unlike.of < 0).all():
        return Styles(with_tenths(style_of(recipe, matrix.values, matrix.all_values), _with_totals(recipe, matrix)))
    like = unlike.of < 0
    lines = matrix.all_values if unlike.down else matrix.all_values.T
    across = len(matrix.columns) if unlike.down else len(matrix.rows)
    usual = style_of(recipe, lines[: len(like), :across][like], lines[: len(like)][like])
    by_member = [
        usual if setting is None else style_of(recipe, lines[i, :across], lines[i], setting)
        for i in range(len(like))
        for setting in (unlike.setting(i),)
    ]
    groups = matrix.row_groups if unlike.down else matrix.column_groups
    of_groups = [by_member[each.start] if len(set(by_member[each.start : each.stop])) == 1 else usual for each in groups]
    return Styles(usual, unlike.down, (*by_member, *of_groups))


def _wanted(values: Floats, matrix: Matrix, recipe: Recipe, unlike: Unlike | None) -> Mask:
    """Which cells print what they hold. Extremes are those of each of unlike members."""
    cells = recipe.cells
    if cells.values == "none" or cells.symbols.reach > 1:  # symbols lie where values would be
        return np.zeros(values.shape, dtype=bool)
    if isinstance(cells.values, PastSpec):
        return within_limits(cells.values, values, recipe.table.targets, "cells.values")
    if cells.values == "extremes":
        telling = joined(telling_values(values, matrix, recipe.pivot))
        axis = None if unlike is None else 1 if unlike.down else 0
        if not np.isnan(telling).all():
            highest, lowest = (each.reduce(telling, axis=axis, keepdims=True) for each in (np.fmax, np.fmin))
            return np.asarray((telling == highest) | (telling == lowest))
    return np.ones(values.shape, dtype=bool)
