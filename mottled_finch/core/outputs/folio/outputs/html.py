"""A folio as one file for a browser: a report with its contents, plates that are read on pointing and by keys, and as tables."""

from functools import cache
from html import escape
from itertools import groupby
from pathlib import Path
from string import Template

from ....figures.text.page_words import page_words
from ...draw.html import hash_of, html_text, page_file, table_html, told_json
from ...draw.making.choices import Choices
from ...draw.svg import svg_text
from ..pages import Folio, FolioPage, Placed
from ..words import Block, Run

_PAGE = Path(__file__).parent / "page"


def draw_html(folio: Folio, _choices: Choices) -> bytes:
    """The file, UTF-8. It asks no network; without a script it shows all plates, and their tables."""
    script = page_file("page.js")
    page = folio.spec.page
    theme = folio.pages[0].sheet.theme if folio.pages else None
    title = html_text(folio.title) or "Folio"
    made = Template(_file("folio.html")).substitute(
        language=escape(page.language or "en"),
        hash=hash_of(script),
        title=title,
        ground=theme.ground if theme else "#ffffff",
        ink=theme.ink if theme else "#23251d",
        quiet=theme.quiet if theme else "#55574c",
        rule=theme.bracket if theme else "#bbbbbb",
        width=page.width,
        height=page.height,
        style=page_file("page.css"),
        own=_file("folio.css"),
        contents=_contents(folio),
        pages="\n".join(_page(folio, each) for each in folio.pages),
        script=script,
    )
    return made.encode()


def _contents(folio: Folio) -> str:
    lines = "".join(
        f'<li><a href="#page-{page.number}"><b>{page.number}</b><span>{html_text(page.title)}</span></a></li>'
        for page in folio.pages
        if page.title
    )
    return f'<nav aria-label="Contents"><ol>{lines}</ol></nav>' if folio.spec.contents and len(folio.pages) > 1 else ""


def _page(folio: Folio, page: FolioPage) -> str:
    words = words_html(page.blocks)
    told = f'<div class="words">{words}</div>' if words else ""
    plates = "".join(_plate(each) for each in page.placed)
    plates += "".join(f'<p class="lost">{html_text(f"{each.name} cannot be made: {each.why}")}</p>' for each in page.lost)
    body = f'<div class="plates">{plates}</div>' if plates else ""
    beside = page.spec.arrange == "plate_words"
    body = f'<div class="with">{body}{told}</div>' if beside else told + body
    number = f"<span>{page.number}</span>" if folio.spec.numbers else ""
    foot = f"<footer><span>{html_text(page.foot)}</span>{number}</footer>" if page.foot or number else ""
    headline = f"<h2>{html_text(page.title)}</h2>" if page.title else ""
    return f'<section id="page-{page.number}" class="{page.spec.arrange}">{headline}{body}{foot}</section>'


def _plate(placed: Placed) -> str:
    figure = placed.figure
    title = html_text(page_words(figure.recipe, figure.facts).title) or "Heat map"
    drawn = svg_text(figure.scene, with_font=True, typeface=figure.typeface)
    return (
        f'<div><figure><div class="drawn">{drawn}</div></figure>'
        f"<details><summary>The same as a table</summary>"
        f'<div class="table">{table_html(figure, title, numbers=True)}</div></details>'
        f'<script type="application/json" data-told>{told_json(figure, numbers=True)}</script></div>'
    )


def words_html(blocks: tuple[Block, ...]) -> str:
    """Words as HTML: paragraphs, headlines, and lists with what lies in their items."""
    found: list[str] = []
    for listed, group in groupby(blocks, key=lambda block: block.depth > 0):
        if listed:
            found.append(_lists(list(group)))
        else:
            found += [_tag("h3" if block.kind == "heading" else "p", block) for block in group]
    return "".join(found)


def _lists(blocks: list[Block]) -> str:
    """Blocks of lists, those deeper within the item before them."""
    parts: list[str] = []
    opened: list[str] = []
    for block in blocks:
        while len(opened) > block.depth:
            parts.append(f"</li></{opened.pop()}>")
        tag = "ol" if block.number is not None else "ul"
        if block.kind == "item":
            if len(opened) == block.depth and opened[-1] != tag:
                parts.append(f"</li></{opened.pop()}>")
            if len(opened) < block.depth:
                start = f' start="{block.number}"' if block.number not in (None, 1) else ""
                while len(opened) < block.depth:
                    parts.append(f"<{tag}{start}><li>")
                    opened.append(tag)
            else:
                parts.append("</li><li>")
            parts.append(_runs(block.runs))
        else:
            parts.append(_tag("p", block))
    while opened:
        parts.append(f"</li></{opened.pop()}>")
    return "".join(parts)


def _tag(tag: str, block: Block) -> str:
    return f"<{tag}>{_runs(block.runs)}</{tag}>"


def _runs(runs: tuple[Run, ...]) -> str:
    return "".join(
        "<br>" if run.breaks else f"<strong>{html_text(run.text)}</strong>" if run.strong else html_text(run.text) for run in runs
    )


@cache
def _file(name: str) -> str:
    return (_PAGE / name).read_text(encoding="utf-8")
