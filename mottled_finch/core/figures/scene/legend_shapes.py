"""Placing the legend: upright beside the figure, or lying above or below it. It is made of items, each with its room, that never
overlap: one under the other, or one after the other in lines.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import floor

from ...colors.palettes import STEPS
from ...common.vocabulary import CELL_LOOK
from .legend import Block, Legend, Sample, Tick
from .page import Page
from .shapes import Box, Hatching, Line, Text, Weight
from .type import CAP_HEIGHT
from .uncolored import Uncolored, marks_of

_LEAST_RAMP = 20


@dataclass(frozen=True)
class _Item:
    """Something that stands in a legend: its room, and how it is drawn from its top left corner on."""

    width: float
    height: float
    draw: Callable[[float, float], None]


def place_legend(page: Page, legend: Legend, x: float, top: float, bottom: float, symbol: float) -> None:
    """Upright, from ``x`` on, level with cells that begin at ``top``. ``symbol`` is the side of the largest symbol in the cells."""
    size, line_height = legend.size, _line_height(legend)
    # The title stands on the line of the column heads and grows upward, so that the ramp starts level with the cells;
    # where there is no room above, it pushes the ramp down.
    above = round(page.sizes.head * 0.55)
    first = max(top - above - (len(legend.title) + len(legend.notes) - 1) * line_height, page.top + round(size * CAP_HEIGHT))
    for i, line in enumerate((*legend.title, *legend.notes)):
        _text(page, x, first + i * line_height, line, quiet=i >= len(legend.title), bold=i < len(legend.title))
    lines = len(legend.title) + len(legend.notes)
    ramp_top = max(top, first + (lines - 1) * line_height + above) if lines else top
    items = [_swatch(page, legend, why, words) for why, words in legend.swatches]
    samples = _upright_samples(page, legend, symbol)
    room = bottom - ramp_top
    if room - _stacked(page, [*items, *samples]) < 3 * _LEAST_RAMP:
        samples = []  # rather no key to the sizes than a scale that nobody can read
    ramp_height = floor(min(210 * size / 10.5, room - _stacked(page, [*items, *samples])))
    below = ramp_top
    if legend.blocks and ramp_height >= _LEAST_RAMP:
        below = _blocks(page, legend, x, ramp_top, ramp_height)
    elif page.coloring.scale and ramp_height >= _LEAST_RAMP:
        _ramp(page, legend, x, ramp_top, ramp_height)
        below = ramp_top + ramp_height
    for item in (*items, *samples):
        below += _gap(page) if below > ramp_top else 0
        if below + item.height <= bottom + 0.5:
            item.draw(x, below)
        below += item.height


def across_height(page: Page, legend: Legend, room: float, symbol: float) -> float:
    """The height of a lying legend in so much room across, with the gap to the figure."""
    lines = _lines(_lying(page, legend, room, symbol), room, _apart(page))
    return sum(max(item.height for item in line) + _gap(page) for line in lines) + round(page.sizes.head * 0.6)


def place_legend_across(page: Page, legend: Legend, x: float, top: float, room: float, symbol: float) -> None:
    """Lying, from ``x`` and ``top`` on."""
    y = top
    for line in _lines(_lying(page, legend, room, symbol), room, _apart(page)):
        at, height = x, max(item.height for item in line)
        for item in line:
            item.draw(at, y + (height - item.height) / 2 if item.height < height and len(line) > 1 else y)
            at += item.width + _apart(page)
        y += height + _gap(page)


def _line_height(legend: Legend) -> int:
    return round(legend.size * 1.35)


def _gap(page: Page) -> float:
    return round(page.sizes.legend * 0.7)


def _apart(page: Page) -> float:
    return round(page.sizes.legend * 1.6)


def _stacked(page: Page, items: Sequence[_Item]) -> float:
    return sum(item.height + _gap(page) for item in items)


def _lines(items: Sequence[_Item], room: float, apart: float) -> list[list[_Item]]:
    """Items one after the other, in as few lines as hold them."""
    lines: list[list[_Item]] = []
    used = 0.0
    for item in items:
        if lines and used + apart + item.width <= room:
            lines[-1].append(item)
            used += apart + item.width
        else:
            lines.append([item])
            used = item.width
    return lines


def _text(page: Page, x: float, y: float, words: str, *, quiet: bool = False, bold: bool = False, full: str | None = None) -> None:
    size = page.sizes.legend
    ink = page.theme.quiet if quiet else page.theme.ink
    weight: Weight = 600 if bold else 400
    length = page.typeface.width_of(words, size, weight)
    page.texts.append(Text(part="legend", x=x, y=y, text=words, size=size, weight=weight, ink=ink, full=full, length=length))


def _color(page: Page, step: int, x: float, y: float, width: float, height: float) -> None:
    fill = page.coloring.hexes[step]
    page.boxes.append(Box(part="legend", x=x, y=y, width=width, height=height, fill=fill, step=step))


def _swatch(page: Page, legend: Legend, why: Uncolored, words: str) -> _Item:
    """What stands for cells without a color, with its words."""
    side = round(legend.size * 1.25)

    def draw(x: float, y: float) -> None:
        if why == "blank":
            page.hatchings.append(Hatching(part="legend", x=x, y=y, width=legend.ramp_width, height=side))
        else:
            page.boxes += [Box(part="legend", **vars(mark)) for mark in marks_of(why, (x, y, legend.ramp_width, side), page.theme)]
        _text(page, x + legend.tick_x, y + side / 2 + legend.size * CAP_HEIGHT / 2, words)

    return _Item(legend.tick_x + page.typeface.width_of(words, legend.size), side, draw)


def _upright_samples(page: Page, legend: Legend, symbol: float) -> list[_Item]:
    if not legend.samples:
        return []
    return [
        _title(page, legend, legend.sample_title),
        *(_sample(page, legend, each, symbol, legend.sample_x) for each in legend.samples),
    ]


def _title(page: Page, legend: Legend, lines: Sequence[str]) -> _Item:
    def draw(x: float, y: float) -> None:
        for i, line in enumerate(lines):
            _text(page, x, y + legend.size * 0.86 + i * _line_height(legend), line, bold=True)

    return _Item(
        max((page.typeface.width_of(line, legend.size, 600) for line in lines), default=0.0),
        len(lines) * _line_height(legend),
        draw,
    )


def _sample(page: Page, legend: Legend, sample: Sample, symbol: float, words_x: float) -> _Item:
    """A symbol of a size with its words, in the middle of the room for the largest."""
    name = page.recipe.cells.symbols.as_
    side = max(1.0, sample.share * symbol)
    height = max(round(legend.size * 1.1), side if name != "bar" else 0.0)

    def draw(x: float, y: float) -> None:
        high = legend.size * CELL_LOOK.bar_height if name == "bar" else side
        left = x if name == "bar" else x + (words_x - round(legend.size * 0.8) - side) / 2
        page.boxes.append(
            Box(
                part="legend",
                x=left,
                y=y + (height - high) / 2,
                width=side,
                height=high,
                fill=page.theme.quiet,
                round=name == "dot",
            )
        )
        _text(page, x + words_x, y + height / 2 + legend.size * CAP_HEIGHT / 2, sample.text)

    return _Item(words_x + page.typeface.width_of(sample.text, legend.size), height, draw)


def _lying(page: Page, legend: Legend, room: float, symbol: float) -> list[_Item]:
    """The items of a lying legend: its title and notes, the ramp or the blocks, the swatches, the sizes."""
    items = []
    words = " ".join(legend.title)
    if words:
        items.append(_title(page, legend, [page.typeface.cut(words, room, legend.size, 600)]))
    for note in legend.notes:
        items.append(_note(page, legend, page.typeface.cut(note, room, legend.size)))
    for block in reversed(legend.blocks):
        items.append(_block(page, legend, block))
    if not legend.blocks and page.coloring.scale:
        items.append(_lying_ramp(page, legend, floor(min(240 * legend.size / 10.5, room))))
    items += [_swatch(page, legend, why, text) for why, text in legend.swatches]
    if legend.samples:
        items.append(_title(page, legend, [page.typeface.cut(" ".join(legend.sample_title), room, legend.size, 600)]))
        for each in legend.samples:
            items.append(_sample(page, legend, each, symbol, max(1.0, each.share * symbol) + round(legend.size * 0.8)))
    return items


def _note(page: Page, legend: Legend, words: str) -> _Item:
    def draw(x: float, y: float) -> None:
        _text(page, x, y + legend.size * 0.86, words, quiet=True)

    return _Item(page.typeface.width_of(words, legend.size), _line_height(legend), draw)


def _block(page: Page, legend: Legend, block: Block) -> _Item:
    side = round(legend.size * 1.25)

    def draw(x: float, y: float) -> None:
        _color(page, block.step, x, y, legend.ramp_width, side)
        _text(page, x + legend.tick_x, y + side / 2 + legend.size * CAP_HEIGHT / 2, block.text, full=block.full)

    return _Item(legend.tick_x + page.typeface.width_of(block.text, legend.size), side, draw)


def _lying_ramp(page: Page, legend: Legend, width: float) -> _Item:
    """The ramp from left to right, its ticks below it."""
    size, high = legend.size, round(legend.size * 1.15)

    def draw(x: float, y: float) -> None:
        bands = min(STEPS, int(width))
        for i in range(bands):
            step = round(i * (STEPS - 1) / (bands - 1))
            left = x + i * width / bands
            _color(page, step, left, y, x + width - left, high)
        for tick, at in _ticks_across(page, legend, width):
            line_x = x + tick.place * width
            page.lines.append(
                Line(part="legend", x1=line_x, y1=y + high, x2=line_x, y2=y + high + 3, ink=page.theme.quiet, width=1)
            )
            _text(page, x + at, y + high + 4 + size * 0.86, tick.text)

    return _Item(width, high + 4 + _line_height(legend), draw)


def _ticks_across(page: Page, legend: Legend, width: float) -> list[tuple[Tick, float]]:
    """The ticks that fit below a ramp without touching, the fixed ones first, and where their texts begin."""
    shown: list[tuple[Tick, float, float]] = []
    for tick in (*legend.fixed, *legend.between):
        long = page.typeface.width_of(tick.text, legend.size)
        left = min(max(tick.place * width - long / 2, 0.0), max(0.0, width - long))
        if long <= width and all(left + long + 6 <= other or left >= other + length + 6 for _, other, length in shown):
            shown.append((tick, left, long))
    return [(tick, left) for tick, left, _ in shown]


def _blocks(page: Page, legend: Legend, x: float, top: float, most: float) -> float:
    """The blocks of the bands, one under the other, each with its words beside it; their foot."""
    size = legend.size
    height = min(round(size * 2.4), floor(most / len(legend.blocks)))
    gap = 2 if height >= 12 else 0
    for i, block in enumerate(legend.blocks):
        y = top + i * height
        _color(page, block.step, x, y, legend.ramp_width, height - gap)
        if height >= size * 0.9:
            _text(page, x + legend.tick_x, y + (height - gap) / 2 + size * CAP_HEIGHT / 2, block.text, full=block.full)
    return top + len(legend.blocks) * height


def _ramp(page: Page, legend: Legend, x: float, top: float, height: float) -> None:
    """The ramp: each band of color reaches down to the foot and the next is laid over it, so no seam can show."""
    bands = min(STEPS, int(height))
    for i in range(bands):
        step = STEPS - 1 - round(i * (STEPS - 1) / (bands - 1))
        y = top + i * height / bands
        _color(page, step, x, y, legend.ramp_width, top + height - y)
    for tick in legend.ticks_for(height):
        y = top + (1 - tick.place) * height
        page.lines.append(
            Line(part="legend", x1=x + legend.ramp_width, y1=y, x2=x + legend.ramp_width + 4, y2=y, ink=page.theme.quiet, width=1)
        )
        _text(page, x + legend.tick_x, top + legend.baseline(tick, height), tick.text)
