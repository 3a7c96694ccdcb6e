"""Plates over HTTP: starting, changing, history, figures, export."""

import io
import json
import zipfile

import pytest

from mottled_finch.core.outputs.draw import DRAWINGS
from mottled_finch.server.plates.models import Plate, Version

from .test_bring import newer

AVERAGE = {
    "rows": [{"field": "pier"}],
    "columns": [{"field": "departed", "cut": "month"}],
    "measure": {"take": "average", "of": "minutes"},
}


def test_a_plate_starts_with_a_suggestion(client, table):
    answer = client.post("/api/plates", {"table": table}, format="json")
    assert answer.status_code == 201
    told = answer.json()
    assert told["plate"]["recipe"]["pivot"] == {"rows": [{"field": "pier"}], "columns": [{"field": "departed", "cut": "month"}]}
    assert told["plate"]["title"] == "Number of records by pier and month departed"
    assert (told["plate"]["undo"], told["plate"]["redo"]) == (None, None)
    figure = told["figure"]
    assert (figure["rows"], figure["columns"]) == (["East", "West"], ["Jan", "Feb"])
    assert (figure["values"], figure["records"]) == ([1, 1, 0, 1], [1, 1, 0, 1])
    assert figure["scale"]["highest"] == 1


def test_a_plate_starts_with_a_given_recipe(client, table):
    recipe = {"finch_recipe": 2, "pivot": AVERAGE, "words": {"title": "Late"}}
    told = client.post("/api/plates", {"table": table, "recipe": recipe}, format="json").json()
    assert told["plate"]["recipe"] == recipe
    assert told["figure"]["values"] == [4, None, None, 8]
    assert told["figure"]["unmeasured"] == 1


@pytest.mark.parametrize("body", [{}, {"table": "1"}, [], {"table": 999}])
def test_a_plate_needs_a_table(client, body):
    assert client.post("/api/plates", body, format="json").status_code in (404, 422)


def test_every_change_is_kept_and_can_be_undone_and_redone(client, plate):
    client.change(plate, pivot=AVERAGE)
    client.change(plate, pivot=AVERAGE, color={"palette": "kingcup"})
    now = client.get(f"/api/plates/{plate}").json()["plate"]
    assert (now["undo"], now["redo"]) == ("Palette Kingcup", None)

    back = client.post(f"/api/plates/{plate}/undo").json()
    assert "color" not in back["plate"]["recipe"]
    assert (back["plate"]["undo"], back["plate"]["redo"]) == ("Measured: average of minutes", "Palette Kingcup")
    client.post(f"/api/plates/{plate}/undo")
    nothing = client.post(f"/api/plates/{plate}/undo")
    assert (nothing.status_code, nothing.json()["detail"]) == (409, "There is nothing to undo.")

    client.post(f"/api/plates/{plate}/redo")
    again = client.post(f"/api/plates/{plate}/redo").json()
    assert again["plate"]["recipe"]["color"] == {"palette": "kingcup"}
    assert client.post(f"/api/plates/{plate}/redo").status_code == 409


def test_a_change_after_an_undo_takes_the_place_of_what_was_undone(client, plate):
    client.change(plate, words={"title": "A"})
    client.change(plate, words={"title": "B"})
    client.post(f"/api/plates/{plate}/undo")
    told = client.change(plate, words={"title": "C"}).json()["plate"]
    assert (told["title"], told["redo"]) == ("C", None)
    assert [version.recipe.get("words") for version in Version.objects.all()] == [None, {"title": "A"}, {"title": "C"}]


def test_saving_the_same_again_is_no_change(client, plate):
    client.change(plate, words={"title": "A"})
    client.change(plate, words={"title": "A"})
    assert Version.objects.count() == 2


@pytest.mark.parametrize(
    ("parts", "sentence", "path"),
    [
        (
            {"pivot": {"rows": [{"field": "peir"}]}},
            'pivot.rows[0].field: no column "peir"; did you mean "pier"?',
            "pivot.rows[0].field",
        ),
        ({"colour": {}}, 'colour: no such key; did you mean "color"?', "colour"),
        (
            {"pivot": {"measure": {"take": "sum", "of": "pier"}}},
            'pivot.measure.of: "pier" holds text, of which there is no sum; choose a number, such as minutes',
            "pivot.measure.of",
        ),
    ],
)
def test_a_recipe_that_makes_no_figure_changes_nothing(client, plate, parts, sentence, path):
    before = client.get(f"/api/plates/{plate}").json()
    answer = client.change(plate, **parts)
    assert answer.status_code == 422
    assert answer.headers["Content-Type"] == "application/problem+json"
    assert (answer.json()["detail"], answer.json()["path"]) == (sentence, path)
    assert client.get(f"/api/plates/{plate}").json() == before


def test_what_is_not_json_is_refused(client, plate):
    answer = client.generic("PUT", f"/api/plates/{plate}/recipe", b"{", content_type="application/json")
    assert answer.status_code == 400
    assert answer.json()["status"] == 400


@pytest.mark.parametrize("ending", DRAWINGS)
def test_every_form_of_export(client, plate, ending):
    client.change(plate, pivot=AVERAGE, words={"title": 'Late: "East"/<b>\r\nX'})
    answer = client.get(f"/api/plates/{plate}/export.{ending}")
    assert answer.status_code == 200
    assert answer.headers["Content-Type"] == DRAWINGS[ending].media_type
    assert answer.headers["Content-Disposition"] == (
        f"attachment; filename=\"Late EastbX.{ending}\"; filename*=UTF-8''Late%20EastbX.{ending}"
    )
    if ending == "json":
        assert json.loads(answer.content)["values"] == [[4, None], [None, 8]]


def test_live_facts_of_a_title_are_told_wherever_the_figure_is_made(client, plate):
    changed = client.change(plate, pivot=AVERAGE, words={"title": "{highest} at {highest.row}"}).json()
    assert changed["plate"]["title"] == "8 at West"
    assert client.get(f"/api/plates/{plate}").json()["plate"]["title"] == "8 at West"
    assert "8%20at%20West.csv" in client.get(f"/api/plates/{plate}/export.csv").headers["Content-Disposition"]
    archive = zipfile.ZipFile(io.BytesIO(client.get(f"/api/archive?plates={plate}&ending=csv").content))
    assert archive.namelist() == ["8 at West.csv"]
    assert [each["title"] for each in client.get("/api/plates").json()] == ["… at …"], "where no figure is made"


def test_export_refuses_what_it_cannot_do(client, plate):
    assert client.get(f"/api/plates/{plate}/export.doc").status_code == 404
    assert client.get(f"/api/plates/{plate}/export.png?zoom=9").json()["detail"] == "zoom: a zoom of 9; choose 1 to 4"
    assert client.get(f"/api/plates/{plate}/export.png?zoom=x").json()["detail"] == 'zoom: "x" is no number; write one such as 2'
    assert "Content-Disposition" not in client.get(f"/api/plates/{plate}/export.svg?view=1").headers


def test_the_recipe_of_a_plate_makes_the_same_figure_elsewhere(client, table, plate):
    client.change(plate, pivot=AVERAGE, color={"palette": "bogbean", "high_is": "good", "middle": {"at": 5}})
    recipe = client.get(f"/api/plates/{plate}/recipe").json()
    other = client.post("/api/plates", {"table": table, "recipe": recipe}, format="json").json()["plate"]["id"]
    one, two = (client.get(f"/api/plates/{number}/export.json").content for number in (plate, other))
    assert one == two


def test_a_removed_plate_is_gone_with_its_history(client, plate):
    client.take_away("plate", plate)
    assert not Plate.everything.exists()
    assert not Version.objects.exists()
    answer = client.get(f"/api/plates/{plate}")
    assert (answer.status_code, answer.json()["detail"]) == (404, "There is no such thing here; it may have been removed.")


def test_plates_are_listed_with_the_last_saved_first(client, table, plate):
    other = client.post("/api/plates", {"table": table}, format="json").json()["plate"]["id"]
    client.change(plate, words={"title": "A"})
    assert [told["id"] for told in client.get("/api/plates").json()] == [plate, other]


def test_what_changed_since_the_edition_before_and_its_plate(client, table, plate):
    client.change(
        plate,
        pivot={"rows": [{"field": "pier"}], "measure": {"take": "sum", "of": "minutes"}},
        words={"title": "Late"},
    )
    assert client.get(f"/api/plates/{plate}/since").json() == {"is_one": False, "moved": [], "number": 0, "lines": []}
    none = client.post(f"/api/plates/{plate}/differences")
    assert none.status_code == 422 and "edition" in none.json()["detail"]
    text = "pier,departed,minutes\nEast,2025-01-03 08:10,4\nWest,2025-02-09,18\nKnot,2025-02-11,3\n"
    assert newer(client, table, text).status_code == 200
    told = client.get(f"/api/plates/{plate}/since").json()
    assert told["is_one"] and told["number"] == 1
    assert {(move["name"], move["before"], move["now"]) for move in told["moved"]} == {("West", "8", "18")}
    assert told["lines"] == ["Knot is new, on 1 record."]
    made = client.post(f"/api/plates/{plate}/differences")
    assert made.status_code == 201
    assert made.json()["plate"]["title"] == "Late: since the edition before"
    figure = made.json()["figure"]
    assert dict(zip(figure["rows"], figure["values"], strict=True))["West"] == 10
