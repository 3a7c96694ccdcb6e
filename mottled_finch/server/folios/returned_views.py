"""Decks and documents that come back over HTTP: what would change in them, and the same with their figures remade."""

from dataclasses import dataclass, field, replace

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from mottled_finch import __version__
from mottled_finch.core.common.errors import CoreError, DrawError, TableError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.draw import DRAWINGS, Source
from mottled_finch.core.outputs.folio.source import FolioSource
from mottled_finch.core.outputs.refreshing.found import Found
from mottled_finch.core.outputs.refreshing.outdated import stale_words
from mottled_finch.core.outputs.refreshing.remaking import FigureChange, change_of, piece_of, pieces_of
from mottled_finch.core.outputs.refreshing.returning import source_anew, told_anew
from mottled_finch.core.outputs.refreshing.sharing import on_their_scales
from mottled_finch.work.asking import refreshed, returned, room_for

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
        came = _came_back(self.content(request, _MOST, "file"))
        return answer(ReturnedAnswer(figures=[came.told(number) for number in range(len(came.figures))]))


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
        came = _came_back(content)
        made = on_their_scales(came.figures, came.those_made(), came.folio.spec() if came.folio else None)
        pieces = pieces_of((came.figures[number], figure) for number, figure in made.items() if number not in leave)
        anew = {piece.found.plate: came.anew[piece.found.plate] for piece in pieces}
        new = refreshed(content, pieces, told_anew(came.folio, came.plates, anew, __version__))
        kind = DRAWINGS[came.ending].media_type
        return HttpResponse(new, content_type=kind, headers=saved_as(file_name(request)))


@dataclass
class _CameBack:
    """A file that came back, and the plates of this library that its figures are of."""

    content: bytes
    ending: str
    figures: tuple[Found, ...]
    plates: dict[str, Source]
    folio: FolioSource | None
    made: dict[str, Figure | CoreError] = field(default_factory=dict)
    anew: dict[str, Source] = field(default_factory=dict)
    """What the sources of plates are that could be made."""

    def told(self, number: int) -> ReturnedFigureAnswer:
        found = self.figures[number]
        figure = self.figure(found.plate)
        elsewhere = [each.where for each in self.figures if each.plate == found.plate and each.where != found.where]
        change = self._change(number, figure) if isinstance(figure, Figure) else FigureChange(found=found, why=str(figure))
        return ReturnedFigureAnswer(
            number=number,
            where=found.where,
            plate=found.plate,
            form=found.form,
            told=change.told,
            changed=len(change.changed),
            stays=bool(change.why),
            broken=[f"{each.words}: {each.now}" for each in change.claims if not each.holds],
            copies=list(dict.fromkeys(elsewhere)),
        )

    def _change(self, number: int, figure: Figure) -> FigureChange:
        found = self.figures[number]
        folio, before = self.folio.spec() if self.folio else None, self.figures[:number]
        change = change_of(found, figure, folio, before)
        if not found.holds:
            return replace(change, stale=stale_words(found, before, folio, self.named))
        try:
            return replace(change, room=room_for(self.content, piece_of(found, figure)))
        except DrawError as error:
            return FigureChange(found=found, why=error.message)

    def figure(self, plate: str) -> Figure | CoreError:
        if plate not in self.made:
            try:
                self.made[plate] = self._make(plate)
            except CoreError as error:
                self.made[plate] = error
            except Problem as error:
                self.made[plate] = TableError(error.detail)
        return self.made[plate]

    def _make(self, plate: str) -> Figure:
        """The plate as it stands in this library; of a file that was made in a shell, its recipe on the table called so."""
        source = self.plates.get(plate)
        if source is None:
            raise TableError("the file does not say how it was made")
        own = None
        if source.plate is not None:
            own = (
                Plate.everything.select_related("table", "table__current").filter(pk=source.plate, table__name=source.table).first()
            )
            if own is None:
                raise TableError("its plate was removed from this library")
        table, recipe = (own.table, own.recipe()) if own else (_table(source.table), load_recipe(source.recipe))
        figure = figure_with(table, self.folio.looking(plate, recipe) if self.folio else recipe)
        plain, edition = (full_recipe(own), table.edition().number) if own else (source.recipe, None)
        self.anew[plate] = source_anew(source, figure, plain, __version__, edition)
        return figure

    def named(self, plate: str) -> Figure | None:
        """The figure of a plate, if it can be made."""
        figure = self.figure(plate)
        return figure if isinstance(figure, Figure) else None

    def those_made(self) -> dict[str, Figure]:
        """The figures that can be made, by the names of their plates."""
        found = {each.plate: self.named(each.plate) for each in self.figures}
        return {plate: figure for plate, figure in found.items() if figure is not None}


def _table(name: str) -> Table:
    plain = name.rpartition(".")[0] or name
    found = Table.standing().filter(name__in=[name, plain]).order_by("-pk").first()
    if found is None:
        raise TableError(f"there is no table {plain} in this library")
    return found


def _came_back(content: bytes) -> _CameBack:
    """The file, read by a process of its own. Raises DrawError for one that is none of ours, or ends that process."""
    came = returned(content)
    return _CameBack(content=content, ending=came.ending, figures=came.figures, plates=dict(came.plates), folio=came.folio)
