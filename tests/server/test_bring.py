"""Columns from another table of the library, over HTTP: proposed, tried, followed by plates, renamed, refused in circles."""

import json

import pytest

from mottled_finch.server.tables import queue
from mottled_finch.shell.cli import main

LOG = "pier,date,n\n" + "".join(
    f"{pier},2025-0{month}-0{day},{day}\n" for pier in ("North", "South", "Nroth") for month in (1, 2) for day in (1, 2, 3)
)
PLAN = "pier,month,plan\n" + "".join(f"{pier},2025-0{month},{10 * month}\n" for pier in ("North", "South") for month in (1, 2))
RATIO = {"take": "ratio", "of": "n", "per": "plan", "once_a_key": True}
SIDES = {"rows": [{"field": "pier"}], "columns": [{"field": "date", "cut": "month"}]}


@pytest.fixture
def tables(client):
    return client.upload(LOG, "log.csv").json()["id"], client.upload(PLAN, "plan.csv").json()["id"]


@pytest.fixture
def bring(client, tables):
    return client.get(f"/api/tables/{tables[0]}/bring?table=plan").json()["mend"]


def lay(client, table, *mends, **more):
    return client.put(f"/api/tables/{table}/mends", {"mends": list(mends)}, format="json", **more)


def plate_of(client, table, **pivot):
    recipe = {"finch_recipe": 2, "pivot": {**SIDES, "measure": RATIO, **pivot}}
    return client.post("/api/plates", {"table": table, "recipe": recipe}, format="json").json()


def north(plate):
    """The cells of the plate's row North, of two columns."""
    figure = plate["figure"]
    row = figure["rows"].index("North")
    return figure["values"][2 * row : 2 * row + 2]


def newer(client, table, text, name="newer.csv"):
    """Give a newer file of a table and let it stand."""
    address = f"/api/imports?name={name}&table={table}"
    number = client.generic("POST", address, text.encode(), content_type="text/csv").json()["file"]["id"]
    client.post(f"/api/imports/{number}/start")
    assert queue.work_once()
    return client.post(f"/api/imports/{number}/accept", {"renames": {}}, format="json")


def test_a_mend_is_proposed_tried_and_laid_on(client, tables, bring):
    assert bring == {
        "do": "bring",
        "from": "plan",
        "keys": {"pier": "pier", "date": "month"},
        "cut": {"date": "year_month"},
        "columns": ["plan"],
    }
    tried = client.post(f"/api/tables/{tables[0]}/mends/try", {"mend": bring}, format="json").json()
    assert (tried["touched"], tried["made"], tried["problem"]) == (12, "new column", "")
    assert tried["notes"] == ["1 key finds nothing: 6 records blank"]
    merge = {"do": "merge", "field": "pier", "from": ["Nroth"], "into": "North"}
    assert tried["missed"] == [{"words": "Nroth", "records": 6, "cures": [merge]}]
    lay(client, tables[0], merge)
    bench = lay(client, tables[0], merge, bring).json()
    assert [line["touched"] for line in bench["mends"]] == [6, 18]
    column = bench["table"]["columns"][-1]
    assert (column["name"], column["brought"], column["blanks"]) == ("plan", "plan", 0)
    assert bench["undo"] == "plan brought from “plan” by pier and date as month"


def test_a_plate_follows_a_new_edition_of_either_table(client, tables, bring):
    lay(client, tables[0], bring)
    made = plate_of(client, tables[0])
    assert north(made) == [6 / 10, 6 / 20]
    number = made["plate"]["id"]
    before = client.get(f"/api/tables/{tables[0]}").json()["data"]
    assert newer(client, tables[1], PLAN.replace(",20\n", ",40\n")).status_code == 200
    assert client.get(f"/api/tables/{tables[0]}").json()["data"] != before
    assert north(client.get(f"/api/plates/{number}").json()) == [6 / 10, 6 / 40]
    assert newer(client, tables[0], LOG + "North,2025-01-04,4\n").status_code == 200
    assert north(client.get(f"/api/plates/{number}").json()) == [10 / 10, 6 / 40]


def test_an_edition_that_another_table_could_not_be_made_with_is_told_before_it_stands(client, tables, bring):
    lay(client, tables[0], bring)
    answer = newer(client, tables[1], PLAN.replace("pier,", "quay,"))
    assert answer.status_code == 409
    assert "“log” brings columns from this table, and could not from edition 2" in answer.json()["detail"]
    twice = newer(client, tables[1], PLAN + "North,2025-01,7\n", "twice.csv")
    assert "“North, 2025-01” stands 2 times in “plan”" in twice.json()["detail"]


def test_a_newer_file_says_which_keys_would_find_nothing(client, tables, bring):
    lay(client, tables[0], bring)
    address = f"/api/imports?name=n.csv&table={tables[0]}"
    content = (LOG.replace("Nroth", "North") + "West,2025-01-04,4\n").encode()
    number = client.generic("POST", address, content, content_type="text/csv").json()["file"]["id"]
    client.post(f"/api/imports/{number}/start")
    assert queue.work_once()
    compared = client.get(f"/api/imports/{number}").json()["comparison"]
    words = "plan brought from “plan” by pier and date as month"
    assert compared["unfound"] == [{"words": words, "problem": "1 key finds nothing: 1 record blank"}]
    assert compared["problems"] == []


def test_circles_are_refused_in_a_sentence(client, tables, bring):
    own = lay(client, tables[0], {**bring, "from": "log"})
    assert (own.status_code, own.json()["path"]) == (422, "table.mends[0].from")
    assert own.json()["detail"].startswith('table.mends[0].from: "log" would bring columns from itself')
    assert lay(client, tables[0], bring).status_code == 200
    back = {"do": "bring", "from": "log", "keys": {"pier": "pier"}, "columns": ["n"], "double": "sum"}
    circle = lay(client, tables[1], back)
    assert "“plan brought from “plan” by pier and date as month” does not fit" in circle.json()["detail"]
    assert '"plan" would bring columns from itself' in circle.json()["detail"]
    assert client.get(f"/api/tables/{tables[1]}/workbench").json()["mends"] == []
    asked = client.get(f"/api/tables/{tables[0]}/bring?table=log")
    assert (asked.status_code, '"log" would bring' in asked.json()["detail"]) == (422, True)
    unknown = client.get(f"/api/tables/{tables[0]}/bring?table=pla")
    assert "did you mean" in unknown.json()["detail"]


def test_a_table_that_is_brought_from_keeps_its_users_when_it_is_renamed_and_in_the_bin(client, tables, bring):
    lay(client, tables[0], bring)
    made = plate_of(client, tables[0])
    assert client.put(f"/api/tables/{tables[1]}", {"name": "targets 2025"}, format="json").status_code == 200
    line = client.get(f"/api/tables/{tables[0]}/workbench").json()["mends"][0]
    assert (line["mend"]["from"], line["problem"], line["touched"]) == ("targets 2025", "", 12)
    figure = client.get(f"/api/plates/{made['plate']['id']}").json()["figure"]
    assert figure["values"] == made["figure"]["values"]
    taken = client.put(f"/api/tables/{tables[1]}", {"name": "log"}, format="json")
    assert (taken.status_code, taken.json()["detail"]) == (409, "There is a table “log” already; choose another name.")
    assert client.delete(f"/api/tables/{tables[1]}").status_code == 204
    assert client.get("/api/bin").json()[0]["used_by"] == ["the table “log”"]
    figure = client.get(f"/api/plates/{made['plate']['id']}").json()["figure"]
    assert figure["values"] == made["figure"]["values"]
    assert client.post(f"/api/tables/{tables[0]}/undo").status_code == 200
    assert client.delete(f"/api/bin/table/{tables[1]}").status_code == 204
    # What brought from it is told when it comes back.
    redone = client.post(f"/api/tables/{tables[0]}/redo").json()
    assert redone["mends"][0]["problem"].startswith('there is no table "targets 2025"')


def test_a_second_file_of_a_name_is_another_table_and_changes_nothing(client, tables, bring):
    lay(client, tables[0], bring)
    again = client.upload(PLAN.replace(",10", ",99"), "plan.csv").json()
    assert again["name"] == "plan 2"
    assert client.get(f"/api/tables/{tables[0]}/workbench").json()["mends"][0]["touched"] == 12


def test_columns_come_by_way_of_a_third_table(client, tables, bring):
    bosses = client.upload("pier,boss\nNorth,Ann\nSouth,Bo\n", "bosses.csv").json()["id"]
    lay(client, tables[1], {"do": "bring", "from": "bosses", "keys": {"pier": "pier"}, "columns": ["boss"]})
    lay(client, tables[0], {**bring, "columns": ["plan", "boss"]})
    columns = client.get(f"/api/tables/{tables[0]}").json()["columns"]
    assert [column["distinct"] for column in columns[-2:]] == [2, 2]
    circle = lay(client, bosses, {"do": "bring", "from": "log", "keys": {"pier": "pier"}, "columns": ["date"], "double": "first"})
    assert circle.status_code == 422
    assert "itself" in circle.json()["detail"]


def test_the_recipe_of_a_plate_makes_the_same_figure_beside_its_files(client, tables, bring, tmp_path):
    merge = {"do": "merge", "field": "pier", "from": ["Nroth"], "into": "North"}
    lay(client, tables[1], {"do": "rename", "field": "plan", "to": "goal"})
    lay(client, tables[0], merge, {**bring, "columns": ["goal"]})
    made = plate_of(client, tables[0], measure={**RATIO, "per": "goal"})
    recipe = client.get(f"/api/plates/{made['plate']['id']}/recipe").json()
    assert recipe["table"]["others"] == {"plan": {"file": "plan.csv", "mends": [{"do": "rename", "field": "plan", "to": "goal"}]}}
    for name, text in (("log.csv", LOG), ("plan.csv", PLAN), ("plate.json", json.dumps(recipe))):
        (tmp_path / name).write_text(text)
    out = tmp_path / "out.json"
    assert main(["render", str(tmp_path / "log.csv"), str(tmp_path / "plate.json"), "--out", str(out)]) == 0
    assert [each for row in json.loads(out.read_text())["values"] for each in row] == made["figure"]["values"]
