"""Tables over HTTP."""

from typing import Any

from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.parsers import BaseParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from mottled_finch.core.pivot import members_of
from mottled_finch.core.pivot.cuts import CUTS
from mottled_finch.core.recipe import LevelSpec
from mottled_finch.core.words import field_words

from ..openapi import MemberAnswer, ProblemAnswer, TableAnswer, refers_to
from ..problems import Problem
from .actions import receive, remove_table
from .models import Table
from .storage import EDITIONS

MEMBERS_MOST = 2_000


class RawParser(BaseParser):
    """Leaves the body alone, so that a file can be taken in piece by piece."""

    media_type = "*/*"

    def parse(self, stream: Any, media_type: str | None = None, parser_context: Any = None) -> Any:  # noqa: ARG002
        return stream


class Tables(APIView):
    def get_parsers(self) -> list[BaseParser]:
        return [RawParser()]

    @extend_schema(responses={200: refers_to(TableAnswer, many=True)}, operation_id="tables")
    def get(self, _request: Request) -> Response:
        """Every table, the newest first."""
        return Response([table_answer(table) for table in Table.objects.order_by("-created", "-pk")])

    @extend_schema(
        operation_id="import_table",
        parameters=[OpenApiParameter("name", str, required=True, description="The file's name")],
        request={"text/csv": OpenApiTypes.BINARY},
        responses={201: refers_to(TableAnswer), 413: refers_to(ProblemAnswer), 422: refers_to(ProblemAnswer)},
    )
    def post(self, request: Request) -> Response:
        """Bring in a CSV file, which is the body of the request."""
        name = request.query_params.get("name", "").strip()[:255] or "table.csv"
        table = receive(request._request, int(request.META.get("CONTENT_LENGTH") or 0), name)
        return Response(table_answer(table), status=201)


class OneTable(APIView):
    @extend_schema(responses={200: refers_to(TableAnswer)}, operation_id="table")
    def get(self, _request: Request, pk: int) -> Response:
        """One table with its columns."""
        return Response(table_answer(get_object_or_404(Table, pk=pk)))

    @extend_schema(responses={204: None, 409: refers_to(ProblemAnswer)}, operation_id="remove_table")
    def delete(self, _request: Request, pk: int) -> Response:
        """Remove a table that no plate is laid on."""
        remove_table(get_object_or_404(Table, pk=pk))
        return Response(status=204)


class Members(APIView):
    @extend_schema(
        operation_id="members",
        parameters=[
            OpenApiParameter("field", str, required=True, description="The column"),
            OpenApiParameter("cut", str, enum=list(CUTS), description="The part of a moment"),
        ],
        responses={200: refers_to(MemberAnswer, many=True)},
    )
    def get(self, request: Request, pk: int) -> Response:
        """The members of a field in natural order, the first 2,000 of them."""
        table = EDITIONS.open(get_object_or_404(Table, pk=pk).newest())
        cut = request.query_params.get("cut")
        if cut is not None and cut not in CUTS:
            raise Problem(422, f'There is no cut "{cut}"; choose one of {", ".join(CUTS)}.', "cut")
        level = LevelSpec(field=request.query_params.get("field", ""), cut=cut)  # type: ignore[arg-type]
        return Response([{"label": label, "records": records} for label, records in members_of(table, level)[:MEMBERS_MOST]])


def table_answer(table: Table) -> dict[str, Any]:
    edition = table.newest()
    stored = edition.columns.values("name", "kind", "distinct", "blanks", "misfits")
    return {
        "id": table.pk,
        "name": table.name,
        "records": edition.records,
        "edition": edition.number,
        "read": edition.read.isoformat(),
        "columns": [
            {
                **column,
                "words": field_words(column["name"]),
                "misfits": [{"text": text, "records": records} for text, records in column["misfits"]],
            }
            for column in stored
        ],
    }
