"""Records behind a cell, statements, matrices and giving up over HTTP."""

import csv
import io
import threading

import numpy as np
import pytest

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.matrices.pivot import grouping, make_matrix, making
from mottled_finch.core.tables.aggregation.levels import Level
from mottled_finch.core.tables.aggregation.memory import memory_of
from mottled_finch.core.tables.aggregation.placement import Placement
from mottled_finch.core.tables.table import Column, Kind, Table
from mottled_finch.server.plates import actions
from mottled_finch.server.wanted import WANTED, Wanted

from .test_imports import give, read

LOG = (
    "line,pier,departed,minutes\n"
    "Inner,East,2025-01-03 08:10,4\nOuter,West,2025-02-09,8\nInner,East,2025-02-11,\n=1+1,East,2025-02-12,6\n"
)
PIVOT = {"rows": [{"field": "line"}, {"field": "pier"}], "columns": [{"field": "departed", "cut": "month"}]}


@pytest.fixture
def log(client) -> int:
    return client.upload(LOG).json()["id"]


@pytest.fixture
def nested(client, log) -> int:
    start = {"table": log, "recipe": {"finch_recipe": 2, "pivot": PIVOT}}
    return client.post("/api/plates", start, format="json").json()["plate"]["id"]


def test_records_behind_agree_with_the_count_shown(client, nested):
    figure = client.get(f"/api/plates/{nested}").json()["figure"]
    assert figure["row_labels"] == [["=1+1", "East"], ["Inner", "East"], ["Outer", "West"]]
    assert [group["labels"] for group in figure["row_groups"]] == [["=1+1"], ["Inner"], ["Outer"]]
    for row in range(3):
        for column in range(2):
            found = client.get(f"/api/plates/{nested}/records?row={row}&column={column}").json()
            assert found["total"] == figure["records"][row * 2 + column]
    inner = client.get(f"/api/plates/{nested}/records?row=4&column=-1").json()  # the group Inner, behind the three rows
    assert (inner["total"], inner["numbers"]) == (2, [1, 3])
    assert client.get(f"/api/plates/{nested}/records").json()["total"] == 4
    assert client.get(f"/api/plates/{nested}/records?start=3&count=5").json()["numbers"] == [4]


def test_records_behind_are_told_with_mends_and_numbers_of_the_delivery(client, log, nested):
    mends = [
        {"do": "drop", "where": [{"field": "line", "in": ["=1+1"]}]},
        {"do": "relabel", "field": "pier", "names": {"East": "E"}},
    ]
    client.put(f"/api/tables/{log}/mends", {"mends": mends}, format="json")
    found = client.get(f"/api/plates/{nested}/records?row=0&column=1").json()
    assert (found["numbers"], found["cells"][1]) == ([3], ["E"])
    # A plate with mends of its own goes by these.
    client.change(nested, pivot=PIVOT, table={"mends": [{"do": "relabel", "field": "pier", "names": {"East": "Own"}}]})
    assert client.get(f"/api/plates/{nested}/records?row=1&column=0").json()["cells"][1] == ["Own"]


def test_records_behind_are_saved_whole_and_text_stays_text(client, nested):
    answer = client.get(f"/api/plates/{nested}/records.csv?row=0")
    assert answer["Content-Disposition"].endswith(".records.csv")
    lines = list(csv.reader(io.StringIO(b"".join(answer.streaming_content).decode())))
    assert lines == [["line", "pier", "departed", "minutes"], ["'=1+1", "East", "2025-02-12", "6"]]


@pytest.mark.parametrize("query", ["row=99", "column=7", "row=x"])
def test_a_line_that_is_not_there_is_told(client, nested, query):
    answer = client.get(f"/api/plates/{nested}/records?{query}")
    assert answer.status_code == 422
    assert (
        "is not a whole number" in answer.json()["detail"] or "the figure has 7 lines down and 3 across" in answer.json()["detail"]
    )


def test_a_statement_is_read_for_its_table_and_written_with_the_plate(client, log, nested):
    told = client.get(f"/api/plates/{nested}").json()["plate"]["statement"]
    assert told == "Color the number of records for each line then pier down and month of departed across"
    answer = client.post(f"/api/tables/{log}/statement", {"text": told.upper()}, format="json").json()
    assert answer == {"pivot": PIVOT, "text": told, "left": [], "taken": [], "others": []}
    wrong = client.post(f"/api/tables/{log}/statement", {"text": "zzz"}, format="json")
    assert wrong.status_code == 422
    assert wrong.json()["message"].startswith("nothing of it says what is to be shown; name a field, such as ")


def test_a_hurried_statement_says_what_was_left_taken_and_could_be_meant(client, log):
    answer = client.post(f"/api/tables/{log}/statement", {"text": "minuts by lien with sparkles"}, format="json").json()
    assert answer["text"] == "Color the average of minutes for each line down"
    assert answer["left"] == [{"text": "with sparkles", "start": 15, "end": 28, "nearest": []}]
    assert answer["taken"] == ["“minuts” is read as “minute”", "“lien” is read as “line”"]
    (other,) = answer["others"]
    assert (other["words"], other["asked"]) == ("sum of minutes", False)
    assert other["pivot"]["measure"] == {"take": "sum", "of": "minutes"}


def test_words_that_may_stand_next_are_offered(client, log):
    offers = client.post(f"/api/tables/{log}/statement/offers", {"text": "minutes by li"}, format="json").json()["offers"]
    assert offers[0] == {"text": "line", "start": 11}


def test_a_sentence_finds_the_tables_that_it_may_be_of(client, log):
    (found,) = client.post("/api/statement", {"text": "minutes by line"}, format="json").json()["tables"]
    assert found["table"] == log
    assert found["statement"]["text"] == "Color the average of minutes for each line down"
    assert client.post("/api/statement", {"text": "wombats by phase"}, format="json").json() == {"tables": []}


def test_a_recipe_is_tried_and_nothing_is_kept(client, log, nested):
    before = client.get(f"/api/plates/{nested}").json()
    recipe = {"finch_recipe": 2, "pivot": {"rows": [{"field": "line"}], "measure": {"take": "sum", "of": "minutes"}}}
    tried = client.post(f"/api/plates/{nested}/try", recipe, format="json").json()
    assert tried["figure"]["values"] == [6, 4, 8]
    assert tried["statement"] == "Color the sum of minutes for each line down"
    assert client.get(f"/api/plates/{nested}").json() == before
    wrong = client.post(f"/api/plates/{nested}/try", {"finch_recipe": 2, "pivot": {"rows": [{"field": "lin"}]}}, format="json")
    assert (wrong.status_code, wrong.json()["path"]) == (422, "pivot.rows[0].field")
    assert client.post("/api/plates/99999/try", recipe, format="json").status_code == 404


def test_a_pivot_is_laid_on_a_table_without_a_plate(client, log):
    pivot = {"rows": [{"field": "line"}], "measure": {"take": "sum", "of": "minutes"}}
    found = client.post(f"/api/tables/{log}/matrix", {"pivot": pivot}, format="json").json()
    assert found["rows"] == [["=1+1"], ["Inner"], ["Outer"]]
    assert (found["values"], found["records"], found["grand_total"]) == ([[6], [4], [8]], [[1], [2], [1]], 18)
    assert found["unmeasured"] == 1
    wrong = client.post(f"/api/tables/{log}/matrix", {"pivot": {"rows": [{"field": "lin"}]}}, format="json")
    assert wrong.json()["path"] == "pivot.rows[0].field"


def test_the_newest_of_one_asker_is_wanted():
    wanted = Wanted()
    first, other = wanted.begin("a"), wanted.begin("b")
    second = wanted.begin("a")
    assert (first(), second(), other()) == (False, True, True)
    wanted.give_up("a")
    assert (second(), other()) == (False, True)


def test_a_change_that_is_given_up_changes_nothing(client, nested, monkeypatch):
    make = actions.make_figure

    def slowly(*given, **more):
        client.post(f"/api/plates/{nested}/give-up")  # as it would come in from another window
        return make(*given, **more)

    monkeypatch.setattr(actions, "make_figure", slowly)
    answer = client.change(nested, pivot={"rows": [{"field": "pier"}]})
    assert (answer.status_code, answer.json()["detail"]) == (409, "this was given up before it was done; nothing has changed")
    monkeypatch.undo()
    assert client.get(f"/api/plates/{nested}").json()["plate"]["recipe"]["pivot"] == PIVOT
    assert WANTED.begin("x")()


def test_eight_askers_at_once_get_what_each_asked_for():
    rng = np.random.default_rng(2)
    records = 600_000
    columns = [
        Column(
            name=name,
            kind=Kind.CATEGORY,
            data=rng.integers(1, members + 1, records, dtype=np.uint8),
            entries=np.array(["", *(f"{i:03}" for i in range(members))], dtype=object),
        )
        for name, members in (("a", 20), ("b", 50))
    ]
    table = Table((*columns, Column(name="v", kind=Kind.NUMBER, data=rng.normal(0, 1, records))))
    takes = ["sum", "average", "median", "min", "max", "stdev", "count", "distinct"]
    pivots = [
        load_recipe(
            {
                "finch_recipe": 2,
                "pivot": {
                    "rows": [{"field": "a"}],
                    "columns": [{"field": "b"}],
                    "measure": {"take": take} if take == "count" else {"take": take, "of": "v" if take != "distinct" else "a"},
                },
            }
        ).pivot
        for take in takes
    ]
    alone = [make_matrix(Table(table.columns), pivot).all_values for pivot in pivots]
    found: dict[int, np.ndarray] = {}

    def ask(i: int) -> None:
        found[i] = make_matrix(table, pivots[i]).all_values

    threads = [threading.Thread(target=ask, args=(i,)) for i in range(8)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    for i, values in enumerate(alone):
        np.testing.assert_array_equal(found[i], values)


def test_another_show_or_order_does_not_touch_the_records_again(monkeypatch):
    table = Table(
        (
            Column(name="a", kind=Kind.CATEGORY, data=np.array([1, 2, 2], np.uint8), entries=np.array(["", "x", "y"], object)),
            Column(name="v", kind=Kind.NUMBER, data=np.array([1.0, 2.0, 3.0])),
        )
    )
    pivot = {"rows": [{"field": "a"}], "measure": {"take": "sum", "of": "v"}}
    make_matrix(table, load_recipe({"finch_recipe": 2, "pivot": pivot}).pivot)
    kept = len(memory_of(table))
    monkeypatch.setattr(grouping, "Placement", lambda *_: pytest.fail("the records were placed again"))
    monkeypatch.setattr(making, "aggregate", lambda *_: pytest.fail("the cells were measured again"))
    shown = {**pivot, "show": {"as": "share"}, "order": {"rows": {"by": "total", "descending": True}}}
    found = make_matrix(table, load_recipe({"finch_recipe": 2, "pivot": shown}).pivot)
    assert found.values.ravel().tolist() == [5 / 6, 1 / 6]
    assert len(memory_of(table)) == kept


def test_a_placement_is_the_same_on_any_number_of_threads(monkeypatch):
    rng = np.random.default_rng(7)
    codes, values = rng.integers(0, 9, 700_000, dtype=np.uint8), rng.normal(1e9, 1, 700_000)
    level = Level(codes=codes, member_of=np.arange(-1, 8), labels=tuple("abcdefgh"))
    from mottled_finch.core.tables.aggregation.partials import gather_spread, gather_sums
    from mottled_finch.core.tables.kernels import blocks

    def gather():
        return [
            array
            for partial in (gather_sums, gather_spread)
            for array in vars(partial(Placement(700_000, (level,), ()), values)).values()
        ]

    many = gather()
    monkeypatch.setattr(blocks, "_processors", lambda: 1)
    for one, other in zip(gather(), many, strict=True):
        np.testing.assert_array_equal(one, other)


def test_a_newer_delivery_of_the_same_data_changes_nothing(client, log, nested):
    client.change(
        nested,
        pivot={**PIVOT, "order": {"rows": {"by": "total", "descending": True}}, "show": {"as": "share", "of": "row"}},
    )
    before = client.get(f"/api/plates/{nested}").json()["figure"]
    number = give(client, LOG, "log.csv", table=log)["file"]["id"]
    assert read(client, number)["state"] == "compared"
    client.post(f"/api/imports/{number}/accept", {"renames": {}}, format="json")
    assert client.get(f"/api/tables/{log}").json()["edition"] == 2
    assert client.get(f"/api/plates/{nested}").json()["figure"] == before


def test_records_behind_members_that_stand_by_likeness_are_their_own(client):
    """Which member stands where depends on the colors, also where only records are asked for."""
    rows = [("a1", 1, 9), ("b1", 9, 1), ("a2", 2, 9), ("b2", 8, 2), ("a3", 1, 8), ("b3", 9, 2)]
    text = "r,c,v\n" + "".join(f"{r},p,{p}\n{r},q,{q}\n{r},k,{5000 + 37 * i % 91}\n" for i, (r, p, q) in enumerate(rows))
    table = client.upload(text).json()["id"]
    pivot = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
    recipe = {"finch_recipe": 2, "pivot": {**pivot, "order": {"rows": {"by": "likeness"}}}, "color": {"within": "column"}}
    made = client.post("/api/plates", {"table": table, "recipe": recipe}, format="json").json()
    stands = made["figure"]["rows"]
    assert [name[0] for name in stands] in (list("aaabbb"), list("bbbaaa"))
    for i, name in enumerate(stands):
        behind = client.get(f"/api/plates/{made['plate']['id']}/records?row={i}&column=-1").json()
        assert set(behind["cells"][0]) == {name}
