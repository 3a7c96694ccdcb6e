"""Names of columns: each column has one, and no two have the same."""

from collections.abc import Sequence

from ..errors import IntakeError
from .look import MAX_COLUMNS


def check_names(names: Sequence[str], name: str) -> None:
    """Raises IntakeError for too many columns, a blank name or a repeated one. ``name`` is the file's."""
    check_width(len(names), name)
    seen: dict[str, int] = {}
    for position, field in enumerate(names, start=1):
        if not field:
            raise IntakeError(f"column {position} has no name in the header; give it one", path=name)
        if field in seen:
            raise IntakeError(
                f'columns {seen[field]} and {position} are both named "{field}"; rename one of them', path=name, received=field
            )
        seen[field] = position


NAME_MOST = 200


def short_name(name: str) -> str:
    """A name as it stands, or the beginning of one too long to be shown anywhere."""
    return name if len(name) <= NAME_MOST else f"{name[: NAME_MOST - 1]}…"


def check_width(columns: int, name: str) -> None:
    if columns > MAX_COLUMNS:
        raise IntakeError(
            f"the file has {columns:,} columns, more than the {MAX_COLUMNS:,} a table can have; leave out those you do not need",
            path=name,
        )
