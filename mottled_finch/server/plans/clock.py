"""The one thread that runs plans: at their moments, when files arrive, and when they are asked to, one after the other."""

import logging
import threading
from collections.abc import Callable
from datetime import UTC, datetime

from django.db import close_old_connections, transaction

from mottled_finch.app.plans.due import next_due
from mottled_finch.app.plans.inputs import Held, newest_of
from mottled_finch.app.plans.spec import PlanSpec
from mottled_finch.core.common.errors import CoreError

from .folders import places
from .models import Plan, Run
from .running import carry_out, cut_off

log = logging.getLogger("django.request")
_WAKE = threading.Event()
LOOKS_EVERY = 5.0
"""Seconds after which it looks whether a moment has come or a file arrived."""


def tick(now: datetime) -> None:
    """Let plans wait whose moment has come since they were last looked at, or for which a newer file is there, and run all that
    wait, the first asked for first.
    """
    for plan in Plan.objects.order_by("pk"):
        try:
            _look(plan, plan.spec(), now)
        except CoreError:
            continue  # a plan that cannot be read says so where it is shown
        except Exception:
            log.exception("plan %s cannot be looked at", plan.pk)  # the others are still to be
    while run := Run.objects.filter(state=Run.State.WAITING).order_by("pk").first():
        carry_out(run, now)


def _look(plan: Plan, spec: PlanSpec, now: datetime) -> None:
    if spec.paused:
        return
    due = next_due(spec.when, plan.considered) if spec.when else None
    if due is not None and due <= now:
        with transaction.atomic():
            # However many moments were missed, it runs once.
            if Plan.objects.filter(pk=plan.pk, considered=plan.considered).update(considered=now):
                Run.objects.create(plan=plan, asked=Run.Asked.CLOCK, due=due)
    elif spec.arrives and _has_arrived(plan, spec, now) and not plan.runs.filter(state=Run.State.WAITING).exists():
        Run.objects.create(plan=plan, asked=Run.Asked.FILE)


def _has_arrived(plan: Plan, spec: PlanSpec, now: datetime) -> bool:
    """Whether files are there, settled, of which one is other than that which the last run found, whatever became of it."""
    last = plan.runs.exclude(tried={}).filter(dry=False).first()
    tried = last.tried if last else {}
    try:
        for name, take in spec.take.items():
            with places().folder(take.folder, f"take.{name}.folder") as folder:
                newest = newest_of(folder, take, now.timestamp())
            if newest.plain() != tried.get(name):
                return True
        return False
    except (Held, OSError):  # a folder that is gone, or being filled: it is looked at again
        return False


def wake() -> None:
    """There is something to run."""
    _WAKE.set()


def start() -> None:
    """Start the thread, which ends with the process."""
    threading.Thread(target=_work, name="plans", daemon=True).start()


def _work() -> None:
    _safely(cut_off)
    while True:
        _safely(lambda: tick(datetime.now(UTC)))
        close_old_connections()
        _WAKE.wait(LOOKS_EVERY)
        _WAKE.clear()


def _safely(act: Callable[[], None]) -> None:
    try:
        act()
    except Exception:
        # Whatever it was, the next plan is still to be run.
        log.exception("the clock of plans broke")
