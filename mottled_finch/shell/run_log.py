"""The log beside a plan: a line of JSON for each run that was made or held. Anybody can read it, and nothing is rewritten."""

import json
import os
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from pathlib import Path
from typing import Any

from mottled_finch.app.plans.guards import Standing, standing_from
from mottled_finch.core.common.errors import RecipeError

_NO_LINK = os.O_NOFOLLOW | os.O_NONBLOCK | os.O_CLOEXEC
"""The log lies where anybody who brings a plan could have put a link."""


@dataclass(frozen=True)
class Took:
    """A file that was taken, and the digest of what stood in it."""

    file: str
    digest: str


@dataclass(frozen=True, kw_only=True)
class Entry:
    """A run as the log tells of it: when it was, how it ended and what it ``took``. ``made`` is what only a run says that was made:
    how its tables stood then, the files that it made, and what changed since the one before.
    """

    at: datetime
    state: str
    words: str = ""
    took: Mapping[str, Took] = field(default_factory=dict)
    made: "Made | None" = None

    @property
    def digests(self) -> dict[str, str]:
        return {name: each.digest for name, each in self.took.items()}


@dataclass(frozen=True, kw_only=True)
class Made:
    """What a run says that was made."""

    standing: Mapping[str, Standing]
    files: Sequence[str]
    since: Sequence[str]


def entries_of(log: Path) -> list[Entry]:
    """The runs that a log tells of, the last one last; a line that was cut off, or is none of ours, is none. Raises RecipeError for
    a log that is no file.
    """
    try:
        with os.fdopen(os.open(log, os.O_RDONLY | _NO_LINK), encoding="utf-8", errors="replace") as file:
            lines = file.read().splitlines()
    except FileNotFoundError:
        return []
    except OSError as error:
        raise RecipeError("the log of its runs is no file, or a link; move it away", path=log.name) from error
    return [entry for line in lines if (entry := _entry_of(line)) is not None]


def append(log: Path, entry: Entry) -> None:
    """Write a run behind those before, so that it is there when the machine stops."""
    with os.fdopen(os.open(log, os.O_WRONLY | os.O_CREAT | os.O_APPEND | _NO_LINK, 0o644), "a", encoding="utf-8") as file:
        file.write(json.dumps(_plain(entry), ensure_ascii=False) + "\n")
        file.flush()
        os.fsync(file.fileno())


def _plain(entry: Entry) -> dict[str, Any]:
    took = {name: vars(each) for name, each in entry.took.items()}
    told = {"at": entry.at.isoformat(), "state": entry.state, "words": entry.words, "took": took}
    if entry.made is None:
        return told
    standing = {name: each.plain() for name, each in entry.made.standing.items()}
    return {**told, "standing": standing, "files": [*entry.made.files], "since": [*entry.made.since]}


def _entry_of(line: str) -> Entry | None:
    try:
        told = json.loads(line)
        at = datetime.fromisoformat(told["at"])
        took = {name: _took(each) for name, each in told.get("took", {}).items()}
        standing = {name: standing_from(each) for name, each in told.get("standing", {}).items()}
        state, words, files, since = (told.get(name, usual) for name, usual in _USUAL.items())
    except (ValueError, TypeError, KeyError, AttributeError, RecursionError):
        return None
    if at.tzinfo is None:
        return None
    made = Made(standing=standing, files=files, since=since) if state == "made" else None
    return Entry(at=at, state=state, words=words, took=took, made=made)


_USUAL: dict[str, Any] = {"state": "", "words": "", "files": (), "since": ()}
"""What a line says that is only told, and never looked up."""


def _took(told: Mapping[str, Any]) -> Took:
    if not (isinstance(told["file"], str) and isinstance(told["digest"], str)):
        raise TypeError("a file and its digest are texts")
    return Took(told["file"], told["digest"])
