"""Figures of five shapes, each as it was when a person last looked at it: two by two, one line, a tall one, the usual, a huge one.

`python -m tests.core.outputs.draw.test_pictures` makes the pictures anew; look at them before they are committed.
"""

import io
import itertools
import math
from datetime import date, timedelta
from pathlib import Path

import numpy as np
import pytest
from PIL import Image

from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.draw.png import draw_png

from ...conftest import figure_of

FOLDER = Path(__file__).parent / "pictures"
PIERS = [
    *("Ardle Quay", "Brackwater", "Cairn Point", "Dunmarrow", "Eel Stairs", "Farrow Hard", "Gannet Slip"),
    *("Hollin Jetty", "Inner Mole", "Kestle Hythe", "Lantern Wharf", "Marrow Steps", "Northing Stage", "Saint Brannoc"),
]
YEAR = [str(date(2025, 1, 1) + timedelta(i)) for i in range(365)]


def figure(rows: list[str], columns: list[str], title: str, cut: str | None = None, *, totals: bool = False) -> Figure:
    """Values that rise and fall over both sides, so that a picture of them is small."""
    lines = [
        f"{row},{column},{20 + 9 * math.sin(i * 6 / len(rows)) + 7 * math.cos(j * 5 / len(columns)):.1f}"
        for (i, row), (j, column) in itertools.product(enumerate(rows), enumerate(columns))
    ]
    across = {"field": "c", "cut": cut} if cut else {"field": "c"}
    pivot = {
        "rows": [{"field": "r"}],
        "columns": [across],
        "measure": {"take": "average", "of": "minutes"},
        "order": {"rows": {"by": "appearance"}, **({} if cut else {"columns": {"by": "appearance"}})},
        "totals": {"rows": totals, "columns": totals},
    }
    words = {"title": title, "subtitle": "Average minutes late", "source": "Source: berth log."}
    return figure_of("r,c,minutes\n" + "\n".join(lines), pivot=pivot, words=words, legend={"title": "Minutes late"})


FIGURES = {
    "two-by-two": lambda: figure(["Summer", "Winter"], ["Workdays", "Weekends"], "Winter weekends are worst"),
    "one-by-forty": lambda: figure(["All piers"], YEAR[:280:7], "Forty weeks of all piers", "year_week"),
    "sixty-by-three": lambda: figure(
        [f"Berth {i}" for i in range(1, 61)], ["Morning", "Noon", "Evening"], "Sixty berths have one bad end"
    ),
    "fourteen-by-twelve": lambda: figure(PIERS, YEAR[5::31], "Spring makes all piers late", "month", totals=True),
    "three-hundred-by-a-year": lambda: figure([f"Vessel {i}" for i in range(1, 301)], YEAR, "Every vessel, every day", "date"),
}
_LEAST_ALIKE = 0.995
"""Of the pixels: those that may differ are edges of letters, which renderers round in their own way."""


def picture(made: Figure) -> Image.Image:
    return Image.open(io.BytesIO(draw_png(made, 1.0))).convert("RGB")


@pytest.mark.parametrize("name", FIGURES)
def test_it_is_as_it_was_looked_at(name, tmp_path):
    found = picture(FIGURES[name]())
    with Image.open(FOLDER / f"{name}.png") as kept:
        wanted = np.asarray(kept.convert("RGB"), dtype=int)
    same = (np.abs(np.asarray(found, dtype=int) - wanted) <= 24).all(axis=2).mean()
    if same < _LEAST_ALIKE:
        found.save(tmp_path / f"{name}.png")
    assert same >= _LEAST_ALIKE, f"{1 - same:.1%} of the pixels differ; see {tmp_path}"


if __name__ == "__main__":
    FOLDER.mkdir(exist_ok=True)
    for name, make in FIGURES.items():
        picture(make()).quantize(255).save(FOLDER / f"{name}.png", optimize=True)
