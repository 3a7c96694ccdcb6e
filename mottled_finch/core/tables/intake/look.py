"""What was found in a file before it is read: how it would be read, in words, and its first records."""

from dataclasses import dataclass, field

from ...common.recipe.table_spec import ReadingSpec
from ..table import Table
from .kinds import BLANK_WORDS

MAX_COLUMNS = 2_000
LOOK_RECORDS = 2_000
READABLE = "choose a text file, a workbook, JSON, Parquet or Arrow"
"""What to do about a file that is none of these."""


@dataclass(frozen=True, kw_only=True)
class Part:
    """One part of how a file is read: the key of the reading that overrules it, and what was found, in words.

    What is ``usual`` goes without saying once a file has been read.
    """

    key: str
    words: str
    usual: bool = False


def blanks_of(asked: ReadingSpec) -> tuple[str, ...]:
    """The words that a reading takes for no value."""
    return BLANK_WORDS if asked.blanks is None else asked.blanks


def blanks_part(words: tuple[str, ...]) -> Part:
    said = f"{', '.join(words)} taken as blank" if words else "only empty fields taken as blank"
    return Part(key="blanks", words=said, usual=words == BLANK_WORDS)


@dataclass(frozen=True, kw_only=True)
class Instead:
    """Another way to read a file that may be the right one: why, what choosing it is called, and the way."""

    words: str
    action: str
    reading: ReadingSpec


@dataclass(frozen=True, kw_only=True, eq=False)
class Look:
    """``asked`` is what the user has said, ``found`` the same with every gap filled. ``table`` has the first records.

    ``choices`` lists what else could be chosen where that depends on the file: its sheets, its files, or its lists of records.
    ``notes`` say what was put right. A ``problem`` says why it cannot be read so; the table then has its lines.
    """

    asked: ReadingSpec
    found: ReadingSpec
    parts: tuple[Part, ...]
    table: Table
    choices: dict[str, tuple[str, ...]] = field(default_factory=dict)
    notes: tuple[str, ...] = ()
    instead: Instead | None = None
    problem: str = ""
