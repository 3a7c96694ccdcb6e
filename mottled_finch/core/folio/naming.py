"""What a plate is called in slides and documents, by which it is found again when a file comes back."""

from ..draw.making.told import NAME
from ..words.wording import printable

_PARTED = " · "


def named(plate: str) -> str:
    """The name of a shape, table or picture that is a plate of a folio."""
    return f"{NAME}{_PARTED}{printable(plate)}"


def plate_named(shape: str) -> str | None:
    """The plate that a shape is of; None for one that is not ours. An empty name is that of a file with one figure."""
    if shape == NAME:
        return ""
    return shape.removeprefix(NAME + _PARTED) if shape.startswith(NAME + _PARTED) else None
