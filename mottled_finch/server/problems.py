"""Errors as problem JSON (RFC 9457): one sentence in ``detail``, the place in ``path``."""

from typing import Any

from django.http import Http404, JsonResponse
from rest_framework.response import Response
from rest_framework.views import exception_handler

from mottled_finch.core.errors import Canceled, CoreError, IntakeError, RecipeError

from .refusal import Problem

MEDIA_TYPE = "application/problem+json"


def body(status: int, title: str, detail: str, **more: Any) -> dict[str, Any]:
    return {"type": "about:blank", "title": title, "status": status, "detail": detail, **more}


def _short(received: object) -> str | None:
    """What stood there, for interfaces that offer to mend it; only names are told back, not whole records."""
    return received if isinstance(received, str) and len(received) <= 200 else None


def problem(status: int, detail: str) -> JsonResponse:
    """A problem outside the REST framework's views."""
    return JsonResponse(body(status, "Refused", detail), status=status, content_type=MEDIA_TYPE)


def answer(error: Exception, context: dict[str, Any]) -> Response | None:
    """The one place where errors become answers. What is not known here is a bug, and Django answers 500."""
    if isinstance(error, Canceled):
        return Response(body(409, "Given up", str(error)), status=409, content_type=MEDIA_TYPE)
    if isinstance(error, CoreError):
        title = {IntakeError: "The file cannot be read", RecipeError: "The recipe is not well formed"}.get(
            type(error), "The figure cannot be made"
        )
        more = {"path": error.path, "message": error.message, "allowed": list(error.allowed), "received": _short(error.received)}
        return Response(body(422, title, str(error), **more), status=422, content_type=MEDIA_TYPE)
    if isinstance(error, Problem):
        return Response(body(error.status, "Refused", error.detail, path=error.path), status=error.status, content_type=MEDIA_TYPE)
    if isinstance(error, Http404):
        return Response(
            body(404, "Not found", "There is no such thing here; it may have been removed."), status=404, content_type=MEDIA_TYPE
        )
    response = exception_handler(error, context)
    if response is not None:
        detail = response.data.get("detail") if isinstance(response.data, dict) else None
        response.data = body(response.status_code, "Refused", str(detail or "What was sent does not fit what is expected here."))
        response.content_type = MEDIA_TYPE
    return response
