"""A pivot as its statement. What is written here is read by read.py as the same pivot, given the same fields."""

import re
from collections.abc import Iterable

from ...common.language import OURS
from ...common.language.english import field_words
from ...common.recipe.conditions import ConditionSpec, MeasureSpec
from ...common.recipe.spec import BinsSpec, CorrelateSpec, LevelSpec, OrderSpec, PivotSpec, ShowSpec, TargetSpec, TotalsSpec
from ...common.vocabulary import MEASURE_TERMS, SHOW_TERMS
from ...common.wording.parts import other_words
from .names import quoted, spoken
from .words import BYS, CUTS, EMPTY, FIRSTS, MONTHS, ONCE, ORDERS, SCOPES, WEEKDAYS

_DATE = re.compile(r"\d{4}-\d\d(-\d\d)?$")


def write_statement(pivot: PivotSpec, fields: Iterable[str] = ()) -> str:
    """The sentence. ``fields`` are those of the table: one that is among them may be said in words, any other is quoted."""
    return _Writer(fields).pivot(pivot)


def clauses_of(pivot: PivotSpec, fields: Iterable[str] = ()) -> dict[str, str]:
    """The parts of the sentence by what they say: the measure, each side, and so on; those that say nothing are empty."""
    return _Writer(fields).clauses(pivot)


class _Writer:
    def __init__(self, fields: Iterable[str]) -> None:
        self.said = {name: words for words, name in spoken(fields).items()}

    def pivot(self, pivot: PivotSpec) -> str:
        said = self.clauses(pivot)
        measure, sides = said.pop("measure"), [said.pop("rows"), said.pop("columns")]
        each = " and ".join(filter(None, sides))
        begun = measure if pivot.correlate else f"the {measure}" + (f" for each {each}" if each else "")
        return ", ".join([f"Color {begun}", *filter(None, said.values())])

    def clauses(self, pivot: PivotSpec) -> dict[str, str]:
        correlate = pivot.correlate
        said = {
            "measure": self.correlate(correlate) if correlate else self.measure(pivot.measure),
            "rows": self.side(pivot.rows, "down") if not correlate else "",
            "columns": self.side(pivot.columns, "across") if not correlate else "",
            "split": f"split by {self.level(pivot.split)}" if pivot.split is not None else "",
            "show": "",
            "keep": "keeping " + " and ".join(self.condition(each) for each in pivot.keep) if pivot.keep else "",
        }
        if pivot.show != ShowSpec():
            said["show"] = self.show(pivot.show) if pivot.show.as_ == "against" else f"as {self.show(pivot.show)}"
        for side, order in (("rows", pivot.order.rows), ("columns", pivot.order.columns)):
            said[f"{side} ordered"] = f"{side} ordered by {self.order(order)}" if order != OrderSpec() else ""
        said["totals"] = f"with {self.totals(pivot.totals)}" if pivot.totals != TotalsSpec() else ""
        for side, members in (("rows", pivot.aside.rows), ("columns", pivot.aside.columns)):
            said[f"{side} aside"] = f"{side} set aside {'; '.join(_labels(labels) for labels in members)}" if members else ""
        cells = "; ".join(f"{_labels(cell.row)} at {_labels(cell.column)}" for cell in pivot.aside.cells)
        said["cells aside"] = f"cells set aside {cells}" if cells else ""
        return said

    def field(self, name: str) -> str:
        return field_words(name) if name in self.said else quoted(name)

    def measure(self, measure: MeasureSpec) -> str:
        where = self.condition(measure.where) if measure.where else ""
        if measure.where and measure.empty and _ends_in_measure(measure.where):
            where = f"({where})"  # a measure at its end would take for its own what is counted here
        words = MEASURE_TERMS[measure.take].typed.format(
            of=self.field(measure.of or ""), per=self.field(measure.per or ""), p=_number(measure.p or 0.0), where=where
        )
        once = f" {ONCE}" if measure.once_a_key else ""
        return words + once + (f" counting {EMPTY[measure.empty]}" if measure.empty else "")

    def side(self, levels: tuple[LevelSpec, ...], way: str) -> str:
        return f"{' then '.join(self.level(level) for level in levels)} {way}" if levels else ""

    def level(self, level: LevelSpec) -> str:
        words = self.field(level.field)
        if level.cut is not None:
            words = f"{CUTS[level.cut]} of {words}"
        if level.bins is not None:
            words += f" in {_bins(level.bins)}"
        notes = []
        if level.year_starts is not None:
            notes.append(f"years start in {MONTHS[str(level.year_starts)]}")
        if level.week_starts is not None:
            notes.append(f"weeks start on {WEEKDAYS[level.week_starts]}")
        notes += [f"{quoted(label)} called {quoted(name)}" for label, name in level.names.items()]
        if level.top is not None:
            notes.append(f"top {level.top}" + (f" by {self.measure(level.by)}" if level.by else ""))
        if level.others is not False:
            notes.append("rest gathered" + (f" as {quoted(level.others)}" if isinstance(level.others, str) else ""))
        if level.empty == "keep":
            notes.append("empty kept")
        return words + (f" ({'; '.join(notes)})" if notes else "")

    def show(self, show: ShowSpec) -> str:
        point = (
            quoted(show.to.target) if isinstance(show.to, TargetSpec) else _number(show.to) if isinstance(show.to, float) else ""
        )
        return SHOW_TERMS[show.as_].typed.format(
            of=f" of {SCOPES[show.of]}" if show.of else "",
            along=f" down the {show.along}" if show.along == "rows" else f" across the {show.along}" if show.along else "",
            relative="relative " if show.relative else "",
            to=f" to the {FIRSTS[show.to]}" if isinstance(show.to, str) else "",
            point=point,
            other=self.other(show),
            by=f", {BYS[show.by]}" if show.by in BYS else "",
        )

    def other(self, show: ShowSpec) -> str:
        """The other side of what is shown against it."""
        if show.measure is not None:
            return f"the {self.measure(show.measure)}"
        if show.edition is not None:
            return "the edition before" if show.edition == "before" else f"edition {show.edition}"
        if show.shift is not None:
            return f"{other_words(show, OURS)} by {self.field(show.shift.field)}"
        return "those where " + " and ".join(self.condition(each) for each in show.keep)

    def condition(self, condition: ConditionSpec) -> str:
        for held, joined in ((condition.all_, " and "), (condition.any_, " or ")):
            if held is not None:
                words = joined.join(self.condition(each) for each in held)
                return f"{'all' if held is condition.all_ else 'any'} of ({words})" if len(held) == 1 else f"({words})"
        assert condition.field is not None
        words = self.field(condition.field)
        if condition.cut is not None:
            words = f"{CUTS[condition.cut]} of {words}"
        if condition.year_starts is not None:
            words += f" (years start in {MONTHS[str(condition.year_starts)]})"
        for number, word in ((condition.top, "top"), (condition.bottom, "bottom")):
            if number is not None:
                return f"{words} among the {word} {number}" + (f" by {self.measure(condition.by)}" if condition.by else "")
        if condition.in_ is not None:
            return f"{words} is {' or '.join(_value(each) for each in condition.in_) or 'none'}"
        if condition.not_in is not None:
            return f"{words} is not {' nor '.join(_value(each) for each in condition.not_in) or 'none'}"
        if condition.blank is not None:
            return f"{words} is {'' if condition.blank else 'not '}blank"
        ends = (("from", condition.from_), ("up to", condition.to), ("above", condition.above), ("below", condition.below))
        return " ".join([words, *(f"{word} {_value(value)}" for word, value in ends if value is not None)])

    def order(self, order: OrderSpec) -> str:
        words = ORDERS[order.by]
        if order.by == "member":
            words += f" {' then '.join(quoted(label) for label in order.of)}"
        elif order.by == "hand":
            words += " " + "; ".join(" then ".join(quoted(label) for label in level) or "none" for level in order.hand)
        elif order.by == "likeness":
            notes = [order.distance, order.linkage] + ([] if order.tree else ["no tree"])
            words += f" ({', '.join(notes)})"
        return words + (" descending" if order.descending else "")

    def totals(self, totals: TotalsSpec) -> str:
        names = {"rows": "rows", "columns": "columns", "row_groups": "row groups", "column_groups": "column groups"}
        shown = [words for name, words in names.items() if getattr(totals, name)]
        words = f"totals of {' and '.join(shown)}" if shown else "no totals"
        words += "" if totals.color == "none" else f" in {totals.color} colors"
        return words + (" with values" if totals.values else "")

    def correlate(self, correlate: CorrelateSpec) -> str:
        fields = " and ".join(self.field(name) for name in correlate.fields)
        rank = " by rank" if correlate.method == "spearman" else ""
        part = "" if correlate.triangle == "both" else f" in the {correlate.triangle} triangle"
        return f"how {fields} move together{rank}{part}"


def _ends_in_measure(condition: ConditionSpec) -> bool:
    """Groups are written in brackets, which end what is within them."""
    return condition.by is not None


def _bins(bins: BinsSpec) -> str:
    if bins.edges is not None:
        return f"bins at {', '.join(_number(edge) for edge in bins.edges)}"
    if bins.round is not None:
        return f"about {bins.round} round bins"
    if bins.equal_width is not None:
        return f"{bins.equal_width} bins of equal width"
    return f"{bins.equal_count} bins of equal count"


def _value(value: str | float) -> str:
    if isinstance(value, float):
        return _number(value)
    return value if _DATE.match(value) else quoted(value)


def _number(value: float) -> str:
    """The shortest text that reads back as the same number."""
    return str(int(value)) if value == int(value) and abs(value) < 1e15 else repr(value)


def _labels(labels: tuple[str, ...]) -> str:
    """A member by its labels, outermost first."""
    return " then ".join(quoted(label) for label in labels) or "none"
