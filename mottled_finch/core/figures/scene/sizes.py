"""Type sizes and distances of a page. Heads, values and legend grow with the room there is, in steps, from the least size that the
use of the page allows to one that leaves the title the first to be read.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace

from ...common.recipe.page_type import least_type
from ...common.recipe.spec import PageSpec

_STEPS = (5.0, 6.0, 7.0, 8.0, 9.0, 10.0, 11.0, 12.0, 13.0, 14.0, 16.0, 18.0, 20.0, 22.0, 24.0, 28.0)
_OF_TITLE = 0.75
"""The largest heads, as a share of the title's size."""
_VALUES = 1.3
"""Of the size of heads: that of values where cells are large."""


@dataclass(frozen=True, kw_only=True)
class Sizes:
    """In points. ``head`` is that of heads and, at most, of values; ``value`` that of values in cells that are much higher."""

    margin: float
    title: float
    subtitle: float
    head: float
    value: float
    legend: float
    caption: float
    band_gap: float
    widest_symbol: float
    highest_cell: float

    def at(self, head: float, least: float) -> "Sizes":
        """The same with heads of another size; the legend is a step smaller, but never smaller than the least."""
        below = max((step for step in _STEPS if step < head), default=head)
        above = max(step for step in (head, *_STEPS) if step <= max(head, min(head * _VALUES, self.title * _OF_TITLE * _VALUES)))
        return replace(self, head=head, value=above, legend=max(below, min(head, least)))


def sizes_of(page: PageSpec) -> Sizes:
    """Those of the page with heads of the least size."""
    # Gently: a half slide is read from as far away as a whole one.
    grow = min(1.7, max(0.7, (page.width * page.height / (960 * 540)) ** 0.25))
    least = least_type(page)
    return Sizes(
        margin=round(26 * grow),
        title=max(round(44 * grow) / 2, round(least * 1.2)),
        subtitle=max(round(32 * grow) / 2, least),
        head=least,
        value=least,
        legend=least,
        caption=max(round(21 * grow) / 2, round(least * 1.5) / 2),
        band_gap=max(4, round(8 * grow)),
        widest_symbol=round(170 * grow),
        highest_cell=round(84 * grow),
    )


def steps_of(page: PageSpec, sizes: Sizes) -> list[float]:
    """The sizes that heads may have, the largest first and the least last."""
    least = least_type(page)
    return [*(step for step in reversed(_STEPS) if least < step <= sizes.title * _OF_TITLE), least]


def settled_size(among: Callable[[float], float], least: float) -> float:
    """The size for what has most of the average room, at least, if that is not below the least, or hardly below what has all of it;
    else for the latter. ``among`` tells the size for what has such a share of the average.
    """
    most, whole = among(_MOST), among(1.0)
    return most if most >= min(least, whole) * _NEAR else whole


_MOST, _NEAR = 0.6, 0.9
"""Of the average room, and of the size that is compared with."""
