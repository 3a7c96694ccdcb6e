"""The rules of the house for the application: it knows neither of its adapters, nor what they are made with."""

import ast
from pathlib import Path

import pytest

PACKAGE = Path(__file__).parents[2] / "mottled_finch"
APP = PACKAGE / "app"


def imports(path: Path) -> set[str]:
    """Dotted; what is relative to the application is left out."""
    found = set()
    for node in ast.walk(ast.parse(path.read_text())):
        if isinstance(node, ast.Import):
            found.update(alias.name for alias in node.names)
        elif isinstance(node, ast.ImportFrom) and not node.level:
            found.update(f"{node.module}.{alias.name}" for alias in node.names)
    return found


@pytest.mark.parametrize("path", sorted(APP.rglob("*.py")), ids=lambda path: str(path.relative_to(APP)))
def test_use_cases_know_the_core_alone(path):
    for name in imports(path):
        assert not name.startswith(("django", "rest_framework", "argparse")), name
        assert not name.startswith("mottled_finch.") or name.startswith(("mottled_finch.core.", "mottled_finch.__version__")), name


@pytest.mark.parametrize("path", sorted((PACKAGE / "shell").glob("*.py")), ids=lambda path: path.name)
def test_the_shell_knows_the_server_only_to_start_it(path):
    known = {name for name in imports(path) if name.startswith("mottled_finch.server")}
    assert known <= ({"mottled_finch.server.run.serve"} if path.name == "cli.py" else set())


def test_the_server_does_not_know_the_shell():
    for path in (PACKAGE / "server").rglob("*.py"):
        assert not [name for name in imports(path) if name.startswith("mottled_finch.shell")], path
