"""What can lie in the bin: one table of its kinds, with what each is called by, and how it comes back."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from django.utils import timezone

from ..folios.models import Folio
from ..plans.models import Plan
from ..plates.models import HouseTemplate, Plate
from ..plates.templates import free_template_name
from ..removing import Removable
from ..tables.library import free_table_name
from ..tables.models import Table


@dataclass(frozen=True)
class Kind:
    """``back`` gives what of a thing is another when it comes back: the name of what is found by name, where another has its own by
    now; what a plan has missed, which it does not make up for. ``stays`` says whether one stays although its days are over.
    """

    model: type[Removable]
    back: Callable[[Any], dict[str, Any]] = lambda _: {}
    stays: Callable[[Any], bool] = lambda _: False


def _stays(table: Table) -> bool:
    """A table that plates are laid on, of which some are not in the bin or not yet gone."""
    return Plate.everything.filter(table=table).exists()


KINDS: dict[str, Kind] = {
    "plan": Kind(Plan, lambda _: {"considered": timezone.now()}),
    "folio": Kind(Folio),
    "plate": Kind(Plate),
    "template": Kind(HouseTemplate, lambda kept: {"name": free_template_name(kept)}),
    "table": Kind(Table, lambda table: {"name": free_table_name(table.name)}, _stays),
}
"""In the order in which they are gone: what uses others before what is used."""


def called(kind: str, thing: Any) -> str:
    """What a thing is called; one that cannot be read any more is called by its kind."""
    return str(getattr(thing, "title", "") or getattr(thing, "name", "") or f"A {kind} that cannot be read")
