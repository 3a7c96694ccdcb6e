"""The one worker that reads files, in a thread of the server. What waits lies in the database, so it survives a restart."""

import logging
import threading

from django.db import close_old_connections

from .models import Import
from .reading import carry_out

log = logging.getLogger("django.request")
_WAKE = threading.Event()
LOOKS_EVERY = 5.0
"""Seconds after which the worker looks for itself, since others may have held the database when it was woken."""


def work_once() -> bool:
    """Carry out the import that has waited longest; False when none waits."""
    given = Import.objects.filter(state=Import.State.WAITING).order_by("pk").first()
    if given is None:
        return False
    try:
        carry_out(given)
    except Exception:
        log.exception("the import of %s broke", given.name)
    return True


def wake() -> None:
    """There is something to do."""
    _WAKE.set()


def start() -> None:
    """Start the worker, which ends with the process."""
    threading.Thread(target=_work, name="imports", daemon=True).start()
    wake()


def _work() -> None:
    while True:
        _WAKE.wait(LOOKS_EVERY)
        _WAKE.clear()
        try:
            while work_once():
                pass
            close_old_connections()
        except Exception:
            # Whatever it was, the next file is still to be read.
            log.exception("the queue of imports broke")
