"""The differences since the edition before, as a plate of their own."""

from dataclasses import replace

from ...common.errors import RecipeError
from ...common.language import OURS
from ...common.recipe import Recipe
from ...common.recipe.spec import ColorSpec, ShowSpec
from ...common.wording.parts import default_title


def differences_of(recipe: Recipe) -> Recipe:
    """The recipe of the plate whose cells show by how much its values differ from those of the edition before, on a scale that
    follows from that. What was written and claimed of its values is not said of their differences.
    Raises RecipeError for coefficients, which are of one edition.
    """
    if recipe.pivot.correlate is not None:
        raise RecipeError("coefficients are of one edition; there are no differences of them", path="pivot.correlate")
    show = ShowSpec(as_="against", by="difference", edition="before")
    title = recipe.words.title or ""
    title = default_title(recipe.pivot, OURS) if not title or "{" in title else title  # facts of differences say something else
    words = replace(recipe.words, title=f"{title}: since the edition before", subtitle=None, caption=None)
    return replace(
        recipe,
        pivot=replace(recipe.pivot, show=show),
        color=ColorSpec(high_is=recipe.color.high_is),
        each=(),
        legend=replace(recipe.legend, title=None, ticks=()),
        words=words,
        claims=(),
        notes=(),
        dismissed={},
    )
