"""A list of mends that takes the place of another: whether it fits the table, how it is kept, and what was changed, in words."""

import json
from collections.abc import Sequence
from typing import Any

from mottled_finch.core.common.recipe import TableSpec, dump_table_part, load_table_part
from mottled_finch.core.common.recipe.table_spec import Mend
from mottled_finch.core.tables.mends import Library, apply_mends, mend_words
from mottled_finch.core.tables.table import Table


def check_mends(table: Table, before: Sequence[Mend], after: Sequence[Mend], library: Library) -> None:
    """Raises TableError for a mend that is new to the list and does not fit the table, laid on together with those before it. One
    that stood there before may have stopped fitting with a new edition, and stays until it is taken out.
    """
    for i, mend in enumerate(after):
        if mend not in before and not mend.off:
            so_far = apply_mends(table, after[:i], library, tolerant=True).table
            apply_mends(so_far, (mend,), library, first=i)


def plain_mends(mends: tuple[Mend, ...]) -> list[dict[str, Any]]:
    """Mends as they are kept. What would not be read back as the same is a bug, and not kept."""
    plain: list[dict[str, Any]] = dump_table_part(TableSpec(mends=mends)).get("mends", [])
    if load_table_part(json.loads(json.dumps({"mends": plain}))).mends != mends:
        raise RuntimeError("mends would not be read back as they are")
    return plain


def change_in_words(before: Sequence[Mend], after: Sequence[Mend]) -> str:
    """What was done to a list of mends, as its history tells it."""
    added = [mend for mend in after if mend not in before]
    gone = [mend for mend in before if mend not in after]
    if len(added) == 1 and len(gone) == 1 and added[0].off != gone[0].off and mend_words(added[0]) == mend_words(gone[0]):
        return f"{'Switched off' if added[0].off else 'Switched on'}: {mend_words(added[0])}"
    if len(added) == 1 and not gone:
        return mend_words(added[0])
    if len(gone) == 1 and not added:
        return f"Taken out: {mend_words(gone[0])}"
    if not added and not gone:
        return "Mends put in another order"
    return f"Changed: {mend_words(added[0])}" if added else f"{len(gone)} mends taken out"
