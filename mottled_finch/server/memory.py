"""What this process keeps in memory: bound all together by what the process takes, and given back when it is let go."""

import ctypes
import gc
import logging
import os
import threading
import time
from pathlib import Path

from .tables.kept import KEPT

log = logging.getLogger("django.request")
LEAST = 3 << 29
SHARE = 0.2
"""Of the machine's memory: what the process may take, but for the least, before it lets go of what it keeps."""
LOOKS_EVERY = 15.0
"""Seconds after which it looks."""
_ARENAS, _MOST_ARENAS = -8, 2
"""Of glibc's mallopt (M_ARENA_MAX): with a few, threads give back what they freed instead of each keeping its own."""


def limit() -> int:
    """Bytes that the process may take."""
    return max(LEAST, int(os.sysconf("SC_PAGE_SIZE") * os.sysconf("SC_PHYS_PAGES") * SHARE))


def taken() -> int:
    """Bytes that the process takes; 0 where the system does not say."""
    try:
        return int(Path("/proc/self/statm").read_text().split()[1]) * os.sysconf("SC_PAGE_SIZE")
    except OSError:
        return 0


def settle(most: int) -> None:
    """Give back what is free, and where that leaves more than ``most`` bytes, let go of what was longest not asked for, half of it
    at a time.
    """
    _trim()
    for _ in range(8):
        if taken() <= most or not any(kept.shed() for kept in list(KEPT)):
            return
        gc.collect()
        _trim()


def start() -> None:
    """Start the thread, which ends with the process."""
    _glibc("mallopt", _ARENAS, _MOST_ARENAS)
    threading.Thread(target=_work, name="memory", daemon=True).start()


def _work() -> None:
    while True:
        time.sleep(LOOKS_EVERY)
        try:
            settle(limit())
        except Exception:
            log.exception("memory cannot be given back")  # it is tried again


def _trim() -> None:
    _glibc("malloc_trim", 0)


def _glibc(name: str, *given: int) -> None:
    """Call a function of the C library, where it has it."""
    function = getattr(ctypes.CDLL(None), name, None)
    if function is not None:
        function(*given)
