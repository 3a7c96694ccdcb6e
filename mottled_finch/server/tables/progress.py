"""How far the imports are, and which of them are to be broken off: told from memory, since the database has one writer."""


class LeftOut(Exception):
    """Breaks a reading off."""


class Progress:
    """How many records of each import have been read, and which imports are to be broken off."""

    def __init__(self) -> None:
        self._records: dict[int, tuple[int, str]] = {}
        self._canceled: set[int] = set()

    def tell(self, pk: int, records: int, phase: str) -> None:
        if pk in self._canceled:
            raise LeftOut
        self._records[pk] = records, phase

    def of(self, pk: int) -> tuple[int, str]:
        """The records read so far, and what is being done: records, columns, or keeping."""
        return self._records.get(pk, (0, "records"))

    def cancel(self, pk: int) -> None:
        self._canceled.add(pk)

    def is_canceled(self, pk: int) -> bool:
        return pk in self._canceled

    def forget(self, pk: int) -> None:
        self._records.pop(pk, None)
        self._canceled.discard(pk)


PROGRESS = Progress()
