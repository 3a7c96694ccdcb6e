"""The figure as one file for a browser: drawn, told on pointing and by arrow keys, and as a table. It asks no network."""

import base64
import hashlib
import json
from functools import cache
from html import escape
from pathlib import Path
from string import Template
from typing import Any

from ...common.language.english import counted, printable
from ...figures.figure.figure import Figure
from ...figures.scene import Grid
from .making.bare import as_chosen
from .making.choices import USUAL, Choices
from .making.tabled import Place, tabled
from .making.texts import told
from .svg import svg_text

_PAGE = Path(__file__).parent / "page"


def draw_html(figure: Figure, choices: Choices = USUAL) -> bytes:
    """The file, UTF-8. Without a script it shows the figure, and the table."""
    numbers = choices.values == "yes"
    shown = as_chosen(figure, choices)
    scene, script = shown.scene, page_file("page.js")
    title = html_text(told(figure).words.title) or "Heat map"
    page = Template(page_file("page.html")).substitute(
        language=escape(figure.recipe.page.language or "en"),
        hash=hash_of(script),
        title=title,
        ground=scene.theme.ground,
        width=scene.width,
        height=scene.height,
        style=page_file("page.css"),
        drawn=svg_text(scene, with_font=True, typeface=shown.typeface),
        table=table_html(figure, title, numbers=numbers),
        told=told_json(shown, numbers=numbers),
        script=script,
    )
    return page.encode()


def hash_of(script: str) -> str:
    """What a content policy knows a script by."""
    return base64.b64encode(hashlib.sha256(script.encode()).digest()).decode()


def told_json(figure: Figure, *, numbers: bool) -> str:
    """What the script is told of a figure, as JSON that is no markup."""
    return json.dumps(_data(figure, numbers=numbers), ensure_ascii=False).replace("<", "\\u003c")


def _data(figure: Figure, *, numbers: bool) -> dict[str, Any]:
    """What the script reads: where cells are, and what is told of each."""
    scene, matrix, contents = figure.scene, figure.matrix, figure.contents
    grid = scene.grid
    found: dict[str, Any] = {"width": scene.width, "alternative": scene.alternative, "grid": None, "rows": [], "columns": []}
    if grid is None:
        return found
    rows, columns = matrix.shape
    values = [
        "" if value != value else contents.text(value, *divmod(i, columns))
        for i, value in enumerate(contents.values.ravel().tolist())
    ]
    return found | {
        "grid": _grid(grid),
        "rows": [figure.facts.member("rows", line) or "" for line in range(rows)],
        "columns": [figure.facts.member("columns", line) or "" for line in range(columns)],
        "values": values if numbers else [],
        "records": [
            "" if few else counted(number, "record")
            for number, few in zip(matrix.records.ravel().tolist(), contents.few.ravel().tolist(), strict=True)
        ]
        if numbers
        else [],
    }


def _grid(grid: Grid) -> dict[str, Any]:
    return {
        "xs": grid.xs,
        "ys": grid.ys,
        "drops": grid.drops,
        "width": grid.cell_width,
        "height": grid.cell_height,
        "widths": grid.widths,
        "heights": grid.heights,
        "absent": grid.absent,
    }


def table_html(figure: Figure, title: str, *, numbers: bool) -> str:
    """The figure as a table under a title, which is HTML."""
    table = tabled(figure)
    head, body = table.places[: table.head_rows], table.places[table.head_rows :]

    def lines(part: tuple[tuple[Place | None, ...], ...]) -> str:
        return "".join(f"<tr>{''.join(_place(each, numbers=numbers) for each in line if each)}</tr>" for line in part)

    return f"<table><caption>{title}</caption><thead>{lines(head)}</thead><tbody>{lines(body)}</tbody></table>"


def _place(place: Place, *, numbers: bool) -> str:
    span = f' colspan="{place.across}"' if place.across > 1 else ""
    span += f' rowspan="{place.down}"' if place.down > 1 else ""
    if place.part == "corner":
        return f"<td{span}></td>"
    if place.is_head:
        scope = ("col" if place.column is not None else "row") + ("group" if place.outer else "")
        looks = ' class="outer"' if place.outer else ' class="all"' if place.part == "total" else ""
        return f'<th scope="{scope}"{span}{looks}>{html_text(place.text)}</th>'
    if place.fill is None:
        none = ' class="none"' if place.why == "blank" else ""
        return f"<td{none}>{place.why if place.why in ('new', 'gone') else ''}</td>"
    text = place.style.text(place.value) if numbers and place.style and place.value is not None else ""
    return f'<td style="background:{place.fill};color:{place.ink}">{html_text(text)}</td>'


@cache
def page_file(name: str) -> str:
    """A part of a page for a browser."""
    return (_PAGE / name).read_text(encoding="utf-8")


def html_text(text: str) -> str:
    """Text that stays text."""
    return escape(printable(text))
