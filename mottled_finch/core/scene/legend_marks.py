"""Placing the legend beside the figure."""

from math import floor

from ..color.palettes import STEPS
from ..color.spaces import hex_of
from .legend import Legend
from .marks import Box, Hatching, Line, Text
from .page import INK, QUIET, Page
from .type import CAP_HEIGHT


def place_legend(page: Page, legend: Legend, x: float, top: float, bottom: float) -> None:
    size, line_height = page.sizes.caption, round(page.sizes.caption * 1.35)
    # The title stands on the line of the column heads and grows upward, so that the ramp starts level with the cells;
    # where there is no room above, it pushes the ramp down.
    above = round(page.sizes.head * 0.55)
    first = max(top - above - (len(legend.title) + len(legend.notes) - 1) * line_height, page.top + round(size * CAP_HEIGHT))
    for i, line in enumerate(legend.title):
        y = first + i * line_height
        page.texts.append(Text(part="legend", x=x, y=y, text=line, size=size, weight=600, ink=INK))
    for i, line in enumerate(legend.notes):
        y = first + (len(legend.title) + i) * line_height
        page.texts.append(Text(part="legend", x=x, y=y, text=line, size=size, ink=QUIET))
    lines = len(legend.title) + len(legend.notes)
    ramp_top = max(top, first + (lines - 1) * line_height + above) if lines else top
    swatch_room = round(size * 2.6) if legend.blank else 0
    ramp_height = floor(min(210 * size / 10.5, bottom - ramp_top - swatch_room))
    below = ramp_top
    if legend.blocks and ramp_height >= 20:
        below = _bands(page, legend, x, ramp_top, ramp_height) + round(size * 1.3)
    elif page.coloring.scale and ramp_height >= 20:
        _ramp(page, legend, x, ramp_top, ramp_height)
        below = ramp_top + ramp_height + round(size * 1.3)
    if legend.blank:
        side = round(size * 1.25)
        page.hatchings.append(Hatching(part="legend", x=x, y=below, width=legend.ramp_width, height=side))
        baseline = below + side / 2 + size * CAP_HEIGHT / 2
        page.texts.append(Text(part="legend", x=x + legend.tick_x, y=baseline, text=legend.blank, size=size, ink=INK))


def _bands(page: Page, legend: Legend, x: float, top: float, most: float) -> float:
    """The blocks of the bands, one under the other, each with its words beside it; their foot."""
    size = legend.size
    height = min(round(size * 2.4), floor(most / len(legend.blocks)))
    gap = 2 if height >= 12 else 0
    for i, block in enumerate(legend.blocks):
        y = top + i * height
        page.boxes.append(Box(part="legend", x=x, y=y, width=legend.ramp_width, height=height - gap, fill=block.fill))
        if height >= size * 0.9:
            baseline = y + (height - gap) / 2 + size * CAP_HEIGHT / 2
            page.texts.append(
                Text(part="legend", x=x + legend.tick_x, y=baseline, text=block.text, full=block.full, size=size, ink=INK)
            )
    return top + len(legend.blocks) * height


def _ramp(page: Page, legend: Legend, x: float, top: float, height: float) -> None:
    """The ramp: each band of color reaches down to the foot and the next is laid over it, so no seam can show."""
    colors = page.coloring.colors
    bands = min(STEPS, int(height))
    for i in range(bands):
        step = STEPS - 1 - round(i * (STEPS - 1) / (bands - 1))
        y = top + i * height / bands
        page.boxes.append(Box(part="legend", x=x, y=y, width=legend.ramp_width, height=top + height - y, fill=hex_of(colors[step])))
    size = page.sizes.caption
    for tick in legend.ticks_for(height):
        y = top + (1 - tick.place) * height
        page.lines.append(
            Line(part="legend", x1=x + legend.ramp_width, y1=y, x2=x + legend.ramp_width + 4, y2=y, ink=QUIET, width=1)
        )
        baseline = top + legend.baseline(tick, height)
        page.texts.append(Text(part="legend", x=x + legend.tick_x, y=baseline, text=tick.text, size=size, ink=INK))
