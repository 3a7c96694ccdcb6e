"""What a sentence could say as well: other readings that are as likely, and what was taken for granted turned round."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, fields, is_dataclass, replace
from typing import Any

from ....common.language.english import joined
from ....common.recipe.spec import PivotSpec
from ..write import clauses_of
from .lexicon import Lexicon
from .parts import Doubt

_MOST = 4


@dataclass(frozen=True, kw_only=True)
class Other:
    """Another pivot, with what it says otherwise. ``asked`` says that it is as likely as the one that was taken."""

    words: str
    pivot: PivotSpec
    asked: bool


def others_of(best: PivotSpec, readings: Sequence[PivotSpec], doubts: Sequence[Doubt], lexicon: Lexicon) -> tuple[Other, ...]:
    names = list(lexicon.columns)
    found: list[Other] = []
    for pivot, asked in [*((each, True) for each in readings), *((each, False) for each in _turned(best, doubts, lexicon))]:
        words = _difference(best, pivot, names)
        if words and pivot != best and all(each.pivot != pivot for each in found):
            found.append(Other(words=words, pivot=pivot, asked=asked))
    return tuple(found[:_MOST])


def _turned(best: PivotSpec, doubts: Sequence[Doubt], lexicon: Lexicon) -> Iterator[PivotSpec]:
    """What was taken for granted, as it could be meant instead."""
    for doubt in doubts:
        measure = best.measure
        if doubt.kind == "take" and measure.of == doubt.field and measure.take in ("sum", "average"):
            yield replace(best, measure=replace(measure, take="average" if measure.take == "sum" else "sum"))
        if doubt.kind == "moment":
            for name in lexicon.moments:
                if name != doubt.field:
                    yield _with_field(best, doubt.field, name)


def _with_field(spec: Any, old: str, new: str) -> Any:
    """A part of a recipe with one field in place of another."""
    if is_dataclass(spec) and not isinstance(spec, type):
        changed = {}
        for each in fields(spec):
            value = getattr(spec, each.name)
            changed[each.name] = new if each.name == "field" and value == old else _with_field(value, old, new)
        return replace(spec, **changed)
    return tuple(_with_field(each, old, new) for each in spec) if isinstance(spec, tuple) else spec


def _difference(best: PivotSpec, other: PivotSpec, names: list[str]) -> str:
    """What the other says otherwise, in the words of the statement."""
    mine, its = clauses_of(best, names), clauses_of(other, names)
    unlike = [words for part, words in its.items() if words and words != mine.get(part)]
    gone = [f"not {words}" for part, words in mine.items() if words and not its.get(part)]
    return joined([*unlike, *gone][:3])
