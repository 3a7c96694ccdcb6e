"""Lines broken one at a time: how many of them the tests of the same room catch.

`./finch bench mutants [ROOM...] [--count N] [--seed S]` works on a copy of the source. A room is a folder below ``mottled_finch``
("core/tables/mends") or one of the interface ("web/src/shared"), of which modules without markup are broken; left out, each that
``ROOMS`` names has its turn. A mutant is caught when a test fails, or takes many times
as long as all of them do. Those that are not are printed, each a line, for whoever writes the test.
"""

import argparse
import ast
import importlib
import json
import multiprocessing
import os
import random
import shutil
import signal
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[1]
ROOMS: dict[str, tuple[str, ...]] = {
    **{
        f"core/{room}": (f"tests/core/{room}",)
        for room in (
            "common/recipe",
            "tables/table",
            "tables/kernels",
            "tables/intake",
            "tables/expression",
            "tables/aggregation",
            "tables/mends",
            "tables/findings",
            "matrices/pivot",
            "matrices/statement",
            "matrices/looks",
            "colors",
            "figures/text",
            "figures/scene",
            "figures/claims",
            "outputs/draw",
            "outputs/changes",
            "outputs/folio",
            "outputs/refreshing",
        )
    },
    "core/common/language": ("tests/core/common/language", "tests/core/tables/findings"),
    "core/matrices/show": ("tests/core/matrices/show", "tests/core/matrices/pivot"),
    "core/figures/contents": (
        "tests/core/figures/contents",
        "tests/core/figures/claims",
        "tests/core/outputs/draw/test_leaving.py",
    ),
    "core/common/wording": ("tests/core/common/wording", "tests/core/figures/text"),
    "core/figures/cautions": ("tests/core/figures/test_cautions.py",),
    "app": ("tests/app", "tests/shell", "tests/server/test_both_adapters.py"),
    "shell": ("tests/shell",),
    "server/tables": ("tests/server",),
    "server/plates": ("tests/server",),
    "server/folios": ("tests/server",),
    "server/plans": ("tests/server/test_plans.py",),
    "server/bin": ("tests/server/test_bin.py",),
    **{
        f"web/src/{room}": ("tests/web",)
        for room in ("api", "shared", "features/folio", "features/plate/changes", "features/plate/statement", "features/table")
    },
    "work": ("tests/server/test_work.py", "tests/shell"),
}
"""Rooms, and the tests that each is held by."""
_LOADED = ("numpy", "numba", "scipy.stats", "pyarrow", "django.test", "hypothesis", "PIL.Image", "lxml.etree", "uharfbuzz", "pptx")
"""Packages of others that are loaded once for all runs."""
_LEAST_SECONDS, _TIMES = 30.0, 4.0
_COMPARED: dict[type[ast.cmpop], type[ast.cmpop]] = {
    ast.Lt: ast.LtE,
    ast.LtE: ast.Lt,
    ast.Gt: ast.GtE,
    ast.GtE: ast.Gt,
    ast.Eq: ast.NotEq,
    ast.NotEq: ast.Eq,
    ast.Is: ast.IsNot,
    ast.IsNot: ast.Is,
    ast.In: ast.NotIn,
    ast.NotIn: ast.In,
}
_WORKED: dict[type[ast.operator], type[ast.operator]] = {
    ast.Add: ast.Sub,
    ast.Sub: ast.Add,
    ast.Mult: ast.Div,
    ast.Div: ast.Mult,
    ast.FloorDiv: ast.Mult,
    ast.Mod: ast.FloorDiv,
    ast.BitOr: ast.BitAnd,
    ast.BitAnd: ast.BitOr,
}
_LIMIT = 100
"""Whole numbers from here on are limits, of which one more says nothing: they become ten times as large."""
_LEFT_ALONE = ("annotation", "returns", "decorator_list", "type_params", "bases")
_CALLED = {"min": "max", "max": "min", "any": "all", "all": "any"}
_SIGNS: dict[type[ast.AST], str] = {
    ast.Lt: "<",
    ast.LtE: "<=",
    ast.Gt: ">",
    ast.GtE: ">=",
    ast.Eq: "==",
    ast.NotEq: "!=",
    ast.Is: "is",
    ast.IsNot: "is not",
    ast.In: "in",
    ast.NotIn: "not in",
}


@dataclass(frozen=True)
class Mutant:
    """A place in a file, and what stands there instead."""

    file: Path
    line: int
    column: int
    end_line: int
    end_column: int
    instead: str

    def applied(self, text: str) -> str:
        lines = text.encode().splitlines(keepends=True)
        first, last = self.line - 1, self.end_line - 1
        head, tail = lines[first][: self.column], lines[last][self.end_column :]
        return b"".join([*lines[:first], head + self.instead.encode() + tail, *lines[last + 1 :]]).decode()


def folder_of(room: str) -> str:
    """Where a room lies."""
    return room if room.startswith("web/") else f"mottled_finch/{room}"


def mutants_of(file: Path, text: str) -> list[Mutant]:
    """All that can be broken in a file. Annotations, messages and what is compiled are left alone."""
    if file.suffix == ".ts":
        words = ["node", str(ROOT / "web" / "test" / "mutants.mjs"), str(file)]
        told = subprocess.run(words, capture_output=True, text=True, check=True).stdout
        return [Mutant(file, **each) for each in json.loads(told)]
    tree = ast.parse(text)
    return [
        Mutant(file, node.lineno, node.col_offset, node.end_lineno or 0, node.end_col_offset or 0, instead)
        for node, instead in _broken(tree)
    ]


def _broken(node: ast.AST) -> Iterator[tuple[ast.expr | ast.stmt, str]]:
    if isinstance(node, ast.FunctionDef) and any("compiled" in ast.unparse(each) for each in node.decorator_list):
        return
    if isinstance(node, ast.Raise | ast.Assert | ast.Import | ast.ImportFrom | ast.JoinedStr):
        return
    yield from _of_one(node)
    for name, value in ast.iter_fields(node):
        if name in _LEFT_ALONE:
            continue
        for child in value if isinstance(value, list) else [value]:
            if isinstance(child, ast.AST):
                yield from _broken(child)


def _of_one(node: ast.AST) -> Iterator[tuple[ast.expr | ast.stmt, str]]:
    if isinstance(node, ast.Compare) and len(node.ops) == 1:
        sign = _SIGNS[_COMPARED[type(node.ops[0])]]
        yield node, f"({ast.unparse(node.left)}) {sign} ({ast.unparse(node.comparators[0])})"
    elif isinstance(node, ast.BinOp) and type(node.op) in _WORKED and not _is_text(node):
        yield node, f"({ast.unparse(ast.BinOp(node.left, _WORKED[type(node.op)](), node.right))})"
    elif isinstance(node, ast.BoolOp):
        other = ast.And() if isinstance(node.op, ast.Or) else ast.Or()
        yield node, f"({ast.unparse(ast.BoolOp(other, node.values))})"
        yield node, f"({ast.unparse(node.values[0])})"
    elif isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        yield node, f"bool({ast.unparse(node.operand)})"
    elif isinstance(node, ast.Constant) and isinstance(node.value, bool):
        yield node, str(not node.value)
    elif isinstance(node, ast.Constant) and isinstance(node.value, int):
        yield node, str(node.value + 1 if abs(node.value) < _LIMIT else node.value * 10)
    elif isinstance(node, ast.Constant) and isinstance(node.value, float):
        yield node, repr(node.value * 1.5 + 0.5)
    elif isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id in _CALLED:
        yield node.func, _CALLED[node.func.id]
    elif isinstance(node, ast.IfExp):
        yield node, f"({ast.unparse(node.body)})"
        yield node, f"({ast.unparse(node.orelse)})"
    elif isinstance(node, ast.If | ast.While):
        yield node.test, f"not ({ast.unparse(node.test)})"
    elif isinstance(node, ast.Continue | ast.Break) or (isinstance(node, ast.Expr) and isinstance(node.value, ast.Call)):
        yield node, "pass"


def _is_text(node: ast.BinOp) -> bool:
    """Whether texts are put together."""
    return any(isinstance(each, ast.JoinedStr | ast.Constant) and not _is_number(each) for each in (node.left, node.right))


def _is_number(node: ast.expr) -> bool:
    return isinstance(node, ast.Constant) and isinstance(node.value, int | float)


def main(words: list[str]) -> int:
    parser = argparse.ArgumentParser(prog="finch bench mutants")
    parser.add_argument("rooms", nargs="*", metavar="ROOM", help=", ".join(ROOMS))
    parser.add_argument("--count", type=int, default=20, help="mutants a room")
    parser.add_argument("--seed", type=int, default=1)
    given = parser.parse_args(words)
    unknown = [room for room in given.rooms if room not in ROOMS]
    if unknown:
        parser.error(f'there is no room "{unknown[0]}"; choose from {", ".join(ROOMS)}')
    with tempfile.TemporaryDirectory(prefix="finch-mutants-") as folder:
        copy = Path(folder)
        for part in ("mottled_finch", "tests", "docs", "scripts", "bench", "web"):
            shutil.copytree(ROOT / part, copy / part, ignore=shutil.ignore_patterns("node_modules", "__pycache__", "*.sqlite3*"))
        (copy / "web" / "node_modules").symlink_to(ROOT / "web" / "node_modules")
        for part in ("pyproject.toml", "README.md", "CONTRIBUTING.md", "CHANGELOG.md", "ARCHITECTURE.md", "finch"):
            shutil.copy(ROOT / part, copy / part)
        # What was compiled is told by what it was compiled of: a mutant may come in the same second, and be as long.
        kept = ("-m", "compileall", "-q", "--invalidation-mode", "checked-hash", "mottled_finch", "tests")
        subprocess.run([sys.executable, *kept], cwd=copy, check=True)
        for name in _LOADED:
            importlib.import_module(name)
        for room in given.rooms or ROOMS:
            print(json.dumps(_tried(copy, room, given.count, given.seed)), flush=True)
    return 0


def _tried(copy: Path, room: str, count: int, seed: int) -> dict[str, object]:
    """How many mutants of a room were caught."""
    ending = "*.ts" if room.startswith("web/") else "*.py"
    files = sorted(
        path
        for path in (copy / folder_of(room)).rglob(ending)
        if "migrations" not in path.parts and not path.name.endswith(".d.ts")
    )
    all_of_them = [mutant for file in files for mutant in mutants_of(file, file.read_text())]
    chosen = random.Random(f"{seed} {room}").sample(all_of_them, min(count, len(all_of_them)))
    started = time.monotonic()
    if not _passes(copy, room, 3600):
        return {"name": "mutants", "room": room, "problem": "its tests fail as it stands"}
    limit = max(_LEAST_SECONDS, _TIMES * (time.monotonic() - started))
    caught = 0
    for mutant in chosen:
        text, seen = mutant.file.read_text(), mutant.file.stat()
        mutant.file.write_text(mutant.applied(text))
        try:
            if not _passes(copy, room, limit):
                caught += 1
            else:
                line = text.splitlines()[mutant.line - 1].strip()
                place = f"{mutant.file.relative_to(copy)}:{mutant.line}"
                print(f"survived: {place}: {mutant.instead}   in   {line}", file=sys.stderr, flush=True)
        finally:
            mutant.file.write_text(text)
            os.utime(mutant.file, ns=(seen.st_atime_ns, seen.st_mtime_ns))  # or kernels beside it would be compiled anew
    return {"name": "mutants", "room": room, "of": len(all_of_them), "tried": len(chosen), "caught": caught}


def _passes(copy: Path, room: str, seconds: float) -> bool:
    """Whether the tests of a room pass in time. What they start is ended with them.

    They run in a process that begins with the packages of others loaded, which takes longer than most rooms' tests.
    """
    words = ["-x", "-q", "-p", "no:cacheprovider", "--hypothesis-seed=0", *ROOMS[room]]
    tests = multiprocessing.get_context("fork").Process(target=_run, args=(copy, words))
    tests.start()
    try:
        tests.join(seconds)
        return tests.exitcode == 0
    finally:
        if tests.is_alive():
            os.killpg(tests.pid or 0, signal.SIGKILL)
            tests.join()


def _run(copy: Path, words: list[str]) -> None:
    """Run tests in the copy, as a process of its own and with all that it starts."""
    os.setsid()
    nowhere = os.open(os.devnull, os.O_RDWR)
    for stream in (0, 1, 2):
        os.dup2(nowhere, stream)
    os.chdir(copy)
    sys.path.insert(0, str(copy))
    os.environ |= {"PYTHONPATH": str(copy), "PYTHONDONTWRITEBYTECODE": "1"}
    sys.dont_write_bytecode = True
    os._exit(pytest.main(words))
