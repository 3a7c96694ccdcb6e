"""Plans over HTTP."""

from pathlib import Path

from django.http import FileResponse
from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from mottled_finch.app.plans.load import load_plan
from mottled_finch.app.plans.spec import PlanSpec

from ..answering import answer
from ..history import read_ahead
from ..openapi import HistoryAnswer, PlanAnswer, PlanStart, ProblemAnswer, RunAnswer, RunStart, StepStart, refers_to
from ..paging import PAGED, paged
from ..plates.export_views import saved_as
from ..refusal import Problem
from ..requests import seen, sent
from ..showing import OVERTAKEN, SEEN, etag, history_of, readable
from . import actions, clock
from .answers import broken_plan, plan_answer, run_answer
from .models import Plan, PlanVersion, Run

_CHANGED = {200: refers_to(PlanAnswer), 422: refers_to(ProblemAnswer), **OVERTAKEN}


class Plans(APIView):
    @extend_schema(operation_id="plans", parameters=PAGED, responses={200: refers_to(PlanAnswer, many=True)})
    def get(self, request: Request) -> Response:
        """A page of the plans, the last saved first, each with its last run."""
        return paged(request, Plan.objects.all(), ("-saved", "-pk"), ("title",), _lines)

    @extend_schema(
        operation_id="start_plan",
        request={"application/json": refers_to(PlanStart)},
        responses={201: refers_to(PlanAnswer), 422: refers_to(ProblemAnswer)},
    )
    def post(self, request: Request) -> Response:
        """Start a plan for a folio or a plate, or as it is given."""
        given = sent(request, PlanStart, as_it_is=("plan",))
        if given.plan is not None:
            plan = actions.bring_plan(load_plan(given.plan))
        else:
            plan = actions.start_plan(given.folio, given.plate, given.zone)
        return answer(plan_answer(plan, runs=True), status=201)


def _lines(plans: list[Plan]) -> list[PlanAnswer]:
    read_ahead(plans, PlanVersion, "owner")
    return [readable(plan, plan_answer, broken_plan) for plan in plans]


class OnePlan(APIView):
    @extend_schema(operation_id="plan", responses={200: refers_to(PlanAnswer)})
    def get(self, _request: Request, pk: int) -> Response:
        """A plan with its runs, the last one first."""
        plan = get_object_or_404(Plan, pk=pk)
        return answer(_told(plan), headers=etag(plan.tag()))

    @extend_schema(
        operation_id="change_plan", parameters=[SEEN], request={"application/json": refers_to(PlanSpec)}, responses=_CHANGED
    )
    def put(self, request: Request, pk: int) -> Response:
        """Save a plan as the next version."""
        get_object_or_404(Plan, pk=pk)
        changed = actions.change_plan(pk, load_plan(request.data), seen(request))
        return answer(_told(changed))

    @extend_schema(operation_id="remove_plan", parameters=[SEEN], responses={204: None, **OVERTAKEN})
    def delete(self, request: Request, pk: int) -> Response:
        """Remove a plan with its history and the list of its runs; what they made stays."""
        actions.remove_plan(get_object_or_404(Plan, pk=pk).pk, seen(request))
        return Response(status=204)


class UndoPlan(APIView):
    @extend_schema(operation_id="undo_plan", parameters=[SEEN], request=None, responses=_CHANGED)
    def post(self, request: Request, pk: int) -> Response:
        """Take the last change back."""
        return _stepped(pk, -1, request)


class RedoPlan(APIView):
    @extend_schema(operation_id="redo_plan", parameters=[SEEN], request=None, responses=_CHANGED)
    def post(self, request: Request, pk: int) -> Response:
        """Make the change again that was taken back."""
        return _stepped(pk, 1, request)


class HistoryOfPlan(APIView):
    @extend_schema(operation_id="plan_history", responses={200: refers_to(HistoryAnswer)})
    def get(self, _request: Request, pk: int) -> Response:
        """What was done to a plan, step by step, the first one first."""
        return answer(history_of(get_object_or_404(Plan, pk=pk), "plan"))

    @extend_schema(
        operation_id="plan_go_to",
        request={"application/json": refers_to(StepStart)},
        parameters=[SEEN],
        responses={**_CHANGED, 404: refers_to(ProblemAnswer)},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Go to a step of the history, back or forth."""
        get_object_or_404(Plan, pk=pk)
        return answer(_told(actions.go_to(pk, sent(request, StepStart).number, seen(request))))


class Runs(APIView):
    @extend_schema(
        operation_id="run_plan",
        request={"application/json": refers_to(RunStart)},
        responses={202: refers_to(RunAnswer), 422: refers_to(ProblemAnswer)},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Let a plan run now; a dry run says what it would make, and puts nothing anywhere. How it ends is told with the plan."""
        get_object_or_404(Plan, pk=pk)
        given = sent(request, RunStart)
        run = actions.ask(pk, dry=given.dry, again=given.again)
        clock.wake()
        return answer(run_answer(run), status=202)


class OneRun(APIView):
    @extend_schema(operation_id="run_of_plan", responses={200: refers_to(RunAnswer)})
    def get(self, _request: Request, pk: int, run: int) -> Response:
        """How far a run is, or how it ended."""
        return answer(run_answer(get_object_or_404(Run, pk=run, plan=pk)))


class MadeFile(APIView):
    @extend_schema(operation_id="made_file", responses={(200, "application/octet-stream"): OpenApiTypes.BINARY})
    def get(self, _request: Request, pk: int, run: int, place: int) -> FileResponse:
        """A file that a run made, where it still is where it was put."""
        found = get_object_or_404(Run, pk=run, plan=pk)
        path = Path(found.files[place]) if place < len(found.files) and not found.dry else None
        if path is None or not path.is_file():
            raise Problem(404, "This file is no longer where it was put.")
        return FileResponse(path.open("rb"), headers=saved_as(path.name))


def _told(plan: Plan) -> PlanAnswer:
    return readable(plan, lambda each: plan_answer(each, runs=True), broken_plan)


def _stepped(pk: int, steps: int, request: Request) -> Response:
    get_object_or_404(Plan, pk=pk)
    return answer(_told(actions.step_plan(pk, steps, seen(request))))
