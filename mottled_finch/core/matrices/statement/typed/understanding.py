"""A sentence as people type it in a hurry, understood as far as it can be: a pivot, what was taken for granted, what was left."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import islice, product

from ....common.errors import RecipeError
from ....common.recipe.spec import PivotSpec
from ....tables.table import Table
from ..read import read_statement
from ..tokens import MAX_STATEMENT, PLACE
from .chart import best_ways
from .clauses import Clauses
from .foreign import in_english
from .lexicon import Lexicon, lexicon_of
from .making import Made, made_of
from .others import Other, others_of
from .parts import Doubt, Skipped
from .trades import GENERIC
from .words import Word, keys_of, words_of

_SPELLINGS_MOST = 6
_CORRECTED = 0.4
_CLOSE = 0.2
"""Another reading that costs no more than this above the best is asked for."""
_OTHERS_MOST = 3


@dataclass(frozen=True, kw_only=True)
class Left:
    """Words that were not understood, where they stand in the text, and what may have been meant by them."""

    text: str
    start: int
    end: int
    nearest: tuple[str, ...]


@dataclass(frozen=True, kw_only=True)
class Understood:
    """What a sentence says. ``doubts`` is what was taken for granted, ``others`` what it could say as well."""

    pivot: PivotSpec
    left: tuple[Left, ...] = ()
    doubts: tuple[Doubt, ...] = ()
    others: tuple[Other, ...] = ()

    @property
    def sure(self) -> bool:
        """Whether nothing is asked back."""
        asked = any(other.asked for other in self.others)
        return not self.left and not asked and all(doubt.sure for doubt in self.doubts)


@dataclass(frozen=True)
class _Reading:
    cost: float
    made: Made
    left: tuple[tuple[int, int], ...]
    corrected: tuple[Doubt, ...]


def understand(text: str, table: Table, called: str = "") -> Understood:
    """What a sentence says of a table, as far as it can be understood. What the table is ``called`` is a word for its records.

    Raises RecipeError where nothing of it is.
    """
    if len(text) > MAX_STATEMENT:
        raise RecipeError(f"the statement has {len(text):,} characters; at most {MAX_STATEMENT:,} are read", path=PLACE)
    one_form = _in_one_form(text, table)
    if one_form is not None:
        return Understood(pivot=one_form)
    lexicon = lexicon_of(table, called)
    words = in_english(words_of(text), lexicon)
    readings = sorted(
        (each for keys, doubts in _spellings(words, lexicon) for each in _readings(text, words, keys, doubts, lexicon)),
        key=lambda each: each.cost,
    )
    if not readings:
        names = ", ".join(table.names[:6])
        raise RecipeError(f"nothing of it says what is to be shown; name a field, such as {names}", path=PLACE)
    best = readings[0]
    doubts = (*best.corrected, *best.made.doubts)
    near = [each.made.pivot for each in readings[1:] if each.cost <= best.cost + _CLOSE and each.made.pivot != best.made.pivot]
    others = others_of(best.made.pivot, near[:_OTHERS_MOST], doubts, lexicon)
    left = tuple(_left(text, words[start:end], lexicon) for start, end in best.left)
    return Understood(pivot=best.made.pivot, left=left, doubts=doubts, others=others)


def named_of(text: str, columns: Sequence[str]) -> int:
    """How many words of a sentence are words of these columns' names; what all sentences have does not count."""
    known = {key for name in columns for key in (*keys_of(name), "".join(keys_of(name)))}
    return len({key for key in keys_of(text) if key in known and len(key) > 1} - GENERIC)


def _in_one_form(text: str, table: Table) -> PivotSpec | None:
    try:
        return read_statement(text, table.names)
    except RecipeError:
        return None


def _spellings(words: Sequence[Word], lexicon: Lexicon) -> Iterator[tuple[list[str], tuple[Doubt, ...]]]:
    """The keys of the words, those that mean nothing as the ones they may be slips for."""
    keys = [word.key for word in words]
    slips = {
        i: near
        for i, word in enumerate(words)
        if word.kind == "word" and word.key not in lexicon.known and (near := lexicon.nearest(word.key))
    }
    slips = dict(islice(slips.items(), 12))
    yield keys, ()
    for chosen in islice(product(*slips.values()), _SPELLINGS_MOST) if slips else ():
        spelled = list(keys)
        for i, key in zip(slips, chosen, strict=True):
            spelled[i] = key
        yield spelled, tuple(Doubt(words=f"“{words[i].text}” is read as “{key}”") for i, key in zip(slips, chosen, strict=True))


def _readings(
    text: str, words: Sequence[Word], keys: Sequence[str], corrected: tuple[Doubt, ...], lexicon: Lexicon
) -> Iterator[_Reading]:
    for way in best_ways(Clauses(text, words, keys, lexicon)):
        parts = way.parts()
        made = made_of(parts, lexicon)
        if made is not None and not all(isinstance(part, Skipped) for part in parts):
            starts = [0, *(part.end for part in parts)]
            skipped = [(start, part) for start, part in zip(starts, parts, strict=False) if isinstance(part, Skipped)]
            left = tuple(_together(skipped))
            yield _Reading(way.cost + made.cost + _CORRECTED * len(corrected), made, left, corrected)


def _together(skipped: Sequence[tuple[int, Skipped]]) -> Iterator[tuple[int, int]]:
    """What was left over, word by word, with the words that lead it in: "by boat"."""
    begun, end, left = 0, -1, False
    for start, part in skipped:
        if start != end:
            if left:
                yield begun, end
            begun, left = start, False
        end, left = part.end, left or part.left
    if left:
        yield begun, end


def _left(text: str, words: Sequence[Word], lexicon: Lexicon) -> Left:
    """Words that were not understood, without marks around them, with the fields and members that are called most like them."""
    inner = [i for i, word in enumerate(words) if word.kind != "mark"]
    words = words[inner[0] : inner[-1] + 1] if inner else words
    start, end = words[0].start, words[-1].end
    return Left(text=text[start:end], start=start, end=end, nearest=lexicon.called_like(text[start:end]))
