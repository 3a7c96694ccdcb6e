"""Targets of a table, palettes brought in, and what a figure tells of its colors."""

import json

import pytest

ROWS = {
    "rows": [{"field": "pier"}],
    "columns": [{"field": "departed", "cut": "month"}],
    "measure": {"take": "sum", "of": "minutes"},
}


def set_targets(client, table, targets):
    return client.put(f"/api/tables/{table}/targets", {"targets": targets}, format="json")


def recipe_of(client, plate):
    return client.get(f"/api/plates/{plate}").json()["plate"]["recipe"]


def test_a_target_moves_every_plate_that_stands_at_it(client, table, plate):
    other = client.post("/api/plates", {"table": table}, format="json").json()["plate"]["id"]
    assert set_targets(client, table, {"promise": 5}).json() == {"targets": {"promise": 5}}
    for each in (plate, other):
        assert client.change(each, pivot=ROWS, color={"middle": {"target": "promise"}}).status_code == 200
    before = client.get(f"/api/plates/{plate}").json()
    assert before["figure"]["scale"]["middle"] == 5
    set_targets(client, table, {"promise": 6})
    for each in (plate, other):
        now = client.get(f"/api/plates/{each}").json()
        assert now["figure"]["scale"]["middle"] == 6
        assert now["figure"]["targets"] == {"promise": 6}
    assert now["plate"]["revision"] != before["plate"]["revision"]


def test_a_target_in_use_stays(client, table, plate):
    set_targets(client, table, {"promise": 5, "plan": 3})
    client.change(plate, pivot={**ROWS, "show": {"as": "gap", "to": {"target": "promise"}}})
    told = set_targets(client, table, {"plan": 3})
    assert told.status_code == 409
    assert told.json()["detail"] == '"promise" is used by 1 plate; take it off there first.'
    assert set_targets(client, table, {"promise": 5}).status_code == 200
    client.change(plate, pivot=ROWS)
    assert set_targets(client, table, {}).status_code == 200


def test_targets_are_undone_with_the_table_and_stay_with_its_mends(client, table):
    set_targets(client, table, {"promise": 5})
    mends = [{"do": "tidy", "field": "pier"}]
    client.put(f"/api/tables/{table}/mends", {"mends": mends}, format="json")
    plate = client.post("/api/plates", {"table": table}, format="json").json()
    assert plate["figure"]["targets"] == {"promise": 5}
    told = client.post(f"/api/tables/{table}/undo").json()
    assert told["undo"] == "Target promise set to 5"
    client.post(f"/api/tables/{table}/undo")
    assert client.get(f"/api/plates/{plate['plate']['id']}").json()["figure"]["targets"] == {}


@pytest.mark.parametrize("targets", [{"": 5}, {"promise": "five"}, {"promise": None}])
def test_what_is_no_target_is_refused(client, table, targets):
    content = json.dumps({"targets": targets})
    assert client.generic("PUT", f"/api/tables/{table}/targets", content, content_type="application/json").status_code == 422


def test_a_recipe_for_the_shell_brings_its_targets(client, table, plate):
    set_targets(client, table, {"promise": 5})
    client.change(plate, pivot=ROWS, color={"middle": {"target": "promise"}})
    full = json.loads(client.get(f"/api/plates/{plate}/recipe").content)
    assert full["table"]["targets"] == {"promise": 5}
    # Laid on the table again they are the table's own, and follow it; another number stays with the plate.
    client.put(f"/api/plates/{plate}/recipe", full, format="json")
    assert "table" not in recipe_of(client, plate)
    full["table"]["targets"]["promise"] = 7
    client.put(f"/api/plates/{plate}/recipe", full, format="json")
    assert recipe_of(client, plate)["table"] == {"targets": {"promise": 7}}
    assert client.get(f"/api/plates/{plate}").json()["figure"]["scale"]["middle"] == 7


def test_records_behind_a_cell_of_a_gap_to_a_target(client, table, plate):
    set_targets(client, table, {"promise": 5})
    client.change(plate, pivot={**ROWS, "show": {"as": "gap", "to": {"target": "promise"}}})
    found = client.get(f"/api/plates/{plate}/records?row=0&column=0&start=0&count=5").json()
    assert found["total"] == 1
    told = client.post(
        f"/api/tables/{table}/matrix", {"pivot": {**ROWS, "show": {"as": "gap", "to": {"target": "promise"}}}}, format="json"
    ).json()
    assert told["values"][0][0] == -1


def test_a_figure_tells_its_bands_its_light_and_what_is_lost(client, plate):
    color = {
        "bands": {"cuts": [5], "names": ["short", "long"], "colors": ["#b05a20", "#7a7a20"]},
        "lit": {"above": 5},
        "within": "row",
    }
    told = client.change(plate, pivot=ROWS, color=color).json()["figure"]
    assert [(band["words"], band["color"], band["cells"]) for band in told["bands"]] == [
        ("short, under 5", "#b05a20", 1),
        ("long, 5 and over", "#7a7a20", 1),
    ]
    assert told["lit"] == 1
    assert told["losses"]["no_green"] == '"short, under 5" and "long, 5 and over" look alike'
    assert told["regions"] == [0, 0, 1, 1]
    assert [scale["lowest"] for scale in told["scales"]] == [4, 8]


def test_what_cannot_be_colored_changes_nothing(client, plate):
    before = recipe_of(client, plate)
    for color, words in [
        ({"scale": "log", "low": {"at": 0}}, "color.scale: a logarithm needs ends above zero"),
        ({"low": {"at": 9}, "high": {"at": 3}}, "color.low: the low end of the scale (9) lies above the high end (3)"),
        ({"middle": {"target": "promise"}}, 'color.middle.target: the table has no target "promise"'),
        ({"within": "group"}, "color.within: there are no groups to judge cells within"),
    ]:
        told = client.change(plate, pivot=ROWS, color=color)
        assert told.status_code == 422
        assert told.json()["detail"].startswith(words)
    assert recipe_of(client, plate) == before


def test_palettes_are_brought_in_and_given_out(client, plate):
    client.change(plate, pivot=ROWS, color={"palette": "sundew"})
    tokens = client.get(f"/api/plates/{plate}/export.tokens.json")
    assert tokens["Content-Disposition"].endswith(".tokens.json")
    read = client.post("/api/palettes/read", {"text": tokens.content.decode()}, format="json").json()["colors"]
    sundew = next(each for each in client.get("/api/palettes").json() if each["name"] == "sundew")["colors"]
    assert read == [sundew[i] for i in (0, 64, 127, 191, 254)]
    assert client.post("/api/palettes/read", {"text": "red"}, format="json").status_code == 422


def test_ways_of_seeing_are_told(client):
    visions = client.get("/api/about").json()["visions"]
    assert [each["name"] for each in visions] == ["no_red", "no_green", "no_blue", "gray"]
    assert all(len(each["matrix"]) == 9 for each in visions)


def test_a_target_that_a_plate_cannot_be_made_with_is_refused(client, table, plate):
    set_targets(client, table, {"promise": 5})
    client.change(plate, pivot=ROWS, color={"middle": {"target": "promise"}, "high": {"at": 9}}, words={"title": "Late"})
    told = set_targets(client, table, {"promise": 10})
    assert told.status_code == 422
    assert told.json()["detail"].startswith('"Late" could not be made with it: the middle of the scale (10) lies outside its ends')
    assert client.get(f"/api/plates/{plate}").json()["figure"]["targets"] == {"promise": 5}
    # A number that was crossed before is no reason, where the plate itself is stopped by something else.
    client.put(f"/api/tables/{table}/mends", {"mends": [{"do": "rename", "field": "minutes", "to": "late"}]}, format="json")
    assert set_targets(client, table, {"promise": 6}).status_code == 200


def test_one_scale_is_told_once(client, plate):
    told = client.change(plate, pivot=ROWS, color={}).json()["figure"]
    assert told["scale"]["lowest"] == 4
    assert (told["scales"], told["regions"]) == ([], [])
