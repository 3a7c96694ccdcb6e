"""What the server tells of plans and their runs."""

from pathlib import Path
from typing import Any, cast

from mottled_finch.app.plans.due import next_due
from mottled_finch.app.plans.spec import MakeSpec, PlanSpec
from mottled_finch.app.plans.wording import said
from mottled_finch.core.common.recipe import dump_object

from ..folios.models import Folio
from ..openapi import MadeFileAnswer, PlanAnswer, RunAnswer
from ..plates.models import Plate
from ..tables.models import Table
from .models import Plan, Run

RUNS_TOLD = 60


def plan_answer(plan: Plan, *, runs: bool = False) -> PlanAnswer:
    """A plan as it stands, with its last run, or all that are told of."""
    spec = plan.spec()
    told = [run_answer(run) for run in plan.runs.all()[: RUNS_TOLD if runs else 1]]
    tables = dict(Table.standing(removed=True).values_list("pk", "name"))
    names = {name: tables.get(take.table or 0, name) for name, take in spec.take.items()}
    return PlanAnswer(
        id=plan.pk,
        title=spec.title or "A plan without a title",
        words=said(spec, [_title(make) for make in spec.make], names),
        spec=dump_object(spec),
        next=_next(plan, spec),
        version=plan.tag(),
        saved=plan.saved.isoformat(),
        runs=told,
        **plan.steps(),
        problem="",
    )


def broken_plan(plan: Plan, problem: str) -> PlanAnswer:
    """What is told of a plan that cannot be read: undo may still lead back to a version that can."""
    return PlanAnswer(
        id=plan.pk,
        title="A plan that cannot be read",
        words="",
        spec={},
        next=None,
        version=plan.tag(),
        saved=plan.saved.isoformat(),
        runs=[],
        **plan.steps(),
        problem=problem,
    )


def _next(plan: Plan, spec: PlanSpec) -> str | None:
    return next_due(spec.when, plan.considered).isoformat() if spec.when and not spec.paused else None


def _title(make: MakeSpec) -> str:
    """What a thing that is made is called by now."""
    of, kind = (Folio, "folio") if make.folio is not None else (Plate, "plate")
    made: Folio | Plate | None = of.everything.filter(pk=make.folio or make.plate or 0).first()
    if made is None:
        return f"a {kind} that was removed"
    return f"{made.title or 'what cannot be read'}{'' if made.removed is None else ' (in the bin)'}"


def run_answer(run: Run) -> RunAnswer:
    return RunAnswer(
        id=run.pk,
        state=cast(Any, run.state),
        asked=cast(Any, run.asked),
        dry=run.dry,
        due=run.due.isoformat() if run.due else None,
        created=run.created.isoformat(),
        ended=run.ended.isoformat() if run.ended else None,
        words=run.words,
        since=run.since,
        files=[MadeFileAnswer(name=Path(each).name, path=each, there=not run.dry and Path(each).is_file()) for each in run.files],
        given=run.given,
    )
