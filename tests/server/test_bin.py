"""What is removed goes to the bin: whole for what uses it, back by one step, and gone when its days are over."""

from datetime import timedelta

import pytest
from django.utils import timezone

from mottled_finch.server.bin import actions
from mottled_finch.server.bin.actions import empty_old
from mottled_finch.server.bin.kinds import KINDS
from mottled_finch.server.plans import clock
from mottled_finch.server.plans.models import Plan, Run
from mottled_finch.server.plates.models import Plate, Version
from mottled_finch.server.tables.models import Chunk, Table
from tests.core.outputs.draw.house.decks import deck

MONTH = timedelta(days=30, minutes=1)


@pytest.fixture
def folio(client, plate):
    return client.post("/api/folios", {"title": "Review", "plates": [plate]}, format="json").json()["folio"]["id"]


@pytest.fixture
def plan(client, folio):
    return client.post("/api/plans", {"folio": folio, "zone": "Europe/London"}, format="json").json()["id"]


@pytest.fixture
def template(client):
    given = client.generic("POST", "/api/templates?name=House.pptx", deck(), content_type="application/octet-stream")
    return given.json()["id"]


def binned(client):
    return [(each["kind"], each["name"], each["used_by"]) for each in client.get("/api/bin").json()]


@pytest.mark.parametrize("kind", KINDS)
def test_each_kind_goes_to_the_bin_and_comes_back(client, kind, request):
    number = request.getfixturevalue(kind)
    before = client.get(f"/api/{kind}s").json()
    assert [each["id"] for each in before] == [number]
    assert client.delete(f"/api/{kind}s/{number}").status_code == 204
    assert client.get(f"/api/{kind}s").json() == []
    (told,) = client.get("/api/bin").json()
    assert (told["kind"], told["id"]) == (kind, number) and told["removed"] < told["until"]
    assert client.post(f"/api/bin/{kind}/{number}").status_code == 204
    assert client.get(f"/api/{kind}s").json() == before and client.get("/api/bin").json() == []
    refused = client.post(f"/api/bin/{kind}/{number}")
    assert (refused.status_code, refused.json()["detail"]) == (404, "This is not in the bin; it was put back, or is gone.")


def test_what_uses_it_keeps_it_whole_and_is_told_of(client, table, plate, folio, plan):
    page = client.get(f"/api/folios/{folio}/pages/2.svg").content
    shown = client.get(f"/api/plates/{plate}").json()["figure"]["values"]
    client.delete(f"/api/tables/{table}")
    assert binned(client) == [("table", "trips", ["the plate “Number of records by pier and month departed”"])]
    assert client.get(f"/api/plates/{plate}").json()["figure"]["values"] == shown
    assert client.change(plate, words={"title": "Piers"}).status_code == 200, "a plate on it can still be changed"
    assert client.put(f"/api/tables/{table}/targets", {"targets": {"most": 2}}, format="json").status_code == 200
    client.post(f"/api/plates/{plate}/undo")
    client.delete(f"/api/plates/{plate}")
    assert client.change(plate, words={"title": "Mine"}).status_code == 404, "what is in the bin is not changed"
    assert binned(client)[0] == ("plate", "Number of records by pier and month departed", ["the folio “Review”"])
    told = client.get(f"/api/folios/{folio}").json()
    (one,) = told["plates"].values()
    assert (one["problem"], one["plate"]) == ("", plate) and one["binned"] > timezone.now().isoformat()
    assert client.get(f"/api/folios/{folio}/pages/2.svg").content == page
    assert client.get(f"/api/folios/{folio}/export.pptx").status_code == 200
    client.delete(f"/api/folios/{folio}")
    assert binned(client)[0] == ("folio", "Review", ["the plan “Review”"])
    assert "make Review (in the bin) as PPTX" in client.get(f"/api/plans/{plan}").json()["words"]


def test_what_is_old_is_gone_and_a_table_that_a_plate_needs_is_not(client, table, plate):
    client.delete(f"/api/tables/{table}")
    empty_old(timezone.now() + MONTH)
    assert Table.everything.count() == 1 and client.get(f"/api/plates/{plate}").status_code == 200
    client.delete(f"/api/plates/{plate}")
    empty_old(timezone.now() + MONTH - timedelta(hours=1))
    assert binned(client)[0][0] == "plate", "its days are not over"
    empty_old(timezone.now() + MONTH)
    assert not Plate.everything.exists() and not Version.objects.exists()
    assert not Table.everything.exists() and not Chunk.objects.exists()


def test_what_is_put_back_while_the_bin_is_emptied_stays(client, plate, monkeypatch):
    """Another window puts it back between the list of what is old and the taking away."""
    client.delete(f"/api/plates/{plate}")
    listed = actions._gone

    def put_back_first(kind, thing):
        client.post(f"/api/bin/plate/{plate}")
        return listed(kind, thing)

    monkeypatch.setattr(actions, "_gone", put_back_first)
    empty_old(timezone.now() + MONTH)
    assert client.get(f"/api/plates/{plate}").status_code == 200
    # A later removal has days of its own.
    client.delete(f"/api/plates/{plate}")
    (binned,) = Plate.everything.exclude(removed=None)
    Plate.everything.update(removed=timezone.now() + timedelta(seconds=5))
    assert not listed(KINDS["plate"], binned) and Plate.everything.exists()


def test_all_of_it_can_be_taken_away_at_once(client, table, plate):
    other = client.upload("a,b\n1,2\n", "more.csv").json()["id"]
    for address in (f"/api/tables/{table}", f"/api/tables/{other}"):
        client.delete(address)
    assert client.delete("/api/bin").status_code == 204
    assert [name for _, name, _ in binned(client)] == ["trips"], "a plate is laid on it"
    assert client.get(f"/api/plates/{plate}").status_code == 200


def test_a_name_that_another_has_by_now_is_not_taken_twice(client, table, template):
    client.delete(f"/api/tables/{table}")
    client.upload("a,b\n1,2\n")
    assert client.post(f"/api/bin/table/{table}").status_code == 204
    assert [each["name"] for each in client.get("/api/tables").json()] == ["trips", "trips 2"]
    client.delete(f"/api/templates/{template}")
    client.generic("POST", "/api/templates?name=House.pptx", deck(), content_type="application/octet-stream")
    assert client.post(f"/api/bin/template/{template}").status_code == 204
    assert sorted(each["name"] for each in client.get("/api/templates").json()) == ["House", "House 2"]


def test_a_plan_that_comes_back_makes_up_for_nothing(client, plan):
    client.delete(f"/api/plans/{plan}")
    Plan.everything.update(considered=timezone.now() - timedelta(days=14))
    clock.tick(timezone.now())
    assert not Run.objects.exists(), "a plan in the bin does not run"
    client.post(f"/api/bin/plan/{plan}")
    clock.tick(timezone.now())
    assert not Run.objects.exists()


def test_a_target_that_only_a_plate_in_the_bin_stands_at_can_be_taken_out(client, table, plate):
    client.put(f"/api/tables/{table}/targets", {"targets": {"promise": 5}}, format="json")
    client.change(plate, color={"high": {"target": "promise"}})
    assert client.put(f"/api/tables/{table}/targets", {"targets": {}}, format="json").status_code == 409
    client.delete(f"/api/plates/{plate}")
    assert client.put(f"/api/tables/{table}/targets", {"targets": {}}, format="json").status_code == 200


def test_a_template_in_the_bin_is_left_in_until_it_is_gone(client, plate, template):
    client.change(plate, page={"template": {"slides": "House"}})
    client.delete(f"/api/templates/{template}")
    assert binned(client) == [("template", "House", ["the plate “Number of records”"])]
    assert client.get(f"/api/plates/{plate}/export.pptx").status_code == 200
    client.delete(f"/api/bin/template/{template}")
    assert client.get(f"/api/plates/{plate}/export.pptx").status_code == 422
