"""Naming a change of a recipe, for the history: "High end of the scale set to 17"."""

from collections.abc import Callable
from typing import Any

from ..color.palettes import PALETTES
from .conditions import ConditionSpec
from .spec import EndSpec, LevelSpec, MeasureSpec, Recipe


def name_change(old: Recipe, new: Recipe) -> str:
    """One short sentence about what ``new`` changes, the weightiest change first; "No change" when they are equal."""
    if old.pivot.rows == new.pivot.columns and old.pivot.columns == new.pivot.rows and old.pivot.rows != new.pivot.rows:
        return "Rows and columns turned"
    for read, say in _SENTENCES:
        before, after = read(old), read(new)
        if before != after:
            return say(after)
    return "No change" if old == new else "Recipe changed"


def _level(levels: tuple[LevelSpec, ...]) -> str:
    if not levels:
        return "nothing"
    return f"{levels[0].cut} of {levels[0].field}" if levels[0].cut else levels[0].field


def _measure(measure: MeasureSpec) -> str:
    return f"{measure.take} of {measure.of}" if measure.of else "number of records"


def _keep(conditions: tuple[ConditionSpec, ...]) -> str:
    fields = dict.fromkeys(condition.field for condition in conditions)
    return f"Records kept by {', '.join(fields)}" if fields else "All records kept"


def _end(name: str) -> Callable[[EndSpec | None], str]:
    def say(end: EndSpec | None) -> str:
        if end is None:
            return f"{name} taken off"
        if end.percent is not None:
            return f"{name} set to {end.percent:g} percent of the range"
        if end.percentile is not None:
            return f"{name} set to percentile {end.percentile:g}"
        at = end.at if isinstance(end.at, str) else f"{end.at:g}"
        return f"{name} set to {at}" + (f", {end.name}" if end.name else "")

    return say


def _words(name: str) -> Callable[[str | None], str]:
    def say(words: str | None) -> str:
        if words is None:
            return f"{name} left to the figure"
        return f"{name} written" if words else f"{name} taken off"

    return say


_SENTENCES: tuple[tuple[Callable[[Recipe], Any], Callable[[Any], str]], ...] = (
    (lambda r: r.table, lambda _: "The table's mends changed"),
    (lambda r: r.pivot.rows, lambda levels: f"{_level(levels)} put down the side"),
    (lambda r: r.pivot.columns, lambda levels: f"{_level(levels)} put across"),
    (lambda r: r.pivot.measure, lambda measure: f"Measured: {_measure(measure)}"),
    (lambda r: r.pivot.keep, _keep),
    (lambda r: r.pivot.totals.rows, lambda on: "Row totals shown" if on else "Row totals hidden"),
    (lambda r: r.pivot.totals.columns, lambda on: "Column totals shown" if on else "Column totals hidden"),
    (lambda r: r.color.palette, lambda name: f"Palette {PALETTES[name].title}"),
    (lambda r: r.color.high_is, lambda high: f"High is {high}"),
    (lambda r: r.color.reverse, lambda on: "Colors reversed" if on else "Colors put back"),
    (lambda r: r.color.low, _end("Low end")),
    (lambda r: r.color.middle, _end("Middle")),
    (lambda r: r.color.high, _end("High end")),
    (lambda r: r.cells.values, lambda values: "Values shown" if values == "all" else "Values hidden"),
    (lambda r: r.cells.decimals, lambda places: "Decimals left to the figure" if places is None else f"Decimals: {places}"),
    (lambda r: r.legend.show, lambda on: "Legend shown" if on else "Legend taken off"),
    (lambda r: r.legend.title, _words("Legend title")),
    (lambda r: r.legend.blank, _words("Words for no value")),
    (lambda r: r.words.title, _words("Title")),
    (lambda r: r.words.subtitle, _words("Subtitle")),
    (lambda r: r.words.caption, _words("Caption")),
    (lambda r: r.page, lambda page: f"Page {page.width} by {page.height} points"),
)
