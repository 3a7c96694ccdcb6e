"""What a recipe must satisfy beyond the types of its parts."""

import re

from ..errors import RecipeError, did_you_mean
from ..vocabulary import FACT_TERMS
from .check_cells import check_cells
from .check_color import check_color
from .check_frame import check_frame
from .check_pivot import check_condition, check_pivot
from .spec import Recipe
from .table_spec import CorrectMend, DropMend, JoinMend, Mend, MergeMend, SplitMend, TableSpec

FACT = re.compile(r"\{([a-z]+(?:\.[a-z]+)*)\}")
"""Words in braces stand for a live fact: a number that is filled in anew whenever the figure is made."""


def check_recipe(recipe: Recipe) -> None:
    """Raises RecipeError for the first thing that is not well formed, whatever the table."""
    check_table(recipe.table)
    check_pivot(recipe.pivot)
    check_color(recipe.color)
    check_cells(recipe.cells)
    for name in ("title", "subtitle", "rows", "columns", "caption", "source"):
        _check_facts(getattr(recipe.words, name) or "", f"words.{name}")
    if recipe.heads.flow is not None:
        _check_facts(recipe.heads.flow.words, "heads.flow.words")
    check_frame(recipe)
    for i, note in enumerate(recipe.notes):
        _check_facts(note.text, f"notes[{i}].text")
    for name, reason in recipe.dismissed.items():
        if not reason.strip():
            raise RecipeError("a caution is dismissed with a reason; go one", path=f"dismissed.{name}")


def _check_facts(words: str, path: str) -> None:
    for fact in FACT.findall(words):
        if fact not in FACT_TERMS:
            raise RecipeError(
                f'no live fact "{fact}"; {did_you_mean(fact, FACT_TERMS)}', path=path, received=fact, allowed=FACT_TERMS
            )


def check_table(table: TableSpec) -> None:
    """Raises RecipeError for the first thing in the table part that is not well formed."""
    for name in ("delimiter", "quote"):
        mark = getattr(table, name)
        if mark is not None and not (mark == "" and name == "quote") and (len(mark) != 1 or mark in "\r\n" or not mark.isascii()):
            raise RecipeError(f'"{mark}" is not one mark; give a single one, such as ";"', path=f"table.{name}", received=mark)
    if table.header is not None and not 0 <= table.header <= 1_000:
        raise RecipeError(f"line {table.header} cannot hold the names; choose 0 to 1,000", path="table.header")
    if table.range is not None and not RANGE.match(table.range):
        raise RecipeError(f'"{table.range}" is not a range; write it as B3:F200', path="table.range", received=table.range)
    for name in table.targets:
        if not name.strip() or len(name) > 60:
            raise RecipeError("a target needs a name of at most 60 characters", path="table.targets", received=name)
    for i, mend in enumerate(table.mends):
        _check_mend(mend, f"table.mends[{i}]")


def _check_mend(mend: Mend, path: str) -> None:
    if isinstance(mend, MergeMend) and not mend.from_:
        raise RecipeError("no spelling is listed; name those that are merged", path=f"{path}.from")
    if isinstance(mend, DropMend):
        if not mend.where:
            raise RecipeError("no condition is given, which would drop every record; add one", path=f"{path}.where")
        for j, condition in enumerate(mend.where):
            check_condition(condition, f"{path}.where[{j}]")
    if isinstance(mend, SplitMend):
        if not mend.by:
            raise RecipeError("no mark is given to cut at; write the mark that stands between", path=f"{path}.by")
        if not 2 <= len(mend.into) <= 20 or len(set(mend.into)) < len(mend.into):
            raise RecipeError("name 2 to 20 different columns to split into", path=f"{path}.into")
    if isinstance(mend, JoinMend) and len(mend.fields) < 2:
        raise RecipeError("fewer than two columns are listed; name those that are joined", path=f"{path}.fields")
    if isinstance(mend, CorrectMend):
        _check_correct(mend, path)
    for name in ("into", "to", "names", "values"):
        given = getattr(mend, name, None)
        if mend.do in ("join", "compute", "rename", "unfold") and isinstance(given, str) and not given.strip():
            raise RecipeError("the new column has no name; give it one", path=f"{path}.{name}")


def _check_correct(mend: CorrectMend, path: str) -> None:
    if mend.record is not None and mend.record < 1:
        raise RecipeError("records are counted from 1", path=f"{path}.record", received=mend.record)
    if mend.record is None and not mend.match:
        raise RecipeError('nothing says which record is meant; give its number as "record", or "match"', path=path)


RANGE = re.compile(r"^([A-Za-z]{1,3})(\d{1,7})(?::([A-Za-z]{1,3})(\d{1,7})?)?$")
"""A range of a sheet: its first cell, and its last or only its last column."""
