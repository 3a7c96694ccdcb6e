"""Processes of their own, with a limit of memory and of time: whatever ends one is one sentence, and nothing else notices."""

import logging
import os
import signal
import subprocess
import sys
from pathlib import Path
from threading import Lock, Thread, Timer
from typing import Any

from mottled_finch.core.common import errors
from mottled_finch.core.tables.intake import Told, quiet

from .parcels import receive, send

log = logging.getLogger("django.request")
SHARE = 0.5
"""The share of the machine's memory that all processes together may take."""
LEAST_BYTES = 1 << 30
_PASSED = ("HOME", "LANG", "LC_ALL", "LC_CTYPE", "NUMBA_CACHE_DIR", "PATH", "TMPDIR", "TZ", "VIRTUAL_ENV")
"""What a process learns of its surroundings: no keys of whoever started the program."""
_PACKAGE = Path(__file__).parents[2]


class WorkFailed(Exception):
    """Why a job has no result, as the end of a sentence."""


def memory_limit(part: float) -> int:
    """Bytes that a process may take, which has that part of what all may."""
    whole = os.sysconf("SC_PAGE_SIZE") * os.sysconf("SC_PHYS_PAGES")
    return max(LEAST_BYTES, int(whole * SHARE * part))


class Worker:
    """One process, kept warm, that does one job at a time. Others wait for it in turn.

    ``seconds`` is how long a job may take, ``part`` its part of the memory that all processes may take. A process that died, was
    ended or has grown is replaced when it is next needed.
    """

    def __init__(self, seconds: float, part: float = 1.0) -> None:
        self.seconds = seconds
        self.memory = memory_limit(part)
        self._turn = Lock()
        self._process: subprocess.Popen[bytes] | None = None

    def warm(self) -> None:
        """Start the process in the background, if it is not running."""
        Thread(target=self._warm, name="warm-worker", daemon=True).start()

    def _warm(self) -> None:
        with self._turn:
            self._running()

    def do(self, job: str, *given: Any, told: Told = quiet) -> Any:
        """What comes of a job. ``told`` hears how far it is, and ends it, with its process, by raising.

        Raises what the core refuses, and WorkFailed where the process ended, took too long or too much.
        """
        with self._turn:
            process = self._running()
            late: list[bool] = []

            def give_up() -> None:
                late.append(True)
                process.kill()

            timer = Timer(self.seconds, give_up)
            timer.daemon = True
            timer.start()
            try:
                return self._result(process, (job, *given), told)
            except (errors.CoreError, WorkFailed):
                raise
            except (EOFError, BrokenPipeError, ValueError) as error:
                raise WorkFailed(self._why(process, late=bool(late))) from error
            except BaseException as error:  # a reading that is given up, too: what is under way ends with its process
                self.end()
                if isinstance(error, MemoryError):
                    raise WorkFailed(self._too_much()) from error
                raise
            finally:
                timer.cancel()

    def _result(self, process: "subprocess.Popen[bytes]", asked: tuple[Any, ...], told: Told) -> Any:
        assert process.stdin is not None and process.stdout is not None
        send(process.stdin, asked)  # type: ignore[arg-type]
        while True:
            kind, *rest = receive(process.stdout)  # type: ignore[arg-type]
            if kind == "told":
                told(rest[0], rest[1])
            elif kind == "done":
                return rest[0]
            elif kind == "refused":
                name, message, path, allowed = rest
                raise getattr(errors, name)(message, path=path, allowed=allowed)
            elif kind == "memory":
                raise WorkFailed(self._too_much())
            else:
                log.error("work broke: %s", rest[1])
                raise WorkFailed("something broke in Mottled Finch itself while it was worked on; the log says more")

    def _running(self) -> "subprocess.Popen[bytes]":
        if self._process is not None and self._process.poll() is None:
            return self._process
        self.end()
        path = os.pathsep.join(each for each in (str(_PACKAGE), os.environ.get("PYTHONPATH", "")) if each)
        self._process = subprocess.Popen(
            [sys.executable, "-m", "mottled_finch.work.child", str(self.memory)],
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            bufsize=0,
            env={**_surroundings(), "PYTHONPATH": path, "MALLOC_ARENA_MAX": "2"},
            start_new_session=True,  # Ctrl+C is for the server, which ends it
        )
        assert self._process.stdout is not None
        try:
            receive(self._process.stdout)  # type: ignore[arg-type]
        except EOFError as error:
            raise WorkFailed("the process that works on files cannot be started; the log says more") from error
        return self._process

    def _why(self, process: "subprocess.Popen[bytes]", *, late: bool) -> str:
        code = process.wait()
        self.end()
        if late:
            return f"it takes longer than the {self.seconds / 60:,.0f} minutes that are waited; leave out what you do not need"
        if code in (-signal.SIGKILL, -signal.SIGABRT):
            return self._too_much()
        return "it is damaged in a way that ends whoever works on it; give another one"

    def _too_much(self) -> str:
        return (
            f"it takes more memory than the {self.memory / 1024**3:,.1f} GB that it may on this machine; leave out what you do "
            "not need"
        )

    def end(self) -> None:
        """End the process, whatever it does."""
        process, self._process = self._process, None
        if process is None:
            return
        process.kill()
        process.wait()
        for stream in (process.stdin, process.stdout):
            if stream is not None:
                stream.close()


def _surroundings() -> dict[str, str]:
    return {name: os.environ[name] for name in _PASSED if name in os.environ}


LOOKS = Worker(seconds=60, part=0.2)
"""Looks at files that were just given: seconds of work at most."""
DRAWS = Worker(seconds=300, part=0.2)
"""Makes pictures and pages."""
READS = Worker(seconds=3600, part=0.6)
"""Reads whole files, one at a time: two large ones at once would need the memory of both."""
