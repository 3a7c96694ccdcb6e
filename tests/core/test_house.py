"""The rules of the house, held against the source: arrows one way, one concept a file, one table to register it."""

import ast
from pathlib import Path

import pytest

from mottled_finch.core.common.recipe.table_spec import Form, Mend
from mottled_finch.core.common.vocabulary import CUT_TERMS, MEASURE_TERMS, MEND_TERMS, ORDER_TERMS, SHOW_TERMS
from mottled_finch.core.outputs.draw import DRAWINGS
from mottled_finch.core.tables.aggregation.cuts import CUTS
from mottled_finch.core.tables.intake import FORMS

CORE = Path(__file__).parents[2] / "mottled_finch" / "core"


def imports(path: Path) -> set[str]:
    found = set()
    for node in ast.walk(ast.parse(path.read_text())):
        if isinstance(node, ast.Import):
            found.update(alias.name for alias in node.names)
        elif isinstance(node, ast.ImportFrom):
            found.add("." * node.level + (node.module or ""))
    return found


@pytest.mark.parametrize("path", sorted(CORE.rglob("*.py")), ids=lambda path: str(path.relative_to(CORE)))
def test_the_core_knows_neither_server_nor_shell(path):
    depth = len(path.relative_to(CORE).parts)
    for name in imports(path):
        assert not name.startswith(("django", "rest_framework", "mottled_finch")), name
        assert not name.startswith("." * (depth + 1)), name
    calls = [node.func for node in ast.walk(ast.parse(path.read_text())) if isinstance(node, ast.Call)]
    assert not [called for called in calls if isinstance(called, ast.Name) and called.id == "print"]


def files(folder: str) -> set[str]:
    return {path.stem for path in (CORE / folder).glob("*.py")} - {"__init__"}


def test_measures_are_one_a_file_and_in_the_table():
    assert set(MEASURE_TERMS) == files("pivot/measures") - {"measure", "gatherings"}


def test_shows_are_one_a_file_and_in_the_table():
    assert set(SHOW_TERMS) == files("show") - {"laid"}


def test_orders_are_one_a_file_and_in_the_table():
    assert set(ORDER_TERMS) == files("pivot/order") - {"keys", "distances"}


def test_outputs_are_one_a_file_and_in_the_table():
    assert {ending.partition(".")[0] for ending in DRAWINGS} == files("draw") - {"canvas", "render"}  # the rest is in making/


def test_mends_are_one_a_file_and_in_the_table():
    assert set(MEND_TERMS) == files("mends") - {"effect"} == {spec.do for spec in Mend.__args__}


def test_forms_of_files_are_in_the_table():
    assert set(FORMS.values()) <= files("intake")
    assert set(FORMS) == set(Form.__args__)


def test_cuts_are_those_of_the_recipe():
    assert set(CUTS) == set(CUT_TERMS)
