"""A page whose inner part is a room that something else leaves, such as a slide."""

from dataclasses import replace
from math import floor

from ...common.recipe.page_type import least_type
from ...common.recipe.spec import PageSpec
from .sizes import sizes_of


def page_in(page: PageSpec, width: float, height: float, *, within: bool = False) -> tuple[PageSpec, float]:
    """A page with the type of another whose inner part is a room, and how many points it reaches beyond that; its margin is
    ``within`` the room, where that is asked for.
    """
    beyond, laid = 0.0, page
    for _ in range(3):  # the margin follows from the page that it is added to
        wide, high = (floor(length + 2 * beyond) for length in (width, height))
        laid = replace(page, width=wide, height=high, least_type=least_type(page))
        beyond = 0.0 if within else sizes_of(laid).margin
    return laid, beyond
