"""Naming a change of a recipe, for the history: "High end of the scale set to 17"."""

from collections.abc import Callable
from typing import Any

from ..color.palettes import PALETTES
from ..wording import counted
from .conditions import ConditionSpec, MeasureSpec
from .spec import BandsSpec, EndSpec, LevelSpec, OrderSpec, Recipe, ShowSpec, SpotlightSpec


def name_change(old: Recipe, new: Recipe) -> str:
    """One short sentence about what ``new`` changes, the weightiest change first; "No change" when they are equal."""
    if old.pivot.rows == new.pivot.columns and old.pivot.columns == new.pivot.rows and old.pivot.rows != new.pivot.rows:
        return "Rows and columns turned"
    for read, say in _SENTENCES:
        before, after = read(old), read(new)
        if before != after:
            return say(after)
    return "No change" if old == new else "Recipe changed"


def _levels(levels: tuple[LevelSpec, ...]) -> str:
    if not levels:
        return "nothing"
    return " then ".join(f"{level.cut} of {level.field}" if level.cut else level.field for level in levels)


def _measure(measure: MeasureSpec) -> str:
    if measure.take == "count":
        return "number of records"
    if measure.take == "share":
        return "share of records that meet a condition"
    return f"{measure.take} of {measure.of}" + (f" per {measure.per}" if measure.per else "")


def _keep(conditions: tuple[ConditionSpec, ...]) -> str:
    fields = dict.fromkeys(name for condition in conditions for name in _fields(condition))
    return f"Records kept by {', '.join(fields)}" if fields else "All records kept"


def _fields(condition: ConditionSpec) -> list[str]:
    held = condition.all_ or condition.any_ or ()
    return [condition.field] if condition.field is not None else [name for each in held for name in _fields(each)]


def _show(show: ShowSpec) -> str:
    within = f" of the {show.of}" if show.of else f" along the {show.along}" if show.along else ""
    return "Shown as it is" if show.as_ == "value" else f"Shown as {show.as_}{within}"


def _order(side: str) -> Callable[[OrderSpec], str]:
    def say(order: OrderSpec) -> str:
        if order.by == "natural" and not order.descending:
            return f"{side} in natural order"
        words = {"member": f"by {', '.join(order.of)}", "hand": "by hand"}.get(order.by, f"by {order.by}")
        return f"{side} ordered {words}{', descending' if order.descending else ''}"

    return say


def _aside(members: int) -> str:
    return f"{counted(members, 'member')} set aside" if members else "Nothing set aside"


def _shown(name: str) -> Callable[[bool], str]:
    return lambda on: f"{name} shown" if on else f"{name} hidden"


def _end(name: str) -> Callable[[EndSpec | None], str]:
    def say(end: EndSpec | None) -> str:
        if end is None:
            return f"{name} taken off"
        if end.percent is not None:
            return f"{name} set to {end.percent:g} percent of the range"
        if end.percentile is not None:
            return f"{name} set to percentile {end.percentile:g}"
        if end.target is not None:
            return f"{name} set to the target {end.target}"
        at = end.at if isinstance(end.at, str) else f"{end.at:g}"
        return f"{name} set to {at}" + (f", {end.name}" if end.name else "")

    return say


_SPREADS = {"linear": "evenly", "log": "by logarithm", "symlog": "by logarithm on both sides of zero", "rank": "by rank"}


def _bands(bands: BandsSpec | None) -> str:
    if bands is None:
        return "No bands"
    number = bands.count if bands.cuts is None else len(bands.cuts) + 1
    return f"{number} bands" if number else "Bands"


def _spotlight(spot: SpotlightSpec | None) -> str:
    if spot is None:
        return "Spotlight off"
    for number, word in ((spot.highest, "highest"), (spot.lowest, "lowest")):
        if number is not None:
            return f"Spotlight on the {number} {word}"
    return "Spotlight on what passes a condition"


def _words(name: str) -> Callable[[str | None], str]:
    def say(words: str | None) -> str:
        if words is None:
            return f"{name} left to the figure"
        return f"{name} written" if words else f"{name} taken off"

    return say


_SENTENCES: tuple[tuple[Callable[[Recipe], Any], Callable[[Any], str]], ...] = (
    (lambda r: r.table, lambda _: "The table's mends changed"),
    (lambda r: r.pivot.correlate, lambda spec: "Fields correlated" if spec else "Fields no longer correlated"),
    (lambda r: r.pivot.rows, lambda levels: f"{_levels(levels)} put down the side"),
    (lambda r: r.pivot.columns, lambda levels: f"{_levels(levels)} put across"),
    (lambda r: r.pivot.split, lambda level: f"Split by {_levels((level,))}" if level else "No longer split"),
    (lambda r: r.pivot.measure, lambda measure: f"Measured: {_measure(measure)}"),
    (lambda r: r.pivot.keep, _keep),
    (lambda r: r.pivot.show, _show),
    (lambda r: r.pivot.order.rows, _order("Rows")),
    (lambda r: r.pivot.order.columns, _order("Columns")),
    (lambda r: r.pivot.totals.rows, _shown("Row totals")),
    (lambda r: r.pivot.totals.columns, _shown("Column totals")),
    (lambda r: r.pivot.totals.row_groups, _shown("Totals of row groups")),
    (lambda r: r.pivot.totals.column_groups, _shown("Totals of column groups")),
    (lambda r: r.pivot.totals.color, lambda color: "Totals in colors of their own" if color == "own" else "Totals without color"),
    (lambda r: r.pivot.aside, lambda aside: _aside(len(aside.rows) + len(aside.columns))),
    (lambda r: r.color.colors, lambda colors: f"Colors {', '.join(colors)}" if colors else "Colors of the palette"),
    (lambda r: r.color.palette, lambda name: f"Palette {PALETTES[name].title}" if name else "Palette left to the figure"),
    (lambda r: r.color.high_is, lambda high: f"High is {high}"),
    (lambda r: r.color.reverse, lambda on: "Colors reversed" if on else "Colors put back"),
    (lambda r: r.color.low, _end("Low end")),
    (lambda r: r.color.middle, _end("Middle")),
    (lambda r: r.color.high, _end("High end")),
    (lambda r: r.color.scale, lambda name: f"Spread {_SPREADS[name]}"),
    (lambda r: r.color.within, lambda within: "Judged among all cells" if within == "table" else f"Judged within each {within}"),
    (lambda r: r.color.bands, _bands),
    (lambda r: r.color.spotlight, _spotlight),
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
