"""Compiling a kernel: without Python's lock, and kept on disk so that only the first start ever waits."""

import gc
import sys
from collections.abc import Callable
from typing import Any, TypeVar, cast

from numpy.typing import NDArray

F = TypeVar("F", bound=Callable[..., Any])

# What loading leaves stays as long as the process: looking it through for what could go, once while it grows and again later,
# takes a tenth of a second each time.
_collecting = gc.isenabled()
gc.disable()
import numba  # noqa: E402

# What type a value has is looked up outside of Numba's own lock. These two know more types, and would else be loaded by the first
# call of all, while the calls of other threads look, which then end in an error.
import numba.core.ccallback  # noqa: E402
import numba.experimental.function_type  # noqa: E402

if "scipy.linalg" not in sys.modules:
    # Numba looks whether SciPy has linear algebra when it compiles for the first time, which loads it for a fifth of a second. No
    # kernel uses that, so it is told that there is none.
    sys.modules["scipy.linalg.cython_blas"] = None  # type: ignore[assignment]
    import numba.np.arraymath

    del sys.modules["scipy.linalg.cython_blas"]
gc.freeze()
if _collecting:
    gc.enable()


def compiled(function: F) -> F:
    """The function compiled for the types it is called with. Never "parallel": concurrent calls of that end the process."""
    return cast(F, numba.njit(nogil=True, cache=True)(function))


def compiled_for_numbers(function: F) -> F:
    """The same for what is never given NaN, and where the sign of zero means nothing: the compiler may then reckon with two doubles
    side by side in one step.
    """
    return cast(F, numba.njit(nogil=True, cache=True, fastmath={"nnan", "nsz"})(function))


def read_only(array: NDArray[Any]) -> NDArray[Any]:
    """The same values, not to be written to, as those of a stored table are. Kernels are compiled apart for arrays of either kind,
    so what they only read is always given to them as this one.
    """
    view = array.view()
    view.flags.writeable = False
    return view
