"""What heads, legend, notes and page of a recipe must satisfy beyond the types of their parts."""

from ..errors import RecipeError
from ..language.languages import code_of
from ..vocabulary import LIMITS
from .check_color import HEX
from .check_pivot import check_measure
from .spec import WEIGHED, PageSpec, Recipe, TemplateSpec, UnderlaySpec


def check_frame(recipe: Recipe) -> None:
    """Raises RecipeError for the first thing that is not well formed, whatever the table."""
    heads, page = recipe.heads, recipe.page
    if heads.group_gap is not None and not 0 <= heads.group_gap <= LIMITS.group_gap_most:
        raise RecipeError(f"groups {heads.group_gap} points apart; choose 0 to {LIMITS.group_gap_most}", path="heads.group_gap")
    _check_weight(recipe)
    if len(recipe.legend.ticks) > LIMITS.ticks_most:
        raise RecipeError(f"{len(recipe.legend.ticks)} places are named; a legend holds {LIMITS.ticks_most}", path="legend.ticks")
    if len(recipe.notes) > LIMITS.notes_most:
        raise RecipeError(f"there are {len(recipe.notes)} notes; a page holds {LIMITS.notes_most}", path="notes")
    for i, note in enumerate(recipe.notes):
        if note.row is None and note.column is None:
            raise RecipeError("say which row or column the note is on, by its labels", path=f"notes[{i}]")
        if not note.outline and not note.text:
            raise RecipeError("a note without an outline needs words", path=f"notes[{i}].text")
    check_page(page)
    if page.underlay is not None:
        _check_underlay(page.underlay, "page.underlay")


def _check_weight(recipe: Recipe) -> None:
    for side, _ in WEIGHED:
        weight = getattr(recipe.heads.weight, side)
        if weight is None:
            continue
        if recipe.page.underlay is not None:
            raise RecipeError(
                "cells over a picture stand where the picture has them, and are alike; take off the weight or the picture",
                path=f"heads.weight.{side}",
            )
        check_measure(weight, f"heads.weight.{side}")


def check_page(page: PageSpec) -> None:
    """Raises RecipeError for a page that is not well formed."""
    for side, length in (("width", page.width), ("height", page.height)):
        if not LIMITS.page_least <= length <= LIMITS.page_most:
            raise RecipeError(f"a page of {length} points; choose {LIMITS.page_least} to {LIMITS.page_most:,}", path=f"page.{side}")
    if page.least_type is not None and not LIMITS.least_type_least <= page.least_type <= LIMITS.least_type_most:
        raise RecipeError(
            f"type of {page.least_type:g} points at least; choose {LIMITS.least_type_least} to {LIMITS.least_type_most}",
            path="page.least_type",
        )
    if page.language is not None and code_of(page.language) is None:
        raise RecipeError(
            f'"{page.language}" is no language that figures are written in; give a tag such as "de", "fr" or "pt-BR"',
            path="page.language",
            received=page.language,
        )
    if page.template is not None:
        _check_template(page.template)
    for name in ("ground", "ink"):
        color = getattr(page, name)
        if color is not None and not HEX.match(color):
            raise RecipeError(f'"{color}" is not a color; write it as "#1f6b6d"', path=f"page.{name}", received=color)


def _check_template(template: TemplateSpec) -> None:
    for name in ("slides", "layout", "document"):
        given = getattr(template, name)
        if given is not None and not 0 < len(given.strip()) <= LIMITS.template_most:
            raise RecipeError(
                f"a name has 1 to {LIMITS.template_most} letters; give that of the template", path=f"page.template.{name}"
            )
    if template.layout is not None and template.slides is None:
        raise RecipeError("a layout is one of a template; name the template of the slides, too", path="page.template.slides")


def _check_underlay(underlay: UnderlaySpec, path: str) -> None:
    for name in ("strength", "cells"):
        if not 0 <= getattr(underlay, name) <= 1:
            raise RecipeError(f"{getattr(underlay, name):g} is not from 0 to 1", path=f"{path}.{name}")
    crop = underlay.crop
    inside = crop.left >= 0 and crop.top >= 0 and crop.left + crop.width <= 1.000001 and crop.top + crop.height <= 1.000001
    if not inside or crop.width <= 0 or crop.height <= 0:
        raise RecipeError("the part of the picture does not lie within it; give shares from 0 to 1", path=f"{path}.crop")
