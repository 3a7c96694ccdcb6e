"""What a server on the loopback address must still refuse: what another site's page asks the browser for, and too much at once."""

import re
from collections.abc import Callable
from threading import Semaphore
from urllib.parse import urlsplit

from django.http import HttpRequest, HttpResponse

from .problems import problem

Answer = Callable[[HttpRequest], HttpResponse]
_SAFE = {"GET", "HEAD", "OPTIONS"}
_POLICY = (
    "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; font-src 'self' data:; "
    "object-src 'none'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
)


class SameSite:
    """Refuses a foreign host name in every request, and whatever a page of a foreign origin asks for.

    Browsers say which site's page asks, and name its origin in every write; a client that is no browser sends neither. Following a
    link to the interface is no asking of a page.
    """

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        host = request.get_host()  # raises DisallowedHost, answered with 400
        origin = request.headers.get("Origin")
        foreign = request.headers.get("Sec-Fetch-Site", "same-origin") not in ("same-origin", "none")
        if request.method not in _SAFE:
            if foreign or (origin is not None and _host_of(origin) != host):
                return problem(403, "This write was asked for by a page of another site; open Mottled Finch itself.")
        elif foreign or (origin is not None and _host_of(origin) != host):
            followed = request.headers.get("Sec-Fetch-Mode") == "navigate" and not request.path.startswith("/api/")
            if not followed:
                return problem(403, "This was asked for by a page of another site; open Mottled Finch itself.")
        return self.get_response(request)


def _host_of(origin: str) -> str | None:
    try:
        return urlsplit(origin).netloc
    except ValueError:  # no address at all
        return None


class ContentPolicy:
    """Text from files never becomes markup; should it ever, the browser still runs nothing but our own scripts. No other page can
    hold what is answered.
    """

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self.get_response(request)
        response.headers.setdefault("Content-Security-Policy", _POLICY)
        response.headers.setdefault("Cross-Origin-Resource-Policy", "same-origin")
        return response


LONG_AT_ONCE = 3
"""Long requests that are worked on at once; two processors gain nothing from more."""
LONG_MOST = 16
"""Long requests that may be under way or wait for their turn, so that threads are left for all that only looks."""
_LONG_ENDINGS = (
    *("/recipe", "/undo", "/redo", "/history", "/matrix", "/mends", "/targets", "/accept", "/look", "/reread"),
    *("/others", "/differences", "/run"),
)
_LONG_WRITES = re.compile(r"/api/(tables|imports|plates|folios(/\d+)?|returned(/refreshed)?|sources|templates)")
"""Files that are read whole, and what is made at once when it is saved."""


class FewAtATime:
    """Long work waits for its turn, and is told to come again where too much waits; what only looks is answered meanwhile."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response
        self._places, self._turns = Semaphore(LONG_MOST), Semaphore(LONG_AT_ONCE)

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if not is_long(request.method or "", request.path):
            return self.get_response(request)
        if not self._places.acquire(blocking=False):
            busy = problem(503, f"{LONG_MOST} figures and files are being worked on; ask again in a moment.")
            busy.headers["Retry-After"] = "2"
            return busy
        try:
            with self._turns:
                return self.get_response(request)
        finally:
            self._places.release()


def is_long(method: str, path: str) -> bool:
    """Whether a request may take long: files and figures, not what lists and looks."""
    if "/export." in path or "/looks" in path or path == "/api/archive":
        return True
    if method in ("POST", "PUT"):
        return _LONG_WRITES.fullmatch(path) is not None or path.endswith(_LONG_ENDINGS)
    return False
