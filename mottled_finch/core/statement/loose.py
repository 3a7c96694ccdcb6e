"""A statement as people type it, who have read of its form once: synonyms, signs, words left out, members without quotation marks.

It is tried where the strict reading (read.py) finds a mistake. What it understands is the same pivot, and is printed in the one
form; what it does not is told with the word that it stopped at.
"""

from dataclasses import replace
from typing import Any, NoReturn

from ..errors import RecipeError
from ..recipe.conditions import ConditionSpec, MeasureSpec
from ..recipe.spec import LevelSpec, OrderSpec, OrdersSpec, PivotSpec, ShowSpec, TotalsSpec
from ..table import Kind, Table, entry_texts
from .read import PLACE, Reader, Token, unquoted
from .synonyms import (
    ALIKE,
    BEGINNINGS,
    CLAUSES,
    CUT_WORDS,
    FILLERS,
    KEEPS,
    MEASURES,
    ORDER_WORDS,
    SIDES,
    SIGNS,
    STOPS,
    WAYS,
)
from .words import EMPTY, MONTHS, SCOPES


class LooseReader(Reader):
    """The strict reader, with what people leave out or say otherwise."""

    def __init__(self, tokens: list[Token], fields: list[str], table: Table | None) -> None:
        super().__init__(tokens, fields)
        columns = table.columns if table is not None else ()
        self.columns = {column.name: column for column in columns}
        self.moments = [column.name for column in columns if column.kind is Kind.MOMENT]
        held = {word for name in fields for word in name.casefold().replace("_", " ").split()}
        told = [replace(token, text=ALIKE.get(token.word, token.text)) if token.kind == "word" else token for token in tokens]
        self.tokens = [token for token in told if token.word not in FILLERS or token.word in held]
        for name in fields:  # as the file has them, too
            self.spoken.setdefault(name.casefold(), name)
        self.longest = max((len(words.split()) for words in self.spoken), default=0)

    def takes(self, phrase: str) -> bool:
        return super().takes(" ".join(word for word in phrase.split() if word not in FILLERS)) or super().takes(phrase)

    def takes_one(self, phrases: dict[str, Any]) -> Any:
        """What the longest of the phrases that comes next stands for; None where none does."""
        for phrase in sorted(phrases, key=lambda each: -len(each.split())):
            if self.takes(phrase):
                return phrases[phrase]
        return None

    def comes(self, phrase: str) -> bool:
        at = self.at
        found = self.takes(phrase)
        self.at = at
        return found

    def peeks(self, *words: str) -> bool:
        token = self.next()
        return token is not None and (token.word in words or token.text in words)

    def field_ahead(self) -> str | None:
        """The field that comes next, which is passed; None where none does."""
        at = self.at
        for count in range(min(max(self.longest, 1), len(self.tokens) - at), 0, -1):
            words = " ".join(each.text.casefold() for each in self.tokens[at : at + count])
            name = self.spoken.get(words) or self.spoken.get(words.replace("_", " "))
            if name is not None:
                self.at += count
                return name
        token = self.next()
        if token is not None and token.kind == "text" and (name := self.text("")) in self.fields:
            return name
        self.at = at
        return None

    def field(self) -> str:
        found = self.field_ahead()
        if found is not None:
            return found
        token = self.next()
        if token is None or token.kind != "word" or token.word in STOPS:
            self.wrong("a field")
        self.unknown(token.text)

    # The sentence

    def pivot(self) -> PivotSpec:
        while self.takes_one(BEGINNINGS):
            pass
        how = not self.comes("how many") and self.takes("how")
        pivot = PivotSpec(correlate=self.correlate()) if how else self.sides(PivotSpec(measure=self.measure()))
        while self.next() is not None:
            self.takes(",")
            self.takes("and")
            pivot = self.clause(pivot)
        return pivot

    def measure(self) -> MeasureSpec:
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
        if self.takes("counting"):
            empty = self.one_of(EMPTY, '"nothing as zero" or "nothing as blank"')
            measure = replace(measure, empty=empty)  # type: ignore[arg-type]
        return measure

    def sides(self, pivot: PivotSpec) -> PivotSpec:
        groups: list[tuple[tuple[LevelSpec, ...], str | None]] = []
        self.takes(",")
        begun = self.takes_one(SIDES) or self.peeks_way() or self.peeks_level_and_way()
        while begun:
            before = self.takes_one(WAYS)
            self.takes_one(SIDES)
            levels = self.listed(self.level, "then")
            groups.append((levels, before or self.takes_one(WAYS)))
            at = self.at
            self.takes(",")
            joined = self.takes_one({"and": True, "by": True, "against": True, "versus": True, "vs": True, "x": True})
            if not (joined or self.at > at or self.peeks_way()) or not self.level_follows():
                self.at = at
                break
        return self.assigned(pivot, groups)

    def peeks_way(self) -> bool:
        at = self.at
        found = self.takes_one(WAYS) is not None and self.level_follows()
        self.at = at
        return found

    def peeks_level_and_way(self) -> bool:
        at = self.at
        found = self.level_follows()
        if found:
            self.level()
            found = self.takes_one(WAYS) is not None
        self.at = at
        return found

    def level_follows(self) -> bool:
        """Whether what comes next is a level, and no clause that only begins like one."""
        at = self.at
        self.takes_one(WAYS)
        self.takes_one(SIDES)
        found = False
        if self.peeks("top") and at == self.at:
            return False  # a clause of its own
        try:
            self.level()
            found = not self.peeks(
                "is", "are", "=", "<", ">", "<=", ">=", "!=", "between", "from", "above", "below", "after", "before"
            )
        except RecipeError:
            pass
        self.at = at
        return found

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

    def cut_field(self) -> tuple[str, Any]:
        """A field, perhaps cut: "month of departed", "departed month", or "month" where one field alone can be meant."""
        at = self.at
        cut = self.takes_one(CUT_WORDS)
        if cut is not None and self.takes("of"):
            return self.field(), cut
        after_cut, self.at = self.at, at
        field = self.field_ahead()
        if field is not None:
            at = self.at
            self.takes("by") or self.takes("'s")
            found = self.takes_one(CUT_WORDS) if field in self.moments else None
            if found is None:
                self.at = at
            return field, found
        if cut is None:
            return self.field(), None
        self.at = after_cut
        if len(self.moments) == 1:
            return self.moments[0], cut
        token = self.tokens[at]
        which = f"{', '.join(self.moments[:6])}" if self.moments else "no field holds moments"
        raise RecipeError(f'"{token.text}" of what? say of which field: {which}', path=PLACE, received=token.text)

    # Clauses

    def clause(self, pivot: PivotSpec) -> PivotSpec:
        at = self.at
        side = self.takes_one({"rows": "rows", "columns": "columns", "row": "rows", "column": "columns"})
        if self.takes_one(ORDER_WORDS):
            order = self.order()
            orders = {"rows": pivot.order.rows, "columns": pivot.order.columns, side or "rows": order}
            return replace(pivot, order=OrdersSpec(**orders))
        self.at = at
        if self.takes("top"):
            return self.topped(pivot, self.whole_number("a whole number"))
        if self.takes_one(KEEPS):
            return replace(pivot, keep=() if self.takes("all records") else (*pivot.keep, *self.conditions()))
        if self.peeks("in", "between", "since", "after", "before", "until", "from") and self.moments:
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

    def conditions(self) -> tuple[ConditionSpec, ...]:
        """Conditions joined by one word; with both of them, brackets must say which are meant together."""
        held, joined = [self.condition()], ""
        while True:
            at = self.at
            word = next((each for each in ("and", "or") if self.takes(each)), "and" if self.takes(",") else "")
            if not word or not self.condition_follows():
                self.at = at
                break
            if joined and word != joined:
                raise RecipeError(
                    '"and" and "or" stand side by side; put brackets around those that belong together', path=PLACE, received=word
                )
            joined = word
            held.append(self.condition())
        return (ConditionSpec(any_=tuple(held)),) if joined == "or" else tuple(held)

    def condition_follows(self) -> bool:
        at = self.at
        try:
            self.condition()
        except RecipeError:
            return False
        finally:
            self.at = at
        return True

    def condition(self) -> ConditionSpec:
        at = self.at
        if self.peeks("(", "all", "any"):
            return super().condition()
        if self.peeks("in", "since", "after", "before", "until", "between") and self.moments:
            return self.moment_condition(self.only_moment())
        field, cut = self.cut_field()
        condition = ConditionSpec(field=field, cut=cut)
        if self.peeks("(", "among"):
            self.at = at
            return super().condition()
        if field in self.moments and cut is None and self.peeks("in", "is", "="):
            return self.moment_condition(field)
        ends: dict[str, Any] = {}
        self.takes_one({"is": True, "are": True, "was": True}) if self.sign_follows() else None
        while (sign := self.takes_one(SIGNS)) is not None:
            if sign == "between":
                ends |= {"from_": self.end_of(field, cut)}
                self.needs("and")
                return replace(condition, from_=ends["from_"], to=self.end_of(field, cut, end=True))
            if sign in ("in_", "not_in"):
                negated = sign == "not_in" or self.takes("not")
                if self.takes("blank") or self.takes("empty") or self.takes("missing"):
                    return replace(condition, blank=not negated)
                values = self.members(field, cut)
                return replace(condition, not_in=values) if negated else replace(condition, in_=values)
            ends[sign] = self.end_of(field, cut, end=sign in ("to", "above"))
        if not ends:
            self.wrong('"is", "is not", "from", "up to", "above", "below", "between" or "among the top"')
        return replace(condition, **ends)

    def sign_follows(self) -> bool:
        """Whether "is" is followed by a sign of its own: "is above 5"."""
        at = self.at
        found = self.takes_one({"is": True, "are": True, "was": True}) and self.takes_one(SIGNS) is not None
        self.at = at
        return bool(found)

    def only_moment(self) -> str:
        if len(self.moments) != 1:
            self.wrong(f"a field before it ({', '.join(self.moments[:6])})")
        return self.moments[0]

    def moment_condition(self, field: str) -> ConditionSpec:
        """ "in 2025", "in March 2025", "since 2025-03", "between 2025-01 and 2025-06", "from January 2025 to May 2025"."""
        condition = ConditionSpec(field=field)
        if self.takes("in") or self.takes("is") or self.takes("="):
            return replace(condition, from_=self.date(end=False), to=self.again(end=True))
        if self.takes("between"):
            first = self.date(end=False)
            self.needs("and")
            return replace(condition, from_=first, to=self.date(end=True))
        ends: dict[str, Any] = {}
        while (sign := self.takes_one({phrase: sign for phrase, sign in SIGNS.items() if sign in _ENDS})) is not None:
            ends[sign] = self.date(end=sign in ("to", "above"))
        if not ends:
            self.wrong("a date such as 2025-03")
        return replace(condition, **ends)

    def again(self, *, end: bool) -> str:
        """The date just read, as the other end of a span."""
        self.at = self.date_at
        return self.date(end=end)

    def date(self, *, end: bool) -> str:
        """A date, a month by its name, or a year, which is its first month, or its last at the ``end`` of a span."""
        self.date_at = self.at
        token = self.next()
        if token is not None and token.kind == "date":
            self.at += 1
            return token.text
        names = {name.casefold(): number for number, name in MONTHS.items()} | {
            name[:3].casefold(): n for n, name in MONTHS.items()
        }
        month = names.get(token.word) if token is not None else None
        if month is not None:
            self.at += 1
            return f"{self.year():04}-{int(month):02}"
        return f"{self.year():04}-{'12' if end else '01'}"

    def year(self) -> int:
        year = self.whole_number("a date such as 2025-03 or a year")
        if not 1000 <= year <= 9999:
            self.at -= 1
            self.wrong("a year of four digits")
        return year

    def end_of(self, field: str, cut: str | None, *, end: bool = False) -> Any:
        if field in self.moments and cut is None:
            return self.date(end=end)
        return self.value()

    def members(self, field: str, cut: str | None) -> tuple[str | float, ...]:
        """Values, whose quotation marks may be left out, with "or", "nor", "and" or a comma between."""
        bracketed = self.takes("(")
        found = [self.member(field, cut)]
        while True:
            at = self.at
            if not any(self.takes(word) for word in ("or", "nor", ",", "and")) or self.is_over(field, cut, bracketed=bracketed):
                self.at = at
                break
            found.append(self.member(field, cut))
        if bracketed:
            self.needs(")")
        return tuple(found)

    def is_over(self, field: str, cut: str | None, *, bracketed: bool) -> bool:
        """Whether no further member follows, but a condition or a clause."""
        token = self.next()
        if bracketed:
            return token is None or token.word == ")"
        if token is None or token.word in CLAUSES:
            return True
        if self.condition_follows():
            return True
        before = self.tokens[self.at - 1].word
        at = self.at
        known = self.known_member(field, cut)
        self.at = at
        return before in (",", "and") and known is None

    def member(self, field: str, cut: str | None) -> str | float:
        token = self.next()
        if token is not None and token.kind in ("text", "date"):
            self.at += 1
            return self.as_written(field, unquoted(token.text)) if token.kind == "text" else token.text
        known = self.known_member(field, cut)
        if known is not None:
            return known
        if token is not None and token.kind == "number":
            return self.number("")
        words = []
        while (token := self.next()) is not None and token.kind in ("word", "number") and token.word not in STOPS:
            words.append(token.text)
            self.at += 1
        if not words:
            self.wrong("a member, a number or a date")
        return " ".join(words)

    def known_member(self, field: str, cut: str | None) -> str | None:
        """The longest member of the field that comes next, in any case; it is passed."""
        members = {} if cut is not None else self.entries(field)
        for count in range(min(8, len(self.tokens) - self.at), 0, -1):
            words = " ".join(token.text for token in self.tokens[self.at : self.at + count]).casefold()
            if words in members:
                self.at += count
                return members[words]
        return None

    def as_written(self, field: str, text: str) -> str:
        entries = self.entries(field)
        return text if text in entries.values() else entries.get(text.casefold(), text)

    def entries(self, field: str) -> dict[str, str]:
        column = self.columns.get(field)
        if column is None or column.kind not in (Kind.CATEGORY, Kind.YES_NO):
            return {}
        plain = [(" ".join("".join(m if m.isalnum() else " " for m in text).split()), text) for text in entry_texts(column)[1:]]
        return {said.casefold(): text for said, text in plain} | {text.casefold(): text for _, text in plain}

    def value(self) -> str | float:
        token = self.next()
        if token is not None and token.kind == "word" and token.word not in STOPS:
            self.at += 1
            return token.text
        value = super().value()
        self.takes("%")
        return value

    def show(self) -> ShowSpec:
        self.takes("a")
        if self.takes_one({"percent": True, "percentage": True, "%": True, "percents": True}):
            scope = None
            if self.takes("of"):
                words = {phrase: key for key, phrase in SCOPES.items()} | {"rows": "row", "columns": "column", "total": "whole"}
                scope = self.takes_one(words) or self.wrong('"the row", "the column", "the group" or "the whole"')
            return ShowSpec(as_="share", of=scope)
        return super().show()

    def order(self) -> OrderSpec:
        by = self.takes_one(
            {"size": "total", "value": "total", "totals": "total", "sum": "total", "name": "label", "names": "label"}
        )
        order = OrderSpec(by=by) if by else super().order()
        at = self.at
        self.takes(",")
        down = self.takes_one(
            {"descending": True, "desc": True, "largest first": True, "highest first": True, "biggest first": True}
        )
        up = self.takes_one({"ascending": True, "asc": True, "smallest first": True, "lowest first": True})
        if not (down or up):
            self.at = at
        return replace(order, descending=True) if down else replace(order, descending=False) if up else order

    def totals(self) -> TotalsSpec:
        side = self.takes_one({"row totals": "rows", "column totals": "columns", "totals down": "columns", "totals across": "rows"})
        if side:
            return TotalsSpec(rows=side == "rows", columns=side == "columns")
        at = self.at
        if self.takes("totals") and not self.peeks("of"):
            return TotalsSpec(rows=True, columns=True)
        self.at = at
        return super().totals()

    def unknown(self, name: str) -> NoReturn:
        if name.casefold() in STOPS:
            raise RecipeError(f'"{name}" stands where a field belongs; choose from {self.some()}', path=PLACE, received=name)
        super().unknown(name)

    def some(self) -> str:
        return ", ".join(self.fields[:12])


_ENDS = ("from_", "to", "above", "below")
