"""Putting a recipe into words: names of fields and measures, the sentence that is the statement, live facts in texts."""

import re
from collections.abc import Callable
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from .contents import telling_values
from .number_style import NumberStyle
from .pivot import Matrix
from .recipe.conditions import ConditionSpec, MeasureSpec
from .recipe.spec import EmphasisSpec, LevelSpec, PivotSpec, ShowSpec, TargetSpec
from .table import number_label
from .wording import beginning, field_words

_NOT_XML = re.compile("[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\U00010000-\U0010ffff]")


def printable(text: str) -> str:
    """The text without the control characters that no page, and no XML, can hold."""
    return _NOT_XML.sub("", text)


CUT_WORDS = {
    "day": "day of the month",
    "year_quarter": "year and quarter",
    "year_month": "year and month",
    "year_week": "year and week",
}
"""Parts of moments whose names are not said as they are written."""

TAKE_WORDS = {"min": "smallest", "max": "largest", "distinct": "distinct count", "stdev": "standard deviation"}
"""Measures whose names are not said as they are written."""


def level_words(level: LevelSpec) -> str:
    """A level as it is said in a sentence: "month of order date", and "month departed" where the name is a participle."""
    name = field_words(level.field)
    if level.bins is not None:
        return f"bins of {name}"
    if level.cut is None:
        return name
    cut = CUT_WORDS.get(level.cut, level.cut)
    return f"{cut} {name}" if name.endswith("ed") else f"{cut} of {name}"


def measure_words(measure: MeasureSpec) -> str:
    if measure.take == "count":
        return "number of records"
    if measure.take == "share":
        assert measure.where is not None
        return f"share of records where {condition_words(measure.where)}"
    of = field_words(measure.of or "")
    if measure.take == "ratio":
        return f"ratio of {of} to {field_words(measure.per or '')}"
    if measure.take == "percentile":
        return f"{ordinal(measure.p or 0.0)} percentile of {of}"
    return f"{TAKE_WORDS.get(measure.take, measure.take)} of {of}"


def ordinal(number: float) -> str:
    """ "1st", "22nd", "90th", "97.5th"."""
    whole = int(number)
    if whole != number or whole % 100 in (11, 12, 13):
        return f"{number:g}th"
    return f"{whole}{('th', 'st', 'nd', 'rd', 'th', 'th', 'th', 'th', 'th', 'th')[whole % 10]}"


def show_words(show: ShowSpec) -> str:
    """What a cell shows of its measure, as it is said behind it; empty for the measure as it is."""
    within = {"row": "row", "column": "column", "group": "group", None: "whole", "whole": "whole"}[show.of]
    way = "down the rows" if show.along == "rows" else "across the columns"
    if show.as_ == "share":
        return f"as share of {'the whole' if within == 'whole' else f'its {within}'}"
    if show.as_ == "index":
        return f"against the {'first' if show.to == 'first' else 'largest'} of its {show.of or 'row'}"
    if show.as_ == "running":
        return f"as running total {way}"
    if show.as_ == "change":
        return f"as {'relative ' if show.relative else ''}change {way}"
    if show.as_ == "rank":
        return "as rank" if within == "whole" else f"as rank in its {within}"
    if show.as_ == "score":
        return "as standard score" if within == "whole" else f"as standard score in its {within}"
    if show.as_ == "gap":
        assert isinstance(show.to, float | TargetSpec)
        return f"as distance from {point_words(show.to)}"
    return ""


def emphasis_words(emphasis: EmphasisSpec, number: Callable[[float], str] = number_label) -> str:
    """What is lit, as it is said: "the 10 highest", "values above 20", "records from 30". ``number`` writes a limit."""
    of = {"value": "values", "records": "records", "measure": measure_words(emphasis.by) if emphasis.by else ""}[emphasis.of]
    for count, word in ((emphasis.highest, "highest"), (emphasis.lowest, "lowest")):
        if count is not None:
            cells = word if count == 1 else f"{count:,} {word}"
            return f"the {cells}" + ("" if emphasis.of == "value" else f" by {of}")
    spans = (("above", emphasis.above), ("below", emphasis.below), ("from", emphasis.from_), ("to", emphasis.to))
    return f"{of} " + " ".join(f"{word} {point_words(limit, number)}" for word, limit in spans if limit is not None)


def point_words(point: float | TargetSpec, number: Callable[[float], str] = number_label) -> str:
    """A number, or a target by its name."""
    return point.target if isinstance(point, TargetSpec) else number(point)


def what_is_shown(pivot: PivotSpec) -> str:
    """The measure and what is shown of it: "sum of takings as share of its row"."""
    if pivot.correlate is not None:
        return "rank correlation" if pivot.correlate.method == "spearman" else "correlation"
    return " ".join(words for words in (measure_words(pivot.measure), show_words(pivot.show)) if words)


def condition_words(condition: ConditionSpec) -> str:
    """A condition as it is said: "line is TEST", "minutes late above 300"."""
    if condition.all_ is not None or condition.any_ is not None:
        held = condition.all_ if condition.all_ is not None else condition.any_ or ()
        return (" and " if condition.all_ is not None else " or ").join(condition_words(each) for each in held)
    name = field_words(condition.field or "") + (f", by {CUT_WORDS.get(condition.cut, condition.cut)}," if condition.cut else "")
    for number, word in ((condition.top, "largest"), (condition.bottom, "smallest")):
        if number is not None:
            by = f" by {measure_words(condition.by)}" if condition.by else ""
            return f"{name} among the {number:,} {word}{by}"
    for listed, verb in ((condition.in_, "is"), (condition.not_in, "is not")):
        if listed is not None:
            words = [_text(each) for each in listed]
            return f"{name} {verb} " + (
                " or ".join(words) if len(words) <= 3 else f"{', '.join(words[:2])} or {len(words) - 2} more"
            )
    if condition.blank is not None:
        return f"{name} is {'' if condition.blank else 'not '}blank"
    spans = (("from", condition.from_), ("to", condition.to), ("above", condition.above), ("below", condition.below))
    return f"{name} " + " ".join(f"{word} {_text(value)}" for word, value in spans if value is not None)


def _text(value: str | float) -> str:
    return value if isinstance(value, str) else number_label(value)


def sides_words(pivot: PivotSpec, joined: str = " and ") -> str:
    """All levels by name: "pier and month departed"."""
    levels = [*pivot.rows, *((pivot.split,) if pivot.split else ()), *pivot.columns]
    words = [level_words(level) for level in levels]
    return joined.join(words) if len(words) < 3 else f"{', '.join(words[:-1])}{joined}{words[-1]}"


def default_title(pivot: PivotSpec) -> str:
    if pivot.correlate is not None:
        return f"{beginning(what_is_shown(pivot))} of {len(pivot.correlate.fields)} fields"
    sides = sides_words(pivot)
    return beginning(what_is_shown(pivot) + (f" by {sides}" if sides else ""))


def default_caption(pivot: PivotSpec, matrix: Matrix) -> str:
    words = "n = {n} record." if matrix.kept == 1 else "n = {n} records."
    if matrix.unplaced:
        levels = (replace(level, bins=None) for level in (*pivot.rows, *pivot.columns, *_split(pivot)))
        fields = list(dict.fromkeys(map(level_words, levels)))
        words += f" {matrix.unplaced:,} of them {'has' if matrix.unplaced == 1 else 'have'} no {' or '.join(fields)} and "
        words += f"{'is' if matrix.unplaced == 1 else 'are'} in no cell."
    return words


def _split(pivot: PivotSpec) -> tuple[LevelSpec, ...]:
    return (pivot.split,) if pivot.split else ()


def cell_name(matrix: Matrix, row: int, column: int) -> str:
    """A cell by its labels: "Lantern Wharf, Aug"."""
    return ", ".join((*matrix.rows[row], *matrix.columns[column])) or "all records"


def alternative_text(pivot: PivotSpec, matrix: Matrix, values: NDArray[np.float64], style: NumberStyle) -> str:
    """The figure in words, for who does not see it. ``values`` are those that have a color."""
    sides = []
    if pivot.rows:
        sides.append(f"each {' and in it '.join(level_words(level) for level in pivot.rows)} down")
    if pivot.columns:
        sides.append(f"each {' and in it '.join(level_words(level) for level in pivot.columns)} across")
    rows, columns = matrix.shape
    words = f"Heat map of the {what_is_shown(pivot)}" + (f" for {' and '.join(sides)}" if sides else "")
    if pivot.split is not None:
        words += f", one for each {level_words(pivot.split)} side by side"
    if pivot.correlate is not None:
        words += f" of {', '.join(field_words(name) for name in pivot.correlate.fields)}"
    words += f": {rows:,} by {columns:,} cells."
    telling = telling_values(values, matrix, pivot)
    if not np.isnan(telling).all():
        high = np.unravel_index(np.nanargmax(telling), matrix.shape)
        low = np.unravel_index(np.nanargmin(telling), matrix.shape)
        words += f" Highest: {style.text(float(values[high]))}, {cell_name(matrix, int(high[0]), int(high[1]))}."
        words += f" Lowest: {style.text(float(values[low]))}, {cell_name(matrix, int(low[0]), int(low[1]))}."
    return words
