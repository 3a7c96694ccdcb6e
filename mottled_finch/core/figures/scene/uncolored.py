"""The looks of cells without a color, in the figure and on its legend; the screen draws the same (paint.ts)."""

from dataclasses import dataclass
from typing import Literal

from ...common.vocabulary import CELL_LOOK, Theme

Uncolored = Literal["blank", "few", "aside", "new", "gone"]
"""Why a cell has no color: no value, too few records, set aside, only this side has it, or only the one it is set against."""


@dataclass  # never changed: making so many that are frozen takes three times as long
class Mark:
    """A filled rectangle, or a disc as large as fits into it."""

    x: float
    y: float
    width: float
    height: float
    fill: str
    round: bool = False


def marks_of(why: Uncolored, place: tuple[float, float, float, float], theme: Theme) -> list[Mark]:
    """What is drawn in a place (left, top, width, height) that is neither hatched nor a frame: a ground with a dash for too few
    records, a disc for what is new, a ring for what is gone. In the smallest cells the ground alone tells these apart.
    """
    x, y, width, height = place
    middle, half = x + width / 2, y + height / 2
    if min(width, height) < CELL_LOOK.hatched_least:
        return [Mark(x, y, width, height, {"new": theme.tree, "gone": theme.bracket}.get(why, theme.blank))]
    ground = Mark(x, y, width, height, theme.blank)
    if why == "few":
        dash = min(width * 0.36, 12.0)
        return [ground, Mark(middle - dash / 2, half - 0.75, dash, 1.5, theme.quiet)]
    side = min(max(min(width, height) * CELL_LOOK.alone, 3.0), CELL_LOOK.alone_most)
    disc = Mark(middle - side / 2, half - side / 2, side, side, theme.ink, round=True)
    if why == "new":
        return [ground, disc]
    hole = side * CELL_LOOK.hole
    return [ground, disc, Mark(middle - hole / 2, half - hole / 2, hole, hole, theme.blank, round=True)]
