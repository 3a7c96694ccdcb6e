"""Compiling a kernel: without Python's lock, and kept on disk so that only the first start ever waits."""

from collections.abc import Callable
from typing import Any, TypeVar, cast

import numba

F = TypeVar("F", bound=Callable[..., Any])


def compiled(function: F) -> F:
    """The function compiled for the types it is called with. Never "parallel": concurrent calls of that end the process."""
    return cast(F, numba.njit(nogil=True, cache=True)(function))
