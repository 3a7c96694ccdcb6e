"""Totals, in bands apart from the cells: without color, or with a scale of their own, since a total inside the scale of the cells
would flatten everything else.
"""

from collections.abc import Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ..color.coloring import colors_of
from ..color.ink import inks_on
from ..color.scale import resolve_scale
from ..color.spaces import hex_of
from ..recipe.spec import EndSpec
from .heads import LEAST_HEAD
from .marks import Box, Text
from .page import ALL, Page
from .type import CAP_HEIGHT, width_of

Look = tuple[str, str]
"""A band's fill and the ink on it."""


def plain(page: Page) -> Look:
    return page.theme.band, page.theme.ink


def looks_of(page: Page, values: NDArray[np.float64]) -> list[Look]:
    """The looks of totals that are judged together: plain, or from the lowest to the highest of them."""
    if page.recipe.pivot.totals.color == "none":
        return [plain(page)] * values.size
    color = replace(page.recipe.color, low=EndSpec(at="lowest"), middle=None, high=EndSpec(at="highest"), bands=None)
    if color.scale == "log" and (values <= 0).any():
        color = replace(color, scale="linear")  # a total may be where the cells never are
    scale = resolve_scale(color, values)
    if scale is None:
        return [plain(page)] * values.size
    colors = colors_of(color)
    inks = inks_on(colors)
    steps = scale.steps(values.ravel())
    return [plain(page) if step >= len(colors) else (hex_of(colors[step]), str(inks[step])) for step in steps.tolist()]


def band_size(page: Page, texts: Sequence[str], width: float) -> float:
    """The largest size at which the texts fit bands of a width."""
    widest = max((width_of(text, 1.0, 600) for text in texts), default=0.0) or 1.0
    return min(page.sizes.head, (width - 4) / widest)


def band_cell(
    page: Page, line: tuple[int, int], text: str, x: float, y: float, width: float, height: float, size: float, look: Look
) -> None:
    page.boxes.append(Box(part="totals", x=x, y=y, width=width, height=height, fill=look[0]))
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
                ink=look[1],
                anchor="middle",
                row=line[0],
                column=line[1],
                length=width_of(text, size, 600),
            )
        )


def band_head_across(page: Page, x: float, width: float, bottom: float) -> None:
    """The head over a band of totals to the right of cells."""
    size = min(page.sizes.head, (width - 2) / max(width_of(ALL, 1.0, 600), 0.1))
    y = bottom - round(page.sizes.head * 0.55)
    if size >= LEAST_HEAD:
        page.texts.append(
            Text(part="totals", x=x + width / 2, y=y, text=ALL, size=size, weight=600, ink=page.theme.ink, anchor="middle")
        )


def band_head_down(page: Page, x: float, y: float, height: float) -> None:
    """The head beside a band of totals below cells, ending at x."""
    size = min(page.sizes.head, height * 0.86)
    if size >= LEAST_HEAD:
        baseline = y + height / 2 + size * CAP_HEIGHT / 2
        ink = page.theme.ink
        page.texts.append(Text(part="totals", x=x, y=baseline, text=ALL, size=size, weight=600, ink=ink, anchor="end"))
