"""A pivot from the parts of a sentence."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any, TypeVar

from ....common.errors import RecipeError
from ....common.recipe.check_pivot import check_pivot
from ....common.recipe.conditions import ConditionSpec, MeasureSpec
from ....common.recipe.spec import CorrelateSpec, LevelSpec, OrderSpec, OrdersSpec, PivotSpec, ShiftSpec, ShowSpec
from ....common.vocabulary import LIMITS, MEASURE_TERMS
from ..write import clauses_of
from .lexicon import Lexicon
from .parts import (
    MOMENT,
    NUMBER,
    Against,
    Bracket,
    ByHow,
    Correlated,
    Doubt,
    Kept,
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
    signed,
)
from .trades import BAD
from .words import keys_of

_COUNT = MeasureSpec(take="count")
_COUNTED, _TWICE, _OPEN, _EMPTY = 0.5, 1.5, 3.0, 4.0
"""What it costs that nothing is measured, a level is named twice, the field of a number is not told, and that there is no side."""


_ENDS = ("from_", "to", "above", "below")
P = TypeVar("P", bound=Part)


@dataclass(frozen=True, kw_only=True)
class Made:
    pivot: PivotSpec
    cost: float
    doubts: tuple[Doubt, ...]


def made_of(parts: Sequence[Part], lexicon: Lexicon) -> Made | None:
    """The pivot that the parts say, and what it costs beside them; None where they say none."""
    try:
        maker = _Maker(parts, lexicon)
        pivot = maker.pivot()
        check_pivot(pivot)
    except RecipeError:
        return None
    return Made(pivot=pivot, cost=maker.cost, doubts=(*(doubt for part in parts for doubt in part.doubts), *maker.doubts))


class _Maker:
    def __init__(self, parts: Sequence[Part], lexicon: Lexicon) -> None:
        self.parts, self.lexicon = parts, lexicon
        self.cost = 0.0
        self.doubts: list[Doubt] = []
        self.moment = self._moment()

    def of(self, kind: type[P]) -> list[P]:
        return [part for part in self.parts if isinstance(part, kind)]

    def tell(self, words: str, *, sure: bool = True, **more: Any) -> None:
        self.doubts.append(Doubt(words=words, sure=sure, **more))

    def _moment(self) -> str | None:
        """The field of moments that is meant where none is named: the one that is, or the first of the table."""
        named = [part.level.field for part in self.of(Sided)] + [part.condition.field for part in self.of(Kept)]
        named += [part.moment for part in self.of(Measured)]
        said = next((name for name in named if name in self.lexicon.moments), None)
        return said or next(iter(self.lexicon.moments), None)

    def pivot(self) -> PivotSpec:
        pivot = PivotSpec()
        for strict in self.of(Strict):
            pivot = _with(pivot, strict.pivot)
        for correlated in self.of(Correlated)[:1]:
            return replace(pivot, correlate=CorrelateSpec(fields=correlated.fields), keep=(*pivot.keep, *self.conditions(_COUNT)))
        measure = self.measure()
        pivot = replace(pivot, measure=measure)
        pivot = self.sides(pivot)
        pivot = replace(pivot, keep=(*pivot.keep, *self.conditions(measure)))
        pivot = self.shown(pivot)
        pivot = self.versus(pivot)
        pivot = self.topped(pivot)
        pivot = self.ordered(pivot)
        for totaled in self.of(Totaled):
            pivot = replace(
                pivot,
                totals=replace(
                    totaled.totals,
                    rows=totaled.totals.rows or pivot.totals.rows,
                    columns=totaled.totals.columns or pivot.totals.columns,
                ),
            )
        self.told_of_moments()
        self.told_of_unused(pivot)
        if not (pivot.rows or pivot.columns or self.of(Measured) or pivot.keep or pivot.split):
            self.cost += _EMPTY
        return pivot

    # What is measured

    def measure(self) -> MeasureSpec:
        said = self.of(Measured)
        strong = [part for part in said if not part.weak]
        chosen = next((part for part in strong if not part.by), None) or next(iter(strong), None) or next(iter(said), None)
        if chosen is None:
            self.cost += _COUNTED
            self.tell("the number of records is shown", kind="take", sure=not any(top.worth for top in self.of(Topped)))
            return _COUNT
        measure = chosen.measure
        for modified in self.of(Modified):
            measure = replace(measure, once_a_key=modified.once or measure.once_a_key, empty=modified.empty or measure.empty)
        if measure.where is not None:
            measure = replace(measure, where=self.settled(measure.where, measure))
        return measure

    # Sides

    def sides(self, pivot: PivotSpec) -> PivotSpec:
        listed: list[tuple[LevelSpec, str | None]] = []
        for part in self.parts:
            if isinstance(part, Sided):
                listed.append((self.with_moment(part.level), part.way))
            elif isinstance(part, Topped) and part.level is not None:
                listed.append((self.with_moment(part.level), None))
        seen: dict[tuple[str, str | None], int] = {}
        kept: list[tuple[LevelSpec, str | None]] = []
        for level, way in listed:
            key = (level.field, level.cut)
            if key in seen:
                self.cost += _TWICE
                continue
            seen[key] = len(kept)
            kept.append((level, way))
        for field in self.compared_fields():
            if (field, None) not in seen:
                kept.insert(0, (LevelSpec(field=field), None))
        down = [level for level, way in kept if way == "down"]
        across = [level for level, way in kept if way == "across"]
        rest = [level for level, way in kept if way is None]
        if not down and not across and len(rest) > 1:
            across.append(rest.pop())
        if across and not down:
            down, rest = rest, []
        elif down and not across:
            across, rest = rest, []
        down += rest
        if len(down) > LIMITS.levels_most or len(across) > LIMITS.levels_most:
            self.cost += _OPEN
        return replace(pivot, rows=tuple(down[: LIMITS.levels_most]), columns=tuple(across[: LIMITS.levels_most]))

    def compared_fields(self) -> list[str]:
        """Fields of which members are set beside each other: "UK vs Spain"."""
        return [
            part.condition.field
            for part in self.of(Kept)
            if part.versus and part.condition.in_ is not None and part.condition.field and part.condition.cut is None
        ]

    def with_moment(self, level: LevelSpec) -> LevelSpec:
        if level.field != MOMENT:
            return level
        if self.moment is None:
            raise RecipeError("no field holds moments")
        return replace(level, field=self.moment)

    # Conditions

    def conditions(self, measure: MeasureSpec) -> tuple[ConditionSpec, ...]:
        groups: list[list[_Joined]] = [[]]
        depth: list[list[_Joined]] = []
        for part in self.parts:
            if isinstance(part, Bracket) and part.opens:
                depth.append(groups[-1])
                groups.append([])
            elif isinstance(part, Bracket) and depth:
                inner = self.gathered(groups.pop())
                depth.pop()
                if inner is not None:
                    groups[-1].append(_Joined(inner, "and", out=False))
            elif isinstance(part, Kept):
                before = groups[-1][-1] if groups[-1] else None
                condition = self.continued(part.condition, before) or self.settled(part.condition, measure)
                follows = part.join is not None and not part.led and before is not None
                out = part.out or (follows and before is not None and before.out and before.condition.field == condition.field)
                if part.versus and out and before is not None and before.condition == condition:
                    groups[-1].pop()  # "organic vs not organic" are all
                    continue
                condition = _turned(condition) if out else condition
                groups[-1].append(_Joined(condition, part.join or "and", out=out, versus=part.versus))
        while len(groups) > 1:
            inner = self.gathered(groups.pop())
            if inner is not None:
                groups[-1].append(_Joined(inner, "and", out=False))
        found = self.gathered(groups[0])
        if found is None:
            return ()
        return found.all_ if found.all_ is not None else (found,)

    def continued(self, condition: ConditionSpec, before: "_Joined | None") -> ConditionSpec | None:
        """ "above 5 and below 7": of the number that the condition before is of."""
        if condition.field != NUMBER or before is None or before.condition.field not in self.lexicon.numbers:
            return None
        same = replace(condition, field=before.condition.field)
        return same if _merged(before.condition, replace(before, condition=same)) is not None else None

    def gathered(self, joined: list["_Joined"]) -> ConditionSpec | None:
        """All of what is joined: members of one field as one list, "or" between unlike ones as alternatives."""
        kinds = {each.join for each in joined[1:]}
        one: list[_Joined] = []
        for each in joined:
            before = one[-1] if one else None
            merged = _merged(before.condition, each) if before is not None and before.out == each.out else None
            if merged is not None and before is not None:
                one[-1] = replace(before, condition=merged)
            else:
                one.append(each)
        if not one:
            return None
        if len(one) == 1:
            return one[0].condition
        sums: list[list[ConditionSpec]] = [[one[0].condition]]
        for each in one[1:]:
            if each.join == "or":
                sums.append([each.condition])
            else:
                sums[-1].append(each.condition)
        if len(sums) == 1:
            return ConditionSpec(all_=tuple(sums[0]))
        if "and" in kinds and any(len(each) > 1 for each in sums):
            self.tell("what “and” joins is taken together before “or”", sure=False)
        options = tuple(each[0] if len(each) == 1 else ConditionSpec(all_=tuple(each)) for each in sums)
        return ConditionSpec(any_=options)

    def settled(self, condition: ConditionSpec, measure: MeasureSpec) -> ConditionSpec:
        """The condition with the field that it leaves to the sentence."""
        if condition.field == MOMENT:
            if self.moment is None:
                raise RecipeError("no field holds moments")
            return replace(condition, field=self.moment)
        if condition.field == NUMBER:
            field = measure.of if measure.of in self.lexicon.numbers else None
            if field is None:
                sums = [
                    name for name in self.lexicon.numbers if self.lexicon.taken(name) == "sum" and name not in self.lexicon.years
                ]
                field = next(iter(sums or self.lexicon.numbers), None)
                if field is None:
                    raise RecipeError("no field holds numbers")
                self.cost += 0.2
            self.tell(f"the number is one of “{field}”", sure=measure.of == field, kind="field", field=field)
            return replace(condition, field=field)
        return condition

    # Shows

    def shown(self, pivot: PivotSpec) -> PivotSpec:
        against = self.of(Against)
        overs = self.of(Over)
        by: Any = next((part.by for part in self.of(ByHow)), None)
        shows = [part.show for part in self.of(Shown)]
        if against:
            return replace(pivot, show=replace(self.other_side(against[0], pivot), by=None if by == "difference" else by))
        if overs:
            return self.over(overs[0], pivot)
        within = self.of(Within)
        if within:
            return replace(pivot, show=ShowSpec(as_="share", of=self.scope_of(within[0].field, pivot)))
        if not shows and by == "percent":
            shows = [ShowSpec(as_="share")]
        if not shows and by is not None:
            self.cost += 1.0
        if not shows:
            return pivot
        show = next((each for each in shows if each.of is not None), shows[0])
        if show.as_ == "share" and show.of is None:
            inner = next((part.level.field for part in self.of(Sided) if part.intro == "within"), None)
            if inner is not None:
                show = replace(show, of=self.scope_of(inner, pivot))
        if show.as_ == "running" and show.along is None:
            times = [level.field in self.lexicon.moments or level.field in self.lexicon.years for level in pivot.rows]
            show = replace(show, along="rows" if any(times) or not pivot.columns else "columns")
        if show.as_ == "change" and show.along is None and not self.times(pivot):
            unit = "year" if self.lexicon.years else "month"
            return self.over(Over(end=0, cost=0.0, unit=unit), pivot)
        if show.as_ == "change" and show.along is None:
            show = replace(show, along="columns" if pivot.columns else "rows", relative=by in (None, "percent"))
        return replace(pivot, show=show)

    def times(self, pivot: PivotSpec) -> bool:
        """Whether a side goes along time, or nothing in the table does."""
        known = {*self.lexicon.moments, *self.lexicon.years}
        return not known or any(level.field in known for level in (*pivot.rows, *pivot.columns))

    def scope_of(self, field: str, pivot: PivotSpec) -> Any:
        if any(level.field == field for level in pivot.columns):
            return "column"
        return "row" if any(level.field == field for level in pivot.rows) and pivot.columns else "whole"

    def other_side(self, against: Against, pivot: PivotSpec) -> ShowSpec:
        if against.show is not None:
            return against.show
        if against.measure is not None:
            take = against.measure.take
            if not take:  # a plan is taken as what it is set beside is
                take = pivot.measure.take if MEASURE_TERMS[pivot.measure.take].keys == ("of",) else "sum"
            return ShowSpec(as_="against", measure=replace(against.measure, take=take))
        if against.back is not None:
            if self.moment is None:
                raise RecipeError("no field holds moments")
            unit, number = against.back
            return ShowSpec(as_="against", shift=ShiftSpec(field=self.moment, **{unit: number}))
        assert against.condition is not None
        return ShowSpec(as_="against", keep=(self.settled(against.condition, pivot.measure),))

    def over(self, over: Over, pivot: PivotSpec) -> PivotSpec:
        """Change from one to the next along the side that has it, put across where none does."""
        cuts = {
            "month": ("month", "year_month"),
            "quarter": ("quarter", "year_quarter"),
            "week": ("week", "year_week"),
            "year": ("year",),
            "date": ("date",),
        }
        for side, levels in (("columns", pivot.columns), ("rows", pivot.rows)):
            for level in levels:
                years = over.unit == "year" and level.field in self.lexicon.years
                if (over.field and level.field == over.field) or (over.unit and level.cut in cuts[over.unit]) or years:
                    return replace(pivot, show=ShowSpec(as_="change", along=side, relative=True))  # type: ignore[arg-type]
        if over.unit == "year" and self.moment is not None and not self.lexicon.years:
            return replace(pivot, show=ShowSpec(as_="against", shift=ShiftSpec(field=self.moment, years=-1), by="percent"))
        if over.field:
            level = LevelSpec(field=over.field)
        elif over.unit == "year" and self.lexicon.years:
            level = LevelSpec(field=self.lexicon.years[0])
        elif self.moment is not None:
            level = LevelSpec(
                field=self.moment,
                cut={"month": "year_month", "quarter": "year_quarter", "week": "year_week"}.get(over.unit, over.unit),
            )
        else:
            raise RecipeError("no field holds moments")
        return replace(
            pivot,
            columns=(*pivot.columns, level)[: LIMITS.levels_most],
            show=ShowSpec(as_="change", along="columns", relative=True),
        )

    def versus(self, pivot: PivotSpec) -> PivotSpec:
        """ "2024 vs 2023": of two spans of one field the second is the other side."""
        spans = [part for part in self.of(Kept) if part.versus and part.condition.from_ is not None and part.condition.in_ is None]
        if not spans or pivot.show != ShowSpec():
            return pivot
        other = self.settled(spans[0].condition, pivot.measure)
        first = [each for each in pivot.keep if each != other]
        if len(first) == len(pivot.keep) or not any(each.field == other.field for each in first):
            return pivot
        return replace(pivot, keep=tuple(first), show=ShowSpec(as_="against", keep=(other,)))

    # Order

    def topped(self, pivot: PivotSpec) -> PivotSpec:
        for top in self.of(Topped):
            level = self.with_moment(top.level) if top.level else None
            place = next(
                (
                    (side, i)
                    for side in ("rows", "columns")
                    for i, each in enumerate(getattr(pivot, side))
                    if level is None or (each.field, each.cut) == (level.field, level.cut)
                ),
                None,
            )
            if place is None:
                self.cost += _OPEN
                continue
            side, i = place
            levels: tuple[LevelSpec, ...] = getattr(pivot, side)
            best = top.top != self.worst_is_most(pivot.measure) if top.worth else top.top
            order = OrderSpec(by="total", descending=best)
            by = self.by_behind(top)
            by = by if by != pivot.measure else None
            if top.number is not None and best:
                levels = (*levels[:i], replace(levels[i], top=top.number, by=by), *levels[i + 1 :])
                pivot = replace(pivot, rows=levels) if side == "rows" else replace(pivot, columns=levels)
            elif top.number is not None:
                keep = ConditionSpec(field=levels[i].field, cut=levels[i].cut, bottom=top.number, by=by or pivot.measure)
                pivot = replace(pivot, keep=(*pivot.keep, keep))
            if len(levels) == 1:
                orders = replace(pivot.order, **{side: order})
                pivot = replace(pivot, order=orders)
        return pivot

    def by_behind(self, top: Topped) -> MeasureSpec | None:
        """The measure that a top goes by, which stands right behind it."""
        said = [part for part in self.parts if not isinstance(part, Skipped)]
        after = said[said.index(top) + 1 :][:1]
        return next((part.measure for part in after if isinstance(part, Measured) and part.by), None)

    def worst_is_most(self, measure: MeasureSpec) -> bool:
        """Whether more of it is worse: lateness, defaults."""
        said = [measure.of or ""]
        if measure.where is not None:
            said += [measure.where.field or "", *(str(each) for each in measure.where.in_ or ())]
        return bool({key for words in said for key in keys_of(words)} & BAD)

    def ordered(self, pivot: PivotSpec) -> PivotSpec:
        orders = self.of(Ordered)
        if not orders:
            by = next((part for part in self.of(Measured) if part.by), None)
            if by is not None and pivot.measure == by.measure and pivot.order == OrdersSpec() and pivot.show.as_ != "rank":
                return replace(pivot, order=OrdersSpec(rows=OrderSpec(by="total", descending=True)))
            return pivot
        for way in orders:
            side = way.side or ("columns" if pivot.columns and not pivot.rows else "rows")
            if way.field:
                side = "columns" if any(level.field == way.field for level in pivot.columns) else "rows"
            standing = getattr(pivot.order, side)
            turns = way.direction and standing != OrderSpec()
            order = replace(standing, descending=way.order.descending) if turns else way.order
            if way.worth and self.worst_is_most(pivot.measure):
                order = replace(order, descending=not order.descending)
            pivot = replace(pivot, order=replace(pivot.order, **{side: order}))
        return pivot

    def told_of_unused(self, pivot: PivotSpec) -> None:
        """What was said and has no place beside the rest: a second measure, a second way to show it."""
        names = list(self.lexicon.columns)
        orders = [self.by_behind(top) for top in self.of(Topped)]
        for measure in dict.fromkeys(part.measure for part in self.of(Measured) if not part.weak):
            said = replace(pivot.measure, once_a_key=measure.once_a_key, empty=measure.empty)
            if measure.where is None and measure != said and measure not in orders:
                self.tell(f"the {clauses_of(PivotSpec(measure=measure), names)['measure']} is not shown beside it", sure=False)
        ways = len(self.of(Against)) + len(self.of(Over)) + len(self.of(Within))
        shows = {part.show.as_ for part in self.of(Shown)}
        if ways + len(shows) > 1 or (self.of(ByHow) and pivot.show == ShowSpec()):
            self.tell("of the ways to show it one is taken", sure=False)

    def told_of_moments(self) -> None:
        """Which of several fields of moments is meant, where none was named."""
        unnamed = any(part.level.field == MOMENT for part in self.of(Sided)) or any(
            part.condition.field == MOMENT for part in self.of(Kept)
        )
        if unnamed and len(self.lexicon.moments) > 1 and self.moment is not None:
            self.tell(f"by “{self.moment}”", kind="moment", field=self.moment)


@dataclass(frozen=True)
class _Joined:
    condition: ConditionSpec
    join: str
    out: bool
    versus: bool = False


def _merged(one: ConditionSpec, other: _Joined) -> ConditionSpec | None:
    """Members of one field that are listed, and spans that follow one another, as one condition; None where both must hold."""
    more = other.condition
    if (one.field, one.cut) != (more.field, more.cut) or one.field is None:
        return None
    for key in ("in_", "not_in"):
        mine, its = getattr(one, key), getattr(more, key)
        if mine is not None and its is not None:
            return signed(one, key, (*mine, *(each for each in its if each not in mine)))
    ends = [key for key in _ENDS if getattr(more, key) is not None]
    mine_ends = [key for key in _ENDS if getattr(one, key) is not None]
    if ends and mine_ends and not set(ends) & set(mine_ends):
        return replace(one, **{key: getattr(more, key) for key in ends})
    if (
        set(ends) == set(mine_ends) == {"from_", "to"}
        and not other.versus
        and isinstance(one.from_, str)
        and isinstance(more.from_, str)
    ):
        return replace(one, from_=min(one.from_, more.from_), to=max(str(one.to), str(more.to)))
    return None


def _turned(condition: ConditionSpec) -> ConditionSpec:
    """The condition of all other records, as far as one says that."""
    if condition.in_ is not None:
        return replace(condition, in_=None, not_in=condition.in_)
    if condition.blank is not None:
        return replace(condition, blank=not condition.blank)
    for key, opposite in (("above", "to"), ("below", "from_"), ("from_", "below"), ("to", "above")):
        value = getattr(condition, key)
        others = [other for other in _ENDS if other != key and getattr(condition, other) is not None]
        if value is not None and not others:
            return replace(condition, **{key: None, opposite: value})
    if condition.from_ is not None and condition.to is not None and condition.cut is None:
        before, after = (
            ConditionSpec(field=condition.field, below=condition.from_),
            ConditionSpec(field=condition.field, above=condition.to),
        )
        return ConditionSpec(any_=(before, after))
    raise RecipeError("nothing else can be meant")


def _with(pivot: PivotSpec, clause: PivotSpec) -> PivotSpec:
    """The pivot with what a clause in its one form says."""
    empty = PivotSpec()
    if clause.keep:
        pivot = replace(pivot, keep=(*pivot.keep, *clause.keep))
    if clause.order != empty.order:
        rows = clause.order.rows if clause.order.rows != OrderSpec() else pivot.order.rows
        columns = clause.order.columns if clause.order.columns != OrderSpec() else pivot.order.columns
        pivot = replace(pivot, order=OrdersSpec(rows=rows, columns=columns))
    for name in ("split", "show", "totals", "aside"):
        if getattr(clause, name) != getattr(empty, name):
            pivot = replace(pivot, **{name: getattr(clause, name)})
    return pivot
