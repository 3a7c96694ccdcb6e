"""Naming a change of a recipe, for the history: "High end of the scale set to 17"."""

from collections.abc import Callable
from typing import Any

from ...colors.palettes import PALETTES
from ...common.language import OURS, language_of
from ...common.language.english import counted
from ...common.recipe.conditions import ConditionSpec, MeasureSpec
from ...common.recipe.spec import (
    BandsSpec,
    EachSpec,
    EndSpec,
    FlowSpec,
    LevelSpec,
    LitSpec,
    NoteSpec,
    OrderSpec,
    PastSpec,
    Recipe,
    ShowSpec,
    SymbolsSpec,
    TemplateSpec,
)
from ...common.vocabulary import SPREAD_TERMS, SYMBOL_TERMS
from ...common.wording.parts import level_words, measure_words, show_words


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
    return " then ".join(level_words(level, OURS) for level in levels) or "nothing"


def _keep(conditions: tuple[ConditionSpec, ...]) -> str:
    fields = dict.fromkeys(name for condition in conditions for name in _fields(condition))
    return f"Records kept by {', '.join(fields)}" if fields else "All records kept"


def _fields(condition: ConditionSpec) -> list[str]:
    held = condition.all_ or condition.any_ or ()
    return [condition.field] if condition.field is not None else [name for each in held for name in _fields(each)]


def _show(show: ShowSpec) -> str:
    return f"Shown {show_words(show, OURS) or 'as it is'}"


def _order(side: str) -> Callable[[OrderSpec], str]:
    def say(order: OrderSpec) -> str:
        if order.by == "natural" and not order.descending:
            return f"{side} in natural order"
        words = {"member": f"by {', '.join(order.of)}", "hand": "by hand"}.get(order.by, f"by {order.by}")
        return f"{side} ordered {words}{', descending' if order.descending else ''}"

    return say


def _aside(number: int, noun: str) -> str:
    return f"{counted(number, noun)} set aside" if number else f"No {noun} set aside"


def _values(values: str | PastSpec) -> str:
    if isinstance(values, PastSpec):
        return "Values shown past a number"
    return {"all": "Values shown", "none": "Values hidden", "extremes": "The extremes shown"}[values]


def _symbols(symbols: SymbolsSpec) -> str:
    if symbols.as_ == "fill":
        return "Cells filled"
    lines = {"none": "", "dividers": ", with dividers", "guides": ", with guide lines"}[symbols.lines]
    return f"Cells as {SYMBOL_TERMS[symbols.as_].words}{lines}"


def _notes(notes: tuple[NoteSpec, ...]) -> str:
    return counted(len(notes), "note") if notes else "No notes"


def _flow(flow: FlowSpec | None) -> str:
    return f"Arrow along the {flow.along}" if flow else "No arrow"


def _template(template: TemplateSpec | None) -> str:
    if template is None:
        return "No template"
    layout = f" on {template.layout}" if template.layout else ""
    slides = f"slides in {template.slides}{layout}" if template.slides else ""
    document = f"documents in {template.document}" if template.document else ""
    return f"Template: {' and '.join(each for each in (slides, document) if each) or 'none'}"


def _weight(side: str, size: str) -> Callable[[MeasureSpec | None], str]:
    def say(measure: MeasureSpec | None) -> str:
        return f"{side} as {size} as {measure_words(measure, OURS)}" if measure else f"{side} all as {size} as each other"

    return say


def _dismissed(dismissed: dict[str, str]) -> str:
    names = ", ".join(name.replace("_", " ") for name in dismissed)
    return f"Cautions dismissed: {names}" if names else "No caution dismissed"


def _points(name: str) -> Callable[[float | None], str]:
    return lambda size: f"{name} left to the figure" if size is None else f"{name}: {size:g} points"


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
        if end.at == "mirrored":
            return f"{name} mirrored"
        at = end.at if isinstance(end.at, str) else f"{end.at:g}"
        return f"{name} set to {at}" + (f", {end.name}" if end.name else "")

    return say


def _each(each: tuple[EachSpec, ...]) -> str:
    if not each:
        return "All members alike again"
    names = "; ".join(", ".join(one.labels) or "all" for one in each)
    return f"A way of their own for {names}"


def _bands(bands: BandsSpec | None) -> str:
    if bands is None:
        return "No bands"
    number = bands.count if bands.cuts is None else len(bands.cuts) + 1
    return f"{number} bands" if number else "Bands"


def _lit(lit: LitSpec | None) -> str:
    if lit is None:
        return "All cells lit"
    for number, word in ((lit.highest, "highest"), (lit.lowest, "lowest")):
        if number is not None:
            return f"Lit: the {number} {word}"
    return "Lit: what passes a condition"


def _words(name: str) -> Callable[[str | None], str]:
    def say(words: str | None) -> str:
        if words is None:
            return f"{name} left to the figure"
        return f"{name} written" if words else f"{name} taken off"

    return say


_TURNS = {"fit": "turned as they fit", "level": "level", "up": "turned up"}
_TOTAL_COLORS = {
    "none": "Totals without color",
    "own": "Totals in colors of their own",
    "shared": "Totals in the colors of the cells",
}
_PLACES = {"top": "at the top", "below": "below the cells"}

_SENTENCES: tuple[tuple[Callable[[Recipe], Any], Callable[[Any], str]], ...] = (
    (lambda r: r.table, lambda _: "The table's mends changed"),
    (lambda r: r.pivot.correlate, lambda spec: "Fields correlated" if spec else "Fields no longer correlated"),
    (lambda r: r.pivot.rows, lambda levels: f"{_levels(levels)} put down the side"),
    (lambda r: r.pivot.columns, lambda levels: f"{_levels(levels)} put across"),
    (lambda r: r.pivot.split, lambda level: f"Split by {_levels((level,))}" if level else "No longer split"),
    (lambda r: r.pivot.measure, lambda measure: f"Measured: {measure_words(measure, OURS)}"),
    (lambda r: r.pivot.keep, _keep),
    (lambda r: r.pivot.show, _show),
    (lambda r: r.pivot.order.rows, _order("Rows")),
    (lambda r: r.pivot.order.columns, _order("Columns")),
    (lambda r: r.each, _each),
    (lambda r: r.pivot.totals.rows, _shown("Row totals")),
    (lambda r: r.pivot.totals.columns, _shown("Column totals")),
    (lambda r: r.pivot.totals.row_groups, _shown("Totals of row groups")),
    (lambda r: r.pivot.totals.column_groups, _shown("Totals of column groups")),
    (lambda r: r.pivot.totals.values, lambda on: "Totals with values" if on else "Values of totals go with those of cells"),
    (lambda r: r.pivot.totals.color, lambda color: _TOTAL_COLORS[color]),
    (lambda r: (*r.pivot.aside.rows, *r.pivot.aside.columns), lambda members: _aside(len(members), "member")),
    (lambda r: r.pivot.aside.cells, lambda cells: _aside(len(cells), "cell")),
    (lambda r: r.color.colors, lambda colors: f"Colors {', '.join(colors)}" if colors else "Colors of the palette"),
    (lambda r: r.color.palette, lambda name: f"Palette {PALETTES[name].title}" if name else "Palette left to the figure"),
    (lambda r: r.color.high_is, lambda high: f"High is {high}"),
    (lambda r: r.color.reverse, lambda on: "Colors reversed" if on else "Colors put back"),
    (lambda r: r.color.low, _end("Low end")),
    (lambda r: r.color.middle, _end("Middle")),
    (lambda r: r.color.high, _end("High end")),
    (lambda r: r.color.scale, lambda name: f"Spread {SPREAD_TERMS[name].words}"),
    (lambda r: r.color.within, lambda within: "Judged among all cells" if within == "table" else f"Judged within each {within}"),
    (lambda r: r.color.bands, _bands),
    (lambda r: r.color.lit, _lit),
    (lambda r: r.cells.values, _values),
    (lambda r: r.cells.decimals, lambda places: "Decimals left to the figure" if places is None else f"Decimals: {places}"),
    (lambda r: r.cells.number, lambda _: "Numbers written otherwise"),
    (lambda r: r.cells.print, lambda spec: f"Printed: {measure_words(spec.measure, OURS)}" if spec else "Printed: what is colored"),
    (lambda r: r.cells.size, _points("Size of values")),
    (lambda r: r.cells.bold, lambda on: "Values bold" if on else "Values not bold"),
    (lambda r: r.cells.symbols, _symbols),
    (
        lambda r: r.cells.least_records,
        lambda least: f"Cells on fewer than {least:,} records hidden" if least else "Cells on few records shown",
    ),
    (lambda r: (r.cells.gap, r.cells.gap_color), lambda _: "Gaps between cells changed"),
    (lambda r: r.cells.square, lambda on: "Cells square" if on else "Cells fitted to the page"),
    (
        lambda r: r.heads.turn,
        lambda turn: {"fit": "Heads turned as they fit", "level": "Heads level", "up": "Heads turned up"}[turn],
    ),
    (lambda r: r.heads.long, lambda long: "Long heads wrapped" if long == "wrap" else "Long heads cut"),
    (lambda r: r.heads.group_gap, _points("Gap between groups")),
    (lambda r: r.heads.flow, _flow),
    (lambda r: r.heads.weight.columns, _weight("Columns", "wide")),
    (lambda r: r.heads.weight.rows, _weight("Rows", "high")),
    (lambda r: r.legend.show, lambda on: "Legend shown" if on else "Legend taken off"),
    (lambda r: r.legend.place, lambda place: "Legend at the right" if place == "right" else f"Legend {_PLACES[place]}"),
    (
        lambda r: r.legend.ticks,
        lambda ticks: f"{counted(len(ticks), 'place')} named on the legend" if ticks else "Legend's own numbers",
    ),
    (lambda r: r.legend.title, _words("Legend title")),
    (lambda r: r.legend.blank, _words("Words for no value")),
    (lambda r: r.legend.few, _words("Words for too few records")),
    (lambda r: r.words.title, _words("Title")),
    (lambda r: r.words.subtitle, _words("Subtitle")),
    (lambda r: r.words.rows, _words("Name of the rows")),
    (lambda r: r.words.columns, _words("Name of the columns")),
    (lambda r: r.words.caption, _words("Caption")),
    (lambda r: r.words.source, _words("Source")),
    (lambda r: r.claims, lambda claims: f"Claims: {'; '.join(claims)}" if claims else "No claims"),
    (lambda r: r.notes, _notes),
    (lambda r: r.page.template, _template),
    (lambda r: (r.page.width, r.page.height), lambda size: f"Page {size[0]} by {size[1]} points"),
    (lambda r: r.page.language, lambda tag: f"Written in {language_of(tag).calendar.name}"),
    (lambda r: r.page.least_type, _points("Type at least")),
    (lambda r: r.page.theme, lambda theme: f"Theme {theme.capitalize()}"),
    (
        lambda r: (r.page.ground, r.page.ink),
        lambda colors: "The house's ground and ink" if any(colors) else "The theme's ground and ink",
    ),
    (lambda r: r.page.font, lambda font: "The house's font" if font else "The bundled font"),
    (lambda r: r.page.transparent, lambda on: "Ground see-through" if on else "Ground painted"),
    (lambda r: r.page.underlay, lambda underlay: "Picture laid under the cells" if underlay else "No picture under the cells"),
    (lambda r: r.dismissed, _dismissed),
)
