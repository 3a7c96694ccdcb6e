"""A figure put into words: its caption, its cells by name, what is said to who does not see it."""

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ...common.language import OURS, Language
from ...common.language.directions import isolated
from ...common.language.english import counted, field_words
from ...common.recipe.spec import LevelSpec, PivotSpec, Recipe
from ...common.wording.parts import alone_words, level_words, show_words, what_is_measured, what_is_shown
from ...matrices.pivot import Matrix
from ..contents.contents import Contents, telling_values


def default_caption(pivot: PivotSpec, matrix: Matrix, language: Language) -> str:
    return _english_caption(pivot, matrix) if language.ours else _caption(pivot, matrix, language)


def _caption(pivot: PivotSpec, matrix: Matrix, language: Language) -> str:
    """In another language than ours; {n} is a live fact."""
    opposite = matrix.opposite
    said = [language.say("records_one") if matrix.kept == 1 else language.say("records", n="{n}")]
    if opposite is not None and pivot.show.measure is None:
        said = [language.say("against_records", n="{n}", number=language.grouped(int(opposite.all_records[-1, -1])))]
        if opposite.covered is not None:
            first, last = map(language.day, opposite.covered)
            said.append(language.say("both_days", first=first, last=last))
    if matrix.unplaced:
        fields = dict.fromkeys(field_words(level.field) for level in (*pivot.rows, *pivot.columns, *_split(pivot)))
        said.append(language.say("no_place", fields=", ".join(fields), number=language.grouped(matrix.unplaced)))
    return " ".join(said)


def _english_caption(pivot: PivotSpec, matrix: Matrix) -> str:
    words = "n = {n} record." if matrix.kept == 1 else "n = {n} records."
    opposite = matrix.opposite
    if opposite is not None and pivot.show.measure is None:
        words = f"{words[:-1]}, against {counted(int(opposite.all_records[-1, -1]), 'record')}."
        if opposite.covered is not None:
            first, last = map(OURS.day, opposite.covered)
            words += f" Days that both sides have: {first} to {last}."
    if matrix.unplaced:
        levels = (replace(level, bins=None) for level in (*pivot.rows, *pivot.columns, *_split(pivot)))
        fields = list(dict.fromkeys(level_words(level, OURS) for level in levels))
        words += f" {matrix.unplaced:,} of them {'has' if matrix.unplaced == 1 else 'have'} no {' or '.join(fields)} and "
        words += f"{'is' if matrix.unplaced == 1 else 'are'} in no cell."
    return words


def _split(pivot: PivotSpec) -> tuple[LevelSpec, ...]:
    return (pivot.split,) if pivot.split else ()


def cell_name(matrix: Matrix, row: int, column: int) -> str:
    """A cell by its labels: "Lantern Wharf, Aug"."""
    return ", ".join(map(isolated, (*matrix.rows[row], *matrix.columns[column]))) or "all records"


_TOLD_MOST = 8
"""Of unlike members, so many are told one by one."""


def alternative_text(recipe: Recipe, matrix: Matrix, contents: Contents) -> str:
    """The figure in words, for who does not see it; as all of our sentences it is English."""
    pivot = recipe.pivot
    sides = []
    if pivot.rows:
        sides.append(f"each {' and in it '.join(level_words(level, OURS) for level in pivot.rows)} down")
    if pivot.columns:
        sides.append(f"each {' and in it '.join(level_words(level, OURS) for level in pivot.columns)} across")
    rows, columns = matrix.shape
    against = pivot.show.as_ == "against"
    words = f"Heat map of the {what_is_measured(pivot, OURS) if against else what_is_shown(pivot, OURS)}"
    words += f" for {' and '.join(sides)}" if sides else ""
    if pivot.split is not None:
        words += f", one for each {level_words(pivot.split, OURS)} side by side"
    if pivot.correlate is not None:
        words += f" of {', '.join(field_words(name) for name in pivot.correlate.fields)}"
    if against:
        words += f", {show_words(pivot.show, OURS)}"
    words += f": {rows:,} by {columns:,} cells."
    words += _extremes(recipe, matrix, contents)
    if matrix.opposite is not None:
        for name, alone in zip(alone_words(pivot.show, OURS), (matrix.new, matrix.gone), strict=True):
            if alone.any():
                words += f" {name}: {counted(int(alone.sum()), 'cell')}."
    return words


def _extremes(recipe: Recipe, matrix: Matrix, contents: Contents) -> str:
    """The highest and the lowest cell, or those of each of unlike members, which have nothing in common."""
    telling = telling_values(contents.values, matrix, recipe.pivot)
    if not recipe.each:
        return _ends(telling, matrix, contents, "")
    down = recipe.each[0].row is not None
    members = matrix.rows if down else matrix.columns
    said = []
    for i, labels in enumerate(members[:_TOLD_MOST]):
        alone = np.full(telling.shape, np.nan)
        line = (i, slice(None)) if down else (slice(None), i)
        alone[line] = telling[line]
        said.append(_ends(alone, matrix, contents, f" of {', '.join(map(isolated, labels))}"))
    more = len(members) - _TOLD_MOST
    return "".join(said) + (f" And {counted(more, 'more row' if down else 'more column')}." if more > 0 else "")


def _ends(values: NDArray[np.float64], matrix: Matrix, contents: Contents, of: str) -> str:
    if np.isnan(values).all():
        return ""
    words = ""
    for name, place in (("Highest", np.nanargmax(values)), ("Lowest", np.nanargmin(values))):
        row, column = (int(each) for each in np.unravel_index(place, matrix.shape))
        words += f" {name}{of}: {contents.text(float(values[row, column]), row, column)}, {cell_name(matrix, row, column)}."
    return words
