"""Live facts in the words of a folio: {lateness.highest.row} is that of the plate called so, {highest.row} of the page's first."""

import re
from collections.abc import Iterator
from dataclasses import dataclass

from ...common.errors import RecipeError, did_you_mean
from ...common.vocabulary import FACT_TERMS

_NAMES = "|".join(sorted(map(re.escape, FACT_TERMS), key=len, reverse=True))
_BRACES = re.compile(r"\{([^{}]+)\}")
_FACT = re.compile(rf"(?:(?P<plate>.+?)\.)?(?P<fact>{_NAMES})")


@dataclass(frozen=True)
class Fact:
    """A fact as the words name it; ``plate`` is empty for the page's first one."""

    plate: str
    name: str


def split(text: str) -> Iterator[tuple[str, Fact | None]]:
    """The text in pieces, those in braces that name a fact with it."""
    start = 0
    for found in _BRACES.finditer(text):
        fact = fact_of(found[1])
        if fact is None:
            continue
        if found.start() > start:
            yield text[start : found.start()], None
        yield found[0], fact
        start = found.end()
    if start < len(text):
        yield text[start:], None


def fact_of(words: str) -> Fact | None:
    """The fact that words name, as they stand in braces."""
    found = _FACT.fullmatch(words)
    return Fact(found["plate"] or "", found["fact"]) if found else None


def check_facts(text: str, path: str, plates: list[str]) -> None:
    """Raises RecipeError for words in braces that look like a fact and name none, or one of a plate that is not there."""
    for words in _BRACES.findall(text):
        fact = fact_of(words)
        if fact is None and re.fullmatch(r"[\w -]+(?:\.[a-z]+)*", words):
            last = words.partition(".")[2] if words.partition(".")[0] in plates else words
            raise RecipeError(
                f'no live fact "{words}"; {did_you_mean(last, FACT_TERMS)}', path=path, received=words, allowed=FACT_TERMS
            )
        if fact and fact.plate and fact.plate not in plates:
            raise RecipeError(
                f'"{fact.plate}" in {{{words}}} is no plate of this folio; {did_you_mean(fact.plate, plates)}',
                path=path,
                received=fact.plate,
                allowed=plates,
            )
