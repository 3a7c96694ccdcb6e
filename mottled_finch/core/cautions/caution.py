"""What a caution is: a way in which a figure would mislead, and one action that cures it."""

from dataclasses import dataclass

from ..figure.figure import Figure
from ..recipe.spec import Recipe


@dataclass(frozen=True, kw_only=True)
class Cure:
    """What the cure is called, and the recipe that has it."""

    words: str
    recipe: Recipe


@dataclass(frozen=True, kw_only=True)
class Caution:
    """``name`` is that of its file, by which it is dismissed. ``words`` are one sentence. Where no change of the recipe helps,
    there is no cure, and the words say what does.
    """

    name: str
    words: str
    cure: Cure | None = None


@dataclass(frozen=True, kw_only=True)
class Seen:
    """What a caution looks at: the recipe as its user wrote it, and the figure it makes."""

    recipe: Recipe
    figure: Figure
