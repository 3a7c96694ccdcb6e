"""JSON Schema of our dataclasses, so that the file format, the API description and its types have one source."""

import re
from collections.abc import Iterable, Sequence
from dataclasses import MISSING, dataclass, fields, is_dataclass
from types import NoneType, UnionType
from typing import Annotated, Any, Literal, Union, get_args, get_origin

from ..vocabulary import PALETTE_NAMES
from .conditions import OneOf
from .load import hints, key_of
from .spec import FORMAT, PaletteName, Recipe

_PLAIN: dict[Any, dict[str, Any]] = {
    str: {"type": "string"},
    float: {"type": "number"},
    int: {"type": "integer"},
    bool: {"type": "boolean"},
    Any: {},
}


@dataclass(frozen=True)
class Written:
    """What stands there is plain already, as ``kind`` is written."""

    kind: Any


def schemas_of(specs: Iterable[type], prefix: str = "#/$defs/") -> dict[str, dict[str, Any]]:
    """The schema of each dataclass and of those it holds, by name. References start with ``prefix``."""
    found: dict[str, dict[str, Any]] = {}
    for spec in specs:
        _add(spec, prefix, found)
    return found


def recipe_schema() -> dict[str, Any]:
    """The whole JSON Schema of a recipe file."""
    return file_schema(Recipe, f"recipe, format {FORMAT}")


def file_schema(spec: type, title: str) -> dict[str, Any]:
    """The whole JSON Schema (2020-12) of a file that a dataclass is the format of."""
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": f"Mottled Finch {title}",
        "$ref": f"#/$defs/{spec.__name__}",
        "$defs": schemas_of([spec]),
    }


def _add(spec: type, prefix: str, found: dict[str, dict[str, Any]]) -> None:
    if spec.__name__ in found:
        return
    found[spec.__name__] = {}  # holds the place while the parts are added
    properties, required = {}, []
    for each in fields(spec):
        schema = _schema(hints(spec)[each.name], prefix, found)
        if each.default is None and not is_told(spec):
            schema = schema["allOf"][0] if "allOf" in schema else schema
            schema.pop("nullable", None)  # None then stands for "left out", which a file does not say
        properties[key_of(each.name)] = schema
        if (each.default is MISSING and each.default_factory is MISSING) or each.name == "do":
            required.append(key_of(each.name))
    found[spec.__name__] = {
        "type": "object",
        "description": " ".join((spec.__doc__ or "").split()),
        "additionalProperties": False,
        "properties": properties,
        **({"required": required} if required else {}),
    }


_OF_FILES = re.compile(r"\.recipe|\.folio\.spec|\.plans\.spec")
"""Modules of what people write."""


def is_told(spec: type) -> bool:
    """Whether the program alone writes it, as it does figures and answers: there nothing is said as null, rather than left out."""
    return not _OF_FILES.search(spec.__module__) and (not spec.__module__.endswith(".openapi") or spec.__name__.endswith("Answer"))


def _schema(kind: Any, prefix: str, found: dict[str, dict[str, Any]]) -> dict[str, Any]:
    if is_dataclass(kind) and isinstance(kind, type):
        _add(kind, prefix, found)
        return {"$ref": prefix + kind.__name__}
    origin = get_origin(kind)
    if origin is Annotated and isinstance(kind.__metadata__[0], OneOf):
        return {"enum": list(kind.__metadata__[0].names)}
    if origin is Annotated and isinstance(kind.__metadata__[0], Written):
        return _schema(kind.__metadata__[0].kind, prefix, found)
    if origin is Annotated:
        return {"type": "string", "enum": list(PALETTE_NAMES)} if kind == PaletteName else {"type": "string"}
    if origin is Literal:
        return {"enum": list(get_args(kind))}
    if origin is dict:
        return {"type": "object", "additionalProperties": _schema(get_args(kind)[1], prefix, found)}
    if origin in (tuple, Sequence):
        return {"type": "array", "items": _schema(get_args(kind)[0], prefix, found)}
    if origin in (Union, UnionType):
        choices = [_schema(choice, prefix, found) for choice in get_args(kind) if choice is not NoneType]
        plain = dict(choices[0]) if len(choices) == 1 else {"anyOf": choices}
        if NoneType not in get_args(kind):
            return plain
        return {"allOf": [plain], "nullable": True} if "$ref" in plain else {**plain, "nullable": True}
    return dict(_PLAIN[kind])
