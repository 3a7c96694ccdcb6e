"""Tables that a recipe brings columns from, as files beside it: found by name, read and mended as it says, never in a circle."""

import io
import json

import docx
import pptx
import pytest

from mottled_finch.shell.cli import main

from ..core.outputs.draw.house.decks import deck, document, potx

LOG = "pier,n\nNorth,2\nSouth,3\nNorth,4\n"
PLAN = "pier,goal\nNorth,10\nSouth,20\n"
BRING = {"do": "bring", "from": "goals 2025", "keys": {"pier": "pier"}, "columns": ["goal"]}
PIVOT = {"rows": [{"field": "pier"}], "measure": {"take": "ratio", "of": "n", "per": "goal", "once_a_key": True}}


def test_a_template_is_found_by_its_name_beside_the_recipe_or_given(tmp_path, capsys):
    recipe = {"finch_recipe": 2, "pivot": {"rows": [{"field": "pier"}], "measure": {"take": "count"}}}
    (tmp_path / "log.csv").write_text(LOG)
    (tmp_path / "House.potx").write_bytes(potx(deck()))
    (tmp_path / "Paper.docx").write_bytes(document())

    def run(out, *words, **page):
        (tmp_path / "recipe.json").write_text(json.dumps({**recipe, "page": page}))
        code = main(["render", str(tmp_path / "log.csv"), str(tmp_path / "recipe.json"), "--out", str(tmp_path / out), *words])
        return capsys.readouterr().err if code else (tmp_path / out).read_bytes()

    named = {"template": {"slides": "House", "layout": "Blank", "document": "Paper"}}
    assert pptx.Presentation(io.BytesIO(run("o.pptx", **named))).slides[0].slide_layout.name == "Blank"
    assert docx.Document(io.BytesIO(run("o.docx", **named))).sections[0].header.paragraphs[0].text == "Ferry House"
    assert run("o.png", **named).startswith(b"\x89PNG")
    given = run("o.pptx", "--template", str(tmp_path / "House.potx"))
    assert pptx.Presentation(io.BytesIO(given)).slides[0].slide_layout.name == "Title and Content"
    assert "Gone.pptx or Gone.potx; add --template FILE" in run("o.pptx", template={"slides": "Gone"})
    (tmp_path / "beside").mkdir()
    (tmp_path / "House.potx").rename(tmp_path / "beside" / "House.potx")
    for path in ("beside/House", f"{tmp_path}/beside/House"):
        assert "no file beside the recipe" in run("o.pptx", template={"slides": path})
    (tmp_path / "beside" / "House.potx").rename(tmp_path / "House.potx")
    assert "template of document; give a .pptx or .potx" in run("o.pptx", "--template", str(tmp_path / "Paper.docx"))
    assert "laid in no template" in run("o.png", "--template", str(tmp_path / "House.potx"))


@pytest.fixture
def render(tmp_path, capsys):
    """What a recipe makes of files: the values, or the sentence that it is refused with."""

    def run(files, **table):
        table.setdefault("mends", [BRING])
        recipe = {"finch_recipe": 2, "table": table, "pivot": PIVOT}
        for name, text in {"log.csv": LOG, "recipe.json": json.dumps(recipe), **files}.items():
            (tmp_path / name).write_text(text)
        words = [str(tmp_path / name) for name in ("log.csv", "recipe.json")]
        code = main(["render", *words, "--out", str(tmp_path / "out.json")])
        if code:
            return capsys.readouterr().err.strip()
        return [row[0] for row in json.loads((tmp_path / "out.json").read_text())["values"]]

    return run


@pytest.mark.parametrize("name", ["goals 2025.csv", "goals-2025.csv", "goals_2025.tsv", "goals 2025"])
def test_a_file_of_the_name_is_found_with_any_ending(render, name):
    assert render({name: PLAN if not name.endswith("tsv") else PLAN.replace(",", "\t")}) == [6 / 10, 3 / 20]


def test_a_file_may_be_named_read_and_mended_as_the_recipe_says(render):
    others = {"goals 2025": {"file": "q.txt", "delimiter": ";", "mends": [{"do": "rename", "field": "ziel", "to": "goal"}]}}
    assert render({"q.txt": "pier;ziel\nNorth;5\nSouth;6\n"}, others=others) == [6 / 5, 3 / 6]


def test_a_recipe_of_the_name_is_no_table(render):
    assert render({"goals-2025.csv": PLAN, "goals-2025.json": '{"finch_recipe": 2, "pivot": {}}'}) == [6 / 10, 3 / 20]


def test_tables_bring_from_others_beside(render):
    lands = {"do": "bring", "from": "north", "keys": {"land": "land"}, "columns": ["goal"]}
    others = {"goals 2025": {"mends": [lands]}}
    files = {"goals 2025.csv": "pier,land\nNorth,A\nSouth,B\n", "north.csv": "land,goal\nA,1\nB,2\n"}
    assert render(files, others=others) == [6 / 1, 3 / 2]


@pytest.mark.parametrize(
    ("files", "table", "sentence"),
    [
        ({}, {}, 'no file beside the recipe is called "goals 2025"'),
        ({"goals 2025.csv": PLAN, "goals 2025.tsv": PLAN}, {}, '"goals 2025" may be goals 2025.csv or goals 2025.tsv; say which'),
        ({"goals 2025.csv": "pier,goal\n"}, {}, '"goals 2025" cannot be read: the file has a header of 2 columns'),
        ({}, {"others": {"goals 2025": {"file": "../x.csv"}}}, '"../x.csv" is not a file beside the recipe; give its name alone'),
        ({}, {"others": {"goals 2025": {"file": "log.csv"}}}, '"goals 2025" would bring columns from itself'),
        (
            {"goals 2025.csv": PLAN, "b.csv": PLAN},
            {
                "others": {
                    "goals 2025": {"mends": [{**BRING, "from": "b"}]},
                    "b": {"mends": [{**BRING, "names": {"goal": "g"}}]},
                }
            },
            '"goals 2025" would bring columns from itself',
        ),
        (
            {"goals 2025.csv": PLAN},
            {"others": {"goals 2025": {"mends": [{"do": "tidy", "field": "peer"}]}}},
            '“peer: trimmed” does not fit "goals 2025": no column "peer"; did you mean "pier"?',
        ),
    ],
)
def test_what_is_wrong_is_told_in_a_line_with_its_place(render, files, table, sentence):
    told = render(files, **table)
    assert sentence in told
    assert told.startswith("table.")
    assert "\n" not in told
