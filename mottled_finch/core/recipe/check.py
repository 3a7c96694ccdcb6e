"""What a recipe must satisfy beyond the types of its parts."""

import re

from ..errors import RecipeError, did_you_mean
from .spec import ConditionSpec, EndSpec, MeasureSpec, Recipe

FACT = re.compile(r"\{([a-z]+(?:\.[a-z]+)*)\}")
"""Words in braces stand for a live fact: a number that is filled in anew whenever the figure is made."""
FACTS = ("n",)
PAGE_LEAST, PAGE_MOST = 120, 4_000


def check_recipe(recipe: Recipe) -> None:
    """Raises RecipeError for the first thing that is not well formed, whatever the table."""
    pivot = recipe.pivot
    for side, levels in (("rows", pivot.rows), ("columns", pivot.columns)):
        if len(levels) > 1:
            raise RecipeError(f"{len(levels)} levels are listed; keep one, more do not nest yet", path=f"pivot.{side}")
    _check_measure(pivot.measure)
    for i, condition in enumerate(pivot.keep):
        _check_condition(condition, f"pivot.keep[{i}]")
    _check_end(recipe.color.low, "color.low")
    _check_end(recipe.color.high, "color.high")
    if recipe.color.middle is not None:
        _check_end(recipe.color.middle, "color.middle")
    if recipe.cells.decimals is not None and not 0 <= recipe.cells.decimals <= 10:
        raise RecipeError(f"{recipe.cells.decimals} decimals are asked for; choose 0 to 10", path="cells.decimals")
    for name in ("title", "subtitle", "caption"):
        for fact in FACT.findall(getattr(recipe.words, name) or ""):
            if fact not in FACTS:
                raise RecipeError(
                    f'no live fact "{fact}"; {did_you_mean(fact, FACTS)}', path=f"words.{name}", received=fact, allowed=FACTS
                )
    for side, length in (("width", recipe.page.width), ("height", recipe.page.height)):
        if not PAGE_LEAST <= length <= PAGE_MOST:
            raise RecipeError(f"a page of {length} points; choose {PAGE_LEAST} to {PAGE_MOST:,}", path=f"page.{side}")


def _check_measure(measure: MeasureSpec) -> None:
    if measure.take == "count" and measure.of is not None:
        raise RecipeError('"count" counts records and takes no field; leave "of" out', path="pivot.measure.of")
    if measure.take != "count" and measure.of is None:
        raise RecipeError(f'"{measure.take}" needs the field it is taken of; add "of"', path="pivot.measure")


def _check_condition(condition: ConditionSpec, path: str) -> None:
    spans = condition.from_ is not None or condition.to is not None
    asked = [condition.in_ is not None, condition.not_in is not None, spans]
    if sum(asked) == 0:
        raise RecipeError('nothing is said about the field; add "in", "not_in", "from" or "to"', path=path)
    if sum(asked) > 1:
        raise RecipeError('"in", "not_in" and "from" with "to" do not go together; write one condition for each', path=path)
    if spans and condition.cut is not None:
        raise RecipeError('"from" and "to" are of the moment itself; leave "cut" out', path=f"{path}.cut")


def _check_end(end: EndSpec, path: str) -> None:
    given = [name for name in ("at", "percent", "percentile") if getattr(end, name) is not None]
    if len(given) != 1:
        problem = "no place is given" if not given else f"{' and '.join(given)} are given"
        raise RecipeError(f'{problem}; give one of "at", "percent" and "percentile"', path=path)
    for name in ("percent", "percentile"):
        value = getattr(end, name)
        if value is not None and not 0 <= value <= 100:
            raise RecipeError(f"{value:g} is not from 0 to 100", path=f"{path}.{name}", received=value)
