"""The waiting hall at Lantern Wharf as a grid of 50 by 50 places: average seconds that people linger at each."""

import csv
from typing import TextIO

import numpy as np

from .berth_log import SEED

SIDE = 50
SPOTS = ((8, 10, 95, 4.0), (25, 40, 140, 5.5), (40, 12, 70, 3.0), (30, 25, 55, 7.0))
"""Ticket desk, window on the water, vending machine, middle: place down and across, seconds, and reach."""


def write_waiting_hall(file: TextIO) -> None:
    """Write one record a place as CSV. Places nobody can stand at are left out."""
    random = np.random.default_rng(SEED + 3)
    down, over = np.mgrid[1 : SIDE + 1, 1 : SIDE + 1]
    seconds = np.full((SIDE, SIDE), 6.0)
    for row, column, most, reach in SPOTS:
        seconds += most * np.exp(-((down - row) ** 2 + (over - column) ** 2) / (2 * reach**2))
    seconds *= random.uniform(0.85, 1.15, seconds.shape)
    pillars = ((down % 16 == 8) & (over % 16 == 8)) | ((down > 44) & (over > 38))
    writer = csv.writer(file, lineterminator="\n")
    writer.writerow(("hall_row", "hall_column", "seconds", "people"))
    for row, column in np.argwhere(~pillars).tolist():
        writer.writerow((row + 1, column + 1, round(float(seconds[row, column]), 1), int(random.integers(3, 400))))
