"""Recipe and matrix to a scene: the parts of the page, measured and placed, in points."""

from .layout import lay_out
from .marks import Box, Grid, Hatching, Line, Scene, Text, Under
from .themes import Theme

__all__ = ["Box", "Grid", "Hatching", "Line", "Scene", "Text", "Theme", "Under", "lay_out"]
