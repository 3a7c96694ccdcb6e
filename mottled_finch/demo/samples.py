"""The tables of the demo by name: ``SAMPLES`` is the table that a new one is entered in."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, TextIO

from .berth_log import write_berth_log, write_next_berth_log
from .complaints import write_complaints
from .plates import COMPLAINTS, PLATES, SURVEY, VESSELS, WAITING_HALL
from .survey import write_survey
from .ticket_sales import write_ticket_sales
from .vessels import write_vessels
from .waiting_hall import write_waiting_hall


@dataclass(frozen=True)
class Sample:
    """A table of the demo: the name it is shown by, what writes it, and the recipes of the plates laid on it.

    ``loaded`` says that every demo has it.
    """

    title: str
    write: Callable[[TextIO], None]
    plates: tuple[dict[str, Any], ...] = ()
    loaded: bool = True


SAMPLES: dict[str, Sample] = {
    "berth-log": Sample("Berth log 2025", write_berth_log, PLATES),
    "berth-log-next": Sample("Berth log, a week later", write_next_berth_log, loaded=False),
    "complaints": Sample("Complaints", write_complaints, COMPLAINTS),
    "vessels": Sample("Vessels", write_vessels, VESSELS),
    "waiting-hall": Sample("Waiting hall", write_waiting_hall, WAITING_HALL),
    "survey": Sample("Passenger survey", write_survey, SURVEY),
    "ticket-sales": Sample("Ticket sales 2025", write_ticket_sales, loaded=False),
}
