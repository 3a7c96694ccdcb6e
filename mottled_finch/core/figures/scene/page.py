"""The page while it fills: shapes placed so far, the room that is left, and the words above and below the figure."""

from collections.abc import Collection, Sequence

import numpy as np
from numpy.typing import NDArray

from ...common.language import language_of
from ...common.recipe.spec import Recipe
from ..contents.facts import Facts
from ..text.page_words import page_words
from .shapes import Box, Hatching, Line, Part, Text, Weight
from .sizes import sizes_of
from .themes import theme_of
from .type import Typeface


class Page:
    """Shapes placed so far, in a language and a typeface, and the room left: ``left`` to ``right``, ``top`` to ``bottom``."""

    def __init__(self, recipe: Recipe, facts: Facts, typeface: Typeface, outside: Collection[Part] = ()) -> None:
        """``recipe`` says which page it is; all else of the figure is that of its facts."""
        self.recipe, self.facts = recipe, facts
        self.matrix, self.coloring, self.contents = facts.matrix, facts.coloring, facts.contents
        self.language, self.typeface = language_of(recipe.page.language), typeface
        self.outside = outside
        """The parts whose words stand elsewhere, and are not placed."""
        self.words = page_words(recipe, facts)
        self.theme = theme_of(recipe.page)
        self.sizes = sizes_of(recipe.page)
        self.texts: list[Text] = []
        self.boxes: list[Box] = []
        self.hatchings: list[Hatching] = []
        self.lines: list[Line] = []
        self.left = self.sizes.margin
        self.right = recipe.page.width - self.sizes.margin
        self.top = self.sizes.margin
        self.bottom = recipe.page.height - self.sizes.margin
        self.style = facts.contents.style
        self.print_widths: NDArray[np.float64] | None = None
        """How wide printed values are at a size of 1, once that was asked for."""
        self.cell_gap = 0.0
        """What is left open between two cells, once their size is known."""


def place_words(page: Page) -> None:
    words, sizes, theme = page.words, page.sizes, page.theme
    if "title" not in page.outside:
        _words_from_top(page, "title", words.title, sizes.title, 600, theme.ink, lines=2)
    if "subtitle" not in page.outside:
        _words_from_top(page, "subtitle", words.subtitle, sizes.subtitle, 400, theme.quiet, lines=2)
    page.top += round(sizes.head * 0.8) if page.texts else 0
    if "caption" not in page.outside:
        lines_from_below(page, "caption", _wrapped(page, words.caption, 3) + _wrapped(page, words.source, 2))


def lines_from_below(page: Page, part: Part, lines: Sequence[str]) -> None:
    """Small lines of words at the foot of what is left of the page."""
    size = page.sizes.caption
    for i, line in enumerate(reversed(lines)):
        y = page.bottom - i * round(size * 1.4)
        length = page.typeface.width_of(line, size)
        page.texts.append(Text(part=part, x=page.left, y=y, text=line, size=size, ink=page.theme.quiet, length=length))
    page.bottom -= round(len(lines) * size * 1.4 + page.sizes.head * 0.5) if lines else 0


def _wrapped(page: Page, words: str, lines: int) -> list[str]:
    return page.typeface.wrap(words, page.right - page.left, page.sizes.caption, lines) if words else []


def _words_from_top(page: Page, part: Part, words: str, size: float, weight: Weight, ink: str, *, lines: int) -> None:
    for line in page.typeface.balanced(words, page.right - page.left, size, lines, weight):
        y = page.top + round(size * 0.86)
        page.texts.append(Text(part=part, x=page.left, y=y, text=line, size=size, weight=weight, ink=ink))
        page.top += round(size * 1.3)


def say_nothing_is_kept(page: Page) -> None:
    middle = (page.top + page.bottom) / 2
    words = page.language.say("nothing")
    for i, line in enumerate(page.typeface.wrap(words, page.right - page.left, page.sizes.subtitle, lines=4)):
        y = middle + i * round(page.sizes.subtitle * 1.4)
        page.texts.append(
            Text(
                part="cells",
                x=(page.left + page.right) / 2,
                y=y,
                text=line,
                size=page.sizes.subtitle,
                ink=page.theme.quiet,
                anchor="middle",
            )
        )
