"""What use cases are given: who asks, and what is at hand. Server and shell each bring their own."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Protocol

from mottled_finch.core.outputs.draw import Order
from mottled_finch.core.outputs.refreshing.found import Piece
from mottled_finch.core.outputs.refreshing.returning import Returned


@dataclass(frozen=True)
class Person:
    """Who asks. One person for now, whose library it is."""

    name: str = ""


OWNER = Person()
Draw = Callable[[Order], bytes]
"""Where pictures are drawn that take long. Raises DrawError where it cannot be done."""


class Worker(Protocol):
    """Where bytes that others wrote are read: in a process of its own, with limits. All raise DrawError for what is refused."""

    def returned(self, content: bytes) -> Returned:
        """What is in a file that came back."""

    def room_for(self, content: bytes, piece: Piece) -> tuple[str, ...]:
        """What is put in beside a figure, in words."""

    def refreshed(self, content: bytes, pieces: Sequence[Piece], source: str) -> bytes:
        """The file with figures remade, carrying another source."""
