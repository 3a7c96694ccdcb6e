"""What is done with what lies in the bin: put back, or taken away for good."""

from datetime import datetime

from django.db import transaction
from django.utils import timezone

from ..refusal import Problem
from ..removing import KEPT_FOR, Removable
from ..tables.models import Table
from ..tables.storage import EDITIONS
from .kinds import KINDS, Kind, called


def put_back(kind: str, number: int) -> None:
    """Take a thing out of the bin. Where another has its name by now, it comes back by a free one."""
    with transaction.atomic():
        thing = _find(kind, number)
        KINDS[kind].model.everything.filter(pk=thing.pk).update(removed=None, **KINDS[kind].back(thing))


def take_away(kind: str, number: int) -> None:
    """Take a thing in the bin away for good. Raises Problem for a table that plates are laid on."""
    thing = _find(kind, number)
    if not _gone(KINDS[kind], thing):
        raise Problem(409, f"“{called(kind, thing)}” carries plates; remove them first, for good.")


def empty() -> None:
    """Take all away for good but what has to stay."""
    _sweep(timezone.now())


def empty_old(now: datetime) -> None:
    """Take away for good what has lain in the bin for its days."""
    _sweep(now - KEPT_FOR)


def _sweep(until: datetime) -> None:
    for kind in KINDS.values():
        for thing in kind.model.everything.filter(removed__lte=until):
            _gone(kind, thing)


def _find(kind: str, number: int) -> Removable:
    """Raises Problem for what is not in the bin."""
    known: Kind | None = KINDS.get(kind)
    thing = known.model.everything.filter(pk=number).exclude(removed=None).first() if known else None
    if thing is None:
        raise Problem(404, "This is not in the bin; it was put back, or is gone.")
    return thing


def _gone(kind: Kind, thing: Removable) -> bool:
    """Take a thing away for good, unless it was put back meanwhile or has to stay; whether it is gone."""
    with transaction.atomic():
        now = kind.model.everything.filter(pk=thing.pk, removed=thing.removed).first()
        if now is None or kind.stays(now):
            return False
        editions = list(now.editions.values_list("pk", flat=True)) if isinstance(now, Table) else []
        if isinstance(now, Table):
            Table.everything.filter(pk=now.pk).update(current=None)
        now.delete()
    for edition in editions:
        EDITIONS.forget(edition)
    return True
