"""Live facts: words in braces that are filled in anew whenever a figure is made, so that a refresh leaves no stale claim.

What each is called is in the vocabulary, by the name that is written in braces; ``FACTS`` tells them.
"""

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property
from math import isnan
from typing import Literal

import numpy as np

from ...colors.coloring import Coloring
from ...common.errors import TableError
from ...common.language import Language
from ...common.language.directions import isolated
from ...common.language.english import beginning
from ...common.recipe.check import FACT
from ...common.recipe.spec import Recipe
from ...common.vocabulary import FACT_TERMS
from ...common.wording.labels import shown_label
from ...matrices.pivot import Matrix, span_of
from ...tables.table import Table
from .contents import Contents, telling_values


@dataclass(frozen=True, kw_only=True, eq=False)
class Facts:
    """What facts are told of, and in which language. ``text`` says one, or None where the figure has none of the kind."""

    table: Table
    recipe: Recipe
    matrix: Matrix
    contents: Contents
    coloring: Coloring
    language: Language

    @cached_property
    def span(self) -> "tuple[np.datetime64, np.datetime64] | None":
        return span_of(self.table, self.recipe.pivot)

    def member(self, side: Literal["rows", "columns"], line: int) -> str | None:
        """A member of a side as it is shown, None for one without labels."""
        pivot = self.recipe.pivot
        levels = pivot.rows if side == "rows" else (*((pivot.split,) if pivot.split else ()), *pivot.columns)
        labels = (self.matrix.rows if side == "rows" else self.matrix.columns)[line]
        return ", ".join(shown_label(levels, depth, label, self.language) for depth, label in enumerate(labels)) or None

    def text(self, name: str) -> str | None:
        return FACTS[name](self)

    def number(self, name: str) -> float | None:
        """The number behind a fact that is one; None where the figure has none."""
        return NUMBERS[name](self)

    def filled(self, words: str, path: str) -> str:
        """The words with all facts filled in. Raises TableError for a fact that the figure does not have."""

        def fact(name: str) -> str:
            text = self.text(name)
            if text is None:
                cure = f"take {{{name}}} out of the words, or write what it should say"
                raise TableError(f"there is no {FACT_TERMS[name]} in this figure any more; {cure}", path=path, received=name)
            return isolated(text)

        return FACT.sub(lambda found: fact(found[1]), words)


def _extreme(highest: bool) -> Callable[[Facts], tuple[int, int] | None]:
    def find(facts: Facts) -> tuple[int, int] | None:
        values = telling_values(facts.contents.values, facts.matrix, facts.recipe.pivot)
        if values.size == 0 or np.isnan(values).all():
            return None
        at = np.nanargmax(values) if highest else np.nanargmin(values)
        row, column = np.unravel_index(at, values.shape)
        return int(row), int(column)

    return find


def _value(highest: bool) -> Callable[[Facts], str | None]:
    def say(facts: Facts) -> str | None:
        at = _extreme(highest)(facts)
        return None if at is None else facts.contents.text(float(facts.contents.values[at]), *at)

    return say


def _extreme_number(highest: bool) -> Callable[[Facts], float | None]:
    def find(facts: Facts) -> float | None:
        at = _extreme(highest)(facts)
        return None if at is None else float(facts.contents.values[at])

    return find


def _row(highest: bool) -> Callable[[Facts], str | None]:
    def say(facts: Facts) -> str | None:
        at = _extreme(highest)(facts)
        return None if at is None else facts.member("rows", at[0])

    return say


def _column(highest: bool) -> Callable[[Facts], str | None]:
    def say(facts: Facts) -> str | None:
        at = _extreme(highest)(facts)
        return None if at is None else facts.member("columns", at[1])

    return say


def _total(facts: Facts) -> str | None:
    total = facts.matrix.grand_total if facts.matrix.all_values.size else float("nan")
    return None if isnan(total) else facts.contents.style.text(total)


def _moment(last: bool) -> Callable[[Facts], str | None]:
    def say(facts: Facts) -> str | None:
        return None if facts.span is None else facts.language.day(facts.span[last])

    return say


def _lit(facts: Facts) -> str | None:
    return None if facts.coloring.lit is None else facts.language.grouped(int(facts.coloring.lit.sum()))


FACTS: dict[str, Callable[[Facts], str | None]] = {
    "n": lambda facts: facts.language.grouped(facts.matrix.kept),
    "rows": lambda facts: facts.language.grouped(facts.matrix.shape[0]),
    "columns": lambda facts: facts.language.grouped(facts.matrix.shape[1]),
    "highest": _value(True),
    "highest.row": _row(True),
    "highest.column": _column(True),
    "lowest": _value(False),
    "lowest.row": _row(False),
    "lowest.column": _column(False),
    "total": _total,
    "from": _moment(False),
    "to": _moment(True),
    "hidden": lambda facts: facts.language.grouped(int(facts.contents.few.sum())),
    "aside": lambda facts: facts.language.grouped(int(facts.contents.aside.sum())),
    "lit": _lit,
}
"""How each is told."""
NUMBERS: dict[str, Callable[[Facts], float | None]] = {
    "n": lambda facts: float(facts.matrix.kept),
    "rows": lambda facts: float(facts.matrix.shape[0]),
    "columns": lambda facts: float(facts.matrix.shape[1]),
    "highest": _extreme_number(True),
    "lowest": _extreme_number(False),
    "total": lambda facts: facts.matrix.grand_total if facts.matrix.all_values.size else None,
    "hidden": lambda facts: float(facts.contents.few.sum()),
    "aside": lambda facts: float(facts.contents.aside.sum()),
    "lit": lambda facts: None if facts.coloring.lit is None else float(facts.coloring.lit.sum()),
}
"""The numbers behind those that are some."""


def counted_in_caption(recipe: Recipe, contents: Contents, language: Language) -> str:
    """Sentences that a caption always says: how many cells are hidden or set aside. A caption that has the fact says it itself."""
    caption = recipe.words.caption or ""
    few, aside, others = (int(each.sum()) for each in (contents.few, contents.aside, contents.guards))
    said = []
    if not language.ours:
        if few and "{hidden}" not in caption:
            said.append(language.say("hidden", least=recipe.cells.least_records, number=language.grouped(few - others)))
            said += [language.say("guards", number=language.grouped(others))] if others else []
        if aside and "{aside}" not in caption:
            said.append(language.say("aside", number=language.grouped(aside)))
        return " ".join(said)
    if few and "{hidden}" not in caption:
        cells = "1 cell on" if few - others == 1 else f"{few - others:,} cells on"
        more = f" and {others:,} that would tell of {'it' if few - others == 1 else 'them'}" if others else ""
        said.append(f"{cells} fewer than {recipe.cells.least_records:,} records{more} {'is' if few == 1 else 'are'} hidden.")
    if aside and "{aside}" not in caption:
        said.append(f"{'1 cell is' if aside == 1 else f'{aside:,} cells are'} set aside.")
    return beginning(" ".join(said))
