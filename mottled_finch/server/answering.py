"""The one way from an answer, which is a dataclass of openapi.py, to what is sent."""

from collections.abc import Mapping
from dataclasses import fields, is_dataclass
from enum import Enum
from functools import cache
from typing import Any

from rest_framework.response import Response

from mottled_finch.core.common.language.directions import apart
from mottled_finch.core.common.recipe import Recipe, dump_object, dump_recipe

_SENTENCES = ("words", "problem", "why", "statement", "default_title", "default_caption")
"""Fields of answers that tell of names in the midst of other words."""


def answer(found: object, status: int = 200, headers: dict[str, str] | None = None) -> Response:
    return Response(plain(found), status=status, headers=headers)


def plain(value: Any) -> Any:
    """As JSON has it: all fields of an answer and of what the core tells, but of what a recipe holds only what is not as usual, as
    a recipe is written. Long lists of numbers and texts are taken as they are.
    """
    if isinstance(value, Recipe):
        return dump_recipe(value)
    if is_dataclass(value) and not isinstance(value, type):
        if _is_of_recipes(type(value)):
            return dump_object(value)
        told = {name: plain(getattr(value, name)) for name in _names(type(value))}
        return told | {name: apart(told[name]) for name in _SENTENCES if isinstance(told.get(name), str)}
    if isinstance(value, list | tuple):
        first = next((each for each in value if each is not None), None)
        return value if first is None or type(first) in (int, float, str, bool) else [plain(each) for each in value]
    if isinstance(value, Mapping):
        return {name: plain(each) for name, each in value.items()}
    return value.value if isinstance(value, Enum) else value


@cache
def _is_of_recipes(kind: type) -> bool:
    return ".core.common.recipe." in kind.__module__


@cache
def _names(kind: type) -> tuple[str, ...]:
    return tuple(each.name for each in fields(kind))
