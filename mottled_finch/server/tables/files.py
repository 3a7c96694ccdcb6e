"""Files that are not editions yet: where they lie, and what is said when they cannot be read or written."""

import contextlib
from collections.abc import Iterator
from pathlib import Path
from typing import BinaryIO

from django.conf import settings
from django.db import DatabaseError

from mottled_finch.core.common.errors import IntakeError

from ..problems import is_full
from ..refusal import Problem
from .models import Import


def folder() -> Path:
    """Where files lie that are not editions yet."""
    found = settings.DATA / "incoming"
    found.mkdir(parents=True, exist_ok=True)
    return found


def path_of(given: Import) -> Path:
    return folder() / str(given.pk)


@contextlib.contextmanager
def opened(given: Import) -> Iterator[BinaryIO]:
    try:
        with path_of(given).open("rb") as source:
            yield source
    except FileNotFoundError as error:
        raise Problem(409, f"{given.name} is no longer here; give the file again.") from error


@contextlib.contextmanager
def told_when_full(name: str) -> Iterator[None]:
    """A disk that is full is told in a sentence, whoever meets it first: the file system or the database."""
    full = "the disk is full, so nothing was kept; make room and give the file again"
    try:
        yield
    except (OSError, DatabaseError) as error:
        if is_full(error):
            raise IntakeError(full, path=name) from error
        raise
