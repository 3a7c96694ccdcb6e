"""Made-up tables for the figures."""

import numpy as np
import pyarrow as pa
import pyarrow.csv as pa_csv

from mottled_finch.core.tables.table import Column, Kind, Table

ROWS, COLUMNS = 24, 60


def table(records: int) -> Table:
    """Two categories of 24 and 60 members and a number, one in fifty of which is blank."""
    random = np.random.default_rng(records)
    values = random.normal(10, 4, records)
    values[random.random(records) < 0.02] = np.nan
    return Table(
        (
            category("pier", random.integers(1, ROWS + 1, records, dtype=np.uint8), ROWS),
            category("week", random.integers(1, COLUMNS + 1, records, dtype=np.uint8), COLUMNS),
            Column(name="minutes", kind=Kind.NUMBER, data=values),
        )
    )


def wide_table(records: int) -> Table:
    """Eight columns: four categories, three numbers, and a moment by the minute of a year."""
    random = np.random.default_rng(records)
    minutes = np.datetime64("2025-01-01T00:00") + np.arange(525_600).astype("timedelta64[m]")
    moments = np.concatenate([np.array(["NaT"], dtype="datetime64[us]"), minutes.astype("datetime64[us]")])
    sold = Column(name="sold", kind=Kind.MOMENT, data=random.integers(1, 525_601, records, dtype=np.uint32), entries=moments)
    categories = [
        category(name, random.integers(1, members + 1, records, dtype=np.uint8), members)
        for name, members in (("pier", 24), ("ticket", 6), ("channel", 4), ("card", 2))
    ]
    numbers = [Column(name=name, kind=Kind.NUMBER, data=random.gamma(2, 6, records)) for name in ("riders", "amount", "refund")]
    return Table((sold, *categories, *numbers))


def category(name: str, codes: np.ndarray, members: int) -> Column:
    entries = np.array(["", *(f"{name} {i}" for i in range(1, members + 1))], dtype=object)
    return Column(name=name, kind=Kind.CATEGORY, data=codes, entries=entries)


def looked_at(records: int) -> Table:
    """Twelve columns: five categories, a moment and six numbers, in one of which two of the categories have left a pattern."""
    random = np.random.default_rng(records)
    sizes = {"line": 4, "stop": 7, "vessel": 12, "pier": 30, "captain": 50}
    codes = {name: random.integers(1, members + 1, records, dtype=np.uint8) for name, members in sizes.items()}
    effect = random.normal(size=(8, 5))
    minutes = np.datetime64("2025-01-01T00:00") + np.arange(525_600).astype("timedelta64[m]")
    entries = np.concatenate([np.array(["NaT"], dtype="datetime64[us]"), minutes.astype("datetime64[us]")])
    moments = random.integers(1, 525_601, records, dtype=np.uint32)
    return Table(
        (
            *(category(name, of_records, sizes[name]) for name, of_records in codes.items()),
            Column(name="departed", kind=Kind.MOMENT, data=moments, entries=entries),
            Column(name="late", kind=Kind.NUMBER, data=random.normal(size=records) + effect[codes["stop"], codes["line"]]),
            *(Column(name=f"number {i}", kind=Kind.NUMBER, data=random.gamma(2, 6, records)) for i in range(5)),
        )
    )


def csv_bytes(records: int) -> bytes:
    """A log of so many records as CSV: a moment, two categories, two numbers and a yes/no."""
    random = np.random.default_rng(records)
    minutes = np.datetime64("2025-01-01T00:00") + random.integers(0, 365 * 1440, records).astype("timedelta64[m]")
    piers = np.array([f"Pier {i:02}" for i in range(ROWS)])
    kinds = np.array(["single", "return", "week", "dog", "bicycle"])
    columns = {
        "departed": pa.array(minutes.astype("datetime64[s]")).cast(pa.string()),
        "pier": piers[random.integers(0, ROWS, records)],
        "ticket": kinds[random.integers(0, len(kinds), records)],
        "amount": np.round(random.gamma(2, 6, records), 2),
        "riders": random.integers(1, 9, records),
        "refunded": np.array(["no", "yes"])[(random.random(records) < 0.03).astype(int)],
    }
    out = pa.BufferOutputStream()
    pa_csv.write_csv(pa.table(columns), out, pa_csv.WriteOptions(quoting_style="needed"))
    return bytes(out.getvalue())


def grid_table(side: int, rows: int | None = None) -> Table:
    """One record a cell, for a figure of side times side cells, or of so many rows."""
    rows = rows or side
    random = np.random.default_rng(side)
    down, over = np.divmod(np.arange(rows * side), side)
    return Table(
        (
            category("down", (down + 1).astype(np.uint16), rows),
            category("over", (over + 1).astype(np.uint16), side),
            Column(name="height", kind=Kind.NUMBER, data=random.normal(0, 1, rows * side)),
        )
    )
