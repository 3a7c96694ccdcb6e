"""What lists and descriptions share: one broken thing does not hide the others, and versions that were seen are named alike."""

import logging
from collections.abc import Callable
from typing import TypeVar

from drf_spectacular.utils import OpenApiParameter

from mottled_finch.core.common.errors import CoreError

from .history import History
from .openapi import HistoryAnswer, ProblemAnswer, StepAnswer, refers_to
from .refusal import Problem

T = TypeVar("T")
A = TypeVar("A")
log = logging.getLogger("django.request")

SEEN = OpenApiParameter(
    "If-Match",
    str,
    OpenApiParameter.HEADER,
    description="The version that was seen; a change of another one is refused (412). Left out, it overwrites whatever stands.",
)
OVERTAKEN = {412: refers_to(ProblemAnswer)}


def etag(version: str) -> dict[str, str]:
    """The version of what is answered, as a change of it names it (ETag, RFC 9110)."""
    return {"ETag": f'"{version}"'}


def readable(thing: T, told: Callable[[T], A], broken: Callable[[T, str], A]) -> A:
    """What is told of one thing of a list; of one that cannot be read, what is left of it and why."""
    try:
        return told(thing)
    except (CoreError, Problem) as error:
        return broken(thing, str(error))
    except Exception:
        log.exception("%s cannot be read", thing)
        return broken(thing, "This cannot be read any more; the log of Mottled Finch says more.")


def history_of(thing: History, bulky: str) -> HistoryAnswer:
    """What was done to a thing, step by step, the first one first; what its versions hold (``bulky``) is not read."""
    steps = [
        StepAnswer(number=each.number, change=each.change, made=each.made.isoformat(), unseen=each.unseen)
        for each in thing.versions.defer(bulky).all()
    ]
    return HistoryAnswer(at=thing.at, steps=steps)
