"""Pictures and fonts over HTTP: given once, named in recipes, fetched by the page."""

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.parsers import BaseParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from mottled_finch.core.figures.scene import typeface, underlay

from ..answering import answer
from ..openapi import FontAnswer, PictureAnswer, ProblemAnswer, refers_to
from ..refusal import Problem
from ..requests import RawParser, length
from . import kept_files
from .models import KeptFile

BODY = {"application/octet-stream": OpenApiTypes.BINARY}
REFUSED = {422: refers_to(ProblemAnswer), 413: refers_to(ProblemAnswer)}


class Given(APIView):
    """A file that is the body of the request."""

    def get_parsers(self) -> list[BaseParser]:
        return [RawParser()]

    def content(self, request: Request, most: int, what: str) -> bytes:
        """The body. Raises Problem when it is larger than so many bytes."""
        if length(request) > most:
            raise Problem(413, f"The {what} is too large; give one of at most {most // 10**6} MB.")
        return bytes(request._request.read(most + 1))


class Pictures(Given):
    @extend_schema(operation_id="give_picture", request=BODY, responses={201: refers_to(PictureAnswer), **REFUSED})
    def post(self, request: Request) -> Response:
        """Keep a picture, PNG or JPEG, which is the body of the request, to be laid under cells by its name."""
        return answer(PictureAnswer(picture=kept_files.keep(self.content(request, underlay.MOST_BYTES, "picture"))), status=201)


class Fonts(Given):
    @extend_schema(operation_id="give_font", request=BODY, responses={201: refers_to(FontAnswer), **REFUSED})
    def post(self, request: Request) -> Response:
        """Keep a font, TTF, OTF or WOFF, which is the body of the request, for pages to use by its name."""
        return answer(FontAnswer(font=kept_files.keep_font(self.content(request, typeface.MOST_BYTES, "font"))), status=201)


class OneFile(APIView):
    @extend_schema(operation_id="kept_file", responses={(200, "application/octet-stream"): OpenApiTypes.BINARY})
    def get(self, _request: Request, digest: str) -> HttpResponse:
        """A picture or font that is kept."""
        kept = get_object_or_404(KeptFile, pk=digest)
        headers = {"Cache-Control": "private, max-age=31536000, immutable"}
        return HttpResponse(kept.content, content_type=kept.media_type, headers=headers)
