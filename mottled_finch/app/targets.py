"""The targets of a table: whether the plates that stand at them allow others, and what was changed, in words."""

from collections.abc import Callable, Collection, Mapping
from typing import Any

from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.common.language.english import counted
from mottled_finch.core.common.recipe import Recipe, load_recipe

from .refusals import Refused, WouldBreak

Targets = Mapping[str, float]


def check_targets(before: Targets, after: Targets, recipes: Collection[dict[str, Any]], make: Callable[[Recipe], object]) -> None:
    """``recipes`` are those of the plates of the table, as they are written; ``make`` makes one with the targets as they would be.
    Raises WouldBreak where a plate uses a target that would be gone, and Refused where it cannot be made with one that would
    change, such as a middle that would be beyond an end.
    """
    for name in before.keys() - after.keys():
        users = sum(uses(recipe, name) for recipe in recipes)
        if users:
            raise WouldBreak(f'"{name}" is used by {counted(users, "plate")}; take it off there first.', path="targets")
    changed = [name for name, at in after.items() if before.get(name) != at]
    for plain in recipes:
        if any(uses(plain, name) for name in changed):
            recipe = load_recipe(plain)
            try:
                make(recipe)
            except CoreError as error:
                if error.path.startswith("color"):  # what is wrong with it otherwise was so before
                    title = recipe.words.title or "A plate of this table"
                    raise Refused(f'"{title}" could not be made with it: {error.message}.', path="targets") from error


def uses(recipe: dict[str, Any], name: str) -> bool:
    """Whether a recipe stands at a target of its table, and not at one that it brings itself."""
    return name not in recipe.get("table", {}).get("targets", {}) and _stands_at(recipe, name)


def _stands_at(part: Any, name: str) -> bool:
    """Whether a recipe, or a part of it, names a target."""
    if isinstance(part, dict):
        return part.get("target") == name or any(_stands_at(each, name) for each in part.values())
    return isinstance(part, list) and any(_stands_at(each, name) for each in part)


def change_in_words(before: Targets, after: Targets) -> str:
    """What was done to the targets, as the table's history tells it."""
    changed = [name for name in after if before.get(name) != after[name]]
    gone = [name for name in before if name not in after]
    if len(changed) == 1 and not gone:
        return f"Target {changed[0]} set to {after[changed[0]]:g}"
    return f"Target {gone[0]} taken out" if len(gone) == 1 and not changed else "Targets changed"
