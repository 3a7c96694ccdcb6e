"""What a recipe must satisfy beyond the types of its parts."""

import re
from collections.abc import Callable
from itertools import pairwise
from typing import Any

from ..errors import RecipeError, did_you_mean
from ..vocabulary import FACT_TERMS, LIMITS
from .check_cells import check_cells
from .check_color import check_color
from .check_each import check_each
from .check_frame import check_frame
from .check_pivot import check_condition, check_pivot
from .claim_grammar import read_claim
from .spec import Recipe
from .table_spec import (
    BlankMend,
    BringMend,
    CorrectMend,
    DropMend,
    JoinMend,
    Mend,
    MergeMend,
    OverlongMend,
    ReadingSpec,
    SplitMend,
    TableSpec,
)

FACT = re.compile(r"\{([a-z]+(?:\.[a-z]+)*)\}")
"""Words in braces stand for a live fact: a number that is filled in anew whenever the figure is made."""


CUTS_MOST = 2_000
"""As many columns as a table can have."""


def check_recipe(recipe: Recipe) -> None:
    """Raises RecipeError for the first thing that is not well formed, whatever the table."""
    check_table(recipe.table)
    check_pivot(recipe.pivot)
    check_color(recipe.color)
    check_cells(recipe.cells)
    check_each(recipe)
    for name in ("title", "subtitle", "rows", "columns", "caption", "source"):
        _check_facts(getattr(recipe.words, name) or "", f"words.{name}")
    if recipe.heads.flow is not None:
        _check_facts(recipe.heads.flow.words, "heads.flow.words")
    check_frame(recipe)
    if len(recipe.claims) > LIMITS.claims_most:
        raise RecipeError(f"there are {len(recipe.claims)} claims; a plate makes {LIMITS.claims_most} at most", path="claims")
    for i, claim in enumerate(recipe.claims):
        read_claim(claim, f"claims[{i}]")
    for i, note in enumerate(recipe.notes):
        _check_facts(note.text, f"notes[{i}].text")
    for name, reason in recipe.dismissed.items():
        if not reason.strip():
            raise RecipeError("a caution is dismissed with a reason; give one", path=f"dismissed.{name}")


def _check_facts(words: str, path: str) -> None:
    for fact in FACT.findall(words):
        if fact not in FACT_TERMS:
            raise RecipeError(
                f'no live fact "{fact}"; {did_you_mean(fact, FACT_TERMS)}', path=path, received=fact, allowed=FACT_TERMS
            )


def check_table(table: TableSpec) -> None:
    """Raises RecipeError for the first thing in the table part that is not well formed."""
    _check_reading(table, table.mends, "table")
    for name in table.targets:
        if not name.strip() or len(name) > 60:
            raise RecipeError("a target needs a name of at most 60 characters", path="table.targets", received=name)
    for name, other in table.others.items():
        place = f"table.others.{name}"
        if other.file and (other.file != re.split(r"[/\\]", other.file)[-1] or other.file in (".", "..")):
            raise RecipeError(
                f'"{other.file}" is not a file beside the recipe; give its name alone', path=f"{place}.file", received=other.file
            )
        _check_reading(other, other.mends, place)


def _check_reading(reading: ReadingSpec, mends: tuple[Mend, ...], place: str) -> None:
    for name in ("delimiter", "quote"):
        mark = getattr(reading, name)
        if mark is not None and not (mark == "" and name == "quote") and (len(mark) != 1 or mark in "\r\n" or not mark.isascii()):
            raise RecipeError(f'"{mark}" is not one mark; give a single one, such as ";"', path=f"{place}.{name}", received=mark)
    if reading.header is not None and not 0 <= reading.header <= 1_000:
        raise RecipeError(f"line {reading.header} cannot hold the names; choose 0 to 1,000", path=f"{place}.header")
    if reading.range is not None and not RANGE.match(reading.range):
        raise RecipeError(f'"{reading.range}" is not a range; write it as B3:F200', path=f"{place}.range", received=reading.range)
    cuts = reading.cuts
    if cuts and (cuts[0] < 0 or any(b <= a for a, b in pairwise(cuts)) or len(cuts) > CUTS_MOST):
        raise RecipeError("the places where fields begin do not rise from 0; put them in order", path=f"{place}.cuts")
    for name in ("sheets", "files"):
        if getattr(reading, name) == ():
            raise RecipeError("nothing is listed that is to be read; name some, or leave it out", path=f"{place}.{name}")
    for i, mend in enumerate(mends):
        _check_mend(mend, f"{place}.mends[{i}]")


_WRONG: dict[type[Any], tuple[tuple[Callable[[Any], bool], str, str], ...]] = {
    MergeMend: ((lambda mend: not mend.from_, "no spelling is listed; name those that are merged", "from"),),
    DropMend: ((lambda mend: not mend.where, "no condition is given, which would drop every record; add one", "where"),),
    SplitMend: (
        (lambda mend: not mend.by, "no mark is given to cut at; write the mark that stands between", "by"),
        (
            lambda mend: not 2 <= len(mend.into) <= 20 or len(set(mend.into)) < len(mend.into),
            "name 2 to 20 different columns to split into",
            "into",
        ),
    ),
    JoinMend: ((lambda mend: len(mend.fields) < 2, "fewer than two columns are listed; name those that are joined", "fields"),),
    BlankMend: ((lambda mend: not any(map(str.strip, mend.words)), "no word is listed that means no value; name one", "words"),),
    OverlongMend: (
        (lambda mend: mend.lines == "join" and not mend.field, "it is not said which column was cut; name it", "field"),
        (lambda mend: not mend.by, "no mark is given to join with; write the one that cut", "by"),
    ),
    BringMend: (
        (lambda mend: not mend.from_.strip(), "no table is named; say which one the columns come from", "from"),
        (lambda mend: not mend.keys, "nothing says which records go together; pair a column with one of that table", "keys"),
        (lambda mend: not mend.columns, "no column is listed; name those that come", "columns"),
        (lambda mend: len(set(mend.columns)) < len(mend.columns), "a column is listed twice; name each once", "columns"),
        (lambda mend: not set(mend.cut) <= set(mend.keys), "only a key is cut; name the column as it is among the keys", "cut"),
        (lambda mend: not all(map(str.strip, mend.names.values())), "a new column has no name; give it one", "names"),
        (
            lambda mend: not set(mend.names) <= set(mend.columns),
            "only a column that comes gets a name; list it among the columns",
            "names",
        ),
    ),
    CorrectMend: (
        (lambda mend: mend.record is not None and mend.record < 1, "records are counted from 1", "record"),
        (
            lambda mend: mend.record is None and not mend.match,
            'nothing says which record is meant; give its number as "record", or "match"',
            "",
        ),
    ),
}
"""What may be wrong with a mend whatever the table: when, what is said of it, and the key that it is said of."""


def _check_mend(mend: Mend, path: str) -> None:
    for is_wrong, sentence, key in _WRONG.get(type(mend), ()):
        if is_wrong(mend):
            raise RecipeError(sentence, path=f"{path}.{key}" if key else path)
    if isinstance(mend, DropMend):
        for j, condition in enumerate(mend.where):
            check_condition(condition, f"{path}.where[{j}]")
    for name in ("into", "to", "names", "values"):
        given = getattr(mend, name, None)
        if mend.do in ("join", "compute", "rename", "unfold") and isinstance(given, str) and not given.strip():
            raise RecipeError("the new column has no name; give it one", path=f"{path}.{name}")


RANGE = re.compile(r"^([A-Za-z]{1,3})(\d{1,7})(?::([A-Za-z]{1,3})(\d{1,7})?)?$")
"""A range of a sheet: its first cell, and its last or only its last column."""
