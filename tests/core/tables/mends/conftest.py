"""A small dirty table, and what mends make of it."""

from typing import Any

import numpy as np

from mottled_finch.core.common.recipe import load_table_part
from mottled_finch.core.tables.mends import Mended, apply_mends
from mottled_finch.core.tables.table import Table, texts_at

from ...conftest import read

DIRTY = (
    "pier,code,at,minutes,canceled\n"
    "East Pier,EA,2025-01-03 08:10,4,no\n"
    "east  pier,EA,2025-01-09 17:40,8,no\n"
    "West,WE,2025-02-11 08:05,,yes\n"
    "WE,WE,2025-02-12,12,no\n"
    ",NO,2025-02-28,20,no\n"
    "North,NO,,30,\n"
    "North,NO,,30,\n"
    "East Pier,EA,2025-03-01,n/k,no\n" + "".join(f"South,SO,2025-04-{i:02},{i},no\n" for i in range(1, 13))
)


def dirty() -> Table:
    return read(DIRTY)


def laid(*mends: dict[str, Any], table: Table | None = None) -> Mended:
    return apply_mends(table or dirty(), load_table_part({"mends": list(mends)}).mends)


def column(table: Table, name: str, count: int = 8) -> list[str]:
    return texts_at(table.column(name, ""), np.arange(min(count, table.records)))
