"""What the server tells of itself: version, limits, palettes, forms of export, and the description of its addresses."""

import os
from threading import Lock
from typing import Any

from django.conf import settings
from drf_spectacular.utils import extend_schema
from drf_spectacular.views import SpectacularJSONAPIView
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from mottled_finch import __version__
from mottled_finch.app.plans.notify import Addresses
from mottled_finch.core.colors.palettes import PALETTES
from mottled_finch.core.colors.tokens import read_tokens
from mottled_finch.core.colors.vision import VISIONS
from mottled_finch.core.common.recipe import load_text
from mottled_finch.core.outputs.draw import DRAWINGS
from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS

from .answering import answer
from .openapi import (
    AboutAnswer,
    ExportAnswer,
    FolioOutputAnswer,
    PaletteAnswer,
    ProblemAnswer,
    TokensAnswer,
    TokensStart,
    VisionAnswer,
    refers_to,
)
from .plans.folders import places
from .requests import sent


class About(APIView):
    @extend_schema(responses={200: refers_to(AboutAnswer)}, operation_id="about")
    def get(self, _request: Request) -> Response:
        """Version, limits and forms of export."""
        exports = [
            ExportAnswer(
                ending=ending,
                title=each.title,
                purpose=each.purpose,
                carries=each.carries,
                reads=each.reads,
                laid_in=each.laid_in,
            )
            for ending, each in DRAWINGS.items()
        ]
        visions = [VisionAnswer(name=name, title=each.title, matrix=each.matrix.ravel().tolist()) for name, each in VISIONS.items()]
        pages = [FolioOutputAnswer(ending=e, title=d.title, reads=d.reads, laid_in=d.laid_in) for e, d in FOLIO_DRAWINGS.items()]
        return answer(
            AboutAnswer(
                version=__version__,
                upload_bytes_most=settings.UPLOAD_BYTES_MOST,
                exports=exports,
                pages=pages,
                folders=[str(each) for each in places().roots],
                addresses=Addresses.listed(os.environ).allowed,
                visions=visions,
            )
        )


class Palettes(APIView):
    @extend_schema(responses={200: refers_to(PaletteAnswer, many=True)}, operation_id="palettes")
    def get(self, _request: Request) -> Response:
        """Every palette with its colors, low to high, and whether each answer to "high is" turns it."""
        return answer([_palette(name) for name in PALETTES])


class ReadPalette(APIView):
    @extend_schema(
        operation_id="read_palette",
        request={"application/json": refers_to(TokensStart)},
        responses={200: refers_to(TokensAnswer), 422: refers_to(ProblemAnswer)},
    )
    def post(self, request: Request) -> Response:
        """The colors of a file of color tokens, to be used as the house's own."""
        return answer(TokensAnswer(colors=read_tokens(load_text(sent(request, TokensStart, as_it_is=("text",)).text, "text"))))


@extend_schema(exclude=True)
class Description(SpectacularJSONAPIView):
    """The description of every address. Its maker keeps notes on classes that all threads share, so one is made at a time."""

    _making = Lock()

    def get(self, *args: Any, **named: Any) -> Response:
        with self._making:
            description: Response = super().get(*args, **named)  # type: ignore[no-untyped-call]
        return description


def _palette(name: str) -> PaletteAnswer:
    palette = PALETTES[name]
    return PaletteAnswer(
        name=name,
        title=palette.title,
        kind=palette.kind,
        purpose=palette.purpose,
        colors=palette.hexes,
        turned_when=[high for high in ("good", "bad", "neither") if palette.turned(high)],
    )
