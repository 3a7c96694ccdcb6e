"""A sentence whose phrases can be clicked: pieces of plain words and of phrases that stand for what is set."""

from collections.abc import Sequence
from dataclasses import dataclass

from ....colors.coloring import Coloring
from ....common.recipe.spec import Recipe
from ...contents.number_style import NumberStyle

_LONGEST = 28


@dataclass(frozen=True)
class Piece:
    """Words of a sentence. A phrase ``opens`` what sets it; ``set`` says that the recipe says so itself."""

    text: str
    opens: str = ""
    set: bool = False


@dataclass(frozen=True, kw_only=True)
class Said:
    """What a sentence is said of: the recipe as it is written, the same with what it leaves open, and the colors it makes."""

    written: Recipe
    recipe: Recipe
    coloring: Coloring
    style: NumberStyle


def sentence(*parts: "str | Piece | Sequence[Piece] | None") -> list[Piece]:
    """A sentence of its parts; None is nothing."""
    found: list[Piece] = []
    for part in parts:
        if isinstance(part, str):
            found.append(Piece(part))
        elif isinstance(part, Piece):
            found.append(part)
        elif part is not None:
            found += part
    return found


def text_of(pieces: Sequence[Piece]) -> str:
    """The sentence as plain words."""
    return "".join(piece.text for piece in pieces)


def quoted(words: str) -> str:
    """Somebody's words within a sentence, shortened."""
    line = " ".join(words.split())
    return f"“{line if len(line) <= _LONGEST else f'{line[: _LONGEST - 1].rstrip()}…'}”"
