"""The demo's berth log has its patterns and its dirt, and its plates show them."""

import csv
import io

import numpy as np
import pytest

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.tables.intake import read_file
from mottled_finch.demo.berth_log import HEADER, PIERS, berth_log, write_berth_log
from mottled_finch.demo.plates import PLATES


@pytest.fixture(scope="module")
def text():
    out = io.StringIO(newline="")
    write_berth_log(out)
    return out.getvalue()


@pytest.fixture(scope="module")
def log(text):
    return read_file(io.BytesIO(text.encode()), "berth log.csv")[0]


def counts(log, name):
    column = log.column(name, "")
    return dict(
        zip(column.dictionary[1:].tolist(), np.bincount(column.data, minlength=len(column.dictionary))[1:].tolist(), strict=True)
    )


def titled(words):
    return next(plate for plate in PLATES if plate["words"]["title"].startswith(words))


def make(log, **pivot):
    return make_figure(log, load_recipe({"finch_recipe": 2, "pivot": pivot})).matrix


def test_it_is_the_same_every_time(text):
    again = io.StringIO(newline="")
    csv.writer(again, lineterminator="\n").writerows([HEADER, *berth_log()])
    assert again.getvalue() == text


def test_size_and_columns(log):
    assert 32_000 < log.records < 34_500
    assert tuple(log.names) == HEADER
    assert len(counts(log, "line")) == 6
    assert len(counts(log, "vessel")) == 9


def test_the_dirt_is_there(log):
    piers = counts(log, "pier")
    assert set(PIERS) < set(piers)
    assert piers["Kestle Hyth"] > 10
    assert piers["st. brannoc"] > 100
    assert piers["MRW"] > 10
    assert counts(log, "line")["TEST"] == 41
    late = log.column("minutes_late", "")
    assert {text for text, _ in late.misfits.counted} == {"n/k", "-"}
    assert log.column("weather", "").blanks > 50
    march = make(
        log, rows=[{"field": "pier"}], columns=[{"field": "departed", "cut": "month"}], keep=[{"field": "pier", "in": ["MRW"]}]
    )
    assert march.columns == (("Mar",),)
    dates = make(log, columns=[{"field": "departed", "cut": "date"}]).columns
    assert dates[-1] == ("2025-12-30",)  # a Tuesday: the last week is not over


def test_grouped_takings_are_numbers(text, log):
    assert '"1,' in text
    assert np.nanmax(log.column("takings", "").data) > 1000


def test_the_patterns_are_there(log):
    late = make_figure(log, load_recipe(titled("Winter and one regatta"))).matrix
    row = {labels[0]: i for i, labels in enumerate(late.rows)}
    column = {labels[0]: i for i, labels in enumerate(late.columns)}
    assert late.column_totals[column["Jan"]] > 2 * late.column_totals[column["May"]]
    assert np.isnan(late.values[row["Gannet Slip"], [column["Jan"], column["Feb"], column["Dec"]]]).all()
    regatta = late.values[row["Lantern Wharf"], column["Aug"]]
    others = np.delete(late.values.ravel(), row["Lantern Wharf"] * 12 + column["Aug"])
    assert regatta > 1.8 * np.nanmax(others)

    hours = make_figure(log, load_recipe(titled("Two rushes"))).matrix
    monday, saturday = hours.values[0], hours.values[5]
    at = {labels[0]: i for i, labels in enumerate(hours.columns)}
    assert monday[at["11"]] < 0.4 * min(monday[at["08"]], monday[at["17"]])
    assert saturday[at["11"]] > 2 * saturday[at["07"]]

    vessels = make_figure(log, load_recipe(titled("Knot broke down"))).matrix
    knot = [labels[0] for labels in vessels.rows].index("Knot")
    assert np.nanargmax(vessels.values) == knot * 12 + 4

    tides = make(log, rows=[{"field": "pier"}], columns=[{"field": "tide"}], measure={"take": "average", "of": "minutes_late"})
    names = [labels[0] for labels in tides.columns]
    gap = tides.values[:, names.index("neap")] - tides.values[:, names.index("mid")]
    big = [labels[0] for labels, records in zip(tides.rows, tides.row_records, strict=True) if records > 500]
    rows = {labels[0]: i for i, labels in enumerate(tides.rows)}
    assert max(big, key=lambda pier: gap[rows[pier]]) == "Marrow Steps"
