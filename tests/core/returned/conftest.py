"""Random figures, before and after other records came."""

import random
from typing import Any


def random_editions(seed: int, **color: Any) -> tuple[str, str, dict[str, Any]]:
    """Two deliveries of which the later has other members, and a recipe: nested sides, totals, blanks."""
    lot = random.Random(seed)

    def records(rows: str) -> str:
        lines = [
            f"{lot.choice('xy')},{lot.choice(rows)},{lot.choice('pqr')},{lot.choice('mn')},{lot.randrange(100)}" for _ in range(40)
        ]
        return "a,b,c,d,v\n" + "\n".join(lines) + "\n"

    before, after = records("stu"), records("tuvw")
    pivot = {
        "rows": lot.choice([[{"field": "b"}], [{"field": "a"}, {"field": "b"}]]),
        "columns": lot.choice([[{"field": "c"}], [{"field": "d"}, {"field": "c"}]]),
        "measure": {"take": "sum", "of": "v"},
        "totals": {name: lot.random() < 0.5 for name in ("rows", "columns", "row_groups", "column_groups")},
    }
    return before, after, {"finch_recipe": 2, "pivot": pivot, **({"color": color} if color else {})}
