"""The demo's tables beside the berth log: the same every time, with their patterns and their dirt."""

import csv
import io
from collections import Counter

import numpy as np
import pytest

from mottled_finch.core.tables.intake import read_file
from mottled_finch.core.tables.table import Kind, Table
from mottled_finch.core.tables.table.compare import compare
from mottled_finch.demo.samples import SAMPLES
from mottled_finch.demo.ticket_sales import write_ticket_sales


def text_of(name: str) -> str:
    out = io.StringIO(newline="")
    SAMPLES[name].write(out)
    return out.getvalue()


def table_of(name: str) -> Table:
    return read_file(io.BytesIO(text_of(name).encode()), f"{name}.csv")[0]


@pytest.mark.parametrize("name", ["complaints", "vessels", "waiting-hall", "survey"])
def test_the_same_text_every_time(name):
    assert text_of(name) == text_of(name)


def test_the_next_berth_log_is_the_same_a_week_on():
    before, after = table_of("berth-log"), table_of("berth-log-next")
    found = compare(before, after)
    assert [each.field for each in found.missing] == ["fuel"]
    assert found.records_after > found.records_before
    assert 0.75 < found.same / found.records_before < 1
    new = {each.field: [category.text for category in each.new] for each in found.categories}
    assert new["pier"] == ["Osprey Hard"]
    assert new["line"] == ["Sound and Isles"]
    assert found.spans[0].after[1].startswith("2026-01-06")


def test_complaints_have_topics_dates_and_dirt():
    table = table_of("complaints")
    assert 4_450 <= table.records <= 4_500
    kinds = {column.name: column.kind for column in table.columns}
    assert (kinds["received"], kinds["days_to_answer"], kinds["resolved"]) == (Kind.MOMENT, Kind.NUMBER, Kind.YES_NO)
    assert table.column("received", "").notes[0].startswith("day before month, as ")
    assert {text for text, _ in table.column("days_to_answer", "").misfits.counted} == {"same day"}
    rows = list(csv.DictReader(io.StringIO(text_of("complaints"))))
    late = Counter(row["received"][3:5] for row in rows if row["topic"] == "Lateness")
    assert late["01"] > 1.4 * late["07"]
    assert {row["received"][6:] for row in rows} == {"2024", "2025"}
    assert {row["received"][6:] for row in rows if row["pier"] == "Farrow Hard"} == {"2025"}


def test_vessels_are_nine_by_twelve():
    table = table_of("vessels")
    assert (table.records, len(table.columns)) == (9, 13)
    assert all(column.is_number for column in table.columns[1:])


def test_people_linger_at_four_spots_of_the_hall():
    table = table_of("waiting-hall")
    down, across, seconds = (table.column(name, "").data for name in ("hall_row", "hall_column", "seconds"))
    assert table.records < 2_500
    assert (down.max(), across.max()) == (50, 50)
    window = seconds[(abs(down - 25) < 3) & (abs(across - 40) < 3)].mean()
    assert window > 4 * np.median(seconds)


def test_answers_of_the_survey_move_together():
    table = table_of("survey")
    seats, clean, price = (table.column(name, "").data for name in ("seats", "cleanliness", "price"))

    def together(a, b):
        both = ~np.isnan(a) & ~np.isnan(b)
        return np.corrcoef(a[both], b[both])[0, 1]

    assert table.records == 1_500
    assert together(seats, clean) > 0.5 > together(seats, price)


def test_ticket_sales_are_made_in_any_number_in_order():
    out = io.StringIO(newline="")
    write_ticket_sales(out, 120_001)
    table, _ = read_file(io.BytesIO(out.getvalue().encode()), "sales.csv")
    assert table.records == 120_001
    sold = table.column("sold", "")
    assert (np.diff(sold.data.astype(np.int64)) >= 0).mean() > 0.99
    assert not any(len(column.misfits) for column in table.columns)
