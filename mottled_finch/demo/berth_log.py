"""The berth log of Tern Sound Ferries, a made-up operator: one record a departure, for the year 2025.

Patterns to discover: winter and gales make late; two commuter peaks on workdays; Saturday shoppers; neap tide hurts Marrow
Steps; the vessel Knot breaks down in May; one regatta week at Lantern Wharf dwarfs all else; Gannet Slip closes in winter.
Dirt, as a real table has it: two piers spelt two ways, codes for names in March, blanks, "n/k" and "-" for minutes, grouped
digits in takings, 41 test records, and a last week that is not over.
"""

import csv
import io
from collections.abc import Iterator
from datetime import datetime, timedelta
from functools import cache
from typing import TextIO

import numpy as np

SEED = 20250101
HEADER = (
    "departed",
    "pier_code",
    "pier",
    "line",
    "vessel",
    "tide",
    "weather",
    "passengers",
    "capacity",
    "minutes_late",
    "canceled",
    "fuel",
    "cost",
    "takings",
)
PIERS = {
    "Ardle Quay": ("ARD", "Inner", 1.0),
    "Brackwater": ("BRA", "Outer", 3.6),
    "Cairn Point": ("CAI", "Sound", -1.6),
    "Dunmarrow": ("DUN", "Outer", 2.9),
    "Eel Stairs": ("EEL", "Estuary", 4.1),
    "Farrow Hard": ("FAR", "Sound", 0.2),
    "Gannet Slip": ("GAN", "Sound", -0.9),
    "Hollin Jetty": ("HOL", "Inner", 0.3),
    "Inner Mole": ("INN", "Inner", 2.2),
    "Kestle Hythe": ("KES", "Estuary", 2.0),
    "Lantern Wharf": ("LAN", "Night", 0.1),
    "Marrow Steps": ("MRW", "Estuary", 0.6),
    "Northing Stage": ("NOR", "Night", 1.4),
    "Saint Brannoc": ("STB", "Outer", 1.2),
}
VESSELS = {
    "Avocet": 240,
    "Dunlin": 180,
    "Godwit": 320,
    "Knot": 150,
    "Plover": 180,
    "Redshank": 240,
    "Sanderling": 150,
    "Turnstone": 320,
    "Whimbrel": 240,
}
WINTER = (6.4, 5.6, 4.3, 2.2, 0.4, 0.3, 2.2, 2.6, 0.3, 2.4, 5.0, 6.6)
"""Minutes late that each month adds for everybody."""
SHELTER = {"Cairn Point": 0.6, "Hollin Jetty": 0.8, "Brackwater": 1.35, "Saint Brannoc": 0.7, "Eel Stairs": 1.2}
"""How much of the winter a pier gets, where not all of it."""
CLOSED = {"Gannet Slip": (12, 1, 2)}
LAST_DAY = datetime(2025, 12, 30)
NEXT_LAST_DAY = datetime(2026, 1, 6)
NEW_PIER = "Osprey Hard"
_HOURS = np.arange(5, 24)
_WORKDAY = np.array([2, 5, 11, 12, 7, 4, 3, 4, 4, 3, 4, 8, 12, 11, 6, 4, 3, 2, 1], dtype=float)
_SATURDAY = np.array([1, 2, 3, 5, 8, 11, 12, 11, 10, 9, 8, 7, 5, 4, 4, 4, 4, 4, 3], dtype=float)
_SUNDAY = np.array([0, 1, 2, 3, 5, 6, 7, 7, 7, 7, 6, 6, 5, 4, 3, 2, 1, 1, 0], dtype=float)
_PER_DAY = (7.2, 7.2, 7.1, 7.2, 7.6, 6.6, 4.3)

Record = tuple[str | int | float, ...]


def write_berth_log(file: TextIO) -> None:
    """Write the whole log as CSV. The same text every time."""
    file.write(_text())


def write_next_berth_log(file: TextIO) -> None:
    """Write the log as it is delivered a week later: late corrections, a new pier, a line renamed, one column gone."""
    file.write(_next_text())


@cache
def _text() -> str:
    file = io.StringIO(newline="")
    writer = csv.writer(file, lineterminator="\n")
    writer.writerow(HEADER)
    writer.writerows(berth_log())
    return file.getvalue()


@cache
def _next_text() -> str:
    file = io.StringIO(newline="")
    gone = HEADER.index("fuel")
    writer = csv.writer(file, lineterminator="\n")
    writer.writerow((*HEADER[:gone], *HEADER[gone + 1 :]))
    random = np.random.default_rng(SEED + 1)
    for record in berth_log(NEXT_LAST_DAY):
        corrected = _corrected(random, record)
        writer.writerow((*corrected[:gone], *corrected[gone + 1 :]))
    return file.getvalue()


def _corrected(random: np.random.Generator, record: Record) -> Record:
    values = list(record)
    if values[HEADER.index("line")] == "Sound":
        values[HEADER.index("line")] = "Sound and Isles"
    late = HEADER.index("minutes_late")
    if isinstance(values[late], float) and str(values[0]) >= "2025-12-15" and random.random() < 0.05:
        values[late] = round(max(0.0, float(values[late]) - 1.5), 1)
    if str(values[0]) >= "2026" and values[HEADER.index("pier_code")] == "ARD" and random.random() < 0.4:
        values[HEADER.index("pier_code")], values[HEADER.index("pier")] = "OSP", NEW_PIER
    return tuple(values)


def berth_log(last_day: datetime = LAST_DAY) -> Iterator[Record]:
    """The records in order of departure; a blank is an empty text."""
    random = np.random.default_rng(SEED)
    day = datetime(2025, 1, 1)
    test_days = set(random.choice(363, size=41, replace=False).tolist())
    while day <= last_day:
        number = (day - datetime(2025, 1, 1)).days
        weather = _weather(random, day.month)
        tide = ("spring", "mid", "neap", "mid")[int((number % 14.77) / 14.77 * 4)]
        records = [record for pier in PIERS for record in _of_pier(random, day, pier, weather, tide)]
        if number in test_days:
            records.append(_test_record(day, tide, weather))
        records.sort(key=lambda record: str(record[0]))
        yield from records
        day += timedelta(days=1)


def _weather(random: np.random.Generator, month: int) -> str:
    gales = 0.16 if month in (11, 12, 1, 2) else 0.06 if month in (3, 10) else 0.02
    fog = 0.10 if month in (3, 4, 10) else 0.04
    rain = 0.30
    return str(random.choice(["gale", "fog", "rain", "fair"], p=[gales, fog, rain, 1 - gales - fog - rain]))


def _of_pier(random: np.random.Generator, day: datetime, pier: str, weather: str, tide: str) -> Iterator[Record]:
    if day.month in CLOSED.get(pier, ()):
        return
    weekday = day.weekday()
    shape = _SATURDAY if weekday == 5 else _SUNDAY if weekday == 6 else _WORKDAY
    departures = int(random.poisson(_PER_DAY[weekday]))
    for hour in np.sort(random.choice(_HOURS, size=departures, p=shape / shape.sum())).tolist():
        moment = day + timedelta(hours=hour, minutes=int(random.integers(0, 12)) * 5)
        yield _departure(random, moment, pier, weather, tide, float(shape[hour - 5] / shape.max()))


def _departure(random: np.random.Generator, moment: datetime, pier: str, weather: str, tide: str, rush: float) -> Record:
    code, line, habit = PIERS[pier]
    vessel = str(random.choice(list(VESSELS)))
    capacity = VESSELS[vessel]
    regatta = pier == "Lantern Wharf" and moment.month == 8 and 11 <= moment.day <= 17
    broken = vessel == "Knot" and moment.month == 5
    late = (
        habit
        + WINTER[moment.month - 1] * SHELTER.get(pier, 1.0)
        + _own_season(pier, moment.month)
        + 2.2 * rush * (moment.weekday() < 5)
        + random.normal(0, 3.0)
    )
    late += {"gale": 7.5, "fog": 3.5, "rain": 0.8, "fair": -0.7}[weather]
    late += 5.0 if pier == "Marrow Steps" and tide == "neap" else 0.0
    late += 24.0 * float(random.random()) if broken else 0.0
    late += 150 + float(random.normal(0, 25)) if regatta else 0.0
    minutes: str | float = round(max(0.0, float(late)), 1)
    passengers = int(min(capacity, random.poisson(capacity * (0.18 + 0.52 * rush) * (1.6 if regatta else 1.0))))
    canceled = bool(random.random() < (0.45 if broken else 0.17 if weather == "gale" else 0.025))
    if canceled:
        minutes, passengers = "", 0
    takings = passengers * (6.2 if line == "Night" else 4.4) * float(random.uniform(0.85, 1.15))
    fuel = capacity * 0.42 * float(random.uniform(0.9, 1.2)) * (0.1 if canceled else 1.0)
    chance = float(random.random())
    if chance < 0.0010:
        minutes = "n/k"
    elif chance < 0.0012:
        minutes = "-"
    return (
        moment.strftime("%Y-%m-%d %H:%M"),
        code,
        _misspelt(random, pier, code, moment),
        line,
        vessel,
        tide if random.random() > 0.004 else "",
        weather if random.random() > 0.006 else "NA",
        passengers,
        capacity,
        minutes,
        "yes" if canceled else "no",
        round(fuel, 1),
        round(180 + fuel * 1.7 + capacity * 0.6, 2),
        f"{takings:,.2f}" if takings >= 1000 else f"{takings:.2f}",
    )


def _own_season(pier: str, month: int) -> float:
    """Minutes late of one pier in one month that nobody else has."""
    return float(np.random.default_rng([SEED, list(PIERS).index(pier), month]).normal(0, 1.3))


def _misspelt(random: np.random.Generator, pier: str, code: str, moment: datetime) -> str:
    chance = float(random.random())
    if moment.month == 3 and chance < 0.30:
        return code
    if pier == "Kestle Hythe" and chance > 0.985:
        return "Kestle Hyth"
    if pier == "Saint Brannoc" and chance > 0.83:
        return "st. brannoc"
    return pier


def _test_record(day: datetime, tide: str, weather: str) -> Record:
    moment = day.replace(hour=3).strftime("%Y-%m-%d %H:%M")
    return (moment, "INN", "Inner Mole", "TEST", "Avocet", tide, weather, 1, 240, 99.0, "no", 0.0, 0.0, "1.00")
