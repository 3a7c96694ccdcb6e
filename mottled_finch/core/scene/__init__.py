"""Recipe and matrix to a scene: the parts of the page, measured and placed, in points."""

from .layout import lay_out
from .marks import Box, Grid, Hatching, Line, Scene, Text

__all__ = ["Box", "Grid", "Hatching", "Line", "Scene", "Text", "lay_out"]
