"""The interface's own arithmetic, run by node without a browser and held against the core's."""

import json
import subprocess
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest

WEB = Path(__file__).parents[2] / "web"

# Types are stripped by the compiler the project already has; modules keep their folders, so their imports keep their meaning.
STRIP = """
import { readFileSync, writeFileSync, mkdirSync, readdirSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join, relative } from "node:path";
const [web, out] = process.argv.slice(2);
const ts = createRequire(join(web, "package.json"))("typescript");
const options = { module: ts.ModuleKind.ESNext, target: ts.ScriptTarget.ES2022, verbatimModuleSyntax: false };
for (const file of readdirSync(join(web, "src"), { recursive: true })) {
  if (!file.endsWith(".ts") || file.endsWith(".d.ts")) continue;
  const text = ts.transpileModule(readFileSync(join(web, "src", file), "utf8"), { compilerOptions: options }).outputText;
  const to = join(out, file.replace(/[.]ts$/, ".mjs"));
  mkdirSync(dirname(to), { recursive: true });
  writeFileSync(to, text.replace(/from "([.][^"]+)"/g, 'from "$1.mjs"'));
}
"""


@pytest.fixture(scope="session")
def stripped(tmp_path_factory: pytest.TempPathFactory) -> Path:
    folder = tmp_path_factory.mktemp("web")
    script = folder / "strip.mjs"
    script.write_text(STRIP)
    subprocess.run(["node", script, WEB, folder], check=True)
    return folder


def _run(stripped: Path, module: str, function: str, calls: list[list[Any]], answer: str) -> list[Any]:
    script = f"""
        import {{ {function} as it }} from "./{module}.mjs";
        let text = "";
        for await (const piece of process.stdin) text += piece;
        console.log(JSON.stringify(JSON.parse(text).map((words) => {answer} ?? null)));
    """
    command = ["node", "--input-type=module", "-e", script]
    done = subprocess.run(command, cwd=stripped, input=json.dumps(calls), capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stderr
    return json.loads(done.stdout)


@pytest.fixture(scope="session")
def node(stripped: Path) -> Callable[..., Any]:
    """Call functions of a module with lists of arguments; the answers come back in order. NaN travels as null."""
    return lambda module, function, calls: _run(stripped, module, function, calls, "it(...words)")


@pytest.fixture(scope="session")
def changed(stripped: Path) -> Callable[..., Any]:
    """A recipe after a change: the function is called with its arguments, and what it gives with the recipe."""

    def change(module: str, function: str, recipe: Any, *words: Any) -> Any:
        return _run(stripped, module, function, [[recipe, *words]], "it(...words.slice(1))(words[0])")[0]

    return change
