"""Undo and redo, for whatever keeps its versions: moving a number along them."""

from typing import Any

from .refusal import Problem

CHANGE_LENGTH = 200


class History:
    """For a model with ``at``, the number of the version that stands, and ``versions``, each with a number and its ``change``.

    ``begins`` is the lowest number that can stand: 0 where nothing at all can.
    """

    begins = 1
    at: int
    versions: Any
    save: Any

    def version(self, number: int) -> Any:
        return self.versions.filter(number=number).first()

    def record(self, change: str, **content: Any) -> None:
        """Write the next version, which stands; what waited for redo is gone. To be called inside a transaction."""
        self.versions.filter(number__gt=self.at).delete()
        self.at += 1
        self.versions.create(number=self.at, change=change[:CHANGE_LENGTH], **content)
        self.save()

    def step(self, steps: int) -> None:
        """Undo (-1) or redo (+1). Raises Problem where there is nothing to. To be called inside a transaction."""
        to = self.at + steps
        if to < self.begins or (to > 0 and self.version(to) is None):
            raise Problem(409, "There is nothing to undo." if steps < 0 else "There is nothing to redo.")
        self.at = to
        self.save()

    def go_to(self, number: int) -> None:
        """Let a version stand, by its number. Raises Problem where there is none. To be called inside a transaction."""
        if number < self.begins or self.version(number) is None:
            raise Problem(404, f"There is no step {number} in this history.")
        self.at = number
        self.save()

    def steps(self) -> dict[str, str | None]:
        """What undo would take back, and what redo would make again."""
        standing = self.version(self.at) if self.at > self.begins else None
        later = self.version(self.at + 1)
        return {"undo": standing.change if standing else None, "redo": later.change if later else None}
