"""Compiling a kernel: without Python's lock, and kept on disk so that only the first start ever waits."""

from collections.abc import Callable
from typing import Any, TypeVar, cast

import numba
from numpy.typing import NDArray

F = TypeVar("F", bound=Callable[..., Any])


def compiled(function: F) -> F:
    """The function compiled for the types it is called with. Never "parallel": concurrent calls of that end the process."""
    return cast(F, numba.njit(nogil=True, cache=True)(function))


def read_only(array: NDArray[Any]) -> NDArray[Any]:
    """The same values, not to be written to, as those of a stored table are. Kernels are compiled apart for arrays of either kind,
    so what they only read is always given to them as this one.
    """
    view = array.view()
    view.flags.writeable = False
    return view
