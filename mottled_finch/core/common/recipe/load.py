"""The one strict loader of recipes, and its inverse.

It reads what may stand where from the dataclasses of spec.py. Whatever does not belong is a RecipeError that gives the place,
what was received, and the nearest thing that would have been right.
"""

import json
import math
from collections.abc import Mapping
from dataclasses import MISSING, fields, is_dataclass
from functools import cache
from types import NoneType, UnionType
from typing import Annotated, Any, Literal, TypeVar, Union, get_args, get_origin, get_type_hints

from ..errors import RecipeError, did_you_mean
from ..vocabulary import PALETTE_NAMES
from ..vocabulary.limits import LARGEST
from .check import check_recipe, check_table
from .conditions import OneOf
from .older import of_today
from .spec import PaletteName, Recipe
from .table_spec import TableSpec

MAX_TEXT = 2_000
MAX_LIST = 10_000
MAX_FILE = 8_400_000
"""Letters of a picture of 6 MB in base 64."""


def load_recipe(source: object) -> Recipe:
    """A Recipe from JSON text or from what JSON text says, also one of an earlier format. Raises RecipeError."""
    if isinstance(source, str | bytes):
        source = json_of(source, "recipe")
    recipe: Recipe = _read(Recipe, of_today(source), "")
    check_recipe(recipe)
    return recipe


def json_of(text: str | bytes, what: str) -> Any:
    """What JSON text says, in which no key stands twice and every number is one. ``what`` it is to be is told in refusals. Raises
    RecipeError.
    """
    try:
        return json.loads(text, parse_constant=_refuse_constant, object_pairs_hook=_without_repeats)
    except UnicodeDecodeError as error:
        raise RecipeError(f"this is not UTF-8 text; save the {what} as JSON in UTF-8", path=what) from error
    except RecursionError as error:
        raise RecipeError(f"this is nested too deeply to be a {what}", path=what) from error
    except json.JSONDecodeError as error:
        raise RecipeError(
            f"this is not JSON ({error.msg} at line {error.lineno}, column {error.colno}); correct it there", path=what
        ) from error
    except ValueError as error:  # Python reads no number of thousands of digits
        raise RecipeError("a number has too many digits; write it with fewer", path=what) from error


def of_format(source: object, what: str, number: int) -> dict[str, Any]:
    """What a file of ours says, from JSON text or from what that says, which names its format as "finch_WHAT". Raises RecipeError
    for what is none, or of another format.
    """
    plain = json_of(source, what) if isinstance(source, str | bytes) else source
    key = f"finch_{what}"
    if not isinstance(plain, dict) or key not in plain:
        raise RecipeError(f'this is no {what}: it has no key "{key}"; add "{key}": {number}', path=what)
    said = plain[key]
    if said != number or isinstance(said, bool):
        raise RecipeError(
            f"this {what} is of format {json.dumps(said)}, and format {number} is read here; bring the program up to date",
            path=key,
            received=said,
        )
    return plain


def load_table_part(source: Mapping[str, Any]) -> TableSpec:
    """The table part of a recipe alone. Places in messages are those within a recipe. Raises RecipeError."""
    table: TableSpec = _read(TableSpec, source, "table")
    check_table(table)
    return table


T = TypeVar("T")


def load_object(spec: type[T], source: Any, *, as_it_is: tuple[str, ...] = ()) -> T:
    """Any of our dataclasses from what JSON says, read as strictly as a recipe. What keys named in ``as_it_is`` hold is left as it
    is, for loaders of its own. Raises RecipeError.
    """
    found: T = _read_spec(spec, source, "", as_it_is)
    return found


def load_text(source: Any, path: str) -> str:
    """A text of any length. Raises RecipeError for what is none, or cannot be written down."""
    if not isinstance(source, str):
        raise _mistake("text", source, path)
    _check_whole(source, path)
    return source


def dump_table_part(table: TableSpec) -> dict[str, Any]:
    """The inverse of ``load_table_part``."""
    plain: dict[str, Any] = _dump(table)
    return plain


def dump_object(spec: object) -> dict[str, Any]:
    """The inverse of ``load_object``: any part of a recipe, without what equals its default."""
    plain: dict[str, Any] = _dump(spec)
    return plain


def dump_recipe(recipe: Recipe) -> dict[str, Any]:
    """The recipe as plain JSON values, without what equals its default. ``load_recipe`` gives the same recipe back."""
    plain: dict[str, Any] = _dump(recipe)
    plain.setdefault("pivot", {})
    return plain


def _refuse_constant(text: str) -> None:
    raise RecipeError(f"{text} is not a number a recipe can hold", path="recipe")


def _without_repeats(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    found = dict(pairs)
    if len(found) < len(pairs):
        names = [name for name, _ in pairs]
        twice = next(name for name in names if names.count(name) > 1)
        raise RecipeError(f'the key "{twice}" stands twice in one place; keep one of them', path="recipe")
    return found


def key_of(field_name: str) -> str:
    """``in_`` and ``from_`` are Python's spellings of the keys ``in`` and ``from``."""
    return field_name.rstrip("_")


@cache
def hints(spec: type) -> dict[str, Any]:
    return get_type_hints(spec, include_extras=True)


def _place(path: str) -> str:
    return path or "recipe"


def _read(kind: Any, received: Any, path: str) -> Any:
    if is_dataclass(kind) and isinstance(kind, type):
        return _read_spec(kind, received, path)
    origin = get_origin(kind)
    if origin is Annotated:
        (note,) = kind.__metadata__
        if isinstance(note, OneOf):
            return _read_literal(note.names, received, path)
        return _read_palette(received, path) if kind == PaletteName else _read_file(received, path)
    if origin in (Union, UnionType):
        return _read_choice(kind, received, path)
    if origin is Literal:
        return _read_literal(get_args(kind), received, path)
    if origin is tuple:
        return _read_list(get_args(kind)[0], received, path)
    if origin is dict:
        return _read_pairs(get_args(kind)[1], received, path)
    return _read_plain(kind, received, path)


def _read_spec(spec: type, received: Any, path: str, as_it_is: tuple[str, ...] = ()) -> Any:
    if not isinstance(received, Mapping):
        raise _mistake("an object", received, path)
    known = {key_of(each.name): each for each in fields(spec)}
    for key in received:
        if key not in known:
            place = f"{path}.{key}" if path else str(key)
            raise RecipeError(f"no such key; {did_you_mean(str(key), known)}", path=place, received=key, allowed=known)
    values = {}
    for key, each in known.items():
        may_be_left_out = each.default is not MISSING or each.default_factory is not MISSING
        if key in received and not (received[key] is None and may_be_left_out):  # null says that it is left out
            kind = Any if key in as_it_is else hints(spec)[each.name]
            values[each.name] = received[key] if kind is Any else _read(kind, received[key], f"{path}.{key}" if path else key)
        elif not may_be_left_out:
            raise RecipeError(f'the key "{key}" is missing; add it', path=_place(path), allowed=known)
    return spec(**values)


def _read_list(kind: Any, received: Any, path: str) -> tuple[Any, ...]:
    if not isinstance(received, list | tuple):
        raise _mistake("a list", received, path)
    if len(received) > MAX_LIST:
        raise RecipeError(f"{len(received):,} things are listed; at most {MAX_LIST:,} can be", path=_place(path))
    return tuple(_read(kind, each, f"{path}[{i}]") for i, each in enumerate(received))


def _read_pairs(kind: Any, received: Any, path: str) -> dict[str, Any]:
    """Texts, numbers or parts by text, such as names by code."""
    if not isinstance(received, Mapping):
        raise _mistake("an object", received, path)
    if len(received) > MAX_LIST:
        raise RecipeError(f"{len(received):,} things are listed; at most {MAX_LIST:,} can be", path=_place(path))
    return {_read_plain(str, key, path): _read(kind, value, f"{path}.{key}") for key, value in received.items()}


def _read_literal(allowed: tuple[Any, ...], received: Any, path: str) -> Any:
    # type() as well, since True == 1 in Python but not in the file
    for each in allowed:
        if type(each) is type(received) and each == received:
            return each
    if isinstance(received, str) and all(isinstance(each, str) for each in allowed):
        raise RecipeError(
            f'"{received}" is not known here; {did_you_mean(received, allowed)}',
            path=_place(path),
            received=received,
            allowed=allowed,
        )
    names = " or ".join(json.dumps(each) for each in allowed)
    raise _mistake(names, received, path)


def _read_choice(kind: Any, received: Any, path: str) -> Any:
    """A union: of literals and plain types, with None for "left out", which a file never says."""
    choices = [choice for choice in get_args(kind) if choice is not NoneType]
    if len(choices) == 1:
        return _read(choices[0], received, path)
    if all(is_dataclass(choice) for choice in choices):
        return _read_one_of(choices, received, path)
    words = [word for choice in choices if get_origin(choice) is Literal for word in get_args(choice)]
    specs = [choice for choice in choices if is_dataclass(choice)]
    plain = [choice for choice in choices if get_origin(choice) is not Literal and choice not in specs]
    if isinstance(received, str) and received in words:
        return received
    if specs and isinstance(received, Mapping):
        return _read(specs[0], received, path)
    for choice in plain:
        number = _is_number(received)
        fits = {str: isinstance(received, str), float: number, int: number, bool: isinstance(received, bool)}
        if fits[choice]:
            return _read(choice, received, path)
    if isinstance(received, str) and words:
        cure = "give a number, or " if float in plain or int in plain else ""
        raise RecipeError(
            f'"{received}" is not known here; {cure}{did_you_mean(received, words)}',
            path=_place(path),
            received=received,
            allowed=words,
        )
    nouns = [_NOUNS[choice] for choice in plain] or ["an object"]
    raise _mistake(" or ".join([json.dumps(word) for word in words] + nouns), received, path)


def _read_one_of(specs: list[Any], received: Any, path: str) -> Any:
    """One of several specs, told apart by their key ``do``."""
    if not isinstance(received, Mapping):
        raise _mistake("an object", received, path)
    named = {spec.do: spec for spec in specs}
    if "do" not in received:
        raise RecipeError('the key "do" is missing; say what is done', path=_place(path), allowed=named)
    _read_literal(tuple(named), received["do"], f"{path}.do")
    return _read_spec(named[received["do"]], received, path)


def _read_file(received: Any, path: str) -> str:
    if not isinstance(received, str):
        raise _mistake("a file as a data address", received, path)
    if len(received) > MAX_FILE:
        raise RecipeError("the file is too large; give one of at most 6 MB", path=path)
    return received


def _read_palette(received: Any, path: str) -> str:
    name: str = _read_plain(str, received, path)
    if name not in PALETTE_NAMES:
        raise RecipeError(
            f'no palette "{name}"; {did_you_mean(name, PALETTE_NAMES)}', path=_place(path), received=name, allowed=PALETTE_NAMES
        )
    return name


_NOUNS: dict[Any, str] = {str: "text", float: "a number", int: "a whole number", bool: "true or false"}


def _is_number(received: Any) -> bool:
    return isinstance(received, int | float) and not isinstance(received, bool)


def _read_plain(kind: Any, received: Any, path: str) -> Any:
    if kind is str and isinstance(received, str):
        if len(received) > MAX_TEXT:
            raise RecipeError(f"the text has {len(received):,} characters; at most {MAX_TEXT:,} fit", path=_place(path))
        _check_whole(received, path)
        return received
    if kind is bool and isinstance(received, bool):
        return received
    if kind is int and _is_number(received) and abs(received) <= LARGEST and received == int(received):
        return int(received)
    if kind is float and _is_number(received):
        try:
            number = float(received)
        except OverflowError:
            number = math.inf
        if not abs(number) <= LARGEST:
            raise RecipeError("the number is too large", path=_place(path), received=received)
        return number
    raise _mistake(_NOUNS[kind], received, path)


def _check_whole(text: str, path: str) -> None:
    """JSON can write half of a character that takes two, which no file and no page can hold."""
    if not text.isascii() and any("\ud800" <= mark <= "\udfff" for mark in text):
        raise RecipeError("the text holds half of a character, which cannot be kept; write it anew", path=_place(path))


def _mistake(wanted: str, received: Any, path: str) -> RecipeError:
    shown = json.dumps(received, ensure_ascii=False, default=str)
    shown = shown if len(shown) <= 60 else shown[:59] + "…"
    return RecipeError(f"{shown} stands where {wanted} belongs", path=_place(path), received=received)


def _dump(value: Any) -> Any:
    if is_dataclass(value) and not isinstance(value, type):
        plain = {}
        for each in fields(value):
            content = getattr(value, each.name)
            default = each.default_factory() if each.default_factory is not MISSING else each.default
            if content is not None and (content != default or each.name == "do"):
                plain[key_of(each.name)] = _dump(content)
        return plain
    if isinstance(value, tuple):
        return [_dump(each) for each in value]
    if isinstance(value, dict):
        return {key: _dump(each) if is_dataclass(each) else each for key, each in value.items()}
    if isinstance(value, float) and value == int(value) and abs(value) < 2**53:
        return int(value)
    return value
