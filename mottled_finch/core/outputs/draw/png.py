"""Scene to PNG, by way of the SVG."""

from ...common.errors import DrawError
from ...figures.figure.figure import Figure
from .render import Order, order_of, rendered

ZOOM_MOST = 4.0
_PIXELS_MOST = 120_000_000


def png_order(figure: Figure, zoom: float = 2.0) -> Order:
    """The figure as a PNG of ``zoom`` pixels a point. Raises DrawError for a zoom outside 1 to 4, or too many pixels."""
    if not 1 <= zoom <= ZOOM_MOST:
        raise DrawError(f"a zoom of {zoom:g}; choose 1 to {ZOOM_MOST:g}", path="zoom", received=zoom)
    scene = figure.scene
    if scene.width * scene.height * zoom * zoom > _PIXELS_MOST:
        raise DrawError(
            f"the picture would have {round(scene.width * zoom):,} by {round(scene.height * zoom):,} pixels, "
            "which is too many; choose a smaller zoom or page",
            path="zoom",
            received=zoom,
        )
    return order_of(figure, "png", round(scene.width * zoom), round(scene.height * zoom))


def draw_png(figure: Figure, zoom: float = 2.0) -> bytes:
    """The same, made here."""
    return rendered(png_order(figure, zoom))
