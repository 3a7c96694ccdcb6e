"""Recipe and matrix to a scene: the parts of the page, measured and placed, in points."""

from ...common.vocabulary import Theme
from .layout import lay_out
from .shapes import Box, Grid, Hatching, Line, Part, Scene, Text, Under

__all__ = ["Box", "Grid", "Hatching", "Line", "Part", "Scene", "Text", "Theme", "Under", "lay_out"]
