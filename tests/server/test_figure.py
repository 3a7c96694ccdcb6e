"""What issue by issue the editor asks of a plate beyond its recipe: history, pictures, comparisons, cautions, facts."""

import base64
import io

import pytest
from PIL import Image

from mottled_finch.core.figures.scene.typeface import FILES

CSV = "pier,month,minutes\n" + "".join(
    f"{pier},{month},{10 * i + j}\n" for i, pier in enumerate("abc") for j, month in enumerate("xyz") for _ in range(i + 1)
)
SUMS = {"rows": [{"field": "pier"}], "columns": [{"field": "month"}], "measure": {"take": "average", "of": "minutes"}}


def png(color="#ff0000", side=8) -> bytes:
    out = io.BytesIO()
    Image.new("RGB", (side, side), color).save(out, "PNG")
    return out.getvalue()


@pytest.fixture
def made(client) -> int:
    table = client.upload(CSV, "piers.csv").json()["id"]
    return client.post("/api/plates", {"table": table, "recipe": {"finch_recipe": 2, "pivot": SUMS}}, format="json").json()[
        "plate"
    ]["id"]


def figure(client, plate, **parts):
    answer = client.change(plate, pivot=parts.pop("pivot", SUMS), **parts)
    assert answer.status_code == 200, answer.json()
    return answer.json()["figure"]


class TestHistory:
    def test_every_step_is_listed_by_its_name(self, client, made):
        client.change(made, pivot=SUMS, words={"title": "A"})
        client.change(made, pivot=SUMS, words={"title": "A"}, page={"theme": "dusk"})
        told = client.get(f"/api/plates/{made}/history").json()
        assert told["at"] == 3
        assert [step["change"] for step in told["steps"]] == ["Plate started", "Title written", "Theme Dusk"]

    def test_going_to_a_step_and_forth_again(self, client, made):
        client.change(made, pivot=SUMS, words={"title": "A"})
        client.change(made, pivot=SUMS, words={"title": "B"})
        back = client.post(f"/api/plates/{made}/history", {"number": 1}, format="json").json()
        assert "words" not in back["plate"]["recipe"]
        assert (back["plate"]["undo"], back["plate"]["redo"]) == (None, "Title written")
        forth = client.post(f"/api/plates/{made}/history", {"number": 3}, format="json").json()
        assert forth["plate"]["recipe"]["words"] == {"title": "B"}

    @pytest.mark.parametrize(("body", "status"), [({"number": 9}, 404), ({"number": 0}, 404), ({"number": "1"}, 422), ({}, 422)])
    def test_a_step_that_is_not_there(self, client, made, body, status):
        assert client.post(f"/api/plates/{made}/history", body, format="json").status_code == status


class TestPictures:
    def given(self, client, content):
        return client.generic("POST", "/api/pictures", content, content_type="application/octet-stream")

    def test_a_picture_is_kept_once_and_laid_under(self, client, made):
        names = {self.given(client, png()).json()["picture"] for _ in range(2)}
        assert len(names) == 1
        name = names.pop()
        found = figure(client, made, page={"underlay": {"picture": name}})
        address = found["scene"]["under"]["picture"]
        assert address == f"/api/files/{name.removeprefix('kept:')}"
        assert client.get(address).content == png()
        assert client.get(address)["Content-Type"] == "image/png"

    def test_one_in_the_recipe_is_kept_by_name_and_whole_in_the_recipe_for_elsewhere(self, client, made):
        whole = f"data:image/png;base64,{base64.b64encode(png('#00ff00')).decode()}"
        figure(client, made, page={"underlay": {"picture": whole}})
        kept = client.get(f"/api/plates/{made}").json()["plate"]["recipe"]["page"]["underlay"]["picture"]
        assert kept.startswith("kept:")
        assert client.get(f"/api/plates/{made}/recipe").json()["page"]["underlay"]["picture"] == whole
        assert client.get(f"/api/plates/{made}/export.png").status_code == 200

    @pytest.mark.parametrize("content", [b"", b"no picture", png()[:50], b"<svg xmlns='http://www.w3.org/2000/svg'/>"])
    def test_what_is_none_is_refused(self, client, db, content):
        answer = self.given(client, content)
        assert answer.status_code == 422
        assert "PNG or JPEG" in answer.json()["detail"]

    def test_one_too_large_is_refused(self, client, db):
        assert self.given(client, b"x" * 6_000_001).status_code == 413

    def test_one_that_is_not_kept_here_is_refused_at_its_place(self, client, made):
        answer = client.change(made, pivot=SUMS, page={"underlay": {"picture": "kept:0000"}})
        assert answer.status_code == 422
        assert answer.json()["path"] == "page.underlay.picture"
        assert client.get("/api/files/0000").status_code == 404


class TestFonts:
    def test_a_font_is_kept_and_the_figure_set_in_it(self, client, made):
        content = FILES[600].read_bytes()
        answer = client.generic("POST", "/api/fonts", content, content_type="application/octet-stream")
        assert answer.status_code == 201
        name = answer.json()["font"]
        found = figure(client, made, page={"font": {"regular": name}})
        typeface = found["scene"]["typeface"]
        assert typeface["family"].startswith("House ")
        assert [face["weight"] for face in typeface["faces"]] == [400, 600]
        assert client.get(typeface["faces"][0]["address"]).content == content
        whole = client.get(f"/api/plates/{made}/recipe").json()["page"]["font"]["regular"]
        assert whole.startswith("data:font/ttf;base64,")
        assert figure(client, made, page={"font": {"regular": whole}})["scene"]["typeface"] == typeface
        assert client.get(f"/api/plates/{made}/export.pdf").status_code == 200

    def test_without_one_nothing_is_to_be_fetched(self, client, made):
        assert figure(client, made)["scene"]["typeface"] == {"family": "Mottled Sans", "faces": []}

    @pytest.mark.parametrize(("content", "status"), [(b"no font", 422), (b"x" * 3_000_001, 413)])
    def test_what_is_none_is_refused(self, client, content, status):
        assert client.generic("POST", "/api/fonts", content, content_type="application/octet-stream").status_code == status


class TestOthers:
    def test_all_others_together_are_worked_out_from_their_records(self, client, made):
        # b has two records a cell and c three: (2 * 10 + 3 * 20) / 5 in the first column.
        answer = client.get(f"/api/plates/{made}/others?side=rows&line=0").json()
        assert answer["values"] == [16, 17, 18]
        assert client.get(f"/api/plates/{made}/others?side=columns&line=2").json()["values"] == [0.5, 10.5, 20.5]

    def test_an_order_counts_members_as_they_stand(self, client, made):
        figure(client, made, pivot={**SUMS, "order": {"rows": {"by": "label", "descending": True}}})
        assert client.get(f"/api/plates/{made}/others?side=rows&line=2").json()["values"] == [16, 17, 18]

    @pytest.mark.parametrize("asked", ["side=rows&line=3", "side=ends&line=0", "side=rows&line=-1", "side=rows&line=x", ""])
    def test_what_is_not_there_is_refused(self, client, made, asked):
        assert client.get(f"/api/plates/{made}/others?{asked}").status_code == 422

    def test_what_is_shown_otherwise_is_refused(self, client, made):
        figure(client, made, pivot={**SUMS, "show": {"as": "rank", "of": "whole"}})
        answer = client.get(f"/api/plates/{made}/others?side=rows&line=0")
        assert answer.status_code == 422
        assert "only a measure as it is" in answer.json()["detail"]


class TestAnswers:
    def test_cautions_come_with_a_patch_that_cures_them(self, client, made):
        found = figure(client, made, legend={"show": False, "title": "T"})
        caution = next(each for each in found["cautions"] if each["name"] == "no_legend")
        assert caution["cure"] == {"words": "Show the legend", "patch": {"legend": {"show": None}}, "mend": None}

    def test_dismissed_ones_are_told_with_their_reason(self, client, made):
        found = figure(client, made, legend={"show": False}, dismissed={"no_legend": "it is in the text"})
        assert "no_legend" not in [each["name"] for each in found["cautions"]]
        assert [(each["name"], each["reason"]) for each in found["dismissed"]] == [("no_legend", "it is in the text")]

    def test_a_dismissal_without_a_reason_is_refused(self, client, made):
        answer = client.change(made, pivot=SUMS, dismissed={"no_legend": " "})
        assert answer.json()["path"] == "dismissed.no_legend"

    def test_facts_read_as_they_are_now(self, client, made):
        facts = {fact["name"]: fact["text"] for fact in figure(client, made)["facts"]}
        assert facts["n"] == "18"
        assert facts["highest.row"] == "c"
        assert facts["from"] is None
        assert facts["lit"] is None

    def test_hidden_values_can_still_be_read(self, client, made):
        aside = {"cells": [{"row": ["b"], "column": ["y"]}]}
        found = figure(client, made, pivot={**SUMS, "aside": aside}, cells={"least_records": 2})
        assert found["values"][:3] == [None, None, None]
        assert found["values"][4] is None
        assert found["held_values"] == {"0": 0.0, "1": 1.0, "2": 2.0, "4": 11.0}
        assert found["scene"]["grid"]["few"] == [0, 1, 2]
        assert found["scene"]["grid"]["aside"] == [4]

    def test_other_measures_are_told_beside(self, client, made):
        cells = {"print": {"measure": {"take": "count"}}, "symbols": {"as": "dot", "size": {"take": "sum", "of": "minutes"}}}
        found = figure(client, made, cells=cells)
        assert [each["words"] for each in found["beside"]] == ["Number of records", "Sum of minutes"]
        assert found["beside"][0]["texts"] == list("111222333")
        assert found["beside"][1]["texts"][-1] == "66"

    def test_a_fact_that_is_gone_is_refused_at_its_place_and_nothing_changes(self, client, made):
        answer = client.change(made, pivot=SUMS, words={"caption": "{from}"})
        assert answer.status_code == 422
        assert answer.json()["path"] == "words.caption"
        assert "words" not in client.get(f"/api/plates/{made}").json()["plate"]["recipe"]


def test_a_plate_is_laid_on_another_table_or_told_what_that_lacks(client, made):
    other = client.upload("dock,month,minutes\nq,x,1\n", "docks.csv").json()["id"]
    recipe = {"finch_recipe": 2, "pivot": SUMS}
    answer = client.post("/api/plates", {"table": other, "recipe": recipe}, format="json")
    assert answer.status_code == 422
    assert answer.json()["received"] == "pier"
    assert answer.json()["allowed"] == ["dock", "month", "minutes"]
    laid = {**recipe, "pivot": {**SUMS, "rows": [{"field": "dock"}]}}
    assert client.post("/api/plates", {"table": other, "recipe": laid}, format="json").status_code == 201


class TestClaims:
    def test_claims_are_told_with_what_holds_now_and_a_cure_makes_them_true(self, client, made):
        found = figure(client, made, claims=["highest row is c", "rank of a is 1"])
        assert found["claims"]["made"] == [
            {"words": "highest row is c", "holds": True, "now": "highest row is c", "instead": ""},
            {"words": "rank of a is 1", "holds": False, "now": "rank of a is 3", "instead": "rank of a is 3"},
        ]
        assert "lowest row is a" in found["claims"]["offered"]
        caution = next(each for each in found["cautions"] if each["name"] == "broken_claim")
        assert caution["words"] == "The title claims that rank of a is 1, but rank of a is 3."
        assert caution["cure"]["patch"] == {"claims": ["highest row is c", "rank of a is 3"]}
        assert caution["more"][0]["patch"] == {"claims": ["highest row is c"]}

    def test_what_is_no_claim_is_refused_and_nothing_changes(self, client, made):
        refused = client.change(made, pivot=SUMS, claims=["all is well"])
        assert refused.status_code == 422
        assert "claims[0]" in refused.json()["detail"] and "no claim that can be checked" in refused.json()["detail"]
        assert client.get(f"/api/plates/{made}").json()["plate"]["recipe"].get("claims") is None
