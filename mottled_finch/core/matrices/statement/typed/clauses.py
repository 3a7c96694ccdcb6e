"""Everything that may stand at a place of a sentence, as parts."""

from collections.abc import Iterator

from ....common.errors import RecipeError
from ....common.recipe.conditions import MeasureSpec
from ....common.recipe.spec import LevelSpec, OrderSpec, PivotSpec, ShowSpec, TotalsSpec
from ....tables.table import Kind
from ..strict import Reader
from .measures import COUNT, MeasureReading
from .parts import (
    MOMENT,
    Against,
    Bracket,
    ByHow,
    Measured,
    Modified,
    Ordered,
    Over,
    Part,
    Shown,
    Sided,
    Skipped,
    Strict,
    Topped,
    Totaled,
    Within,
)
from .trades import PERSONS, PLACES, RISING
from .words import key_of

_FILL, _MARK, _GRAMMAR, _UNKNOWN, _CONTENT = 0.05, 0.02, 1.2, 2.2, 3.0
"""What it costs to pass what says nothing, a mark, a fixed word, one that means nothing here, and one that names something."""
_QUIET = frozenset("by,and,way,with,of,that,having,or,to,comma,fill,count,number of,after,before".split(","))  # noqa: SIM905
"""Tags of fixed words that change nothing where they are passed over; all others are told."""
_FAILED, _UNKNOWN_MOST = 2.0, 4
_TOP_MOST = 1_000
_CLAUSES = ("rows", "columns", "cells", "with", "split", "keeping", "against", "as")
_RISING = {key_of(word): found for word, found in RISING.items()}


class Clauses(MeasureReading):
    def at(self, i: int) -> Iterator[tuple[Part, ...]]:
        """What the words from here on may be, each as the parts that it adds; the last of them says where it ends."""
        yield from self.measures(i)
        for part in self._one_part(i):
            yield (part,)
        yield from self._tops(i)
        yield from self._orders(i)
        yield (self._skipped(i),)
        yield from ((part,) for part in self._failed(i))

    def _one_part(self, i: int) -> Iterator[Part]:
        yield from self.sided(i)
        yield from self.kept_parts(i)
        yield from self._against(i)
        yield from self._shows(i)
        yield from self._overs(i)
        yield from self._totals(i)
        yield from self._brackets(i)
        yield from self._modified(i)
        yield from self._by_measure(i)
        yield from self._asked_for(i)
        found = self.in_one_form(i, _CLAUSES, _clause)
        if found is not None:
            yield Strict(end=found[0], cost=-0.5, pivot=found[1])

    def _skipped(self, i: int) -> Skipped:
        end = i + 1
        filled = self.longest(i, "fill")
        if filled:
            return Skipped(end=filled[0], cost=_FILL)
        if self.words[i].kind == "mark" and not self.tags(i):
            return Skipped(end=end, cost=_MARK)
        if self.key(i) in (",", ";", ":"):
            return Skipped(end=end, cost=_MARK)
        if self.fields(i) or self.members(i) or self.words[i].kind in ("number", "quoted", "date", "ordinal"):
            return Skipped(end=end, cost=_CONTENT, left=True)
        tags = {tag for at, tag, _ in self.tags(i) if at == end}
        if tags:
            return Skipped(end=end, cost=_GRAMMAR, left=not tags <= _QUIET)
        return Skipped(end=end, cost=_UNKNOWN, left=True)

    def _failed(self, i: int) -> Iterator[Skipped]:
        """Conditions whose values nothing can be, as one that was not understood: "where line is Innsbruck"."""
        for start in (i, *(end for end, _ in self.said(i, "where"))):
            heads = [start] if start > i else []
            for end, named in self.fields(start):
                plain = start == i and self.lexicon.columns[named.field].kind not in (Kind.CATEGORY, Kind.YES_NO)
                signs = () if plain else self.said(end, "sign")
                heads += [at for at, sign in signs if start > i or sign in ("in_", "not_in")]
            for at in heads:
                last = min(at + _UNKNOWN_MOST, len(self.words))
                end = next((k for k in range(at, last) if not self._is_unknown(k)), last)
                if end > at:
                    yield Skipped(end=end, cost=_FAILED, left=True)

    def _by_measure(self, i: int) -> Iterator[Measured]:
        """ "by satisfaction": a number that orders what stands before it."""
        for end, value in self.said(i, "by"):
            if value == "by":
                for part in self.measured_one(end):
                    yield Measured(end=part.end, cost=part.cost + 0.15, doubts=part.doubts, measure=part.measure, by=True)

    def measured_one(self, i: int) -> Iterator[Measured]:
        for parts in self.measures(i):
            if len(parts) == 1 and isinstance(parts[0], Measured):
                yield parts[0]

    def _asked_for(self, i: int) -> Iterator[Part]:
        """ "who" and "when": the side that a question is about."""
        if i > 0:
            return
        if self.key(i) == "when" and self.lexicon.moments:
            name = self.lexicon.moments[0]
            cut = "hour" if self._has_hours(name) else "month"
            yield Sided(end=i + 1, cost=-0.1, level=LevelSpec(field=name, cut=cut), intro="bare")
        if self.key(i) == "where":
            for name, keys in self.lexicon.keys.items():
                if self.lexicon.columns[name].kind is Kind.CATEGORY and PLACES & set(keys):
                    yield Sided(end=i + 1, cost=-0.1, level=LevelSpec(field=name), intro="bare")
                    break
        if self.key(i) == "who":
            for name, keys in self.lexicon.keys.items():
                if self.lexicon.columns[name].kind is Kind.CATEGORY and PERSONS & set(keys):
                    yield Sided(end=i + 1, cost=-0.1, level=LevelSpec(field=name), intro="bare")
                    return

    def _has_hours(self, name: str) -> bool:
        used = self.lexicon.columns[name].dictionary[1:50]
        return bool((used != used.astype("datetime64[D]")).any())

    # Comparisons and shows

    def _against(self, i: int) -> Iterator[Against]:
        for end, _ in self.said(i, "against"):
            start = end + 1 if self.key(end) == "the" else end
            yield from self._backwards(start)
            for at, value in self.said(start, "edition"):
                yield Against(end=at, cost=0.0, show=ShowSpec(as_="against", edition=value))
            if self.key(start) == "edition" and (number := self.number(start + 1)) is not None and number[1] == int(number[1]):
                yield Against(end=number[0], cost=0.0, show=ShowSpec(as_="against", edition=int(number[1])))
            for part in self.measured_one(start):
                if not part.weak:
                    cost = part.cost - 0.1 if part.bare else part.cost + 0.1
                    measure = MeasureSpec(take="", of=part.measure.of) if part.bare else part.measure
                    doubts = () if part.bare else part.doubts
                    yield Against(end=part.end, cost=cost, doubts=doubts, measure=measure)
            for at, condition, cost, doubts in self.bodies(start):
                if condition.in_ is not None or condition.from_ is not None:
                    yield Against(end=at, cost=cost + 0.25, doubts=doubts, condition=condition)
            for after, _ in self.said(start, "those where"):
                for at, condition, cost, doubts in self.bodies(after):
                    yield Against(end=at, cost=cost, doubts=doubts, condition=condition)

    def _backwards(self, i: int) -> Iterator[Against]:
        """ "last year", "2 weeks earlier", "the month before", "a year ago"."""
        for at, _ in self.said(i, "last"):
            for end, unit in self.said(at, "unit"):
                yield Against(end=end, cost=-0.1, back=(f"{unit}s", -1))
        for at, _ in self.said(i, "next"):
            for end, unit in self.said(at, "unit"):
                yield Against(end=end, cost=-0.1, back=(f"{unit}s", 1))
        number = self.dates.number(i)
        start = i + 1 if number is not None or self.key(i) in ("a", "one", "an") else i
        for at, unit in self.said(start, "unit"):
            for way, tag in ((-1, "before"), (1, "after")):
                for end, _ in self.said(at, tag):
                    yield Against(end=end, cost=-0.1, back=(f"{unit}s", way * (number or 1)))

    def _shows(self, i: int) -> Iterator[Part]:
        for end, by in self.said(i, "by how"):
            yield ByHow(end=end, cost=0.1, by=by)
        for end, _ in self.said(i, "as share"):
            for at, what in self.said(end, "of what"):
                yield Shown(end=at, cost=0.0, show=ShowSpec(as_="share", of=what))
            behind = end + 1 if self.key(end) == "of" else end
            behind = behind + 1 if self.key(behind) in ("the", "each") else behind
            for at, named in self.of_kind(behind, Kind.CATEGORY, Kind.MOMENT):
                yield Within(end=at, cost=named.cost + 0.1, field=named.field)
            if self.key(i) == "as":
                yield Shown(end=end, cost=0.15, show=ShowSpec(as_="share"))
        for end, what in self.said(i, "share of side"):
            yield Shown(end=end, cost=-0.1, show=ShowSpec(as_="share", of=what))
        for end, show in self.said(i, "show"):
            at = end + 1 if self.key(end) == "of" else end
            yield Shown(end=at, cost=0.1 if show != "change" else 0.5, show=ShowSpec(as_=show, relative=show == "change"))

    def _overs(self, i: int) -> Iterator[Over]:
        for end, unit in self.said(i, "over"):
            at = end + 1 if self.key(end) in ("change", "growth") else end
            at = at + 1 if self.key(at) in ("of", "in") and at > end else at
            yield Over(end=at, cost=0.0, unit=unit)
        for end, named in self.of_kind(i, Kind.CATEGORY):
            if self.key(end) in ("over", "on", "to") and self.keys[end + 1 : 2 * end - i + 1] == self.keys[i:end]:
                yield Over(end=2 * end - i + 1, cost=named.cost, field=named.field)

    # Order

    def _orders(self, i: int) -> Iterator[tuple[Part, ...]]:
        side = self.longest(i, "rows")
        start = side[0] if side else i
        which = side[1] if side else None
        for end, value in self.said(start, "direction"):
            yield (
                Ordered(
                    end=end, cost=0.05, order=_in(value), side=which, direction=value != "label", worth=self._of_worth(start, end)
                ),
            )
        for end, _ in self.said(start, "order") if not self._counts_orders(start) else ():
            by = end + 1 if self.key(end) == "by" else end
            for at, kind in self.said(by, "order kind"):
                yield (Ordered(end=at, cost=0.0, order=OrderSpec(by=kind), side=which),)
            for at, value in self.said(by, "direction"):
                yield (Ordered(end=at, cost=0.0, order=_in(value), side=which),)
            for measured in self.measured_one(by):
                ordered = Ordered(end=measured.end, cost=0.0, order=OrderSpec(by="total", descending=True), side=which)
                by_it = Measured(end=measured.end, cost=measured.cost, doubts=measured.doubts, measure=measured.measure, by=True)
                yield (by_it, ordered)
            for at, named in self.fields(by):
                if not self.lexicon.columns[named.field].is_number:
                    yield (Ordered(end=at, cost=named.cost, order=OrderSpec(by="label"), field=named.field),)
            if self.key(i) in ("rank", "sort", "arrange"):  # "rank departments by engagement"
                yield (Ordered(end=end, cost=0.5, order=OrderSpec(by="total", descending=True), side=which),)
        yield from self._superlatives(i)

    def _superlatives(self, i: int) -> Iterator[tuple[Part, ...]]:
        """ "has the lowest satisfaction", "hottest", "most expensive"."""
        for end, value in self.said(i, "most"):
            yield (Ordered(end=end, cost=0.7, order=_in(value), worth=self._of_worth(i, end)),)
        for end, _ in self.said(i, "having"):
            for at, value in self.said(end, "most"):
                yield (Ordered(end=at, cost=-0.6, order=_in(value), worth=self._of_worth(end, at)),)
            for at, sign, measure in self._rising(end):
                again = next((k for k, named in self.numbers(at) if named.field == measure.of), at)
                order = Ordered(end=again, cost=0.0, order=_in("down" if sign > 0 else "up"))
                yield (Measured(end=again, cost=-0.7, measure=measure, by=True), order)
        for at, sign, measure in self._rising(i):
            if self.key(at - 1) == "first":
                yield (Ordered(end=at, cost=0.2, order=_in("down" if sign > 0 else "up")),)
            yield (
                Measured(end=at, cost=0.5, measure=measure, by=True),
                Ordered(end=at, cost=0.0, order=_in("down" if sign > 0 else "up")),
            )

    def _of_worth(self, i: int, end: int) -> bool:
        return bool({"best", "worst"} & set(self.keys[i:end]))

    def _counts_orders(self, i: int) -> bool:
        """Whether "order" is a record, not what to do."""
        return self.key(i) == "order" and (self.words[i].text.casefold() == "orders" or self.key(i + 1) not in ("by", "of"))

    def _rising(self, i: int) -> Iterator[tuple[int, int, MeasureSpec]]:
        """ "hottest", "most expensive": the measure that an adjective goes by, and whether the most stands first."""
        start = i + 1 if self.key(i) == "the" else i
        turned = {"most": 1, "least": -1}.get(self.key(start))
        word = start + 1 if turned else start
        found = _RISING.get(self.key(word))
        if found is None:
            return
        sign, hints = found
        end = word + 2 if self.key(word + 1) == "first" else word + 1
        if not hints:
            yield end, sign * (turned or 1), COUNT
            return
        for hint in hints:
            for named in self.lexicon.fields.get(key_of(hint), ()):
                if self.lexicon.columns[named.field].is_number:
                    take = self.lexicon.taken(named.field)
                    yield end, sign * (turned or 1), MeasureSpec(take=take, of=named.field)
                    return

    def _tops(self, i: int) -> Iterator[tuple[Part, ...]]:
        if i and self.key(i - 1) == "at":
            return  # "at least", "at most"
        number = self.dates.number(i)
        start = i + 1 if number is not None else i
        start = start + 1 if self.key(start) == "the" else start
        for end, value in self.said(start, "top"):
            yield from self._topped(end, number, top=value == "top", worth=self._of_worth(start, end))
        for end, sign, measure in self._rising(start):
            for parts in self._topped(end, number, top=sign > 0):
                yield (*parts, Measured(end=parts[-1].end, cost=0.1, measure=measure, by=True))

    def _topped(self, i: int, number: int | None, *, top: bool, worth: bool = False) -> Iterator[tuple[Part, ...]]:
        behind = self.dates.number(i) if number is None else None
        start = i + 1 if behind is not None else i
        number = number if number is not None else behind
        if number is not None and not 1 <= number <= _TOP_MOST:
            return
        for end, level, cost, doubts in self.levels(start):
            if self.lexicon.columns[level.field].is_number if level.field != MOMENT else False:
                continue
            yield (
                Topped(
                    end=end, cost=cost + (0.0 if number else 0.45), doubts=doubts, number=number, top=top, worth=worth, level=level
                ),
            )
        if number is not None:
            yield (Topped(end=start, cost=0.3, number=number, top=top, worth=worth),)

    # The rest

    def _totals(self, i: int) -> Iterator[Totaled]:
        start = next((end for end, _ in self.said(i, "with")), i)
        for end, side in self.said(start, "totals"):
            yield Totaled(end=end, cost=0.0, totals=TotalsSpec(rows=side == "rows", columns=side == "columns"))
        if start > i:
            for end, _ in self.said(start, "all totals"):
                yield Totaled(end=end, cost=0.1, totals=TotalsSpec(rows=True, columns=True))

    def _brackets(self, i: int) -> Iterator[Bracket]:
        if self.key(i) in ("(", ")"):
            yield Bracket(end=i + 1, cost=0.0, opens=self.key(i) == "(")
            return
        for end, _ in self.said(i, "or"):
            if self.key(end) == "(":
                yield Bracket(end=end + 1, cost=0.0, opens=True)

    def _modified(self, i: int) -> Iterator[Modified]:
        for end, once in self.said(i, "modified"):
            yield Modified(end=end, cost=-0.3, once=once == "once", empty=None if once == "once" else once)


def _in(value: str) -> OrderSpec:
    return OrderSpec(by="label") if value == "label" else OrderSpec(by="total", descending=value == "down")


def _clause(reader: Reader) -> PivotSpec:
    start = reader.at
    pivot = reader.clause(PivotSpec())
    if pivot == PivotSpec() or reader.at == start:
        raise RecipeError("nothing is said")
    return pivot
