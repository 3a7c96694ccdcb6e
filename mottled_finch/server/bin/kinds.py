"""What can lie in the bin: one table of its kinds, with what each is called by, and how it comes back."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from ..folios.models import Folio
from ..plans.models import Plan
from ..plates.models import HouseTemplate, Plate
from ..plates.templates import free_template_name
from ..removing import Removable
from ..tables.library import free_table_name
from ..tables.models import Table


@dataclass(frozen=True)
class Kind:
    """``free``, for what is found by name, gives the name that it comes back by where another has its own by now. ``stays`` says
    whether one stays although its days are over.
    """

    model: type[Removable]
    free: Callable[[Any], str] | None = None
    stays: Callable[[Any], bool] = lambda _: False


def _stays(table: Table) -> bool:
    """A table that plates are laid on, of which some are not in the bin or not yet gone."""
    return Plate.everything.filter(table=table).exists()


KINDS: dict[str, Kind] = {
    "plan": Kind(Plan),
    "folio": Kind(Folio),
    "plate": Kind(Plate),
    "template": Kind(HouseTemplate, free_template_name),
    "table": Kind(Table, lambda table: free_table_name(table.name), _stays),
}
"""In the order in which they are gone: what uses others before what is used."""


def called(kind: str, thing: Any) -> str:
    """What a thing is called; one that cannot be read any more is called by its kind."""
    return (thing.name if KINDS[kind].free else thing.title) or f"A {kind} that cannot be read"
