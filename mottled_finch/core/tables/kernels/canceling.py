"""Giving up work that nobody waits for any more."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar

from ...common.errors import Canceled

Wanted = Callable[[], bool]
_WANTED: ContextVar[Wanted | None] = ContextVar("wanted", default=None)


@contextmanager
def while_wanted(wanted: Wanted) -> Iterator[None]:
    """Pivots made inside raise Canceled soon after ``wanted`` says no."""
    token = _WANTED.set(wanted)
    try:
        yield
    finally:
        _WANTED.reset(token)


def wanted_here() -> Wanted | None:
    """What asks whether the work at hand is wanted: to be handed to threads, which do not see it by themselves."""
    return _WANTED.get()


def check_wanted(wanted: Wanted | None) -> None:
    if wanted is not None and not wanted():
        raise Canceled("this was given up before it was done; nothing has changed")
