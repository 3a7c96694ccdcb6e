"""Errors as problem JSON (RFC 9457): one sentence in ``detail``, the place in ``path``."""

import errno
from dataclasses import dataclass
from typing import TYPE_CHECKING, Any

from django.conf import settings
from django.core.exceptions import ObjectDoesNotExist, RequestDataTooBig
from django.db import DatabaseError
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.views.decorators.http import require_safe

from mottled_finch.app.refusals import Refused, WouldBreak
from mottled_finch.core.common.errors import Canceled, CoreError, IntakeError, RecipeError
from mottled_finch.core.common.language.directions import apart

from .refusal import Overtaken, Problem

if TYPE_CHECKING:  # it takes long to load, and what is answered first does not need it
    from rest_framework.response import Response

MEDIA_TYPE = "application/problem+json"
ADDRESS = "/api/problems"
"""Where all kinds of problems are told of; each has a place there."""


@dataclass(frozen=True)
class Kind:
    """A kind of problem: its title, and what whoever meets it can count on."""

    title: str
    words: str


KINDS = {
    "file": Kind(
        "The file cannot be read", "What was sent is damaged, or not one of the forms that can be read. Nothing was kept."
    ),
    "recipe": Kind(
        "The recipe is not well formed",
        "A recipe, folio, plan or list of mends has a key or a value that it cannot have; “path” says where, “allowed” what could "
        "stand there. Nothing was changed.",
    ),
    "figure": Kind(
        "The figure cannot be made",
        "What is asked for is well formed, but does not fit the table, the file or the template; “path” says where.",
    ),
    "changed-meanwhile": Kind(
        "Changed meanwhile",
        "The version that was seen (If-Match) no longer stands; “meanwhile” says what was done since. Nothing was changed: look at "
        "what stands now, and ask again with its version.",
    ),
    "given-up": Kind("Given up", "A newer request from the same window took the place of this one; nothing needs to be done."),
    "no-room": Kind("No room", "The disk is full. What was saved before is safe, and nothing of this was saved."),
    "not-found": Kind("Not found", "There is no such thing; it may have been removed, and may lie in the bin."),
    "refused": Kind("Refused", "What was asked for was not done; “detail” says why."),
}
"""The table that a kind of problem is entered in, by the name of its place in the docs."""

_BY_STATUS = {404: "not-found", 507: "no-room"}


def worded(status: int, kind: str, detail: str, **more: Any) -> dict[str, Any]:
    told = {name: _written(value) for name, value in more.items() if value is not None}
    title = KINDS[kind].title
    return {"type": f"{ADDRESS}#{kind}", "title": title, "status": status, "detail": _written(apart(detail)), **told}


_LOOKS = (
    "body{max-width:44rem;margin:2rem auto;padding:0 1rem;font:16px/1.5 system-ui,sans-serif;color:#22251f;background:#fcfbf8}"
    "dl{display:grid;gap:.25rem}dt{margin-top:1rem;font-weight:600}dd{margin:0}dt:target{background:#f6e9d2}"
)


@require_safe
def told(_request: HttpRequest) -> HttpResponse:
    """All kinds of problems, for whoever follows the address of one."""
    lines = "".join(f'<dt id="{name}">{kind.title}</dt><dd>{kind.words}</dd>' for name, kind in KINDS.items())
    head = (
        f'<meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Problems</title><style>{_LOOKS}</style>'
    )
    return HttpResponse(f'<!doctype html><html lang="en">{head}<h1>Problems</h1><dl>{lines}</dl></html>')


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
    return JsonResponse(worded(status, _BY_STATUS.get(status, "refused"), detail), status=status, content_type=MEDIA_TYPE)


def refusal_of(error: Exception, context: dict[str, Any]) -> "Response | None":
    """The one place where errors become answers. What is not known here is a bug, and Django answers 500."""
    from rest_framework.response import Response
    from rest_framework.views import exception_handler

    if isinstance(error, Canceled):
        return Response(worded(409, "given-up", str(error)), status=409, content_type=MEDIA_TYPE)
    if isinstance(error, Refused):
        status = 409 if isinstance(error, WouldBreak) else 422
        return Response(worded(status, "refused", str(error), path=error.path), status=status, content_type=MEDIA_TYPE)
    if isinstance(error, CoreError):
        kind = {IntakeError: "file", RecipeError: "recipe"}.get(type(error), "figure")
        more = {
            "path": error.path,
            "message": apart(error.message),
            "allowed": list(error.allowed),
            "received": _short(error.received),
        }
        return Response(worded(422, kind, str(error), **more), status=422, content_type=MEDIA_TYPE)
    if isinstance(error, Overtaken):
        more = {"path": error.path, "meanwhile": list(error.meanwhile)}
        return Response(worded(412, "changed-meanwhile", error.detail, **more), status=412, content_type=MEDIA_TYPE)
    if isinstance(error, RequestDataTooBig):
        return Response(worded(413, "refused", TOO_MUCH), status=413, content_type=MEDIA_TYPE)
    if is_full(error):
        return Response(worded(507, "no-room", DISK_FULL), status=507, content_type=MEDIA_TYPE)
    if isinstance(error, Problem):
        return Response(
            worded(error.status, _BY_STATUS.get(error.status, "refused"), error.detail, path=error.path),
            status=error.status,
            content_type=MEDIA_TYPE,
        )
    if isinstance(error, Http404 | ObjectDoesNotExist):  # the latter when it went while it was worked on
        return Response(
            worded(404, "not-found", "There is no such thing here; it may have been removed."), status=404, content_type=MEDIA_TYPE
        )
    response = exception_handler(error, context)
    if response is not None:
        detail = response.data.get("detail") if isinstance(response.data, dict) else None
        response.data = worded(response.status_code, "refused", str(detail or "What was sent does not fit what is expected here."))
        response.content_type = MEDIA_TYPE
    return response
