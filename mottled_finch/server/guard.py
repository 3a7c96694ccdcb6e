"""What a server on the loopback address must still refuse: writes that another site's page asks the browser for."""

from collections.abc import Callable
from urllib.parse import urlsplit

from django.http import HttpRequest, HttpResponse

from .problems import problem

Answer = Callable[[HttpRequest], HttpResponse]
_SAFE = {"GET", "HEAD", "OPTIONS"}
_POLICY = (
    "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; font-src 'self' data:; "
    "object-src 'none'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
)


class SameSiteWrites:
    """Refuses a foreign host name in every request, and in a write a foreign origin.

    Browsers name the page's origin in every write; a client that is no browser sends neither header and may write.
    """

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        host = request.get_host()  # raises DisallowedHost, answered with 400
        if request.method not in _SAFE:
            origin = request.headers.get("Origin")
            site = request.headers.get("Sec-Fetch-Site", "same-origin")
            if (origin is not None and urlsplit(origin).netloc != host) or site not in ("same-origin", "none"):
                return problem(403, "This write was asked for by a page of another site; open Mottled Finch itself.")
        return self.get_response(request)


class ContentPolicy:
    """Text from files never becomes markup; should it ever, the browser still runs nothing but our own scripts."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self.get_response(request)
        response.headers.setdefault("Content-Security-Policy", _POLICY)
        return response
