"""Every sentence that is shown or refused with, a line each with its place: python -m scripts.sentences [WORD]. To be read through
once before a release, aloud: short, active, and no word of ours where a common one serves.
"""

import ast
import subprocess
import sys
from collections.abc import Iterator
from pathlib import Path

ROOT = Path(__file__).parent.parent
SAYS = {
    "RecipeError", "TableError", "IntakeError", "CoreError", "Problem", "mistake", "problem", "exit", "say", "Caution", "Cure",
    "Finding",
}  # fmt: skip
"""What is called with a sentence."""


def of_source(path: Path) -> Iterator[tuple[int, str]]:
    """The sentences of a Python file: texts that are given to what says them, or told by a function that ends in ``words``."""
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Call):
            if _name(node.func) in SAYS:
                given = [*node.args, *(each.value for each in node.keywords if each.arg in ("words", "detail", "problem"))]
                yield from ((each.lineno, words) for each in given if (words := _words(each)))
        elif isinstance(node, ast.FunctionDef) and ("words" in node.name or "say" in node.name):
            yield from (
                (each.lineno, words)
                for part in ast.walk(node)
                if isinstance(part, ast.Return) and (each := part.value) is not None and (words := _words(each))
            )


def _name(node: ast.expr) -> str:
    return node.id if isinstance(node, ast.Name) else node.attr if isinstance(node, ast.Attribute) else ""


def _words(node: ast.expr) -> str:
    """A text, with {…} for what is put into it; nothing for what is no sentence."""
    if isinstance(node, ast.Constant):
        return node.value if isinstance(node.value, str) and " " in node.value else ""
    if isinstance(node, ast.JoinedStr):
        return "".join(str(each.value) if isinstance(each, ast.Constant) else "{…}" for each in node.values)
    return ""


def sentences() -> list[str]:
    """Each as "file:line: words", those of the core and the server before those of the screen."""
    found = [
        f"{path.relative_to(ROOT)}:{line}: {words}"
        for path in sorted((ROOT / "mottled_finch").rglob("*.py"))
        for line, words in sorted(set(of_source(path)))
    ]
    web = subprocess.run(["node", ROOT / "web/test/sentences.mjs"], capture_output=True, text=True, check=True)
    return [*found, *web.stdout.splitlines()]


if __name__ == "__main__":
    for sentence in sentences():
        if all(word.casefold() in sentence.casefold() for word in sys.argv[1:]):
            print(sentence)
