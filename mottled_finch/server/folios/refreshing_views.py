"""Decks and documents that come back over HTTP: what would change in them, and the same with their figures remade."""

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from mottled_finch.app.ports import OWNER, Person
from mottled_finch.app.refreshing import Refreshing, Standing
from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.recipe import Recipe, load_recipe
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.draw import DRAWINGS, Source
from mottled_finch.core.outputs.refreshing.remaking import FigureChange
from mottled_finch.work import asking

from ..answering import answer
from ..openapi import ReturnedAnswer, ReturnedFigureAnswer, refers_to
from ..plates.actions import figure_with, full_recipe
from ..plates.export_views import saved_as
from ..plates.file_views import BODY, REFUSED, Given
from ..plates.models import Plate
from ..refusal import Problem
from ..requests import file_name, whole_number
from ..tables.models import Table

_MOST = 200_000_000


class ReturnedDecks(Given):
    @extend_schema(operation_id="returned_deck", request=BODY, responses={200: refers_to(ReturnedAnswer), **REFUSED})
    def post(self, request: Request) -> Response:
        """What refreshing a deck or document would change, which is the body, figure by figure. Nothing is kept."""
        came = _opened(self.content(request, _MOST, "file"))
        return answer(ReturnedAnswer(figures=[_told(came, *each) for each in enumerate(came.changes())]))


class RefreshedDeck(Given):
    @extend_schema(
        operation_id="refreshed_deck",
        request=BODY,
        parameters=[
            OpenApiParameter("name", str, description="The name of the file"),
            OpenApiParameter("leave", str, description="Numbers of figures that stay as they are, with commas between"),
        ],
        responses={(200, "application/octet-stream"): OpenApiTypes.BINARY, **REFUSED},
    )
    def post(self, request: Request) -> HttpResponse:
        """The deck or document with its figures remade where they stand; every other part is the same, byte for byte."""
        content = self.content(request, _MOST, "file")
        leave = {whole_number(each, "leave") for each in request.query_params.get("leave", "").split(",") if each}
        came = _opened(content)
        new = came.remade(came.chosen("all") - leave)
        kind = DRAWINGS[came.returned.ending].media_type
        return HttpResponse(new, content_type=kind, headers=saved_as(file_name(request)))


def _opened(content: bytes) -> Refreshing:
    return Refreshing(OWNER, content, _Plates(), asking)


def _told(came: Refreshing, number: int, change: FigureChange) -> ReturnedFigureAnswer:
    found = change.found
    return ReturnedFigureAnswer(
        number=number,
        where=found.where,
        plate=found.plate,
        form=found.form,
        told=change.told,
        changed=len(change.changed),
        stays=bool(change.why),
        broken=[f"{each.words}: {each.now}" for each in change.claims if not each.holds],
        copies=[place for place in came.places(found.plate) if place != found.where],
    )


class _Plates:
    """Plates as they stand in this library; of a file that was made in a shell, its recipe on the table called so."""

    def standing(self, _asks: Person, source: Source) -> Standing:
        if source.plate is None:
            table, recipe = _table(source.table), load_recipe(source.recipe)
            return Standing(recipe=recipe, make=lambda recipe: _figure(table, recipe), plain=source.recipe)
        found = Plate.everything.select_related("table", "table__current")
        own = found.filter(pk=source.plate, table__name=source.table).first()
        if own is None:
            raise TableError("its plate was removed from this library")
        return Standing(
            recipe=own.recipe(),
            make=lambda recipe: _figure(own.table, recipe),
            plain=full_recipe(own),
            edition=own.table.edition().number,
        )


def _figure(table: Table, recipe: Recipe) -> Figure:
    try:
        return figure_with(table, recipe)
    except Problem as error:
        raise TableError(error.detail) from error


def _table(name: str) -> Table:
    plain = name.rpartition(".")[0] or name
    found = Table.standing().filter(name__in=[name, plain]).order_by("-pk").first()
    if found is None:
        raise TableError(f"there is no table {plain} in this library")
    return found
