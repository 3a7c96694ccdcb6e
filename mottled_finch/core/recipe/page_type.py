"""The least size of type of a page."""

from ..vocabulary import LIMITS, PAGE_TERMS
from .spec import PageSpec


def least_type(page: PageSpec) -> float:
    """The least size of heads, values and legend: the page's own, or that of its use."""
    if page.least_type is not None:
        return page.least_type
    known = (term.least_type for term in PAGE_TERMS.values() if (term.width, term.height) == (page.width, page.height))
    return next(known, PAGE_TERMS["slide" if page.width >= LIMITS.slide_from else "column"].least_type)
