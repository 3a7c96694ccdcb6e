"""The floor plan of the waiting hall at Lantern Wharf, drawn here: walls, desk, window, machines, benches, an office."""

import base64
from functools import cache

import resvg_py

from mottled_finch.core.figures.scene.typeface import FAMILY, FILES

from .waiting_hall import SIDE

_PIXELS = 900
_INK, _FLOOR, _WALL, _WATER = "#39424a", "#fbf8f1", "#55606a", "#c4d7dd"


def _svg() -> str:
    """The plan in places of the grid: x across, y down, from 0 to 50."""
    pillars = "".join(f'<circle cx="{x - 0.5}" cy="{y - 0.5}" r="0.62" fill="{_WALL}"/>' for x in (8, 24, 40) for y in (8, 24, 40))
    benches = "".join(f'<rect x="{x}" y="{y}" width="7" height="1.3"/>' for x in (14, 27) for y in (15, 19, 31, 35))

    def label(x: float, y: float, words: str) -> str:
        return f'<text x="{x}" y="{y}" font-size="1.7" fill="{_INK}" text-anchor="middle">{words}</text>'

    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {SIDE} {SIDE}" font-family="{FAMILY}">'
        f'<rect width="{SIDE}" height="{SIDE}" fill="{_FLOOR}"/>'
        f'<rect x="47.4" y="12" width="2.6" height="26" fill="{_WATER}"/>'
        f'<g fill="none" stroke="{_WALL}" stroke-width="0.9">'
        '<path d="M0.45 0.45 H49.55 V12 M49.55 38 V49.55 H30 M22 49.55 H0.45 V0.45"/>'
        '<path d="M38 49.5 V44 H49.5"/><path d="M3 4.5 H13 V12.5 H3 Z"/><path d="M8 37.5 H15 V42 H8 Z"/></g>'
        f'<g fill="none" stroke="{_INK}" stroke-width="0.25">{benches}</g>{pillars}'
        f"{label(8, 3.2, 'Tickets')}{label(44, 10.6, 'Window')}{label(11.5, 44.6, 'Machines')}"
        f"{label(44, 47.6, 'Office')}{label(26, 48.4, 'Door')}</svg>"
    )


@cache
def floor_plan() -> str:
    """The plan as a PNG, a data address."""
    drawn = resvg_py.svg_to_bytes(
        svg_string=_svg(), font_files=[str(path) for path in FILES.values()], font_family=FAMILY, width=_PIXELS, height=_PIXELS
    )
    return f"data:image/png;base64,{base64.b64encode(bytes(drawn)).decode()}"
