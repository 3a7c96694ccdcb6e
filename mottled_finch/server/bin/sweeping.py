"""The thread that takes away for good what has lain in the bin for its days."""

import logging
import threading
import time

from django.db import close_old_connections
from django.utils import timezone

from .actions import empty_old

log = logging.getLogger("django.request")
LOOKS_EVERY = 3600.0
"""Seconds after which it looks whose days are over."""


def start() -> None:
    """Start the thread, which ends with the process."""
    threading.Thread(target=_work, name="bin", daemon=True).start()


def _work() -> None:
    while True:
        try:
            empty_old(timezone.now())
        except Exception:
            log.exception("the bin cannot be looked through")  # it is tried again
        close_old_connections()
        time.sleep(LOOKS_EVERY)
