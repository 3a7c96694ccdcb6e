"""Totals, in bands apart from the cells: without color, or with a scale of their own, since a total inside the scale of the cells
would flatten everything else.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ..color.coloring import colors_of, totals_can_share
from ..color.ink import inks_on
from ..color.palettes import BLANK_STEP
from ..color.scale import resolve_scale
from ..color.spaces import hex_of
from ..language import spoken
from ..recipe.spec import EndSpec
from .heads import LEAST_HEAD
from .page import Page
from .shapes import Anchor, Box, Text
from .type import CAP_HEIGHT, width_of
from .uncolored import Uncolored, marks_of


@dataclass(frozen=True)
class Look:
    """A band's fill and the ink on it; ``step`` and ``value`` as in Box."""

    fill: str
    ink: str
    step: int | None = None
    value: float | None = None


def plain(page: Page) -> Look:
    return Look(page.theme.band, page.theme.ink)


def looks_of(page: Page, values: NDArray[np.float64], lines: Sequence[tuple[int, int]]) -> list[Look]:
    """The looks of a line of totals, each at its row and column: plain, on the scale of the cells, or from the lowest to the
    highest of those that are judged together.
    """
    if page.recipe.pivot.totals.color == "shared":
        return _shared(page, values)
    looks = [plain(page)] * values.size
    if page.recipe.pivot.totals.color == "none":
        return looks
    regions = _regions(page, lines)
    for region in np.unique(regions).tolist():
        where = np.flatnonzero(regions == region)
        if region >= 0 and where.size == 1:
            continue  # nothing to be judged by
        turned = region >= 0 and getattr(page.coloring.scales[region], "turned", False)
        for i, look in zip(where.tolist(), _own(page, values[where], turned), strict=True):
            looks[i] = look
    return looks


def _regions(page: Page, lines: Sequence[tuple[int, int]]) -> NDArray[np.int64]:
    """The scales of the members whose totals these are, where some are unlike the others, else -1 for all of a line."""
    each = page.recipe.each
    if not any(one.judged for one in each):
        return np.full(len(lines), -1)
    regions = page.coloring.regions
    side, by_member = (0, regions[:, 0]) if each[0].row is not None else (1, regions[0])
    members = [line[side] for line in lines]
    return np.array([by_member[member] if 0 <= member < len(by_member) else -1 for member in members])


def _own(page: Page, values: NDArray[np.float64], turned: bool) -> list[Look]:
    color = replace(page.recipe.color, low=EndSpec(at="lowest"), middle=None, high=EndSpec(at="highest"), bands=None)
    if color.scale == "log" and (values <= 0).any():
        color = replace(color, scale="linear")  # a total may be where the cells never are
    scale = resolve_scale(color, values)
    if scale is None:
        return [plain(page)] * values.size
    colors = colors_of(color)
    inks = inks_on(colors)
    steps = replace(scale, turned=turned).steps(values)
    same = page.recipe.color.bands is None  # as the colors of the cells, which in bands are others
    return [
        plain(page) if step >= len(colors) else Look(hex_of(colors[step]), str(inks[step]), step if same else None)
        for step in steps.tolist()
    ]


def _shared(page: Page, values: NDArray[np.float64]) -> list[Look]:
    coloring = page.coloring
    if coloring.scale is None or not totals_can_share(page.recipe):
        return [plain(page)] * values.size
    inks = inks_on(coloring.colors)
    return [
        plain(page) if step == BLANK_STEP else Look(hex_of(coloring.colors[step]), str(inks[step]), step, value)
        for step, value in zip(coloring.scale.steps(values.ravel()).tolist(), values.ravel().tolist(), strict=True)
    ]


def band_size(page: Page, text: str, width: float) -> float:
    """The largest size at which a text fits a band of a width."""
    return min(page.sizes.head, (width - 4) / (width_of(text, 1.0, 600) or 1.0))


class Rect(NamedTuple):
    """Where a total stands."""

    x: float
    y: float
    width: float
    height: float


def band_cell(page: Page, line: tuple[int, int], text: str, rect: Rect, size: float, look: Look) -> None:
    """A total, by its row and column among all lines."""
    x, y, width, height = rect
    page.boxes.append(Box(part="totals", x=x, y=y, width=width, height=height, fill=look.fill, step=look.step, value=look.value))
    opposite = page.matrix.opposite
    if opposite is not None and (opposite.all_new[line] or opposite.all_gone[line]):
        why: Uncolored = "new" if opposite.all_new[line] else "gone"
        page.boxes += [Box(part="totals", **vars(mark)) for mark in marks_of(why, rect, page.theme)]
    size = min(size, height * 0.86)
    if text and size >= LEAST_HEAD:
        baseline = y + height / 2 + size * CAP_HEIGHT / 2
        page.texts.append(
            Text(
                part="totals",
                x=x + width / 2,
                y=baseline,
                text=text,
                size=size,
                weight=600,
                ink=look.ink,
                step=look.step,
                value=look.value,
                anchor="middle",
                row=line[0],
                column=line[1],
                length=width_of(text, size, 600),
            )
        )


def band_head_across(page: Page, x: float, width: float, bottom: float) -> None:
    """The head over a band of totals to the right of cells, between the turned heads that reach into its room from either side."""
    turned = [(text.x - text.size * 0.75, text.x + text.size * 0.25) for text in page.texts if text.turned and text.part == "heads"]
    middle = x + width / 2
    left = max([x, *(right for _, right in turned if x < right < middle)])
    right = min([x + width, *(left for left, _ in turned if middle < left < x + width)])
    size = min(page.sizes.head, (right - left - 2) / max(width_of(spoken().say("all"), 1.0, 600), 0.1))
    y = bottom - round(page.sizes.head * 0.55)
    if size >= LEAST_HEAD:
        _band_head(page, (left + right) / 2, y, size, "middle")


def band_head_down(page: Page, x: float, y: float, height: float) -> None:
    """The head beside a band of totals below cells, ending at x."""
    size = min(page.sizes.head, height * 0.86)
    if size >= LEAST_HEAD:
        baseline = y + height / 2 + size * CAP_HEIGHT / 2
        ink = page.theme.ink
        page.texts.append(
            Text(part="totals", x=x, y=baseline, text=spoken().say("all"), size=size, weight=600, ink=ink, anchor="end")
        )


def _band_head(page: Page, x: float, y: float, size: float, anchor: Anchor) -> None:
    words = spoken().say("all")
    page.texts.append(Text(part="totals", x=x, y=y, text=words, size=size, weight=600, ink=page.theme.ink, anchor=anchor))
