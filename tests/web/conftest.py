"""The interface's own arithmetic, run by node without a browser and held against the core's."""

import json
import subprocess
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest

WEB = Path(__file__).parents[2] / "web"


@pytest.fixture(scope="session")
def built(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """Every module of the interface as node runs it, by its place in src/."""
    folder = tmp_path_factory.mktemp("web")
    subprocess.run(["node", "test/build.mjs", WEB, folder], cwd=WEB, check=True)
    return folder


def _run(built: Path, module: str, function: str, calls: list[list[Any]], answer: str) -> list[Any]:
    script = f"""
        import {{ {function} as it }} from "./{module}.mjs";
        let text = "";
        for await (const piece of process.stdin) text += piece;
        const answers = await Promise.all(JSON.parse(text).map(async (words) => (await {answer}) ?? null));
        console.log(JSON.stringify(answers));
    """
    command = ["node", "--input-type=module", "-e", script]
    done = subprocess.run(command, cwd=built, input=json.dumps(calls), capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stderr
    return json.loads(done.stdout)


@pytest.fixture(scope="session")
def node(built: Path) -> Callable[..., Any]:
    """Call functions of a module with lists of arguments; the answers come back in order. NaN travels as null."""
    return lambda module, function, calls: _run(built, module, function, calls, "it(...words)")


@pytest.fixture(scope="session")
def changed(built: Path) -> Callable[..., Any]:
    """A recipe after a change: the function is called with its arguments, and what it gives with the recipe."""

    def change(module: str, function: str, recipe: Any, *words: Any) -> Any:
        return _run(built, module, function, [[recipe, *words]], "it(...words.slice(1))(words[0])")[0]

    return change


@pytest.fixture(scope="session")
def rendered(built: Path) -> Callable[..., str]:
    """What a component draws with its properties, as markup. Children are told as the property of that name."""

    def render(module: str, component: str, **properties: Any) -> str:
        call = "(await import('./render.mjs')).markup(it, ...words)"
        return _run(built, module, component, [[properties]], call)[0]

    return render
