"""Totals, drawn in bands apart from the cells."""

from typing import NamedTuple

from .heads import LEAST_HEAD
from .page import Page
from .shapes import Anchor, Box, Text
from .total_looks import Look
from .type import CAP_HEIGHT
from .uncolored import Uncolored, marks_of


def band_size(page: Page, text: str, width: float) -> float:
    """The largest size at which a text fits a band of a width."""
    return min(page.sizes.head, (width - 4) / (page.typeface.width_of(text, 1.0, 600) or 1.0))


class Rect(NamedTuple):
    """Where a total stands."""

    x: float
    y: float
    width: float
    height: float


def band_cell(page: Page, line: tuple[int, int], text: str, rect: Rect, size: float, look: Look) -> None:
    """A total, by its row and column among all lines."""
    x, y, width, height = rect
    page.boxes.append(
        Box(
            part="totals",
            x=x,
            y=y,
            width=width,
            height=height,
            fill=look.fill,
            step=look.step,
            value=look.value,
            row=line[0],
            column=line[1],
        )
    )
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
                length=page.typeface.width_of(text, size, 600),
            )
        )


def band_head_across(page: Page, x: float, width: float, bottom: float) -> None:
    """The head over a band of totals to the right of cells, between the turned heads that reach into its room from either side."""
    turned = [(text.x - text.size * 0.75, text.x + text.size * 0.25) for text in page.texts if text.turned and text.part == "heads"]
    middle = x + width / 2
    left = max([x, *(right for _, right in turned if x < right < middle)])
    right = min([x + width, *(left for left, _ in turned if middle < left < x + width)])
    size = min(page.sizes.head, (right - left - 2) / max(page.typeface.width_of(page.language.say("all"), 1.0, 600), 0.1))
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
            Text(part="totals", x=x, y=baseline, text=page.language.say("all"), size=size, weight=600, ink=ink, anchor="end")
        )


def _band_head(page: Page, x: float, y: float, size: float, anchor: Anchor) -> None:
    words = page.language.say("all")
    page.texts.append(Text(part="totals", x=x, y=y, text=words, size=size, weight=600, ink=page.theme.ink, anchor=anchor))
