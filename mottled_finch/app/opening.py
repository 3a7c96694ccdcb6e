"""A figure that came back, opened: as the plate that it came from, or on the table that its recipe fits."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Generic, Protocol, TypeVar

from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.common.recipe import Recipe, load_recipe
from mottled_finch.core.outputs.draw import Source

from .ports import Person
from .refusals import Refused

Opened = TypeVar("Opened")


@dataclass(frozen=True)
class Candidate(Generic[Opened]):
    """A table that a figure may be opened on. ``start`` raises CoreError for a recipe that does not fit it. A ``namesake`` is
    called as the table that the figure was made of.
    """

    name: str
    start: Callable[[Recipe], Opened]
    namesake: bool


class Shelf(Protocol[Opened]):
    """Where figures are opened."""

    def own(self, source: Source) -> Opened | None:
        """The plate that a source is of; None where it is of none here."""

    def tables(self, name: str) -> Iterable[Candidate[Opened]]:
        """All tables, the newest first, for a figure that was made of one of this name."""


def opened(_asks: Person, source: Source, shelf: Shelf[Opened], again: str = "drop it again") -> tuple[Opened, bool]:
    """The plate that a source is of, or a new one on the first table that it fits, namesakes first; and whether it is new. Raises
    Refused where it fits none; ``again`` says how it is opened once its table is there.
    """
    own = shelf.own(source)
    if own is not None:
        return own, False
    tables = sorted(shelf.tables(source.table), key=lambda table: not table.namesake)
    if not tables:
        raise Refused(f'There is no table here to lay this figure on. Bring "{source.table}", then {again}.', path="file")
    recipe, first = load_recipe(source.recipe), ""
    for table in tables:
        try:
            return table.start(recipe), True
        except CoreError as error:
            first = first or f"on {table.name}, {error}"
    raise Refused(f"This figure fits no table here: {first.rstrip('.')}. Bring {source.table}, then {again}.", path="file")
