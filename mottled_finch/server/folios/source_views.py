"""Files that come back: the plate or the folio that one came from, or a new one from the recipes that it carries."""

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from mottled_finch.app.opening import opened
from mottled_finch.app.ports import OWNER
from mottled_finch.core.outputs.folio.load import load_folio
from mottled_finch.core.outputs.folio.source import FolioSource
from mottled_finch.work.asking import source_in

from ..answering import answer
from ..openapi import SourceAnswer, refers_to
from ..plates.file_views import BODY, REFUSED, Given
from ..plates.sources import ShelfOfLibrary
from .actions import bring_folio, table_key
from .models import Folio

_SOURCE_MOST = 100_000_000


class Sources(Given):
    @extend_schema(operation_id="open_source", request=BODY, responses={200: refers_to(SourceAnswer), **REFUSED})
    def post(self, request: Request) -> Response:
        """The plate that a figure came from, or the folio that pages came from, whose file is the body of the request: as it stands
        here, or made anew from the recipes in it on tables that they fit.
        """
        source = source_in(self.content(request, _SOURCE_MOST, "file"))
        if isinstance(source, FolioSource):
            folio, made = _folio_of(source)
            return answer(SourceAnswer(plate=None, folio=folio.pk, made=made, table=""))
        plate, made = opened(OWNER, source, ShelfOfLibrary())
        return answer(SourceAnswer(plate=plate.pk, folio=None, made=made, table=plate.table.name))


def _folio_of(source: FolioSource) -> tuple[Folio, bool]:
    """The folio of this library that a source is of, or a new one with plates made anew; and whether it is new."""
    if source.number is not None:
        own = Folio.objects.filter(pk=source.number).first()
        known = {plate.get("plate") for plate in source.folio.get("plates", {}).values()}
        if own is not None and known & {plate.plate for plate in own.spec().plates.values()}:
            return own, False
    tables = {key: key for key in map(table_key, (each.table for each in source.plates.values()))}
    plates = {name: {"recipe": each.recipe, "table": table_key(each.table)} for name, each in source.plates.items()}
    return bring_folio(load_folio({**source.folio, "tables": tables, "before": {}, "plates": plates})), True
