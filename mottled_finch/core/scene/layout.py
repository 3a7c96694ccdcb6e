"""Placing the parts of a page: words above and below, heads at the grid, totals in bands apart, the legend to the right.

Cell edges are whole points wherever cells are large enough to be told apart, so that they meet without seams in every output.
"""

from dataclasses import dataclass
from math import floor

import numpy as np

from ..color.ink import inks_on
from ..color.palettes import STEPS
from ..color.scale import Scale, palette_colors
from ..color.spaces import hex_of
from ..pivot import Matrix
from ..recipe.spec import Recipe
from ..words import alternative_text, default_caption, default_title, fitting_decimals, number_text, with_facts
from .legend import Legend, legend_of
from .marks import Box, Grid, Hatching, Line, Part, Scene, Text
from .type import CAP_HEIGHT, cut, width_of, wrap

INK, QUIET, BAND = "#1d211a", "#5f6359", "#f4f3ef"
GROUND = "#ffffff"
ALL = "All"
_LEAST_PRINT = 6.5
_LEAST_HEAD = 6.0


@dataclass(frozen=True, kw_only=True)
class _Sizes:
    """Type sizes and distances, all growing with the page."""

    margin: float
    title: float
    subtitle: float
    head: float
    caption: float
    band_gap: float
    widest_cell: float
    highest_cell: float


def _sizes(width: int, height: int) -> _Sizes:
    # Gently: a half slide is read from as far away as a whole one.
    grow = min(1.7, max(0.7, (width * height / (960 * 540)) ** 0.25))
    return _Sizes(
        margin=round(26 * grow),
        title=round(40 * grow) / 2,
        subtitle=round(26 * grow) / 2,
        head=round(24 * grow) / 2,
        caption=round(21 * grow) / 2,
        band_gap=max(4, round(8 * grow)),
        widest_cell=round(150 * grow),
        highest_cell=round(64 * grow),
    )


def lay_out(recipe: Recipe, matrix: Matrix, scale: Scale | None) -> Scene:
    """The scene of a recipe and its matrix. ``scale`` is None when no cell has a value."""
    page = _Page(recipe, matrix, scale)
    page.place_words()
    if 0 in matrix.shape:
        page.say_nothing_is_kept()
        grid = None
    else:
        grid = page.place_figure()
    decimals = page.decimals
    return Scene(
        width=recipe.page.width,
        height=recipe.page.height,
        ground=GROUND,
        alternative=alternative_text(recipe.pivot, matrix, decimals),
        texts=tuple(page.texts),
        boxes=tuple(page.boxes),
        hatchings=tuple(page.hatchings),
        lines=tuple(page.lines),
        grid=grid,
    )


class _Page:
    """The page while it fills: marks placed so far, and the room left between ``top`` and ``bottom``."""

    def __init__(self, recipe: Recipe, matrix: Matrix, scale: Scale | None) -> None:
        self.recipe, self.matrix, self.scale = recipe, matrix, scale
        self.sizes = _sizes(recipe.page.width, recipe.page.height)
        self.texts: list[Text] = []
        self.boxes: list[Box] = []
        self.hatchings: list[Hatching] = []
        self.lines: list[Line] = []
        self.left = self.sizes.margin
        self.right = recipe.page.width - self.sizes.margin
        self.top = self.sizes.margin
        self.bottom = recipe.page.height - self.sizes.margin
        asked = recipe.cells.decimals
        self.decimals = fitting_decimals(matrix) if asked is None else asked

    # Words

    def place_words(self) -> None:
        words, sizes = self.recipe.words, self.sizes
        title = default_title(self.recipe.pivot) if words.title is None else words.title
        self._words_from_top("title", title, sizes.title, 600, INK, lines=2)
        self._words_from_top("subtitle", words.subtitle or "", sizes.subtitle, 400, QUIET, lines=2)
        self.top += round(sizes.head * 0.8) if self.texts else 0
        caption = default_caption(self.recipe.pivot, self.matrix) if words.caption is None else words.caption
        lines = wrap(with_facts(caption, self.matrix), self.right - self.left, sizes.caption, lines=3)
        for i, line in enumerate(reversed(lines)):
            y = self.bottom - i * round(sizes.caption * 1.4)
            self.texts.append(Text(part="caption", x=self.left, y=y, text=line, size=sizes.caption, ink=QUIET))
        self.bottom -= round(len(lines) * sizes.caption * 1.4 + sizes.head * 0.5) if lines else 0

    def _words_from_top(self, part: Part, words: str, size: float, weight: int, ink: str, *, lines: int) -> None:
        for line in wrap(with_facts(words, self.matrix), self.right - self.left, size, lines, weight):
            y = self.top + round(size * 0.86)
            self.texts.append(
                Text(part=part, x=self.left, y=y, text=line, size=size, weight=600 if weight == 600 else 400, ink=ink)
            )
            self.top += round(size * 1.3)

    def say_nothing_is_kept(self) -> None:
        middle = (self.top + self.bottom) / 2
        words = "No record is kept, so there is nothing to color."
        for i, line in enumerate(wrap(words, self.right - self.left, self.sizes.subtitle, lines=4)):
            y = middle + i * round(self.sizes.subtitle * 1.4)
            self.texts.append(
                Text(
                    part="cells",
                    x=(self.left + self.right) / 2,
                    y=y,
                    text=line,
                    size=self.sizes.subtitle,
                    ink=QUIET,
                    anchor="middle",
                )
            )

    # The figure

    def place_figure(self) -> Grid:
        recipe, matrix, sizes = self.recipe, self.matrix, self.sizes
        rows, columns = matrix.shape
        legend = self._legend()
        row_labels = [" ".join(labels) for labels in matrix.rows]
        column_labels = [" ".join(labels) for labels in matrix.columns]
        totals = recipe.pivot.totals

        row_total_texts = [self._number(value) for value in matrix.row_totals] if totals.rows else []
        corner = self._number(matrix.grand_total) if totals.rows and totals.columns else ""
        band_text = max((width_of(text, sizes.head, 600) for text in [*row_total_texts, corner, ALL]), default=0.0)

        widest_label = max((width_of(label, sizes.head) for label in row_labels), default=0)
        if totals.columns:
            widest_label = max(widest_label, width_of(ALL, sizes.head, 600))
        head_width = min(ceil(widest_label), floor((self.right - self.left) * 0.3))
        grid_left = self.left + head_width + (round(sizes.head * 0.8) if head_width else 0)

        legend_gap = round(sizes.margin * 1.1)
        room = self.right - grid_left - (legend.width + legend_gap if legend else 0)
        band_width = ceil(band_text) + 12 if totals.rows else 0
        room -= band_width + sizes.band_gap if totals.rows else 0
        cell_width = _cell_length(room, columns, sizes.widest_cell)
        band_width = max(band_width, floor(cell_width)) if totals.rows and room - cell_width * columns > cell_width else band_width

        head_height, heads_turned = self._head_height(column_labels, cell_width)
        grid_top = self.top + head_height
        band_height = round(sizes.head * 1.9) if totals.columns else 0
        room = self.bottom - grid_top - (band_height + sizes.band_gap if totals.columns else 0)
        cell_height = _cell_length(room, rows, sizes.highest_cell)
        gap = 2 if min(cell_width, cell_height) >= 14 else 1 if min(cell_width, cell_height) >= 6 else 0

        xs = [grid_left + i * cell_width for i in range(columns)]
        ys = [grid_top + i * cell_height for i in range(rows)]
        inner_width, inner_height = cell_width - gap, cell_height - gap
        self._row_heads(row_labels, ys, inner_height, cell_height, grid_left, head_width)
        self._column_heads(column_labels, xs, inner_width, cell_width, grid_top, head_height, heads_turned)
        if totals.rows:
            x = xs[-1] + cell_width + sizes.band_gap - gap
            self._band_of_rows(row_total_texts, x, ys, band_width, inner_height, grid_top)
        if totals.columns:
            y = ys[-1] + cell_height + sizes.band_gap - gap
            self._band_of_columns(xs, y, inner_width, band_height, grid_left, head_width)
            if totals.rows:
                self._band_cell(corner, xs[-1] + cell_width + sizes.band_gap - gap, y, band_width, band_height, sizes.head)
        if legend:
            legend_left = xs[-1] + cell_width - gap + legend_gap + (band_width + sizes.band_gap if totals.rows else 0)
            self._place_legend(legend, legend_left, grid_top, self.bottom)
        return self._grid(xs, ys, inner_width, inner_height)

    def _number(self, value: float) -> str:
        return "" if np.isnan(value) else number_text(value, self.decimals)

    def _grid(self, xs: list[float], ys: list[float], width: float, height: float) -> Grid:
        matrix, recipe = self.matrix, self.recipe
        colors = palette_colors(recipe.color)
        steps = self.scale.steps(matrix.values) if self.scale else np.full(matrix.shape, 255, dtype=np.uint8)
        prints: list[str] = []
        size = 0.0
        wanted = recipe.cells.values == "all"
        if wanted and height >= _LEAST_PRINT * 1.15 and width >= 2 * _LEAST_PRINT:
            prints = [self._number(value) for value in matrix.values.ravel().tolist()]
            widest = max(width_of(text, 1.0) for text in set(prints)) or 1.0
            size = floor(min(self.sizes.head, height * 0.62, (width - 3) / widest) * 4) / 4
            if size < _LEAST_PRINT:
                prints = []
        return Grid(
            xs=tuple(xs),
            ys=tuple(ys),
            cell_width=width,
            cell_height=height,
            steps=tuple(steps.ravel().tolist()),
            colors=tuple(hex_of(color) for color in colors),
            inks=tuple(str(ink) for ink in inks_on(colors)),
            prints=tuple(prints),
            print_size=size,
            fits=bool(prints) or not wanted,
        )

    def _head_height(self, labels: list[str], cell_width: float) -> tuple[float, bool]:
        """Room for the heads of the columns, and whether they are turned to read upward."""
        size = self.sizes.head
        widest = max((width_of(label, size) for label in labels), default=0)
        if widest == 0:
            return 0, False
        if widest <= cell_width - 3:
            return round(size * 1.6), False
        return min(ceil(widest), floor((self.bottom - self.top) * 0.3)) + round(size * 0.6), True

    def _row_heads(
        self, labels: list[str], ys: list[float], inner: float, pitch: float, grid_left: float, head_width: float
    ) -> None:
        size, every = _head_size(self.sizes.head, pitch)
        x = grid_left - round(self.sizes.head * 0.7)
        for i in range(0, len(labels), every):
            self._head(labels[i], x, ys[i] + inner / 2 + size * CAP_HEIGHT / 2, size, head_width, "end", turned=False)

    def _column_heads(
        self, labels: list[str], xs: list[float], inner: float, pitch: float, top: float, height: float, turned: bool
    ) -> None:
        rise = round(self.sizes.head * 0.55)
        if not turned:
            for label, x in zip(labels, xs, strict=True):
                self._head(label, x + inner / 2, top - rise, self.sizes.head, pitch, "middle", turned=False)
            return
        size, every = _head_size(self.sizes.head, pitch)
        for i in range(0, len(labels), every):
            self._head(labels[i], xs[i] + inner / 2 + size * CAP_HEIGHT / 2, top - rise, size, height - rise, "start", turned=True)

    def _head(self, label: str, x: float, y: float, size: float, most: float, anchor: str, *, turned: bool) -> None:
        if not label:
            return
        shown = cut(label, most, size)
        self.texts.append(
            Text(
                part="heads",
                x=x,
                y=y,
                text=shown,
                size=size,
                ink=INK,
                anchor="end" if anchor == "end" else "middle" if anchor == "middle" else "start",
                turned=turned,
                full=label if shown != label else None,
            )
        )

    # Totals

    def _band_of_rows(self, texts: list[str], x: float, ys: list[float], width: float, inner: float, top: float) -> None:
        size, _ = _head_size(self.sizes.head, inner)
        head_y = top - round(self.sizes.head * 0.55)
        self.texts.append(
            Text(part="totals", x=x + width / 2, y=head_y, text=ALL, size=self.sizes.head, weight=600, ink=INK, anchor="middle")
        )
        for text, y in zip(texts, ys, strict=True):
            self._band_cell(text, x, y, width, inner, size)

    def _band_of_columns(self, xs: list[float], y: float, inner: float, height: float, grid_left: float, head_width: float) -> None:
        texts = [self._number(value) for value in self.matrix.column_totals]
        widest = max(width_of(text, 1.0, 600) for text in texts) or 1.0
        size = floor(min(self.sizes.head, (inner - 2) / widest) * 4) / 4
        baseline = y + height / 2 + self.sizes.head * CAP_HEIGHT / 2
        if head_width:
            x = grid_left - round(self.sizes.head * 0.7)
            self.texts.append(
                Text(part="totals", x=x, y=baseline, text=ALL, size=self.sizes.head, weight=600, ink=INK, anchor="end")
            )
        for text, x in zip(texts, xs, strict=True):
            self._band_cell(text, x, y, inner, height, size)

    def _band_cell(self, text: str, x: float, y: float, width: float, height: float, size: float) -> None:
        self.boxes.append(Box(part="totals", x=x, y=y, width=width, height=height, fill=BAND))
        if text and size >= _LEAST_HEAD and height >= size:
            baseline = y + height / 2 + size * CAP_HEIGHT / 2
            self.texts.append(
                Text(part="totals", x=x + width / 2, y=baseline, text=text, size=size, weight=600, ink=INK, anchor="middle")
            )

    # Legend

    def _legend(self) -> Legend | None:
        if not self.recipe.legend.show:
            return None
        return legend_of(self.recipe, self.matrix, self.scale, self.decimals, self.sizes.caption, (self.right - self.left) * 0.22)

    def _place_legend(self, legend: Legend, x: float, top: float, bottom: float) -> None:
        size, line_height = self.sizes.caption, round(self.sizes.caption * 1.35)
        # The title stands on the line of the column heads and grows upward, so that the ramp starts level with the cells;
        # where there is no room above, it pushes the ramp down.
        above = round(self.sizes.head * 0.55)
        first = max(top - above - (len(legend.title) - 1) * line_height, self.top + round(size * CAP_HEIGHT))
        for i, line in enumerate(legend.title):
            y = first + i * line_height
            self.texts.append(Text(part="legend", x=x, y=y, text=line, size=size, weight=600, ink=INK))
        ramp_top = max(top, first + (len(legend.title) - 1) * line_height + above) if legend.title else top
        swatch_room = round(size * 2.6) if legend.blank else 0
        ramp_height = floor(min(210 * size / 10.5, bottom - ramp_top - swatch_room))
        below = ramp_top
        if self.scale and ramp_height >= 20:
            self._ramp(legend, x, ramp_top, ramp_height)
            below = ramp_top + ramp_height + round(size * 1.3)
        if legend.blank:
            side = round(size * 1.25)
            self.hatchings.append(Hatching(part="legend", x=x, y=below, width=legend.ramp_width, height=side))
            baseline = below + side / 2 + size * CAP_HEIGHT / 2
            self.texts.append(Text(part="legend", x=x + legend.tick_x, y=baseline, text=legend.blank, size=size, ink=INK))

    def _ramp(self, legend: Legend, x: float, top: float, height: float) -> None:
        """The ramp: each band of color reaches down to the foot and the next is laid over it, so no seam can show."""
        colors = palette_colors(self.recipe.color)
        bands = min(STEPS, int(height))
        for i in range(bands):
            step = STEPS - 1 - round(i * (STEPS - 1) / (bands - 1))
            y = top + i * height / bands
            self.boxes.append(
                Box(part="legend", x=x, y=y, width=legend.ramp_width, height=top + height - y, fill=hex_of(colors[step]))
            )
        size = self.sizes.caption
        for tick in legend.ticks_for(height):
            y = top + (1 - tick.place) * height
            self.lines.append(
                Line(part="legend", x1=x + legend.ramp_width, y1=y, x2=x + legend.ramp_width + 4, y2=y, ink=QUIET, width=1)
            )
            baseline = top + legend.baseline(tick, height)
            self.texts.append(Text(part="legend", x=x + legend.tick_x, y=baseline, text=tick.text, size=size, ink=INK))


def ceil(value: float) -> int:
    return -floor(-value)


def _cell_length(room: float, cells: int, most: float) -> float:
    """The pitch of the cells: whole points, half points where cells are tiny, else just what is there."""
    pitch = max(room, 1.0) / cells
    if pitch < 1:
        return pitch
    return min(floor(pitch * 2) / 2 if pitch < 4 else float(floor(pitch)), most)


def _head_size(size: float, pitch: float) -> tuple[float, int]:
    """The type size of heads on such a pitch, and that every so many-th of them is shown."""
    fitting = min(size, floor(pitch * 0.86 * 4) / 4)
    if fitting >= _LEAST_HEAD + 1:
        return fitting, 1
    small = min(size, 8.0)
    return small, ceil(small * 1.35 / pitch)
