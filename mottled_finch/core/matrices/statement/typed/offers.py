"""Words that may stand next in a sentence: fields, members, and what can follow."""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import islice

import numpy as np

from ....tables.table import Kind, Table, entry_texts
from ..names import quoted
from .lexicon import Lexicon, lexicon_of, plain_words
from .phrases import PHRASES
from .words import Word, key_of, words_of

_MOST = 8
_WORDS_MOST = 3
_BEGINNINGS = ("average", "total", "number of records", "share of", "top 5")
_AFTER_MEASURE = ("by", "as share of the total", "where")
_AFTER_LEVEL = ("and", "where", "excluding", "highest first", "as share of the row", "vs last year", "with totals")
_CUTS = ("month", "weekday", "quarter", "year", "hour", "week")
_SINCE = ("last 3 months", "this year", "last year")


_FIXED = (
    *_BEGINNINGS,
    *_AFTER_MEASURE,
    *_AFTER_LEVEL,
    *_CUTS,
    *_SINCE,
    *("median", "largest", "smallest", "standard deviation of", "distinct", "bottom 3", "lowest first", "without"),
)


@dataclass(frozen=True, kw_only=True)
class Offer:
    """A word that may stand next, in place of what stands from ``start`` on."""

    text: str
    start: int


def offered(text: str, table: Table, called: str = "") -> tuple[Offer, ...]:
    """What may stand next, the likeliest first: what begins as the last words do or, behind a blank, what can follow there."""
    lexicon, words = lexicon_of(table, called), words_of(text)
    if text and not text[-1].isspace() and words:
        return tuple(islice(_completed(words, lexicon), _MOST))
    follows = dict.fromkeys(_following(words, lexicon))
    return tuple(Offer(text=each, start=len(text)) for each in islice(follows, _MOST))


def _completed(words: list[Word], lexicon: Lexicon) -> Iterator[Offer]:
    """Names that begin as the last words do, those of the most words first, and of these what can follow there."""
    seen: set[str] = set()
    for count in range(min(_WORDS_MOST, len(words)), 0, -1):
        begun = plain_words(" ".join(word.text for word in words[-count:]))
        follows = [name for name in _following(words[:-count], lexicon) if plain_words(name).startswith(begun)]
        for name in (*follows, *_beginning(begun, lexicon)):
            if name not in seen and plain_words(name) != begun:
                seen.add(name)
                yield Offer(text=name, start=words[-count].start)


def _beginning(begun: str, lexicon: Lexicon) -> Iterator[str]:
    """Fields, fixed words and members that begin so."""
    yield from (name for name in (*lexicon.columns, *_FIXED) if plain_words(name).startswith(begun))
    yield from map(_typed, lexicon.members_beginning(begun))


def _following(words: list[Word], lexicon: Lexicon) -> Iterator[str]:
    """What can follow these words."""
    if not words:
        yield from _BEGINNINGS[:3]
        yield from _numbers(lexicon)
        yield from _BEGINNINGS[3:]
        return
    tags = _last_tags(words)
    if "against" in tags and words[-1].key != "by":
        yield from ("last year", "last month")
        yield from _numbers(lexicon)
    elif tags & {"by", "top"} or "and" in tags:
        yield from _sides(words, lexicon)
    elif tags & {"take", "share", "percentile", "ratio of"}:
        yield from _numbers(lexicon)
    elif tags & {"where", "or"}:
        yield from _members(lexicon)
        yield from _SINCE
    elif "order" in tags:
        yield from ("total", "name")
    elif "sign" in tags:
        yield from _members(lexicon)
    elif _is_number(words[-1], lexicon):
        yield from _AFTER_MEASURE
    else:
        yield from _AFTER_LEVEL
        yield "by"


def _last_tags(words: list[Word]) -> set[str]:
    for size in range(min(3, len(words)), 0, -1):
        found = PHRASES.get(tuple(word.key for word in words[-size:]))
        if found:
            return {tag for tag, _ in found} | ({"and"} if words[-1].key in ("and", ",") else set())
    return set()


def _is_number(word: Word, lexicon: Lexicon) -> bool:
    return any(lexicon.columns[named.field].is_number for named in lexicon.fields.get(word.key, ()))


def _numbers(lexicon: Lexicon) -> Iterator[str]:
    yield from (name for name in lexicon.numbers if lexicon.measurable(name))


def _sides(words: list[Word], lexicon: Lexicon) -> Iterator[str]:
    """Fields of few members, parts of time; none that is said already."""
    said = {word.key for word in words}
    for name, column in lexicon.columns.items():
        few = column.kind in (Kind.CATEGORY, Kind.YES_NO) and column.distinct <= 200
        if (few or name in lexicon.years) and not set(lexicon.keys[name]) <= said:
            yield name
    if lexicon.moments:
        yield from (cut for cut in _CUTS if key_of(cut) not in said)


def _members(lexicon: Lexicon) -> Iterator[str]:
    """The commonest members of the fields of few."""
    fields = [column for column in lexicon.columns.values() if column.kind is Kind.CATEGORY and 2 <= column.distinct <= 40]
    ranked = [(entry_texts(column), np.argsort(-column.counts[1:], kind="stable") + 1) for column in fields]
    for place in range(3):
        for texts, order in ranked:
            if place < len(order):
                yield _typed(texts[order[place]])


def _typed(label: str) -> str:
    """A member as it is typed: in quotation marks where its words could be taken for others."""
    keys = [word.key for word in words_of(label) if word.kind != "mark"]
    plain = len(label) > 2 and not set('",;()') & set(label) and not any((key,) in PHRASES for key in keys)
    return label if plain else quoted(label)
