"""Errors as problem JSON (RFC 9457): one sentence in ``detail``, the place in ``path``."""

import errno
from typing import TYPE_CHECKING, Any

from django.conf import settings
from django.core.exceptions import ObjectDoesNotExist, RequestDataTooBig
from django.db import DatabaseError
from django.http import Http404, JsonResponse

from mottled_finch.core.common.errors import Canceled, CoreError, IntakeError, RecipeError
from mottled_finch.core.common.language.directions import apart

from .refusal import Overtaken, Problem

if TYPE_CHECKING:  # it takes long to load, and what is answered first does not need it
    from rest_framework.response import Response

MEDIA_TYPE = "application/problem+json"


def worded(status: int, title: str, detail: str, **more: Any) -> dict[str, Any]:
    told = {name: _written(value) for name, value in more.items() if value is not None}
    return {"type": "about:blank", "title": title, "status": status, "detail": _written(apart(detail)), **told}


def _written(value: Any) -> Any:
    """Text as UTF-8 can hold it: JSON that was sent may have half of a character in it, which is told back."""
    if isinstance(value, list):
        return [_written(each) for each in value]
    return value.encode("utf-8", "replace").decode() if isinstance(value, str) else value


def _short(received: object) -> str | None:
    """What stood there, for interfaces that offer to mend it; only names are told back, not whole records."""
    return received if isinstance(received, str) and len(received) <= 200 else None


TOO_MUCH = f"More was sent than the {settings.DATA_UPLOAD_MAX_MEMORY_SIZE // 1024**2} MB that are read at once; send less."
DISK_FULL = "The disk is full, so nothing was saved; make room, and do it again. What was saved before is safe."


def is_full(error: BaseException | None) -> bool:
    """Whether a disk without room is behind it, whoever met it: the file system or the database."""
    while error is not None:
        if isinstance(error, OSError) and error.errno in (errno.ENOSPC, errno.EDQUOT):
            return True
        if isinstance(error, DatabaseError) and ("is full" in str(error) or "disk I/O error" in str(error)):
            return True
        error = error.__cause__
    return False


def problem(status: int, detail: str) -> JsonResponse:
    """A problem outside the REST framework's views."""
    return JsonResponse(worded(status, "Refused", detail), status=status, content_type=MEDIA_TYPE)


def refusal_of(error: Exception, context: dict[str, Any]) -> "Response | None":
    """The one place where errors become answers. What is not known here is a bug, and Django answers 500."""
    from rest_framework.response import Response
    from rest_framework.views import exception_handler

    if isinstance(error, Canceled):
        return Response(worded(409, "Given up", str(error)), status=409, content_type=MEDIA_TYPE)
    if isinstance(error, CoreError):
        title = {IntakeError: "The file cannot be read", RecipeError: "The recipe is not well formed"}.get(
            type(error), "The figure cannot be made"
        )
        more = {
            "path": error.path,
            "message": apart(error.message),
            "allowed": list(error.allowed),
            "received": _short(error.received),
        }
        return Response(worded(422, title, str(error), **more), status=422, content_type=MEDIA_TYPE)
    if isinstance(error, Overtaken):
        more = {"path": error.path, "meanwhile": list(error.meanwhile)}
        return Response(worded(412, "Changed meanwhile", error.detail, **more), status=412, content_type=MEDIA_TYPE)
    if isinstance(error, RequestDataTooBig):
        return Response(worded(413, "Refused", TOO_MUCH), status=413, content_type=MEDIA_TYPE)
    if is_full(error):
        return Response(worded(507, "No room", DISK_FULL), status=507, content_type=MEDIA_TYPE)
    if isinstance(error, Problem):
        return Response(
            worded(error.status, "Refused", error.detail, path=error.path), status=error.status, content_type=MEDIA_TYPE
        )
    if isinstance(error, Http404 | ObjectDoesNotExist):  # the latter when it went while it was worked on
        return Response(
            worded(404, "Not found", "There is no such thing here; it may have been removed."), status=404, content_type=MEDIA_TYPE
        )
    response = exception_handler(error, context)
    if response is not None:
        detail = response.data.get("detail") if isinstance(response.data, dict) else None
        response.data = worded(response.status_code, "Refused", str(detail or "What was sent does not fit what is expected here."))
        response.content_type = MEDIA_TYPE
    return response
