"""Every address the server answers."""

from django.core.exceptions import RequestDataTooBig
from django.http import FileResponse, HttpRequest, HttpResponse
from django.urls import include, path, re_path
from django.views.decorators.http import require_safe

from . import about, settings
from .bin import urls as removed
from .folios import urls as folios
from .plans import urls as plans
from .plates import urls as plates
from .problems import TOO_MUCH, problem, told
from .tables import urls as tables

handler404 = "mottled_finch.server.urls.not_found"
handler500 = "mottled_finch.server.urls.broken"
handler400 = "mottled_finch.server.urls.refused"


@require_safe
def page(_request: HttpRequest) -> HttpResponse | FileResponse:
    """The one page of the interface, which finds its own way from the address."""
    index = settings.WEB / "index.html"
    if not index.is_file():
        return problem(503, "The interface is not built; run ./finch serve, which builds it.")
    return FileResponse(index.open("rb"), content_type="text/html; charset=utf-8", headers={"Cache-Control": "no-cache"})


def not_found(_request: HttpRequest, exception: Exception) -> HttpResponse:  # noqa: ARG001 (Django passes it by name)
    return problem(404, "There is nothing at this address.")


def refused(_request: HttpRequest, exception: Exception) -> HttpResponse:
    if isinstance(exception, RequestDataTooBig):
        return problem(413, TOO_MUCH)
    return problem(400, "This request was not meant for this server; open it at http://127.0.0.1.")


def broken(_request: HttpRequest) -> HttpResponse:
    return problem(500, "Something broke in Mottled Finch itself; what was saved is safe, and the log says more.")


urlpatterns = [
    path("api/about", about.About.as_view()),
    path("api/palettes", about.Palettes.as_view()),
    path("api/palettes/read", about.ReadPalette.as_view()),
    path("api/problems", told),
    path("api/openapi.json", about.Description.as_view()),
    path("api/", include(tables)),
    path("api/", include(plates)),
    path("api/", include(folios)),
    path("api/", include(plans)),
    path("api/", include(removed)),
    re_path(r"^(?!api/|assets/).*$", page),
]
