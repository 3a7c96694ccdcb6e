"""Conditions as they are typed: members without their field, signs, spans of time, what is missing."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace
from functools import cached_property
from typing import Literal, TypeVar

from ....common.errors import RecipeError
from ....common.recipe.conditions import ConditionSpec
from ....tables.table import Kind
from ..strict import Reader
from ..tokens import tokens_of
from .dates import Dates, Recurring, Span
from .levels import LevelReading
from .lexicon import PART, SAID_SO, Lexicon
from .parts import MOMENT, NUMBER, Doubt, Kept, signed
from .reading import kept_by_place
from .trades import PERSONS, UNITS
from .words import Word

T = TypeVar("T")
Body = tuple[int, ConditionSpec, float, tuple[Doubt, ...]]
_SIGNS_OF_DATES = ("above", "below", "from_", "to")
_UNIT_WORDS = frozenset(word for key, words in UNITS.items() for word in (key, *words))
_OF_AGE = ("agedover", "agedunder", "olderthan", "youngerthan")


class ConditionReading(LevelReading):
    def __init__(self, text: str, words: Sequence[Word], keys: Sequence[str], lexicon: Lexicon) -> None:
        super().__init__(text, words, keys, lexicon)
        self._dates: dict[str, Dates] = {}

    @cached_property
    def dates(self) -> Dates:
        """Dates of the first field of moments."""
        return self.dates_of(next(iter(self.lexicon.moments), ""))

    def dates_of(self, field: str) -> Dates:
        if field not in self._dates:
            latest = self.lexicon.last_moment(field) if field in self.lexicon.moments else None
            self._dates[field] = Dates(self.words, self.keys, latest)
        return self._dates[field]

    def kept_parts(self, i: int) -> Iterator[Kept]:
        """Conditions with what leads them in and the word that joins them to one before."""
        starts: list[tuple[int, Literal["and", "or"] | None, bool]] = [(i, None, False)]
        for end, value in self.said(i, "or"):
            starts.append((end, value, self.key(i) in ("vs", "versus", "against")))
        for start, join, versus in starts:
            intros: list[tuple[int, bool, bool]] = [(start, False, False)]
            for end, value in self.said(start, "where"):
                intros.append((end, True, value == "out"))
                intros += [(more, True, value == "out" or again == "out") for more, again in self.said(end, "where")]
            for at, led, out in intros:
                for end, condition, cost, doubts in self.bodies(at):
                    lead = 0.0 if led else 0.1 if join else 0.25
                    kept = Kept(
                        end=end, cost=cost + lead, doubts=doubts, condition=condition, out=out, led=led, join=join, versus=versus
                    )
                    if self.key(end) in ("only", "one"):  # "Inner only", "pending ones"
                        yield replace(kept, end=end + 1, cost=cost, led=True)
                    yield kept

    @kept_by_place
    def bodies(self, i: int) -> Iterator[Body]:
        """One condition from here on."""
        yield from self._of_members(i)
        yield from self._of_fields(i)
        yield from self._of_times(i)
        yield from self._of_signs(i)
        yield from self._of_blanks(i)

    def alternatives(self, i: int) -> Iterator[Body]:
        """A condition, or several members of one field with "or" between."""
        for end, condition, cost, doubts in self.bodies(i):
            yield end, condition, cost, doubts
            at, listed = end, condition
            while condition.in_ is not None:
                further = next(
                    (
                        (more, other)
                        for after, _ in self.said(at, "or")
                        for more, other, _, _ in self.bodies(after)
                        if other.in_ is not None and (other.field, other.cut) == (condition.field, condition.cut)
                    ),
                    None,
                )
                if further is None:
                    break
                at, listed = further[0], replace(listed, in_=(*(listed.in_ or ()), *(further[1].in_ or ())))
                yield at, listed, cost - 0.1, doubts

    def _of_members(self, i: int) -> Iterator[Body]:
        for end, member, cost in self.members(i):
            for at, named in self.fields(end):  # "low priority"
                if named.field == member.field and named.cost <= PART:
                    yield at, ConditionSpec(field=member.field, in_=(member.label,)), cost + 0.05, ()
            told = () if member.whole else (Doubt(words=f"“{self.typed(i, end)}” is taken for “{member.label}”"),)
            yield end, ConditionSpec(field=member.field, in_=(member.label,)), cost, told

    def _of_fields(self, i: int) -> Iterator[Body]:
        for end, named in self.fields(i):
            column, cost = self.lexicon.columns[named.field], named.cost
            doubts = self._doubts(i, end, named.field, cost)
            condition = ConditionSpec(field=named.field)
            yield from self._blank_or_not(end, condition, cost, doubts)
            if column.kind is Kind.YES_NO:
                says_yes = self.lexicon.that_says_yes(named.field)
                if says_yes is not None:
                    yield end, says_yes, min(cost, 0.35) + 0.05, doubts
                yield from self._yes_or_no(end, named.field, cost, doubts)
            elif column.is_number:
                yield from self._signed(end, condition, cost, doubts)
            elif column.kind is Kind.MOMENT:
                yield from self._moments(end, condition, cost - 0.1 if cost > SAID_SO else cost, doubts)
                yield from self._cut_members(end, named.field, cost, doubts)
            else:
                yield from self._of_one_field(end, condition, cost, doubts)
        yield from self._of_cuts(i)

    def _of_cuts(self, i: int) -> Iterator[Body]:
        """ "weekday is Mon", "month of sown is not Mar"."""
        for end, cut in self.said(i, "cut"):
            for at, sign in self.said(end, "sign"):
                for found in self.dates.recurring(at):
                    if found.cut == cut and sign in ("in_", "not_in"):
                        yield found.end, _recurring(MOMENT, found, out=sign == "not_in"), 0.0, ()
            for of, _ in self.said(end, "of"):
                for at, named in self.of_kind(of, Kind.MOMENT):
                    for after, sign in self.said(at, "sign"):
                        for found in self.dates.recurring(after):
                            if found.cut == cut and sign in ("in_", "not_in"):
                                yield found.end, _recurring(named.field, found, out=sign == "not_in"), named.cost, ()

    def _yes_or_no(self, end: int, field: str, cost: float, doubts: tuple[Doubt, ...]) -> Iterator[Body]:
        for at, sign in self.said(end, "sign"):
            if sign not in ("in_", "not_in") or at >= len(self.words):
                continue
            for label in (self.lexicon.yes(field), self.lexicon.no(field)):
                if label is not None and (self.words[at].text.casefold() == label.casefold()):
                    yield at + 1, signed(ConditionSpec(field=field), sign, (label,)), cost, doubts
        if self.key(end) in ("no", "false") and (label := self.lexicon.no(field)) is not None:
            yield end + 1, ConditionSpec(field=field, in_=(label,)), cost + 0.1, doubts
        if self.key(end) in ("yes", "true") and (label := self.lexicon.yes(field)) is not None:
            yield end + 1, ConditionSpec(field=field, in_=(label,)), cost, doubts

    def _of_one_field(self, end: int, condition: ConditionSpec, cost: float, doubts: tuple[Doubt, ...]) -> Iterator[Body]:
        """A category with a sign, or none, and one of its members."""
        for at, sign in [(end, "in_"), *self.said(end, "sign")]:
            if sign not in ("in_", "not_in"):
                continue
            starts = [at, *(more for more, again in self.said(at, "where") if again == "in")]
            starts += [at + 1] if self.key(at) == "(" and at > end else []
            for start in starts:
                for after, member, _ in self.members(start):
                    if member.field == condition.field:
                        yield after, signed(condition, sign, (member.label,)), cost - 0.1, doubts
                if start < len(self.words) and self.words[start].kind == "quoted":
                    label = self.words[start].text
                    told = Doubt(words=f"no record has “{label}” in “{condition.field}”", sure=False)
                    if not any(member.field == condition.field for _, member, _ in self.members(start)):
                        yield start + 1, signed(condition, sign, (label,)), cost + 0.2, (*doubts, told)

    def _signed(self, end: int, condition: ConditionSpec, cost: float, doubts: tuple[Doubt, ...]) -> Iterator[Body]:
        """A number with a sign and a value: "> 1,000", "between 10 and 50", "of at least 20 %"."""
        field = condition.field or ""
        starts = [
            end,
            *(at for at, _ in self.said(end, "of")),
            *(end + 1 for _ in (0,) if self.key(end) in ("is", "are", "for", "with", "in", "of")),
        ]
        for start in starts:
            for at, sign in self.said(start, "sign"):
                first = self.number(at)
                if first is None:
                    continue
                after = self._after_unit(first[0], field)
                if sign == "between":
                    for k, _ in self.said(first[0], "to"):
                        second = self.number(k)
                        if second is not None:
                            percent = first[2] or second[2]
                            low, high = self._kept_as(field, first[1], percent), self._kept_as(field, second[1], percent)
                            yield self._after_unit(second[0], field), replace(condition, from_=low, to=high), cost, doubts
                    continue
                value = self._kept_as(field, first[1], first[2])
                listed = sign in ("in_", "not_in")
                yield after, signed(condition, sign, (value,) if listed else value), cost + (0.1 if listed else 0.0), doubts
                if sign == "from_":
                    for k, _ in self.said(first[0], "to"):
                        second = self.number(k)
                        if second is not None and self.key(first[0]) != "and":
                            high = self._kept_as(field, second[1], second[2] or first[2])
                            yield self._after_unit(second[0], field), replace(condition, from_=value, to=high), cost - 0.1, doubts
        yield from self._unsigned(end, condition, cost, doubts)

    def _unsigned(self, end: int, condition: ConditionSpec, cost: float, doubts: tuple[Doubt, ...]) -> Iterator[Body]:
        """A number with a value and no sign: "year 2023", "age 30 to 40"."""
        field = condition.field or ""
        bare = self.number(end)
        if bare is not None:
            if field in self.lexicon.years or self.lexicon.columns[field].distinct <= 24:
                value = self._kept_as(field, bare[1], bare[2])
                yield bare[0], replace(condition, in_=(value,)), cost + 0.2, doubts
            for k, _ in self.said(bare[0], "to"):
                second = self.number(k)
                if second is not None and self.key(bare[0]) != "and":
                    percent = bare[2] or second[2]
                    low, high = self._kept_as(field, bare[1], percent), self._kept_as(field, second[1], percent)
                    yield self._after_unit(second[0], field), replace(condition, from_=low, to=high), cost + 0.1, doubts

    def _after_unit(self, i: int, field: str) -> int:
        """Past the unit of a number, if one stands there."""
        if field in self.lexicon.with_unit((self.key(i),)):
            return i + 1
        if i < len(self.words) and self.words[i].kind == "word" and not self.fields(i) and self.lexicon.with_unit((self.key(i),)):
            return i + 1
        return (
            i + 1
            if self.key(i) in ("€", "$", "£", "eur", "usd", "gbp", "euro", "dollar", "pound", "year", "minute", "hour", "unit")
            else i
        )

    def _kept_as(self, field: str, value: float, percent: bool) -> float:
        """The value as the column keeps it: 10 % of a column of fractions is 0.1."""
        if percent and field in self.lexicon.columns and self.lexicon.is_fraction(field):
            return float(f"{value / 100:.12g}")
        return value

    def _moments(self, end: int, condition: ConditionSpec, cost: float, doubts: tuple[Doubt, ...]) -> Iterator[Body]:
        """A field of moments with a date behind it."""
        at = end + 1 if self.key(end) in ("in", "on", "during", "is", ":", "=", "within") else end
        dates = self.dates_of(condition.field or "")
        for span in dates.spans(at):
            yield span.end, replace(condition, from_=span.first, to=span.last), cost, doubts
        for found in self.dates.recurring(at):
            yield found.end, _recurring(condition.field or "", found), cost + 0.1, doubts
        yield from self._spanned(end, condition, cost, doubts)
        if self.key(end) in ("is", "was", "are"):
            yield from self._spanned(end + 1, condition, cost, doubts)

    def _spanned(self, i: int, condition: ConditionSpec, cost: float, doubts: tuple[Doubt, ...]) -> Iterator[Body]:
        """ "since March 2025", "from June to August 2025", "before 2015", "between … and …"."""
        for at, sign in self.said(i, "sign"):
            if sign == "between":
                yield from self._from_to(at, condition, cost, doubts)
            elif sign in _SIGNS_OF_DATES:
                if sign == "from_":
                    yield from self._from_to(at, condition, cost - 0.1, doubts)
                dates = self.dates_of(condition.field or "") if condition.field != MOMENT else self.dates
                ends = [*dates.spans(at), *dates.open_ended(at)]
                for span in ends:
                    if span.year and self.key(span.end) in _UNIT_WORDS:
                        continue  # "over 2000 miles" is no year
                    day = span.first if sign in ("from_", "below") else span.last
                    yield span.end, signed(condition, sign, day), cost, doubts

    def _from_to(self, i: int, condition: ConditionSpec, cost: float, doubts: tuple[Doubt, ...]) -> Iterator[Body]:
        dates = self.dates_of(condition.field or "") if condition.field != MOMENT else self.dates
        for first in (*dates.spans(i), *dates.open_ended(i)):
            for at, _ in self.said(first.end, "to"):
                for last in (*dates.spans(at), *dates.open_ended(at)):
                    begin = first.first
                    if first.ago and len(begin) >= 7 and not last.ago:  # "from June to August 2025" is June of that year
                        year = int(last.first[:4]) - (begin[5:7] > last.first[5:7])
                        begin = f"{year}{begin[4:]}"
                    if begin <= last.last:
                        yield last.end, replace(condition, from_=begin, to=last.last), cost, doubts

    def _cut_members(self, end: int, field: str, cost: float, doubts: tuple[Doubt, ...]) -> Iterator[Body]:
        for at, cut in self.said(end, "cut"):
            for after, sign in self.said(at, "sign"):
                for found in self.dates.recurring(after):
                    if found.cut == cut and sign in ("in_", "not_in"):
                        yield found.end, _recurring(field, found, out=sign == "not_in"), cost, doubts

    def _of_times(self, i: int) -> Iterator[Body]:
        """Dates of the field that the sentence is about."""
        of_years = self.lexicon.years[:1]
        for span in self.dates.spans(i):
            if of_years and span.year and not span.ago:
                years = (float(span.first[:4]), float(span.last[:4]))
                at, high = span.end, years[1]
                for k, _ in self.said(span.end, "to"):
                    other = self.dates.year(k)
                    if other is not None and self.key(span.end) != "and" and other > years[0]:
                        at, high = k + 1, float(other)
                condition = ConditionSpec(field=of_years[0])
                yield (
                    at,
                    replace(condition, in_=(years[0],)) if high == years[0] else replace(condition, from_=years[0], to=high),
                    0.0,
                    (),
                )
            if self.lexicon.moments:
                yield (
                    span.end,
                    ConditionSpec(field=MOMENT, from_=span.first, to=span.last),
                    0.1 if of_years else 0.0,
                    self._reckoned(span),
                )
        yield from self._years(i)
        if not self.lexicon.moments:
            return
        for found in self.dates.recurring(i):
            one_of_many = found.cut == "weekday" and self.words[i].text.casefold() in ("weekday", "week")
            yield found.end, _recurring(MOMENT, found), 0.45 if one_of_many else 0.05, ()
        yield from self._spanned(i, ConditionSpec(field=MOMENT), 0.15 if of_years else 0.0, ())
        yield from self._from_to(i, ConditionSpec(field=MOMENT), 0.3, ())

    def _years(self, i: int) -> Iterator[Body]:
        """ "since 1980", "before 2007", "between 1990 and 2000", of a number that is a year."""
        for field in self.lexicon.years[:1]:
            condition = ConditionSpec(field=field)
            for at, sign in self.said(i, "sign"):
                year = self.dates.year(at)
                if year is None or sign in ("in_", "not_in"):
                    continue
                for k, _ in self.said(at + 1, "to") if sign in ("between", "from_") else ():
                    last = self.dates.year(k)
                    if last is not None:
                        yield k + 1, replace(condition, from_=float(year), to=float(last)), -0.1, ()
                if sign != "between" and self.key(at + 1) not in _UNIT_WORDS:
                    yield at + 1, signed(condition, sign, float(year)), 0.0, ()

    def _reckoned(self, span: Span) -> tuple[Doubt, ...]:
        if not span.ago:
            return ()
        words = span.first if span.first == span.last else f"{span.first} to {span.last}"
        return (Doubt(words=f"reckoned from the last record, {words}"),)

    def _of_signs(self, i: int) -> Iterator[Body]:
        """A sign and a number without a field: it is found by the unit, or is the number that the sentence is about."""
        for at, sign in self.said(i, "sign"):
            number = self.number(at)
            if number is None or sign in ("in_", "not_in"):
                continue
            of_age = "".join(self.keys[i:at]) in _OF_AGE
            of_age = of_age or (
                i > 0 and self.key(i - 1) in PERSONS and self.key(number[0]) in ("", "year", "by", "per", "in", "for", "and", ",")
            )
            unit = self.lexicon.with_unit(("age",) if of_age else (self.key(number[0]),)) if of_age or self.key(number[0]) else []
            of_age = of_age and bool(unit)
            for after, named in self.numbers(number[0]):
                for _, condition, _, _ in self._signed(i, ConditionSpec(field=named.field), 0.0, ()):
                    yield after, condition, named.cost + 0.1, self._doubts(number[0], after, named.field, named.cost)
            if of_age or unit:
                for field in unit[:2]:
                    end = number[0] + (0 if of_age and self.key(number[0]) != "year" else 1)
                    for after, condition, cost, _ in self._signed(i, ConditionSpec(field=field), 0.2, ()):
                        yield max(after, end) if after >= number[0] else after, condition, cost, ()
                continue
            if number[2]:
                continue
            for after, condition, cost, _ in (
                self._signed(i, ConditionSpec(field=NUMBER), 0.3, ()) if self._plain_number(at) else ()
            ):
                yield after, condition, cost, ()

    def _plain_number(self, i: int) -> bool:
        """Whether a number is no year of a table with moments."""
        counted = self.key(i + 1) in _UNIT_WORDS
        return counted or not (self.lexicon.moments or self.lexicon.years) or self.dates.year(i) is None

    def _blank_or_not(self, end: int, condition: ConditionSpec, cost: float, doubts: tuple[Doubt, ...]) -> Iterator[Body]:
        at = end + 1 if self.key(end) in ("is", "are", "was") else end
        for after, _ in self.said(at, "filled"):
            yield after, replace(condition, blank=False), cost, doubts
        for after, _ in self.said(at, "blank"):
            yield after, replace(condition, blank=True), cost, doubts
        if self.key(at) in ("not", "isnt"):
            for after, _ in self.said(at + 1, "blank"):
                yield after, replace(condition, blank=False), cost - 0.1, doubts

    def _of_blanks(self, i: int) -> Iterator[Body]:
        """ "missing temperature", "no satisfaction", "no red cards"."""
        if self.key(i) in ("missing", "blank", "empty", "no", "without", "unknown"):
            for end, named in self.fields(i + 1):
                column = self.lexicon.columns[named.field]
                if column.kind is Kind.YES_NO:
                    continue
                if column.is_number and self.key(i) in ("no", "without") and self.lexicon.holds_zero(named.field):
                    yield end, ConditionSpec(field=named.field, in_=(0.0,)), named.cost + 0.05, ()
                elif column.is_number or column.blanks:
                    yield end, ConditionSpec(field=named.field, blank=True), named.cost + 0.05, ()

    def in_one_form(self, i: int, begins: tuple[str, ...], read: Callable[[Reader], T]) -> tuple[int, T] | None:
        """What is written from here on as the statement is printed, and where it ends."""
        if i >= len(self.words) or self.words[i].text.casefold() not in begins:
            return None
        known = self.kept.setdefault("tokens", {})
        try:
            if not known:
                known[0] = Reader(tokens_of(self.text), list(self.lexicon.columns))
            reader = known[0]
            reader.at = next((k for k, token in enumerate(reader.tokens) if token.start >= self.words[i].start), len(reader.tokens))
            reader.depth = 0
            found = read(reader)
            place = reader.place
        except RecipeError:
            return None
        return next((k for k in range(i, len(self.words)) if self.words[k].start >= place), len(self.words)), found


def _recurring(field: str, found: Recurring, *, out: bool = False) -> ConditionSpec:
    return signed(ConditionSpec(field=field, cut=found.cut), "not_in" if out else "in_", found.labels)
