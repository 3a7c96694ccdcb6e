"""The one form of a statement, read as the pivot it stands for. Every mistake is told with its place in the text."""

from collections.abc import Callable
from dataclasses import replace
from difflib import get_close_matches
from typing import Any, NoReturn

from ...common.errors import RecipeError
from ...common.language.english import listed
from ...common.recipe.conditions import ConditionSpec, MeasureSpec
from ...common.recipe.load import MAX_LIST
from ...common.recipe.spec import (
    BinsSpec,
    CellSpec,
    CorrelateSpec,
    LevelSpec,
    OrderSpec,
    OrdersSpec,
    PivotSpec,
    ShiftSpec,
    ShowSpec,
    TargetSpec,
    TotalsSpec,
)
from ...common.vocabulary import MEASURE_TERMS, SHOW_TERMS
from ...common.vocabulary.limits import LARGEST
from .names import spoken
from .tokens import MAX_STATEMENT, PLACE, Token, unquoted
from .words import BYS, CUTS, EMPTY, FIRSTS, MONTHS, ONCE, ORDERS, SCOPES, UNITS, WEEKDAYS, parts_of


class Reader:
    def __init__(self, tokens: list[Token], fields: list[str]) -> None:
        self.tokens = tokens
        self.at = 0
        self.fields = fields
        self.spoken = spoken(fields)
        self.longest = max((len(words.split()) for words in self.spoken), default=0)
        self.depth = 0

    # The tokens

    def next(self) -> Token | None:
        return self.tokens[self.at] if self.at < len(self.tokens) else None

    @property
    def place(self) -> int:
        """Where in the text the reading is."""
        token = self.next()
        return token.start if token is not None else MAX_STATEMENT

    def takes(self, phrase: str) -> bool:
        """Whether the words or marks of the phrase come next; if so they are passed."""
        words = phrase.split()
        if [token.word for token in self.tokens[self.at : self.at + len(words)]] != words:
            return False
        self.at += len(words)
        return True

    def needs(self, phrase: str) -> None:
        if not self.takes(phrase):
            self.wrong(f'"{phrase}"')

    def wrong(self, wanted: str) -> NoReturn:
        token = self.next()
        if token is None:
            before = f' behind "{self.tokens[-1].text}"' if self.tokens else ""
            raise RecipeError(f"the statement ends{before} where {wanted} belongs; go on", path=PLACE)
        raise RecipeError(f'"{token.text[:60]}" stands where {wanted} belongs', path=PLACE, received=token.text[:60])

    def one_of(self, phrases: dict[str, str], wanted: str) -> str:
        """The key of the phrase that comes next, the longest that fits."""
        for key, phrase in sorted(phrases.items(), key=lambda pair: -len(pair[1])):
            if self.takes(phrase.casefold()):
                return key
        self.wrong(wanted)

    def text(self, wanted: str) -> str:
        token = self.next()
        if token is None or token.kind != "text":
            self.wrong(wanted)
        self.at += 1
        return unquoted(token.text)

    def number(self, wanted: str) -> float:
        token = self.next()
        if token is None or token.kind != "number":
            self.wrong(wanted)
        self.at += 1
        return _finite(token.text)

    def whole_number(self, wanted: str) -> int:
        number = self.number(wanted)
        if number != int(number):
            self.at -= 1
            self.wrong(wanted)
        return int(number)

    def value(self) -> str | float:
        token = self.next()
        if token is not None and token.kind == "number":
            return self.number("")
        if token is not None and token.kind == "date":
            self.at += 1
            return token.text
        return self.text("a number, a date or a text in quotation marks")

    def field(self) -> str:
        token = self.next()
        if token is not None and token.kind == "text":
            name = self.text("")
            if name not in self.fields:
                self.unknown(name)
            return name
        for count in range(min(self.longest, len(self.tokens) - self.at), 0, -1):
            words = " ".join(each.text.casefold() for each in self.tokens[self.at : self.at + count])
            if words in self.spoken:
                self.at += count
                return self.spoken[words]
        if token is None or token.kind != "word":
            self.wrong("a field")
        self.unknown(token.text)

    def unknown(self, name: str) -> NoReturn:
        if name in self.fields:
            raise RecipeError(f'the field "{name}" is meant only in quotation marks; put them around it', path=PLACE, received=name)
        near = get_close_matches(name.casefold(), [each.casefold() for each in self.fields], n=1, cutoff=0.7)
        words = next((each for each in self.fields if near and each.casefold() == near[0]), "")
        cure = f'did you mean "{words}"?' if words else f"choose from {', '.join(self.fields[:12])}"
        raise RecipeError(f'no field is called "{name}"; {cure}', path=PLACE, received=name, allowed=self.fields)

    def listed(self, read: Callable[[], Any], parted: str) -> tuple[Any, ...]:
        found = [read()]
        while self.takes(parted):
            found.append(read())
            if len(found) > MAX_LIST:
                raise RecipeError(f"more than {MAX_LIST:,} things are listed in one place", path=PLACE)
        return tuple(found)

    # The sentence

    def pivot(self) -> PivotSpec:
        self.needs("color")
        if self.takes("how"):
            pivot = PivotSpec(correlate=self.correlate())
        else:
            self.needs("the")
            pivot = PivotSpec(measure=self.measure())
            if self.takes("for each"):
                pivot = self.sides(pivot)
        while self.next() is not None:
            self.takes(",")
            pivot = self.clause(pivot)
        return pivot

    def clause(self, pivot: PivotSpec) -> PivotSpec:
        if self.takes("split by"):
            return replace(pivot, split=self.level())
        if self.takes("as") or self.peeks("against"):
            return replace(pivot, show=self.show())
        if self.takes("keeping"):
            return replace(pivot, keep=() if self.takes("all records") else self.listed(self.condition, "and"))
        if self.takes("rows ordered by"):
            return replace(pivot, order=OrdersSpec(rows=self.order(), columns=pivot.order.columns))
        if self.takes("columns ordered by"):
            return replace(pivot, order=OrdersSpec(rows=pivot.order.rows, columns=self.order()))
        if self.takes("rows set aside"):
            return replace(pivot, aside=replace(pivot.aside, rows=self.listed(self.labels, ";")))
        if self.takes("columns set aside"):
            return replace(pivot, aside=replace(pivot.aside, columns=self.listed(self.labels, ";")))
        if self.takes("cells set aside"):
            return replace(pivot, aside=replace(pivot.aside, cells=self.listed(self.cell, ";")))
        if self.takes("with"):
            return replace(pivot, totals=self.totals())
        self.wrong(
            '"split by", "as", "against", "keeping", "rows ordered by", "columns ordered by", "with totals", "rows set aside", '
            '"columns set aside" or "cells set aside"'
        )

    def measure(self) -> MeasureSpec:
        names = {take: term.name for take, term in MEASURE_TERMS.items()}
        take = self.one_of(names, f"a measure ({listed(names.values())})")
        said = {}
        for literal, key in parts_of(MEASURE_TERMS[take].typed.removeprefix(names[take])):
            self.needs(literal)
            if key:
                said[key] = self.measure_key(key)
        return self.counted(MeasureSpec(take=take, **said))

    def counted(self, measure: MeasureSpec) -> MeasureSpec:
        """The measure, with what else is said of it: that keys count once, and how nothing counts."""
        if self.takes(ONCE):
            measure = replace(measure, once_a_key=True)
        if not self.takes("counting"):
            return measure
        empty = self.one_of(EMPTY, '"nothing as zero" or "nothing as blank"')
        return replace(measure, empty=empty)  # type: ignore[arg-type]

    def measure_key(self, key: str) -> Any:
        if key == "p":
            return self.number("a number from 0 to 100")
        return self.condition() if key == "where" else self.field()

    def sides(self, pivot: PivotSpec) -> PivotSpec:
        levels = self.listed(self.level, "then")
        if self.takes("across"):
            return replace(pivot, columns=levels)
        if not self.takes("down"):
            self.wrong('"down" or "across"')
        pivot = replace(pivot, rows=levels)
        if self.takes("and"):
            pivot = replace(pivot, columns=self.listed(self.level, "then"))
            self.needs("across")
        return pivot

    def cut(self) -> str | None:
        """A cut and its "of", if these come next."""
        at = self.at
        for key, phrase in sorted(CUTS.items(), key=lambda pair: -len(pair[1])):
            if self.takes(phrase) and self.takes("of"):
                return key
            self.at = at
        return None

    def level(self) -> LevelSpec:
        cut = self.cut()
        level = LevelSpec(field=self.field(), cut=cut)
        if self.takes("in"):
            level = replace(level, bins=self.bins())
        return self.noted(level)

    def noted(self, level: LevelSpec) -> LevelSpec:
        """The level with what is said of it in brackets, if anything is."""
        if not self.takes("("):
            return level
        level = self.notes(level)
        while self.takes(";"):
            level = self.notes(level)
        self.needs(")")
        return level

    def notes(self, level: LevelSpec) -> LevelSpec:
        if self.takes("years start in"):
            return replace(level, year_starts=self.month())
        if self.takes("weeks start on"):
            return replace(level, week_starts=self.one_of(WEEKDAYS, "a weekday"))  # type: ignore[arg-type]
        if self.takes("top"):
            level = replace(level, top=self.whole_number("a whole number"))
            return replace(level, by=self.measure()) if self.takes("by") else level
        if self.takes("rest gathered"):
            return replace(level, others=self.text("a name in quotation marks") if self.takes("as") else True)
        if self.takes("empty kept"):
            return replace(level, empty="keep")
        label = self.text('"years start in", "weeks start on", "top", "rest gathered", "empty kept" or a label in quotation marks')
        self.needs("called")
        return replace(level, names={**level.names, label: self.text("a name in quotation marks")})

    def month(self) -> int:
        return int(self.one_of(MONTHS, "a month"))

    def bins(self) -> BinsSpec:
        if self.takes("bins at"):
            edges = [self.number("an edge, a number")]
            # A comma also parts the clauses of the sentence, none of which begins with a number.
            while self.at + 1 < len(self.tokens) and self.tokens[self.at + 1].kind == "number" and self.takes(","):
                edges.append(self.number("an edge, a number"))
            return BinsSpec(edges=tuple(edges))
        if self.takes("about"):
            count = self.whole_number("a number of bins")
            self.needs("round bins")
            return BinsSpec(round=count)
        count = self.whole_number('"bins at", "about" or a number of bins')
        kind = self.one_of(
            {"equal_width": "bins of equal width", "equal_count": "bins of equal count"},
            '"bins of equal width" or "bins of equal count"',
        )
        return BinsSpec(equal_width=count) if kind == "equal_width" else BinsSpec(equal_count=count)

    def show(self) -> ShowSpec:
        start = self.at
        for name, term in SHOW_TERMS.items():
            found = self.show_of(term.typed)
            if found is not None:
                return ShowSpec(as_=name, **found)
            self.at = start
        self.wrong(listed(" ".join(words for words, _ in parts_of(term.typed) if words) for term in SHOW_TERMS.values()))

    def show_of(self, typed: str) -> dict[str, Any] | None:
        """The keys of a show that is said like this, or None for another one."""
        found: dict[str, Any] = {}
        for literal, key in parts_of(typed):
            if not self.takes(literal):
                return None
            if key == "of" and self.takes("of"):
                found["of"] = self.one_of(SCOPES, " or ".join(f'"{each}"' for each in SCOPES.values()))
            elif key == "to" and self.takes("to the"):
                found["to"] = self.one_of(FIRSTS, '"largest" or "first"')
            elif key == "along":
                found["along"] = self.way()
            elif key == "relative":
                found["relative"] = self.takes("relative")
            elif key == "point":
                found["to"] = self.point()
            elif key == "other":
                found |= self.other()
            elif key == "by":
                found["by"] = next((by for by, phrase in BYS.items() if self.takes(f", {phrase}")), None)
        return found

    def other(self) -> dict[str, Any]:
        """The other side of what is shown against it."""
        if self.takes("those where"):
            return {"keep": self.listed(self.condition, "and")}
        if self.takes("the edition before"):
            return {"edition": "before"}
        if self.takes("edition"):
            return {"edition": self.whole_number("the number of an edition")}
        shift = self.shift()
        if shift is not None:
            return {"shift": shift}
        if self.takes("the"):
            return {"measure": self.measure()}
        self.wrong('"the year before", "the" with a measure, "the edition before", "edition" or "those where"')

    def shift(self) -> ShiftSpec | None:
        """ "the year before by departed", "2 weeks after by date"."""
        start = self.at
        token = self.next()
        number = self.whole_number("") if token is not None and token.kind == "number" else None
        unit = next((unit for one, unit in UNITS.items() if self.takes(f"the {one}" if number is None else unit)), None)
        way = None if unit is None else 1 if self.takes("after") else -1 if self.takes("before") else None
        if unit is None or way is None:
            self.at = start
            return None
        self.needs("by")
        return ShiftSpec(field=self.field(), **{unit: way * (number or 1)})

    def peeks(self, *words: str) -> bool:
        token = self.next()
        return token is not None and (token.word in words or token.text in words)

    def point(self) -> float | TargetSpec:
        token = self.next()
        if token is not None and token.kind == "text":
            return TargetSpec(target=self.text("a target"))
        return self.number("a number or target")

    def way(self) -> str | None:
        return "rows" if self.takes("down the rows") else "columns" if self.takes("across the columns") else None

    def condition(self) -> ConditionSpec:
        for name in ("all", "any"):
            if self.takes(f"{name} of ("):
                return self.group(name)
        if self.takes("("):
            return self.group(None)
        cut = self.cut()
        condition = ConditionSpec(field=self.field(), cut=cut)
        if self.takes("( years start in"):
            condition = replace(condition, year_starts=self.month())
            self.needs(")")
        if self.takes("among the"):
            top = self.one_of({"top": "top", "bottom": "bottom"}, '"top" or "bottom"') == "top"
            number = self.whole_number("a whole number")
            by = self.measure() if self.takes("by") else None
            return replace(condition, top=number, by=by) if top else replace(condition, bottom=number, by=by)
        if self.takes("is not"):
            return replace(condition, blank=False) if self.takes("blank") else replace(condition, not_in=self.values("nor"))
        if self.takes("is"):
            return replace(condition, blank=True) if self.takes("blank") else replace(condition, in_=self.values("or"))
        ends = {}
        words = {"from_": "from", "to": "up to", "above": "above", "below": "below"}
        while True:
            key = next((key for key, phrase in words.items() if key not in ends and self.takes(phrase)), None)
            if key is None:
                break
            ends[key] = self.value()
        if not ends:
            self.wrong('"is", "is not", "from", "up to", "above", "below" or "among the"')
        return replace(condition, **ends)  # type: ignore[arg-type]

    def values(self, parted: str) -> tuple[str | float, ...]:
        """Values with a word between. The word may also part conditions, when no value follows it."""
        if self.takes("none"):
            return ()
        found = [self.value()]
        while True:
            at = self.at
            if not self.takes(parted):
                return tuple(found)
            token = self.next()
            follows = self.tokens[self.at + 1] if self.at + 1 < len(self.tokens) else None
            if token is None or token.kind not in ("text", "number", "date") or (follows is not None and follows.word in _VERBS):
                self.at = at
                return tuple(found)
            found.append(self.value())

    def group(self, name: str | None) -> ConditionSpec:
        self.depth += 1
        if self.depth > 20:
            raise RecipeError("conditions are held in conditions too deeply; write them flatter", path=PLACE)
        held = [self.condition()]
        joined = name and {"all": "and", "any": "or"}[name]
        while not self.takes(")"):
            word = self.one_of(
                {each: each for each in ((joined,) if joined else ("and", "or"))}, f'"{joined}"' if joined else '"and" or "or"'
            )
            joined = word
            held.append(self.condition())
        self.depth -= 1
        if joined is None:
            return held[0]
        return ConditionSpec(all_=tuple(held)) if joined == "and" else ConditionSpec(any_=tuple(held))

    def order(self) -> OrderSpec:
        if self.takes("member"):
            order = OrderSpec(by="member", of=self.listed(lambda: self.text("a label in quotation marks"), "then"))
        elif self.takes("hand"):
            order = OrderSpec(by="hand", hand=self.listed(self.labels, ";"))
        elif self.takes("likeness"):
            order = OrderSpec(by="likeness")
            if self.takes("("):
                order = self.likeness(order)
        else:
            order = OrderSpec(by=self.one_of(ORDERS, listed(ORDERS.values())))
        return replace(order, descending=True) if self.takes("descending") else order

    def labels(self) -> tuple[str, ...]:
        return () if self.takes("none") else self.listed(lambda: self.text("a label in quotation marks"), "then")

    def cell(self) -> CellSpec:
        row = self.labels()
        self.needs("at")
        return CellSpec(row=row, column=self.labels())

    def likeness(self, order: OrderSpec) -> OrderSpec:
        distances = {each: each for each in ("colored", "euclidean", "cityblock", "cosine", "correlation")}
        linkages = {each: each for each in ("average", "complete", "ward")}
        order = replace(order, distance=self.one_of(distances, "a distance"))  # type: ignore[arg-type]
        if self.takes(","):
            order = replace(order, linkage=self.one_of(linkages, '"average", "complete" or "ward"'))  # type: ignore[arg-type]
        if self.takes(","):
            self.needs("no tree")
            order = replace(order, tree=False)
        self.needs(")")
        return order

    def totals(self) -> TotalsSpec:
        totals = TotalsSpec()
        if not self.takes("no totals"):
            self.needs("totals of")
            names = {"rows": "rows", "columns": "columns", "row_groups": "row groups", "column_groups": "column groups"}
            wanted = '"rows", "columns", "row groups" or "column groups"'
            shown = self.listed(lambda: self.one_of(names, wanted), "and")
            totals = TotalsSpec(
                rows="rows" in shown,
                columns="columns" in shown,
                row_groups="row_groups" in shown,
                column_groups="column_groups" in shown,
            )
        if self.takes("in own colors"):
            totals = replace(totals, color="own")
        elif self.takes("in shared colors"):
            totals = replace(totals, color="shared")
        return replace(totals, values=True) if self.takes("with values") else totals

    def correlate(self) -> CorrelateSpec:
        fields = self.listed(self.field, "and")
        self.needs("move together")
        correlate = CorrelateSpec(fields=fields)
        if self.takes("by rank"):
            correlate = replace(correlate, method="spearman")
        if self.takes("in the"):
            side = self.one_of({"lower": "lower triangle", "upper": "upper triangle"}, '"lower triangle" or "upper triangle"')
            correlate = replace(correlate, triangle=side)  # type: ignore[arg-type]
        return correlate


_VERBS = frozenset({"is", "from", "up", "above", "below", "among"})
"""What follows the field of a condition: a quoted text before one of these is a field, not one more value."""


def _finite(text: str) -> float:
    number = float(text.replace("−", "-"))
    if abs(number) > LARGEST:
        raise RecipeError("the number is too large", path=PLACE, received=text)
    return number
