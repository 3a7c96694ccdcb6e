"""The nine vessels of Tern Sound Ferries by twelve attributes: a matrix already, in different units, some where low is good."""

import csv
from typing import TextIO

HEADER = (
    "vessel",
    "seats",
    "bicycles",
    "speed, knots",
    "fuel, litres an hour",
    "noise, dB",
    "age, years",
    "days in repair",
    "range, miles",
    "draught, m",
    "crew",
    "on time, %",
    "rating",
)
RECORDS = (
    ("Avocet", 240, 24, 17.5, 212, 71, 9, 11, 180, 1.6, 4, 88.1, 4.2),
    ("Dunlin", 180, 16, 16.0, 158, 68, 4, 6, 160, 1.4, 3, 91.4, 4.5),
    ("Godwit", 320, 40, 19.0, 305, 74, 12, 17, 220, 1.9, 5, 84.6, 3.9),
    ("Knot", 150, 10, 15.0, 171, 79, 27, 46, 120, 1.3, 3, 69.8, 2.8),
    ("Plover", 180, 14, 16.5, 163, 70, 6, 9, 160, 1.4, 3, 90.2, 4.3),
    ("Redshank", 240, 22, 17.0, 220, 73, 14, 19, 170, 1.7, 4, 85.9, 3.8),
    ("Sanderling", 150, 12, 18.5, 149, 66, 2, 3, 190, 1.2, 3, 93.7, 4.7),
    ("Turnstone", 320, 36, 18.0, 318, 76, 18, 28, 200, 2.0, 5, 81.3, 3.5),
    ("Whimbrel", 240, 20, 17.0, 205, 72, 11, 13, 175, 1.6, 4, 87.0, 4.0),
)


def write_vessels(file: TextIO) -> None:
    """Write the matrix as CSV."""
    writer = csv.writer(file, lineterminator="\n")
    writer.writerow(HEADER)
    writer.writerows(RECORDS)
