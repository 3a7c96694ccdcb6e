"""Names of columns: each column has one, and no two have the same; where the file has it otherwise, it is put right."""

from collections.abc import Container, Iterator, Sequence

from ...common.errors import IntakeError
from ...common.language.english import counted
from .look import MAX_COLUMNS


def righted(names: Sequence[str], name: str, spare: Container[int] = ()) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """A name for each column, no two alike, and what was put right, in words.

    A column without a name is called after its place, "column 3", a second one of a name "amount 2". Raises IntakeError for more
    columns than a table can have; ``name`` is the file's. Nothing is said of ``spare`` columns, which have neither
    a name nor a value.
    """
    check_width(len(names), name)
    given = [short_name(" ".join(each.split())) for each in names]
    taken, found = {each for each in given if each}, []
    seen: set[str] = set()
    unnamed, repeated = [], []
    for position, each in enumerate(given, start=1):
        called = each
        if not each:
            called = free_name(f"column {position}", taken)
            unnamed += [] if position - 1 in spare else [called]
        elif each in seen:
            called = free_name(each, taken, 2)
            repeated.append((each, called))
        seen.add(each)
        taken.add(called)
        found.append(called)
    return tuple(found), (*_unnamed_words(unnamed), *_repeated_words(repeated))


def free_name(name: str, taken: set[str], number: int = 1) -> str:
    """The name, or the name and a number where it is taken."""
    while (called := name if number == 1 else f"{name} {number}") in taken:
        number += 1
    return called


def _unnamed_words(unnamed: list[str]) -> Iterator[str]:
    if len(unnamed) == 1:
        yield f"“{unnamed[0]}” has no name in the file"
    elif unnamed:
        more = ", …" if len(unnamed) > 3 else ""
        yield f"{counted(len(unnamed), 'column')} have no name in the file ({', '.join(unnamed[:3])}{more})"


def _repeated_words(repeated: list[tuple[str, str]]) -> Iterator[str]:
    if len(repeated) == 1:
        yield f"“{repeated[0][0]}” stands twice; the second is called “{repeated[0][1]}”"
    elif repeated:
        more = ", …" if len(repeated) > 3 else ""
        yield f"names that stand more than once are numbered ({', '.join(called for _, called in repeated[:3])}{more})"


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
