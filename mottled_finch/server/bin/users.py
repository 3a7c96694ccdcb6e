"""What uses what lies in the bin, and keeps it whole until it is gone."""

from collections import defaultdict
from collections.abc import Collection, Iterator
from typing import Any

from django.db.models import F

from ..folios.models import Folio, FolioVersion
from ..plans.models import Plan, PlanVersion
from ..plates.models import Plate, Version
from ..tables.library import names_in, table_named
from ..tables.models import MendVersion, Table
from .kinds import called

Used = tuple[str, int | str]
"""The kind of what is used, and its number; of a template its kind and name."""


def users(kinds: Collection[str]) -> dict[Used, list[str]]:
    """Of all things of some kinds that something here uses, what that is called."""
    found: dict[Used, list[str]] = defaultdict(list)
    for used, words in _all(kinds):
        if words not in found[used]:
            found[used].append(words)
    return found


def _all(kinds: Collection[str]) -> Iterator[tuple[Used, str]]:
    for folio in FolioVersion.objects.filter(number=F("owner__at"), owner__in=Folio.objects.all()).select_related("owner"):
        words = f"the folio “{called('folio', folio.owner)}”"
        for plate in folio.folio.get("plates", {}).values():
            yield ("plate", plate.get("plate")), words
        yield from ((used, words) for used in _templates(folio.folio))
    for plan in PlanVersion.objects.filter(number=F("owner__at"), owner__in=Plan.objects.all()).select_related("owner"):
        words = f"the plan “{called('plan', plan.owner)}”"
        for make in plan.plan.get("make", []):
            yield from (((kind, make[kind]), words) for kind in ("folio", "plate") if kind in make)
        for take in plan.plan.get("take", {}).values():
            yield ("table", take.get("table")), words
    plates = Plate.objects.all()
    if "table" in kinds:
        for table, title in plates.values_list("table_id", "title"):
            yield ("table", table), f"the plate “{title or 'that cannot be read'}”"
    if "template" in kinds:
        for version in Version.objects.filter(number=F("plate__at"), plate__in=plates).select_related("plate"):
            words = f"the plate “{called('plate', version.plate)}”"
            yield from ((used, words) for used in _templates(version.recipe))
    for mends in MendVersion.objects.filter(number=F("table__at"), table__in=Table.objects.all()).select_related("table"):
        for name in names_in(mends.mends):
            if (other := table_named(name)) is not None:
                yield ("table", other.pk), f"the table “{mends.table.name}”"


def _templates(content: dict[str, Any]) -> Iterator[Used]:
    named = content.get("page", {}).get("template", {})
    yield from ((f"template {laid_in}", named[laid_in]) for laid_in in ("slides", "document") if laid_in in named)
