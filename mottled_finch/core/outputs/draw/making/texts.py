"""What an output says beside the figure: its words in full, its legend, and where it comes from."""

from dataclasses import dataclass

from ....figures.cautions import cautions_of
from ....figures.figure.figure import Figure
from ....figures.scene.legend import Legend, legend_of
from ....figures.scene.notes import placed_notes
from ....figures.scene.page import Page
from ....figures.text.page_words import PageWords
from ....matrices.statement import write_statement

NAME = "Mottled Finch figure"
"""What the figure is called in a slide or a document, by which it is found again."""
_WIDE = 100_000.0
"""Points: no word of a legend is cut, or put on a line of its own."""


@dataclass(frozen=True, kw_only=True)
class Told:
    """``notes`` are those that are numbered in the figure, in that order; ``legend`` is None where it is not shown."""

    words: PageWords
    notes: tuple[str, ...]
    legend: Legend | None


def told(figure: Figure) -> Told:
    recipe = figure.recipe
    page = Page(recipe, figure.facts, figure.typeface)
    notes = [
        figure.facts.filled(note.text, f"notes[{recipe.notes.index(note)}].text")
        for note, _, _ in placed_notes(recipe.notes, figure.matrix)
        if note.text
    ]
    shown = recipe.legend.show and figure.scene.grid is not None
    return Told(words=page.words, notes=tuple(notes), legend=legend_of(page, _WIDE, 0.0) if shown else None)


def statement_of(figure: Figure) -> str:
    """The sentence that the figure was made by, with the columns called as they are in the table."""
    return write_statement(figure.recipe.pivot, figure.facts.table.names)


def about(figure: Figure, *, numbers: bool) -> list[tuple[str, str]]:
    """How the figure was made, of what, and what may mislead in it, each under its name. Cautions name cells with their numbers, so
    they stay where ``numbers`` do.
    """
    words = told(figure).words
    standing, _ = cautions_of(figure, figure.recipe) if numbers else ([], [])
    found = [("Statement", statement_of(figure)), ("Caption", words.caption), ("Source", words.source)]
    return [line for line in found if line[1]] + [("Caution", caution.words) for caution in standing]
