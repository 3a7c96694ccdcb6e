"""A page without a ground whose words are light: on a white slide they are not seen."""

from dataclasses import replace

from ...colors.spaces import bytes_of, contrast
from ..scene.themes import LEAST_CONTRAST, theme_of
from .caution import Caution, Cure, Seen

WHITE = "#ffffff"


def find(seen: Seen) -> Caution | None:
    page = seen.recipe.page
    if not page.transparent:
        return None
    if float(contrast(bytes_of(theme_of(page).ink), bytes_of(WHITE))) >= LEAST_CONTRAST:
        return None
    return Caution(
        name="light_on_nothing",
        words="The page has no ground and its words are light: on a white slide they are not seen.",
        cure=Cure(words="Give it its ground", recipe=replace(seen.recipe, page=replace(page, transparent=False))),
    )
