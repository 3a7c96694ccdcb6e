"""What was done to a folio, in words, for its history."""

from dataclasses import fields

from ...common.vocabulary import ARRANGEMENT_TERMS
from .spec import FolioPageSpec, FolioSpec


def name_change(before: FolioSpec, after: FolioSpec) -> str:
    """One short sentence of what differs; the first thing, where several do."""
    if before.pages != after.pages:
        return _of_pages(before.pages, after.pages)
    if before.title != after.title:
        return f"Title set to “{after.title}”" if after.title else "Title taken off"
    if before.page != after.page:
        return _of_page_setting(before, after)
    if before.plates != after.plates:
        return _of_plates(before, after)
    for name, words in (("footer", "Foot written"), ("numbers", "Page numbers"), ("contents", "Contents")):
        if getattr(before, name) != getattr(after, name):
            now = getattr(after, name)
            return words if isinstance(now, str) else f"{words} {'shown' if now else 'taken off'}"
    return "Folio changed"


def _of_pages(before: tuple[FolioPageSpec, ...], after: tuple[FolioPageSpec, ...]) -> str:
    if len(after) == len(before) + 1:
        at = next((i for i, page in enumerate(before) if page != after[i]), len(before))
        return f"Page {at + 1} added: {ARRANGEMENT_TERMS[after[at].arrange].said}"
    if len(after) == len(before) - 1:
        at = next((i for i, page in enumerate(after) if page != before[i]), len(after))
        return f"Page {at + 1} taken out"
    if len(after) == len(before):
        differing = [i for i, (one, other) in enumerate(zip(before, after, strict=True)) if one != other]
        if len(differing) == 1:
            return _of_one(before[differing[0]], after[differing[0]], differing[0] + 1)
        moved = _moved(before, after, differing)
        if moved:
            return moved
    return "Pages changed"


def _moved(before: tuple[FolioPageSpec, ...], after: tuple[FolioPageSpec, ...], differing: list[int]) -> str:
    """Whether one page went to another place, the others in their order."""
    first, last = differing[0], differing[-1]
    left = [page for i, page in enumerate(before) if i != first]
    if (*left[:last], before[first], *left[last:]) == after:
        return f"Page {first + 1} moved to {last + 1}"
    left = [page for i, page in enumerate(before) if i != last]
    if (*left[:first], before[last], *left[first:]) == after:
        return f"Page {last + 1} moved to {first + 1}"
    return ""


def _of_one(before: FolioPageSpec, after: FolioPageSpec, number: int) -> str:
    said = {
        "arrange": lambda: f"Page {number} arranged as {ARRANGEMENT_TERMS[after.arrange].said}",
        "headline": lambda: (
            f"Headline of page {number} set to “{after.headline}”" if after.headline else f"Headline of page {number}"
        ),
        "words": lambda: f"Words of page {number} written",
        "plates": lambda: f"Plates of page {number} changed",
        "share": lambda: f"Plates of page {number} {'share one scale' if after.share else 'have scales of their own'}",
        "claims": lambda: f"Claims of page {number} changed",
        "notes": lambda: f"Notes of page {number} written",
        "layout": lambda: f"Page {number} laid in “{after.layout or 'the usual layout'}”",
    }
    for each in fields(FolioPageSpec):
        if getattr(before, each.name) != getattr(after, each.name):
            return said[each.name]()
    return "Folio changed"


def _of_page_setting(before: FolioSpec, after: FolioSpec) -> str:
    for name, words in (("template", "Template changed"), ("theme", "Theme changed"), ("language", "Language changed")):
        if getattr(before.page, name) != getattr(after.page, name):
            return words
    if (before.page.width, before.page.height) != (after.page.width, after.page.height):
        return f"Pages of {after.page.width} by {after.page.height} points"
    return "Pages set anew"


def _of_plates(before: FolioSpec, after: FolioSpec) -> str:
    added = [name for name in after.plates if name not in before.plates]
    gone = [name for name in before.plates if name not in after.plates]
    if len(added) == len(gone) == 1:
        return f"Plate {gone[0]} called {added[0]}"
    return f"Plate {added[0]} taken in" if added else f"Plate {gone[0]} taken out" if gone else "Plates changed"
