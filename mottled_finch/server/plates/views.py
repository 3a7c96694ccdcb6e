"""Plates over HTTP."""

from django.http import HttpResponse, StreamingHttpResponse
from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from mottled_finch.core.common.language import OURS
from mottled_finch.core.common.recipe import Recipe, load_recipe, load_table_part
from mottled_finch.core.common.wording.parts import default_title
from mottled_finch.core.outputs.changes.comparing import since
from mottled_finch.core.outputs.changes.differences import differences_of
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL
from mottled_finch.core.outputs.draw.json import numbers_or_null
from mottled_finch.core.tables.table import csv_of

from ..answering import answer
from ..history import read_ahead
from ..openapi import (
    HistoryAnswer,
    LooksAnswer,
    OneLookAnswer,
    OthersAnswer,
    PlateAnswer,
    PlateFigureAnswer,
    PlateLine,
    PlateStart,
    ProblemAnswer,
    RecordsAnswer,
    SinceAnswer,
    StepStart,
    TargetList,
    TriedAnswer,
    refers_to,
)
from ..paging import PAGED, paged
from ..pictures import key_of, sent_picture
from ..refusal import Problem
from ..requests import seen, sent, whole_number
from ..showing import OVERTAKEN, SEEN, etag, history_of, readable
from ..tables.models import MendVersion, Table
from ..tables.records import WINDOW_MOST, shown
from ..wanted import WANTED
from .actions import (
    Behind,
    change_plate,
    change_targets,
    figure_before,
    figure_of,
    figure_tried,
    full_recipe,
    go_to,
    others_of,
    records_behind,
    remove_plate,
    start_plate,
    step_plate,
)
from .answers import both_answers, broken_plate, plate_answer, plate_line, plate_title, since_answer, tried_answer
from .export_views import as_file
from .looks import looks_of, small_figure
from .models import Plate, Version
from .revision import revision_of
from .small import small_picture

_CHANGED = {200: refers_to(PlateFigureAnswer), 422: refers_to(ProblemAnswer), 409: refers_to(ProblemAnswer), **OVERTAKEN}


class Plates(APIView):
    @extend_schema(parameters=PAGED, responses={200: refers_to(PlateLine, many=True)}, operation_id="plates")
    def get(self, request: Request) -> Response:
        """A page of the plates, the last saved first."""
        plates = Plate.objects.select_related("table", "table__current")
        return paged(request, plates, ("-saved", "-pk"), ("title", "table__name"), _lines)

    @extend_schema(
        operation_id="start_plate",
        request={"application/json": refers_to(PlateStart)},
        responses={201: refers_to(PlateFigureAnswer), 422: refers_to(ProblemAnswer)},
    )
    def post(self, request: Request) -> Response:
        """Start a plate on a table."""
        given = sent(request, PlateStart, as_it_is=("recipe",))
        table = get_object_or_404(Table.standing(), pk=given.table)
        plate, figure = start_plate(table, None if given.recipe is None else load_recipe(given.recipe))
        return answer(both_answers(plate, figure), status=201)


def _lines(plates: list[Plate]) -> list[PlateLine]:
    read_ahead(plates, Version, "plate", ["recipe"])
    read_ahead([plate.table for plate in plates], MendVersion, "table")
    return [plate_line(plate) for plate in plates]


class SmallPicture(APIView):
    @extend_schema(operation_id="small_picture", responses={(200, "image/svg+xml"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int, key: str) -> HttpResponse:
        """The figure in small. The address that a list gives is kept by the browser for a year; another one is not."""
        plate = get_object_or_404(Plate.objects.select_related("table", "table__current"), pk=pk)
        return sent_picture(request, key, key_of(revision_of(plate)), lambda: small_picture(plate))


class OnePlate(APIView):
    @extend_schema(responses={200: refers_to(PlateFigureAnswer)}, operation_id="plate")
    def get(self, _request: Request, pk: int) -> Response:
        """A plate and its figure."""
        plate = get_object_or_404(Plate, pk=pk)
        return answer(both_answers(plate, figure_of(plate)), headers=etag(plate.tag()))

    @extend_schema(parameters=[SEEN], responses={204: None, **OVERTAKEN}, operation_id="remove_plate")
    def delete(self, request: Request, pk: int) -> Response:
        """Remove a plate with its history."""
        remove_plate(get_object_or_404(Plate, pk=pk).pk, seen(request))
        return Response(status=204)


class PlateAlone(APIView):
    @extend_schema(responses={200: refers_to(PlateAnswer)}, operation_id="plate_alone")
    def get(self, _request: Request, pk: int) -> Response:
        """A plate without its figure, also where that cannot be made."""
        plate = get_object_or_404(Plate.objects.select_related("table", "table__current"), pk=pk)
        return answer(readable(plate, plate_answer, broken_plate), headers=etag(plate.tag()))


class PlateRecipe(APIView):
    @extend_schema(
        operation_id="change_plate", parameters=[SEEN], request={"application/json": refers_to(Recipe)}, responses=_CHANGED
    )
    def put(self, request: Request, pk: int) -> Response:
        """Save a recipe as the plate's next version."""
        get_object_or_404(Plate, pk=pk)
        return answer(both_answers(*change_plate(pk, load_recipe(request.data), seen(request))))

    @extend_schema(operation_id="plate_recipe", responses={200: refers_to(Recipe)})
    def get(self, _request: Request, pk: int) -> Response:
        """The recipe as a file, for the shell and for other tables."""
        plate = get_object_or_404(Plate, pk=pk)
        return answer(full_recipe(plate), headers=as_file(plate, "recipe.json"))


class PlateTried(APIView):
    @extend_schema(
        operation_id="try_recipe",
        request={"application/json": refers_to(Recipe)},
        responses={200: refers_to(TriedAnswer), 422: refers_to(ProblemAnswer), 409: refers_to(ProblemAnswer)},
    )
    def post(self, request: Request, pk: int) -> Response:
        """The figure that the plate would have with another recipe. Nothing is kept."""
        get_object_or_404(Plate, pk=pk)
        return answer(tried_answer(*figure_tried(pk, load_recipe(request.data))))


class Undo(APIView):
    @extend_schema(operation_id="undo", parameters=[SEEN], request=None, responses=_CHANGED)
    def post(self, request: Request, pk: int) -> Response:
        """Take the last change back."""
        return _stepped(pk, -1, seen(request))


class Redo(APIView):
    @extend_schema(operation_id="redo", parameters=[SEEN], request=None, responses=_CHANGED)
    def post(self, request: Request, pk: int) -> Response:
        """Make the change again that was taken back."""
        return _stepped(pk, 1, seen(request))


class HistoryOfPlate(APIView):
    @extend_schema(operation_id="history", responses={200: refers_to(HistoryAnswer)})
    def get(self, _request: Request, pk: int) -> Response:
        """What was done to a plate, step by step, the first one first."""
        return answer(history_of(get_object_or_404(Plate, pk=pk), "recipe"))

    @extend_schema(
        operation_id="go_to",
        request={"application/json": refers_to(StepStart)},
        parameters=[SEEN],
        responses={**_CHANGED, 404: refers_to(ProblemAnswer)},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Go to a step of the history, back or forth."""
        get_object_or_404(Plate, pk=pk)
        plate = go_to(pk, sent(request, StepStart).number, seen(request))
        return answer(both_answers(plate, figure_of(plate)))


class PlateSince(APIView):
    @extend_schema(operation_id="plate_since", responses={200: refers_to(SinceAnswer), 422: refers_to(ProblemAnswer)})
    def get(self, _request: Request, pk: int) -> Response:
        """What changed in the figure since the edition before."""
        plate = get_object_or_404(Plate.objects.select_related("table", "table__current"), pk=pk)
        before = figure_before(plate.table, plate.recipe())
        figure = figure_of(plate)
        return answer(since_answer({plate_title(plate, figure): since(figure, before)} if before else {}))


class PlateDifferences(APIView):
    @extend_schema(
        operation_id="start_differences",
        request=None,
        responses={201: refers_to(PlateFigureAnswer), 422: refers_to(ProblemAnswer)},
    )
    def post(self, _request: Request, pk: int) -> Response:
        """Start a plate of the differences since the edition before."""
        plate = get_object_or_404(Plate.objects.select_related("table", "table__current"), pk=pk)
        return answer(both_answers(*start_plate(plate.table, differences_of(plate.recipe()))), status=201)


class GiveUp(APIView):
    @extend_schema(operation_id="give_up", request=None, responses={204: None})
    def post(self, _request: Request, pk: int) -> Response:
        """Give up the change of a plate that is being worked on: it answers 409, and nothing has changed."""
        get_object_or_404(Plate, pk=pk)
        WANTED.give_up(f"plate {pk}")
        return Response(status=204)


_LINES = [
    OpenApiParameter("row", int, description="The line down: a row, a group of rows, or -1 for all"),
    OpenApiParameter("column", int, description="The line across: a column, a group of columns, or -1 for all"),
    OpenApiParameter("there", bool, description="Those of the side that the plate is shown against"),
]


class PlateRecords(APIView):
    @extend_schema(
        operation_id="records_behind",
        parameters=[
            *_LINES,
            OpenApiParameter("start", int, description="The first record, from 0"),
            OpenApiParameter("count", int, description=f"How many records, at most {WINDOW_MOST}"),
        ],
        responses={200: refers_to(RecordsAnswer), 422: refers_to(ProblemAnswer)},
    )
    def get(self, request: Request, pk: int) -> Response:
        """The records behind a cell, head or total."""
        found = _behind(request, pk)
        order = found.positions if found.mended.origin is None else found.mended.origin[found.positions]
        start, count = (whole_number(request.query_params.get(name, "0"), name) for name in ("start", "count"))
        return answer(shown(found.raw, found.mended, order, start, count or 100))


class PlateRecordsFile(APIView):
    @extend_schema(
        operation_id="records_behind_file",
        parameters=_LINES,
        responses={(200, "text/csv"): OpenApiTypes.BINARY, 422: refers_to(ProblemAnswer)},
    )
    def get(self, request: Request, pk: int) -> StreamingHttpResponse:
        """The same, all of them, mended, as comma-separated text."""
        found = _behind(request, pk)
        headers = as_file(get_object_or_404(Plate, pk=pk), "records.csv")
        lines = csv_of(found.mended.table, found.positions)
        return StreamingHttpResponse(lines, content_type="text/csv; charset=utf-8", headers=headers)


def _behind(request: Request, pk: int) -> Behind:
    plate = get_object_or_404(Plate.objects.select_related("table"), pk=pk)
    lines = []
    for name in ("row", "column"):
        text = request.query_params.get(name, "-1")
        lines.append(-1 if text == "-1" else whole_number(text, name))
    return records_behind(plate, lines[0], lines[1], there=request.query_params.get("there") == "true")


class Others(APIView):
    @extend_schema(
        operation_id="others",
        parameters=[
            OpenApiParameter("side", str, enum=["rows", "columns"], required=True, description="The side the member is on"),
            OpenApiParameter("line", int, required=True, description="The member, counted from 0"),
        ],
        responses={200: refers_to(OthersAnswer), 422: refers_to(ProblemAnswer)},
    )
    def get(self, request: Request, pk: int) -> Response:
        """What is measured of all members of a side but one, for each member of the other side."""
        plate = get_object_or_404(Plate.objects.select_related("table"), pk=pk)
        side = request.query_params.get("side", "")
        if side not in ("rows", "columns"):
            raise Problem(422, f'"{side}" is not a side; choose rows or columns.', "side")
        line = whole_number(request.query_params.get("line", ""), "line")
        return answer(OthersAnswer(values=numbers_or_null(others_of(plate, "rows" if side == "rows" else "columns", line))))


class Targets(APIView):
    @extend_schema(
        operation_id="change_targets",
        parameters=[SEEN],
        request={"application/json": refers_to(TargetList)},
        responses={200: refers_to(TargetList), 409: refers_to(ProblemAnswer), 422: refers_to(ProblemAnswer), **OVERTAKEN},
    )
    def put(self, request: Request, pk: int) -> Response:
        """Set the targets of a table, by name; every plate that stands at one follows."""
        targets = load_table_part({"targets": sent(request, TargetList, as_it_is=("targets",)).targets}).targets
        get_object_or_404(Table.everything, pk=pk)
        return answer(TargetList(targets=change_targets(pk, targets, seen(request)).targets()))


class Looks(APIView):
    @extend_schema(operation_id="looks", responses={200: refers_to(LooksAnswer), 422: refers_to(ProblemAnswer)})
    def get(self, _request: Request, pk: int) -> Response:
        """A few figures of a table that are worth seeing, each with the reason; none where there is only noise."""
        table = get_object_or_404(Table.standing(), pk=pk)
        looks = [
            OneLookAnswer(title=default_title(look.recipe.pivot, OURS), why=look.why, recipe=look.recipe)
            for look in looks_of(table)
        ]
        return answer(LooksAnswer(looks=looks))


class LookPicture(APIView):
    @extend_schema(operation_id="look_picture", responses={(200, "image/svg+xml"): OpenApiTypes.BINARY})
    def get(self, _request: Request, pk: int, number: int) -> HttpResponse:
        """One of them, small."""
        table = get_object_or_404(Table.standing(), pk=pk)
        drawing = DRAWINGS["svg"]
        content = drawing.draw(small_figure(table, number), USUAL)
        return HttpResponse(content, content_type=drawing.media_type, headers={"Cache-Control": "no-cache"})


def _stepped(pk: int, steps: int, version: str | None) -> Response:
    get_object_or_404(Plate, pk=pk)
    plate = step_plate(pk, steps, version)
    return answer(both_answers(plate, figure_of(plate)))
