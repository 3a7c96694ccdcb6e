"""Complaints to Tern Sound Ferries in 2024 and 2025: topic and subtopic, pier, day, days to answer, resolved or not.

Patterns: lateness is complained of at the exposed piers and in winter, crowding in summer; refunds take longest to answer. In 2024
there were fewer of crowding and more of lateness, the waiting halls were dirtier, and one pier was not open yet.
Dirt: topics in different cases, answers of "same day", and a few complaints entered twice.
"""

import csv
from collections.abc import Iterator
from datetime import date, timedelta
from typing import TextIO

import numpy as np
from numpy.typing import NDArray

from .berth_log import PIERS, SEED

HEADER = ("number", "received", "pier", "topic", "subtopic", "days_to_answer", "resolved")
TOPICS = {
    "Lateness": (("late departure", "missed connection", "no word given"), 3.4),
    "Crowding": (("no seat", "left behind", "bicycles"), 2.8),
    "Tickets": (("refund", "machine broken", "wrong fare"), 6.2),
    "Staff": (("rude", "not at hand"), 4.0),
    "Cleanliness": (("waiting hall", "on board", "toilets"), 2.2),
    "Access": (("ramp", "announcements"), 4.8),
}
COUNT, COUNT_BEFORE = 2_400, 2_050
OPENED = "Farrow Hard"
"""The pier that is not in the complaints of 2024."""


def write_complaints(file: TextIO) -> None:
    """Write the complaints as CSV. The same text every time."""
    writer = csv.writer(file, lineterminator="\n")
    writer.writerow(HEADER)
    writer.writerows(complaints())


def complaints() -> Iterator[tuple[str | int, ...]]:
    """The complaints of both years in the order they came in."""
    shifts = np.array([1.25, 0.6, 1.0, 1.0, 1.5, 0.8])
    yield from _of_year(2024, COUNT_BEFORE, np.random.default_rng(SEED + 20), [pier for pier in PIERS if pier != OPENED], shifts)
    yield from _of_year(2025, COUNT, np.random.default_rng(SEED + 2), list(PIERS), np.ones(len(TOPICS)))


def _of_year(
    year: int, count: int, random: np.random.Generator, piers: list[str], shifts: NDArray[np.float64]
) -> Iterator[tuple[str | int, ...]]:
    """``shifts`` are how much more of each topic there is than usual."""
    days = np.sort(random.integers(0, 365, count))
    topics = list(TOPICS)
    exposed = np.array([2.4 if PIERS[pier][2] > 2 else 1.0 for pier in piers])
    for number, offset in enumerate(days.tolist(), start=10_001 if year == 2025 else 7_001):
        day = date(year, 1, 1) + timedelta(days=offset)
        weights = shifts * np.array(
            [2.6 if day.month in (11, 12, 1, 2) else 1.2, 2.2 if day.month in (6, 7, 8) else 0.7, 1.5, 0.6, 0.9, 0.5]
        )
        topic = str(random.choice(topics, p=weights / weights.sum()))
        at = exposed if topic == "Lateness" else np.ones(len(piers))
        pier = str(random.choice(piers, p=at / at.sum()))
        subtopics, usual = TOPICS[topic]
        taken = int(random.poisson(usual))
        record: tuple[str | int, ...] = (
            number,
            day.strftime("%d/%m/%Y"),
            pier,
            topic.lower() if random.random() < 0.02 else topic,
            str(random.choice(subtopics)),
            "same day" if taken == 0 and random.random() < 0.25 else taken,
            "yes" if random.random() < 0.9 - 0.04 * taken else "no",
        )
        yield record
        if random.random() < 0.006:
            yield record
