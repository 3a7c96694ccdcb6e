"""What stands at a place of a sentence: fixed words, fields, members. Everything else is read from these."""

from collections.abc import Callable, Iterator, Sequence
from typing import Any, TypeVar

from ....tables.table import Kind
from .lexicon import UNIT_LEFT, WHOLE, Lexicon, Member, Named
from .phrases import LONGEST, PHRASES
from .trades import GENERIC
from .words import Word

_MEMBER_WORDS = 7
_ABSORBED, _TO_THE_LETTER = 0.15, 0.1
_WORD_OF_MEMBER = 0.45
T = TypeVar("T")


def kept_by_place(read: Callable[[Any, int], Iterator[T]]) -> Callable[[Any, int], list[T]]:
    """Each place is read once, whatever asks for it."""
    name = read.__name__

    def found(self: Any, i: int) -> list[T]:
        known: dict[int, list[T]] = self.kept.setdefault(name, {})
        if i not in known:
            known[i] = list(read(self, i))
        return known[i]

    return found


class Reading:
    """A sentence with what its words can name. ``keys`` are those of the words, spelled as they are taken."""

    def __init__(self, text: str, words: Sequence[Word], keys: Sequence[str], lexicon: Lexicon) -> None:
        self.text, self.words, self.keys, self.lexicon = text, words, keys, lexicon
        self.kept: dict[str, dict[int, Any]] = {}
        self._said: dict[int, dict[str, list[tuple[int, Any]]]] = {}

    def key(self, i: int) -> str:
        return self.keys[i] if i < len(self.keys) else ""

    @kept_by_place
    def tags(self, i: int) -> Iterator[tuple[int, str, Any]]:
        """The fixed words from here on, the longest first: where they end, their tag and what they stand for."""
        for size in range(min(LONGEST, len(self.keys) - i), 0, -1):
            for tag, value in PHRASES.get(tuple(self.keys[i : i + size]), ()):
                yield i + size, tag, value

    def said(self, i: int, tag: str) -> Sequence[tuple[int, Any]]:
        """Where fixed words of one tag end that stand here, the longest first, with what they stand for."""
        known = self._said.get(i)
        if known is None:
            known = self._said[i] = {}
            for end, found, value in self.tags(i):
                known.setdefault(found, []).append((end, value))
        return known.get(tag, ())

    def longest(self, i: int, tag: str) -> tuple[int, Any] | None:
        return next(iter(self.said(i, tag)), None)

    @kept_by_place
    def fields(self, i: int) -> Iterator[tuple[int, Named]]:
        """The fields that words from here on may stand for."""
        if i >= len(self.words) or self.words[i].kind == "mark":
            return
        start = i + 1 if self.key(i) == "the" and not self.lexicon.fields.get("the") else i
        if self.words[i].kind == "quoted" and self.words[i].text in self.lexicon.columns:
            yield i + 1, Named(self.words[i].text, WHOLE)
            return
        together, end = "", start
        ends: list[tuple[int, Named]] = []
        opened = False
        while end < len(self.words) and end - start < self.lexicon.longest + 2 * opened and self.words[end].kind != "quoted":
            if self.words[end].kind == "mark":
                if self.keys[end] not in ("(", "%", "&") or opened:
                    break
                opened, end = self.keys[end] == "(", end + 1
                continue
            together += self.keys[end]
            end += 1
            at = end + 1 if opened and self.key(end) == ")" else end
            ends += [(at, self._as_it_is(start, end, named)) for named in self.lexicon.fields.get(together, ())]
        exact = {(at, named.field) for at, named in ends}
        for at, named in ends:
            yield at, named
            if self.key(at) in GENERIC - {"of", "per", "in", "by", "on", "at", "the", "and"} and (at + 1, named.field) not in exact:
                yield at + 1, Named(named.field, named.cost + _ABSORBED)
        if not ends and self.words[start].kind == "word" and self.keys[start] not in self.lexicon.record_words:
            yield from ((start + 1, named) for named in self.lexicon.rooted(self.keys[start]))

    def _as_it_is(self, start: int, end: int, named: Named) -> Named:
        """A field that is called to the letter as it is typed comes before one that only sounds so: "engine" before "engines"."""
        typed = self.text[self.words[start].start : self.words[end - 1].end].casefold().replace("_", " ")
        if named.cost <= UNIT_LEFT and typed == named.field.casefold().replace("_", " "):
            return Named(named.field, named.cost - _TO_THE_LETTER)
        return named

    def numbers(self, i: int) -> Iterator[tuple[int, Named]]:
        for end, named in self.fields(i):
            if self.lexicon.columns[named.field].is_number:
                yield end, named

    def of_kind(self, i: int, *kinds: Kind) -> Iterator[tuple[int, Named]]:
        for end, named in self.fields(i):
            if self.lexicon.columns[named.field].kind in kinds:
                yield end, named

    @kept_by_place
    def members(self, i: int) -> Iterator[tuple[int, Member, float]]:
        """The members that words from here on name, with what it costs: short ones must be written as they are."""
        if i >= len(self.words) or self.words[i].kind == "mark":
            return
        start = i + 1 if self.key(i) == "the" else i
        together, end, found = "", start, []
        while end < len(self.words) and end - start < _MEMBER_WORDS and self.words[end].kind != "mark":
            together += self.keys[end]
            end += 1
            for place, member in enumerate(self.lexicon.members.get(together, ())):
                if self.lexicon.columns[member.field].kind is not Kind.YES_NO:
                    found.append((end, member, 0.02 * place + self._doubt_of(start, end, member)))
        yield from reversed(found)

    def _doubt_of(self, start: int, end: int, member: Member) -> float:
        if not member.whole:
            return _WORD_OF_MEMBER
        typed = self.words[start].text
        if end - start > 1 or self.words[start].kind == "quoted" or typed == member.label:
            return 0.0
        if len(typed) <= 2:
            return 0.5
        return 0.0 if self.words[start].kind == "word" else 0.4

    def number(self, i: int) -> tuple[int, float, bool] | None:
        """A number, with whether percents are meant."""
        at = i + 1 if self.key(i) in ("€", "$", "£") else i
        if at >= len(self.words) or self.words[at].kind != "number":
            return None
        percent = self.longest(at + 1, "per cent")
        return (percent[0], self.words[at].value, True) if percent else (at + 1, self.words[at].value, False)
