"""Measures as they are typed: "average discount", a number alone, "how many", "share of tickets that are urgent", "p95 of …"."""

import re
from collections.abc import Iterator

from ....common.recipe.conditions import ConditionSpec, MeasureSpec
from ....common.recipe.spec import LevelSpec, ShowSpec
from ....common.vocabulary import MEASURE_TERMS
from ....tables.table import Kind
from ..strict import Reader
from .conditions import ConditionReading
from .lexicon import DOUBTFUL, SAID_SO
from .parts import Correlated, Doubt, Measured, Part, Shown, Sided

_OF_ANYTHING, _ODD = ("distinct", "min", "max", "range"), 0.9
"""Measures that may be of years and numbers of things, too, and what it costs that another one is."""
COUNT = MeasureSpec(take="count")
_PERCENTILE = re.compile(r"p(\d{1,2}(?:\.\d+)?)$")


class MeasureReading(ConditionReading):
    def measures(self, i: int) -> Iterator[tuple[Part, ...]]:
        """Parts that together say what is measured, and what is shown of it."""
        yield from ((part,) for part in self._taken(i))
        yield from ((part,) for part in self._counted(i))
        yield from ((part,) for part in self._percentiles(i))
        yield from ((part,) for part in self._ratios(i))
        yield from self._shares(i)
        yield from self._rates(i)
        yield from ((part,) for part in self._in_one_form(i))
        yield from ((part,) for part in self._correlated(i))

    def bare_number(self, i: int) -> Iterator[Measured]:
        """A number by its name alone."""
        for end, named in self.numbers(i):
            if not self.lexicon.measurable(named.field):
                continue
            take = self.lexicon.taken(named.field)
            doubts = self._doubts(i, end, named.field, named.cost)
            told = Doubt(words=f"the {MEASURE_TERMS[take].name} of “{named.field}”", kind="take", field=named.field)
            measure = MeasureSpec(take=take, of=named.field)
            yield Measured(end=end, cost=named.cost + 0.3, doubts=(*doubts, told), measure=measure, bare=True)

    def _taken(self, i: int) -> Iterator[Measured]:
        yield from self.bare_number(i)
        for end, take in self.said(i, "take"):
            fields = self.fields(end) if take == "distinct" else self.numbers(end)
            for at, named in fields:
                doubts = self._doubts(end, at, named.field, named.cost)
                odd = 0.0 if take in _OF_ANYTHING or self.lexicon.measurable(named.field) else _ODD
                yield Measured(end=at, cost=named.cost - 0.1 + odd, doubts=doubts, measure=MeasureSpec(take=take, of=named.field))

        for end, named in self.numbers(i):  # "salary spread"
            for at, take in self.said(end, "take"):
                if take not in ("distinct", "max", "min") and self.key(at) != "of" and not list(self.numbers(at)):
                    yield Measured(end=at, cost=named.cost + 0.2, measure=MeasureSpec(take=take, of=named.field))

    def _counted(self, i: int) -> Iterator[Measured]:
        for end, _ in self.said(i, "count"):
            yield Measured(end=end, cost=0.2, measure=COUNT)
        for end, _ in self.said(i, "number of"):
            yield Measured(end=end, cost=0.3, measure=COUNT)
            for at, named in self.fields(end):
                column = self.lexicon.columns[named.field]
                if named.field in self.lexicon.identifiers or named.cost >= SAID_SO:
                    continue
                if column.kind is Kind.CATEGORY:
                    yield Measured(end=at, cost=named.cost + 0.2, measure=MeasureSpec(take="distinct", of=named.field))
                elif self.lexicon.measurable(named.field) and self.lexicon.taken(named.field) == "sum":
                    yield Measured(end=at, cost=named.cost + 0.2, measure=MeasureSpec(take="sum", of=named.field))
            if self.key(end) in self.lexicon.record_words:
                yield Measured(end=end + 1, cost=0.5 if self.members(end) else 0.0, measure=COUNT, moment=self._moment_of(end))
            elif self._is_unknown(end):
                told = Doubt(words=f"“{self.words[end].text}” are taken to be the records", sure=False)
                yield Measured(end=end + 1, cost=0.9, measure=COUNT, doubts=(told,))
        if self.key(i) in self.lexicon.record_words and self.words[i].kind == "word":
            cost = 0.75 if self.members(i) else 0.25
            yield Measured(end=i + 1, cost=cost, measure=COUNT, weak=True, moment=self._moment_of(i))

    def _moment_of(self, i: int) -> str:
        """The field of moments that events are told by: discharges by when one was discharged."""
        rooted = [named.field for named in self.lexicon.rooted(self.key(i)) if named.field in self.lexicon.moments]
        return rooted[0] if len(rooted) == 1 else ""

    def _is_unknown(self, i: int) -> bool:
        return (
            i < len(self.words) and self.words[i].kind == "word" and not self.fields(i) and not self.members(i) and not self.tags(i)
        )

    def _percentiles(self, i: int) -> Iterator[Measured]:
        if i >= len(self.words):
            return
        found = _PERCENTILE.fullmatch(self.keys[i])
        if found and self.words[i].kind == "word":
            yield from self._percentile_of(i + 1, float(found[1]))
        if self.words[i].kind in ("ordinal", "number") and 0 <= self.words[i].value <= 100:
            for end, _ in self.said(i + 1, "percentile"):
                yield from self._percentile_of(end, self.words[i].value)
        for end, _ in self.said(i, "percentile"):
            number = self.number(end)
            if number is not None and 0 <= number[1] <= 100:
                yield from self._percentile_of(number[0], number[1])
        for end, named in self.numbers(i):
            behind = _PERCENTILE.fullmatch(self.key(end))
            at_end = self.words[end] if end < len(self.words) else None
            if at_end is not None and at_end.kind == "ordinal":
                for at, _ in self.said(end + 1, "percentile"):
                    if self.key(at) != "of":
                        measure = MeasureSpec(take="percentile", p=at_end.value, of=named.field)
                        yield Measured(end=at, cost=named.cost, measure=measure)
            if behind:
                measure = MeasureSpec(take="percentile", p=float(behind[1]), of=named.field)
                yield Measured(end=end + 1, cost=named.cost, measure=measure)

    def _percentile_of(self, i: int, p: float) -> Iterator[Measured]:
        for end, named in self.numbers(i + 1 if self.key(i) == "of" else i):
            measure = MeasureSpec(take="percentile", p=p, of=named.field)
            yield Measured(end=end, cost=named.cost, measure=measure, doubts=self._doubts(i, end, named.field, named.cost))

    def _ratios(self, i: int) -> Iterator[Measured]:
        start = next((end for end, _ in self.said(i, "ratio of")), i)
        for first in (start, start + 1 if self.longest(start, "take") else start):
            for end, of in self.numbers(first):
                for after, _ in self.said(end, "per"):
                    for at, per in self.numbers(after):
                        if of.field != per.field:
                            words = "".join(self.keys[end:after])
                            less = 0.3 if start > i or words in ("/", "dividedby") else 0.0
                            doubtful = 0.4 if words in ("over", "to", "each", "foreach") and not less else 0.0
                            cost = of.cost + per.cost + 0.15 - less + doubtful
                            doubts = self._doubts(after, at, per.field, per.cost)
                            yield Measured(
                                end=at, cost=cost, measure=MeasureSpec(take="ratio", of=of.field, per=per.field), doubts=doubts
                            )
                    if self.key(after) in self.lexicon.record_words and "".join(self.keys[end:after]) in ("per", "foreach", "each"):
                        told = Doubt(words=f"the average of “{of.field}”, a record", sure=True)
                        yield Measured(
                            end=after + 1, cost=of.cost + 0.1, measure=MeasureSpec(take="average", of=of.field), doubts=(told,)
                        )

    def _shares(self, i: int) -> Iterator[tuple[Part, ...]]:
        for end, _ in self.said(i, "share"):
            for part in self.bare_number(end):
                share = Shown(end=part.end, cost=0.0, show=ShowSpec(as_="share"))
                yield (Measured(end=part.end, cost=part.cost - 0.1, doubts=part.doubts, measure=part.measure), share)
            each = next((at for at, value in self.said(end, "by") if value == "each"), end)
            for at, named in self.of_kind(each, Kind.CATEGORY):
                if named.field not in self.lexicon.identifiers and named.cost < DOUBTFUL:
                    level = Sided(end=at, cost=0.0, level=LevelSpec(field=named.field), intro="bare")
                    cost = named.cost + (0.1 if each > end else 0.5)
                    yield (Measured(end=at, cost=cost, measure=COUNT), level, Shown(end=at, cost=0.0, show=ShowSpec(as_="share")))
            for at, measure, cost in self._of_records(end):
                yield (Measured(end=at, cost=cost, measure=measure),)
        for part in self.bare_number(i):
            for tag in ("share", "mix"):
                for end, _ in self.said(part.end, tag):
                    share = Shown(end=end, cost=0.0, show=ShowSpec(as_="share"))
                    yield (Measured(end=end, cost=part.cost + 0.1, doubts=part.doubts, measure=part.measure), share)
        for end, named in self.of_kind(i, Kind.CATEGORY):
            for at, _ in self.said(end, "mix"):
                level = Sided(end=at, cost=0.0, level=LevelSpec(field=named.field), intro="bare")
                share = Shown(end=at, cost=0.0, show=ShowSpec(as_="share"))
                yield (Measured(end=at, cost=named.cost + 0.2, measure=COUNT), level, share)

    def _of_records(self, i: int) -> Iterator[tuple[int, MeasureSpec, float]]:
        """ "orders that are late", "late orders", "late or in default": the condition whose share is measured."""
        starts = [(i, 0.15)]
        if self.key(i) in self.lexicon.record_words:
            starts.append((i + 1, 0.0))
        for start, cost in list(starts):
            for end, _ in self.said(start, "that"):
                starts.append((end, cost))
                starts += [(more, cost) for more, _ in self.said(end, "that")]
        for start, cost in starts:
            for end, condition, more, _ in self.alternatives(start):
                ends = [end + 1] if self.key(end) in self.lexicon.record_words and start == i else []
                for at in (end, *ends):
                    yield at, MeasureSpec(take="share", where=condition), cost + more + (0.0 if at > end else 0.05)

    def _rates(self, i: int) -> Iterator[tuple[Part, ...]]:
        """ "default rate", "readmission rate", "remote share"."""
        found: list[tuple[int, ConditionSpec, float]] = [
            (end, ConditionSpec(field=member.field, in_=(member.label,)), cost) for end, member, cost in self.members(i)
        ]
        for end, named in self.of_kind(i, Kind.YES_NO):
            condition = self.lexicon.that_says_yes(named.field)
            if condition is not None:
                found.append((end, condition, min(named.cost, 0.3)))
        for end, condition, cost in found:
            for at, _ in self.said(end, "as share"):  # "home wins as % of matches"
                of = at + 1 if self.key(at) == "of" else at
                if self.key(of) in self.lexicon.record_words:
                    yield (Measured(end=of + 1, cost=cost - 0.1, measure=MeasureSpec(take="share", where=condition)),)
            for at, _ in self.said(end, "rate"):
                yield (Measured(end=at, cost=cost + 0.1, measure=MeasureSpec(take="share", where=condition)),)

    def _in_one_form(self, i: int) -> Iterator[Measured]:
        """A measure as the statement is printed."""
        found = self.in_one_form(
            i, ("number", "sum", "share", "ratio", "percentile", *(t.name.split()[0] for t in MEASURE_TERMS.values())), _measure
        )
        if found is not None:
            yield Measured(end=found[0], cost=-0.4, measure=found[1])

    def _correlated(self, i: int) -> Iterator[Correlated]:
        """ "how a, b and c move together", "correlation of a, b and c"."""
        for end, _ in self.said(i, "correlation of"):
            at, names, cost = self._listed_numbers(end)
            closing = self.longest(at, "move together")
            if len(names) >= 2 and (closing or self.keys[i].startswith("correlat")):
                yield Correlated(end=closing[0] if closing else at, cost=cost - 0.5, fields=tuple(names))

    def _listed_numbers(self, i: int) -> tuple[int, list[str], float]:
        """Numbers with commas or "and" between, where they end, and their cost."""
        at, end, cost = i, i, 0.0
        names: dict[str, None] = {}
        while True:
            best = min(self.numbers(at), key=lambda found: (found[1].cost, -found[0]), default=None)
            if best is None:
                return end, list(names), cost
            end, named = best
            names[named.field] = None
            cost += named.cost
            at = end
            while self.key(at) in (",", "and", "&"):
                at += 1
            if at == end:
                return end, list(names), cost


def _measure(reader: Reader) -> MeasureSpec:
    return reader.measure()
