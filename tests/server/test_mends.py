"""Mends of a table over HTTP: tried, laid on, undone, followed by plates and written into recipes."""

import json

import pytest

DIRTY = (
    "pier,at,n,who\n"
    + "".join(
        f"{pier},2025-0{month}-0{day},{n},x{n}\n"
        for month in (1, 2)
        for day, pier, n in (
            (1, "Kestle Hythe", 1),
            (2, "Kestle Hythe", 2),
            (3, "West", 4),
            (4, "Kestle Hythe", 8),
            (5, "West", 16),
        )
    )
    + "Kestle Hyth,2025-01-09,32,x32\nWest,2025-02-09,n/k,\n"
    + "".join(f"West,2025-02-1{i},7,y{i}\n" for i in range(8))
)
MERGE = {"do": "merge", "field": "pier", "from": ["Kestle Hyth"], "into": "Kestle Hythe"}
DROP = {"do": "drop", "where": [{"field": "pier", "in": ["West"]}]}


@pytest.fixture
def table(client) -> int:
    return client.upload(DIRTY, "dirty.csv").json()["id"]


@pytest.fixture
def plate(client, table) -> int:
    recipe = {
        "finch_recipe": 2,
        "pivot": {"rows": [{"field": "pier"}], "columns": [{"field": "at", "cut": "month"}], "measure": {"take": "sum", "of": "n"}},
    }
    return client.post("/api/plates", {"table": table, "recipe": recipe}, format="json").json()["plate"]["id"]


def lay(client, table, *mends):
    return client.put(f"/api/tables/{table}/mends", {"mends": list(mends)}, format="json")


def test_findings_come_with_mends_that_can_be_laid_on(client, table):
    found = client.get(f"/api/tables/{table}/findings").json()
    assert [finding["title"] for finding in found["open"]] == ["Two spellings of one pier?", "Text in a number column"]
    (cure,) = found["open"][0]["cures"]
    assert cure == {"words": "Merge into Kestle Hythe", "mend": MERGE}
    bench = lay(client, table, cure["mend"]).json()
    assert (bench["mends"][0]["touched"], bench["touched"], bench["undo"]) == (1, 1, "pier: “Kestle Hyth” is “Kestle Hythe”")
    assert [finding["title"] for finding in client.get(f"/api/tables/{table}/findings").json()["open"]] == [
        "Text in a number column"
    ]


def test_a_finding_can_be_left_and_looked_at_again(client, table):
    key = client.get(f"/api/tables/{table}/findings").json()["open"][0]["key"]
    left = client.post(f"/api/tables/{table}/findings", {"key": key}, format="json").json()
    assert (len(left["open"]), [finding["key"] for finding in left["left"]]) == (1, [key])
    back = client.post(f"/api/tables/{table}/findings", {"key": key, "left": False}, format="json").json()
    assert (len(back["open"]), back["left"]) == (2, [])


def test_a_mend_is_tried_before_it_is_laid_on(client, table):
    def tried(mend, **more):
        return client.post(f"/api/tables/{table}/mends/try", {"mend": mend, **more}, format="json").json()

    found = tried(MERGE)
    assert (found["touched"], found["problem"]) == (1, "")
    assert found["samples"] == [{"column": "pier", "before": "Kestle Hyth", "after": "Kestle Hythe", "record": 11}]
    assert tried(DROP)["touched"] == 13
    computed = tried({"do": "compute", "into": "double", "as": "n * 2"})
    assert (computed["made"], computed["samples"][0]) == (
        "new column",
        {"column": "double", "before": "", "after": "2", "record": 1},
    )
    wrong = tried({"do": "compute", "into": "double", "as": "n * "})
    assert wrong["problem"] == "at character 5, something is missing at the end"
    assert client.get(f"/api/tables/{table}/workbench").json()["mends"] == []
    # At a place in the list: after those before it, and none of those behind it.
    lay(client, table, DROP)
    assert (tried(DROP)["touched"], tried(DROP, at=0)["touched"]) == (0, 13)


def test_plates_follow_the_mends(client, table, plate):
    rows = lambda: client.get(f"/api/plates/{plate}").json()["figure"]["rows"]  # noqa: E731 (asked three times)
    assert rows() == ["Kestle Hyth", "Kestle Hythe", "West"]
    lay(client, table, MERGE)
    assert rows() == ["Kestle Hythe", "West"]
    lay(client, table, MERGE, DROP)
    assert rows() == ["Kestle Hythe"]
    lay(client, table, MERGE, {**DROP, "off": True})
    assert rows() == ["Kestle Hythe", "West"]
    members = client.get(f"/api/tables/{table}/members?field=pier").json()
    assert members == [{"label": "Kestle Hythe", "records": 7}, {"label": "West", "records": 13}]


def test_every_change_of_the_mends_can_be_undone_and_is_named(client, table):
    names = []
    for mends in ([MERGE], [MERGE, DROP], [MERGE, {**DROP, "off": True}], [{**DROP, "off": True}, MERGE], [MERGE]):
        names.append(lay(client, table, *mends).json()["undo"])
    assert names == [
        "pier: “Kestle Hyth” is “Kestle Hythe”",
        "Leave out: pier is West",
        "Switched off: Leave out: pier is West",
        "Mends put in another order",
        "Taken out: Leave out: pier is West",
    ]
    undone = client.post(f"/api/tables/{table}/undo").json()
    assert ([line["mend"] for line in undone["mends"]], undone["redo"]) == ([{**DROP, "off": True}, MERGE], names[4])
    for _ in range(4):
        undone = client.post(f"/api/tables/{table}/undo").json()
    assert (undone["mends"], undone["undo"]) == ([], None)
    assert client.post(f"/api/tables/{table}/undo").json()["detail"] == "There is nothing to undo."
    assert len(client.post(f"/api/tables/{table}/redo").json()["mends"]) == 1
    lay(client, table, DROP)
    assert client.post(f"/api/tables/{table}/redo").status_code == 409


def test_a_mend_that_does_not_fit_changes_nothing(client, table):
    lay(client, table, MERGE)
    wrong = lay(client, table, MERGE, {"do": "fill", "field": "peir"})
    assert (wrong.status_code, wrong.json()["detail"]) == (422, 'table.mends[1].field: no column "peir"; did you mean "pier"?')
    assert (
        lay(client, table, {"do": "mrege"}).json()["detail"]
        == 'table.mends[0].do: "mrege" is not known here; did you mean "merge"?'
    )
    assert len(client.get(f"/api/tables/{table}/workbench").json()["mends"]) == 1


def test_the_recipe_of_a_plate_holds_what_makes_it_again_from_the_file(client, table, plate, tmp_path):
    lay(client, table, MERGE, DROP)
    recipe = json.loads(client.get(f"/api/plates/{plate}/recipe").content)
    assert recipe["table"] == {"mends": [MERGE, DROP]}

    from mottled_finch.shell.cli import main

    (tmp_path / "dirty.csv").write_text(DIRTY)
    (tmp_path / "recipe.json").write_text(json.dumps(recipe))
    assert main(["render", str(tmp_path / "dirty.csv"), str(tmp_path / "recipe.json"), "--out", str(tmp_path / "o.json")]) == 0
    made = json.loads((tmp_path / "o.json").read_text())
    assert made == json.loads(client.get(f"/api/plates/{plate}/export.json").content)
    # Given back as it is, the plate still follows its table; with other mends it has its own.
    assert client.put(f"/api/plates/{plate}/recipe", recipe, format="json").json()["plate"]["recipe"].get("table") is None
    recipe["table"]["mends"] = [MERGE]
    own = client.put(f"/api/plates/{plate}/recipe", recipe, format="json").json()
    assert own["figure"]["rows"] == ["Kestle Hythe", "West"]
    assert own["plate"]["undo"] == "The table's mends changed"
    lay(client, table)
    assert client.get(f"/api/plates/{plate}").json()["figure"]["rows"] == ["Kestle Hythe", "West"]


def test_a_value_is_put_right_in_its_record_and_found_again_in_the_next_edition(client, table):
    def correct(**given):
        return client.post(f"/api/tables/{table}/correct", given, format="json")

    bench = correct(field="n", record=12, to="7").json()
    (line,) = bench["mends"]
    assert line["mend"] == {"do": "correct", "field": "n", "record": 12, "was": "n/k", "to": "7", "match": {"at": "2025-02-09"}}
    assert (line["words"], line["touched"]) == ("n, record 12: “n/k” is “7”", 1)
    assert correct(field="n", record=12, to="7").json()["mends"] == [line]
    assert correct(field="n", record=1, to="soon").json()["detail"] == (
        'table.mends[1].to: "soon" is not a number, and "n" holds numbers'
    )
    assert correct(field="n", record=900, to="1").json()["detail"] == "There is no record 900."
    assert correct(field="n", record="1", to="1").status_code == 422
    lay(client, table, DROP)
    assert correct(field="n", record=12, to="1").json()["detail"] == ("Record 12 is left out by a mend; switch that off first.")


def test_records_are_shown_mended_with_what_stood_there(client, table):
    lay(client, table, MERGE, DROP)
    found = client.get(f"/api/tables/{table}/records?start=8&count=4").json()
    assert (found["total"], found["numbers"], found["columns"]) == (20, [9, 10, 11, 12], ["pier", "at", "n", "who"])
    assert found["cells"][0] == ["Kestle Hythe", "West", "Kestle Hythe", "West"]
    assert found["dropped"] == [1, 3]
    assert found["before"] == [{"column": 0, "row": 2, "text": "Kestle Hyth"}]
    assert found["cells"][2] == ["8", "16", "32", "n/k"]
    lay(client, table)
    assert client.get(f"/api/tables/{table}/records?start=11&count=1").json()["misfits"] == [[2, 0]]


@pytest.mark.parametrize(
    ("query", "numbers"),
    [
        ("find=hyth&count=3", [1, 2, 4]),
        ("find=HYTH&field=who", []),
        ("find=32", [11]),
        ("find=n/k", [12]),
        ("find=2025-02", [6, 7, 8, 9, 10, 12, 13, 14, 15, 16, 17, 18, 19, 20]),
        ("find=-09", [11, 12]),
        ("sort=n&descending=true&count=3", [11, 5, 10]),
        ("sort=n&count=2", [1, 6]),
        ("sort=at&descending=1&count=2", [20, 19]),
        ("sort=pier&count=2", [11, 1]),
        ("sort=pier&descending=true&count=1", [3]),
        ("sort=n&find=kestle&descending=true", [11, 4, 9, 2, 7, 1, 6]),
        ("start=19&count=9", [20]),
        ("start=50", []),
    ],
)
def test_records_are_found_and_sorted(client, table, query, numbers):
    assert client.get(f"/api/tables/{table}/records?{query}").json()["numbers"] == numbers


def test_long_fractions_are_shown_short_and_kept_whole(client, table):
    lay(client, table, {"do": "compute", "into": "third", "as": "n / 3"})
    found = client.get(f"/api/tables/{table}/records?count=1").json()
    assert found["cells"][4] == ["0.3333333333"]
    bench = client.post(f"/api/tables/{table}/correct", {"field": "third", "record": 1, "to": "1"}, format="json").json()
    assert (bench["mends"][1]["mend"]["was"], bench["mends"][1]["touched"]) == ("0.3333333333333333", 1)


@pytest.mark.parametrize(
    ("column", "rising", "falling"), [("a", [3, 1, 2], [1, 3, 2]), ("b", [1, 3, 2], [3, 1, 2]), ("m", [3, 1, 2], [1, 3, 2])]
)
def test_blanks_come_last_either_way(client, column, rising, falling):
    table = client.upload("a,b,m\n3,x,2025-01-02\n,,\n1,z,2025-01-01\n").json()["id"]
    numbers = lambda more="": client.get(f"/api/tables/{table}/records?sort={column}{more}").json()["numbers"]  # noqa: E731
    assert (numbers(), numbers("&descending=true")) == (rising, falling)


def test_records_after_unfolding_have_numbers_of_their_own(client):
    table = client.upload("v,a,b\nKnot,1,2\nPlover,3,4\n", "m.csv").json()["id"]
    bench = lay(client, table, {"do": "unfold", "keep": ["v"]}).json()
    assert (bench["own_numbers"], bench["table"]["records"], bench["delivered"]) == (False, 4, 2)
    found = client.get(f"/api/tables/{table}/records").json()
    assert (found["numbers"], found["cells"][2], found["before"]) == ([1, 2, 3, 4], ["1", "2", "3", "4"], [])


@pytest.mark.parametrize(
    ("query", "sentence"),
    [("start=x", '"x" is not a whole number.'), ("sort=peir", 'sort: no column "peir"; did you mean "pier"?')],
)
def test_a_wrong_window_is_told(client, table, query, sentence):
    assert client.get(f"/api/tables/{table}/records?{query}").json()["detail"] == sentence


def test_columns_are_described_as_they_are_mended(client, table):
    lay(client, table, {"do": "compute", "into": "big", "as": "n > 5"}, {"do": "kind", "field": "n", "kind": "category"})
    columns = {column["name"]: column for column in client.get(f"/api/tables/{table}").json()["columns"]}
    assert (columns["big"]["kind"], columns["n"]["kind"]) == ("yes_no", "category")
    assert columns["pier"]["bars"][0] == 100
    assert columns["pier"]["characters"] == 12
    assert client.get("/api/tables").json()[0]["columns"] == list(columns.values())


def test_a_table_is_renamed(client, table):
    assert client.put(f"/api/tables/{table}", {"name": " Log "}, format="json").json()["name"] == "Log"
    assert client.put(f"/api/tables/{table}", {"name": " "}, format="json").json()["detail"] == "The table needs a name; type one."
