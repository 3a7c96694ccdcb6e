"""Things by name: every word that is asked for is part of one of its names, whatever the case and the form of its letters."""

import unicodedata
from collections.abc import Collection, Sequence
from itertools import count
from typing import Any, TypeVar

from django.db.models import F, Func, Model, Q, QuerySet, TextField

M = TypeVar("M", bound=Model)
_MOST_WORDS = 8


def folded(text: str | None) -> str:
    """A name without what nobody types alike."""
    return unicodedata.normalize("NFKC", text or "").casefold()


def free_name(name: str, taken: Collection[str], most: int) -> str:
    """The name, or the first with a number behind it that is not taken, of ``most`` letters."""
    numbered = (f"{name[: most - 10]} {number}" for number in count(2))
    return name if name not in taken else next(each for each in numbered if each not in taken)


def add_folded(connection: Any, **_: Any) -> None:
    """Let the database fold names, too. To be called of each connection."""
    connection.connection.create_function("finch_folded", 1, folded, deterministic=True)


def found(things: QuerySet[M], text: str, names: Sequence[str]) -> QuerySet[M]:
    """Those that are called so; all where nothing is asked for. ``names`` are fields, also of what a thing belongs to."""
    words = folded(text).split()[:_MOST_WORDS]
    if not words:
        return things
    keys = {f"folded_{i}": Func(F(name), function="finch_folded", output_field=TextField()) for i, name in enumerate(names)}
    asked: QuerySet[M] = things.alias(**keys)
    for word in words:
        any_name = Q()
        for key in keys:
            any_name |= Q(**{f"{key}__contains": word})
        asked = asked.filter(any_name)
    return asked
