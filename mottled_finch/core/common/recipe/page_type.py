"""The least size of type of a page."""

from ..vocabulary import PAGE_TERMS
from .spec import PageSpec

SLIDE_FROM = 800
"""Points of width from which a page of a size of its own is read as a slide, and not as a report."""


def least_type(page: PageSpec) -> float:
    """The least size of heads, values and legend: the page's own, or that of its use. What is laid in slides is one."""
    if page.least_type is not None:
        return page.least_type
    if page.template is not None and page.template.slides is not None:
        return PAGE_TERMS["slide"].least_type
    known = (term.least_type for term in PAGE_TERMS.values() if (term.width, term.height) == (page.width, page.height))
    return next(known, PAGE_TERMS["slide" if page.width >= SLIDE_FROM else "column"].least_type)
