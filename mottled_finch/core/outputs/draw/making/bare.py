"""A figure whose numbers stay here: its colors alone, with heads, legend and words."""

from dataclasses import replace

from ....figures.figure.figure import Figure
from .choices import Choices
from .texts import statement_of


def as_chosen(figure: Figure, choices: Choices) -> Figure:
    """The figure, without its numbers where these do not go along. The legend and the words of the author stay as they are."""
    if choices.values == "yes":
        return figure
    scene = figure.scene
    grid = replace(scene.grid, prints=()) if scene.grid else None
    texts = tuple(text for text in scene.texts if text.part != "totals" or text.row is None or text.column is None)
    alternative = f"Heat map, its colors alone. {statement_of(figure)}"
    return replace(figure, scene=replace(scene, grid=grid, texts=texts, alternative=alternative))
