"""Folios over HTTP: started, changed, undone, laid out, exported, and brought back."""

import io
import json
from dataclasses import replace

import docx
import openpyxl
import pytest
from openpyxl.worksheet.formula import ArrayFormula
from pptx import Presentation

from mottled_finch.app.ports import OWNER
from mottled_finch.app.refreshing import Refreshing
from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS
from mottled_finch.core.outputs.folio.source import folio_source_in, put_folio
from mottled_finch.server.folios.figures import laid
from mottled_finch.server.folios.models import Folio
from mottled_finch.shell.refreshing import PlatesBeside
from mottled_finch.work import asking
from tests.core.outputs.draw.house.decks import deck, painted, shape, solid

from .test_imports import give, read

CSV = "pier,month,minutes\n" + "".join(
    f"{pier},{month},{3 * i + j}\n" for i, pier in enumerate(("Ardle", "Brack", "Knot")) for j, month in enumerate("xyz")
)
PIVOT = {"rows": [{"field": "pier"}], "columns": [{"field": "month"}], "measure": {"take": "sum", "of": "minutes"}}


def start_plate(client, table, title, **parts):
    recipe = {"finch_recipe": 2, "pivot": PIVOT, "words": {"title": title}, **parts}
    made = client.post("/api/plates", {"table": table, "recipe": recipe}, format="json")
    assert made.status_code == 201, made.content
    return made.json()["plate"]["id"]


@pytest.fixture
def log(client):
    return client.upload(CSV, "log.csv").json()["id"]


@pytest.fixture
def plates(client, log):
    return [
        start_plate(client, log, "Winter makes us late", claims=["highest row is Knot"]),
        start_plate(client, log, "Crowded piers"),
    ]


@pytest.fixture
def started(client, plates):
    answer = client.post("/api/folios", {"title": "Review", "plates": plates}, format="json")
    assert answer.status_code == 201, answer.content
    return answer.json()


def put(client, started, spec, seen=None):
    headers = {"HTTP_IF_MATCH": f'"{seen}"'} if seen else {}
    return client.put(f"/api/folios/{started['folio']['id']}", spec, format="json", **headers)


def test_a_folio_starts_with_an_opening_and_a_page_for_each_plate(client, started, plates):
    assert started["folio"]["title"] == "Review" and started["folio"]["plates"] == plates
    assert [page["title"] for page in started["pages"]] == ["Review", "Winter makes us late", "Crowded piers"]
    assert list(started["plates"]) == ["winter makes", "crowded piers"]
    assert started["plates"]["winter makes"]["facts"]["highest.row"] == "Knot"
    assert "highest row is Knot" in started["plates"]["winter makes"]["offered"]
    assert [each["words"] for each in started["pages"][1]["claims"]] == ["highest row is Knot"]
    assert len(started["pages"][1]["colors"]) == 6
    (listed,) = client.get("/api/folios").json()
    assert listed == started["folio"] == client.get(f"/api/folios/{listed['id']}").json()["folio"]


def contents_of(answer):
    """The lines of contents on the first page."""
    return laid(Folio.objects.get(pk=answer["folio"]["id"])).made.pages[0].links


def test_words_are_asked_for_below_the_contents_and_a_title_says_what_holds(client, log):
    plate = start_plate(client, log, "{highest.row} makes us late")
    started = client.post("/api/folios", {"title": "Review", "plates": [plate]}, format="json").json()
    assert [each["title"] for each in started["plates"].values()] == ["Knot makes us late"]
    opening = started["pages"][0]
    (listed,) = contents_of(started)
    assert opening["words"][1] > listed.box[1] + listed.box[3]
    pages = started["spec"]["pages"]
    with_words = put(client, started, {**started["spec"], "pages": [{**pages[0], "words": "Of last week."}, *pages[1:]]}).json()
    assert with_words["pages"][0]["words"][1] < contents_of(with_words)[0].box[1], "above them once they are there"


def test_a_change_is_kept_named_and_undone(client, started):
    spec = {**started["spec"], "pages": started["spec"]["pages"][::-1]}
    changed = put(client, started, spec, started["folio"]["version"]).json()
    assert [page["number"] for page in changed["pages"]] == [1, 2, 3] and changed["pages"][0]["title"] == "Crowded piers"
    assert changed["folio"]["undo"] == "Pages changed"
    address = f"/api/folios/{started['folio']['id']}"
    undone = client.post(f"{address}/undo").json()
    assert undone["spec"] == started["spec"] and undone["folio"]["redo"] == "Pages changed"
    assert client.post(f"{address}/undo").status_code == 409
    assert client.post(f"{address}/redo").json()["spec"] == changed["spec"]
    steps = client.get(f"{address}/history").json()
    assert [step["change"] for step in steps["steps"]] == ["Folio started", "Pages changed"] and steps["at"] == 2
    assert client.post(f"{address}/history", {"number": 1}, format="json").json()["spec"] == started["spec"]


def test_whoever_saw_another_version_is_told_and_loses_nothing(client, started):
    seen = started["folio"]["version"]
    put(client, started, {**started["spec"], "title": "First"}, seen)
    second = put(client, started, {**started["spec"], "title": "Second"}, seen)
    assert second.status_code == 412 and second.json()["meanwhile"] == ["Title set to “First”"]
    assert client.get(f"/api/folios/{started['folio']['id']}").json()["spec"]["title"] == "First"
    assert client.delete(f"/api/folios/{started['folio']['id']}", HTTP_IF_MATCH=f'"{seen}"').status_code == 412


@pytest.mark.parametrize(
    ("part", "sentence"),
    [
        (
            {"pages": [{"plates": ["nobody"]}]},
            'pages[0].plates[0]: "nobody" is no plate of this folio; choose from winter makes, crowded piers',
        ),
        ({"plates": {"x": {"plate": 999}}, "pages": []}, "There is no plate 999 in this library."),
        (
            {"plates": {"x": {"recipe": {}, "table": "t"}}, "tables": {"t": "t.csv"}, "pages": []},
            "x is a recipe; in a library a folio names the number of a plate.",
        ),
    ],
)
def test_what_does_not_belong_changes_nothing(client, started, part, sentence):
    answer = put(client, started, {**started["spec"], **part})
    assert answer.status_code == 422 and answer.json()["detail"] == sentence
    assert client.get(f"/api/folios/{started['folio']['id']}").json()["spec"] == started["spec"]


def test_a_page_is_a_picture_that_is_kept_as_long_as_its_revision(client, started, plates):
    address = f"/api/folios/{started['folio']['id']}"
    first = client.get(f"{address}/pages/2.svg?revision=x")
    assert first.headers["Cache-Control"].endswith("immutable") and b"Winter makes us late" in first.content
    assert client.get(f"{address}/pages/2.svg").headers["Cache-Control"] == "no-cache"
    assert client.get(f"{address}/pages/9.svg").json()["detail"] == "There is no page 9; the folio has 3."
    before = [page["revision"] for page in started["pages"]]
    client.change(plates[0], pivot=PIVOT, words={"title": "Winter"}, color={"palette": "sedge"})
    after = [page["revision"] for page in client.get(address).json()["pages"]]
    assert after[1] != before[1] and after[2] == before[2] and after[0] != before[0], "the opening lists the headlines"


def test_every_form_leaves_with_the_folio_in_it(client, started, plates):
    for ending in FOLIO_DRAWINGS:
        answer = client.get(f"/api/folios/{started['folio']['id']}/export.{ending}")
        assert answer.status_code == 200, answer.content
        assert f"Review.{ending}" in answer.headers["Content-Disposition"]
        source = folio_source_in(answer.content)
        assert source.number == started["folio"]["id"]
        assert [each.plate for each in source.plates.values()] == plates
    bare = client.get(f"/api/folios/{started['folio']['id']}/export.pptx?source=no")
    assert folio_source_in(bare.content) is None
    assert client.get(f"/api/folios/{started['folio']['id']}/export.xlsx").status_code == 404


def test_it_does_not_leave_while_a_claim_is_broken_unless_told_to(client, started):
    pages = [{"plates": ["winter makes"], "claims": [{"says": "highest row is Brack"}]}]
    changed = put(client, started, {**started["spec"], "pages": pages}).json()
    (caution,) = changed["pages"][0]["cautions"]
    assert caution["words"] == "The headline claims that highest row is Brack, but highest row is Knot."
    assert [cure["words"] for cure in caution["cures"]] == ["Claim what holds now", "Take the claim off"]
    address = f"/api/folios/{started['folio']['id']}/export.pptx"
    refused = client.get(address)
    assert refused.status_code == 422
    assert refused.json()["detail"] == (
        "page 1: it claims that highest row is Brack, but highest row is Knot; correct the words, or let it leave all the same"
    )
    assert client.get(f"{address}?broken=1").status_code == 200
    cured = put(client, started, caution["cures"][0]["folio"]).json()
    assert cured["pages"][0]["cautions"] == [] and client.get(address).status_code == 200


def test_a_plate_that_is_removed_or_broken_is_told_and_holds_the_folio_back(client, started, plates, log):
    address = f"/api/folios/{started['folio']['id']}"
    client.take_away("plate", plates[1])
    told = client.get(address).json()
    assert told["plates"]["crowded piers"]["problem"] == "the plate was removed" and told["plates"]["crowded piers"]["plate"] == 0
    assert told["pages"][2]["rooms"][0]["why"] == "the plate was removed"
    assert b"crowded piers cannot be made" in client.get(f"{address}/pages/3.svg").content
    assert client.get(f"{address}/export.pptx").json()["detail"] == (
        "crowded piers cannot be made: the plate was removed; mend it, or take it off its page"
    )
    kept = put(client, started, {**told["spec"], "title": "Still"})
    assert kept.status_code == 200, kept.content


def test_pages_are_laid_in_the_house_s_template_and_plain_while_it_is_gone(client, started):
    address = f"/api/folios/{started['folio']['id']}"
    house = painted(shape((0, 0, 90, 9), fill=solid("0b5fa5")), shape((0, 0, 9, 9), kind="cloud", name="Cloud"))
    given = client.generic("POST", "/api/templates?name=House.pptx", house, content_type="application/octet-stream").json()
    changed = put(client, started, {**started["spec"], "page": {"template": {"slides": "House"}}}).json()
    assert changed["problem"] == "" and "Title Only" in changed["layouts"] and changed["pages"][0]["width"] == given["width"]
    assert changed["pages"][1]["house"] == ['Not shown here: "Cloud" of the layout; it is on the slide.']
    drawn = client.get(f"{address}/pages/2.svg").content
    assert b'fill="#0b5fa5"' in drawn
    slides = Presentation(io.BytesIO(client.get(f"{address}/export.pptx").content)).slides
    assert slides[1].slide_layout.name == "Title and Content"
    client.generic("POST", "/api/templates?name=House.pptx", deck(), content_type="application/octet-stream")
    anew = client.get(address).json()["pages"][1]
    assert anew["revision"] != changed["pages"][1]["revision"] and anew["house"] == []
    assert b'fill="#0b5fa5"' not in client.get(f"{address}/pages/2.svg").content
    assert client.get(f"{address}/export.pdf").status_code == 200
    client.take_away("template", given["id"])
    gone = client.get(address).json()
    assert gone["problem"].startswith('the template "House" is not in this library;') and gone["pages"][1]["width"] == 960
    assert client.get(f"{address}/export.pptx").status_code == 422


def test_a_folio_starts_from_another_and_is_removed_without_its_plates(client, started, plates):
    other = client.post("/api/folios", {"like": started["folio"]["id"]}, format="json").json()
    assert other["spec"] == started["spec"] and other["folio"]["id"] != started["folio"]["id"]
    assert client.delete(f"/api/folios/{started['folio']['id']}").status_code == 204
    assert client.get(f"/api/folios/{started['folio']['id']}").status_code == 404
    assert client.get(f"/api/plates/{plates[0]}").status_code == 200
    assert client.post("/api/folios", {"like": 999}, format="json").status_code == 404
    gone = client.post("/api/folios", {"plates": [999]}, format="json")
    assert gone.json()["detail"] == "There is no plate 999 any more; take it off the list."


def test_the_file_for_the_shell_comes_back_as_a_folio_of_new_plates(client, started):
    text = client.get(f"/api/folios/{started['folio']['id']}/folio.json").content
    plain = json.loads(text)
    assert plain["tables"] == {"log": "log.csv"} and plain["plates"]["winter makes"]["recipe"]["finch_recipe"] == 2
    brought = client.post("/api/folios", {"folio": plain}, format="json")
    assert brought.status_code == 201, brought.content
    assert [page["title"] for page in brought.json()["pages"]] == ["Review", "Winter makes us late", "Crowded piers"]
    assert set(brought.json()["folio"]["plates"]).isdisjoint(started["folio"]["plates"])
    recipe = {"finch_recipe": 2, "pivot": {"rows": [{"field": "no"}]}}
    strange = {**plain, "plates": {"x": {"recipe": recipe, "table": "log"}}, "pages": []}
    refused = client.post("/api/folios", {"folio": strange}, format="json").json()["detail"]
    assert refused.startswith('x fits no table here: on log, pivot.rows[0].field: no column "no"')
    assert refused.endswith("Bring log.csv, then bring the folio again.")
    beside = {**plain, "plates": {"x": {"recipe": "x.json", "table": "log"}}, "pages": []}
    assert client.post("/api/folios", {"folio": beside}, format="json").json()["detail"] == (
        "x is a recipe in a file, x.json; write it into the folio, then bring it again."
    )


def test_a_deck_that_left_opens_its_folio_or_makes_it_anew(client, started):
    content = client.get(f"/api/folios/{started['folio']['id']}/export.pptx").content

    def opened():
        answer = client.generic("POST", "/api/sources", content, content_type="application/octet-stream")
        assert answer.status_code == 200, answer.content
        return answer.json()

    assert opened() == {"plate": None, "folio": started["folio"]["id"], "made": False, "table": ""}
    client.delete(f"/api/folios/{started['folio']['id']}")
    anew = opened()
    assert anew["made"] and anew["folio"] != started["folio"]["id"]
    assert [page["title"] for page in client.get(f"/api/folios/{anew['folio']}").json()["pages"]][1] == "Winter makes us late"


def test_figures_are_made_once_as_long_as_nothing_they_depend_on_changes(client, started, plates, log, monkeypatch):
    from mottled_finch.server.folios import figures

    made = []
    real = figures.figure_with
    monkeypatch.setattr(figures, "figure_with", lambda table, recipe: made.append(recipe.words.title) or real(table, recipe))
    address = f"/api/folios/{started['folio']['id']}"
    client.get(address)
    put(client, started, {**started["spec"], "title": "Other"})
    assert made == []
    client.change(plates[1], pivot=PIVOT, words={"title": "New"})
    client.get(address)
    assert made == ["New"]
    client.put(
        f"/api/tables/{log}/mends", {"mends": [{"do": "drop", "where": [{"field": "pier", "in": ["Brack"]}]}]}, format="json"
    )
    client.get(address)
    assert sorted(made) == ["New", "New", "Winter makes us late"]


class TestReturned:
    """A deck that people edited comes back."""

    def given(self, client, content, address="/api/returned"):
        return client.generic("POST", address, content, content_type="application/octet-stream")

    @pytest.fixture
    def content(self, client, started):
        put(client, started, {**started["spec"], "footer": "{winter makes.n} records", "page": {"theme": "dusk"}})
        return client.get(f"/api/folios/{started['folio']['id']}/export.pptx?form=table").content

    def test_what_would_change_is_told_and_made_where_it_is_wanted(self, client, content, log):
        mend = {"do": "drop", "where": [{"field": "pier", "in": ["Knot"]}]}
        client.put(f"/api/tables/{log}/mends", {"mends": [mend]}, format="json")
        first, second = self.given(client, content).json()["figures"]
        assert (first["where"], first["plate"], first["form"], first["copies"]) == ("page 2", "winter makes", "table", [])
        still = "the slide still says “9 records”, which is “6 records” now"
        broken = "claims no longer that highest row is Knot: highest row is Brack"
        assert first["told"] == f"no number changed; went: Knot; {still}; {broken}"
        assert first["broken"] == ["highest row is Knot: highest row is Brack"]
        assert second["told"] == "no number changed; went: Knot"
        new = self.given(client, content, "/api/returned/refreshed?name=Monday.pptx&leave=1")
        assert "Monday.pptx" in new.headers["Content-Disposition"]
        slides = Presentation(io.BytesIO(new.content)).slides
        tables = [shape.table for slide in slides for shape in slide.shapes if shape.has_table]
        heads = [[line.cells[0].text for line in table.rows][1:] for table in tables]
        assert heads == [["Ardle", "Brack"], ["Ardle", "Brack", "Knot"]]

    def test_claims_of_headlines_are_told_with_the_first_figure_of_their_plate(self, client, started, log):
        pages = started["spec"]["pages"]
        pages[1] |= {"claims": [{"says": "highest row is Knot"}]}
        pages[2] |= {"claims": [{"says": "n is 9", "plate": "winter makes"}], "headline": "Nine"}
        put(client, started, {**started["spec"], "pages": pages})
        content = client.get(f"/api/folios/{started['folio']['id']}/export.pptx?form=table").content
        mend = {"do": "drop", "where": [{"field": "pier", "in": ["Knot"]}]}
        client.put(f"/api/tables/{log}/mends", {"mends": [mend]}, format="json")
        first, second = self.given(client, content).json()["figures"]
        knot = "highest row is Knot: highest row is Brack"
        assert (first["broken"], second["broken"]) == ([knot, knot, "n is 9: n is 6"], [])

    def test_the_new_file_says_of_which_edition_it_is_where_it_was_remade(self, client, content, log):
        mend = {"do": "drop", "where": [{"field": "pier", "in": ["Knot"]}]}
        client.put(f"/api/tables/{log}/mends", {"mends": [mend]}, format="json")
        number = give(client, CSV.replace("Ardle,x,0", "Ardle,x,77"), "log.csv", table=log)["file"]["id"]
        assert read(client, number)["state"] == "compared"
        client.post(f"/api/imports/{number}/accept", {"renames": {}}, format="json")
        new = self.given(client, content, "/api/returned/refreshed?name=Monday.pptx&leave=1").content
        before, now = (folio_source_in(each).plates for each in (content, new))
        assert [now[name].edition for name in ("winter makes", "crowded piers")] == [2, 1]
        assert now["crowded piers"] == before["crowded piers"] and now["winter makes"].digest != before["winter makes"].digest
        assert now["winter makes"].recipe["table"]["mends"]
        assert self.given(client, new).json()["figures"][0]["told"].startswith("no number changed;")

    def test_a_plate_that_is_gone_is_left_and_told(self, client, content, plates):
        client.take_away("plate", plates[0])
        first, second = self.given(client, content).json()["figures"]
        assert first["stays"] and first["told"] == "left as it is: its plate was removed from this library"
        assert not second["stays"]
        made = self.given(client, content, "/api/returned/refreshed?name=d.pptx")
        assert made.status_code == 200

    def test_a_plate_is_remade_as_it_stands_now(self, client, content, plates):
        client.change(plates[1], pivot={**PIVOT, "keep": [{"field": "month", "in": ["x"]}]}, words={"title": "Crowded piers"})
        assert self.given(client, content).json()["figures"][1]["told"] == "no number changed; went: y, z"

    def test_a_report_comes_back_as_a_report(self, client, started, log):
        content = client.get(f"/api/folios/{started['folio']['id']}/export.docx?form=table").content
        client.put(
            f"/api/tables/{log}/mends", {"mends": [{"do": "drop", "where": [{"field": "month", "in": ["z"]}]}]}, format="json"
        )
        first, second = self.given(client, content).json()["figures"]
        assert (first["where"], second["where"]) == ("under “Winter makes us late”", "under “Crowded piers”")
        assert first["told"] == "no number changed; went: z"
        new = self.given(client, content, "/api/returned/refreshed?name=Monday.docx")
        assert new.headers["Content-Type"].endswith("wordprocessingml.document")
        tables = docx.Document(io.BytesIO(new.content)).tables
        assert [[cell.text for cell in table.rows[0].cells] for table in tables] == [["", "x", "y"]] * 2

    def test_a_workbook_makes_room_and_says_so_first(self, client, plates, log):
        left = openpyxl.load_workbook(io.BytesIO(client.get(f"/api/plates/{plates[1]}/export.xlsx").content))
        left["Figure"]["B7"], left["Figure"]["F20"] = "Mine", "=B7"
        out = io.BytesIO()
        left.save(out)
        number = give(client, CSV + "Tern,x,1\n", "log.csv", table=log)["file"]["id"]
        read(client, number)
        client.post(f"/api/imports/{number}/accept", {"renames": {}}, format="json")
        (told,) = self.given(client, out.getvalue()).json()["figures"]
        assert (
            told["told"] == "no number changed; came: Tern; 1 row put in before row 7, for B7 stood in the way"
            and not told["stays"]
        )
        new = self.given(client, out.getvalue(), "/api/returned/refreshed?name=a.xlsx").content
        sheet = openpyxl.load_workbook(io.BytesIO(new))["Figure"]
        assert (sheet["A7"].value, sheet["B8"].value, sheet["F21"].value) == ("Tern", "Mine", "=B8")
        torn = openpyxl.load_workbook(io.BytesIO(out.getvalue()))
        torn["Figure"]["H5"] = ArrayFormula("H5:H9", "=A5:A9")
        torn.save(out := io.BytesIO())
        (told,) = self.given(client, out.getvalue()).json()["figures"]
        assert told["stays"] and "the formula of H5:H9 stands there as one" in told["told"]

    def test_plates_that_share_one_scale_share_it_still(self, client, content, started, plates, log):
        spec = {**started["spec"], "pages": [{"arrange": "beside", "plates": list(started["plates"]), "share": True}]}
        client.change(plates[1], pivot={**PIVOT, "measure": {"take": "average", "of": "minutes"}}, color={"palette": "sedge"})
        put(client, started, spec)
        left = client.get(f"/api/folios/{started['folio']['id']}/export.pptx?form=table").content
        new = self.given(client, left, "/api/returned/refreshed?name=d.pptx").content

        def fills(deck):
            return [
                [each.get("val") for each in shape._element.iter("{*}srgbClr")]
                for shape in Presentation(io.BytesIO(deck)).slides[0].shapes
                if shape.has_table
            ]

        assert fills(new) == fills(left) and len(fills(left)) == 2

    def test_a_deck_of_a_library_is_remade_in_a_shell_from_its_files(self, client, content, tmp_path):
        (tmp_path / "log.csv").write_text(CSV.replace("Ardle,x,0", "Ardle,x,77"))
        came = Refreshing(OWNER, content, PlatesBeside(tmp_path), asking)
        told = [change.told.partition(";")[0] for change in came.changes()]
        assert told == ["1 of 9 cells changed: Ardle, x 0 → 77"] * 2
        shapes = [shape for slide in Presentation(io.BytesIO(came.remade(came.chosen("all")))).slides for shape in slide.shapes]
        assert [shape.table.cell(1, 1).text for shape in shapes if shape.has_table] == ["77", "77"]

    @pytest.mark.parametrize("content", [b"", b"PK", deck()])
    def test_what_is_none_of_ours_is_refused(self, client, content):
        answer = self.given(client, content)
        assert answer.status_code == 422 and answer.json()["detail"].startswith("file: th")

    def test_a_deck_from_a_shell_finds_its_table_by_name(self, client, content, started):
        bare = client.get(f"/api/folios/{started['folio']['id']}/export.pptx?form=table&source=no").content
        source = folio_source_in(content)
        shell = replace(source, number=None, plates={n: replace(s, plate=None, table="log.csv") for n, s in source.plates.items()})
        told = self.given(client, put_folio(bare, "pptx", shell)).json()["figures"]
        assert [each["told"] for each in told] == ["no number changed"] * 2
        elsewhere = replace(shell, plates={n: replace(s, table="other.csv") for n, s in shell.plates.items()})
        told = self.given(client, put_folio(bare, "pptx", elsewhere)).json()["figures"]
        assert [each["told"] for each in told] == ["left as it is: there is no table other in this library"] * 2
