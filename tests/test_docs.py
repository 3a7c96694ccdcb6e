"""What README and docs print is run as it is printed, in a folder that has the files they name."""

import json
import os
import re
import shlex
from pathlib import Path

import pytest

from mottled_finch.core.common.recipe import load_recipe, load_table_part
from mottled_finch.core.outputs.draw import DRAWINGS
from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS
from mottled_finch.shell import cli
from mottled_finch.shell.commands import COMMANDS

ROOT = Path(__file__).parents[1]
PAGES = {
    path.relative_to(ROOT).as_posix(): path.read_text() for path in (ROOT / "README.md", *sorted((ROOT / "docs").rglob("*.md")))
}
OF_THE_LAUNCHER = {"demo", "serve", "test", "bench", "help"}
"""What sets up, serves, measures or tests: tried elsewhere."""


def blocks(page, language):
    return re.findall(rf"^```{language}\n(.*?)^```", PAGES[page], re.MULTILINE | re.DOTALL)


def commands(page):
    """The command lines of a page, without what is said of them."""
    lines = [line for block in blocks(page, "sh") for line in block.splitlines()]
    return [shlex.split(line, comments=True)[1:] for line in lines if line.startswith("./finch ")]


@pytest.fixture(scope="module")
def folder(tmp_path_factory):
    """The files that the pages name: the demo's log, the recipe, folio and plan that they print."""
    found = tmp_path_factory.mktemp("docs")
    (recipe,) = [block for block in blocks("docs/recipe.md", "json") if '"finch_recipe"' in block][:1]
    (found / "recipe.json").write_text(recipe)
    (found / "review.json").write_text(blocks("docs/folio.md", "json")[0])
    (found / "monday.json").write_text(blocks("docs/plans.md", "json")[0])
    (found / "exports").mkdir()
    for name in ("berth-log.csv", "exports/berth-log-2026-11-30.csv"):
        assert cli.main(["sample", "--out", str(found / name)]) == 0
        os.utime(found / name, (1_700_000_000,) * 2)
    return found


@pytest.mark.parametrize("page", ["README.md", "docs/folio.md", "docs/plans.md"])
def test_every_command_line_runs_as_it_is_printed(page, folder, monkeypatch, capsys):
    monkeypatch.chdir(folder)
    given = [words for words in commands(page) if words[0] not in OF_THE_LAUNCHER]
    assert given
    for words in given:
        code = cli.main(words)
        # A check or a first look may find something, a plan may be held or find nothing newer.
        usual = {"check": (0, 1), "looks": (0, 1), "run": (0, 1, 3)}.get(words[0], (0,))
        assert code in usual, (words, capsys.readouterr().err)
        if "--out" in words:
            assert Path(words[words.index("--out") + 1]).stat().st_size


def test_every_page_with_command_lines_is_run():
    assert {page for page in PAGES if commands(page)} == {"README.md", "docs/folio.md", "docs/plans.md"}


def test_every_block_of_json_is_what_it_says():
    for block in blocks("docs/recipe.md", "json"):
        if "…" in block:  # a form, in which dots stand for what is chosen
            continue
        plain = json.loads(block if block.startswith("{") else f"{{{block}}}")
        if "do" in plain:
            load_table_part({"mends": [plain]})
        else:
            load_recipe({"finch_recipe": 2, "pivot": {}, **plain})


def test_commands_are_those_of_the_program_wherever_they_are_named():
    (added,) = (each.choices for each in cli._parser()._actions if isinstance(each.choices, dict))
    assert {*added, "bench", "test"} == set(COMMANDS)
    for page, text in PAGES.items():
        for name in re.findall(r"\./finch (\w+)", text):
            assert name in COMMANDS or name == "help", (page, name)


def test_forms_that_a_command_names_are_those_that_there_are():
    for name, drawings in (("render", DRAWINGS), ("folio", FOLIO_DRAWINGS)):
        said = set(re.findall(r"\.(\w+)", COMMANDS[name][1]))
        assert said == {form for form in drawings if "." not in form and f".{form}" in PAGES["README.md"]}


def test_every_picture_of_the_docs_is_linked_from_the_readme():
    linked = set(re.findall(r"docs/screenshots/([\w-]+\.png)", PAGES["README.md"]))
    assert linked == {path.name for path in (ROOT / "docs" / "screenshots").iterdir()}


def test_files_that_docs_name_are_there():
    """In decision 37 what they were called before stands as well."""
    pages = [*ROOT.glob("*.md"), *(ROOT / "docs").rglob("*.md")]
    named = re.compile(r"`((?:core|app|server|shell|work|web/src|tests|scripts|bench|mottled_finch)/[\w./-]+)`")
    found = [(page, name) for page in pages if "0037" not in page.name for name in named.findall(page.read_text("utf-8"))]
    assert len(found) > 60
    homes = (ROOT, ROOT / "mottled_finch")
    gone = [name for _, name in found if "NAME" not in name and not any((home / name).exists() for home in homes)]
    assert not gone
