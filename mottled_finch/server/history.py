"""Versions of what is kept: the one that stands, undo and redo, and changes that lose none of another.

A change looks at the version that stands, works without holding anything, and is recorded only if that version still stands.
"""

from collections.abc import Callable, Sequence
from functools import cached_property
from typing import Any, TypeVar

from django.db import transaction
from django.db.models import F, Model

from mottled_finch.core.common.errors import RecipeError

from .refusal import Overtaken, Problem

CHANGE_LENGTH = 200


class History:
    """For a model with ``at``, the number of the version that stands, and ``versions``, each with a number and its ``change``.

    ``begins`` is the lowest number that can stand: 0 where nothing at all can. ``content`` names all that a version holds.
    """

    begins = 1
    content: tuple[str, ...]
    pk: Any
    at: int
    versions: Any
    save: Any

    @cached_property
    def _read(self) -> dict[int, Any]:
        """Versions by number, as far as they were asked for since the row was read."""
        return {}

    def refresh_from_db(self, *given: Any, **more: Any) -> None:
        self._read.clear()  # others may have recorded another version under the same number
        super().refresh_from_db(*given, **more)  # type: ignore[misc]

    def version(self, number: int) -> Any:
        if number not in self._read:
            self._read[number] = self.versions.filter(number=number).first()
        return self._read[number]

    def tag(self) -> str:
        """What the version that stands is told from all others by, also from later ones of the same number."""
        standing = self.version(self.at)
        return f"{self.at}-{standing.pk}" if standing else "0"

    def confirm(self, seen: str | None, what: str) -> None:
        """Raises Overtaken when another version stands than the one that was seen. To be called inside a transaction."""
        if seen is not None and seen != self.tag():
            raise Overtaken(what, self._since(seen))

    def _since(self, seen: str) -> list[str]:
        """What was done since a version stood, the last thing last."""
        number, _, pk = seen.partition("-")
        if not number.isdecimal() or len(number) > 9:
            return []
        known = int(number) == 0 or self.versions.filter(number=int(number), pk=pk if pk.isdecimal() else 0).exists()
        if known and int(number) > self.at:
            return [f"taken back: {each.change}" for each in self.versions.filter(number__gt=self.at, number__lte=int(number))]
        first = int(number) if known else self.at - 1
        return [each.change for each in self.versions.filter(number__gt=first, number__lte=self.at)][-5:]

    def listed(self) -> dict[str, Any]:
        """What lists tell of the version that stands, by the fields of the row that keep it. Raises RecipeError for one that cannot
        be read any more.
        """
        return {}

    def stands(self) -> dict[str, Any]:
        """Keep what lists tell of the version that stands, before the row is saved; of one that cannot be read an empty title."""
        try:
            told = self.listed()
        except RecipeError:
            told = {"title": ""}
        for name, value in told.items():
            setattr(self, name, value)
        return told

    def why_not(self) -> str:
        """Why the version that stands cannot be read; empty where it can."""
        try:
            self.listed()
        except RecipeError as error:
            return str(error)
        return ""

    def record(self, change: str, *, unseen: bool = False, parsed: object = None, **content: Any) -> None:
        """Write the next version, which stands; what waited for redo is gone. To be called inside a transaction.

        All content is asked for, since what is left out would be lost. ``unseen`` says that who changed it named no version,
        ``parsed`` is the content as it is read back, where that is at hand.
        """
        if set(content) != set(self.content):
            raise TypeError(f"a version holds {', '.join(self.content)}, not {', '.join(content)}")
        self.versions.filter(number__gt=self.at).delete()
        self._read.clear()
        self.at += 1
        self._read[self.at] = self.versions.create(number=self.at, change=change[:CHANGE_LENGTH], unseen=unseen, **content)
        if parsed is not None:
            self._read[self.at].parsed = parsed
        self.stands()
        self.save()

    def step(self, steps: int) -> None:
        """Undo (-1) or redo (+1). Raises Problem where there is nothing to. To be called inside a transaction."""
        to = self.at + steps
        if to < self.begins or (to > 0 and self.version(to) is None):
            raise Problem(409, "There is nothing to undo." if steps < 0 else "There is nothing to redo.")
        self.at = to
        self.stands()
        self.save()

    def go_to(self, number: int) -> None:
        """Let a version stand, by its number. Raises Problem where there is none. To be called inside a transaction."""
        if number < self.begins or self.version(number) is None:
            raise Problem(404, f"There is no step {number} in this history.")
        self.at = number
        self.stands()
        self.save()

    def steps(self) -> dict[str, str | None]:
        """What undo would take back, and what redo would make again."""
        standing = self.version(self.at) if self.at > self.begins else None
        later = self.version(self.at + 1)
        return {"undo": standing.change if standing else None, "redo": later.change if later else None}


T = TypeVar("T", bound="History")


def as_seen(find: Callable[[], T], seen: str | None, what: str, act: Callable[[T], object]) -> T:
    """Do something to a thing in one transaction, if the version that was ``seen`` still stands. ``what`` it is called is told in
    refusals. Raises Overtaken.
    """
    with transaction.atomic():
        thing = find()
        thing.confirm(seen, what)
        act(thing)
    return thing


def read_ahead(things: "Sequence[History]", versions: type[Model], owner: str, bulky: Sequence[str] = ()) -> None:
    """Read what a list tells of versions at once: of each thing the one that stands, and the one behind it. ``owner`` is the field
    of a version that names its thing; ``bulky`` are those that are not read.
    """
    these = {f"{owner}__in": [thing.pk for thing in things]}
    near = versions._default_manager.filter(number__gte=F(f"{owner}__at"), number__lte=F(f"{owner}__at") + 1, **these).defer(*bulky)
    found = {(getattr(each, f"{owner}_id"), each.number): each for each in near.iterator()}  # type: ignore[attr-defined]
    for thing in things:
        thing._read.update({number: found.get((thing.pk, number)) for number in (thing.at, thing.at + 1)})
        if thing.at and thing._read[thing.at] is None:  # its history was changed between the two questions
            thing.refresh_from_db()
