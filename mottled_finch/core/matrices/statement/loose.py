"""A statement as people type it, who have read of its form once: synonyms, signs, words left out, members without quotation marks.

It is tried where the strict reading (read.py) finds a mistake. What it understands is the same pivot, and is printed in the one
form; what it does not is told with the word that it stopped at.
"""

from dataclasses import replace
from typing import Any

from ...common.errors import RecipeError
from ...common.recipe.conditions import ConditionSpec, MeasureSpec
from ...common.recipe.spec import LevelSpec, OrderSpec, OrdersSpec, PivotSpec, ShiftSpec, ShowSpec, TotalsSpec
from ...common.vocabulary import MEASURE_TERMS
from .loose_conditions import OF_MOMENTS, ConditionReader
from .synonyms import (
    AFTER,
    AGAINST,
    BEFORE,
    BEGINNINGS,
    BYS,
    DOWNWARDS,
    KEEPS,
    LAST,
    MEASURES,
    ONCE_A_KEY,
    ORDER_KINDS,
    ORDER_WORDS,
    SHARES,
    SIDES,
    SIGNS,
    TOTALS,
    UNITS,
    UPWARDS,
    VERSUS,
    WAYS,
)
from .tokens import PLACE, unquoted
from .words import SCOPES


class LooseReader(ConditionReader):
    """The whole sentence. Conditions, fields and members are read by what it is made from."""

    def pivot(self) -> PivotSpec:
        while self.takes_any(BEGINNINGS):
            pass
        how = not self.ahead(lambda: self.takes("how many")) and self.takes("how")
        pivot = PivotSpec(correlate=self.correlate()) if how else self.sides(PivotSpec(measure=self.measure()))
        while self.next() is not None:
            self.takes(",")
            self.takes("and")
            pivot = self.clause(pivot)
        return pivot

    def measure(self) -> MeasureSpec:
        measure = self.bare_measure()
        return self.counted(replace(measure, once_a_key=True) if self.takes_any(ONCE_A_KEY) else measure)

    def bare_measure(self) -> MeasureSpec:
        """The measure without how its keys and nothing count."""
        token = self.next()
        if token is not None and token.kind == "ordinal":
            self.at += 1
            self.needs("percentile")
            self.takes("of")
            return MeasureSpec(take="percentile", p=float(token.text[:-2]), of=self.field())
        at = self.at
        if (of := self.field_ahead()) is not None:
            if self.takes("per") or self.takes("divided by"):
                return MeasureSpec(take="ratio", of=of, per=self.field())
            self.at = at
        take = self.takes_one(MEASURES)
        if take is None:
            if of is not None:
                raise RecipeError(
                    f'"{of}" can be measured in many ways; say the sum, average or median of it', path=PLACE, received=of
                )
            self.wrong("a measure, such as the average of a field or the number of records")
        if take == "percentile":
            p = self.number("a number from 0 to 100")
            self.takes("of")
            return MeasureSpec(take="percentile", p=p, of=self.field())
        if take == "ratio":
            self.takes("of")
            of = self.field()
            if not (self.takes("to") or self.takes("per") or self.takes("over")):
                self.wrong('"to"')
            return MeasureSpec(take="ratio", of=of, per=self.field())
        if take == "share":
            self.takes("that")
            if not (self.takes("where") or self.takes("with") or self.takes("have")):
                self.wrong('"where"')
            return MeasureSpec(take="share", where=self.condition())
        measure = MeasureSpec(take=take)
        if take != "count":
            self.takes("of")
            measure = replace(measure, of=self.field())
        return measure

    def sides(self, pivot: PivotSpec) -> PivotSpec:
        groups: list[tuple[tuple[LevelSpec, ...], str | None]] = []
        self.takes(",")
        begun = self.takes_any(SIDES) or self.ahead(self.way_and_level) or self.ahead(self.level_and_way)
        while begun:
            before = self.takes_one(WAYS)
            self.takes_any(SIDES)
            levels = self.listed(self.level, "then")
            groups.append((levels, before or self.takes_one(WAYS)))
            at = self.at
            self.takes(",")
            if self.ahead(self.against_follows):
                self.at = at
                break
            joined = self.takes_any(VERSUS)
            if not (joined or self.at > at or self.ahead(self.way_and_level)) or not self.ahead(self.level_of_side):
                self.at = at
                break
        return self.assigned(pivot, groups)

    def against_follows(self) -> bool:
        """Whether another side of the comparison comes next, and not the other side of the matrix."""
        if not self.takes_any(AGAINST):
            return False
        if self.ahead(lambda: self.loose_shift(PivotSpec())):
            return True
        column = self.columns.get(self.field_ahead() or "")
        return (column is not None and column.is_number and not self.peeks("in")) or not self.ahead(self.level_of_side)

    def way_and_level(self) -> bool:
        return self.takes_one(WAYS) is not None and self.level_of_side()

    def level_and_way(self) -> bool:
        return self.level_of_side() and self.takes_one(WAYS) is not None

    def level_of_side(self) -> bool:
        """A level, and no clause that only begins like one: "top 5", or a condition."""
        said = self.takes_one(WAYS) is not None or self.takes_any(SIDES)
        self.takes_any(SIDES)
        if self.peeks("top") and not said:
            return False
        level = self.level()
        if level.cut is not None and self.ahead(lambda: self.takes("in") and self.date(end=False)):
            return True  # "by pier and month in 2025"
        return self.ahead(lambda: self.takes_one(WAYS)) or not self.ahead(lambda: self.takes_one(SIGNS))

    def assigned(self, pivot: PivotSpec, groups: list[tuple[tuple[LevelSpec, ...], str | None]]) -> PivotSpec:
        """The levels that were listed as rows and columns: as it is said, else the last of them across."""
        said = {way: levels for levels, way in groups if way}
        rest = [levels for levels, way in groups if not way]
        if not said and len(rest) > 1:
            said["across"] = rest.pop()
        rows = said.get("down", ())
        columns = said.get("across", ())
        if rest and (not rows or columns):
            rows = (*rows, *(level for levels in rest for level in levels))
        else:
            columns = (*columns, *(level for levels in rest for level in levels))
        return replace(pivot, rows=rows, columns=columns)

    def level(self) -> LevelSpec:
        top = self.whole_number("a whole number") if self.takes("top") else None
        field, cut = self.cut_field()
        level = LevelSpec(field=field, cut=cut, top=top)
        if self.peeks("in") and self.bins_follow():
            self.takes("in")
            level = replace(level, bins=self.bins())
        return self.noted(level)

    def bins_follow(self) -> bool:
        after = self.tokens[self.at + 1 : self.at + 4]
        return any(token.word in ("bins", "about") for token in after)

    def clause(self, pivot: PivotSpec) -> PivotSpec:
        at = self.at
        side = self.takes_one({"rows": "rows", "columns": "columns", "row": "rows", "column": "columns"})
        if self.takes_any(ORDER_WORDS):
            order = self.order()
            orders = {"rows": pivot.order.rows, "columns": pivot.order.columns, side or "rows": order}
            return replace(pivot, order=OrdersSpec(**orders))
        self.at = at
        if self.takes("top"):
            return self.topped(pivot, self.whole_number("a whole number"))
        if self.takes_any(KEEPS):
            return replace(pivot, keep=() if self.takes("all records") else (*pivot.keep, *self.conditions()))
        if self.peeks(*OF_MOMENTS) and self.moments:
            return replace(pivot, keep=(*pivot.keep, self.moment_condition(self.only_moment())))
        if self.takes_any(AGAINST):
            return replace(pivot, show=self.against(pivot))
        if pivot.show.as_ == "against" and (by := self.by()):
            return replace(pivot, show=replace(pivot.show, by=by))
        if self.takes("as") or self.takes("shown as"):
            return replace(pivot, show=self.show())
        if self.takes("with"):
            return replace(pivot, totals=self.totals())
        return super().clause(pivot)

    def against(self, pivot: PivotSpec) -> ShowSpec:
        """What is shown against another side: "last year", "2 weeks earlier", "plan", "edition 1", "2024", "Brackwater"."""
        show = ShowSpec(as_="against", **self.other_side(pivot))
        at = self.at
        self.takes(",")
        by = self.by()
        if by is None:
            self.at = at
        return replace(show, by=None if by == "difference" else by)

    def by(self) -> Any:
        at = self.at
        self.takes("in") or self.takes("as")
        self.takes("a")
        found = self.takes_one(BYS)
        if found is None:
            self.at = at
        return found

    def other_side(self, pivot: PivotSpec) -> dict[str, Any]:
        shift = self.loose_shift(pivot)
        if shift is not None:
            return {"shift": shift}
        if self.takes_any(("edition before", "previous edition", "last edition", "prior edition")):
            return {"edition": "before"}
        if self.takes("edition"):
            return {"edition": self.whole_number("the number of an edition")}
        if self.takes_any(("those where", "where", "those with", "those of")) or self.ahead(self.condition_begins):
            return {"keep": self.conditions()}
        if self.ahead(self.measure):
            return {"measure": self.measure()}
        member = self.member_of(pivot)
        if member is not None:
            return {"keep": (member,)}
        at, of = self.at, self.field_ahead()
        if of is not None:
            # A plan is taken as what it is set beside is.
            take = pivot.measure.take if MEASURE_TERMS[pivot.measure.take].keys == ("of",) else "sum"
            return {"measure": MeasureSpec(take=take, of=of)}
        self.at = at
        if self.moments and self.ahead(lambda: self.date(end=False)):
            return {"keep": (self.in_span(ConditionSpec(field=self.moment_of(pivot))),)}
        self.wrong('"last year", a measure, "edition before", a date, a member or "those where"')

    def loose_shift(self, pivot: PivotSpec) -> ShiftSpec | None:
        """How far the kept span is moved; None where something else comes next."""
        start, way = self.at, 0
        token = self.next()
        last = self.takes_any(LAST)
        ahead = not last and self.takes("next")
        number = self.whole_number("") if token is not None and token.kind == "number" and not (last or ahead) else None
        if number is None and (self.takes("a") or self.takes("one")):
            number = 1
        unit = self.takes_one(UNITS)
        if unit is not None:
            way = -1 if last or self.takes_any(BEFORE) else 1 if ahead or self.takes_any(AFTER) else 0
        if unit is None or not way:
            self.at = start
            return None
        field = self.field() if self.takes("by") else self.moment_of(pivot)
        return ShiftSpec(field=field, **{unit: way * (number or 1)})

    def moment_of(self, pivot: PivotSpec) -> str:
        """The field of moments that the pivot is about, or the only one there is."""
        split = (pivot.split,) if pivot.split else ()
        named = [level.field for level in (*pivot.columns, *pivot.rows, *split)] + [each.field for each in pivot.keep if each.field]
        return next((name for name in named if name in self.moments), None) or self.only_moment()

    def member_of(self, pivot: PivotSpec) -> ConditionSpec | None:
        """One member of a field that stands on a side, or else of any."""
        sides = [level.field for level in (*pivot.rows, *pivot.columns) if level.cut is None and level.bins is None]
        for field in dict.fromkeys((*sides, *self.fields)):
            known = self.known_member(field, None) or self.quoted_member(field)
            if known is not None:
                return ConditionSpec(field=field, in_=(known,))
        return None

    def quoted_member(self, field: str) -> str | None:
        token = self.next()
        text = unquoted(token.text) if token is not None and token.kind == "text" else None
        if text not in self.entries(field).values():
            return None
        self.at += 1
        return text

    def topped(self, pivot: PivotSpec, number: int) -> PivotSpec:
        """The largest members of a field, of the first that goes down where none is named."""
        named = self.field_ahead()
        for side in ("rows", "columns"):
            levels: tuple[LevelSpec, ...] = getattr(pivot, side)
            for i, level in enumerate(levels):
                if named is None or level.field == named:
                    fewer = replace(level, top=number, by=self.measure() if self.takes("by") else level.by)
                    changed = (*levels[:i], fewer, *levels[i + 1 :])
                    return replace(pivot, rows=changed) if side == "rows" else replace(pivot, columns=changed)
        self.wrong("a field of a side")

    def show(self) -> ShowSpec:
        self.takes("a")
        if not self.takes_any(SHARES):
            return super().show()
        scope = None
        if self.takes("of"):
            words = {phrase: key for key, phrase in SCOPES.items()} | {"rows": "row", "columns": "column", "total": "whole"}
            scope = self.takes_one(words) or self.wrong('"the row", "the column", "the group" or "the whole"')
        return ShowSpec(as_="share", of=scope)

    def order(self) -> OrderSpec:
        by = self.takes_one(ORDER_KINDS)
        order = OrderSpec(by=by) if by else super().order()
        at = self.at
        self.takes(",")
        if self.takes_any(DOWNWARDS):
            return replace(order, descending=True)
        if not self.takes_any(UPWARDS):
            self.at = at
        return order

    def totals(self) -> TotalsSpec:
        side = self.takes_one(TOTALS)
        if side:
            return TotalsSpec(rows=side == "rows", columns=side == "columns")
        if self.ahead(lambda: self.takes("totals") and not self.peeks("of")):
            self.needs("totals")
            return TotalsSpec(rows=True, columns=True)
        return super().totals()
