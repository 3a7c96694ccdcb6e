"""Every error the core raises on purpose.

    CoreError
    ├── IntakeError    a file that cannot be read as a table
    ├── RecipeError    a recipe that is not well formed
    ├── TableError     a recipe that does not fit its table
    ├── DrawError      a picture that cannot be made
    └── Canceled       work that nobody waits for any more

A message is one sentence: where, what, what to do. ``path`` is the place in the recipe (``pivot.rows[0].field``) or the
file's name; ``received`` and ``allowed`` hold the facts behind the sentence for interfaces that want to show them apart.
"""

from collections.abc import Iterable
from difflib import get_close_matches


class CoreError(Exception):
    """An error a user can act on. ``str(error)`` is the whole sentence, led by its place."""

    def __init__(self, message: str, *, path: str = "", received: object = None, allowed: Iterable[str] = ()) -> None:
        super().__init__(f"{path}: {message}" if path else message)
        self.message = message
        self.path = path
        self.received = received
        self.allowed = tuple(allowed)


class IntakeError(CoreError):
    """A file that cannot be read as a table."""


class RecipeError(CoreError):
    """A recipe that is not well formed."""


class TableError(CoreError):
    """A well-formed recipe that does not fit the table it is laid on."""


class DrawError(CoreError):
    """A figure that cannot be drawn in the form asked for."""


class Canceled(CoreError):
    """Work that was given up because nobody waits for it any more."""


def did_you_mean(word: str, known: Iterable[str]) -> str:
    """The end of a sentence about an unknown word: the nearest known one, or the whole list when none is near."""
    names = list(known)
    folded = {name.casefold(): name for name in names}
    near = get_close_matches(word.casefold(), folded, n=1, cutoff=0.6)
    if near:
        return f'did you mean "{folded[near[0]]}"?'
    if not names:
        return "there is none to choose from"
    shown = ", ".join(names[:12]) + (", …" if len(names) > 12 else "")
    return f"choose from {shown}"
