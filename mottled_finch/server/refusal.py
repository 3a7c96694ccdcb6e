"""Refusals of the server's own, apart from how errors are answered: what stores and opens tables needs no views."""

from collections.abc import Sequence


class Problem(Exception):
    """What is refused, as an HTTP status and one sentence, and where."""

    def __init__(self, status: int, detail: str, path: str = "") -> None:
        super().__init__(detail)
        self.status, self.detail, self.path = status, detail, path


class Overtaken(Problem):
    """A change of a version that no longer stands: 412, with what was done meanwhile, the last thing last."""

    def __init__(self, what: str, meanwhile: Sequence[str]) -> None:
        done = f" ({'; '.join(meanwhile)})" if meanwhile else ""
        super().__init__(412, f"{what} was changed elsewhere meanwhile{done}, so nothing was saved; look at it as it stands now.")
        self.meanwhile = tuple(meanwhile)
