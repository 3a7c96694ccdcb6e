"""A passenger survey: answers from 1 to 7 that move together, since behind them lie comfort, punctuality and price."""

import csv
from typing import TextIO

import numpy as np

from .berth_log import PIERS, SEED

QUESTIONS = {
    "seats": (0.9, 0.1, 0.0),
    "cleanliness": (0.8, 0.0, 0.1),
    "quiet": (0.7, 0.1, 0.0),
    "on_time": (0.1, 0.9, 0.0),
    "information": (0.2, 0.7, 0.1),
    "connections": (0.0, 0.8, 0.2),
    "price": (0.0, 0.1, 0.9),
    "ease_of_paying": (0.2, 0.2, 0.6),
    "would_recommend": (0.5, 0.5, 0.4),
}
COUNT = 1_500


def write_survey(file: TextIO) -> None:
    """Write the answers as CSV. A question that was passed over is blank."""
    random = np.random.default_rng(SEED + 4)
    weights = np.array(list(QUESTIONS.values()))
    hidden = random.normal(0, 1, (COUNT, 3))
    answers = np.clip(np.rint(4.4 + 1.3 * hidden @ weights.T + random.normal(0, 0.7, (COUNT, len(QUESTIONS)))), 1, 7)
    passed_over = random.random(answers.shape) < 0.03
    piers = random.choice(list(PIERS), COUNT)
    writer = csv.writer(file, lineterminator="\n")
    writer.writerow(("respondent", "pier", *QUESTIONS))
    for number in range(COUNT):
        values = ["" if gone else int(value) for value, gone in zip(answers[number], passed_over[number], strict=True)]
        writer.writerow((f"R{number + 1:04d}", str(piers[number]), *values))
