"""What a recipe must satisfy beyond the types of its parts."""

import re

from ..errors import RecipeError, did_you_mean
from .conditions import ConditionSpec
from .spec import EndSpec, MeasureSpec, Recipe
from .table_spec import CorrectMend, DropMend, JoinMend, Mend, MergeMend, SplitMend, TableSpec

FACT = re.compile(r"\{([a-z]+(?:\.[a-z]+)*)\}")
"""Words in braces stand for a live fact: a number that is filled in anew whenever the figure is made."""
FACTS = ("n",)
PAGE_LEAST, PAGE_MOST = 120, 4_000


def check_recipe(recipe: Recipe) -> None:
    """Raises RecipeError for the first thing that is not well formed, whatever the table."""
    check_table(recipe.table)
    pivot = recipe.pivot
    for side, levels in (("rows", pivot.rows), ("columns", pivot.columns)):
        if len(levels) > 1:
            raise RecipeError(f"{len(levels)} levels are listed; keep one, more do not nest yet", path=f"pivot.{side}")
    _check_measure(pivot.measure)
    for i, condition in enumerate(pivot.keep):
        _check_condition(condition, f"pivot.keep[{i}]")
    _check_end(recipe.color.low, "color.low")
    _check_end(recipe.color.high, "color.high")
    if recipe.color.middle is not None:
        _check_end(recipe.color.middle, "color.middle")
    if recipe.cells.decimals is not None and not 0 <= recipe.cells.decimals <= 10:
        raise RecipeError(f"{recipe.cells.decimals} decimals are asked for; choose 0 to 10", path="cells.decimals")
    for name in ("title", "subtitle", "caption"):
        for fact in FACT.findall(getattr(recipe.words, name) or ""):
            if fact not in FACTS:
                raise RecipeError(
                    f'no live fact "{fact}"; {did_you_mean(fact, FACTS)}', path=f"words.{name}", received=fact, allowed=FACTS
                )
    for side, length in (("width", recipe.page.width), ("height", recipe.page.height)):
        if not PAGE_LEAST <= length <= PAGE_MOST:
            raise RecipeError(f"a page of {length} points; choose {PAGE_LEAST} to {PAGE_MOST:,}", path=f"page.{side}")


def _check_measure(measure: MeasureSpec) -> None:
    if measure.take == "count" and measure.of is not None:
        raise RecipeError('"count" counts records and takes no field; leave "of" out', path="pivot.measure.of")
    if measure.take != "count" and measure.of is None:
        raise RecipeError(f'"{measure.take}" needs the field it is taken of; add "of"', path="pivot.measure")


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
    for i, mend in enumerate(table.mends):
        _check_mend(mend, f"table.mends[{i}]")


def _check_mend(mend: Mend, path: str) -> None:
    if isinstance(mend, MergeMend) and not mend.from_:
        raise RecipeError("no spelling is listed; name those that are merged", path=f"{path}.from")
    if isinstance(mend, DropMend):
        if not mend.where:
            raise RecipeError("no condition is given, which would drop every record; add one", path=f"{path}.where")
        for j, condition in enumerate(mend.where):
            _check_condition(condition, f"{path}.where[{j}]")
    if isinstance(mend, SplitMend):
        if not mend.by:
            raise RecipeError("no mark is given to cut at; write the mark that stands between", path=f"{path}.by")
        if not 2 <= len(mend.into) <= 20 or len(set(mend.into)) < len(mend.into):
            raise RecipeError("name 2 to 20 different columns to split into", path=f"{path}.into")
    if isinstance(mend, JoinMend) and len(mend.fields) < 2:
        raise RecipeError("fewer than two columns are listed; name those that are joined", path=f"{path}.fields")
    if isinstance(mend, CorrectMend) and mend.record < 1:
        raise RecipeError("records are counted from 1", path=f"{path}.record", received=mend.record)
    for name in ("into", "to", "names", "values"):
        given = getattr(mend, name, None)
        if mend.do in ("join", "compute", "rename", "unfold") and isinstance(given, str) and not given.strip():
            raise RecipeError("the new column has no name; give it one", path=f"{path}.{name}")


RANGE = re.compile(r"^([A-Za-z]{1,3})(\d{1,7})(?::([A-Za-z]{1,3})(\d{1,7})?)?$")
"""A range of a sheet: its first cell, and its last or only its last column."""


def _check_condition(condition: ConditionSpec, path: str) -> None:
    spans = condition.from_ is not None or condition.to is not None
    beyond = condition.above is not None or condition.below is not None
    asked = [condition.in_ is not None, condition.not_in is not None, spans, beyond, condition.blank is not None]
    if sum(asked) == 0:
        words = 'add "in", "not_in", "from", "to", "above", "below" or "blank"'
        raise RecipeError(f"nothing is said about the field; {words}", path=path)
    if sum(asked) > 1:
        words = '"in", "not_in", "from" with "to", "above" with "below" and "blank" do not go together'
        raise RecipeError(f"{words}; write one condition for each", path=path)
    if (spans or beyond) and condition.cut is not None:
        words = '"from" and "to"' if spans else '"above" and "below"'
        raise RecipeError(f'{words} are of the moment itself; leave "cut" out', path=f"{path}.cut")


def _check_end(end: EndSpec, path: str) -> None:
    given = [name for name in ("at", "percent", "percentile") if getattr(end, name) is not None]
    if len(given) != 1:
        problem = "no place is given" if not given else f"{' and '.join(given)} are given"
        raise RecipeError(f'{problem}; give one of "at", "percent" and "percentile"', path=path)
    for name in ("percent", "percentile"):
        value = getattr(end, name)
        if value is not None and not 0 <= value <= 100:
            raise RecipeError(f"{value:g} is not from 0 to 100", path=f"{path}.{name}", received=value)
