"""A statement as people type it, who have read of its form once: synonyms, signs, words left out, members without quotation marks.

It is tried where the strict reading (read.py) finds a mistake. What it understands is the same pivot, and is printed in the one
form; what it does not is told with the word that it stopped at.
"""

from dataclasses import replace

from ..errors import RecipeError
from ..recipe.conditions import MeasureSpec
from ..recipe.spec import LevelSpec, OrderSpec, OrdersSpec, PivotSpec, ShowSpec, TotalsSpec
from .loose_conditions import OF_MOMENTS, ConditionReader
from .read import PLACE
from .synonyms import (
    BEGINNINGS,
    DOWNWARDS,
    KEEPS,
    MEASURES,
    ONCE_A_KEY,
    ORDER_KINDS,
    ORDER_WORDS,
    SHARES,
    SIDES,
    SIGNS,
    TOTALS,
    UPWARDS,
    VERSUS,
    WAYS,
)
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
            joined = self.takes_any(VERSUS)
            if not (joined or self.at > at or self.ahead(self.way_and_level)) or not self.ahead(self.level_of_side):
                self.at = at
                break
        return self.assigned(pivot, groups)

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
        self.level()
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
        if self.takes("as") or self.takes("shown as"):
            return replace(pivot, show=self.show())
        if self.takes("with"):
            return replace(pivot, totals=self.totals())
        return super().clause(pivot)

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
