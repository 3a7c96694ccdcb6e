"""The process that works: takes jobs from its standard input, one after the other, and gives what came of them to its output."""

import contextlib
import ctypes
import gc
import os
import resource
import sys
import time
from typing import Any

from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.tables.intake import FORMS, reader_of

from .jobs import JOBS
from .parcels import receive, send

GROWN = 400 * 1024**2
"""Bytes of memory still held after a job from which on the process ends, and a fresh one takes its place."""
TELLS_EVERY = 0.02


def main(memory: int) -> None:
    """Work until nobody asks any more, with so many bytes of memory beyond what the libraries have set apart."""
    for form in FORMS:
        reader_of(form)
    with open("/proc/self/statm", encoding="ascii") as told:  # noqa: PTH123
        limit = memory + int(told.read().split()[5]) * resource.getpagesize()
    resource.setrlimit(resource.RLIMIT_DATA, (limit, limit))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    # Whatever is printed by a library must not get into what is sent.
    source, out = os.fdopen(os.dup(0), "rb", buffering=0), os.fdopen(os.dup(1), "wb", buffering=0)
    os.dup2(2, 1)
    send(out, ("ready",))
    while True:
        try:
            name, *given = receive(source)
        except EOFError:
            return
        send(out, _done(name, given, out))
        if _held() > GROWN:
            return


def _done(name: str, given: list[Any], out: Any) -> tuple[Any, ...]:
    last = 0.0

    def told(records: int, phase: str = "records", /) -> None:
        nonlocal last
        if time.monotonic() - last >= TELLS_EVERY:
            last = time.monotonic()
            send(out, ("told", records, phase))

    try:
        return "done", JOBS[name](told, *given)
    except CoreError as error:
        return "refused", type(error).__name__, error.message, error.path, error.allowed
    except MemoryError:
        return ("memory",)
    except Exception as error:
        import traceback

        return "broke", f"{type(error).__name__}: {error}", traceback.format_exc()


def _held() -> int:
    """Bytes of memory that the process holds, after giving back what it can."""
    gc.collect()
    if "pyarrow" in sys.modules:
        sys.modules["pyarrow"].default_memory_pool().release_unused()
    ctypes.CDLL(None).malloc_trim(0)
    with open("/proc/self/statm", encoding="ascii") as told:  # noqa: PTH123
        return int(told.read().split()[1]) * resource.getpagesize()


if __name__ == "__main__":
    with contextlib.suppress(BrokenPipeError):  # who asked is gone
        main(int(sys.argv[1]))
