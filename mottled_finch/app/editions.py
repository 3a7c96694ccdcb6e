"""Another edition of a table: what it would change, and whether all that is made of the table can be made of it."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Protocol

from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.common.language.english import counted
from mottled_finch.core.common.recipe import Recipe, load_recipe, load_table_part
from mottled_finch.core.figures.contents.likeness import resolved
from mottled_finch.core.matrices.pivot import make_matrix
from mottled_finch.core.matrices.pivot.targets import Editions
from mottled_finch.core.tables.mends import Mended, apply_mends
from mottled_finch.core.tables.table import Table
from mottled_finch.core.tables.table.compare import Comparison, compare

from .ports import Person
from .refusals import WouldBreak

_ANYWAY = "use the edition anyway"
Mends = Sequence[Mapping[str, Any]]
"""As a recipe writes them."""


@dataclass(frozen=True)
class User:
    """A table that brings columns from another, and why the first of its mends could not any more; empty where all can."""

    name: str
    problem: str = ""


class TableHere(Protocol):
    """A table where it is kept, with an edition that stands."""

    def mends(self) -> Mends:
        """Those that stand."""

    def standing(self) -> Mended:
        """The edition that stands, with its mends."""

    def laid_on(self, data: Table, mends: Mends) -> Mended:
        """Mends laid on another edition; one that does not fit is told in its step."""

    def recipes(self) -> Iterable[Mapping[str, Any]]:
        """Those of the plates that stand on it."""

    def targets(self) -> Mapping[str, float]:
        """Those that its plates may stand at."""

    def editions(self) -> Editions:
        """Its other editions, for plates that compare with one."""

    def users(self, after: Mended) -> Iterable[User]:
        """The tables that bring columns from it, as they would be if it were mended so."""


@dataclass(frozen=True, kw_only=True)
class Trouble:
    """A mend in words, and what is wrong with it."""

    words: str
    problem: str


@dataclass(frozen=True, kw_only=True)
class EditionChange:
    """What another edition would change: its records, the mends that do not fit it, and those that find nothing in it."""

    comparison: Comparison
    problems: tuple[Trouble, ...]
    unfound: tuple[Trouble, ...]


def mapping_mends(renames: Mapping[str, str]) -> list[dict[str, Any]]:
    """Columns of an edition that are called as others were before: the mends that call them so again."""
    return [{"do": "rename", "field": new, "to": old, "mapped": True} for old, new in renames.items()]


def change_by(_asks: Person, table: TableHere, data: Table, renames: Mapping[str, str]) -> EditionChange:
    """What another edition would change, if columns that are missing were mapped so (old to new)."""
    after = table.laid_on(data, [*mapping_mends(renames), *table.mends()])
    return EditionChange(
        comparison=compare(table.standing().table, after.table),
        problems=tuple(Trouble(words=step.words, problem=step.problem) for step in after.steps if step.problem),
        unfound=tuple(Trouble(words=step.words, problem=step.notes[0]) for step in after.steps if step.missed),
    )


def check_mapping(data: Table, renames: Mapping[str, str]) -> None:
    """Raises TableError for a mapping that does not fit an edition."""
    mends = [{**mend, "mapped": False} for mend in mapping_mends(renames)]
    apply_mends(data, load_table_part({"mends": mends}).mends)


def check_edition(_asks: Person, table: TableHere, data: Table, mends: Mends, what: str, anyway: str = _ANYWAY) -> None:
    """Raises WouldBreak where a mend does not fit an edition, or plates or other tables need what it lacks: they could not be made.
    ``what`` names the edition, ``anyway`` says what else may be done.
    """
    after = table.laid_on(data, mends)
    wrong = [step for step in after.steps if step.problem]
    if wrong:
        more = f", and {counted(len(wrong) - 1, 'other mend')} neither" if len(wrong) > 1 else ""
        raise _broken(
            f"“{wrong[0].words}” does not fit {what} ({wrong[0].problem}){more}, so no plate could be made from it; "
            "map the column, switch the mend off",
            anyway,
        )
    stands, recipes = table.standing().table, list(table.recipes())
    missing = set(stands.names) - set(after.table.names)
    needed = [fields_of(recipe.get("pivot", {})) & missing for recipe in recipes]
    lost = sorted(set().union(*needed))
    if lost:
        plates = counted(sum(map(bool, needed)), "plate")
        raise _broken(f"{what} has no column “{lost[0]}”, without which {plates} cannot be made; map it", anyway)
    kinds = {column.name: column.kind for column in stands.columns}
    turned = {column.name for column in after.table.columns if kinds.get(column.name, column.kind) is not column.kind}
    for plain in recipes:
        if fields_of(plain.get("pivot", {})) & turned:
            recipe = load_recipe(plain)
            problem = _unfit(table, recipe, after.table)
            if problem and not _unfit(table, recipe, stands):
                title = f"“{recipe.words.title}”" if recipe.words.title else "A plate of this table"
                raise _broken(f"{title} could not be made from {what}: {problem}; mend the column", anyway)
    for user in table.users(after):
        if user.problem:
            words = f"“{user.name}” brings columns from this table, and could not from {what} ({user.problem}); mend that"
            raise _broken(words, anyway)


def _unfit(table: TableHere, recipe: Recipe, data: Table) -> str:
    """Why a table cannot be pivoted as a recipe says; empty where it can."""
    try:
        make_matrix(data, resolved(recipe, {**table.targets(), **recipe.table.targets}, table.editions()))
    except CoreError as error:
        return error.message.partition(";")[0]  # what else the plate could say does not matter here
    return ""


def _broken(words: str, anyway: str) -> WouldBreak:
    return WouldBreak(f"{words}, or {anyway}.", path="anyway")


def fields_of(part: Any) -> set[str]:
    """The columns that a pivot, or a part of it, as a recipe writes it, names."""
    if isinstance(part, list):
        return set().union(*map(fields_of, part))
    if not isinstance(part, dict):
        return set()
    own = {part[key] for key in ("field", "of", "per") if isinstance(part.get(key), str)} | set(part.get("fields", ()))
    return own.union(*(fields_of(each) for each in part.values()))
