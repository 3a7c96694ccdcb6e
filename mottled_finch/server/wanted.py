"""Which work is still waited for: of those who ask under one name only the newest, and none that was given up."""

from collections.abc import Callable
from threading import Lock


class Wanted:
    """Numbers by name: who begins takes the next one, and is wanted as long as it is the last that was given out."""

    def __init__(self) -> None:
        self._latest: dict[str, int] = {}
        self._lock = Lock()

    def begin(self, name: str) -> Callable[[], bool]:
        """What tells whether this is still wanted. Whoever began before under the name is not, from now on."""
        number = self.give_up(name)
        return lambda: self._latest.get(name) == number

    def give_up(self, name: str) -> int:
        with self._lock:
            number = self._latest.pop(name, 0) + 1
            self._latest[name] = number
            while len(self._latest) > _NAMES_MOST:
                self._latest.pop(next(iter(self._latest)))
        return number


_NAMES_MOST = 1_000
"""Names that are remembered; the ones longest unused are forgotten, and what they began is given up."""
WANTED = Wanted()
