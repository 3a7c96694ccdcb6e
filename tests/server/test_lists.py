"""Lists cost as many queries for ten things as for two. That a GET writes nothing is held by the client, of all that are made."""

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from mottled_finch.core.recipe import load
from mottled_finch.server.history import read_ahead
from mottled_finch.server.plates.models import Plate, Version
from mottled_finch.server.tables import storage
from mottled_finch.server.tables.models import Table


def queries(client, path):
    with CaptureQueriesContext(connection) as asked:
        assert client.get(path).status_code == 200
    return len(asked)


@pytest.mark.parametrize("path", ["/api/plates", "/api/tables", "/api/imports"])
def test_a_list_of_many_costs_what_a_list_of_few_does(client, path):
    def more(count):
        for _ in range(count):
            table = client.upload("pier,minutes\nEast,4\nWest,8\n").json()["id"]
            plate = client.post("/api/plates", {"table": table}, format="json").json()["plate"]["id"]
            client.change(plate, pivot={"rows": [{"field": "pier"}]})
            client.post(f"/api/plates/{plate}/undo")
            client.put(f"/api/tables/{table}/mends", {"mends": [{"do": "rename", "field": "pier", "to": "berth"}]}, format="json")
            client.generic("POST", "/api/imports?name=a.csv", b"a\n1\n", content_type="text/csv")

    more(2)
    few = queries(client, path)
    more(8)
    assert queries(client, path) == few <= 5


def test_one_plate_costs_few(client, plate):
    client.get(f"/api/plates/{plate}")
    assert queries(client, f"/api/plates/{plate}") <= 6


def test_a_summary_of_before_is_made_anew_without_being_written(client, table, monkeypatch):
    """Such as a library has that was kept by an earlier version."""
    Table.objects.filter(pk=table).update(summary={})
    (first,) = client.get("/api/tables").json()
    assert [column["name"] for column in first["columns"]] == ["pier", "departed", "minutes"]
    assert Table.objects.get(pk=table).summary == {}
    # Once made, it is kept in memory: the data is not opened again.
    monkeypatch.setattr(storage.EDITIONS, "open", lambda _edition: pytest.fail("opened again"))
    assert client.get("/api/tables").json() == [first]
    monkeypatch.undo()
    client.put(f"/api/tables/{table}/mends", {"mends": [{"do": "rename", "field": "pier", "to": "berth"}]}, format="json")
    assert Table.objects.get(pk=table).summary["columns"][0]["name"] == "berth"


def test_a_history_that_is_changed_while_a_list_is_read_is_read_again(client, plate):
    for title in ("one", "two", "three"):
        client.change(plate, words={"title": title})
    read = list(Plate.objects.all())  # the third change stands
    for _ in range(3):
        client.post(f"/api/plates/{plate}/undo")
    client.change(plate, words={"title": "another"})  # and is gone
    read_ahead(read, Version, "plate")
    assert read[0].recipe().words.title == "another"


@pytest.fixture
def parsed(monkeypatch) -> list[object]:
    """Every recipe that is parsed from here on."""
    found: list[object] = []
    check = load.check_recipe
    monkeypatch.setattr(load, "check_recipe", lambda recipe: found.append(recipe) or check(recipe))
    return found


def test_a_recipe_is_parsed_once_a_request(client, plate, parsed):
    def asked(method, path, **more):
        parsed.clear()
        assert getattr(client, method)(path, **more).status_code == 200
        return len(parsed)

    assert asked("get", f"/api/plates/{plate}") == 1
    assert asked("get", "/api/plates") == 1
    assert asked("get", f"/api/plates/{plate}/recipe") == 1
    recipe = {"finch_recipe": 2, "pivot": {"rows": [{"field": "pier"}]}}
    # The one that is sent, the same as it will be kept, and the one that stood.
    assert asked("put", f"/api/plates/{plate}/recipe", data=recipe, format="json") == 3
    assert asked("post", f"/api/plates/{plate}/undo") == 1
    assert asked("get", f"/api/plates/{plate}/export.csv") == 1
