"""Outputs beside a PNG of the same figure, in turns: of 24 by 60 cells with their values, and of 40,000."""

from collections.abc import Callable
from dataclasses import replace

from bench.measure import Measured, in_turns
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL

from . import data

GRID = {"rows": [{"field": "down"}], "columns": [{"field": "over"}], "measure": {"take": "sum", "of": "height"}}
SIZES = {"24x60": (60, 24), "40k": (200, 200)}


def _output(ending: str, size: str) -> Callable[[], Measured]:
    name = f"{ending.replace('.', '_')}_{size}"

    def measured() -> Measured:
        figure = make_figure(data.grid_table(*SIZES[size]), load_recipe({"finch_recipe": 2, "pivot": GRID}))
        found = in_turns(
            name,
            lambda: DRAWINGS[ending].draw(figure, USUAL),
            rows=figure.matrix.values.size,
            touched=figure.matrix.values.nbytes,
            peer=lambda: DRAWINGS["png"].draw(figure, USUAL),
            turns=5,
        )
        return replace(found, picture=found.columnar, columnar=None)

    measured.__name__ = name
    return measured


FIGURES = tuple(_output(ending, size) for size in SIZES for ending in DRAWINGS if ending != "png")
