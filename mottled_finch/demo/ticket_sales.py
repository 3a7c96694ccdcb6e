"""Ticket sales of 2025: large, and made only when asked for. Moment, pier, ticket, channel, amount, refund and more."""

from typing import TextIO

import numpy as np

from .berth_log import PIERS, SEED

RECORDS = 1_000_000
HEADER = ("sold", "pier", "ticket", "channel", "riders", "amount", "refund", "card")
TICKETS = {"single": 4.4, "return": 7.9, "day": 11.0, "week": 38.5, "dog": 1.5, "bicycle": 2.0}
CHANNELS = ("machine", "app", "desk", "on board")
_BLOCK = 50_000


def write_ticket_sales(file: TextIO, records: int = RECORDS) -> None:
    """Write so many sales in the order they were made, by blocks, so that any number of them fits in memory."""
    random = np.random.default_rng(SEED + 5)
    piers = np.array(list(PIERS))
    popularity = np.array([1.0, 0.7, 0.9, 0.5, 0.6, 0.8, 0.4, 1.2, 1.5, 0.7, 1.6, 0.9, 0.5, 0.6])
    tickets, prices = np.array(list(TICKETS)), np.array(list(TICKETS.values()))
    channels = np.array(CHANNELS)
    file.write(",".join(HEADER) + "\n")
    year = 365 * 86_400
    for start in range(0, records, _BLOCK):
        count = min(_BLOCK, records - start)
        # Evenly through the year, a little shuffled within the block, as machines report late.
        seconds = (start + np.sort(random.uniform(0, count, count))) / records * year
        sold = np.datetime64("2025-01-01T00:00:00") + seconds.astype("timedelta64[s]")
        ticket = random.choice(len(tickets), count, p=np.array([0.44, 0.3, 0.1, 0.06, 0.04, 0.06]))
        riders = 1 + random.poisson(0.6, count)
        amount = prices[ticket] * riders
        refund = np.where(random.random(count) < 0.02, amount, 0.0)
        columns = (
            np.datetime_as_string(sold, unit="s"),
            random.choice(piers, count, p=popularity / popularity.sum()),
            tickets[ticket],
            random.choice(channels, count, p=[0.41, 0.38, 0.14, 0.07]),
            riders.astype(str),
            np.char.mod("%.2f", amount),
            np.char.mod("%.2f", refund),
            np.where(random.random(count) < 0.7, "yes", "no"),
        )
        file.write("\n".join(",".join(record) for record in zip(*columns, strict=True)) + "\n")
