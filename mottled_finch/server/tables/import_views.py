"""Files on their way in, over HTTP: given, looked at, read, compared, accepted."""

from typing import Any

from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.parsers import BaseParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from mottled_finch.core.common.recipe import ReadingSpec

from ..answering import answer
from ..openapi import AcceptStart, ImportAnswer, LookAnswer, ProblemAnswer, TableAnswer, refers_to
from ..refusal import Problem
from ..requests import RawParser, file_name, length, seen, sent, whole_number
from ..showing import OVERTAKEN, SEEN
from . import queue
from .answers import import_answer, look_answer, table_answer
from .imports import accept, cancel, compared_anew, compared_with, enqueue, first_look, look, overrule, receive, sample
from .mended import keep_summary
from .models import Import, Table

_NAME = OpenApiParameter("name", str, required=True, description="The file's name")
_REFUSED = {422: refers_to(ProblemAnswer), 409: refers_to(ProblemAnswer)}


class Imports(APIView):
    def get_parsers(self) -> list[BaseParser]:
        return [RawParser()]

    @extend_schema(operation_id="imports", responses={200: refers_to(ImportAnswer, many=True)})
    def get(self, _request: Request) -> Response:
        """Files on their way in, the newest first; those that failed stay until they are removed."""
        on_their_way = Import.objects.exclude(state=Import.State.DONE).select_related("table", "edition").order_by("-pk")
        return answer([import_answer(each) for each in on_their_way])

    @extend_schema(
        operation_id="give_file",
        parameters=[_NAME, OpenApiParameter("table", int, description="The table this is a newer file of")],
        request={"application/octet-stream": OpenApiTypes.BINARY},
        responses={201: refers_to(LookAnswer), 413: refers_to(ProblemAnswer), **_REFUSED},
    )
    def post(self, request: Request) -> Response:
        """Give a file, which is the body of the request, and see how it would be read."""
        number = request.query_params.get("table")
        table = get_object_or_404(Table.standing(), pk=whole_number(number, "table")) if number else None
        # What the user has overruled for the table before holds for its next file, too.
        asked = table.edition().asked if table else {}
        given = receive(request._request, length(request), file_name(request), table, asked)
        return answer(look_answer(given, first_look(given)), status=201)


class SampleImport(APIView):
    @extend_schema(operation_id="give_sample", request=None, responses={201: refers_to(LookAnswer), **_REFUSED})
    def post(self, _request: Request, name: str) -> Response:
        """A table of the demo, as if its file had been given: something to look at where nothing is."""
        given = sample(name)
        return answer(look_answer(given, first_look(given)), status=201)


class OneImport(APIView):
    @extend_schema(operation_id="import_", responses={200: refers_to(ImportAnswer)})
    def get(self, _request: Request, pk: int) -> Response:
        """How far a file is."""
        given = _import(pk)
        return answer(import_answer(given, compared_anew(given)))

    @extend_schema(operation_id="cancel_import", responses={204: None})
    def delete(self, _request: Request, pk: int) -> Response:
        """Leave a file out, whatever became of it. Nothing of it stays."""
        cancel(_import(pk))
        return Response(status=204)


class ImportLook(APIView):
    @extend_schema(operation_id="look", responses={200: refers_to(LookAnswer), **_REFUSED})
    def get(self, _request: Request, pk: int) -> Response:
        """How the file would be read, and its first records."""
        given = _import(pk)
        return answer(look_answer(given, look(given)))

    @extend_schema(
        operation_id="overrule",
        request={"application/json": refers_to(ReadingSpec)},
        responses={200: refers_to(LookAnswer), **_REFUSED},
    )
    def put(self, request: Request, pk: int) -> Response:
        """Say how the file is to be read; what is left out is found. A way in which it cannot be read changes nothing."""
        given = _import(pk)
        return answer(look_answer(given, overrule(given, _reading(request))))


class StartImport(APIView):
    @extend_schema(operation_id="start_import", request=None, responses={200: refers_to(ImportAnswer), **_REFUSED})
    def post(self, _request: Request, pk: int) -> Response:
        """Put the file in the queue to be read; of one that was put there before, how far it is."""
        given = enqueue(_import(pk))
        queue.wake()
        return answer(import_answer(given))


class AcceptImport(APIView):
    @extend_schema(
        operation_id="accept_import",
        request={"application/json": refers_to(AcceptStart)},
        parameters=[SEEN],
        responses={200: refers_to(TableAnswer), **_REFUSED, **OVERTAKEN},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Let the compared edition stand. Plates follow. What was seen is the edition it was compared with."""
        given = sent(request, AcceptStart)
        table = accept(_import(pk), given.renames, seen(request), anyway=given.anyway)
        keep_summary(table)
        return answer(table_answer(table))


class MapImport(APIView):
    @extend_schema(
        operation_id="map_import",
        request={"application/json": refers_to(AcceptStart)},
        responses={200: refers_to(ImportAnswer), **_REFUSED},
    )
    def post(self, request: Request, pk: int) -> Response:
        """What would change if missing columns were mapped so; nothing is kept of it."""
        given = _import(pk)
        return answer(import_answer(given, compared_with(given, sent(request, AcceptStart).renames)))


def _reading(request: Request) -> dict[str, Any]:
    if not isinstance(request.data, dict):
        raise Problem(422, "What was sent is not an object; see the API's description.")
    return request.data


def _import(pk: int) -> Import:
    return get_object_or_404(Import.objects.select_related("table", "edition"), pk=pk)
