"""A refusal of the server's own, apart from how errors are answered: what stores and opens tables needs no views."""


class Problem(Exception):
    """What is refused, as an HTTP status and one sentence, and where."""

    def __init__(self, status: int, detail: str, path: str = "") -> None:
        super().__init__(detail)
        self.status, self.detail, self.path = status, detail, path
