"""Lines that are broken one at a time are still lines of Python, and other ones."""

import ast
from pathlib import Path

import pytest

from bench.mutants import ROOMS, folder_of, mutants_of

ROOT = Path(__file__).parents[1]


@pytest.mark.parametrize("room", ["core/colors", "core/matrices/pivot", "core/outputs/folio", "server/plans"])
def test_every_mutant_is_another_program(room):
    seen = 0
    for file in (ROOT / "mottled_finch" / room).rglob("*.py"):
        text = file.read_text()
        plain = ast.dump(ast.parse(text))
        for mutant in mutants_of(file, text):
            broken = mutant.applied(text)
            assert ast.dump(ast.parse(broken)) != plain, (file, mutant)
            seen += 1
    assert seen > 100


def test_every_room_and_its_tests_are_there():
    for room, tests in ROOMS.items():
        assert (ROOT / folder_of(room)).is_dir(), room
        assert all((ROOT / each).exists() for each in tests), room


def test_what_is_said_typed_or_compiled_is_left_alone():
    text = """
from x import y
@compiled
def fast(a: int = 1) -> int:
    return a + 1
def slow(a, b: "list[1]"):
    assert a == 1
    raise ValueError(f"{a + 1}")
"""
    assert mutants_of(Path("a.py"), text) == []
    assert [each.instead for each in mutants_of(Path("a.py"), "x = a < 2 and not b")] == [
        "(a < 2 or not b)",
        "(a < 2)",
        "(a) <= (2)",
        "3",
        "bool(b)",
    ]


def test_modules_of_the_interface_are_broken_like_others(tmp_path):
    file = tmp_path / "a.ts"
    text = "type A = 1;\nexport const it = (ä: 2, é: boolean) => (!é && ä < 3 ? [ä].some(Boolean) : false);\n"
    file.write_text(text)
    broken = {each.applied(text).splitlines()[1].partition("=> ")[2] for each in mutants_of(file, text)}
    assert broken == {
        "(!!(é) && ä < 3 ? [ä].some(Boolean) : false);",
        "(!é || ä < 3 ? [ä].some(Boolean) : false);",
        "(!é && ä <= 3 ? [ä].some(Boolean) : false);",
        "(!é && ä < 4 ? [ä].some(Boolean) : false);",
        "(([ä].some(Boolean)));",
        "((false));",
        "(!é && ä < 3 ? [ä].every(Boolean) : false);",
        "(!é && ä < 3 ? [ä].some(Boolean) : true);",
    }
