"""Mends: recorded repairs, laid on a table in their order, and again on each new edition, one a file of its name."""

from collections.abc import Sequence
from dataclasses import dataclass
from importlib import import_module
from types import ModuleType

import numpy as np
from numpy.typing import NDArray

from ...common.errors import CoreError
from ...common.recipe.table_spec import BringMend, Mend
from ..table import Table
from .bringing.library import Library, no_library
from .effect import Effect, Missed


def module_of(do: str) -> ModuleType:
    """The file of that name, with ``effect(table, mend, path)`` and ``say(mend)``. It is loaded when it is first needed. The mend
    that needs other tables is given a library besides.
    """
    return import_module(f".{do}", __name__)


@dataclass(frozen=True, kw_only=True)
class Step:
    """What one mend of the list did. ``problem`` says why it could not be laid on, ``missed`` and ``notes`` what its effect did."""

    words: str
    touched: int
    made: str = ""
    problem: str = ""
    missed: tuple[Missed, ...] = ()
    notes: tuple[str, ...] = ()


@dataclass(frozen=True, kw_only=True, eq=False)
class Mended:
    """A table with its mends laid on. ``origin`` gives the position of each record in the table before; None where the
    records are other ones (after unfolding).
    """

    table: Table
    steps: tuple[Step, ...]
    origin: NDArray[np.int64] | None

    def places(self, records: NDArray[np.int64]) -> NDArray[np.int64]:
        """Where records of the table before stand now; -1 for those that are left out. Other ones stand where they are."""
        if self.origin is None:
            return records
        if not len(self.origin):
            return np.full(len(records), -1)
        near = np.minimum(np.searchsorted(self.origin, records), len(self.origin) - 1)
        return np.where(self.origin[near] == records, near, -1)


def apply_mends(
    table: Table, mends: Sequence[Mend], library: Library = no_library, *, tolerant: bool = False, first: int = 0
) -> Mended:
    """Lay mends on a table. One that does not fit raises CoreError, or, when ``tolerant``, is told in its step and passed over.

    Columns are brought from the tables of the ``library``. ``first`` is the place of the first mend in the recipe's list, for
    messages.
    """
    origin: NDArray[np.int64] | None = np.arange(table.records)
    steps = []
    for i, mend in enumerate(mends, start=first):
        if mend.off:
            steps.append(Step(words=mend_words(mend), touched=_if_on(table, mend, i, library)))
            continue
        try:
            done = effect_of(table, mend, f"table.mends[{i}]", library)
        except CoreError as error:
            if not tolerant:
                raise
            steps.append(Step(words=mend_words(mend), touched=0, problem=error.message))
            continue
        table = done.table
        steps.append(Step(words=mend_words(mend), touched=done.touched, made=done.made, missed=done.missed, notes=done.notes))
        if done.anew:
            origin = None
        elif done.kept is not None and origin is not None:
            origin = origin[done.kept]
    return Mended(table=table, steps=tuple(steps), origin=origin)


def effect_of(table: Table, mend: Mend, path: str, library: Library = no_library) -> Effect:
    """What one mend does, whether or not it is switched off. Raises CoreError where it does not fit the table."""
    needed = (library,) if isinstance(mend, BringMend) else ()
    done: Effect = module_of(mend.do).effect(table, mend, path, *needed)
    return done


def mend_words(mend: Mend) -> str:
    words: str = module_of(mend.do).say(mend)
    return words


def _if_on(table: Table, mend: Mend, position: int, library: Library) -> int:
    """The records that a mend would touch if it were switched on."""
    try:
        return effect_of(table, mend, f"table.mends[{position}]", library).touched
    except CoreError:
        return 0


__all__ = ["Effect", "Library", "Mended", "Missed", "Step", "apply_mends", "effect_of", "mend_words", "no_library"]
