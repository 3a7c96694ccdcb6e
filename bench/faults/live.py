"""A server process with a data folder of its own, asked over HTTP as a shell would, and ended as a power cut would."""

import http.client
import json
import os
import signal
import socket
import subprocess
import sys
import tempfile
import time
from collections.abc import Sequence
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

ROOT = Path(__file__).parents[2]
_LOG_END = 2_000


@dataclass
class Answer:
    """What came back; status 0 where nothing did."""

    status: int
    body: Any = None
    headers: dict[str, str] = field(default_factory=dict)


class Live:
    """A server in front of a folder."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        self.longest, self.slowest = 0.0, ""
        self._log = tempfile.TemporaryFile()  # noqa: SIM115  as long as this
        self.start()

    def start(self) -> None:
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            self.port = free.getsockname()[1]
        words = [sys.executable, "-m", "mottled_finch.shell.cli", "serve", "--port", str(self.port), "--data", str(self.folder)]
        environment = {**os.environ, "PYTHONPATH": str(ROOT)}
        environment.pop("FINCH_DATA", None)
        self.process = subprocess.Popen(words, env=environment, stdout=subprocess.PIPE, stderr=self._log, text=True)
        assert self.process.stdout is not None
        line = self.process.stdout.readline()
        if f":{self.port}/" not in line:
            raise RuntimeError(f"the server did not start: {line} {self.logged}")

    @property
    def logged(self) -> str:
        """The end of what the servers had to say of themselves."""
        self._log.seek(0)
        return self._log.read().decode(errors="replace")[-_LOG_END:]

    @property
    def lives(self) -> bool:
        return self.process.poll() is None

    def kill(self) -> None:
        self.process.send_signal(signal.SIGKILL)
        self.process.wait()

    def end(self) -> None:
        self.process.terminate()
        self.process.wait(20)

    def ask(self, method: str, path: str, body: Any = None, timeout: float = 120, **headers: str) -> Answer:
        """The answer; ``body`` is sent as it is when it is bytes, else as JSON."""
        start = time.perf_counter()
        connection = http.client.HTTPConnection("127.0.0.1", self.port, timeout=timeout)
        try:
            content = body if isinstance(body, bytes) or body is None else json.dumps(body).encode()
            kind = "application/octet-stream" if isinstance(body, bytes) else "application/json"
            named = {name.replace("_", "-"): value for name, value in headers.items()}
            connection.request(method, path, content, {"Content-Type": kind, **named})
            answer = connection.getresponse()
            raw = answer.read()
            is_json = "json" in (answer.getheader("Content-Type") or "")
            found = Answer(answer.status, json.loads(raw) if is_json and raw else raw, dict(answer.getheaders()))
        except (OSError, http.client.HTTPException):
            found = Answer(0)
        finally:
            connection.close()
        taken = time.perf_counter() - start
        if taken > self.longest:
            self.longest, self.slowest = taken, f"{method} {path}"
        return found

    def opened(self, path: str, within: float = 60) -> Any:
        """What is at an address, asked for again while the server says that it has too much to do. Raises Closed."""
        until = time.monotonic() + within
        while (answer := self.ask("GET", path)).status == 503 and time.monotonic() < until:
            time.sleep(0.2)
        if answer.status != 200:
            raise Closed(f"{path} answers {answer.status} {answer.body}; {self.logged}")
        return answer.body


class Closed(Exception):
    """Something that was there cannot be opened."""


@dataclass(frozen=True, kw_only=True)
class Fault:
    """How often something was tried, how much was lost by it, how often the server ended, the longest answer in seconds, and what
    was asked for it.
    """

    name: str
    tried: int
    lost: int
    ended: int
    longest: float
    slowest: str = ""
    what: tuple[str, ...] = ()
    """The first of what went wrong, in words."""

    def line(self) -> str:
        told = {"name": self.name, "tried": self.tried, "lost": self.lost, "ended": self.ended, "longest": round(self.longest, 3)}
        slowest = {"slowest": self.slowest} if self.slowest else {}
        return json.dumps({**told, **slowest, **({"what": list(self.what[:5])} if self.what else {})})


def so_far(name: str, done: int, of: int, wrong: Sequence[str]) -> None:
    """A line for those who wait, each twentieth of the way: what is stopped before its end has told what it found."""
    if done % max(1, of // 20) == 0:
        print(f"{name}: {done} of {of}, {len(wrong)} lost", *wrong[-3:], sep="\n  ", file=sys.stderr, flush=True)


def fault_of(name: str, live: Live, *, tried: int, ended: int, wrong: Sequence[str]) -> Fault:
    """What was found on a server: each that went ``wrong`` is one that was lost."""
    return Fault(
        name=name,
        tried=tried,
        lost=len(wrong),
        ended=ended,
        longest=live.longest,
        slowest=live.slowest,
        what=tuple(wrong),
    )
