"""The cheapest ways through a sentence: each place is reached by parts, and the few best ways to it are kept."""

from dataclasses import dataclass

from .clauses import Clauses
from .parts import Against, Bracket, ByHow, Kept, Measured, Ordered, Over, Part, Sided, Skipped, Topped

_WAYS, _WAYS_OF_LONG = 40, 3
_ALIKE_MOST = 4
_BEST = 12
_LONG = 60
_BEHIND_LEFT = 2.5
"""A member right behind what was not understood belongs to that: "by boat" is no condition."""
_SECOND_MEASURE = 2.4
"""Of more than one measure one is not understood."""


@dataclass(frozen=True, slots=True)
class Way:
    """Parts that reach from the beginning to a place, the last one first. ``measures`` are those that are no words for records."""

    cost: float
    part: Part | None = None
    before: "Way | None" = None
    last: Part | None = None
    measures: int = 0
    levels: int = 0

    def parts(self) -> list[Part]:
        found: list[Part] = []
        way: Way | None = self
        while way is not None and way.part is not None:
            found.append(way.part)
            way = way.before
        return found[::-1]

    def like(self) -> tuple[object, ...]:
        """Ways that are the same in this go on alike; a few of each are kept."""
        last = self.last
        detail = (last.condition.field, last.condition.cut) if isinstance(last, Kept) else ()
        return (type(last), detail, min(self.measures, 2), min(self.levels, 4))


def best_ways(clauses: Clauses) -> list[Way]:
    """The cheapest ways through the whole sentence, the cheapest first. Of long ones fewer are looked at."""
    end = len(clauses.words)
    widest = _WAYS if end <= _LONG else _WAYS_OF_LONG
    reached: list[list[Way]] = [[] for _ in range(end + 1)]
    reached[0] = [Way(0.0)]
    for i in range(end):
        ways = _kept(reached[i], widest)
        reached[i] = []
        if not ways:
            continue
        for parts in clauses.at(i):
            to = parts[-1].end
            if to <= i:
                continue
            for way in ways:
                reached[to].append(_on(way, parts))
    return _kept(reached[end], _BEST if end <= _LONG else _WAYS_OF_LONG)


def _on(way: Way, parts: tuple[Part, ...]) -> Way:
    for part in parts:
        cost = way.cost + part.cost + _joint(way.last, part)
        if isinstance(part, Kept) and not part.led and isinstance(way.part, Skipped) and way.part.cost >= 1.0:
            cost += _BEHIND_LEFT
        strong = isinstance(part, Measured) and not part.weak
        if strong and way.measures and not (isinstance(part, Measured) and part.by and isinstance(way.last, (Topped, Ordered))):
            cost += _SECOND_MEASURE
        way = Way(
            cost,
            part,
            way,
            way.last if isinstance(part, Skipped) and not part.left else part,
            way.measures + strong,
            way.levels + isinstance(part, Sided),
        )
    return way


def _joint(before: Part | None, part: Part) -> float:
    """What it costs that one part stands behind another."""
    if isinstance(part, Sided):
        behind = isinstance(before, Sided) or (isinstance(before, Topped) and before.level is not None)
        if part.intro == "bare":
            return -0.25 if behind else 0.0
        return 0.0 if behind or part.intro in ("by", "way", "within") else {"and": 0.5, "comma": 0.1, "x": 0.7}.get(part.intro, 0.0)
    if isinstance(part, Kept):
        if part.join is not None:
            if not isinstance(before, (Kept, Bracket)):
                return 0.2 if part.led else 0.8
            return -0.1 if isinstance(before, Kept) and before.condition.field == part.condition.field else 0.15
        return 0.25 if isinstance(before, Kept) and not part.led else 0.0
    if isinstance(part, ByHow):
        return -0.1 if isinstance(before, (Against, Over)) else 0.15
    return 0.0


def _kept(ways: list[Way], most: int) -> list[Way]:
    found: list[Way] = []
    alike: dict[tuple[object, ...], int] = {}
    for way in sorted(ways, key=lambda each: each.cost):
        key = way.like()
        if alike.get(key, 0) < _ALIKE_MOST:
            alike[key] = alike.get(key, 0) + 1
            found.append(way)
            if len(found) >= most:
                break
    return found
