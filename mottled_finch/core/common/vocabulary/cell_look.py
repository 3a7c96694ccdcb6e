"""How cells are drawn, where the outputs and the screen, which recolors cells by itself while a handle is dragged, must agree."""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class CellLook:
    """Lengths in points. ``rim`` is drawn around a symbol, so that one as light as the ground is seen; a bar is ``bar_height``
    of its room high; on cells whose shorter side is less than ``hatched_least``, hatching would be noise. The disc of a cell that
    only one side of a comparison has is ``alone`` of its shorter side wide, ``alone_most`` at most, and the ``hole`` of a ring is
    so much of it. ``light_ink``,
    ``dark_ink`` and ``black_ink`` are what values on cells are printed in, the first of them that reaches a contrast of
    ``readable``.
    """

    rim: float = 0.6
    bar_height: float = 0.62
    hatched_least: float = 5
    alone: float = 0.34
    alone_most: float = 9
    hole: float = 0.6
    light_ink: str = "#ffffff"
    dark_ink: str = "#1d211a"
    black_ink: str = "#000000"
    readable: float = 4.5


CELL_LOOK = CellLook()
