"""The bin over HTTP."""

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from ..answering import answer
from ..openapi import BinAnswer, ProblemAnswer, refers_to
from ..plates.models import HouseTemplate
from ..removing import Removable
from . import actions
from .kinds import KINDS, called
from .users import Used, users


class Bin(APIView):
    @extend_schema(operation_id="bin", responses={200: refers_to(BinAnswer, many=True)})
    def get(self, _request: Request) -> Response:
        """What was removed and is not yet gone, the last removed first."""
        binned = [(name, thing) for name, kind in KINDS.items() for thing in kind.model.everything.exclude(removed=None)]
        binned.sort(key=lambda each: str(each[1].removed), reverse=True)
        used = users({kind for kind, _ in binned}) if binned else {}
        return answer([_told(kind, thing, used) for kind, thing in binned])

    @extend_schema(operation_id="empty_bin", responses={204: None})
    def delete(self, _request: Request) -> Response:
        """Take all of it away for good, but tables that plates are laid on."""
        actions.empty()
        return Response(status=204)


class OneInBin(APIView):
    @extend_schema(operation_id="put_back", request=None, responses={204: None, 404: refers_to(ProblemAnswer)})
    def post(self, _request: Request, kind: str, pk: int) -> Response:
        """Put a thing back to where it was."""
        actions.put_back(kind, pk)
        return Response(status=204)

    @extend_schema(operation_id="take_away", responses={204: None, 404: refers_to(ProblemAnswer), 409: refers_to(ProblemAnswer)})
    def delete(self, _request: Request, kind: str, pk: int) -> Response:
        """Take a thing away for good."""
        actions.take_away(kind, pk)
        return Response(status=204)


def _told(kind: str, thing: Removable, used: dict[Used, list[str]]) -> BinAnswer:
    key: Used = (f"template {thing.kind}", thing.name) if isinstance(thing, HouseTemplate) else (kind, thing.pk)
    assert thing.removed is not None and thing.until is not None
    return BinAnswer(
        kind=kind,
        id=thing.pk,
        name=called(kind, thing),
        removed=thing.removed.isoformat(),
        until=thing.until.isoformat(),
        used_by=used.get(key, []),
    )
