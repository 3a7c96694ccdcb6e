"""The demo's plan: the operations review, from the log of a week later. It is paused, so that nothing moves by itself."""

from typing import Any

TABLE = "berth-log"
"""The sample that is taken anew, and of which a later one lies in the folder."""
LATER = "berth-log-next"


ARRIVALS = "arrivals"
"""The folder of the library that it takes from."""


def plan_of(table: int, folio: int) -> dict[str, Any]:
    """The plan with the numbers of a library."""
    return {
        "finch_plan": 1,
        "title": "Operations review, every Monday",
        "paused": True,
        "when": {"days": ["mon"], "time": "07:00", "zone": "Europe/London"},
        "take": {"Berth log": {"table": table, "folder": ARRIVALS, "pattern": "Berth log*.csv"}},
        "guards": {"records": 0.9, "columns": False, "known": ["line"]},
        "make": [{"folio": folio, "as": ["pptx", "pdf"]}],
    }
