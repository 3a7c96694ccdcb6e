"""A palette: its colors from the low end to the high one, and what they are taken for.

It is drawn as a smooth line through its stations in OKLab and then walked in equal steps of OKLab distance, so that equal
differences of value look equally different. There are 255 colors, an odd number, so that a two-sided palette has one exact middle;
code 255 is left for the blank.
"""

from dataclasses import dataclass
from functools import cached_property
from typing import Literal

import numpy as np

from ..spaces import Bytes, hex_of
from .ramp import Station, ramp

STEPS = 255
MIDDLE = STEPS // 2
BLANK_STEP = 255


@dataclass(frozen=True, kw_only=True, eq=False)
class Palette:
    """``strong_reads`` is what people take the color of the high end for, if they take it for anything.

    ``low`` and ``high`` run outward from the middle. Without ``low`` all stations are in ``high``, from light to strong.
    ``purpose`` says in a few words what it is good for.
    """

    name: str
    title: str
    kind: Literal["sequence", "two_sided", "bands"] = "sequence"
    strong_reads: Literal["good", "bad", "neither"]
    high: tuple[Station, ...]
    low: tuple[Station, ...] = ()
    purpose: str = ""

    @property
    def two_sided(self) -> bool:
        return bool(self.low)

    @cached_property
    def colors(self) -> Bytes:
        """Shape (255, 3), from the low end to the high end."""
        straight = self.kind == "bands"
        if not self.two_sided:
            return ramp(self.high, STEPS, straight=straight)
        arms = [ramp(arm, MIDDLE + 1, straight=straight) for arm in (self.low, self.high)]
        return np.concatenate([arms[0][:0:-1], arms[1]])

    def turned(self, high_is: str, reverse: bool = False) -> bool:
        """Whether the colors run the other way round.

        They do when what the high end is contradicts what its color is taken for, so that a color of trouble always stands
        for trouble; ``reverse`` turns them once more.
        """
        contradicts = {"good", "bad"} == {high_is, self.strong_reads}
        return contradicts != reverse

    def colors_for(self, high_is: str, reverse: bool = False) -> Bytes:
        return self.colors[::-1] if self.turned(high_is, reverse) else self.colors

    @cached_property
    def hexes(self) -> tuple[str, ...]:
        return tuple(hex_of(color) for color in self.colors)
