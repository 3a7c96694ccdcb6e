"""What use cases refuse for the sake of what stands, whoever asks."""

from mottled_finch.core.common.errors import CoreError


class Refused(CoreError):
    """What is not done, and why, in a whole sentence; ``path`` is what it is about. Nothing was changed."""

    def __str__(self) -> str:
        return self.message


class WouldBreak(Refused):
    """A change that something which stands does not allow."""
