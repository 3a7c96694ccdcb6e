"""What would mislead on a page of a folio, each with what cures it. ``FOLIO_CAUTIONS`` is the table a new one is entered in."""

import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

from ...common.errors import DrawError
from ...common.language.english import beginning, counted
from ...common.vocabulary import ARRANGEMENT_TERMS, NUMBER_FACTS
from ...figures.claims.titles import put_right, renamed, strays
from ...figures.figure.figure import Figure
from .pages import Claimed, Folio, FolioPage
from .sharing import alike, same_scale, why_not
from .spec import FolioClaimSpec, FolioPageSpec, FolioSpec


@dataclass(frozen=True, kw_only=True)
class FolioCure:
    """What is done in one action: its words, and the folio that is cured."""

    words: str
    folio: FolioSpec


@dataclass(frozen=True, kw_only=True)
class FolioCaution:
    """``page`` is its number, from 1."""

    name: str
    page: int
    words: str
    cures: tuple[FolioCure, ...] = ()


Found = Iterator[tuple[str, tuple[FolioCure, ...]]]
"""The words of cautions, each with its cures."""


def folio_cautions(folio: Folio) -> list[FolioCaution]:
    """All cautions, page by page."""
    return [
        FolioCaution(name=name, page=page.number, words=words, cures=cures)
        for page in folio.pages
        for name, find in FOLIO_CAUTIONS.items()
        for words, cures in find(folio, page)
    ]


def check_claims(folio: Folio, cure: str) -> None:
    """Raises DrawError while a claim does not hold: such a folio does not leave by itself. ``cure`` says what lets it."""
    broken = [(page, claim) for page in folio.pages for claim in page.claims if not claim.judged.holds]
    if broken:
        page, claim = broken[0]
        more = f", and {counted(len(broken) - 1, 'more claim')} {'does' if len(broken) == 2 else 'do'} not hold"
        raise DrawError(
            f"it claims that {claim.judged.words}, but {claim.judged.now}{more if len(broken) > 1 else ''}; correct the words, or "
            f"{cure}",
            path=f"page {page.number}",
        )


_LEAST_SIDE, _MUCH_LARGER = 3.0, 2.0
"""Points of a cell below which nothing can be told apart in it, unless it is no larger on a page of its own."""


def _broken_claim(folio: Folio, page: FolioPage) -> Found:
    own = 0
    for claim in page.claims:
        place, own = (own, own + 1) if claim.own is None else (None, own)
        if claim.judged.holds:
            continue
        said = "The headline" if claim.own is None else f"The title of {claim.plate}"
        words = f"{said} claims that {claim.judged.words}, but {claim.judged.now}."
        yield words, () if place is None else tuple(_mended_claim(folio, page, place, claim))


def _mended_claim(folio: Folio, page: FolioPage, place: int, claim: Claimed) -> Iterator[FolioCure]:
    claims = page.spec.claims
    figure = next((placed.figure for placed in page.placed if placed.name == claim.plate), None)
    right = put_right(figure, page.spec.headline, [claim.judged]) if figure and page.spec.headline else None
    if right is not None:
        headline, (says,) = right
        now = FolioClaimSpec(says=says, plate=claims[place].plate)
        made = (*claims[:place], now, *claims[place + 1 :])
        yield _cure("Claim what holds now, in the headline, too", folio, page, replace(page.spec, claims=made, headline=headline))
    if claim.judged.instead:
        now = FolioClaimSpec(says=claim.judged.instead, plate=claims[place].plate)
        yield _cure("Claim what holds now", folio, page, replace(page.spec, claims=(*claims[:place], now, *claims[place + 1 :])))
    yield _cure("Take the claim off", folio, page, replace(page.spec, claims=(*claims[:place], *claims[place + 1 :])))


def _headline_names(folio: Folio, page: FolioPage) -> Found:
    """The headline names a member, and all that it claims of that plate is about others."""
    own = [claim for claim in page.claims if claim.own is None]
    if not page.spec.headline or not all(claim.judged.holds for claim in own):
        return  # those that do not hold are told of first
    for name in dict.fromkeys(claim.plate for claim in own):
        figure = next((placed.figure for placed in page.placed if placed.name == name), None)
        says = tuple(claim.judged.words for claim in own if claim.plate == name)
        found = figure and strays(figure, page.spec.headline, says)
        if found:
            named, claimed = found
            right = replace(page.spec, headline=renamed(page.spec.headline, named, claimed))
            yield (
                f"The headline names “{named}”, and what it claims is about “{claimed}”.",
                (_cure(f"Name {claimed} in the headline", folio, page, right),),
            )


def _lost_plate(folio: Folio, page: FolioPage) -> Found:
    for lost in page.lost:
        without = tuple(name for name in page.spec.plates if name != lost.name)
        yield (
            f"{lost.name} cannot be made: {lost.why.rstrip('.')}.",
            (_cure("Take it off the page", folio, page, replace(page.spec, plates=without)),),
        )


def _lost_fact(_folio: Folio, page: FolioPage) -> Found:
    for fact in page.unsaid:
        yield f"{{{fact}}} has nothing to say any more: no plate has such a number or member.", ()


_NUMBER = re.compile(r"(?<![\w.,{])[+−-]?\d[\d.,  ’]*\d%?(?![\w}])|(?<![\w.,{])\d%?(?![\w}.,]\d)")


def _typed_number(folio: Folio, page: FolioPage) -> Found:
    """Numbers of words that are what a fact of a plate says, and will not follow it."""
    told = _told_numbers(page)
    for part in ("headline", "words"):
        text = getattr(page.spec, part) or ""
        for found in _NUMBER.finditer(text):
            fact = told.get(found[0].strip())
            if fact and not _within_braces(text, found.start()):
                live = text[: found.start()] + f"{{{fact}}}" + text[found.end() :]
                spec = replace(page.spec, headline=live) if part == "headline" else replace(page.spec, words=live)
                said = "The headline names" if part == "headline" else "The words name"
                yield f"{said} a number that moves: {found[0]}.", (_cure("Make it a live fact", folio, page, spec),)


def _told_numbers(page: FolioPage) -> dict[str, str]:
    """What the facts of the page's plates say that are numbers of more than one digit, each with its name."""
    found: dict[str, str] = {}
    for placed in page.placed:
        for name in sorted(NUMBER_FACTS):
            text = placed.figure.facts.text(name)
            if text and sum(mark.isdigit() for mark in text) > 1:
                found.setdefault(text, f"{placed.name}.{name}")
    return found


def _within_braces(text: str, at: int) -> bool:
    return text.rfind("{", 0, at) > text.rfind("}", 0, at)


def _two_scales(folio: Folio, page: FolioPage) -> Found:
    figures = [placed.figure for placed in page.placed]
    if len(figures) < 2:
        return
    if page.spec.share and page.apart:
        cure = _cure("Let each have its own", folio, page, replace(page.spec, share=False))
        yield f"The plates cannot share one scale: {page.apart.rstrip('.')}.", (cure,)
    elif not page.spec.share and alike(figures) and not same_scale(figures) and not why_not(figures):
        cure = _cure("Let them share it", folio, page, replace(page.spec, share=True))
        yield "The plates show the same measure on scales of their own, so that one color means two numbers.", (cure,)
    elif page.spec.share and not alike(figures):
        cure = _cure("Let each have its own", folio, page, replace(page.spec, share=False))
        yield "The plates share a scale and show different measures.", (cure,)


def _cut_words(_folio: Folio, page: FolioPage) -> Found:
    if page.title_cut:
        yield "The headline is longer than its room; shorten it.", ()
    if page.words.cut:
        yield f"{counted(page.words.cut, 'line')} of the words {'has' if page.words.cut == 1 else 'have'} no room.", ()


def _empty_room(folio: Folio, page: FolioPage) -> Found:
    if page.empty:
        fits = next((name for name, term in ARRANGEMENT_TERMS.items() if term.plates == len(page.placed) and page.placed), "")
        cures = (_cure("Arrange it for those there are", folio, page, replace(page.spec, arrange=fits)),) if fits else ()
        yield f"There is room for {counted(len(page.empty), 'more plate')}.", cures


def _cramped(folio: Folio, page: FolioPage) -> Found:
    """Plates whose cells are lines here, and are not where these have a page of their own."""
    for place, placed in enumerate(page.placed):
        here, alone = placed.figure.scene.grid, folio.figures[placed.name]
        there = alone.scene.grid if isinstance(alone, Figure) else None
        if here is None or there is None:
            continue
        side = min(here.cell_width, here.cell_height)
        if side < _LEAST_SIDE and side * _MUCH_LARGER <= min(there.cell_width, there.cell_height):
            words = f"{beginning(placed.name)} has too little room here: its cells are {side:.2g} points high or wide."
            yield words, (_apart(folio, page, place),) if len(page.placed) > 1 else ()


def _apart(folio: Folio, page: FolioPage, place: int) -> FolioCure:
    """One of its plates on the page after it, and the page arranged for those that are left."""
    name = page.placed[place].name
    left = [each for each in page.spec.plates if each]
    left.remove(name)
    fits = next((each for each, term in ARRANGEMENT_TERMS.items() if term.plates == len(left)), page.spec.arrange)
    stays = replace(page.spec, plates=tuple(left), arrange=fits, share=page.spec.share and len(left) > 1)
    pages = folio.spec.pages
    alone = FolioPageSpec(plates=(name,), layout=page.spec.layout)
    anew = (*pages[: page.number - 1], stays, alone, *pages[page.number :])
    return FolioCure(words="Give it a page of its own", folio=replace(folio.spec, pages=anew))


FOLIO_CAUTIONS: dict[str, Callable[[Folio, FolioPage], Found]] = {
    "broken_claim": _broken_claim,
    "headline_names": _headline_names,
    "lost_plate": _lost_plate,
    "lost_fact": _lost_fact,
    "typed_number": _typed_number,
    "two_scales": _two_scales,
    "cut_words": _cut_words,
    "cramped": _cramped,
    "empty_room": _empty_room,
}


def _cure(words: str, folio: Folio, page: FolioPage, cured: FolioPageSpec) -> FolioCure:
    pages = folio.spec.pages
    return FolioCure(words=words, folio=replace(folio.spec, pages=(*pages[: page.number - 1], cured, *pages[page.number :])))
