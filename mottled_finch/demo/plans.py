"""The demo's plan: the operations review, from the log of a week later. It is paused, so that nothing moves by itself."""

from pathlib import Path
from typing import Any

TABLE = "berth-log"
"""The sample that is taken anew, and of which a later one lies in the folder."""
LATER = "berth-log-next"


def plan_of(table: int, folio: int, arrivals: Path, made: Path) -> dict[str, Any]:
    """The plan with the numbers of a library, from one folder into another."""
    return {
        "finch_plan": 1,
        "title": "Operations review, every Monday",
        "paused": True,
        "when": {"days": ["mon"], "time": "07:00", "zone": "Europe/London"},
        "take": {"Berth log": {"table": table, "folder": str(arrivals), "pattern": "Berth log*.csv"}},
        "guards": {"records": 0.9, "columns": False, "known": ["line"]},
        "make": [{"folio": folio, "as": ["pptx", "pdf"]}],
        "put": {"folder": str(made)},
    }
