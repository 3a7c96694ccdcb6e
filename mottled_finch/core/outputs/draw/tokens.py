"""The colors of a figure as a palette for other tools."""

from ...colors.palettes import PALETTES
from ...colors.tokens import write_tokens
from ...figures.figure.figure import Figure


def draw_tokens(figure: Figure) -> bytes:
    """A file of color tokens in UTF-8: each band, or nine steps from the low end to the high one."""
    color = figure.recipe.color
    name = "House colors" if color.colors else PALETTES[color.palette or ""].title
    return write_tokens(name, figure.coloring.colors).encode()
