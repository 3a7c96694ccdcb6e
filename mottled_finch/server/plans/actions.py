"""What changes plans: one function an action, which holds the transaction and the history entry."""

import os
from collections.abc import Callable
from dataclasses import fields
from typing import Any

from django.db import transaction
from django.utils import timezone

from mottled_finch.app.plans.load import load_plan
from mottled_finch.app.plans.notify import Addresses
from mottled_finch.app.plans.spec import MakeSpec, PlanSpec, TakeSpec, WhenSpec
from mottled_finch.core.common.recipe import dump_object

from ..folios.models import Folio
from ..history import as_seen
from ..plates.models import Plate
from ..refusal import Problem
from ..tables.models import Table
from .folders import places
from .models import Plan, Run

_THIS = "This plan"
_CHANGES = {
    "title": "Title changed",
    "when": "Moments changed",
    "arrives": "What starts it changed",
    "paused": "Paused or let go on",
    "take": "What is taken changed",
    "guards": "Conditions changed",
    "make": "What is made changed",
    "put": "Where it goes changed",
    "tell": "Who is told changed",
}


def start_plan(folio: int | None, plate: int | None, zone: str) -> Plan:
    """A plan that makes a folio, or a plate, on Monday mornings, of the tables as they stand. Raises Problem for what is gone."""
    if folio is not None:
        found = Folio.objects.filter(pk=folio).first()
        title, make = (found.title if found else ""), MakeSpec(folio=folio)
    else:
        own = Plate.objects.filter(pk=plate or 0).first()
        title, make = (own.title if own else ""), MakeSpec(plate=plate, as_=("png",))
    if not title:
        raise Problem(422, "What it makes is not there any more; choose a folio or a plate.", "make")
    return _started(PlanSpec(finch_plan=1, title=title, when=WhenSpec(days=("mon",), zone=zone), make=(make,)), "Plan started")


def bring_plan(plan: PlanSpec) -> Plan:
    """A plan as it is given. Raises Problem for what names nothing here, RecipeError for a folder that may not be used."""
    check_plan(plan)
    return _started(plan, "Plan brought")


def _started(plan: PlanSpec, change: str) -> Plan:
    with transaction.atomic():
        started = Plan.objects.create(at=0)
        started.record(change, plan=_saved(plan))
    return started


def _saved(plan: PlanSpec) -> dict[str, Any]:
    """A plan as it is kept. What would not be read back as the same is a bug, and not kept."""
    plain = dump_object(plan)
    if load_plan(plain) != plan:
        raise RuntimeError("a plan would not be read back as it is")
    return plain


def change_plan(plan_id: int, plan: PlanSpec, seen: str | None = None) -> Plan:
    """Save a plan as the next version. A moment that has passed already today is not made up for. Raises Overtaken where another
    version stands than the one that was ``seen``.
    """
    check_plan(plan, _plan(plan_id).spec())
    saved = _saved(plan)
    with transaction.atomic():
        standing = _plan(plan_id)
        before = standing.spec()
        if plan != before:
            standing.confirm(seen, _THIS)
            _consider(standing, before, plan)
            standing.record(_change(before, plan), unseen=seen is None, parsed=plan, plan=saved)
    return standing


def _change(before: PlanSpec, after: PlanSpec) -> str:
    changed = [each.name for each in fields(PlanSpec) if getattr(before, each.name) != getattr(after, each.name)]
    return ", ".join(_CHANGES[name] if i == 0 else _CHANGES[name][0].lower() + _CHANGES[name][1:] for i, name in enumerate(changed))


def check_plan(plan: PlanSpec, before: PlanSpec | None = None) -> None:
    """Raises Problem or RecipeError for what cannot be carried out in this library. What stood so before may stay: it may have been
    lost since, which its runs tell.
    """
    for name, take in plan.take.items():
        if before is None or take != before.take.get(name):
            _check_take(name, take)
    for i, make in enumerate(plan.make):
        if before is None or make not in before.make:
            _check_make(make, f"make[{i}]")
    if before is None or plan.put != before.put:
        places().file(plan.put.folder, "put.folder")
    if plan.tell and (before is None or plan.tell != before.tell):
        Addresses.listed(os.environ).check(plan.tell)


def _check_take(name: str, take: TakeSpec) -> None:
    if take.table is None or not Table.standing().filter(pk=take.table).exists():
        raise Problem(422, f"There is no table {take.table or name} in this library; choose one.", f"take.{name}.table")
    places().file(take.folder, f"take.{name}.folder")


def _check_make(make: MakeSpec, path: str) -> None:
    if isinstance(make.folio, str) or isinstance(make.plate, str):
        raise Problem(422, "A name is that of a file; in a library a plan names numbers of folios and plates.", path)
    if make.folio is not None and not Folio.objects.filter(pk=make.folio).exists():
        raise Problem(422, f"There is no folio {make.folio} in this library; choose one.", f"{path}.folio")
    if make.plate is not None and not Plate.objects.filter(pk=make.plate).exists():
        raise Problem(422, f"There is no plate {make.plate} in this library; choose one.", f"{path}.plate")


def _plan(plan_id: int) -> Plan:
    """Raises Problem for one that is gone."""
    plan = Plan.objects.filter(pk=plan_id).first()
    if plan is None:
        raise Problem(404, "This plan was removed meanwhile.")
    return plan


def step_plan(plan_id: int, steps: int, seen: str | None = None) -> Plan:
    """Undo (-1) or redo (+1)."""
    return _moved(plan_id, seen, lambda plan: plan.step(steps))


def go_to(plan_id: int, number: int, seen: str | None = None) -> Plan:
    """Let a version of the history stand; those after it wait for redo."""
    return _moved(plan_id, seen, lambda plan: plan.go_to(number))


def _moved(plan_id: int, seen: str | None, act: Callable[[Plan], object]) -> Plan:
    def step(plan: Plan) -> None:
        before = plan.spec()
        act(plan)
        _consider(plan, before, plan.spec())
        plan.save()

    return as_seen(lambda: _plan(plan_id), seen, _THIS, step)


def _consider(plan: Plan, before: PlanSpec, after: PlanSpec) -> None:
    """Where its moments are others, those that are past by now are not made up for."""
    if (after.when, after.paused) != (before.when, before.paused):
        plan.considered = timezone.now()


def remove_plan(plan_id: int, seen: str | None = None) -> None:
    """Put a plan with its history and the list of its runs into the bin; what they made stays. What waits to be run is not."""

    def act(plan: Plan) -> None:
        plan.runs.filter(state=Run.State.WAITING).delete()
        plan.remove()

    as_seen(lambda: _plan(plan_id), seen, _THIS, act)


def ask(plan_id: int, *, dry: bool, again: bool) -> Run:
    """Let a plan run now. While one of the same kind waits, that is it."""
    with transaction.atomic():
        plan = _plan(plan_id)
        waiting = plan.runs.filter(state=Run.State.WAITING, dry=dry, again=again).first()
        return waiting or Run.objects.create(plan=plan, dry=dry, again=again)
