"""Lines that are broken one at a time are still lines of Python, and other ones."""

import ast
from pathlib import Path

import pytest

from bench.mutants import ROOMS, folder_of, mutants_of

from .core.conftest import drawn

ROOT = Path(__file__).parents[1]


@pytest.mark.parametrize("room", ["core/colors", "core/matrices/pivot", "core/outputs/folio", "server/plans"])
def test_every_mutant_is_another_program(room):
    texts = {file: file.read_text() for file in sorted((ROOT / "mottled_finch" / room).rglob("*.py"))}
    all_of_them = [mutant for file, text in texts.items() for mutant in mutants_of(file, text)]
    assert len(all_of_them) > 100
    plain = {file: ast.dump(ast.parse(text)) for file, text in texts.items()}
    for mutant in drawn(all_of_them, 80):
        broken = mutant.applied(texts[mutant.file])
        assert ast.dump(ast.parse(broken)) != plain[mutant.file], mutant


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
