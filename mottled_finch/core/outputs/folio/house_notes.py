"""What differs between a page on the screen and its slide in a template of the house, in words."""

from ...common.language.english import joined, listed
from .pages import Folio, FolioPage


def house_notes(folio: Folio, page: FolioPage) -> list[str]:
    """Sentences on what the layout paints and we cannot, and on what it has no place for; none of a plain page."""
    layout = page.sheet.layout
    if layout is None:
        return []
    found = []
    if layout.unpainted:
        names, they = listed(layout.unpainted, "and"), "it is" if len(layout.unpainted) == 1 else "they are"
        found.append(f"Not shown here: {names} of the layout; {they} on the slide.")
    wanted = {"foot": ("the foot", bool(page.foot)), "number": ("the page number", folio.spec.numbers)}
    without = [words for name, (words, said) in wanted.items() if said and name not in layout.spots]
    if without:
        found.append(f'The layout "{layout.name}" has no place for {joined(without)}.')
    return found
