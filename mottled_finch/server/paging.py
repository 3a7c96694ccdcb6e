"""Lists by pages: the next one is named as RFC 8288 has it, in the header Link."""

from collections.abc import Callable, Sequence
from typing import Any, TypeVar

from django.core.exceptions import ValidationError
from django.db.models import Model, QuerySet
from drf_spectacular.utils import OpenApiParameter
from rest_framework.exceptions import NotFound
from rest_framework.pagination import CursorPagination
from rest_framework.request import Request
from rest_framework.response import Response

from .answering import answer
from .finding import found
from .refusal import Problem

M = TypeVar("M", bound=Model)
PAGE, PAGE_MOST = 50, 500
PAGED = [
    OpenApiParameter("find", str, description="Words that are part of the name; all where none are given"),
    OpenApiParameter("count", int, description=f"How many a page has, {PAGE} unless it is said and {PAGE_MOST} at most"),
    OpenApiParameter("cursor", str, description="Where the page begins, from the address of the next one (header Link, RFC 8288)"),
]


class _Pages(CursorPagination):
    page_size = PAGE
    max_page_size = PAGE_MOST
    page_size_query_param = "count"


def paged(
    request: Request,
    things: QuerySet[M],
    order: tuple[str, ...],
    names: Sequence[str],
    told: Callable[[list[M]], Sequence[object]],
) -> Response:
    """A page of things in an order, of those whose names have the words that are asked for, as they are ``told``. Raises Problem
    for a cursor that is none.
    """
    pages = _Pages()
    pages.ordering = order
    asked = found(things, request.query_params.get("find", ""), names)
    try:
        page: Any = pages.paginate_queryset(asked, request)
    except (NotFound, ValueError, ValidationError) as error:
        raise Problem(422, "This is not where a page begins; begin with the first one.", "cursor") from error
    following = pages.get_next_link()
    return answer(told(page), headers={"Link": f'<{following}>; rel="next"'} if following else None)
