"""The figure as a colored table for the clipboard: HTML whose styles stand at each cell, as word processors, mail and programs for
slides keep them.
"""

from html import escape

from ...common.language.english import printable
from ...figures.figure.figure import Figure
from .making.choices import USUAL, Choices
from .making.tabled import MARKS, Place, tabled
from .making.texts import told

_CELL = "border:1px solid #ffffff;padding:2pt 6pt;white-space:nowrap"


def draw_table_html(figure: Figure, choices: Choices = USUAL) -> bytes:
    """The table with its title and what stands below it, UTF-8."""
    words, numbers = told(figure).words, choices.values == "yes"
    lines = "".join(
        f"<tr>{''.join(_place(place, figure, numbers=numbers) for place in line if place)}</tr>" for line in tabled(figure).places
    )
    font = "font-family:Calibri,Arial,sans-serif;font-size:10pt"
    title = f'<p style="{font};font-weight:bold">{_text(words.title)}</p>' if words.title else ""
    below = "".join(
        f'<p style="{font};color:{figure.scene.theme.quiet};font-size:8pt">{_text(text)}</p>'
        for text in (words.caption, words.source)
        if text
    )
    return f'{title}<table style="border-collapse:collapse;{font}">{lines}</table>{below}'.encode()


def _place(place: Place, figure: Figure, *, numbers: bool) -> str:
    span = (f' colspan="{place.across}"' if place.across > 1 else "") + (f' rowspan="{place.down}"' if place.down > 1 else "")
    if place.is_head or place.part == "corner":
        align = "center" if place.column is not None else "right"
        weight = "bold" if place.outer or place.part == "total" else "normal"
        return f'<td{span} style="{_CELL};text-align:{align};font-weight:{weight};color:{place.ink}">{_text(place.text)}</td>'
    fill = place.fill or (figure.scene.theme.blank if not place.absent and place.why != "aside" else "")
    ground = f";background:{fill}" if fill else ""
    text = MARKS[place.why] if place.why else place.text if numbers else ""
    weight = ";font-weight:bold" if place.part == "total" else ""
    return f'<td style="{_CELL};text-align:center;color:{place.ink}{ground}{weight}">{_text(text)}</td>'


def _text(text: str) -> str:
    return escape(printable(text))
