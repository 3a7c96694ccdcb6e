"""Words of a page: a small part of CommonMark (https://spec.commonmark.org/0.31.2), in paragraphs and lists, with live facts.

Emphasis of either kind is written bold: the typeface of figures has no italic, and all outputs say the same.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal

from markdown_it import MarkdownIt
from markdown_it.token import Token

from .facts import split

_READER = MarkdownIt("zero").enable(["list", "emphasis", "newline", "escape", "heading", "entity"])
DEPTH_MOST = 3
"""Of lists in lists; what lies deeper is told at that depth."""


@dataclass(frozen=True, kw_only=True)
class Run:
    """A piece of a line in one weight. ``fact`` is what stands in its place in the words, where it is a live fact; a text with
    ``breaks`` ends the line.
    """

    text: str
    strong: bool = False
    fact: str = ""
    breaks: bool = False


@dataclass(frozen=True, kw_only=True)
class Block:
    """A paragraph, a headline within the words, or an item of a list, ``depth`` lists deep; ``number`` is that of a counted one."""

    kind: Literal["paragraph", "heading", "item"]
    runs: tuple[Run, ...]
    depth: int = 0
    number: int | None = None

    @property
    def text(self) -> str:
        return "".join("\n" if run.breaks else run.text for run in self.runs)


@lru_cache(maxsize=1024)
def blocks_of(words: str) -> tuple[Block, ...]:
    """The words in blocks, facts as they are named."""
    found: list[Block] = []
    lists: list[int | None] = []
    item = False
    kind: Literal["paragraph", "heading"] = "paragraph"
    for token in _READER.parse(words):
        if token.type in ("bullet_list_open", "ordered_list_open"):
            lists.append(int(token.attrs.get("start", 1)) if token.type.startswith("ordered") else None)
        elif token.type in ("bullet_list_close", "ordered_list_close"):
            lists.pop()
        elif token.type == "list_item_open":
            item = True
        elif token.type == "list_item_close":
            item = False
            if lists[-1] is not None:
                lists[-1] += 1
        elif token.type == "heading_open":
            kind = "heading"
        elif token.type == "heading_close":
            kind = "paragraph"
        elif token.type == "inline":
            depth = min(len(lists), DEPTH_MOST)
            runs = tuple(_runs(token.children or []))
            if item:
                found.append(Block(kind="item", runs=runs, depth=depth, number=lists[-1]))
                item = False  # a second paragraph of an item has no mark
            else:
                found.append(Block(kind=kind, runs=runs, depth=depth))
    return tuple(found)


def _runs(tokens: list[Token]) -> list[Run]:
    runs: list[Run] = []
    strong = 0
    for token in tokens:
        if token.type in ("strong_open", "em_open"):
            strong += 1
        elif token.type in ("strong_close", "em_close"):
            strong -= 1
        elif token.type in ("hardbreak", "softbreak"):  # who ends a line wants it ended
            runs.append(Run(text="", breaks=True))
        elif token.content:
            for text, fact in split(token.content):
                runs.append(Run(text=text, strong=strong > 0, fact=text[1:-1] if fact else ""))
    return runs


def filled(blocks: tuple[Block, ...], told: Callable[[str], str | None]) -> tuple[Block, ...]:
    """The blocks with facts told; one that nothing is told of stays as it is named."""

    def fill(run: Run) -> Run:
        text = told(run.fact) if run.fact else None
        return run if text is None else replace(run, text=text)

    return tuple(replace(block, runs=tuple(map(fill, block.runs))) for block in blocks)


def plain(headline: str) -> tuple[Run, ...]:
    """A line that is no CommonMark, such as a headline, with its facts."""
    return tuple(Run(text=text, fact=text[1:-1] if fact else "") for text, fact in split(headline))
