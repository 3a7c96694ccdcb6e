"""Templates of the house over HTTP, the plates that name them, and what is usual of outputs in a library."""

import io
import zipfile

import pptx
import pytest
from django.utils import timezone

from mottled_finch.core.outputs.draw import source_in
from mottled_finch.core.outputs.draw.house.template import to_json
from mottled_finch.server.plates.models import HouseTemplate
from mottled_finch.server.plates.templates import said_of
from mottled_finch.work.worker import LOOKS, WorkFailed
from tests.core.outputs.draw.house.decks import changed, deck, document, painted, potx, shape

CSV = "pier,month,minutes\n" + "".join(f"{pier},{month},{i}\n" for i, pier in enumerate("abc") for month in "xyz")
PIVOT = {"rows": [{"field": "pier"}], "columns": [{"field": "month"}], "measure": {"take": "average", "of": "minutes"}}


def give(client, content, name):
    return client.generic("POST", f"/api/templates?name={name}", content, content_type="application/octet-stream")


@pytest.fixture
def plate(client):
    """Starts plates on one table, each with a page of its own."""
    table = client.upload(CSV, "piers.csv").json()["id"]

    def start(**page):
        recipe = {"finch_recipe": 2, "pivot": PIVOT, "words": {"title": "Mine"}, "page": page}
        made = client.post("/api/plates", {"table": table, "recipe": recipe}, format="json")
        assert made.status_code == 201, made.content
        return made.json()["plate"]["id"]

    return start


def test_a_template_is_given_once_and_plates_leave_in_it(client, plate):
    given = give(client, deck(), "House 2026.pptx")
    assert given.status_code == 201, given.content
    assert (given.json()["name"], given.json()["kind"], given.json()["usual"]) == ("House 2026", "slides", "Title and Content")
    assert client.get("/api/templates").json() == [given.json()]
    number = plate(template={"slides": "House 2026", "layout": "Title Only"})
    (slide,) = pptx.Presentation(io.BytesIO(client.get(f"/api/plates/{number}/export.pptx").content)).slides
    assert slide.slide_layout.name == "Title Only" and slide.shapes.title.text == "Mine"
    assert "“House 2026”" in "".join(each["text"] for each in client.get(f"/api/plates/{number}").json()["figure"]["said"]["page"])


def test_one_of_the_same_name_takes_its_place_and_the_other_kind_stands_beside(client, plate):
    first = give(client, deck(), "House.pptx").json()
    number = plate(template={"slides": "House", "document": "House"})
    second = give(client, potx(deck(width=720)), "House.potx").json()
    assert (second["id"], second["width"]) == (first["id"], 720)
    assert give(client, document(), "House.docx").json()["kind"] == "document"
    assert [each["kind"] for each in client.get("/api/templates").json()] == ["document", "slides"]
    made = pptx.Presentation(io.BytesIO(client.get(f"/api/plates/{number}/export.pptx").content))
    assert made.slide_width.pt == 720
    assert client.get(f"/api/plates/{number}/export.docx").status_code == 200


def test_a_plate_says_when_its_template_is_gone_and_leaves_in_other_forms(client, plate):
    given = give(client, deck(), "House.pptx").json()
    number, other = plate(template={"slides": "House"}), plate()
    client.take_away("template", given["id"])
    refused = client.get(f"/api/plates/{number}/export.pptx")
    assert refused.status_code == 422
    assert 'the template "House" is not in this library; give it again under Page' in refused.json()["detail"]
    assert client.get(f"/api/plates/{number}/export.png").status_code == 200
    archive = client.get(f"/api/archive?plates={number},{other}&ending=pptx").content
    with zipfile.ZipFile(io.BytesIO(archive)) as found:
        assert found.namelist() == ["Mine.pptx", "left out.txt"] or found.namelist() == ["Mine 2.pptx", "left out.txt"]
        assert "House" in found.read("left out.txt").decode()
    assert client.delete(f"/api/templates/{given['id']}").status_code == 404


@pytest.mark.parametrize(
    ("content", "reason"),
    [
        (changed(deck(), lambda _, body: body, {"ppt/vbaProject.bin": b"x"}), "macros"),
        (b"not one", "deck or document"),
        (b"", "deck or document"),
    ],
)
def test_a_bad_template_is_refused_and_nothing_is_kept(client, content, reason):
    refused = give(client, content, "House.pptx")
    assert refused.status_code == 422 and reason in refused.json()["detail"]
    assert client.get("/api/templates").json() == []


def test_one_that_ends_whoever_reads_it_is_one_sentence(client, monkeypatch):
    def ended(*_given):
        raise WorkFailed("it takes more memory than it may")

    monkeypatch.setattr(LOOKS, "do", ended)
    refused = give(client, deck(), "House.pptx")
    assert refused.json()["detail"].startswith("The template cannot be read: it takes more memory")


def test_recipes_name_templates_as_they_should(client):
    table = client.upload(CSV, "piers.csv").json()["id"]
    for template, reason in (
        ({"slides": ""}, "1 to 120 letters"),
        ({"slides": "x" * 121}, "1 to 120 letters"),
        ({"layout": "Title Only"}, "name the template of the slides, too"),
    ):
        recipe = {"finch_recipe": 2, "pivot": PIVOT, "page": {"template": template}}
        refused = client.post("/api/plates", {"table": table, "recipe": recipe}, format="json")
        assert refused.status_code == 422 and reason in refused.json()["detail"]


def test_a_library_can_leave_the_source_out_unless_asked(client, plate):
    number = plate()
    assert client.get("/api/usual-choices").json() == {"choices": {"source": "yes"}}
    put = client.put("/api/usual-choices", {"choices": {"source": "no"}}, format="json")
    assert put.json() == client.get("/api/usual-choices").json() == {"choices": {"source": "no"}}
    assert b"mottled-finch-source" not in client.get(f"/api/plates/{number}/export.png").content
    assert source_in(client.get(f"/api/plates/{number}/export.png?source=yes").content).table == "piers"
    with zipfile.ZipFile(io.BytesIO(client.get(f"/api/archive?plates={number}&ending=svg").content)) as archive:
        assert b"mottled-finch-source" not in archive.read("Mine.svg")
    for choices, reason in (
        ({"source": "perhaps"}, "cannot be chosen"),
        ({"form": "table"}, "chosen with each output"),
        ({"a": "b"}, "a"),
    ):
        refused = client.put("/api/usual-choices", {"choices": choices}, format="json")
        assert refused.status_code == 422 and reason in refused.json()["detail"]
    assert client.get("/api/usual-choices").json() == {"choices": {"source": "no"}}


def test_one_that_was_read_when_less_was_read_is_read_again(client, plate):
    """A library of before knows of no shapes, spots or opening."""
    given = give(client, painted(shape((0, 0, 90, 9))), "House.pptx").json()
    now = HouseTemplate.objects.get().told
    before = {name: value for name, value in now.items() if name not in ("opening", "paintings", "pictures", "reading")}
    before["layouts"] = [{**each, "title_box": None} for each in now["layouts"]]
    HouseTemplate.objects.update(told=before, given=timezone.now())
    assert client.get("/api/templates").json() == [given]
    kept = HouseTemplate.objects.get()
    assert to_json(said_of(kept)) == now and now["paintings"]["shapes 1"]
    number = plate(template={"slides": "House"})
    assert client.get(f"/api/plates/{number}/export.pptx").status_code == 200
