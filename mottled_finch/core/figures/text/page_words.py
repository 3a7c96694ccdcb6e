"""The words of the author around a figure, in full, with their live facts filled in."""

from dataclasses import dataclass

from ...common.language import language_of
from ...common.recipe.spec import Recipe
from ...common.wording.parts import default_title
from ..contents.facts import Facts, counted_in_caption
from .figures import default_caption


@dataclass(frozen=True, kw_only=True)
class PageWords:
    """What stands above the figure and below it; what there is none of is empty."""

    title: str
    subtitle: str
    caption: str
    source: str


def page_words(recipe: Recipe, facts: Facts) -> PageWords:
    """The words in the language of the page. Raises TableError for a live fact that the figure does not have."""
    words, language = recipe.words, language_of(recipe.page.language)
    title = default_title(recipe.pivot, language) if words.title is None else words.title
    caption = default_caption(recipe.pivot, facts.matrix, language) if words.caption is None else words.caption
    caption = facts.filled(caption, "words.caption")
    counted = counted_in_caption(recipe, facts.contents, language)
    return PageWords(
        title=facts.filled(title, "words.title"),
        subtitle=facts.filled(words.subtitle or "", "words.subtitle"),
        caption=f"{caption} {counted}" if caption and counted else caption or counted,
        source=facts.filled(words.source or "", "words.source"),
    )
