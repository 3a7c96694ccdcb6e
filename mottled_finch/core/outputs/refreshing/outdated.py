"""Words of a slide that name what a figure no longer says. They are people's, and stay as they are; it is told."""

import re
from collections.abc import Callable, Iterable, Iterator

from ...figures.figure.figure import Figure
from ..folio.facts import fact_of
from ..folio.spec import FolioPageSpec, FolioSpec
from ..folio.words import Block, blocks_of, filled, plain
from .found import Found

Figures = Callable[[str], Figure | None]
_LEAST = 3
"""Letters beside the facts: what has fewer could be anything."""
_SHOWN_MOST = 90


def stale_words(found: Found, before: Iterable[Found], folio: FolioSpec | None, figures: Figures) -> tuple[str, ...]:
    """Sentences about words on the slide of a figure that were made with live facts, are as they were made, and would be others
    now. What also stands with a figure ``before`` it is told with that, such as the foot of all slides.
    """
    if not found.words:
        return ()
    known = {words for each in before for words in each.words}
    made = [*_of_folio(folio, found.plate, figures)] if folio else [*_titles(figures(found.plate), found.plate, figures)]
    told = []
    for former, now in made:
        for words in found.words:
            if words in known:
                continue
            squeezed = _squeezed(words)
            if squeezed != _squeezed(now) and former.fullmatch(squeezed):
                told.append(f"the slide still says “{_cut(words)}”, which is “{_cut(now)}” now")
    return tuple(dict.fromkeys(told))


def _of_folio(folio: FolioSpec, plate: str, figures: Figures) -> Iterator[tuple[re.Pattern[str], str]]:
    for page in folio.pages:
        if plate in page.plates:
            first = next(iter(name for name in page.plates if name), "")
            if page.headline is None:
                yield from _titles(figures(first), first, figures)
            yield from _with_facts(_blocks(page, folio.footer), first, figures)


def _blocks(page: FolioPageSpec, footer: str) -> tuple[Block, ...]:
    lines = (Block(kind="paragraph", runs=plain(text)) for text in (page.headline, footer) if text)
    return (*lines, *blocks_of(page.words))


def _titles(figure: Figure | None, plate: str, figures: Figures) -> Iterator[tuple[re.Pattern[str], str]]:
    if figure is not None:
        words = figure.recipe.words
        texts = [text for text in (words.title, words.subtitle) if text]
        yield from _with_facts(tuple(Block(kind="paragraph", runs=plain(text)) for text in texts), plate, figures)


def _with_facts(blocks: tuple[Block, ...], plate: str, figures: Figures) -> Iterator[tuple[re.Pattern[str], str]]:
    """Of each block with live facts what it may have said before, without its blanks, and what it says now."""

    def told(words: str) -> str | None:
        fact = fact_of(words)
        figure = figures(fact.plate or plate) if fact else None
        return figure.facts.text(fact.name) if fact and figure else None

    for block, now in zip(blocks, filled(blocks, told), strict=True):
        facts = [run.fact for run in block.runs if run.fact]
        beside = "".join(_squeezed(run.text) for run in block.runs if not run.fact)
        if facts and len(beside) >= _LEAST and all(told(fact) is not None for fact in facts):
            pattern = "".join(".+?" if run.fact else re.escape(_squeezed(run.text)) for run in block.runs)
            yield re.compile(pattern, re.DOTALL), " ".join(now.text.split())


def _squeezed(text: str) -> str:
    return "".join(text.split())


def _cut(text: str) -> str:
    return text if len(text) <= _SHOWN_MOST else text[: _SHOWN_MOST - 1] + "…"
