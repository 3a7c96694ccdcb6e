"""Letters that the font of the page lacks: another font draws them, or boxes stand for them where no other is at hand."""

from dataclasses import replace

from ..scene.typeface import BUNDLED
from .caution import Caution, Cure, Seen

_TOLD = 3


def find(seen: Seen) -> Caution | None:
    covers = seen.figure.typeface.covers
    lacking = [text for text in _texts(seen) if not covers(text)]
    letters = dict.fromkeys(letter for text in lacking for letter in text if not covers(letter))
    if not letters:
        return None
    first, more = lacking[0], len(lacking) - 1
    where = f"“{first}”" + (f" and {more:,} more texts" if more > 1 else " and one more text" if more else "")
    told = ", ".join(list(letters)[:_TOLD]) + ("" if len(letters) <= _TOLD else " and others")
    own = seen.recipe.page.font is not None
    words = f"The font of the page lacks letters of {where} ({told}): another font may draw them, or boxes. "
    return Caution(
        name="missing_letters",
        words=words + ("Give a font that has them" if own else "Give the page a font of the house that has them, under Page") + ".",
        cure=_bundled(seen) if own else None,
    )


def _texts(seen: Seen) -> list[str]:
    """All that is written on the page, each once."""
    scene = seen.figure.scene
    return list(dict.fromkeys([*(text.text for text in scene.texts), *(scene.grid.prints if scene.grid else ())]))


def _bundled(seen: Seen) -> Cure | None:
    """The bundled font, where it has them all and only the house's own has not."""
    if not all(map(BUNDLED.covers, _texts(seen))):
        return None
    return Cure(words="Take the bundled font", recipe=replace(seen.recipe, page=replace(seen.recipe.page, font=None)))
