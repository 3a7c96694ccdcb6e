"""Plates that shared one scale on the page that they left on share it where they stand now."""

from collections import Counter
from collections.abc import Mapping, Sequence

from ...common.errors import TableError
from ...figures.figure.figure import Figure
from ..folio.rooms import ROOMS
from ..folio.sharing import shared, why_not
from ..folio.spec import FolioPageSpec, FolioSpec
from .found import Found

Figures = Mapping[str, Figure]


def on_their_scales(found: Sequence[Found], figures: Figures, folio: FolioSpec | None) -> dict[int, Figure]:
    """The figure of each place in a file, by its number there, of those that could be made: on the scale that plates of the folio's
    page share, where the slide is of one that does. Others are as they are.
    """
    made = {number: figures[each.plate] for number, each in enumerate(found) if each.plate in figures}
    slides: dict[str, list[int]] = {}
    for number in made:
        slides.setdefault(found[number].part, []).append(number)
    for numbers in slides.values():
        page = _page_of([found[number].plate for number in numbers], folio) if folio else None
        if page is not None:
            made.update(_shared(page, numbers, found, figures))
    return made


def _page_of(plates: Sequence[str], folio: FolioSpec) -> FolioPageSpec | None:
    """The page whose plates stand on a slide, if they share: that with just these, or with these and some that were taken away."""
    there = Counter(plates)
    named = [(page, Counter(name for name in page.plates if name)) for page in folio.pages]
    same = [page for page, names in named if names == there]
    more = [page for page, names in named if not there - names]
    page = next(iter(same or more), None)
    return page if page is not None and page.share and sum(Counter(page.plates).values()) > 1 else None


def _shared(page: FolioPageSpec, numbers: Sequence[int], found: Sequence[Found], figures: Figures) -> dict[int, Figure]:
    """The figures of a slide, from those of all plates of its page, of which some may stand there no more."""
    rooms = ROOMS[page.arrange]((0.0, 0.0, 1000.0, 1000.0), 0.0)
    names = [(place, name) for place, name in enumerate(page.plates) if name in figures]
    together = [figures[name] for _, name in names]
    if len(together) < 2 or why_not(together):
        return {}
    keyed = next((i for i, (place, _) in enumerate(names) if place == rooms.keyed), 0)
    try:
        left = list(zip((name for _, name in names), shared(together, keyed), strict=True))
    except TableError:  # the ends of the first do not fit the values of the others any more
        return {}
    made = {}
    for number in numbers:
        at = next((i for i, (name, _) in enumerate(left) if name == found[number].plate), None)
        if at is not None:
            made[number] = left.pop(at)[1]
    return made
