"""Folios over HTTP."""

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from mottled_finch.core.outputs.draw import choices_from
from mottled_finch.core.outputs.folio.load import load_folio
from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS
from mottled_finch.core.outputs.folio.outputs.svg import draw_page_svg
from mottled_finch.core.outputs.folio.spec import FolioSpec

from ..answering import answer
from ..history import read_ahead
from ..openapi import FolioAnswer, FolioPagesAnswer, FolioStart, HistoryAnswer, ProblemAnswer, StepStart, refers_to
from ..paging import PAGED, paged
from ..pictures import sent_picture
from ..plates.export_views import saved_as
from ..plates.models import Plate, Version
from ..plates.templates import templates_stand, usual_choices
from ..refusal import Problem
from ..requests import seen, sent
from ..showing import OVERTAKEN, SEEN, etag, history_of
from ..tables.models import MendVersion
from . import actions
from .answers import folio_answer, pages_answer
from .figures import laid
from .leaving import exported, file_title
from .models import Folio, FolioVersion
from .small import key_now, small_picture

_CHANGED = {200: refers_to(FolioPagesAnswer), 422: refers_to(ProblemAnswer), **OVERTAKEN}


class Folios(APIView):
    @extend_schema(operation_id="folios", parameters=PAGED, responses={200: refers_to(FolioAnswer, many=True)})
    def get(self, request: Request) -> Response:
        """A page of the folios, the last saved first."""
        return paged(request, Folio.objects.all(), ("-saved", "-pk"), ("title",), _lines)

    @extend_schema(
        operation_id="start_folio",
        request={"application/json": refers_to(FolioStart)},
        responses={201: refers_to(FolioPagesAnswer), 422: refers_to(ProblemAnswer)},
    )
    def post(self, request: Request) -> Response:
        """Start a folio of plates, as another one stands, or from a file."""
        given = sent(request, FolioStart, as_it_is=("folio",))
        if given.folio is not None:
            folio = actions.bring_folio(load_folio(given.folio))
        elif given.like is not None:
            folio = actions.start_from(get_object_or_404(Folio, pk=given.like))
        else:
            folio = actions.start_folio(given.title, given.plates)
        return answer(pages_answer(folio), status=201)


def _lines(folios: list[Folio]) -> list[FolioAnswer]:
    read_ahead(folios, FolioVersion, "owner", ["folio"])
    house = templates_stand()
    known = Plate.everything.select_related("table", "table__current").in_bulk({pk for folio in folios for pk in folio.plates})
    plates = list(known.values())
    read_ahead(plates, Version, "plate", ["recipe"])
    read_ahead([plate.table for plate in plates], MendVersion, "table")
    return [folio_answer(folio, known, house) for folio in folios]


class SmallPicture(APIView):
    @extend_schema(operation_id="small_folio", responses={(200, "image/svg+xml"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int, key: str) -> HttpResponse:
        """The first page in small. The address that a list gives is kept by the browser for a year; another one is not."""
        folio = get_object_or_404(Folio, pk=pk)
        if not folio.pages:
            raise Problem(404, "This folio has no page.")
        now = key_now(folio)
        return sent_picture(request, key, now, lambda: small_picture(folio, now))


class OneFolio(APIView):
    @extend_schema(operation_id="folio", responses={200: refers_to(FolioPagesAnswer)})
    def get(self, _request: Request, pk: int) -> Response:
        """A folio with its pages laid out."""
        folio = get_object_or_404(Folio, pk=pk)
        return answer(pages_answer(folio), headers=etag(folio.tag()))

    @extend_schema(
        operation_id="change_folio", parameters=[SEEN], request={"application/json": refers_to(FolioSpec)}, responses=_CHANGED
    )
    def put(self, request: Request, pk: int) -> Response:
        """Save a folio as the next version."""
        get_object_or_404(Folio, pk=pk)
        return answer(pages_answer(actions.change_folio(pk, load_folio(request.data), seen(request))))

    @extend_schema(operation_id="remove_folio", parameters=[SEEN], responses={204: None, **OVERTAKEN})
    def delete(self, request: Request, pk: int) -> Response:
        """Remove a folio with its history; its plates stay."""
        actions.remove_folio(get_object_or_404(Folio, pk=pk).pk, seen(request))
        return Response(status=204)


class FolioFile(APIView):
    @extend_schema(operation_id="folio_file", responses={200: refers_to(FolioSpec)})
    def get(self, _request: Request, pk: int) -> Response:
        """The folio as a file for the shell, with whole recipes."""
        folio = get_object_or_404(Folio, pk=pk)
        return answer(actions.as_file(folio), headers=saved_as(f"{file_title(folio)}.folio.json"))


class UndoFolio(APIView):
    @extend_schema(operation_id="undo_folio", parameters=[SEEN], request=None, responses=_CHANGED)
    def post(self, request: Request, pk: int) -> Response:
        """Take the last change back."""
        return _stepped(pk, -1, request)


class RedoFolio(APIView):
    @extend_schema(operation_id="redo_folio", parameters=[SEEN], request=None, responses=_CHANGED)
    def post(self, request: Request, pk: int) -> Response:
        """Make the change again that was taken back."""
        return _stepped(pk, 1, request)


class HistoryOfFolio(APIView):
    @extend_schema(operation_id="folio_history", responses={200: refers_to(HistoryAnswer)})
    def get(self, _request: Request, pk: int) -> Response:
        """What was done to a folio, step by step, the first one first."""
        return answer(history_of(get_object_or_404(Folio, pk=pk), "folio"))

    @extend_schema(
        operation_id="folio_go_to",
        request={"application/json": refers_to(StepStart)},
        parameters=[SEEN],
        responses={**_CHANGED, 404: refers_to(ProblemAnswer)},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Go to a step of the history, back or forth."""
        get_object_or_404(Folio, pk=pk)
        return answer(pages_answer(actions.go_to(pk, sent(request, StepStart).number, seen(request))))


class PagePicture(APIView):
    @extend_schema(operation_id="folio_page", responses={(200, "image/svg+xml"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int, number: int) -> HttpResponse:
        """One page as it leaves, as a vector picture. An address that names its revision is kept by the browser."""
        folio = get_object_or_404(Folio, pk=pk)
        if not 1 <= number <= (pages := len(folio.spec().pages)):
            raise Problem(404, f"There is no page {number}; the folio has {pages}.")
        made = laid(folio).made
        kept = "private, max-age=31536000, immutable" if "revision" in request.query_params else "no-cache"
        content = draw_page_svg(made.pages[number - 1])
        return HttpResponse(content, content_type="image/svg+xml", headers={"Cache-Control": kept})


class FolioExport(APIView):
    @extend_schema(
        operation_id="export_folio",
        parameters=[
            OpenApiParameter("form", str, description="What plates are in slides and documents"),
            OpenApiParameter("source", str, description="Whether the folio goes along"),
            OpenApiParameter("broken", bool, description="Let it leave while a claim does not hold"),
        ],
        responses={(200, "application/octet-stream"): OpenApiTypes.BINARY, 422: refers_to(ProblemAnswer)},
    )
    def get(self, request: Request, pk: int, ending: str) -> HttpResponse:
        """The folio in a form of export. While a claim is broken it does not leave unless told to."""
        if ending not in FOLIO_DRAWINGS:
            raise Problem(404, f'There is no form "{ending}"; choose one of {", ".join(FOLIO_DRAWINGS)}.')
        folio = get_object_or_404(Folio, pk=pk)
        drawing = FOLIO_DRAWINGS[ending]
        usual = {name: option for name, option in usual_choices().items() if name in drawing.reads}
        given = {name: str(text) for name, text in request.query_params.items() if name in ("form", "source")}
        choices = choices_from({**usual, **given}, drawing.reads)
        content = exported(folio, ending, choices, broken="broken" in request.query_params)
        return HttpResponse(content, content_type=drawing.media_type, headers=saved_as(f"{file_title(folio)}.{ending}"))


def _stepped(pk: int, steps: int, request: Request) -> Response:
    get_object_or_404(Folio, pk=pk)
    return answer(pages_answer(actions.step_folio(pk, steps, seen(request))))
