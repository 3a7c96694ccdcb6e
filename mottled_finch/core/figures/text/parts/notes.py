"""Marks on cells, rows and columns."""

from ....common.language.english import counted
from .piece import Piece, Said, sentence


def notes(said: Said) -> list[Piece]:
    marked = said.written.notes
    if not marked:
        return sentence("Nothing is marked.")
    numbered = sum(bool(note.text) for note in marked)
    words = f"{counted(len(marked), 'mark')} on the figure"
    return sentence(f"{words}, {numbered:,} with words below it." if numbered else f"{words}.")
