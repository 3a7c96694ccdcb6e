"""Lists cost as many queries for ten things as for two. That a GET writes nothing is held by the client, of all that are made."""

import errno
import gzip
import re
from base64 import b64encode
from itertools import chain
from pathlib import Path

import pytest
from django.conf import settings
from django.db import connection
from django.test.utils import CaptureQueriesContext

from mottled_finch.core.common.recipe import load
from mottled_finch.server import pictures
from mottled_finch.server.folios import small as small_folios
from mottled_finch.server.folios.small import kept_names
from mottled_finch.server.history import read_ahead
from mottled_finch.server.plates import small
from mottled_finch.server.plates.models import Plate, Version
from mottled_finch.server.tables import storage
from mottled_finch.server.tables.models import Table
from tests.core.outputs.draw.house.decks import deck


def queries(client, path):
    with CaptureQueriesContext(connection) as asked:
        assert client.get(path).status_code == 200
    return len(asked)


@pytest.mark.parametrize("path", ["/api/plates", "/api/tables", "/api/imports", "/api/folios"])
def test_a_list_of_many_costs_what_a_list_of_few_does(client, path):
    def more(count):
        for _ in range(count):
            table = client.upload("pier,minutes\nEast,4\nWest,8\n").json()["id"]
            plate = client.post("/api/plates", {"table": table}, format="json").json()["plate"]["id"]
            client.change(plate, pivot={"rows": [{"field": "pier"}]})
            client.post(f"/api/plates/{plate}/undo")
            client.put(f"/api/tables/{table}/mends", {"mends": [{"do": "rename", "field": "pier", "to": "berth"}]}, format="json")
            client.generic("POST", "/api/imports?name=a.csv", b"a\n1\n", content_type="text/csv")
            client.post("/api/folios", {"title": "Review", "plates": [plate]}, format="json")

    more(2)
    few = queries(client, path)
    more(8)
    assert queries(client, path) == few <= 6


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
    assert asked("get", "/api/plates") == 0
    assert asked("get", f"/api/plates/{plate}/recipe") == 1
    recipe = {"finch_recipe": 2, "pivot": {"rows": [{"field": "pier"}]}}
    # The one that is sent, the same as it will be kept, and the one that stood.
    assert asked("put", f"/api/plates/{plate}/recipe", data=recipe, format="json") == 3
    assert asked("post", f"/api/plates/{plate}/undo") == 1
    assert asked("get", f"/api/plates/{plate}/export.csv") == 1


def pages(client, path):
    """All pages of a list, by the addresses that the server gives."""
    found, address = [], path
    while address:
        response = client.get(address)
        found.append([each["id"] for each in response.json()])
        link = re.fullmatch(r'<http://127\.0\.0\.1(:80)?(/.+)>; rel="next"', response.headers.get("Link", ""))
        address = link[2] if link else None
    return found


def test_a_list_comes_by_pages_with_each_thing_once(client, plate):
    """Also where many were saved in the same moment."""
    standing = Plate.objects.get(pk=plate)
    Plate.objects.bulk_create([Plate(table=standing.table, at=1, title=f"No {i}") for i in range(120)])
    recipe = {"finch_recipe": 2, "pivot": {}}
    made = Plate.objects.exclude(pk=plate)
    Version.objects.bulk_create([Version(plate=each, number=1, recipe=recipe, change="x") for each in made])
    found = pages(client, "/api/plates")
    assert [len(each) for each in found] == [50, 50, 21]
    assert list(chain(*found)) == list(Plate.objects.order_by("-saved", "-pk").values_list("pk", flat=True))
    assert [len(each) for each in pages(client, "/api/plates?count=40&find=no")] == [40, 40, 40]
    assert len(client.get("/api/plates?count=9999").json()) == 121
    for cursor in ("abc", b64encode(b"p=x").decode(), b64encode(b"o=x").decode(), b64encode(b"p=2026-01-01&r=\xff").decode()):
        refused = client.get("/api/plates", {"cursor": cursor})
        assert (refused.status_code, refused.json()["path"]) == (422, "cursor")


@pytest.mark.parametrize(
    ("asked", "wanted"),
    [
        ("späte", ["Späte FÄHREN"]),
        ("fähren SPÄTE", ["Späte FÄHREN"]),
        ("STRASSE", ["Straße"]),
        ("ﬁnch", ["Finch 100%"]),
        ("100%", ["Finch 100%"]),
        ("1_0", []),
        ("trips", ["Finch 100%", "Späte FÄHREN", "Straße"]),
        ("  ", ["Finch 100%", "Späte FÄHREN", "Straße"]),
        ("straße trips", ["Straße"]),
        ("nowhere", []),
    ],
)
def test_things_are_found_by_the_words_of_their_names(client, table, asked, wanted):
    for title in ("Späte FÄHREN", "Straße", "Finch 100%"):
        plate = client.post("/api/plates", {"table": table}, format="json").json()["plate"]["id"]
        client.change(plate, words={"title": title})
    assert sorted(each["title"] for each in client.get("/api/plates", {"find": asked}).json()) == wanted


def test_a_list_calls_a_plate_as_it_stands_after_undo(client, plate):
    client.change(plate, words={"title": "One, {highest}"})
    assert client.get("/api/plates").json()[0]["title"] == "One, …"
    client.post(f"/api/plates/{plate}/undo")
    assert client.get("/api/plates?find=one").json() == []
    client.post(f"/api/plates/{plate}/history", {"number": 2}, format="json")
    assert client.get("/api/plates?find=one").json()[0]["id"] == plate


class TestSmall:
    def picture(self, client, plate, **headers):
        (address,) = [each["picture"] for each in client.get("/api/plates").json() if each["id"] == plate]
        return client.get(address, **headers), address

    def test_it_is_drawn_once_and_kept_for_a_year(self, client, plate, monkeypatch):
        drawn, address = self.picture(client, plate)
        assert drawn.content.startswith(b"<svg") and drawn.headers["Cache-Control"] == "private, max-age=31536000, immutable"
        monkeypatch.setattr(small, "figure_of", lambda _plate: pytest.fail("drawn again"))
        again, _ = self.picture(client, plate, HTTP_ACCEPT_ENCODING="gzip, br")
        assert gzip.decompress(again.content) == drawn.content and again.headers["Content-Encoding"] == "gzip"
        known, _ = self.picture(client, plate, HTTP_IF_NONE_MATCH=drawn.headers["ETag"])
        assert (known.status_code, known.content) == (304, b"")
        other = client.get(address.replace(address.rpartition("/")[2], "0.svg"))
        assert other.content == drawn.content and other.headers["Cache-Control"] == "no-cache"

    def test_it_is_another_when_anything_it_is_made_of_changes(self, client, plate, table):
        others = client.upload("berth,zone,spare\nEast,9,1\nWest,8,2\n", "zones.csv").json()["id"]
        bring = {"do": "bring", "from": "zones", "keys": {"pier": "berth"}, "columns": ["zone"]}
        seen = [self.picture(client, plate)[1]]
        for address, sent in (
            (f"/api/tables/{table}/mends", {"mends": [bring]}),
            (f"/api/tables/{others}/mends", {"mends": [{"do": "rename", "field": "spare", "to": "more"}]}),
            (f"/api/tables/{table}/targets", {"targets": {"promise": 4}}),
            (f"/api/plates/{plate}/recipe", {"finch_recipe": 2, "pivot": {}}),
        ):
            answer = client.put(address, sent, format="json")
            assert answer.status_code == 200, answer.content
            seen.append(self.picture(client, plate)[1])
        assert len(set(seen)) == len(seen)
        kept = [path.name for path in (settings.DATA / "small").iterdir() if path.name.startswith(f"plate-{plate}-")]
        assert len(kept) == 1, "those of before are gone"

    def test_a_full_disk_costs_only_that_it_is_drawn_again(self, client, plate, monkeypatch):
        def full(*_given):
            raise OSError(errno.ENOSPC, "No space left on device")

        monkeypatch.setattr(Path, "write_bytes", full)
        assert self.picture(client, plate)[0].content.startswith(b"<svg")

    def test_those_of_plates_that_are_gone_go_at_the_next_start(self, client, plate):
        self.picture(client, plate)
        (settings.DATA / "small" / ".cut off").write_bytes(b"x")
        client.take_away("plate", plate)
        pictures.tidy_up(kept_names())
        assert list((settings.DATA / "small").iterdir()) == []

    def test_so_is_the_first_page_of_a_folio(self, client, plate, monkeypatch):
        folio = client.post("/api/folios", {"title": "Review", "plates": [plate]}, format="json").json()["folio"]["id"]

        def address():
            return client.get("/api/folios").json()[0]["picture"]

        first = address()
        drawn = client.get(first)
        assert drawn.content == client.get(f"/api/folios/{folio}/pages/1.svg").content
        monkeypatch.setattr(small_folios, "laid", lambda *_: pytest.fail("drawn again"))
        assert client.get(first).content == drawn.content and "max-age" in drawn.headers["Cache-Control"]
        monkeypatch.undo()
        seen = {first}
        client.change(plate, words={"title": "Other"})
        seen.add(address())
        client.generic("POST", "/api/templates?name=House.pptx", deck(), content_type="application/octet-stream")
        seen.add(address())
        client.put(f"/api/folios/{folio}", {"finch_folio": 1, "title": "Mine"}, format="json")
        assert client.get(f"/api/folios/{folio}").json()["folio"]["picture"] == "", "it has no page"
        client.post(f"/api/folios/{folio}/undo")
        seen.add(address())
        assert len(seen) == 3, "undo leads back to the picture of before"
