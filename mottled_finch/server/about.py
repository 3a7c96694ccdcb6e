"""What the interface must know of the server before it starts: version, limits, palettes, forms of export."""

from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from mottled_finch import __version__
from mottled_finch.core.color.palettes import PALETTES
from mottled_finch.core.draw import DRAWINGS

from . import settings
from .openapi import AboutAnswer, PaletteAnswer, refers_to


class About(APIView):
    @extend_schema(responses={200: refers_to(AboutAnswer)}, operation_id="about")
    def get(self, _request: Request) -> Response:
        """Version, limits and forms of export."""
        exports = [{"ending": ending, "title": drawing.title} for ending, drawing in DRAWINGS.items()]
        return Response({"version": __version__, "upload_bytes_most": settings.UPLOAD_BYTES_MOST, "exports": exports})


class Palettes(APIView):
    @extend_schema(responses={200: refers_to(PaletteAnswer, many=True)}, operation_id="palettes")
    def get(self, _request: Request) -> Response:
        """Every palette with its colors, low to high, and whether each answer to "high is" turns it."""
        return Response([_answer(name) for name in PALETTES])


def _answer(name: str) -> dict[str, Any]:
    palette = PALETTES[name]
    return {
        "name": name,
        "title": palette.title,
        "two_sided": palette.two_sided,
        "colors": palette.hexes,
        "turned_when": [high for high in ("good", "bad", "neither") if palette.turned(high)],
    }
