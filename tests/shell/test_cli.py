"""The shell, as a process of its own."""

import contextlib
import io
import json
import subprocess
import sys
from pathlib import Path
from types import SimpleNamespace

import pytest
from PIL import Image

from mottled_finch.core.outputs.folio.source import folio_source_in
from mottled_finch.core.outputs.refreshing.returning import opened
from mottled_finch.shell.cli import main
from mottled_finch.work import asking
from mottled_finch.work.worker import Worker

RECIPE = {
    "finch_recipe": 2,
    "pivot": {"rows": [{"field": "pier"}], "columns": [{"field": "day", "cut": "weekday"}], "measure": {"take": "sum", "of": "n"}},
}


def finch(*words: object, cwd: Path) -> subprocess.CompletedProcess:
    command = [sys.executable, "-m", "mottled_finch.shell.cli", *map(str, words)]
    return subprocess.run(
        command, check=False, cwd=cwd, capture_output=True, text=True, env={"PYTHONPATH": str(Path(__file__).parents[2])}
    )


def here(*words: object, cwd: Path) -> SimpleNamespace:
    """The same in this process, where a new one each time would only spend time on loading."""
    out, err = io.StringIO(), io.StringIO()
    with contextlib.chdir(cwd), contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
        code = main([str(word) for word in words])
    return SimpleNamespace(returncode=code, stdout=out.getvalue(), stderr=err.getvalue())


@pytest.fixture
def folder(tmp_path):
    (tmp_path / "t.csv").write_text("pier,day,n\nA,2025-01-06,1\nB,2025-01-07,2\nA,2025-01-07,3\n")
    (tmp_path / "r.json").write_text(json.dumps(RECIPE))
    return tmp_path


def test_renders_every_form(folder, monkeypatch, capsys):
    """The first in a process of its own, as people start it."""
    done = finch("render", "t.csv", "r.json", "--out", "o.json", cwd=folder)
    assert (done.returncode, done.stdout, done.stderr) == (0, "", "")
    monkeypatch.chdir(folder)
    for ending in ("csv", "svg", "png", "pdf", "pptx"):
        assert main(["render", "t.csv", "r.json", "--out", f"o.{ending}"]) == 0
        assert (folder / f"o.{ending}").stat().st_size > 20
    assert capsys.readouterr() == ("", "")
    assert json.loads((folder / "o.json").read_text())["values"] == [[1, 3], [None, 2]]


def test_another_edition_is_a_file_that_is_named(folder):
    show = {"as": "against", "edition": "before"}
    (folder / "e.json").write_text(json.dumps({**RECIPE, "pivot": {**RECIPE["pivot"], "show": show}}))
    (folder / "last.csv").write_text("pier,day,n\nA,2025-01-06,4\nC,2025-01-07,2\n")
    done = finch("render", "t.csv", "e.json", "--out", "o.json", "--edition", "before=last.csv", cwd=folder)
    assert (done.returncode, done.stderr) == (0, "")
    found = json.loads((folder / "o.json").read_text())
    assert found["values"] == [[-3, None], [None, None], [None, None]]
    assert found["against"]["only"] == [[None, "new"], [None, "new"], [None, "gone"]]
    for words, sentence in (
        ((), "pivot.show.edition: the recipe compares with edition before, of which no file is given; add --edition before=FILE"),
        (("--edition", "before=none.csv"), "none.csv: no such file or directory; check the path"),
    ):
        done = finch("render", "t.csv", "e.json", "--out", "o.json", *words, cwd=folder)
        assert (done.returncode, done.stderr) == (2, sentence + "\n")
    done = finch("check", "t.csv", "e.json", "--edition", "last", cwd=folder)
    assert done.returncode == 2
    assert "last names no edition; write it as before=FILE or 1=FILE" in done.stderr


def test_the_zoom_is_pixels_a_point(folder):
    finch("render", "t.csv", "r.json", "--out", "o.png", "--zoom", "1", cwd=folder)
    assert Image.open(io.BytesIO((folder / "o.png").read_bytes())).size == (960, 540)


@pytest.mark.parametrize(
    ("change", "words", "sentence"),
    [
        (
            {"pivot": {"rows": [{"field": "peir"}]}},
            ("--out", "o.json"),
            'pivot.rows[0].field: no column "peir"; did you mean "pier"?',
        ),
        (
            {"palette": 1},
            ("--out", "o.json"),
            "palette: no such key; choose from finch_recipe, table, pivot, color, cells, each, heads, legend, words, claims, "
            "notes, page, …",
        ),
        (
            {},
            ("--out", "o.bmp"),
            'o.bmp: the ending ".bmp" names no form that is built; '
            "choose one of pptx, png, svg, pdf, docx, xlsx, html, table.html, csv, json, hex.csv, tokens.json",
        ),
        ({}, ("--out", "nowhere/o.png"), "nowhere/o.png: no such file or directory; check the path"),
        ({}, ("--out", "o.png", "--zoom", "9"), "zoom: a zoom of 9; choose 1 to 4"),
    ],
)
def test_bad_input_is_told_in_one_line_and_exits_2(folder, change, words, sentence):
    (folder / "r.json").write_text(json.dumps({**RECIPE, **change}))
    done = finch("render", "t.csv", "r.json", *words, cwd=folder)
    assert (done.returncode, done.stdout) == (2, "")
    assert done.stderr.strip() == sentence
    assert not list(folder.glob("o.*"))


def test_a_missing_or_broken_table_is_told(folder):
    done = finch("render", "no.csv", "r.json", "--out", "o.png", cwd=folder)
    assert (done.returncode, done.stderr.strip()) == (2, "no.csv: no such file or directory; check the path")
    (folder / "t.csv").write_bytes(b"")
    done = finch("render", "t.csv", "r.json", "--out", "o.png", cwd=folder)
    assert (done.returncode, done.stderr.strip()) == (2, "t.csv: the file is empty; choose a file with a header line and records")


def test_what_stood_there_stays_when_a_figure_cannot_be_made(folder):
    (folder / "o.png").write_bytes(b"before")
    (folder / "t.csv").write_bytes(b"")
    finch("render", "t.csv", "r.json", "--out", "o.png", cwd=folder)
    assert (folder / "o.png").read_bytes() == b"before"


def test_a_nested_ordered_and_shared_pivot_is_rendered_from_the_shell(folder):
    pivot = {
        "rows": [{"field": "pier"}, {"field": "day", "cut": "weekday"}],
        "measure": {"take": "median", "of": "n"},
        "keep": [{"any": [{"field": "pier", "in": ["A"]}, {"field": "n", "above": 1}]}],
        "show": {"as": "index", "of": "column"},
        "order": {"rows": {"by": "total", "descending": True}},
    }
    (folder / "r.json").write_text(json.dumps({"finch_recipe": 2, "pivot": pivot}))
    assert finch("render", "t.csv", "r.json", "--out", "o.json", cwd=folder).returncode == 0
    found = json.loads((folder / "o.json").read_text())
    assert found["rows"] == [["A", "Tue"], ["A", "Mon"], ["B", "Tue"]]
    assert found["values"] == [[1], [1 / 3], [2 / 3]]


def test_a_pivot_that_is_too_large_is_refused_in_one_line(folder):
    lines = "".join(f"a{i},b{i},c{i}\n" for i in range(1000))
    (folder / "t.csv").write_text("a,b,c\n" + lines)
    (folder / "r.json").write_text(json.dumps({"finch_recipe": 2, "pivot": {"rows": [{"field": name} for name in "abc"]}}))
    done = finch("render", "t.csv", "r.json", "--out", "o.json", cwd=folder)
    assert (done.returncode, done.stdout) == (2, "")
    assert done.stderr.startswith('pivot.rows[0]: "a", "b" and "c" nest to 1,000,000,000 combinations; a figure holds at most')
    assert done.stderr.count("\n") == 1


class TestCheck:
    """Cautions, one a line; 1 when there are any."""

    def checked(self, folder, **parts):
        (folder / "r.json").write_text(json.dumps({**RECIPE, **parts}))
        return finch("check", "t.csv", "r.json", cwd=folder)

    def test_a_figure_that_misleads_nobody(self, folder):
        done = self.checked(folder)
        assert (done.returncode, done.stdout, done.stderr) == (0, "", "")

    def test_one_that_does(self, folder):
        done = self.checked(folder, legend={"show": False}, notes=[{"row": ["Z"]}])
        assert (done.returncode, done.stderr) == (1, "")
        assert done.stdout.splitlines() == [
            "no_legend: The colors have no legend.",
            "lost_note: A note is on “Z”, which is not in the figure.",
        ]

    def test_what_is_dismissed_is_not_told(self, folder):
        done = self.checked(folder, legend={"show": False}, dismissed={"no_legend": "it is in the text"})
        assert (done.returncode, done.stdout) == (0, "")

    def test_bad_input_exits_2(self, folder):
        done = self.checked(folder, words={"title": "{lit}"})
        assert (done.returncode, done.stdout) == (2, "")
        assert done.stderr.startswith("words.title: there is no number of lit cells in this figure any more;")


def test_a_claim_that_holds_no_more_is_told_by_check(folder):
    for claim, code in (("highest row is A", 0), ("highest row is B", 1)):
        (folder / "c.json").write_text(json.dumps({**RECIPE, "claims": [claim], "dismissed": {"few_records": "a trial"}}))
        done = finch("check", "t.csv", "c.json", cwd=folder)
        assert done.returncode == code, done.stdout
    assert done.stdout == "broken_claim: The title claims that highest row is B, but highest row is A.\n"


class TestCompare:
    """What the next delivery of a table would change, before anything is made of it."""

    def compared(self, folder, text, *recipe):
        (folder / "next.csv").write_text(text)
        return here("compare", "t.csv", "next.csv", *recipe, cwd=folder)

    def test_one_that_fits(self, folder):
        done = self.compared(folder, "pier,day,n\nA,2025-01-06,1\nC,2025-01-07,2.5\n", "r.json")
        assert (done.returncode, done.stderr) == (0, "")
        told = json.loads(done.stdout)
        assert (told["records_before"], told["records_after"], told["same"]) == (3, 2, 1)
        assert [each["text"] for each in told["categories"][0]["new"]] == ["C"]

    def test_one_of_which_the_figure_could_not_be_made(self, folder):
        for recipe, code, words in (
            (("r.json",), 1, "next.csv has no column “n”, without which 1 plate cannot be made; map it, or change the recipe.\n"),
            ((), 0, ""),
        ):
            done = self.compared(folder, "pier,day\nA,2025-01-06\n", *recipe)
            assert (done.returncode, done.stderr) == (code, words)
            assert [each["field"] for each in json.loads(done.stdout)["missing"]] == ["n"]

    def test_mends_of_the_recipe_are_laid_on_both(self, folder):
        mend = {"do": "merge", "field": "pier", "from": ["C"], "into": "B"}
        (folder / "m.json").write_text(json.dumps({**RECIPE, "table": {"mends": [mend]}}))
        done = self.compared(folder, "pier,day,n\nA,2025-01-06,1\nC,2025-01-07,2\n", "m.json")
        assert done.returncode == 0
        assert json.loads(done.stdout)["categories"] == []

    def test_bad_input_exits_2(self, folder):
        done = self.compared(folder, "")
        assert (done.returncode, done.stdout) == (2, "")


class TestSource:
    """What a file carries, and the table of a folder that it can be made of anew."""

    def test_the_table_is_found_by_its_name_or_by_what_fits(self, folder):
        assert here("render", "t.csv", "r.json", "--out", "o.svg", cwd=folder).returncode == 0
        (folder / "tables").mkdir()
        (folder / "tables" / "t.csv").write_text("pier,n\nA,1\n")  # of the name, but without the days
        done = here("source", "o.svg", "--folder", "tables", cwd=folder)
        assert done.returncode == 2
        assert done.stderr.startswith("This figure fits no table here: on t.csv, ")
        (folder / "tables" / "renamed.csv").write_bytes((folder / "t.csv").read_bytes())
        done = here("source", "o.svg", "--folder", "tables", cwd=folder)
        assert (done.returncode, done.stderr) == (0, "")
        assert json.loads(done.stdout)["file"] == "tables/renamed.csv"

    def test_each_plate_of_pages_has_its_table(self, folder):
        spec = {"finch_folio": 1, "tables": {"t": "t.csv"}, "plates": {"n": {"recipe": RECIPE}}, "pages": [{"plates": ["n"]}]}
        (folder / "f.json").write_text(json.dumps(spec))
        assert here("folio", "f.json", "--out", "o.html", cwd=folder).returncode == 0
        done = here("source", "o.html", "--folder", ".", cwd=folder)
        assert json.loads(done.stdout)["files"] == {"n": "t.csv"}


class TestFolio:
    """Pages from files alone, and what holds them back."""

    def folio(self, folder, **parts):
        plates = {"n": {"recipe": {**RECIPE, "words": {"title": "Sums"}}}, "kept": {"recipe": "r.json"}}
        pages = [{"plates": ["n"]}, {"plates": ["kept"]}]
        spec = {"finch_folio": 1, "tables": {"t": "t.csv"}, "plates": plates, "pages": pages}
        (folder / "f.json").write_text(json.dumps({**spec, **parts}))

    def test_every_form_is_made_and_carries_the_folio(self, folder):
        self.folio(folder)
        for ending in ("pptx", "pdf", "docx", "html"):
            done = here("folio", "f.json", "--out", f"o.{ending}", cwd=folder)
            assert (done.returncode, done.stdout) == (0, ""), done.stderr
            source = folio_source_in((folder / f"o.{ending}").read_bytes())
            assert source.plates["n"].table == "t.csv" and source.plates["kept"].recipe["pivot"] == RECIPE["pivot"]
        here("folio", "f.json", "--out", "o.pptx", "--source", "no", cwd=folder)
        assert folio_source_in((folder / "o.pptx").read_bytes()) is None

    def test_a_broken_claim_holds_it_back_unless_told_to_go(self, folder):
        self.folio(folder, pages=[{"plates": ["n"], "claims": [{"says": "highest row is B"}]}])
        sentence = (
            "page 1: it claims that highest row is B, but highest row is A; correct the words, or add --broken to let it leave so"
        )
        done = here("folio", "f.json", "--out", "o.pdf", cwd=folder)
        assert (done.returncode, done.stderr.splitlines()[-1]) == (2, sentence)
        assert not (folder / "o.pdf").exists()
        assert here("folio", "f.json", "--out", "o.pdf", "--broken", cwd=folder).returncode == 0
        checked = here("check", "f.json", cwd=folder)
        assert checked.returncode == 1
        assert checked.stdout == "page 1: broken_claim: The headline claims that highest row is B, but highest row is A.\n"

    @pytest.mark.parametrize(
        ("parts", "sentence"),
        [
            (
                {"tables": {"t": "none.csv"}},
                'n cannot be made: tables: no file beside the folio is called "none.csv"; mend it, or take it off its page',
            ),
            ({"plates": {"n": {"plate": 3}}, "pages": []}, "plates.n: the plate is one of a library, and here there are files;"),
            (
                {"plates": {"n": {"recipe": "no.json"}}, "pages": []},
                'plates.n.recipe: no file beside the folio is called "no.json"',
            ),
            ({"plates": {"n": {"recipe": {"finch_recipe": 2}}}, "pages": []}, "plates.n.recipe: recipe: the key"),
            ({"page": {"template": {"slides": "House"}}}, "page.template.slides: no file beside the recipe is called House.pptx"),
        ],
    )
    def test_bad_input_is_one_line_and_exits_2(self, folder, parts, sentence):
        self.folio(folder, **parts)
        done = here("folio", "f.json", "--out", "o.pptx", cwd=folder)
        assert done.returncode == 2 and done.stderr.startswith(sentence) and done.stderr.count("\n") == 1, done.stderr

    def test_the_edition_before_is_a_file_of_the_folio(self, folder):
        against = {**RECIPE, "pivot": {**RECIPE["pivot"], "show": {"as": "against", "edition": "before"}}}
        (folder / "last.csv").write_text("pier,day,n\nA,2025-01-06,9\n")
        self.folio(
            folder, plates={"n": {"recipe": against}}, pages=[{"plates": ["n"], "words": "{lowest}"}], before={"t": "last.csv"}
        )
        done = here("folio", "f.json", "--out", "o.html", cwd=folder)
        assert done.returncode == 0, done.stderr
        assert "<p>−8</p>" in (folder / "o.html").read_text()


def test_the_example_of_the_docs_runs_as_it_is_printed(tmp_path):
    text = (Path(__file__).parents[2] / "docs" / "folio.md").read_text()
    example = text.partition("<!-- example -->\n```json\n")[2].partition("```\n<!-- end -->")[0]
    (tmp_path / "review.json").write_text(example)
    assert here("sample", "berth-log", "--out", "berth-log.csv", cwd=tmp_path).returncode == 0
    for ending in ("pptx", "pdf", "docx", "html"):
        done = here("folio", "review.json", "--out", f"review.{ending}", cwd=tmp_path)
        assert (done.returncode, done.stderr) == (0, ""), done.stderr
    assert here("check", "review.json", cwd=tmp_path).stdout == ""


class TestRefresh:
    """A deck that came back, from the tables of a folder."""

    @pytest.fixture
    def deck(self, folder):
        recipe = {**RECIPE, "claims": ["highest row is A"]}
        spec = {"finch_folio": 1, "tables": {"t": "t.csv"}, "plates": {"n": {"recipe": recipe}}}
        pages = [{"plates": ["n"], "headline": "One"}, {"plates": ["n"], "headline": "Two"}]
        (folder / "f.json").write_text(json.dumps({**spec, "pages": pages[:1]}))
        (folder / "g.json").write_text(json.dumps({**spec, "pages": pages}))
        for name in ("f", "g"):
            assert here("folio", f"{name}.json", "--out", f"{name}.pptx", "--form", "table", cwd=folder).returncode == 0
        (folder / "next").mkdir()
        (folder / "next" / "t.csv").write_text("pier,day,n\nA,2025-01-06,1\nB,2025-01-07,9\nA,2025-01-07,3\n")
        return folder

    def test_what_would_change_is_listed_and_nothing_written(self, deck):
        done = here("refresh", "f.pptx", "--folder", "next", "--dry", cwd=deck)
        assert (done.returncode, done.stderr) == (0, "")
        assert done.stdout == (
            "page 1: n: 1 of 4 cells changed: B, Tue 2 → 9; claims no longer that highest row is A: highest row is B\n"
        )
        assert here("refresh", "f.pptx", "--folder", "next", cwd=deck).stderr.startswith("--out: say where the new file goes")

    def test_the_new_deck_has_the_numbers_and_the_old_one_is_kept(self, deck):
        before = (deck / "f.pptx").read_bytes()
        assert here("refresh", "f.pptx", "--folder", "next", "--out", "new.pptx", cwd=deck).returncode == 0
        assert (deck / "f.pptx").read_bytes() == before
        old, new = (opened((deck / name).read_bytes()).plates["n"] for name in ("f.pptx", "new.pptx"))
        assert (old.recipe, old.table) == (new.recipe, new.table) and old.digest != new.digest
        assert here("refresh", "new.pptx", "--folder", "next", "--dry", cwd=deck).stdout.startswith("page 1: n: no number changed")

    def test_copies_are_asked_for(self, deck):
        done = here("refresh", "g.pptx", "--folder", "next", "--out", "new.pptx", cwd=deck)
        assert done.returncode == 2 and not (deck / "new.pptx").exists()
        assert done.stderr == ("--copies: “n” stands in 2 places, page 1, page 2; say which are to be remade, all or first\n")
        for copies, left in (("all", ["no number changed"] * 2), ("first", ["no number changed", "1 of 4 cells changed"])):
            assert here("refresh", "g.pptx", "--folder", "next", "--out", "new.pptx", "--copies", copies, cwd=deck).returncode == 0
            lines = here("refresh", "new.pptx", "--folder", "next", "--dry", cwd=deck).stdout.splitlines()
            assert [line.split(": ")[2].partition(";")[0] for line in lines] == left

    @pytest.mark.parametrize("ending", ["docx", "xlsx"])
    def test_reports_and_workbooks_come_back_too(self, deck, ending):
        if ending == "docx":
            assert here("folio", "f.json", "--out", "f.docx", "--form", "table", cwd=deck).returncode == 0
        else:
            (deck / "n.json").write_text(json.dumps(RECIPE))
            assert here("render", "t.csv", "n.json", "--out", "f.xlsx", cwd=deck).returncode == 0
        done = here("refresh", f"f.{ending}", "--folder", "next", "--out", f"new.{ending}", cwd=deck)
        assert done.returncode == 0 and "1 of 4 cells changed: B, Tue 2 → 9" in done.stdout, (done.stdout, done.stderr)
        again = here("refresh", f"new.{ending}", "--folder", "next", "--dry", cwd=deck)
        assert "no number changed" in again.stdout

    def test_a_table_that_is_not_there_leaves_its_figures_and_says_so(self, deck):
        (deck / "empty").mkdir()
        done = here("refresh", "f.pptx", "--folder", "empty", "--out", "new.pptx", cwd=deck)
        assert done.returncode == 0
        assert done.stdout == ('page 1: n: left as it is: no file of the folder is called "t.csv"; there is none to choose from\n')
        (deck / "empty" / "deck.pptx").write_bytes(b"no deck")
        assert here("refresh", "empty/deck.pptx", "--dry", cwd=deck).returncode == 2


class TestStrangers:
    """Files of others are read by a process of its own: what ends that is one sentence, and the shell goes on."""

    @pytest.mark.parametrize(
        "words",
        [
            ("render", "t.csv", "r.json", "--out", "o.json"),
            ("check", "t.csv", "r.json"),
            ("looks", "t.csv"),
            ("source", "big.pptx"),
            ("refresh", "big.pptx", "--folder", ".", "--dry"),
        ],
        ids=lambda words: words[0],
    )
    def test_what_takes_too_long_is_given_up_in_one_sentence(self, folder, monkeypatch, words):
        (folder / "big.pptx").write_bytes(bytes(30 << 20))
        for name in ("LOOKS", "READS"):
            monkeypatch.setattr(asking, name, Worker(seconds=0.001))
        done = here(*words, cwd=folder)
        assert done.returncode == 2 and done.stdout == ""
        assert "it takes longer than the" in done.stderr and done.stderr.count("\n") == 1
