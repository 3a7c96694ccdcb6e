"""The table part of a recipe: how the file is read, and the mends laid on what was read."""

import dataclasses
from dataclasses import dataclass, fields
from typing import Literal

from .conditions import ConditionSpec, Cut

Encoding = Literal[
    "utf-8",
    "utf-16",
    "utf-32",
    "windows-1252",
    "windows-1250",
    "windows-1251",
    "windows-1253",
    "windows-1254",
    "windows-1255",
    "windows-1256",
    "windows-1257",
    "windows-1258",
    "cp874",
    "iso-8859-1",
    "iso-8859-2",
    "iso-8859-5",
    "iso-8859-7",
    "iso-8859-15",
    "koi8-u",
    "macintosh",
    "cp437",
    "cp850",
    "cp852",
    "cp857",
    "cp866",
    "cp737",
    "shift_jis",
    "euc-jp",
    "gb18030",
    "big5",
    "euc-kr",
]
"""The keys of ENCODING_TERMS."""
Form = Literal["delimited", "workbook", "json", "parquet", "arrow", "package"]
Case = Literal["as_is", "lower", "upper", "first", "title"]
Counted = Literal["days", "seconds", "milliseconds", "digits"]
"""What a number counts that is a moment: days as in a workbook, seconds or milliseconds since 1970, or the digits of 20250131."""
KindName = Literal["number", "category", "moment", "yes_no"]


@dataclass(frozen=True, kw_only=True)
class ReadingSpec:
    """How a file is read. What is left out is found from the file itself.

    ``header`` is the number of the line that names the columns, counted from 1 in the file or range; 0 says there is none.
    ``quote`` empty says that no mark quotes. ``cuts`` are the columns, counted from 0, at which text of fixed width is cut, in
    place of a delimiter. ``blanks`` are the words that mean that there is no value, besides an empty field. ``lines`` says what
    becomes of lines with a field too few or too many. ``sheet`` and ``range`` ("B3:F200") are of workbooks, ``records`` of JSON:
    the keys, joined by points, under which the list of records lies. Several ``sheets`` are laid one under the other, and so are
    ``files`` of a package.
    """

    form: Form | None = None
    encoding: Encoding | None = None
    delimiter: str | None = None
    cuts: tuple[int, ...] | None = None
    quote: str | None = None
    decimal: Literal[".", ","] | None = None
    dates: Literal["day_first", "month_first"] | None = None
    header: int | None = None
    blanks: tuple[str, ...] | None = None
    lines: Literal["kept", "left_out"] | None = None
    sheet: str | None = None
    sheets: tuple[str, ...] | None = None
    files: tuple[str, ...] | None = None
    range: str | None = None
    records: str | None = None


def reading_of(spec: ReadingSpec) -> ReadingSpec:
    """How a file is read, without what else a table has."""
    return ReadingSpec(**{each.name: getattr(spec, each.name) for each in fields(ReadingSpec)})


@dataclass(frozen=True, kw_only=True)
class MergeMend:
    """Several spellings of one category become one."""

    do: Literal["merge"] = "merge"
    field: str
    from_: tuple[str, ...]
    into: str
    off: bool = False


@dataclass(frozen=True, kw_only=True)
class RelabelMend:
    """Categories get other names by a list, such as codes their full names. Names not in the list stay."""

    do: Literal["relabel"] = "relabel"
    field: str
    names: dict[str, str]
    off: bool = False


@dataclass(frozen=True, kw_only=True)
class TidyMend:
    """Runs of blanks become one, and letters the case asked for: ``first`` is a capital first letter, ``title`` one a word."""

    do: Literal["tidy"] = "tidy"
    field: str
    case: Case = "as_is"
    off: bool = False


@dataclass(frozen=True, kw_only=True)
class CorrectMend:
    """One value is put right. ``record`` counts from 1 in the edition it was written for; ``match`` finds the record again
    in later editions by what its other columns hold, and is enough by itself. Where the old value is no longer ``was``, nothing is
    changed.
    """

    do: Literal["correct"] = "correct"
    field: str
    record: int | None = None
    was: str
    to: str
    match: dict[str, str] = dataclasses.field(default_factory=dict)
    off: bool = False


@dataclass(frozen=True, kw_only=True)
class DropMend:
    """Records that meet all the conditions are left out."""

    do: Literal["drop"] = "drop"
    where: tuple[ConditionSpec, ...]
    off: bool = False


@dataclass(frozen=True, kw_only=True)
class KindMend:
    """A column is read as another kind. What does not fit becomes blank and is listed. ``counted`` says what numbers count that are
    moments; left out, their range tells.
    """

    do: Literal["kind"] = "kind"
    field: str
    kind: KindName
    decimal: Literal[".", ","] | None = None
    dates: Literal["day_first", "month_first"] | None = None
    counted: Counted | None = None
    off: bool = False


@dataclass(frozen=True, kw_only=True)
class SplitMend:
    """A column of text is cut at a mark into several; the last takes what is left. The column itself stays."""

    do: Literal["split"] = "split"
    field: str
    by: str
    into: tuple[str, ...]
    off: bool = False


@dataclass(frozen=True, kw_only=True)
class JoinMend:
    """Columns are put together as text, with a mark between. Blanks are passed over."""

    do: Literal["join"] = "join"
    fields: tuple[str, ...]
    by: str = " "
    into: str
    off: bool = False


@dataclass(frozen=True, kw_only=True)
class FillMend:
    """A blank takes the value of the record above it."""

    do: Literal["fill"] = "fill"
    field: str
    off: bool = False


@dataclass(frozen=True, kw_only=True)
class ComputeMend:
    """A new column is computed from others by an expression. A column of the same name is replaced."""

    do: Literal["compute"] = "compute"
    into: str
    as_: str
    off: bool = False


@dataclass(frozen=True, kw_only=True)
class BlankMend:
    """Words that mean that there is no value become blanks, and the column is read anew without them: a column of numbers and
    such words is one of numbers.
    """

    do: Literal["blank"] = "blank"
    field: str
    words: tuple[str, ...]
    off: bool = False


@dataclass(frozen=True, kw_only=True)
class OverlongMend:
    """Lines with too many fields, of which ``beyond`` holds what is over, are left out, or joined again: what a mark cut at
    ``field`` is put together with ``by``, and what follows moves back to its column. An edition without such lines stays as it is.
    """

    do: Literal["overlong"] = "overlong"
    lines: Literal["join", "leave_out"]
    field: str = ""
    by: str = ", "
    beyond: str = "beyond"
    off: bool = False


@dataclass(frozen=True, kw_only=True)
class BringMend:
    """Columns come from another table, ``from`` being its name. ``keys`` pair columns of this table with columns of that one, whose
    texts are compared as categories are; moments may be ``cut`` to a part first, so that days find their month. ``columns`` are
    those that come, by other ``names`` where some are given. A record whose key is missing there has blanks, or is left out; a key
    that stands there twice is refused where a record looks for it, its first line taken, or its lines summed up.
    """

    do: Literal["bring"] = "bring"
    from_: str
    keys: dict[str, str]
    cut: dict[str, Cut] = dataclasses.field(default_factory=dict)
    columns: tuple[str, ...]
    names: dict[str, str] = dataclasses.field(default_factory=dict)
    missing: Literal["blank", "leave_out"] = "blank"
    double: Literal["refuse", "first", "sum"] = "refuse"
    off: bool = False


@dataclass(frozen=True, kw_only=True)
class UniqueMend:
    """Of records that are alike in the fields, or in all, the first stays."""

    do: Literal["unique"] = "unique"
    fields: tuple[str, ...] = ()
    off: bool = False


@dataclass(frozen=True, kw_only=True)
class RenameMend:
    """A column gets another name. ``mapped`` says that it is the one it had in the edition before: in an edition that has that name
    by itself, nothing is done.
    """

    do: Literal["rename"] = "rename"
    field: str
    to: str
    mapped: bool = False
    off: bool = False


@dataclass(frozen=True, kw_only=True)
class UnfoldMend:
    """A matrix becomes records: one for each row and column. ``keep`` are the columns that name the row; ``names`` and
    ``values`` are the new columns. ``order`` says whether rows and columns stay as they stand or go by nature.
    """

    do: Literal["unfold"] = "unfold"
    keep: tuple[str, ...]
    names: str = "column"
    values: str = "value"
    order: Literal["as_it_stands", "natural"] = "as_it_stands"
    off: bool = False


Mend = (
    MergeMend
    | RelabelMend
    | TidyMend
    | CorrectMend
    | DropMend
    | KindMend
    | SplitMend
    | JoinMend
    | FillMend
    | ComputeMend
    | BlankMend
    | OverlongMend
    | BringMend
    | UniqueMend
    | RenameMend
    | UnfoldMend
)


@dataclass(frozen=True, kw_only=True)
class OtherSpec(ReadingSpec):
    """Another table that mends bring columns from: its ``file`` beside the recipe, how that is read, and its own mends."""

    file: str = ""
    mends: tuple[Mend, ...] = ()


@dataclass(frozen=True, kw_only=True)
class TableSpec(ReadingSpec):
    """How the file is read, and its mends in their order. A mend that is ``off`` stays in the list and does nothing.

    ``targets`` are numbers by name that ends, cuts and conditions of color may stand at. ``others`` say by name how the tables are
    read that columns come from; one that is not listed is a file of its name beside the recipe, and read as it is found.
    """

    mends: tuple[Mend, ...] = ()
    targets: dict[str, float] = dataclasses.field(default_factory=dict)
    others: dict[str, OtherSpec] = dataclasses.field(default_factory=dict)
