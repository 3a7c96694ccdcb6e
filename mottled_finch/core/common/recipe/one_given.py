"""Parts of a recipe of which one key says what is meant, whichever it is."""

from collections.abc import Sequence

from ..errors import RecipeError
from ..language.english import listed


def one_given(part: object, names: Sequence[str], path: str, nothing: str, joined: str = "and") -> str:
    """The one of these keys that is given. Raises RecipeError where several are, or none, which ``nothing`` says."""
    given = [name for name in names if getattr(part, name) is not None]
    if len(given) != 1:
        problem = f"{' and '.join(given)} are given" if given else nothing
        raise RecipeError(f"{problem}; give one of {listed(names, joined)}", path=path)
    return given[0]
