"""Scene to PNG, by way of the SVG."""

import resvg_py

from ..errors import DrawError
from ..figure import Figure
from .svg import needs_other_fonts, svg_text

ZOOM_MOST = 4.0
_PIXELS_MOST = 120_000_000


def draw_png(figure: Figure, zoom: float = 2.0) -> bytes:
    """The figure as a PNG of ``zoom`` pixels a point. Raises DrawError for a zoom outside 1 to 4, or too many pixels."""
    if not 1 <= zoom <= ZOOM_MOST:
        raise DrawError(f"a zoom of {zoom:g}; choose 1 to {ZOOM_MOST:g}", path="zoom", received=zoom)
    scene, typeface = figure.scene, figure.typeface
    if scene.width * scene.height * zoom * zoom > _PIXELS_MOST:
        raise DrawError(
            f"the picture would have {round(scene.width * zoom):,} by {round(scene.height * zoom):,} pixels, "
            "which is too many; choose a smaller zoom or page",
            path="zoom",
            received=zoom,
        )
    # A family the renderer does not know would draw nothing at all, so every generic family is set to ours.
    return bytes(
        resvg_py.svg_to_bytes(
            svg_string=svg_text(scene, with_font=False, typeface=typeface),
            skip_system_fonts=not needs_other_fonts(scene, typeface),
            font_files=typeface.paths,
            font_family=typeface.family,
            serif_family=typeface.family,
            sans_serif_family=typeface.family,
            width=round(scene.width * zoom),
            height=round(scene.height * zoom),
        )
    )
