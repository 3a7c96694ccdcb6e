"""Figures that come back over HTTP."""

import io
import zipfile

import pytest

from mottled_finch.core.outputs.draw.making.source import PUT
from mottled_finch.server.plates.models import Version

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
    assert told.json() == {"plate": made["id"], "folio": None, "made": False, "table": "piers"}
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
    assert (told.status_code, told.json()["detail"]) == (
        422,
        'form: this form leaves nothing to choose as "form"; choose of hidden',
    )
    told = client.get(f"/api/plates/{made['id']}/export.xlsx?colors=gold")
    assert told.json()["detail"] == 'colors: "gold" cannot be chosen; choose one of rules, fills'


def test_several_leave_as_one_archive_and_who_cannot_is_told(client, made):
    other = client.post(
        "/api/plates",
        {"table": made["table"], "recipe": {"finch_recipe": 2, "pivot": SUMS, "words": {"title": "Mine"}}},
        format="json",
    ).json()["plate"]["id"]
    dots = {"finch_recipe": 2, "pivot": SUMS, "cells": {"symbols": {"as": "dot"}}, "words": {"title": "Größe / Ω"}}
    third = client.post("/api/plates", {"table": made["table"], "recipe": dots}, format="json").json()["plate"]["id"]
    answer = client.get(f"/api/archive?plates={made['id']},{other},{third},{third},999999&ending=xlsx")
    assert answer["Content-Disposition"].endswith("figures.zip")
    with zipfile.ZipFile(io.BytesIO(answer.content)) as archive:
        assert archive.namelist() == ["Mine.xlsx", "Mine 2.xlsx", "Größe Ω.xlsx"]
        assert drop(client, archive.read("Mine 2.xlsx")).json()["plate"] == other
    Version.objects.filter(plate=other).update(recipe={"finch_recipe": 2, "pivot": {**SUMS, "rows": [{"field": "gone"}]}})
    with zipfile.ZipFile(io.BytesIO(client.get(f"/api/archive?plates={made['id']},{other}&ending=svg").content)) as archive:
        assert archive.namelist()[0] == "Mine.svg" and "gone" in archive.read("left out.txt").decode()
    for query in ("plates=&ending=svg", "plates=1&ending=bmp", f"plates={','.join(['1'] * 201)}&ending=svg"):
        assert client.get(f"/api/archive?{query}").status_code == 422
