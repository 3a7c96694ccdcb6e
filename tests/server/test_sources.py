"""Figures that come back over HTTP."""

import pytest

from mottled_finch.core.draw.source import PUT

CSV = "pier,month,minutes\n" + "".join(f"{pier},{month},{i}\n" for i, pier in enumerate("abc") for month in "xyz")
SUMS = {"rows": [{"field": "pier"}], "columns": [{"field": "month"}], "measure": {"take": "average", "of": "minutes"}}


@pytest.fixture
def made(client):
    table = client.upload(CSV, "piers.csv").json()["id"]
    recipe = {"finch_recipe": 2, "pivot": SUMS, "words": {"title": "Mine"}}
    return client.post("/api/plates", {"table": table, "recipe": recipe}, format="json").json()["plate"]


def drop(client, content):
    return client.generic("POST", "/api/sources", content, content_type="application/octet-stream")


@pytest.mark.parametrize("ending", PUT)
def test_the_plate_it_came_from_opens(client, made, ending):
    content = client.get(f"/api/plates/{made['id']}/export.{ending}").content
    told = drop(client, content)
    assert told.status_code == 200, told.content
    assert told.json() == {"plate": made["id"], "made": False, "table": "piers"}
    bare = client.get(f"/api/plates/{made['id']}/export.{ending}?source=no").content
    assert "no source" in drop(client, bare).json()["detail"]


def test_where_the_plate_is_gone_it_is_made_anew_on_a_table_that_fits(client, made):
    content = client.get(f"/api/plates/{made['id']}/export.png").content
    assert client.delete(f"/api/plates/{made['id']}").status_code == 204
    told = drop(client, content).json()
    assert told["made"] and told["table"] == "piers"
    anew = client.get(f"/api/plates/{told['plate']}").json()
    assert anew["plate"]["recipe"]["words"]["title"] == "Mine"
    assert list(anew["figure"]["rows"]) == ["a", "b", "c"]


def test_where_nothing_fits_it_says_what_is_missing(client, made):
    content = client.get(f"/api/plates/{made['id']}/export.svg").content
    table = made["table"]
    assert client.delete(f"/api/plates/{made['id']}").status_code == 204
    assert client.delete(f"/api/tables/{table}").status_code == 204
    told = drop(client, content)
    assert (told.status_code, told.json()["detail"].startswith("There is no table here")) == (422, True)
    client.upload("other,c\n1,2\n", "other.csv")
    detail = drop(client, content).json()["detail"]
    assert "fits no table here" in detail and "pier" in detail and "Bring piers" in detail


def test_what_is_none_of_ours_is_refused(client):
    for content in (b"", b"PK\x03\x04", b"%PDF-1.4 nothing", b"\x89PNG\r\n\x1a\n", b"<svg/>"):
        told = drop(client, content)
        assert told.status_code == 422 and "no source" in told.json()["detail"]


def test_choices_that_a_form_does_not_have_are_refused(client, made):
    told = client.get(f"/api/plates/{made['id']}/export.csv?form=table")
    assert (told.status_code, told.json()["detail"]) == (422, 'form: this form leaves nothing to choose as "form"; leave it out')
    told = client.get(f"/api/plates/{made['id']}/export.xlsx?colors=gold")
    assert told.json()["detail"] == 'colors: "gold" cannot be chosen; choose one of rules, fills'
