"""A pivot laid on a table without a plate, and what a typed statement says of it, over HTTP."""

from contextlib import nullcontext

import numpy as np
from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from mottled_finch.app.asking import tables_that_fit
from mottled_finch.core.common.recipe import load_recipe, load_text
from mottled_finch.core.matrices.pivot import colored_values, make_matrix, while_wanted
from mottled_finch.core.matrices.pivot.targets import with_targets
from mottled_finch.core.matrices.statement import write_statement
from mottled_finch.core.matrices.statement.typed import Understood, offered, understand
from mottled_finch.core.outputs.draw.json import numbers_or_null

from ..answering import answer
from ..openapi import (
    AskedAnswer,
    AskedTableAnswer,
    MatrixAnswer,
    MatrixStart,
    OffersAnswer,
    OtherReadingAnswer,
    ProblemAnswer,
    StatementAnswer,
    StatementStart,
    refers_to,
)
from ..requests import sent
from ..wanted import WANTED
from .mended import data_of, editions_of, summary
from .models import Table

_ASKED_MOST = 200
"""Tables that a statement may be of, the newest ones."""


class Statement(APIView):
    @extend_schema(
        operation_id="read_statement",
        request={"application/json": refers_to(StatementStart)},
        responses={200: refers_to(StatementAnswer), 422: refers_to(ProblemAnswer)},
    )
    def post(self, request: Request, pk: int) -> Response:
        """What a statement about a table says, as it is typed: a pivot, what was not understood, and what it could say as well."""
        stored = get_object_or_404(Table.everything, pk=pk)
        table = data_of(stored)
        return answer(_statement_answer(understand(_typed(request), table, stored.name), table.names))


class Asked(APIView):
    @extend_schema(
        operation_id="ask", request={"application/json": refers_to(StatementStart)}, responses={200: refers_to(AskedAnswer)}
    )
    def post(self, request: Request) -> Response:
        """The tables that a statement may be of, with what it says of each."""
        tables = list(Table.standing().order_by("-pk")[:_ASKED_MOST])
        fitting = tables_that_fit(_typed(request), tables, lambda table: table.name, _columns, data_of)
        return answer(
            AskedAnswer(
                tables=tuple(
                    AskedTableAnswer(
                        table=each.table.pk,
                        name=each.table.name,
                        statement=_statement_answer(each.understood, _columns(each.table)),
                    )
                    for each in fitting
                )
            )
        )


def _columns(table: Table) -> list[str]:
    return [column["name"] for column in summary(table)["columns"]]


def _statement_answer(found: Understood, columns: list[str]) -> StatementAnswer:
    return StatementAnswer(
        pivot=found.pivot,
        text=write_statement(found.pivot, columns),
        left=found.left,
        taken=tuple(dict.fromkeys(doubt.words for doubt in found.doubts if doubt.told)),
        others=tuple(
            OtherReadingAnswer(words=each.words, text=write_statement(each.pivot, columns), pivot=each.pivot, asked=each.asked)
            for each in found.others
        ),
    )


class StatementOffers(APIView):
    @extend_schema(
        operation_id="statement_offers",
        request={"application/json": refers_to(StatementStart)},
        responses={200: refers_to(OffersAnswer)},
    )
    def post(self, request: Request, pk: int) -> Response:
        """The words that may stand next in a statement about a table."""
        stored = get_object_or_404(Table.everything, pk=pk)
        offers = offered(_typed(request), data_of(stored), stored.name)
        return answer(OffersAnswer(offers=offers))


def _typed(request: Request) -> str:
    return load_text(sent(request, StatementStart, as_it_is=("text",)).text, "text")


class TableMatrix(APIView):
    @extend_schema(
        operation_id="matrix",
        request={"application/json": refers_to(MatrixStart)},
        responses={200: refers_to(MatrixAnswer), 409: refers_to(ProblemAnswer), 422: refers_to(ProblemAnswer)},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Lay a pivot on a table, without a plate."""
        stored = get_object_or_404(Table.everything, pk=pk)
        table = data_of(stored)
        given = sent(request, MatrixStart, as_it_is=("pivot",))
        pivot, asker = load_recipe({"finch_recipe": 2, "pivot": given.pivot}).pivot, given.asker
        with while_wanted(WANTED.begin(f"matrix {asker}")) if asker else nullcontext():
            matrix = make_matrix(table, with_targets(pivot, stored.targets(), editions_of(stored, stored.mends())))
        return answer(
            MatrixAnswer(
                rows=matrix.rows,
                columns=matrix.columns,
                values=[numbers_or_null(row) for row in colored_values(matrix)],
                records=matrix.records.tolist(),
                row_totals=numbers_or_null(matrix.row_totals),
                column_totals=numbers_or_null(matrix.column_totals),
                grand_total=numbers_or_null(np.array([matrix.grand_total]))[0],
                kept=matrix.kept,
                unplaced=matrix.unplaced,
                unmeasured=matrix.unmeasured,
            )
        )
