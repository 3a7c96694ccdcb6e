"""An average or a sum of a column that is an average itself: each of its numbers counts the same, however many it stands for."""

import re
from dataclasses import replace

from ...common.language.english import field_words
from ...common.recipe.conditions import MeasureSpec
from ...common.vocabulary import MEASURE_TERMS
from ...tables.table import Table
from .caution import Caution, Cure, Seen

_RATE = re.compile(
    r"\b(average|avg|mean|median|rate|ratio|share|percent|percentage|pct|index|score per)\b|%|\bper\b", re.IGNORECASE
)


def find(seen: Seen) -> Caution | None:
    measure = seen.recipe.pivot.measure
    if seen.recipe.pivot.correlate is not None or not MEASURE_TERMS[measure.take].weighs_alike or measure.of is None:
        return None
    name = field_words(measure.of)
    if not _RATE.search(name) or seen.figure.matrix.records.max(initial=0) < 2:
        return None
    cure = _as_ratio(seen, measure)
    advice = "" if cure else "; measure the ratio of what it was made from, if the table has it"
    return Caution(
        name="average_of_averages",
        words=f"“{name}” looks like an average or a rate, of which the {MEASURE_TERMS[measure.take].name} misleads{advice}.",
        cure=cure,
    )


def _as_ratio(seen: Seen, measure: MeasureSpec) -> Cure | None:
    """ "takings per passenger" is the ratio of takings to passengers, where the table has both."""
    parts = re.split(r"\s+per\s+", field_words(measure.of or ""), maxsplit=1)
    if len(parts) < 2:
        return None
    of, per = (_column(seen.figure.facts.table, part) for part in parts)
    if of is None or per is None:
        return None
    ratio = MeasureSpec(take="ratio", of=of, per=per)
    pivot = replace(seen.recipe.pivot, measure=ratio)
    return Cure(words=f"Measure {field_words(of)} per {field_words(per)}", recipe=replace(seen.recipe, pivot=pivot))


def _column(table: Table, words: str) -> str | None:
    """A column of numbers by its name in words, be it one or many."""
    plain = words.casefold().removesuffix("s")
    names = [column.name for column in table.columns if column.is_number]
    return next((name for name in names if field_words(name).casefold().removesuffix("s") == plain), None)
