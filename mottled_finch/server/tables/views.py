"""Tables and their editions and mends over HTTP. Files on their way in are in import_views.py."""

from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.parsers import BaseParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from mottled_finch.app.mends import plain_mends
from mottled_finch.core.common.recipe import LevelSpec, TableSpec, check_level, load_table_part
from mottled_finch.core.matrices.pivot import members_of
from mottled_finch.core.tables.aggregation.cuts import CUTS
from mottled_finch.core.tables.mends.bringing.proposal import propose

from ..answering import answer
from ..history import read_ahead
from ..openapi import (
    BringAnswer,
    CorrectStart,
    FindingsAnswer,
    LeaveStart,
    LookAnswer,
    MemberAnswer,
    MendList,
    MendTrial,
    NameStart,
    ProblemAnswer,
    RecordsAnswer,
    StandStart,
    TableAnswer,
    TrialAnswer,
    WorkbenchAnswer,
    refers_to,
)
from ..paging import PAGED, paged
from ..refusal import Problem
from ..requests import RawParser, file_name, length, seen, sent, whole_number
from ..showing import OVERTAKEN, SEEN, etag, readable
from .actions import bring_in, change_mends, leave_finding, remove_table, rename_table, return_to, step_mends
from .answers import (
    broken_table,
    changed_workbench,
    findings_answer,
    look_answer,
    open_edition,
    table_answer,
    trial_answer,
    workbench_answer,
)
from .corrections import correct_value
from .imports import first_look, receive, reread
from .mended import data_of, library_for, mended
from .models import MendVersion, Table
from .records import WINDOW_MOST, Asked, window

MEMBERS_MOST = 2_000
_NAME = OpenApiParameter("name", str, required=True, description="The file's name")
_REFUSED = {422: refers_to(ProblemAnswer)}


class Tables(APIView):
    def get_parsers(self) -> list[BaseParser]:
        return [RawParser()]

    @extend_schema(parameters=PAGED, responses={200: refers_to(TableAnswer, many=True)}, operation_id="tables")
    def get(self, request: Request) -> Response:
        """A page of the tables, the newest first."""
        return paged(request, Table.standing(), ("-created", "-pk"), ("name",), _lines)

    @extend_schema(
        operation_id="import_table",
        parameters=[_NAME],
        request={"application/octet-stream": OpenApiTypes.BINARY},
        responses={201: refers_to(TableAnswer), 413: refers_to(ProblemAnswer), **_REFUSED},
    )
    def post(self, request: Request) -> Response:
        """Bring in a file, which is the body of the request, as it is found, and wait for it. /api/imports asks first."""
        given = receive(request._request, length(request), file_name(request))
        return answer(table_answer(bring_in(given)), status=201)


def _lines(tables: list[Table]) -> list[TableAnswer]:
    read_ahead(tables, MendVersion, "table")
    return [readable(table, table_answer, broken_table) for table in tables]


class OneTable(APIView):
    @extend_schema(responses={200: refers_to(TableAnswer)}, operation_id="table")
    def get(self, _request: Request, pk: int) -> Response:
        """One table with its columns."""
        table = _table(pk)
        return answer(table_answer(table), headers=etag(table.tag()))

    @extend_schema(
        operation_id="rename_table",
        request={"application/json": refers_to(NameStart)},
        parameters=[SEEN],
        responses={200: refers_to(TableAnswer), **_REFUSED, **OVERTAKEN},
    )
    def put(self, request: Request, pk: int) -> Response:
        """Give a table another name."""
        name = sent(request, NameStart).name
        return answer(table_answer(rename_table(_table(pk).pk, name, seen(request))))

    @extend_schema(responses={204: None}, operation_id="remove_table")
    def delete(self, _request: Request, pk: int) -> Response:
        """Put a table into the bin; what uses it keeps it until it is gone."""
        remove_table(get_object_or_404(Table.standing(), pk=pk))
        return Response(status=204)


class Workbench(APIView):
    @extend_schema(responses={200: refers_to(WorkbenchAnswer)}, operation_id="workbench")
    def get(self, _request: Request, pk: int) -> Response:
        """A table with its mends and editions."""
        table = _table(pk)
        return answer(workbench_answer(table), headers=etag(table.tag()))


class Mends(APIView):
    @extend_schema(
        operation_id="change_mends",
        request={"application/json": refers_to(MendList)},
        parameters=[SEEN],
        responses={200: refers_to(WorkbenchAnswer), **_REFUSED, **OVERTAKEN},
    )
    def put(self, request: Request, pk: int) -> Response:
        """Save the whole list of mends. One that is new and does not fit changes nothing."""
        spec = load_table_part({"mends": sent(request, MendList, as_it_is=("mends",)).mends})
        return answer(changed_workbench(change_mends(_table(pk).pk, spec, seen(request))))


class TryMend(APIView):
    @extend_schema(
        operation_id="try_mend",
        request={"application/json": refers_to(MendTrial)},
        responses={200: refers_to(TrialAnswer), **_REFUSED},
    )
    def post(self, request: Request, pk: int) -> Response:
        """What a mend would do, without laying it on."""
        table = _table(pk)
        trial = sent(request, MendTrial, as_it_is=("mend",))
        spec: TableSpec = load_table_part({"mends": [trial.mend]})
        mends = table.mends()
        place = len(mends) if trial.at is None else min(max(trial.at, 0), len(mends))
        before = mended(table.edition(), mends[:place]).table
        library = library_for(table.edition(), plain_mends(spec.mends))
        return answer(trial_answer(before, spec.mends[0], place, library))


class ProposeBring(APIView):
    @extend_schema(
        operation_id="propose_bring",
        parameters=[OpenApiParameter("table", str, required=True, description="The name of the table that columns come from")],
        responses={200: refers_to(BringAnswer), **_REFUSED},
    )
    def get(self, request: Request, pk: int) -> Response:
        """A mend to begin with that brings columns from another table: by which keys, and which columns."""
        table, name = _table(pk), request.query_params.get("table", "")
        other = library_for(table.edition(), [{"do": "bring", "from": name}])(name, "table")
        return answer(BringAnswer(mend=propose(data_of(table), other, name)))


class UndoMends(APIView):
    @extend_schema(
        operation_id="undo_mends",
        request=None,
        parameters=[SEEN],
        responses={200: refers_to(WorkbenchAnswer), 409: refers_to(ProblemAnswer), **OVERTAKEN},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Take the last change of the mends back."""
        return answer(changed_workbench(step_mends(_table(pk).pk, -1, seen(request))))


class RedoMends(APIView):
    @extend_schema(
        operation_id="redo_mends",
        request=None,
        parameters=[SEEN],
        responses={200: refers_to(WorkbenchAnswer), 409: refers_to(ProblemAnswer), **OVERTAKEN},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Make the change of the mends again that was taken back."""
        return answer(changed_workbench(step_mends(_table(pk).pk, 1, seen(request))))


class Found(APIView):
    @extend_schema(operation_id="findings", responses={200: refers_to(FindingsAnswer)})
    def get(self, _request: Request, pk: int) -> Response:
        """What may be wrong with the table as it is mended, each with the mends on offer."""
        return answer(findings_answer(_table(pk)))

    @extend_schema(
        operation_id="leave_finding",
        request={"application/json": refers_to(LeaveStart)},
        responses={200: refers_to(FindingsAnswer)},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Leave a finding as it is, or take that back."""
        given = sent(request, LeaveStart)
        return answer(findings_answer(leave_finding(_table(pk).pk, given.key, left=given.left)))


class Records(APIView):
    @extend_schema(
        operation_id="records",
        parameters=[
            OpenApiParameter("start", int, description="The first row, from 0"),
            OpenApiParameter("count", int, description=f"How many rows, at most {WINDOW_MOST}"),
            OpenApiParameter("sort", str, description="The column to sort by"),
            OpenApiParameter("descending", bool),
            OpenApiParameter("find", str, description="A text to look for"),
            OpenApiParameter("field", str, description="The column to look in; all without it"),
        ],
        responses={200: refers_to(RecordsAnswer), **_REFUSED},
    )
    def get(self, request: Request, pk: int) -> Response:
        """A window of the records."""
        raw, found, key = open_edition(_table(pk))
        query = request.query_params
        asked = Asked(
            sort=query.get("sort", ""),
            descending=query.get("descending") in ("true", "1"),
            find=query.get("find", "").strip()[:200],
            field=query.get("field", ""),
            start=whole_number(query.get("start", "0"), "start"),
            count=whole_number(query.get("count", "100"), "count"),
        )
        return answer(window(raw, found, key, asked))


class Correct(APIView):
    @extend_schema(
        operation_id="correct_value",
        request={"application/json": refers_to(CorrectStart)},
        responses={200: refers_to(WorkbenchAnswer), **_REFUSED},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Put one value right, as a mend that finds the record again in later editions."""
        given = sent(request, CorrectStart)
        return answer(changed_workbench(correct_value(_table(pk), given.field, given.record, given.to, given.was)))


class Stand(APIView):
    @extend_schema(
        operation_id="return_to_edition",
        request={"application/json": refers_to(StandStart)},
        parameters=[SEEN],
        responses={200: refers_to(WorkbenchAnswer), 404: refers_to(ProblemAnswer), 409: refers_to(ProblemAnswer), **OVERTAKEN},
    )
    def post(self, request: Request, pk: int, number: int) -> Response:
        """Let another edition stand, older or newer. Plates follow. One that a mend does not fit is refused, unless ``anyway``."""
        anyway = sent(request, StandStart).anyway
        return answer(changed_workbench(return_to(_table(pk).pk, number, seen(request), anyway=anyway)))


class Reread(APIView):
    @extend_schema(operation_id="reread", request=None, responses={201: refers_to(LookAnswer)})
    def post(self, _request: Request, pk: int) -> Response:
        """Lay the file of the edition that stands out, to be read in another way; the result is its next edition."""
        given = reread(_table(pk))
        return answer(look_answer(given, first_look(given)), status=201)


class Members(APIView):
    @extend_schema(
        operation_id="members",
        parameters=[
            OpenApiParameter("field", str, required=True, description="The column"),
            OpenApiParameter("cut", str, enum=list(CUTS), description="The part of a moment"),
            OpenApiParameter("year_starts", int, description="The month in which years begin, 1 to 12"),
        ],
        responses={200: refers_to(MemberAnswer, many=True)},
    )
    def get(self, request: Request, pk: int) -> Response:
        """The members of a field in natural order, the first 2,000 of them."""
        table = data_of(_table(pk))
        cut = request.query_params.get("cut")
        if cut is not None and cut not in CUTS:
            raise Problem(422, f'There is no cut "{cut}"; choose one of {", ".join(CUTS)}.', "cut")
        starts = request.query_params.get("year_starts")
        level = LevelSpec(
            field=request.query_params.get("field", ""),
            cut=cut,
            year_starts=None if starts is None else whole_number(starts, "year_starts"),
        )
        check_level(level, "field")
        return answer([MemberAnswer(label=label, records=records) for label, records in members_of(table, level)[:MEMBERS_MOST]])


def _table(pk: int) -> Table:
    """One in the bin is shown, too: plates may be laid on it."""
    return get_object_or_404(Table.standing(removed=True), pk=pk)
