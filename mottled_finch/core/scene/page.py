"""The page while it fills: marks placed so far, the room that is left, and the words above and below the figure."""

from dataclasses import dataclass

import numpy as np

from ..color.coloring import Coloring
from ..pivot import Matrix
from ..recipe.spec import Recipe
from ..words import default_caption, default_title, style_of, with_facts
from .marks import Box, Hatching, Line, Part, Text, Weight
from .type import wrap

INK, QUIET, BAND = "#1d211a", "#5f6359", "#f4f3ef"
BRACKET, TREE = "#b9bab2", "#7d8177"
ALL = "All"


@dataclass(frozen=True, kw_only=True)
class Sizes:
    """Type sizes and distances, all growing with the page."""

    margin: float
    title: float
    subtitle: float
    head: float
    caption: float
    band_gap: float
    widest_cell: float
    highest_cell: float


def _sizes(width: int, height: int) -> Sizes:
    # Gently: a half slide is read from as far away as a whole one.
    grow = min(1.7, max(0.7, (width * height / (960 * 540)) ** 0.25))
    return Sizes(
        margin=round(26 * grow),
        title=round(40 * grow) / 2,
        subtitle=round(26 * grow) / 2,
        head=round(24 * grow) / 2,
        caption=round(21 * grow) / 2,
        band_gap=max(4, round(8 * grow)),
        widest_cell=round(170 * grow),
        highest_cell=round(84 * grow),
    )


class Page:
    """Marks placed so far, and the room left between ``left`` and ``right``, ``top`` and ``bottom``."""

    def __init__(self, recipe: Recipe, matrix: Matrix, coloring: Coloring) -> None:
        self.recipe, self.matrix, self.coloring = recipe, matrix, coloring
        self.sizes = _sizes(recipe.page.width, recipe.page.height)
        self.texts: list[Text] = []
        self.boxes: list[Box] = []
        self.hatchings: list[Hatching] = []
        self.lines: list[Line] = []
        self.left = self.sizes.margin
        self.right = recipe.page.width - self.sizes.margin
        self.top = self.sizes.margin
        self.bottom = recipe.page.height - self.sizes.margin
        self.style = style_of(recipe, matrix)
        self.cell_gap = 0
        """What is left open between two cells, once their size is known."""

    def number(self, value: float) -> str:
        return "" if np.isnan(value) else self.style.text(value)


def place_words(page: Page) -> None:
    words, sizes = page.recipe.words, page.sizes
    title = default_title(page.recipe.pivot) if words.title is None else words.title
    _words_from_top(page, "title", title, sizes.title, 600, INK, lines=2)
    _words_from_top(page, "subtitle", words.subtitle or "", sizes.subtitle, 400, QUIET, lines=2)
    page.top += round(sizes.head * 0.8) if page.texts else 0
    caption = default_caption(page.recipe.pivot, page.matrix) if words.caption is None else words.caption
    lines = wrap(with_facts(caption, page.matrix), page.right - page.left, sizes.caption, lines=3)
    for i, line in enumerate(reversed(lines)):
        y = page.bottom - i * round(sizes.caption * 1.4)
        page.texts.append(Text(part="caption", x=page.left, y=y, text=line, size=sizes.caption, ink=QUIET))
    page.bottom -= round(len(lines) * sizes.caption * 1.4 + sizes.head * 0.5) if lines else 0


def _words_from_top(page: Page, part: Part, words: str, size: float, weight: Weight, ink: str, *, lines: int) -> None:
    for line in wrap(with_facts(words, page.matrix), page.right - page.left, size, lines, weight):
        y = page.top + round(size * 0.86)
        page.texts.append(Text(part=part, x=page.left, y=y, text=line, size=size, weight=weight, ink=ink))
        page.top += round(size * 1.3)


def say_nothing_is_kept(page: Page) -> None:
    middle = (page.top + page.bottom) / 2
    words = "No record is kept, so there is nothing to color."
    for i, line in enumerate(wrap(words, page.right - page.left, page.sizes.subtitle, lines=4)):
        y = middle + i * round(page.sizes.subtitle * 1.4)
        page.texts.append(
            Text(
                part="cells",
                x=(page.left + page.right) / 2,
                y=y,
                text=line,
                size=page.sizes.subtitle,
                ink=QUIET,
                anchor="middle",
            )
        )
