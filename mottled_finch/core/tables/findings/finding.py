"""Something found in a table that may be wrong, with the mends that would put it right."""

from dataclasses import dataclass

from ...common.recipe.table_spec import Mend


@dataclass(frozen=True, kw_only=True)
class Cure:
    """A mend on offer, and the words on its button."""

    words: str
    mend: Mend


@dataclass(frozen=True, kw_only=True)
class Finding:
    """``key`` stays the same between editions, so that what has been left as it is stays so. ``leave`` says that on a button.

    ``field`` and ``text`` point at the records that are meant, where a search can show them.
    """

    key: str
    title: str
    words: str
    records: int
    cures: tuple[Cure, ...] = ()
    leave: str = "Leave"
    field: str = ""
    text: str = ""
