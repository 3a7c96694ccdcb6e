"""What each part of a plate says now, as a sentence whose phrases open what sets them. ``SENTENCES`` is the table that a part is
entered in.
"""

from collections.abc import Callable, Sequence

from .cells import cells
from .color import color
from .heads import heads
from .legend import legend
from .notes import notes
from .page import page
from .page_words import page_words
from .piece import Piece, Said, text_of

SENTENCES: dict[str, Callable[[Said], list[Piece]]] = {
    "color": color,
    "cells": cells,
    "heads": heads,
    "legend": legend,
    "words": page_words,
    "notes": notes,
    "page": page,
}


def sentences_of(said: Said) -> dict[str, Sequence[Piece]]:
    """The sentences of all parts."""
    return {part: say(said) for part, say in SENTENCES.items()}


__all__ = ["SENTENCES", "Piece", "Said", "sentences_of", "text_of"]
