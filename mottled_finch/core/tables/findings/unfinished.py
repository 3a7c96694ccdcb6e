"""A last week that is not over: it would look like a fall."""

from collections.abc import Iterator

import numpy as np

from ...common.recipe.conditions import ConditionSpec
from ...common.recipe.table_spec import DropMend
from ..aggregation.unfinished import ends_a_quarter
from ..table import Kind, Table
from .finding import Cure, Finding

_WEEKS_LEAST = 4


def find(table: Table) -> Iterator[Finding]:
    for column in table.columns:
        if column.kind is not Kind.MOMENT or column.distinct < 7 * _WEEKS_LEAST:
            continue
        used = np.flatnonzero(column.counts[1:]) + 1
        days, records = np.unique(column.dictionary[used].astype("datetime64[D]"), return_inverse=True)
        # Weeks begin on Monday; 5 January 1970 was the first Monday counted from.
        weeks = (days.astype(np.int64) - 4) // 7
        filled = np.array([int((weeks == week).sum()) for week in range(int(weeks[-1]) - _WEEKS_LEAST + 1, int(weeks[-1]) + 1)])
        if filled[-1] == 7 or ends_a_quarter(days[-1]) or not (filled[1:-1] == 7).all():
            continue
        monday = np.datetime64(int(weeks[-1]) * 7 + 4, "D")
        count = int(column.counts[used][days[records] >= monday].sum())
        yield Finding(
            key=f"unfinished:{column.name}:{monday}",
            title="The last week is not over",
            words=f"The week of {monday} holds {filled[-1]} of 7 days. By week or month it would look like a fall.",
            records=count,
            cures=(
                Cure(words="Leave these days out", mend=DropMend(where=(ConditionSpec(field=column.name, from_=str(monday)),))),
            ),
            field=column.name,
        )
