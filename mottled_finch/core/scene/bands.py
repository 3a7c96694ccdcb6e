"""Totals, in bands apart from the cells and without color: a total inside the scale would flatten everything else."""

from math import floor

from .heads import LEAST_HEAD, head_size
from .marks import Box, Text
from .page import ALL, BAND, INK, Page
from .type import CAP_HEIGHT, width_of


def band_of_rows(page: Page, texts: list[str], x: float, ys: list[float], width: float, inner: float, top: float) -> None:
    size, _ = head_size(page.sizes.head, inner)
    head_y = top - round(page.sizes.head * 0.55)
    page.texts.append(
        Text(part="totals", x=x + width / 2, y=head_y, text=ALL, size=page.sizes.head, weight=600, ink=INK, anchor="middle")
    )
    for text, y in zip(texts, ys, strict=True):
        band_cell(page, text, x, y, width, inner, size)


def band_of_columns(
    page: Page, xs: list[float], y: float, inner: float, height: float, grid_left: float, head_width: float
) -> None:
    texts = [page.number(value) for value in page.matrix.column_totals]
    widest = max(width_of(text, 1.0, 600) for text in texts) or 1.0
    size = floor(min(page.sizes.head, (inner - 2) / widest) * 4) / 4
    baseline = y + height / 2 + page.sizes.head * CAP_HEIGHT / 2
    if head_width:
        x = grid_left - round(page.sizes.head * 0.7)
        page.texts.append(Text(part="totals", x=x, y=baseline, text=ALL, size=page.sizes.head, weight=600, ink=INK, anchor="end"))
    for text, x in zip(texts, xs, strict=True):
        band_cell(page, text, x, y, inner, height, size)


def band_cell(page: Page, text: str, x: float, y: float, width: float, height: float, size: float) -> None:
    page.boxes.append(Box(part="totals", x=x, y=y, width=width, height=height, fill=BAND))
    if text and size >= LEAST_HEAD and height >= size:
        baseline = y + height / 2 + size * CAP_HEIGHT / 2
        page.texts.append(
            Text(part="totals", x=x + width / 2, y=baseline, text=text, size=size, weight=600, ink=INK, anchor="middle")
        )
