"""Levels as they are typed: fields, parts of moments, bins."""

from collections.abc import Iterator

from ....common.errors import RecipeError
from ....common.recipe.spec import BinsSpec, LevelSpec
from ....tables.table import Kind
from ..strict import Reader
from ..tokens import tokens_of
from .lexicon import SAID_SO, WHOLE
from .parts import MOMENT, Doubt, Intro, Sided, Way
from .reading import Reading, kept_by_place

_FEW = 24
_ROUND_BINS = 8
Found = tuple[int, LevelSpec, float, tuple[Doubt, ...]]


class LevelReading(Reading):
    @kept_by_place
    def levels(self, i: int) -> Iterator[Found]:
        """Where a level ends, the level, its cost and what was taken for granted."""
        for end, level, cost, doubts in self._plain_levels(i):
            yield end, level, cost, doubts
            yield from self._with_notes(end, level, cost, doubts)

    def _plain_levels(self, i: int) -> Iterator[Found]:
        """ "month of sown", "sown month", "region", "month" alone."""
        start = i + 1 if self.key(i) == "the" else i
        for end, cut in self.said(start, "cut"):
            whole = self.lexicon.fields.get("".join(self.keys[start:end]), ())
            if not any(named.cost == WHOLE for named in whole):
                yield from self._cut_alone(end, cut)
            for of, _ in self.said(end, "of"):
                for at, named in self.of_kind(of, Kind.MOMENT):
                    yield at, LevelSpec(field=named.field, cut=cut), named.cost, self._doubts(i, at, named.field, named.cost)
        for end, named in self.fields(i):
            column, cost = self.lexicon.columns[named.field], named.cost
            doubts = self._doubts(i, end, named.field, cost)
            if column.kind is Kind.MOMENT:
                for at, cut in self.said(end, "cut"):
                    yield at, LevelSpec(field=named.field, cut=cut), min(cost, 0.6), doubts
                behind = end + 1 if self.key(end) == "by" else end
                if behind > end:
                    for at, cut in self.said(behind, "cut"):
                        yield at, LevelSpec(field=named.field, cut=cut), cost + 0.3, doubts
                cut = "hour" if named.field not in self.lexicon.moments else "date" if column.distinct <= 31 else "month"
                told = Doubt(
                    words=f"“{named.field}” by {'the ' if cut == 'hour' else ''}{cut}", kind="moment", field=named.field, sure=False
                )
                yield end, LevelSpec(field=named.field, cut=cut), cost + 0.7, (*doubts, told)
            elif column.is_number:
                yield from self._of_numbers(end, named.field, cost, doubts)
            else:
                yield end, LevelSpec(field=named.field), cost, doubts

    def _cut_alone(self, end: int, cut: str) -> Iterator[Found]:
        if cut == "year":
            for name in self.lexicon.years[:1]:
                yield end, LevelSpec(field=name), 0.1, ()
        if self.lexicon.moments or cut == "hour":
            yield end, LevelSpec(field=MOMENT, cut=cut), 0.2, ()

    def _of_numbers(self, end: int, field: str, cost: float, doubts: tuple[Doubt, ...]) -> Iterator[Found]:
        column = self.lexicon.columns[field]
        binned = self.longest(end, "bins")
        few = column.distinct <= _FEW
        year = field in self.lexicon.years
        if binned:
            told = Doubt(words=f"“{field}” in about {_ROUND_BINS} round bins", sure=True)
            yield binned[0], LevelSpec(field=field, bins=BinsSpec(round=_ROUND_BINS)), cost + 0.1, (*doubts, told)
        if few:
            yield end, LevelSpec(field=field), cost + (0.1 if year else 0.5), doubts
        elif cost < SAID_SO:
            told = Doubt(words=f"“{field}” in about {_ROUND_BINS} round bins", sure=False)
            yield end, LevelSpec(field=field, bins=BinsSpec(round=_ROUND_BINS)), cost + 1.1, (*doubts, told)

    def _with_notes(self, end: int, level: LevelSpec, cost: float, doubts: tuple[Doubt, ...]) -> Iterator[Found]:
        """What the one form says of a level: bins, and what stands in brackets."""
        if self.key(end) not in ("(", "in") or level.field == MOMENT:
            return
        text = self.text[self.words[end].start :]
        try:
            reader = Reader(tokens_of(text), list(self.lexicon.columns))
            if reader.takes("in"):
                bins = reader.bins()
                level = LevelSpec(field=level.field, bins=bins)
            level = reader.noted(level)
        except RecipeError:
            return
        after = self.words[end].start + reader.place
        at = next((k for k in range(end, len(self.words)) if self.words[k].start >= after), len(self.words))
        if at > end:
            yield at, level, cost - 0.1, doubts

    def _doubts(self, i: int, end: int, field: str, cost: float) -> tuple[Doubt, ...]:
        """What is told where words are not the name of the field they are taken for."""
        if cost < SAID_SO - 0.1:
            return ()
        typed = self.typed(i, end)
        return (Doubt(words=f"“{typed}” is taken for “{field}”", kind="field", field=field, sure=cost < SAID_SO + 0.3),)

    def typed(self, i: int, end: int) -> str:
        return self.text[self.words[i].start : self.words[end - 1].end] if end > i else ""

    def sided(self, i: int) -> Iterator[Sided]:
        """Levels with what leads them in and says on which side they stand."""
        for start, intro, way in self._intros(i):
            for end, level, cost, doubts in self.levels(start):
                led = {"by": 0.0, "way": 0.05, "and": 0.1, "x": 0.2, "comma": 0.15, "within": 0.1, "bare": 0.75}[intro]
                ends = [(end, way)] + [(at, found) for at, found in self.said(end, "way")]
                for at, found in ends:
                    better = 0.1 if found and intro == "bare" and at > end else led
                    yield Sided(end=at, cost=cost + better, doubts=doubts, level=level, intro=intro, way=found)
        for end, unit in self.said(i, "every"):
            if self.lexicon.moments:
                level = LevelSpec(field=MOMENT, cut=unit)
                yield Sided(end=end, cost=0.3, level=level, intro="bare")

    def _intros(self, i: int) -> Iterator[tuple[int, Intro, Way | None]]:
        yield i, "bare", None
        joined: list[tuple[int, Intro]] = [(i, "by")]
        for tag in ("and", "comma", "x"):
            for end, value in self.said(i, "by"):
                if value == tag:
                    yield end, tag, None
                    joined.append((end, tag))
        for at, tag in joined:
            for end, value in self.said(at, "by"):
                if value in ("by", "each"):
                    yield end, "by", None
                elif value in ("across", "down"):
                    yield end, "way", value
                elif value == "within" and tag == "by":
                    yield end, "within", None
                if value in ("by", "each"):
                    for more, again in self.said(end, "by"):
                        if again == "each":
                            yield more, "by", None
